//! The door that begins with the paper.

use crate::house::{House, text};
use wide_fold_browser::Key;

#[tokio::test]
async fn a_sheet_becomes_a_bag_by_keyboard() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to("a[href='/paper']").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    // The roomiest wrap of a 12 × 12.
    house.reads("3¼ × 9½ × 2½").await;
    house.reads("Every score lies on a groove.").await;
    house.is_sound("the door of the paper").await;
    // A gusset deeper by a groove: width and height follow.
    house.tab_to("#trade-2").await;
    house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    house.reads("3⅛ × 9⅜ × 2⅝").await;
    // Wider: the gusset gives way, and the height grows.
    house.browser.run("document.getElementById('trade-0').focus()").await.unwrap();
    house.browser.type_keys(&Key::Right.to_string().repeat(2)).await.unwrap();
    house.reads("3⅜ × 9⅝ × 2⅜").await;
    // Another build keeps the gusset, as near as it has it.
    house.browser.run("document.querySelector('.builds input:checked').focus()").await.unwrap();
    house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    house.browser.until("document.querySelectorAll('.builds input')[1].checked").await.unwrap();
    house.browser.until("document.querySelectorAll('.family-sheet .piece').length === 2").await.unwrap();
    house.browser.type_keys(&Key::Left.to_string()).await.unwrap();
    house.reads("3⅜ × 9⅝ × 2⅜").await;
    house.press("Square").await;
    house.is_sound("a square bag").await;
    // What the shelf makes of it.
    house.press("Which sizes would use my shelf up?").await;
    house.browser.find(".mixes li li").await.unwrap();
    house.browser.run("document.querySelectorAll('.yields > p button')[1].focus()").await.unwrap();
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("no more are possible").await;
    house.is_sound("what the shelf makes").await;
    house.browser.until("!document.querySelector('.paper-bag .btn-ink').disabled").await.unwrap();
    house.tab_to(".paper-bag .btn-ink").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.browser.until("location.pathname.startsWith('/bags/')").await.unwrap();
    house.browser.find("#stage-size").await.unwrap();
}

#[tokio::test]
async fn a_sheet_that_is_typed_wrong_says_so() {
    let house = House::open((390, 844), &[]).await;
    house.goto("/paper").await;
    house.browser.find(".family-sheet").await.unwrap();
    house
        .browser
        .run("document.querySelector('.sheet-choice label:last-of-type input').click()")
        .await
        .unwrap();
    house.reads("Type how wide and how high the sheet is").await;
    house.browser.run("document.querySelector('.sheet-typed input').focus()").await.unwrap();
    house.browser.type_keys(&text(&["wide", "\u{e004}", "12"])).await.unwrap();
    house.browser.find("[aria-label='Width of the sheet'][aria-invalid=true]").await.unwrap();
    house.is_sound("a sheet that cannot be read").await;
    house.browser.run("document.querySelector('.sheet-typed input').focus()").await.unwrap();
    house.browser.type_keys(&text(&["\u{e009}", "a", "\u{e000}", "9"])).await.unwrap();
    house.browser.find(".family-sheet").await.unwrap();
    house.is_sound("a sheet of another size").await;
}

#[tokio::test]
async fn a_typed_size_on_a_named_sheet_becomes_a_bag_by_keyboard() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to(".new-bag-blanks input").await;
    house.browser.type_keys("2\u{e004}4\u{e004}1 1/2").await.unwrap();
    house.tab_to(".new-bag .sheet-choice input:checked").await;
    // 12×12, 10×10, 6×6.
    house.browser.type_keys(&Key::Right.to_string().repeat(2)).await.unwrap();
    house
        .browser
        .until("document.querySelectorAll('.new-bag .sheet-choice input')[2].checked")
        .await
        .unwrap();
    house.is_sound("the first page with its doors").await;
    house.browser.run("document.querySelector('.new-bag-blanks input').focus()").await.unwrap();
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.browser.until("location.pathname.startsWith('/bags/')").await.unwrap();
    // 7 and a tab do not go on a 6 × 6: that it says so shows the sheet that was named.
    house.reads("too wide for the 6×6").await;
}
