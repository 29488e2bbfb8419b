//! Guides that are kept: list, add, change with a revision check, take away and bring back; and what one makes of a sheet.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, Save, changed, expected, number, saved};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode};
use axum::response::{IntoResponse, Response};
use wide_fold_answers::guide::{GuideView, GuidedView, GuidesView};
use wide_fold_core::{Brief, Unit};
use wide_fold_formats::{BriefText, FormatFault, GuideText};
use wide_fold_kept::Store;
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::{Change, Kind};

/// All guides that are kept.
#[utoipa::path(get, path = "/api/guides", responses((status = 200, body = GuidesView)))]
pub async fn list_guides(State(store): State<Store>) -> Result<Json<GuidesView>, Problem> {
    let kept = store.read(|connection| Kind::Guide.list(connection)).await?;
    Ok(Json(GuidesView::new(&kept)))
}

/// Keep a guide.
#[utoipa::path(post, path = "/api/guides", request_body = GuideText, responses(
    (status = 201, body = GuideView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn add_guide(State(store): State<Store>, Body(text): Body<GuideText>) -> Result<Response, Problem> {
    let guide = GuideText::from(&text.read(Unit::Inch)?).written()?;
    let added = store.write(move |transaction| Kind::Guide.add(transaction, &[guide])).await?;
    let view = added.first().map(GuideView::new).ok_or_else(|| Problem::not_found(Kind::Guide.name()))??;
    Ok((StatusCode::CREATED, Json(view)).into_response())
}

/// Change a guide. `If-Match` carries the revision it was read at. Bags that were made with it keep what it was then.
#[utoipa::path(put, path = "/api/guides/{id}", 
    params(("id" = i64, Path), ("If-Match" = String, Header), ("Save-Key" = Option<String>, Header)),
    request_body = GuideText, responses(
    (status = 200, body = GuideView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json"),
    (status = 428, body = Problem, content_type = "application/problem+json")
))]
pub async fn change_guide(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<GuideText>,
) -> Result<Json<GuideView>, Problem> {
    let save = Save::of(Kind::Guide, id, &headers)?;
    let kept = saved(&store, save, GuideText::from(&text.read(Unit::Inch)?).written()?).await?;
    Ok(Json(GuideView::new(&kept)?))
}

/// Take a guide away; it can be brought back. `If-Match` carries the revision it was seen at, if that matters.
#[utoipa::path(delete, path = "/api/guides/{id}",
    params(("id" = i64, Path), ("If-Match" = Option<String>, Header)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_guide(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
) -> Result<StatusCode, Problem> {
    let (id, expected) = (number(Kind::Guide, id)?, expected(&headers)?);
    // One that cannot be read can be taken away all the same.
    changed(&store, Kind::Guide, id, expected, Change::Delete).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a guide back.
#[utoipa::path(post, path = "/api/guides/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_guide_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Guide, number(Kind::Guide, id)?, None, Change::Restore).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// What the guide of a bag makes of the bag's sheet; nothing if the bag has no guide.
#[utoipa::path(post, path = "/api/guided", request_body = BriefText, responses(
    (status = 200, body = Option<GuidedView>),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn makes(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Option<GuidedView>>, Problem> {
    dear.run(Work::Bags, move |_| {
        let brief = Brief::try_from(&text)?;
        brief.check().map_err(FormatFault::from)?;
        Ok(Json(GuidedView::new(&brief)))
    })
    .await
}
