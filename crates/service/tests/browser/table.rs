//! The work at the table: one step at a time, by keyboard alone, ticked off for good.

use crate::house::House;
use rstest::rstest;
use serde_json::Value;
use std::path::Path;
use wide_fold_browser::{Key, Service};

impl House {
    async fn key(&self, key: Key) {
        self.browser.type_keys(&key.to_string()).await.unwrap();
    }

    async fn number(&self, script: &str) -> i64 {
        self.browser.run(&format!("return {script}")).await.unwrap().as_i64().unwrap()
    }

    /// How many steps are ticked off, as they are shown.
    async fn ticked(&self) -> i64 {
        self.number("document.querySelectorAll('.walk .is-done').length").await
    }

    /// Goes on until the step after the one that is shown.
    async fn on_with(&self, key: Key) {
        let place = "document.querySelector('.step-place span')?.innerText ?? 'end'";
        let before = self.browser.run(&format!("return {place}")).await.unwrap();
        // Words that reach on below are shown first.
        for _ in 0..12 {
            self.key(key).await;
            if self.browser.run(&format!("return {place}")).await.unwrap() != before {
                return;
            }
        }
        panic!("it stays at {before}");
    }
}

#[tokio::test]
async fn a_bag_is_made_by_keyboard_alone() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house
        .browser
        .find_path("//button[contains(., 'At the table')]")
        .await
        .unwrap()
        .send_keys(&Key::Enter.to_string())
        .await
        .unwrap();
    house.reads("Measure and trim").await;
    let steps = house.number("document.querySelectorAll('.walk li').length").await;
    for key in [Key::PageDown, Key::Right, Key::Space] {
        house.on_with(key).await;
    }
    house.browser.until("document.querySelectorAll('.walk .is-done').length === 3").await.unwrap();
    house.reads(&format!("4 of {steps}")).await;
    // Back does not take a tick back.
    house.key(Key::PageUp).await;
    house.reads(&format!("3 of {steps}")).await;
    assert_eq!(house.ticked().await, 3);
    // Read again from the service, it goes on where it was left.
    house.browser.until("fetch('/api/bags/2/ticks').then(a => a.json()).then(t => window.kept = t.done.length) && window.kept === 3").await.unwrap();
    house.goto("/bags/2/table").await;
    house.reads(&format!("4 of {steps}")).await;
    assert_eq!(house.ticked().await, 3);
    for _ in 3..steps {
        house.on_with(Key::PageDown).await;
    }
    house.reads("The bag is made").await;
    assert_eq!(house.ticked().await, steps);
    house.press("Make another").await;
    house.reads("Measure and trim").await;
    assert_eq!(house.ticked().await, 0);
}

/// Read from a metre away, bright and dark, whatever the step; and from the hand.
#[rstest]
#[case((1280, 800), 28.0)]
#[case((390, 844), 12.0)]
#[tokio::test]
async fn every_step_is_large_enough_and_sound(#[case] size: (u32, u32), #[case] least: f64) {
    let house = House::open(size, &["--demo"]).await;
    for bag in 1..=5 {
        house.goto(&format!("/bags/{bag}/table")).await;
        house.browser.find(".walk li").await.unwrap();
        for step in 0..house.number("document.querySelectorAll('.walk li').length").await {
            house.click(&format!(".walk li:nth-child({}) button", step + 1)).await;
            house.browser.find(".step-drawing svg").await.unwrap();
            let smallest = "return Math.min(...[...document.querySelectorAll('.at-table *')]
                .filter(part => [...part.childNodes].some(node => node.nodeType === 3 && node.data.trim())
                    && !part.closest('.visually-hidden, title'))
                .map(part => parseFloat(getComputedStyle(part).fontSize)))";
            let smallest = house.browser.run(smallest).await.unwrap().as_f64().unwrap();
            assert!(smallest >= least, "bag {bag}, step {step}: {smallest} px");
            let out = "return [...document.querySelectorAll('.step-drawing svg text, .table-foot button')]
                .map(part => [part.textContent, part.getBoundingClientRect()])
                .filter(([text, box]) => text.trim() && (box.left < 0 || box.right > innerWidth + 0.5 || box.bottom > innerHeight))
                .map(([text, box]) => `${text}: ${box.left}–${box.right}`)";
            assert_eq!(
                house.browser.run(out).await.unwrap(),
                Value::Array(Vec::new()),
                "bag {bag}, step {step}"
            );
        }
        house.is_sound(&format!("table of bag {bag}")).await;
    }
    for light in ["Dark", "Bright"] {
        house.browser.until("[...document.querySelectorAll('button')].some(b => ['Dark', 'Bright'].includes(b.innerText))").await.unwrap();
        let pressed =
            format!("[...document.querySelectorAll('button')].find(b => b.innerText === '{light}')?.click()");
        house.browser.run(&pressed).await.unwrap();
        house.is_sound(light).await;
    }
}

#[tokio::test]
async fn ticks_made_while_nobody_answers_are_kept_later() {
    let mut house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1/table").await;
    house.reads("Measure and trim").await;
    house.on_with(Key::PageDown).await;
    house.browser.until("fetch('/api/bags/1/ticks').then(a => a.json()).then(t => window.kept = t.done.length) && window.kept === 1").await.unwrap();
    // Killed: what was acknowledged is kept, what is done meanwhile waits.
    let (address, db) = (house.service.host().to_owned(), house.folder.path().join("bags.db"));
    let binary = Path::new(env!("CARGO_BIN_EXE_wide-fold"));
    house.service = Service::start(binary, &house.folder.path().join("other.db"), &[]).unwrap();
    house.on_with(Key::PageDown).await;
    house.on_with(Key::PageDown).await;
    house.reads("Not kept yet").await;
    let again = Service::start_at(&address, binary, &db, &[]).unwrap();
    house.press("Try again").await;
    house.browser.until("!document.body.innerText.includes('Not kept yet')").await.unwrap();
    house.browser.until("fetch('/api/bags/1/ticks').then(a => a.json()).then(t => window.kept = t.done.length) && window.kept === 3").await.unwrap();
    drop(again);
}

/// A window that was open on the bag as it was says so, instead of asking for ever for a step that is gone.
#[tokio::test]
async fn a_bag_that_was_changed_elsewhere_is_read_again() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1/table").await;
    house.reads("Measure and trim").await;
    let change = "return fetch('/api/bags/1').then(answer => answer.json()).then(bag => fetch('/api/bags/1', {
        method: 'PUT', headers: { 'content-type': 'application/json', 'if-match': `\"${bag.revision}\"` },
        body: JSON.stringify({ name: bag.name, brief: { ...bag.brief, finished: { ...bag.brief.finished, width: '3 1/2 in' } } }),
    })).then(answer => answer.status)";
    assert_eq!(house.browser.run(change).await.unwrap(), 200);
    house.on_with(Key::PageDown).await;
    house.reads("changed elsewhere").await;
    house.press("Read the steps again").await;
    house.reads("Measure and trim").await;
    house.on_with(Key::PageDown).await;
    house
        .browser
        .until("fetch('/api/bags/1/ticks').then(a => a.json()).then(t => window.kept = t.done.length) && window.kept === 1")
        .await
        .unwrap();
    assert_eq!(
        house.browser.run("return document.body.innerText.includes('elsewhere')").await.unwrap(),
        false
    );
}

#[tokio::test]
async fn a_bag_is_rehearsed_on_a_scrap_and_no_tick_is_kept() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2/table").await;
    house.reads("Measure and trim").await;
    house.press_link("Rehearse").await;
    house.reads("from a scrap of 6 × 6 in").await;
    house.is_sound("a rehearsal").await;
    let steps = house.number("document.querySelectorAll('.walk li').length").await;
    for _ in 0..steps {
        house.on_with(Key::Space).await;
    }
    house.reads("The rehearsal is over").await;
    house.press_link("Now the bag itself").await;
    house.reads("Measure and trim").await;
    house.goto("/bags/2/table").await;
    house.reads("Measure and trim").await;
    assert_eq!(house.ticked().await, 0);
}

/// What is cut is shown from close by, one of each kind, and ringed on the whole piece.
#[tokio::test]
async fn cuts_are_shown_from_close_by() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1/table").await;
    house.reads("Measure and trim").await;
    let heading = "return document.querySelector('h1')?.innerText ?? ''";
    while !house.browser.run(heading).await.unwrap().as_str().unwrap().starts_with("Slit") {
        house.on_with(Key::PageDown).await;
    }
    // One notch at the free edge, one each way at a slit, the corner below the tab; six places with the tab’s upper end.
    house.browser.until("document.querySelectorAll('.places svg').length === 4").await.unwrap();
    assert_eq!(house.number("document.querySelectorAll('.where .ring').length").await, 6);
    // Larger than life: ¼ in of taper is more than 20 px.
    let larger = "document.querySelector('.places svg').clientHeight > document.querySelector('.where svg').clientHeight";
    assert_eq!(house.browser.run(&format!("return {larger}")).await.unwrap(), Value::Bool(true));
    house.is_sound("cuts from close by").await;
}
