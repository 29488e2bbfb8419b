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

/// Connections that send half a head, a head without its body, or nothing hold every place and stay: whoever comes is answered all the
/// same, each in good time.
#[test]
fn a_crowd_that_stays_keeps_nobody_out() {
    let folder = tempfile::tempdir().unwrap();
    let service = serve(&folder.path().join("bags.db"));
    let (host, body) = (service.host(), "{\"name\": ");
    let whole = format!(
        "POST /api/bags HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nContent-Length: 400\r\n\r\n{body}"
    );
    let says = [whole.as_str(), "GET /api/bags HTTP/1.1\r\nHo", ""];
    let crowd: Vec<TcpStream> = (0..600)
        .map_while(|n| {
            let mut stream = TcpStream::connect(host).ok()?;
            stream.write_all(says[n % says.len()].as_bytes()).ok()?;
            Some(stream)
        })
        .collect();
    let begun = std::time::Instant::now();
    for n in 0..20 {
        let made = request(host, "POST /api/bags", "", &bag(&format!("Tea bowl {n}")).to_string());
        assert_eq!(made.unwrap().status, 201, "after {n}");
    }
    // Half a head is waited for 20 s, half a body 15: nobody has waited for either.
    assert!(begun.elapsed() < Duration::from_secs(10), "{:?}", begun.elapsed());
    assert_eq!(get(host, "/api/bags")["total"], 20);
    drop(crowd);
}

/// From elsewhere on the network nothing is answered, whatever name is given; and who starts it so is told.
#[test]
fn from_elsewhere_nothing_is_answered() {
    // An address of this machine that is not its loopback, if it has one: nothing is sent by asking.
    let asked = std::net::UdpSocket::bind("0.0.0.0:0").and_then(|socket| {
        socket.connect("192.0.2.1:9")?;
        socket.local_addr()
    });
    let Some(own) = asked.ok().map(|own| own.ip()).filter(|own| !own.is_loopback() && !own.is_unspecified())
    else {
        return;
    };
    let folder = tempfile::tempdir().unwrap();
    let mut child = std::process::Command::new(super::wire::BINARY)
        .args(["serve", "--addr", "0.0.0.0:0", "--db"])
        .arg(folder.path().join("bags.db"))
        .stdout(std::process::Stdio::piped())
        .stderr(std::process::Stdio::piped())
        .spawn()
        .unwrap();
    let mut said = std::io::BufReader::new(child.stdout.take().unwrap());
    let mut line = String::new();
    std::io::BufRead::read_line(&mut said, &mut line).unwrap();
    let port = line.trim().rsplit_once(':').unwrap().1.to_owned();
    let mut warned = String::new();
    std::io::BufRead::read_line(&mut std::io::BufReader::new(child.stderr.take().unwrap()), &mut warned)
        .unwrap();
    let ask = |address: &str, name: &str| {
        let body = bag("Tea bowl").to_string();
        let text = format!(
            "POST /api/bags HTTP/1.1\r\nHost: {name}:{port}\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n{body}",
            body.len()
        );
        raw(&format!("{address}:{port}"), text.as_bytes()).unwrap().status
    };
    let answers = [
        ask("127.0.0.1", "localhost"),
        ask(&own.to_string(), "localhost"),
        ask(&own.to_string(), "127.0.0.1"),
        ask(&own.to_string(), &own.to_string()),
    ];
    child.kill().unwrap();
    child.wait().unwrap();
    assert_eq!(answers, [201, 403, 403, 403]);
    assert!(warned.contains("Others on your network can reach"), "{warned}");
}
