//! Lines made by ruler and hand, and what leaves of a bag that cannot be made.

use super::house::House;

/// Keeps a bag by its brief, in JSON, and opens it.
async fn open_bag(house: &House, name: &str, brief: &str) {
    house.goto("/").await;
    let script = format!(
        "return fetch('/api/bags', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ name: '{name}', brief: {brief} }}) }})
            .then(answer => answer.json()).then(bag => bag.id)"
    );
    let id = house.browser.run(&script).await.unwrap().as_u64().unwrap();
    house.goto(&format!("/bags/{id}")).await;
}

#[tokio::test]
async fn a_roll_is_lined_by_ruler_and_hand_until_a_board_is_asked_for() {
    for size in [(1280, 800), (390, 844)] {
        let house = House::open(size, &["--demo"]).await;
        let brief = "{ finished: { width: '7 1/4 in', height: '7 7/8 in', gusset: '3 3/4 in' }, build: { kind: 'folded_base' },
            sheet: { width: '30 in', height: '12 in', grid: '1/2 in' } }";
        open_bag(&house, "Tea bowl in wrap", brief).await;
        house.click("#stage-score").await;
        house.reads("Crease from the left, inside up").await;
        house.reads("A marking strip keeps both ends alike").await;
        house.reads("The grid on the back").await;
        // Two marks a line, and no fence.
        house.browser.until("document.querySelectorAll('.on-table .mark').length > 3").await.unwrap();
        let fences =
            house.browser.run("return document.querySelectorAll('.on-board .fence').length").await.unwrap();
        assert_eq!(fences.as_u64(), Some(0));
        house.is_sound("lines by ruler and hand").await;
        house.click("#stage-size").await;
        house.choose("How lines are made", "board").await;
        house.saved().await;
        house.browser.run("window.scrollTo(0, 0)").await.unwrap();
        house.click("#stage-score").await;
        house.browser.find(".on-board .fence").await.unwrap();
        // Undone, it is as the paper asks again.
        house.click("[title='Undo (Ctrl Z)']").await;
        house.reads("Crease from the left, inside up").await;
    }
}

#[tokio::test]
async fn files_of_a_bag_that_cannot_be_made_say_so_and_a_machine_waits_for_a_yes() {
    let house = House::open((1280, 800), &["--demo"]).await;
    let brief = "{ finished: { width: '9 in', height: '8 in', gusset: '3 in' } }";
    open_bag(&house, "Platter too wide", brief).await;
    house.saved().await;
    house.click(".download").await;
    house.reads("This bag cannot be made as it is").await;
    house.is_sound("take along what cannot be made").await;
    house.click(".take-along a[href$='taken/booklet.pdf']").await;
    let file = house.download_bytes("cannot-be-made-platter-too-wide-booklet.pdf").await;
    assert!(file.starts_with(b"%PDF-"));
}
