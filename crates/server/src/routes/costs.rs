//! What things cost, and the rule for a price.

use crate::problem::{Body, Problem};
use crate::store::Store;
use crate::store::settings::{self, COSTS};
use crate::view::costs::CostsText;
use axum::Json;
use axum::extract::State;

/// What things cost besides paper, as it is set.
#[utoipa::path(get, path = "/api/costs", responses((status = 200, body = CostsText)))]
pub async fn costs(State(store): State<Store>) -> Result<Json<CostsText>, Problem> {
    let kept = store.read(|connection| settings::find(connection, COSTS)).await?;
    Ok(Json(kept.and_then(|kept| serde_json::from_str(&kept).ok()).unwrap_or_default()))
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
    let json = serde_json::to_string(&text).map_err(|error| Problem::ours(&error))?;
    store.write(move |transaction| settings::set(transaction, COSTS, &json)).await?;
    Ok(Json(text))
}
