//! Panels side by side, and the bands they are stacked from.

use super::Span;
use crate::brief::{Direction, RunStart};
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

/// One of the bands a bag is stacked from.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Band {
    /// Below the base line: the flaps that close the bottom.
    Base,
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

/// The columns of a one-piece run, left to right.
pub(super) fn of_wrap(brief: &Brief) -> Vec<Column> {
    let size = brief.finished;
    let (near, far) = match brief.run.direction {
        Direction::Right => (Side::Left, Side::Right),
        Direction::Left => (Side::Right, Side::Left),
    };
    let gusset = |side, part| Panel::Gusset { side, part };
    let half = size.gusset.half();
    let mut run: Vec<(Panel, Length)> = match brief.run.start {
        RunStart::Gusset => vec![
            (gusset(near, GussetPart::Whole), size.gusset),
            (Panel::Front, size.width),
            (gusset(far, GussetPart::Whole), size.gusset),
            (Panel::Back, size.width),
        ],
        RunStart::Face => vec![
            (Panel::Front, size.width),
            (gusset(far, GussetPart::Whole), size.gusset),
            (Panel::Back, size.width),
            (gusset(near, GussetPart::Whole), size.gusset),
        ],
        RunStart::HalfGusset => vec![
            (gusset(near, GussetPart::FrontHalf), half),
            (Panel::Front, size.width),
            (gusset(far, GussetPart::Whole), size.gusset),
            (Panel::Back, size.width),
            (gusset(near, GussetPart::BackHalf), size.gusset - half),
        ],
    };
    run.push((Panel::Tab, brief.tab));
    if brief.run.direction == Direction::Left {
        run.reverse();
    }
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
