//! Saves and lists while everything that is dear goes on beside them, kind by kind; and what memory that takes.

use super::addresses::{ALL, batch, furnished, report, size};
use crate::wire::Wire;
use serde_json::{Value, json};
use std::io::{Error, Result};
use std::path::Path;
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, Ordering};
use std::time::{Duration, Instant};
use wide_fold_browser::Service;

/// Who saves and lists meanwhile.
const OTHERS: usize = 8;
/// How long each kind goes on.
const LONG: Duration = Duration::from_secs(4);
/// What any valid request may take.
const DEAREST: Duration = Duration::from_secs(2);
/// What it may take of memory, in KiB.
const ROOM: u64 = 256 * 1024;

/// Something dear: what it is, where it is sent, what kind of body.
struct Dear {
    what: &'static str,
    start: String,
    kind: &'static str,
    body: Vec<u8>,
}

/// How long each of them looks at what came, before the next.
const LOOKS: Duration = Duration::from_millis(150);

/// Measures it, on a service with many bags, a large run and a picture's entry.
pub fn run(binary: &Path) -> Result<()> {
    let folder = tempfile::tempdir()?;
    let service = &Service::start(binary, &folder.path().join("beside.db"), &["--demo"])?;
    let mut wire = Wire::open(service.host())?;
    let demo = furnished(&mut wire)?;
    for dear in dearest(&mut wire)? {
        beside(service, &dear, &demo)?;
    }
    println!(
        "resident memory: {} at most through all of this, {} now",
        status(service, "VmHWM")?,
        status(service, "VmRSS")?
    );
    flood(service)
}

/// The dearest known of every kind.
fn dearest(wire: &mut Wire) -> Result<Vec<Dear>> {
    let odd = (0..50).map(|n| json!({ "finished": size(150 + n * 3, 200 + n * 5, 70 + n), "extras": ALL }));
    let json = "Content-Type: application/json\r\n";
    let file = "Content-Type: application/octet-stream\r\n";
    let dear = |what, start: &str, kind, body| Dear { what, start: start.to_owned(), kind, body };
    let of = |value: Value| value.to_string().into_bytes();
    let rings: String = (0..2_000)
        .map(|n| format!("<circle stroke=\"#000\" cx=\"150\" cy=\"150\" r=\"{}\"/>", n % 140 + 2))
        .collect();
    let svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"305mm\" height=\"305mm\" viewBox=\"0 0 305 305\"><g id=\"cut\">{rings}</g></svg>"
    );
    let rows: String = (0..40_000).map(|n| format!("paper {n},sheets,12,12,3,all_over\n")).collect();
    let csv = format!("name,kind,width,height,count,pattern\n{}", &rows[..900_000]);
    let backup = wire.ask("GET /api/backup", "", "")?.bytes;
    let mut turned = backup.clone();
    if let Some(byte) = turned.get_mut(backup.len() / 2) {
        *byte ^= 1;
    }
    Ok(vec![
        dear("500 bags of fifty sizes laid out", "POST /api/layout", json, of(batch(odd, 10))),
        dear(
            "a picture of 64 million pixels",
            "PUT /api/journal/1/picture",
            file,
            picture(8_000, 8_000, false)?,
        ),
        dear(
            "a picture that packs badly, 23 MiB",
            "PUT /api/journal/1/picture",
            file,
            picture(2_800, 2_800, true)?,
        ),
        dear(
            "2 000 rings on the machine",
            "POST /api/cutter",
            json,
            of(json!({ "kind": "svg", "text": svg, "mat": { "width": "12 in", "height": "12 in" } })),
        ),
        dear("a list of papers of 900 KB", "POST /api/shelf/import", json, of(json!({ "csv": csv }))),
        dear("a backup looked into", "POST /api/backup/preview", file, backup),
        dear("a damaged backup looked into", "POST /api/backup/preview", file, turned),
        dear("everything as one file", "GET /api/backup", json, Vec::new()),
        dear("the largest run, printed", "GET /api/runs/1/taken/run.pdf", json, Vec::new()),
        dear("everything of a bag in one ZIP", "GET /api/bags/5/taken/everything.zip", json, Vec::new()),
    ])
}

/// A picture as PNG, of one colour or packing as badly as it can.
fn picture(width: u32, height: u32, noise: bool) -> Result<Vec<u8>> {
    let mut bytes = Vec::new();
    let mut encoder = png::Encoder::new(&mut bytes, width, height);
    encoder.set_color(png::ColorType::Rgb);
    let mut writer = encoder.write_header().map_err(Error::other)?;
    let mut stream = writer.stream_writer().map_err(Error::other)?;
    let (mut row, mut seed) = (vec![120_u8; width as usize * 3], 77_u64);
    for _ in 0..height {
        if noise {
            for light in &mut row {
                // Knuth's multiplier (from memory).
                seed = seed.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
                *light = (seed >> 56) as u8;
            }
        }
        std::io::Write::write_all(&mut stream, &row)?;
    }
    stream.finish().map_err(Error::other)?;
    drop(writer);
    Ok(bytes)
}

/// One dear thing without a pause, from two at once, while others save, list and plan.
fn beside(service: &Service, dear: &Dear, demo: &[Value]) -> Result<()> {
    let done = AtomicBool::new(false);
    let (own, saves, lists) = (Mutex::new(Vec::new()), Mutex::new(Vec::new()), Mutex::new(Vec::new()));
    let host = service.host();
    // What is most from here on.
    std::fs::write(format!("/proc/{}/clear_refs", service.pid()), "5")?;
    let before = kib(service, "VmRSS")?;
    let began = Instant::now();
    std::thread::scope(|scope| {
        let asking: Vec<_> = (0..2)
            .map(|_| {
                scope.spawn(|| -> Result<()> {
                    let mut wire = Wire::open(host)?;
                    while !done.load(Ordering::Relaxed) {
                        let begun = Instant::now();
                        let answer = wire.send(&dear.start, dear.kind, &dear.body)?;
                        if answer.status >= 500 && answer.status != 503 {
                            return Err(Error::other(format!(
                                "{} answered {}: {}",
                                dear.start, answer.status, answer.body
                            )));
                        }
                        keep(&own, begun);
                    }
                    Ok(())
                })
            })
            .collect();
        let others: Vec<_> = (0..OTHERS)
            .map(|other| {
                let (saves, lists) = (&saves, &lists);
                scope.spawn(move || -> Result<()> {
                    let mut wire = Wire::open(host)?;
                    while began.elapsed() < LONG {
                        let draft = json!({ "name": "bag", "brief": demo[other % demo.len()] }).to_string();
                        for (start, body, times) in
                            [("POST /api/bags", draft.as_str(), saves), ("GET /api/bags?most=12", "", lists)]
                        {
                            let begun = Instant::now();
                            wire.good(start, "", body)?;
                            keep(times, begun);
                        }
                        std::thread::sleep(LOOKS);
                    }
                    Ok(())
                })
            })
            .collect();
        let ended: Vec<Result<()>> =
            others.into_iter().map(|other| other.join().map_err(|_| Error::other("it fell"))?).collect();
        done.store(true, Ordering::Relaxed);
        let asked: Vec<Result<()>> =
            asking.into_iter().map(|one| one.join().map_err(|_| Error::other("it fell"))?).collect();
        ended.into_iter().chain(asked).collect::<Result<()>>()
    })?;
    let grown = kib(service, "VmHWM")?.saturating_sub(before);
    let over = if grown > ROOM { "  OVER" } else { "" };
    println!("{}: {} MiB more at most{over}", dear.what, grown / 1024);
    for (what, times, budget) in [
        ("  itself, two at once", own, DEAREST * 2),
        ("  saves meanwhile, from eight", saves, Duration::from_millis(50)),
        ("  lists meanwhile", lists, Duration::from_millis(100)),
    ] {
        report(what, &mut times.into_inner().unwrap_or_default(), budget);
    }
    Ok(())
}

fn keep(times: &Mutex<Vec<Duration>>, begun: Instant) {
    if let Ok(mut times) = times.lock() {
        times.push(begun.elapsed());
    }
}

fn kib(service: &Service, line: &str) -> Result<u64> {
    let said = status(service, line)?;
    Ok(said.split(' ').next().and_then(|kib| kib.parse().ok()).unwrap_or(0))
}

fn status(service: &Service, line: &str) -> Result<String> {
    let status = std::fs::read_to_string(format!("/proc/{}/status", service.pid()))?;
    let found = status.lines().find_map(|own| own.strip_prefix(line));
    Ok(found.unwrap_or_default().trim_start_matches(':').trim().to_owned())
}

/// As many connections at once as the system lets through, each with half a request, and what memory they leave.
fn flood(service: &Service) -> Result<()> {
    let before = status(service, "VmRSS")?;
    let address: std::net::SocketAddr = service.host().parse().map_err(Error::other)?;
    let half = format!("POST /api/bags HTTP/1.1\r\nHost: {address}\r\nX-Long: {}", "x".repeat(8_000));
    let crowd: Vec<_> = (0..2_000)
        .map_while(|_| {
            // Those for whom there is no place wait before the door, which holds only so many.
            let mut stream =
                std::net::TcpStream::connect_timeout(&address, Duration::from_millis(100)).ok()?;
            std::io::Write::write_all(&mut stream, half.as_bytes()).ok()?;
            Some(stream)
        })
        .collect();
    let many = crowd.len();
    drop(crowd);
    std::thread::sleep(Duration::from_secs(2));
    println!(
        "resident memory before and after {many} connections at once: {before}, {}",
        status(service, "VmRSS")?
    );
    Ok(())
}
