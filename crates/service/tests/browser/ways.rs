//! Ways to make a bag, sizes close by, leftovers, and several bags cut together.

use crate::house::{House, TAB, text};
use rstest::rstest;

#[rstest]
#[tokio::test]
async fn a_size_close_by_saves_a_sheet_and_a_way_changes_the_bag(
    #[values((1280, 800), (390, 844))] size: (u32, u32),
) {
    let house = House::open(size, &["--demo"]).await;
    house.goto("/bags/5").await;
    house.press("From my shelf").await;
    house.reads("Saves one sheet: 3 instead of 4").await;
    house.reads("Throwing-rings wrap: ").await;
    house.is_sound("the ways").await;
    // Filters leave only what has all that is asked for.
    let count = "document.querySelectorAll('.way-slip').length";
    let all = house.browser.run(&format!("return {count}")).await.unwrap().as_i64().unwrap();
    house.press("no edge in front").await;
    house.browser.until(&format!("{count} < {all} && {count} > 0")).await.unwrap();
    house.browser.find(".nearby .btn").await.unwrap().click().await.unwrap();
    house.reads("the piece is 12 × 11¾").await;
    house.saved().await;
    house.press("From my shelf").await;
    house.reads("nothing would be saved").await;
    let wrap =
        "//button[contains(@class, 'way-slip')][contains(., 'Corner pair')][contains(., 'Throwing-rings')]";
    house.browser.find_path(wrap).await.unwrap().click().await.unwrap();
    house
        .browser
        .until("document.querySelector('.piece-alike')?.innerText.includes('cut two alike')")
        .await
        .unwrap();
    house.click("[aria-label='Undo']").await;
    house.reads("the piece is 12 × 11¾").await;
}

/// Ways stand in the order asked for, say what they change, and one step back takes the choice back.
#[tokio::test]
async fn ways_are_sorted_and_say_what_they_change() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/3").await;
    house.reads("½ too wide for the 12×12 sheet").await;
    house.press("From my shelf").await;
    house.reads("Joining strips instead of tabs").await;
    let figures = |before: &str, after: &str| {
        format!(
            "[...document.querySelectorAll('.way-slip')].map(slip => slip.textContent.match(/{before}([\\d.]+){after}/))
                .map(found => found ? Number(found[1]) : Infinity)"
        )
    };
    let rises = |list: String| {
        format!("{list}.length > 3 && {list}.every((n, at, all) => at === 0 || all[at - 1] <= n)")
    };
    for (order, list) in [
        ("cost", figures("costs ", ",")),
        ("waste", figures("", " % left over")),
        ("joins", figures("", " seams?")),
    ] {
        house.choose("Order of the ways", order).await;
        house.browser.until(&rises(list)).await.unwrap();
    }
    house.choose("Order of the ways", "best").await;
    let wrap = "//button[contains(@class, 'way-slip')][contains(., 'Wrap')][contains(., 'Joining strips')]";
    house.browser.find_path(wrap).await.unwrap().click().await.unwrap();
    house.reads("This bag can be made.").await;
    house.saved().await;
    house.browser.find("body").await.unwrap().send_keys("\u{e009}z\u{e000}").await.unwrap();
    house.reads("½ too wide for the 12×12 sheet").await;
}

/// Gussets of another paper: their sheets are told apart, and the ways keep the second paper where they can.
#[tokio::test]
async fn gussets_come_from_another_paper() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/5").await;
    house.browser.find("select[aria-label='Paper for gussets and base'] option:nth-child(4)").await.unwrap();
    house.choose("Paper for gussets and base", "3").await;
    house.saved().await;
    house.click("#stage-trim").await;
    house.reads("of the gussets’ paper").await;
    house.press("From my shelf").await;
    house.reads("More pieces, two papers").await;
    house.reads("of the second paper").await;
    house.reads("gussets of the same paper").await;
    house.is_sound("ways of two papers").await;
}

#[tokio::test]
async fn the_run_is_cut_where_its_joins_show_least() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/3").await;
    house.browser.find_path("//button[contains(., 'More pieces')]").await.unwrap().click().await.unwrap();
    house.reads("2 sheets, 2 joins; together they show 2").await;
    let first = "document.querySelector('.joinings ol .btn')";
    house.browser.find(".joinings summary").await.unwrap().click().await.unwrap();
    let weight = "//label[span='at a back corner']/input";
    house.browser.find_path(weight).await.unwrap().click().await.unwrap();
    house.browser.type_keys("\u{e010}0").await.unwrap();
    // Ten a back corner: a front corner shows less.
    house.browser.until(&format!("{first}?.innerText.includes('both front corners')")).await.unwrap();
    house.is_sound("the joins").await;
    house.browser.find(".joinings ol .btn").await.unwrap().click().await.unwrap();
    house.browser.until(&format!("{first}?.ariaPressed === 'true'")).await.unwrap();
    house.press("The customary order again").await;
    house.browser.until(&format!("{first}?.innerText.includes('both back corners')")).await.unwrap();
}

#[tokio::test]
async fn leftovers_are_kept_and_paper_is_taken_and_put_back() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/5").await;
    house.browser.find("#stage-trim").await.unwrap().click().await.unwrap();
    house.reads("Sheets, cut by cut").await;
    house.reads("Sheets A and B").await;
    house.browser.find(".trim-list button").await.unwrap().click().await.unwrap();
    house.browser.find(".sheet-picture .blade").await.unwrap();
    house.choose_paper().await;
    house.browser.find("#stage-trim").await.unwrap().click().await.unwrap();
    house.press("Take the paper: Speckled stoneware pad").await;
    house.reads("Taken from the shelf: 4 sheets of Speckled stoneware pad").await;
    house.is_sound("the trim stage").await;
    house.press("Put it back").await;
    house.browser.find_path("//button[contains(., 'Take the paper')]").await.unwrap();
    house.press("Keep it on the shelf").await;
    house.reads("On the shelf").await;
    // What is kept cannot be kept twice.
    house.browser.find(".leftovers .btn:disabled").await.unwrap();
    house.goto("/shelf").await;
    house.reads("Offcut 5⅝ × 12").await;
}

#[tokio::test]
async fn sheets_are_told_apart_on_the_folded_bag() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/5").await;
    house.draws_the_bag().await;
    house.browser.find(".bag-drawing .sheet-hatch").await.unwrap();
    house.browser.find(".bag-drawing .sheet-letter").await.unwrap();
    // A bag from one sheet carries no letters.
    house.goto("/bags/1").await;
    house.draws_the_bag().await;
    let none = "return document.querySelectorAll('.sheet-letter, .sheet-hatch').length";
    assert_eq!(house.browser.run(none).await.unwrap(), 0);
}

#[rstest]
#[tokio::test]
async fn several_bags_are_cut_together(#[values((1280, 800), (390, 844))] size: (u32, u32)) {
    let house = House::open(size, &["--demo"]).await;
    house.press_link("Cut several").await;
    house.reads("Say how many of each bag you want").await;
    house.click("[aria-label='Number of Bud vase']").await;
    house.browser.type_keys(&text(&["12", TAB])).await.unwrap();
    house.reads("12 sheets, and no way of cutting from edge to edge takes fewer.").await;
    house.click("[aria-label='One Bud vase more']").await;
    house.reads("13 sheets").await;
    house.is_sound("several bags").await;
}
