//! The web client's files, carried inside the binary.

use crate::problem::Problem;
use axum::http::{HeaderValue, Uri, header};
use axum::response::{Html, IntoResponse, Response};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
struct Files;

const NOT_BUILT: &str = "<!doctype html><title>Wide Fold</title><p>The web client is not built yet: run <code>cargo xtask demo</code>.";

/// Serves a file by its path; any other path is a view of the client, which reads it itself.
pub async fn file(uri: Uri) -> Response {
    let path = uri.path().trim_start_matches('/');
    if path.starts_with("api/") {
        return Problem::not_found("such address").into_response();
    }
    if let Some(file) = Files::get(path) {
        let kind =
            HeaderValue::from_str(file.metadata.mimetype()).unwrap_or(HeaderValue::from_static("text/plain"));
        // File names below assets/ carry a hash of their contents.
        let keep =
            if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
        let headers = [(header::CONTENT_TYPE, kind), (header::CACHE_CONTROL, HeaderValue::from_static(keep))];
        return (headers, file.data).into_response();
    }
    if path.starts_with("assets/") {
        return Problem::not_found("such file").into_response();
    }
    match Files::get("index.html") {
        Some(file) => ([(header::CACHE_CONTROL, "no-cache")], Html(file.data)).into_response(),
        None => Html(NOT_BUILT).into_response(),
    }
}
