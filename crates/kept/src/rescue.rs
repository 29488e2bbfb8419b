//! Saving what can still be read from a file that is spoiled inside, row by row.

use crate::look::look_into;
use crate::renew::renew;
use crate::rows::{
    BAG, BAG_PAPER, ENTRY, EVENT, GUIDE, PAPER, PICTURE, RUN, Rows, SETTING, Saved, TICK, VERSION,
    bag_papers, rows,
};
use crate::{Result, Store, StoreError};
use rusqlite::params_from_iter;
use std::path::Path;

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
    let file = look_into(from)?;
    let store = Store::open(into)?;
    let saved = store.write_now(|transaction| {
        // The sample papers of a new shelf make room for the crafter's own.
        transaction.execute("DELETE FROM paper", [])?;
        let mut lost = Some(0);
        let mut put = |(table, _, columns): (&str, &str, &str), rows: Rows| -> Result<usize> {
            let marks = vec!["?"; columns.split(", ").count()].join(", ");
            let mut insert = transaction
                .prepare(&format!("INSERT OR IGNORE INTO {table} ({columns}) VALUES ({marks})"))?;
            // A row whose cells are no longer what its table holds is left behind.
            let there = rows.all.len();
            let saved = rows
                .all
                .into_iter()
                .filter(|row| insert.execute(params_from_iter(row)).is_ok_and(|count| count == 1))
                .count();
            lost = lost.zip(rows.lost).map(|(all, own)| all + own + there - saved);
            Ok(saved)
        };
        let saved = Saved {
            bags: put(BAG, rows(&file, BAG))?,
            papers: put(PAPER, rows(&file, PAPER))?,
            guides: put(GUIDE, rows(&file, GUIDE))?,
            bag_papers: put(BAG_PAPER, bag_papers(&file))?,
            ticks: put(TICK, rows(&file, TICK))?,
            settings: put(SETTING, rows(&file, SETTING))?,
            runs: put(RUN, rows(&file, RUN))?,
            events: put(EVENT, rows(&file, EVENT))?,
            entries: put(ENTRY, rows(&file, ENTRY))?,
            pictures: put(PICTURE, rows(&file, PICTURE))?,
            versions: put(VERSION, rows(&file, VERSION))?,
            lost: None,
        };
        let saved = Saved { lost, ..saved };
        // The file may be from before.
        renew(transaction)?;
        Ok(saved)
    })?;
    store.close()?;
    Ok(saved)
}
