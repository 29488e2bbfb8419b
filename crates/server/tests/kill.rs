//! Every acknowledged save survives the process being killed.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use std::io::{Read, Write};
use std::net::TcpStream;
use std::path::Path;
use wide_fold_browser::Service;

const BINARY: &str = env!("CARGO_BIN_EXE_wide-fold");

/// One request over a connection of its own: the answer's status and body, or nothing if the service died over it.
fn request(host: &str, head: &str, body: &str) -> Option<(u16, String)> {
    let mut stream = TcpStream::connect(host).ok()?;
    let text = format!(
        "{head} HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n{body}",
        body.len()
    );
    stream.write_all(text.as_bytes()).ok()?;
    let mut answer = String::new();
    stream.read_to_string(&mut answer).ok()?;
    let (head, body) = answer.split_once("\r\n\r\n")?;
    Some((head.split(' ').nth(1)?.parse().ok()?, body.to_owned()))
}

#[test]
fn acknowledged_saves_survive_kill_9() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let mut acknowledged = 0;
    for round in 0..5 {
        let service = Service::start(Path::new(BINARY), &db, &[]).unwrap();
        let host = service.host().to_owned();
        // A writer that keeps saving, and is killed in the middle of it.
        let writer = std::thread::spawn(move || {
            let bodies = (0..10_000).map(|n| {
                format!(r#"{{"name":"bag {round}-{n}","brief":{{"finished":{{"width":"3","height":"5","gusset":"2"}}}}}}"#)
            });
            let answers = bodies.map(|body| request(&host, "POST /api/bags", &body));
            answers.take_while(|answer| answer.as_ref().is_some_and(|(status, _)| *status == 201)).count()
        });
        std::thread::sleep(std::time::Duration::from_millis(150));
        drop(service); // SIGKILL
        acknowledged += writer.join().unwrap();
    }
    assert!(acknowledged > 0);
    let service = Service::start(Path::new(BINARY), &db, &[]).unwrap();
    let (status, body) = request(service.host(), "GET /api/bags", "").unwrap();
    assert_eq!(status, 200);
    let kept = body.matches("\"revision\":").count();
    // Saved but killed before the answer went out: at most one a round.
    assert!(kept >= acknowledged && kept <= acknowledged + 5, "{kept} kept, {acknowledged} acknowledged");
}

#[test]
fn the_demo_is_filled_once() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    for _ in 0..2 {
        let service = Service::start(Path::new(BINARY), &db, &["--demo"]).unwrap();
        let (_, body) = request(service.host(), "GET /api/bags", "").unwrap();
        assert_eq!(body.matches("\"revision\":").count(), wide_fold::demo::bags().len());
    }
}
