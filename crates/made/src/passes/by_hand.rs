//! Lines made by ruler and hand (handbook §4, common practice): two marks, one near either edge, the ruler on them, the paper lifted
//! against it for a first crease; then the ruler is taken away, edge is brought to edge, and the crease is pressed down.
//!
//! Paper lifted against a ruler folds towards the one who looks. So a line that folds away from the outside is creased with the inside
//! up, and one that folds towards it with the outside up; the piece lies on the table with its top edge away and is never turned.

use super::{Edge, Lying, Pass, ScoreLine, Slant, Stroke, less};
use crate::Length;
use crate::brief::Stop;
use crate::net::{CreaseRole, Fold, PaperFace};
use crate::pieces::Piece;
use crate::plane::{Point, Span};

/// How the lines of a pass are made.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum ByHand {
    /// Marked at both ends, and creased against the ruler.
    Creased,
    /// Found by folding: each lies midway between two others, or edges.
    Halved,
    /// Pleats, each as wide as the one before it.
    Pleated,
    /// Only drawn: nothing folds there.
    Drawn,
}

/// What a fold brings together.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Meets {
    /// The edge that is brought over lies on another line of the piece, so far from the edge that is measured from.
    OnLine {
        /// True if it is the edge that is measured from; false for the one across from it.
        near: bool,
        /// Where it lies, from the edge that is measured from.
        at: Length,
    },
    /// Two lines, or a line and an edge, are laid on one another; the crease is midway. So far from the edge that is measured from.
    Halves {
        /// The one nearer to the edge that is measured from.
        one: Length,
        /// The other one.
        other: Length,
    },
}

/// How a piece lies for a line: nothing is turned, so that upright lines are measured from the side on the left, level ones from the
/// bottom edge.
fn lying(face_up: PaperFace, upright: bool) -> Lying {
    let fence = match (face_up, upright) {
        (_, true) => Edge::Top,
        (PaperFace::Outside, false) => Edge::Left,
        (PaperFace::Inside, false) => Edge::Right,
    };
    Lying { face_up, fence, stop: Stop::Left }
}

/// A line, and how it is made.
struct Made {
    stroke: Stroke,
    lying: Lying,
    how: ByHand,
    slants: bool,
}

pub(super) fn passes(index: usize, piece: &Piece, strokes: Vec<Stroke>) -> Vec<Pass> {
    let place = |stroke: &Stroke, lying: Lying| lying.on_board(stroke.line.from, piece.width, piece.height).0;
    let side = |lying: Lying| lying.along(piece.width, piece.height);
    let mut made: Vec<Made> = strokes
        .into_iter()
        .map(|stroke| {
            let slants = stroke.line.is_slanted();
            let face_up = match stroke.fold {
                // Pleats run in turn both ways, and are made in one go.
                _ if stroke.role == CreaseRole::PleatLine => PaperFace::Inside,
                Fold::Mountain => PaperFace::Inside,
                Fold::Valley | Fold::Flat => PaperFace::Outside,
            };
            let lying = lying(face_up, slants || stroke.line.is_upright());
            let how = match stroke.fold {
                _ if stroke.role == CreaseRole::PleatLine => ByHand::Pleated,
                Fold::Flat => ByHand::Drawn,
                Fold::Mountain | Fold::Valley => ByHand::Creased,
            };
            Made { stroke, lying, how, slants }
        })
        .collect();
    // All lines that are there to be folded to, whichever face is up: from the left or the bottom edge of the outside.
    let folds = |made: &Made| made.how == ByHand::Creased && !made.slants;
    let own = |made: &Made| {
        if made.stroke.line.is_upright() { made.stroke.line.from.x } else { made.stroke.line.from.y }
    };
    let full = |made: &Made| folds(made) && !is_halved_role(made.stroke.role);
    let known: Vec<(bool, Length)> = made
        .iter()
        .filter(|made| full(made))
        .map(|made| (made.stroke.line.is_upright(), own(made)))
        .collect();
    for made in &mut made {
        let upright = made.stroke.line.is_upright();
        let at = own(made);
        if folds(made)
            && halves(&known, upright, at, if upright { piece.width } else { piece.height }).is_some()
            && (is_halved_role(made.stroke.role)
                || at + at == if upright { piece.width } else { piece.height })
        {
            made.how = ByHand::Halved;
        }
    }
    let mut passes: Vec<Pass> = Vec::new();
    for Made { stroke, lying, how, slants } in made {
        let [from, to] =
            [stroke.line.from, stroke.line.to].map(|point| lying.on_board(point, piece.width, piece.height));
        let same = |pass: &Pass| {
            pass.lying == lying && pass.by_hand == Some(how) && pass.slants.is_empty() != slants
        };
        let at = passes.iter().position(same).unwrap_or_else(|| {
            passes.push(Pass {
                piece: index,
                lying,
                by_ruler: true,
                on_table: true,
                by_hand: Some(how),
                carry_on: false,
                lines: Vec::new(),
                slants: Vec::new(),
            });
            passes.len() - 1
        });
        if slants {
            passes[at].slants.extend(stroke.line.creases.iter().map(|crease| Slant {
                from,
                to,
                crease: *crease,
            }));
            continue;
        }
        let upright = stroke.line.is_upright();
        let long = side(lying);
        // Where lines lie from the edge that is measured from here.
        let here: Vec<Length> = known
            .iter()
            .filter(|(other, _)| *other == upright)
            .map(|(_, x)| {
                let point = if upright { Point::new(*x, Length::ZERO) } else { Point::new(Length::ZERO, *x) };
                lying.on_board(point, piece.width, piece.height).0
            })
            .collect();
        let place = place(&stroke, lying);
        let meets = match how {
            ByHand::Creased => meets(place, long, &here),
            ByHand::Halved => between(place, long, &here).map(|(one, other)| Meets::Halves { one, other }),
            ByHand::Pleated | ByHand::Drawn => None,
        };
        let reach = Span::new(from.1.min(to.1), from.1.max(to.1));
        let depth = if upright { piece.height } else { piece.width };
        passes[at].lines.push(ScoreLine {
            at: place,
            meets,
            less: less(stroke.less, lying),
            reach,
            right_across: reach == Span::new(Length::ZERO, depth),
            fold: stroke.fold,
            role: stroke.role,
            creases: stroke.line.creases,
        });
    }
    for pass in &mut passes {
        pass.lines.sort_by_key(|line| (line.at, line.reach.from));
    }
    // Marks first, then what is found from them; the inside first, where pencil does not show; upright lines before level ones.
    passes.sort_by_key(|pass| {
        let is_level = !pass.lying.fence.lies_across();
        let how = match pass.by_hand {
            Some(ByHand::Creased) | None => 0,
            Some(ByHand::Halved) => 1,
            Some(ByHand::Pleated) => 2,
            Some(ByHand::Drawn) => 3,
        };
        (pass.lying.face_up == PaperFace::Outside, !pass.slants.is_empty(), is_level, how)
    });
    passes
}

/// Lines that people find by folding: the middle of a gusset, corner line on corner line; the bottom of a flare, end on end.
fn is_halved_role(role: CreaseRole) -> bool {
    matches!(role, CreaseRole::GussetCentre | CreaseRole::BottomFold)
}

/// The lines or edges next to a place on either side, if it lies just midway between them.
fn halves(known: &[(bool, Length)], upright: bool, at: Length, long: Length) -> Option<(Length, Length)> {
    let here: Vec<Length> = known.iter().filter(|(other, _)| *other == upright).map(|(_, at)| *at).collect();
    between(at, long, &here)
}

fn between(at: Length, long: Length, here: &[Length]) -> Option<(Length, Length)> {
    let below = here.iter().copied().filter(|other| *other < at).max().unwrap_or(Length::ZERO);
    let above = here.iter().copied().filter(|other| *other > at).min().unwrap_or(long);
    let next = (at - below == above - at).then_some((below, above));
    // The whole piece folded in two, whatever lies between.
    next.or((at + at == long).then_some((Length::ZERO, long)))
}

/// The line that an edge comes to lie on when the shorter side is folded over, if there is one.
fn meets(at: Length, long: Length, here: &[Length]) -> Option<Meets> {
    let near = at + at <= long;
    let lands = if near { at + at } else { at + at - long };
    here.contains(&lands).then_some(Meets::OnLine { near, at: lands })
}
