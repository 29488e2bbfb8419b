//! Paper that goes off the shelf, and comes back to it.

use crate::problem::Problem;
use crate::store::StoreError;
use crate::store::cuts::Back;
use crate::store::kept::PAPERS;
use crate::store::runs::{self, TakenOff};
use crate::view::run_view::amount;
use crate::view::shelf::read_kept;
use rusqlite::Transaction;
use wide_fold_core::paper::{Paper, Taken};
use wide_fold_core::{Length, Unit};
use wide_fold_formats::PaperText;

/// A paper as it is kept, as JSON.
///
/// # Errors
/// [`Problem`], never in practice.
pub fn written(paper: &Paper) -> Result<String, Problem> {
    serde_json::to_string(&PaperText::from(paper)).map_err(|error| Problem::ours(&error))
}

/// Where paper goes that is given back: to the paper it came from if that is still `kept` and the same stuff, else onto the shelf by
/// itself.
pub fn given_back(kept: Option<&str>, taken: Taken, as_taken: Option<&str>) -> Result<Back, String> {
    let now = kept.and_then(|kept| read_kept(kept).ok());
    let then = as_taken.and_then(|then| read_kept(then).ok());
    let same = now.as_ref().filter(|now| then.as_ref().is_none_or(|then| now.is_like(then)));
    let write = |paper: &Paper| written(paper).map_err(|problem| problem.detail);
    if let Some(whole) = same.and_then(|same| same.with(taken)) {
        return Ok(Back::To(write(&whole)?));
    }
    let gone = "The paper it was taken from cannot be read any more.";
    Ok(Back::Own(write(&then.or(now).ok_or(gone)?.only(taken))?))
}

/// Takes of the shelf what so many sheets of a pattern take; a refusal is told in `unit`.
///
/// # Errors
/// [`StoreError::Short`] with a sentence if there is not so much.
pub fn take(
    transaction: &Transaction<'_>,
    paper: i64,
    one: Taken,
    times: u32,
    unit: Unit,
) -> Result<TakenOff, StoreError> {
    let kept = PAPERS.find(transaction, paper)?;
    if kept.deleted {
        return Err(StoreError::NoSuch(PAPERS.name));
    }
    let own = read_kept(&kept.text).map_err(|fault| StoreError::Short(fault.sentence))?;
    let all = Taken { sheets: one.sheets * times, length: one.length * i64::from(times) };
    let Ok(left) = own.without(all) else {
        let has = own.amount();
        let says = |taken: Taken| amount(i64::from(taken.sheets), taken.length.nm(), unit);
        return Err(StoreError::Short(format!(
            "That takes {} of {}, and on the shelf there is {}. Put on the shelf what you have bought, then tick it off.",
            says(all),
            own.name,
            says(has)
        )));
    };
    let left = written(&left).map_err(|problem| StoreError::Short(problem.detail))?;
    runs::put_paper(transaction, paper, &left)?;
    Ok(TakenOff { paper, sheets: one.sheets, length_nm: one.length.nm(), as_taken: kept.text })
}

/// Gives back to the shelf what so many sheets of a pattern took.
///
/// # Errors
/// [`StoreError::Short`] if the paper cannot be read any more.
pub fn put_back(transaction: &Transaction<'_>, taken: &TakenOff, times: u32) -> Result<(), StoreError> {
    let kept = PAPERS.find(transaction, taken.paper)?;
    let all =
        Taken { sheets: taken.sheets * times, length: Length::from_nm(taken.length_nm) * i64::from(times) };
    let on_shelf = Some(kept.text.as_str()).filter(|_| !kept.deleted);
    match given_back(on_shelf, all, Some(&taken.as_taken)).map_err(StoreError::Short)? {
        Back::To(text) => runs::put_paper(transaction, taken.paper, &text),
        Back::Own(text) => PAPERS.add(transaction, &[text]).map(drop),
    }
}
