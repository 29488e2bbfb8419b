//! The journal: bags that were made and measured, their pictures, and what they teach.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, Save, changed, expected, number, saved};
use crate::desk::clock::today;
use crate::desk::on_disk::Upload;
use crate::desk::pictures::anew;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use wide_fold_answers::journal::{EntryKept, JournalView};
use wide_fold_kept::entry::EntryText;
use wide_fold_kept::hand_rules::HandRules;
use wide_fold_kept::papers::read_paper;
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::{Change, Kind};
use wide_fold_kept::{Store, bags, journal, settings, versions};

/// A picture is sent in at most so many bytes.
const LARGEST: u64 = 24 * 1024 * 1024;

/// Everything that was measured, and what it teaches.
#[utoipa::path(get, path = "/api/journal", responses((status = 200, body = JournalView)))]
pub async fn read_journal(State(store): State<Store>) -> Result<Json<JournalView>, Problem> {
    let view = store
        .read(|connection| {
            let hand_rules = settings::holds::<HandRules>(connection)?;
            Ok(JournalView::new(&Kind::Entry.list(connection)?, &journal::pictured(connection)?, &hand_rules))
        })
        .await?;
    Ok(Json(view))
}

/// An entry as JSON, with what was planned of its bag.
async fn checked(store: &Store, text: EntryText) -> Result<(String, bags::Bag), Problem> {
    let (bag, paper) = store
        .read(move |connection| {
            let bag = bags::find(connection, text.bag)?;
            let paper = text.paper.map(|paper| Kind::Paper.find(connection, paper)).transpose()?;
            Ok(((bag, text), paper))
        })
        .await?;
    let (bag, text) = bag;
    if bag.deleted {
        return Err(Problem::not_found("bag"));
    }
    let paper = paper.and_then(|kept| read_paper(&kept.text).ok()).map(|paper| paper.name);
    let made = bag.clone();
    let entry = tokio::task::spawn_blocking(move || text.read(&bag, paper, today()))
        .await
        .map_err(|error| Problem::ours(&error))??;
    Ok((entry.written()?, made))
}

/// Put a made bag into the journal.
#[utoipa::path(post, path = "/api/journal", request_body = EntryText, responses(
    (status = 201, body = EntryKept),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn add_entry(State(store): State<Store>, Body(text): Body<EntryText>) -> Result<Response, Problem> {
    let (json, made) = checked(&store, text).await?;
    let added = store
        .write(move |transaction| {
            // What was made is a version, to be gone back to.
            versions::keep(transaction, made.id, &made.version())?;
            Kind::Entry.add(transaction, &[json])
        })
        .await?;
    let kept = added.first().ok_or_else(|| Problem::not_found("entry"))?;
    Ok((StatusCode::CREATED, Json(EntryKept { id: kept.id, revision: kept.revision })).into_response())
}

/// Change an entry. `If-Match` carries the revision it was read at.
#[utoipa::path(put, path = "/api/journal/{id}", 
    params(("id" = i64, Path), ("If-Match" = String, Header), ("Save-Key" = Option<String>, Header)),
    request_body = EntryText, responses(
    (status = 200, body = EntryKept),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json"),
    (status = 428, body = Problem, content_type = "application/problem+json")
))]
pub async fn change_entry(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<EntryText>,
) -> Result<Json<EntryKept>, Problem> {
    let save = Save::of(Kind::Entry, id, &headers)?;
    let kept = saved(&store, save, checked(&store, text).await?.0).await?;
    Ok(Json(EntryKept { id: kept.id, revision: kept.revision }))
}

/// Take an entry out; it can be brought back.
#[utoipa::path(delete, path = "/api/journal/{id}",
    params(("id" = i64, Path), ("If-Match" = Option<String>, Header)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_entry(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Entry, number(Kind::Entry, id)?, expected(&headers)?, Change::Delete).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring an entry back.
#[utoipa::path(post, path = "/api/journal/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_entry_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Entry, number(Kind::Entry, id)?, None, Change::Restore).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// The picture of an entry, as JPEG.
#[utoipa::path(get, path = "/api/journal/{id}/picture", params(("id" = i64, Path)), responses(
    (status = 200, description = "The picture.", content_type = "image/jpeg"),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn picture(State(store): State<Store>, id: Id) -> Result<Response, Problem> {
    let id = number(Kind::Entry, id)?;
    let jpeg = store.read(move |connection| journal::picture(connection, id)).await?;
    let jpeg = jpeg.ok_or_else(|| Problem::not_found("picture"))?;
    Ok(([(header::CONTENT_TYPE, "image/jpeg")], jpeg).into_response())
}

/// Put a picture to an entry: JPEG, PNG or WebP. It is made anew, upright and no larger than is shown, and nothing else that the
/// file holds is kept.
#[utoipa::path(put, path = "/api/journal/{id}/picture", params(("id" = i64, Path)),
    request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn set_picture(
    State(store): State<Store>,
    State(dear): State<Dear>,
    id: Id,
    Upload(file): Upload<LARGEST>,
) -> Result<StatusCode, Problem> {
    let id = number(Kind::Entry, id)?;
    let jpeg = dear.run(Work::Pictures, move |budget| anew(&file.bytes()?, budget)).await?;
    store.write(move |transaction| journal::put_picture(transaction, id, Some(&jpeg))).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Take the picture of an entry away.
#[utoipa::path(delete, path = "/api/journal/{id}/picture", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_picture(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    let id = number(Kind::Entry, id)?;
    store.write(move |transaction| journal::put_picture(transaction, id, None)).await?;
    Ok(StatusCode::NO_CONTENT)
}
