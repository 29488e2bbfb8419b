//! The stage of the handle, in the real interface.

use crate::house::{ENTER, House, TAB, text};

const HEM: &str = "//label[text()='Hem']/following-sibling::span/input";
const FROM_CENTRE: &str = "//label[text()='From centre']/following-sibling::span/input";
const FROM_EDGE: &str = "//label[text()='From edge']/following-sibling::span/input";
const LOAD: &str = "//input[@class='load-field']";
const WIDTH_OF_STRAP: &str = "//label[text()='Width of the strap']/following-sibling::span/input";
const BELOW_TOP: &str = "//label[text()='Below top']/following-sibling::span/input";

async fn tea_bowl() -> House {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.press_link("Tea bowl").await;
    house.click("#stage-handle").await;
    house.browser.find(".face-drawing .grip").await.unwrap();
    house
}

/// Handbook (common practice): the strip behind the holes has to be shallower than the hem that covers it.
#[tokio::test]
async fn a_shallow_hem_makes_the_strip_complain_and_the_remedy_mends_it() {
    let house = tea_bowl().await;
    house.click("#stage-size").await;
    house.retype(HEM, &text(&["3/4", ENTER])).await;
    house.reads("The strip does not reach past the holes").await;
    house.click("#stage-handle").await;
    house.browser.find(".bench-panel .verdict.is-warns").await.unwrap();
    house.press("Hem 1").await;
    house.browser.until("!document.querySelector('.bench-panel .verdict.is-warns')").await.unwrap();
    house.click("#stage-size").await;
    assert_eq!(house.value(HEM).await, "1");
    house.saved().await;
}

/// Holes are moved by keys and by typing; both sides follow, and both faces, which are different pieces.
#[tokio::test]
async fn holes_move_together_on_both_faces() {
    let house = tea_bowl().await;
    assert_eq!(house.value(FROM_CENTRE).await, "1/2");
    house.browser.run("document.querySelectorAll('.grip')[1].focus()").await.unwrap();
    // To the right of the right-hand hole is away from the centre: groove by groove.
    house.browser.type_keys("\u{e014}").await.unwrap();
    house.browser.until("document.querySelectorAll('.grip')[0].ariaValueText.startsWith('⅝')").await.unwrap();
    assert_eq!((house.value(FROM_CENTRE).await, house.value(FROM_EDGE).await), ("5/8".into(), "1".into()));
    house.retype(FROM_EDGE, &text(&["7/8", TAB])).await;
    house.browser.until("document.querySelectorAll('.grip')[1].ariaValueText.startsWith('¾')").await.unwrap();
    // One step back takes the typing back.
    house.press_while_enabled("Undo").await;
    house.browser.until("document.querySelectorAll('.grip')[1].ariaValueText.startsWith('½')").await.unwrap();
    house.press_while_enabled("Redo").await;
    house.browser.until("document.querySelectorAll('.grip')[1].ariaValueText.startsWith('¾')").await.unwrap();
    house.saved().await;
    // The proof has measured it, and the folded bag shows two holes in front and two behind.
    house.click("#stage-size").await;
    house.reads("The holes of front and back meet").await;
    house.draws_the_bag().await;
    let script = "return [...document.querySelectorAll('.bag-drawing .hole')].length";
    assert!(house.browser.run(script).await.unwrap().as_i64().unwrap() >= 4);
}

/// A drag snaps to the grooves of the board.
#[tokio::test]
async fn a_dragged_hole_snaps_to_the_ruler() {
    let house = tea_bowl().await;
    let script = "const grip = document.querySelectorAll('.grip')[1];
        const box = grip.getBoundingClientRect();
        const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
        const point = (type, dx, dy) => grip.dispatchEvent(new PointerEvent(type, {
            bubbles: true, pointerId: 1, clientX: at.x + dx, clientY: at.y + dy }));
        grip.setPointerCapture = () => {};
        point('pointerdown', 0, 0); point('pointermove', 23, 11); point('pointerup', 23, 11);";
    house.browser.run(script).await.unwrap();
    house
        .browser
        .until("!document.querySelectorAll('.grip')[0].ariaValueText.startsWith('½ from')")
        .await
        .unwrap();
    house.saved().await;
    for field in [FROM_CENTRE, BELOW_TOP] {
        let value = house.value(field).await;
        let figure: wide_fold_core::Length = value.parse().unwrap();
        assert!(figure.is_on(wide_fold_core::Length::eighths(1)), "{value}");
    }
}

#[tokio::test]
async fn a_handle_is_picked_by_its_drawing_and_comes_with_its_parts() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.press_link("Bud vase").await;
    house.click("#stage-handle").await;
    house.reads("2 × handle strip").await;
    house.reads("from sheet A").await;
    // A hidden strap needs a hem: said with its reason, mended with one press.
    house.reads("A hidden strap needs a hem 1 deep").await;
    house.press("Strap through slots, with:").await;
    house.reads("1 × strap").await;
    house.browser.find(".face-drawing .hole.is-strap").await.unwrap();
    // It was too heavy for what it is.
    house.retype(LOAD, "9 lb").await;
    house.reads("is more than people trust such a bag with").await;
    house.retype(WIDTH_OF_STRAP, "1").await;
    house.retype(LOAD, "heavy").await;
    house.reads("is not a weight").await;
}

#[tokio::test]
async fn the_stage_is_sound_wide_and_narrow() {
    for size in [(1280, 800), (390, 844)] {
        let house = House::open(size, &["--demo"]).await;
        // Every demo bag has a different handle, and so other figures.
        for bag in [1, 3, 4, 5, 2] {
            house.goto(&format!("/bags/{bag}")).await;
            house.click("#stage-handle").await;
            house.browser.find(".face-drawing .grip").await.unwrap();
            house.shows_every_measurement(&format!("bag {bag} at {}", size.0)).await;
        }
        house.browser.find(".handle-kinds button").await.unwrap();
        house.is_sound(&format!("the handle stage at {}", size.0)).await;
    }
}

/// The template is at 1:1, and its holes stand as far apart as they do on the bag.
#[tokio::test]
async fn the_hole_template_is_as_large_as_the_face() {
    let house = tea_bowl().await;
    house.retype(FROM_CENTRE, &text(&["3/4", ENTER])).await;
    house.press("Hole template, 1:1").await;
    let file = house.download("tea-bowl-hole-template.svg").await;
    let tree = usvg::Tree::from_str(&file, &usvg::Options::default()).unwrap();
    let holes = tree.node_by_id("holes").unwrap();
    let usvg::Node::Group(holes) = holes else { panic!("the holes are a group") };
    let middles: Vec<f64> = holes
        .children()
        .iter()
        .map(|hole| hole.abs_bounding_box())
        .map(|round| f64::from(round.left() + round.right()) / 2.0 / 96.0)
        .collect();
    assert_eq!(middles.len(), 2, "one face's holes, for both");
    assert!(((middles[0] - middles[1]).abs() - 1.5).abs() < 1e-3, "{middles:?}");
}

/// Stages by their numbers, and nothing lost between them.
#[tokio::test]
async fn stages_are_changed_by_their_numbers() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house.browser.find(".drawing .dimension").await.unwrap();
    for (key, stage) in
        [("2", "handle"), ("4", "score"), ("6", "glue"), ("3", "trim"), ("5", "cut"), ("1", "size")]
    {
        house.browser.find("body").await.unwrap().send_keys(key).await.unwrap();
        house
            .browser
            .until(&format!("document.querySelector('#stage-{stage}').ariaSelected === 'true'"))
            .await
            .unwrap();
    }
}

/// A single handle from gusset to gusset, and a medallion on the front: both are drawn on the face and on the pieces, and one step back
/// takes each of them off again.
#[tokio::test]
async fn one_ribbon_carries_the_bag_and_a_medallion_adorns_it() {
    let house = tea_bowl().await;
    house.press("One ribbon through the gussets").await;
    house.reads("A single handle over the mouth").await;
    house.browser.until("document.querySelectorAll('.grip').length === 2").await.unwrap();
    // It is held at the two sides of the face, and stands over the whole width of it.
    let at_sides = "const face = document.querySelector('.face-drawing .paper').getBoundingClientRect();\
        const grips = [...document.querySelectorAll('.grip')].map((own) => own.getBoundingClientRect());\
        return grips.every((own) => [face.left, face.right].some((side) => Math.abs(own.x + own.width / 2 - side) < 3))";
    assert_eq!(house.browser.run(at_sides).await.unwrap(), true);
    house.press("a medallion on the front").await;
    house.browser.find(".face-drawing .area.is-medallion").await.unwrap();
    house.is_sound("a medallion and a single handle").await;
    house.saved().await;
    house.press_while_enabled("Undo").await;
    house.browser.until("!document.querySelector('.face-drawing .area.is-medallion')").await.unwrap();
    house.saved().await;
}

/// A hem slit at its corners and cut to scallops is drawn so, as true arcs, whole ones on every panel; straight again, none are left.
#[tokio::test]
async fn an_edge_is_drawn_as_it_will_be_cut() {
    let house = tea_bowl().await;
    house.click("#stage-size").await;
    house.choose("Top edge", "hem_out").await;
    house.choose("Hem at the corners", "slit").await;
    house.choose("Line of the edge", "scalloped").await;
    let arcs = "(document.querySelector('.sheet-drawing .paper, .drawing .piece .paper').getAttribute('d').match(/A /g) ?? []).length";
    house.browser.until(&format!("{arcs} > 3")).await.unwrap();
    house
        .retype("//label[text()='Repeat of the edge']/following-sibling::span/input", &text(&["1/2", ENTER]))
        .await;
    house.browser.until(&format!("{arcs} > 8")).await.unwrap();
    house.is_sound("a scalloped hem").await;
    house.choose("Line of the edge", "straight").await;
    house.browser.until(&format!("{arcs} === 0")).await.unwrap();
    house.saved().await;
}
