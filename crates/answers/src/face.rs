//! One face of a bag as it is drawn, with its holes and everything on it.
//!
//! Frame: x from the centre line of the face to the right of one who looks at it, y from the base line up; millimetres.

use crate::spelled::{PurposeName, WhatName};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Brief;
use wide_fold_core::fittings::drawing::{Mark, face_marks};
use wide_fold_core::fittings::{Fitted, On};
use wide_fold_core::plane::Point;

/// One face as it is drawn.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FaceView {
    /// Width of the face.
    pub width_mm: f64,
    /// Base line to top edge.
    pub height_mm: f64,
    /// Depth of a hem, seen or not.
    pub hem_mm: f64,
    /// True if the hem is seen.
    pub hem_out: bool,
    /// How far a closing flap runs on above the top.
    pub flap_mm: f64,
    /// Height of a fold-flat line across the front.
    pub fold_flat_mm: Option<f64>,
    /// How high the handle stands above the top edge.
    pub above_mm: f64,
    /// Ribbons, strips, mats.
    pub marks: Vec<MarkView>,
    /// Holes.
    pub holes: Vec<HoleMarkView>,
}

/// Something on a face.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MarkView {
    /// What it is.
    pub what: WhatName,
    /// True if it lies inside the bag.
    pub inside: bool,
    /// A way along which it runs, or the corners of an area.
    pub points: Vec<[f64; 2]>,
    /// Width of what runs along the points; zero for an area.
    pub width_mm: f64,
}

/// A hole of a face or of the closing flap.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HoleMarkView {
    /// What it is for.
    pub purpose: PurposeName,
    /// Its middle.
    pub at: [f64; 2],
    /// Half of its width and half of its height: round ends if it has a height, a slot if it has none.
    pub half: [f64; 2],
}

impl FaceView {
    /// The face of a brief's bag.
    pub fn new(brief: &Brief, fitted: &Fitted) -> Self {
        let size = brief.finished;
        let top = size.height;
        let holes = fitted.holes.iter().filter_map(|hole| {
            let y = match hole.on {
                On::Faces(down) => top - down,
                On::Flap(up) => top + up,
                On::Gussets(_) => return None,
            };
            let centre = Point::new(hole.aside, y);
            let purpose = hole.purpose;
            Some(HoleMarkView {
                purpose: purpose.into(),
                at: crate::point(centre),
                half: crate::piece::half(hole.shape),
            })
        });
        let marks = face_marks(brief, fitted);
        let highest = marks
            .iter()
            .flat_map(|mark| {
                let reach = mark.drawn.width().unwrap_or_default() / 2.0;
                mark.drawn.points().iter().map(move |[_, y]| y + reach)
            })
            .fold(0.0, f64::max);
        Self {
            width_mm: size.width.mm(),
            height_mm: top.mm(),
            hem_mm: brief.top.hem().mm(),
            hem_out: brief.top.is_turned_out(),
            flap_mm: brief.top.flap().map_or(0.0, |flap| flap.depth.mm()),
            fold_flat_mm: brief.gusset_crease.folds_over_either_face().then(|| brief.apex().mm()),
            above_mm: (highest - top.mm()).max(0.0),
            marks: marks.iter().map(MarkView::new).collect(),
            holes: holes.collect(),
        }
    }
}

impl MarkView {
    fn new(mark: &Mark) -> Self {
        Self {
            what: mark.what.into(),
            inside: mark.inside,
            points: mark.drawn.points().to_vec(),
            width_mm: mark.drawn.width().unwrap_or_default(),
        }
    }
}
