//! Saving what can still be read from a file that is spoiled inside, row by row.

use super::{Result, Store, StoreError, bags, open};
use rusqlite::types::Value;
use rusqlite::{Connection, params_from_iter};
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
    pub cuts: usize,
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
}

/// Numbers are looked for up to this one if the file cannot say which is the last.
const LAST_GUESS: i64 = 100_000;

const BAG: (&str, &str, &str) =
    ("bag", "id", "id, revision, name, brief, created_at, updated_at, deleted_at");
const PAPER: (&str, &str, &str) = ("paper", "id", "id, revision, paper, deleted_at");
const GUIDE: (&str, &str, &str) = ("guide", "id", "id, revision, guide, deleted_at");
const CUT: (&str, &str, &str) = ("cut", "rowid", "bag, paper, sheets, length_nm");

const SETTING: (&str, &str, &str) = ("setting", "rowid", "name, setting");
const RUN: (&str, &str, &str) = ("run", "id", "id, revision, run, deleted_at");
const EVENT: (&str, &str, &str) = ("run_event", "id", "id, run, event");
const ENTRY: (&str, &str, &str) = ("entry", "id", "id, revision, entry, deleted_at");
const PICTURE: (&str, &str, &str) = ("picture", "entry", "entry, jpeg");
const VERSION: (&str, &str, &str) = ("bag_version", "rowid", "bag, revision, name, brief, at");
const TICK: (&str, &str, &str) = ("tick", "rowid", "bag, step");

/// How much of a file can be read.
pub fn readable(path: &Path) -> Saved {
    let Ok(file) = open::look_into(path) else { return Saved::default() };
    Saved {
        bags: rows(&file, BAG).len(),
        papers: rows(&file, PAPER).len(),
        guides: rows(&file, GUIDE).len(),
        cuts: rows(&file, CUT).len(),
        ticks: rows(&file, TICK).len(),
        settings: rows(&file, SETTING).len(),
        runs: rows(&file, RUN).len(),
        events: rows(&file, EVENT).len(),
        entries: rows(&file, ENTRY).len(),
        pictures: rows(&file, PICTURE).len(),
        versions: rows(&file, VERSION).len(),
    }
}

/// Copies what can be read of the file `from` into a new file.
///
/// # Errors
/// [`StoreError::NotOurs`] if there is a file at `into` already; [`StoreError::Database`] if it cannot be written.
pub fn rescue(from: &Path, into: &Path) -> Result<Saved> {
    if into.exists() {
        return Err(StoreError::NotOurs(
            "There is a file of that name already: give a new one with --into.".to_owned(),
        ));
    }
    let file = open::look_into(from)?;
    let store = Store::open(into)?;
    let saved = store.write_now(|transaction| {
        // The sample papers of a new shelf make room for the crafter's own.
        transaction.execute("DELETE FROM paper", [])?;
        let put = |(table, _, columns): (&str, &str, &str), rows: Vec<Vec<Value>>| -> Result<usize> {
            let marks = vec!["?"; columns.split(", ").count()].join(", ");
            let mut insert = transaction
                .prepare(&format!("INSERT OR IGNORE INTO {table} ({columns}) VALUES ({marks})"))?;
            // A row whose cells are no longer what its table holds is left behind.
            Ok(rows
                .into_iter()
                .filter(|row| insert.execute(params_from_iter(row)).is_ok_and(|count| count == 1))
                .count())
        };
        let saved = Saved {
            bags: put(BAG, rows(&file, BAG))?,
            papers: put(PAPER, rows(&file, PAPER))?,
            guides: put(GUIDE, rows(&file, GUIDE))?,
            cuts: put(CUT, rows(&file, CUT))?,
            ticks: put(TICK, rows(&file, TICK))?,
            settings: put(SETTING, rows(&file, SETTING))?,
            runs: put(RUN, rows(&file, RUN))?,
            events: put(EVENT, rows(&file, EVENT))?,
            entries: put(ENTRY, rows(&file, ENTRY))?,
            pictures: put(PICTURE, rows(&file, PICTURE))?,
            versions: put(VERSION, rows(&file, VERSION))?,
        };
        // The file may be from before.
        bags::renew(transaction)?;
        Ok(saved)
    })?;
    store.close()?;
    Ok(saved)
}

/// The rows of a table that can be read, each looked for by its number.
fn rows(file: &Connection, (table, key, columns): (&str, &str, &str)) -> Vec<Vec<Value>> {
    let last: i64 = file
        .query_row(&format!("SELECT max({key}) FROM {table}"), [], |row| row.get::<_, Option<i64>>(0))
        .map_or(LAST_GUESS, |last| last.unwrap_or(0));
    let sql = format!("SELECT {columns} FROM {table} WHERE {key} = ?");
    let Ok(mut one) = file.prepare(&sql) else { return Vec::new() };
    let width = one.column_count();
    (1..=last)
        .filter_map(|number| {
            one.query_row([number], |row| (0..width).map(|cell| row.get(cell)).collect()).ok()
        })
        .collect()
}
