//! The door that begins with what goes in.

use crate::house::{House, TAB, WIDTH, text};
use wide_fold_browser::Key;

#[tokio::test]
async fn a_vase_becomes_a_bag_by_keyboard() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to("a[href='/gift']").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("Type its measures").await;
    house.is_sound("the door of the gift").await;
    // The third shape, then its measures.
    house.tab_to(".shapes input:checked").await;
    house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    house.browser.until("document.querySelectorAll('.shapes input')[2].checked").await.unwrap();
    house.browser.type_keys(&text(&[TAB, "nought", TAB, "7"])).await.unwrap();
    house.reads("Across").await;
    house.browser.find(".measures input[aria-invalid=true]").await.unwrap();
    house.is_sound("a measure that cannot be read").await;
    let across = house.browser.find(".measures input").await.unwrap();
    // Typed over.
    across.send_keys(&text(&["\u{e009}", "a", "\u{e000}", "2 1/2"])).await.unwrap();
    // A vase only stands: one bag.
    house.browser.until("document.querySelectorAll('.fit').length === 1").await.unwrap();
    house.reads("Standing it takes 2½ × 7 × 2½").await;
    house.browser.find(".fit .facet.is-through").await.unwrap();
    house.is_sound("a bag for a vase").await;
    house.browser.until("!document.querySelector('.fit button').disabled").await.unwrap();
    house.tab_to(".fit button").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("Made for a bottle or vase: 2½ × 7 × 2½").await;
    house.is_sound("a bag made for a vase").await;
    // A bag too small for it says so at once, and mends it.
    house.retype(WIDTH, "2").await;
    house.reads("What goes into it no longer fits").await;
    house.reads("the width is ½ short").await;
}

#[tokio::test]
async fn the_room_that_is_left_is_kept() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/gift").await;
    house.tab_to(".rooms summary").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.tab_to(".rooms label:nth-child(2) input").await;
    house.browser.type_keys(&text(&["wide", TAB])).await.unwrap();
    house.reads("“wide” is not a length").await;
    house.is_sound("a room that cannot be read").await;
    house.browser.find(".rooms input[aria-invalid=true]").await.unwrap();
    house.browser.run("document.querySelector('.rooms label:nth-child(2) input').focus()").await.unwrap();
    house.browser.type_keys(&text(&["\u{e009}", "a", "\u{e000}", "1/2", TAB])).await.unwrap();
    house.reads("Kept for every gift to come").await;
    house.goto("/gift").await;
    let kept = "document.querySelector('.rooms label:nth-child(2) input')?.value === '1/2 in'";
    house.browser.until(kept).await.unwrap();
}

/// Four jars are typed once and counted; a weight that cannot be read is said, and takes no bag away.
#[tokio::test]
async fn jars_are_counted_and_an_odd_weight_blanks_nothing() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/gift").await;
    house.tab_to(".measures input").await;
    house.browser.type_keys(&text(&["3", TAB, "4"])).await.unwrap();
    for _ in 0..3 {
        house.click(".alike .btn:last-child").await;
    }
    house.reads("4 alike").await;
    house.reads("All standing in two rows it takes 6 × 4 × 6").await;
    house.is_sound("four jars").await;
    let weight = house.browser.find_path("//label[contains(., 'Weight of all')]//input").await.unwrap();
    weight.send_keys("heavy").await.unwrap();
    house.reads("“heavy” is not a weight").await;
    house.reads("All standing in two rows it takes 6 × 4 × 6").await;
    house.browser.find("input[aria-invalid=true]").await.unwrap();
    house.is_sound("a weight that cannot be read").await;
}
