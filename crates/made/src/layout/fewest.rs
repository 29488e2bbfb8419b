//! The pieces of one bag on as few sheets as can be, none of them turned.
//!
//! In rows wherever rows do, for they are easiest to cut; else in any way that cuts from edge to edge allow.

use super::batch::laid;
use super::guillotine::{Lyings, sheet as cut, tidy};
use super::rows::{self, stacks};
use super::{Part, SheetCut, bounds, thorough};
use crate::budget::Budget;
use crate::pieces::Piece;
use crate::plane::Size;

/// Work for packing one bag thoroughly.
const WORK: u64 = 250_000;

/// How many sheets pieces of these sizes take, as [`Layout`](super::Layout) lays them out.
pub fn sheets_needed(sizes: &[Size], sheet: Size) -> u32 {
    let rows = stacks(sizes, sheet).len();
    let needed = fewer(sizes, sheet, rows).map_or(rows, |fewer| fewer.len());
    u32::try_from(needed).unwrap_or(u32::MAX)
}

/// Sheets with the pieces by their place in the list, if that takes fewer than they take in rows.
fn fewer(sizes: &[Size], sheet: Size, rows: usize) -> Option<Vec<SheetCut>> {
    if rows < 2
        || !sizes.iter().all(|size| size.fits_in(sheet))
        || sizes.windows(2).all(|pair| pair[0].height == pair[1].height)
    {
        return None;
    }
    // Most are as few as they can be: as much paper as there is, or pieces of which no two lie on one sheet.
    let area: i128 = sizes.iter().map(|size| size.area()).sum();
    let alone = sizes.iter().filter(|size| size.width * 2 > sheet.width && size.height * 2 > sheet.height);
    if area > sheet.area() * (rows as i128 - 1) || alone.count() >= rows {
        return None;
    }
    let parts: Vec<Lyings> = sizes.iter().map(|size| vec![*size]).collect();
    let counts = vec![1; sizes.len()];
    let least = bounds::fewest(&parts, &counts, sheet);
    if rows <= least as usize {
        return None;
    }
    let budget = Budget::of(WORK);
    let packed = (sizes.len() <= thorough::MOST).then(|| thorough::pack(&parts, sheet, &budget)).flatten();
    let sheets: Vec<SheetCut> = match packed {
        Some(trees) => trees.into_iter().map(|tree| cut(&tidy(tree, sheet), sheet)).collect(),
        None => laid(&parts, &counts, sheet, least, &Budget::of(WORK)),
    };
    (sheets.len() < rows).then_some(sheets)
}

/// Some of the pieces on as few sheets as can be.
pub(super) fn fewest(pieces: &[Piece], own: &[usize], sheet: Size) -> Vec<SheetCut> {
    let in_rows = rows::rows(pieces, own, sheet);
    let copies: Vec<usize> = own
        .iter()
        .filter(|piece| !pieces[**piece].from_scrap)
        .flat_map(|piece| std::iter::repeat_n(*piece, pieces[*piece].count as usize))
        .collect();
    let sizes: Vec<Size> =
        copies.iter().map(|piece| Size::new(pieces[*piece].width, pieces[*piece].height)).collect();
    let taken = in_rows.iter().filter(|sheet| !sheet.scrap).map(|sheet| sheet.times as usize).sum();
    let Some(mut sheets) = fewer(&sizes, sheet, taken) else { return in_rows };
    for placed in sheets.iter_mut().flat_map(|sheet| &mut sheet.placed) {
        if let Part::Piece(copy) = placed.part {
            placed.part = Part::Piece(copies[copy]);
        }
    }
    sheets.extend(in_rows.into_iter().filter(|sheet| sheet.scrap));
    sheets
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use proptest::prelude::*;
    use rstest::rstest;

    fn inches(sizes: &[(i64, i64)]) -> Vec<Size> {
        sizes.iter().map(|(wide, tall)| Size::new(Length::inches(*wide), Length::inches(*tall))).collect()
    }

    #[rstest]
    // Worked out by hand: 5 × 12 stands beside 7 × 7 with 7 × 5 above it; in rows the tall one leaves no second row.
    #[case(&[(5, 12), (7, 7), (7, 5)], 2, 1)]
    #[case(&[(6, 6), (6, 5), (12, 1)], 1, 1)]
    #[case(&[(7, 7), (7, 7)], 2, 2)]
    fn columns_where_rows_take_more(#[case] sizes: &[(i64, i64)], #[case] rows: usize, #[case] sheets: u32) {
        let (sizes, sheet) = (inches(sizes), Size::new(Length::inches(12), Length::inches(12)));
        assert_eq!((stacks(&sizes, sheet).len(), sheets_needed(&sizes, sheet)), (rows, sheets));
    }

    proptest! {
        /// Never more than in rows, nor than any order of the pieces laid down one after the other in columns.
        #[test]
        fn no_more_than_rows_or_columns(sizes in prop::collection::vec((1_i64..12, 1_i64..12), 1..9)) {
            let (sizes, sheet) = (inches(&sizes), Size::new(Length::inches(12), Length::inches(12)));
            let turned: Vec<Size> = sizes.iter().map(|size| size.turned()).collect();
            let found = sheets_needed(&sizes, sheet) as usize;
            prop_assert!(found <= stacks(&sizes, sheet).len().min(stacks(&turned, sheet).len()));
        }
    }
}
