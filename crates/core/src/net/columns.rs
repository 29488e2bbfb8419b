//! Panels side by side, and the bands they are stacked from.

use super::{BaseCorners, Span};
use crate::brief::{Build, Direction, RunStart, Squares};
use crate::{Brief, Length};

/// What a column of the strip becomes.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Panel {
    /// The front face.
    Front,
    /// The back face.
    Back,
    /// A side panel, or one half of it where the run starts in its middle.
    Gusset {
        /// Which side, looking at the front of the standing bag.
        side: Side,
        /// How much of it.
        part: GussetPart,
    },
    /// The strip that goes under the next panel and carries the glue.
    Tab,
}

/// A side of the standing bag, looking at its front.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Side {
    /// To the left of the front.
    Left,
    /// To the right of the front.
    Right,
}

/// How much of a gusset a column holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum GussetPart {
    /// All of it.
    Whole,
    /// The half beside the front.
    FrontHalf,
    /// The half beside the back.
    BackHalf,
}

/// A panel and the stretch of the strip it takes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Column {
    /// What it becomes.
    pub panel: Panel,
    /// Where it lies, from the left edge.
    pub x: Span,
}

impl Column {
    /// True if a flap of its own hangs from its base line.
    pub fn has_flap(&self, corners: BaseCorners) -> bool {
        match self.panel {
            Panel::Tab => false,
            Panel::Front | Panel::Back => true,
            Panel::Gusset { .. } => corners == BaseCorners::Flaps,
        }
    }
}

/// One of the bands a bag is stacked from.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Band {
    /// Below the base line: the flaps that close the bottom.
    Base,
    /// Below the base line too, but turned up against a gusset. Never a row of its own.
    Ear,
    /// The body, as high as the finished bag.
    Body,
    /// The band that is turned over at the top.
    Hem,
}

/// A band and the stretch of the strip it takes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Row {
    /// Which band.
    pub band: Band,
    /// Where it lies, from the bottom edge.
    pub y: Span,
}

impl Panel {
    /// True for whole and half gussets.
    pub fn is_gusset(self) -> bool {
        matches!(self, Self::Gusset { .. })
    }

    /// True for front and back.
    pub fn is_face(self) -> bool {
        matches!(self, Self::Front | Self::Back)
    }
}

/// The columns of every strip of a build, left to right, and what becomes of its base corners.
pub(super) fn strips(brief: &Brief) -> Vec<(Vec<Column>, BaseCorners)> {
    let size = brief.finished;
    let (near, far) = match brief.run.direction {
        Direction::Right => (Side::Left, Side::Right),
        Direction::Left => (Side::Right, Side::Left),
    };
    let gusset = |side, part| (Panel::Gusset { side, part }, size.gusset);
    let whole = |side| gusset(side, GussetPart::Whole);
    let half = size.gusset.half();
    let (front, back, tab) = ((Panel::Front, size.width), (Panel::Back, size.width), (Panel::Tab, brief.tab));
    let (runs, corners) = match (brief.build, brief.run.start) {
        (Build::Wrap, RunStart::Gusset) => {
            (vec![vec![whole(near), front, whole(far), back, tab]], BaseCorners::Flaps)
        }
        (Build::Wrap, RunStart::Face) => {
            (vec![vec![front, whole(far), back, whole(near), tab]], BaseCorners::Flaps)
        }
        (Build::Wrap, RunStart::HalfGusset) => {
            let first = (Panel::Gusset { side: near, part: GussetPart::FrontHalf }, half);
            let last = (Panel::Gusset { side: near, part: GussetPart::BackHalf }, size.gusset - half);
            (vec![vec![first, front, whole(far), back, last, tab]], BaseCorners::Flaps)
        }
        (Build::CornerPair, _) => {
            (vec![vec![front, whole(far), tab], vec![back, whole(near), tab]], BaseCorners::Flaps)
        }
        (Build::CradlePair { squares }, _) => {
            let corners = match squares {
                Squares::SlitUp => BaseCorners::Flaps,
                Squares::SlitLevel => BaseCorners::Ears,
            };
            let front = vec![whole(Side::Left), front, whole(Side::Right)];
            let back = vec![whole(Side::Right), back, whole(Side::Left)];
            return vec![(in_columns(&front), BaseCorners::CutOut), (in_columns(&back), corners)];
        }
    };
    let turn = |mut run: Vec<(Panel, Length)>| {
        if brief.run.direction == Direction::Left {
            run.reverse();
        }
        (in_columns(&run), corners)
    };
    runs.into_iter().map(turn).collect()
}

fn in_columns(run: &[(Panel, Length)]) -> Vec<Column> {
    let spans = Span::in_a_row(run.iter().map(|(_, width)| *width));
    run.iter().zip(spans).map(|((panel, _), x)| Column { panel: *panel, x }).collect()
}

/// The bands from bottom to top; a raw top has no hem.
pub(super) fn rows(brief: &Brief) -> Vec<Row> {
    let bands =
        [(Band::Base, brief.flap()), (Band::Body, brief.finished.height), (Band::Hem, brief.hem.depth())];
    let spans = Span::in_a_row(bands.iter().map(|(_, depth)| *depth));
    bands
        .iter()
        .zip(spans)
        .filter(|((_, depth), _)| depth.is_positive())
        .map(|((band, _), y)| Row { band: *band, y })
        .collect()
}
