//! Many bags by a day: planned, cut, ticked and spoiled, and the shelf with it.

use crate::house::House;
use wide_fold_browser::Key;

async fn count(house: &House, css: &str) -> String {
    let script = format!("return document.querySelector(\"{css}\")?.value ?? ''");
    house.browser.run(&script).await.unwrap().as_str().unwrap_or_default().to_owned()
}

#[tokio::test]
async fn a_run_is_made_ticked_one_spoiled_and_the_shelf_and_the_list_follow() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to("a[href='/runs']").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.browser.find(".run-slip").await.unwrap();
    house.is_sound("all runs").await;
    house.tab_to(".new-run-blanks input").await;
    house.browser.type_keys(&format!("Gallery order{}", Key::Enter)).await.unwrap();
    house.browser.until("/^.runs.\\d+$/.test(location.pathname)").await.unwrap();
    house.reads("Nothing yet: choose a bag below").await;
    house.is_sound("an empty run").await;
    // Three sets of tiles, from the card that lies there in plenty.
    house.browser.find("select[aria-label='Another bag'] option:nth-child(5)").await.unwrap();
    house.choose("Another bag", "4").await;
    house.press("Put it on the run").await;
    house.browser.find("[aria-label='Number of Set of tiles']").await.unwrap();
    house
        .browser
        .run("document.querySelector(\"[aria-label='Number of Set of tiles']\").focus()")
        .await
        .unwrap();
    house.browser.type_keys("3").await.unwrap();
    house
        .browser
        .until("document.querySelector('.run-need-figures b')?.innerText === '3 sheets'")
        .await
        .unwrap();
    house.browser.until("document.querySelector('.run-made').innerText.includes('of 3')").await.unwrap();
    house.is_sound("bags and paper").await;
    // Two sheets are cut: the shelf has two fewer.
    let there = "document.querySelector('.run-need-figures')?.innerText.match(/, (\\d+) sheets there/)?.[1]";
    let before: i64 =
        house.browser.run(&format!("return {there}")).await.unwrap().as_str().unwrap().parse().unwrap();
    house.click(".run-rail a[href$='sheets']").await;
    house.browser.find(".cut-list .run-tick input").await.unwrap();
    house.browser.run("document.querySelector('.cut-list .run-tick input').focus()").await.unwrap();
    house.browser.type_keys("2").await.unwrap();
    house.reads("Last: 2 sheets cut.").await;
    house.is_sound("the sheets").await;
    house.click(".run-rail a[href$='make']").await;
    let fewer = before - 2;
    house.browser.until(&format!("{there} === '{fewer}'")).await.unwrap();
    // Both are scored at the first setting, then one is spoiled.
    house.click(".run-rail a[href$='work']").await;
    house.browser.find(".batches .task-count").await.unwrap();
    house.press("All 2 that are cut").await;
    house.reads("Last: 2 × Set of tiles ticked.").await;
    assert_eq!(count(&house, ".batches .task-count input").await, "2");
    house.browser.until("![...document.querySelectorAll('.task-count button')].find(one => one.innerText === 'One spoiled').disabled").await.unwrap();
    house.press("One spoiled").await;
    house.reads("Last: one piece of Set of tiles spoiled.").await;
    house.reads("First the sheets: 0 of 2 cut.").await;
    house
        .browser
        .until("document.querySelector('.batches .task-count > span:nth-of-type(2)').innerText === 'of 4'")
        .await
        .unwrap();
    house.is_sound("the work").await;
    house.click(".run-rail a[href$='make']").await;
    house
        .browser
        .until("document.querySelector('.run-need-figures b')?.innerText === '2 sheets'")
        .await
        .unwrap();
    // Undone, it is wanted no more.
    house.click(".run-rail a[href$='work']").await;
    house.press("Undo").await;
    house.reads("First the sheets: 0 of 1 cut.").await;
    house.click(".run-rail a[href$='evenings']").await;
    house.reads("No evening is planned yet").await;
    house.press("One more evening of 90 minutes").await;
    house
        .browser
        .until("document.querySelectorAll('.evenings > li').length === 1 && !document.querySelector('.late')")
        .await
        .unwrap();
    house.is_sound("the evenings").await;
    house.click(".run-rail a[href$='money']").await;
    house.browser.find(".money-total").await.unwrap();
    house.is_sound("the money").await;
    house.goto("/shelf").await;
    house.reads("held for runs").await;
}

#[tokio::test]
async fn a_run_is_worked_at_the_table_by_keyboard_and_fits_a_phone() {
    let house = House::open((390, 844), &["--demo"]).await;
    for part in ["make", "sheets", "work", "evenings", "money"] {
        house.goto(&format!("/runs/1?part={part}")).await;
        house.browser.find(".run-rail [aria-current=page]").await.unwrap();
        house.is_sound(part).await;
    }
    house.goto("/runs/1/table").await;
    house.browser.find(".turn-count").await.unwrap();
    house.reads("8 of 16").await;
    house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    house.browser.until("document.querySelector('.turn-count').innerText.startsWith('9') || document.querySelector('.table-alarm')").await.unwrap();
    house.is_sound("a run at the table").await;
}

#[tokio::test]
async fn a_day_that_is_past_is_refused_and_the_run_is_as_it_was() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/runs/1").await;
    house.browser.find(".run-lines li").await.unwrap();
    let set = "const day = document.querySelector('.run-day input');
               Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(day, '2020-01-01');
               day.dispatchEvent(new Event('input', { bubbles: true }))";
    house.browser.run(set).await.unwrap();
    house.reads("2020-01-01 is past").await;
    house.is_sound("a day that is past").await;
    house.press("Leave it as it was").await;
    house.browser.until("document.querySelector('.run-day input').value !== '2020-01-01'").await.unwrap();
}

/// Another paper for a line that is begun: what comes of it is told first, what is cut stays, and one press takes it back.
#[tokio::test]
async fn a_line_that_is_begun_keeps_what_is_cut() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/runs/1?part=sheets").await;
    house.reads("Kiln opening").await;
    // Two sheets of vases are cut behind the page.
    let cut = "const run = await (await fetch('/api/runs/1')).json();\
        for (const [list, own] of run.lists.entries()) for (const [lot, one] of own.lots.entries()) {\
          if (one.sheet.placed.some((placed) => placed.bag === 0)) {\
            await fetch('/api/runs/1/cuts', { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ list, lot, done: 2 }) });\
            window.cut = true; return; } }";
    house.browser.run(&format!("(async () => {{ {cut} }})()")).await.unwrap();
    house.browser.until("window.cut === true").await.unwrap();
    house.goto("/runs/1").await;
    house.reads("begun").await;
    let other = "const select = document.querySelector('[aria-label=\"Paper for Bud vase\"]');\
        const other = [...select.options].find((own) => own.text.startsWith('Iron-spot card'));\
        Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, other.value);\
        select.dispatchEvent(new Event('change', { bubbles: true }));";
    house.browser.run(other).await.unwrap();
    house.reads("begun and stay as they are").await;
    house.is_sound("what a change costs").await;
    house.press("Change it so").await;
    house
        .browser
        .until("document.querySelectorAll('[aria-label=\"Paper for Bud vase\"]').length === 2")
        .await
        .unwrap();
    house.click("[aria-label='Undo the change']").await;
    house
        .browser
        .until("document.querySelectorAll('[aria-label=\"Paper for Bud vase\"]').length === 1")
        .await
        .unwrap();
    house.is_sound("a run as it was").await;
    // Taken off, it takes its button with it: the focus stays in its part of the page.
    house
        .browser
        .run("document.querySelector('[aria-label=\"Take Bud vase off the run\"]').focus()")
        .await
        .unwrap();
    house.browser.type_keys("\u{e007}").await.unwrap();
    house.press("Change it so").await;
    house
        .browser
        .until("!document.querySelector('[aria-label=\"Take Bud vase off the run\"]')")
        .await
        .unwrap();
    house.browser.until("document.activeElement?.textContent === 'What is made'").await.unwrap();
}
