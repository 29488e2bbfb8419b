//! The round as a ring of panels, fast enough to be cut in every way.

use crate::brief::Side;
use crate::brief::{Cuts, Direction, Place};
use crate::{Brief, Length};

/// Most pieces that a ring falls into.
const MOST: usize = Place::ALL.len();

/// Widths of the pieces of one way to cut the ring.
#[derive(Clone, Copy, Debug)]
pub(super) struct Widths {
    widths: [Length; MOST],
    count: usize,
}

impl Widths {
    /// The widths of the pieces round the bag, each with its tab: what [`crate::net::piece_sizes`] tells without a level.
    pub fn new(brief: &Brief, cuts: Cuts) -> Self {
        let size = brief.finished;
        let (near, far) = match brief.round.direction {
            Direction::Right => (Side::Left, Side::Right),
            Direction::Left => (Side::Right, Side::Left),
        };
        let half = size.gusset.half();
        let left = cuts.back_part.unwrap_or(size.width.half());
        let right = size.width - left;
        let (back_first, back_last) = if far == Side::Left { (left, right) } else { (right, left) };
        let (front_first, front_last) = if near == Side::Left {
            (size.width.half(), size.width - size.width.half())
        } else {
            (size.width - size.width.half(), size.width.half())
        };
        let ring = [
            (front_first, Place::InsideFront),
            (front_last, Place::front_corner(far)),
            (half, Place::gusset_centre(far)),
            (size.gusset - half, Place::back_corner(far)),
            (back_first, Place::InsideBack),
            (back_last, Place::back_corner(near)),
            (size.gusset - half, Place::gusset_centre(near)),
            (half, Place::front_corner(near)),
        ];
        let tab = |after| {
            let is_strip = cuts.all_round.is_none() && brief.joins.strip_at(after);
            if is_strip { Length::ZERO } else { brief.tab }
        };
        let mut made = Self { widths: [Length::ZERO; MOST], count: 0 };
        let mut begun = Length::ZERO;
        for (width, after) in ring {
            begun += width;
            if cuts.at.has(after) {
                made.widths[made.count] = begun + tab(after);
                made.count += 1;
                begun = Length::ZERO;
            }
        }
        // What is left behind the last cut belongs to the first piece.
        made.widths[0] += begun;
        made
    }

    pub fn as_slice(&self) -> &[Length] {
        &self.widths[..self.count]
    }

    /// The fewest rows of that width that hold all pieces; nothing if one is wider.
    pub fn rows(&self, width: Length) -> Option<usize> {
        let mut order = *self;
        if order.count == 0 {
            return Some(0);
        }
        let widths = &mut order.widths[..order.count];
        widths.sort_unstable_by_key(|wide| std::cmp::Reverse(*wide));
        if widths.first().is_some_and(|widest| *widest > width) {
            return None;
        }
        let total: Length = widths.iter().copied().sum();
        let least = (total.units() + width.units() - 1) / width.units().max(1);
        (usize::try_from(least).ok()?..=widths.len())
            .find(|rows| place(widths, width, &mut [Length::ZERO; MOST], *rows))
    }
}

fn place(widths: &[Length], capacity: Length, filled: &mut [Length; MOST], rows: usize) -> bool {
    let Some((widest, rest)) = widths.split_first() else { return true };
    for row in 0..rows {
        let before = filled[row];
        if before + *widest <= capacity {
            filled[row] += *widest;
            if place(rest, capacity, filled, rows) {
                return true;
            }
            filled[row] = before;
        }
        if before == Length::ZERO {
            break;
        }
    }
    false
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{Build, Joins, Places};
    use crate::net::piece_sizes;
    use proptest::prelude::*;

    proptest! {
        /// The net tells the same widths.
        #[test]
        fn the_same_pieces_as_the_net(
            width in 8_i64..100, gusset in 3_i64..50, part in 1_i64..7, at in 0_usize..255, left: bool, blanks in 0_usize..258,
        ) {
            let mut brief = Brief::new(Length::eighths(width), Length::inches(6), Length::eighths(gusset));
            brief.round.direction = if left { Direction::Left } else { Direction::Right };
            brief.joins = match blanks {
                255 => Joins::Tabs,
                256.. => Joins::Strips { width: Length::INCH },
                at => Joins::Mixed { width: Length::INCH, at: Places::every().nth(at).unwrap() },
            };
            let back_part = Some(brief.finished.width.scaled(Length::from_nm(part), Length::from_nm(8)));
            let cuts = Cuts { at: Places::every().nth(at).unwrap(), back_part, all_round: None };
            let mut fast = Widths::new(&brief, cuts).as_slice().to_vec();
            let drawn = piece_sizes(&Brief { build: Build::Joined { cuts }, ..brief });
            let mut drawn: Vec<Length> = drawn.into_iter().map(|size| size.width).collect();
            fast.sort();
            drawn.sort();
            prop_assert_eq!(fast, drawn);
        }
    }
}
