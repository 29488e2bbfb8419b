use super::*;
use crate::brief::{Across, Build, Direction, GussetCrease, Joins, RoundStart, Squares, Stop, Stops, Top};
use crate::feeds::feeds;
use crate::{Net, Unit, pieces};
use proptest::prelude::*;

fn planned(brief: &Brief) -> (Vec<Piece>, Vec<Pass>) {
    let pieces = pieces::divide(&Net::of(brief));
    let passes = passes(brief, &pieces, &feeds(brief, &pieces));
    (pieces, passes)
}

const CREASES: [GussetCrease; 5] = [
    GussetCrease::None,
    GussetCrease::Centre,
    GussetCrease::Pair,
    GussetCrease::FoldFlat { across: Across::Back },
    GussetCrease::FoldFlat { across: Across::BothFaces },
];

/// A hem of so many eighths, turned in or out; none of nought.
fn hemmed(eighths: i64, turn_out: bool) -> Top {
    match (eighths, turn_out) {
        (0, _) => Top::Raw,
        (n, true) => Top::HemOut { depth: Length::eighths(n) },
        (n, false) => Top::HemIn { depth: Length::eighths(n) },
    }
}

fn figures(pass: &Pass) -> Vec<String> {
    pass.lines.iter().map(|line| line.at.figure(Unit::Inch)).collect()
}

#[test]
fn the_worked_bag_is_scored_in_two_passes() {
    // Handbook (common practice): 2, 5¾, 7¾, 11½ from the left edge; 2 from the bottom.
    let (_, passes) = planned(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2)));
    assert_eq!(passes.len(), 2);
    assert_eq!(passes[0].lying, Lying { face_up: PaperFace::Outside, fence: Edge::Top, stop: Stop::Left });
    assert_eq!(figures(&passes[0]), ["2", "5¾", "7¾", "11½"]);
    assert_eq!(passes[1].lying.measured_from(), Edge::Bottom);
    assert_eq!(figures(&passes[1]), ["2"]);
    assert!(passes.iter().flat_map(|pass| &pass.lines).all(|line| line.right_across));
}

#[test]
fn scored_on_the_inside_the_figures_run_from_the_other_edge() {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.score_face = ScoreFace::InsideThroughout;
    let (_, passes) = planned(&brief);
    assert_eq!(passes[0].lying.measured_from(), Edge::Right);
    assert_eq!(figures(&passes[0]), ["½", "4¼", "6¼", "10"]);
    assert_eq!(figures(&passes[1]), ["2"]);
}

#[test]
fn a_hem_turned_out_turns_the_sheet_over_in_both_schools() {
    for school in [ScoreFace::OutsideOfFold, ScoreFace::InsideThroughout] {
        let mut brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
        brief.top = Top::HemOut { depth: Length::INCH };
        brief.score_face = school;
        let (_, passes) = planned(&brief);
        let last = passes.last().unwrap();
        assert_ne!(last.lying.face_up, passes[0].lying.face_up);
        assert_eq!(last.lines.iter().map(|line| line.role).collect::<Vec<_>>(), [CreaseRole::HemLine]);
    }
}

#[test]
fn a_gusset_centre_stops_at_its_apex() {
    let mut brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
    brief.gusset_crease = GussetCrease::Centre;
    let (_, passes) = planned(&brief);
    let centre = passes
        .iter()
        .flat_map(|pass| &pass.lines)
        .find(|line| line.role == CreaseRole::GussetCentre)
        .unwrap();
    assert!(!centre.right_across);
    // Flap 2 and half a 2 gusset: 3 from the bottom of a 7 high sheet, so 4 down from the top fence.
    assert_eq!(centre.reach, Span::new(Length::ZERO, Length::inches(4)));
}

#[test]
fn past_the_boards_reach_the_piece_is_turned_end_for_end() {
    let (_, passes) = planned(&Brief::new(Length::inches(7), Length::inches(8), Length::inches(3)));
    assert_eq!(passes[0].lying.fence, Edge::Top);
    assert_eq!(figures(&passes[0]), ["3", "10"]);
    assert_eq!(passes[1].lying.fence, Edge::Bottom);
    // 20½ long: 13 and 20 from the left are 7½ and ½ from the right.
    assert_eq!(figures(&passes[1]), ["½", "7½"]);
    assert!(passes[0].by_ruler.eq(&false));
}

#[test]
fn out_of_reach_from_both_ends_means_a_ruler() {
    let (_, passes) = planned(&Brief::new(Length::inches(16), Length::inches(8), Length::inches(3)));
    assert!(passes.iter().any(|pass| pass.by_ruler));
}

/// Every crease and every cut made along a score, as unit-long marks; the passes must draw the same set.
fn marks(
    segments: impl IntoIterator<Item = (Point, Point)>,
    mark: Length,
) -> std::collections::BTreeSet<Point> {
    segments
        .into_iter()
        .flat_map(|(from, to)| {
            let steps = ((to.x - from.x) + (to.y - from.y)).units() / mark.units();
            let upright = from.x == to.x;
            (0..steps).map(move |n| {
                let along = mark * n + mark.half();
                if upright { Point::new(from.x, from.y + along) } else { Point::new(from.x + along, from.y) }
            })
        })
        .collect()
}

/// The place on the piece of a point of the board, worked out by trying all corners: independent of `on_board`'s
/// algebra, it uses only that the map keeps distances.
fn off_board(lying: Lying, at: Length, down: Length, piece: &Piece) -> Point {
    let (w, h) = (piece.width, piece.height);
    // Corner of the piece at the board's origin (left stop, top fence), then the directions of the two axes.
    let from_left = |x: Length| if lying.measured_from() == Edge::Left { x } else { w - x };
    let from_bottom = |y: Length| if lying.measured_from() == Edge::Bottom { y } else { h - y };
    match lying.fence {
        Edge::Top => Point::new(from_left(at), h - down),
        Edge::Bottom => Point::new(from_left(at), down),
        Edge::Left => Point::new(down, from_bottom(at)),
        Edge::Right => Point::new(w - down, from_bottom(at)),
    }
}

proptest! {
    #[test]
    fn passes_redraw_every_line_of_the_net(
        w in 4_i64..64, h in 4_i64..64, d in 2_i64..40, hem in 0_i64..12, turn_out: bool, crease in 0_usize..5, left: bool,
        start in 0_usize..3, inside: bool, build in 0_usize..6, blanks: bool, stops in 0_usize..3,
    ) {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d * 2));
        brief.round.start = [RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset][start];
        brief.round.direction = if left { Direction::Left } else { Direction::Right };
        brief.top = hemmed(hem, turn_out);
        brief.gusset_crease = CREASES[crease];
        if blanks {
            brief.joins = Joins::Strips { width: Length::inches(1) };
        }
        brief.score_face = if inside { ScoreFace::InsideThroughout } else { ScoreFace::OutsideOfFold };
        brief.build = [
            Build::Wrap,
            Build::CornerPair,
            Build::CradlePair { squares: Squares::SlitUp },
            Build::CradlePair { squares: Squares::SlitLevel },
            Build::FoldedBase { lap: Length::eighths(4) },
            Build::PleatedFlare { pleats: 3, pleat: Length::eighths(5) },
        ][build];
        brief.board.stops = STOPS[stops];
        let (pieces, all) = planned(&brief);
        for (index, piece) in pieces.iter().enumerate() {
        let passes: Vec<&Pass> = all.iter().filter(|pass| pass.piece == index).collect();
        let mark = Length::sixty_fourths(4);
        let scored = |crease: &&Crease| !crease.role.is_made_by_hand();
        let straight = |crease: &&Crease| crease.is_vertical() || crease.is_level();
        let creases = || piece.blank.creases.iter().filter(scored);
        let wanted = marks(
            creases().filter(straight).map(|crease| (crease.from, crease.to)).chain(
                piece.blank.cuts.iter().filter_map(super::along_score),
            ),
            mark,
        );
        let drawn = marks(
            passes.iter().flat_map(|pass| pass.lines.iter().map(move |line| {
                let a = off_board(pass.lying, line.at, line.reach.from, piece);
                let b = off_board(pass.lying, line.at, line.reach.to, piece);
                (a.min(b), a.max(b))
            })),
            mark,
        );
        prop_assert_eq!(wanted, drawn);
        for pass in passes.iter().copied() {
            let in_order = pass.lines.windows(2).all(|pair| {
                let apart = pair[0].reach.to < pair[1].reach.from || pair[1].reach.to < pair[0].reach.from;
                pair[0].at < pair[1].at || (pair[0].at == pair[1].at && apart)
            });
            prop_assert!(in_order);
            prop_assert!(pass.by_ruler || pass.lines.iter().all(|line| line.at <= brief.board.reach));
            prop_assert!(pass.on_table || brief.board.stops.has(pass.lying.stop));
            // A line that runs past the board's end is carried on, and no other.
            let past = pass.lines.iter().any(|line| line.reach.to > brief.board.reach);
            let long = if pass.lying.fence.lies_across() { piece.height } else { piece.width };
            prop_assert!(!past || pass.carry_on);
            prop_assert!(!pass.carry_on || (long > brief.board.reach && pass.slants.is_empty()));
        }
        // Slanted lines are drawn from mark to mark, in passes of their own.
        for pass in passes.iter().filter(|pass| !pass.slants.is_empty()) {
            prop_assert!(pass.by_ruler && pass.lines.is_empty());
            for slant in &pass.slants {
                let crease = &piece.blank.creases[slant.crease];
                let ends = [slant.from, slant.to].map(|(at, down)| off_board(pass.lying, at, down, piece));
                prop_assert_eq!(ends, [crease.from, crease.to]);
            }
        }
        let mut numbers: Vec<usize> = passes.iter().flat_map(|pass| &pass.lines).flat_map(|line| line.creases.clone()).collect();
        numbers.extend(passes.iter().flat_map(|pass| &pass.slants).map(|slant| slant.crease));
        numbers.sort_unstable();
        let all: Vec<usize> = (0..piece.blank.creases.len()).filter(|n| scored(&&piece.blank.creases[*n])).collect();
        prop_assert_eq!(numbers, all);
        }
    }
}

const STOPS: [Stops; 3] = [Stops::Left, Stops::Right, Stops::Both];

/// Every way to lie on a board.
fn every_way(stops: Stops) -> Vec<Lying> {
    let edges = [Edge::Top, Edge::Bottom, Edge::Left, Edge::Right];
    let at = [Stop::Left, Stop::Right].into_iter().filter(|stop| stops.has(*stop));
    let of = |stop| {
        [PaperFace::Outside, PaperFace::Inside]
            .map(|face_up| edges.map(|fence| Lying { face_up, fence, stop }))
    };
    at.flat_map(of).flatten().collect()
}

/// The fewest moves, and slides besides, in which a sheet that is turned, flipped and slid at random comes to score everything:
/// a search over what the sheet does, a quarter or half turn or a flip or a slide at a time, that knows nothing of courses.
fn fewest(lines: &[Vec<Lying>], stops: Stops) -> (u32, u32) {
    use std::collections::{BTreeMap, HashSet};
    let scored = |lying: &Lying, done: u32| {
        lines
            .iter()
            .enumerate()
            .filter(|(_, ways)| ways.contains(lying))
            .fold(done, |done, (n, _)| done | 1 << n)
    };
    let all = (1_u32 << lines.len()) - 1;
    let mut known: HashSet<(Lying, u32)> = HashSet::new();
    // Those to go on from, by what they have cost.
    let mut next: BTreeMap<(u32, u32), Vec<(Lying, u32)>> = BTreeMap::new();
    let starts = every_way(stops).into_iter().map(|lying| (lying, scored(&lying, 0)));
    next.insert((0, 0), starts.collect());
    while let Some((cost, here)) = next.pop_first() {
        let (moves, slides) = cost;
        for (lying, done) in here {
            if done == all {
                return cost;
            }
            if !known.insert((lying, done)) {
                continue;
            }
            // Where the four corners go tells a turn from a flip: a turn keeps the face, a flip about either middle line of the
            // board keeps what lies along it. It may be pushed against either stop on the way.
            let across = |edge: Edge| match edge {
                Edge::Top => Edge::Bottom,
                Edge::Bottom => Edge::Top,
                Edge::Left => Edge::Right,
                Edge::Right => Edge::Left,
            };
            for to in every_way(stops) {
                let turned = to.face_up == lying.face_up;
                let flipped = !turned && (to.fence == lying.fence || to.fence == across(lying.fence));
                let cost = match (turned && to.fence == lying.fence, turned || flipped) {
                    (true, _) => (moves, slides + 1),
                    (_, true) => (moves + 1, slides),
                    _ => continue,
                };
                next.entry(cost).or_default().push((to, scored(&to, done)));
            }
        }
    }
    unreachable!("every line can be scored somewhere")
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// No other order of turns and flips scores the same lines on the same faces in fewer moves, nor in as many with fewer slides.
    #[test]
    fn no_order_takes_fewer_moves(
        w in 8_i64..120, h in 8_i64..120, d in 2_i64..40, hem in 0_i64..12, turn_out: bool, crease in 0_usize..5,
        inside: bool, reach in 4_i64..16, build in 0_usize..4, hangs_over: bool, stops in 0_usize..3,
    ) {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d * 2));
        brief.top = hemmed(hem, turn_out);
        brief.gusset_crease = CREASES[crease];
        brief.score_face = if inside { ScoreFace::InsideThroughout } else { ScoreFace::OutsideOfFold };
        (brief.board.reach, brief.board.hangs_over) = (Length::inches(reach), hangs_over);
        brief.board.stops = STOPS[stops];
        brief.build = [
            Build::Wrap,
            Build::CornerPair,
            Build::CradlePair { squares: Squares::SlitUp },
            Build::PleatedFlare { pleats: 3, pleat: Length::eighths(5) },
        ][build];
        let (pieces, all) = planned(&brief);
        for (index, piece) in pieces.iter().enumerate() {
            let own: Vec<&Pass> = all.iter().filter(|pass| pass.piece == index).collect();
            // Over a rim nothing hangs: a piece larger than the board either way is ruled on the table, all of it.
            let larger = piece.width > brief.board.reach || piece.height > brief.board.reach;
            for pass in &own {
                prop_assert_eq!(pass.on_table, larger && !hangs_over);
                prop_assert!(!pass.on_table || ((pass.by_ruler || !pass.slants.is_empty()) && !pass.carry_on));
            }
            // Where a line could be scored as well: on the same face, along the same groove or ruler, within the same reach.
            let places = |pass: &Pass, ends: [Point; 2]| -> Vec<Lying> {
                let [from, to] = ends;
                every_way(brief.board.stops).into_iter().filter(|lying| {
                    let [a, b] = [from, to].map(|point| lying.on_board(point, piece.width, piece.height));
                    let along = !pass.slants.is_empty() || a.0 == b.0;
                    lying.face_up == pass.lying.face_up && along && (pass.by_ruler || a.0 <= brief.board.reach)
                }).collect()
            };
            let lines: Vec<Vec<Lying>> = own.iter().flat_map(|pass| {
                let drawn = pass.lines.iter().map(|line| [line.reach.from, line.reach.to].map(|down| off_board(pass.lying, line.at, down, piece)));
                let slanted = pass.slants.iter().map(|slant| [slant.from, slant.to].map(|(at, down)| off_board(pass.lying, at, down, piece)));
                drawn.chain(slanted).map(|ends| places(pass, ends)).collect::<Vec<_>>()
            }).collect();
            prop_assume!(lines.len() <= 24);
            let Handling { slides, .. } = handling(&all, index);
            // On the table there is nothing to slide it against.
            if own.iter().any(|pass| pass.on_table) {
                prop_assert_eq!((handling(&all, index).moves(), slides), (fewest(&lines, brief.board.stops).0, 0));
            } else {
                prop_assert_eq!((handling(&all, index).moves(), slides), fewest(&lines, brief.board.stops));
            }
        }
    }
}

#[test]
fn moves_are_said_as_they_are_made() {
    let mut brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
    let says = |brief: &Brief| handling(&planned(brief).1, 0).says();
    assert_eq!(says(&brief).as_deref(), Some("1 turn"));
    // The hem is scored on the other face, as the base line lies.
    brief.top = Top::HemOut { depth: Length::INCH };
    assert_eq!(says(&brief).as_deref(), Some("1 turn, 1 flip"));
}

#[test]
fn a_second_stop_saves_a_half_turn() {
    // 20½ long on a 12 wide board: with one stop it is turned end for end, with two it is slid.
    let mut brief = Brief::new(Length::inches(7), Length::inches(8), Length::inches(3));
    let says = |brief: &Brief| handling(&planned(brief).1, 0).says();
    assert_eq!(says(&brief).as_deref(), Some("2 turns"));
    brief.board.stops = Stops::Both;
    assert_eq!(says(&brief).as_deref(), Some("1 turn, 1 slide"));
    let (_, passes) = planned(&brief);
    assert_eq!(
        (figures(&passes[0]), passes[0].lying.measured_from()),
        (vec!["3".to_owned(), "10".to_owned()], Edge::Left)
    );
    assert_eq!(
        (figures(&passes[1]), passes[1].lying.measured_from()),
        (vec!["½".to_owned(), "7½".to_owned()], Edge::Right)
    );
    assert_eq!(passes[1].lying.fence, Edge::Top);
}

#[test]
fn against_a_stop_on_the_right_figures_run_from_the_right_edge() {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.board.stops = Stops::Right;
    let (_, passes) = planned(&brief);
    assert_eq!(
        (figures(&passes[0]), passes[0].lying.measured_from()),
        (["½", "4¼", "6¼", "10"].map(str::to_owned).to_vec(), Edge::Right)
    );
    assert_eq!(passes[0].lying.fence, Edge::Top);
}

/// What is folded by hand is told apart by how it is made, straight or slanted: what slants stands by itself.
#[test]
fn by_hand_a_way_of_folding_is_told_once() {
    for gusset_crease in CREASES {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.gusset_crease = gusset_crease;
        brief.lined = crate::brief::Lined::Hand;
        let (_, passes) = planned(&brief);
        let told: Vec<_> =
            passes.iter().map(|pass| (pass.lying, pass.by_hand, pass.slants.is_empty())).collect();
        for (n, own) in told.iter().enumerate() {
            assert!(!told[..n].contains(own), "{gusset_crease:?}: {own:?} among {told:?}");
        }
    }
}
