//! From somebody's figures to the bags they make.

use crate::dear::{Dear, Work};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use wide_fold_answers::heard::{HeardText, HeardView};

/// Listens to what somebody said, and finds every bag that explains it, the likeliest first; where none does, the smallest
/// corrections that make one.
#[utoipa::path(post, path = "/api/heard", request_body = HeardText, responses(
    (status = 200, body = HeardView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn heard(
    State(dear): State<Dear>,
    Body(text): Body<HeardText>,
) -> Result<Json<HeardView>, Problem> {
    let said = text.listen()?;
    dear.run(Work::Bags, move |_| Ok(Json(HeardView::new(&said, &text.words)))).await
}
