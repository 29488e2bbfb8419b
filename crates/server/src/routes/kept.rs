//! What routes of papers and of guides have in common.

use super::bags::{Id, expected};
use crate::problem::Problem;
use crate::store::kept::{Change, Kept, Kind};
use crate::store::{Expected, Store};
use axum::extract::Path;
use axum::http::{HeaderMap, StatusCode};
use jiff::Timestamp;

/// The number in an address; one that is none names nothing.
pub(super) fn number(kind: Kind, id: Id) -> Result<i64, Problem> {
    id.map(|Path(id)| id).map_err(|_| Problem::not_found(kind.name))
}

/// The revision a change is meant for, which has to be said.
pub(super) fn required(kind: Kind, headers: &HeaderMap) -> Result<Expected, Problem> {
    expected(headers)?.ok_or_else(|| {
        let detail = format!("Say which revision of the {} this changes, in If-Match.", kind.name);
        Problem::new(StatusCode::PRECONDITION_REQUIRED, "revision", detail)
    })
}

/// Changes one, and how it is kept then.
pub(super) async fn changed(
    store: &Store,
    kind: Kind,
    id: i64,
    expected: Option<Expected>,
    change: Change,
) -> Result<Kept, Problem> {
    let now = Timestamp::now();
    Ok(store.write(move |transaction| kind.change(transaction, id, expected.as_ref(), &change, now)).await?)
}
