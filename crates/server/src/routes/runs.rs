//! Runs: list, plan, read, change with a revision check, copy, delete and bring back.

use super::bags::{Id, expected};
use super::kept::{changed, number, required};
use crate::dear::Dear;
use crate::problem::{Body, Problem};
use crate::store::journal::ENTRIES;
use crate::store::kept::{Change, Kept, PAPERS};
use crate::store::runs::{self, Event, Need, RUNS};
use crate::store::settings::{self, COSTS};
use crate::store::{Store, bags};
use crate::view::costs::CostsText;
use crate::view::journal::pace;
use crate::view::planned::{KeptLists, Planned, Runs};
use crate::view::run::{KeptRun, RunDraft};
use crate::view::run_change::{Begun, ChangeView, begun};
use crate::view::run_view::{Around, Held, Pace, RunSummary, RunView, RunsView};
use crate::view::shelf::read_kept;
use axum::Json;
use axum::extract::State;
use axum::http::{HeaderMap, HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::ZonedDateTime;
use jiff::civil::Date;
use rusqlite::Connection;
use std::collections::BTreeMap;
use std::sync::Arc;
use wide_fold_core::paper::Paper;
use wide_fold_formats::{BriefText, FormatFault};

/// No more runs are kept.
const MOST_RUNS: usize = 200;

/// The day it is where the crafter is.
pub fn today() -> Date {
    ZonedDateTime::now().date()
}

/// Every run, the next one first; those put away last.
#[utoipa::path(get, path = "/api/runs", responses((status = 200, body = RunsView)))]
pub async fn list_runs(State(store): State<Store>) -> Result<Json<RunsView>, Problem> {
    let kept = store.read(|connection| RUNS.list(connection)).await?;
    let mut view = RunsView { runs: Vec::new(), unreadable: Vec::new() };
    for kept in &kept {
        match KeptRun::read(&kept.text) {
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
    let text = serde_json::to_string(&run).map_err(|error| Problem::ours(&error))?;
    let added = store
        .write(move |transaction| {
            if RUNS.list(transaction)?.len() >= MOST_RUNS {
                let sentence = format!("Up to {MOST_RUNS} runs are kept. Delete one that is done.");
                return Err(crate::store::StoreError::Short(sentence));
            }
            RUNS.add(transaction, &[text])
        })
        .await?;
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
    let view = view(&store, &dear, &known, number(RUNS, id)?).await?;
    tagged(StatusCode::OK, &view)
}

/// Change what is asked for. `If-Match` carries the revision it was read at; what has been done stays done.
#[utoipa::path(put, path = "/api/runs/{id}", params(("id" = i64, Path), ("If-Match" = String, Header)),
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
    let (id, expected) = (number(RUNS, id)?, required(RUNS, &headers)?);
    let kept = found(&store, id).await?;
    let before = KeptRun::read(&kept.text).ok();
    draft.check(before.as_ref(), today())?;
    let Merged { run, at, .. } = merged(&store, &dear, draft, before.clone().map(|run| (id, run))).await?;
    let same = before.is_some_and(|before| before.lines == run.lines);
    let text = serde_json::to_string(&run).map_err(|error| Problem::ours(&error))?;
    store
        .write(move |transaction| {
            let now = jiff::Timestamp::now();
            // What was done meanwhile may have been done on a line that is made otherwise now.
            if !same && runs::last(transaction, id)? != at {
                return Err(crate::store::StoreError::Outdated(RUNS.name));
            }
            RUNS.change(transaction, id, Some(&expected), &Change::Content(text), now)?;
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
    let id = number(RUNS, id)?;
    let kept = found(&store, id).await?;
    let before = KeptRun::read(&kept.text).map_err(|fault| unreadable(&fault))?;
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
    changed(&store, RUNS, number(RUNS, id)?, expected(&headers)?, Change::Delete).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Bring a deleted run back.
#[utoipa::path(post, path = "/api/runs/{id}/restore", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bring_run_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    changed(&store, RUNS, number(RUNS, id)?, None, Change::Restore).await?;
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
    let kept = found(&store, number(RUNS, id)?).await?;
    let run = KeptRun::read(&kept.text)?;
    let name: String =
        format!("Copy of {}", run.name).chars().take(wide_fold_formats::project::LONGEST_NAME).collect();
    // A day that is past is a week from now.
    let week = today().saturating_add(jiff::Span::new().days(7));
    let date =
        if run.date.parse::<Date>().is_ok_and(|date| date >= today()) { run.date } else { week.to_string() };
    add(&store, &dear, &known, KeptRun { name, date, evenings: Vec::new(), archived: false, ..run }).await
}

/// What is said of a run that was kept by another version.
pub(super) fn unreadable(fault: &FormatFault) -> Problem {
    let detail = format!("This run was kept by another version and cannot be read ({}).", fault.sentence);
    Problem::new(StatusCode::CONFLICT, "unreadable", detail)
}

/// A run that is there.
pub(super) async fn found(store: &Store, id: i64) -> Result<Kept, Problem> {
    let kept = store.read(move |connection| RUNS.find(connection, id)).await?;
    if kept.deleted { Err(Problem::not_found("run")) } else { Ok(kept) }
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
            let bags = ids.iter().filter_map(|id| bags::find(connection, *id).ok()).collect::<Vec<_>>();
            let events = known.map_or(Ok(Vec::new()), |id| runs::events(connection, id))?;
            Ok((bags, papers(connection)?, events))
        })
        .await?;
    let at = events.last().map_or(0, |(id, _)| *id);
    let before = before.map(|(_, run)| run);
    dear.run(move |budget| {
        let events: Vec<Event> = events.into_iter().map(|(_, event)| event).collect();
        let begun = before.as_ref().map_or_else(BTreeMap::new, |before| begun(before, &events));
        let run = draft.merged(before.as_ref(), &bags, &papers, &begun, budget)?;
        Ok(Merged { run, begun, at })
    })
    .await
}

/// The papers on the shelf that can be read, by their numbers.
pub fn papers(connection: &Connection) -> Result<Vec<(i64, Paper)>, crate::store::StoreError> {
    let kept = PAPERS.list(connection)?;
    Ok(kept.iter().filter_map(|kept| Some((kept.id, read_kept(&kept.text).ok()?))).collect())
}

/// All that is known of a run, from one state of the database.
pub(super) struct Loaded {
    pub kept: Kept,
    lists: Option<String>,
    pub events: Vec<(i64, Event)>,
    pub papers: Vec<(i64, Paper)>,
    pub held: Vec<Held>,
    bags: Vec<bags::Bag>,
    costs: CostsText,
    pace: Pace,
}

impl Loaded {
    pub fn read(connection: &Connection, id: i64) -> Result<Self, crate::store::StoreError> {
        let kept = RUNS.find(connection, id)?;
        if kept.deleted {
            return Err(crate::store::StoreError::NoSuch(RUNS.name));
        }
        let run = KeptRun::read(&kept.text).ok();
        let ids: Vec<i64> = run.iter().flat_map(|run| &run.lines).map(|line| line.bag).collect();
        Ok(Self {
            lists: runs::lists(connection, id)?,
            events: runs::events(connection, id)?,
            papers: papers(connection)?,
            held: run.map_or(Ok(Vec::new()), |run| held_beside(connection, &run.date, id))?,
            bags: ids.iter().filter_map(|id| bags::find(connection, *id).ok()).collect(),
            pace: pace(&ENTRIES.list(connection)?),
            costs: settings::find(connection, COSTS)?
                .and_then(|kept| serde_json::from_str(&kept).ok())
                .unwrap_or_default(),
            kept,
        })
    }

    /// Lines whose bag is another one now.
    fn changed(&self, planned: &Planned) -> Vec<u32> {
        let is_other = |line: &&crate::view::run::KeptLine| {
            let bag = self.bags.iter().find(|bag| bag.id == line.bag && !bag.deleted);
            let now = bag.and_then(|bag| bag.brief().ok());
            now.is_some_and(|now| BriefText::from(&now) != line.drafted)
        };
        planned.run.lines.iter().filter(is_other).map(|line| line.line).collect()
    }

    fn view(&self, planned: &Planned, lists: &KeptLists) -> RunView {
        let around = Around {
            papers: &self.papers,
            held: &self.held,
            changed: &self.changed(planned),
            costs: &self.costs,
            pace: &self.pace,
            today: today(),
        };
        RunView::new(self.kept.id, self.kept.revision, planned, lists, &self.events, &around)
    }
}

/// What all runs hold of the shelf.
pub(super) fn held(connection: &Connection) -> Result<Vec<Need>, crate::store::StoreError> {
    let all = held_beside(connection, "", i64::MIN)?;
    Ok(all.into_iter().flat_map(|held| held.needs).collect())
}

/// What the runs beside one hold of the shelf, the next one first: by their day, on one day by their number.
pub(super) fn held_beside(
    connection: &Connection,
    date: &str,
    own: i64,
) -> Result<Vec<Held>, crate::store::StoreError> {
    let all = runs::needs(connection)?.into_iter().filter(|(id, _, _)| *id != own);
    let holds = |(id, text, needs): (i64, String, Vec<Need>)| {
        let run = KeptRun::read(&text).ok().filter(|run| run.holds && !run.archived)?;
        let is_first = (run.date.as_str(), id) < (date, own);
        Some((id, Held { name: run.name, date: run.date, is_first, needs }))
    };
    let mut found: Vec<(i64, Held)> = all.filter_map(holds).collect();
    found.sort_by(|(a, one), (b, other)| (&one.date, a).cmp(&(&other.date, b)));
    Ok(found.into_iter().map(|(_, held)| held).collect())
}

/// A run with all that follows from it; laid out anew if it has to be.
pub(super) async fn view(store: &Store, dear: &Dear, known: &Runs, id: i64) -> Result<RunView, Problem> {
    let loaded = Arc::new(store.read(move |connection| Loaded::read(connection, id)).await?);
    let revision = loaded.kept.revision;
    if let Some(planned) = known.known(id, revision) {
        let own = loaded.clone();
        let runs = known.clone();
        let standing = tokio::task::spawn_blocking(move || {
            let lists = runs.standing(id, own.lists.clone(), &planned.signature(&own.papers))?;
            Some(own.view(&planned, &lists))
        });
        if let Some(view) = standing.await.map_err(|error| Problem::ours(&error))? {
            return Ok(view);
        }
    }
    let (own, runs) = (loaded.clone(), known.clone());
    let (view, laid) = dear
        .run(move |budget| {
            let planned = runs.work_out(id, revision, &own.kept.text).map_err(|fault| unreadable(&fault))?;
            let signature = planned.signature(&own.papers);
            if let Some(lists) = runs.standing(id, own.lists.clone(), &signature) {
                return Ok((own.view(&planned, &lists), None));
            }
            let progress = planned.progress(&own.events);
            let at = own.events.last().map_or(0, |(id, _)| *id);
            let lists = planned.lists(&progress, &own.papers, at, budget);
            let text = serde_json::to_string(&lists).map_err(|error| Problem::ours(&error))?;
            let needs = lists.needs(&own.events);
            Ok((own.view(&planned, &lists), Some((text, needs, at))))
        })
        .await?;
    if let Some((text, needs, at)) = laid {
        // Whether it can be kept or not, what is answered is right.
        let kept = store
            .write(move |transaction| {
                // Whoever changed it meanwhile has it laid out anew.
                let last = runs::last(transaction, id)?;
                if RUNS.find(transaction, id)?.revision == revision && last == at {
                    runs::lay(transaction, id, Some(&text), &needs)?;
                }
                Ok(())
            })
            .await;
        if let Err(error) = kept {
            tracing::warn!(%error, "the sheets of a run could not be kept as they are laid out");
        }
    }
    Ok(view)
}

fn tagged(status: StatusCode, view: &RunView) -> Result<Response, Problem> {
    let mut response = (status, Json(view)).into_response();
    let tag =
        HeaderValue::from_str(&format!("\"{}\"", view.revision)).map_err(|error| Problem::ours(&error))?;
    response.headers_mut().insert(header::ETAG, tag);
    Ok(response)
}
