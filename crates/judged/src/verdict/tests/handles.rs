//! Handles, backing, closures, decoration and load: what is said of them, and whether the remedies mend it.

use super::any_brief::any_brief;
use super::*;
use crate::brief::{
    Across, Backing, BackingKind, Build, Closure, ClosureKind, Decoration, Fittings, Handle, HandleKind,
    Insert, Knot, Punch,
};
use crate::mass::Mass;
use proptest::prelude::*;

pub(super) fn bag(kind: HandleKind) -> Brief {
    let mut brief = brief("8", "9", "3");
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief.fittings.handle.kind = kind;
    brief
}

fn codes(brief: &Brief) -> Vec<&'static str> {
    Plan::new(brief).unwrap().verdicts.iter().map(|verdict| verdict.code).collect()
}

#[rstest]
fn customary_handles_have_nothing_said_of_them(
    #[values(
        HandleKind::HoledRibbon,
        HandleKind::GluedRibbon,
        HandleKind::LongRibbon,
        HandleKind::Tube,
        HandleKind::Hangers,
        HandleKind::HandHole
    )]
    kind: HandleKind,
    #[values(Top::Raw, Top::HemOut { depth: Length::eighths(5) }, Top::HemIn { depth: Length::inches(3) })]
    top: Top,
) {
    let brief = Brief { top, ..bag(kind) };
    let own = ["handle.", "backing."];
    let said: Vec<&str> =
        codes(&brief).into_iter().filter(|code| own.iter().any(|start| code.starts_with(start))).collect();
    assert_eq!(said, Vec::<&str>::new());
}

/// Every handle that goes with a build is measured on it, hidden straps on a flare among them.
#[rstest]
fn every_handle_holds_on_every_build(
    #[values(
        Build::Wrap,
        Build::CornerPair,
        Build::CradlePair { squares: Squares::SlitUp },
        Build::CradlePair { squares: Squares::SlitLevel },
        Build::FoldedBase { lap: Length::eighths(4) },
        Build::PleatedFlare { pleats: 3, pleat: Length::eighths(4) }
    )]
    build: Build,
    #[values(0, 1, 2, 3, 4, 5, 6, 7)] kind: usize,
) {
    let mut brief =
        Brief { build, top: Top::HemIn { depth: Length::inches(3) }, ..bag(HandleKind::ALL[kind]) };
    brief.sheet.height = Length::inches(30);
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
}

/// The strip has to reach past the holes and the hem has to cover the strip: ¾ of hem is too little for both.
#[test]
fn a_shallow_hem_makes_the_strip_complain_and_the_remedy_mends_it() {
    let mut brief = bag(HandleKind::HoledRibbon);
    brief.top = Top::HemIn { depth: Length::eighths(6) };
    let found = verdict(&brief, "backing.short");
    assert!(found.why.contains('⅝'), "{}", found.why);
    // Holes ½ below the top, a quarter wide, and as much again: ⅞, and ⅛ of hem below that.
    assert_eq!(offers(&found)[0], "Hem 1");
    let mended = Plan::new(&found.remedies[0].brief).unwrap();
    assert!(mended.verdicts.iter().all(|verdict| !verdict.code.starts_with("backing.")));
    let strip = crate::fittings::Fitted::of(&mended.brief).reinforcement.unwrap();
    assert_eq!((strip.depth, mended.brief.top.hem()), (Length::eighths(7), Length::INCH));
}

/// A hole that goes through no paper is said, and never just left out.
#[rstest]
#[case::below_the_base_line(|handle: &mut Handle| handle.down = Some(Length::inches(20)))]
#[case::beside_the_face(|handle: &mut Handle| handle.from_centre = Some(Length::inches(5)))]
fn a_hole_off_the_face_is_refused(#[case] change: fn(&mut Handle)) {
    let mut brief = bag(HandleKind::HoledRibbon);
    change(&mut brief.fittings.handle);
    let found = verdict(&brief, "handle.hole-off-face");
    assert_eq!((found.level, offers(&found)[0]), (Level::Blocks, "The customary place"));
    assert!(Plan::new(&found.remedies[0].brief).unwrap().is_ready());
}

#[rstest]
#[case::past_hem("backing.past-hem", |b: &mut Brief| {
    b.top = Top::HemIn { depth: Length::eighths(12) };
    b.fittings.backing.depth = Some(Length::inches(2));
})]
#[case::too_long("backing.long", |b: &mut Brief| b.fittings.backing.length = Some(Length::inches(8)))]
#[case::too_short("backing.short", |b: &mut Brief| b.fittings.backing.length = Some(Length::inches(3)))]
#[case::near_edge("handle.near-edge", |b: &mut Brief| b.fittings.handle.down = Some(Length::sixty_fourths(20)))]
#[case::hem_edge("handle.hem-edge", |b: &mut Brief| {
    b.top = Top::HemIn { depth: Length::INCH };
    b.fittings.handle.down = Some(Length::INCH);
})]
#[case::reach("handle.out-of-reach", |b: &mut Brief| b.fittings.handle.down = Some(Length::inches(3)))]
#[case::low("handle.low", |b: &mut Brief| b.fittings.handle.stands = crate::brief::Stands::High(Length::eighths(4)))]
#[case::slot("handle.slot-tight", |b: &mut Brief| {
    b.fittings.handle.kind = HandleKind::Strap;
    b.top = Top::HemIn { depth: Length::INCH };
    b.fittings.handle.opening = Some(Length::eighths(10));
})]
#[case::hand("handle.hand-large", |b: &mut Brief| {
    b.fittings.handle.kind = HandleKind::HandHole;
    b.fittings.handle.width = Some(Length::inches(5));
})]
#[case::bare("backing.none", |b: &mut Brief| b.fittings.backing.kind = BackingKind::None)]
#[case::square_mouth("closure.square-mouth", |b: &mut Brief| b.fittings.closure.kind = ClosureKind::Bow)]
#[case::gusset_mats("mat.over-crease", |b: &mut Brief| {
    b.gusset_crease = GussetCrease::Centre;
    b.fittings.decoration.gussets = true;
})]
#[case::face_mats("mat.over-fold", |b: &mut Brief| {
    b.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
    b.fittings.decoration.faces = true;
})]
#[case::no_mat("mat.none", |b: &mut Brief| {
    b.fittings.decoration.gussets = true;
    b.fittings.decoration.margin = Some(Length::inches(2));
})]
#[case::pocket("pocket.no-room", |b: &mut Brief| {
    b.finished.height = Length::inches(3);
    b.fittings.decoration.pocket = true;
})]
#[case::load("load.over", |b: &mut Brief| {
    b.fittings.insert = Insert::None;
    b.fittings.load = Some(Mass::half_pounds(6));
})]
fn what_may_disappoint_is_said_and_every_remedy_mends_it(#[case] code: &str, #[case] change: fn(&mut Brief)) {
    let mut brief = bag(HandleKind::HoledRibbon);
    change(&mut brief);
    let found = verdict(&brief, code);
    assert_ne!(found.level, Level::Blocks);
    assert!(!found.remedies.is_empty(), "{code} offers nothing");
    for remedy in &found.remedies {
        assert!(!codes(&remedy.brief).contains(&code), "{}", remedy.title);
    }
}

#[rstest]
// Gusset first: the back's left edge lies over the tab? No: the first gusset does. PaperFace first, the front does not either.
#[case::tab("handle.hole-in-glue", Check::HolesFree, |b: &mut Brief| {
    b.build = Build::CornerPair;
    b.fittings.handle.from_centre = Some(Length::eighths(29));
})]
#[case::join("handle.hole-over-line", Check::HolesWhole, |b: &mut Brief| {
    b.build = Build::Joined { cuts: Places::of([Place::InsideFront, Place::LeftBackCorner]).into() };
    b.fittings.handle.kind = HandleKind::Strap;
    b.top = Top::HemIn { depth: Length::INCH };
})]
#[case::fold("handle.hole-over-line", Check::HolesWhole, |b: &mut Brief| {
    b.gusset_crease = GussetCrease::FoldFlat { across: Across::BothFaces };
    b.fittings.handle.down = Some(Length::eighths(60));
})]
fn a_hole_where_none_may_be_blocks_and_the_folded_bag_shows_it(
    #[case] code: &str,
    #[case] check: Check,
    #[case] change: fn(&mut Brief),
) {
    let mut brief = bag(HandleKind::HoledRibbon);
    change(&mut brief);
    let plan = Plan::new(&brief).unwrap();
    let item = plan.proof.items.iter().find(|item| item.check == check).unwrap();
    assert!(!item.passed(), "{item:?}");
    let found = verdict(&brief, code);
    assert_eq!(found.level, Level::Blocks);
    let mended = Plan::new(&found.remedies[0].brief).unwrap();
    assert!(mended.is_ready() && mended.proof.passed(), "{:#?}", mended.verdicts);
}

#[rstest]
#[case(HandleKind::Strap, "handle.strap-hem", "Hem in, 1")]
fn a_strap_needs_its_hem(#[case] kind: HandleKind, #[case] code: &str, #[case] remedy: &str) {
    // Common practice: the ends are glued under a hem at least 1 deep.
    let found = verdict(&bag(kind), code);
    assert_eq!((found.level, offers(&found)[0]), (Level::Blocks, remedy));
}

#[test]
fn a_flap_is_needed_to_tuck_it_in() {
    let mut brief = bag(HandleKind::None);
    brief.fittings.closure.kind = ClosureKind::Tuck;
    let found = verdict(&brief, "closure.no-flap");
    assert_eq!(found.level, Level::Blocks);
    assert!(matches!(found.remedies[0].brief.top, Top::Flap { .. }));
}

#[test]
fn the_load_is_judged_by_the_rule_of_thumb() {
    // Common practice: wrapping paper with an insert about 4 lb.
    let mut brief = bag(HandleKind::Tube);
    brief.fittings.load = Some(Mass::half_pounds(8));
    assert!(!codes(&brief).contains(&"load.over"));
    brief.fittings.load = Some(Mass::half_pounds(9));
    let found = verdict(&brief, "load.over");
    assert!(found.why.contains("4 lb") && found.why.contains("no rating"), "{}", found.why);
    // Stiff card takes 6½ lb; beyond that the load is shared out.
    assert_eq!(offers(&found), ["Stiff card, 250 g/m²", "2 bags, 2¼ lb in each"]);
    brief.fittings.load = Some(Mass::half_pounds(18));
    assert_eq!(offers(&verdict(&brief, "load.over")), ["3 bags, 3 lb in each"]);
}

prop_compose! {
    /// Any handle, backing, closure, insert and decoration, in customary figures and in others.
    fn any_fittings()(
        kind in 0_usize..8, places in prop::collection::vec(prop::option::of(0_i64..64), 8), backing in 0_usize..3,
        closure in 0_usize..7, insert in 0_usize..3, decoration in 0_u8..64, load in prop::option::of(1_i64..30),
    ) -> Fittings {
        let figure = |n: usize| places[n].map(|n| Length::sixty_fourths(n * 4));
        let some = |n: usize| figure(n).filter(|length| length.is_positive());
        let has = |bit: u8| decoration >> bit & 1 == 1;
        Fittings {
            handle: Handle {
                kind: HandleKind::ALL[kind],
                from_centre: figure(0),
                down: figure(1),
                stands: figure(2).filter(|_| has(5)).map_or_else(Default::default, crate::brief::Stands::High),
                width: some(3),
                opening: some(4),
                knot: Knot::Double,
            },
            backing: Backing {
                kind: [BackingKind::Strip, BackingKind::Eyelets, BackingKind::None][backing],
                length: some(5),
                depth: some(6),
            },
            closure: Closure { kind: ClosureKind::ALL[closure], down: figure(7) },
            insert: [Insert::None, Insert::Single, Insert::Double][insert],
            decoration: Decoration {
                faces: has(0), gussets: has(1), flap: has(2), band: has(3), pocket: has(4), ..Decoration::default()
            },
            load: load.map(Mass::half_pounds),
            punch: Punch::default(),
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1_500))]

    /// The rules find every hole that the folded bag finds wrong.
    #[test]
    fn what_the_rules_let_pass_the_folded_bag_lets_pass(brief in any_brief(), fittings in any_fittings()) {
        if let Ok(plan) = Plan::new(&Brief { fittings, ..brief }) {
            let failed: Vec<_> = plan.proof.items.iter().filter(|item| !item.passed()).collect();
            prop_assert!(plan.verdicts.iter().all(|verdict| verdict.code != "proof.failed"), "{:?}", failed);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    #[test]
    fn every_remedy_of_a_handle_clears_its_verdict(brief in any_brief(), fittings in any_fittings()) {
        let Ok(plan) = Plan::new(&Brief { fittings, ..brief }) else { return Ok(()) };
        let blocks = |v: &&Verdict| v.level == Level::Blocks;
        let blocked: Vec<&str> = plan.verdicts.iter().filter(blocks).map(|v| v.code).collect();
        let own = ["handle.", "backing.", "closure.", "mat.", "pocket.", "load."];
        for verdict in plan.verdicts.iter().filter(|verdict| own.iter().any(|start| verdict.code.starts_with(start))) {
            for remedy in &verdict.remedies {
                let after = Plan::new(&remedy.brief).unwrap();
                prop_assert!(after.verdicts.iter().all(|other| other.code != verdict.code), "{}", remedy.title);
                let new = after.verdicts.iter().filter(blocks).find(|v| !blocked.contains(&v.code));
                prop_assert!(new.is_none(), "{} brings {:?}", remedy.title, new);
            }
        }
    }
}

/// A bag joined at a level has two papers glued over one another there: no hand hole goes through it, and something else will do.
#[test]
fn a_hand_hole_over_a_level_join_is_told_and_mended() {
    let mut met = 0;
    for level in (16..=42).step_by(2) {
        let mut brief = Brief::new(Length::inches(6), Length::inches(6), Length::inches(2));
        let at = crate::brief::Places::of(crate::brief::Place::ALL[..2].iter().copied());
        let all_round = Some(crate::brief::AllRound::at(Length::eighths(level)));
        brief.build = Build::Joined { cuts: crate::brief::Cuts { at, back_part: None, all_round } };
        brief.fittings.handle.kind = HandleKind::HandHole;
        let plan = Plan::new(&brief).unwrap();
        let told: Vec<&Verdict> = plan
            .verdicts
            .iter()
            .filter(|v| v.level == Level::Blocks && v.code.starts_with("handle."))
            .collect();
        assert_eq!(plan.proof.passed(), told.is_empty(), "{all_round:?}: {:#?}", plan.verdicts);
        assert!(told.iter().all(|verdict| !verdict.remedies.is_empty()), "{told:#?}");
        met += told.len();
    }
    assert!(met > 0, "no level meets the hole");
}
