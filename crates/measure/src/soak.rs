//! The real service worked hard for a while: mixed load, slow and half-finished requests, disks that fill up, kills; and
//! whether everything that was acknowledged is there in the end.

mod asking;
mod hostile;

use crate::wire::{Answer, Wire};
use serde_json::Value;
use std::collections::BTreeMap;
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
    slowest: Mutex<BTreeMap<String, Duration>>,
    /// What must not be, in sentences.
    wrong: Mutex<Vec<String>>,
}

/// An answer that takes longer is a hang.
const HANG: Duration = Duration::from_secs(12);

impl Report {
    fn count(&self, what: &str, status: u16) {
        if let Ok(mut statuses) = self.statuses.lock() {
            *statuses.entry((what.to_owned(), status)).or_insert(0) += 1;
        }
    }

    /// Something must not be.
    fn wrong(&self, says: String) {
        if let Ok(mut wrong) = self.wrong.lock() {
            wrong.push(says);
        }
    }

    /// Asks, counts the answer, and takes its time.
    fn timed(&self, what: &str, ask: impl FnOnce() -> std::io::Result<Answer>) -> std::io::Result<Answer> {
        let begun = Instant::now();
        let answer = ask();
        let took = begun.elapsed();
        if took > HANG {
            self.wrong(format!("{what} hung for {took:.1?}"));
        }
        if let (Ok(answer), Ok(mut slowest)) = (&answer, self.slowest.lock()) {
            let own = slowest.entry(what.to_owned()).or_default();
            *own = took.max(*own);
            self.count(what, answer.status);
        }
        answer
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
                scope.spawn(move || asking::saves(host, seed, done, report, kept));
            }
            let (seed, host) = (dice.roll(1 << 20), service.host());
            let (reports, keeps, ends, file) = (&report, &kept, &done, db.as_path());
            scope.spawn(move || hostile::backups(host, seed, ends, reports));
            scope.spawn(move || hostile::pictures(host, seed, ends, reports));
            scope.spawn(move || hostile::spoiling(host, file, seed, ends, reports));
            scope.spawn(move || hostile::windows(host, seed, ends, reports, keeps));
            for work in [asking::dear, asking::plans, asking::slow] {
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
    for (what, slowest) in report.slowest.into_inner().unwrap_or_default() {
        println!("  {what}: slowest {slowest:.2?}");
    }
    let wrong = report.wrong.into_inner().unwrap_or_default();
    for says in wrong.iter().take(20) {
        println!("  WRONG: {says}");
    }
    for (says, count) in logged(&folder.path().join("log")) {
        println!("  logged {count} times: {says}");
    }
    println!("  {} requests cut off by a kill", report.broken_off.into_inner());
    println!("  slowest acknowledged save: {:.2?}", report.slowest_save.into_inner().unwrap_or_default());
    println!("  {} bags acknowledged, {} there, {} lost", kept.len(), there.len(), lost.len());
    Ok(match (lost.is_empty(), faults, wrong.len()) {
        (true, 0, 0) => Ok(()),
        _ => Err(format!(
            "{} bags lost ({lost:?}), {faults} faults of ours, {} things wrong",
            lost.len(),
            wrong.len()
        )),
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

/// What the service had to say, without its moments, and how often.
fn logged(log: &Path) -> BTreeMap<String, u64> {
    let text =
        std::fs::read(log).map(|bytes| String::from_utf8_lossy(&bytes).into_owned()).unwrap_or_default();
    let mut all = BTreeMap::new();
    for line in text.lines() {
        let says = line.split_once(' ').map_or(line, |(_, says)| says);
        *all.entry(says.trim().chars().take(160).collect()).or_insert(0) += 1;
    }
    all
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
