//! Who may talk to the service: pages it served itself, on this machine.

use std::net::IpAddr;

use crate::problem::Problem;
use axum::extract::Request;
use axum::http::{HeaderMap, HeaderName, HeaderValue, Method, StatusCode, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};

/// Where a connection comes from.
#[derive(Clone, Copy, Debug)]
pub struct Peer(pub IpAddr);

/// Names under which this machine reaches itself. A page from elsewhere whose name was pointed at this machine sends
/// another Host and is refused.
const OWN_NAMES: [&str; 3] = ["127.0.0.1", "localhost", "[::1]"];

const CONTENT_SECURITY_POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; \
     font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

/// Refuses requests with a foreign Host or Origin, and sends the security headers with every answer.
pub async fn protect(request: Request, next: Next) -> Response {
    let is_api = request.uri().path().starts_with("/api/");
    let near = is_near(request.extensions().get::<Peer>());
    let checked = near.and_then(|()| check(request.method(), request.headers()));
    let mut response = match checked {
        Ok(()) => next.run(request).await,
        Err(problem) => problem.into_response(),
    };
    let headers = response.headers_mut();
    for (name, value) in [
        (header::CONTENT_SECURITY_POLICY, CONTENT_SECURITY_POLICY),
        (header::X_CONTENT_TYPE_OPTIONS, "nosniff"),
        (header::REFERRER_POLICY, "no-referrer"),
        (HeaderName::from_static("cross-origin-opener-policy"), "same-origin"),
        (HeaderName::from_static("cross-origin-resource-policy"), "same-origin"),
    ] {
        headers.insert(name, HeaderValue::from_static(value));
    }
    if is_api {
        headers.insert(header::CACHE_CONTROL, HeaderValue::from_static("no-store"));
    }
    response
}

/// Whatever name a request from elsewhere gives, it is not of this machine. One that comes over no connection is.
fn is_near(peer: Option<&Peer>) -> Result<(), Problem> {
    match peer {
        Some(Peer(address)) if !address.to_canonical().is_loopback() => {
            let detail = "Wide Fold answers only on the machine it runs on.";
            Err(Problem::new(StatusCode::FORBIDDEN, "elsewhere", detail))
        }
        _ => Ok(()),
    }
}

fn check(method: &Method, headers: &HeaderMap) -> Result<(), Problem> {
    let text = |name| headers.get(name).and_then(|value: &HeaderValue| value.to_str().ok());
    let host = text(header::HOST).unwrap_or_default();
    let name = host
        .rsplit_once(':')
        .filter(|(_, port)| port.bytes().all(|b| b.is_ascii_digit()))
        .map_or(host, |split| split.0);
    if !OWN_NAMES.contains(&name) {
        let detail = "Wide Fold answers only under this machine's own name: open it as http://localhost.";
        return Err(Problem::new(StatusCode::FORBIDDEN, "host", detail));
    }
    let foreign = headers
        .get(header::ORIGIN)
        .is_some_and(|origin| origin.as_bytes() != format!("http://{host}").as_bytes());
    // A browser that says no origin still says where a request comes from. Looking is free to links from anywhere.
    let from = text(HeaderName::from_static("sec-fetch-site")).unwrap_or("none");
    let writes = !matches!(*method, Method::GET | Method::HEAD | Method::OPTIONS);
    if foreign || (writes && !matches!(from, "same-origin" | "none")) {
        let detail = "Another site tried to use Wide Fold through this browser. Nothing was done.";
        return Err(Problem::new(StatusCode::FORBIDDEN, "origin", detail));
    }
    Ok(())
}
