//! From what goes into a bag to the bag.

use super::shelf::readable;
use crate::dear::Dear;
use crate::problem::{Body, Problem};
use crate::store::Store;
use crate::view::fit::{FitText, FitView};
use axum::Json;
use axum::extract::State;

/// Bags for a gift, one for every way it may lie, made from one sheet or from the papers on the shelf; the best first.
#[utoipa::path(post, path = "/api/fit", request_body = FitText, responses(
    (status = 200, body = [FitView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn fit(
    State(store): State<Store>,
    State(dear): State<Dear>,
    Body(text): Body<FitText>,
) -> Result<Json<Vec<FitView>>, Problem> {
    let (gift, habits, paper) = text.read()?;
    let papers = match paper {
        Some(paper) => vec![paper],
        None => readable(&store).await?,
    };
    dear.run(move |budget| Ok(Json(FitView::all(&gift, &habits, &papers, budget)))).await
}
