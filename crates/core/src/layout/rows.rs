//! Pieces of one height side by side, on as few sheets as can be: bin packing, solved exactly, for there are at most six.

use super::{Blade, Placed, Rectangle, SheetCut, Trim, lay, trim_out};
use crate::Length;
use crate::pieces::Piece;

/// One row of pieces a sheet. Pieces of other heights stand on sheets of their own.
pub(super) fn rows(pieces: &[Piece], width: Length, height: Length) -> Vec<SheetCut> {
    let mut heights: Vec<Length> =
        pieces.iter().filter(|piece| !piece.from_scrap).map(|piece| piece.height).collect();
    heights.sort();
    heights.dedup();
    let mut sheets = Vec::new();
    for tall in heights.into_iter().rev() {
        let alike = pieces.iter().enumerate().filter(|(_, piece)| piece.height == tall && !piece.from_scrap);
        let copies: Vec<(usize, Length)> =
            alike.flat_map(|(index, piece)| (0..piece.count).map(move |_| (index, piece.width))).collect();
        let widths: Vec<Length> = copies.iter().map(|(_, wide)| *wide).collect();
        for row in pack(&widths, width) {
            let own: Vec<(usize, Length)> = row.into_iter().map(|copy| copies[copy]).collect();
            sheets.push(cut(&own, tall, pieces, (width, height)));
        }
    }
    sheets.extend(pieces.iter().enumerate().filter(|(_, piece)| piece.from_scrap).map(|(index, piece)| {
        let scrap = lay(index, piece, piece.width * i64::from(piece.count), piece.height);
        SheetCut { scrap: true, ..scrap }
    }));
    sheets
}

/// One sheet with a row of pieces from its left edge.
fn cut(row: &[(usize, Length)], tall: Length, pieces: &[Piece], sheet: (Length, Length)) -> SheetCut {
    if let [(only, _)] = row {
        let piece = Piece { count: 1, ..pieces[*only].clone() };
        return lay(*only, &piece, sheet.0, sheet.1);
    }
    let mut x = Length::ZERO;
    let mut placed = Vec::new();
    for (piece, wide) in row {
        let space = Rectangle { x, y: Length::ZERO, width: *wide, height: tall };
        placed.push(Placed { piece: *piece, space });
        x += *wide;
    }
    // The row is trimmed out whole, then its pieces are parted, the last one first.
    let mut trims = trim_out((x, tall), sheet, Blade::Level);
    let parts = placed.iter().skip(1).rev();
    trims.extend(parts.map(|part| Trim { blade: Blade::Upright, keep: part.space.x, off: None }));
    let mut offcuts: Vec<Rectangle> = trims.iter().filter_map(|trim| trim.off).collect();
    offcuts.sort_by_key(|offcut| -offcut.area());
    SheetCut {
        width: sheet.0,
        height: sheet.1,
        times: 1,
        placed,
        trims,
        offcuts,
        overhang: super::Overhang::default(),
        scrap: false,
    }
}

/// Shares widths out over as few rows as can be, widest first; a width beyond the capacity has a row of its own.
fn pack(widths: &[Length], capacity: Length) -> Vec<Vec<usize>> {
    let mut order: Vec<usize> = (0..widths.len()).collect();
    order.sort_by_key(|copy| std::cmp::Reverse(widths[*copy]));
    for rows in 1..=widths.len() {
        let mut filled = vec![(Length::ZERO, Vec::new()); rows];
        if place(widths, &order, capacity, &mut filled) {
            return filled
                .into_iter()
                .map(|(_, copies)| copies)
                .filter(|copies| !copies.is_empty())
                .collect();
        }
    }
    Vec::new()
}

fn place(widths: &[Length], order: &[usize], capacity: Length, filled: &mut [(Length, Vec<usize>)]) -> bool {
    let Some((copy, rest)) = order.split_first() else { return true };
    for row in 0..filled.len() {
        let fits = filled[row].0 + widths[*copy] <= capacity;
        let alone = filled[row].1.is_empty();
        if fits || alone {
            filled[row].0 += widths[*copy];
            filled[row].1.push(*copy);
            if place(widths, rest, capacity, filled) {
                return true;
            }
            filled[row].0 -= widths[*copy];
            filled[row].1.pop();
        }
        if alone {
            // All empty rows are alike.
            break;
        }
    }
    false
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case(&[7, 6, 5, 5], 12, 2)]
    #[case(&[7, 7, 7], 12, 3)]
    #[case(&[13, 2], 12, 2)]
    // First-fit decreasing would need three: 6, 5 | 4, 4, 3 | 2 (worked out by hand); 6, 4, 2 | 5, 4, 3 does it in two.
    #[case(&[6, 5, 4, 4, 3, 2], 12, 2)]
    fn fewest_rows(#[case] widths: &[i64], #[case] capacity: i64, #[case] rows: usize) {
        let widths: Vec<Length> = widths.iter().map(|n| Length::inches(*n)).collect();
        assert_eq!(pack(&widths, Length::inches(capacity)).len(), rows);
    }

    proptest! {
        #[test]
        fn every_copy_has_its_place(widths in prop::collection::vec(1_i64..12, 1..7)) {
            let widths: Vec<Length> = widths.into_iter().map(Length::inches).collect();
            let rows = pack(&widths, Length::inches(12));
            let mut all: Vec<usize> = rows.iter().flatten().copied().collect();
            all.sort_unstable();
            prop_assert_eq!(all, (0..widths.len()).collect::<Vec<_>>());
            for row in &rows {
                let total: Length = row.iter().map(|copy| widths[*copy]).sum();
                prop_assert!(total <= Length::inches(12));
            }
            // No packing does with less than the paper there is.
            let total: Length = widths.iter().copied().sum();
            prop_assert!(Length::inches(12) * rows.len() as i64 >= total);
        }
    }
}
