//! Files as they are sent to be saved: what they are called.

use crate::problem::Problem;
use axum::http::{HeaderValue, header};
use axum::response::{IntoResponse, Response};
use wide_fold_core::Plan;

/// A name for a file: letters of any script and figures, words joined by dashes.
pub fn file_name(name: &str) -> String {
    let words: Vec<String> = name
        .split(|c: char| !c.is_alphanumeric())
        .filter(|word| !word.is_empty())
        .map(str::to_lowercase)
        .collect();
    if words.is_empty() { "bag".to_owned() } else { words.join("-").chars().take(60).collect() }
}

/// What the files of a bag are called: one that cannot be made says so.
pub fn called(plan: &Plan, name: &str) -> String {
    let name = file_name(name);
    if plan.is_ready() { name } else { format!("cannot-be-made-{name}") }
}

/// Something to keep as a file.
pub fn attached(
    content: impl Into<axum::body::Body>,
    name: &str,
    kind: &'static str,
) -> Result<Response, Problem> {
    // Its own letters (RFC 6266, RFC 8187), and for whoever does not read those a name of plain ones.
    let plain: String = name.chars().map(|letter| if letter.is_ascii() { letter } else { '_' }).collect();
    let disposition = format!("attachment; filename=\"{plain}\"; filename*=UTF-8''{}", percent_encoded(name));
    let headers = [
        (header::CONTENT_TYPE, HeaderValue::from_static(kind)),
        (
            header::CONTENT_DISPOSITION,
            HeaderValue::from_str(&disposition).map_err(|error| Problem::ours(&error))?,
        ),
    ];
    Ok((headers, content.into()).into_response())
}

/// Every byte but letters, figures and the signs that names are made of here, as `%E4`.
fn percent_encoded(name: &str) -> String {
    let plain = |byte: u8| byte.is_ascii_alphanumeric() || matches!(byte, b'-' | b'.' | b'_');
    name.bytes()
        .map(|byte| if plain(byte) { char::from(byte).to_string() } else { format!("%{byte:02X}") })
        .collect()
}
