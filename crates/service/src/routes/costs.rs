//! What things cost, and the rule for a price.

use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use wide_fold_kept::costs::CostsText;
use wide_fold_kept::{Store, settings};

/// What things cost besides paper, as it is set.
#[utoipa::path(get, path = "/api/costs", responses((status = 200, body = CostsText)))]
pub async fn costs(State(store): State<Store>) -> Result<Json<CostsText>, Problem> {
    Ok(Json(store.read(settings::holds::<CostsText>).await?))
}

/// Set what things cost.
#[utoipa::path(put, path = "/api/costs", request_body = CostsText, responses(
    (status = 200, body = CostsText), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn set_costs(
    State(store): State<Store>,
    Body(text): Body<CostsText>,
) -> Result<Json<CostsText>, Problem> {
    text.read()?;
    let set = text.clone();
    store.write(move |transaction| settings::set(transaction, &set)).await?;
    Ok(Json(text))
}
