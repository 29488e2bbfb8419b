//! How many sheets a bag is said to take, held against packing its pieces by themselves, and against its sheet turned.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use wide_fold_core::brief::{Build, Extras};
use wide_fold_core::budget::Budget;
use wide_fold_core::layout::{Batch, Wanted, sheets_needed};
use wide_fold_core::plane::Size;
use wide_fold_core::several::{Copies, by_paper};
use wide_fold_core::{Brief, Length, Plan, Sheet, joins};

/// The bag's own pieces, by their sizes.
fn sizes(plan: &Plan) -> Vec<Size> {
    let cut = plan.pieces.iter().filter(|piece| !piece.from_scrap);
    cut.flat_map(|piece| vec![Size::new(piece.width, piece.height); piece.count as usize]).collect()
}

fn packed(sizes: &[Size], sheet: Size, may_turn: bool) -> u32 {
    let wanted: Vec<Wanted> = sizes.iter().map(|size| Wanted { size: *size, may_turn, count: 1 }).collect();
    Batch::new(&wanted, sheet, &Budget::of(Budget::USUAL)).sheet_count()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// A bag takes no more sheets than its pieces do when they are packed among those of many bags, as they lie.
    #[test]
    fn no_more_than_its_pieces_take(brief in any_brief(), wide in 40_i64..200, tall in 40_i64..200, run: bool) {
        let sheet = Sheet { width: Length::eighths(wide), height: Length::eighths(tall), ..brief.sheet.clone() };
        let mut brief = Brief { sheet, side_sheet: None, extras: Extras::default(), ..brief };
        if run {
            brief.build = Build::Joined { cuts: Default::default() };
            let Some(best) = joins::best(&brief) else { return Ok(()) };
            let needed = best.sheets;
            brief = best.brief(&brief);
            let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
            prop_assert_eq!(needed, plan.layout.own_sheets());
        }
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        prop_assume!(plan.layout.fits());
        let (own, laid) = (sizes(&plan), brief.sheet.as_laid());
        prop_assert!(plan.layout.own_sheets() <= packed(&own, laid, false), "{:?}", own);
        prop_assert_eq!(plan.layout.own_sheets(), sheets_needed(&own, laid));
        // Every piece is there once, within its sheet and over no other.
        let mut areas = 0;
        for sheet in plan.layout.sheets.iter().filter(|sheet| !sheet.scrap) {
            for (at, one) in sheet.placed.iter().enumerate() {
                let space = one.space;
                prop_assert!(space.x + space.width <= laid.width && space.y + space.height <= laid.height);
                for other in sheet.placed[..at].iter().map(|other| other.space) {
                    let apart = space.x + space.width <= other.x || other.x + other.width <= space.x
                        || space.y + space.height <= other.y || other.y + other.height <= space.y;
                    prop_assert!(apart);
                }
                areas += space.area() * i128::from(sheet.times);
            }
        }
        prop_assert_eq!(areas, own.iter().map(|size| size.area()).sum::<i128>());
    }

}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, max_global_rejects: 100_000, ..ProptestConfig::default() })]

    /// Where sheets that are turned save one, it is said, and one press does it.
    #[test]
    fn a_sheet_that_turning_saves_is_offered(brief in any_brief(), wide in 60_i64..200, tall in 60_i64..200) {
        let (width, height) = (Length::eighths(wide), Length::eighths(tall));
        let sheet = Sheet { width, height, directional: false, turned: false, ..brief.sheet.clone() };
        let brief = Brief { sheet, side_sheet: None, ..brief };
        let brief = if matches!(brief.build, Build::Joined { .. }) { Brief { build: Build::CornerPair, ..brief } } else { brief };
        prop_assume!(width != height);
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let mut other = brief.clone();
        other.sheet.turned = true;
        let Ok(turned) = Plan::new(&other) else { return Ok(()) };
        prop_assume!(plan.is_ready() && turned.layout.fits());
        let told = plan.verdicts.iter().find(|verdict| verdict.code == "turn.saves");
        let saves = turned.layout.own_sheets() < plan.layout.own_sheets();
        prop_assert_eq!(told.is_some(), saves);
        if turned.is_ready() && saves {
            let remedy = &told.unwrap().remedies[0];
            let after = Plan::new(&remedy.brief).unwrap();
            prop_assert!(after.is_ready() && after.layout.own_sheets() < plan.layout.own_sheets());
        }
    }

    /// Bags cut together from a paper without a direction: pieces are turned one by one, and what no way of cutting beats is so.
    #[test]
    fn common_sheets_are_turned(
        bags in prop::collection::vec((8_i64..40, 8_i64..56, 4_i64..20, 1_u32..4, any::<bool>()), 1..4), wide in 60_i64..160, tall in 60_i64..160,
    ) {
        let (width, height) = (Length::eighths(wide), Length::eighths(tall));
        let made: Vec<Copies<'_>> = bags.iter().map(|(w, h, d, copies, turned)| {
            let mut brief = Brief::new(Length::eighths(*w), Length::eighths(*h), Length::eighths(*d));
            brief.sheet = Sheet { width, height, directional: false, turned: *turned, ..Sheet::default() };
            Copies { name: "Tea bowl", brief, copies: *copies }
        }).collect();
        let groups = by_paper(&made);
        prop_assert_eq!(groups.len(), 1);
        let batch = Batch::new(&groups[0].wanted, groups[0].sheet.size(), &Budget::of(Budget::USUAL));
        prop_assume!(batch.too_large.is_empty());
        // Packed from outside: every piece of every plan, either way round.
        let all: Vec<Size> = made.iter().flat_map(|own| {
            let plan = Plan::new(&own.brief).unwrap();
            let one = sizes(&plan).into_iter().map(|size| if own.brief.sheet.turned { size.turned() } else { size });
            one.collect::<Vec<_>>().repeat(own.copies as usize)
        }).collect();
        let known = packed(&all, Size::new(width, height), true);
        prop_assert!(batch.at_least <= known);
        if batch.at_least == batch.sheet_count() {
            prop_assert!(batch.sheet_count() <= known);
        }
        // Nor is any of them better laid as it is.
        let singly: u32 = made.iter().map(|own| Plan::new(&own.brief).unwrap()).zip(&made).map(|(plan, own)| plan.layout.own_sheets() * own.copies).sum();
        let fits = made.iter().all(|own| Plan::new(&own.brief).unwrap().layout.fits());
        prop_assert!(!fits || batch.sheet_count() <= singly);
    }
}
