//! Batches against models of their own, published examples, and the trimmer's own rules.

use super::*;
use crate::Length;
use crate::layout::Rectangle;
use good_lp::{Expression, ProblemVariables, Solution, SolverModel, constraint, microlp, variable};
use proptest::prelude::*;
use rstest::rstest;

fn wanted(parts: &[(i64, i64, u32)]) -> Vec<Wanted> {
    let eighths = Length::eighths;
    parts
        .iter()
        .map(|(width, height, count)| Wanted {
            size: Size::new(eighths(*width), eighths(*height)),
            may_turn: false,
            count: *count,
        })
        .collect()
}

fn batch(wanted: &[Wanted], size: Size) -> Batch {
    Batch::new(wanted, size, &Budget::of(Budget::USUAL))
}

fn inches(width: i64, height: i64) -> Size {
    Size::new(Length::inches(width), Length::inches(height))
}

/// The paper mill of the encyclopaedia's article on the cutting stock problem (from memory): thirteen widths from a master roll
/// of 5600 mm; 73 rolls is the optimum.
#[test]
fn the_paper_mill_takes_73_rolls() {
    let orders: [(i64, u32); 13] = [
        (1380, 22),
        (1520, 25),
        (1560, 12),
        (1710, 14),
        (1820, 18),
        (1880, 18),
        (1930, 20),
        (2000, 10),
        (2050, 12),
        (2100, 14),
        (2140, 16),
        (2150, 18),
        (2200, 20),
    ];
    let high = Length::millimetres(100);
    let parts: Vec<Wanted> = orders
        .iter()
        .map(|(width, count)| Wanted {
            size: Size::new(Length::millimetres(*width), high),
            may_turn: false,
            count: *count,
        })
        .collect();
    let found = batch(&parts, Size::new(Length::millimetres(5600), high));
    assert_eq!((found.at_least, found.sheet_count()), (73, 73));
}

#[rstest]
// Quarters of a sheet, and one more: 9 quarters take three sheets.
#[case(&[(48, 48, 9)], (12, 12), 3)]
// More than half of the sheet both ways: one each, whatever the area says.
#[case(&[(50, 50, 14)], (12, 12), 14)]
// Two corner pairs of 8¾ × 8¼ and twelve strips of 3 × 12 (8¾ + 3 ≤ 12): every sheet takes one of each.
#[case(&[(70, 66, 4), (24, 96, 4)], (12, 12), 4)]
// The 6 × 6 pad: six tags of 2 × 3 and three of 3 × 2 are 54 square inches, two sheets.
#[case(&[(16, 24, 6), (24, 16, 3)], (6, 6), 2)]
fn as_worked_out_by_hand(#[case] parts: &[(i64, i64, u32)], #[case] size: (i64, i64), #[case] sheets: u32) {
    let found = batch(&wanted(parts), inches(size.0, size.1));
    assert_eq!((found.sheet_count(), found.at_least), (sheets, sheets));
}

#[test]
fn turning_saves_a_sheet_where_it_is_allowed() {
    let mut parts = wanted(&[(96, 28, 3), (28, 96, 1)]);
    assert_eq!(batch(&parts, inches(12, 12)).sheet_count(), 2);
    parts[1].may_turn = true;
    let found = batch(&parts, inches(12, 14));
    assert_eq!(found.sheet_count(), 1);
    parts[1].size.height = Length::inches(15);
    assert_eq!(batch(&parts, inches(12, 14)).too_large, [1]);
}

/// Packing in rows as a mixed-integer model (Lodi, Martello & Vigo, "Models and bounds for two-dimensional level packing
/// problems", 2004, from memory): the first part of a row is its tallest, the first row of a sheet the tallest of its rows.
/// Cutting from edge to edge can do no worse.
fn rows_by_model(sizes: &[(i64, i64)], width: i64, height: i64) -> usize {
    let mut sizes = sizes.to_vec();
    sizes.sort_by_key(|size| -size.1);
    let n = sizes.len();
    let mut vars = ProblemVariables::new();
    // opens[j]: part j begins a row; sheets[k]: row k begins a sheet.
    let opens: Vec<_> = (0..n).map(|_| vars.add(variable().binary())).collect();
    let sheets: Vec<_> = (0..n).map(|_| vars.add(variable().binary())).collect();
    let joins: Vec<Vec<_>> =
        (0..n).map(|i| (i + 1..n).map(|_| vars.add(variable().binary())).collect()).collect();
    let rows: Vec<Vec<_>> =
        (0..n).map(|i| (i + 1..n).map(|_| vars.add(variable().binary())).collect()).collect();
    let count: Expression = sheets.iter().copied().sum();
    let mut model = vars.minimise(count).using(microlp);
    for j in 0..n {
        let in_row: Expression = (0..j).map(|i| Expression::from(joins[i][j - i - 1])).sum();
        model = model.with(constraint!(in_row + opens[j] == 1));
        let across: Expression =
            (j + 1..n).map(|other| sizes[other].0 as f64 * joins[j][other - j - 1]).sum();
        model = model.with(constraint!(across <= (width - sizes[j].0) as f64 * opens[j]));
        let on_sheet: Expression = (0..j).map(|k| Expression::from(rows[k][j - k - 1])).sum();
        model = model.with(constraint!(on_sheet + sheets[j] == opens[j]));
        let up: Expression = (j + 1..n).map(|other| sizes[other].1 as f64 * rows[j][other - j - 1]).sum();
        model = model.with(constraint!(up <= (height - sizes[j].1) as f64 * sheets[j]));
    }
    let solved = model.solve().unwrap();
    sheets.iter().map(|sheet| solved.value(*sheet).round() as usize).sum()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    #[test]
    fn no_worse_than_the_model_of_rows(sizes in prop::collection::vec((2_i64..10, 2_i64..10), 2..7)) {
        let parts: Vec<(i64, i64, u32)> = sizes.iter().map(|(w, h)| (w * 8, h * 8, 1)).collect();
        let found = batch(&wanted(&parts), inches(12, 12));
        let rows = rows_by_model(&sizes, 12, 12);
        prop_assert!(found.sheet_count() as usize <= rows, "{} against {rows}", found.sheet_count());
        let area: i64 = sizes.iter().map(|(w, h)| w * h).sum();
        prop_assert!(i64::from(found.sheet_count()) >= (area + 143) / 144);
    }

    /// In parts as tall as the sheet there is nothing but rows: both must agree.
    #[test]
    fn one_row_a_sheet_is_as_the_model_says(widths in prop::collection::vec(2_i64..11, 2..8)) {
        let sizes: Vec<(i64, i64)> = widths.iter().map(|width| (*width, 12)).collect();
        let parts: Vec<(i64, i64, u32)> = sizes.iter().map(|(w, h)| (w * 8, h * 8, 1)).collect();
        let found = batch(&wanted(&parts), inches(12, 12));
        prop_assert_eq!(found.sheet_count() as usize, rows_by_model(&sizes, 12, 12));
    }

    /// Every part lies once inside a sheet, nothing overlaps, every cut runs from edge to edge, areas add up, and the bound
    /// holds.
    #[test]
    fn any_batch_can_be_cut(
        parts in prop::collection::vec((4_i64..90, 4_i64..90, 1_u32..9, any::<bool>()), 1..7),
        wide in 48_i64..200, tall in 48_i64..200, work in prop::option::of(0_u64..3_000_000),
    ) {
        let parts: Vec<Wanted> = parts
            .into_iter()
            .map(|(width, height, count, may_turn)| Wanted {
                size: Size::new(Length::eighths(width), Length::eighths(height)), may_turn, count,
            })
            .collect();
        let size = Size::new(Length::eighths(wide), Length::eighths(tall));
        // However little work there is for it, what comes out can be cut.
        let found = Batch::new(&parts, size, &Budget::of(work.unwrap_or(Budget::USUAL)));
        let mut seen = vec![0; parts.len()];
        for sheet in &found.sheets {
            let whole = Rectangle { x: Length::ZERO, y: Length::ZERO, width: size.width, height: size.height };
            let mut table = vec![whole];
            for trim in &sheet.trims {
                let on = table.iter().position(|part| *part == trim.on);
                prop_assert!(on.is_some(), "{:?} is not on the table", trim.on);
                let (first, second) = super::super::guillotine::halves(table.swap_remove(on.unwrap()), trim.blade, trim.keep);
                prop_assert!(first.area() > 0 && second.area() > 0);
                table.extend([first, second]);
            }
            let mut made: Vec<Rectangle> = sheet.placed.iter().map(|placed| placed.space).collect();
            made.extend(&sheet.offcuts);
            made.sort_by_key(|part| (part.x, part.y));
            table.sort_by_key(|part| (part.x, part.y));
            prop_assert_eq!(table, made);
            for placed in &sheet.placed {
                let Part::Piece(part) = placed.part else { panic!("a small part") };
                seen[part] += sheet.times;
                let as_is = placed.space.size() == parts[part].size;
                let turned = placed.space.size().turned() == parts[part].size;
                prop_assert!(as_is || (parts[part].may_turn && turned));
            }
        }
        for (part, count) in seen.into_iter().enumerate() {
            let wanted = if found.too_large.contains(&part) { 0 } else { parts[part].count };
            prop_assert_eq!(count, wanted);
        }
        prop_assert!(found.at_least <= found.sheet_count());
    }

    /// No bound is more than the fewest sheets there are, and nothing found is fewer.
    #[test]
    fn no_bound_exceeds_the_fewest(
        parts in prop::collection::vec((4_i64..90, 4_i64..90, 1_usize..4, any::<bool>()), 1..4),
    ) {
        let size = inches(12, 12);
        let lyings = |(width, height, _, may_turn): &(i64, i64, usize, bool)| -> Lyings {
            let way = Size::new(Length::eighths(*width), Length::eighths(*height));
            if *may_turn { vec![way, way.turned()] } else { vec![way] }
        };
        let ways: Vec<Lyings> = parts.iter().map(lyings).collect();
        let counts: Vec<usize> = parts.iter().map(|part| part.2).collect();
        let budget = Budget::of(Budget::USUAL);
        let fewest = thoroughly(&ways, &counts, size, &budget).unwrap().len();
        let by_size = bounds::fewest(&ways, &counts, size);
        prop_assert!(by_size as usize <= fewest, "{by_size} by size, {fewest} do");
        let mut columns = Columns::new(&ways, &counts, size);
        let by_patterns = columns.generate(1, &budget);
        prop_assert!(by_patterns as usize <= fewest, "{by_patterns} by patterns, {fewest} do");
        prop_assert!(laid(&ways, &counts, size, by_size, &budget).len() >= fewest);
        if let Some(mixed) = columns.rounded(usize::MAX - 1, by_patterns, &budget) {
            prop_assert!(mixed.len() >= fewest);
            prop_assert_eq!(mixed.iter().map(|sheet| sheet.placed.len()).sum::<usize>(), counts.iter().sum::<usize>());
        }
    }
}
