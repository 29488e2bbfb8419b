//! From the paper to the bags it makes.

use crate::dear::{Dear, Work};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use wide_fold_answers::from_paper::{FromPaperText, FromPaperView};

/// All that one sheet, or two, can become: build by build every bag that uses it up, those that stand out, and what it makes
/// halved and quartered.
#[utoipa::path(post, path = "/api/from-paper", request_body = FromPaperText, responses(
    (status = 200, body = FromPaperView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn from_paper(
    State(dear): State<Dear>,
    Body(text): Body<FromPaperText>,
) -> Result<Json<FromPaperView>, Problem> {
    let (habits, sheets) = text.read()?;
    dear.run(Work::Bags, move |budget| Ok(Json(FromPaperView::new(&habits, sheets, budget)))).await
}
