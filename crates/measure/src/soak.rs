//! The real service worked hard for a while: mixed load, slow and half-finished requests, disks that fill up, kills; and
//! whether everything that was acknowledged is there in the end.

use crate::wire::Wire;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::io::Write;
use std::net::TcpStream;
use std::os::unix::fs::PermissionsExt;
use std::path::{Path, PathBuf};
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};
use std::time::{Duration, Instant};
use wide_fold_browser::Service;
use xtask::{Chore, cargo, project};

/// How long the service lives before it is killed, at least and on top of it.
const LIFE: (Duration, u64) = (Duration::from_secs(4), 6_000);

/// What came of it all.
#[derive(Default)]
struct Report {
    statuses: Mutex<BTreeMap<(String, u16), u64>>,
    broken_off: AtomicU64,
    slowest_save: Mutex<Duration>,
}

impl Report {
    fn count(&self, what: &str, status: u16) {
        if let Ok(mut statuses) = self.statuses.lock() {
            *statuses.entry((what.to_owned(), status)).or_insert(0) += 1;
        }
    }
}

/// A line of pseudo-random numbers (Knuth's multiplier, from memory).
struct Dice(u64);

impl Dice {
    fn roll(&mut self, sides: u64) -> u64 {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) % sides
    }
}

/// Soaks for so many minutes and prints the report. Fails if anything acknowledged is missing, or an answer was a fault of ours.
pub fn run(minutes: u32) -> Chore {
    cargo(&["build", "--release", "--package", "wide-fold"])?;
    soak(&project().join("target/release/wide-fold"), Duration::from_secs(60 * u64::from(minutes)))
        .map_err(|error| error.to_string())?
}

fn soak(binary: &Path, long: Duration) -> std::io::Result<Chore> {
    let folder = tempfile::tempdir()?;
    let script = script(binary, folder.path())?;
    let db = folder.path().join("soak.db");
    let report = Report::default();
    let kept: Mutex<BTreeMap<i64, (i64, String)>> = Mutex::default();
    let mut dice = Dice(2_026);
    let (begun, mut lives, mut full) = (Instant::now(), 0, 0);
    while begun.elapsed() < long {
        let service = Service::start(&script, &db, &[])?;
        lives += 1;
        let done = AtomicBool::new(false);
        std::thread::scope(|scope| {
            for seed in 0..4 {
                let (report, kept, done) = (&report, &kept, &done);
                let host = service.host();
                let seed = dice.roll(1 << 20) + seed;
                scope.spawn(move || saves(host, seed, done, report, kept));
            }
            for work in [dear, plans, slow] {
                let (report, done) = (&report, &done);
                let host = service.host();
                scope.spawn(move || work(host, done, report));
            }
            let end = Instant::now() + LIFE.0 + Duration::from_millis(dice.roll(LIFE.1));
            while Instant::now() < end {
                std::thread::sleep(Duration::from_millis(50 + dice.roll(400)));
                // The disk is full now and then: no file may grow past a size.
                let is_full = dice.roll(4) == 0;
                full += u64::from(is_full);
                limit(&service, is_full.then(|| dice.roll(200_000)));
            }
            done.store(true, Ordering::Relaxed);
            // The work goes on into the kill.
            kill(&service);
        });
        drop(service);
    }
    let service = Service::start(&script, &db, &[])?;
    let there = everything(service.host())?;
    let kept = kept.into_inner().unwrap_or_default();
    let lost: Vec<i64> = kept
        .iter()
        .filter(|(id, (revision, name))| {
            // A change whose answer was cut off by the kill may have been done.
            there.get(id).is_none_or(|(now, named)| now < revision || (now == revision && named != name))
        })
        .map(|(id, _)| *id)
        .collect();
    println!(
        "{lives} lives in {:.0?}, each ended by a kill; the disk was full {full} times",
        begun.elapsed()
    );
    let mut faults = 0;
    for ((what, status), count) in report.statuses.into_inner().unwrap_or_default() {
        println!("  {what}: {count} answered {status}");
        // 503 is busy, a full disk that is told as a fault of writing, or 507.
        faults += if status >= 500 && !matches!(status, 503 | 507) { count } else { 0 };
    }
    println!("  {} requests cut off by a kill", report.broken_off.into_inner());
    println!("  slowest acknowledged save: {:.2?}", report.slowest_save.into_inner().unwrap_or_default());
    println!("  {} bags acknowledged, {} there, {} lost", kept.len(), there.len(), lost.len());
    Ok(match (lost.is_empty(), faults) {
        (true, 0) => Ok(()),
        _ => Err(format!("{} bags lost ({lost:?}), {faults} faults of ours", lost.len())),
    })
}

/// The signal that comes with the limit on files would end the process: a shell that ignores it stands before it. The log lies on
/// the same disk.
fn script(binary: &Path, folder: &Path) -> std::io::Result<PathBuf> {
    let (path, log) = (folder.join("start"), folder.join("log"));
    std::fs::write(
        &path,
        format!("#!/bin/sh\ntrap '' XFSZ\nexec {} \"$@\" 2>> {}\n", binary.display(), log.display()),
    )?;
    std::fs::set_permissions(&path, std::fs::Permissions::from_mode(0o755))?;
    Ok(path)
}

fn limit(service: &Service, bytes: Option<u64>) {
    use rustix::process::{Pid, Resource, Rlimit, prlimit};
    let pid = i32::try_from(service.pid()).ok().and_then(Pid::from_raw);
    let _ = prlimit(pid, Resource::Fsize, Rlimit { current: bytes, maximum: None });
}

fn kill(service: &Service) {
    use rustix::process::{Pid, Signal, kill_process};
    if let Some(pid) = i32::try_from(service.pid()).ok().and_then(Pid::from_raw) {
        let _ = kill_process(pid, Signal::KILL);
    }
}

fn everything(host: &str) -> std::io::Result<BTreeMap<i64, (i64, String)>> {
    let mut wire = Wire::open(host)?;
    let (mut all, mut next) = (BTreeMap::new(), String::new());
    loop {
        let page: Value =
            serde_json::from_str(&wire.good(&format!("GET /api/bags?most=200{next}"), "", "")?)?;
        for bag in page["bags"].as_array().into_iter().flatten() {
            let id = bag["id"].as_i64().unwrap_or_default();
            let revision = bag["revision"].as_i64().unwrap_or_default();
            all.insert(id, (revision, bag["name"].as_str().unwrap_or_default().to_owned()));
        }
        match page["next"].as_str() {
            Some(place) => next = format!("&after={place}"),
            None => return Ok(all),
        }
    }
}

/// Saves new bags and changes its own, and remembers what was acknowledged.
fn saves(
    host: &str,
    seed: u64,
    done: &AtomicBool,
    report: &Report,
    kept: &Mutex<BTreeMap<i64, (i64, String)>>,
) {
    let mut dice = Dice(seed);
    let Ok(mut wire) = Wire::open(host) else { return };
    let mut own: Vec<(i64, i64)> = Vec::new();
    while !done.load(Ordering::Relaxed) {
        let name = format!("bag {seed} {}", dice.roll(1 << 30));
        let width = format!("{}/8 in", 16 + dice.roll(40));
        let body = json!({ "name": name, "brief": { "finished": { "width": width, "height": "5 in", "gusset": "2 in" } } });
        let change = own.get(dice.roll(own.len() as u64 * 2 + 1) as usize).copied();
        let (start, more) = match change {
            Some((id, revision)) => (format!("PUT /api/bags/{id}"), format!("If-Match: \"{revision}\"\r\n")),
            None => ("POST /api/bags".to_owned(), String::new()),
        };
        let begun = Instant::now();
        let Ok(answer) = wire.ask(&start, &more, &body.to_string()) else {
            report.broken_off.fetch_add(1, Ordering::Relaxed);
            match Wire::open(host) {
                Ok(again) => wire = again,
                Err(_) => return,
            }
            continue;
        };
        report.count("saves", answer.status);
        if let (200..300, Some(id), Some(revision)) =
            (answer.status, answer.json()["id"].as_i64(), answer.json()["revision"].as_i64())
        {
            own.retain(|bag| bag.0 != id);
            own.push((id, revision));
            if let (Ok(mut kept), Ok(mut slowest)) = (kept.lock(), report.slowest_save.lock()) {
                kept.insert(id, (revision, name));
                *slowest = slowest.max(begun.elapsed());
            }
        }
    }
}

/// Asks again and again for something.
fn keep_asking(host: &str, done: &AtomicBool, report: &Report, what: &str, asked: &[(&str, Value)]) {
    let Ok(mut wire) = Wire::open(host) else { return };
    for (start, body) in asked.iter().cycle() {
        if done.load(Ordering::Relaxed) {
            return;
        }
        let body = if body.is_null() { String::new() } else { body.to_string() };
        match wire.ask(start, "", &body) {
            Ok(answer) => report.count(what, answer.status),
            Err(_) => {
                report.broken_off.fetch_add(1, Ordering::Relaxed);
                match Wire::open(host) {
                    Ok(again) => wire = again,
                    Err(_) => return,
                }
            }
        }
    }
}

fn dear(host: &str, done: &AtomicBool, report: &Report) {
    let brief = |n: i64| json!({ "finished": { "width": format!("{}/64 in", 150 + n * 3), "height": "6 in", "gusset": "2 in" } });
    let bags: Vec<Value> =
        (0..30).map(|n| json!({ "name": n.to_string(), "brief": brief(n), "copies": 10 })).collect();
    let near = json!({ "brief": brief(3), "range": "1 in" });
    let asked = [
        ("POST /api/layout", json!({ "bags": bags })),
        ("POST /api/nearby", near),
        ("POST /api/ways", json!({ "brief": brief(9) })),
        ("POST /api/joins", brief(40)),
    ];
    keep_asking(host, done, report, "dear work", &asked);
}

fn plans(host: &str, done: &AtomicBool, report: &Report) {
    let brief = json!({ "finished": { "width": "4 in", "height": "6 in", "gusset": "2 in" } });
    let wide = json!({ "finished": { "width": "40 in", "height": "6 in", "gusset": "wide" } });
    let asked = [
        ("POST /api/plan", brief),
        ("GET /api/bags", Value::Null),
        ("POST /api/plan", wide),
        ("GET /api/shelf.csv", Value::Null),
    ];
    keep_asking(host, done, report, "plans and lists", &asked);
}

/// Opens requests and never finishes them.
fn slow(host: &str, done: &AtomicBool, _: &Report) {
    let mut open = Vec::new();
    while !done.load(Ordering::Relaxed) {
        if let Ok(mut stream) = TcpStream::connect(host) {
            let half = format!(
                "POST /api/bags HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{{\"name\":"
            );
            let sent = stream.write_all(&half.as_bytes()[..half.len() - open.len() % 40]);
            drop(sent);
            open.push(stream);
        }
        if open.len() > 60 {
            open.remove(0);
        }
        std::thread::sleep(Duration::from_millis(30));
    }
}
