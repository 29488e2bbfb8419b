//! Measurements that are edited where they lie on the drawing.

use crate::spelled::Axis;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::net::{Blank, GussetPart, Panel, Zone};
use wide_fold_core::plane::Span;
use wide_fold_core::{Length, Plan};

/// A measurement on the drawing of a piece.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct DimensionView {
    /// Which of the pieces it lies on.
    pub piece: usize,
    /// The field of the brief it sets: `finished.width`.
    pub field: &'static str,
    /// What it is called.
    pub name: &'static str,
    /// Which way it runs.
    pub axis: Axis,
    /// Where it begins, in millimetres.
    pub from_mm: f64,
    /// Where it ends, in millimetres.
    pub to_mm: f64,
    /// Its length in millimetres, exact to six decimals.
    pub mm: f64,
    /// As a ruler shows it: `3¾`.
    pub figure: String,
    /// Exactly, for an input field: `3 3/4`.
    pub editable: String,
    /// Distance between two grooves of the board, in millimetres: what an arrow key adds or takes away.
    pub step_mm: f64,
}

impl DimensionView {
    /// The measurements of a plan's pieces, each piece's across first.
    pub fn all(plan: &Plan) -> Vec<Self> {
        plan.pieces
            .iter()
            .enumerate()
            .flat_map(|(index, piece)| Self::of(plan, index, &piece.blank))
            .collect()
    }

    fn of(plan: &Plan, piece: usize, blank: &Blank) -> Vec<Self> {
        if blank.is_joining_strip() {
            return Vec::new();
        }
        let brief = &plan.brief;
        let across = |field, name, wanted: fn(Panel) -> bool| {
            blank
                .columns
                .iter()
                .find(|column| wanted(column.panel))
                .map(|column| (field, name, Axis::Across, column.x, column.x.length()))
        };
        let up =
            |field, name, zone| blank.row(zone).map(|row| (field, name, Axis::Up, row.y, row.y.length()));
        let body = blank.row(Zone::Body).map(|row| row.y);
        let height = |name| body.map(|y| ("finished.height", name, Axis::Up, y, brief.finished.height));
        // A lower piece shows how high the join lies, an upper one the height of the whole bag.
        let height = if blank.lap.is_positive() {
            let level = body.map(|y| Span::new(y.from, y.to - blank.lap));
            level
                .filter(|level| level.length().is_positive())
                .map(|level| ("build.all_round.rise", "Join all round", Axis::Up, level, level.length()))
        } else if plan.net.laps.is_empty() {
            height("Height")
        } else {
            height("Whole height")
        };
        let whole = |panel| matches!(panel, Panel::Gusset { part: GussetPart::Whole, .. });
        let face = blank.columns.iter().find(|column| column.panel.is_front());
        let face = face.or(blank.columns.iter().find(|column| column.panel.is_face()));
        [
            across("finished.gusset", "Gusset", whole),
            face.map(|column| {
                let (name, length) = match column.panel {
                    Panel::FacePart { .. } => ("Whole width", brief.finished.width),
                    _ => ("Width", column.x.length()),
                };
                ("finished.width", name, Axis::Across, column.x, length)
            }),
            across("tab", "Glue tab", |panel| panel == Panel::Tab),
            up("base.depth", "Base flap", Zone::Base).filter(|_| !brief.build.is_squashed()),
            height,
            up("top.depth", "Hem", Zone::Hem),
            up("top.depth", "Closing flap", Zone::Flap),
            across("build.pleat", "Pleat", |panel| matches!(panel, Panel::Pleat { .. })),
        ]
        .into_iter()
        .flatten()
        .map(|(field, name, axis, span, length): (_, _, _, _, Length)| Self {
            piece,
            field,
            name,
            axis,
            from_mm: span.from.mm(),
            to_mm: span.to.mm(),
            mm: length.mm(),
            figure: length.figure(brief.unit),
            editable: length.editable(brief.unit),
            step_mm: brief.board.groove.mm(),
        })
        .collect()
    }
}
