//! Whatever was kept in a spelling of before is read as what it was, and written anew when the file is opened.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use rstest::rstest;
use rusqlite::Connection;
use serde_json::{Value, json};
use wide_fold_formats::{BriefText, GuideText, PaperText};
use wide_fold_kept::Store;
use wide_fold_kept::costs::CostsText;
use wide_fold_kept::entry::KeptEntry;
use wide_fold_kept::hand_rules::HandRules;
use wide_fold_kept::rooms::RoomsText;
use wide_fold_kept::run::KeptRun;
use wide_fold_kept::runs::Event;
use wide_fold_kept::settings::KeepText;
use wide_fold_kept::shape::Shape;
use wide_fold_kept::{bag_paper, settings};

const FINISHED: &str = r#"{ "width": "9 in", "height": "8 in", "gusset": "4 in" }"#;

fn brief(sheet: Value) -> Value {
    let finished: Value = serde_json::from_str(FINISHED).unwrap();
    json!({ "finished": finished, "sheet": sheet })
}

fn before() -> Value {
    let sheet = json!({ "width": "12 in", "height": "12 in", "directional": false, "grammage": 180, "caliper": "0.3 mm" });
    let mut before = brief(sheet);
    before["run"] = json!({ "start": "face", "direction": "left" });
    before
}

fn now() -> Value {
    let sheet = json!({ "width": "12 in", "height": "12 in", "pattern": "all_over", "weight": "180 g/m²", "thickness": "0.3 mm" });
    let mut now = brief(sheet);
    now["round"] = json!({ "start": "face", "direction": "left" });
    now
}

fn run(brief: &Value) -> Value {
    let line = json!({ "line": 1, "bag": 1, "name": "Vase", "copies": 2, "paper": null, "side_paper": null,
        "drafted": brief, "brief": brief, "fits": true });
    json!({ "name": "Kiln opening", "date": "2026-12-05", "lines": [line], "evenings": [], "holds": true,
        "archived": false, "next_line": 2, "gone": [line] })
}

#[rstest]
fn what_was_kept_before_is_read_as_what_it_was() {
    let bag = BriefText::from_kept(&before().to_string()).unwrap();
    assert_eq!(bag, BriefText::from_kept(&now().to_string()).unwrap());
    let kept = KeptRun::from_kept(&run(&before()).to_string()).unwrap();
    assert_eq!(kept, KeptRun::from_kept(&run(&now()).to_string()).unwrap());
    // The first runs had no list of lines that are gone.
    let mut first = run(&before());
    first.as_object_mut().unwrap().remove("gone");
    assert_eq!(KeptRun::from_kept(&first.to_string()).unwrap().lines, kept.lines);
    let why = KeptRun::from_kept("{\"name\":7}").unwrap_err();
    assert_eq!((why.what, why.text.as_str()), ("run", "{\"name\":7}"));
}

/// Every spelling that anything kept has ever had, the last one last: each is read as the same thing, and written in the last.
fn every_spelling<T: Shape>(samples: &[Value]) {
    assert_eq!(samples.len(), T::VERSION as usize, "{} has another number of spellings", T::NAME);
    let read: Vec<T> = samples.iter().map(|sample| T::from_kept(&sample.to_string()).unwrap()).collect();
    for (sample, own) in samples.iter().zip(&read) {
        let now = serde_json::from_str::<Value>(&own.written().unwrap()).unwrap();
        assert_eq!(&now, samples.last().unwrap(), "{sample}");
    }
}

fn cut(lot: &str) -> Value {
    let taken = json!({ "paper": 3, "sheets": 1, "length_nm": 0, "as_taken": "{}" });
    let mut cut = json!({ "kind": "cut", "times": 2, "holds": [[1, 0, 3]], "taken": taken });
    cut[lot] = json!([0, 1]);
    cut
}

fn entry(more: Value) -> Value {
    let text = json!({ "bag": 1, "made": "2026-11-20", "width": "9 1/16 in", "cracked": false, "survived_flat": false, "minutes": {}, "sure": false });
    let mut entry = json!({ "text": text, "name": "Vase", "planned": [228_600_000, 203_200_000, 101_600_000],
        "measured": [230_187_500, null, null], "metric": false, "paper": null, "groove": 3_175_000, "guessed": [60, 40, 30, 90] });
    for (field, value) in more.as_object().unwrap() {
        entry[field] = value.clone();
    }
    entry
}

#[rstest]
fn everything_kept_is_read_in_every_spelling_it_ever_had() {
    // The first bags had one row of figures for every build, the second other sheets.
    let mut first = before();
    first["build"] = json!("wrap");
    first["squares"] = json!("slit_up");
    let mut third = now();
    third["build"] = json!({ "kind": "wrap" });
    let mut second = before();
    second["build"] = json!({ "kind": "wrap" });
    for sample in [&first, &second] {
        let own = BriefText::from_kept(&sample.to_string()).unwrap();
        assert_eq!(own, BriefText::from_kept(&third.to_string()).unwrap(), "{sample}");
    }
    let mut lone = run(&before());
    lone.as_object_mut().unwrap().remove("gone");
    let mut ended = run(&now());
    ended["gone"] = json!([]);
    let mut middle = run(&before());
    middle["gone"] = json!([]);
    let as_read = |sample: &Value| KeptRun::from_kept(&sample.to_string()).unwrap();
    assert_eq!((as_read(&lone), as_read(&middle)), (as_read(&ended), as_read(&ended)));
    every_spelling::<Event>(&[cut("pattern"), cut("lot")]);
    every_spelling::<KeptEntry>(&[
        entry(json!({})),
        entry(json!({ "revision": 0 })),
        entry(json!({ "revision": 0, "hand": [0, 0] })),
    ]);
    every_spelling::<PaperText>(&[
        json!({ "name": "Ash card", "kind": "pad", "width": "12 in", "height": "12 in", "count": 24, "pattern": "up", "printed": "one" }),
    ]);
    every_spelling::<GuideText>(&[
        json!({ "name": "Small guide", "gusset": "2 in", "flap": "1 1/4 in", "widths": ["3 1/2 in"], "reach": "6 in" }),
    ]);
    every_spelling::<CostsText>(&[json!({ "glue": "0.04" })]);
    every_spelling::<RoomsText>(&[json!({ "round": "3/8 in", "flat": null, "odd": null, "above": null })]);
    every_spelling::<KeepText>(&[json!({ "keep": 9 })]);
    every_spelling::<HandRules>(&[json!([{ "id": "panels", "by": 396_875, "bags": 16, "metric": false }])]);
}

#[rstest]
fn a_file_of_before_is_written_anew_when_it_is_opened() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("before.db");
    Store::open(&path).unwrap().close().unwrap();
    let file = Connection::open(&path).unwrap();
    let at = "2026-11-01T00:00:00Z";
    let put =
        "INSERT INTO bag (revision, name, brief, created_at, updated_at) VALUES (4, 'Vase', ?1, ?2, ?2)";
    file.execute(put, (before().to_string(), at)).unwrap();
    let put = "INSERT INTO bag_version (bag, revision, name, brief, at) VALUES (1, 3, 'Vase', ?1, ?2)";
    file.execute(put, (before().to_string(), at)).unwrap();
    let put = "INSERT INTO run (revision, run) VALUES (2, ?1), (1, '\"no run at all\"')";
    file.execute(put, [run(&before()).to_string()]).unwrap();
    // Paper taken for a bag was a cut, and hand rules were allowances.
    file.execute_batch("ALTER TABLE bag_paper RENAME TO cut; DROP TABLE save_key").unwrap();
    file.execute("INSERT INTO paper (id, revision, paper) VALUES (3, 1, '{}')", []).unwrap();
    file.execute("INSERT INTO cut (bag, paper, sheets, length_nm) VALUES (1, 3, 2, 0)", []).unwrap();
    file.execute(
        "INSERT INTO run_event (run, event) VALUES (1, ?1), (1, '{}')",
        [cut("pattern").to_string()],
    )
    .unwrap();
    file.execute("INSERT INTO entry (revision, entry) VALUES (3, ?1)", [entry(json!({})).to_string()])
        .unwrap();
    let rules = json!([{ "id": "panels", "by": 396_875, "bags": 16, "metric": false }]).to_string();
    file.execute("INSERT INTO setting (name, setting) VALUES ('allowances', ?1)", [&rules]).unwrap();
    file.pragma_update(None, "user_version", 12).unwrap();
    drop(file);
    let store = Store::open(&path).unwrap();
    let (rules, papers) =
        store.read_now(|db| Ok((settings::holds::<HandRules>(db)?, bag_paper::find(db, 1)?))).unwrap();
    assert_eq!(rules.all().iter().map(|rule| (rule.by, rule.bags)).collect::<Vec<_>>(), [(396_875, 16)]);
    assert_eq!(papers.iter().map(|own| (own.paper, own.sheets)).collect::<Vec<_>>(), [(3, 2)]);
    store.close().unwrap();
    let file = Connection::open(&path).unwrap();
    let text = |sql: &str| -> String { file.query_row(sql, [], |row| row.get(0)).unwrap() };
    let read = |sql: &str| -> Value { serde_json::from_str(&text(sql)).unwrap() };
    assert_eq!(read("SELECT brief FROM bag"), now());
    assert_eq!(read("SELECT brief FROM bag_version"), now());
    assert_eq!(read("SELECT run FROM run WHERE id = 1"), run(&now()));
    assert_eq!(read("SELECT event FROM run_event WHERE id = 1"), cut("lot"));
    let renewed = entry(json!({ "revision": 0, "hand": [0, 0] }));
    assert_eq!(read("SELECT entry FROM entry"), renewed);
    assert_eq!(text("SELECT revision || '' FROM entry"), "3");
    assert_eq!(text("SELECT event FROM run_event WHERE id = 2"), "{}");
    // What is of no spelling is left as it is, and nobody has changed anything.
    assert_eq!(text("SELECT run FROM run WHERE id = 2"), "\"no run at all\"");
    assert_eq!(text("SELECT revision || '-' || updated_at FROM bag"), format!("4-{at}"));
}
