//! However it is asked to end, it ends soon, and the one file is whole.

use super::wire::{bag, get, read, request, serve};
use rstest::rstest;
use rustix::process::{Pid, Signal, kill_process};
use std::io::Write;
use std::net::TcpStream;
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};
use wide_fold_browser::Service;

/// Asks it to end; how long that took.
pub fn end(mut service: Service, signal: Signal) -> Duration {
    let since = Instant::now();
    kill_process(Pid::from_raw(service.pid() as i32).unwrap(), signal).unwrap();
    let status = service.wait().unwrap();
    assert!(status.success(), "{status}");
    since.elapsed()
}

fn log(db: &Path) -> PathBuf {
    PathBuf::from(format!("{}-wal", db.display()))
}

#[rstest]
#[case(Signal::INT)]
#[case(Signal::TERM)]
#[case(Signal::HUP)]
fn the_one_file_is_whole_afterwards(#[case] signal: Signal) {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let service = serve(&db);
    assert_eq!(
        request(service.host(), "POST /api/bags", "", &bag("Tea bowl").to_string()).unwrap().status,
        201
    );
    assert!(log(&db).metadata().unwrap().len() > 0);
    end(service, signal);
    assert!(!log(&db).exists());
    // Copied without its log, as somebody would who was promised one file.
    let copy = folder.path().join("copy.db");
    std::fs::copy(&db, &copy).unwrap();
    let again = serve(&copy);
    assert_eq!(get(again.host(), "/api/bags")["bags"][0]["name"], "Tea bowl");
}

#[test]
fn half_a_request_and_dear_work_do_not_hold_it() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let host = service.host().to_owned();
    let open = |text: String| {
        let mut stream = TcpStream::connect(&host).unwrap();
        stream.write_all(text.as_bytes()).unwrap();
        stream
    };
    let head = format!("Host: {host}\r\nContent-Type: application/json\r\n");
    let _half_a_head = open(format!("POST /api/bags HTTP/1.1\r\n{head}"));
    let _half_a_body = open(format!("POST /api/bags HTTP/1.1\r\n{head}Content-Length: 500\r\n\r\n{{\"na"));
    let body = super::file::dear_batch().to_string();
    let dear =
        open(format!("POST /api/layout HTTP/1.1\r\n{head}Content-Length: {}\r\n\r\n{body}", body.len()));
    std::thread::sleep(Duration::from_millis(100));
    let took = end(service, Signal::TERM);
    assert!(took < Duration::from_secs(10), "{took:?}");
    // Whoever asked last was either answered or cut off, never left hanging.
    drop(read(dear));
}
