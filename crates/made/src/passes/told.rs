//! What a line is told less by for the crafter's own hands ([`Hand`]), so that it falls where the net has it.
//!
//! Every corner that is scored lands further from the edge than the one before it: with the n-th one all panels before it have
//! come out n times too wide. What lies between two corners shifts with the one before it. The base line lands too near to the
//! bottom edge by all that the body comes out too high.

use super::Straight;
use super::board::Edge;
use crate::Length;
use crate::brief::Hand;
use crate::net::{Crease, CreaseRole, Zone};
use crate::pieces::Piece;

/// What the lines of one piece are told less by.
pub(super) struct Told {
    hand: Hand,
    /// Where corners and tab lines that are scored lie, from the left.
    corners: Vec<Length>,
    /// Where the body ends in a base line, from the bottom.
    base: Option<Length>,
}

impl Told {
    /// For the lines of a piece that are scored; those of a guide are not told.
    pub fn of(hand: Hand, piece: &Piece, scored: &[Straight]) -> Self {
        let blank = &piece.blank;
        let is = |line: &Straight, wanted: fn(&Crease) -> bool| {
            line.creases.iter().any(|crease| wanted(&blank.creases[*crease]))
        };
        let corner = |crease: &Crease| matches!(crease.role, CreaseRole::Corner | CreaseRole::TabLine);
        let mut corners: Vec<Length> = scored
            .iter()
            .filter(|line| line.is_upright() && is(line, corner))
            .map(|line| line.from.x)
            .collect();
        corners.sort_unstable();
        corners.dedup();
        let base = |crease: &Crease| crease.role == CreaseRole::BaseLine;
        let body = blank.row(Zone::Body).map(|row| row.y.from);
        let base = body.filter(|y| scored.iter().any(|line| line.from.y == *y && is(line, base)));
        Self { hand, corners, base }
    }

    /// What a line is told less by where distances are measured from that edge.
    pub fn less(&self, line: &Straight, from: Edge) -> Length {
        let at = line.from;
        match from {
            Edge::Left if line.is_upright() => self.panels(self.corners.iter().filter(|x| **x <= at.x)),
            Edge::Right if line.is_upright() => self.panels(self.corners.iter().filter(|x| **x >= at.x)),
            Edge::Bottom if !line.is_slanted() && Some(at.y) == self.base => -self.hand.height,
            Edge::Top if !line.is_slanted() && Some(at.y) == self.base => self.hand.height,
            _ => Length::ZERO,
        }
    }

    fn panels<'a>(&self, before: impl Iterator<Item = &'a Length>) -> Length {
        self.hand.panel * before.count() as i64
    }
}
