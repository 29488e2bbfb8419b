//! Bags whose paper has been taken from the shelf.

use super::{Result, StoreError};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, named_params};

/// What was taken of one paper for a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Cut {
    /// The paper's number.
    pub paper: i64,
    /// How many sheets.
    pub sheets: u32,
    /// How much of a roll, in nanometres.
    pub length_nm: i64,
}

/// What was taken for a bag, paper by paper; nothing if none was.
///
/// # Errors
/// [`StoreError::Database`].
pub fn find(connection: &Connection, bag: i64) -> Result<Vec<Cut>> {
    let sql = "SELECT paper, sheets, length_nm FROM cut WHERE bag = :bag ORDER BY rowid";
    let read = |row: &rusqlite::Row<'_>| {
        Ok(Cut { paper: row.get("paper")?, sheets: row.get("sheets")?, length_nm: row.get("length_nm")? })
    };
    let mut statement = connection.prepare_cached(sql)?;
    let found = statement.query_map(named_params! { ":bag": bag }, read)?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// Takes papers for a bag, one after the other: `rest` is given the place in the list and the paper as it is kept; it makes
/// the one that is left, and says how much was taken. Nothing is changed if it refuses any of them, or if paper has been
/// taken for the bag already.
///
/// # Errors
/// [`StoreError::NoPaper`], [`StoreError::AlreadyCut`], [`StoreError::Short`] with the sentence of `rest`.
pub fn take(
    connection: &mut Connection,
    bag: i64,
    papers: &[i64],
    rest: impl Fn(usize, &str) -> std::result::Result<(String, u32, i64), String>,
) -> Result<Vec<Cut>> {
    let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
    super::find(&transaction, bag)?;
    if !find(&transaction, bag)?.is_empty() {
        return Err(StoreError::AlreadyCut);
    }
    for (place, paper) in papers.iter().enumerate() {
        let kept: String = transaction
            .prepare_cached("SELECT paper FROM paper WHERE id = :id AND deleted_at IS NULL")?
            .query_row(named_params! { ":id": paper }, |row| row.get(0))
            .optional()?
            .ok_or(StoreError::NoPaper)?;
        let (left, sheets, length_nm) = rest(place, &kept).map_err(StoreError::Short)?;
        put(&transaction, *paper, &left)?;
        // Faces and gussets may come from the same paper.
        let sql = "INSERT INTO cut (bag, paper, sheets, length_nm) VALUES (:bag, :paper, :sheets, :length)
             ON CONFLICT DO UPDATE SET sheets = sheets + :sheets, length_nm = length_nm + :length";
        let values = named_params! { ":bag": bag, ":paper": paper, ":sheets": sheets, ":length": length_nm };
        transaction.prepare_cached(sql)?.execute(values)?;
    }
    let taken = find(&transaction, bag)?;
    transaction.commit()?;
    Ok(taken)
}

/// Gives back what was taken for a bag: `whole` makes of a paper as it is kept the one with it. True if there was anything.
///
/// # Errors
/// [`StoreError::Database`]; [`StoreError::Short`] with the sentence of `whole`.
pub fn give_back(
    connection: &mut Connection,
    bag: i64,
    whole: impl Fn(&str, Cut) -> std::result::Result<String, String>,
) -> Result<bool> {
    let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
    let cuts = find(&transaction, bag)?;
    for cut in &cuts {
        let kept: String = transaction
            .prepare_cached("SELECT paper FROM paper WHERE id = :id")?
            .query_row(named_params! { ":id": cut.paper }, |row| row.get(0))?;
        put(&transaction, cut.paper, &whole(&kept, *cut).map_err(StoreError::Short)?)?;
    }
    transaction.prepare_cached("DELETE FROM cut WHERE bag = :bag")?.execute(named_params! { ":bag": bag })?;
    transaction.commit()?;
    Ok(!cuts.is_empty())
}

fn put(connection: &Connection, id: i64, paper: &str) -> Result<()> {
    let sql = "UPDATE paper SET revision = revision + 1, paper = :paper WHERE id = :id";
    connection.prepare_cached(sql)?.execute(named_params! { ":paper": paper, ":id": id })?;
    Ok(())
}
