//! Bags: list, create, read, change with a revision check, duplicate, delete and bring back.

use super::plan::planned;
use crate::problem::{Body, Problem};
use crate::store::{self, Bag, Change, Store};
use crate::view::bag::{BagDraft, BagSummary, BagView};
use axum::Json;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, State};
use axum::http::{HeaderMap, HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::Timestamp;
use serde::Deserialize;
use wide_fold_core::Plan;
use wide_fold_formats::{FormatFault, sheet_svg, template_svg};

const LONGEST_NAME: usize = 120;

/// All bags, the last changed first.
#[utoipa::path(get, path = "/api/bags", responses((status = 200, body = [BagSummary])))]
pub async fn list(State(store): State<Store>) -> Result<Json<Vec<BagSummary>>, Problem> {
    let bags = store.run(|connection| store::list(connection)).await?;
    Ok(Json(bags.iter().map(BagSummary::new).collect()))
}

/// Save a new bag.
#[utoipa::path(post, path = "/api/bags", request_body = BagDraft, responses(
    (status = 201, body = BagView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn create(State(store): State<Store>, Body(draft): Body<BagDraft>) -> Result<Response, Problem> {
    let (name, brief) = checked(draft)?;
    let bag = store.run(move |connection| store::create(connection, &name, &brief, Timestamp::now())).await?;
    created(&bag)
}

/// One bag.
#[utoipa::path(get, path = "/api/bags/{id}", params(("id" = i64, Path)), responses(
    (status = 200, body = BagView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn read(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    tagged(StatusCode::OK, &kept(&store, id).await?)
}

/// Change a bag. `If-Match` carries the revision it was read at.
#[utoipa::path(put, path = "/api/bags/{id}", params(("id" = i64, Path), ("If-Match" = String, Header)),
    request_body = BagDraft, responses(
    (status = 200, body = BagView),
    (status = 412, description = "Changed in the meantime; the kept version comes with it.", body = Problem,
        content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json"),
    (status = 428, body = Problem, content_type = "application/problem+json")
))]
pub async fn update(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
    Body(draft): Body<BagDraft>,
) -> Result<Response, Problem> {
    let id = number(id)?;
    let revision = revision(&headers)?.ok_or_else(|| {
        let detail = "Say which revision of the bag this changes, in If-Match.";
        Problem::new(StatusCode::PRECONDITION_REQUIRED, "revision", detail)
    })?;
    let (name, brief) = checked(draft)?;
    let change = Change::Content { name, brief };
    let bag = store
        .run(move |connection| store::change(connection, id, Some(revision), &change, Timestamp::now()))
        .await?;
    tagged(StatusCode::OK, &bag)
}

/// Delete a bag; it can be brought back.
#[utoipa::path(delete, path = "/api/bags/{id}", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn delete(State(store): State<Store>, id: Id, headers: HeaderMap) -> Result<StatusCode, Problem> {
    let (id, revision) = (number(id)?, revision(&headers)?);
    store
        .run(move |connection| store::change(connection, id, revision, &Change::Delete, Timestamp::now()))
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a deleted bag back.
#[utoipa::path(post, path = "/api/bags/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 200, body = BagView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let id = number(id)?;
    let bag = store
        .run(move |connection| store::change(connection, id, None, &Change::Restore, Timestamp::now()))
        .await?;
    tagged(StatusCode::OK, &bag)
}

/// Save a copy of a bag.
#[utoipa::path(post, path = "/api/bags/{id}/duplicate", params(("id" = i64, Path)), responses(
    (status = 201, body = BagView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn duplicate(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let original = kept(&store, id).await?;
    let name: String = format!("Copy of {}", original.name).chars().take(LONGEST_NAME).collect();
    let bag = store
        .run(move |connection| store::create(connection, &name, &original.brief, Timestamp::now()))
        .await?;
    created(&bag)
}

/// Which of a bag's sheets.
#[derive(Deserialize)]
pub struct SheetQuery {
    #[serde(default)]
    sheet: usize,
}

/// A sheet of a bag at 1:1, as SVG in millimetres.
#[utoipa::path(get, path = "/api/bags/{id}/sheet.svg",
    params(("id" = i64, Path), ("sheet" = Option<usize>, Query)), responses(
    (status = 200, body = String, content_type = "image/svg+xml"),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn sheet(
    State(store): State<Store>,
    id: Id,
    query: Result<Query<SheetQuery>, QueryRejection>,
) -> Result<Response, Problem> {
    let bag = kept(&store, id).await?;
    let Query(SheetQuery { sheet }) = query.map_err(|_| Problem::not_found("sheet"))?;
    let plan = Plan::new(&bag.brief()?).map_err(FormatFault::from)?;
    let svg = sheet_svg(&plan, &bag.name, sheet).ok_or_else(|| Problem::not_found("sheet"))?;
    attached(svg, &format!("{}-sheet-{}.svg", file_name(&bag.name), sheet + 1))
}

/// The template of a bag's holes at 1:1, as SVG in millimetres.
#[utoipa::path(get, path = "/api/bags/{id}/template.svg", params(("id" = i64, Path)), responses(
    (status = 200, body = String, content_type = "image/svg+xml"),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn template(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let bag = kept(&store, id).await?;
    let svg = template_svg(&bag.brief()?, &bag.name).ok_or_else(|| Problem::not_found("hole template"))?;
    attached(svg, &format!("{}-holes.svg", file_name(&bag.name)))
}

/// A drawing to keep as a file.
fn attached(svg: String, name: &str) -> Result<Response, Problem> {
    let disposition = format!("attachment; filename=\"{name}\"");
    let headers = [
        (header::CONTENT_TYPE, HeaderValue::from_static("image/svg+xml")),
        (
            header::CONTENT_DISPOSITION,
            HeaderValue::from_str(&disposition).map_err(|error| Problem::ours(&error))?,
        ),
    ];
    Ok((headers, svg).into_response())
}

/// A bag's number from the address, if it is one.
pub(super) type Id = Result<Path<i64>, PathRejection>;

fn number(id: Id) -> Result<i64, Problem> {
    id.map(|Path(id)| id).map_err(|_| Problem::not_found("bag"))
}

async fn kept(store: &Store, id: Id) -> Result<Bag, Problem> {
    let id = number(id)?;
    let bag = store.run(move |connection| store::find(connection, id)).await?;
    if bag.deleted { Err(Problem::not_found("bag")) } else { Ok(bag) }
}

/// A name and a brief that are fit to be saved. The brief is written out in full.
fn checked(draft: BagDraft) -> Result<(String, String), Problem> {
    let plan = planned(&draft.brief).map_err(|problem| Problem {
        field: problem.field.map(|field| format!("brief.{field}")),
        ..problem
    })?;
    let name: String = draft.name.trim().chars().filter(|c| !c.is_control()).collect();
    if name.chars().count() > LONGEST_NAME {
        let detail = format!("The name is too long; {LONGEST_NAME} characters are the most.");
        let problem = Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "name", detail);
        return Err(Problem { field: Some("name".to_owned()), ..problem });
    }
    let name = if name.is_empty() { "New bag".to_owned() } else { name };
    let brief = wide_fold_formats::BriefText::from(&plan.brief);
    Ok((name, serde_json::to_string(&brief).map_err(|error| Problem::ours(&error))?))
}

/// The revision in `If-Match`; nothing if the header is missing or `*`.
pub(super) fn revision(headers: &HeaderMap) -> Result<Option<i64>, Problem> {
    let Some(tag) = headers.get(header::IF_MATCH) else { return Ok(None) };
    let tag = tag.to_str().unwrap_or_default().trim();
    if tag == "*" {
        return Ok(None);
    }
    tag.strip_prefix('"')
        .and_then(|tag| tag.strip_suffix('"'))
        .and_then(|tag| tag.parse().ok())
        .map(Some)
        .ok_or_else(|| {
            Problem::new(
                StatusCode::BAD_REQUEST,
                "revision",
                "If-Match holds no revision of a bag, such as \"3\".",
            )
        })
}

fn tagged(status: StatusCode, bag: &Bag) -> Result<Response, Problem> {
    let tag =
        HeaderValue::from_str(&format!("\"{}\"", bag.revision)).map_err(|error| Problem::ours(&error))?;
    Ok((status, [(header::ETAG, tag)], Json(BagView::new(bag)?)).into_response())
}

fn created(bag: &Bag) -> Result<Response, Problem> {
    let mut response = tagged(StatusCode::CREATED, bag)?;
    let place =
        HeaderValue::from_str(&format!("/api/bags/{}", bag.id)).map_err(|error| Problem::ours(&error))?;
    response.headers_mut().insert(header::LOCATION, place);
    Ok(response)
}

/// A name for a file: ASCII letters and digits, words joined by dashes.
fn file_name(name: &str) -> String {
    let words: Vec<String> = name
        .split(|c: char| !c.is_ascii_alphanumeric())
        .filter(|word| !word.is_empty())
        .map(str::to_lowercase)
        .collect();
    if words.is_empty() { "bag".to_owned() } else { words.join("-").chars().take(60).collect() }
}
