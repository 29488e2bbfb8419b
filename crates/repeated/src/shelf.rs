//! Paper that goes off the shelf for a run, and comes back to it.

use crate::paper::{Amount, Paper};
use crate::{Length, Sheet, Unit};
use std::fmt;

/// Why a paper cannot be taken; its `Display` is a sentence a crafter understands.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Lacks {
    /// There is not so much of it as a run takes.
    ForRun {
        /// What the paper is called.
        paper: String,
        /// What is asked for.
        takes: Amount,
        /// What there is.
        has: Amount,
        /// What lengths are told in.
        unit: Unit,
    },
    /// There is not so much of it as a bag takes; the sentence says what is missing.
    ForBag(String),
    /// It is smaller than the sheet the bag is cut from.
    Smaller {
        /// What the paper is called.
        paper: String,
    },
}

impl fmt::Display for Lacks {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::ForRun { paper, takes, has, unit } => {
                let says = |taken: &Amount| amount(i64::from(taken.sheets), taken.length, *unit);
                let (takes, has) = (says(takes), says(has));
                write!(
                    f,
                    "That takes {takes} of {paper}, and on the shelf there is {has}. Put on the shelf what you have bought, then tick it off."
                )
            }
            Self::ForBag(sentence) => write!(f, "{sentence}"),
            Self::Smaller { paper } => {
                write!(f, "{paper} is smaller than the sheet this bag is cut from.")
            }
        }
    }
}

/// What is left of a paper once a bag that is cut from so many such sheets has taken its own, and what it took.
///
/// # Errors
/// [`Lacks`] if the paper is smaller, or there is not so much of it.
pub fn take_for_bag(paper: &Paper, sheets: u32, sheet: &Sheet) -> Result<(Paper, Amount), Lacks> {
    if sheet.width > paper.sheet.width || sheet.height > paper.sheet.height {
        return Err(Lacks::Smaller { paper: paper.name.clone() });
    }
    let taken = paper.taken(sheets, sheet.height);
    let left = paper.without(taken).map_err(Lacks::ForBag)?;
    Ok((left, taken))
}

/// What is left of a paper once `one` was taken of it so many `times`.
///
/// # Errors
/// [`Lacks`], told in `unit`.
pub fn take(paper: &Paper, one: Amount, times: u32, unit: Unit) -> Result<Paper, Lacks> {
    let takes = all(one, times);
    let lacks = |_| Lacks::ForRun { paper: paper.name.clone(), takes, has: paper.amount(), unit };
    paper.without(takes).map_err(lacks)
}

/// What so many sheets, or lengths of a roll, are together.
pub fn all(one: Amount, times: u32) -> Amount {
    Amount { sheets: one.sheets * times, length: one.length * i64::from(times) }
}

/// Where paper goes that is given back.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Back {
    /// To the paper it came from, which is then this.
    To(Paper),
    /// Onto the shelf as a paper of its own.
    Own(Paper),
}

/// Where what was taken goes: to the paper it came from if that still stands on the shelf (`now`) and is the same stuff as `then`, else
/// onto the shelf by itself. Nothing if neither is known any more.
pub fn given_back(now: Option<&Paper>, then: Option<&Paper>, taken: Amount) -> Option<Back> {
    let same = now.filter(|now| then.is_none_or(|then| now.is_like(then)));
    match same.and_then(|same| same.with(taken)) {
        Some(whole) => Some(Back::To(whole)),
        None => Some(Back::Own(then.or(now)?.only(taken))),
    }
}

/// So many sheets, or so much of a roll: `3 sheets`.
pub fn amount(sheets: i64, length: Length, unit: Unit) -> String {
    match (sheets, length) {
        (0, Length::ZERO) => "nothing".to_owned(),
        (1, Length::ZERO) => "one sheet".to_owned(),
        (sheets, Length::ZERO) => format!("{sheets} sheets"),
        (_, length) => format!("{} of the roll", length.label(unit)),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::paper::Stock;
    use proptest::prelude::*;

    fn paper(kind: Stock, has: u32) -> Paper {
        let name = "Ash glaze".to_owned();
        let mut paper = Paper { name, kind, sheet: Sheet::default(), count: 1, grain: None, price: None };
        match kind {
            Stock::Roll => paper.sheet.height = Length::inches(i64::from(has) + 1),
            Stock::Sheets | Stock::Pad => paper.count = has,
        }
        paper
    }

    fn kinds() -> impl Strategy<Value = Stock> {
        prop::sample::select(vec![Stock::Sheets, Stock::Pad, Stock::Roll])
    }

    #[test]
    fn amounts_are_told_as_paper_is_counted() {
        let told = |sheets, inches| amount(sheets, Length::inches(inches), Unit::Inch);
        assert_eq!([told(0, 0), told(1, 0), told(3, 0)], ["nothing", "one sheet", "3 sheets"]);
        assert_eq!(told(0, 9), "9 in of the roll");
    }

    /// A sheet as large as the paper is taken whole; one that is larger either way is not.
    #[test]
    fn a_bag_takes_sheets_no_larger_than_its_paper() {
        let pad = paper(Stock::Pad, 5);
        let Sheet { width, height, .. } = pad.sheet;
        let (left, taken) = take_for_bag(&pad, 2, &pad.sheet).unwrap();
        assert_eq!((left.count, taken.sheets), (3, 2));
        for (more_wide, more_tall) in [(Length::INCH, Length::ZERO), (Length::ZERO, Length::INCH)] {
            let larger = Sheet { width: width + more_wide, height: height + more_tall, ..pad.sheet.clone() };
            assert!(matches!(take_for_bag(&pad, 1, &larger), Err(Lacks::Smaller { .. })));
        }
        assert!(matches!(take_for_bag(&pad, 6, &pad.sheet), Err(Lacks::ForBag(_))));
    }

    proptest! {
        #[test]
        fn what_is_taken_and_given_back_is_there_again(kind in kinds(), has in 0_u32..60, times in 1_u32..70) {
            let full = paper(kind, has);
            let one = full.taken(1, Length::INCH);
            match take(&full, one, times, Unit::Inch) {
                Ok(left) => {
                    let most = full.amount();
                    prop_assert!(all(one, times).sheets <= most.sheets && all(one, times).length <= most.length);
                    prop_assert_eq!(given_back(Some(&left), Some(&full), all(one, times)), Some(Back::To(full)));
                }
                Err(refused) => {
                    prop_assert!(times > has, "{refused}");
                    prop_assert!(refused.to_string().contains(&full.name));
                }
            }
        }

        #[test]
        fn what_came_from_other_stuff_lies_by_itself(kind in kinds(), has in 1_u32..60) {
            let then = paper(kind, has);
            let mut now = then.clone();
            now.sheet.width += Length::INCH;
            let taken = then.taken(1, Length::INCH);
            prop_assert_eq!(given_back(Some(&now), Some(&then), taken), Some(Back::Own(then.only(taken))));
            prop_assert_eq!(given_back(None, Some(&then), taken), Some(Back::Own(then.only(taken))));
            prop_assert_eq!(given_back(None, None, taken), None);
        }
    }
}
