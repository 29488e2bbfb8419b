//! The running service, asked by many at once.

use super::report;
use crate::wire::Wire;
use serde_json::json;
use std::path::Path;
use std::time::{Duration, Instant};
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;
use wide_fold_browser::Service;

const CLIENTS: usize = 32;
const REQUESTS_A_CLIENT: usize = 200;
const REQUESTS_ALONE: usize = 2000;
const STARTS: usize = 20;
/// Of random bags.
const SIZES: usize = 60;

/// Measures how soon it answers, how fast it plans the demo's bags for many clients, and what memory that leaves.
pub fn run(binary: &Path) -> std::io::Result<()> {
    let folder = tempfile::tempdir()?;
    let mut starts = Vec::new();
    for index in 0..STARTS {
        let begun = Instant::now();
        let service = Service::start(binary, &folder.path().join(format!("{index}.db")), &[])?;
        Wire::open(service.host())?.good("GET /api/bags", "", "")?;
        starts.push(begun.elapsed());
    }
    report("start to first answer, with a new database", &mut starts);

    let service = Service::start(binary, &folder.path().join("load.db"), &["--demo"])?;
    let mut wire = Wire::open(service.host())?;
    let mut briefs = Vec::new();
    for bag in 1..=5 {
        let bag = wire.good(&format!("GET /api/bags/{bag}"), "", "")?;
        briefs.push(serde_json::from_str::<serde_json::Value>(&bag)?["brief"].to_string());
    }
    let random = random_bags(&mut wire)?;
    for (which, briefs) in [("the demo's bags", &briefs), ("random bags", &random)] {
        report(
            &format!("/api/plan of {which}, one client"),
            &mut client(service.host(), briefs, REQUESTS_ALONE)?,
        );
        let mut times = together(service.host(), briefs)?;
        report(&format!("/api/plan of {which}, {CLIENTS} clients that never pause"), &mut times);
    }
    let status = std::fs::read_to_string(format!("/proc/{}/status", service.pid()))?;
    if let Some(line) = status.lines().find(|line| line.starts_with("VmRSS")) {
        println!("resident memory after the load: {}", line.trim_start_matches("VmRSS:").trim());
    }
    Ok(())
}

/// Bags of random sizes in every build that the service offers for them, each with one of the handles it offers.
fn random_bags(wire: &mut Wire) -> std::io::Result<Vec<String>> {
    // Numerical Recipes' linear congruential generator (from memory): the same bags every time.
    let mut seed: u32 = 20_261_205;
    let mut roll = |least: u32, most: u32| {
        seed = seed.wrapping_mul(1_664_525).wrapping_add(1_013_904_223);
        least + (seed >> 8) % (most - least + 1)
    };
    let mut briefs = Vec::new();
    for _ in 0..SIZES {
        let mut side = |least: u32, most: u32| format!("{}/16 in", roll(least * 16, most * 16));
        let size = json!({ "width": side(2, 11), "height": side(3, 14), "gusset": side(1, 4) });
        let builds = wire.ask("POST /api/builds", "", &json!({ "finished": size }).to_string())?.json();
        for build in builds.as_array().into_iter().flatten().filter(|build| build["brief"].is_object()) {
            let handles = wire.ask("POST /api/handles", "", &build["brief"].to_string())?.json();
            let handles = handles.as_array().cloned().unwrap_or_default();
            if let Some(handle) = handles.get(briefs.len() % handles.len().max(1)) {
                briefs.push(handle["brief"].to_string());
            }
        }
    }
    Ok(briefs)
}

/// All clients at once, on one thread, so that the load generator takes as little of the cores as it can.
fn together(host: &str, briefs: &[String]) -> std::io::Result<Vec<Duration>> {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build()?;
    runtime.block_on(async {
        let mut clients = tokio::task::JoinSet::new();
        for _ in 0..CLIENTS {
            clients.spawn(one_of_many(host.to_owned(), briefs.to_vec()));
        }
        let mut times = Vec::new();
        while let Some(done) = clients.join_next().await {
            times.extend(done.map_err(std::io::Error::other)??);
        }
        Ok(times)
    })
}

async fn one_of_many(host: String, briefs: Vec<String>) -> std::io::Result<Vec<Duration>> {
    let mut stream = TcpStream::connect(&host).await?;
    stream.set_nodelay(true)?;
    let (mut times, mut answer) = (Vec::new(), vec![0; 1 << 20]);
    for turn in 0..REQUESTS_A_CLIENT {
        let body = &briefs[turn % briefs.len()];
        let length = body.len();
        let request = format!(
            "POST /api/plan HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nContent-Length: {length}\r\n\r\n{body}"
        );
        let begun = Instant::now();
        stream.write_all(request.as_bytes()).await?;
        let (mut filled, mut whole) = (0, None);
        while whole.is_none_or(|whole| filled < whole) {
            match stream.read(&mut answer[filled..]).await? {
                0 => return Err(std::io::Error::other("the answer broke off")),
                more => filled += more,
            }
            whole = whole.or_else(|| whole_length(&answer[..filled]));
        }
        times.push(begun.elapsed());
    }
    Ok(times)
}

/// How long a good answer is, once its head is there; none for one that is not good.
fn whole_length(answer: &[u8]) -> Option<usize> {
    let head = &answer[..answer.len().min(2048)];
    let end = head.windows(4).position(|window| window == b"\r\n\r\n")? + 4;
    let head = std::str::from_utf8(&head[..end]).ok()?.to_lowercase();
    let length = head.lines().find_map(|line| line.strip_prefix("content-length: "))?;
    if head.starts_with("http/1.1 200") { Some(end + length.trim().parse::<usize>().ok()?) } else { None }
}

fn client(host: &str, briefs: &[String], requests: usize) -> std::io::Result<Vec<Duration>> {
    let mut wire = Wire::open(host)?;
    (0..requests)
        .map(|turn| {
            let begun = Instant::now();
            wire.good("POST /api/plan", "", &briefs[turn % briefs.len()])?;
            Ok(begun.elapsed())
        })
        .collect()
}
