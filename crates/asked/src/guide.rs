//! A small guide for notching and scoring, described by its measurements.

use crate::text::fit_to_print;
use crate::{Length, Unit};

/// A name is at most so many characters long.
const LONGEST_NAME: usize = 60;
/// More marks than this stand on no guide (our choice).
pub const MOST_WIDTHS: usize = 8;
/// The smallest panel or flap a guide folds (our choice).
const SMALLEST: Length = Length::eighths(2);
/// The largest: a guide is a small thing (our choice).
const LARGEST: Length = Length::inches(24);

/// A small guide for notching and scoring.
///
/// The foot of the sheet stands against its ledge. Its score edge rises from the ledge; beside that edge it has a mark for each
/// width of a face and one for the gusset. What was last scored, or the edge of the sheet, is laid at a mark, and the next
/// line is scored along the score edge: the panel between them is then as wide as the mark says. Before the next move the base
/// line is scored along the guide, and the corner line notched up to it. Common practice, in our words: what is called a mark or
/// a ledge differs from maker to maker.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Guide {
    /// What the crafter calls it.
    pub name: String,
    /// The one gusset it folds.
    pub gusset: Length,
    /// The depth of the base flaps it folds, whatever the gusset is.
    pub flap: Length,
    /// The widths of a face it has marks for, from small to large.
    pub widths: Vec<Length>,
    /// How far its score edge reaches from the ledge.
    pub reach: Length,
    /// How much each side of a gusset flap tapers where it notches; none if it cuts plain slits.
    pub taper: Length,
    /// How its crafter works with it.
    pub way: GuideWay,
}

/// How a crafter works with a guide.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct GuideWay {
    /// True if the base line is scored on the board first, in one go from edge to edge, and the guide only scores upright lines and
    /// notches.
    pub base_on_board: bool,
    /// True for a left-handed feed: the marks lie on the right of the score edge, the free edge of the first face lies on the right,
    /// and the piece goes through the other way.
    pub left_handed: bool,
}

/// A measurement of a guide that cannot be: its field, and a sentence.
pub type GuideFault = (&'static str, String);

impl Guide {
    /// The guide with its marks in order, each once.
    pub fn in_order(mut self) -> Self {
        self.widths.sort_unstable();
        self.widths.dedup();
        self
    }

    /// The largest face it has a mark for: as far as it scores a base line in one go.
    pub fn widest(&self) -> Length {
        self.widths.iter().copied().max().unwrap_or_default()
    }

    /// Checks name and measurements: the one rule for what may be written down and for what is read again.
    ///
    /// # Errors
    /// The first field at fault, and a sentence.
    ///
    /// ```
    /// use wide_fold_asked::{Guide, GuideWay, Length, Unit};
    /// let mut guide = Guide {
    ///     name: "Small guide".to_owned(),
    ///     gusset: Length::inches(2),
    ///     flap: Length::eighths(10),
    ///     widths: vec![Length::eighths(28), Length::inches(5)],
    ///     reach: Length::inches(6),
    ///     taper: Length::ZERO,
    ///     way: GuideWay::default(),
    /// };
    /// assert_eq!(guide.check(Unit::Inch), Ok(()));
    /// guide.reach = Length::INCH;
    /// assert_eq!(guide.check(Unit::Inch).unwrap_err().0, "reach");
    /// ```
    pub fn check(&self, unit: Unit) -> Result<(), GuideFault> {
        if self.name.trim().is_empty() {
            return Err(("name", "Give the guide a name.".to_owned()));
        }
        if self.name.chars().count() > LONGEST_NAME {
            return Err(("name", format!("The name is too long; {LONGEST_NAME} characters are the most.")));
        }
        if !fit_to_print(&self.name) {
            return Err(("name", "The name holds a character that cannot be written.".to_owned()));
        }
        let within = |field, what: &str, length: Length, least: Length, most: Length| {
            let label = |length: Length| length.label(unit);
            let sentence = if length < least || most < length {
                format!("{what} is {}; a guide has {} to {}.", label(length), label(least), label(most))
            } else if !length.can_be_halved() {
                format!(
                    "{what} is finer than any ruler: use sixty-fourths of an inch, or hundredths of a millimetre."
                )
            } else {
                return Ok(());
            };
            Err((field, sentence))
        };
        within("gusset", "The gusset", self.gusset, SMALLEST, LARGEST)?;
        within("flap", "The base flap", self.flap, SMALLEST, LARGEST)?;
        if self.widths.is_empty() {
            return Err(("widths", "Name at least one width of a face that it has a mark for.".to_owned()));
        }
        if self.widths.len() > MOST_WIDTHS {
            let sentence = format!("It has {} widths; {MOST_WIDTHS} are the most.", self.widths.len());
            return Err(("widths", sentence));
        }
        for width in &self.widths {
            within("widths", "A width", *width, SMALLEST, LARGEST)?;
        }
        if self.reach <= self.flap {
            let sentence = format!(
                "Its lines run {} up from the ledge; they have to reach past the base line, which is at {}.",
                self.reach.label(unit),
                self.flap.label(unit)
            );
            return Err(("reach", sentence));
        }
        within("reach", "The length of its lines", self.reach, SMALLEST, Length::inches(60))?;
        // More would not leave a flap (customary ¼ on a gusset of 2).
        let most = self.gusset.half().half().half();
        within("taper", "The taper of its notch", self.taper, Length::ZERO, most)
    }
}

#[cfg(test)]
pub(crate) mod tests {
    use super::*;
    use rstest::rstest;

    /// For tests: its marks out of order, and one of them twice.
    pub(crate) fn guide() -> Guide {
        Guide {
            name: "Small guide".to_owned(),
            gusset: Length::inches(2),
            flap: Length::eighths(10),
            widths: vec![Length::inches(5), Length::eighths(28), Length::inches(5)],
            reach: Length::inches(6),
            taper: Length::ZERO,
            way: GuideWay::default(),
        }
    }

    #[test]
    fn marks_are_put_in_order() {
        let guide = guide().in_order();
        assert_eq!(guide.widths, [Length::eighths(28), Length::inches(5)]);
        assert_eq!(guide.widest(), Length::inches(5));
    }

    #[rstest]
    #[case(|guide: &mut Guide| guide.name = " ".to_owned(), "name")]
    #[case(|guide: &mut Guide| guide.name = "a\u{0}".to_owned(), "name")]
    #[case(|guide: &mut Guide| guide.name = "a".repeat(61), "name")]
    #[case(|guide: &mut Guide| guide.gusset = Length::ZERO, "gusset")]
    #[case(|guide: &mut Guide| guide.flap = -Length::INCH, "flap")]
    #[case(|guide: &mut Guide| guide.widths = Vec::new(), "widths")]
    #[case(|guide: &mut Guide| guide.widths = (1..10).map(Length::inches).collect(), "widths")]
    #[case(|guide: &mut Guide| guide.widths[1] = Length::inches(25), "widths")]
    #[case(|guide: &mut Guide| guide.widths[1] = Length::INCH + Length::from_units(1), "widths")]
    #[case(|guide: &mut Guide| guide.reach = guide.flap, "reach")]
    #[case(|guide: &mut Guide| guide.taper = Length::eighths(3), "taper")]
    fn what_cannot_be_is_said(#[case] spoil: fn(&mut Guide), #[case] field: &str) {
        let mut spoiled = guide();
        spoil(&mut spoiled);
        assert_eq!(spoiled.check(Unit::Inch).unwrap_err().0, field);
    }
}
