//! How a piece lies on the scoring board: measured from the stop on the left and the fence along the top.

use crate::Length;
use crate::net::PaperFace;
use crate::pieces::Piece;
use crate::plane::Point;

/// An edge of a piece, named as seen from the outside face, top edge up, whichever way the piece is turned.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Edge {
    /// The edge that becomes the mouth.
    Top,
    /// The edge of the base flaps.
    Bottom,
    /// The left edge.
    Left,
    /// The right edge.
    Right,
}

impl Edge {
    /// `top edge`, `left edge`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Top => "top edge",
            Self::Bottom => "bottom edge",
            Self::Left => "left edge",
            Self::Right => "right edge",
        }
    }

    /// The order in which edges are turned to the fence.
    pub(super) fn order(self) -> u8 {
        match self {
            Self::Top => 0,
            Self::Bottom => 1,
            Self::Left => 2,
            Self::Right => 3,
        }
    }
}

/// How a piece lies on the board.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Lying {
    /// The face that is up.
    pub face_up: PaperFace,
    /// The edge that lies along the top fence.
    pub fence: Edge,
}

impl Lying {
    /// The way to lay `piece` for a line through `point`: within the board's reach from the left stop if either end
    /// of the piece allows it. True beside it if neither does.
    pub(super) fn for_line(
        face_up: PaperFace,
        upright: bool,
        point: Point,
        piece: &Piece,
        reach: Length,
    ) -> (Self, bool) {
        let edges = match (upright, face_up) {
            (true, _) => [Edge::Top, Edge::Bottom],
            // Measured from the bottom edge first, as base lines are.
            (false, PaperFace::Outside) => [Edge::Left, Edge::Right],
            (false, PaperFace::Inside) => [Edge::Right, Edge::Left],
        };
        let ways = edges.map(|fence| Self { face_up, fence });
        let near = ways.into_iter().find(|way| way.on_board(point, piece.width, piece.height).0 <= reach);
        (near.unwrap_or(ways[0]), near.is_none())
    }

    /// Where a point of a piece of that width and height comes to lie: distance from the left stop, distance from
    /// the top fence.
    pub fn on_board(self, point: Point, width: Length, height: Length) -> (Length, Length) {
        let Point { x, y } = point;
        match (self.face_up, self.fence) {
            (PaperFace::Outside, Edge::Top) => (x, height - y),
            (PaperFace::Outside, Edge::Bottom) => (width - x, y),
            (PaperFace::Outside, Edge::Left) => (y, x),
            (PaperFace::Outside, Edge::Right) => (height - y, width - x),
            (PaperFace::Inside, Edge::Top) => (width - x, height - y),
            (PaperFace::Inside, Edge::Bottom) => (x, y),
            (PaperFace::Inside, Edge::Right) => (y, width - x),
            (PaperFace::Inside, Edge::Left) => (height - y, x),
        }
    }

    /// The edge of the piece that lies against the left stop, from which distances are measured.
    pub fn measured_from(self) -> Edge {
        match (self.face_up, self.fence) {
            (PaperFace::Outside, Edge::Top) | (PaperFace::Inside, Edge::Bottom) => Edge::Left,
            (PaperFace::Outside, Edge::Bottom) | (PaperFace::Inside, Edge::Top) => Edge::Right,
            (PaperFace::Outside, Edge::Left) | (PaperFace::Inside, Edge::Right) => Edge::Bottom,
            (PaperFace::Outside, Edge::Right) | (PaperFace::Inside, Edge::Left) => Edge::Top,
        }
    }
}
