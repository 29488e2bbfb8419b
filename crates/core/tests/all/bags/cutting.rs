//! A layout cut up as it is told, from outside the code that laid it out.

use proptest::prelude::*;
use proptest::test_runner::TestCaseResult;
use wide_fold_core::Length;
use wide_fold_core::layout::{Blade, Layout, Rectangle};

/// Every part lies inside its sheet and apart from the others, and the trims, done in order, leave just the parts and the
/// offcuts that are listed.
pub fn can_be_cut(layout: &Layout) -> TestCaseResult {
    for sheet in layout.sheets.iter().filter(|sheet| sheet.overhang.is_none()) {
        let whole = Rectangle { x: Length::ZERO, y: Length::ZERO, width: sheet.width, height: sheet.height };
        let spaces: Vec<Rectangle> = sheet.placed.iter().map(|placed| placed.space).collect();
        for space in spaces.iter().chain(&sheet.offcuts) {
            let inside = Length::ZERO <= space.x
                && Length::ZERO <= space.y
                && space.x + space.width <= whole.width
                && space.y + space.height <= whole.height;
            prop_assert!(inside, "{space:?} on {whole:?}");
        }
        let mut table = vec![whole];
        for trim in &sheet.trims {
            let on = table.iter().position(|part| *part == trim.on);
            prop_assert!(on.is_some(), "{:?} is not on the table", trim.on);
            let on = table.swap_remove(on.unwrap_or_default());
            let along = if trim.blade == Blade::Vertical { on.width } else { on.height };
            prop_assert!(trim.keep.is_positive() && trim.keep < along);
            match trim.blade {
                Blade::Vertical => {
                    table.push(Rectangle { width: trim.keep, ..on });
                    table.push(Rectangle { x: on.x + trim.keep, width: on.width - trim.keep, ..on });
                }
                Blade::Horizontal => {
                    table.push(Rectangle { height: trim.keep, ..on });
                    table.push(Rectangle { y: on.y + trim.keep, height: on.height - trim.keep, ..on });
                }
            }
        }
        let mut wanted: Vec<Rectangle> = spaces.iter().chain(&sheet.offcuts).copied().collect();
        for parts in [&mut table, &mut wanted] {
            parts.sort_by_key(|part| (part.x, part.y));
        }
        prop_assert_eq!(&table, &wanted);
    }
    Ok(())
}
