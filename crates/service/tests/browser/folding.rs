//! Builds, the folded bag and its proof.

use crate::house::{GUSSET, House, WIDTH};
use wide_fold_browser::Key;

#[tokio::test]
async fn a_build_is_chosen_by_its_pieces_and_folds_up() {
    let house = House::open((1280, 800), &["--demo"]).await;
    // The tea bowl's bag, wrapped.
    house.goto("/bags/2").await;
    house.reads("How it is built").await;
    for (name, says) in [
        ("Corner pair", "each of the two pieces is 6 × 7¾"),
        ("Cradle pair, squares as ears", "the piece is 7¾ × 7¾"),
        ("Cradle pair, squares in the base", "the piece is 7¾ × 7¾"),
    ] {
        house.press(name).await;
        house.reads(says).await;
        house.reads("Folded and measured: all").await;
        house.saved().await;
    }
    // The finished size stays; two different pieces can be looked at one by one.
    assert_eq!(house.value(WIDTH).await, "3 1/4");
    house.browser.find_path("//button[text()='Back piece']").await.unwrap().click().await.unwrap();
    house.browser.until("document.querySelectorAll('.drawing .cut').length === 2").await.unwrap();
    // The proof is read as a list.
    house.click(".proof summary").await;
    let items = house.browser.run("return document.querySelectorAll('.proof li').length").await.unwrap();
    assert!(items.as_i64().unwrap() >= 12, "{items}");
    house.reads("What is glued under is wholly covered").await;

    // Folded in front of you, by keyboard.
    house.draws_the_bag().await;
    house.bag_is("Base closed: the open bag").await;
    house.is_sound("the folded bag").await;
    let slider = house.browser.find(".fold-way input[type=range]").await.unwrap();
    slider.send_keys(&Key::Home.to_string()).await.unwrap();
    house.bag_is("Unrolled").await;
    for _ in 0..12 {
        house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    }
    house.bag_is("Bent into a tube").await;
    let before =
        house.browser.run("return document.querySelector('.facet').getAttribute('points')").await.unwrap();
    house.browser.find(".bag-stage").await.unwrap().send_keys(&Key::Right.to_string()).await.unwrap();
    let before = before.as_str().unwrap();
    house
        .browser
        .until(&format!("document.querySelector('.facet').getAttribute('points') !== '{before}'"))
        .await
        .unwrap();
}

/// Every school, for the tea bowl's bag: chosen by its drawing, proved, and folded by the slider.
#[tokio::test]
async fn every_school_folds_the_tea_bowls_bag() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house.reads("How it is built").await;
    house.draws_the_bag().await;
    for (name, end, way) in [
        ("Folded base", "Base closed: the open bag", "Ends squashed in · the paper bends on the way here"),
        ("Pleated flare", "Folded end to end: the flare", "Pleated"),
        ("Corner pair", "Base closed: the open bag", "Bent into a tube"),
        ("Cradle pair, squares in the base", "Base closed: the open bag", "Bent into a tube"),
        ("Wrap", "Base closed: the open bag", "Bent into a tube"),
    ] {
        house.press(name).await;
        let chosen =
            format!("document.querySelector('.way[aria-pressed=true] strong')?.innerText === '{name}'");
        house.browser.until(&chosen).await.unwrap();
        house.reads("Folded and measured: all").await;
        let slider = house.browser.find(".fold-way input[type=range]").await.unwrap();
        slider.send_keys(&Key::End.to_string()).await.unwrap();
        house.bag_is(end).await;
        // Half way and a little on: the tube's ends are in, the pleats are made, the panels are bent.
        slider.send_keys(&Key::Home.to_string()).await.unwrap();
        for _ in 0..23 {
            house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
        }
        let passed = if name == "Folded base" || name == "Pleated flare" { way } else { "First flaps in" };
        house.bag_is(passed).await;
    }
    house.saved().await;
}

#[tokio::test]
async fn a_bag_is_folded_flat_and_says_what_is_folded() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house.reads("How it is built").await;
    house.choose("Gusset crease", "fold_flat_back").await;
    house.reads("The layers lie in an order without crossing").await;
    house.click(".proof summary").await;
    house.reads("Alternate angles sum to 180° (Kawasaki–Justin)").await;
    house.reads("only the half from the apex to the back edge").await;
    house.reads("layers at most").await;
    house.draws_the_bag().await;
    let slider = house.browser.find(".fold-way input[type=range]").await.unwrap();
    slider.send_keys(&Key::End.to_string()).await.unwrap();
    house.bag_is("Folded flat · the paper bends on the way here").await;
    house.is_sound("the flat bag").await;
    // One step back it stands open: nothing is shown in between.
    slider.send_keys(&Key::Left.to_string()).await.unwrap();
    house.bag_is("Base closed: the open bag").await;
}

#[tokio::test]
async fn an_item_of_the_proof_shows_itself_on_the_sheet_and_on_the_bag() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.reads("Folded and measured: all").await;
    house.click(".proof summary").await;
    house.press("Width of the front").await;
    let lit = |css: &str| format!("document.querySelectorAll('{css} .is-lit').length === 1");
    house.browser.until(&lit(".drawing .facets")).await.unwrap();
    house.browser.until(&lit(".companion .bag-picture")).await.unwrap();
    house.draws_the_bag().await;
    house.browser.until(&lit(".bag-drawing")).await.unwrap();
    house.browser.until(&lit(".piece-map")).await.unwrap();
    // Pressed again it goes out.
    house.press("Width of the front").await;
    house.browser.until("document.querySelector('.bag-drawing .is-lit') === null").await.unwrap();
    // What is pointed at on the map of the sheet stands out on the bag, and is named.
    let point = "document.querySelector('.piece-map .facets polygon').dispatchEvent(new MouseEvent('mouseover', { bubbles: true }))";
    house.browser.run(point).await.unwrap();
    house.browser.until(&lit(".bag-drawing")).await.unwrap();
    house.reads("outside face.").await;
}

#[tokio::test]
async fn an_impossible_choice_says_why_and_what_would_do() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house.reads("How it is built").await;
    house.press("Cradle pair, squares as ears").await;
    house.reads("the piece is 7¾ × 7¾").await;
    house.choose("Gusset crease", "centre").await;
    house.reads("Ears do not let the gussets fold").await;
    house.press("Slit the squares upwards").await;
    house
        .browser
        .until("!document.body.textContent.includes('Ears do not let the gussets fold')")
        .await
        .unwrap();
    // A gusset too deep for a folded base: its card says why, and what is nearest.
    house.retype(GUSSET, "3").await;
    house.reads("The end triangles collide by ¼").await;
    house.press("Folded base, with:").await;
    // 3¼ less a lap of ½ leaves 2¾; taken with whatever else it needs to fit the sheet.
    house.reads("This bag can be made.").await;
    house.reads("Folded and measured: all").await;
    house.saved().await;
}

#[tokio::test]
async fn the_same_bag_is_scaled_to_another_sheet() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.reads("The same bag on another sheet").await;
    let path = "//section[@class='other-sheets']//button[.//strong='6×6']";
    house.browser.find_path(path).await.unwrap().click().await.unwrap();
    // 3¾ × 6½ × 2 from half the sheet, on the grooves.
    house.reads("1¾ × 3 × ⅞ finished").await;
    house.reads("on 6×6").await;
    house.click("[aria-label=Undo]").await;
    house.reads("3¾ × 6½ × 2 finished").await;
    house.saved().await;
}

/// A face that fills a sheet by itself: the run is cut where its joins show least, and where else one likes.
#[tokio::test]
async fn a_bag_larger_than_two_sheets_is_joined_from_more_pieces() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.retype(WIDTH, "11").await;
    house.retype(GUSSET, "3 1/2").await;
    // A full base flap of 3½ fits with the height of 6½.
    house.press("Four pieces from 3 sheets").await;
    house.reads("This bag can be made.").await;
    house.reads("Folded and measured: all").await;
    house.reads("joined at").await;
    // Both gussets stand on one sheet; the other piece is drawn beside the one at hand.
    house.browser.find_path("//button[text()='Gusset']").await.unwrap().click().await.unwrap();
    house.browser.until("document.querySelectorAll('.drawing .paper').length === 2").await.unwrap();
    // One join fewer would need a larger sheet.
    house.press("left front corner").await;
    house.reads("too wide for the 12×12 sheet").await;
    house.press("Four pieces from 3 sheets").await;
    house.reads("This bag can be made.").await;
    house.draws_the_bag().await;
    house.bag_is("Base closed: the open bag").await;
    house.is_sound("the joined bag").await;
    house.saved().await;
}
