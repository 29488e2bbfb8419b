//! The paper shelf: papers put on, counted, taken off and brought back, read in from a list, and cut for a bag.

use crate::house::{ENTER, House, TAB, text};
use rstest::rstest;

#[tokio::test]
async fn a_paper_goes_on_the_shelf_and_becomes_a_bags_sheet() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/shelf").await;
    house.reads("Speckled stoneware pad").await;
    house.is_sound("the shelf").await;
    house.press("Another paper").await;
    house.browser.until("document.activeElement?.placeholder === 'Ash glaze pad'").await.unwrap();
    let keys = text(&["Raku card", TAB, "20", TAB, "nought", ENTER]);
    house.browser.type_keys(&keys).await.unwrap();
    house.reads("nought").await;
    house.is_sound("a refused paper").await;
    let width = house.browser.find_path("//label[span='Width']/input").await.unwrap();
    width.clear().await.unwrap();
    width.send_keys(&text(&["30", ENTER])).await.unwrap();
    house.reads("30 × 20").await;
    house.click("[aria-label='One Raku card more']").await;
    house
        .browser
        .until("[...document.querySelectorAll('[aria-label=\"How many of Raku card are left\"] output')].some(out => out.textContent === '2')")
        .await
        .unwrap();
    house.click("[aria-label='Take Raku card off the shelf']").await;
    house.reads("“Raku card” is off the shelf.").await;
    house.press("Bring it back").await;
    house.browser.find("[aria-label='Take Raku card off the shelf']").await.unwrap();

    house.goto("/bags/3").await;
    house.browser.find("select[aria-label='Paper from the shelf'] option:nth-child(7)").await.unwrap();
    house.choose("Paper from the shelf", "6").await;
    // The save follows a moment later.
    let sheet = "const done = arguments[arguments.length - 1];
        const look = async () => {
            const { sheet } = (await (await fetch('/api/bags/3')).json()).brief;
            if (sheet.width === '12 in') setTimeout(look, 50); else done([sheet.width, sheet.height]);
        };
        look();";
    let sheet = house.browser.client().execute_async(sheet, Vec::new()).await.unwrap();
    assert_eq!(sheet, serde_json::json!(["30 in", "20 in"]));
}

#[rstest]
#[tokio::test]
async fn a_list_with_a_bad_line_keeps_nothing_until_told() {
    let house = House::open((390, 844), &[]).await;
    let list = house.folder.path().join("papers.csv");
    std::fs::write(&list, "name,width,height\nTenmoku card,12,12\nTorn scrap,wide,12\n").unwrap();
    house.goto("/shelf").await;
    let file = house.browser.find("input[type=file]").await.unwrap();
    file.send_keys(list.to_str().unwrap()).await.unwrap();
    house.reads("so nothing was put on the shelf").await;
    house.reads("Line 3, width").await;
    house.is_sound("a list with a bad line").await;
    house.press("Keep the 1 good line").await;
    house.reads("Tenmoku card").await;
}

/// Rows that another version, or a hand, has left: each is shown as what it is, and what can be done is done.
#[tokio::test]
async fn what_cannot_be_read_is_shown_apart_and_can_be_written_anew() {
    let house = House::open((390, 844), &["--demo"]).await;
    let db = rusqlite::Connection::open(house.folder.path().join("bags.db")).unwrap();
    let odd = r#"{"name":"Ash card","kind":"sheets","width":"1/2 in","height":"12 in","count":4}"#;
    db.execute("INSERT INTO paper (revision, paper) VALUES (1, ?)", [odd]).unwrap();
    db.execute("UPDATE paper SET paper = json_set(paper, '$.height', '0 in') WHERE id = 5", []).unwrap();
    db.execute("UPDATE bag SET brief = '{\"shape\":9}', rules = '' WHERE id = 2", []).unwrap();
    house.goto("/shelf").await;
    house.reads("A width of 1/2 in is no paper").await;
    house.reads("used up").await;
    house.is_sound("a shelf with an odd paper").await;
    house.press("Write it anew").await;
    house.press("Write Ash card anew").await;
    house.browser.find("[aria-label='One Ash card more']").await.unwrap();
    house.goto("/").await;
    house.reads("Kept by another version: it cannot be read.").await;
    house.browser.find("a[href='/api/bags/2/kept'][download]").await.unwrap();
    house.is_sound("a list with an odd bag").await;
}

#[tokio::test]
async fn a_long_list_comes_page_by_page() {
    let house = House::open((1280, 800), &[]).await;
    let fill = "const done = arguments[arguments.length - 1];
        const one = n => fetch('/api/bags', { method: 'POST', headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ name: `Tile box ${n}`, brief: { finished: { width: '3', height: '5', gusset: '2' } } }) });
        (async () => { for (let n = 1; n <= 65; n++) await one(n); done(true); })();";
    house.browser.client().execute_async(fill, Vec::new()).await.unwrap();
    house.goto("/").await;
    house.reads("60 of 65 bags").await;
    house.is_sound("a long list").await;
    house.press("Show more").await;
    house.browser.until("document.querySelectorAll('.slip').length === 65").await.unwrap();
    house.browser.until("!document.querySelector('.more-bags')").await.unwrap();
    // As many as are there can be cut together.
    house.goto("/cut").await;
    house.reads("60 of 65 bags").await;
}
