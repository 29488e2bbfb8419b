//! Runs: list, plan, read, change with a revision check, copy, delete and bring back.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, changed, expected, number, required, save_key};
use crate::desk::at_work::Runs;
use crate::desk::clock::today;
use crate::desk::runs::{found, view};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use axum::http::{HeaderMap, HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::civil::Date;
use std::collections::BTreeMap;
use wide_fold_answers::begun::{Begun, begun};
use wide_fold_answers::run::RunDraft;
use wide_fold_answers::run_change::ChangeView;
use wide_fold_answers::run_view::{RunSummary, RunView, RunsView};
use wide_fold_kept::papers::papers;
use wide_fold_kept::run::KeptRun;
use wide_fold_kept::runs::{self, Event};
use wide_fold_kept::save_key::remember;
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::{Change, Kind};
use wide_fold_kept::{Store, bags};

/// Every run, the next one first; those put away last.
#[utoipa::path(get, path = "/api/runs", responses((status = 200, body = RunsView)))]
pub async fn list_runs(State(store): State<Store>) -> Result<Json<RunsView>, Problem> {
    let kept = store.read(|connection| Kind::Run.list(connection)).await?;
    let mut view = RunsView { runs: Vec::new(), unreadable: Vec::new() };
    for kept in &kept {
        match KeptRun::from_kept(&kept.text) {
            Ok(run) => view.runs.push(RunSummary::new(kept.id, kept.revision, &run, today())),
            Err(_) => view.unreadable.push(kept.id),
        }
    }
    view.runs.sort_by(|one, other| {
        (one.archived, &one.date, one.id).cmp(&(other.archived, &other.date, other.id))
    });
    Ok(Json(view))
}

/// Plan a new run.
#[utoipa::path(post, path = "/api/runs", request_body = RunDraft, responses(
    (status = 201, body = RunView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn add_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    Body(draft): Body<RunDraft>,
) -> Result<Response, Problem> {
    draft.check(None, today())?;
    let run = merged(&store, &dear, draft, None).await?.run;
    add(&store, &dear, &known, run).await
}

async fn add(store: &Store, dear: &Dear, known: &Runs, run: KeptRun) -> Result<Response, Problem> {
    let text = run.written()?;
    let added = store.write(move |transaction| Kind::Run.add(transaction, &[text])).await?;
    let id = added.first().ok_or_else(|| Problem::not_found("run"))?.id;
    let view = view(store, dear, known, id).await?;
    tagged(StatusCode::CREATED, &view)
}

/// One run, with all that follows from it.
#[utoipa::path(get, path = "/api/runs/{id}", params(("id" = i64, Path)), responses(
    (status = 200, body = RunView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn read_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
) -> Result<Response, Problem> {
    let view = view(&store, &dear, &known, number(Kind::Run, id)?).await?;
    tagged(StatusCode::OK, &view)
}

/// Change what is asked for. `If-Match` carries the revision it was read at, `Save-Key` a key of this save alone; what has been done
/// stays done.
#[utoipa::path(put, path = "/api/runs/{id}",
    params(("id" = i64, Path), ("If-Match" = String, Header), ("Save-Key" = Option<String>, Header)),
    request_body = RunDraft, responses(
    (status = 200, body = RunView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json"),
    (status = 428, body = Problem, content_type = "application/problem+json")
))]
pub async fn change_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    headers: HeaderMap,
    Body(draft): Body<RunDraft>,
) -> Result<Response, Problem> {
    let (id, expected) = (number(Kind::Run, id)?, required(Kind::Run.name(), &headers)?);
    let kept = found(&store, id).await?;
    let before = KeptRun::from_kept(&kept.text).ok();
    draft.check(before.as_ref(), today())?;
    let Merged { run, at, .. } = merged(&store, &dear, draft, before.clone().map(|run| (id, run))).await?;
    let key = save_key(&headers)?;
    let same = before.is_some_and(|before| before.lines == run.lines);
    let text = run.written()?;
    store
        .write(move |transaction| {
            let now = jiff::Timestamp::now();
            // What was done meanwhile may have been done on a line that is made otherwise now.
            if !same && runs::last(transaction, id)? != at {
                return Err(wide_fold_kept::StoreError::Outdated(Kind::Run.name(), None));
            }
            let kept = Kind::Run.change(transaction, id, Some(&expected), &Change::Content(text), now)?;
            key.iter().try_for_each(|key| remember(transaction, key, &Kind::Run.saved(&kept)))?;
            if !same {
                runs::lay(transaction, id, None, &[])?;
            }
            Ok(())
        })
        .await?;
    let view = view(&store, &dear, &known, id).await?;
    tagged(StatusCode::OK, &view)
}

/// What a change of a run would do to what is done on it: said before anything is changed.
#[utoipa::path(post, path = "/api/runs/{id}/changing", params(("id" = i64, Path)), request_body = RunDraft, responses(
    (status = 200, body = [ChangeView]),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn changing_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    id: Id,
    Body(draft): Body<RunDraft>,
) -> Result<Json<Vec<ChangeView>>, Problem> {
    let id = number(Kind::Run, id)?;
    let kept = found(&store, id).await?;
    let before = KeptRun::from_kept(&kept.text)?;
    draft.check(Some(&before), today())?;
    let merged = merged(&store, &dear, draft.clone(), Some((id, before.clone()))).await?;
    Ok(Json(ChangeView::all(&draft, &before, &merged.run, &merged.begun)))
}

/// Delete a run; it can be brought back. Paper that was cut for it stays cut.
#[utoipa::path(delete, path = "/api/runs/{id}",
    params(("id" = i64, Path), ("If-Match" = Option<String>, Header)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 412, body = Problem, content_type = "application/problem+json")
))]
pub async fn take_run(State(store): State<Store>, id: Id, headers: HeaderMap) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Run, number(Kind::Run, id)?, expected(&headers)?, Change::Delete).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a deleted run back.
#[utoipa::path(post, path = "/api/runs/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_run_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    changed(&store, Kind::Run, number(Kind::Run, id)?, None, Change::Restore).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Plan the same run once more: nothing of it is done yet, no evening is planned.
#[utoipa::path(post, path = "/api/runs/{id}/duplicate", params(("id" = i64, Path)), responses(
    (status = 201, body = RunView), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn copy_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
) -> Result<Response, Problem> {
    let kept = found(&store, number(Kind::Run, id)?).await?;
    let run = KeptRun::from_kept(&kept.text)?;
    let name: String =
        format!("Copy of {}", run.name).chars().take(wide_fold_formats::project::LONGEST_NAME).collect();
    // A day that is past is a week from now.
    let week = today().saturating_add(jiff::Span::new().days(7));
    let date =
        if run.date.parse::<Date>().is_ok_and(|date| date >= today()) { run.date } else { week.to_string() };
    add(&store, &dear, &known, KeptRun { name, date, evenings: Vec::new(), archived: false, ..run }).await
}

/// A run as it is kept from now on.
struct Merged {
    run: KeptRun,
    /// What was done on its lines before.
    begun: BTreeMap<u32, Begun>,
    /// The number of the last thing that was done then.
    at: i64,
}

async fn merged(
    store: &Store,
    dear: &Dear,
    draft: RunDraft,
    before: Option<(i64, KeptRun)>,
) -> Result<Merged, Problem> {
    let ids: Vec<i64> = draft.lines.iter().map(|line| line.bag).collect();
    let known = before.as_ref().map(|(id, _)| *id);
    let (bags, papers, events) = store
        .read(move |connection| {
            let bags = bags::found(connection, ids)?;
            let events = known.map_or(Ok(Vec::new()), |id| runs::events(connection, id))?;
            Ok((bags, papers(connection)?, events))
        })
        .await?;
    let at = events.last().map_or(0, |(id, _)| *id);
    let before = before.map(|(_, run)| run);
    dear.run(Work::Runs, move |budget| {
        let events: Vec<Event> = events.into_iter().map(|(_, event)| event).collect();
        let begun = before.as_ref().map_or_else(BTreeMap::new, |before| begun(before, &events));
        let run = draft.merged(before.as_ref(), &bags, &papers, &begun, budget)?;
        Ok(Merged { run, begun, at })
    })
    .await
}

fn tagged(status: StatusCode, view: &RunView) -> Result<Response, Problem> {
    let mut response = (status, Json(view)).into_response();
    let tag =
        HeaderValue::from_str(&format!("\"{}\"", view.revision)).map_err(|error| Problem::ours(&error))?;
    response.headers_mut().insert(header::ETAG, tag);
    Ok(response)
}
