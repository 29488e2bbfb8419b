//! Bags whose paper has been taken from the shelf.

use super::kept::PAPERS;
use super::{Result, StoreError, bags};
use rusqlite::{Connection, Transaction, named_params};

/// What was taken of one paper for a bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Cut {
    /// The paper's number.
    pub paper: i64,
    /// How many sheets.
    pub sheets: u32,
    /// How much of a roll, in nanometres.
    pub length_nm: i64,
    /// The paper as JSON, as it was then; nothing for what was taken by an early version.
    pub as_taken: Option<String>,
}

/// What was taken for a bag, paper by paper; nothing if none was.
///
/// # Errors
/// [`StoreError::Database`].
pub fn find(connection: &Connection, bag: i64) -> Result<Vec<Cut>> {
    let sql = "SELECT paper, sheets, length_nm, as_taken FROM cut WHERE bag = :bag ORDER BY rowid";
    let read = |row: &rusqlite::Row<'_>| {
        Ok(Cut {
            paper: row.get("paper")?,
            sheets: row.get("sheets")?,
            length_nm: row.get("length_nm")?,
            as_taken: row.get("as_taken")?,
        })
    };
    let mut statement = connection.prepare_cached(sql)?;
    let found = statement.query_map(named_params! { ":bag": bag }, read)?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// Takes papers for a bag, one after the other: `rest` is given the place in the list and the paper as it is kept; it makes
/// the one that is left, and says how many sheets and how much of a roll were taken. Nothing is changed if it refuses any of
/// them, if paper has been taken for the bag already, or if the bag has been deleted.
///
/// # Errors
/// [`StoreError::NoBag`], [`StoreError::NoSuch`], [`StoreError::AlreadyCut`], [`StoreError::Short`] with the sentence of
/// `rest`.
pub fn take(
    transaction: &Transaction<'_>,
    bag: i64,
    papers: &[i64],
    rest: impl Fn(usize, &str) -> std::result::Result<(String, u32, i64), String>,
) -> Result<Vec<Cut>> {
    if bags::find(transaction, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    if !find(transaction, bag)?.is_empty() {
        return Err(StoreError::AlreadyCut);
    }
    for (place, paper) in papers.iter().enumerate() {
        let kept = PAPERS.find(transaction, *paper)?;
        if kept.deleted {
            return Err(StoreError::NoSuch(PAPERS.name));
        }
        let (left, sheets, length_nm) = rest(place, &kept.text).map_err(StoreError::Short)?;
        PAPERS.put(transaction, *paper, &left)?;
        // Faces and gussets may come from the same paper.
        let sql = "INSERT INTO cut (bag, paper, sheets, length_nm, as_taken) VALUES (:bag, :paper, :sheets, :length, :kept)
             ON CONFLICT DO UPDATE SET sheets = sheets + :sheets, length_nm = length_nm + :length";
        let values = named_params! {
            ":bag": bag, ":paper": paper, ":sheets": sheets, ":length": length_nm, ":kept": kept.text
        };
        transaction.prepare_cached(sql)?.execute(values)?;
    }
    find(transaction, bag)
}

/// Where what was taken goes when it is given back.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Back {
    /// To the paper it came from, which is then this.
    To(String),
    /// Onto the shelf as a paper of its own.
    Own(String),
}

/// Gives back what was taken for a bag: `whole` is given the paper as it is kept, if it is still on the shelf, and what was
/// taken of it. True if there was anything.
///
/// # Errors
/// [`StoreError::NoBag`] for a bag that is not there or deleted; [`StoreError::Short`] with the sentence of `whole`.
pub fn give_back(
    transaction: &Transaction<'_>,
    bag: i64,
    whole: impl Fn(Option<&str>, &Cut) -> std::result::Result<Back, String>,
) -> Result<bool> {
    if bags::find(transaction, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    let cuts = find(transaction, bag)?;
    for cut in &cuts {
        let kept = PAPERS.find(transaction, cut.paper)?;
        let on_shelf = Some(kept.text.as_str()).filter(|_| !kept.deleted);
        match whole(on_shelf, cut).map_err(StoreError::Short)? {
            Back::To(paper) => PAPERS.put(transaction, cut.paper, &paper)?,
            Back::Own(paper) => drop(PAPERS.add(transaction, &[paper])?),
        }
    }
    transaction.prepare_cached("DELETE FROM cut WHERE bag = :bag")?.execute(named_params! { ":bag": bag })?;
    Ok(!cuts.is_empty())
}
