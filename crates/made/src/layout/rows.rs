//! Pieces side by side in rows, rows one above another: each packed thoroughly, for there are few.

use super::{Blade, Part, Placed, Rectangle, SheetCut, Trim, lay, trim_out};
use crate::Length;
use crate::pieces::Piece;
use crate::plane::Size;

/// How tall all rows are that pieces of these sizes take, one above the other.
pub fn rows_tall(sizes: &[Size], width: Length) -> Length {
    let tall = |rows: Vec<Vec<usize>>| rows.iter().map(|row| sizes[row[0]].height).sum::<Length>();
    tall(of_one_height(sizes, width)).min(tall(of_mixed_heights(sizes, width)))
}

/// The sizes on as few sheets as rows take, sheet by sheet, row by row: in rows of one height, or with pieces of several
/// heights side by side where that takes fewer.
pub(super) fn stacks(sizes: &[Size], Size { width, height }: Size) -> Vec<Vec<Vec<usize>>> {
    let on_sheets = |rows: Vec<Vec<usize>>| -> Vec<Vec<Vec<usize>>> {
        let heights: Vec<Length> = rows.iter().map(|row| sizes[row[0]].height).collect();
        let stacks = pack(&heights, height).into_iter();
        stacks.map(|stack| stack.into_iter().map(|row| rows[row].clone()).collect()).collect()
    };
    let plain = on_sheets(of_one_height(sizes, width));
    let is_mixed = sizes.windows(2).any(|pair| pair[0].height != pair[1].height);
    if plain.len() < 2 || !is_mixed {
        return plain;
    }
    let mixed = on_sheets(of_mixed_heights(sizes, width));
    if mixed.len() < plain.len() { mixed } else { plain }
}

/// The sizes in as few rows as can be, the tallest first; every row has pieces of one height.
fn of_one_height(sizes: &[Size], width: Length) -> Vec<Vec<usize>> {
    let mut heights: Vec<Length> = sizes.iter().map(|size| size.height).collect();
    heights.sort();
    heights.dedup();
    let rows = heights.into_iter().rev().flat_map(|tall| {
        let alike: Vec<usize> = (0..sizes.len()).filter(|copy| sizes[*copy].height == tall).collect();
        let widths: Vec<Length> = alike.iter().map(|copy| sizes[*copy].width).collect();
        let rows = pack(&widths, width).into_iter();
        rows.map(move |row| row.into_iter().map(|place| alike[place]).collect()).collect::<Vec<Vec<usize>>>()
    });
    rows.collect()
}

/// The sizes in rows, the tallest first, each in the first row with room for it (first-fit decreasing height: Coffman, Garey,
/// Johnson & Tarjan, 1980, from memory).
fn of_mixed_heights(sizes: &[Size], width: Length) -> Vec<Vec<usize>> {
    let mut order: Vec<usize> = (0..sizes.len()).collect();
    order.sort_by_key(|copy| (std::cmp::Reverse(sizes[*copy].height), std::cmp::Reverse(sizes[*copy].width)));
    let mut rows: Vec<(Length, Vec<usize>)> = Vec::new();
    for copy in order {
        let wide = sizes[copy].width;
        match rows.iter_mut().find(|(taken, _)| *taken + wide <= width) {
            Some((taken, row)) => {
                *taken += wide;
                row.push(copy);
            }
            None => rows.push((wide, vec![copy])),
        }
    }
    rows.into_iter().map(|(_, row)| row).collect()
}

/// Rows of some of the pieces on as few sheets as rows can be put on.
pub(super) fn rows(pieces: &[Piece], own: &[usize], sheet: Size) -> Vec<SheetCut> {
    let cut = own.iter().filter(|piece| !pieces[**piece].from_scrap);
    let size = |piece: usize| Size::new(pieces[piece].width, pieces[piece].height);
    let fits = |piece: &&usize| size(**piece).fits_in(sheet);
    // What is larger than the sheet lies beside nothing: it shows by how much.
    let (fitting, too_large): (Vec<&usize>, Vec<&usize>) = cut.partition(fits);
    let copies: Vec<usize> = fitting
        .into_iter()
        .flat_map(|piece| std::iter::repeat_n(*piece, pieces[*piece].count as usize))
        .collect();
    let sizes: Vec<Size> = copies.iter().map(|index| size(*index)).collect();
    let mut sheets: Vec<SheetCut> = stacks(&sizes, sheet)
        .into_iter()
        .map(|stack| {
            let own: Vec<Vec<usize>> =
                stack.iter().map(|row| row.iter().map(|copy| copies[*copy]).collect()).collect();
            sheet_of(&own, pieces, sheet)
        })
        .collect();
    sheets.extend(too_large.into_iter().map(|piece| lay(*piece, &pieces[*piece], sheet.width, sheet.height)));
    sheets.extend(own.iter().filter(|piece| pieces[**piece].from_scrap).map(|index| {
        let piece = &pieces[*index];
        let scrap = lay(*index, piece, piece.width * i64::from(piece.count), piece.height);
        SheetCut { scrap: true, ..scrap }
    }));
    sheets
}

/// One sheet with rows of pieces from its bottom-left corner.
fn sheet_of(rows: &[Vec<usize>], pieces: &[Piece], sheet: Size) -> SheetCut {
    if let [row] = rows
        && let [only] = row.as_slice()
    {
        let piece = Piece { count: 1, ..pieces[*only].clone() };
        return lay(*only, &piece, sheet.width, sheet.height);
    }
    let mut trims = Vec::new();
    let mut placed = Vec::new();
    let mut y = Length::ZERO;
    let whole = Rectangle { x: Length::ZERO, y, width: sheet.width, height: sheet.height };
    if let [row] = rows {
        // One row is trimmed out whole, then its pieces are parted, the last one first.
        let tall = pieces[row[0]].height;
        let wide = row.iter().map(|piece| pieces[*piece].width).sum();
        trims = trim_out(Size::new(wide, tall), sheet, Blade::Horizontal);
        part(row, pieces, Rectangle { width: wide, height: tall, ..whole }, &mut placed, &mut trims);
    } else {
        // The rows are parted first, the top one first; then each is parted by itself.
        let tops: Vec<Length> = rows
            .iter()
            .scan(Length::ZERO, |top, row| {
                *top += pieces[row[0]].height;
                Some(*top)
            })
            .collect();
        for (index, top) in tops.iter().enumerate().rev() {
            let above = tops.get(index + 1).copied().unwrap_or(sheet.height);
            let on = Rectangle { height: above, ..whole };
            let is_last = index + 1 == tops.len();
            if *top < above {
                let off = Rectangle { y: *top, height: above - *top, ..whole };
                trims.push(Trim { on, blade: Blade::Horizontal, keep: *top, off: is_last.then_some(off) });
            }
        }
        for row in rows {
            let tall = pieces[row[0]].height;
            let wide: Length = row.iter().map(|piece| pieces[*piece].width).sum();
            let on = Rectangle { y, height: tall, ..whole };
            if wide < sheet.width {
                let off = Rectangle { x: wide, width: sheet.width - wide, ..on };
                trims.push(Trim { on, blade: Blade::Vertical, keep: wide, off: Some(off) });
            }
            part(row, pieces, Rectangle { width: wide, ..on }, &mut placed, &mut trims);
            y += tall;
        }
    }
    let mut offcuts: Vec<Rectangle> = trims.iter().filter_map(|trim| trim.off).collect();
    offcuts.sort_by_key(|offcut| -offcut.area());
    SheetCut {
        width: sheet.width,
        height: sheet.height,
        times: 1,
        placed,
        trims,
        offcuts,
        overhang: super::Overhang::default(),
        scrap: false,
        side: false,
    }
}

/// Parts a row that has been trimmed out into its pieces, the last one first; then trims those that are shorter than the row.
fn part(row: &[usize], pieces: &[Piece], space: Rectangle, placed: &mut Vec<Placed>, trims: &mut Vec<Trim>) {
    let mut x = Length::ZERO;
    let mut cuts = Vec::new();
    for piece in row {
        let Piece { width, height, .. } = pieces[*piece];
        placed.push(Placed { part: Part::Piece(*piece), space: Rectangle { x, width, height, ..space } });
        x += width;
        cuts.push(x);
    }
    for pair in cuts.windows(2).rev() {
        let on = Rectangle { width: pair[1], ..space };
        trims.push(Trim { on, blade: Blade::Vertical, keep: pair[0], off: None });
    }
    let own = placed[placed.len() - row.len()..].iter();
    trims.extend(own.filter(|placed| placed.space.height < space.height).map(|placed| {
        let Rectangle { y, height, .. } = placed.space;
        let on = Rectangle { height: space.height, ..placed.space };
        let off = Rectangle { y: y + height, height: space.height - height, ..on };
        Trim { on, blade: Blade::Horizontal, keep: height, off: Some(off) }
    }));
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

    fn inches(sizes: &[(i64, i64)]) -> Vec<Size> {
        sizes.iter().map(|(wide, tall)| Size::new(Length::inches(*wide), Length::inches(*tall))).collect()
    }

    #[rstest]
    // Worked out by hand: in rows of one height 8 × 7, 7 × 6 and 4 × 5 take three rows and two sheets, with the low one beside
    // the tall one two rows and, 7 and 6 high, still two.
    #[case(&[(8, 7), (7, 6), (4, 5)], 2)]
    // Side by side, 6 and 6 high, they are one sheet; in rows of one height 6, 5 and 1 as well.
    #[case(&[(6, 6), (6, 5), (12, 1)], 1)]
    // Only mixed: 6 + 6 of two rows, where three heights would stand 6 + 5 + 4 high.
    #[case(&[(6, 6), (6, 5), (6, 4), (6, 4)], 1)]
    fn sheets_in_rows(#[case] sizes: &[(i64, i64)], #[case] sheets: usize) {
        let sheet = Size::new(Length::inches(12), Length::inches(12));
        assert_eq!(stacks(&inches(sizes), sheet).len(), sheets);
    }

    proptest! {
        /// Rows of any sizes stay within the sheet, every copy has its place once, and mixing heights never costs a sheet.
        #[test]
        fn rows_stay_on_their_sheet(sizes in prop::collection::vec((1_i64..12, 1_i64..12), 1..9)) {
            let sizes = inches(&sizes);
            let sheet = Size::new(Length::inches(12), Length::inches(12));
            let stacked = stacks(&sizes, sheet);
            let mut all: Vec<usize> = stacked.iter().flatten().flatten().copied().collect();
            all.sort_unstable();
            prop_assert_eq!(all, (0..sizes.len()).collect::<Vec<_>>());
            for stack in &stacked {
                let tall: Length = stack.iter().map(|row| row.iter().map(|copy| sizes[*copy].height).max().unwrap()).sum();
                prop_assert!(tall <= sheet.height);
                for row in stack {
                    // The first of a row is its tallest.
                    prop_assert!(row.iter().all(|copy| sizes[*copy].height <= sizes[row[0]].height));
                    let wide: Length = row.iter().map(|copy| sizes[*copy].width).sum();
                    prop_assert!(wide <= sheet.width);
                }
            }
            let plain = of_one_height(&sizes, sheet.width);
            let heights: Vec<Length> = plain.iter().map(|row| sizes[row[0]].height).collect();
            prop_assert!(stacked.len() <= pack(&heights, sheet.height).len());
            prop_assert!(rows_tall(&sizes, sheet.width) <= heights.into_iter().sum());
        }
    }
}
