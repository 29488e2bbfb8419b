//! The web client's files, carried inside the binary, each with copies that were compressed when it was built.

use crate::problem::Problem;
use axum::http::header::{
    ACCEPT_ENCODING, CACHE_CONTROL, CONTENT_ENCODING, CONTENT_TYPE, ETAG, IF_NONE_MATCH, VARY,
};
use axum::http::{HeaderMap, HeaderValue, Method, StatusCode, Uri};
use axum::response::{Html, IntoResponse, Response};
use rust_embed::{EmbeddedFile, RustEmbed};
use std::fmt::Write;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
struct Files;

const NOT_BUILT: &str = "<!doctype html><title>Wide Fold</title><p>The web client is not built yet: run <code>cargo xtask demo</code>.";

/// File names below assets/ carry a hash of their contents.
const FOR_GOOD: &str = "public, max-age=31536000, immutable";
/// Anything else is asked for again, and answered shortly if it is still the same.
const ASK_AGAIN: &str = "no-cache";

/// Serves a file by its path; any other path is a view of the client, which reads it itself.
pub async fn file(method: Method, uri: Uri, headers: HeaderMap) -> Response {
    let path = uri.path().trim_start_matches('/');
    if path.starts_with("api/") {
        return Problem::not_found("such address").into_response();
    }
    if !matches!(method, Method::GET | Method::HEAD) {
        return crate::problem::no_such_method().await.into_response();
    }
    let is_copy = path.ends_with(".br") || path.ends_with(".gz");
    if let Some(file) = Files::get(path).filter(|_| !is_copy) {
        return served(path, file, &headers);
    }
    if path.starts_with("assets/") {
        return Problem::not_found("such file").into_response();
    }
    match Files::get("index.html") {
        Some(file) => served("index.html", file, &headers),
        None => Html(NOT_BUILT).into_response(),
    }
}

fn served(path: &str, file: EmbeddedFile, asked: &HeaderMap) -> Response {
    let kind =
        HeaderValue::from_str(file.metadata.mimetype()).unwrap_or(HeaderValue::from_static("text/plain"));
    let keep = if path.starts_with("assets/") { FOR_GOOD } else { ASK_AGAIN };
    let (encoding, file) = compressed(path, asked).map_or((None, file), |(name, copy)| (Some(name), copy));
    let tag = tag(&file);
    let mut headers = HeaderMap::new();
    headers.insert(CACHE_CONTROL, HeaderValue::from_static(keep));
    headers.insert(VARY, HeaderValue::from_static("accept-encoding"));
    headers.insert(ETAG, tag.clone());
    let known = asked.get(IF_NONE_MATCH).and_then(|known| known.to_str().ok()).unwrap_or("");
    if known.split(',').any(|known| known.trim() == tag) {
        return (StatusCode::NOT_MODIFIED, headers).into_response();
    }
    headers.insert(CONTENT_TYPE, kind);
    if let Some(encoding) = encoding {
        headers.insert(CONTENT_ENCODING, HeaderValue::from_static(encoding));
    }
    (headers, file.data).into_response()
}

/// The smallest copy that the asker can read.
fn compressed(path: &str, asked: &HeaderMap) -> Option<(&'static str, EmbeddedFile)> {
    let reads = asked.get(ACCEPT_ENCODING)?.to_str().ok()?;
    let accepts = |name: &str| {
        reads.split(',').any(|one| {
            let (own, quality) = one.split_once(';').unwrap_or((one, ""));
            own.trim() == name && quality.trim().replace(' ', "") != "q=0"
        })
    };
    [("br", "br"), ("gzip", "gz")]
        .into_iter()
        .filter(|(name, _)| accepts(name))
        .find_map(|(name, ending)| Some((name, Files::get(&format!("{path}.{ending}"))?)))
}

/// What stands for the bytes that are sent, as a strong tag.
fn tag(file: &EmbeddedFile) -> HeaderValue {
    let mut text = String::from("\"");
    for byte in &file.metadata.sha256_hash()[..12] {
        let _ = write!(text, "{byte:02x}");
    }
    text.push('"');
    HeaderValue::from_str(&text).unwrap_or(HeaderValue::from_static("\"\""))
}
