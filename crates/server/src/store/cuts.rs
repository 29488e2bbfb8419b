//! Bags whose paper has been taken from the shelf.

use super::{Result, StoreError};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, named_params};

/// What was taken for a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Cut {
    /// The paper's number.
    pub paper: i64,
    /// How many sheets.
    pub sheets: u32,
    /// How much of a roll, in nanometres.
    pub length_nm: i64,
}

/// What was taken for a bag, if anything was.
///
/// # Errors
/// [`StoreError::Database`].
pub fn find(connection: &Connection, bag: i64) -> Result<Option<Cut>> {
    let sql = "SELECT paper, sheets, length_nm FROM cut WHERE bag = :bag";
    let read = |row: &rusqlite::Row<'_>| {
        Ok(Cut { paper: row.get("paper")?, sheets: row.get("sheets")?, length_nm: row.get("length_nm")? })
    };
    Ok(connection.prepare_cached(sql)?.query_row(named_params! { ":bag": bag }, read).optional()?)
}

/// Takes paper for a bag: `rest` makes of the paper as it is kept the one that is left, and says how much was taken. Nothing is
/// changed if it refuses, or if paper has been taken for the bag already.
///
/// # Errors
/// [`StoreError::NoPaper`], [`StoreError::AlreadyCut`], [`StoreError::Short`] with the sentence of `rest`.
pub fn take(
    connection: &mut Connection,
    bag: i64,
    paper: i64,
    rest: impl FnOnce(&str) -> std::result::Result<(String, u32, i64), String>,
) -> Result<Cut> {
    let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
    super::find(&transaction, bag)?;
    if find(&transaction, bag)?.is_some() {
        return Err(StoreError::AlreadyCut);
    }
    let kept: String = transaction
        .prepare_cached("SELECT paper FROM paper WHERE id = :id AND deleted_at IS NULL")?
        .query_row(named_params! { ":id": paper }, |row| row.get(0))
        .optional()?
        .ok_or(StoreError::NoPaper)?;
    let (left, sheets, length_nm) = rest(&kept).map_err(StoreError::Short)?;
    put(&transaction, paper, &left)?;
    let sql = "INSERT INTO cut (bag, paper, sheets, length_nm) VALUES (:bag, :paper, :sheets, :length)";
    let values = named_params! { ":bag": bag, ":paper": paper, ":sheets": sheets, ":length": length_nm };
    transaction.prepare_cached(sql)?.execute(values)?;
    transaction.commit()?;
    Ok(Cut { paper, sheets, length_nm })
}

/// Gives back what was taken for a bag: `whole` makes of the paper as it is kept the one with it. True if there was anything.
///
/// # Errors
/// [`StoreError::Database`]; [`StoreError::Short`] with the sentence of `whole`.
pub fn give_back(
    connection: &mut Connection,
    bag: i64,
    whole: impl FnOnce(&str, Cut) -> std::result::Result<String, String>,
) -> Result<bool> {
    let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
    let Some(cut) = find(&transaction, bag)? else { return Ok(false) };
    let kept: String = transaction
        .prepare_cached("SELECT paper FROM paper WHERE id = :id")?
        .query_row(named_params! { ":id": cut.paper }, |row| row.get(0))?;
    put(&transaction, cut.paper, &whole(&kept, cut).map_err(StoreError::Short)?)?;
    transaction.prepare_cached("DELETE FROM cut WHERE bag = :bag")?.execute(named_params! { ":bag": bag })?;
    transaction.commit()?;
    Ok(true)
}

fn put(connection: &Connection, id: i64, paper: &str) -> Result<()> {
    let sql = "UPDATE paper SET revision = revision + 1, paper = :paper WHERE id = :id";
    connection.prepare_cached(sql)?.execute(named_params! { ":paper": paper, ":id": id })?;
    Ok(())
}
