//! Steps of the work on a bag that are ticked off.

use crate::cell::text;
use crate::{Result, StoreError, bags};
use rusqlite::{Connection, Transaction, named_params};
use std::collections::BTreeSet;

/// More ticks of steps that a bag had once, and has no longer, are not kept.
const MOST: usize = 500;

/// The steps that are ticked off, by their names; also those that the bag had before it was changed.
///
/// # Errors
/// [`StoreError::NoBag`] for a bag that is not there or deleted.
pub fn find(connection: &Connection, bag: i64) -> Result<BTreeSet<String>> {
    if bags::find(connection, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    let mut statement = connection.prepare_cached("SELECT step FROM tick WHERE bag = :bag")?;
    let found = statement.query_map(named_params! { ":bag": bag }, |row| text(row, 0))?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// Ticks a step off, or takes its tick back. `steps` are those the bag has now.
///
/// # Errors
/// [`StoreError::NoBag`] for a bag that is not there or deleted.
pub fn set(transaction: &Transaction<'_>, bag: i64, step: &str, done: bool, steps: &[String]) -> Result<()> {
    let known = find(transaction, bag)?;
    let one = named_params! { ":bag": bag, ":step": step };
    if !done {
        transaction.prepare_cached("DELETE FROM tick WHERE bag = :bag AND step = :step")?.execute(one)?;
        return Ok(());
    }
    if known.len() >= MOST {
        for old in known.iter().filter(|old| !steps.contains(old)) {
            let old = named_params! { ":bag": bag, ":step": old };
            transaction.prepare_cached("DELETE FROM tick WHERE bag = :bag AND step = :step")?.execute(old)?;
        }
    }
    transaction
        .prepare_cached("INSERT OR IGNORE INTO tick (bag, step) VALUES (:bag, :step)")?
        .execute(one)?;
    Ok(())
}

/// Takes every tick of a bag back: another one like it is made.
///
/// # Errors
/// [`StoreError::NoBag`] for a bag that is not there or deleted.
pub fn clear(transaction: &Transaction<'_>, bag: i64) -> Result<()> {
    if bags::find(transaction, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    transaction
        .prepare_cached("DELETE FROM tick WHERE bag = :bag")?
        .execute(named_params! { ":bag": bag })?;
    Ok(())
}
