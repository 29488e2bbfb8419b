//! What the crafter reads: sentences with figures that a hand can set, in inches and in millimetres.
use rstest::rstest;
use wide_fold_core::brief::{
    BaseHabit, Build, BuildName, ClosingOrder, GussetCrease, RoundStart, ScoreFace, Top,
};
use wide_fold_core::steps::Stage;
use wide_fold_core::verdict::{About, Level};
use wide_fold_core::{Brief, Length, Plan, Sheet, Unit};

fn brief(size: [&str; 3]) -> Brief {
    let [width, height, gusset] = size.map(|text| text.parse().unwrap());
    Brief::new(width, height, gusset)
}

fn said(plan: &Plan, stage: Stage) -> String {
    let steps = plan.steps.iter().filter(|step| step.stage == stage);
    steps
        .flat_map(|step| std::iter::once(step.title.clone()).chain(step.says.clone()))
        .collect::<Vec<_>>()
        .join(" | ")
}

/// Everything a plan says, in one text.
fn everything(plan: &Plan) -> String {
    let unit = plan.brief.unit;
    let steps = plan.steps.iter().flat_map(|step| step.says.iter().cloned());
    let verdicts = plan.verdicts.iter().flat_map(|verdict| [verdict.title.clone(), verdict.why.clone()]);
    let remedies = plan.verdicts.iter().flat_map(|verdict| &verdict.remedies);
    let remedies = remedies.flat_map(|remedy| [remedy.title.clone(), remedy.then.clone()]);
    let proof = plan.proof.items.iter().flat_map(|item| [item.name(), item.says(unit)]);
    let lines = plan.pieces.iter().flat_map(|piece| {
        let blank = &piece.blank;
        let creases = blank.creases.iter().map(move |crease| blank.describe_crease(crease, unit));
        let cuts = blank.cuts.iter().map(move |cut| blank.describe_cut(cut, unit));
        creases.chain(cuts).chain(blank.glue.iter().map(move |glue| blank.describe_glue(glue)))
    });
    steps.chain(verdicts).chain(remedies).chain(proof).chain(lines).collect::<Vec<_>>().join("\n")
}

/// Every build that has customary figures.
fn built(nth: usize) -> Build {
    *BuildName::ALL.iter().flat_map(|name| name.customary()).nth(nth).unwrap()
}

#[rstest]
fn no_inch_is_ever_a_decimal(
    #[values(0, 1, 2, 3, 4, 5)] build: usize,
    #[values(["3 3/4", "6 1/2", "2"], ["4 1/16", "7", "2 3/16"], ["9", "12", "3 1/2"])] size: [&str; 3],
    #[values(Top::Raw, Top::HemOut { depth: Length::eighths(9) })] top: Top,
) {
    let text = everything(&Plan::new(&Brief { build: built(build), top, ..brief(size) }).unwrap());
    let decimal = text
        .split(|c: char| !c.is_ascii_digit() && c != '.')
        .find(|word| word.split_once('.').is_some_and(|(a, b)| !a.is_empty() && !b.is_empty()));
    assert_eq!(decimal, None, "{text}");
    assert!(!text.contains(" mm"), "{text}");
}

#[rstest]
fn in_millimetres_no_inch_is_said(#[values(0, 1, 2, 3, 4, 5)] build: usize) {
    let mut brief = Brief { build: built(build), unit: Unit::Metric, ..brief(["95 mm", "165 mm", "50 mm"]) };
    brief.top = Top::HemIn { depth: "25 mm".parse().unwrap() };
    brief.tab = "12 mm".parse().unwrap();
    let text = everything(&Plan::new(&brief).unwrap());
    for fraction in ["½", "¼", "¾", "⅛", "⅜", "⅝", "⅞", "⁄"] {
        assert!(!text.contains(fraction), "{fraction} in {text}");
    }
    assert!(text.contains(" mm"));
}

#[rstest]
#[case(built(0), "Glue the seam", "Bring it under the first gusset")]
#[case(built(1), "Glue both seams", "under the face of the other piece")]
#[case(built(2), "Glue both seams", "outside of both gussets of the back piece")]
#[case(built(3), "Glue both seams", "ears turned up against the inside of the gussets")]
fn each_build_is_glued_its_own_way(#[case] build: Build, #[case] title: &str, #[case] words: &str) {
    let text = said(&Plan::new(&Brief { build, ..brief(["4", "6", "2"]) }).unwrap(), Stage::Glue);
    assert!(text.contains(title) && text.contains(words), "{text}");
}

#[rstest]
#[case(
    built(0),
    "slit along the corner scores at 2, 6 and 8 up to the base line, 2 deep",
    "Cut away the corner below the tab, ½ × 2."
)]
#[case(built(1), "slit along the corner score at 4 up to the base line", "two pieces alike")]
#[case(built(2), "Cut out both base corner squares, 2 × 2, and keep them", "Taper the gusset flaps: from ¼")]
#[case(
    built(3),
    "Cut out both base corner squares, 2 × 2",
    "Slit level along the base line from each side edge"
)]
fn each_build_is_cut_its_own_way(#[case] build: Build, #[case] words: &str, #[case] more: &str) {
    let plan = Plan::new(&Brief { build, ..brief(["4", "6", "2"]) }).unwrap();
    let text = said(&plan, Stage::Cut);
    assert!(text.contains(words) && text.contains(more), "{text}");
    // Where a blade may be used, its caution stands.
    assert!(plan.steps.iter().any(|step| step.stage == Stage::Cut && step.caution.is_some()));
}

#[test]
fn the_trim_order_says_each_setting_once() {
    let mut brief = Brief { build: Build::CornerPair, ..brief(["3", "4", "1 1/2"]) };
    let text = said(&Plan::new(&brief).unwrap(), Stage::Trim);
    for words in [
        "Set the trimmer to 5½ from the bottom edge",
        "Set the trimmer to 10 from the left edge",
        "cut the pieces apart",
    ] {
        assert!(text.contains(words), "{words}: {text}");
    }
    brief.finished.height = "8".parse().unwrap();
    brief.finished.width = "7".parse().unwrap();
    assert!(
        said(&Plan::new(&brief).unwrap(), Stage::Trim)
            .contains("Sheets A and B, cut alike: face and gusset.")
    );
}

#[rstest]
#[case(ScoreFace::OutsideOfFold, "the outside of the fold", "Lay the piece outside (the good side) up")]
#[case(
    ScoreFace::InsideThroughout,
    "the inside of the fold",
    "Lay the piece inside (the back of the sheet) up"
)]
fn each_school_says_which_face_is_up(#[case] score_face: ScoreFace, #[case] fold: &str, #[case] lay: &str) {
    let plan = Plan::new(&Brief { score_face, ..brief(["4", "6", "2"]) }).unwrap();
    assert!(said(&plan, Stage::Cut).contains(fold));
    assert!(said(&plan, Stage::Score).contains(lay), "{}", said(&plan, Stage::Score));
}

#[test]
fn a_line_that_stops_short_says_where() {
    let brief = Brief { gusset_crease: GussetCrease::Centre, ..brief(["3", "5", "2"]) };
    let text = said(&Plan::new(&brief).unwrap(), Stage::Score);
    // Height of the piece 7; apex 3 from the bottom.
    assert!(text.contains("stops short, 4 from the top fence, at the apex of the gusset"), "{text}");
    assert!(text.contains("Turn the piece over"), "{text}");
}

#[test]
fn a_run_from_mid_gusset_leaves_its_guide_line_flat() {
    let mut brief = brief(["3", "5", "2"]);
    brief.round.start = RoundStart::HalfGusset;
    let text = said(&Plan::new(&brief).unwrap(), Stage::Cut);
    assert!(text.contains("leave it flat"), "{text}");
}

#[rstest]
#[case(ClosingOrder::BackFirst, "Fold in the back flap, then both gusset flaps, then the front flap")]
#[case(ClosingOrder::GussetsFirst, "Fold in both gusset flaps, then the back flap, then the front flap")]
fn both_closing_orders_are_said(#[case] closing: ClosingOrder, #[case] words: &str) {
    let plan = Plan::new(&Brief { closing, ..brief(["4", "6", "2"]) }).unwrap();
    assert!(said(&plan, Stage::Glue).contains(words));
}

#[rstest]
#[case::sheet("sheet.too-small", About::Sheet, |brief: &mut Brief| brief.finished.width = Length::inches(5))]
#[case::tab("tab.narrow", About::Tab, |brief: &mut Brief| brief.tab = Length::eighths(1))]
#[case::base("base.open", About::Base, |brief: &mut Brief| brief.base = BaseHabit::Custom { depth: Length::eighths(7) })]
#[case::hem("hem.shallow", About::Hem, |brief: &mut Brief| brief.top = Top::HemIn { depth: Length::eighths(2) })]
fn verdicts_point_at_their_part_and_offer_something(
    #[case] code: &str,
    #[case] about: About,
    #[case] spoil: fn(&mut Brief),
) {
    let mut brief = brief(["3", "6", "2"]);
    spoil(&mut brief);
    let plan = Plan::new(&brief).unwrap();
    let verdict = plan.verdicts.iter().find(|verdict| verdict.code == code).unwrap();
    assert_eq!(verdict.about, [about]);
    assert!(!verdict.remedies.is_empty());
    assert!(verdict.why.chars().any(|c| c.is_ascii_digit() || "½¼¾⅛⅜⅝⅞".contains(c)), "{}", verdict.why);
}

#[test]
fn the_gravest_verdict_comes_first() {
    let mut brief = brief(["5", "6", "2"]);
    brief.round.start = RoundStart::Face;
    brief.tab = Length::eighths(1);
    let levels: Vec<Level> =
        Plan::new(&brief).unwrap().verdicts.iter().map(|verdict| verdict.level).collect();
    assert!(levels.windows(2).all(|pair| pair[0] <= pair[1]), "{levels:?}");
    assert_eq!((levels.first(), levels.last()), (Some(&Level::Blocks), Some(&Level::Notes)));
}

#[rstest]
#[case(Sheet { width: Length::inches(12), height: Length::inches(12), ..Sheet::default() }, Unit::Inch, "12×12")]
#[case(Sheet { width: Length::millimetres(210), height: Length::millimetres(297), ..Sheet::default() }, Unit::Inch, "A4")]
#[case(Sheet { width: Length::inches(30), height: Length::eighths(164), ..Sheet::default() }, Unit::Inch, "30 × 20½")]
#[case(Sheet { width: Length::millimetres(700), height: Length::millimetres(500), ..Sheet::default() }, Unit::Metric, "700 × 500")]
fn sheets_are_called_what_people_call_them(#[case] sheet: Sheet, #[case] unit: Unit, #[case] name: &str) {
    assert_eq!(sheet.name(unit), name);
}
