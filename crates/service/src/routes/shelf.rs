//! The paper shelf: list, add, change with a revision check, take off and bring back, CSV in and out.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, Save, changed, expected, number, saved};
use crate::desk::at_work::Runs;
use crate::desk::on_disk::Large;
use crate::desk::runs::{held, mend_needs};
use crate::desk::shelf::readable;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use wide_fold_answers::shelf::{ImportText, ImportView, PaperView, ShelfView};
use wide_fold_core::budget::Budget;
use wide_fold_core::paper::Paper;
use wide_fold_formats::{PaperText, read_shelf, write_shelf};
use wide_fold_kept::Store;
use wide_fold_kept::papers::written_paper;
use wide_fold_kept::thing::{Change, Kind};

/// A file of papers is at most this long, in bytes: enough for a shelf full of them.
const LONGEST_FILE: u64 = 1024 * 1024;

/// All papers on the shelf.
#[utoipa::path(get, path = "/api/shelf", responses((status = 200, body = ShelfView)))]
pub async fn list_papers(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(runs): State<Runs>,
) -> Result<Json<ShelfView>, Problem> {
    mend_needs(&store, &dear, &runs).await?;
    let (kept, held) =
        store.read(|connection| Ok((Kind::Paper.list(connection)?, held(connection)?))).await?;
    Ok(Json(ShelfView::new(&kept, &held)))
}

/// Put a paper on the shelf.
#[utoipa::path(post, path = "/api/shelf", request_body = PaperText, responses(
    (status = 201, body = PaperView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn add_paper(State(store): State<Store>, Body(text): Body<PaperText>) -> Result<Response, Problem> {
    let paper = checked(&text)?;
    let added = store.write(move |transaction| Kind::Paper.add(transaction, &[paper])).await?;
    let view = added.first().map(PaperView::new).ok_or_else(|| Problem::not_found("paper"))??;
    Ok((StatusCode::CREATED, Json(view)).into_response())
}

/// Change a paper. `If-Match` carries the revision it was read at.
#[utoipa::path(put, path = "/api/shelf/{id}", 
    params(("id" = i64, Path), ("If-Match" = String, Header), ("Save-Key" = Option<String>, Header)),
    request_body = PaperText, responses(
    (status = 200, body = PaperView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json"),
    (status = 428, body = Problem, content_type = "application/problem+json")
))]
pub async fn change_paper(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<PaperText>,
) -> Result<Json<PaperView>, Problem> {
    let save = Save::of(Kind::Paper, id, &headers)?;
    let kept = saved(&store, save, checked(&text)?).await?;
    Ok(Json(PaperView::new(&kept)?))
}

/// Take a paper off the shelf; it can be brought back. `If-Match` carries the revision it was seen at, if that matters.
#[utoipa::path(delete, path = "/api/shelf/{id}",
    params(("id" = i64, Path), ("If-Match" = Option<String>, Header)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_paper(
    State(store): State<Store>,
    id: Id,
    headers: HeaderMap,
) -> Result<StatusCode, Problem> {
    let (id, expected) = (number(Kind::Paper, id)?, expected(&headers)?);
    // One that cannot be read can be taken away all the same.
    changed(&store, Kind::Paper, id, expected, Change::Delete).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a paper back onto the shelf.
#[utoipa::path(post, path = "/api/shelf/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_paper_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Paper, number(Kind::Paper, id)?, None, Change::Restore).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// The shelf as CSV.
#[utoipa::path(get, path = "/api/shelf.csv", responses((status = 200, body = String, content_type = "text/csv")))]
pub async fn export_shelf(State(store): State<Store>) -> Result<Response, Problem> {
    let papers = readable(&store).await?;
    let headers = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"shelf.csv\""),
    ];
    Ok((headers, write_shelf(&papers)?).into_response())
}

/// Read a CSV file onto the shelf. If a row is bad nothing is kept, unless the good rows are asked for.
#[utoipa::path(post, path = "/api/shelf/import", request_body = ImportText, responses(
    (status = 200, body = ImportView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn import_shelf(
    State(store): State<Store>,
    State(dear): State<Dear>,
    file: Large<ImportText, LONGEST_FILE>,
) -> Result<Json<ImportView>, Problem> {
    let read = move |_: &Budget<'_>| {
        let text = file.read()?;
        Ok((text.keep_good, read_shelf(&text.csv)))
    };
    let (keep_good, read) = dear.run(Work::Keeping, read).await?;
    let mut kept = 0;
    if read.faults.is_empty() || keep_good {
        let papers = read.papers.iter().map(written_paper).collect::<Result<Vec<_>, _>>()?;
        kept = store.write(move |transaction| Kind::Paper.add(transaction, &papers)).await?.len();
    }
    Ok(Json(ImportView::new(&read, kept)))
}

fn checked(text: &PaperText) -> Result<String, Problem> {
    Ok(written_paper(&Paper::try_from(text)?)?)
}
