//! Hands with a habit, told otherwise for it: what they score falls where the net has it. The hand is made up here, from what a
//! crafter does at the board, and knows nothing of how the figures are worked out.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use wide_fold_core::brief::{BaseHabit, Hand, Lined};
use wide_fold_core::budget::Budget;
use wide_fold_core::builds::alternatives;
use wide_fold_core::line::Line;
use wide_fold_core::net::CreaseRole;
use wide_fold_core::passes::{Edge, Pass, ScoreLine, scorable};
use wide_fold_core::pieces::Piece;
use wide_fold_core::work::{What, work};
use wide_fold_core::{Brief, Length, Plan, Unit};

/// Where a crafter's line comes to lie, from the edge that the piece is measured from: every corner scored lands so much further
/// than it is told, panel after panel; the body comes out too high by the base line, which lands too near to the bottom.
fn lands(hand: Hand, piece: &Piece, scored: &[usize], from: Edge, at: Length, told: Length) -> Length {
    let creases = || scored.iter().map(|crease| &piece.blank.creases[*crease]);
    let mut corners: Vec<Length> = creases()
        .filter(|crease| matches!(crease.role, CreaseRole::Corner | CreaseRole::TabLine))
        .map(|crease| if from == Edge::Left { crease.from.x } else { piece.width - crease.from.x })
        .collect();
    corners.sort_unstable();
    corners.dedup();
    let is_base =
        |y: Length| creases().any(|crease| crease.role == CreaseRole::BaseLine && crease.from.y == y);
    match from {
        Edge::Left | Edge::Right => {
            let panels = corners.iter().take_while(|corner| **corner <= at).count();
            (0..panels).fold(told, |lands, _| lands + hand.panel)
        }
        Edge::Bottom if is_base(at) => told - hand.height,
        Edge::Top if is_base(piece.height - at) => told + hand.height,
        Edge::Bottom | Edge::Top => told,
    }
}

/// Where the net has a line, from an edge.
fn lies(piece: &Piece, line: &ScoreLine, from: Edge) -> Length {
    let crease = &piece.blank.creases[line.creases[0]];
    match from {
        Edge::Left => crease.from.x,
        Edge::Right => piece.width - crease.from.x,
        Edge::Bottom => crease.from.y,
        Edge::Top => piece.height - crease.from.y,
    }
}

fn of_piece(passes: &[Pass], piece: usize) -> impl Iterator<Item = &Pass> {
    passes.iter().filter(move |pass| pass.piece == piece)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    #[test]
    fn what_hands_with_a_habit_score_falls_where_the_net_has_it(
        brief in any_brief(), panel in -8_i64..9, height in -8_i64..9,
    ) {
        let hand = Hand { panel: Length::sixty_fourths(panel), height: Length::sixty_fourths(height) };
        let brief = Brief { hand, ..brief };
        prop_assume!(brief.check().is_ok());
        let plain = Plan::new(&Brief { hand: Hand::NONE, ..brief.clone() }).unwrap();
        let plan = Plan::new(&brief).unwrap();
        for (index, piece) in plan.pieces.iter().enumerate() {
            let scored: Vec<usize> =
                of_piece(&plan.passes, index).flat_map(|pass| &pass.lines).flat_map(|line| line.creases.clone()).collect();
            for pass in of_piece(&plan.passes, index) {
                let from = pass.lying.measured_from();
                let mut before: Option<(Length, Length)> = None;
                for line in &pass.lines {
                    let told = line.at - line.less;
                    prop_assert_eq!(lands(hand, piece, &scored, from, line.at, told), lies(piece, line, from));
                    // It can be told: it lies on the piece, and no line is told before the one that is nearer.
                    prop_assert!(told.is_positive());
                    prop_assert!(before.is_none_or(|(at, last)| line.at == at || told > last));
                    before = Some((line.at, told));
                }
            }
        }
        // The same lines told for a run of bags.
        for line in scorable(&brief, &plan.pieces, &plan.feeds) {
            for (at, lying) in &line.at {
                let pass = of_piece(&plan.passes, line.piece).filter(|pass| pass.lying.measured_from() == lying.measured_from());
                for same in pass.flat_map(|pass| &pass.lines).filter(|same| same.at == *at) {
                    prop_assert_eq!(same.less, line.less(*lying));
                }
            }
        }
        // Nothing else is changed by it: pieces, layout, how it is laid on the board, what is proved.
        prop_assert_eq!(&plan.pieces, &plain.pieces);
        prop_assert_eq!(&plan.layout, &plain.layout);
        let bare = |passes: &[Pass]| {
            let mut passes = passes.to_vec();
            passes.iter_mut().flat_map(|pass| &mut pass.lines).for_each(|line| line.less = Length::ZERO);
            passes
        };
        prop_assert_eq!(&bare(&plan.passes), &plain.passes);
        // It is said, and one press takes it back.
        let said = plan.verdicts.iter().find(|verdict| verdict.code == "hand.rule");
        prop_assert_eq!(said.is_some(), hand.is_any());
        if let Some(said) = said {
            prop_assert_eq!(&said.remedies[0].brief, &plain.brief);
        }
        let codes = |plan: &Plan| {
            let mut codes: Vec<&str> = plan.verdicts.iter().map(|verdict| verdict.code).collect();
            codes.retain(|code| *code != "hand.rule");
            codes
        };
        prop_assert_eq!(codes(&plan), codes(&plain));
    }
}

#[test]
fn the_worked_bag_told_for_hands_that_make_panels_a_sixty_fourth_more() {
    // 3¾ × 6½ × 2 on a 12×12, scored at 2, 5¾, 7¾ and 11½ and base 2 (common practice).
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.hand = Hand { panel: Length::sixty_fourths(1), height: Length::sixty_fourths(2) };
    let plan = Plan::new(&brief).unwrap();
    let says: Vec<&str> = plan.steps.iter().flat_map(|step| &step.says).map(String::as_str).collect();
    assert!(
        says.contains(&"Score at 2 less 1⁄64, 5¾ less 1⁄32, 7¾ less 3⁄64 and 11½ less 1⁄16 from the left."),
        "{says:#?}"
    );
    assert!(says.contains(&"Score at 2 plus 1⁄32 from the left."), "{says:#?}");
    let said = plan.verdicts.iter().find(|verdict| verdict.code == "hand.rule").unwrap();
    assert_eq!(
        said.why,
        "Your hands make every panel 1⁄64 more and the height 1⁄32 more. 5 scores are told otherwise for it, by up to 1⁄16: \
         11½ less 1⁄16. The net stays as it is."
    );
    // Other hands, in millimetres.
    brief.hand = Hand { panel: -Length::from_nm(400_000), height: Length::ZERO };
    brief.unit = Unit::Metric;
    brief.base = BaseHabit::Full;
    let plan = Plan::new(&brief).unwrap();
    let told =
        plan.steps.iter().flat_map(|step| &step.says).find(|says| says.starts_with("Score at")).unwrap();
    assert!(told.contains("plus ≈0.5 mm,") && told.contains("plus ≈1.5 mm"), "{told}");
}

#[test]
fn work_on_a_run_is_told_for_the_same_hands() {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.hand = Hand { panel: Length::sixty_fourths(1), height: Length::ZERO };
    let line = Line::new("Bud vase", brief, 4, [None, None]);
    let work = work(&[line], &Budget::of(Budget::USUAL));
    let said: Vec<(What, &str)> = work
        .batches
        .iter()
        .flat_map(|batch| batch.tasks.iter().map(|task| (batch.what, task.says.as_str())))
        .collect();
    let told = |at: Length| {
        said.iter()
            .filter(|(what, _)| *what == What::SetTo(at))
            .map(|(_, says)| *says)
            .collect::<Vec<_>>()
            .join("; ")
    };
    // Both at 2: the base line as it lies, and the first corner; 5¾ is the second of either edge.
    assert!(told(Length::inches(2)).contains("corner, less 1⁄64 for your hands: outside up"), "{said:?}");
    assert!(told(Length::inches(2)).contains("base line: outside up"), "{said:?}");
    assert!(said.iter().filter(|(_, says)| says.contains("for your hands")).count() >= 3, "{said:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// In a run beside another bag every line is told from the stop that the bag's own plan measures it from, and told the same: hands
    /// that make every panel so much wider than it is told make the same bag of either.
    #[test]
    fn a_run_is_told_from_the_stop_of_its_plan(brief in any_brief(), other in any_brief(), panel in 1_i64..9) {
        let hand = Hand { panel: Length::sixty_fourths(panel), height: Length::ZERO };
        let (brief, other) = (Brief { hand, ..brief }, Brief { hand: Hand::NONE, ..other });
        prop_assume!(brief.check().is_ok() && other.check().is_ok() && !brief.is_lined_by_hand());
        let plan = Plan::new(&brief).unwrap();
        let lines = [Line::new("Bud vase", brief.clone(), 2, [None, None]), Line::new("Tea bowl", other, 3, [None, None])];
        let work = work(&lines, &Budget::of(Budget::USUAL));
        let strokes = scorable(&brief, &plan.pieces, &plan.feeds);
        for (what, task) in work.batches.iter().flat_map(|batch| batch.tasks.iter().map(move |task| (batch.what, task))) {
            let (What::SetTo(at), Some(lies), 0) = (what, &task.lies, task.line) else { continue };
            for key in &task.keys {
                let n: usize = key.rsplit('/').next().unwrap().parse().unwrap();
                let stroke = &strokes[n];
                let own = of_piece(&plan.passes, stroke.piece).find_map(|pass| {
                    let line = pass.lines.iter().find(|line| line.creases == stroke.creases)?;
                    Some((pass.lying.measured_from(), line.at, line.less))
                });
                let Some((from, own, less)) = own else { continue };
                prop_assert_eq!(lies.lying.measured_from(), from, "{:?}", stroke.role);
                prop_assert_eq!((at, stroke.less(lies.lying)), (own, less));
            }
        }
    }
}

/// Hands under which every panel comes out a thirty-second wider than it is told, simulated over every build: told from one stop the
/// panels of a run's bags are what the net has, but for the one at the free end, which takes what is left.
#[test]
fn panels_of_a_run_add_up_for_every_build() {
    let wider = Length::sixty_fourths(2);
    let mut simulated = 0;
    // Within reach of one stop.
    let mut plain = Brief::new(Length::eighths(28), Length::inches(6), Length::inches(2));
    (plain.sheet.width, plain.sheet.height) = (Length::inches(24), Length::inches(24));
    plain.lined = Lined::Board;
    for way in alternatives(&plain) {
        let (name, brief) =
            (way.name, Brief { hand: Hand { panel: wider, height: Length::ZERO }, ..way.brief });
        if brief.check().is_err() {
            continue;
        }
        let plan = Plan::new(&brief).unwrap();
        let beside = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        let lines = [
            Line::new("Platter", brief.clone(), 2, [None, None]),
            Line::new("Bud vase", beside, 2, [None, None]),
        ];
        let work = work(&lines, &Budget::of(Budget::USUAL));
        let strokes = scorable(&brief, &plan.pieces, &plan.feeds);
        for (index, piece) in plan.pieces.iter().enumerate() {
            // Corners as the run has them told, from the left.
            let mut told: Vec<(Length, Length)> = Vec::new();
            for (what, task) in
                work.batches.iter().flat_map(|batch| batch.tasks.iter().map(move |task| (batch.what, task)))
            {
                let (What::SetTo(at), Some(lies), 0, Some(own)) = (what, &task.lies, task.line, task.piece)
                else {
                    continue;
                };
                if own != index {
                    continue;
                }
                for key in &task.keys {
                    let stroke = &strokes[key.rsplit('/').next().unwrap().parse::<usize>().unwrap()];
                    let is_corner = matches!(stroke.role, CreaseRole::Corner | CreaseRole::TabLine)
                        && stroke.ends[0].x == stroke.ends[1].x;
                    if !is_corner {
                        continue;
                    }
                    let less = stroke.less(lies.lying);
                    let from_left = match lies.lying.measured_from() {
                        Edge::Left => at - less,
                        Edge::Right => piece.width - (at - less),
                        Edge::Bottom | Edge::Top => continue,
                    };
                    told.push((stroke.ends[0].x, from_left));
                }
            }
            told.sort_unstable();
            told.dedup();
            // Between two corners lies a panel: told so wide, it comes out a habit wider.
            for pair in told.windows(2) {
                let (net, made) = (pair[1].0 - pair[0].0, pair[1].1 - pair[0].1 + wider);
                assert_eq!(made, net, "{name}: a panel of {net} comes out {made}");
                simulated += 1;
            }
        }
    }
    assert!(simulated >= 8, "{simulated} panels");
}
