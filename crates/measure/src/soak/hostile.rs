//! What goes wrong, or is meant to: backups that are damaged or built to do harm, pictures of every kind, clocks that were wrong, rows
//! that a disk has spoiled, two windows on one bag.

use super::{Dice, Report};
use crate::wire::Wire;
use rusqlite::Connection;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::io::Result;
use std::path::Path;
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, Ordering};

const FILE: &str = "Content-Type: application/octet-stream\r\n";

/// Every page that shows more than one thing.
const VIEWS: [&str; 9] = [
    "GET /api/bags",
    "GET /api/shelf",
    "GET /api/guides",
    "GET /api/runs",
    "GET /api/journal",
    "GET /api/unread",
    "GET /api/project",
    "GET /api/shelf.csv",
    "GET /api/backups",
];

/// Repeats something over one connection until all is done, and opens another where it breaks off.
fn again(host: &str, done: &AtomicBool, report: &Report, mut once: impl FnMut(&mut Wire) -> Result<()>) {
    let Ok(mut wire) = Wire::open(host) else { return };
    while !done.load(Ordering::Relaxed) {
        if once(&mut wire).is_err() {
            report.broken_off.fetch_add(1, Ordering::Relaxed);
            match Wire::open(host) {
                Ok(next) => wire = next,
                Err(_) => return,
            }
        }
    }
}

/// Looks into backups: good ones, with a bit turned, cut off, or built to do harm. What is built to do harm is tried to be put back, too.
pub(super) fn backups(host: &str, seed: u64, done: &AtomicBool, report: &Report) {
    let mut dice = Dice(seed);
    let harm = [
        "CREATE VIEW more AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i FROM n",
        "CREATE TRIGGER t AFTER INSERT ON bag BEGIN DELETE FROM paper; END",
        "UPDATE bag SET revision = 9000000000000000000",
        "DROP TABLE tick",
    ];
    // One is enough to begin with: on a full disk there is no other.
    let mut known: Vec<u8> = Vec::new();
    again(host, done, report, |wire| {
        if known.is_empty() || dice.roll(4) == 0 {
            let good = report.timed("backup", || wire.ask("GET /api/backup", "", ""))?;
            if good.status == 200 && !good.bytes.is_empty() {
                known = good.bytes;
            }
        }
        if known.is_empty() {
            return Ok(());
        }
        let mut file = known.clone();
        match dice.roll(4) {
            0 => {
                report.timed("preview", || wire.send("POST /api/backup/preview", FILE, &file))?;
            }
            1 => {
                let place = dice.roll(file.len() as u64) as usize;
                file[place] ^= 1 << dice.roll(8);
                report
                    .timed("preview, a bit turned", || wire.send("POST /api/backup/preview", FILE, &file))?;
            }
            2 => {
                file.truncate(dice.roll(file.len() as u64) as usize);
                report.timed("restore, cut off", || wire.send("POST /api/backup/restore", FILE, &file))?;
            }
            _ => {
                let folder = tempfile::tempdir()?;
                let path = folder.path().join("hostile.db");
                std::fs::write(&path, &file)?;
                let built = Connection::open(&path).and_then(|own| {
                    own.pragma_update(None, "foreign_keys", false)?;
                    own.execute_batch(harm[dice.roll(harm.len() as u64) as usize])
                });
                // One that could not be built says nothing.
                if built.is_ok() {
                    let file = std::fs::read(&path)?;
                    let refused = report
                        .timed("restore, hostile", || wire.send("POST /api/backup/restore", FILE, &file))?;
                    if refused.status == 204 {
                        report.wrong(format!("a hostile backup was put back: {}", refused.body));
                    }
                }
            }
        }
        std::thread::sleep(std::time::Duration::from_millis(200));
        Ok(())
    });
}

/// Puts pictures to an entry: large ones, ones that break off, ones that are none.
pub(super) fn pictures(host: &str, seed: u64, done: &AtomicBool, report: &Report) {
    let mut dice = Dice(seed);
    let large = noise(3_000, 2_000);
    let head = head_of(12_000, 12_000);
    let made = json!({ "bag": 1, "made": "2026-11-20" });
    let bag = json!({ "name": "Tea bowl", "brief": { "finished": { "width": "3", "height": "5", "gusset": "2" } } });
    let mut entry = None;
    again(host, done, report, |wire| {
        if entry.is_none() {
            drop(wire.ask("POST /api/bags", "", &bag.to_string())?);
            entry = wire.ask("POST /api/journal", "", &made.to_string())?.json()["id"].as_i64();
        }
        let start = format!("PUT /api/journal/{}/picture", entry.unwrap_or(1));
        let (what, bytes): (&str, &[u8]) = match dice.roll(4) {
            0 => ("picture", &large),
            1 => ("picture, cut off", &large[..dice.roll(large.len() as u64) as usize]),
            2 => ("picture, far too large", &head),
            _ => ("picture that is none", b"no picture at all"),
        };
        let answer = report.timed(what, || wire.send(&start, FILE, bytes))?;
        if what != "picture" && answer.status == 204 {
            report.wrong(format!("{what} was taken"));
        }
        std::thread::sleep(std::time::Duration::from_millis(100));
        Ok(())
    });
}

/// A picture that packs badly, as PNG.
fn noise(width: u32, height: u32) -> Vec<u8> {
    let mut dice = Dice(77);
    let pixels: Vec<u8> = (0..width * height * 3).map(|_| dice.roll(256) as u8).collect();
    let mut bytes = Vec::new();
    let mut encoder = png::Encoder::new(&mut bytes, width, height);
    encoder.set_color(png::ColorType::Rgb);
    let written = encoder.write_header().and_then(|mut writer| writer.write_image_data(&pixels));
    debug_assert!(written.is_ok());
    bytes
}

/// The head of a picture, and nothing else of it.
fn head_of(width: u32, height: u32) -> Vec<u8> {
    let mut bytes = Vec::new();
    drop(png::Encoder::new(&mut bytes, width, height).write_header());
    bytes
}

/// A disk turns bytes of rows nobody saves here: every view still stands. And a clock was wrong once: backups are made all the same.
pub(super) fn spoiling(host: &str, db: &Path, seed: u64, done: &AtomicBool, report: &Report) {
    let mut dice = Dice(seed);
    let cells = [
        ("paper", "paper"),
        ("guide", "guide"),
        ("entry", "entry"),
        ("setting", "setting"),
        ("bag_version", "brief"),
    ];
    let ahead = db.with_file_name(format!(
        "{}.backups/2999-01-01T00-00-00Z.backup.db",
        db.file_name().unwrap_or_default().to_string_lossy()
    ));
    again(host, done, report, |wire| {
        let (table, column) = cells[dice.roll(cells.len() as u64) as usize];
        let bytes = [vec![0xff], b"{\"name\":".to_vec(), Vec::new(), b"7".to_vec()];
        let spoiled = Connection::open(db).and_then(|own| {
            own.busy_timeout(std::time::Duration::from_secs(5))?;
            own.pragma_update(None, "ignore_check_constraints", true)?;
            let sql = format!(
                "UPDATE {table} SET {column} = CAST(?1 AS TEXT)
                 WHERE rowid = (SELECT rowid FROM {table} ORDER BY random() LIMIT 1)"
            );
            own.execute(&sql, [&bytes[dice.roll(4) as usize]])
        });
        if spoiled.is_ok() {
            report.count("rows spoiled", 200);
        }
        for view in VIEWS {
            let answer = report.timed(view, || wire.ask(view, "", ""))?;
            if answer.status != 200 {
                report.wrong(format!("{view} answered {}: {}", answer.status, answer.body));
            }
        }
        if dice.roll(3) == 0 {
            if let Some(folder) = ahead.parent().filter(|folder| folder.exists()) {
                let any = std::fs::read_dir(folder)?.flatten().map(|file| file.path()).next();
                drop(any.map(|any| std::fs::copy(any, &ahead)));
            }
            let made = report.timed("a backup by hand", || wire.ask("POST /api/backups", "", ""))?;
            let ours = |kept: &Value| kept["made"] == "by_hand";
            if made.status == 201 && !made.json()["kept"].as_array().is_some_and(|all| all.iter().any(ours)) {
                report.wrong("a backup just made is not there".to_owned());
            }
        }
        let paper = json!({ "name": "Ash card", "width": "12", "height": "12", "count": 3 });
        drop(wire.ask("POST /api/shelf", "", &paper.to_string())?);
        std::thread::sleep(std::time::Duration::from_millis(150));
        Ok(())
    });
}

/// Two windows on one bag, each saving what it last saw under a key of its own; an answer that is lost is asked for again.
pub(super) fn windows(
    host: &str,
    seed: u64,
    done: &AtomicBool,
    report: &Report,
    kept: &Mutex<BTreeMap<i64, (i64, String)>>,
) {
    let mut dice = Dice(seed);
    let draft = |name: &str| json!({ "name": name, "brief": { "finished": { "width": "4 in", "height": "6 in", "gusset": "2 in" } } });
    let (mut bag, mut seen, mut turn) = (None, [1_i64; 2], 0);
    again(host, done, report, |wire| {
        let Some(id) = bag else {
            let made = wire.ask("POST /api/bags", "", &draft("Two windows").to_string())?;
            bag = made.json()["id"].as_i64().filter(|_| made.status == 201);
            return Ok(());
        };
        turn += 1;
        let window = dice.roll(2) as usize;
        let name = format!("window {window} {seed} {turn}");
        let more = format!("If-Match: \"{}\"\r\nSave-Key: w{seed}-{turn}\r\n", seen[window]);
        let (start, body) = (format!("PUT /api/bags/{id}"), draft(&name).to_string());
        let mut answer = report.timed("two windows", || wire.ask(&start, &more, &body))?;
        if answer.status == 200 && dice.roll(3) == 0 {
            // The answer was lost on its way: sent again it must be known by its key.
            let told = report.timed("two windows, sent twice", || wire.ask(&start, &more, &body))?;
            let key = told.json()["stored_as"]["key"].clone();
            if told.status < 500 && (told.status != 412 || key != format!("w{seed}-{turn}")) {
                report.wrong(format!("a save sent twice: {} {}", told.status, told.body));
            }
        }
        match answer.status {
            200 => {
                seen[window] = answer.json()["revision"].as_i64().unwrap_or(0);
                if let Ok(mut kept) = kept.lock() {
                    kept.insert(id, (seen[window], name));
                }
            }
            412 => seen[window] = answer.json()["stored_as"]["revision"].as_i64().unwrap_or(0),
            _ => {}
        }
        answer.body.clear();
        Ok(())
    });
}
