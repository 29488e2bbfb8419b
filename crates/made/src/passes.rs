//! Passes on the scoring board: how the piece lies, and what is scored where and how far.

mod board;

pub use board::{Edge, Lying};

use crate::brief::ScoreFace;
use crate::net::{Crease, CreaseRole, Cut, CutRole, Fold, PaperFace};
use crate::pieces::Piece;
use crate::plane::{Point, Span};
use crate::{Brief, Length};

/// One way the piece lies on the board, and every line scored while it lies so.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Pass {
    /// Which of the plan's pieces.
    pub piece: usize,
    /// Which face is up and which edge lies along the top fence.
    pub lying: Lying,
    /// True if the lines are out of the board's reach from both ends and are drawn with a ruler.
    pub by_ruler: bool,
    /// True if the lines are longer than the board and have to be carried on to the edge.
    pub carry_on: bool,
    /// The lines, from left to right.
    pub lines: Vec<ScoreLine>,
    /// Slanted lines: they run from mark to mark and are drawn with a ruler in a pass of their own.
    pub slants: Vec<Slant>,
}

/// A slanted line, as it lies on the board.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Slant {
    /// One end: distance from the left stop, distance from the top fence.
    pub from: (Length, Length),
    /// The other end.
    pub to: (Length, Length),
    /// The crease it draws, by its place in the piece's list.
    pub crease: usize,
}

/// One line scored in a pass.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct ScoreLine {
    /// Distance from the left stop: the groove.
    pub at: Length,
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

/// A straight line of the piece, however many creases lie on it.
struct Line {
    upright: bool,
    from: Point,
    to: Point,
    creases: Vec<usize>,
}

/// All passes for the pieces of a plan, in the order they are done: upright lines first, then the level ones a
/// quarter turn on; lines on the other face after the piece is turned over.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Unit};
/// use wide_fold_made::{Net, passes::passes, pieces::divide};
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let passes = passes(&brief, &divide(&Net::of(&brief)));
/// // The worked bag (common practice): 2, 5¾, 7¾ and 11½ from the left, then the sheet is turned for the base line.
/// let at: Vec<String> = passes[0].lines.iter().map(|line| line.at.figure(Unit::Inch)).collect();
/// assert_eq!(at, ["2", "5¾", "7¾", "11½"]);
/// assert_eq!(passes[1].lines[0].at, Length::inches(2));
/// ```
pub fn passes(brief: &Brief, pieces: &[Piece]) -> Vec<Pass> {
    pieces.iter().enumerate().flat_map(|(index, piece)| of_piece(brief, index, piece)).collect()
}

fn of_piece(brief: &Brief, index: usize, piece: &Piece) -> Vec<Pass> {
    let mut passes: Vec<Pass> = Vec::new();
    for line in lines(piece) {
        let Some(&Crease { fold, role, .. }) = longest(&line, piece) else { continue };
        let face = face_for(brief.score_face, fold, role);
        let (lying, by_ruler) = Lying::for_line(face, line.upright, line.from, piece, brief.board.reach);
        let ends = [line.from, line.to].map(|point| lying.on_board(point, piece.width, piece.height));
        let reach = Span::new(ends[0].1.min(ends[1].1), ends[0].1.max(ends[1].1));
        let depth = if line.upright { piece.height } else { piece.width };
        let score = ScoreLine {
            at: ends[0].0,
            reach,
            right_across: reach == Span::new(Length::ZERO, depth),
            fold,
            role,
            creases: line.creases,
        };
        let same = passes.iter_mut().find(|pass| pass.lying == lying && pass.by_ruler == by_ruler);
        match same {
            Some(pass) => pass.lines.push(score),
            None => passes.push(Pass {
                piece: index,
                lying,
                by_ruler,
                carry_on: depth > brief.board.reach,
                lines: vec![score],
                slants: Vec::new(),
            }),
        }
    }
    passes.extend(slants(brief, index, piece));
    for pass in &mut passes {
        pass.lines.sort_by_key(|line| line.at);
    }
    // Least handling: everything on one face before turning over, upright lines before level ones.
    passes.sort_by_key(|pass| {
        (pass.is_on_second_face(brief.score_face), pass.lying.fence.order(), !pass.slants.is_empty())
    });
    passes
}

/// The 45° creases, one pass for each face on which they are scored.
fn slants(brief: &Brief, index: usize, piece: &Piece) -> Vec<Pass> {
    let slanted =
        |crease: &Crease| !crease.is_vertical() && !crease.is_level() && !crease.role.is_made_by_hand();
    let mut passes: Vec<Pass> = Vec::new();
    for (number, crease) in piece.blank.creases.iter().enumerate().filter(|(_, crease)| slanted(crease)) {
        let lying = Lying { face_up: face_for(brief.score_face, crease.fold, crease.role), fence: Edge::Top };
        let place = |point| lying.on_board(point, piece.width, piece.height);
        let slant = Slant { from: place(crease.from), to: place(crease.to), crease: number };
        match passes.iter_mut().find(|pass| pass.lying == lying) {
            Some(pass) => pass.slants.push(slant),
            None => passes.push(Pass {
                piece: index,
                lying,
                by_ruler: true,
                carry_on: false,
                lines: Vec::new(),
                slants: vec![slant],
            }),
        }
    }
    passes
}

impl Pass {
    fn is_on_second_face(&self, school: ScoreFace) -> bool {
        let first = match school {
            ScoreFace::OutsideOfFold => PaperFace::Outside,
            ScoreFace::InsideThroughout => PaperFace::Inside,
        };
        self.lying.face_up != first
    }
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
fn lines(piece: &Piece) -> Vec<Line> {
    let mut strokes: Vec<(Point, Point, Option<usize>)> =
        piece.blank.cuts.iter().filter_map(along_score).map(|(from, to)| (from, to, None)).collect();
    let scored =
        piece.blank.creases.iter().enumerate().filter(|(_, crease)| {
            !crease.role.is_made_by_hand() && (crease.is_vertical() || crease.is_level())
        });
    strokes.extend(scored.map(|(index, crease)| (crease.from, crease.to, Some(index))));
    strokes.sort();
    let mut lines: Vec<Line> = Vec::new();
    for (from, to, crease) in strokes {
        let upright = from.x == to.x;
        let joined = lines.iter_mut().find(|line| line.upright == upright && line.to == from);
        let line = match joined {
            Some(line) => {
                line.to = to;
                line
            }
            None => {
                lines.push(Line { upright, from, to, creases: Vec::new() });
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
        CutRole::FlapSide | CutRole::PleatEnd | CutRole::HemCorner | CutRole::TabEnd | CutRole::Notch => None,
        CutRole::TabCorner if cut.from.x != cut.to.x => {
            let y = cut.from.y.min(cut.to.y);
            Some((Point::new(cut.from.x, y), Point::new(cut.to.x, y)))
        }
        _ => Some((cut.from, cut.to)),
    }
}

/// The longest crease of a line: its fold decides on which face the whole line is scored.
fn longest<'a>(line: &Line, piece: &'a Piece) -> Option<&'a Crease> {
    let length = |crease: &&Crease| (crease.to.x - crease.from.x) + (crease.to.y - crease.from.y);
    line.creases.iter().map(|index| &piece.blank.creases[*index]).max_by_key(length)
}

#[cfg(test)]
mod tests;
