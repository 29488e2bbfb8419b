//! What can still be read of a file that is spoiled inside, row by row.

use crate::look::look_into;
use rusqlite::types::{Value, ValueRef};
use rusqlite::{Connection, Row};
use std::path::Path;

/// How many rows of each kind.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Saved {
    /// Bags, deleted ones among them.
    pub bags: usize,
    /// Papers, those taken off the shelf among them.
    pub papers: usize,
    /// Guides, those taken away among them.
    pub guides: usize,
    /// Bags whose paper has been taken, counted by bag and paper.
    pub bag_papers: usize,
    /// Steps that are ticked off.
    pub ticks: usize,
    /// Settings.
    pub settings: usize,
    /// Runs, deleted ones among them.
    pub runs: usize,
    /// What was done on runs.
    pub events: usize,
    /// Entries of the journal.
    pub entries: usize,
    /// Pictures of them.
    pub pictures: usize,
    /// Versions of bags.
    pub versions: usize,
    /// Rows of whatever kind that are there and cannot be saved; nothing if that cannot be told.
    pub lost: Option<usize>,
}

/// Numbers are looked for up to this one if the file cannot say which is the last.
pub(crate) const LAST_GUESS: i64 = 100_000;

pub(crate) const BAG: (&str, &str, &str) =
    ("bag", "id", "id, revision, name, brief, created_at, updated_at, deleted_at");
pub(crate) const PAPER: (&str, &str, &str) = ("paper", "id", "id, revision, paper, deleted_at");
pub(crate) const GUIDE: (&str, &str, &str) = ("guide", "id", "id, revision, guide, deleted_at");
pub(crate) const BAG_PAPER: (&str, &str, &str) = ("bag_paper", "rowid", "bag, paper, sheets, length_nm");

pub(crate) const SETTING: (&str, &str, &str) = ("setting", "rowid", "name, setting");
pub(crate) const RUN: (&str, &str, &str) = ("run", "id", "id, revision, run, deleted_at");
pub(crate) const EVENT: (&str, &str, &str) = ("run_event", "id", "id, run, event");
pub(crate) const ENTRY: (&str, &str, &str) = ("entry", "id", "id, revision, entry, deleted_at");
pub(crate) const PICTURE: (&str, &str, &str) = ("picture", "entry", "entry, jpeg");
pub(crate) const VERSION: (&str, &str, &str) = ("bag_version", "rowid", "bag, revision, name, brief, at");
pub(crate) const TICK: (&str, &str, &str) = ("tick", "rowid", "bag, step");

/// How much of a file can be read.
pub fn readable(path: &Path) -> Saved {
    let Ok(file) = look_into(path) else { return Saved::default() };
    let count = |of| rows(&file, of).all.len();
    Saved {
        bags: count(BAG),
        papers: count(PAPER),
        guides: count(GUIDE),
        bag_papers: bag_papers(&file).all.len(),
        ticks: count(TICK),
        settings: count(SETTING),
        runs: count(RUN),
        events: count(EVENT),
        entries: count(ENTRY),
        pictures: count(PICTURE),
        versions: count(VERSION),
        lost: Some(0),
    }
}

/// Rows of a table.
pub(crate) struct Rows {
    /// Those that can be read.
    pub all: Vec<Vec<Value>>,
    /// How many cannot; nothing if the file does not say how many there are.
    pub lost: Option<usize>,
}

/// The papers taken for bags that can be read, from a file of before as well: their table was called otherwise.
pub(crate) fn bag_papers(file: &Connection) -> Rows {
    let own = rows(file, BAG_PAPER);
    let (_, key, columns) = BAG_PAPER;
    if own.all.is_empty() { rows(file, ("cut", key, columns)) } else { own }
}

/// The rows of a table, each looked for by its number. A table that is not there has none.
pub(crate) fn rows(file: &Connection, (table, key, columns): (&str, &str, &str)) -> Rows {
    let last = file
        .query_row(&format!("SELECT max({key}) FROM {table}"), [], |row| row.get::<_, Option<i64>>(0))
        .map(|last| last.unwrap_or(0));
    let sql = format!("SELECT {columns} FROM {table} WHERE {key} = ?");
    let Ok(mut one) = file.prepare(&sql) else { return Rows { all: Vec::new(), lost: Some(0) } };
    let width = one.column_count();
    let (mut all, mut lost) = (Vec::new(), 0);
    for number in 1..=*last.as_ref().unwrap_or(&LAST_GUESS) {
        match one.query_row([number], |row| (0..width).map(|cell| lenient(row, cell)).collect()) {
            Ok(row) => all.push(row),
            Err(rusqlite::Error::QueryReturnedNoRows) => {}
            Err(_) => lost += 1,
        }
    }
    Rows { all, lost: last.is_ok().then_some(lost) }
}

/// A cell as it stands: text with a byte that is none stays text, without it.
fn lenient(row: &Row<'_>, cell: usize) -> rusqlite::Result<Value> {
    Ok(match row.get_ref(cell)? {
        ValueRef::Text(bytes) => Value::Text(String::from_utf8_lossy(bytes).into_owned()),
        other => other.try_into().unwrap_or(Value::Null),
    })
}
