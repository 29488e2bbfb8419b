//! Papers a crafter owns.

use crate::sheet::Grammage;
use crate::{Length, Sheet};

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
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Stock {
    /// Single sheets.
    #[default]
    Sheets,
    /// Sheets of one pad.
    Pad,
    /// A roll: as wide as it is, as long as is left.
    Roll,
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
    /// use wide_fold_core::paper::Basis;
    /// use wide_fold_core::sheet::Grammage;
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
pub struct Taken {
    /// How many sheets; of a roll, none.
    pub sheets: u32,
    /// How much of a roll's length; of sheets, none.
    pub length: Length,
}

impl Paper {
    /// What a bag takes that needs so many sheets as long as `length`: of a roll, that length of it.
    pub fn taken(&self, sheets: u32, length: Length) -> Taken {
        match self.kind {
            Stock::Roll => Taken { sheets: 0, length: length * i64::from(sheets) },
            Stock::Sheets | Stock::Pad => Taken { sheets, length: Length::ZERO },
        }
    }

    /// The paper that is left.
    ///
    /// # Errors
    /// A sentence that says how much is missing.
    pub fn without(&self, taken: Taken) -> Result<Self, String> {
        let mut left = self.clone();
        if taken.sheets > self.count {
            return Err(format!(
                "The bag takes {} sheets of {}, and there are {}.",
                taken.sheets, self.name, self.count
            ));
        }
        left.count -= taken.sheets;
        if taken.length >= self.sheet.height {
            return Err(format!(
                "The bag takes {} of {}, and {} are left.",
                taken.length, self.name, self.sheet.height
            ));
        }
        left.sheet.height -= taken.length;
        Ok(left)
    }

    /// The paper with what was taken given back.
    pub fn with(&self, taken: Taken) -> Self {
        let mut whole = self.clone();
        whole.count = whole.count.saturating_add(taken.sheets);
        whole.sheet.height += taken.length;
        whole
    }

    /// Checks name and size.
    ///
    /// # Errors
    /// The field at fault and a sentence.
    pub fn check(&self) -> Result<(), (&'static str, String)> {
        let (least, most) = (Length::INCH, Length::inches(400));
        if self.name.trim().is_empty() {
            return Err(("name", "Give the paper a name.".to_owned()));
        }
        for (field, length) in [("width", self.sheet.width), ("height", self.sheet.height)] {
            if !(least..=most).contains(&length) {
                return Err((
                    field,
                    format!("A {field} of {length} is no paper: 1 in to 400 in can be used."),
                ));
            }
        }
        if self.count > 100_000 {
            return Err(("count", "Nobody keeps more than 100 000 sheets.".to_owned()));
        }
        if self.sheet.grammage.is_some_and(|grammage| !(10..=1000).contains(&grammage.0)) {
            return Err(("weight", "Paper for bags weighs 10 to 1000 g/m².".to_owned()));
        }
        Ok(())
    }
}

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
        assert_eq!(taken, Taken { sheets: 3, length: Length::ZERO });
        let left = pad.without(taken).unwrap();
        assert_eq!(left.count, 2);
        assert_eq!(left.with(taken), pad);
        let short = left.without(taken).unwrap_err();
        assert_eq!(short, "The bag takes 3 sheets of Ash glaze pad, and there are 2.");
    }

    #[test]
    fn of_a_roll_its_length_is_taken() {
        let mut roll = Paper { kind: Stock::Roll, count: 1, ..pad() };
        roll.sheet.height = Length::inches(100);
        let taken = roll.taken(2, Length::inches(20));
        assert_eq!(taken, Taken { sheets: 0, length: Length::inches(40) });
        let left = roll.without(taken).unwrap();
        assert_eq!((left.count, left.sheet.height), (1, Length::inches(60)));
        assert_eq!(left.with(taken), roll);
        // Forty more would still leave twenty; sixty would leave none of it.
        assert!(left.without(left.taken(1, Length::inches(60))).is_err());
    }

    #[rstest]
    #[case(|paper: &mut Paper| paper.name = "  ".to_owned(), "name")]
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
