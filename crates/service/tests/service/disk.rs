//! A disk that is full, or fails now and then: what was acknowledged is there after a restart, what was refused is not.
//!
//! The limit on the size of the files that the process may write stands in for the disk: past it every write of the database
//! fails, as on a full disk, and it can be moved while the service runs.

use super::wire::{Answer, BINARY, bag, get, request};
use rustix::process::{Pid, Resource, Rlimit, prlimit};
use serde_json::{Value, json};
use std::collections::BTreeSet;
use std::os::unix::fs::PermissionsExt;
use std::path::{Path, PathBuf};
use wide_fold_browser::Service;

struct Disk {
    folder: tempfile::TempDir,
    script: PathBuf,
}

impl Disk {
    fn new() -> Self {
        let folder = tempfile::tempdir().unwrap();
        let script = folder.path().join("start");
        // The signal that comes with the limit would end the process. The log lies on the same disk.
        let log = folder.path().join("log");
        let text = format!("#!/bin/sh\ntrap '' XFSZ\nexec {BINARY} \"$@\" 2>> {}\n", log.display());
        std::fs::write(&script, text).unwrap();
        std::fs::set_permissions(&script, std::fs::Permissions::from_mode(0o755)).unwrap();
        Self { folder, script }
    }

    fn serve(&self) -> Service {
        Service::start(&self.script, &self.folder.path().join("bags.db"), &[]).unwrap()
    }
}

/// From now on no file of the service may grow past that size.
fn limit(service: &Service, bytes: Option<u64>) {
    let pid = Pid::from_raw(service.pid() as i32);
    prlimit(pid, Resource::Fsize, Rlimit { current: bytes, maximum: None }).unwrap();
}

/// So many runs are worked on.
const RUNS: usize = 3;

/// What is written at for one bag is written at one of these; a run is of the first that is there and of the last.
const BAGS: i64 = 6;

/// Everything there is to read: runs, bags with their slips, the shelf, the guides, what was taken for a bag, and what is ticked off.
/// Every bag is in the list and in the file that is carried along; what is cut and ticked is asked of those that are worked on.
fn everything(host: &str) -> Value {
    let bags = get(host, "/api/bags?most=200");
    let numbers: Vec<i64> =
        bags["bags"].as_array().unwrap().iter().map(|bag| bag["id"].as_i64().unwrap()).collect();
    let newest = numbers.iter().max().copied();
    let each: Vec<Value> = numbers
        .iter()
        .filter(|id| **id <= BAGS || Some(**id) == newest)
        .map(|id| ["", "/paper", "/ticks"].map(|more| get(host, &format!("/api/bags/{id}{more}"))).into())
        .collect();
    let carried = get(host, "/api/project");
    let runs = get(host, "/api/runs");
    // The first few, each with all that was done on it.
    let all = runs["runs"].as_array().unwrap().iter().take(RUNS);
    let mut worked: Vec<Value> = all.map(|run| get(host, &format!("/api/runs/{}", run["id"]))).collect();
    // What a run takes of a later one's paper follows from what that one was last seen to take: it is worked out, not kept.
    for need in worked.iter_mut().filter_map(|run| run["papers"].as_array_mut()).flatten() {
        need["takes_held"] = Value::Null;
    }
    let settings =
        ["/api/shelf", "/api/guides", "/api/rooms", "/api/costs", "/api/journal"].map(|path| get(host, path));
    json!([bags, each, carried, runs, worked, settings])
}

/// A line of pseudo-random numbers.
struct Dice(u64);

impl Dice {
    fn roll(&mut self, sides: u64) -> u64 {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) % sides
    }
}

/// The addresses that write, as the interface describes itself; planning and the like only answer.
fn writing() -> BTreeSet<String> {
    let (_, document) = wide_fold::routes::api();
    let document: Value = serde_json::from_str(&document.to_json().unwrap()).unwrap();
    let paths = document["paths"].as_object().unwrap();
    let stored = [
        "/api/bags",
        "/api/shelf",
        "/api/guides",
        "/api/rooms",
        "/api/project/import",
        "/api/runs",
        "/api/costs",
        "/api/backups",
        "/api/journal",
        "/api/hand-rules",
    ]
    .map(|start| {
        paths.iter().filter(move |(path, _)| {
            path.starts_with(start)
                && !["preview", "picture", "changing"].iter().any(|answers| path.ends_with(answers))
        })
    });
    stored
        .into_iter()
        .flatten()
        .flat_map(|(path, methods)| {
            let methods = methods.as_object().unwrap().keys().filter(|method| *method != "get");
            methods.map(move |method| format!("{} {path}", method.to_uppercase()))
        })
        .collect()
}

/// Some step of a bag; one that no bag has if the bag is not there.
fn some_step(host: &str, id: u64, dice: &mut Dice) -> String {
    let turn = dice.roll(1000) as usize;
    let bag = request(host, &format!("GET /api/bags/{id}"), "", "").unwrap();
    if !bag.done() {
        return "none".to_owned();
    }
    let plan = request(host, "POST /api/plan", "", &bag.json()["brief"].to_string()).unwrap().json();
    let steps = plan["steps"].as_array().unwrap();
    steps[turn % steps.len()]["id"].as_str().unwrap().to_owned()
}

/// The header with which one of these, papers or guides, is changed as it is now.
fn if_match(host: &str, path: &str, list: &str, id: u64) -> String {
    let all = get(host, path);
    let own = all[list].as_array().unwrap().iter().find(|one| one["id"] == id);
    format!("If-Match: \"{}\"\r\n", own.map_or(1, |one| one["revision"].as_i64().unwrap()))
}

/// A run of bags that are there, on a day that is never past.
fn a_run(host: &str, copies: u64) -> Value {
    let all = get(host, "/api/bags")["bags"].as_array().cloned().unwrap_or_default();
    let bag = |own: Option<&Value>| own.map_or(json!(1), |own| own["id"].clone());
    let lines =
        json!([{ "bag": bag(all.first()), "copies": copies }, { "bag": bag(all.last()), "copies": 1 }]);
    json!({ "name": "Kiln opening", "date": "2999-12-05", "lines": lines })
}

/// Something to take back or give back, where an address does that and there is nothing; whether anything was done for it.
fn prepare(host: &str, address: &str, dice: &mut Dice) -> bool {
    let id = dice.roll(3) + 1;
    let start = match address {
        "DELETE /api/bags/{id}/paper" => format!("POST /api/bags/{id}/paper"),
        "DELETE /api/bags/{id}/ticks" => {
            format!("PUT /api/bags/{id}/ticks/{}", some_step(host, id, dice))
        }
        _ => return false,
    };
    let body = json!({ "paper": dice.roll(5) + 1, "done": true });
    request(host, &start, "", &body.to_string()).unwrap();
    true
}

/// One write at that address, on some bag, paper or guide.
fn write(host: &str, address: &str, dice: &mut Dice) -> Answer {
    let mut id = dice.roll(BAGS as u64) + 1;
    if address == "DELETE /api/bags/{id}" {
        // The first three stay: the journal speaks of one, and something must have versions and steps.
        let all = get(host, "/api/bags?most=200")["bags"].as_array().cloned().unwrap_or_default();
        id = all.iter().filter_map(|bag| bag["id"].as_u64()).filter(|id| *id > 3).max().unwrap_or(4);
    }
    if address == "DELETE /api/bags/{id}/paper" {
        // One that has something to give back, if there is one.
        let has = |id: &u64| {
            let cut = request(host, &format!("GET /api/bags/{id}/paper"), "", "").unwrap();
            cut.done() && !cut.json().is_null()
        };
        id = (1..=BAGS as u64).find(has).unwrap_or(id);
    }
    if address == "DELETE /api/bags/{id}/ticks" {
        let has = |id: &u64| {
            let ticks = request(host, &format!("GET /api/bags/{id}/ticks"), "", "").unwrap();
            ticks.done() && ticks.json()["done"] != json!([])
        };
        id = (1..=BAGS as u64).find(has).unwrap_or(id);
    }
    let runs = get(host, "/api/runs")["runs"].as_array().unwrap().clone();
    let run = runs.get(dice.roll(runs.len().clamp(1, RUNS) as u64) as usize).cloned().unwrap_or_default();
    let run = if run.is_null() { run } else { get(host, &format!("/api/runs/{}", run["id"])) };
    if address.contains("/api/runs/{id}") && !address.ends_with("restore") && !run.is_null() {
        id = run["id"].as_u64().unwrap();
    }
    let step = if address.contains("{step}") { some_step(host, id, dice) } else { String::new() };
    let version = if address.contains("{revision}") {
        id = (1..=BAGS as u64)
            .find(|id| request(host, &format!("GET /api/bags/{id}"), "", "").unwrap().done())
            .unwrap_or(id);
        let all = request(host, &format!("GET /api/bags/{id}/versions"), "", "").unwrap().json();
        all.as_array().and_then(|all| all.last()).map_or("1".to_owned(), |last| last["revision"].to_string())
    } else {
        String::new()
    };
    // The one that was made last, if there is one.
    let backup = if address.contains("{name}") {
        get(host, "/api/backups")["kept"][0]["name"].clone()
    } else {
        Value::Null
    };
    let backup = backup.as_str().unwrap_or("none");
    let of = if address.contains("/hand-rules/") { "panels".to_owned() } else { id.to_string() };
    let start = address
        .replace("{id}", &of)
        .replace("{step}", &step)
        .replace("{name}", backup)
        .replace("{revision}", &version);
    let paper = json!({ "name": "Ash card", "width": "12 in", "height": "12 in", "count": dice.roll(9) });
    let gusset = format!("{} in", dice.roll(4) + 1);
    let guide = json!({ "name": "Guide", "gusset": gusset, "flap": "1 1/4", "widths": ["3 in", "5 in"], "reach": "6" });
    let (more, body) = match address {
        "POST /api/bags" => (String::new(), bag(&format!("bag {}", dice.roll(100)))),
        "PUT /api/bags/{id}" => ("If-Match: *\r\n".to_owned(), bag(&format!("changed {}", dice.roll(100)))),
        "POST /api/bags/{id}/paper" => (String::new(), json!({ "paper": dice.roll(5) + 1 })),
        "PUT /api/bags/{id}/ticks/{step}" => (String::new(), json!({ "done": dice.roll(4) > 0 })),
        "POST /api/shelf" => (String::new(), paper),
        "PUT /api/shelf/{id}" => (if_match(host, "/api/shelf", "papers", id), paper),
        "PUT /api/rooms" => (String::new(), json!({ "flat": format!("{}/8 in", dice.roll(20)) })),
        "POST /api/runs" => (String::new(), a_run(host, dice.roll(3) + 1)),
        "PUT /api/runs/{id}" => {
            let mut draft = a_run(host, dice.roll(3) + 1);
            for (place, line) in run["lines"].as_array().into_iter().flatten().take(2).enumerate() {
                draft["lines"][place]["line"] = line["line"].clone();
                draft["lines"][place]["paper"] = line["paper"].clone();
            }
            (format!("If-Match: \"{}\"\r\n", run["revision"]), draft)
        }
        "PUT /api/runs/{id}/cuts" => {
            let done = run["lists"][0]["lots"][0]["done"].as_u64().unwrap_or_default();
            let next = if done == 0 || dice.roll(4) > 0 { done + 1 } else { done - 1 };
            (String::new(), json!({ "list": 0, "lot": 0, "done": next }))
        }
        "PUT /api/runs/{id}/ticks" => {
            let of = |task: &Value, field: &str| task[field].as_u64().unwrap_or_default();
            let all = run["work"].as_array().into_iter().flatten();
            let mut tasks = all.flat_map(|batch| batch["tasks"].as_array().unwrap());
            let task = tasks.find(|task| of(task, "ready") > 0).cloned().unwrap_or_default();
            let done = of(&task, "done");
            let next = if done < of(&task, "ready") { done + 1 } else { done.saturating_sub(1) };
            (
                String::new(),
                json!({ "line": task["line"].as_u64().unwrap_or(9), "key": task["key"].as_str().unwrap_or("none"), "done": next }),
            )
        }
        "POST /api/runs/{id}/spoils" => {
            let mut spoilt = json!({ "line": 9, "part": 0 });
            for line in run["lines"].as_array().into_iter().flatten() {
                let there = |part: &Value| part["there"].as_u64() > Some(0);
                if let Some(part) = line["parts"].as_array().unwrap().iter().position(there) {
                    spoilt = json!({ "line": line["line"], "part": part });
                }
            }
            (String::new(), spoilt)
        }
        "POST /api/journal" => {
            (String::new(), json!({ "bag": id, "made": "2026-11-20", "note": format!("{}", dice.roll(90)) }))
        }
        "PUT /api/journal/{id}" => (
            if_match(host, "/api/journal", "entries", id),
            json!({ "bag": 1, "made": "2026-11-20", "note": format!("{}", dice.roll(90)) }),
        ),
        "PUT /api/backups" => (String::new(), json!({ "keep": dice.roll(9) })),
        "PUT /api/costs" => (String::new(), json!({ "glue": format!("0.0{}", dice.roll(9)) })),
        "POST /api/guides" => (String::new(), guide),
        "PUT /api/guides/{id}" => (if_match(host, "/api/guides", "guides", id), guide),
        "POST /api/shelf/import" => (String::new(), json!({ "csv": "name,width,height\nA,12,12\nB,6,6\n" })),
        "POST /api/project/import" => {
            let one = bag(&format!("carried {}", dice.roll(100)));
            let file = json!({ "format": "wide-fold-project", "version": 1, "bags": [one] });
            (String::new(), json!({ "text": file.to_string() }))
        }
        _ => (String::new(), json!({})),
    };
    let (more, body) = match address {
        "PUT /api/bags/{id}" => {
            let kept = request(host, &format!("GET /api/bags/{id}"), "", "").unwrap();
            let revision = if kept.done() { kept.json()["revision"].as_i64().unwrap() } else { 1 };
            (format!("If-Match: \"{revision}\"\r\n"), body)
        }
        _ => (more, body),
    };
    request(host, &start, &more, &body.to_string()).unwrap()
}

fn worked_on(disk: &Disk, rounds: usize, seed: u64, mut fails: impl FnMut(&Service, &mut Dice)) {
    let addresses: Vec<String> = writing().into_iter().collect();
    let mut dice = Dice(seed);
    let mut service = disk.serve();
    for name in ["Tea bowl", "Bud vase", "Tumblers"] {
        assert_eq!(
            request(service.host(), "POST /api/bags", "", &bag(name).to_string()).unwrap().status,
            201
        );
    }
    // So many bags off by the same that the journal stays sure of it, whatever is changed.
    for _ in 0..16 {
        let off = json!({ "bag": 1, "made": "2026-11-20", "width": "+1/16", "gusset": "+1/16" });
        assert_eq!(request(service.host(), "POST /api/journal", "", &off.to_string()).unwrap().status, 201);
    }
    let mut before = everything(service.host());
    let (mut kept, mut refused) = (BTreeSet::new(), BTreeSet::new());
    let all: BTreeSet<String> = addresses.iter().cloned().collect();
    for round in 0.. {
        // Until every address has been both acknowledged and refused.
        if round >= rounds && (kept == all && refused == all || round >= rounds * 8) {
            break;
        }
        // Three times of four one that has not been both yet.
        let open: Vec<&String> =
            addresses.iter().filter(|own| !kept.contains(*own) || !refused.contains(*own)).collect();
        let any: Vec<&String> = addresses.iter().collect();
        let among = if dice.roll(4) > 0 && !open.is_empty() { &open } else { &any };
        let address = among[dice.roll(among.len() as u64) as usize];
        if prepare(service.host(), address, &mut dice) {
            before = everything(service.host());
        }
        fails(&service, &mut dice);
        if round >= rounds && !refused.contains(address) {
            limit(&service, Some(dice.roll(4096)));
        }
        let again = Dice(dice.0);
        let mut answer = write(service.host(), address, &mut dice);
        let mut after = everything(service.host());
        if !answer.done() {
            assert!(answer.json()["detail"].as_str().unwrap().ends_with('.'), "{answer:?}");
            assert_eq!(after, before, "{address} answered {} and changed something", answer.status);
        }
        if answer.status >= 500 {
            refused.insert(address.clone());
            // Once there is room the same can be asked again, and is done.
            limit(&service, None);
            dice = again;
            answer = write(service.host(), address, &mut dice);
            assert!(answer.done(), "{address}: {answer:?}");
            after = everything(service.host());
        }
        if answer.done() {
            kept.insert(address.clone());
        }
        if round % 20 == 19 {
            drop(service); // SIGKILL
            service = disk.serve();
            assert_eq!(everything(service.host()), after, "after a restart");
        }
        before = after;
    }
    assert_eq!(kept, all, "never acknowledged: {:?}", all.difference(&kept));
    assert_eq!(refused, all, "never refused by the disk: {:?}", all.difference(&refused));
}

#[test]
fn on_a_disk_that_fails_now_and_then_what_is_acknowledged_is_kept() {
    worked_on(&Disk::new(), 120, 7, |service, dice| {
        let most = if dice.roll(2) == 0 { Some(dice.roll(60_000)) } else { None };
        limit(service, most);
    });
}

#[test]
fn on_a_full_disk_nothing_is_acknowledged_and_nothing_lost() {
    let disk = Disk::new();
    let service = disk.serve();
    assert_eq!(
        request(service.host(), "POST /api/bags", "", &bag("Tea bowl").to_string()).unwrap().status,
        201
    );
    let log = disk.folder.path().join("bags.db-wal");
    limit(&service, Some(Path::new(&log).metadata().unwrap().len()));
    let before = everything(service.host());
    for path in ["/api/bags", "/api/bags/1/duplicate"] {
        let answer =
            request(service.host(), &format!("POST {path}"), "", &bag("Bud vase").to_string()).unwrap();
        assert!(answer.status >= 500, "{path}: {answer:?}");
        assert_eq!(everything(service.host()), before);
    }
    drop(service);
    let service = disk.serve();
    assert_eq!(everything(service.host()), before);
    // There is room again.
    assert_eq!(
        request(service.host(), "POST /api/bags", "", &bag("Bud vase").to_string()).unwrap().status,
        201
    );
}

/// However much there is: what is there can be looked at and carried along while nothing at all can be written.
#[test]
fn on_a_full_disk_everything_can_still_be_read() {
    let disk = Disk::new();
    let service = disk.serve();
    let made = request(service.host(), "POST /api/bags", "", &bag("Tea bowl").to_string()).unwrap();
    assert_eq!(made.status, 201);
    let many = "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 4000)
        INSERT INTO bag (revision, name, brief, created_at, updated_at, summary, rules)
        SELECT 1, 'Bag ' || i, brief, created_at, updated_at, summary, rules FROM n, (SELECT * FROM bag WHERE id = 1)";
    let file = rusqlite::Connection::open(disk.folder.path().join("bags.db")).unwrap();
    assert_eq!(file.execute(many, []).unwrap(), 4000);
    drop(file);
    limit(&service, Some(0));
    for view in ["/api/bags", "/api/shelf", "/api/runs", "/api/unread", "/api/backups", "/api/shelf.csv"] {
        drop(get(service.host(), "/api/bags/1"));
        let answer = request(service.host(), &format!("GET {view}"), "", "").unwrap();
        assert_eq!(answer.status, 200, "{view}: {}", answer.body);
    }
    let project = get(service.host(), "/api/project");
    assert_eq!(project["bags"].as_array().unwrap().len(), 4001);
}
