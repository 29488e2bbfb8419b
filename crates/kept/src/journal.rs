//! Bags that were made and measured, and their pictures.

use crate::Result;
use crate::thing::Kind;
use rusqlite::{Connection, OptionalExtension, Transaction, named_params};
use std::collections::BTreeSet;

/// Keeps a picture of an entry, in place of the one before; nothing takes it away.
///
/// # Errors
/// [`crate::StoreError::NoSuch`] if there is no such entry.
pub fn put_picture(transaction: &Transaction<'_>, entry: i64, jpeg: Option<&[u8]>) -> Result<()> {
    if Kind::Entry.find(transaction, entry)?.deleted {
        return Err(crate::StoreError::NoSuch(Kind::Entry.name()));
    }
    transaction
        .prepare_cached("DELETE FROM picture WHERE entry = :entry")?
        .execute(named_params! { ":entry": entry })?;
    if let Some(jpeg) = jpeg {
        transaction
            .prepare_cached("INSERT INTO picture (entry, jpeg) VALUES (:entry, :jpeg)")?
            .execute(named_params! { ":entry": entry, ":jpeg": jpeg })?;
    }
    Ok(())
}

/// The picture of an entry, if it has one.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn picture(connection: &Connection, entry: i64) -> Result<Option<Vec<u8>>> {
    let mut statement = connection.prepare_cached("SELECT jpeg FROM picture WHERE entry = :entry")?;
    Ok(statement.query_row(named_params! { ":entry": entry }, |row| row.get(0)).optional()?)
}

/// The entries that have a picture.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn pictured(connection: &Connection) -> Result<BTreeSet<i64>> {
    let mut statement = connection.prepare_cached("SELECT entry FROM picture")?;
    Ok(statement.query_map([], |row| row.get(0))?.collect::<rusqlite::Result<_>>()?)
}
