//! Made bags in the journal, and backups put back.

use crate::house::{House, WIDTH};
use wide_fold_browser::Key;

#[tokio::test]
async fn a_made_bag_goes_into_the_journal_by_keyboard_and_out_and_back() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to("a[href='/journal']").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    // The demo's dozen show what the hands do.
    house.browser.find(".plot.is-sure svg").await.unwrap();
    house.reads("by the median of 12 bags").await;
    house.is_sound("the journal").await;
    house.tab_to("[aria-label='Width'] button:nth-of-type(3)").await;
    house.browser.type_keys(&format!("{}{}", Key::Enter, "\u{e004}".repeat(3))).await.unwrap();
    house.browser.run("document.querySelector(\"[aria-label='Gusset as measured']\").focus()").await.unwrap();
    house.browser.type_keys("2 1/16").await.unwrap();
    house.press("Into the journal").await;
    house.reads("is in the journal.").await;
    house.reads("by the median of 13 bags").await;
    // What is far off is asked back, and nothing that was typed is lost.
    house.browser.run("document.querySelector(\"[aria-label='Width as measured']\").focus()").await.unwrap();
    house.browser.type_keys("95").await.unwrap();
    house.press("Into the journal").await;
    house.reads("Is it in another unit?").await;
    house.is_sound("a measure that is far off").await;
    let typed = house
        .browser
        .run("return document.querySelector(\"[aria-label='Width as measured']\").value")
        .await
        .unwrap();
    assert_eq!(typed, "95");
    let out = "document.querySelector('.entries .btn-tool').click()";
    house.browser.run(out).await.unwrap();
    house.reads("is out of the journal.").await;
    house.press("Bring it back").await;
    house.reads("by the median of 13 bags").await;
}

#[tokio::test]
async fn the_journal_and_safe_keeping_fit_a_phone() {
    let house = House::open((390, 844), &["--demo"]).await;
    house.goto("/journal").await;
    house.browser.find(".plot svg").await.unwrap();
    house.is_sound("the journal on a phone").await;
    house.goto("/keeping").await;
    house.browser.find(".keep-count").await.unwrap();
    house.is_sound("safe keeping on a phone").await;
}

#[tokio::test]
async fn what_was_deleted_comes_back_from_a_backup() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/keeping").await;
    house.press("Make one now").await;
    house.browser.find(".backups li").await.unwrap();
    house.is_sound("safe keeping").await;
    house.goto("/").await;
    house.click("[aria-label='Delete Tea bowl']").await;
    house.reads("“Tea bowl” is deleted.").await;
    house.goto("/keeping").await;
    house.browser.find(".backups button").await.unwrap();
    house.press("Look into it").await;
    house.reads("Would come back: Tea bowl.").await;
    house.is_sound("a backup looked into").await;
    house.press("Put it in place of everything here").await;
    house.reads("It is back.").await;
    house.browser.until("document.querySelectorAll('.backups li').length === 2").await.unwrap();
    house.goto("/").await;
    house.reads("Tea bowl").await;
}

#[tokio::test]
async fn a_bag_goes_back_to_how_it_was() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.retype(WIDTH, "3 1/2").await;
    house.saved().await;
    house.click("[aria-label='Earlier versions']").await;
    house.reads("width 3¾ instead of 3½").await;
    house.is_sound("earlier versions").await;
    house.press("Go back to it").await;
    house.reads("It is as it was then.").await;
    house.reads("width 3½ instead of 3¾").await;
    house.press_link("Back to the bag").await;
    house.browser.find(".drawing .dimension").await.unwrap();
    assert_eq!(house.value(WIDTH).await, "3 3/4");
}

#[tokio::test]
async fn what_the_hands_do_is_taken_off_in_new_plans_and_back_again() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/journal").await;
    house.reads("score each corner 1⁄16 in nearer than the last: by 12 bags").await;
    house.press("Take it into new plans").await;
    house.reads("New plans do so.").await;
    house.reads("Taken off for your hands").await;
    house.is_sound("the journal with what is taken off").await;
    // A new bag is told for these hands, and says so.
    house.goto("/").await;
    house.tab_to(".new-bag-blanks input").await;
    house.browser.type_keys(&format!("3 3/4\u{e004}6 1/2\u{e004}2{}", Key::Enter)).await.unwrap();
    house.browser.until("location.pathname.startsWith('/bags/')").await.unwrap();
    house.reads("Scores are told for your hands").await;
    house.reads("4 scores are told otherwise for it, by up to ¼: 11½ less ¼.").await;
    house.click("#stage-score").await;
    house.browser.until("document.querySelectorAll('.score-figures .told-less').length === 4").await.unwrap();
    house.is_sound("scores told for these hands").await;
    // One press, and it is told as it lies; undone, it is told for these hands again.
    house.click("#stage-size").await;
    house.press("Tell them as they lie").await;
    house.browser.until("!document.body.innerText.includes('Scores are told for your hands')").await.unwrap();
    house.reads("As the journal has it").await;
    house.press("As the journal has it").await;
    house.reads("Scores are told for your hands").await;
    house.saved().await;
    // Left out, the next bag is told as it lies.
    house.goto("/journal").await;
    house.press("Leave it out").await;
    house.browser.until("!document.querySelector('.journal-hand-rules')").await.unwrap();
    house.goto("/").await;
    house.tab_to(".new-bag-blanks input").await;
    house.browser.type_keys(&format!("3 3/4\u{e004}6 1/2\u{e004}2{}", Key::Enter)).await.unwrap();
    house.browser.until("location.pathname.startsWith('/bags/')").await.unwrap();
    house.reads("This bag can be made.").await;
    let told =
        house.browser.run("return document.body.innerText.includes('told for your hands')").await.unwrap();
    assert_eq!(told, false);
}
