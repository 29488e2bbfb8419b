//! What new plans take off for the crafter's own hands, as the journal offers it.

use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, State};
use axum::http::StatusCode;
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_answers::journal::{HandView, offered};
use wide_fold_core::{Length, Unit};
use wide_fold_formats::UnitText;
use wide_fold_kept::entry::KeptEntry;
use wide_fold_kept::hand_rules::{HandRuleId, HandRules};
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::Kind;
use wide_fold_kept::{Store, StoreError, settings};

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
#[utoipa::path(get, path = "/api/hand-rules/hand", params(BoardQuery), responses(
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
    let taken = store.read(settings::holds::<HandRules>).await?;
    Ok(Json(HandView::new(&taken, groove, unit)))
}

/// A hand rule's id, if the address holds one.
fn known(id: Result<Path<String>, PathRejection>) -> Result<HandRuleId, Problem> {
    id.ok().and_then(|Path(id)| id.parse().ok()).ok_or_else(|| Problem::not_found("hand rule"))
}

/// Take what the journal offers into new plans. What it is is worked out from the journal as it stands.
#[utoipa::path(put, path = "/api/hand-rules/{id}", params(("id" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_hand_rule(
    State(store): State<Store>,
    id: Result<Path<String>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let id = known(id)?;
    store
        .write(move |transaction| {
            let entries: Vec<KeptEntry> = Kind::Entry
                .list(transaction)?
                .iter()
                .filter_map(|kept| KeptEntry::from_kept(&kept.text).ok())
                .collect();
            let taken = offered(&entries, id).ok_or(StoreError::NotSure)?;
            let mut hand_rules = settings::holds::<HandRules>(transaction)?;
            hand_rules.take(taken);
            settings::set(transaction, &hand_rules)
        })
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Leave a hand rule out of new plans; bags that were planned with it keep it.
#[utoipa::path(delete, path = "/api/hand-rules/{id}", params(("id" = String, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn leave_hand_rule(
    State(store): State<Store>,
    id: Result<Path<String>, PathRejection>,
) -> Result<StatusCode, Problem> {
    let id = known(id)?;
    let left = store
        .write(move |transaction| {
            let mut hand_rules = settings::holds::<HandRules>(transaction)?;
            let left = hand_rules.leave(id);
            if left {
                settings::set(transaction, &hand_rules)?;
            }
            Ok(left)
        })
        .await?;
    if left { Ok(StatusCode::NO_CONTENT) } else { Err(Problem::not_found("hand rule")) }
}
