//! Bags: list, create, read, change with a revision check, duplicate, delete and bring back.

use crate::desk::address::{Id, bag_number, expected, required, save_key};
use crate::desk::bags::{kept, planned, planned_again, tagged};
use crate::desk::files::attached;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::rejection::QueryRejection;
use axum::extract::{Query, State};
use axum::http::{HeaderMap, HeaderValue, StatusCode, header};
use axum::response::Response;
use jiff::Timestamp;
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_answers::bag::{BagDraft, BagSummary, BagView, BagsPage, SlipView};
use wide_fold_core::text::fit_to_print;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::BriefText;
use wide_fold_formats::catalogue::{Media, file_name};
use wide_fold_formats::project::LONGEST_NAME;
use wide_fold_kept::bags::{self, Bag, Change, Content, Cursor, Listed, Summary};
use wide_fold_kept::hand_rules::HandRules;
use wide_fold_kept::save_key::remember;
use wide_fold_kept::{Store, settings};

/// Bags on a page of the list, if nothing is said.
const PAGE: u32 = 60;

/// Which page of the list.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct PageQuery {
    /// Where the page begins: `next` of the one before it.
    after: Option<String>,
    /// How many bags at most; 60 if left out.
    #[param(minimum = 1, maximum = 200)]
    most: Option<u32>,
}

/// A page of the list of bags, the last changed first.
#[utoipa::path(get, path = "/api/bags", params(PageQuery), responses((status = 200, body = BagsPage)))]
pub async fn list(
    State(store): State<Store>,
    query: Result<Query<PageQuery>, QueryRejection>,
) -> Result<Json<BagsPage>, Problem> {
    let unknown = || Problem::new(StatusCode::BAD_REQUEST, "page", "There is no such page of the list.");
    let Query(PageQuery { after, most }) = query.map_err(|_| unknown())?;
    let most = most.unwrap_or(PAGE);
    if !(1..=200).contains(&most) {
        return Err(unknown());
    }
    let after = match &after {
        None => None,
        Some(text) => {
            let (id, updated_at) = text.split_once('@').ok_or_else(unknown)?;
            Some(Cursor { id: id.parse().map_err(|_| unknown())?, updated_at: updated_at.to_owned() })
        }
    };
    let (listed, next, total) = store
        .read(move |connection| {
            let (listed, next) = bags::page(connection, after.as_ref(), most)?;
            Ok((listed, next, bags::count(connection)?))
        })
        .await?;
    let (page, made) = tokio::task::spawn_blocking(move || summarised(&listed))
        .await
        .map_err(|error| Problem::ours(&error))??;
    if !made.is_empty() {
        // Whether it can be kept or not, the list is right.
        drop(store.write(move |transaction| bags::show(transaction, &made)).await);
    }
    let next = next.map(|Cursor { updated_at, id }| format!("{id}@{updated_at}"));
    Ok(Json(BagsPage { bags: page, next, total }))
}

/// What was made anew for a bag's slip: its number, the revision it was made of, and the slip.
type Made = (i64, i64, Summary);

/// The page, and what was made anew for it.
fn summarised(listed: &[Listed]) -> Result<(Vec<BagSummary>, Vec<Made>), Problem> {
    let mut made = Vec::new();
    let mut page = Vec::new();
    for one in listed {
        let (summary, new) = BagSummary::new(one).map_err(|error| Problem::ours(&error))?;
        made.extend(new.map(|new| (one.bag.id, one.bag.revision, new)));
        page.push(summary);
    }
    Ok((page, made))
}

/// Save a new bag.
#[utoipa::path(post, path = "/api/bags", request_body = BagDraft, responses(
    (status = 201, body = BagView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn create(State(store): State<Store>, Body(draft): Body<BagDraft>) -> Result<Response, Problem> {
    let draft = handed(&store, draft).await?;
    let content = checked(draft)?;
    let bag = store.write(move |transaction| bags::create(transaction, &content, Timestamp::now())).await?;
    created(&bag)
}

/// One bag.
#[utoipa::path(get, path = "/api/bags/{id}", params(("id" = i64, Path)), responses(
    (status = 200, body = BagView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn read(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    tagged(StatusCode::OK, &kept(&store, id).await?)
}

/// Change a bag. `If-Match` carries the revision it was read at, `Save-Key` a key of this save alone.
#[utoipa::path(put, path = "/api/bags/{id}",
    params(("id" = i64, Path), ("If-Match" = String, Header), ("Save-Key" = Option<String>, Header)),
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
    let id = bag_number(id)?;
    let expected = required("bag", &headers)?;
    let (change, key) = (Change::Content(checked(draft)?), save_key(&headers)?);
    let bag = store
        .write(move |transaction| {
            let bag = bags::change(transaction, id, Some(&expected), &change, Timestamp::now())?;
            key.iter().try_for_each(|key| remember(transaction, key, &bag.saved()))?;
            Ok(bag)
        })
        .await?;
    tagged(StatusCode::OK, &bag)
}

/// Delete a bag; it can be brought back.
#[utoipa::path(delete, path = "/api/bags/{id}", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn delete(State(store): State<Store>, id: Id, headers: HeaderMap) -> Result<StatusCode, Problem> {
    let (id, expected) = (bag_number(id)?, expected(&headers)?);
    store
        .write(move |transaction| {
            bags::change(transaction, id, expected.as_ref(), &Change::Delete, Timestamp::now())
        })
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a deleted bag back.
#[utoipa::path(post, path = "/api/bags/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    let id = bag_number(id)?;
    store
        .write(move |transaction| bags::change(transaction, id, None, &Change::Restore, Timestamp::now()))
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Save a copy of a bag.
#[utoipa::path(post, path = "/api/bags/{id}/duplicate", params(("id" = i64, Path)), responses(
    (status = 201, body = BagView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn duplicate(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let original = kept(&store, id).await?;
    let name: String = format!("Copy of {}", original.name).chars().take(LONGEST_NAME).collect();
    let content = content(name, &planned_again(&original)?)?;
    let bag = store.write(move |transaction| bags::create(transaction, &content, Timestamp::now())).await?;
    created(&bag)
}

/// What is kept of a bag, as it stands: to take along one that cannot be read.
#[utoipa::path(get, path = "/api/bags/{id}/kept", params(("id" = i64, Path)), responses(
    (status = 200, body = String, content_type = "application/json"),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn kept_text(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let bag = kept(&store, id).await?;
    attached(bag.brief, &format!("{}.json", file_name(&bag.name)), Media::Json)
}

/// A bag of that name as it is saved: its brief written out in full, and what the list shows of it.
fn content(name: String, plan: &Plan) -> Result<Content, Problem> {
    let ours = |error: serde_json::Error| Problem::ours(&error);
    let brief = serde_json::to_string(&BriefText::from(&plan.brief)).map_err(ours)?;
    Ok(Content { name, brief, summary: SlipView::new(plan).kept().map_err(ours)? })
}

/// A problem with a brief, where the brief is part of a bag.
fn in_brief(problem: impl Into<Problem>) -> Problem {
    let problem: Problem = problem.into();
    Problem { field: problem.field.map(|field| format!("brief.{field}")), ..problem }
}

/// A new bag takes what is taken off for the crafter's hands, unless its brief says something of them.
async fn handed(store: &Store, mut draft: BagDraft) -> Result<BagDraft, Problem> {
    if draft.brief.hand.is_none() {
        let taken = store.read(settings::holds::<HandRules>).await?;
        let brief = Brief::try_from(&draft.brief).map_err(in_brief)?;
        draft.brief.hand = Some(taken.on(&brief).hand.into());
    }
    Ok(draft)
}

/// A name and a brief that are fit to be saved.
fn checked(draft: BagDraft) -> Result<Content, Problem> {
    let plan = planned(&draft.brief).map_err(in_brief)?;
    // A tab or a line break that was pasted is a space.
    let name: String = draft.name.trim().chars().map(|c| if c.is_whitespace() { ' ' } else { c }).collect();
    let fault = |detail: String| {
        let problem = Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "name", detail);
        Problem { field: Some("name".to_owned()), ..problem }
    };
    if name.chars().count() > LONGEST_NAME {
        return Err(fault(format!("The name is too long; {LONGEST_NAME} characters are the most.")));
    }
    if !fit_to_print(&name) {
        return Err(fault("The name holds a character that cannot be written.".to_owned()));
    }
    content(if name.is_empty() { "New bag".to_owned() } else { name }, &plan)
}

fn created(bag: &Bag) -> Result<Response, Problem> {
    let mut response = tagged(StatusCode::CREATED, bag)?;
    let place =
        HeaderValue::from_str(&format!("/api/bags/{}", bag.id)).map_err(|error| Problem::ours(&error))?;
    response.headers_mut().insert(header::LOCATION, place);
    Ok(response)
}
