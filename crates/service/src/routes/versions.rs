//! How a bag was before, and going back to it.

use crate::desk::address::{Id, bag_number, expected};
use crate::desk::bags::{kept, planned_again, tagged};
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::PathRejection;
use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::Response;
use jiff::Timestamp;
use std::collections::BTreeMap;
use wide_fold_answers::bag::{BagView, SlipView};
use wide_fold_answers::version::VersionView;
use wide_fold_kept::bags::{self, Bag, Change, Content};
use wide_fold_kept::entry::KeptEntry;
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::Kind;
use wide_fold_kept::{Store, versions};

/// The versions of a bag, as it is now first.
#[utoipa::path(get, path = "/api/bags/{id}/versions", params(("id" = i64, Path)), responses(
    (status = 200, body = [VersionView]),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn list_versions(State(store): State<Store>, id: Id) -> Result<Json<Vec<VersionView>>, Problem> {
    let bag = kept(&store, id).await?;
    let number = bag.id;
    let (old, entries) = store
        .read(move |connection| Ok((versions::all(connection, number)?, Kind::Entry.list(connection)?)))
        .await?;
    let mut made: BTreeMap<i64, u32> = BTreeMap::new();
    for entry in entries
        .iter()
        .filter_map(|kept| KeptEntry::from_kept(&kept.text).ok())
        .filter(|entry| entry.text.bag == number)
    {
        *made.entry(entry.revision).or_default() += 1;
    }
    Ok(Json(VersionView::all(&bag, &old, &made)))
}

/// Go back to a version of a bag. How it is now becomes a version itself. `If-Match` carries the revision it was seen at, if that matters.
#[utoipa::path(post, path = "/api/bags/{id}/versions/{revision}/restore",
    params(("id" = i64, Path), ("revision" = i64, Path), ("If-Match" = Option<String>, Header)), responses(
    (status = 200, body = BagView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore_version(
    State(store): State<Store>,
    path: Result<Path<(i64, i64)>, PathRejection>,
    headers: HeaderMap,
) -> Result<Response, Problem> {
    let Path((id, revision)) = path.map_err(|_| Problem::not_found("version"))?;
    let (id, expected) = (bag_number(Ok(Path(id)))?, expected(&headers)?);
    let version = store.read(move |connection| versions::find(connection, id, revision)).await?;
    // Planned again, for the slip is made by the rules of today.
    let old = Bag {
        id,
        revision,
        name: version.name.clone(),
        brief: version.brief.clone(),
        created_at: version.at,
        updated_at: version.at,
        deleted: false,
    };
    let plan = tokio::task::spawn_blocking(move || planned_again(&old))
        .await
        .map_err(|error| Problem::ours(&error))??;
    let summary = SlipView::new(&plan).kept().map_err(|error| Problem::ours(&error))?;
    let content = Content { name: version.name, brief: version.brief, summary };
    let bag = store
        .write(move |transaction| {
            versions::keep(transaction, id, &bags::find(transaction, id)?.version())?;
            bags::change(transaction, id, expected.as_ref(), &Change::Content(content), Timestamp::now())
        })
        .await?;
    tagged(StatusCode::OK, &bag)
}
