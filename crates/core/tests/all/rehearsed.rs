//! A rehearsal tries every fold of the bag, on a scrap a quarter as large, and can be made.

use crate::bags::any::any_brief;
use proptest::prelude::*;
use rstest::rstest;
use std::collections::BTreeSet;
use wide_fold_core::brief::{Build, ClosureKind, FaceSide, GussetCrease, HandleKind, Top};
use wide_fold_core::rehearsal::rehearsal;
use wide_fold_core::steps::{Job, Step};
use wide_fold_core::{Brief, Length, Net, Plan};

/// What is folded in a bag: purpose and way, on which panel.
fn folds(brief: &Brief) -> BTreeSet<String> {
    let net = Net::of(brief);
    let creases = net.blanks.iter().flat_map(|blank| &blank.creases);
    creases.map(|crease| format!("{:?} {:?} {:?}", crease.role, crease.fold, crease.panel)).collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    #[test]
    fn every_fold_is_tried_on_a_quarter_of_the_sheet(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let Some(plan) = rehearsal(&brief) else { return Ok(()) };
        prop_assert!(plan.is_ready());
        // Neither larger than the bag, in any direction, nor of more paper.
        let (own, bag) = (plan.brief.finished, brief.finished);
        prop_assert!(own.width <= bag.width && own.height <= bag.height && own.gusset <= bag.gusset, "{own:?} for {bag:?}");
        let paper = |pieces: &[wide_fold_core::pieces::Piece]| -> i128 {
            pieces.iter().map(|piece| i128::from(piece.width.units()) * i128::from(piece.height.units()) * i128::from(piece.count)).sum()
        };
        let whole = Plan::new(&brief).unwrap();
        prop_assert!(paper(&plan.pieces) <= paper(&whole.pieces));
        prop_assert_eq!(plan.brief.is_lined_by_hand(), brief.is_lined_by_hand());
        prop_assert_eq!(folds(&plan.brief), folds(&brief));
        // Every part lies on a scrap, and a scrap is a quarter of the sheet.
        for sheet in plan.layout.sheets.iter().filter(|sheet| !sheet.scrap) {
            let (own, whole) = ([sheet.width, sheet.height], [brief.sheet.width.half(), brief.sheet.height.half()]);
            prop_assert!(own == whole || own == [whole[1], whole[0]], "{own:?} {whole:?}");
            for placed in &sheet.placed {
                prop_assert!(placed.space.x + placed.space.width <= sheet.width && placed.space.y + placed.space.height <= sheet.height);
            }
        }
        // Nothing is put on: the last step is the base, the flare, the flap or the flat bag.
        let again = Plan::new(&plan.brief).unwrap();
        let put_on = [Job::Backing, Job::Pocket, Job::Mats, Job::Holes, Job::StrapFirst, Job::LongRibbon, Job::Insert, Job::Band, Job::Handles, Job::Close];
        // A flap that is tucked in closes the bag, and nothing is put on for it.
        let tucked = brief.fittings.closure.kind == ClosureKind::Tuck;
        let is_bare = |step: &Step| !put_on.contains(&step.job) || (tucked && step.job == Job::Close);
        prop_assert!(again.steps.iter().all(is_bare), "{:?}", again.steps);
        prop_assert_eq!(again.steps, plan.steps);
    }
}

/// The everyday bags have one.
#[rstest]
fn everyday_bags_can_be_rehearsed(
    #[values(Build::Wrap, Build::CornerPair)] build: Build,
    #[values(Top::Raw, Top::HemIn { depth: Length::INCH })] top: Top,
    #[values(GussetCrease::None, GussetCrease::Centre, GussetCrease::Pair)] crease: GussetCrease,
) {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(40), Length::inches(2));
    (brief.build, brief.top, brief.gusset_crease) = (build, top, crease);
    brief.fittings.handle.kind = HandleKind::HoledRibbon;
    assert!(rehearsal(&brief).is_some());
}

/// A flap that is tucked in turns at a line of its own.
#[test]
fn the_turn_of_a_tucked_flap_is_tried_too() {
    let mut brief = Brief::new(Length::inches(3), Length::inches(4), Length::inches(2));
    brief.top = Top::Flap { on: FaceSide::Back, depth: Length::inches(3), corner: Length::ZERO };
    brief.fittings.closure.kind = ClosureKind::Tuck;
    let tried = rehearsal(&brief).unwrap();
    assert!(folds(&brief).iter().any(|fold| fold.starts_with("FlapTurn")));
    assert_eq!(folds(&tried.brief), folds(&brief));
}
