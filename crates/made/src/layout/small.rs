//! Cutting small parts from what is left over.

use super::guillotine::corner;
use super::{Part, SheetCut};
use crate::fittings::small::Small;
use crate::plane::Size;

/// Cuts parts from the offcuts of sheets, largest first, each from the smallest offcut that holds it; what is left of that
/// stays in as large a piece as can be. Gives back the parts that fit nowhere.
pub(super) fn fill(parts: &[Small], sheets: &mut [SheetCut]) -> Vec<Small> {
    let mut order: Vec<Small> = parts.to_vec();
    order.sort_by_key(|part| -part.size.area());
    order.into_iter().filter(|part| !place(*part, sheets)).collect()
}

fn place(part: Small, sheets: &mut [SheetCut]) -> bool {
    let mut best: Option<(i128, usize, usize, Size)> = None;
    for (at, sheet) in sheets.iter().enumerate().filter(|(_, sheet)| !sheet.scrap && sheet.times == 1) {
        for (offcut, space) in sheet.offcuts.iter().enumerate() {
            for size in part.lyings().filter(|size| size.fits_in(space.size())) {
                // The snuggest place; the part may still fill it side to side or not.
                let slack = space.area() - size.area();
                let flush = i128::from(size.width != space.width && size.height != space.height);
                let key = slack * 2 + flush;
                if best.is_none_or(|best| key < best.0) {
                    best = Some((key, at, offcut, size));
                }
            }
        }
    }
    let Some((_, at, offcut, size)) = best else { return false };
    let sheet = &mut sheets[at];
    let space = sheet.offcuts.remove(offcut);
    corner(Part::Small(part), size, space, sheet);
    sheet.offcuts.sort_by_key(|offcut| -offcut.area());
    true
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use crate::brief::Extra;
    use crate::layout::{Overhang, Rectangle};

    fn size(wide: i64, tall: i64) -> Size {
        Size::new(Length::inches(wide), Length::inches(tall))
    }

    /// A sheet of 12 × 12 that leaves these offcuts, one above the other.
    fn sheet(offcuts: &[Size]) -> SheetCut {
        let mut y = Length::ZERO;
        let offcuts = offcuts.iter().map(|size| {
            let offcut = Rectangle { x: Length::ZERO, y, width: size.width, height: size.height };
            y += size.height;
            offcut
        });
        SheetCut {
            width: Length::inches(12),
            height: Length::inches(12),
            times: 1,
            placed: Vec::new(),
            trims: Vec::new(),
            offcuts: offcuts.collect(),
            overhang: Overhang::default(),
            scrap: false,
            side: false,
        }
    }

    #[test]
    fn a_part_is_cut_from_the_snuggest_offcut_that_holds_it() {
        let mut sheets = [sheet(&[size(12, 6), size(5, 3)])];
        let insert = Small { kind: Extra::Insert, size: size(4, 3) };
        assert_eq!(fill(&[insert], &mut sheets), []);
        // It lies in the corner of the small offcut, and a strip of 1 × 3 is left of it; the large one is whole.
        let [placed] = sheets[0].placed.as_slice() else { panic!("{:?}", sheets[0].placed) };
        assert_eq!((placed.space.y, placed.space.size()), (Length::inches(6), size(4, 3)));
        let left: Vec<Size> = sheets[0].offcuts.iter().map(Rectangle::size).collect();
        assert_eq!(left, [size(12, 6), size(1, 3)]);
    }

    #[test]
    fn the_largest_comes_first_and_what_fits_nowhere_is_given_back() {
        let mut sheets = [sheet(&[size(6, 3)])];
        let of = |wide, tall| Small { kind: Extra::Insert, size: size(wide, tall) };
        // The larger one takes the offcut; of what is left, 1 × 3, the other needs more.
        assert_eq!(fill(&[of(2, 2), of(5, 3)], &mut sheets), [of(2, 2)]);
        assert_eq!(sheets[0].placed[0].space.size(), size(5, 3));
    }

    #[test]
    fn a_part_is_turned_only_if_nobody_sees_it() {
        let strip = |kind| Small { kind, size: size(3, 6) };
        assert_eq!(fill(&[strip(Extra::Insert)], &mut [sheet(&[size(6, 3)])]), []);
        let tag = strip(Extra::Tag);
        assert_eq!(fill(&[tag], &mut [sheet(&[size(6, 3)])]), [tag]);
    }

    #[test]
    fn nothing_is_cut_from_scraps_or_from_sheets_cut_alike() {
        let insert = Small { kind: Extra::Insert, size: size(2, 2) };
        let whole = sheet(&[size(6, 6)]);
        for sheet in [SheetCut { scrap: true, ..whole.clone() }, SheetCut { times: 2, ..whole.clone() }] {
            assert_eq!(fill(&[insert], &mut [sheet]), [insert]);
        }
    }
}
