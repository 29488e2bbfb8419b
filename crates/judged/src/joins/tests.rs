use super::*;
use crate::Plan;
use crate::brief::Place;
use crate::net::Net;
use rstest::rstest;

fn brief(width: &str, height: &str, gusset: &str) -> Brief {
    let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
    Brief::new(width, height, gusset)
}

#[rstest]
// One sheet: a single join at a back corner shows least.
#[case(["3 3/4", "6 1/2", "2"], 1, &[Place::LeftBackCorner])]
// Two sheets: gusset, front, gusset and tab are 11, the back and its tab 6½: no join shows in front.
#[case(["6", "6", "2 1/4"], 2, &[Place::LeftBackCorner, Place::RightBackCorner])]
// With deeper gussets it is the corner pair, 6 + 5½ + ½ twice: a back and a front corner, on opposite sides.
#[case(["6", "5 1/2", "5 1/2"], 2, &[Place::RightBackCorner, Place::LeftFrontCorner])]
// 11 + ½ a face, and both gussets of 5 on one sheet: three sheets, all four corners.
#[case(["11", "6", "5"], 3, &Place::ALL[..4])]
fn the_best_places(#[case] size: [&str; 3], #[case] sheets: u32, #[case] places: &[Place]) {
    let best = ways(&brief(size[0], size[1], size[2])).remove(0);
    assert_eq!((best.sheets, best.cuts.at.iter().collect::<Vec<_>>()), (sheets, places.to_vec()));
}

/// Against brute force: all sets of places, the back cut at every half inch, every assignment of the pieces to
/// rows of the sheets.
#[rstest]
fn no_way_takes_fewer_sheets(
    #[values("3", "5 1/2", "7", "11")] width: &str,
    #[values("1", "2 1/2", "5")] gusset: &str,
) {
    let brief = brief(width, "5", gusset);
    let sheet = brief.sheet.width;
    let rows = (1..).take_while(|rows| (brief.finished.height + brief.flap()) * *rows <= sheet).count();
    let parts = |at: Places| {
        let steps = brief.finished.width.units() / Length::eighths(4).units();
        let parts = (1..steps).map(|n| Some(Length::eighths(4) * n)).collect();
        if at.has(Place::InsideBack) { parts } else { vec![None] }
    };
    let fewest = Places::every()
        .filter(|at| !at.has(Place::InsideFront) && at.count() <= 5)
        .flat_map(|at| parts(at).into_iter().map(move |back_part| Cuts { at, back_part, all_round: None }))
        .filter_map(|cuts| {
            let joined = with(&brief, cuts);
            let blanks = Net::of(&joined).blanks;
            let widths: Vec<Length> = blanks.iter().map(crate::net::Blank::width).collect();
            (1..=widths.len()).find(|sheets| assignable(&widths, sheets * rows, sheet))
        })
        .min();
    let found = ways(&brief).first().map(|way| way.sheets as usize);
    assert_eq!(found, fewest);
}

/// True if the widths can be shared out over so many sheets: every assignment is tried.
fn assignable(widths: &[Length], sheets: usize, capacity: Length) -> bool {
    (0..sheets.pow(widths.len() as u32)).any(|mut code| {
        let mut filled = vec![Length::ZERO; sheets];
        for width in widths {
            filled[code % sheets] += *width;
            code /= sheets;
        }
        filled.into_iter().all(|sheet| sheet <= capacity)
    })
}

#[rstest]
fn the_best_is_the_first_of_all_ways(
    #[values("3 1/8", "6", "9 3/4", "11 1/2")] width: &str,
    #[values("2", "6", "11", "14")] height: &str,
    #[values("1", "3", "5 7/8")] gusset: &str,
    #[values(false, true)] blanks: bool,
) {
    let mut brief = brief(width, height, gusset);
    if blanks {
        brief.joins = Joins::Strips { width: Length::INCH };
    }
    assert_eq!(best(&brief).map(|best| best.rank()), ways(&brief).first().map(Joining::rank));
}

#[test]
fn every_way_folds_up() {
    for way in ways(&brief("5", "6", "2")) {
        let plan = Plan::new(&way.brief(&brief("5", "6", "2"))).unwrap();
        assert!(plan.proof.passed(), "{:?}: {:#?}", way.cuts, plan.proof);
        assert_eq!(plan.net.seams.len(), way.joins, "{:?}", way.cuts);
    }
}

#[test]
fn one_join_may_have_a_strip_and_the_other_a_tab() {
    // The piece that ends at the right back corner has no tab: it is narrower by it, and one blank is cut.
    let mut brief = brief("6", "6", "2 1/4");
    let at = Places::of([Place::LeftBackCorner, Place::RightBackCorner]);
    let blank = Places::of([Place::RightBackCorner]);
    brief.joins = Joins::Mixed { width: Length::INCH, at: blank };
    brief.build = Build::Joined { cuts: at.into() };
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    let widths: Vec<Length> = plan.pieces.iter().map(|piece| piece.width).collect();
    // Gusset, front, gusset: 10½; the back and its tab: 6½; the blank.
    assert_eq!(widths, [84, 52, 8].map(Length::eighths));
    let said = plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ");
    assert!(said.contains("At the right back corner a joining strip holds both edges"), "{said}");
}

#[test]
fn a_face_wider_than_the_sheet_is_cut_in_its_middle() {
    let wide = brief("12", "6", "2");
    let best = ways(&wide).remove(0);
    assert!(best.cuts.at.has(Place::InsideFront), "{best:?}");
    assert!(Plan::new(&best.brief(&wide)).unwrap().is_ready());
    // Half of 24 and its tab are wider than 12.
    assert!(ways(&brief("24", "6", "2")).is_empty());
    assert_eq!(
        obstacles(&brief("24", "6", "2")),
        ["half a face of 24 and a tab of ½ are wider than the sheet, 12"]
    );
}

#[test]
fn a_bag_too_tall_is_joined_at_one_level() {
    // Common practice: 10 × 14½ × 3½ with a 2 in hem is 20 tall, one 30×20 sheet; from 12×12 it takes two tiers.
    let mut tall = brief("10", "14 1/2", "3 1/2");
    tall.top = crate::brief::Top::HemIn { depth: Length::inches(2) };
    let best = ways(&tall).remove(0);
    assert_eq!(best.cuts.all_round, Some(crate::brief::AllRound::Above(Length::eighths(36))));
    let plan = Plan::new(&best.brief(&tall)).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    // Lower and upper pieces side by side: five sheets, where rows of either would take six.
    assert_eq!((best.sheets, plan.layout.sheet_count()), (5, 5));
    tall.sheet.width = Length::inches(30);
    tall.sheet.height = Length::inches(20);
    assert_eq!(Plan::new(&tall).unwrap().layout.sheet_count(), 1);
}

/// The level all round is on a groove, and no lower than the upper pieces need to fit the sheet.
#[rstest]
#[case("14 1/2", 36)]
#[case("14 9/16", 37)]
#[case("14 5/8", 37)]
#[case("14 17/32", 37)]
fn the_level_is_the_lowest_groove_at_which_the_upper_pieces_fit(#[case] height: &str, #[case] eighths: i64) {
    let mut tall = brief("10", height, "3 1/2");
    tall.top = crate::brief::Top::HemIn { depth: Length::inches(2) };
    let best = best(&tall).unwrap();
    let level = Length::eighths(eighths);
    assert_eq!(best.cuts.all_round, Some(crate::brief::AllRound::Above(level)));
    let upper = tall.finished.height + tall.top.depth() - level;
    assert!(upper <= Length::inches(12) && upper > Length::inches(12) - tall.board.groove);
    assert!(Plan::new(&best.brief(&tall)).unwrap().is_ready());
}

#[rstest]
#[case(["6", "6", "2"], true)]
#[case(["23", "6", "2"], true)]
#[case(["6", "23", "2"], false)]
#[case(["23 1/4", "6", "2"], false)]
#[case(["6", "21", "2"], true)]
fn possible_or_not(#[case] size: [&str; 3], #[case] possible: bool) {
    let brief = brief(size[0], size[1], size[2]);
    assert_eq!(is_possible(&brief), possible);
    assert_eq!(best(&brief).is_some(), possible);
    assert_eq!(obstacles(&brief).is_empty(), possible);
}

#[test]
fn gussets_may_come_from_another_paper() {
    // Faces of 6 from 12×12, one each with its tab; two gussets of 2½ with their tabs side by side from one 6×6.
    let mut brief = brief("6", "3", "2 1/2");
    brief.side_sheet =
        Some(crate::Sheet { width: Length::inches(6), height: Length::inches(6), ..Default::default() });
    let best = best(&brief).unwrap();
    let plan = Plan::new(&best.brief(&brief)).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    // 2 × 6½ wide are more than 12, two rows of 5½ are not: one sheet of 12×12 and one of 6×6.
    assert_eq!((best.sheets, plan.layout.sheet_count(), plan.layout.own_sheets()), (2, 2, 1));
    let side = plan.layout.sheets.iter().find(|sheet| sheet.side).unwrap();
    assert_eq!((side.width, side.placed.len()), (Length::inches(6), 2));
    assert!(best.cuts.at.has_all_corners());
}

/// A gusset as wide as the face is cut like it, and comes from the other paper all the same.
#[test]
fn gussets_as_wide_as_the_face_come_from_the_other_paper() {
    let mut brief = brief("3", "6", "3");
    brief.notch = Length::ZERO;
    let at = Places::of([
        Place::LeftBackCorner,
        Place::RightBackCorner,
        Place::LeftFrontCorner,
        Place::RightFrontCorner,
    ]);
    brief.build = Build::Joined { cuts: Cuts { at, ..Cuts::default() } };
    brief.side_sheet = Some(brief.sheet.clone());
    let plan = Plan::new(&brief).unwrap();
    let on = |side: bool| -> usize {
        plan.layout.sheets.iter().filter(|sheet| sheet.side == side).map(|sheet| sheet.placed.len()).sum()
    };
    assert_eq!((on(false), on(true)), (2, 2));
    let names: Vec<(&str, u32)> =
        plan.pieces.iter().map(|piece| (piece.name.as_str(), piece.count)).collect();
    assert_eq!(names.iter().map(|(_, count)| count).sum::<u32>(), 4);
    assert!(names.iter().any(|(name, _)| name.to_lowercase().contains("gusset")), "{names:?}");
}

#[test]
fn other_weights_choose_other_places() {
    // One join on one sheet: at a back corner, or hidden on a gusset's centre if that is what shows least.
    let mut brief = brief("3 3/4", "6 1/2", "2");
    assert_eq!(best(&brief).unwrap().cuts.at, Places::of([Place::LeftBackCorner]));
    brief.weights.gusset_centre = 0;
    assert_eq!(best(&brief).unwrap().cuts.at, Places::of([Place::LeftGussetCentre]));
    assert_eq!(ways(&brief)[0].cuts.at, best(&brief).unwrap().cuts.at);
}

#[test]
fn a_base_of_its_own_is_joined_at_the_base_line() {
    let tall = brief("5", "11", "3");
    let best = ways(&tall).remove(0);
    assert_eq!(best.cuts.all_round, Some(crate::brief::AllRound::AtBaseLine));
    let plan = Plan::new(&best.brief(&tall)).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.pieces.iter().any(|piece| piece.name.starts_with("Base")), "{:#?}", plan.pieces);
}
