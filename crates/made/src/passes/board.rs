//! How a piece lies on the scoring board: measured from a stop at one end and the fence along the top.

use crate::Length;
use crate::brief::Stop;
use crate::net::PaperFace;
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

    /// The edge across from it.
    pub(super) fn opposite(self) -> Self {
        match self {
            Self::Top => Self::Bottom,
            Self::Bottom => Self::Top,
            Self::Left => Self::Right,
            Self::Right => Self::Left,
        }
    }

    /// True for the edges that run across the bag: a line up the bag is scored with one of them along the fence.
    pub(crate) fn lies_across(self) -> bool {
        matches!(self, Self::Top | Self::Bottom)
    }
}

/// How a piece lies on the board.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Lying {
    /// The face that is up.
    pub face_up: PaperFace,
    /// The edge that lies along the top fence.
    pub fence: Edge,
    /// The stop it lies against.
    pub stop: Stop,
}

impl Lying {
    /// How long a piece of that width and height is along the fence.
    pub fn along(self, width: Length, height: Length) -> Length {
        if self.fence.lies_across() { width } else { height }
    }

    /// Where a point of a piece of that width and height comes to lie: distance from the stop, distance from the top
    /// fence.
    pub fn on_board(self, point: Point, width: Length, height: Length) -> (Length, Length) {
        let (along, down) = self.from_left(point, width, height);
        match self.stop {
            Stop::Left => (along, down),
            Stop::Right => (self.along(width, height) - along, down),
        }
    }

    /// Where a point comes to lie as the piece is looked at: distance from its left end, distance from the top fence.
    pub fn from_left(self, point: Point, width: Length, height: Length) -> (Length, Length) {
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

    /// The edge of the piece that lies against the stop, from which distances are measured.
    pub fn measured_from(self) -> Edge {
        match self.stop {
            Stop::Left => self.on_the_left(),
            Stop::Right => self.on_the_left().opposite(),
        }
    }

    /// The edge of the piece that lies on the left.
    pub fn on_the_left(self) -> Edge {
        match (self.face_up, self.fence) {
            (PaperFace::Outside, Edge::Top) | (PaperFace::Inside, Edge::Bottom) => Edge::Left,
            (PaperFace::Outside, Edge::Bottom) | (PaperFace::Inside, Edge::Top) => Edge::Right,
            (PaperFace::Outside, Edge::Left) | (PaperFace::Inside, Edge::Right) => Edge::Bottom,
            (PaperFace::Outside, Edge::Right) | (PaperFace::Inside, Edge::Left) => Edge::Top,
        }
    }
}
