//! Bags whose paper has been taken from the shelf.

use crate::cell::{number, some_text};
use crate::papers::{read_paper, written_paper};
use crate::stock::given_back;
use crate::thing::Kind;
use crate::{Result, StoreError, bags};
use rusqlite::{Connection, Transaction, named_params};
use wide_fold_core::paper::Amount;
use wide_fold_core::shelf::{Back, take_for_bag};
use wide_fold_core::{Length, Sheet};

/// What was taken of one paper for a bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct BagPaper {
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
pub fn find(connection: &Connection, bag: i64) -> Result<Vec<BagPaper>> {
    let sql = "SELECT paper, sheets, length_nm, as_taken FROM bag_paper WHERE bag = :bag ORDER BY rowid";
    let read = |row: &rusqlite::Row<'_>| {
        Ok(BagPaper {
            paper: number(row, "paper")?,
            sheets: u32::try_from(number(row, "sheets")?).unwrap_or_default(),
            length_nm: number(row, "length_nm")?,
            as_taken: some_text(row, "as_taken")?,
        })
    };
    let mut statement = connection.prepare_cached(sql)?;
    let found = statement.query_map(named_params! { ":bag": bag }, read)?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// Takes papers for a bag, one after the other: of each so many of such sheets. Nothing is changed if one of them has too little, if
/// paper has been taken for the bag already, or if the bag has been deleted.
///
/// # Errors
/// [`StoreError::NoBag`], [`StoreError::NoSuch`], [`StoreError::AlreadyTaken`], [`StoreError::Lacks`], [`StoreError::Unreadable`].
pub fn take(transaction: &Transaction<'_>, bag: i64, papers: &[(i64, u32, Sheet)]) -> Result<Vec<BagPaper>> {
    if bags::find(transaction, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    if !find(transaction, bag)?.is_empty() {
        return Err(StoreError::AlreadyTaken);
    }
    for (paper, sheets, sheet) in papers {
        let kept = Kind::Paper.find(transaction, *paper)?;
        if kept.deleted {
            return Err(StoreError::NoSuch(Kind::Paper.name()));
        }
        let (left, taken) = take_for_bag(&read_paper(&kept.text)?, *sheets, sheet)?;
        Kind::Paper.put(transaction, *paper, &written_paper(&left)?)?;
        // Faces and gussets may come from the same paper.
        let sql = "INSERT INTO bag_paper (bag, paper, sheets, length_nm, as_taken) VALUES (:bag, :paper, :sheets, :length, :kept)
             ON CONFLICT DO UPDATE SET sheets = sheets + :sheets, length_nm = length_nm + :length";
        let values = named_params! {
            ":bag": bag, ":paper": paper, ":sheets": taken.sheets, ":length": taken.length.nm(), ":kept": kept.text
        };
        transaction.prepare_cached(sql)?.execute(values)?;
    }
    find(transaction, bag)
}

/// Gives back what was taken for a bag: to the papers it came from, or onto the shelf by itself where they are others by now. True if
/// there was anything.
///
/// # Errors
/// [`StoreError::NoBag`] for a bag that is not there or deleted; [`StoreError::Unreadable`] for a paper nobody can read any more.
pub fn give_back(transaction: &Transaction<'_>, bag: i64) -> Result<bool> {
    if bags::find(transaction, bag)?.deleted {
        return Err(StoreError::NoBag);
    }
    let papers = find(transaction, bag)?;
    for own in &papers {
        let kept = Kind::Paper.find(transaction, own.paper)?;
        let on_shelf = Some(kept.text.as_str()).filter(|_| !kept.deleted);
        let taken = Amount { sheets: own.sheets, length: Length::from_nm(own.length_nm) };
        match given_back(on_shelf, taken, own.as_taken.as_deref())? {
            Back::To(paper) => Kind::Paper.put(transaction, own.paper, &written_paper(&paper)?)?,
            Back::Own(paper) => drop(Kind::Paper.put_in(transaction, &[written_paper(&paper)?])?),
        }
    }
    transaction
        .prepare_cached("DELETE FROM bag_paper WHERE bag = :bag")?
        .execute(named_params! { ":bag": bag })?;
    Ok(!papers.is_empty())
}
