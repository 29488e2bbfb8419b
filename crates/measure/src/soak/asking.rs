//! What everybody does: saving, looking, dear work, and requests that are never finished.

use super::{Dice, Report};
use crate::wire::Wire;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::io::Write;
use std::net::TcpStream;
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, Ordering};
use std::time::{Duration, Instant};

/// Saves new bags and changes its own, and remembers what was acknowledged.
pub(super) fn saves(
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
pub(super) fn keep_asking(
    host: &str,
    done: &AtomicBool,
    report: &Report,
    what: &str,
    asked: &[(&str, Value)],
) {
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

pub(super) fn dear(host: &str, done: &AtomicBool, report: &Report) {
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

pub(super) fn plans(host: &str, done: &AtomicBool, report: &Report) {
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
pub(super) fn slow(host: &str, done: &AtomicBool, _: &Report) {
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
