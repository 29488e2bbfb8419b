//! Work on a run: ticks, sheets that are cut, pieces that are spoiled, and undo. The shelf follows in the same transaction. What comes
//! twice under one `Save-Key` is done once.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, number, save_key};
use crate::desk::at_work::Runs;
use crate::desk::runs::{found, view};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::rejection::QueryRejection;
use axum::extract::{Query, State};
use axum::http::HeaderMap;
use rusqlite::Transaction;
use std::sync::Arc;
use wide_fold_answers::planned::{KeptLists, Planned};
use wide_fold_answers::run_view::{key, said};
use wide_fold_answers::working::{DoneView, SheetsCutText, SpoiltText, UndoAsked, UndoneView, WorkedText};
use wide_fold_core::counted::Said;
use wide_fold_core::paper::Amount;
use wide_fold_core::progress::Spoil;
use wide_fold_core::work::Task;
use wide_fold_core::{Length, counted};
use wide_fold_kept::papers::papers;
use wide_fold_kept::runs::{self, Event};
use wide_fold_kept::save_key::{SaveKey, Saved, made, remember};
use wide_fold_kept::shape::Shape;
use wide_fold_kept::stock::{put_back, take};
use wide_fold_kept::thing::Kind;
use wide_fold_kept::{Store, StoreError};

/// The run worked out.
async fn planned(store: &Store, dear: &Dear, known: &Runs, id: i64) -> Result<(i64, Arc<Planned>), Problem> {
    let kept = found(store, id).await?;
    let revision = kept.revision;
    if let Some(planned) = known.known(id, revision) {
        return Ok((revision, planned));
    }
    let runs = known.clone();
    let planned = dear.run(Work::Runs, move |_| Ok(runs.work_out(id, revision, &kept.text)?)).await?;
    Ok((revision, planned))
}

/// Refuses what was meant for another revision.
fn still(transaction: &Transaction<'_>, id: i64, revision: i64) -> Result<(), StoreError> {
    let kept = Kind::Run.find(transaction, id)?;
    if kept.deleted {
        return Err(StoreError::NoSuch(Kind::Run.name()));
    }
    if kept.revision == revision { Ok(()) } else { Err(Kind::Run.outdated(transaction, &kept)?) }
}

/// True if what comes under that key was done before: only the answer was lost.
fn is_done(transaction: &Transaction<'_>, key: Option<&SaveKey>) -> Result<bool, StoreError> {
    Ok(key.map(|key| made(transaction, key)).transpose()?.flatten().is_some())
}

/// Remembers that something was done on a run under that key.
fn done_under(transaction: &Transaction<'_>, key: Option<&SaveKey>, run: i64) -> Result<(), StoreError> {
    let Some(key) = key else { return Ok(()) };
    let revision = runs::last(transaction, run)?;
    remember(transaction, key, &Saved { what: Event::NAME.to_owned(), id: run, revision })
}

/// The task of that name.
fn task<'a>(planned: &'a Planned, line: u32, wanted: &str) -> Result<&'a Task, StoreError> {
    let place = planned.place(line);
    let own = |task: &&Task| Some(task.line) == place && key(task) == wanted;
    let mut tasks = planned.work.batches.iter().flat_map(|batch| &batch.tasks);
    tasks.find(own).ok_or(StoreError::NoSuch("work on this run"))
}

/// Say how often some work has been done.
#[utoipa::path(put, path = "/api/runs/{id}/ticks", params(("id" = i64, Path), ("Save-Key" = Option<String>, Header)), request_body = WorkedText, responses(
    (status = 200, body = DoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "More than is cut by now.", body = Problem, content_type = "application/problem+json")
))]
pub async fn tick_work(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<WorkedText>,
) -> Result<Json<DoneView>, Problem> {
    let (id, key) = (number(Kind::Run, id)?, save_key(&headers)?);
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let done = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            let task = task(&planned, text.line, &text.key)?;
            let events = runs::events(transaction, id)?;
            let progress = planned.progress(&events);
            if is_done(transaction, key.as_ref())? {
                return Ok(DoneView {
                    done: progress.done(task),
                    of: progress.of(&planned.lines, &planned.work, task),
                });
            }
            let said = Said { done: text.done, seen: text.seen };
            let (by, of) = counted::ticked(&progress, &planned.lines, &planned.work, task, said)?;
            if by != 0 {
                let event = Event::Tick { line: text.line, keys: task.keys.clone(), by };
                runs::add(transaction, id, &event)?;
            }
            done_under(transaction, key.as_ref(), id)?;
            Ok(DoneView { done: text.done, of })
        })
        .await?;
    Ok(Json(done))
}

/// The sheets as they are laid out; refused if they have to be laid out anew.
fn standing(
    transaction: &Transaction<'_>,
    id: i64,
    planned: &Planned,
    known: &Runs,
) -> Result<Arc<KeptLists>, StoreError> {
    let papers = papers(transaction)?;
    let text = runs::lists(transaction, id)?;
    known.standing(id, text, &planned.signature(&papers)).ok_or(StoreError::LaidAnew { since: false })
}

fn needs(transaction: &Transaction<'_>, id: i64, lists: &KeptLists) -> Result<(), StoreError> {
    let events = runs::events(transaction, id)?;
    runs::need(transaction, id, &lists.needs(&events))
}

/// Say how many sheets of a lot are cut; the shelf follows.
#[utoipa::path(put, path = "/api/runs/{id}/cuts", params(("id" = i64, Path), ("Save-Key" = Option<String>, Header)), request_body = SheetsCutText, responses(
    (status = 200, body = DoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "The shelf has too little.", body = Problem, content_type = "application/problem+json")
))]
pub async fn cut_sheets(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<SheetsCutText>,
) -> Result<Json<DoneView>, Problem> {
    let (id, key) = (number(Kind::Run, id)?, save_key(&headers)?);
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let done = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            if is_done(transaction, key.as_ref())? {
                return Ok(DoneView { done: text.done, of: text.done });
            }
            let lists = standing(transaction, id, &planned, &known)?;
            if text.laid.is_some_and(|laid| laid != lists.at) {
                return Err(StoreError::LaidAnew { since: true });
            }
            let list = lists.lists.get(text.list).ok_or(StoreError::NoSuch("list of sheets"))?;
            let lot = list.lots.get(text.lot).ok_or(StoreError::NoSuch("sheet to cut"))?;
            let events = runs::events(transaction, id)?;
            let at = (text.list, text.lot);
            let now = lists.cut(&events, at);
            let by = counted::cut(now, lot.times, Said { done: text.done, seen: text.seen })?;
            let one = Amount { sheets: lot.sheets, length: Length::from_nm(lot.length_nm) };
            let holds = lot.holds.clone();
            if by > 0 {
                let taken = list
                    .paper
                    .map(|paper| take(transaction, paper, one, text.done - now, planned.unit()))
                    .transpose()?;
                runs::add(transaction, id, &Event::Cut { lot: at, times: by, holds, taken })?;
            } else if by < 0 {
                // What was taken last of it goes back first.
                let since = events.iter().rev().filter(|(id, _)| *id > lists.at);
                let last = since.map(|(_, event)| event).find_map(|event| match event {
                    Event::Cut { lot, times, taken, .. } if *lot == at && *times > 0 => Some(taken.clone()),
                    _ => None,
                });
                let taken = last.flatten();
                if let Some(taken) = &taken {
                    put_back(transaction, taken, now - text.done)?;
                }
                runs::add(transaction, id, &Event::Cut { lot: at, times: by, holds, taken })?;
            }
            needs(transaction, id, &lists)?;
            done_under(transaction, key.as_ref(), id)?;
            Ok(DoneView { done: text.done, of: lot.times })
        })
        .await?;
    Ok(Json(done))
}

/// Say that a piece, or a whole bag, was spoiled: it is planned again.
#[utoipa::path(post, path = "/api/runs/{id}/spoils", params(("id" = i64, Path), ("Save-Key" = Option<String>, Header)), request_body = SpoiltText, responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "There is none.", body = Problem, content_type = "application/problem+json")
))]
pub async fn spoil_piece(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    headers: HeaderMap,
    Body(text): Body<SpoiltText>,
) -> Result<axum::http::StatusCode, Problem> {
    let (id, key) = (number(Kind::Run, id)?, save_key(&headers)?);
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            if is_done(transaction, key.as_ref())? {
                return Ok(());
            }
            if text.revision.is_some_and(|seen| seen != revision) {
                return Err(StoreError::LookedAtBefore);
            }
            let place = planned.place(text.line).ok_or(StoreError::NoSuch("line of this run"))?;
            let events = runs::events(transaction, id)?;
            let progress = planned.progress(&events);
            let at = text.key.as_ref().map(|key| task(&planned, text.line, key)).transpose()?;
            let (lines, work) = (&planned.lines, &planned.work);
            let Spoil { at, counted, .. } = counted::spoiled(&progress, lines, work, place, text.part, at)?;
            runs::add(transaction, id, &Event::Spoil { line: text.line, part: text.part, at, counted })?;
            done_under(transaction, key.as_ref(), id)?;
            // What is spoiled has to be cut again: the rest is laid out anew with it.
            runs::lay(transaction, id, None, &[])
        })
        .await?;
    drop(view(&store, &dear, &known, id).await);
    Ok(axum::http::StatusCode::NO_CONTENT)
}

/// Undo what was done last; the shelf follows.
#[utoipa::path(post, path = "/api/runs/{id}/undo", params(("id" = i64, Path), UndoAsked, ("Save-Key" = Option<String>, Header)), responses(
    (status = 200, body = UndoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "There is nothing to undo.", body = Problem, content_type = "application/problem+json")
))]
pub async fn undo_work(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    asked: Result<Query<UndoAsked>, QueryRejection>,
    headers: HeaderMap,
) -> Result<Json<UndoneView>, Problem> {
    let (id, key) = (number(Kind::Run, id)?, save_key(&headers)?);
    let Query(UndoAsked { of }) =
        asked.map_err(|_| Problem::at("of", "What is undone is told by the number the run gives it."))?;
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let undone = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            if is_done(transaction, key.as_ref())? {
                return Ok(UndoneView { says: "what was done last".to_owned() });
            }
            let events = runs::events(transaction, id)?;
            let Some((number, event)) = events.last() else {
                return Err(StoreError::NothingDone);
            };
            if of.is_some_and(|of| of != *number) {
                return Err(StoreError::LookedAtBefore);
            }
            if let Event::Cut { times, taken: Some(taken), .. } = event {
                let count = u32::try_from(times.unsigned_abs()).unwrap_or(u32::MAX);
                if *times > 0 {
                    put_back(transaction, taken, count)?;
                } else {
                    let one = Amount { sheets: taken.sheets, length: Length::from_nm(taken.length_nm) };
                    take(transaction, taken.paper, one, count, planned.unit())?;
                }
            }
            runs::take_out(transaction, *number)?;
            let text = runs::lists(transaction, id)?;
            let lists = text.and_then(|text| KeptLists::read(&text));
            match lists.filter(|lists| *number > lists.at && !matches!(event, Event::Spoil { .. })) {
                Some(lists) => needs(transaction, id, &lists)?,
                // They were laid out when this was done already.
                None if matches!(event, Event::Tick { .. }) => {}
                None => runs::lay(transaction, id, None, &[])?,
            }
            done_under(transaction, key.as_ref(), id)?;
            Ok(UndoneView { says: said(event, &planned) })
        })
        .await?;
    Ok(Json(undone))
}
