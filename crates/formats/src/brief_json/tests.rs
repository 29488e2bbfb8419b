use super::*;
use rstest::rstest;
use serde_json::json;
use wide_fold_core::brief::Side;

#[test]
fn everything_but_the_size_has_a_default() {
    let json = json!({ "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" } });
    let customary = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    assert_eq!(read_brief(&json), Ok(customary));
}

#[rstest]
#[case(BaseHabit::Full, Top::Raw, Build::CradlePair { squares: Squares::SlitLevel }, GussetCrease::Centre)]
#[case(BaseHabit::HalfAndLap { lap: Length::eighths(3) }, Top::HemIn { depth: Length::eighths(9) }, Build::Wrap, GussetCrease::Pair)]
#[case(BaseHabit::Fixed { depth: Length::millimetres(32) }, Top::HemOut { depth: Length::INCH }, Build::FoldedBase { lap: Length::eighths(5) }, GussetCrease::FoldFlat { across: Across::Back })]
#[case(BaseHabit::Custom { depth: Length::eighths(9) }, Top::Flap { on: FaceSide::Front, depth: Length::eighths(20), corner: Length::eighths(3) }, Build::PleatedFlare { pleats: 2, pleat: Length::eighths(9) }, GussetCrease::FoldFlat { across: Across::BothFaces })]
fn writing_then_reading_gives_the_same(
    #[case] base: BaseHabit,
    #[case] top: Top,
    #[case] build: Build,
    #[case] gusset_crease: GussetCrease,
) {
    let mut brief = Brief::new(Length::millimetres(95), Length::eighths(52), Length::inches(2));
    (brief.base, brief.top, brief.build, brief.gusset_crease) = (base, top, build, gusset_crease);
    brief.run = Run { start: RunStart::HalfGusset, direction: Direction::Left };
    brief.joins = Joins::Strips { width: Length::eighths(6) };
    brief.allowance = Length::sixty_fourths(2);
    brief.unit = Unit::Metric;
    brief.sheet.printed = Printed::Both;
    brief.sheet.grammage = Some(Grammage(250));
    brief.sheet.caliper = Some(Length::from_nm(310_000));
    let json = serde_json::to_value(BriefText::from(&brief)).unwrap();
    assert_eq!(read_brief(&json), Ok(brief));
}

#[test]
fn a_joined_run_names_its_places() {
    let json = json!({
        "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": "joined",
        "cuts": ["right_back_corner", "left_front_corner"]
    });
    let brief = read_brief(&json).unwrap();
    let cuts = Places::of([Place::FrontCorner(Side::Left), Place::BackCorner(Side::Right)]);
    assert_eq!(brief.build, Build::Joined { cuts: cuts.into() });
    assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&brief)).unwrap()), Ok(brief.clone()));
    let mixed = Joins::Mixed { width: Length::INCH, at: Places::of([Place::BackCorner(Side::Right)]) };
    let mixed = Brief { joins: mixed, ..brief };
    assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&mixed)).unwrap()), Ok(mixed));
    let uncut = json!({ "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": "joined" });
    assert_eq!(read_brief(&uncut).unwrap_err().field, "cuts");
}

#[test]
fn a_brief_written_before_closing_flaps_is_still_read() {
    let json = json!({
        "finished": { "width": "4", "height": "7", "gusset": "2" }, "hem": { "turn": "out", "depth": "2 in" }
    });
    assert_eq!(read_brief(&json).unwrap().top, Top::HemOut { depth: Length::inches(2) });
    let raw =
        json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "hem": { "turn": "none" } });
    assert_eq!(read_brief(&raw).unwrap().top, Top::Raw);
}

#[rstest]
#[case(json!({}), "", "finished")]
#[case(json!({ "finished": { "width": "4", "height": "7" } }), "finished", "gusset")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": 2 } }), "finished.gusset", "text")]
#[case(json!({ "finished": { "width": "0", "height": "7", "gusset": "2" } }), "finished.width", "more than nothing")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tab": "½ ell" }), "tab", "½ ell")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tabb": "½" }), "tabb", "tabb")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "top": { "kind": "up" } }), "top.kind", "up")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": "pleated_flare", "pleats": 40 }), "pleats", "40")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "sheet": { "width": "12", "height": "12", "grammage": 5 } }), "sheet.grammage", "5 g/m²")]
#[case(json!([1, 2]), "", "")]
fn faults_name_their_field(#[case] json: serde_json::Value, #[case] field: &str, #[case] words: &str) {
    let fault = read_brief(&json).unwrap_err();
    assert!(fault.field.contains(field), "{fault:?}");
    assert!(fault.sentence.contains(words), "{fault:?}");
}
