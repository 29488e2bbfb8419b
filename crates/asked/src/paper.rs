//! Papers a crafter owns.

use crate::sheet::{Grammage, Stuff};
use crate::text::fit_to_print;
use crate::{Length, Sheet};
use strum::VariantArray;

/// A paper on the shelf.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Paper {
    /// What the crafter calls it.
    pub name: String,
    /// How it comes.
    pub kind: Stock,
    /// One sheet of it; of a roll, its width and what is left of its length.
    pub sheet: Sheet,
    /// How many sheets, or rolls, there are.
    pub count: u32,
    /// Which way its fibres run, if that is known.
    pub grain: Option<Grain>,
    /// What one sheet, or roll, cost, if that is known.
    pub price: Option<Money>,
}

/// How a paper comes.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum Stock {
    /// Single sheets.
    #[default]
    Sheets,
    /// Sheets of one pad.
    Pad,
    /// A roll: as wide as it is, as long as is left.
    Roll,
}

impl Stock {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if its length is what is left of it, and not a count of sheets.
    pub const fn is_roll(self) -> bool {
        match self {
            Self::Roll => true,
            Self::Sheets | Self::Pad => false,
        }
    }
}

/// Which way the fibres of a sheet run, pattern upright. Folds along the grain crack less.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Grain {
    /// From bottom to top.
    Upright,
    /// From side to side.
    Sideways,
}

/// An amount in hundredths of whatever the crafter counts in.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Money(pub i64);

/// The sheet to which a US basis weight refers, in inches (definition of basis weight, from memory).
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Basis {
    /// 20 × 26.
    Cover,
    /// 25 × 38.
    Text,
    /// 17 × 22.
    Bond,
    /// 25½ × 30½.
    Index,
}

impl Basis {
    fn square_inches(self) -> f64 {
        match self {
            Self::Cover => 20.0 * 26.0,
            Self::Text => 25.0 * 38.0,
            Self::Bond => 17.0 * 22.0,
            Self::Index => 25.5 * 30.5,
        }
    }

    /// Weight by area of paper of which 500 such sheets weigh that many pounds (avoirdupois, 453.59237 g exactly).
    ///
    /// ```
    /// use wide_fold_asked::paper::Basis;
    /// use wide_fold_asked::sheet::Grammage;
    /// assert_eq!(Basis::Cover.grammage(80), Grammage(216));
    /// ```
    pub fn grammage(self, pounds: u32) -> Grammage {
        let grams = f64::from(pounds) * 453.592_37;
        let square_metres = 500.0 * self.square_inches() * 0.025_4 * 0.025_4;
        Grammage((grams / square_metres).round() as u32)
    }
}

/// Paper that a bag takes from the shelf.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Amount {
    /// How many sheets; of a roll, none.
    pub sheets: u32,
    /// How much of a roll's length; of sheets, none.
    pub length: Length,
}

impl Paper {
    /// A paper of which nothing is known but that it is there.
    pub fn plain() -> Self {
        Self {
            name: "Paper".to_owned(),
            kind: Stock::Sheets,
            sheet: Sheet::default(),
            count: 0,
            grain: None,
            price: None,
        }
    }

    /// What a bag takes that needs so many sheets as long as `length`: of a roll, that length of it.
    pub fn taken(&self, sheets: u32, length: Length) -> Amount {
        match self.kind {
            Stock::Roll => Amount { sheets: 0, length: length * i64::from(sheets) },
            Stock::Sheets | Stock::Pad => Amount { sheets, length: Length::ZERO },
        }
    }

    /// How much of it there is: sheets, or a roll's length. Taking and giving back change it by what was taken, exactly.
    pub fn amount(&self) -> Amount {
        match (self.kind, self.count) {
            (Stock::Roll, 0) => Amount { sheets: 0, length: Length::ZERO },
            (Stock::Roll, _) => Amount { sheets: 0, length: self.sheet.height },
            (Stock::Sheets | Stock::Pad, sheets) => Amount { sheets, length: Length::ZERO },
        }
    }

    /// The paper that is left. A roll may be used up to its last bit.
    ///
    /// # Errors
    /// A sentence that says how much is missing.
    pub fn without(&self, taken: Amount) -> Result<Self, String> {
        let (has, mut left) = (self.amount(), self.clone());
        if taken.sheets > has.sheets {
            let sheets =
                if taken.sheets == 1 { "one sheet".to_owned() } else { format!("{} sheets", taken.sheets) };
            let are = match has.sheets {
                0 => "there is none left".to_owned(),
                1 => "there is one".to_owned(),
                more => format!("there are {more}"),
            };
            return Err(format!("The bag takes {sheets} of {}, and {are}.", self.name));
        }
        if taken.length > has.length {
            let are = if has.length.is_positive() {
                format!("{} are left", has.length)
            } else {
                "none is left".to_owned()
            };
            return Err(format!("The bag takes {} of {}, and {are}.", taken.length, self.name));
        }
        left.count -= taken.sheets;
        left.sheet.height -= taken.length;
        Ok(left)
    }

    /// The paper with what was taken given back; nothing if it cannot be put to it: sheets to a roll, a length to sheets, or
    /// more than a shelf holds of one paper.
    pub fn with(&self, taken: Amount) -> Option<Self> {
        let (has, mut whole) = (self.amount(), self.clone());
        match self.kind {
            Stock::Roll if taken.sheets == 0 => {
                // A roll that was crossed off lives again as what comes back of it.
                whole.count = 1;
                whole.sheet.height = has.length + taken.length;
            }
            Stock::Sheets | Stock::Pad if taken.length == Length::ZERO => {
                whole.count = self.count.checked_add(taken.sheets)?;
            }
            Stock::Sheets | Stock::Pad | Stock::Roll => return None,
        }
        whole.check().is_ok().then_some(whole)
    }

    /// What was taken, as a paper of its own: for giving back when the paper it came from is no longer the same.
    pub fn only(&self, taken: Amount) -> Self {
        let mut own = self.clone();
        match self.kind {
            Stock::Roll => {
                own.count = 1;
                own.sheet.height = taken.length;
            }
            Stock::Sheets | Stock::Pad => own.count = taken.sheets,
        }
        own
    }

    /// True if a sheet of it can be used: of a roll, if an inch is left.
    pub fn is_usable(&self) -> bool {
        self.sheet.height >= Sheet::SMALLEST
    }

    /// True if both are the same stuff, whatever is left of each: what was taken of one can be put to the other.
    pub fn is_like(&self, other: &Self) -> bool {
        let roll = |paper: &Self| paper.kind.is_roll();
        let same_length = roll(self) || self.sheet.height == other.sheet.height;
        roll(self) == roll(other) && self.sheet.width == other.sheet.width && same_length
    }

    /// Checks name, size and weight: the one rule for what may be written on the shelf and for what is read from it.
    ///
    /// # Errors
    /// The field at fault and a sentence.
    pub fn check(&self) -> Result<(), (&'static str, String)> {
        let (least, most) = (Sheet::SMALLEST, Sheet::LARGEST);
        if self.name.trim().is_empty() {
            return Err(("name", "Give the paper a name.".to_owned()));
        }
        if self.name.chars().count() > LONGEST_NAME {
            return Err(("name", format!("The name is too long; {LONGEST_NAME} characters are the most.")));
        }
        if !fit_to_print(&self.name) {
            return Err(("name", "The name holds a character that cannot be written.".to_owned()));
        }
        let is_roll = self.kind.is_roll();
        for (field, length) in [("width", self.sheet.width), ("height", self.sheet.height)] {
            // Of a roll as little may be left as there is.
            let least = if is_roll && field == "height" { Length::ZERO } else { least };
            if !(least..=most).contains(&length) {
                return Err((
                    field,
                    match is_roll && field == "height" {
                        true => format!("{length} is no length that is left of a roll: 0 to 400 in can be."),
                        false => format!("A {field} of {length} is no paper: 1 in to 400 in can be used."),
                    },
                ));
            }
        }
        if is_roll && self.count > 1 {
            let sentence = "Put every roll on the shelf by itself: of each its own length is left.";
            return Err(("count", sentence.to_owned()));
        }
        if self.count > 100_000 {
            return Err(("count", "Nobody keeps more than 100 000 sheets.".to_owned()));
        }
        self.sheet.check_stuff().map_err(|(stuff, sentence)| match stuff {
            Stuff::Thickness => ("thickness", sentence),
            Stuff::Weight => ("weight", sentence),
            Stuff::Grid => ("grid", sentence),
        })
    }
}

/// A paper's name is at most so many characters long.
pub const LONGEST_NAME: usize = 120;

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Values of conversion tables in the paper trade (from memory), to the gram or two they are rounded to.
    #[rstest]
    #[case(Basis::Cover, 65, 176)]
    #[case(Basis::Cover, 80, 216)]
    #[case(Basis::Cover, 110, 298)]
    #[case(Basis::Text, 80, 118)]
    #[case(Basis::Bond, 20, 75)]
    #[case(Basis::Index, 110, 199)]
    fn basis_weights(#[case] basis: Basis, #[case] pounds: u32, #[case] grams: u32) {
        assert!(basis.grammage(pounds).0.abs_diff(grams) <= 1, "{:?}", basis.grammage(pounds));
    }

    fn pad() -> Paper {
        Paper {
            name: "Ash glaze pad".to_owned(),
            kind: Stock::Pad,
            sheet: Sheet::default(),
            count: 5,
            grain: None,
            price: Some(Money(65)),
        }
    }

    #[test]
    fn sheets_are_taken_and_given_back() {
        let pad = pad();
        let taken = pad.taken(3, Length::inches(12));
        assert_eq!(taken, Amount { sheets: 3, length: Length::ZERO });
        let left = pad.without(taken).unwrap();
        assert_eq!(left.count, 2);
        assert_eq!(left.with(taken), Some(pad));
        let short = left.without(taken).unwrap_err();
        assert_eq!(short, "The bag takes 3 sheets of Ash glaze pad, and there are 2.");
    }

    #[test]
    fn of_a_roll_its_length_is_taken() {
        let mut roll = Paper { kind: Stock::Roll, count: 1, ..pad() };
        roll.sheet.height = Length::inches(100);
        let taken = roll.taken(2, Length::inches(20));
        assert_eq!(taken, Amount { sheets: 0, length: Length::inches(40) });
        let left = roll.without(taken).unwrap();
        assert_eq!((left.count, left.sheet.height), (1, Length::inches(60)));
        assert_eq!(left.with(taken), Some(roll));
        // Sixty more leave none of it, which is as good as any other length; sixty-one are not there.
        let none = left.without(left.taken(1, Length::inches(60))).unwrap();
        assert_eq!((none.sheet.height, none.check()), (Length::ZERO, Ok(())));
        let short = left.without(left.taken(1, Length::inches(61))).unwrap_err();
        assert_eq!(short, "The bag takes 61 in of Ash glaze pad, and 60 in are left.");
    }

    #[test]
    fn a_roll_crossed_off_lives_again_as_what_comes_back() {
        let mut roll = Paper { kind: Stock::Roll, count: 0, ..pad() };
        roll.sheet.height = Length::inches(70);
        assert!(roll.without(roll.taken(1, Length::INCH)).unwrap_err().ends_with("and none is left."));
        let taken = Amount { sheets: 0, length: Length::inches(9) };
        let back = roll.with(taken).unwrap();
        assert_eq!((back.count, back.amount()), (1, taken));
        // Sheets are not put to a roll, nor a length to sheets, nor more than can be kept.
        assert_eq!(roll.with(Amount { sheets: 2, length: Length::ZERO }), None);
        assert_eq!(pad().with(taken), None);
        assert_eq!(back.with(Amount { sheets: 0, length: Length::inches(392) }), None);
    }

    #[rstest]
    #[case(|paper: &mut Paper| paper.name = "  ".to_owned(), "name")]
    #[case(|paper: &mut Paper| paper.name = "a\u{0}b".to_owned(), "name")]
    #[case(|paper: &mut Paper| paper.name = "a".repeat(121), "name")]
    #[case(|paper: &mut Paper| paper.sheet.caliper = Some(Length::ZERO), "thickness")]
    #[case(|paper: &mut Paper| paper.sheet.caliper = Some(-Length::millimetres(5)), "thickness")]
    #[case(|paper: &mut Paper| (paper.kind, paper.count) = (Stock::Roll, 2), "count")]
    #[case(|paper: &mut Paper| paper.sheet.width = Length::eighths(4), "width")]
    #[case(|paper: &mut Paper| paper.sheet.height = Length::inches(401), "height")]
    #[case(|paper: &mut Paper| paper.count = 100_001, "count")]
    #[case(|paper: &mut Paper| paper.sheet.grammage = Some(Grammage(5)), "weight")]
    fn what_is_no_paper_is_refused(#[case] spoil: fn(&mut Paper), #[case] field: &str) {
        let mut paper = pad();
        assert_eq!(paper.check(), Ok(()));
        spoil(&mut paper);
        assert_eq!(paper.check().unwrap_err().0, field);
    }
}
