//! The running service, asked by many at once.

use super::report;
use crate::wire::Wire;
use std::path::Path;
use std::time::{Duration, Instant};
use wide_fold_browser::Service;

const CLIENTS: usize = 32;
const REQUESTS_A_CLIENT: usize = 200;
const STARTS: usize = 20;

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
    let times: Vec<std::io::Result<Vec<Duration>>> = std::thread::scope(|scope| {
        let clients: Vec<_> = (0..CLIENTS).map(|_| scope.spawn(|| client(service.host(), &briefs))).collect();
        clients.into_iter().map(|client| client.join().unwrap_or_else(|_| Ok(Vec::new()))).collect()
    });
    let mut times: Vec<Duration> = times.into_iter().collect::<std::io::Result<Vec<_>>>()?.concat();
    report(&format!("/api/plan of the demo's bags, {CLIENTS} clients that never pause"), &mut times);
    let status = std::fs::read_to_string(format!("/proc/{}/status", service.pid()))?;
    if let Some(line) = status.lines().find(|line| line.starts_with("VmRSS")) {
        println!("resident memory after the load: {}", line.trim_start_matches("VmRSS:").trim());
    }
    Ok(())
}

fn client(host: &str, briefs: &[String]) -> std::io::Result<Vec<Duration>> {
    let mut wire = Wire::open(host)?;
    (0..REQUESTS_A_CLIENT)
        .map(|turn| {
            let begun = Instant::now();
            wire.good("POST /api/plan", "", &briefs[turn % briefs.len()])?;
            Ok(begun.elapsed())
        })
        .collect()
}
