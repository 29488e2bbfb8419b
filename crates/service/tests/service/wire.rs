//! Requests over a connection of their own.

use serde_json::{Value, json};
use std::io::{Read, Write};
use std::net::TcpStream;
use std::path::Path;
use wide_fold_browser::Service;

pub const BINARY: &str = env!("CARGO_BIN_EXE_wide-fold");

/// The service on a database file.
pub fn serve(db: &Path) -> Service {
    Service::start(Path::new(BINARY), db, &[]).unwrap()
}

/// An answer.
#[derive(Clone, Debug)]
pub struct Answer {
    pub status: u16,
    /// Its header lines, in small letters.
    pub head: String,
    pub body: String,
}

impl Answer {
    pub fn json(&self) -> Value {
        serde_json::from_str(&self.body).unwrap_or_else(|error| panic!("{error}: {self:?}"))
    }

    pub fn done(&self) -> bool {
        (200..300).contains(&self.status)
    }
}

/// Sends text as it is and reads whatever comes back until the end; nothing if the service died over it.
pub fn raw(host: &str, text: &[u8]) -> Option<Answer> {
    let mut stream = TcpStream::connect(host).ok()?;
    stream.write_all(text).ok()?;
    read(stream)
}

pub fn read(mut stream: TcpStream) -> Option<Answer> {
    let mut answer = Vec::new();
    let _ = stream.read_to_end(&mut answer);
    let answer = String::from_utf8_lossy(&answer).into_owned();
    let (head, body) = answer.split_once("\r\n\r\n")?;
    let status = head.split(' ').nth(1)?.parse().ok()?;
    Some(Answer { status, head: head.to_lowercase(), body: body.to_owned() })
}

/// One request; nothing if the service died over it. `more` are header lines.
pub fn request(host: &str, start: &str, more: &str, body: &str) -> Option<Answer> {
    let text = format!(
        "{start} HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: {}\r\n{more}\r\n{body}",
        body.len()
    );
    raw(host, text.as_bytes())
}

pub fn get(host: &str, path: &str) -> Value {
    let answer = request(host, &format!("GET {path}"), "", "").unwrap();
    assert_eq!(answer.status, 200, "{path}: {answer:?}");
    answer.json()
}

pub fn bag(name: &str) -> Value {
    json!({ "name": name, "brief": { "finished": { "width": "3", "height": "5", "gusset": "2" } } })
}
