//! What the program claims, over any brief: ready means that it can be cut, offered means that it can be made.

use crate::bags::any::any_brief;
use crate::bags::cutting::can_be_cut;
use proptest::prelude::*;
use wide_fold_core::brief::{AllRound, Build, Cuts, HandleKind, Place, Places, Top};
use wide_fold_core::budget::Budget;
use wide_fold_core::layout::Part;
use wide_fold_core::nearby::nearby;
use wide_fold_core::offers::{builds, joinings, on_sheet};
use wide_fold_core::paper::{Paper, Stock};
use wide_fold_core::plane::Size;
use wide_fold_core::sheet::COMMON_SIZES;
use wide_fold_core::verdict::Level;
use wide_fold_core::ways::{differs, ways};
use wide_fold_core::{Brief, Length, Plan, Sheet};

/// The codes of everything that blocks.
fn blocks(plan: &Plan) -> Vec<&'static str> {
    plan.verdicts
        .iter()
        .filter(|verdict| verdict.level == Level::Blocks)
        .map(|verdict| verdict.code)
        .collect()
}

/// Something offered for a bag plans to nothing that did not block before; what it plans to.
fn brings_no_block(what: &str, before: &[&str], offered: &Brief) -> Result<Plan, TestCaseError> {
    let plan = Plan::new(offered).map_err(|fault| TestCaseError::fail(format!("{what}: {fault:?}")))?;
    let new: Vec<_> = blocks(&plan).into_iter().filter(|code| !before.contains(code)).collect();
    let failed: Vec<_> = plan.proof.items.iter().filter(|item| !item.passed()).collect();
    prop_assert!(new.is_empty(), "{what} brings {new:?}: {failed:?}");
    Ok(plan)
}

fn papers() -> Vec<Paper> {
    let paper = |kind, width, height| Paper {
        name: "paper".to_owned(),
        kind,
        sheet: Sheet { width: Length::inches(width), height: Length::inches(height), ..Sheet::default() },
        count: 20,
        grain: None,
        price: None,
    };
    vec![paper(Stock::Pad, 12, 12), paper(Stock::Sheets, 30, 20), paper(Stock::Roll, 30, 120)]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(2_000))]

    #[test]
    fn whatever_is_ready_can_be_cut(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        prop_assert_eq!(plan.layout.fits(), plan.verdicts.iter().all(|verdict| verdict.code != "sheet.too-small"));
        if !plan.is_ready() {
            return Ok(());
        }
        prop_assert!(plan.proof.passed());
        can_be_cut(&plan.layout)?;
        // Every piece is there, as often as the bag takes it, in its own size; no piece of patterned paper lies turned.
        let mut copies = vec![0; plan.pieces.len()];
        for sheet in &plan.layout.sheets {
            for placed in &sheet.placed {
                if let Part::Piece(piece) = placed.part {
                    copies[piece] += sheet.times;
                    let own = &plan.pieces[piece];
                    prop_assert_eq!((placed.space.width, placed.space.height), (own.width, own.height));
                }
            }
            let own = if sheet.side { brief.side_sheet.clone().unwrap_or_default().as_laid() } else { brief.sheet.as_laid() };
            prop_assert!(sheet.scrap || Size::new(sheet.width, sheet.height) == own);
        }
        for (piece, count) in plan.pieces.iter().zip(copies) {
            prop_assert_eq!(count, piece.count);
        }
    }

    #[test]
    fn whatever_the_rules_let_pass_the_folded_bag_lets_pass(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let unproved = plan.verdicts.iter().find(|verdict| verdict.code == "proof.failed");
        prop_assert!(unproved.is_none(), "{unproved:?}");
    }

    #[test]
    fn every_remedy_clears_its_finding_and_brings_no_block(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let before = blocks(&plan);
        for verdict in &plan.verdicts {
            for remedy in &verdict.remedies {
                prop_assert_ne!(&remedy.brief, &brief, "{}", &remedy.title);
                let what = format!("{}: {}", verdict.code, remedy.title);
                let after = brings_no_block(&what, &before, &remedy.brief)?;
                prop_assert!(after.verdicts.iter().all(|other| other.code != verdict.code), "{what} does not clear it");
            }
        }
    }
}

proptest! {
    // Each of these plans dozens of bags a case.
    #![proptest_config(ProptestConfig::with_cases(400))]

    #[test]
    fn every_size_close_by_and_every_other_sheet_brings_no_block(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let before = blocks(&plan);
        for near in nearby(&brief, Length::eighths(1), &Budget::of(Budget::USUAL)).found {
            // The sheets that are told are those that are cut, of it and of the bag as it is.
            let then = brings_no_block(&format!("{:?}", near.brief.finished), &before, &near.brief)?;
            prop_assert_eq!(then.layout.sheet_count(), near.sheets.0);
            if let Some(now) = near.sheets.1 {
                prop_assert_eq!(now, plan.layout.sheet_count());
            }
            // What is other than its size is said.
            let resized = Brief { finished: near.brief.finished, ..brief.clone() };
            let says = differs(&near.brief, &resized);
            prop_assert!(resized == near.brief || !says.is_empty(), "{:?}", near.brief);
        }
        for size in &COMMON_SIZES {
            let sheet = Sheet { width: size.width, height: size.height, ..brief.sheet.clone() };
            if let Some(scaled) = on_sheet(&brief, &sheet) {
                brings_no_block(&format!("{} {:?}", size.name, scaled.finished), &before, &scaled)?;
            }
        }
    }

    #[test]
    fn every_way_is_ready(brief in any_brief()) {
        if brief.check().is_err() {
            return Ok(());
        }
        for way in ways(&brief, &papers(), &Budget::of(Budget::USUAL)) {
            let plan = Plan::new(&way.brief);
            prop_assert!(plan.is_ok());
            let blocked = plan.as_ref().map(blocks).unwrap_or_default();
            prop_assert!(blocked.is_empty(), "{}: {:?}", way.build, blocked);
            let taken = plan.map(|plan| plan.layout.sheet_count()).unwrap_or_default();
            prop_assert_eq!(taken, way.sheets + way.beside, "{}", way.build);
        }
    }

    #[test]
    fn every_way_to_join_brings_no_block(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let before = blocks(&plan);
        for way in joinings(&brief, 6) {
            brings_no_block(&way.cuts.at.says(), &before, &way.brief(&brief))?;
        }
        for build in builds(&brief) {
            if let Some(takes) = &build.takes {
                brings_no_block(build.way.name, &before, takes)?;
            }
        }
    }
}

#[test]
fn the_corner_cut_off_an_upper_piece_is_no_larger_than_its_lap() {
    // 8 × 16 × 4 joined 4 above the base on 14 × 14: the upper piece loses ½ × ½ of its tab, the lower one ½ × 4.
    let mut brief = Brief::new(Length::inches(8), Length::inches(16), Length::inches(4));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(14), Length::inches(14));
    let cuts = Cuts {
        all_round: Some(AllRound::Above(Length::inches(4))),
        ..Cuts::from(Places::of(Place::CORNERS))
    };
    brief.build = Build::Joined { cuts };
    let plan = Plan::new(&brief).unwrap();
    let told = |upper: bool| -> Vec<String> {
        let own = plan.pieces.iter().filter(|piece| (piece.blank.rise > Length::ZERO) == upper);
        let names: Vec<String> = own.map(|piece| piece.name.to_lowercase()).collect();
        let steps = plan.steps.iter().filter(|step| names.iter().any(|name| step.title.ends_with(name)));
        let says = steps.flat_map(|step| &step.says).filter(|says| says.starts_with("Cut away"));
        says.cloned().collect()
    };
    assert!(!told(true).is_empty() && !told(false).is_empty(), "{:#?}", plan.steps);
    assert!(told(true).iter().all(|says| says.ends_with("½ × ½.")), "{:?}", told(true));
    assert!(told(false).iter().all(|says| says.ends_with("½ × 4.")), "{:?}", told(false));
}

/// Everything that a plan says, draws and measures, as one text.
fn told(plan: &Plan) -> String {
    let verdicts: Vec<_> =
        plan.verdicts.iter().map(|verdict| (verdict.code, &verdict.title, &verdict.why)).collect();
    let marks = wide_fold_core::fittings::drawing::face_marks(&plan.brief, &plan.fitted);
    let parts = wide_fold_core::fittings::parts::parts(&plan.brief, &plan.fitted);
    format!("{:?}{:?}{verdicts:?}{marks:?}{parts:?}{:?}{:?}", plan.net, plan.steps, plan.passes, plan.layout)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(500))]

    /// A flare has no gusset: whatever the figure is, hidden as it is, it changes nothing.
    #[test]
    fn nothing_about_a_flare_reads_its_gusset(brief in any_brief(), other in 4_i64..96) {
        let mut brief = brief;
        brief.build = Build::PleatedFlare { pleats: 2, pleat: Length::eighths(6) };
        let mut changed = brief.clone();
        changed.finished.gusset = Length::eighths(other);
        if let (Ok(one), Ok(two)) = (Plan::new(&brief), Plan::new(&changed)) {
            let (one, two) = (told(&one), told(&two));
            let differs = one.bytes().zip(two.bytes()).position(|(a, b)| a != b);
            let near = |text: &str| text.chars().skip(differs.unwrap_or(0).saturating_sub(200)).take(260).collect::<String>();
            // Another build may be offered in its place, and that one has the gusset.
            prop_assert!(one == two, "{} | {}", near(&one), near(&two));
        }
    }

    /// Customary figures do not warn about themselves, on a bag of everyday size.
    #[test]
    fn what_is_customary_does_not_warn_about_itself(
        w in 24_i64..96, h in 40_i64..112, d in 12_i64..48, kind in 0_usize..HandleKind::ALL.len(), top in 0_usize..3, metric: bool, build in 0_usize..3,
    ) {
        let n = |n: i64| if metric { Length::millimetres(n * 3) } else { Length::eighths(n) };
        let mut brief = Brief::new(n(w), n(h), n(d.min(w - 8)));
        (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(60));
        brief.build = [Build::Wrap, Build::CornerPair, Build::Wrap][build];
        if metric {
            brief.unit = wide_fold_core::Unit::Metric;
            brief.board.groove = Length::millimetres(5);
            brief.tab = Length::millimetres(12);
        }
        let hem = brief.customary(Length::eighths(16));
        brief.top = [Top::Raw, Top::HemIn { depth: hem }, Top::HemOut { depth: hem }][top];
        let kind = HandleKind::ALL[kind];
        prop_assume!(kind != HandleKind::Strap || top > 0);
        brief.fittings.handle.kind = kind;
        let plan = Plan::new(&brief).unwrap();
        let own = ["handle.", "backing.", "closure.", "mat.", "tab."];
        let found: Vec<_> = plan
            .verdicts
            .iter()
            .filter(|verdict| verdict.level != Level::Notes && own.iter().any(|start| verdict.code.starts_with(start)))
            .map(|verdict| (verdict.code, &verdict.title))
            .collect();
        prop_assert!(found.is_empty(), "{found:?}");
    }
}

/// The figures a crafter sets something to, by hand.
fn figures(brief: &Brief) -> Vec<Length> {
    let (size, handle) = (brief.finished, brief.fittings.handle);
    let set = [
        handle.from_centre,
        handle.down,
        handle.stands.long(),
        handle.width,
        handle.opening,
        brief.fittings.closure.down,
        brief.edge.repeat,
        brief.edge.rise,
    ];
    let own = [size.width, size.height, size.gusset, brief.tab, brief.top.depth(), brief.allowance];
    own.into_iter().chain(brief.joins.strip()).chain(set.into_iter().flatten()).collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(600))]

    /// Where the crafter's own figures can be set on ruler and trimmer (1/16 in, or 1 mm where the board is metric), so can
    /// those of every remedy.
    #[test]
    fn remedies_go_in_steps_of_the_tools(brief in any_brief()) {
        let step = if brief.is_metric() { Length::MM } else { Length::sixty_fourths(4) };
        prop_assume!(figures(&brief).iter().all(|figure| figure.is_on(step)));
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for remedy in plan.verdicts.iter().flat_map(|verdict| &verdict.remedies) {
            for figure in figures(&remedy.brief) {
                prop_assert!(figure.is_on(step), "{}: {}", remedy.title, figure);
            }
        }
    }
}
