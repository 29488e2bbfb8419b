//! From somebody's figures to the bags they make.

use crate::dear::Dear;
use crate::problem::{Body, Problem};
use axum::Json;
use axum::extract::State;
use wide_fold_answers::read::{ReadText, ReadView};

/// Listens to what somebody said, and finds every bag that explains it, the likeliest first; where none does, the smallest
/// corrections that make one.
#[utoipa::path(post, path = "/api/read", request_body = ReadText, responses(
    (status = 200, body = ReadView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn read_words(
    State(dear): State<Dear>,
    Body(text): Body<ReadText>,
) -> Result<Json<ReadView>, Problem> {
    let heard = text.listen()?;
    dear.run(move |_| Ok(Json(ReadView::new(&heard, &text.words)))).await
}
