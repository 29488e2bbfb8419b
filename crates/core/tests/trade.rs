//! Figures of the trade, at the level a crafter meets them: a size in, a sheet and its figures out. All of them are
//! common practice unless a line names a published source.
#![allow(clippy::unwrap_used, clippy::too_many_arguments)] // In a test, a panic is the failure.

use rstest::rstest;
use wide_fold_core::brief::{
    BaseHabit, Build, ClosingOrder, Direction, GussetCrease, Hem, RunStart, ScoreFace, Squares,
};
use wide_fold_core::net::{CreaseRole, Face, GlueRole, Panel};
use wide_fold_core::passes::Edge;
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
#[case::wrap(["3 3/4", "6 1/2", "2"], Build::Wrap, Hem::None, "12", "8 1/2", &["2", "5¾", "7¾", "11½"], &["2"], 1)]
#[case::pair(["6", "6", "2 1/4"], Build::CornerPair, Hem::None, "8 3/4", "8 1/4", &["6", "8¼"], &["2¼"], 2)]
#[case::deep_pair(["6", "5 1/2", "5 1/2"], Build::CornerPair, Hem::In { depth: Length::INCH }, "12", "12", &["6", "11½"], &["5½", "11"], 2)]
#[case::cradle(["6", "7 1/2", "3"], Build::CradlePair { squares: Squares::SlitUp }, Hem::In { depth: Length::eighths(12) }, "12", "12", &["3", "9"], &["3", "10½"], 2)]
fn the_worked_examples(
    #[case] size: [&str; 3],
    #[case] build: Build,
    #[case] hem: Hem,
    #[case] width: &str,
    #[case] height: &str,
    #[case] from_left: &[&str],
    #[case] from_bottom: &[&str],
    #[case] sheets: u32,
) {
    let plan = Plan::new(&Brief { build, hem, ..brief(size) }).unwrap();
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
        brief.run.start = start;
        let plan = Plan::new(&brief).unwrap();
        let joint = plan.net.seams[0].over;
        plan.net.strips[joint.strip].columns[joint.column].panel
    };
    assert!(seam(RunStart::Gusset).is_gusset());
    assert_eq!(seam(RunStart::Face), Panel::Front);
    assert!(seam(RunStart::HalfGusset).is_gusset());
}

#[test]
fn tape_goes_on_the_face_that_will_be_covered() {
    let glued = |hem, role| {
        let plan = Plan::new(&Brief { hem, ..brief(["3", "5", "2"]) }).unwrap();
        let glue = plan.pieces[0].strip.glue.clone();
        glue.into_iter().filter(|glue| glue.role == role).map(|glue| glue.face).collect::<Vec<_>>()
    };
    let depth = Length::INCH;
    assert_eq!(glued(Hem::None, GlueRole::Tab), [Face::Outside]);
    assert!(glued(Hem::In { depth }, GlueRole::Hem).iter().all(|face| *face == Face::Inside));
    assert!(glued(Hem::Out { depth }, GlueRole::Hem).iter().all(|face| *face == Face::Outside));
    // Under a hem turned out the top of the tab shows the reverse of the sheet.
    assert_eq!(glued(Hem::Out { depth }, GlueRole::Tab), [Face::Outside, Face::Inside]);
    assert!(glued(Hem::None, GlueRole::BaseFlap).iter().all(|face| *face == Face::Inside));
}

#[test]
fn the_front_closes_last_in_both_orders() {
    for (closing, flaps) in [(ClosingOrder::BackFirst, 3), (ClosingOrder::GussetsFirst, 2)] {
        let plan = Plan::new(&Brief { closing, ..brief(["3", "5", "2"]) }).unwrap();
        let glued: Vec<Panel> = plan.pieces[0]
            .strip
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
        let mut brief = Brief { score_face, hem: Hem::Out { depth: Length::INCH }, ..brief(["3", "5", "2"]) };
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
    assert_eq!((outside.1, inside.1), (Face::Inside, Face::Outside));
}

#[rstest]
#[case(Direction::Right)]
#[case(Direction::Left)]
fn an_a4_sheet_takes_a_metric_bag(#[case] direction: Direction) {
    // ISO 216: A4 is 210 × 297 mm. 2·100 + 2·40 + 15 = 295.
    let mut brief = brief(["100 mm", "150 mm", "40 mm"]);
    brief.tab = length("15 mm");
    brief.run.direction = direction;
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
    brief.hem = Hem::Out { depth: length("2") };
    brief.sheet = sheet("30", "20");
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.is_ready());
    assert_eq!((plan.pieces[0].width, plan.pieces[0].height), (length("27 1/2"), length("18 1/2")));
    // Past the board's 12 in reach the piece is turned end for end.
    let found = passes(&plan);
    assert!(found.iter().any(|(edge, at)| *edge == Edge::Left && at == &["3½"]), "{found:?}");
    assert!(found.iter().any(|(edge, at)| *edge == Edge::Right && at == &["½", "10½"]), "{found:?}");
}
