//! Small parts cut from what a bag leaves of its sheet.

use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::{Brief, Length, Plan};

#[test]
fn the_worked_bag_and_its_handles_use_up_one_sheet() {
    // Handbook (common practice): 3¾ × 6½ × 2 and two 1¾ × 12 strips come out of one 12×12, nothing left.
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.extras = Extras::of([Extra::HandleStrip]);
    let plan = Plan::new(&brief).unwrap();
    assert_eq!((plan.layout.sheet_count(), plan.layout.from_scrap.len()), (1, 0));
    assert_eq!(plan.layout.sheets[0].placed.len(), 3);
    assert_eq!(plan.layout.sheets[0].offcuts, []);
    brief.extras = Extras::of([Extra::HandleStrip, Extra::Insert]);
    let fuller = Plan::new(&brief).unwrap();
    assert_eq!(fuller.layout.from_scrap.len(), 1, "{:?}", fuller.layout.from_scrap);
}
