//! A few rectangles on as few sheets as can be, by trying every way of cutting them out.
//!
//! For every set of parts the smallest rectangles that it can be cut from are found from those of its halves, laid side by
//! side or one above the other; then the sets are shared out over sheets. Nothing better is passed over.

use super::Blade;
use super::guillotine::{Lyings, Tree};
use crate::Length;
use crate::budget::Budget;
use crate::plane::Size;

/// No more parts than this: the work grows as three to that power.
pub(super) const MOST: usize = 9;

/// A smallest rectangle that holds a set, and how.
#[derive(Clone, Copy)]
struct Holder {
    width: Length,
    height: Length,
    how: How,
}

#[derive(Clone, Copy)]
enum How {
    /// One part, as it is or turned.
    Alone,
    /// Two sets and their holders, side by side or one above the other.
    Halves(Blade, [(usize, usize); 2]),
}

/// Cuts parts, each with the sizes it may be laid in, from as few sheets as can be; nothing if that takes too much work. Every
/// part must fit a sheet.
pub(super) fn pack(parts: &[Lyings], sheet: Size, budget: &Budget<'_>) -> Option<Vec<Tree>> {
    let all = (1_usize << parts.len()) - 1;
    let mut holders: Vec<Vec<Holder>> = vec![Vec::new(); all + 1];
    for set in 1..=all {
        holders[set] = smallest(set, parts, &holders, sheet, budget)?;
    }
    // Fewest sheets for every set: the sheet with its first part, and the rest.
    let mut best: Vec<Option<(usize, usize)>> = vec![None; all + 1];
    best[0] = Some((0, 0));
    for set in 1..=all {
        let first = set & set.wrapping_neg();
        let mut half = set;
        while half > 0 {
            if half & first != 0
                && !holders[half].is_empty()
                && let Some((sheets, _)) = best[set & !half]
                && best[set].is_none_or(|(known, _)| sheets + 1 < known)
            {
                best[set] = Some((sheets + 1, half));
            }
            half = (half - 1) & set;
        }
    }
    let mut trees = Vec::new();
    let mut rest = all;
    while rest > 0 {
        let Some((_, half)) = best[rest] else { break };
        trees.push(tree(half, 0, &holders));
        rest &= !half;
    }
    Some(trees)
}

/// The rectangles no smaller of which hold the set, within a sheet; nothing if that takes too much work.
fn smallest(
    set: usize,
    parts: &[Lyings],
    holders: &[Vec<Holder>],
    sheet: Size,
    budget: &Budget<'_>,
) -> Option<Vec<Holder>> {
    let mut front = Front { sheet, list: Vec::new() };
    if set.is_power_of_two() {
        for size in &parts[set.trailing_zeros() as usize] {
            front.add(Holder { width: size.width, height: size.height, how: How::Alone });
        }
    }
    let first = set & set.wrapping_neg();
    let mut half = (set - 1) & set;
    while half > 0 {
        if half & first != 0 {
            let other = set & !half;
            if !budget.spend((holders[half].len() * holders[other].len() * 8 + 1) as u64) {
                return None;
            }
            for (i, one) in holders[half].iter().enumerate() {
                for (j, two) in holders[other].iter().enumerate() {
                    let at = [(half, i), (other, j)];
                    front.add(Holder {
                        width: one.width + two.width,
                        height: one.height.max(two.height),
                        how: How::Halves(Blade::Vertical, at),
                    });
                    front.add(Holder {
                        width: one.width.max(two.width),
                        height: one.height + two.height,
                        how: How::Halves(Blade::Horizontal, at),
                    });
                }
            }
        }
        half = (half - 1) & set;
    }
    Some(front.list)
}

/// Rectangles none of which holds another, from narrow and tall to wide and low.
struct Front {
    sheet: Size,
    list: Vec<Holder>,
}

impl Front {
    /// Adds one, unless it is larger than the sheet or than one that is there; those it outdoes go.
    fn add(&mut self, new: Holder) {
        if new.width > self.sheet.width || new.height > self.sheet.height {
            return;
        }
        // The last that is no wider is the lowest of those.
        let after = self.list.partition_point(|known| known.width <= new.width);
        if after > 0 && self.list[after - 1].height <= new.height {
            return;
        }
        let from = self.list[..after].partition_point(|known| known.width < new.width);
        let outdone = self.list[from..].iter().take_while(|known| known.height >= new.height).count();
        self.list.splice(from..from + outdone, [new]);
    }
}

fn tree(set: usize, holder: usize, holders: &[Vec<Holder>]) -> Tree {
    let Some(own) = holders[set].get(holder) else { return Tree::Waste };
    match own.how {
        How::Alone => Tree::Part(set.trailing_zeros() as usize, Size::new(own.width, own.height)),
        How::Halves(blade, [one, two]) => {
            let first = &holders[one.0][one.1];
            let at = if blade == Blade::Vertical { first.width } else { first.height };
            Tree::Cut(blade, at, Box::new((tree(one.0, one.1, holders), tree(two.0, two.1, holders))))
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(&[(6, 6), (6, 6), (6, 6), (6, 6)], 1)]
    #[case(&[(7, 7), (7, 7)], 2)]
    // A pinwheel of four 7 × 5 fills 12 × 12 but for its middle, and no cut from edge to edge parts it.
    #[case(&[(7, 5), (5, 7), (7, 5), (5, 7)], 2)]
    // Worked out by hand: 8 × 12 with 4 × 7 and 4 × 5 beside it, and the rest on a second sheet.
    #[case(&[(8, 12), (4, 7), (4, 5), (12, 6), (6, 6), (6, 6)], 2)]
    fn fewest_sheets(#[case] sizes: &[(i64, i64)], #[case] sheets: usize) {
        let parts: Vec<Lyings> =
            sizes.iter().map(|(w, h)| vec![Size::new(Length::inches(*w), Length::inches(*h))]).collect();
        let budget = Budget::of(Budget::USUAL);
        let packed = pack(&parts, Size::new(Length::inches(12), Length::inches(12)), &budget).unwrap();
        assert_eq!(packed.len(), sheets);
    }
}
