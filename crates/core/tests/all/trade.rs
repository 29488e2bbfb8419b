//! Figures of the trade, at the level a crafter meets them: a size in, a sheet and its figures out. All of them are
//! common practice unless a line names a published source.

use rstest::rstest;
use wide_fold_core::brief::Side;
use wide_fold_core::brief::{
    Across, BaseHabit, Build, ClosingOrder, Direction, GussetCrease, Joins, Lined, RoundStart, ScoreFace,
    Squares, Top,
};
use wide_fold_core::net::{CreaseRole, GlueRole, Panel, PaperFace};
use wide_fold_core::passes::Edge;
use wide_fold_core::proof::Check;
use wide_fold_core::{Brief, Length, Plan, Sheet, Unit};

fn length(text: &str) -> Length {
    text.parse().unwrap()
}

fn brief(size: [&str; 3]) -> Brief {
    let [width, height, gusset] = size.map(length);
    Brief::new(width, height, gusset)
}

fn sheet(width: &str, height: &str) -> Sheet {
    Sheet { width: length(width), height: length(height), ..Sheet::default() }
}

/// What is read off at the board: the edge measured from, and the figures, pass by pass.
fn passes(plan: &Plan) -> Vec<(Edge, Vec<String>)> {
    plan.passes
        .iter()
        .map(|pass| {
            let at = pass.lines.iter().map(|line| line.at.figure(plan.brief.unit)).collect();
            (pass.lying.measured_from(), at)
        })
        .collect()
}

#[rstest]
#[case::wrap(["3 3/4", "6 1/2", "2"], Build::Wrap, Top::Raw, "12", "8 1/2", &["2", "5¾", "7¾", "11½"], &["2"], 1)]
#[case::pair(["6", "6", "2 1/4"], Build::CornerPair, Top::Raw, "8 3/4", "8 1/4", &["6", "8¼"], &["2¼"], 2)]
#[case::deep_pair(["6", "5 1/2", "5 1/2"], Build::CornerPair, Top::HemIn { depth: Length::INCH }, "12", "12", &["6", "11½"], &["5½", "11"], 2)]
#[case::cradle(["6", "7 1/2", "3"], Build::CradlePair { squares: Squares::SlitUp }, Top::HemIn { depth: Length::eighths(12) }, "12", "12", &["3", "9"], &["3", "10½"], 2)]
fn the_worked_examples(
    #[case] size: [&str; 3],
    #[case] build: Build,
    #[case] top: Top,
    #[case] width: &str,
    #[case] height: &str,
    #[case] from_left: &[&str],
    #[case] from_bottom: &[&str],
    #[case] sheets: u32,
) {
    let plan = Plan::new(&Brief { build, top, ..brief(size) }).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.proof.passed());
    for piece in &plan.pieces {
        assert_eq!((piece.width, piece.height), (length(width), length(height)));
    }
    let found = passes(&plan);
    assert_eq!(found[0], (Edge::Left, from_left.iter().map(ToString::to_string).collect()));
    assert_eq!(found[1], (Edge::Bottom, from_bottom.iter().map(ToString::to_string).collect()));
    assert_eq!(plan.layout.sheet_count(), sheets);
}

#[test]
fn the_pairs_leave_nothing_of_the_run() {
    // Two 12×12 each, no waste in the run.
    for (size, build) in [
        (["6", "5 1/2", "5 1/2"], Build::CornerPair),
        (["6", "7 1/2", "3"], Build::CradlePair { squares: Squares::SlitUp }),
    ] {
        let plan = Plan::new(&Brief { build, ..brief(size) }).unwrap();
        for sheet in &plan.layout.sheets {
            assert!(
                sheet.offcuts.iter().all(|offcut| offcut.width == Length::inches(12)),
                "{:?}",
                sheet.offcuts
            );
        }
    }
}

#[rstest]
#[case(BaseHabit::Full, "2", (4, 4))]
#[case(BaseHabit::HalfAndLap { lap: Length::eighths(4) }, "1 1/4", (2, 4))]
fn three_habits_of_the_base(#[case] base: BaseHabit, #[case] depth: &str, #[case] layers: (usize, usize)) {
    let plan = Plan::new(&Brief { base, notch: Length::ZERO, ..brief(["2", "6", "2"]) }).unwrap();
    assert_eq!(plan.brief.flap(), length(depth));
    assert_eq!(plan.proof.base_layers, layers);
}

#[rstest]
#[case("2 1/4", true)]
#[case("2 1/2", false)]
#[case("3", false)]
fn a_fixed_flap_closes_only_if_twice_it_is_more_than_the_gusset(#[case] gusset: &str, #[case] closes: bool) {
    // The guide's customary 1¼.
    let base = BaseHabit::Fixed { depth: length("1 1/4") };
    let plan = Plan::new(&Brief { base, ..brief(["4", "6", gusset]) }).unwrap();
    assert_eq!(plan.verdicts.iter().all(|verdict| verdict.code != "base.open"), closes);
}

#[test]
fn the_first_panel_decides_where_the_seam_lies() {
    let seam = |start| {
        let mut brief = brief(["3", "5", "2"]);
        brief.round.start = start;
        let plan = Plan::new(&brief).unwrap();
        let joint = plan.net.seams[0].over;
        plan.net.blanks[joint.blank].columns[joint.column].panel
    };
    assert!(seam(RoundStart::Gusset).is_gusset());
    assert_eq!(seam(RoundStart::Face), Panel::Front);
    assert!(seam(RoundStart::HalfGusset).is_gusset());
}

#[test]
fn tape_goes_on_the_face_that_will_be_covered() {
    let glued = |top, role| {
        let plan = Plan::new(&Brief { top, ..brief(["3", "5", "2"]) }).unwrap();
        let glue = plan.pieces[0].blank.glue.clone();
        glue.into_iter().filter(|glue| glue.role == role).map(|glue| glue.face).collect::<Vec<_>>()
    };
    let depth = Length::INCH;
    assert_eq!(glued(Top::Raw, GlueRole::Tab), [PaperFace::Outside]);
    assert!(glued(Top::HemIn { depth }, GlueRole::Hem).iter().all(|face| *face == PaperFace::Inside));
    assert!(glued(Top::HemOut { depth }, GlueRole::Hem).iter().all(|face| *face == PaperFace::Outside));
    // Under a hem turned out the top of the tab shows the reverse of the sheet.
    assert_eq!(glued(Top::HemOut { depth }, GlueRole::Tab), [PaperFace::Outside, PaperFace::Inside]);
    assert!(glued(Top::Raw, GlueRole::BaseFlap).iter().all(|face| *face == PaperFace::Inside));
}

#[test]
fn the_front_closes_last_in_both_orders() {
    for (closing, flaps) in [(ClosingOrder::BackFirst, 3), (ClosingOrder::GussetsFirst, 2)] {
        let plan = Plan::new(&Brief { closing, ..brief(["3", "5", "2"]) }).unwrap();
        let glued: Vec<Panel> = plan.pieces[0]
            .blank
            .glue
            .iter()
            .filter(|glue| glue.role == GlueRole::BaseFlap)
            .map(|glue| glue.panel)
            .collect();
        assert_eq!(glued.len(), flaps);
        assert!(glued.contains(&Panel::Front));
        assert_eq!(glued.contains(&Panel::Back), closing == ClosingOrder::GussetsFirst);
    }
}

#[test]
fn both_schools_score_the_same_lines() {
    let lines = |score_face| {
        let mut brief =
            Brief { score_face, top: Top::HemOut { depth: Length::INCH }, ..brief(["3", "5", "2"]) };
        brief.gusset_crease = GussetCrease::Centre;
        let plan = Plan::new(&brief).unwrap();
        let mut creases: Vec<usize> =
            plan.passes.iter().flat_map(|pass| &pass.lines).flat_map(|line| line.creases.clone()).collect();
        creases.sort_unstable();
        let hem = plan
            .passes
            .iter()
            .find(|pass| pass.lines.iter().any(|line| line.role == CreaseRole::HemLine))
            .unwrap();
        (creases, hem.lying.face_up)
    };
    let (outside, inside) = (lines(ScoreFace::OutsideOfFold), lines(ScoreFace::InsideThroughout));
    assert_eq!(outside.0, inside.0);
    // The hem out is scored from the other side than the rest, in either school.
    assert_eq!((outside.1, inside.1), (PaperFace::Inside, PaperFace::Outside));
}

#[rstest]
#[case(Direction::Right)]
#[case(Direction::Left)]
fn an_a4_sheet_takes_a_metric_bag(#[case] direction: Direction) {
    // ISO 216: A4 is 210 × 297 mm. 2·100 + 2·40 + 15 = 295.
    let mut brief = brief(["100 mm", "150 mm", "40 mm"]);
    brief.tab = length("15 mm");
    brief.round.direction = direction;
    brief.unit = Unit::Metric;
    brief.sheet = Sheet { directional: false, turned: true, ..sheet("210 mm", "297 mm") };
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert_eq!(plan.pieces[0].width, Length::millimetres(295));
    let (_, at) = &passes(&plan)[0];
    let expected: &[&str] = match direction {
        Direction::Right => &["40", "140", "180", "280"],
        Direction::Left => &["15", "115", "155", "255"],
    };
    assert_eq!(at, expected);
}

#[test]
fn a_large_bag_on_one_large_sheet() {
    // 10 × 14½ × 3½ with a 2 hem and half-and-lap flaps of 2: 27½ × 18½ of a 30 × 20.
    let mut brief = brief(["10", "14 1/2", "3 1/2"]);
    brief.base = BaseHabit::HalfAndLap { lap: length("1/2") };
    brief.top = Top::HemOut { depth: length("2") };
    brief.sheet = sheet("30", "20");
    brief.lined = Lined::Board;
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready());
    assert_eq!((plan.pieces[0].width, plan.pieces[0].height), (length("27 1/2"), length("18 1/2")));
    // Past the board's 12 in reach the piece is turned end for end.
    let found = passes(&plan);
    assert!(found.iter().any(|(edge, at)| *edge == Edge::Left && at == &["3½"]), "{found:?}");
    assert!(found.iter().any(|(edge, at)| *edge == Edge::Right && at == &["½", "10½"]), "{found:?}");
}

/// Where the creases of a role lie on a piece: distance from the left edge of upright lines, from the bottom of level ones.
fn lines(plan: &Plan, piece: usize, role: CreaseRole) -> Vec<Length> {
    let creases = plan.pieces[piece].blank.creases.iter().filter(|crease| crease.role == role);
    let mut at: Vec<Length> =
        creases.map(|crease| if crease.is_vertical() { crease.from.x } else { crease.from.y }).collect();
    at.sort();
    at.dedup();
    at
}

fn lengths(texts: &[&str]) -> Vec<Length> {
    texts.iter().map(|text| length(text)).collect()
}

#[test]
fn a_corner_pair_that_folds_flat_on_the_back() {
    // 6 × 5½ × 5½, t ½, b 5½, hem out 1: two 12 × 12; 6, 11½; gusset centre 8¾; 5½, 11; fold-flat 8¼.
    let mut brief = brief(["6", "5 1/2", "5 1/2"]);
    brief.build = Build::CornerPair;
    brief.top = Top::HemOut { depth: length("1") };
    brief.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert_eq!(plan.layout.sheet_count(), 2);
    assert_eq!(plan.pieces.len(), 2, "only the back piece is scored across its face");
    for piece in 0..2 {
        assert_eq!((plan.pieces[piece].width, plan.pieces[piece].height), (length("12"), length("12")));
        assert_eq!(lines(&plan, piece, CreaseRole::Corner), lengths(&["6"]));
        assert_eq!(lines(&plan, piece, CreaseRole::TabLine), lengths(&["11 1/2"]));
        assert_eq!(lines(&plan, piece, CreaseRole::GussetCentre), lengths(&["8 3/4"]));
        assert_eq!(lines(&plan, piece, CreaseRole::BaseLine), lengths(&["5 1/2"]));
        assert_eq!(lines(&plan, piece, CreaseRole::HemLine), lengths(&["11"]));
        assert_eq!(lines(&plan, piece, CreaseRole::FoldFlatLine), lengths(&["8 1/4"]));
    }
    // Of the customary score only the back, 6, and half of each gusset, 2¾, are folded.
    let flat = plan.proof.flat.unwrap();
    assert_eq!((flat.scored.all, flat.scored.folded), (length("17"), length("11 1/2")));
    // Its front edge is the bottom edge of the flat bag, as wide and as high as the face.
    assert_eq!((flat.width, flat.height), (length("6"), length("5 1/2")));
}

#[test]
fn a_corner_pair_joined_with_strips() {
    // 8 × 8 × 4, b 2½, hem 1½, strips 1 × (H + h): two 12 × 12; 8; gusset centre 10; 2½, 10½; apex 4½.
    let mut brief = brief(["8", "8", "4"]);
    brief.build = Build::CornerPair;
    brief.joins = Joins::Strips { width: length("1") };
    brief.base = BaseHabit::Custom { depth: length("2 1/2") };
    brief.top = Top::HemIn { depth: length("1 1/2") };
    brief.gusset_crease = GussetCrease::Centre;
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert_eq!(plan.layout.sheet_count(), 2);
    let (face, strip) = (&plan.pieces[0], &plan.pieces[1]);
    assert_eq!((face.width, face.height, face.count), (length("12"), length("12"), 2));
    assert_eq!((strip.width, strip.height, strip.count), (length("1"), length("9 1/2"), 2));
    assert!(strip.from_scrap);
    assert_eq!(lines(&plan, 0, CreaseRole::Corner), lengths(&["8"]));
    assert_eq!(lines(&plan, 0, CreaseRole::GussetCentre), lengths(&["10"]));
    assert_eq!(lines(&plan, 0, CreaseRole::BaseLine), lengths(&["2 1/2"]));
    assert_eq!(lines(&plan, 0, CreaseRole::HemLine), lengths(&["10 1/2"]));
    let centre = face.blank.creases.iter().find(|crease| crease.role == CreaseRole::GussetCentre).unwrap();
    assert_eq!(centre.from.y, length("4 1/2"));
    assert_eq!(lines(&plan, 1, CreaseRole::StripLine), lengths(&["1/2"]));
}

#[test]
fn a_folded_base() {
    // 7¼ × 7⅞ × 3¾, t ½, hem out 2, lap ½: 22½ × 12; 7¼, 11, 18¼, 22; 2⅛, 10; tube crease 4.
    let mut brief = brief(["7 1/4", "7 7/8", "3 3/4"]);
    brief.build = Build::FoldedBase { lap: length("1/2") };
    brief.round.start = RoundStart::Face;
    brief.top = Top::HemOut { depth: length("2") };
    brief.sheet = sheet("30", "20");
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert_eq!((plan.pieces[0].width, plan.pieces[0].height), (length("22 1/2"), length("12")));
    assert_eq!(lines(&plan, 0, CreaseRole::Corner), lengths(&["7 1/4", "11", "18 1/4"]));
    assert_eq!(lines(&plan, 0, CreaseRole::TabLine), lengths(&["22"]));
    assert_eq!(lines(&plan, 0, CreaseRole::BaseLine), lengths(&["2 1/8"]));
    assert_eq!(lines(&plan, 0, CreaseRole::HemLine), lengths(&["10"]));
    assert_eq!(lines(&plan, 0, CreaseRole::TubeCrease), lengths(&["4"]));
    // No slits; what the hand squashes is not scored: no line on the board runs on below the base line.
    assert!(plan.pieces[0].blank.cuts.iter().all(|cut| cut.role == wide_fold_core::net::CutRole::HemCorner
        || cut.role == wide_fold_core::net::CutRole::TabEnd));
    let below = plan.passes.iter().flat_map(|pass| &pass.lines).flat_map(|line| &line.creases);
    let creases = &plan.pieces[0].blank.creases;
    assert!(below.clone().all(|crease| creases[*crease].to.y >= length("2 1/8")));
    // "About 7½ square, just under 4 deep", measured on the folded bag; hand-folded paper is good to about a quarter.
    let measured = |check: Check| {
        plan.proof.items.iter().find(|item| item.check == check).map(|item| item.measured).unwrap()
    };
    let close = |figure: Length, said: &str| (figure - length(said)).abs() <= length("1/2");
    assert!(
        close(measured(Check::Width { front: true }), "7 1/2") && close(measured(Check::Height), "7 1/2")
    );
    let depth = measured(Check::Gusset(Side::Left));
    assert!(length("3 1/2") < depth && depth < length("4"));
}

#[rstest]
#[case("4 1/4", true)]
#[case("4 1/8", false)]
fn a_folded_base_needs_room_for_its_triangles(#[case] width: &str, #[case] fits: bool) {
    // W ≥ D + o: 3¾ and ½.
    let mut brief = brief([width, "7", "3 3/4"]);
    brief.build = Build::FoldedBase { lap: length("1/2") };
    brief.sheet = sheet("30", "20");
    let plan = Plan::new(&brief).unwrap();
    assert_eq!(plan.verdicts.iter().all(|verdict| verdict.code != "build.triangles-collide"), fits);
}

#[test]
fn a_pleated_flare() {
    // 10½ × 13⅞, hem 1⅛, three pleats of 1¼ a side: 18 × 30. W = S − 2·n·p, H = L/2 − h.
    let mut brief = brief(["10 1/2", "13 7/8", "4"]);
    brief.build = Build::PleatedFlare { pleats: 3, pleat: length("1 1/4") };
    brief.top = Top::HemIn { depth: length("1 1/8") };
    brief.sheet = sheet("18", "30");
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready(), "{:#?}", plan.verdicts);
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert_eq!((plan.pieces[0].width, plan.pieces[0].height), (length("18"), length("30")));
    let back = plan.verdicts.iter().find(|verdict| verdict.code == "pattern.back").unwrap();
    assert!(back.title.contains("upside down"), "{}", back.title);
}

#[rstest]
#[case(["6", "7", "6"], None)]
#[case(["6", "7", "6 1/8"], Some("flat.gussets-collide"))]
#[case(["7", "6", "6"], None)]
#[case(["7", "5 7/8", "6"], Some("flat.base-out-of-mouth"))]
fn what_folds_flat_cleanly(#[case] size: [&str; 3], #[case] refused: Option<&str>) {
    // Only if D ≤ W and H ≥ D.
    let mut brief = brief(size);
    brief.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
    brief.sheet = sheet("30", "20");
    let plan = Plan::new(&brief).unwrap();
    let codes: Vec<&str> =
        plan.verdicts.iter().map(|verdict| verdict.code).filter(|code| code.starts_with("flat.")).collect();
    assert_eq!(codes, refused.into_iter().collect::<Vec<_>>());
    assert_eq!(plan.proof.passed(), refused.is_none());
}
