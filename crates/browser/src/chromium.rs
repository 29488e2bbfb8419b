//! A Chromium and its driver: started once, and lent to one test after the other.

use crate::failed::Failed;
use serde_json::Value;
use std::io::{self, Read, Write};
use std::net::TcpStream;
use std::process::{Child, Command, Stdio};
use std::sync::{Mutex, PoisonError};
use std::time::{Duration, Instant};

/// How long it may take to start, and to answer.
const PATIENCE: Duration = Duration::from_secs(15);

/// Both are children of a shell that ends them, and takes away what they wrote, when its own input ends: however whoever started them
/// ends.
const WATCH: &str = r#"folder=$1; driver=$2; shift 2
chromedriver --port="$driver" >/dev/null 2>&1 & first=$!
chromium "$@" >/dev/null 2>&1 & second=$!
read -r _
kill "$first" "$second"; wait; rm -rf "$folder""#;

/// Those that nobody has borrowed.
static IDLE: Mutex<Vec<Chromium>> = Mutex::new(Vec::new());

/// A running Chromium with one empty page, and a ChromeDriver beside it.
pub(crate) struct Chromium {
    shell: Child,
    /// Where ChromeDriver listens.
    pub(crate) driver: u16,
    /// Where Chromium lets itself be driven.
    pub(crate) debugger: u16,
}

impl Chromium {
    /// One that stands idle, or else a new one.
    pub(crate) fn borrow() -> Result<Self, Failed> {
        let idle = IDLE.lock().unwrap_or_else(PoisonError::into_inner).pop();
        idle.map_or_else(Self::start, Ok)
    }

    /// Gives it back with one empty page, for the next to borrow; one that cannot be emptied is ended.
    pub(crate) fn give_back(self) {
        if self.emptied().is_ok() {
            IDLE.lock().unwrap_or_else(PoisonError::into_inner).push(self);
        }
    }

    fn start() -> Result<Self, Failed> {
        let folder = tempfile::tempdir()?.keep();
        let driver = free_port()?;
        let profile = folder.join("profile");
        let shell = Command::new("sh")
            .args(["-c", WATCH, "sh"])
            .args([&*folder.display().to_string(), &driver.to_string()])
            .args(["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run"])
            .args(["--disable-background-networking", "--disable-component-update", "--disable-sync"])
            .args(["--disable-dev-shm-usage", "--hide-scrollbars", "--remote-debugging-port=0"])
            .arg(format!("--user-data-dir={}", profile.display()))
            .stdin(Stdio::piped())
            .stdout(Stdio::null())
            .stderr(Stdio::null())
            .spawn()?;
        let mut own = Self { shell, driver, debugger: 0 };
        let begun = Instant::now();
        while own.debugger == 0 {
            if begun.elapsed() > PATIENCE {
                return Err(Failed::Missing("a Chromium that can be driven".to_owned()));
            }
            std::thread::sleep(Duration::from_millis(20));
            let said = std::fs::read_to_string(profile.join("DevToolsActivePort")).unwrap_or_default();
            own.debugger = said.lines().next().and_then(|line| line.parse().ok()).unwrap_or(0);
        }
        Ok(own)
    }

    fn emptied(&self) -> io::Result<()> {
        let pages: Value = serde_json::from_str(&ask(self.debugger, "GET", "/json/list")?)?;
        ask(self.debugger, "PUT", "/json/new?about:blank")?;
        for page in pages.as_array().into_iter().flatten().filter(|page| page["type"] == "page") {
            let id = page["id"].as_str().unwrap_or_default();
            ask(self.debugger, "GET", &format!("/json/close/{id}"))?;
        }
        // Whoever borrows it next must not take hold of one that is still closing.
        for _ in 0..100 {
            let left: Value = serde_json::from_str(&ask(self.debugger, "GET", "/json/list")?)?;
            if left
                .as_array()
                .is_some_and(|left| left.iter().filter(|page| page["type"] == "page").count() == 1)
            {
                return Ok(());
            }
            std::thread::sleep(Duration::from_millis(20));
        }
        Err(io::ErrorKind::TimedOut.into())
    }
}

impl Drop for Chromium {
    fn drop(&mut self) {
        drop(self.shell.stdin.take());
        drop(self.shell.wait());
    }
}

/// A request without any runtime: a test may be dropping its browser while it panics. Returns the body.
pub(crate) fn ask(port: u16, method: &str, path: &str) -> io::Result<String> {
    let mut stream = TcpStream::connect(("127.0.0.1", port))?;
    stream.set_read_timeout(Some(PATIENCE))?;
    write!(stream, "{method} {path} HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\nConnection: close\r\n\r\n")?;
    let (mut answer, mut some) = (Vec::new(), [0; 4096]);
    loop {
        let text = String::from_utf8_lossy(&answer);
        if let Some((head, body)) = text.split_once("\r\n\r\n") {
            let long = head
                .lines()
                .find_map(|line| line.to_lowercase().strip_prefix("content-length:")?.trim().parse().ok());
            if body.len() >= long.unwrap_or(0_usize) {
                let done = head.starts_with("HTTP/1.1 200");
                return if done { Ok(body.to_owned()) } else { Err(io::Error::other(head.to_owned())) };
            }
        }
        match stream.read(&mut some)? {
            0 => return Err(io::ErrorKind::UnexpectedEof.into()),
            read => answer.extend_from_slice(&some[..read]),
        }
    }
}

fn free_port() -> io::Result<u16> {
    Ok(std::net::TcpListener::bind("127.0.0.1:0")?.local_addr()?.port())
}
