//! Files that are another program's, newer, spoiled, or opened by several starts at once.

use super::stop;
use super::wire::{BINARY, bag, get, request, serve};
use rstest::rstest;
use rusqlite::Connection;
use rustix::process::Signal;
use serde_json::{Value, json};
use std::path::Path;
use std::process::Command;

/// Many bags of many sizes on one paper.
pub fn dear_batch() -> Value {
    let bags = (0..50).map(|n| {
        let size = |least: i64, step: i64| format!("{}/64 in", least + n * step);
        let finished = json!({ "width": size(150, 3), "height": size(200, 5), "gusset": size(70, 1) });
        json!({ "name": format!("bag {n}"), "brief": { "finished": finished }, "copies": 10 })
    });
    json!({ "bags": bags.collect::<Vec<_>>() })
}

/// What the program says when it does not start.
fn refusal(db: &Path) -> String {
    let output =
        Command::new(BINARY).args(["serve", "--addr", "127.0.0.1:0", "--db"]).arg(db).output().unwrap();
    assert!(!output.status.success());
    String::from_utf8(output.stderr).unwrap()
}

#[rstest]
#[case(
    "CREATE TABLE recipe (glaze TEXT); INSERT INTO recipe VALUES ('celadon')",
    "belongs to another program"
)]
#[case("CREATE TABLE bag (owner TEXT)", "belongs to another program")]
#[case("CREATE TABLE bag (owner TEXT); PRAGMA user_version = 2", "belongs to another program")]
#[case(
    "PRAGMA application_id = 99; CREATE TABLE bag (revision, name, brief, deleted_at)",
    "belongs to another program"
)]
#[case("PRAGMA application_id = 0x57466F6C; PRAGMA user_version = 77; CREATE TABLE x (y)", "newer version")]
fn what_is_not_ours_is_not_touched(
    #[case] sql: &str,
    #[case] says: &str,
    #[values("delete", "wal")] journal: &str,
) {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("other.db");
    let other = Connection::open(&db).unwrap();
    other.pragma_update(None, "journal_mode", journal).unwrap();
    other.execute_batch(sql).unwrap();
    drop(other);
    let before = std::fs::read(&db).unwrap();
    assert!(refusal(&db).contains(says), "{}", refusal(&db));
    assert!(std::fs::read(&db).unwrap() == before);
    assert_eq!(std::fs::read_dir(folder.path()).unwrap().count(), 1, "something was left beside it");
}

#[test]
fn a_database_of_an_early_version_is_taken_on() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("early.db");
    let early = Connection::open(&db).unwrap();
    for script in ["001_bags", "002_shelf", "003_cuts", "004_cuts_of_two_papers"] {
        let path =
            Path::new(env!("CARGO_MANIFEST_DIR")).join("../kept/migrations").join(format!("{script}.sql"));
        early.execute_batch(&std::fs::read_to_string(path).unwrap()).unwrap();
    }
    let brief = bag("")["brief"].to_string();
    let sql = "INSERT INTO bag (revision, name, brief, created_at, updated_at) VALUES (1, 'Platter', ?, '2026-01-01T00:00:00Z', '2026-01-01T00:00:00Z')";
    early.execute(sql, [brief]).unwrap();
    // Three rolls of one entry, of which each could have its own length left.
    early.execute("UPDATE paper SET paper = json_set(paper, '$.count', 3) WHERE id = 5", []).unwrap();
    early.execute("INSERT INTO cut VALUES (1, 5, 0, 254000000)", []).unwrap();
    early.pragma_update(None, "user_version", 4).unwrap();
    drop(early);
    let service = serve(&db);
    let bags = get(service.host(), "/api/bags");
    assert_eq!(
        (&bags["bags"][0]["name"], &bags["bags"][0]["slip"]["ready"]),
        (&json!("Platter"), &json!(true))
    );
    let shelf = get(service.host(), "/api/shelf");
    let rolls: Vec<&Value> =
        shelf["papers"].as_array().unwrap().iter().filter(|one| one["paper"]["kind"] == "roll").collect();
    assert_eq!(rolls.iter().map(|roll| roll["paper"]["count"].as_u64()).collect::<Vec<_>>(), [Some(1); 3]);
    // What was taken then is given back now.
    assert_eq!(request(service.host(), "DELETE /api/bags/1/paper", "", "").unwrap().status, 204);
    let shelf = get(service.host(), "/api/shelf");
    assert_eq!(shelf["papers"][4]["paper"]["height"], "130 in");
}

#[test]
fn a_spoiled_file_is_said_to_be_and_its_bags_are_saved() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let service = serve(&db);
    // An empty file has an empty shelf: the demo's papers are the demo's.
    assert_eq!(get(service.host(), "/api/shelf")["papers"], json!([]));
    for n in 0..5 {
        let paper =
            json!({ "name": format!("Ash card {n}"), "width": "12 in", "height": "12 in", "count": n });
        assert_eq!(request(service.host(), "POST /api/shelf", "", &paper.to_string()).unwrap().status, 201);
    }
    for n in 0..60 {
        let answer = request(service.host(), "POST /api/bags", "", &bag(&format!("bag {n}")).to_string());
        assert_eq!(answer.unwrap().status, 201);
    }
    super::stop::end(service, rustix::process::Signal::TERM);
    // A page in the middle of the bags is overwritten.
    let mut bytes = std::fs::read(&db).unwrap();
    let page = bytes.len() / 2 / 4096 * 4096;
    bytes[page..page + 4096].fill(0x5a);
    std::fs::write(&db, &bytes).unwrap();
    let said = refusal(&db);
    assert!(said.contains("spoiled inside") && said.contains("wide-fold rescue --db"), "{said}");
    assert!(std::fs::read(&db).unwrap() == bytes);
    let into = folder.path().join("rescued.db");
    let rescue =
        || Command::new(BINARY).args(["rescue", "--db"]).arg(&db).arg("--into").arg(&into).output().unwrap();
    let output = rescue();
    assert!(output.status.success(), "{output:?}");
    let rescued = serve(&into);
    let total = get(rescued.host(), "/api/bags")["total"].as_u64().unwrap();
    let promised = said.split(") and was not touched. ").nth(1).unwrap().split(' ').next().unwrap();
    assert_eq!(total.to_string(), promised, "{said}");
    assert!(total >= 30, "only {total} of 60 were saved");
    assert_eq!(get(rescued.host(), "/api/shelf")["papers"].as_array().unwrap().len(), 5);
    drop(rescued);
    // It never writes over what is there.
    assert!(!rescue().status.success());
}

#[test]
fn first_starts_at_once_make_one_file() {
    for _ in 0..3 {
        let folder = tempfile::tempdir().unwrap();
        let db = folder.path().join("bags.db");
        let starts: Vec<_> = (0..6)
            .map(|_| {
                let db = db.clone();
                std::thread::spawn(move || {
                    wide_fold_browser::Service::start(Path::new(BINARY), &db, &["--demo"]).unwrap()
                })
            })
            .collect();
        let services: Vec<_> = starts.into_iter().map(|start| start.join().unwrap()).collect();
        for service in &services {
            assert_eq!(get(service.host(), "/api/bags")["total"], wide_fold::demo::bags().len());
            assert_eq!(get(service.host(), "/api/shelf")["papers"].as_array().unwrap().len(), 5);
        }
    }
}

/// What some of its bags are, said in today's spelling: name, build and what joins them.
fn bags_before() -> Vec<(&'static str, Value, Value)> {
    let corners = ["left_back_corner", "right_back_corner", "left_front_corner", "right_front_corner"];
    vec![
        ("Bud vase", json!({ "kind": "wrap" }), json!({ "kind": "tabs" })),
        ("Tea bowl", json!({ "kind": "corner_pair" }), json!({ "kind": "tabs" })),
        ("Platter in a box", json!({ "kind": "joined", "cuts": corners }), json!({ "kind": "tabs" })),
        (
            "Cradle with ears",
            json!({ "kind": "cradle_pair", "squares": "slit_level" }),
            json!({ "kind": "tabs" }),
        ),
        (
            "Joined at a level",
            json!({ "kind": "joined", "cuts": corners, "all_round": { "kind": "above", "rise": "6 in" } }),
            json!({ "kind": "tabs" }),
        ),
        (
            "Separate base",
            json!({
                "kind": "joined", "cuts": ["left_back_corner", "right_front_corner", "inside_back"],
                "back_part": "4 in", "all_round": { "kind": "at_base_line" }
            }),
            json!({ "kind": "tabs" }),
        ),
        (
            "Strips here and there",
            json!({ "kind": "joined", "cuts": ["left_back_corner", "right_gusset_centre"] }),
            json!({ "kind": "mixed", "width": "7/8 in", "at": ["right_gusset_centre"] }),
        ),
        (
            "Folded base",
            json!({ "kind": "folded_base", "lap": "5/8 in" }),
            json!({ "kind": "strips", "width": "1 1/4 in" }),
        ),
        (
            "Flare",
            json!({ "kind": "pleated_flare", "pleats": 2, "pleat": "1 in" }),
            json!({ "kind": "tabs" }),
        ),
    ]
}

/// A file as the version before wrote it, with bags of every build: they are what they were.
#[test]
fn bags_of_the_version_before_are_what_they_were() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("before.db");
    let file = Connection::open(&db).unwrap();
    file.execute_batch(include_str!("../../../kept/tests/before.sql")).unwrap();
    let kept = |file: &Connection| -> Vec<(i64, String, i64, String, Option<String>)> {
        let mut all =
            file.prepare("SELECT id, name, revision, updated_at, deleted_at FROM bag ORDER BY id").unwrap();
        let rows =
            all.query_map([], |row| Ok((row.get(0)?, row.get(1)?, row.get(2)?, row.get(3)?, row.get(4)?)));
        rows.unwrap().collect::<Result<_, _>>().unwrap()
    };
    let before = kept(&file);
    drop(file);
    let service = serve(&db);
    let host = service.host().to_owned();
    let host = host.as_str();
    for (name, build, joins) in bags_before() {
        let id = before.iter().find(|row| row.1 == name).unwrap().0;
        let bag = get(host, &format!("/api/bags/{id}"));
        assert_eq!((&bag["brief"]["build"], &bag["brief"]["joins"]), (&build, &joins), "{name}");
        let planned = request(host, "POST /api/plan", "", &bag["brief"].to_string()).unwrap();
        assert_eq!(planned.status, 200, "{name}: {planned:?}");
    }
    // The oldest spelling of a top; what never was a brief is shown apart and left as it is.
    let id = |name: &str| before.iter().find(|row| row.1 == name).unwrap().0;
    let first = get(host, &format!("/api/bags/{}", id("With a hem as it was first written")));
    assert_eq!(first["brief"]["top"], json!({ "kind": "hem_in", "depth": "1 in", "on": "back" }));
    let list = get(host, "/api/bags");
    let slips = list["bags"].as_array().unwrap();
    let unread: Vec<&Value> =
        slips.iter().filter(|bag| bag["slip"]["readable"] == false).map(|bag| &bag["name"]).collect();
    assert_eq!(unread, ["No brief at all"]);
    // A bag that is deleted is brought back as what it was.
    let tiles = id("Metric tiles");
    let back = request(host, &format!("POST /api/bags/{tiles}/restore"), "", "").unwrap();
    assert_eq!(back.status, 204);
    let back = get(host, &format!("/api/bags/{tiles}"));
    assert_eq!(back["brief"]["build"], json!({ "kind": "corner_pair" }));
    stop::end(service, Signal::TERM);
    let mut after = kept(&Connection::open(&db).unwrap());
    // Nobody has changed a bag: it stands at its revision, and where it stood in the list.
    after
        .iter_mut()
        .find(|row| row.0 == tiles)
        .unwrap()
        .clone_from(before.iter().find(|row| row.0 == tiles).unwrap());
    assert_eq!(after, before);
}

/// A window that was open when the program was renewed is told so, and nothing is kept of what it sends.
#[test]
fn an_old_window_is_told_to_reload() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let finished = json!({ "width": "6 in", "height": "8 in", "gusset": "3 in" });
    let old = json!({ "finished": finished.clone(), "build": "joined", "cuts": ["left_back_corner"], "joins": "tabs" });
    for (address, body) in
        [("/api/plan", old.clone()), ("/api/bags", json!({ "name": "Vase", "brief": old }))]
    {
        let answer = request(service.host(), &format!("POST {address}"), "", &body.to_string()).unwrap();
        let problem = answer.json();
        assert_eq!(answer.status, 422, "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains("Reload it"), "{problem}");
        assert!(problem["field"].as_str().unwrap().ends_with("build"), "{problem}");
    }
    // Nor of one from before a sheet was spelled as papers on the shelf are.
    let sheet = json!({ "width": "12 in", "height": "12 in", "directional": false });
    let before = json!({ "finished": finished, "sheet": sheet }).to_string();
    let answer = request(service.host(), "POST /api/plan", "", &before).unwrap();
    assert_eq!(answer.status, 422, "{answer:?}");
    assert!(answer.json()["detail"].as_str().unwrap().contains("Reload it"), "{answer:?}");
    assert_eq!(get(service.host(), "/api/bags")["bags"], json!([]));
}

/// What is saved out of a spoiled file of the version before is readable too.
#[test]
fn rescued_bags_of_the_version_before_are_renewed() {
    let folder = tempfile::tempdir().unwrap();
    let (before, into) = (folder.path().join("before.db"), folder.path().join("rescued.db"));
    Connection::open(&before).unwrap().execute_batch(include_str!("../../../kept/tests/before.sql")).unwrap();
    let output =
        Command::new(BINARY).args(["rescue", "--db"]).arg(&before).arg("--into").arg(&into).output().unwrap();
    assert!(output.status.success(), "{}", String::from_utf8_lossy(&output.stderr));
    let file = Connection::open(&into).unwrap();
    let flat: i64 = file
        .query_row("SELECT count(*) FROM bag WHERE json_type(brief, '$.build') = 'text'", [], |row| {
            row.get(0)
        })
        .unwrap();
    let renewed: i64 = file
        .query_row("SELECT count(*) FROM bag WHERE brief ->> '$.build.kind' IS NOT NULL", [], |row| {
            row.get(0)
        })
        .unwrap();
    assert_eq!((flat, renewed), (0, 13));
    // The file it was taken from is as it was.
    let kept = Connection::open(&before).unwrap();
    let version: i64 = kept.query_row("PRAGMA user_version", [], |row| row.get(0)).unwrap();
    assert_eq!(version, 5);
}
