//! Work on a run: ticks, sheets that are cut, pieces that are spoiled, and undo. The shelf follows in the same transaction.

use super::bags::Id;
use super::kept::number;
use super::runs::{found, unreadable};
use crate::dear::Dear;
use crate::problem::{Body, Problem};
use crate::stock::{put_back, take};
use crate::store::runs::{self, Event, RUNS};
use crate::store::{Store, StoreError};
use crate::view::planned::{KeptLists, Planned, Runs};
use crate::view::run_view::{key, said};
use axum::Json;
use axum::extract::State;
use rusqlite::Transaction;
use serde::{Deserialize, Serialize};
use std::sync::Arc;
use utoipa::ToSchema;
use wide_fold_core::Length;
use wide_fold_core::line::PartRef;
use wide_fold_core::paper::Taken;
use wide_fold_core::work::Task;

/// How often work has been done.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkedText {
    /// The line's number.
    pub line: u32,
    /// The task's name.
    pub key: String,
    /// How often it is done now.
    pub done: u32,
    /// How often it was done when that was counted: refused if it is another count by now, for somebody else has counted too.
    #[serde(default)]
    pub seen: Option<u32>,
}

/// How many sheets of a pattern are cut.
#[derive(Clone, Copy, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SheetsCutText {
    /// Which list.
    pub list: usize,
    /// Which pattern of it.
    pub pattern: usize,
    /// How many of it are cut now.
    pub done: u32,
    /// How many were cut when that was counted: refused if it is another count by now.
    #[serde(default)]
    pub seen: Option<u32>,
    /// Which laying out of the sheets is meant, as the run says: refused if they have been laid out anew since.
    #[serde(default)]
    pub laid: Option<i64>,
}

/// What was spoiled.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SpoiltText {
    /// The line's number.
    pub line: u32,
    /// The part, by its place in the line's list; left out for a whole bag.
    #[serde(default)]
    pub part: Option<usize>,
    /// The task at which it was; left out if it had only been cut, or for a bag that was made.
    #[serde(default)]
    pub key: Option<String>,
}

/// Refuses a count that rests on another one than there is: two who count at once would lose one of the two.
fn as_seen(seen: Option<u32>, now: u32) -> Result<(), StoreError> {
    match seen {
        Some(seen) if seen != now => refuse(format!(
            "It stood at {seen} when this was counted, and stands at {now} now: somebody else has counted too. Look at it again, and count on from there."
        )),
        _ => Ok(()),
    }
}

/// How far something has come.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct DoneView {
    /// How often it is done,
    pub done: u32,
    /// of how often.
    pub of: u32,
}

/// What was undone.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UndoneView {
    /// `3 × Bud vase ticked`.
    pub says: String,
}

fn refuse<T>(sentence: impl Into<String>) -> Result<T, StoreError> {
    Err(StoreError::Short(sentence.into()))
}

/// The run worked out.
async fn planned(store: &Store, dear: &Dear, known: &Runs, id: i64) -> Result<(i64, Arc<Planned>), Problem> {
    let kept = found(store, id).await?;
    let revision = kept.revision;
    if let Some(planned) = known.known(id, revision) {
        return Ok((revision, planned));
    }
    let runs = known.clone();
    let planned = dear
        .run(move |_| runs.work_out(id, revision, &kept.text).map_err(|fault| unreadable(&fault)))
        .await?;
    Ok((revision, planned))
}

/// Refuses what was meant for another revision.
fn still(transaction: &Transaction<'_>, id: i64, revision: i64) -> Result<(), StoreError> {
    let kept = RUNS.find(transaction, id)?;
    if kept.deleted {
        return Err(StoreError::NoSuch(RUNS.name));
    }
    if kept.revision == revision { Ok(()) } else { Err(StoreError::Outdated(RUNS.name)) }
}

/// The task of that name.
fn task<'a>(planned: &'a Planned, line: u32, wanted: &str) -> Result<&'a Task, StoreError> {
    let place = planned.place(line);
    let own = |task: &&Task| Some(task.line) == place && key(task) == wanted;
    let mut tasks = planned.work.batches.iter().flat_map(|batch| &batch.tasks);
    tasks.find(own).ok_or(StoreError::NoSuch("work on this run"))
}

/// Say how often some work has been done.
#[utoipa::path(put, path = "/api/runs/{id}/ticks", params(("id" = i64, Path)), request_body = WorkedText, responses(
    (status = 200, body = DoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "More than is cut by now.", body = Problem, content_type = "application/problem+json")
))]
pub async fn tick_work(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    Body(text): Body<WorkedText>,
) -> Result<Json<DoneView>, Problem> {
    let id = number(RUNS, id)?;
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let done = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            let task = task(&planned, text.line, &text.key)?;
            let events = runs::events(transaction, id)?;
            let progress = planned.progress(&events);
            let of = progress.of(&planned.lines, &planned.work, task);
            let most = progress.most(&planned.lines, &planned.work, task);
            let (now, name) = (progress.done(task), &planned.lines[task.line].name);
            // Fewer may be wanted by now than are done: shown is no more than that.
            as_seen(text.seen, now.min(of))?;
            if text.done > of {
                return refuse(format!("This is done {of} times in all for {name}, not {}.", text.done));
            }
            if text.done > most && text.done > now {
                let cut = match most {
                    0 => "nothing of it is cut".to_owned(),
                    1 => "it can be done once by now, no more is cut".to_owned(),
                    most => format!("it can be done {most} times by now, no more is cut"),
                };
                return refuse(format!("{name}: {cut}. Tick off its sheets first."));
            }
            let by = i64::from(text.done) - i64::from(now);
            if by != 0 {
                let event = Event::Tick { line: text.line, keys: task.keys.clone(), by };
                runs::add(transaction, id, &event)?;
            }
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
    let papers = super::runs::papers(transaction)?;
    let text = runs::lists(transaction, id)?;
    known.standing(id, text, &planned.signature(&papers)).ok_or_else(|| {
        StoreError::Short("The sheets have to be laid out anew: look at the run again first.".to_owned())
    })
}

fn needs(transaction: &Transaction<'_>, id: i64, lists: &KeptLists) -> Result<(), StoreError> {
    let events = runs::events(transaction, id)?;
    runs::need(transaction, id, &lists.needs(&events))
}

/// Say how many sheets of a pattern are cut; the shelf follows.
#[utoipa::path(put, path = "/api/runs/{id}/cuts", params(("id" = i64, Path)), request_body = SheetsCutText, responses(
    (status = 200, body = DoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "The shelf has too little.", body = Problem, content_type = "application/problem+json")
))]
pub async fn cut_sheets(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    Body(text): Body<SheetsCutText>,
) -> Result<Json<DoneView>, Problem> {
    let id = number(RUNS, id)?;
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let done = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            let lists = standing(transaction, id, &planned, &known)?;
            if text.laid.is_some_and(|laid| laid != lists.at) {
                return refuse("The sheets have been laid out anew since they were looked at. Look at them again: another sheet may stand in this place.");
            }
            let list = lists.lists.get(text.list).ok_or(StoreError::NoSuch("list of sheets"))?;
            let pattern = list.patterns.get(text.pattern).ok_or(StoreError::NoSuch("sheet to cut"))?;
            let events = runs::events(transaction, id)?;
            let at = (text.list, text.pattern);
            let now = lists.cut(&events, at);
            as_seen(text.seen, now)?;
            if text.done > pattern.times {
                return refuse(format!("{} sheets are cut like this, not {}.", pattern.times, text.done));
            }
            let one = Taken { sheets: pattern.sheets, length: Length::from_nm(pattern.length_nm) };
            let by = i64::from(text.done) - i64::from(now);
            let holds = pattern.holds.clone();
            if by > 0 {
                let taken = list
                    .paper
                    .map(|paper| take(transaction, paper, one, text.done - now, planned.unit()))
                    .transpose()?;
                runs::add(transaction, id, &Event::Cut { pattern: at, times: by, holds, taken })?;
            } else if by < 0 {
                // What was taken last of it goes back first.
                let since = events.iter().rev().filter(|(id, _)| *id > lists.at);
                let last = since.map(|(_, event)| event).find_map(|event| match event {
                    Event::Cut { pattern, times, taken, .. } if *pattern == at && *times > 0 => {
                        Some(taken.clone())
                    }
                    _ => None,
                });
                let taken = last.flatten();
                if let Some(taken) = &taken {
                    put_back(transaction, taken, now - text.done)?;
                }
                runs::add(transaction, id, &Event::Cut { pattern: at, times: by, holds, taken })?;
            }
            needs(transaction, id, &lists)?;
            Ok(DoneView { done: text.done, of: pattern.times })
        })
        .await?;
    Ok(Json(done))
}

/// Say that a piece, or a whole bag, was spoiled: it is planned again.
#[utoipa::path(post, path = "/api/runs/{id}/spoils", params(("id" = i64, Path)), request_body = SpoiltText, responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "There is none.", body = Problem, content_type = "application/problem+json")
))]
pub async fn spoil_piece(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
    Body(text): Body<SpoiltText>,
) -> Result<axum::http::StatusCode, Problem> {
    let id = number(RUNS, id)?;
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            let place = planned.place(text.line).ok_or(StoreError::NoSuch("line of this run"))?;
            let line = &planned.lines[place];
            let events = runs::events(transaction, id)?;
            let progress = planned.progress(&events);
            let of_line = |task: &&Task| task.line == place;
            let all = || planned.work.batches.iter().flat_map(|batch| &batch.tasks).filter(of_line);
            let at = match (&text.key, text.part) {
                (Some(key), _) => Some(task(&planned, text.line, key)?),
                // A bag that is made has been through everything.
                (None, None) => all().next_back(),
                (None, Some(_)) => None,
            };
            let there = |part: usize| progress.there(&planned.lines, PartRef { line: place, part });
            match text.part {
                Some(part) => {
                    let own = line.parts.get(part).ok_or(StoreError::NoSuch("part of this bag"))?;
                    if there(part) == 0 {
                        return refuse(format!(
                            "No {} of {} is cut that could be spoiled.",
                            own.name, line.name
                        ));
                    }
                }
                None => {
                    let pieces = line.parts.iter().enumerate().filter(|(_, part)| part.piece.is_some());
                    let whole =
                        pieces.map(|(n, part)| there(n) / part.count.max(1)).min().unwrap_or_default();
                    if whole == 0 {
                        return refuse(format!("No {} is cut that could be spoiled.", line.name));
                    }
                }
            }
            let counted = at.is_some_and(|task| {
                let of = progress.of(&planned.lines, &planned.work, task);
                progress.done(task) >= progress.most(&planned.lines, &planned.work, task).min(of)
            });
            let at = at.and_then(|task| task.keys.first().cloned());
            runs::add(transaction, id, &Event::Spoil { line: text.line, part: text.part, at, counted })?;
            // What is spoiled has to be cut again: the rest is laid out anew with it.
            runs::lay(transaction, id, None, &[])
        })
        .await?;
    drop(super::runs::view(&store, &dear, &known, id).await);
    Ok(axum::http::StatusCode::NO_CONTENT)
}

/// Undo what was done last; the shelf follows.
#[utoipa::path(post, path = "/api/runs/{id}/undo", params(("id" = i64, Path)), responses(
    (status = 200, body = UndoneView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "There is nothing to undo.", body = Problem, content_type = "application/problem+json")
))]
pub async fn undo_work(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
) -> Result<Json<UndoneView>, Problem> {
    let id = number(RUNS, id)?;
    let (revision, planned) = planned(&store, &dear, &known, id).await?;
    let undone = store
        .write(move |transaction| {
            still(transaction, id, revision)?;
            let events = runs::events(transaction, id)?;
            let Some((number, event)) = events.last() else {
                return refuse("Nothing has been done on this run that could be undone.");
            };
            if let Event::Cut { times, taken: Some(taken), .. } = event {
                let count = u32::try_from(times.unsigned_abs()).unwrap_or(u32::MAX);
                if *times > 0 {
                    put_back(transaction, taken, count)?;
                } else {
                    let one = Taken { sheets: taken.sheets, length: Length::from_nm(taken.length_nm) };
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
            Ok(UndoneView { says: said(event, &planned) })
        })
        .await?;
    Ok(Json(undone))
}
