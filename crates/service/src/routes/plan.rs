//! Stateless: a brief in, a plan out.

use crate::dear::{Dear, Work};
use crate::desk::bags::planned;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use wide_fold_answers::build::{BuildView, RescaledView};
use wide_fold_answers::fold::FoldView;
use wide_fold_answers::handle::HandleChoiceView;
use wide_fold_answers::plan::PlanView;
use wide_fold_answers::rehearsal::RehearsalView;
use wide_fold_answers::sheet::CommonSheet;
use wide_fold_core::Brief;
use wide_fold_core::rehearsal::rehearsal;
use wide_fold_formats::{BriefText, FormatFault};

/// Plan a bag.
#[utoipa::path(post, path = "/api/plan", request_body = BriefText, responses(
    (status = 200, body = PlanView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn plan(Body(text): Body<BriefText>) -> Result<Json<PlanView>, Problem> {
    Ok(Json(PlanView::new(&planned(&text)?)))
}

/// The ways to build a bag, side by side.
#[utoipa::path(post, path = "/api/builds", request_body = BriefText, responses(
    (status = 200, body = [BuildView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn builds(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Vec<BuildView>>, Problem> {
    dear.run(Work::Bags, move |_| Ok(Json(BuildView::all(&Brief::try_from(&text)?)))).await
}

/// Every kind of handle, drawn on this bag.
#[utoipa::path(post, path = "/api/handles", request_body = BriefText, responses(
    (status = 200, body = [HandleChoiceView]),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn handles(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Vec<HandleChoiceView>>, Problem> {
    dear.run(Work::Bags, move |_| Ok(Json(HandleChoiceView::all(&Brief::try_from(&text)?)))).await
}

/// The same bag, in proportion, on other sheets.
#[utoipa::path(post, path = "/api/rescaled", request_body = BriefText, responses(
    (status = 200, body = [RescaledView]),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn rescaled(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Vec<RescaledView>>, Problem> {
    dear.run(Work::Bags, move |_| Ok(Json(RescaledView::all(&Brief::try_from(&text)?)))).await
}

/// A rehearsal of a bag on a quarter of its sheet: every fold, nothing put on. Nothing if such a scrap is too small for it.
#[utoipa::path(post, path = "/api/rehearsal", request_body = BriefText, responses(
    (status = 200, body = Option<RehearsalView>),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn rehearse(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Option<RehearsalView>>, Problem> {
    dear.run(Work::Bags, move |_| {
        let brief = Brief::try_from(&text)?;
        brief.check().map_err(FormatFault::from)?;
        Ok(Json(rehearsal(&brief).map(|plan| RehearsalView::new(&plan))))
    })
    .await
}

/// The bag on its way from the unrolled pieces to the open bag.
#[utoipa::path(post, path = "/api/fold", request_body = BriefText, responses(
    (status = 200, body = FoldView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn fold(Body(text): Body<BriefText>) -> Result<Json<FoldView>, Problem> {
    Ok(Json(FoldView::new(&planned(&text)?)))
}

/// The sizes of sheet that are sold everywhere.
#[utoipa::path(get, path = "/api/sheets", responses((status = 200, body = [CommonSheet])))]
pub async fn sheets() -> Json<Vec<CommonSheet>> {
    Json(CommonSheet::all())
}
