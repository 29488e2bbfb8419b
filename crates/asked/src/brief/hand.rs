//! What the crafter's own hands do every time, so that it can be taken out of what they are told.

use super::{Brief, BriefFault};
use crate::Length;

/// How much more panels and heights come out than they are scored, under one pair of hands; less, if it is negative. The net stays
/// as it is: what is told on the board changes ([`Hand::NONE`] changes nothing).
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Hand {
    /// Every panel comes out so much wider: each corner lands further from the edge than the one before it.
    pub panel: Length,
    /// The body comes out so much higher: the base line lands too near to the bottom edge.
    pub height: Length,
}

impl Hand {
    /// Hands that do what they are told.
    pub const NONE: Self = Self { panel: Length::ZERO, height: Length::ZERO };
    /// More than this is no habit of the hand: something is wrong with board or ruler (our choice).
    pub const MOST: Length = Length::eighths(1);

    /// Less than this is not seen on a board: half a sixty-fourth of an inch and a little more (our choice).
    pub const LEAST: Length = Length::from_nm(250_000);

    /// True if something is taken out.
    pub fn is_any(self) -> bool {
        self != Self::NONE
    }
}

impl Brief {
    /// Checks what is taken out for the hands: not more than [`Hand::MOST`], nor than half of what it is taken from.
    pub(super) fn check_hand(&self) -> Result<(), BriefFault> {
        let mut narrowest = self.tab.min(self.finished.width);
        if self.build.has_gussets() {
            narrowest = narrowest.min(self.finished.gusset.half());
        }
        let flap = if self.flap().is_positive() { self.flap() } else { self.finished.height };
        let all = [
            ("hand.panel", "What is taken off a panel", self.hand.panel, narrowest),
            ("hand.height", "What is taken off the height", self.hand.height, flap),
        ];
        for (field, what, by, from) in all {
            let by = by.abs();
            self.within(field, what, by, Length::ZERO, Hand::MOST)?;
            if by.is_positive() && by < Hand::LEAST {
                let sentence =
                    format!("{what} is {}; nobody sees so little on a board.", by.label(self.unit));
                return Err(BriefFault { field, sentence });
            }
            if by * 2 > from {
                let sentence = format!(
                    "{what} is {}; from {} no more than half can be taken.",
                    by.label(self.unit),
                    from.label(self.unit)
                );
                return Err(BriefFault { field, sentence });
            }
        }
        Ok(())
    }
}
