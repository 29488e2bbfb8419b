//! The parts of several bags on as few sheets as can be, with a lower bound on how few there can be.
//!
//! First the parts are laid one after the other, by several rules; often that is as few as the sizes alone allow. Otherwise a
//! few parts are packed thoroughly, and for many whole cutting patterns of a sheet are mixed: the value of the best mixture, rounded up,
//! is a lower bound on every way of cutting from edge to edge.

use super::columns::Columns;
use super::greedy::{self, RULES};
use super::guillotine::{Lyings, sheet, tidy};
use super::{Part, SheetCut, bounds, thorough, together};
use crate::budget::Budget;
use crate::plane::Size;

/// A part and how many of it are wanted.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Wanted {
    /// Its size.
    pub size: Size,
    /// True if it may be laid either way round.
    pub may_turn: bool,
    /// How many.
    pub count: u32,
}

/// Parts laid out on sheets that are all alike.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Batch {
    /// The sheets; parts are given by their place in the list of what was wanted.
    pub sheets: Vec<SheetCut>,
    /// No way of cutting from edge to edge takes fewer sheets than this.
    pub at_least: u32,
    /// Parts that are larger than a sheet, by their place in the list.
    pub too_large: Vec<usize>,
}

impl Batch {
    /// Lays out what is wanted on sheets of that width and height, as well as that much work allows.
    pub fn new(wanted: &[Wanted], size: Size, budget: &Budget<'_>) -> Self {
        let ways = |part: &Wanted| -> Lyings {
            let turned = Some(part.size.turned()).filter(|turned| part.may_turn && *turned != part.size);
            [part.size].into_iter().chain(turned).filter(|lying| lying.fits_in(size)).collect()
        };
        let all: Vec<Lyings> = wanted.iter().map(ways).collect();
        let too_large = (0..wanted.len()).filter(|part| all[*part].is_empty()).collect();
        // Parts of one size are one kind; which is which does not matter until they are handed out.
        let mut kinds: Vec<(Lyings, Vec<usize>)> = Vec::new();
        for (part, ways) in all.into_iter().enumerate().filter(|(_, ways)| !ways.is_empty()) {
            let copies = std::iter::repeat_n(part, wanted[part].count as usize);
            match kinds.iter_mut().find(|kind| kind.0 == ways) {
                Some(kind) => kind.1.extend(copies),
                None => kinds.push((ways, copies.collect())),
            }
        }
        kinds.retain(|kind| !kind.1.is_empty());
        let parts: Vec<Lyings> = kinds.iter().map(|kind| kind.0.clone()).collect();
        let counts: Vec<usize> = kinds.iter().map(|kind| kind.1.len()).collect();
        let (mut sheets, at_least) = solve(&parts, &counts, size, budget);
        for placed in sheets.iter_mut().flat_map(|sheet| &mut sheet.placed) {
            if let Part::Piece(kind) = placed.part
                && let Some(part) = kinds[kind].1.pop()
            {
                placed.part = Part::Piece(part);
            }
        }
        Self { sheets: together(sheets), at_least, too_large }
    }

    /// How many sheets it takes.
    pub fn sheet_count(&self) -> u32 {
        self.sheets.iter().map(|sheet| sheet.times).sum()
    }
}

/// The sheets one by one, and the lower bound.
fn solve(parts: &[Lyings], counts: &[usize], size: Size, budget: &Budget<'_>) -> (Vec<SheetCut>, u32) {
    let total: usize = counts.iter().sum();
    if total == 0 {
        return (Vec::new(), 0);
    }
    let least = bounds::fewest(parts, counts, size);
    let laid = laid(parts, counts, size, least, budget);
    if laid.len() <= least as usize {
        return (laid, least);
    }
    if total <= thorough::MOST {
        return match thoroughly(parts, counts, size, budget) {
            Some(sheets) => {
                let least = sheets.len() as u32;
                (sheets, least)
            }
            None => (laid, least),
        };
    }
    let mut columns = Columns::new(parts, counts, size);
    let least = budget.shared(2, |share| columns.generate(least, share));
    let mixed = columns.rounded(laid.len(), least, budget);
    // Of as many sheets those that are cut alike more often.
    let better = mixed.filter(|mixed| rank(mixed) < rank(&laid));
    (better.unwrap_or(laid), least)
}

/// How many sheets, and how many of them differ.
fn rank(sheets: &[SheetCut]) -> (usize, usize) {
    (sheets.len(), together(sheets.to_vec()).len())
}

/// The best of all rules for laying parts one after the other: the fewest sheets, and of those the fewest that differ.
pub(super) fn laid(
    parts: &[Lyings],
    counts: &[usize],
    size: Size,
    least: u32,
    budget: &Budget<'_>,
) -> Vec<SheetCut> {
    let mut best: Option<(Vec<SheetCut>, (usize, usize))> = None;
    let total: usize = counts.iter().sum();
    for rule in RULES {
        if best.is_some() && !budget.spend((total * (40 + counts.len())) as u64) {
            break;
        }
        let most = best.as_ref().map_or(usize::MAX, |best| best.0.len());
        let (mut left, mut sheets) = (counts.to_vec(), Vec::new());
        if !greedy::lay(parts, &mut left, &mut sheets, size, rule, most) {
            continue;
        }
        let rank = rank(&sheets);
        if best.as_ref().is_none_or(|best| rank < best.1) {
            best = Some((sheets, rank));
            if rank.0 <= least as usize && rank.1 <= counts.len() {
                break;
            }
        }
    }
    best.map(|best| best.0).unwrap_or_default()
}

fn thoroughly(parts: &[Lyings], counts: &[usize], size: Size, budget: &Budget<'_>) -> Option<Vec<SheetCut>> {
    let kinds: Vec<usize> =
        counts.iter().enumerate().flat_map(|(kind, count)| std::iter::repeat_n(kind, *count)).collect();
    let singles: Vec<Lyings> = kinds.iter().map(|kind| parts[*kind].clone()).collect();
    let trees = thorough::pack(&singles, size, budget)?;
    let mut sheets: Vec<SheetCut> = trees.into_iter().map(|tree| sheet(&tidy(tree, size), size)).collect();
    for placed in sheets.iter_mut().flat_map(|sheet| &mut sheet.placed) {
        if let Part::Piece(single) = placed.part {
            placed.part = Part::Piece(kinds[single]);
        }
    }
    Some(sheets)
}

#[cfg(test)]
mod tests;
