//! A construction that was found, and the few that are looked at closely.

use super::frames::{Frame, Role, Stack, Stretch};
use super::poses::Pose;
use super::solve::{Measures, Sum};
use crate::Length;
use crate::heard::Axis;

/// What has to be changed so that the figures make this bag.
#[derive(Clone, Debug, PartialEq, Eq, Hash)]
pub(super) enum Mend {
    /// Nothing.
    Nothing,
    /// A figure, to so far from the end it is measured from.
    Moved { figure: usize, to: Length, line: usize, axis: Axis },
    /// A line was not said: so far from the left, or from the bottom.
    Missed { axis: Axis, line: usize, at: Length },
    /// A figure belongs to no line.
    Extra { figure: usize, axis: Axis },
    /// One side of the sheet.
    Sheet { axis: Axis, is: Length },
    /// A measure that was named.
    Measure { index: usize, is: Length },
    /// Figures that were rounded one by one, so that they no longer add up.
    Rounded(Vec<(usize, Length)>),
}

/// A construction with its measures.
#[derive(Clone, Debug)]
pub(super) struct Found<'a> {
    pub(super) frame: &'a Frame,
    pub(super) stack: &'a Stack,
    pub(super) pose: &'a Pose,
    pub(super) measures: Measures,
    /// Where every line lies, from the left; from the bottom.
    pub(super) upright: Vec<Length>,
    pub(super) level: Vec<Length>,
    /// Which line every figure is.
    pub(super) roles: Vec<(usize, Role)>,
    pub(super) mend: Mend,
    /// How far it is from what people usually do; then how much is mended.
    pub(super) odd: u32,
    pub(super) amiss: u32,
}

impl Found<'_> {
    pub(super) fn cost(&self) -> u32 {
        self.odd + self.amiss
    }

    /// Width and height of the piece.
    pub(super) fn extent(&self) -> (Option<Length>, Option<Length>) {
        let all = |stretches: &[Stretch]| total(stretches).of(&self.measures);
        (all(&self.frame.stretches), all(&self.stack.stretches))
    }

    /// True for the same bag mended in the same way.
    fn same(&self, other: &Self) -> bool {
        (self.frame.said, self.frame.joins, self.frame.centred, self.stack.topped, self.stack.at_apex)
            == (
                other.frame.said,
                other.frame.joins,
                other.frame.centred,
                other.stack.topped,
                other.stack.at_apex,
            )
            && self.measures == other.measures
            && self.mend == other.mend
    }
}

/// All of the stretches together.
pub(super) fn total(stretches: &[Stretch]) -> Sum {
    stretches.iter().fold(Sum::default(), |sum, stretch| sum.and(stretch.sum))
}

/// Candidates, the least odd first, each once and no more than can be looked at.
pub(super) struct Shortlist<'a> {
    most: usize,
    pub(super) found: Vec<Found<'a>>,
}

impl<'a> Shortlist<'a> {
    pub(super) const fn new(most: usize) -> Self {
        Self { most, found: Vec::new() }
    }

    pub(super) fn add(&mut self, found: Found<'a>) {
        let cost = found.cost();
        if self.found.len() >= self.most && self.found.last().is_some_and(|last| last.cost() <= cost) {
            return;
        }
        if let Some(known) = self.found.iter().position(|known| known.same(&found)) {
            if self.found[known].cost() <= cost {
                return;
            }
            self.found.remove(known);
        }
        let at = self.found.partition_point(|known| known.cost() <= cost);
        self.found.insert(at, found);
        self.found.truncate(self.most);
    }
}
