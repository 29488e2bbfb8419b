//! Runs: what was done on them, the sheets as they are laid out, and what they still take of the shelf.

use crate::cell::{some_text, text};
use crate::shape::{Shape, Unreadable};
use crate::thing::Kind;
use crate::{Full, Result, StoreError};
use rusqlite::{Connection, OptionalExtension, Transaction, named_params};
use serde::{Deserialize, Serialize};
use serde_json::Value;

/// More is not done on one run.
const MOST_EVENTS: i64 = 20_000;

/// Something that was done on a run. Lines are given by their numbers within the run.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", tag = "kind")]
pub enum Event {
    /// Work was done on a line so many times more, or fewer.
    Tick {
        /// The line.
        line: u32,
        /// What was done.
        keys: Vec<String>,
        /// How often.
        by: i64,
    },
    /// Sheets of a lot were cut; fewer than before if `times` is below nothing.
    Cut {
        /// Which list of the layout, and which lot of it.
        lot: (usize, usize),
        /// How many sheets, or lengths of a roll.
        times: i64,
        /// What lies on one: line, part, how many.
        holds: Vec<(u32, usize, u32)>,
        /// What was taken of the shelf for it, if its paper lies there.
        taken: Option<TakenOff>,
    },
    /// A piece, or a whole bag, was spoiled.
    Spoil {
        /// The line.
        line: u32,
        /// Its part; nothing for a whole bag.
        part: Option<usize>,
        /// The work at which it was, by one of its keys; nothing if it had only been cut.
        at: Option<String>,
        /// True if that work had been counted on it.
        counted: bool,
    },
}

/// What one sheet, or one length of a roll, takes of a paper.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize)]
pub struct TakenOff {
    /// The paper's number.
    pub paper: i64,
    /// Sheets.
    pub sheets: u32,
    /// Length of a roll, in nanometres.
    pub length_nm: i64,
    /// The paper as it was then, as JSON.
    pub as_taken: String,
}

/// What a run still takes of a paper: its number, sheets, length of a roll in nanometres.
pub type Need = (i64, u32, i64);

impl Shape for Event {
    const NAME: &'static str = "work on a run";

    /// In the first, sheets cut alike were a pattern.
    const VERSION: u32 = 2;

    fn renewed(before: &Value) -> Option<Value> {
        let mut now = before.clone();
        let own = now.as_object_mut()?;
        let lot = own.remove("pattern")?;
        own.insert("lot".to_owned(), lot);
        Some(now)
    }
}

/// What was done on a run.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Done {
    /// Everything that can be read, the first first, each with its number.
    pub events: Vec<(i64, Event)>,
    /// What cannot: it counts as not done.
    pub unreadable: Vec<(i64, Unreadable)>,
}

/// Everything that was done on a run.
///
/// # Errors
/// [`StoreError::Database`].
pub fn done(connection: &Connection, run: i64) -> Result<Done> {
    let sql = "SELECT id, event FROM run_event WHERE run = :run ORDER BY id";
    let mut statement = connection.prepare_cached(sql)?;
    let read = |row: &rusqlite::Row<'_>| Ok((row.get::<_, i64>(0)?, text(row, 1)?));
    let mut done = Done::default();
    for row in statement.query_map(named_params! { ":run": run }, read)? {
        let (id, text) = row?;
        match Event::from_kept(&text) {
            Ok(event) => done.events.push((id, event)),
            Err(why) => done.unreadable.push((id, why)),
        }
    }
    Ok(done)
}

/// What was done on a run and can be read.
///
/// # Errors
/// [`StoreError::Database`].
pub fn events(connection: &Connection, run: i64) -> Result<Vec<(i64, Event)>> {
    Ok(done(connection, run)?.events)
}

/// The number of the last thing that was done on a run and can be read; 0 if nothing was.
///
/// # Errors
/// [`StoreError::Database`].
pub fn last(connection: &Connection, run: i64) -> Result<i64> {
    Ok(events(connection, run)?.last().map_or(0, |(id, _)| *id))
}

/// Keeps that something was done.
///
/// # Errors
/// [`StoreError::Full`] if more was done than is kept of one run.
pub fn add(transaction: &Transaction<'_>, run: i64, event: &Event) -> Result<i64> {
    let count: i64 = transaction
        .prepare_cached("SELECT count(*) FROM run_event WHERE run = :run")?
        .query_row(named_params! { ":run": run }, |row| row.get(0))?;
    if count >= MOST_EVENTS {
        return Err(Full::Done.into());
    }
    let text = event.written()?;
    transaction
        .prepare_cached("INSERT INTO run_event (run, event) VALUES (:run, :event)")?
        .execute(named_params! { ":run": run, ":event": text })?;
    Ok(transaction.last_insert_rowid())
}

/// Takes something out again.
///
/// # Errors
/// [`StoreError::Database`].
pub fn take_out(transaction: &Transaction<'_>, event: i64) -> Result<()> {
    transaction
        .prepare_cached("DELETE FROM run_event WHERE id = :id")?
        .execute(named_params! { ":id": event })?;
    Ok(())
}

/// The sheets as they were laid out, as JSON, if they still stand and what they take can be read.
///
/// # Errors
/// [`StoreError::Database`].
pub fn lists(connection: &Connection, run: i64) -> Result<Option<String>> {
    let mut statement = connection.prepare_cached("SELECT lists, needs FROM run WHERE id = :run")?;
    let read = |row: &rusqlite::Row<'_>| Ok((some_text(row, 0)?, needed(&text(row, 1)?)));
    let found = statement.query_row(named_params! { ":run": run }, read).optional()?;
    Ok(found.and_then(|(lists, needs)| needs.and(lists)))
}

/// What a run still takes, as it is kept; nothing if that cannot be read: it is worked out anew with the sheets.
fn needed(text: &str) -> Option<Vec<Need>> {
    serde_json::from_str(text).ok()
}

/// Keeps the sheets as they are laid out, and what they still take of the shelf; nothing if they have to be laid out anew.
///
/// # Errors
/// [`StoreError::Database`].
pub fn lay(transaction: &Transaction<'_>, run: i64, lists: Option<&str>, needs: &[Need]) -> Result<()> {
    let needs = serde_json::to_string(needs).map_err(StoreError::Unwritten)?;
    transaction
        .prepare_cached("UPDATE run SET lists = :lists, needs = :needs WHERE id = :run")?
        .execute(named_params! { ":lists": lists, ":needs": needs, ":run": run })?;
    Ok(())
}

/// Keeps what a run still takes of the shelf.
///
/// # Errors
/// [`StoreError::Database`].
pub fn need(transaction: &Transaction<'_>, run: i64, needs: &[Need]) -> Result<()> {
    let needs = serde_json::to_string(needs).map_err(StoreError::Unwritten)?;
    transaction
        .prepare_cached("UPDATE run SET needs = :needs WHERE id = :run")?
        .execute(named_params! { ":needs": needs, ":run": run })?;
    Ok(())
}

/// A run's number, its JSON, and what it still takes: nothing for what cannot be read, which looking at the run works out anew.
pub type Needing = (i64, String, Option<Vec<Need>>);

/// What the runs that are not deleted still take.
///
/// # Errors
/// [`StoreError::Database`].
pub fn needs(connection: &Connection) -> Result<Vec<Needing>> {
    let sql = "SELECT id, run, needs FROM run WHERE deleted_at IS NULL ORDER BY id";
    let mut statement = connection.prepare_cached(sql)?;
    let read = |row: &rusqlite::Row<'_>| {
        let needs = text(row, "needs")?;
        Ok((row.get("id")?, text(row, "run")?, needed(&needs)))
    };
    Ok(statement.query_map([], read)?.collect::<rusqlite::Result<_>>()?)
}

/// Writes a paper that is on the shelf anew.
///
/// # Errors
/// [`StoreError::Database`].
pub fn put_paper(transaction: &Transaction<'_>, paper: i64, text: &str) -> Result<()> {
    Kind::Paper.put(transaction, paper, text)
}
