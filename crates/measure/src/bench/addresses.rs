//! A budget for every address of the service, its dearest known requests among them.

use crate::wire::Wire;
use serde_json::{Value, json};
use std::collections::{BTreeMap, BTreeSet};
use std::io::{Error, Result};
use std::path::Path;
use std::time::{Duration, Instant};
use wide_fold_browser::Service;

/// Bags in the long list.
const MANY: usize = 2_000;

pub(super) const ALL: [&str; 12] = [
    "insert",
    "handle_strips",
    "reinforcement",
    "tag",
    "mats",
    "strap",
    "hangers",
    "gusset_mats",
    "flap_mat",
    "band",
    "pocket",
    "template",
];

/// One kind of request and what it may cost.
struct Case {
    what: &'static str,
    /// As the description has it: `POST /api/plan`.
    address: &'static str,
    /// Bodies, asked in turn.
    bodies: Vec<Value>,
    budget: Duration,
    times: usize,
}

/// Measures every address. Answers are those of a service with the demo's bags and many more.
pub fn run(binary: &Path) -> Result<()> {
    let folder = tempfile::tempdir()?;
    let service = Service::start(binary, &folder.path().join("addresses.db"), &["--demo"])?;
    let mut wire = Wire::open(service.host())?;
    let demo = furnished(&mut wire)?;
    list(&mut wire)?;
    let cases = cases(&demo);
    let mut measured = BTreeSet::new();
    for case in &cases {
        measured.insert(case.address.to_owned());
        measure(&mut wire, case)?;
    }
    measured.extend(taken_along(&mut wire)?);
    measured.extend(kept_safe(&mut wire)?);
    measured.extend(shelf_full(&mut wire, &demo)?);
    let described: Value = serde_json::from_str(&wire.good("GET /api/openapi.json", "", "")?)?;
    let paths = described["paths"].as_object().into_iter().flatten();
    let all: BTreeSet<String> = paths
        .flat_map(|(path, methods)| {
            let methods = methods.as_object().into_iter().flatten().map(|(method, _)| method.to_uppercase());
            methods.map(move |method| format!("{method} {path}"))
        })
        .collect();
    match all.difference(&measured).next() {
        Some(missing) => Err(Error::other(format!("{missing} has no budget"))),
        None => Ok(()),
    }
}

/// Every file that can be taken along of the demo's bags and of the largest run: which they are, and what each may take, they say
/// themselves.
fn taken_along(wire: &mut Wire) -> Result<Vec<String>> {
    let (of_bag, of_run) = ("GET /api/bags/{id}/taken/{file}", "GET /api/runs/{id}/taken/{file}");
    let mut times: BTreeMap<(&str, u64), Vec<Duration>> = BTreeMap::new();
    let mut fetch = |wire: &mut Wire, address: &'static str, file: &Value, usual: u64, rounds: usize| {
        let href = file["href"].as_str().unwrap_or_default();
        let machine = if file["taken_for"] == "machine" { "?anyway=true" } else { "" };
        let budget = file["budget_ms"].as_u64().unwrap_or(usual);
        for _ in 0..rounds {
            let begun = Instant::now();
            wire.good(&format!("GET {href}{machine}"), "", "")?;
            times.entry((address, budget)).or_default().push(begun.elapsed());
        }
        Ok::<(), Error>(())
    };
    for bag in 1..=5 {
        let listed: Value =
            serde_json::from_str(&wire.good(&format!("GET /api/bags/{bag}/taken"), "", "")?)?;
        for file in listed["files"].as_array().into_iter().flatten() {
            fetch(wire, of_bag, file, 0, 6)?;
        }
    }
    let made = wire.good("POST /api/runs", "", &largest_run().to_string())?;
    let run: Value = serde_json::from_str(&made)?;
    for file in run["files"].as_array().into_iter().flatten() {
        fetch(wire, of_run, file, 1_000, 6)?;
    }
    for ((address, budget), times) in &mut times {
        report(&format!("{address} – as they say"), times, Duration::from_millis(*budget));
    }
    Ok(vec![of_bag.to_owned(), of_run.to_owned()])
}

/// Puts many bags beside the demo's; gives the briefs of those.
pub(super) fn furnished(wire: &mut Wire) -> Result<Vec<Value>> {
    let demo = demo(wire)?;
    for n in 0..MANY - demo.len() {
        let body = json!({ "name": format!("bag {n}"), "brief": demo[n % demo.len()] });
        wire.good("POST /api/bags", "", &body.to_string())?;
    }
    Ok(demo)
}

fn demo(wire: &mut Wire) -> Result<Vec<Value>> {
    let list: Value = serde_json::from_str(&wire.good("GET /api/bags", "", "")?)?;
    let mut briefs = Vec::new();
    for bag in list["bags"].as_array().into_iter().flatten() {
        let bag: Value =
            serde_json::from_str(&wire.good(&format!("GET /api/bags/{}", bag["id"]), "", "")?)?;
        briefs.push(bag["brief"].clone());
    }
    Ok(briefs)
}

pub(super) fn report(what: &str, times: &mut [Duration], budget: Duration) {
    times.sort();
    let Some(last) = times.len().checked_sub(1) else { return };
    let at = |share: f64| times[(last as f64 * share).round() as usize];
    let over = if at(0.99) > budget { "  OVER" } else { "" };
    println!(
        "{what}: p50 {:.2?}, p99 {:.2?} of {} (budget {budget:.0?}){over}",
        at(0.5),
        at(0.99),
        times.len()
    );
}

/// The header with which one of these, papers or guides, is changed as it is now.
fn revision(wire: &mut Wire, path: &str, list: &str, id: usize) -> Result<String> {
    let all = wire.ask(&format!("GET {path}"), "", "")?.json();
    let own = all[list].as_array().into_iter().flatten().find(|one| one["id"] == id);
    Ok(format!("If-Match: \"{}\"\r\n", own.map_or(Value::from(1), |own| own["revision"].clone())))
}

fn measure(wire: &mut Wire, case: &Case) -> Result<()> {
    let mut times = Vec::new();
    for turn in 0..case.times {
        let body = case.bodies.get(turn % case.bodies.len().max(1)).map(Value::to_string).unwrap_or_default();
        // Numbers are those of the demo's bags and papers.
        let bag = turn % 5 + 1;
        let of = if case.address.contains("/hand-rules/") { "panels".to_owned() } else { bag.to_string() };
        let mut address = case
            .address
            .replace("hand-rules/hand", "hand-rules/hand?groove=1/8%20in")
            .replace("{id}", &of)
            .replace("{page}", "1")
            .replace("{revision}", "1")
            .replace("{kind}/{key}", "work/0");
        if address.contains("{step}") {
            let brief = wire.ask(&format!("GET /api/bags/{bag}"), "", "")?.json()["brief"].to_string();
            let steps = wire.ask("POST /api/plan", "", &brief)?.json()["steps"].clone();
            let count = steps.as_array().map_or(1, Vec::len);
            address = address.replace("{step}", steps[turn % count]["id"].as_str().unwrap_or_default());
        }
        let more = match case.address {
            "PUT /api/bags/{id}" => {
                let kept = wire.ask(&address.replace("PUT", "GET"), "", "")?.json();
                format!("If-Match: \"{}\"\r\n", kept["revision"])
            }
            "PUT /api/shelf/{id}" => revision(wire, "/api/shelf", "papers", bag)?,
            "PUT /api/guides/{id}" => revision(wire, "/api/guides", "guides", bag)?,
            "PUT /api/runs/{id}" => revision(wire, "/api/runs", "runs", bag)?,
            "PUT /api/journal/{id}" => revision(wire, "/api/journal", "entries", bag)?,
            _ => String::new(),
        };
        let body = match case.address {
            "PUT /api/runs/{id}/ticks" | "PUT /api/runs/{id}/cuts" | "POST /api/runs/{id}/spoils" => {
                let run = wire.ask(&format!("GET /api/runs/{bag}"), "", "")?.json();
                work(case.address, &run, turn)
            }
            _ => body,
        };
        let begun = Instant::now();
        let answer = wire.ask(&address, &more, &body)?;
        times.push(begun.elapsed());
        if answer.status >= 500 || answer.status == 400 || answer.status == 422 {
            return Err(Error::other(format!("{address} answered {}: {}", answer.status, answer.body)));
        }
    }
    report(&format!("{} – {}", case.address, case.what), &mut times, case.budget);
    Ok(())
}

/// Something to do on a run that can be done by now.
fn work(address: &str, run: &Value, turn: usize) -> String {
    let done = |of: &Value| of["done"].as_u64().unwrap_or_default();
    if address.ends_with("cuts") {
        let next = if turn % 10 < 5 { done(&run["lists"][0]["lots"][0]) + 1 } else { 1 };
        return json!({ "list": 0, "lot": 0, "done": next }).to_string();
    }
    let batches = run["work"].as_array().into_iter().flatten();
    let mut tasks = batches.flat_map(|batch| batch["tasks"].as_array().into_iter().flatten());
    let task = tasks.find(|task| task["ready"].as_u64() > Some(0)).cloned().unwrap_or_default();
    let (line, key) = (task["line"].as_u64().unwrap_or(1), &task["key"]);
    if address.ends_with("spoils") {
        return json!({ "line": line, "part": task["part"], "key": key }).to_string();
    }
    let next = if task["ready"].as_u64() > Some(done(&task)) { done(&task) + 1 } else { 0 };
    json!({ "line": line, "key": key.as_str().unwrap_or("none"), "done": next }).to_string()
}

/// A run of fifty lines and five hundred bags, the most there can be.
fn largest_run() -> Value {
    let lines: Vec<Value> = (0..50).map(|n| json!({ "bag": n % 40 + 1, "copies": 10 })).collect();
    let evenings: Vec<Value> =
        (1..29).map(|day| json!({ "date": format!("2999-11-{day:02}"), "minutes": 120 })).collect();
    json!({ "name": "Kiln opening", "date": "2999-12-05", "lines": lines, "evenings": evenings })
}

/// A made bag.
fn entry() -> Value {
    json!({ "bag": 1, "made": "2026-11-20", "paper": 1, "width": "+1/16", "height": "+0", "gusset": "+1/16", "minutes": { "glue": 12 } })
}

/// A size in sixty-fourths.
pub(super) fn size(width: i64, height: i64, gusset: i64) -> Value {
    let say = |n: i64| format!("{n}/64 in");
    json!({ "width": say(width), "height": say(height), "gusset": say(gusset) })
}

fn with(brief: &Value, field: &str, value: Value) -> Value {
    let mut brief = brief.clone();
    brief[field] = value;
    brief
}

pub(super) fn batch(briefs: impl Iterator<Item = Value>, copies: u32) -> Value {
    let bags: Vec<Value> = briefs
        .enumerate()
        .map(|(n, brief)| json!({ "name": format!("bag {n}"), "brief": brief, "copies": copies }))
        .collect();
    json!({ "bags": bags })
}

/// Sizes near by on a board with fine grooves, and the dearest request known.
fn fine_near(demo: &[Value]) -> Vec<Value> {
    let sheet =
        |width: &str, height: &str| json!({ "width": width, "height": height, "pattern": "all_over" });
    let fine = json!({ "groove": "0.5 mm", "reach": "300 mm" });
    let fine_near: Vec<Value> = demo
        .iter()
        .map(|brief| json!({ "brief": with(brief, "board", fine.clone()), "range": "1 in" }))
        .chain([json!({ "brief": { "finished": { "width": "101.3 mm", "height": "180.7 mm", "gusset": "50.1 mm" }, "board": fine, "unit": "metric" }, "range": "1 in" })])
        .collect();
    // The dearest known: a large run that is joined at a level, no size of which is plainly no use.
    fine_near
        .into_iter()
        .chain([json!({ "brief": {
            "finished": { "width": "241/8 in", "height": "130/8 in", "gusset": "179/64 in" }, "build": { "kind": "joined", "cuts": ["right_back_corner"] },
            "gusset_crease": "centre", "sheet": sheet("20 in", "12 in"),
            "board": { "groove": "0.5 mm", "reach": "300 mm" }
        }, "range": "1 in" })])
        .collect()
}

/// What is asked again and again.
fn everyday_cases(demo: &[Value], joined: &[Value]) -> Vec<Case> {
    let ms = Duration::from_millis;
    let drafts: Vec<Value> = demo.iter().map(|brief| json!({ "name": "bag", "brief": brief })).collect();
    let briefs = demo.to_vec();
    let guided: Vec<Value> = demo.iter().map(|brief| with(brief, "guide", guide())).collect();
    vec![
        case("the demo's bags", "POST /api/plan", &briefs, ms(10), 200),
        case("the demo's bags", "POST /api/builds", &briefs, ms(50), 60),
        case("the demo's bags", "POST /api/handles", &briefs, ms(50), 60),
        case("the demo's bags", "POST /api/rescaled", &briefs, ms(50), 60),
        case("the demo's bags", "POST /api/fold", &briefs, ms(50), 60),
        case("the demo's bags", "POST /api/rehearsal", &briefs, ms(50), 60),
        case("the demo's bags", "POST /api/joins", &briefs, ms(50), 60),
        case("large bags on small sheets", "POST /api/joins", joined, ms(300), 20),
        case("large bags on small sheets", "POST /api/plan", joined, ms(50), 40),
        case("the demo's bags", "POST /api/leftovers", &briefs, ms(100), 60),
        case("common sheets", "GET /api/sheets", &[], ms(5), 100),
        case("the first page", "GET /api/bags", &[], ms(50), 100),
        case("a new bag", "POST /api/bags", &drafts, ms(50), 100),
        case("one bag", "GET /api/bags/{id}", &[], ms(5), 100),
        case("what is kept of a bag", "GET /api/bags/{id}/kept", &[], ms(5), 50),
        case("a change", "PUT /api/bags/{id}", &drafts, ms(50), 100),
        case("a copy", "POST /api/bags/{id}/duplicate", &[], ms(50), 50),
        case("how it was before", "GET /api/bags/{id}/versions", &[], ms(50), 50),
        case("gone back to", "POST /api/bags/{id}/versions/{revision}/restore", &[], ms(50), 5),
        case("what can be taken along", "GET /api/bags/{id}/taken", &[], ms(20), 50),
        case("sheets on the printer", "GET /api/bags/{id}/printed", &[], ms(150), 30),
        case("a page of them", "GET /api/bags/{id}/printed/{page}", &[], ms(150), 30),
        case("everything as a project file", "GET /api/project", &[], ms(500), 10),
        case("a look at a project file", "POST /api/project/preview", &[project(demo)], ms(500), 10),
        case("a project file brought in", "POST /api/project/import", &[project(demo)], ms(500), 10),
        case("a sheet on the machine", "POST /api/cutter", &[machine()], ms(50), 30),
        case("what is ticked off", "GET /api/bags/{id}/ticks", &[], ms(10), 50),
        case("a tick", "PUT /api/bags/{id}/ticks/{step}", &[json!({ "done": true })], ms(20), 100),
        case("all ticks taken back", "DELETE /api/bags/{id}/ticks", &[], ms(20), 20),
        case("what was taken", "GET /api/bags/{id}/paper", &[], ms(5), 50),
        case("paper taken", "POST /api/bags/{id}/paper", &[json!({ "paper": 1 })], ms(50), 20),
        case("paper given back", "DELETE /api/bags/{id}/paper", &[], ms(50), 20),
        case("a deletion", "DELETE /api/bags/{id}", &[], ms(50), 20),
        case("brought back", "POST /api/bags/{id}/restore", &[], ms(50), 20),
        case("the shelf", "GET /api/shelf", &[], ms(10), 50),
        case("the shelf as a list", "GET /api/shelf.csv", &[], ms(10), 50),
        case(
            "a new paper",
            "POST /api/shelf",
            &[json!({ "name": "Ash card", "width": "12", "height": "12", "count": 3 })],
            ms(50),
            20,
        ),
        case(
            "a changed paper",
            "PUT /api/shelf/{id}",
            &[json!({ "name": "Ash card", "width": "12", "height": "12", "count": 9 })],
            ms(50),
            20,
        ),
        case("a paper taken off", "DELETE /api/shelf/{id}", &[], ms(50), 5),
        case("a paper brought back", "POST /api/shelf/{id}/restore", &[], ms(50), 5),
        case("the guides", "GET /api/guides", &[], ms(10), 50),
        case("a new guide", "POST /api/guides", &[guide()], ms(50), 20),
        case("a changed guide", "PUT /api/guides/{id}", &[guide()], ms(50), 20),
        case("a guide taken away", "DELETE /api/guides/{id}", &[], ms(50), 5),
        case("a guide brought back", "POST /api/guides/{id}/restore", &[], ms(50), 5),
        case("what a guide of eight widths makes", "POST /api/guided", &guided, ms(50), 60),
        case("bags with a guide", "POST /api/plan", &guided, ms(10), 60),
        case("the room that is left", "GET /api/rooms", &[], ms(10), 50),
        case("the room that is left, set", "PUT /api/rooms", &[json!({ "round": "3/8 in" })], ms(50), 20),
        case("bags for a jar and for three boxes", "POST /api/fit", &gifts(), ms(100), 40),
        case("a run of 50 lines, 500 bags", "POST /api/runs", &[largest_run()], ms(1_000), 6),
        case("the same, changed", "PUT /api/runs/{id}", &[largest_run()], ms(1_000), 5),
        case("what a change would do to it", "POST /api/runs/{id}/changing", &[largest_run()], ms(1_000), 5),
        case("all runs", "GET /api/runs", &[], ms(50), 50),
        case("a run", "GET /api/runs/{id}", &[], ms(100), 50),
        case("sheets cut", "PUT /api/runs/{id}/cuts", &[], ms(20), 100),
        case("a tick of a run", "PUT /api/runs/{id}/ticks", &[], ms(20), 200),
        case("a piece spoiled", "POST /api/runs/{id}/spoils", &[], ms(1_000), 10),
        case("undone", "POST /api/runs/{id}/undo", &[], ms(50), 20),
        case("what else its paper makes", "GET /api/runs/{id}/more", &[], ms(2_000), 5),
        case("a made bag", "POST /api/journal", &[entry()], ms(50), 300),
        case("the journal", "GET /api/journal", &[], ms(50), 20),
        case("a hand rule taken", "PUT /api/hand-rules/{id}", &[], ms(50), 10),
        case("what is taken off on a board", "GET /api/hand-rules/hand", &[], ms(20), 20),
        case("a hand rule left out", "DELETE /api/hand-rules/{id}", &[], ms(50), 5),
        case("an entry changed", "PUT /api/journal/{id}", &[entry()], ms(50), 20),
        case("an entry taken out", "DELETE /api/journal/{id}", &[], ms(50), 5),
        case("an entry brought back", "POST /api/journal/{id}/restore", &[], ms(50), 5),
        case("a picture that is none", "GET /api/journal/{id}/picture", &[], ms(20), 5),
        case("a picture taken away", "DELETE /api/journal/{id}/picture", &[], ms(50), 5),
        case("a copy of a run", "POST /api/runs/{id}/duplicate", &[], ms(1_000), 5),
        case("a run deleted", "DELETE /api/runs/{id}", &[], ms(50), 5),
        case("a run brought back", "POST /api/runs/{id}/restore", &[], ms(50), 5),
        case("everything as one file", "GET /api/backup", &[], ms(1_000), 5),
        case("the backups", "GET /api/backups", &[], ms(20), 20),
        case("how many are kept", "PUT /api/backups", &[json!({ "keep": 3 })], ms(50), 10),
        case("a backup made", "POST /api/backups", &[], ms(1_000), 5),
        case("what cannot be read, of 2 000 bags", "GET /api/unread", &[], ms(200), 10),
        case("one of it brought back", "POST /api/unread/{kind}/{key}/restore", &[], ms(50), 5),
        case("one of it put away", "DELETE /api/unread/{kind}/{key}", &[], ms(200), 5),
        case("what things cost", "GET /api/costs", &[], ms(10), 50),
        case("what things cost, set", "PUT /api/costs", &[json!({ "glue": "0.04" })], ms(50), 20),
        case("what the shelf makes of a bag", "POST /api/yields", demo, ms(1_000), 10),
        case("sizes that use the shelf up", "POST /api/mixes", &[json!({})], ms(2_000), 5),
        case("what a roll and an A4 can become", "POST /api/from-paper", &from_paper(), ms(300), 20),
        case("a reading of twelve figures", "POST /api/heard", &heard(), ms(50), 60),
        case("the same with one misheard", "POST /api/heard", &misheard(), ms(300), 60),
    ]
}

/// Something simple, and three things that may lie every way.
fn gifts() -> Vec<Value> {
    let jar = json!({ "kind": "cylinder", "across": "3 1/2", "height": "5" });
    let one = json!({ "kind": "box", "width": "3", "depth": "2 1/4", "height": "4 1/8" });
    let more = json!({ "kind": "box", "width": "1 1/2", "depth": "2", "height": "5" });
    vec![
        json!({ "gift": { "things": [jar] }, "weight": "1 lb" }),
        json!({ "gift": { "things": [one, more, one] } }),
    ]
}

/// As many grooves as there are, and a metric sheet that may be turned.
fn from_paper() -> Vec<Value> {
    vec![
        json!({ "sheet": { "width": "30", "height": "360", "pattern": "all_over" } }),
        json!({ "sheet": { "width": "210 mm", "height": "297 mm", "pattern": "all_over" }, "unit": "metric", "sheets": 2 }),
    ]
}

/// Twelve figures, and six.
fn heard() -> Vec<Value> {
    [
        "18 × 30, score at 1¼, 2½, 3¾, 14¼, 15½ and 16¾, turn, score at 1⅛, 15 and 28⅞, three pleats, hem 1⅛",
        "two 12 × 12, score at 6, 8¾ and 11½ from the left, turn, score at 5½, 8¼ and 11 from the bottom",
        "23½ × 12, score at 1⅞, 9⅛, 11, 12⅞, 20⅛, 22 and 23, turn, score at 2⅛, 4 and 10",
    ]
    .map(|words| json!({ "words": words }))
    .to_vec()
}

/// The same, one of them wrong.
fn misheard() -> Vec<Value> {
    [
        "18 × 30, score at 1¼, 2½, 3¾, 14½, 15½ and 16¾, turn, score at 1⅛, 15 and 28⅞, three pleats, hem 1⅛",
        "two 12 × 12, score at 6, 8½ and 11½ from the left, turn, score at 5½, 8¼ and 11 from the bottom",
        "23 × 12, score at 1⅞, 9⅛, 11, 12⅞, 20⅛, 22½ and 22, turn, score at 2⅛, 4 and 10",
        "30.5 × 30.5 cm, score at 3, 4, 5, 9, 12, flip, 14, 15, turn over, 3, 7, turn, 9, 12, flip, 4, turn, 6",
    ]
    .map(|words| json!({ "words": words }))
    .to_vec()
}

/// As many marks as a guide can have.
fn guide() -> Value {
    let widths: Vec<String> = (4..12).map(|n| format!("{n}/2 in")).collect();
    json!({ "name": "Guide", "gusset": "2 in", "flap": "1 1/4 in", "widths": widths, "reach": "6 in", "taper": "1/4 in" })
}

fn case(what: &'static str, address: &'static str, bodies: &[Value], budget: Duration, times: usize) -> Case {
    Case { what, address, bodies: bodies.to_vec(), budget, times }
}

/// The demo's bags as a project file.
fn project(demo: &[Value]) -> Value {
    let bags =
        demo.iter().enumerate().map(|(n, brief)| json!({ "name": format!("carried {n}"), "brief": brief }));
    let file = json!({ "format": "wide-fold-project", "version": 1, "bags": bags.collect::<Vec<_>>() });
    json!({ "text": file.to_string() })
}

/// Five hundred lines on a large mat.
fn machine() -> Value {
    let lines: String = (0..500)
        .map(|n| {
            format!("<path stroke=\"#000\" d=\"M {} {} h 9 v 9 h -9 Z\"/>", n % 25 * 12 + 2, n / 25 * 12 + 2)
        })
        .collect();
    let text = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"305mm\" height=\"305mm\" viewBox=\"0 0 305 305\"><g id=\"cut\">{lines}</g></svg>"
    );
    json!({ "kind": "svg", "text": text, "mat": { "width": "12 in", "height": "12 in" } })
}

fn cases(demo: &[Value]) -> Vec<Case> {
    let ms = Duration::from_millis;
    let all_extras = |brief: &Value| with(brief, "extras", json!(ALL));
    let sheet =
        |width: &str, height: &str| json!({ "width": width, "height": height, "pattern": "all_over" });
    let odd = (0..50).map(|n| json!({ "finished": size(150 + n * 3, 200 + n * 5, 70 + n), "extras": ALL }));
    let tiny = (0..50).map(|n| {
        json!({ "finished": size(17 + n * 3, 19 + n * 5, 17 + n), "extras": ALL, "sheet": sheet("400 in", "399 in") })
    });
    let papers = (0..50).map(|n| {
        json!({ "finished": size(150 + n * 3, 200 + n * 5, 70 + n), "extras": ALL, "sheet": sheet(&format!("{}/64 in", 900 + n * 7), "31 in") })
    });
    let eighths = [(30, 52, 16), (48, 48, 18), (26, 36, 18), (40, 60, 24), (64, 64, 32)];
    let everyday = batch(
        eighths.iter().map(|(w, h, d)| json!({ "finished": size(w * 8, h * 8, d * 8), "extras": ALL })),
        20,
    );
    let near =
        |range: &str| demo.iter().map(|brief| json!({ "brief": brief, "range": range })).collect::<Vec<_>>();
    let fine_near = fine_near(demo);
    let joined: Vec<Value> = demo
        .iter()
        .map(|brief| with(&with(brief, "finished", size(1200, 1300, 500)), "sheet", sheet("12 in", "12 in")))
        .collect();
    let mut cases = everyday_cases(demo, &joined);
    cases.extend([
        case("within ⅛", "POST /api/nearby", &near("1/8 in"), ms(100), 50),
        case("within ¼", "POST /api/nearby", &near("1/4 in"), ms(100), 50),
        case("within ½", "POST /api/nearby", &near("1/2 in"), ms(100), 50),
        case("within an inch, grooves of half a millimetre", "POST /api/nearby", &fine_near, ms(2000), 12),
        case("100 bags of five sizes, all extras", "POST /api/layout", &[everyday], ms(300), 10),
        case(
            "100 of the demo's bags, all extras",
            "POST /api/layout",
            &[batch(demo.iter().map(all_extras), 20)],
            ms(300),
            10,
        ),
        case(
            "one of each, all extras",
            "POST /api/layout",
            &[batch(demo.iter().map(all_extras), 1)],
            ms(300),
            10,
        ),
        case("500 bags of fifty odd sizes, all extras", "POST /api/layout", &[batch(odd, 10)], ms(2000), 4),
        case("500 tiny bags on huge sheets", "POST /api/layout", &[batch(tiny, 10)], ms(2000), 4),
        case("500 bags on fifty papers", "POST /api/layout", &[batch(papers, 10)], ms(2000), 4),
    ]);
    cases
}

fn list(wire: &mut Wire) -> Result<()> {
    let mut times = Vec::new();
    for _ in 0..20 {
        let begun = Instant::now();
        wire.good("GET /api/bags", "", "")?;
        times.push(begun.elapsed());
    }
    report(&format!("the first page of {MANY} bags"), &mut times, Duration::from_millis(50));
    let (begun, mut next, mut pages) = (Instant::now(), String::new(), 0);
    loop {
        let page: Value =
            serde_json::from_str(&wire.good(&format!("GET /api/bags?most=200{next}"), "", "")?)?;
        pages += 1;
        match page["next"].as_str() {
            Some(place) => next = format!("&after={place}"),
            None => break,
        }
    }
    println!("all {MANY} bags, in {pages} pages: {:.2?}", begun.elapsed());
    Ok(())
}

/// Every way from a shelf as full as it can be.
/// Backups looked into and put back, and a picture, each sent as it is. Gives the addresses.
fn kept_safe(wire: &mut Wire) -> Result<Vec<String>> {
    const PICTURE: &[u8] = include_bytes!("../../../../docs/screenshots/bags.png");
    let file = "Content-Type: application/octet-stream\r\n";
    let whole = wire.ask("GET /api/backup", "", "")?.bytes;
    let name = wire.ask("GET /api/backups", "", "")?.json()["kept"][0]["name"]
        .as_str()
        .unwrap_or_default()
        .to_owned();
    let mut measured = Vec::new();
    for (what, address, body) in [
        ("a picture of 1280 × 800", "PUT /api/journal/{id}/picture", PICTURE),
        ("a backup of 2 000 bags looked into", "POST /api/backup/preview", whole.as_slice()),
        ("one that lies beside the database", "POST /api/backups/{name}/preview", &[]),
        ("the same put back", "POST /api/backups/{name}/restore", &[]),
        ("a backup of 2 000 bags put back", "POST /api/backup/restore", whole.as_slice()),
    ] {
        let start = address.replace("{id}", "1").replace("{name}", &name);
        let mut times = Vec::new();
        for _ in 0..3 {
            let begun = Instant::now();
            let answer = wire.send(&start, file, body)?;
            times.push(begun.elapsed());
            if answer.status >= 300 {
                return Err(Error::other(format!("{start} answered {}: {}", answer.status, answer.body)));
            }
        }
        report(&format!("{address} – {what}"), &mut times, Duration::from_secs(2));
        measured.push(address.to_owned());
    }
    Ok(measured)
}

fn shelf_full(wire: &mut Wire, demo: &[Value]) -> Result<Vec<String>> {
    let there = wire.ask("GET /api/shelf", "", "")?.json()["papers"].as_array().map_or(0, Vec::len);
    let rows = (there..500).map(|n| {
        let kind = ["sheets", "pad", "roll"][n % 3];
        let height = if n % 3 == 2 { 100 } else { 6 + n * 7 % 23 };
        format!(
            "paper {n},{kind},{}/64,{height},{},all_over",
            64 * (6 + n % 25) + n % 64,
            if n % 3 == 2 { 1 } else { 20 }
        )
    });
    let csv = format!("name,kind,width,height,count,pattern\n{}", rows.collect::<Vec<_>>().join("\n"));
    let begun = Instant::now();
    wire.good("POST /api/shelf/import", "", &json!({ "csv": csv }).to_string())?;
    report("POST /api/shelf/import – a full shelf", &mut [begun.elapsed()], Duration::from_millis(200));
    let bodies: Vec<Value> = demo.iter().map(|brief| json!({ "brief": brief })).collect();
    let two: Vec<Value> = demo
        .iter()
        .map(|brief| json!({ "brief": with(brief, "side_sheet", json!({ "width": "9 in", "height": "11 in", "pattern": "all_over" })) }))
        .collect();
    let ms = Duration::from_millis(2000);
    measure(
        wire,
        &Case { what: "a shelf of 500 papers", address: "POST /api/ways", bodies, budget: ms, times: 10 },
    )?;
    measure(
        wire,
        &Case {
            what: "the same, gussets of another",
            address: "POST /api/ways",
            bodies: two,
            budget: ms,
            times: 10,
        },
    )?;
    Ok(["POST /api/shelf/import", "POST /api/ways"].map(str::to_owned).to_vec())
}
