//! Pieces as they are drawn.

use crate::point;
use crate::spelled::{CreaseName, CutName, FaceName, FoldName, GlueName, PanelKind, RowKind};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Unit;
use wide_fold_core::fittings::Shape;
use wide_fold_core::net::{Blank, Column, Crease, Cut, Glue, Hole, Row};
use wide_fold_core::pieces::Piece;
use wide_fold_core::plane::Point;
use wide_fold_formats::drawn::{Leg, Path};

/// A piece, seen from its outside face, top edge up, origin at its bottom-left corner; millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PieceView {
    /// What to call it.
    pub name: String,
    /// How many of it one bag takes.
    pub count: u32,
    /// Width of the trimmed rectangle.
    pub width_mm: f64,
    /// Height of the trimmed rectangle.
    pub height_mm: f64,
    /// Width as a figure.
    pub width: String,
    /// Height as a figure.
    pub height: String,
    /// The edge of the paper after all cuts, anticlockwise.
    pub outline: Vec<[f64; 2]>,
    /// The same edge as it is cut, rounded corners and curves with it.
    pub edge: Vec<EdgeLeg>,
    /// Panels and tab from left to right.
    pub columns: Vec<ColumnView>,
    /// Base, body and hem from bottom to top.
    pub rows: Vec<RowView>,
    /// Scored lines.
    pub creases: Vec<CreaseView>,
    /// Cuts made after trimming.
    pub cuts: Vec<CutView>,
    /// Where glue goes.
    pub glue: Vec<GlueView>,
    /// Holes, slots and openings.
    pub holes: Vec<HoleView>,
}

/// A stretch of the edge of the paper. The first begins where the last ends.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct EdgeLeg {
    /// Where it ends.
    pub to: [f64; 2],
    /// Radius of the arc it is, of half a circle at most; nothing if it is straight.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub radius: Option<f64>,
    /// True if the arc goes round clockwise.
    pub clockwise: bool,
}

/// A hole.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HoleView {
    /// Its name: `h0`.
    pub id: String,
    /// Its middle.
    pub at: [f64; 2],
    /// Half of its width and half of its height: round ends if it has a height, a slot if it has none.
    pub half: [f64; 2],
    /// What it is, and where its middle lies.
    pub says: String,
}

/// A panel, from the left.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ColumnView {
    /// What it becomes.
    pub kind: PanelKind,
    /// What to call it: `left gusset`.
    pub name: &'static str,
    /// The same where there is little room: `gusset`.
    pub short: &'static str,
    /// Where it begins.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// How wide it is, as a figure.
    pub size: String,
}

/// What lies above one another on a piece, from the bottom.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RowView {
    /// What it becomes.
    pub kind: RowKind,
    /// The same as a word to read.
    pub name: &'static str,
    /// Where it begins.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// How high it is, as a figure.
    pub size: String,
}

/// A scored line.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CreaseView {
    /// Its name among the piece's lines: `c0`.
    pub id: String,
    /// Its lower or left end, from the left.
    pub x1: f64,
    /// Its lower or left end, from the bottom.
    pub y1: f64,
    /// Its upper or right end, from the left.
    pub x2: f64,
    /// Its upper or right end, from the bottom.
    pub y2: f64,
    /// How it folds, seen from the outside face.
    pub fold: FoldName,
    /// What it is for.
    pub role: CreaseName,
    /// True if it comes about in the hand and is not scored.
    pub by_hand: bool,
    /// Its distance from the left or bottom edge, as a figure.
    pub at: String,
    /// What it is, where it is measured from, how it folds.
    pub says: String,
}

/// A cut made after trimming.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CutView {
    /// Its name among the piece's lines: `k0`.
    pub id: String,
    /// Its end on the edge of the paper, from the left.
    pub x1: f64,
    /// Its end on the edge of the paper, from the bottom.
    pub y1: f64,
    /// Where it stops, from the left.
    pub x2: f64,
    /// Where it stops, from the bottom.
    pub y2: f64,
    /// What it is for.
    pub role: CutName,
    /// What it is.
    pub says: String,
}

/// A glued area.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GlueView {
    /// Its name: `g0`.
    pub id: String,
    /// What it is for.
    pub role: GlueName,
    /// The face it is on.
    pub face: FaceName,
    /// Its corners, anticlockwise.
    pub corners: Vec<[f64; 2]>,
    /// What it is.
    pub says: String,
}

impl PieceView {
    /// A piece with labels in `unit`.
    pub fn new(piece: &Piece, unit: Unit) -> Self {
        let blank = &piece.blank;
        let leg = |(from, leg): (Point, Leg)| EdgeLeg {
            to: point(leg.to()),
            radius: matches!(leg, Leg::Arc { .. }).then(|| leg.radius(from)),
            clockwise: matches!(leg, Leg::Arc { clockwise: true, .. }),
        };
        let creases = blank.creases.iter().enumerate();
        let cuts = blank.cuts.iter().enumerate();
        let glue = blank.glue.iter().enumerate();
        let holes = blank.holes.iter().enumerate();
        Self {
            name: piece.name.to_owned(),
            count: piece.count,
            width_mm: piece.width.mm(),
            height_mm: piece.height.mm(),
            width: piece.width.figure(unit),
            height: piece.height.figure(unit),
            outline: blank.outline.iter().copied().map(point).collect(),
            edge: Path::of_edge(blank).legs_from().map(leg).collect(),
            columns: blank.columns.iter().map(|column| ColumnView::new(column, unit)).collect(),
            rows: blank.rows.iter().map(|row| RowView::new(row, unit)).collect(),
            creases: creases.map(|(index, crease)| CreaseView::new(blank, index, crease, unit)).collect(),
            cuts: cuts.map(|(index, cut)| CutView::new(blank, index, cut, unit)).collect(),
            glue: glue.map(|(index, glue)| GlueView::new(blank, index, glue)).collect(),
            holes: holes.map(|(index, hole)| HoleView::new(blank, index, hole, unit)).collect(),
        }
    }
}

impl ColumnView {
    fn new(column: &Column, unit: Unit) -> Self {
        Self {
            kind: column.panel.into(),
            name: column.panel.name(),
            short: column.panel.short_name(),
            from_mm: column.x.from.mm(),
            to_mm: column.x.to.mm(),
            size: column.x.length().figure(unit),
        }
    }
}

impl RowView {
    fn new(row: &Row, unit: Unit) -> Self {
        Self {
            kind: row.zone.into(),
            name: RowKind::from(row.zone).word(),
            from_mm: row.y.from.mm(),
            to_mm: row.y.to.mm(),
            size: row.y.length().figure(unit),
        }
    }
}

impl CreaseView {
    fn new(blank: &Blank, index: usize, crease: &Crease, unit: Unit) -> Self {
        let shown = blank.on_paper(crease);
        Self {
            id: format!("c{index}"),
            x1: shown.from.x.mm(),
            y1: shown.from.y.mm(),
            x2: shown.to.x.mm(),
            y2: shown.to.y.mm(),
            fold: crease.fold.into(),
            role: crease.role.into(),
            by_hand: crease.role.is_made_by_hand(),
            at: if crease.is_vertical() { crease.from.x } else { crease.from.y }.figure(unit),
            says: blank.describe_crease(crease, unit),
        }
    }
}

impl CutView {
    fn new(blank: &Blank, index: usize, cut: &Cut, unit: Unit) -> Self {
        Self {
            id: format!("k{index}"),
            x1: cut.from.x.mm(),
            y1: cut.from.y.mm(),
            x2: cut.to.x.mm(),
            y2: cut.to.y.mm(),
            role: cut.role.into(),
            says: blank.describe_cut(cut, unit),
        }
    }
}

impl GlueView {
    fn new(blank: &Blank, index: usize, glue: &Glue) -> Self {
        Self {
            id: format!("g{index}"),
            role: glue.role.into(),
            face: glue.face.into(),
            corners: glue.corners.iter().copied().map(point).collect(),
            says: blank.describe_glue(glue),
        }
    }
}

impl HoleView {
    fn new(blank: &Blank, index: usize, hole: &Hole, unit: Unit) -> Self {
        Self {
            id: format!("h{index}"),
            at: point(hole.centre),
            half: half(hole.shape),
            says: blank.describe_hole(hole, unit),
        }
    }
}

/// Half of a hole's width and of its height, in millimetres.
pub(super) fn half(shape: Shape) -> [f64; 2] {
    let wide_fold_core::plane::Size { width: wide, height: tall } = shape.half();
    [wide.mm(), tall.mm()]
}
