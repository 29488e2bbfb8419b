//! Answers in JSON.

use crate::problem::Problem;
use axum::http::{HeaderValue, header};
use axum::response::{IntoResponse, Response};
use serde::Serialize;

/// Room for the answer to a plan, so that it is not moved while it is written.
const USUAL: usize = 48 * 1024;

/// An answer in JSON.
#[derive(Clone, Debug)]
pub struct Json<T>(pub T);

impl<T: Serialize> IntoResponse for Json<T> {
    fn into_response(self) -> Response {
        let mut bytes = Vec::with_capacity(USUAL);
        match serde_json::to_writer(&mut bytes, &self.0) {
            Ok(()) => {
                let kind = HeaderValue::from_static("application/json");
                ([(header::CONTENT_TYPE, kind)], bytes).into_response()
            }
            Err(error) => Problem::ours(&error).into_response(),
        }
    }
}
