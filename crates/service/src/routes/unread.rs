//! Everything that is kept and cannot be read, in one list.

use crate::dear::{Dear, Work};
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::PathRejection;
use axum::extract::{Path, State};
use axum::http::StatusCode;
use jiff::Timestamp;
use wide_fold_answers::unread::{UnreadKind, UnreadList};
use wide_fold_kept::Store;
use wide_fold_kept::unread::{Of, unread};

/// Everything that is kept, is not deleted, and cannot be read.
#[utoipa::path(get, path = "/api/unread", responses((status = 200, body = UnreadList)))]
pub async fn list_unread(
    State(store): State<Store>,
    State(dear): State<Dear>,
) -> Result<Json<UnreadList>, Problem> {
    let all = dear.run(Work::Keeping, move |_| Ok(store.read_aside(unread)?)).await?;
    Ok(Json(UnreadList { unread: all.iter().map(Into::into).collect() }))
}

/// Put away one that cannot be read. What can be brought back is only marked as deleted.
#[utoipa::path(delete, path = "/api/unread/{kind}/{key}",
    params(("kind" = UnreadKind, Path), ("key" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn put_away(
    State(store): State<Store>,
    path: Result<Path<(UnreadKind, String)>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let Path((kind, key)) = path.map_err(|_| Problem::not_found("thing of that kind"))?;
    store.write(move |transaction| Of::from(kind).put_away(transaction, &key, Timestamp::now())).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring back one that was put away, as it was.
#[utoipa::path(post, path = "/api/unread/{kind}/{key}/restore",
    params(("kind" = UnreadKind, Path), ("key" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_back(
    State(store): State<Store>,
    path: Result<Path<(UnreadKind, String)>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let Path((kind, key)) = path.map_err(|_| Problem::not_found("thing of that kind"))?;
    store.write(move |transaction| Of::from(kind).bring_back(transaction, &key, Timestamp::now())).await?;
    Ok(StatusCode::NO_CONTENT)
}
