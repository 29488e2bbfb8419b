//! The real interface in a real browser, over the real binary and a database of its own.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use rstest::rstest;
use serde_json::Value;
use std::path::Path;
use std::time::Duration;
use tempfile::TempDir;
use wide_fold_browser::{Browser, Key, Service};

const WIDTH: &str = "//label[text()='Width']/following-sibling::span/input";
const GUSSET: &str = "//label[text()='Gusset']/following-sibling::span/input";
const HEIGHT: &str = "//label[text()='Height']/following-sibling::span/input";

struct House {
    service: Service,
    browser: Browser,
    folder: TempDir,
}

impl House {
    async fn open(size: (u32, u32), more: &[&str]) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let binary = Path::new(env!("CARGO_BIN_EXE_wide-fold"));
        let service = Service::start(binary, &folder.path().join("bags.db"), more).unwrap();
        let browser = Browser::open(size.0, size.1).await.unwrap();
        browser.goto(service.url()).await.unwrap();
        Self { service, browser, folder }
    }

    async fn goto(&self, path: &str) {
        self.browser.goto(&format!("{}{path}", self.service.url())).await.unwrap();
    }

    async fn click(&self, css: &str) {
        self.browser.find(css).await.unwrap().click().await.unwrap();
    }

    /// Presses a button until it has nothing left to do.
    async fn press_while_enabled(&self, name: &str) {
        let script = format!("return document.querySelector('[aria-label={name}]').disabled");
        while self.browser.run(&script).await.unwrap() == Value::Bool(false) {
            self.click(&format!("[aria-label={name}]")).await;
        }
    }

    /// Types over what stands in a field of the drawing.
    async fn retype(&self, field: &str, text: &str) {
        let input = self.browser.find_path(field).await.unwrap();
        input.click().await.unwrap();
        self.browser.type_keys(text).await.unwrap();
    }

    async fn value(&self, field: &str) -> String {
        self.browser.find_path(field).await.unwrap().prop("value").await.unwrap().unwrap()
    }

    /// Waits until a text can be read on the page.
    async fn reads(&self, text: &str) {
        let text = Value::from(text);
        self.browser
            .until(&format!(
                "document.body.innerText.includes({text}) || document.body.textContent.includes({text})"
            ))
            .await
            .unwrap();
    }

    async fn saved(&self) {
        self.browser.until("document.querySelector('.saving')?.innerText.trim() === 'Saved'").await.unwrap();
    }

    /// The figures of the scores above the piece, as they are drawn for each upright crease.
    async fn scores(&self) -> Vec<String> {
        self.click("#stage-score").await;
        self.browser.find(".score-figures").await.unwrap();
        let script = "return [...document.querySelectorAll('.score-figures')].map(pass =>
            [...pass.querySelectorAll(':scope > span:not(.visually-hidden)')]
                .map(line => (line.querySelector('.visually-hidden') ?? line).textContent).join(' '))";
        let scores = self.browser.run(script).await.unwrap();
        scores.as_array().unwrap().iter().map(|pass| pass.as_str().unwrap().to_owned()).collect()
    }

    /// Nothing runs past the side of the page, and nothing is against WCAG 2.1 A or AA as far as axe can tell.
    async fn is_sound(&self, where_: &str) {
        let wide =
            self.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
        assert!(wide.as_i64().unwrap() <= 0, "{where_} scrolls sideways by {wide}");
        let axe = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/node_modules/axe-core/axe.min.js");
        self.browser.run(&std::fs::read_to_string(axe).unwrap()).await.unwrap();
        let script = "const done = arguments[arguments.length - 1];
            axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] })
               .then(found => done(found.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target + ' ' + n.failureSummary).join('; '))))";
        let found = self.browser.client().execute_async(script, Vec::new()).await.unwrap();
        assert_eq!(found, Value::Array(Vec::new()), "{where_}");
    }
}

fn text(keys: &[&str]) -> String {
    keys.concat()
}

const TAB: &str = "\u{e004}";
const ENTER: &str = "\u{e007}";

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
    let file = house.browser.downloads().join("new-bag-sheet-1.svg");
    for _ in 0..200 {
        if file.exists() {
            break;
        }
        tokio::time::sleep(Duration::from_millis(50)).await;
    }
    let svg = std::fs::read_to_string(&file).unwrap_or_else(|_| {
        panic!(
            "{file:?} among {:?}",
            std::fs::read_dir(house.browser.downloads()).map(|d| d.flatten().collect::<Vec<_>>())
        )
    });
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
        // Both corners and the base line are off; nothing else is drawn on a cradle piece with a raw top.
        let quiet = house
            .browser
            .run("return document.querySelectorAll('.drawing .crease.is-quiet').length")
            .await
            .unwrap();
        assert_eq!(quiet, 0, "{piece}");
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
        ("Top edge", "out", "the piece is 12 × 8¾"),
        ("Start of the run", "half_gusset", "the piece is 12 × 8¾"),
        ("Sheet", "10×10", "2 too wide for the 10×10 sheet"),
    ] {
        let select = house.browser.find(&format!("select[aria-label='{name}']")).await.unwrap();
        select.select_by_value(value).await.unwrap();
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
    house.browser.type_keys("3").await.unwrap();
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
async fn a_build_is_chosen_by_its_pieces_and_folds_up() {
    let house = House::open((1280, 800), &["--demo"]).await;
    // The tea bowl's bag, wrapped.
    house.goto("/bags/2").await;
    house.reads("Ways to build it").await;
    for (name, says) in [
        ("Corner pair", "each of the two pieces is 6 × 7¾"),
        ("Cradle pair, squares as ears", "the piece is 7¾ × 7¾"),
        ("Cradle pair, squares in the base", "the piece is 7¾ × 7¾"),
    ] {
        let path = format!("//button[contains(., '{name}') and @aria-pressed]");
        house.browser.find_path(&path).await.unwrap().click().await.unwrap();
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
    house.browser.find_path("//button[text()='Folded bag']").await.unwrap().click().await.unwrap();
    house.browser.find(".bag-drawing .facet").await.unwrap();
    house.reads("Base closed: the open bag").await;
    house.is_sound("the folded bag").await;
    let slider = house.browser.find(".fold-way input[type=range]").await.unwrap();
    slider.send_keys(&Key::Home.to_string()).await.unwrap();
    house
        .browser
        .until("document.querySelector('.fold-way label').innerText.trim() === 'Unrolled'")
        .await
        .unwrap();
    for _ in 0..12 {
        house.browser.type_keys(&Key::Right.to_string()).await.unwrap();
    }
    house
        .browser
        .until("document.querySelector('.fold-way label').innerText.trim() === 'Bent into a tube'")
        .await
        .unwrap();
    let before =
        house.browser.run("return document.querySelector('.facet').getAttribute('points')").await.unwrap();
    house.browser.find(".bag-drawing").await.unwrap().send_keys(&Key::Right.to_string()).await.unwrap();
    let before = before.as_str().unwrap();
    house
        .browser
        .until(&format!("document.querySelector('.facet').getAttribute('points') !== '{before}'"))
        .await
        .unwrap();
}

#[tokio::test]
async fn an_impossible_build_says_why_and_what_would_do() {
    let house = House::open((1280, 800), &["--demo"]).await;
    // The platter's bag has half-and-lap flaps.
    house.goto("/bags/5").await;
    house
        .browser
        .find_path("//button[contains(., 'Cradle pair, squares in the base')]")
        .await
        .unwrap()
        .click()
        .await
        .unwrap();
    house.reads("A cradle pair has full base flaps").await;
    house.browser.find_path("//button[text()='Full base flaps']").await.unwrap().click().await.unwrap();
    house
        .browser
        .until("!document.body.textContent.includes('A cradle pair has full base flaps')")
        .await
        .unwrap();
}

#[tokio::test]
async fn bags_are_duplicated_deleted_and_brought_back() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.reads("Bud vase").await;
    house.is_sound("all bags").await;
    house.click("[aria-label='Duplicate Bud vase']").await;
    house.reads("Copy of Bud vase").await;
    house.click("[aria-label='Delete Tea bowl']").await;
    house.reads("“Tea bowl” is deleted.").await;
    house
        .browser
        .until("![...document.querySelectorAll('.slip strong')].some(name => name.innerText === 'Tea bowl')")
        .await
        .unwrap();
    house.browser.find_path("//button[contains(., 'Bring it back')]").await.unwrap().click().await.unwrap();
    house
        .browser
        .until("[...document.querySelectorAll('.slip strong')].some(name => name.innerText === 'Tea bowl')")
        .await
        .unwrap();
}

#[tokio::test]
async fn a_size_nobody_can_fold_is_refused_in_words() {
    let house = House::open((1280, 800), &[]).await;
    house.browser.until("document.activeElement?.placeholder === '3 3/4'").await.unwrap();
    house.browser.type_keys(&text(&["900", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["6", TAB])).await.unwrap();
    house.browser.type_keys(&text(&["2", ENTER])).await.unwrap();
    house.reads("nobody can fold more than 60 in").await;
    assert!(house.folder.path().join("bags.db").exists());
}

/// However small or thin the piece is on its sheet, no measurement lies over another.
#[rstest]
#[tokio::test]
async fn measurements_do_not_overlap(#[values((1280, 800), (390, 844))] size: (u32, u32)) {
    let house = House::open(size, &["--demo"]).await;
    let bags = serde_json::json!([
        { "finished": { "width": "1 1/4 in", "height": "1 1/2 in", "gusset": "1/2 in" }, "tab": "1/4 in" },
        { "finished": { "width": "14 3/16 in", "height": "3 in", "gusset": "1 1/16 in" },
          "top": { "kind": "hem_in", "depth": "3/4 in" }, "sheet": { "width": "33 in", "height": "8 in" } },
        { "finished": { "width": "1 in", "height": "20 in", "gusset": "1 in" }, "sheet": { "width": "6 in", "height": "30 in" },
          "run": { "start": "half_gusset", "direction": "left" } },
    ]);
    let script = format!(
        "const done = arguments[arguments.length - 1];
         Promise.all({bags}.map(brief => fetch('/api/bags', {{ method: 'POST', headers: {{ 'Content-Type': 'application/json' }},
             body: JSON.stringify({{ name: 'odd', brief }}) }}))).then(answers => done(answers.every(answer => answer.ok)))"
    );
    assert_eq!(house.browser.client().execute_async(&script, Vec::new()).await.unwrap(), true);
    for bag in 1..=8 {
        house.goto(&format!("/bags/{bag}")).await;
        house.browser.find(".drawing .dimension input").await.unwrap();
        let script = "const boxes = [...document.querySelectorAll('.dimension')].map(field => {
                const parts = [field.querySelector('label'), field.querySelector('.length-figure > span')];
                return parts.map(part => part.getBoundingClientRect());
            });
            const apart = (a, b) => a.right <= b.left + 1 || b.right <= a.left + 1 || a.bottom <= b.top + 3 || b.bottom <= a.top + 3;
            const clashes = [];
            boxes.forEach((one, i) => boxes.slice(i + 1).forEach((other, j) => one.forEach(a => other.forEach(b => {
                if (!apart(a, b)) clashes.push([i, i + 1 + j, JSON.stringify(a), JSON.stringify(b)].join(' '));
            }))));
            return clashes;";
        let clashes = house.browser.run(script).await.unwrap();
        assert_eq!(clashes, Value::Array(Vec::new()), "bag {bag} at {size:?}");
    }
}

#[rstest]
#[case::desk(1280, 800)]
#[case::phone(390, 844)]
#[tokio::test]
async fn every_stage_is_sound(#[case] width: u32, #[case] height: u32) {
    let house = House::open((width, height), &["--demo"]).await;
    house.reads("Bud vase").await;
    house.is_sound("all bags").await;
    for bag in 1..=5 {
        house.goto(&format!("/bags/{bag}")).await;
        house.browser.find(".drawing .paper").await.unwrap();
        for stage in ["size", "trim", "score", "cut", "glue"] {
            house.click(&format!("#stage-{stage}")).await;
            house
                .browser
                .until(&format!("document.querySelector('#stage-{stage}').ariaSelected === 'true'"))
                .await
                .unwrap();
            let wide =
                house.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
            assert!(wide.as_i64().unwrap() <= 0, "bag {bag} {stage} scrolls sideways by {wide}");
        }
        house.is_sound(&format!("bag {bag}, glue")).await;
    }
}
