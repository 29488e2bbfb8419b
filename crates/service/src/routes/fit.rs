//! From what goes into a bag to the bag.

use crate::dear::{Dear, Work};
use crate::desk::shelf::readable;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use wide_fold_answers::fit::{FitText, FitView};
use wide_fold_answers::rooms::RoomsView;
use wide_fold_kept::rooms::RoomsText;
use wide_fold_kept::{Store, settings};

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
    let stand = text.stand();
    let gift = kept_rooms(&store).await?.read().unwrap_or_default().round(gift, habits.unit);
    let papers = match paper {
        Some(paper) => vec![paper],
        None => readable(&store).await?,
    };
    dear.run(Work::Bags, move |budget| Ok(Json(FitView::all(&gift, stand, &habits, &papers, budget)))).await
}

/// The room that is left round what goes into a bag: what is set, and what is customary.
#[utoipa::path(get, path = "/api/rooms", responses((status = 200, body = RoomsView)))]
pub async fn rooms(State(store): State<Store>) -> Result<Json<RoomsView>, Problem> {
    Ok(Json(RoomsView::new(kept_rooms(&store).await?)))
}

/// Set the room that is left; what is left out is customary again. Bags keep what they were made with.
#[utoipa::path(put, path = "/api/rooms", request_body = RoomsText, responses(
    (status = 200, body = RoomsView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn set_rooms(
    State(store): State<Store>,
    Body(text): Body<RoomsText>,
) -> Result<Json<RoomsView>, Problem> {
    let set = RoomsText::from(text.read()?);
    let kept = set.clone();
    store.write(move |transaction| settings::set(transaction, &kept)).await?;
    Ok(Json(RoomsView::new(set)))
}

/// What is set; nothing if it cannot be read.
async fn kept_rooms(store: &Store) -> Result<RoomsText, Problem> {
    Ok(store.read(settings::holds).await?)
}
