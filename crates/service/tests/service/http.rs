//! Odd requests over a real connection: broken off, too long, in pieces, too many at once.

use super::wire::{bag, get, raw, read, request, serve};
use rstest::rstest;
use serde_json::json;
use std::io::Write;
use std::net::{Shutdown, TcpStream};
use std::time::Duration;

fn head(host: &str, length: usize) -> String {
    format!(
        "POST /api/bags HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nConnection: close\r\nContent-Length: {length}\r\n\r\n"
    )
}

#[test]
fn a_request_that_breaks_off_is_said_to_have_broken_off() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let body = bag("Tea bowl").to_string();
    let mut stream = TcpStream::connect(service.host()).unwrap();
    stream.write_all(head(service.host(), body.len()).as_bytes()).unwrap();
    stream.write_all(&body.as_bytes()[..body.len() / 2]).unwrap();
    stream.shutdown(Shutdown::Write).unwrap();
    if let Some(answer) = read(stream) {
        assert_eq!(
            (answer.status, &answer.json()["type"]),
            (400, &json!("/problems/broken-off")),
            "{answer:?}"
        );
    }
    assert_eq!(get(service.host(), "/api/bags")["total"], 0);
}

/// Half a megabyte to four are read to their end, so that their sender comes to read why they are refused.
#[rstest]
#[case(70_000)]
#[case(500_000)]
#[case(4_000_000)]
fn too_much_is_answered_before_the_connection_closes(#[case] length: usize) {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let body = " ".repeat(length);
    let answer = raw(service.host(), format!("{}{body}", head(service.host(), length)).as_bytes()).unwrap();
    assert_eq!((answer.status, &answer.json()["type"]), (413, &json!("/problems/too-large")));
    assert!(answer.head.contains("content-type: application/problem+json"));
}

#[test]
fn a_request_in_small_pieces_is_a_request() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let body = bag("Tea bowl").to_string();
    let mut stream = TcpStream::connect(service.host()).unwrap();
    for piece in format!("{}{body}", head(service.host(), body.len())).as_bytes().chunks(40) {
        stream.write_all(piece).unwrap();
        std::thread::sleep(Duration::from_millis(2));
    }
    assert_eq!(read(stream).unwrap().status, 201);
}

/// More connections than there are places: those in place are answered, the others when places come free.
#[test]
fn a_crowd_that_says_nothing_keeps_nobody_out_for_good() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let crowd: Vec<TcpStream> = (0..600).map_while(|_| TcpStream::connect(service.host()).ok()).collect();
    let one = std::thread::spawn({
        let host = service.host().to_owned();
        move || request(&host, "POST /api/bags", "", &bag("Tea bowl").to_string())
    });
    std::thread::sleep(Duration::from_millis(200));
    drop(crowd);
    assert_eq!(one.join().unwrap().unwrap().status, 201);
}
