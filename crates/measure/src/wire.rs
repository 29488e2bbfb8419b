//! Requests to the running service, over connections that are kept.

use std::io::{Error, Read, Result, Write};
use std::net::TcpStream;
use std::time::Duration;

/// A connection that is kept from request to request.
pub struct Wire {
    host: String,
    stream: TcpStream,
}

/// Status and body of an answer.
pub struct Answer {
    /// The HTTP status.
    pub status: u16,
    /// The body as text.
    pub body: String,
    /// The body as it is.
    pub bytes: Vec<u8>,
}

impl Answer {
    /// The body as JSON; nothing if it is none.
    pub fn json(&self) -> serde_json::Value {
        serde_json::from_str(&self.body).unwrap_or_default()
    }
}

impl Wire {
    /// Opens a connection to `host`, an address with its port.
    pub fn open(host: &str) -> Result<Self> {
        let stream = TcpStream::connect(host)?;
        stream.set_nodelay(true)?;
        stream.set_read_timeout(Some(Duration::from_secs(60)))?;
        Ok(Self { host: host.to_owned(), stream })
    }

    /// The answer to one request. `start` is method and path, `more` are header lines.
    pub fn ask(&mut self, start: &str, more: &str, body: &str) -> Result<Answer> {
        self.send(start, &format!("Content-Type: application/json\r\n{more}"), body.as_bytes())
    }

    /// The answer to a request with a body of any kind.
    pub fn send(&mut self, start: &str, more: &str, body: &[u8]) -> Result<Answer> {
        let text = format!(
            "{start} HTTP/1.1\r\nHost: {}\r\nContent-Length: {}\r\n{more}\r\n",
            self.host,
            body.len()
        );
        self.stream.write_all(text.as_bytes())?;
        self.stream.write_all(body)?;
        let mut answer: Vec<u8> = Vec::new();
        let mut chunk = [0; 65536];
        let end = loop {
            // A head is short: no more than its size is looked through.
            let head = &answer[..answer.len().min(4096)];
            if let Some(end) = head.windows(4).position(|window| window == b"\r\n\r\n") {
                break end;
            }
            answer.extend_from_slice(self.more(&mut chunk)?);
        };
        let head = String::from_utf8_lossy(&answer[..end]).to_lowercase();
        let status = head.split(' ').nth(1).and_then(|status| status.parse().ok()).unwrap_or(0);
        if head.contains("transfer-encoding: chunked") {
            let mut rest = answer.split_off(end + 4);
            let bytes = self.chunks(&mut rest, &mut chunk)?;
            return Ok(Answer { status, body: String::from_utf8_lossy(&bytes).into_owned(), bytes });
        }
        let length = head.lines().find_map(|line| line.strip_prefix("content-length: "));
        let length: usize = length.and_then(|length| length.trim().parse().ok()).unwrap_or(0);
        while answer.len() < end + 4 + length {
            answer.extend_from_slice(self.more(&mut chunk)?);
        }
        let bytes = answer.split_off(end + 4);
        Ok(Answer { status, body: String::from_utf8_lossy(&bytes).into_owned(), bytes })
    }

    /// A body that comes in chunks (RFC 9112, 7.1), of which `rest` is there already.
    fn chunks(&mut self, rest: &mut Vec<u8>, room: &mut [u8]) -> Result<Vec<u8>> {
        let mut bytes = Vec::new();
        loop {
            let end = loop {
                if let Some(end) = rest.windows(2).position(|window| window == b"\r\n") {
                    break end;
                }
                rest.extend_from_slice(self.more(room)?);
            };
            let size = String::from_utf8_lossy(&rest[..end]).into_owned();
            let size = usize::from_str_radix(size.trim(), 16).map_err(Error::other)?;
            while rest.len() < end + 2 + size + 2 {
                rest.extend_from_slice(self.more(room)?);
            }
            bytes.extend_from_slice(&rest[end + 2..end + 2 + size]);
            rest.drain(..end + 2 + size + 2);
            if size == 0 {
                return Ok(bytes);
            }
        }
    }

    fn more<'a>(&mut self, chunk: &'a mut [u8]) -> Result<&'a [u8]> {
        match self.stream.read(chunk)? {
            0 => Err(Error::other("the answer broke off")),
            read => Ok(&chunk[..read]),
        }
    }

    /// The body of an answer that has to be a good one.
    pub fn good(&mut self, start: &str, more: &str, body: &str) -> Result<String> {
        let answer = self.ask(start, more, body)?;
        if (200..300).contains(&answer.status) {
            Ok(answer.body)
        } else {
            Err(Error::other(format!("{start} answered {}: {}", answer.status, answer.body)))
        }
    }
}
