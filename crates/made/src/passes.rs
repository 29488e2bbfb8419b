//! Passes on the scoring board: how the piece lies, and what is scored where and how far.

mod board;
mod by_hand;
mod settings;
mod told;

pub use board::{Edge, Lying};
pub use by_hand::{ByHand, Meets};
pub use settings::Handling;

use crate::brief::{ScoreFace, Stop};
use crate::feeds::Feed;
use crate::figures::Figures;
use crate::net::{Crease, CreaseRole, Cut, CutRole, Fold, PaperFace};
use crate::pieces::Piece;
use crate::plane::{Point, Span};
use crate::{Brief, Length, Unit};
use settings::{Asks, Lyings};
use told::Told;

/// One way the piece lies on the board, and every line scored while it lies so.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Pass {
    /// Which of the plan's pieces.
    pub piece: usize,
    /// Which face is up and which edge lies along the top fence.
    pub lying: Lying,
    /// True if the lines are out of the board's reach from both ends and are drawn with a ruler.
    pub by_ruler: bool,
    /// True if the piece is larger than a board that it may not hang over: it is worked on the table, along a ruler.
    pub on_table: bool,
    /// How its lines are creased, if that is done by ruler and hand: then it lies on the table, against nothing.
    pub by_hand: Option<ByHand>,
    /// True if the lines are longer than the board and have to be carried on to the edge.
    pub carry_on: bool,
    /// The lines, the one nearest to the stop first.
    pub lines: Vec<ScoreLine>,
    /// Slanted lines: they run from mark to mark and are drawn with a ruler in a pass of their own.
    pub slants: Vec<Slant>,
}

/// A slanted line, as it lies on the board.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Slant {
    /// One end: distance from the stop, distance from the top fence.
    pub from: (Length, Length),
    /// The other end.
    pub to: (Length, Length),
    /// The crease it draws, by its place in the piece's list.
    pub crease: usize,
}

/// One line scored in a pass.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct ScoreLine {
    /// Distance from the stop: the groove.
    pub at: Length,
    /// What is laid on what when the paper is folded over at it, beyond its ends; only said of a line that is creased by hand.
    pub meets: Option<Meets>,
    /// What it is told less by, so that it falls there under the crafter's own hands.
    pub less: Length,
    /// Distances from the top fence at which the line begins and ends.
    pub reach: Span,
    /// True if the line runs from edge to edge of the piece.
    pub right_across: bool,
    /// Which way most of it folds.
    pub fold: Fold,
    /// What it is for.
    pub role: CreaseRole,
    /// The creases it draws, by their place in the piece's list.
    pub creases: Vec<usize>,
}

impl ScoreLine {
    /// The bare figure at which it is scored, with what is taken off for the crafter's hands: `5¾ less 1⁄32`.
    pub fn told(&self, unit: Unit) -> String {
        let at = self.at.figure(unit);
        Figures(unit).less(self.less).map_or_else(|| at.clone(), |less| format!("{at} {less}"))
    }
}

/// A straight line of the piece, however many creases lie on it.
struct Straight {
    from: Point,
    to: Point,
    creases: Vec<usize>,
}

impl Straight {
    fn is_upright(&self) -> bool {
        self.from.x == self.to.x
    }

    fn is_slanted(&self) -> bool {
        !self.is_upright() && self.from.y != self.to.y
    }
}

/// All passes for the pieces of a plan, in the order they are done. Every piece is laid on the board in as few turns and flips
/// as can be, and then as few slides from stop to stop ([`Handling`]); of the courses alike in that, one in which most lines lie under a groove, and which begins with the
/// top edge along the fence and measures base lines from the bottom (handbook §4, common practice). Lines that a guide has
/// scored already are left out.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Unit};
/// use wide_fold_made::{Net, passes::passes, pieces::divide};
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let passes = passes(&brief, &divide(&Net::of(&brief)), &[]);
/// // The worked bag (common practice): 2, 5¾, 7¾ and 11½ from the left, then the sheet is turned for the base line.
/// let at: Vec<String> = passes[0].lines.iter().map(|line| line.at.figure(Unit::Inch)).collect();
/// assert_eq!(at, ["2", "5¾", "7¾", "11½"]);
/// assert_eq!(passes[1].lines[0].at, Length::inches(2));
/// ```
pub fn passes(brief: &Brief, pieces: &[Piece], feeds: &[Feed]) -> Vec<Pass> {
    pieces.iter().enumerate().flat_map(|(index, piece)| of_piece(brief, index, piece, feeds)).collect()
}

fn of_piece(brief: &Brief, index: usize, piece: &Piece, feeds: &[Feed]) -> Vec<Pass> {
    let strokes = strokes(brief, index, piece, feeds);
    if brief.is_lined_by_hand() {
        return by_hand::passes(index, piece, strokes);
    }
    let asks: Vec<Asks> = strokes.iter().map(|stroke| stroke.asks).collect();
    let course = settings::course(&asks, first_face(brief.score_face));
    let mut passes: Vec<Pass> = Vec::new();
    let on_table = !lies_on(brief, piece);
    for stroke in strokes {
        let Some(lying) = stroke.asks.scored(&course) else { continue };
        let Stroke { line, by_ruler, fold, role, less: both, .. } = stroke;
        let less = less(both, lying);
        let [from, to] = [line.from, line.to].map(|point| lying.on_board(point, piece.width, piece.height));
        let slants = line.is_slanted();
        let depth = if lying.fence.lies_across() { piece.height } else { piece.width };
        let same = |pass: &Pass| {
            pass.lying == lying && pass.by_ruler == by_ruler && pass.slants.is_empty() != slants
        };
        let place = passes.iter().position(same).unwrap_or_else(|| {
            let carry_on = !slants && !on_table && depth > brief.board.reach;
            passes.push(Pass {
                piece: index,
                lying,
                by_ruler,
                on_table,
                by_hand: None,
                carry_on,
                lines: Vec::new(),
                slants: Vec::new(),
            });
            passes.len() - 1
        });
        if slants {
            let crease = |crease| Slant { from, to, crease };
            passes[place].slants.extend(line.creases.into_iter().map(crease));
        } else {
            let reach = Span::new(from.1.min(to.1), from.1.max(to.1));
            let right_across = reach == Span::new(Length::ZERO, depth);
            let score = ScoreLine {
                at: from.0,
                meets: None,
                less,
                reach,
                right_across,
                fold,
                role,
                creases: line.creases,
            };
            passes[place].lines.push(score);
        }
    }
    for pass in &mut passes {
        pass.lines.sort_by_key(|line| (line.at, line.reach.from));
    }
    // What lies the same way is done in one go: grooves, then the ruler, then what is slanted.
    passes.sort_by_key(|pass| {
        let turn = course.iter().position(|lying| *lying == pass.lying);
        (turn, pass.by_ruler, !pass.slants.is_empty())
    });
    passes
}

/// A line of a piece and every place of the board at which it can be scored.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Scorable {
    /// Which of the plan's pieces.
    pub piece: usize,
    /// Distances from a stop, and how the piece lies then: each distance once, as people would lay it first. None if the line is
    /// drawn along a ruler, from mark to mark.
    pub at: Vec<(Length, Lying)>,
    /// What it is told less by from the left or the bottom edge, and from the edge across from it.
    pub less: [Length; 2],
    /// Its ends on the piece.
    pub ends: [Point; 2],
    /// True if the line runs from edge to edge of the piece.
    pub right_across: bool,
    /// True for the slanted ones.
    pub slants: bool,
    /// What it is for.
    pub role: CreaseRole,
    /// The creases it draws, by their place in the piece's list.
    pub creases: Vec<usize>,
}

/// Every line of the pieces that is scored on the board or along a ruler, with all its places; those that a guide scores are left
/// out. A line that can lie under a groove is offered no place between grooves.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Unit};
/// use wide_fold_made::{Net, passes::scorable, pieces::divide};
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let lines = scorable(&brief, &divide(&Net::of(&brief)), &[]);
/// // The worked bag (common practice) is 12 wide: what lies 2 from the left lies 10 from the right.
/// let corner = lines.iter().find(|line| line.ends[0].x == Length::inches(2)).unwrap();
/// let at: Vec<String> = corner.at.iter().map(|(at, _)| at.figure(Unit::Inch)).collect();
/// assert_eq!(at, ["2", "10"]);
/// ```
pub fn scorable(brief: &Brief, pieces: &[Piece], feeds: &[Feed]) -> Vec<Scorable> {
    let of_piece = |(index, piece): (usize, &Piece)| -> Vec<Scorable> {
        let first = first_face(brief.score_face);
        let scorable = |Stroke { line, asks, by_ruler, role, less, .. }: Stroke| {
            let mut at: Vec<(Length, Lying)> = Vec::new();
            for lying in asks.places(first).filter(|_| !by_ruler) {
                let (along, _) = lying.on_board(line.from, piece.width, piece.height);
                if at.iter().all(|(known, _)| *known != along) {
                    at.push((along, lying));
                }
            }
            let right_across = match line.is_upright() {
                true => line.from.y == Length::ZERO && line.to.y == piece.height,
                false => line.from.x == Length::ZERO && line.to.x == piece.width,
            };
            let slants = line.is_slanted();
            Scorable {
                piece: index,
                at,
                less,
                ends: [line.from, line.to],
                right_across,
                slants,
                role,
                creases: line.creases,
            }
        };
        strokes(brief, index, piece, feeds).into_iter().map(scorable).collect()
    };
    pieces.iter().enumerate().flat_map(of_piece).collect()
}

/// All lines of a piece that no guide scores.
fn strokes(brief: &Brief, index: usize, piece: &Piece, feeds: &[Feed]) -> Vec<Stroke> {
    let in_guide = |line: &Straight| {
        let own = feeds.iter().filter(|feed| feed.piece == index);
        own.flat_map(|feed| &feed.creases).any(|crease| line.creases.contains(crease))
    };
    let scored: Vec<Straight> =
        lines(piece).into_iter().chain(slants(piece)).filter(|line| !in_guide(line)).collect();
    let told = Told::of(brief.hand, piece, &scored);
    scored.into_iter().filter_map(|line| Stroke::of(brief, piece, line, &told)).collect()
}

/// A line to score, and where it can be.
struct Stroke {
    line: Straight,
    asks: Asks,
    by_ruler: bool,
    fold: Fold,
    role: CreaseRole,
    less: [Length; 2],
}

/// Of a line's two figures the one that counts for how the piece lies.
fn less(both: [Length; 2], lying: Lying) -> Length {
    match lying.measured_from() {
        Edge::Left | Edge::Bottom => both[0],
        Edge::Right | Edge::Top => both[1],
    }
}

impl Scorable {
    /// What it is told less by as the piece lies.
    pub fn less(&self, lying: Lying) -> Length {
        less(self.less, lying)
    }
}

impl Stroke {
    /// Along a groove where either end of the piece brings it within the board's reach, else along a ruler. A slanted line is
    /// always ruled, and lies as it likes.
    fn of(brief: &Brief, piece: &Piece, line: Straight, told: &Told) -> Option<Self> {
        let &Crease { fold, role, .. } = longest(&line, piece)?;
        let face = face_for(brief.score_face, fold, role);
        let slants = line.is_slanted();
        let lies = lies_on(brief, piece);
        // What lies on the table lies against no stop: it is measured from the left.
        let has_stop = |stop: Stop| if lies { brief.board.stops.has(stop) } else { stop == Stop::Left };
        let along = |lying: Lying| {
            let is_level = slants || lying.fence.lies_across() == line.is_upright();
            has_stop(lying.stop) && lying.face_up == face && is_level
        };
        let at = |lying: Lying| lying.on_board(line.from, piece.width, piece.height).0;
        let on_board = !slants && lies && !brief.is_lined_by_hand();
        let within = Lyings::that(|lying| on_board && along(lying) && at(lying) <= brief.board.reach);
        let by_ruler = within.is_empty();
        let within = if by_ruler { Lyings::that(along) } else { within };
        let on_groove = Lyings::that(|lying| {
            within.has(lying) && (by_ruler || at(lying) == at(lying).floor_to(brief.board.groove))
        });
        let edges = if line.is_upright() { [Edge::Left, Edge::Right] } else { [Edge::Bottom, Edge::Top] };
        let less = edges.map(|edge| told.less(&line, edge));
        Some(Self { line, asks: Asks { within, on_groove }, by_ruler, fold, role, less })
    }
}

/// True if a piece goes on the board, whichever way it lies.
fn lies_on(brief: &Brief, piece: &Piece) -> bool {
    brief.board.hangs_over || piece.width.max(piece.height) <= brief.board.reach
}

/// The 45° creases.
fn slants(piece: &Piece) -> impl Iterator<Item = Straight> {
    let slanted = |(_, crease): &(usize, &Crease)| {
        !crease.is_vertical() && !crease.is_level() && !crease.role.is_made_by_hand()
    };
    let line = |(place, crease): (usize, &Crease)| Straight {
        from: crease.from,
        to: crease.to,
        creases: vec![place],
    };
    piece.blank.creases.iter().enumerate().filter(slanted).map(line)
}

/// The face that is up when the work begins.
fn first_face(school: ScoreFace) -> PaperFace {
    match school {
        ScoreFace::OutsideOfFold => PaperFace::Outside,
        ScoreFace::InsideThroughout => PaperFace::Inside,
    }
}

/// What is done with a piece between its first line and its last: its passes in their order.
pub fn handling(passes: &[Pass], piece: usize) -> Handling {
    Handling::of(passes.iter().filter(|pass| pass.piece == piece).map(|pass| pass.lying))
}

/// School A scores the face that ends up outside the fold: a mountain is scored from the outside, a valley from the
/// inside. School B scores the inside throughout, save for a hem turned out.
fn face_for(school: ScoreFace, fold: Fold, role: CreaseRole) -> PaperFace {
    match (school, fold) {
        (ScoreFace::OutsideOfFold, Fold::Mountain | Fold::Flat) => PaperFace::Outside,
        (ScoreFace::OutsideOfFold, Fold::Valley) => PaperFace::Inside,
        (ScoreFace::InsideThroughout, Fold::Valley) if role == CreaseRole::HemLine => PaperFace::Outside,
        (ScoreFace::InsideThroughout, _) => PaperFace::Inside,
    }
}

/// The straight lines to score: creases that lie end to end are one stroke (a corner line runs through body and hem,
/// a base line through all panels). The stroke runs on along the slits and round the tab's corner, because those
/// cuts are made along the score.
fn lines(piece: &Piece) -> Vec<Straight> {
    let mut strokes: Vec<(Point, Point, Option<usize>)> =
        piece.blank.cuts.iter().filter_map(along_score).map(|(from, to)| (from, to, None)).collect();
    let scored =
        piece.blank.creases.iter().enumerate().filter(|(_, crease)| {
            !crease.role.is_made_by_hand() && (crease.is_vertical() || crease.is_level())
        });
    strokes.extend(scored.map(|(index, crease)| (crease.from, crease.to, Some(index))));
    strokes.sort();
    let mut lines: Vec<Straight> = Vec::new();
    for (from, to, crease) in strokes {
        let upright = from.x == to.x;
        let joined = lines.iter_mut().find(|line| line.is_upright() == upright && line.to == from);
        let line = match joined {
            Some(line) => {
                line.to = to;
                line
            }
            None => {
                lines.push(Straight { from, to, creases: Vec::new() });
                let last = lines.len() - 1;
                &mut lines[last]
            }
        };
        line.creases.extend(crease);
    }
    lines.retain(|line| !line.creases.is_empty());
    lines
}

/// The stretch of score that a cut is made along. The base line runs on under a tab whose end is slanted: that paper
/// falls away.
fn along_score(cut: &Cut) -> Option<(Point, Point)> {
    match cut.role {
        CutRole::FlapSide
        | CutRole::PleatEnd
        | CutRole::HemCorner
        | CutRole::HemSlit
        | CutRole::TabEnd
        | CutRole::Notch => None,
        CutRole::TabCorner if cut.from.x != cut.to.x => {
            let y = cut.from.y.min(cut.to.y);
            Some((Point::new(cut.from.x, y), Point::new(cut.to.x, y)))
        }
        _ => Some((cut.from, cut.to)),
    }
}

/// The longest crease of a line that folds: its fold decides on which face the whole line is scored. What only lies on the same line,
/// and stays flat, has no say.
fn longest<'a>(line: &Straight, piece: &'a Piece) -> Option<&'a Crease> {
    let length = |crease: &&Crease| (crease.to.x - crease.from.x).abs() + (crease.to.y - crease.from.y).abs();
    line.creases
        .iter()
        .map(|index| &piece.blank.creases[*index])
        .max_by_key(|crease| (crease.fold != Fold::Flat, length(crease)))
}

#[cfg(test)]
mod tests;
