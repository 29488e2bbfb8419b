use super::*;
use rstest::rstest;
use serde_json::json;
use wide_fold_core::brief::Squares;
use wide_fold_core::sheet::{Grammage, Printed};

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
    brief.round = Round { start: RoundStart::HalfGusset, direction: Direction::Left };
    brief.joins = Joins::Strips { width: Length::eighths(6) };
    brief.allowance = Length::sixty_fourths(2);
    brief.hand = Hand { panel: Length::sixty_fourths(1), height: -Length::from_nm(400_000) };
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
        "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": {
            "kind": "joined", "cuts": ["right_back_corner", "left_front_corner"]
        }
    });
    let brief = read_brief(&json).unwrap();
    let cuts = Places::of([Place::LeftFrontCorner, Place::RightBackCorner]);
    assert_eq!(brief.build, Build::Joined { cuts: cuts.into() });
    assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&brief)).unwrap()), Ok(brief.clone()));
    let mixed = Joins::Mixed { width: Length::INCH, at: Places::of([Place::RightBackCorner]) };
    let mixed = Brief { joins: mixed, ..brief };
    assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&mixed)).unwrap()), Ok(mixed));
    let uncut =
        json!({ "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": { "kind": "joined" } });
    assert_eq!(read_brief(&uncut).unwrap_err().field, "build.cuts");
}

/// Briefs as they were written before, by the program itself.
#[rstest]
#[case(json!({ "build": "wrap", "squares": "slit_up", "joins": "tabs" }), json!({ "build": { "kind": "wrap" } }))]
#[case(json!({ "build": "cradle_pair", "squares": "slit_level" }), json!({ "build": { "kind": "cradle_pair", "squares": "slit_level" } }))]
#[case(
    json!({ "build": "joined", "cuts": ["left_back_corner", "inside_back"], "back_part": "4 in", "level": "0 in", "joins": "mixed", "strip": "1 in", "strips_at": ["inside_back"] }),
    json!({
        "build": { "kind": "joined", "cuts": ["left_back_corner", "inside_back"], "back_part": "4 in", "all_round": { "kind": "at_base_line" } },
        "joins": { "kind": "mixed", "width": "1 in", "at": ["inside_back"] },
    })
)]
#[case(
    json!({ "build": "joined", "cuts": ["left_back_corner"], "level": "3 in", "back_part": null }),
    json!({ "build": { "kind": "joined", "cuts": ["left_back_corner"], "all_round": { "kind": "above", "rise": "3 in" } } })
)]
#[case(json!({ "build": "folded_base", "base_lap": "5/8 in", "joins": "strips", "strip": "3/4 in" }), json!({ "build": { "kind": "folded_base", "lap": "5/8 in" }, "joins": { "kind": "strips", "width": "3/4 in" } }))]
// What another build had needed was kept beside it, and meant nothing.
#[case(json!({ "build": "pleated_flare", "pleats": 2, "pleat": "1 in", "base_lap": "1 in", "cuts": ["inside_back"] }), json!({ "build": { "kind": "pleated_flare", "pleats": 2, "pleat": "1 in" } }))]
#[case(json!({ "hem": { "turn": "out", "depth": "2 in" } }), json!({ "top": { "kind": "hem_out", "depth": "2 in" } }))]
#[case(json!({ "hem": { "turn": "none" } }), json!({ "top": { "kind": "raw" } }))]
fn briefs_of_the_spelling_before_are_renewed(
    #[case] before: serde_json::Value,
    #[case] now: serde_json::Value,
) {
    let whole = |fields: &serde_json::Value| {
        let mut brief = json!({ "finished": { "width": "9 in", "height": "8 in", "gusset": "4 in" } });
        brief.as_object_mut().unwrap().extend(fields.as_object().unwrap().clone());
        brief
    };
    let renewed = renewed(&whole(&before)).unwrap();
    assert_eq!(read_brief(&renewed).unwrap(), read_brief(&whole(&now)).unwrap());
    assert_eq!(super::renewed(&renewed), None);
}

#[rstest]
#[case(json!({}), "", "finished")]
#[case(json!({ "finished": { "width": "4", "height": "7" } }), "finished", "gusset")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": 2 } }), "finished.gusset", "text")]
#[case(json!({ "finished": { "width": "0", "height": "7", "gusset": "2" } }), "finished.width", "more than nothing")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tab": "½ ell" }), "tab", "½ ell")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tabb": "½" }), "tabb", "tabb")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "top": { "kind": "up" } }), "top.kind", "up")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": { "kind": "pleated_flare", "pleats": 40 } }), "build.pleats", "40")]
// A build knows only its own fields.
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": { "kind": "wrap", "cuts": [] } }), "build", "There is no “cuts” here")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "joins": { "kind": "tabs", "width": "1" } }), "joins", "There is no “width” here")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": { "kind": "joined", "cuts": ["left_back_corner"], "all_round": { "kind": "above", "rise": "half" } } }), "build.all_round.rise", "half")]
// A window from before every build had fields of its own.
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": "wrap" }), "build", "Reload it")]
#[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "sheet": { "width": "12", "height": "12", "weight": "5" } }), "sheet.weight", "5 g/m²")]
#[case(json!([1, 2]), "", "")]
fn faults_name_their_field(#[case] json: serde_json::Value, #[case] field: &str, #[case] words: &str) {
    let fault = read_brief(&json).unwrap_err();
    assert!(fault.field.contains(field), "{fault:?}");
    assert!(fault.sentence.contains(words), "{fault:?}");
}
