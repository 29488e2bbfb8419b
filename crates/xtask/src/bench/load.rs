//! The running service, asked by many at once.

use super::report;
use std::io::{Read, Write};
use std::net::TcpStream;
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
        request(&mut TcpStream::connect(service.host())?, service.host(), "GET /api/bags", "")?;
        starts.push(begun.elapsed());
    }
    report("start to first answer, with a new database", &mut starts);

    let service = Service::start(binary, &folder.path().join("load.db"), &["--demo"])?;
    let mut stream = TcpStream::connect(service.host())?;
    let mut briefs = Vec::new();
    for bag in 1..=5 {
        let bag = request(&mut stream, service.host(), &format!("GET /api/bags/{bag}"), "")?;
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
    let mut stream = TcpStream::connect(host)?;
    stream.set_nodelay(true)?;
    (0..REQUESTS_A_CLIENT)
        .map(|turn| {
            let begun = Instant::now();
            request(&mut stream, host, "POST /api/plan", &briefs[turn % briefs.len()])?;
            Ok(begun.elapsed())
        })
        .collect()
}

/// The body of the answer to one request, on a connection that is kept.
fn request(stream: &mut TcpStream, host: &str, head: &str, body: &str) -> std::io::Result<String> {
    let text = format!(
        "{head} HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n{body}",
        body.len()
    );
    stream.write_all(text.as_bytes())?;
    let mut answer = Vec::new();
    let mut chunk = [0; 65536];
    loop {
        let read = stream.read(&mut chunk)?;
        answer.extend_from_slice(&chunk[..read]);
        let Some(end) = answer.windows(4).position(|window| window == b"\r\n\r\n") else {
            if read == 0 {
                return Err(std::io::Error::other("the answer broke off"));
            }
            continue;
        };
        let head = String::from_utf8_lossy(&answer[..end]).to_lowercase();
        let length = head
            .lines()
            .find_map(|line| line.strip_prefix("content-length: "))
            .and_then(|n| n.trim().parse().ok());
        if answer.len() >= end + 4 + length.unwrap_or(0) {
            return if head.starts_with("http/1.1 200") {
                Ok(String::from_utf8_lossy(&answer[end + 4..]).into_owned())
            } else {
                Err(std::io::Error::other(head))
            };
        }
    }
}
