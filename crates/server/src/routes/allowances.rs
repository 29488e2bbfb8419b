//! What new plans take off for the crafter's own hands, as the journal offers it.

use crate::problem::Problem;
use crate::store::journal::ENTRIES;
use crate::store::settings::{self, ALLOWANCES};
use crate::store::{Store, StoreError};
use crate::view::journal::KeptEntry;
use crate::view::journal::allowances::{AllowanceId, Allowances, HandView, offered};
use axum::Json;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, State};
use axum::http::StatusCode;
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_core::{Length, Unit};
use wide_fold_formats::UnitText;

/// A board.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct BoardQuery {
    /// The distance of its grooves: `1/8 in`.
    groove: String,
    /// The unit it is told in; inches if left out.
    #[serde(default)]
    unit: UnitText,
}

/// What new plans take off on a board.
#[utoipa::path(get, path = "/api/allowances/hand", params(BoardQuery), responses(
    (status = 200, body = HandView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn hand(
    State(store): State<Store>,
    query: Result<Query<BoardQuery>, QueryRejection>,
) -> Result<Json<HandView>, Problem> {
    let Query(board) = query.map_err(|_| {
        let detail = "Say how far apart the grooves of the board are, as in groove=1/8 in, and nothing but the unit besides.";
        Problem::at("groove", detail)
    })?;
    let unit = Unit::from(board.unit);
    let groove =
        Length::parse(&board.groove, unit).map_err(|error| Problem::at("groove", format!("{error}.")))?;
    let kept = store.read(|connection| settings::find(connection, ALLOWANCES)).await?;
    Ok(Json(Allowances::kept(kept).hand_view(groove, unit)))
}

/// An allowance's id, if the address holds one.
fn known(id: Result<Path<String>, PathRejection>) -> Result<AllowanceId, Problem> {
    id.ok().and_then(|Path(id)| id.parse().ok()).ok_or_else(|| Problem::not_found("allowance"))
}

/// Take what the journal offers into new plans. What it is is worked out from the journal as it stands.
#[utoipa::path(put, path = "/api/allowances/{id}", params(("id" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_allowance(
    State(store): State<Store>,
    id: Result<Path<String>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let id = known(id)?;
    store
        .write(move |transaction| {
            let entries: Vec<KeptEntry> =
                ENTRIES.list(transaction)?.iter().filter_map(KeptEntry::kept).collect();
            let taken = offered(&entries, id).ok_or_else(|| {
                StoreError::Short("The journal is not sure of it any more: nothing is taken.".to_owned())
            })?;
            let mut allowances = Allowances::kept(settings::find(transaction, ALLOWANCES)?);
            allowances.take(taken);
            settings::set(transaction, ALLOWANCES, &written(&allowances)?)
        })
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Leave an allowance out of new plans; bags that were planned with it keep it.
#[utoipa::path(delete, path = "/api/allowances/{id}", params(("id" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn leave_allowance(
    State(store): State<Store>,
    id: Result<Path<String>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let id = known(id)?;
    let left = store
        .write(move |transaction| {
            let mut allowances = Allowances::kept(settings::find(transaction, ALLOWANCES)?);
            let left = allowances.leave(id);
            if left {
                settings::set(transaction, ALLOWANCES, &written(&allowances)?)?;
            }
            Ok(left)
        })
        .await?;
    if left { Ok(StatusCode::NO_CONTENT) } else { Err(Problem::not_found("allowance")) }
}

fn written(allowances: &Allowances) -> Result<String, StoreError> {
    serde_json::to_string(allowances).map_err(|error| StoreError::Short(error.to_string()))
}
