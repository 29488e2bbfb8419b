//! One shape for every error (RFC 9457 problem details), with a sentence a crafter understands.

mod strict;

use axum::extract::{FromRequest, Request};
use axum::http::{HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use futures_util::StreamExt;
use serde::Serialize;
use serde::de::DeserializeOwned;
use std::time::Duration;
use strict::Strict;
use utoipa::ToSchema;
use wide_fold_answers::bag::BagView;
use wide_fold_core::counted::Refusal;
use wide_fold_formats::{FormatFault, unread};
use wide_fold_kept::StoreError;
use wide_fold_kept::entry::EntryFault;
use wide_fold_kept::save_key::SavedUnder;
use wide_fold_kept::shape::Unreadable;

/// Request bodies are at most this long, in bytes.
pub const LONGEST_BODY: usize = 64 * 1024;

/// What went wrong (RFC 9457).
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct Problem {
    /// What kind of problem: a relative reference.
    #[serde(rename = "type")]
    pub kind: String,
    /// The kind in words.
    pub title: String,
    /// The HTTP status.
    pub status: u16,
    /// A sentence a crafter understands.
    pub detail: String,
    /// The field at fault, dotted: `finished.width`.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub field: Option<String>,
    /// Seconds after which to ask again; said in a header.
    #[serde(skip)]
    pub retry_after: Option<u16>,
    /// On a stale write: the bag as it is kept, to choose from.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stored: Option<Box<BagView>>,
    /// On a stale write: which revision is kept, and whose it is.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stored_as: Option<Box<StoredAs>>,
}

/// What is kept where something else was expected.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StoredAs {
    /// The revision.
    pub revision: i64,
    /// The `Save-Key` of the save that made it, if it had one. It may be the asker's own, whose answer was lost.
    pub key: Option<String>,
}

impl From<SavedUnder> for Box<StoredAs> {
    fn from(SavedUnder { revision, key }: SavedUnder) -> Self {
        Self::new(StoredAs { revision, key })
    }
}

impl Problem {
    /// A problem of a kind, with its sentence.
    pub fn new(status: StatusCode, kind: &str, detail: impl Into<String>) -> Self {
        Self {
            kind: format!("/problems/{kind}"),
            title: status.canonical_reason().unwrap_or("Problem").to_owned(),
            status: status.as_u16(),
            detail: detail.into(),
            field: None,
            retry_after: None,
            stored: None,
            stored_as: None,
        }
    }

    /// There is no such thing.
    pub fn not_found(what: &str) -> Self {
        Self::new(
            StatusCode::NOT_FOUND,
            "not-found",
            format!("There is no {what} here. It may have been deleted."),
        )
    }

    /// A field that cannot be used, and a sentence that says why.
    pub fn at(field: &str, sentence: impl Into<String>) -> Self {
        let problem = Self::new(StatusCode::UNPROCESSABLE_ENTITY, "brief", sentence);
        Self { field: Some(field.to_owned()), ..problem }
    }

    /// Something on our side failed; nothing was changed.
    pub fn ours(error: &dyn std::error::Error) -> Self {
        tracing::error!(%error, "request failed");
        let detail = "Wide Fold could not do this just now. Nothing was changed; try again.";
        Self::new(StatusCode::SERVICE_UNAVAILABLE, "unavailable", detail)
    }
}

impl From<FormatFault> for Problem {
    fn from(fault: FormatFault) -> Self {
        let problem = Self::new(StatusCode::UNPROCESSABLE_ENTITY, "brief", fault.sentence);
        Self { field: Some(fault.field), ..problem }
    }
}

impl From<EntryFault> for Problem {
    fn from(fault: EntryFault) -> Self {
        match fault {
            EntryFault::Broken(fault) => fault.into(),
            EntryFault::FarFromPlanned(FormatFault { field, sentence }) => Self {
                field: Some(field),
                ..Self::new(StatusCode::UNPROCESSABLE_ENTITY, "far-from-planned", sentence)
            },
        }
    }
}

impl From<Unreadable> for Problem {
    fn from(why: Unreadable) -> Self {
        let Unreadable { what, sentence, .. } = why;
        let sentence = sentence.trim_end_matches('.');
        let detail = format!(
            "This {what} was kept by another version and cannot be read ({sentence}). Save what is kept of it as a file, or delete it."
        );
        Self::new(StatusCode::CONFLICT, "unreadable", detail)
    }
}

/// What kind of problem a count is that does not hold.
const fn refused(why: &Refusal) -> (StatusCode, &'static str) {
    match why {
        Refusal::Unknown => (StatusCode::NOT_FOUND, "not-found"),
        Refusal::Meanwhile { .. } => (StatusCode::CONFLICT, "counted-meanwhile"),
        Refusal::MoreThanWanted { .. } | Refusal::MoreSheets { .. } => (StatusCode::CONFLICT, "too-many"),
        Refusal::NotCutYet { .. } => (StatusCode::CONFLICT, "not-cut-yet"),
        Refusal::NoneThere { .. } => (StatusCode::CONFLICT, "none-there"),
    }
}

impl From<StoreError> for Problem {
    fn from(error: StoreError) -> Self {
        let conflict = |kind: &str, sentence: &str| Self::new(StatusCode::CONFLICT, kind, sentence);
        let stale = |sentence: String| Self::new(StatusCode::PRECONDITION_FAILED, "stale", sentence);
        match error {
            StoreError::NoBag => Self::not_found("bag"),
            StoreError::NoSuch(what) => Self::not_found(what),
            StoreError::Lacks(lacks) => conflict("too-little-paper", &lacks.to_string()),
            StoreError::Full(full) => conflict("full-up", &full.to_string()),
            StoreError::Refused(why) => {
                let (status, kind) = refused(&why);
                Self::new(status, kind, why.to_string())
            }
            StoreError::LaidAnew { since: false } => {
                conflict("laid-anew", "The sheets have to be laid out anew: look at the run again first.")
            }
            StoreError::LaidAnew { since: true } => conflict(
                "laid-anew",
                "The sheets have been laid out anew since they were looked at. Look at them again: another sheet may stand in this place.",
            ),
            StoreError::LookedAtBefore => conflict(
                "looked-at-before",
                "The run has been changed or worked on somewhere else since this window looked at it. It is shown as it is now: look at it again.",
            ),
            StoreError::NothingDone => {
                conflict("nothing-done", "Nothing has been done on this run that could be undone.")
            }
            StoreError::NotSure => {
                conflict("not-sure", "The journal is not sure of it any more: nothing is taken.")
            }
            StoreError::Unreadable(why) => why.into(),
            StoreError::NotOurs(sentence) => {
                Self::new(StatusCode::SERVICE_UNAVAILABLE, "unavailable", sentence)
            }
            StoreError::Unfit(sentence) => Self::at("file", sentence),
            StoreError::AlreadyTaken => conflict(
                "already-taken",
                "The paper for this bag has been taken already. Put it back first to take it anew.",
            ),
            StoreError::Outdated(what, now) => Self {
                stored_as: now.map(Into::into),
                ..stale(format!(
                    "This {what} was changed somewhere else in the meantime. Look at it again first."
                ))
            },
            StoreError::Stale(stored, key) => Self {
                stored: BagView::new(&stored).ok().map(Box::new),
                stored_as: Some(SavedUnder { revision: stored.revision, key }.into()),
                ..stale(
                    "This bag was changed somewhere else in the meantime. Choose which version to keep."
                        .to_owned(),
                )
            },
            full if full.is_full() => {
                tracing::error!(error = %full, "the disk is full");
                let detail = "The disk is full, so this was not saved. What you see is still here: make room on the disk, \
                              then try again.";
                Self::new(StatusCode::INSUFFICIENT_STORAGE, "full", detail)
            }
            other @ (StoreError::Database(_)
            | StoreError::Migration(_)
            | StoreError::Stopped
            | StoreError::Unwritten(_)) => Self::ours(&other),
        }
    }
}

impl IntoResponse for Problem {
    fn into_response(self) -> Response {
        let status = StatusCode::from_u16(self.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
        let body = serde_json::to_string(&self).unwrap_or_default();
        let kind = HeaderValue::from_static("application/problem+json");
        let mut response = (status, [(header::CONTENT_TYPE, kind)], body).into_response();
        if let Some(seconds) = self.retry_after {
            response.headers_mut().insert(header::RETRY_AFTER, HeaderValue::from(seconds));
        }
        response
    }
}

/// JSON that is already text.
pub fn json_text(text: String) -> Response {
    ([(header::CONTENT_TYPE, HeaderValue::from_static("application/json"))], text).into_response()
}

/// The answer after a handler panicked.
pub fn after_panic(_: Box<dyn std::any::Any + Send>) -> Response {
    Problem::ours(&std::io::Error::other("a handler panicked")).into_response()
}

/// A JSON request body of at most `MOST` bytes, whose errors are problems that name the field.
pub struct Body<T, const MOST: usize = LONGEST_BODY>(pub T);

/// A body has to be there within this time.
const PATIENCE: Duration = Duration::from_secs(15);

/// As much of a body that is too long is read all the same, so that its sender comes to read the answer.
const DRAINED: usize = 16 * 1024 * 1024;

impl<S: Send + Sync, T: DeserializeOwned, const MOST: usize> FromRequest<S> for Body<T, MOST> {
    type Rejection = Problem;

    async fn from_request(request: Request, _: &S) -> Result<Self, Problem> {
        says_json(&request)?;
        let bytes =
            tokio::time::timeout(PATIENCE, whole(request.into_body(), MOST)).await.map_err(|_| {
                let detail = "The request took too long to arrive. Nothing was changed; try again.";
                Problem::new(StatusCode::REQUEST_TIMEOUT, "slow", detail)
            })??;
        Ok(Self(read_json(&bytes)?))
    }
}

/// Refuses what is not said to be JSON.
///
/// # Errors
/// 415.
pub fn says_json(request: &Request) -> Result<(), Problem> {
    let kind = request.headers().get(header::CONTENT_TYPE).and_then(|kind| kind.to_str().ok()).unwrap_or("");
    if kind.split(';').next().map(str::trim) == Some("application/json") {
        return Ok(());
    }
    let detail = "Send JSON, with the content type application/json.";
    Err(Problem::new(StatusCode::UNSUPPORTED_MEDIA_TYPE, "content-type", detail))
}

/// What a body holds.
///
/// # Errors
/// 400 or 422, with the field.
pub fn read_json<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    // Where something is wrong the body is read once more, by a reader that knows where it is.
    let mut reader = serde_json::Deserializer::from_slice(bytes);
    let read = match T::deserialize(Strict(&mut reader)) {
        Ok(read) => read,
        Err(_) => traced(bytes)?,
    };
    reader.end().map_err(|_| not_json(&"something stands after its end"))?;
    Ok(read)
}

fn not_json(why: &dyn std::fmt::Display) -> Problem {
    Problem::new(StatusCode::BAD_REQUEST, "json", format!("This is not JSON: {why}."))
}

/// What a body holds; where it cannot be read the problem names the field.
fn traced<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    let mut reader = serde_json::Deserializer::from_slice(bytes);
    serde_path_to_error::deserialize(Strict(&mut reader)).map_err(|error| {
        let problem = if error.inner().is_data() {
            let sentence = unread::sentence(&error.inner().to_string());
            Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "brief", sentence)
        } else {
            not_json(error.inner())
        };
        let field = Some(error.path().to_string()).filter(|path| path != ".");
        Problem { field, ..problem }
    })
}

/// A body as a whole.
async fn whole(body: axum::body::Body, most: usize) -> Result<Vec<u8>, Problem> {
    let mut stream = body.into_data_stream();
    let (mut bytes, mut length) = (Vec::new(), 0);
    while let Some(chunk) = stream.next().await {
        let chunk = chunk.map_err(|_| {
            let detail = "The request broke off before it was whole. Nothing was changed; try again.";
            Problem::new(StatusCode::BAD_REQUEST, "broken-off", detail)
        })?;
        length += chunk.len();
        if length <= most {
            bytes.extend_from_slice(&chunk);
        } else if length > DRAINED {
            break;
        }
    }
    if length > most {
        let detail = format!("That is too much at once; {} KiB is the most.", most / 1024);
        return Err(Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", detail));
    }
    Ok(bytes)
}

/// The answer to a method that an address does not have.
pub async fn no_such_method() -> Problem {
    let detail = "This address cannot be asked that way. /api/openapi.json says how.";
    Problem::new(StatusCode::METHOD_NOT_ALLOWED, "method", detail)
}
