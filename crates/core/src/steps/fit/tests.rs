use super::*;
use crate::Plan;
use crate::brief::{FaceSide, GussetCrease};
use rstest::rstest;

fn plan(kind: HandleKind, change: impl Fn(&mut Brief)) -> Plan {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief.fittings.handle.kind = kind;
    change(&mut brief);
    Plan::new(&brief).unwrap()
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
            "Holes, while it is flat",
            "Mats, while it is flat",
            "Glue the seam",
            "Close the base",
            "Insert for the base",
            "Handles",
            "Close it",
            "Before you fill it",
        ]
    );
    // Paper, hem, strip and mat.
    assert!(said(&plan).contains("through 4 layers"), "{}", said(&plan));
    assert!(
        said(&plan)
            .contains("1 below the top, 1½ either side of the centre, which is 2½ from the side edges")
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
    assert!(said(&plan).contains("through 3 layers"), "{}", said(&plan));
    let check = crate::proof::Check::FlapHoleMeets;
    assert!(plan.proof.items.iter().any(|item| item.check == check && item.passed()));
}
