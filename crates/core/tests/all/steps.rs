//! Holes, strips, handles, closure and decoration in the order of the work, as whole plans say it.

use rstest::rstest;
use wide_fold_core::brief::{Build, Cuts, FaceSide, GussetCrease, Joins, Place, Places};
use wide_fold_core::brief::{ClosureKind, HandleKind, Top};
use wide_fold_core::{Brief, Length, Plan};

fn plan(kind: HandleKind, change: impl Fn(&mut Brief)) -> Plan {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief.fittings.handle.kind = kind;
    change(&mut brief);
    Plan::new(&brief).expect("a bag that can be planned")
}

fn said(plan: &Plan) -> String {
    plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ")
}

/// Common practice: hem, then holes and reinforcement and decoration while flat, then seam, base, insert, handles, closing.
#[test]
fn each_comes_when_it_is_its_turn() {
    let plan = plan(HandleKind::HoledRibbon, |brief| {
        brief.top = Top::HemIn { depth: Length::inches(2) };
        brief.gusset_crease = GussetCrease::Centre;
        brief.fittings.decoration.faces = true;
        brief.fittings.closure.kind = ClosureKind::Bow;
    });
    let titles: Vec<&str> = plan.steps.iter().map(|step| step.title.as_str()).collect();
    let from = titles.iter().position(|title| *title == "Strip behind the holes").unwrap();
    assert_eq!(
        titles[from..],
        [
            "Strip behind the holes",
            "Turn the hem",
            "Mats, while it is flat",
            "Holes, while it is flat",
            "Glue the seam",
            "Close the base",
            "Insert for the base",
            "Handles",
            "Before you fill it",
            "Close it",
        ]
    );
    // Paper, hem, strip and mat.
    assert!(said(&plan).contains("through 4 layers"), "{}", said(&plan));
    assert!(
        said(&plan).contains(
            "mark 1 below its top edge, 2½ and 5½ from its left edge: 1½ either side of the centre"
        )
    );
}

#[rstest]
#[case(HandleKind::Strap, |b: &mut Brief| b.top = Top::HemIn { depth: Length::INCH }, "craft knife")]
#[case(HandleKind::HandHole, |_: &mut Brief| (), "craft knife")]
#[case(HandleKind::LongRibbon, |_: &mut Brief| (), "Hot glue burns")]
#[case(HandleKind::Hangers, |_: &mut Brief| (), "strangle")]
#[case(HandleKind::None, |b: &mut Brief| b.fittings.closure.kind = ClosureKind::Magnets, "swallowed")]
#[case(HandleKind::None, |b: &mut Brief| b.fittings.decoration.faces = true, "flammable")]
#[case(HandleKind::None, |b: &mut Brief| b.fittings.closure.kind = ClosureKind::RibbonRound, "allergen")]
fn what_bites_is_said_where_it_is_used(
    #[case] kind: HandleKind,
    #[case] change: fn(&mut Brief),
    #[case] caution: &str,
) {
    let plan = plan(kind, change);
    let cautions: Vec<&str> = plan.steps.iter().filter_map(|step| step.caution).collect();
    assert!(cautions.iter().any(|said| said.contains(caution)), "{cautions:?}");
}

#[test]
fn a_ribbon_through_a_flap_goes_through_every_layer() {
    let plan = plan(HandleKind::None, |brief| {
        brief.top = Top::Flap { on: FaceSide::Back, depth: Length::inches(3), corner: Length::ZERO };
        brief.gusset_crease = GussetCrease::Pair;
        brief.fittings.closure.kind = ClosureKind::RibbonThrough;
    });
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    // Flap, front and back.
    assert!(said(&plan).contains("goes through 3 layers"), "{}", said(&plan));
    let check = wide_fold_core::proof::Check::FlapHoleMeets;
    assert!(plan.proof.items.iter().any(|item| item.check == check && item.passed()));
}

#[test]
fn ribbon_ends_are_glued_on_the_hem_and_stand_out_of_it() {
    let plan = plan(HandleKind::GluedRibbon, |brief| brief.top = Top::HemIn { depth: Length::INCH });
    let titles: Vec<&str> = plan.steps.iter().map(|step| step.title.as_str()).collect();
    let at = |title: &str| titles.iter().position(|known| *known == title).unwrap();
    assert!(at("Turn the hem") < at("Ribbon and strip"), "{titles:?}");
    // 2 deep (common practice), however deep the hem is, for it lies over the hem.
    assert!(said(&plan).contains("× 2, over them, centred, flush with the top"), "{}", said(&plan));
    assert!(
        plan.verdicts.iter().all(|verdict| !verdict.code.starts_with("backing.")),
        "{:#?}",
        plan.verdicts
    );
}

#[test]
fn a_hidden_strap_goes_in_before_the_hem_and_the_back_of_it_stays_open() {
    let plan = plan(HandleKind::Strap, |brief| brief.top = Top::HemIn { depth: Length::INCH });
    let titles: Vec<&str> = plan.steps.iter().map(|step| step.title.as_str()).collect();
    let at = |title: &str| titles.iter().position(|known| *known == title).unwrap();
    assert!(at("Slots, and the first end of the strap") < at("Turn the hem"));
    assert!(at("Close the base") < at("The second end of the strap"));
    // Slot 1½ and an inch to get at it.
    assert!(said(&plan).contains("On the back leave the middle 2½ of the hem unglued"), "{}", said(&plan));
}

/// Common practice: its end lies on the outside of the face then, under the turned-out hem; the slot is on the hem fold all the same.
#[test]
fn a_hidden_strap_goes_under_a_hem_that_is_turned_out() {
    let plan = plan(HandleKind::Strap, |brief| brief.top = Top::HemOut { depth: Length::INCH });
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(said(&plan).contains("through the slot of the front from the inside and glue 1 of it to the outside of the face, where the hem will cover it"), "{}", said(&plan));
}

/// A front that is cut down its middle is joined before anything is laid over it; one joined by the only seam there is, after that.
#[rstest]
#[case(&[Place::LeftBackCorner, Place::InsideFront], "Join the parts of the face", "Glue the seam")]
#[case(&[Place::InsideFront], "Glue the seam", "Close the base")]
fn a_face_is_whole_before_anything_is_laid_over_it(
    #[case] at: &[Place],
    #[case] whole: &str,
    #[case] then: &str,
) {
    let plan = plan(HandleKind::HoledRibbon, |brief| {
        brief.build = Build::Joined { cuts: Cuts::from(Places::of(at.iter().copied())) };
        brief.top = Top::HemIn { depth: Length::inches(2) };
        brief.fittings.decoration.faces = true;
    });
    let titles: Vec<&str> = plan.steps.iter().map(|step| step.title.as_str()).collect();
    let place = |title: &str| titles.iter().position(|known| *known == title).unwrap();
    assert!(
        place(whole) < place("Mats, while it is flat") && place("Holes, while it is flat") < place(then),
        "{titles:?}"
    );
}

/// Behind a hem that is turned out a joining strip ends at the top: turned with it, it would lie over the corner outside.
#[rstest]
#[case(Top::HemIn { depth: Length::INCH }, 10)]
#[case(Top::HemOut { depth: Length::INCH }, 9)]
fn a_joining_strip_is_hidden_by_the_hem(#[case] top: Top, #[case] tall: i64) {
    let plan = plan(HandleKind::None, |brief| {
        brief.build = Build::CornerPair;
        (brief.joins, brief.top) = (Joins::Strips { width: Length::INCH }, top);
    });
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    let strip = plan.pieces.iter().find(|piece| piece.from_scrap).unwrap();
    assert_eq!(strip.height, Length::inches(tall));
}

#[rstest]
// ⅛ of the top is left free by the mat: a hole 1 below it goes through it.
#[case(Length::INCH, "through 3 layers")]
// A mat that ends above the fold-flat line does not reach a hole below it.
#[case(Length::eighths(67), "through 2 layers")]
fn a_mat_counts_only_where_it_reaches(#[case] down: Length, #[case] words: &str) {
    let plan = plan(HandleKind::HoledRibbon, |brief| {
        brief.fittings.decoration.faces = true;
        brief.fittings.decoration.clear_of_folds = true;
        brief.gusset_crease = GussetCrease::FoldFlat { across: wide_fold_core::brief::Across::Back };
        brief.fittings.handle.down = Some(down);
    });
    assert!(said(&plan).contains(words), "{}", said(&plan));
}

#[test]
fn a_flap_that_tucks_is_scored_where_it_turns_in() {
    let plan = plan(HandleKind::None, |brief| {
        brief.top = Top::Flap { on: FaceSide::Back, depth: Length::inches(5), corner: Length::ZERO };
        brief.fittings.closure.kind = ClosureKind::Tuck;
    });
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    // Base flaps of 3, a body of 9, and 3 of the flap over the mouth: 15 from the bottom, in a pass like any line.
    let turn = plan.passes.iter().flat_map(|pass| &pass.lines);
    let turn: Vec<Length> = turn
        .filter(|line| line.role == wide_fold_core::net::CreaseRole::FlapTurn)
        .map(|line| line.at)
        .collect();
    assert!(turn == [Length::inches(15)] || turn == [Length::inches(2)], "{turn:?}");
    assert!(said(&plan).contains("3 of it cover the mouth, the other 2 turn in"), "{}", said(&plan));
}

#[test]
fn folded_flat_without_a_score_no_line_of_it_is_on_the_board() {
    // Common practice: a third habit scores nothing: squeeze the sides, press where the paper resists.
    let unscored = plan(HandleKind::None, |brief| {
        brief.gusset_crease = GussetCrease::FoldFlat { across: wide_fold_core::brief::Across::Unscored };
    });
    let plain = plan(HandleKind::None, |_| ());
    assert!(unscored.is_ready() && unscored.proof.passed(), "{:#?}", unscored.verdicts);
    assert!(unscored.proof.flat.is_some(), "it is folded flat all the same");
    let lines = |plan: &Plan| -> Vec<(Length, Length)> {
        plan.passes.iter().flat_map(|pass| &pass.lines).map(|line| (line.at, line.reach.to)).collect()
    };
    assert_eq!(lines(&unscored), lines(&plain));
    assert!(said(&unscored).contains("press where the paper resists, about 1½ above the base"));
}
