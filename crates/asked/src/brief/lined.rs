//! How lines are made on the paper: scored on a board, or creased with a ruler and the hand.

use super::Brief;
use crate::{Length, Sheet};
use strum::VariantArray;

/// How the lines of a bag are made.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum Lined {
    /// As the paper asks: soft paper off a roll by hand, any other on the board.
    #[default]
    Usual,
    /// Scored on a board, whatever the paper is.
    Board,
    /// By ruler and hand: two marks a line, the paper lifted against the ruler, the crease pressed down.
    Hand,
}

impl Lined {
    /// All of them, in the order in which they are offered.
    pub const ALL: &[Self] = Self::VARIANTS;
}

/// Paper longer than this comes off a roll (our choice: twice a pad).
pub const ROLL: Length = Length::inches(24);
/// Heavier paper is not lifted against a ruler: it cracks unless it is scored (our choice: wrapping paper and light patterned paper
/// are below it, card is above).
pub const LIFTED: u32 = 130;

impl Sheet {
    /// True for what is creased against a ruler unless something else is said: off a roll, or as large, and not known to be heavy.
    pub fn is_lifted(&self) -> bool {
        (self.rolled || self.width.max(self.height) > ROLL)
            && self.grammage.is_none_or(|weight| weight.0 <= LIFTED)
    }
}

impl Brief {
    /// True if its lines are made by ruler and hand.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length, brief::Lined};
    /// let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    /// assert!(!brief.is_lined_by_hand());
    /// brief.sheet.width = Length::inches(30);
    /// assert!(brief.is_lined_by_hand());
    /// brief.lined = Lined::Board;
    /// assert!(!brief.is_lined_by_hand());
    /// ```
    pub fn is_lined_by_hand(&self) -> bool {
        match self.lined {
            Lined::Usual => self.sheet.is_lifted(),
            Lined::Board => false,
            Lined::Hand => true,
        }
    }
}
