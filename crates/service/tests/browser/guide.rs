//! A guide is described, taken for a bag, and the bag is made in it.

use crate::house::{ENTER, House, TAB, text};

#[tokio::test]
async fn a_guide_is_described_and_a_bag_is_made_in_it() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/shelf#guides").await;
    house.reads("Packing-table guide").await;
    house.is_sound("the guides").await;
    house.press("Another guide").await;
    house.browser.until("document.activeElement?.placeholder === 'Bench guide'").await.unwrap();
    // Name, reach, base line, gusset, marks, taper: as they stand in the form. Its lines would end below the base line.
    let keys = ["Thrower’s guide", TAB, "1", TAB, "1 1/4", TAB, "2", TAB, "3 and 4 1/2", TAB, TAB, ENTER];
    house.browser.type_keys(&text(&keys)).await.unwrap();
    house.reads("they have to reach past the base line").await;
    house.is_sound("a refused guide").await;
    let reach = house.browser.find("[aria-invalid=true]").await.unwrap();
    reach.clear().await.unwrap();
    reach.send_keys(&text(&["6", ENTER])).await.unwrap();
    house.reads("Gusset 2, base flaps 1¼, faces of 3 and 4½").await;
    house.click("[aria-label='Take Thrower’s guide away']").await;
    house.reads("“Thrower’s guide” is taken away.").await;
    house.press("Bring it back").await;
    house.browser.find("[aria-label='Change Thrower’s guide']").await.unwrap();

    house.goto("/bags/1").await;
    house
        .browser
        .find("select[aria-label='Guide for notching and scoring'] option:nth-child(3)")
        .await
        .unwrap();
    house.choose("Guide for notching and scoring", "2").await;
    house.reads("“Thrower’s guide” does not fold this bag").await;
    house.reads("it has marks for 3 and 4½").await;
    // Of a 12×12 it makes three: 3 of one sheet, 4½ of a pair, and the widest pair.
    house.browser.until("document.querySelectorAll('.guide-makes button').length === 3").await.unwrap();
    house.is_sound("a guide that does not fold the bag").await;
    house.click(".guide-makes button:nth-of-type(3)").await;
    house
        .browser
        .until(
            "document.querySelector('.guide-makes [aria-pressed=true] strong')?.textContent.includes('9½')",
        )
        .await
        .unwrap();
    house.saved().await;
    house.click("#stage-score").await;
    house.reads("1. Front: no mark is so wide. Tick 9½ from the free edge").await;
    house.reads("one fed top first is lost").await;
    house
        .browser
        .find("svg[aria-label^='Face and gusset in the guide, outside up: front 9½, gusset 2, tab ½']")
        .await
        .unwrap();
    house.is_sound("the moves in the guide").await;
    // Taken back, it is as it was.
    house.click("[aria-label^='Undo']").await;
    house.browser.until("!document.querySelector('svg[aria-label*=\"in the guide\"]')").await.unwrap();
}
