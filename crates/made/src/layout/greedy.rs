//! Parts laid one after the other, each into the snuggest place that is left.

use super::guillotine::{Lyings, Tree, corner, sheet};
use super::{Part, Rectangle, SheetCut};
use crate::Length;
use crate::plane::Size;
use std::cmp::Reverse;
use std::collections::BinaryHeap;

/// Which parts come first.
#[derive(Clone, Copy)]
pub(super) enum Order {
    /// The largest.
    Area,
    /// Those with the longest side.
    Longest,
    /// The tallest.
    Tallest,
    /// The widest.
    Widest,
}

/// Which free place is the snuggest.
#[derive(Clone, Copy)]
pub(super) enum Snug {
    /// The smallest.
    Area,
    /// Where the part leaves the narrowest gap.
    Narrow,
}

/// Every rule there is.
pub(super) const RULES: [(Order, Snug); 8] = [
    (Order::Area, Snug::Area),
    (Order::Longest, Snug::Area),
    (Order::Tallest, Snug::Area),
    (Order::Widest, Snug::Area),
    (Order::Area, Snug::Narrow),
    (Order::Longest, Snug::Narrow),
    (Order::Tallest, Snug::Narrow),
    (Order::Widest, Snug::Narrow),
];

/// A place to lay a part: how snug it is (less is better), its sheet, and where it lies there.
type Gap = Reverse<(i128, usize, Length, Length, Length, Length)>;

/// Lays all that is `left` into what `sheets` have left over, and onto new sheets. Gives up, with false, as soon as it would
/// take more than `most` sheets; parts and sheets are then in disorder.
pub(super) fn lay(
    parts: &[Lyings],
    left: &mut [usize],
    sheets: &mut Vec<SheetCut>,
    size: Size,
    (order, snug): (Order, Snug),
    most: usize,
) -> bool {
    let mut kinds: Vec<usize> = (0..parts.len()).filter(|kind| left[*kind] > 0).collect();
    kinds.sort_by_key(|kind| {
        let size = parts[*kind][0];
        Reverse(match order {
            Order::Area => size.area(),
            Order::Longest => i128::from(size.width.max(size.height).units()),
            Order::Tallest => i128::from(size.height.units()),
            Order::Widest => i128::from(size.width.units()),
        })
    });
    let mut free: Vec<(usize, Rectangle)> = Vec::new();
    for (number, sheet) in sheets.iter_mut().enumerate() {
        free.extend(sheet.offcuts.drain(..).map(|space| (number, space)));
    }
    for kind in kinds {
        let ways = &parts[kind];
        let mut places: BinaryHeap<Gap> = BinaryHeap::new();
        free.retain(|(number, space)| match place(ways, *number, *space, snug) {
            Some(found) => {
                places.push(found);
                false
            }
            None => true,
        });
        while left[kind] > 0 {
            let (number, space) = match places.pop() {
                Some(Reverse((_, number, x, y, width, height))) => {
                    (number, Rectangle { x, y, width, height })
                }
                None if sheets.len() == most => return false,
                None => {
                    let mut new = sheet(&Tree::Waste, size);
                    let whole = new.offcuts.swap_remove(0);
                    sheets.push(new);
                    (sheets.len() - 1, whole)
                }
            };
            let Some(way) = way_in(ways, space) else { break };
            corner(Part::Piece(kind), way, space, &mut sheets[number]);
            left[kind] -= 1;
            for off in sheets[number].offcuts.drain(..) {
                match place(ways, number, off, snug) {
                    Some(found) => places.push(found),
                    None => free.push((number, off)),
                }
            }
        }
        free.extend(
            places
                .into_iter()
                .map(|Reverse((_, number, x, y, width, height))| (number, Rectangle { x, y, width, height })),
        );
    }
    for (number, space) in free {
        sheets[number].offcuts.push(space);
    }
    for sheet in sheets {
        sheet.offcuts.sort_by_key(|offcut| (-offcut.area(), offcut.x, offcut.y));
    }
    true
}

/// Of the ways to lay a part into a place the one that leaves the narrowest gap.
fn way_in(ways: &Lyings, space: Rectangle) -> Option<Size> {
    let fits = |way: &&Size| way.width <= space.width && way.height <= space.height;
    ways.iter().filter(fits).min_by_key(|way| gap(**way, space)).copied()
}

fn gap(way: Size, space: Rectangle) -> Length {
    (space.width - way.width).min(space.height - way.height)
}

/// The place as it is ranked, if the part fits it.
fn place(ways: &Lyings, number: usize, space: Rectangle, snug: Snug) -> Option<Gap> {
    let way = way_in(ways, space)?;
    let rank = match snug {
        Snug::Area => space.area(),
        Snug::Narrow => i128::from(gap(way, space).units()),
    };
    Some(Reverse((rank, number, space.x, space.y, space.width, space.height)))
}
