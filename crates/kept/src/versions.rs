//! How bags were before: a version at the end of every spell of work, and of every bag that was made.

use crate::cell::{number, text};
use crate::{Result, StoreError};
use jiff::{SignedDuration, Timestamp};
use rusqlite::{Connection, OptionalExtension, Row, Transaction, named_params};

/// A spell of work ends when nothing is changed for so long.
const PAUSE: SignedDuration = SignedDuration::from_mins(10);
/// More versions of one bag are not kept.
const MOST: i64 = 60;

/// A version of a bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Version {
    /// The revision the bag was at.
    pub revision: i64,
    /// What it was called.
    pub name: String,
    /// Its brief as JSON.
    pub brief: String,
    /// When it had been changed last.
    pub at: Timestamp,
}

/// Keeps a bag as it is, before it is changed at `now`: if it has been left alone for a while, or was never kept before.
pub(super) fn before_change(
    transaction: &Transaction<'_>,
    bag: i64,
    kept: &Version,
    now: Timestamp,
) -> Result<()> {
    let rested = now.duration_since(kept.at) > PAUSE;
    if rested || all(transaction, bag)?.is_empty() {
        keep(transaction, bag, kept)?;
    }
    Ok(())
}

/// Keeps a bag as it is; the oldest version goes when there are too many.
///
/// # Errors
/// [`StoreError::Database`].
pub fn keep(transaction: &Transaction<'_>, bag: i64, version: &Version) -> Result<()> {
    let sql = "INSERT OR IGNORE INTO bag_version (bag, revision, name, brief, at)
               VALUES (:bag, :revision, :name, :brief, :at)";
    transaction.prepare_cached(sql)?.execute(named_params! {
        ":bag": bag, ":revision": version.revision, ":name": version.name, ":brief": version.brief,
        ":at": version.at.to_string()
    })?;
    let sql = "DELETE FROM bag_version WHERE bag = :bag AND revision NOT IN
               (SELECT revision FROM bag_version WHERE bag = :bag ORDER BY revision DESC LIMIT :most)";
    transaction.prepare_cached(sql)?.execute(named_params! { ":bag": bag, ":most": MOST })?;
    Ok(())
}

/// The versions of a bag, the last one first.
///
/// # Errors
/// [`StoreError::Database`].
pub fn all(connection: &Connection, bag: i64) -> Result<Vec<Version>> {
    let sql = "SELECT revision, name, brief, at FROM bag_version WHERE bag = :bag ORDER BY revision DESC";
    let mut statement = connection.prepare_cached(sql)?;
    let found = statement.query_map(named_params! { ":bag": bag }, read)?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// One version of a bag.
///
/// # Errors
/// [`StoreError::NoSuch`].
pub fn find(connection: &Connection, bag: i64, revision: i64) -> Result<Version> {
    let sql = "SELECT revision, name, brief, at FROM bag_version WHERE bag = :bag AND revision = :revision";
    let values = named_params! { ":bag": bag, ":revision": revision };
    connection.prepare_cached(sql)?.query_row(values, read).optional()?.ok_or(StoreError::NoSuch("version"))
}

fn read(row: &Row<'_>) -> rusqlite::Result<Version> {
    Ok(Version {
        revision: number(row, "revision")?,
        name: text(row, "name")?,
        brief: text(row, "brief")?,
        at: text(row, "at")?.parse().unwrap_or(Timestamp::UNIX_EPOCH),
    })
}
