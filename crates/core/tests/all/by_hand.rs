//! Lines made by ruler and hand, for any bag: every line once, the right way, where the net has it, measured from one edge; and what is
//! said to meet does, when the paper is folded over in exact figures. Knows nothing of how passes are made.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use std::collections::BTreeMap;
use wide_fold_core::brief::{Build, Lined};
use wide_fold_core::net::{CreaseRole, Fold, PaperFace};
use wide_fold_core::passes::{ByHand, Edge, Meets, scorable};
use wide_fold_core::{Brief, Length, Plan, Sheet};

fn by_hand(brief: Brief) -> Brief {
    Brief { lined: Lined::Hand, ..brief }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(500))]

    #[test]
    fn every_line_is_made_once_where_it_lies_and_the_right_way(brief in any_brief()) {
        let Ok(plan) = Plan::new(&by_hand(brief)) else { return Ok(()) };
        // The same lines that a board would score.
        let board = Plan::new(&Brief { lined: Lined::Board, ..plan.brief.clone() }).unwrap();
        let mut seen: BTreeMap<(usize, usize), u32> = BTreeMap::new();
        for pass in &plan.passes {
            let how = pass.by_hand.unwrap();
            let piece = &plan.pieces[pass.piece];
            for slant in &pass.slants {
                *seen.entry((pass.piece, slant.crease)).or_default() += 1;
            }
            for line in &pass.lines {
                for crease in &line.creases {
                    *seen.entry((pass.piece, *crease)).or_default() += 1;
                    let crease = &piece.blank.creases[*crease];
                    // From the left as it lies with its top away, or from the bottom.
                    let inside = pass.lying.face_up == PaperFace::Inside;
                    let at = match (crease.is_vertical(), inside) {
                        (true, false) => crease.from.x,
                        (true, true) => piece.width - crease.from.x,
                        (false, _) => crease.from.y,
                    };
                    prop_assert_eq!(at, line.at);
                    let from = if crease.is_vertical() { if inside { Edge::Right } else { Edge::Left } } else { Edge::Bottom };
                    prop_assert_eq!(pass.lying.measured_from(), from);
                }
                // Lifted against a ruler paper folds towards the one who looks: away from the outside if the inside is up.
                match how {
                    ByHand::Creased | ByHand::Halved => {
                        let towards = if pass.lying.face_up == PaperFace::Outside { Fold::Valley } else { Fold::Mountain };
                        prop_assert_eq!(line.fold, towards);
                    }
                    ByHand::Drawn => prop_assert_eq!(line.fold, Fold::Flat),
                    ByHand::Pleated => prop_assert_eq!(line.role, CreaseRole::PleatLine),
                }
            }
        }
        let lines: BTreeMap<(usize, usize), u32> = board.passes.iter().flat_map(|pass| {
            let own = pass.lines.iter().flat_map(|line| line.creases.clone()).chain(pass.slants.iter().map(|slant| slant.crease));
            own.map(move |crease| ((pass.piece, crease), 1))
        }).collect();
        prop_assert_eq!(seen, lines);
        // And no line can be set at a fence.
        let scorable = scorable(&plan.brief, &plan.pieces, &plan.feeds);
        prop_assert!(scorable.iter().all(|line| line.at.is_empty()));
    }

    /// Folded over in exact figures, what is said to lie on something lies on it.
    #[test]
    fn what_is_said_to_meet_meets(brief in any_brief()) {
        let Ok(plan) = Plan::new(&by_hand(brief)) else { return Ok(()) };
        for pass in &plan.passes {
            let piece = &plan.pieces[pass.piece];
            let long = if pass.lying.fence == Edge::Top { piece.width } else { piece.height };
            // Folded over a line, a place lies as far on its other side.
            let over = |line: Length, place: Length| line + line - place;
            let is_there = |at: Length| at == Length::ZERO || at == long || plan.passes.iter().filter(|other| other.piece == pass.piece).any(|other| {
                other.lines.iter().any(|line| line.creases.iter().any(|crease| {
                    let crease = &piece.blank.creases[*crease];
                    let upright = pass.lying.fence == Edge::Top;
                    let own = if pass.lying.face_up == PaperFace::Inside && upright { piece.width - at } else { at };
                    crease.is_vertical() == upright && own == if upright { crease.from.x } else { crease.from.y }
                }))
            });
            for line in &pass.lines {
                match line.meets {
                    Some(Meets::OnLine { near, at }) => {
                        let edge = if near { Length::ZERO } else { long };
                        prop_assert_eq!(over(line.at, edge), at);
                        prop_assert!(is_there(at) && at != line.at);
                    }
                    Some(Meets::Halves { one, other }) => {
                        prop_assert_eq!(over(line.at, one), other);
                        prop_assert!(one < line.at && line.at < other && is_there(one) && is_there(other));
                        prop_assert_eq!(pass.by_hand, Some(ByHand::Halved));
                    }
                    None => prop_assert_ne!(pass.by_hand, Some(ByHand::Halved)),
                }
            }
        }
    }

    /// Nothing is said of what is not there: no board, no fence, no stop, no groove, and nothing is turned round.
    #[test]
    fn no_word_of_a_board(brief in any_brief()) {
        let Ok(plan) = Plan::new(&by_hand(brief)) else { return Ok(()) };
        let words = |text: &str| text.to_lowercase().split(|c: char| !c.is_alphabetic()).map(str::to_owned).collect::<Vec<_>>();
        for step in plan.steps.iter().filter(|step| step.feed.is_none()) {
            let counsel = &step.counsel;
            for text in step.says.iter().chain([&step.title, &counsel.check, &counsel.wrong, &counsel.rescue, &counsel.why]) {
                let ours = ["fence", "board", "groove", "grooves", "stop", "setting", "slide it over"];
                // A strip of cardboard is no board; liquid glue gives time to slide a seam.
                prop_assert!(!words(text).iter().any(|word| ours.contains(&word.as_str())), "{}: {}", step.title, text);
                prop_assert!(!text.contains("Turn it on") && !text.contains("Slide it over"), "{}", text);
            }
        }
        prop_assert!(plan.verdicts.iter().all(|verdict| !verdict.code.starts_with("score.groove") && !verdict.title.contains("groove")), "{:#?}", plan.verdicts);
        // Every figure of a pass is said, once at least.
        for step in &plan.steps {
            let Some(pass) = step.pass.map(|pass| &plan.passes[pass]) else { continue };
            let said = step.says.join(" ");
            for line in &pass.lines {
                prop_assert!(said.contains(&line.at.figure(plan.brief.unit)), "{} is not said: {said}", line.at);
            }
        }
    }
}

/// Common practice, worked example (handbook §3): the folded base of 7¼ × 7⅞ × 3¾, made of wrapping paper by ruler and hand. Its corner
/// lines are seen from the inside, so from the other side; none needs a board.
#[test]
fn the_folded_base_by_hand() {
    let mut brief = Brief::new(Length::eighths(58), Length::eighths(63), Length::eighths(30));
    brief.build = Build::FoldedBase { lap: Length::eighths(4) };
    brief.round.start = wide_fold_core::brief::RoundStart::Face;
    brief.sheet = Sheet { width: Length::inches(30), height: Length::inches(12), ..Sheet::default() };
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.brief.is_lined_by_hand() && plan.is_ready(), "{:#?}", plan.verdicts);
    let first: Vec<Length> = plan.passes[0].lines.iter().map(|line| line.at).collect();
    // 22½ wide, scores from the left of the outside at 7¼, 11, 18¼, 22.
    let from_left = [58, 88, 146, 176].map(Length::eighths);
    let wide = Length::eighths(180);
    let mut inside_up: Vec<Length> = from_left.iter().map(|at| wide - *at).collect();
    inside_up.reverse();
    assert_eq!(first, inside_up);
    let said = plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ");
    assert!(said.contains("Mark ½, 4¼, 11½ and 15¼ from the edge on your left, once near the top edge and once near the bottom edge"), "{said}");
}

/// A grid printed on the back shows lines that are whole squares from the edge.
#[test]
fn a_grid_on_the_back_counts_squares() {
    let mut brief = Brief::new(Length::inches(6), Length::inches(8), Length::inches(3));
    brief.sheet = Sheet {
        width: Length::inches(30),
        height: Length::inches(20),
        grid: Some(Length::eighths(4)),
        ..Sheet::default()
    };
    let plan = Plan::new(&brief).unwrap();
    let said = plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ");
    assert!(said.contains("½ is 1 square, 6½ is 13 squares"), "{said}");
}
