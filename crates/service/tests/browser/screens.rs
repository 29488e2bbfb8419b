//! Every screen: nothing overlaps, nothing scrolls sideways, everything can be reached.

use crate::house::{ENTER, House, TAB, text};
use rstest::rstest;
use serde_json::Value;

#[tokio::test]
async fn bags_are_duplicated_deleted_and_brought_back() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.reads("Bud vase").await;
    house.is_sound("all bags").await;
    house.click("[aria-label='Duplicate Bud vase']").await;
    house.reads("Copy of Bud vase").await;
    house.click("[aria-label='Delete Tea bowl']").await;
    house.reads("“Tea bowl” is deleted.").await;
    house
        .browser
        .until("![...document.querySelectorAll('.slip strong')].some(name => name.innerText === 'Tea bowl')")
        .await
        .unwrap();
    house.browser.find_path("//button[contains(., 'Bring it back')]").await.unwrap().click().await.unwrap();
    house
        .browser
        .until("[...document.querySelectorAll('.slip strong')].some(name => name.innerText === 'Tea bowl')")
        .await
        .unwrap();
}

#[tokio::test]
async fn a_size_nobody_can_fold_is_refused_in_words() {
    let house = House::open((1280, 800), &[]).await;
    house.browser.until("document.activeElement?.placeholder === '3 3/4'").await.unwrap();
    house.browser.type_keys(&text(&["900", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["6", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["2", ENTER])).await.unwrap();
    house.reads("nobody can fold more than 60 in").await;
    assert!(house.folder.path().join("bags.db").exists());
}

/// However small or thin the piece is on its sheet, no measurement lies over another.
#[rstest]
#[tokio::test]
async fn measurements_do_not_overlap(#[values((1280, 800), (390, 844))] size: (u32, u32)) {
    let house = House::open(size, &["--demo"]).await;
    let bags = serde_json::json!([
        { "finished": { "width": "1 1/4 in", "height": "1 1/2 in", "gusset": "1/2 in" }, "tab": "1/4 in" },
        { "finished": { "width": "14 3/16 in", "height": "3 in", "gusset": "1 1/16 in" },
          "top": { "kind": "hem_in", "depth": "3/4 in" }, "sheet": { "width": "33 in", "height": "8 in" } },
        { "finished": { "width": "1 in", "height": "20 in", "gusset": "1 in" }, "sheet": { "width": "6 in", "height": "30 in" },
          "round": { "start": "half_gusset", "direction": "left" } },
        { "finished": { "width": "10 1/2 in", "height": "13 7/8 in", "gusset": "4 in" }, "build": { "kind": "pleated_flare" },
          "top": { "kind": "hem_in", "depth": "1 1/8 in" }, "sheet": { "width": "18 in", "height": "30 in" } },
        { "finished": { "width": "6 in", "height": "7 in", "gusset": "2 in" }, "gusset_crease": "fold_flat_both",
          "top": { "kind": "flap" }, "sheet": { "width": "30 in", "height": "20 in" } },
        { "finished": { "width": "7 1/4 in", "height": "7 7/8 in", "gusset": "3 3/4 in" }, "build": { "kind": "folded_base" },
          "joins": { "kind": "strips" }, "sheet": { "width": "30 in", "height": "20 in" } },
    ]);
    let script = format!(
        "const done = arguments[arguments.length - 1];
         Promise.all({bags}.map(brief => fetch('/api/bags', {{ method: 'POST', headers: {{ 'Content-Type': 'application/json' }},
             body: JSON.stringify({{ name: 'odd', brief }}) }}))).then(answers => done(answers.every(answer => answer.ok)))"
    );
    assert_eq!(house.browser.client().execute_async(&script, Vec::new()).await.unwrap(), true);
    for bag in 1..=11 {
        house.goto(&format!("/bags/{bag}")).await;
        house.browser.find(".drawing .dimension input").await.unwrap();
        let script = "const boxes = [...document.querySelectorAll('.dimension')].map(field => {
                const parts = [field.querySelector('label'), field.querySelector('.length-figure > span')];
                return parts.map(part => part.getBoundingClientRect());
            });
            const apart = (a, b) => a.right <= b.left + 1 || b.right <= a.left + 1 || a.bottom <= b.top + 3 || b.bottom <= a.top + 3;
            const clashes = [];
            boxes.forEach((one, i) => boxes.slice(i + 1).forEach((other, j) => one.forEach(a => other.forEach(b => {
                if (!apart(a, b)) clashes.push([i, i + 1 + j, JSON.stringify(a), JSON.stringify(b)].join(' '));
            }))));
            return clashes;";
        let clashes = house.browser.run(script).await.unwrap();
        assert_eq!(clashes, Value::Array(Vec::new()), "bag {bag} at {size:?}");
        house.shows_every_measurement(&format!("bag {bag} at {size:?}")).await;
    }
}

#[rstest]
#[case::desk(1280, 800)]
#[case::phone(390, 844)]
#[tokio::test]
async fn every_stage_is_sound(#[case] width: u32, #[case] height: u32) {
    let house = House::open((width, height), &["--demo"]).await;
    house.reads("Bud vase").await;
    house.is_sound("all bags").await;
    for bag in 1..=5 {
        house.goto(&format!("/bags/{bag}")).await;
        house.browser.find(".drawing .paper").await.unwrap();
        for stage in ["size", "trim", "score", "cut", "glue"] {
            house.click(&format!("#stage-{stage}")).await;
            house
                .browser
                .until(&format!("document.querySelector('#stage-{stage}').ariaSelected === 'true'"))
                .await
                .unwrap();
            let wide =
                house.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
            assert!(wide.as_i64().unwrap() <= 0, "bag {bag} {stage} scrolls sideways by {wide}");
        }
        house.is_sound(&format!("bag {bag}, glue")).await;
    }
}
