//! What an address and its headers say: a number, a revision that is expected; and the tag of one that is sent.

use crate::problem::Problem;
use axum::extract::Path;
use axum::extract::rejection::PathRejection;
use axum::http::{HeaderMap, StatusCode, header};
use headers::{ETag, HeaderMapExt, IfMatch};
use jiff::Timestamp;
use rusqlite::Transaction;
use wide_fold_kept::save_key::{SaveKey, remember};
use wide_fold_kept::thing::{Change, Kept, Kind};
use wide_fold_kept::{Expected, Store};

/// A number from the address, if it is one.
pub type Id = Result<Path<i64>, PathRejection>;

/// The number of a bag in an address; one that is none names nothing.
pub fn bag_number(id: Id) -> Result<i64, Problem> {
    id.map(|Path(id)| id).map_err(|_| Problem::not_found("bag"))
}

/// The number of a thing in an address; one that is none names nothing.
pub fn number(kind: Kind, id: Id) -> Result<i64, Problem> {
    id.map(|Path(id)| id).map_err(|_| Problem::not_found(kind.name()))
}

/// What is kept at some revision, as its tag says it.
pub fn tag(revision: i64) -> Result<ETag, Problem> {
    format!("\"{revision}\"").parse().map_err(|error| Problem::ours(&error))
}

/// Which revisions a change is for, told by `If-Match`: none if the header is missing.
pub fn expected(headers: &HeaderMap) -> Result<Option<Expected>, Problem> {
    let unread = || {
        let detail = "If-Match holds no revision, such as \"3\".";
        Problem::new(StatusCode::BAD_REQUEST, "revision", detail)
    };
    // The package takes what is no tag for one that matches nothing.
    let is_tag = |tag: &str| tag.trim() == "*" || tag.parse::<ETag>().is_ok();
    let said = headers.get(header::IF_MATCH).map(|said| said.to_str().unwrap_or_default());
    if said.is_some_and(|said| !said.split(',').map(str::trim).all(is_tag)) {
        return Err(unread());
    }
    let matches: Option<IfMatch> = headers.typed_try_get().map_err(|_| unread())?;
    Ok(matches.map(|matches| -> Expected {
        Box::new(move |revision| tag(revision).is_ok_and(|tag| matches.precondition_passes(&tag)))
    }))
}

/// The revision a change of a `what` is meant for, which has to be said.
pub fn required(what: &str, headers: &HeaderMap) -> Result<Expected, Problem> {
    expected(headers)?.ok_or_else(|| {
        let detail = format!("Say which revision of the {what} this changes, in If-Match.");
        Problem::new(StatusCode::PRECONDITION_REQUIRED, "revision", detail)
    })
}

/// The key a save comes under, told by `Save-Key`: none if the header is missing.
pub fn save_key(headers: &HeaderMap) -> Result<Option<SaveKey>, Problem> {
    let Some(said) = headers.get("save-key") else { return Ok(None) };
    let key = said.to_str().ok().and_then(SaveKey::new);
    key.map(Some).ok_or_else(|| {
        let detail = "Save-Key holds no key: one to 64 letters, digits and hyphens.";
        Problem::new(StatusCode::BAD_REQUEST, "save-key", detail)
    })
}

/// What a save of one says of itself: which one it is, the revisions it is for, and its key.
pub struct Save {
    kind: Kind,
    id: i64,
    expected: Expected,
    key: Option<SaveKey>,
}

impl Save {
    /// A save of the thing in an address; the revision it is for has to be said.
    pub fn of(kind: Kind, id: Id, headers: &HeaderMap) -> Result<Self, Problem> {
        let (id, expected) = (number(kind, id)?, required(kind.name(), headers)?);
        Ok(Self { kind, id, expected, key: save_key(headers)? })
    }
}

/// Keeps one as it is told, and how it is kept then.
pub async fn saved(store: &Store, save: Save, text: String) -> Result<Kept, Problem> {
    let (now, Save { kind, id, expected, key }) = (Timestamp::now(), save);
    let work = move |transaction: &Transaction<'_>| {
        let kept = kind.change(transaction, id, Some(&expected), &Change::Content(text), now)?;
        key.iter().try_for_each(|key| remember(transaction, key, &kind.saved(&kept)))?;
        Ok(kept)
    };
    Ok(store.write(work).await?)
}

/// Changes one, and how it is kept then.
pub async fn changed(
    store: &Store,
    kind: Kind,
    id: i64,
    expected: Option<Expected>,
    change: Change,
) -> Result<Kept, Problem> {
    let now = Timestamp::now();
    Ok(store.write(move |transaction| kind.change(transaction, id, expected.as_ref(), &change, now)).await?)
}
