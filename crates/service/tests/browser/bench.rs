//! The workbench: typing, remedies, undo, saving.

use crate::house::{ENTER, GUSSET, HEIGHT, House, TAB, WIDTH, text};
use serde_json::Value;
use std::path::Path;
use wide_fold_browser::{Key, Service};

#[tokio::test]
async fn the_worked_bag_from_an_empty_house_by_typing_alone() {
    let house = House::open((1280, 800), &[]).await;
    house.browser.until("document.activeElement?.placeholder === '3 3/4'").await.unwrap();
    house.is_sound("the empty state").await;
    house.browser.type_keys(&text(&["3 3/4", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["6 1/2", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["2", ENTER])).await.unwrap();
    house.reads("the piece is 12 × 8½").await;
    house.is_sound("the bag").await;
    // Handbook (common practice): 2, 5¾, 7¾, 11½ from the left edge; 2 from the bottom.
    assert_eq!(house.scores().await, ["2 5¾ 7¾ 11½", "2"]);

    // Too wide; the remedy mends it with one press.
    house.click("#stage-size").await;
    house.retype(WIDTH, "4").await;
    house.retype(HEIGHT, "7").await;
    house.reads("½ too wide for the 12×12 sheet").await;
    let remedy = house.browser.find_path("//button[contains(., 'Gusset 1¾')]").await.unwrap();
    remedy.click().await.unwrap();
    house.reads("This bag can be made.").await;
    assert_eq!(house.value(GUSSET).await, "1 3/4");
    house.saved().await;

    house.browser.client().refresh().await.unwrap();
    house.reads("4 × 7 × 1¾ finished").await;
    assert_eq!((house.value(WIDTH).await, house.value(GUSSET).await), ("4".to_owned(), "1 3/4".to_owned()));

    // Download and measure: 2·4 + 2·1¾ + ½ = 12 wide.
    house.click(".download").await;
    house.click(".take-along a[href*='/taken/sheet-'][href$='.svg']").await;
    let svg = house.download("new-bag-sheet-1-a.svg").await;
    let tree = usvg::Tree::from_str(&svg, &usvg::Options::default()).unwrap();
    let cut = tree.node_by_id("cut").unwrap().abs_bounding_box();
    assert!((f64::from(cut.width()) / 96.0 - 12.0).abs() < 1e-4, "{cut:?}");
    assert!((f64::from(cut.height()) / 96.0 - 8.75).abs() < 1e-4, "{cut:?}");
}

#[tokio::test]
async fn undo_redo_and_stepping_by_the_groove() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    let width = house.browser.find_path(WIDTH).await.unwrap();
    width.click().await.unwrap();
    for _ in 0..3 {
        house.browser.type_keys(&Key::Down.to_string()).await.unwrap();
    }
    house.reads("3⅜ × 6½ × 2 finished").await;
    house.browser.type_keys(&Key::Up.to_string()).await.unwrap();
    house.reads("3½ × 6½ × 2 finished").await;
    // How many presses it takes depends on how fast the keys came: those that came at once are one change.
    house.press_while_enabled("Undo").await;
    house.reads("3¾ × 6½ × 2 finished").await;
    house.press_while_enabled("Redo").await;
    house.reads("3½ × 6½ × 2 finished").await;
    house.saved().await;
}

#[tokio::test]
async fn the_unit_never_changes_the_bag() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    let before = house.scores().await;
    house.click("#stage-size").await;
    house.click(".unit-switch [aria-pressed=false]").await;
    house.reads("≈95.5 × ≈165 × ≈51 finished").await;
    assert_eq!(house.value(WIDTH).await, "95.25");
    house.click(".unit-switch [aria-pressed=false]").await;
    house.reads("3¾ × 6½ × 2 finished").await;
    assert_eq!(house.scores().await, before);
}

#[tokio::test]
async fn a_half_typed_figure_loses_nothing() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.retype(WIDTH, "3 3/").await;
    house.reads("the fraction has nothing under its line").await;
    house.reads("Not saved: finish the figure").await;
    house.is_sound("a field at fault").await;
    house.browser.type_keys("8").await.unwrap();
    house.reads("3⅜ × 6½ × 2 finished").await;
    house.saved().await;
}

#[tokio::test]
async fn work_goes_on_while_the_service_is_away_and_is_saved_when_it_is_back() {
    let House { service, browser, folder } = House::open((1280, 800), &["--demo"]).await;
    browser.goto(&format!("{}/bags/1", service.url())).await.unwrap();
    browser.find_path(WIDTH).await.unwrap();
    let host = service.host().to_owned();
    drop(service); // SIGKILL
    browser.find("[aria-label='Name of the bag']").await.unwrap().send_keys(" for Saturday").await.unwrap();
    browser.until("document.querySelector('.saving').innerText.includes('trying again')").await.unwrap();
    let binary = Path::new(env!("CARGO_BIN_EXE_wide-fold"));
    let service = Service::start_at(&host, binary, &folder.path().join("bags.db"), &["--demo"]).unwrap();
    browser.until("document.querySelector('.saving').innerText.trim() === 'Saved'").await.unwrap();
    browser.goto(service.url()).await.unwrap();
    browser.until("[...document.querySelectorAll('.slip strong')].some(name => name.innerText === 'Bud vase for Saturday')").await.unwrap();
}

#[tokio::test]
async fn what_was_typed_last_is_kept_on_leaving_at_once() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.browser.find_path(WIDTH).await.unwrap();
    // The last key and the way out in one breath: no plan can have come back between them.
    let script = "const input = [...document.querySelectorAll('.dimension')]
            .find(field => field.querySelector('label').textContent === 'Width').querySelector('input');
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, '3 1/8');
        input.dispatchEvent(new Event('input', { bubbles: true }));
        document.querySelector('.brand').click();";
    house.browser.run(script).await.unwrap();
    house.browser.until("[...document.querySelectorAll('.slip-size')].some(size => size.textContent.includes('3⅛ × 6½ × 2'))").await.unwrap();
}

#[tokio::test]
async fn a_verdict_marks_the_lines_of_its_own_piece() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.retype(GUSSET, "2 1/16").await;
    house
        .browser
        .find_path("//button[contains(., 'Cradle pair, squares in the base')]")
        .await
        .unwrap()
        .click()
        .await
        .unwrap();
    house.reads("between grooves").await;
    house.saved().await;
    let mark = "const verdict = [...document.querySelectorAll('.verdict')].find(v => v.textContent.includes('between grooves'));
        verdict.querySelector('button').focus();
        return true;";
    for piece in ["Front piece", "Back piece"] {
        house.browser.find_path(&format!("//button[text()='{piece}']")).await.unwrap().click().await.unwrap();
        house.browser.run(mark).await.unwrap();
        house
            .browser
            .until("document.querySelectorAll('.drawing .crease.is-marked').length > 0")
            .await
            .unwrap();
        // Marked are the lines of this piece that the judgement names, and no other.
        let marked = house
            .browser
            .run("return document.querySelectorAll('.drawing .crease.is-marked').length")
            .await
            .unwrap();
        let named = format!(
            "return fetch('/api/bags/1').then(answer => answer.json()).then(bag => fetch('/api/plan', {{
                method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify(bag.brief),
            }})).then(answer => answer.json()).then(plan => {{
                const at = plan.pieces.findIndex(piece => piece.name === '{piece}');
                const off = plan.verdicts.find(verdict => verdict.title.includes('between grooves'));
                return off.about.filter(about => about.piece === at).length;
            }})"
        );
        assert_eq!(marked, house.browser.run(&named).await.unwrap(), "{piece}");
    }
}

#[tokio::test]
async fn habits_are_changed_in_their_sentences() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.reads("the piece is 12 × 8½").await;
    for (name, value, says) in [
        // Half-and-lap by ½: flaps of 1¼ instead of 2.
        ("Base flaps", "half_and_lap", "the piece is 12 × 7¾"),
        // A hem of 1.
        ("Top edge", "hem_out", "the piece is 12 × 8¾"),
        ("Where the panels start", "half_gusset", "the piece is 12 × 8¾"),
        ("Sheet", "10×10", "2 too wide for the 10×10 sheet"),
    ] {
        house.choose(name, value).await;
        house.reads(says).await;
    }
    assert_eq!(house.scores().await[0], "1 4¾ 6¾ 10½ 11½");
    house.saved().await;
}

#[tokio::test]
async fn lines_are_read_by_keyboard() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    let drawing = house.browser.find(".drawing svg[role=listbox]").await.unwrap();
    drawing.send_keys(&Key::Right.to_string()).await.unwrap();
    house.browser.until("document.querySelector('.hit.is-read') !== null").await.unwrap();
    let script = "return document.querySelector('.reading').textContent.includes(
        document.querySelector('.hit.is-read').getAttribute('aria-label').slice(0, 12))";
    for _ in 0..6 {
        house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
        assert_eq!(house.browser.run(script).await.unwrap(), Value::Bool(true));
    }
    house.browser.type_keys("4").await.unwrap();
    house.reads("Score from the left edge").await;
}

#[tokio::test]
async fn two_windows_on_one_bag_are_both_offered() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.browser.find_path(WIDTH).await.unwrap();
    // Somebody else saves first.
    let script = "const done = arguments[arguments.length - 1];
        fetch('/api/bags/1').then(answer => answer.json()).then(bag =>
            fetch('/api/bags/1', { method: 'PUT', headers: { 'If-Match': `\"${bag.revision}\"`, 'Content-Type': 'application/json' },
                body: JSON.stringify({ name: 'Theirs', brief: { ...bag.brief, finished: { ...bag.brief.finished, width: '3 in' } } }) }))
            .then(answer => done(answer.status))";
    assert_eq!(house.browser.client().execute_async(script, Vec::new()).await.unwrap(), 200);
    house.retype(WIDTH, "3 1/2").await;
    house.reads("This bag was changed somewhere else").await;
    house.reads("3½ × 6½ × 2").await;
    house.reads("3 × 6½ × 2").await;
    house.is_sound("the choice of versions").await;
    house
        .browser
        .find_path("//button[contains(., 'Take the saved one')]")
        .await
        .unwrap()
        .click()
        .await
        .unwrap();
    house.reads("3 × 6½ × 2 finished").await;
    house.saved().await;
    // Undo brings the other one back.
    house.browser.until("!document.querySelector('.modal')").await.unwrap();
    house.click("[aria-label=Undo]").await;
    house.reads("3½ × 6½ × 2 finished").await;
    house.saved().await;
}

#[tokio::test]
async fn what_is_typed_meanwhile_is_not_undone_by_a_panel_that_lags_behind() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/1").await;
    house.reads("How it is built").await;
    // In one stroke, before anything can be drawn anew: a width is typed, and a word of a sentence is changed.
    let script = "const field = [...document.querySelectorAll('.dimension')]
            .find(field => field.querySelector('label').textContent === 'Width').querySelector('input');
        const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
        field.focus();
        write.call(field, '3 1/2');
        field.dispatchEvent(new Event('input', { bubbles: true }));
        const word = document.querySelector(\"select[aria-label='Top edge']\");
        const pick = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set;
        pick.call(word, 'hem_in');
        word.dispatchEvent(new Event('change', { bubbles: true }));";
    house.browser.run(script).await.unwrap();
    house.reads("3½ × 6½ × 2 finished").await;
    house
        .browser
        .until("document.querySelector(\"select[aria-label='Top edge']\").value === 'hem_in'")
        .await
        .unwrap();
    house.saved().await;
}

#[tokio::test]
async fn everything_of_a_bag_can_be_taken_along() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/5").await;
    house.saved().await;
    house.click(".download").await;
    house.reads("Creases and the folded bag").await;
    house.is_sound("take it along").await;
    // As many sheets as the plan has, and each file under a name of its own.
    let count = "return fetch('/api/bags/5').then(answer => answer.json()).then(bag => fetch('/api/plan', {
        method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(bag.brief),
    })).then(answer => answer.json()).then(plan => plan.layout.sheets.length)";
    let sheets = house.browser.run(count).await.unwrap().as_u64().unwrap();
    let listed =
        "return document.querySelectorAll(\".take-along a[href*='/taken/sheet-'][href$='.svg']\").length";
    assert!(sheets > 1);
    assert_eq!(house.browser.run(listed).await.unwrap().as_u64(), Some(sheets));
    let files: [(&str, &str, &[u8]); 13] = [
        ("taken/booklet.pdf", "platter-in-a-box-booklet.pdf", b"%PDF-"),
        ("taken/work-sheet.pdf", "platter-in-a-box-work-sheet.pdf", b"%PDF-"),
        ("taken/sheets.pdf", "platter-in-a-box-sheets.pdf", b"%PDF-"),
        ("taken/machine-sheet-1-a-and-b.svg", "platter-in-a-box-machine-sheet-1-a-and-b.svg", b"<svg"),
        (
            "taken/machine-sheet-1-a-and-b.dxf",
            "platter-in-a-box-machine-sheet-1-a-and-b.dxf",
            b"  0\r\nSECTION",
        ),
        ("taken/machine.zip", "platter-in-a-box-machine.zip", b"PK"),
        ("taken/project.json", "platter-in-a-box-project.json", b"{"),
        ("taken/sheets.zip", "platter-in-a-box-sheets.zip", b"PK"),
        ("taken/everything.zip", "platter-in-a-box-everything.zip", b"PK"),
        ("taken/bag.fold", "platter-in-a-box-bag.fold", b"{\"file_spec\":1.2"),
        ("taken/parts.csv", "platter-in-a-box-parts.csv", b"\xef\xbb\xbfpart,how many"),
        ("taken/cuts.csv", "platter-in-a-box-cuts.csv", b"\xef\xbb\xbfsheet,cut alike"),
        ("taken/scores.csv", "platter-in-a-box-scores.csv", b"\xef\xbb\xbfpiece,setting"),
    ];
    for (href, name, begins) in files {
        house.click(&format!(".take-along a[href$='{href}']")).await;
        let file = house.download_bytes(name).await;
        assert!(file.starts_with(begins), "{name}: {:?}", &file[..file.len().min(40)]);
    }
    // A refused one says why, and is not saved.
    let square = house.browser.find(".take-square input").await.unwrap();
    square.send_keys("9 in").await.unwrap();
    house.click(".take-along a[href*='taken/sheets.pdf']").await;
    house.reads("off by more than a quarter").await;
}
