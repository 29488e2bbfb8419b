//! Whatever was kept in a spelling of before is read as what it was, and written anew when the file is opened.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use rstest::rstest;
use rusqlite::Connection;
use serde_json::{Value, json};
use wide_fold_formats::BriefText;
use wide_fold_kept::Store;
use wide_fold_kept::hand_rules::HandRules;
use wide_fold_kept::run::KeptRun;
use wide_fold_kept::runs::Event;
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

/// Sheets cut alike were a pattern.
#[rstest]
fn what_was_done_before_is_read_as_what_it_was() {
    let done = |lot: &str| {
        let mut cut = json!({ "kind": "cut", "times": 2, "holds": [[1, 0, 3]], "taken": null });
        cut[lot] = json!([0, 1]);
        serde_json::from_value::<Event>(cut)
    };
    assert_eq!(done("pattern").unwrap(), done("lot").unwrap());
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
    // What is of no spelling is left as it is, and nobody has changed anything.
    assert_eq!(text("SELECT run FROM run WHERE id = 2"), "\"no run at all\"");
    assert_eq!(text("SELECT revision || '-' || updated_at FROM bag"), format!("4-{at}"));
}
