//! Cutting small parts from what is left over.

use super::guillotine::corner;
use super::{Part, SheetCut};
use crate::Length;
use crate::fittings::small::Small;

/// Cuts parts from the offcuts of sheets, largest first, each from the smallest offcut that holds it; what is left of that
/// stays in as large a piece as can be. Gives back the parts that fit nowhere.
pub(super) fn fill(parts: &[Small], sheets: &mut [SheetCut]) -> Vec<Small> {
    let mut order: Vec<Small> = parts.to_vec();
    order.sort_by_key(|part| -i128::from(part.width.units()) * i128::from(part.height.units()));
    order.into_iter().filter(|part| !place(*part, sheets)).collect()
}

fn place(part: Small, sheets: &mut [SheetCut]) -> bool {
    let mut best: Option<(i128, usize, usize, (Length, Length))> = None;
    for (at, sheet) in sheets.iter().enumerate().filter(|(_, sheet)| !sheet.scrap && sheet.times == 1) {
        for (offcut, space) in sheet.offcuts.iter().enumerate() {
            for (width, height) in part.ways().filter(|(w, h)| *w <= space.width && *h <= space.height) {
                // The snuggest place; the part may still fill it side to side or not.
                let slack = space.area() - i128::from(width.units()) * i128::from(height.units());
                let flush = i128::from(width != space.width && height != space.height);
                let key = slack * 2 + flush;
                if best.is_none_or(|best| key < best.0) {
                    best = Some((key, at, offcut, (width, height)));
                }
            }
        }
    }
    let Some((_, at, offcut, (width, height))) = best else { return false };
    let sheet = &mut sheets[at];
    let space = sheet.offcuts.remove(offcut);
    corner(Part::Small(part), (width, height), space, sheet);
    sheet.offcuts.sort_by_key(|offcut| -offcut.area());
    true
}
