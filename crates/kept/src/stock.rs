//! Paper that goes off the shelf for a run, and comes back to it, in the file.

use crate::papers::{read_paper, written_paper};
use crate::runs::{self, TakenOff};
use crate::shape::Unreadable;
use crate::thing::Kind;
use crate::{Result, StoreError};
use rusqlite::Transaction;
use wide_fold_core::paper::Amount;
use wide_fold_core::shelf::{self, Back};
use wide_fold_core::{Length, Unit};

/// Takes of the shelf what so many sheets of a lot take; a refusal is told in `unit`.
///
/// # Errors
/// [`StoreError::TooLittle`] if there is not so much; [`StoreError::Unreadable`] for a paper that cannot be read.
pub fn take(
    transaction: &Transaction<'_>,
    paper: i64,
    one: Amount,
    times: u32,
    unit: Unit,
) -> Result<TakenOff> {
    let kept = Kind::Paper.find(transaction, paper)?;
    if kept.deleted {
        return Err(StoreError::NoSuch(Kind::Paper.name()));
    }
    let left = shelf::take(&read_paper(&kept.text)?, one, times, unit)?;
    runs::put_paper(transaction, paper, &written_paper(&left)?)?;
    Ok(TakenOff { paper, sheets: one.sheets, length_nm: one.length.nm(), as_taken: kept.text })
}

/// Gives back to the shelf what so many sheets of a lot took.
///
/// # Errors
/// [`StoreError::Unreadable`] if the paper cannot be read any more.
pub fn put_back(transaction: &Transaction<'_>, taken: &TakenOff, times: u32) -> Result<()> {
    let kept = Kind::Paper.find(transaction, taken.paper)?;
    let one = Amount { sheets: taken.sheets, length: Length::from_nm(taken.length_nm) };
    let on_shelf = Some(kept.text.as_str()).filter(|_| !kept.deleted);
    match given_back(on_shelf, shelf::all(one, times), Some(&taken.as_taken))? {
        Back::To(paper) => runs::put_paper(transaction, taken.paper, &written_paper(&paper)?),
        Back::Own(paper) => Kind::Paper.put_in(transaction, &[written_paper(&paper)?]).map(drop),
    }
}

/// Where paper goes that is given back, by what is kept of it now and what was kept when it was taken.
///
/// # Errors
/// [`StoreError::Unreadable`] if neither can be read.
pub fn given_back(now: Option<&str>, taken: Amount, then: Option<&str>) -> Result<Back> {
    let read = |kept: Option<&str>| kept.and_then(|kept| read_paper(kept).ok());
    shelf::given_back(read(now).as_ref(), read(then).as_ref(), taken).ok_or_else(|| {
        let gone = "The paper it was taken from cannot be read any more.";
        StoreError::Unreadable(Unreadable::new(Kind::Paper.name(), then.or(now).unwrap_or_default(), gone))
    })
}
