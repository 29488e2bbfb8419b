//! The work at the table: which steps of a bag are done.

use crate::desk::address::{Id, bag_number};
use crate::desk::bags::{kept, planned_again};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::rejection::PathRejection;
use axum::extract::{Path, State};
use axum::http::StatusCode;
use wide_fold_answers::pass::step_ids;
use wide_fold_answers::table::{TickText, TicksView};
use wide_fold_kept::{Store, ticks};

/// Which steps of a bag are ticked off. A step whose words have changed with the bag is a step of its own.
#[utoipa::path(get, path = "/api/bags/{id}/ticks", params(("id" = i64, Path)), responses(
    (status = 200, body = TicksView),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn ticks(State(store): State<Store>, id: Id) -> Result<Json<TicksView>, Problem> {
    let bag = kept(&store, id).await?;
    let steps = step_ids(&planned_again(&bag)?);
    let ticked = store.read(move |connection| ticks::find(connection, bag.id)).await?;
    Ok(Json(TicksView::new(steps, &ticked)))
}

/// Tick a step off, or take its tick back.
#[utoipa::path(put, path = "/api/bags/{id}/ticks/{step}", request_body = TickText,
    params(("id" = i64, Path), ("step" = String, Path)), responses(
    (status = 200, body = TicksView),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn tick(
    State(store): State<Store>,
    path: Result<Path<(i64, String)>, PathRejection>,
    Body(text): Body<TickText>,
) -> Result<Json<TicksView>, Problem> {
    let Path((id, step)) = path.map_err(|_| Problem::not_found("step"))?;
    let bag = kept(&store, Ok(Path(id))).await?;
    let steps = step_ids(&planned_again(&bag)?);
    if !steps.contains(&step) {
        return Err(Problem::not_found("step"));
    }
    let known = steps.clone();
    let ticked = store
        .write(move |transaction| {
            ticks::set(transaction, id, &step, text.done, &known)?;
            ticks::find(transaction, id)
        })
        .await?;
    Ok(Json(TicksView::new(steps, &ticked)))
}

/// Take every tick of a bag back, to make another one.
#[utoipa::path(delete, path = "/api/bags/{id}/ticks", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn untick(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    let id = bag_number(id)?;
    store.write(move |transaction| ticks::clear(transaction, id)).await?;
    Ok(StatusCode::NO_CONTENT)
}
