//! What comes out of the simulated printer.

use crate::spelled::UnitName;
use serde::Serialize;
use utoipa::ToSchema;

/// What has come out of the printer.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PrintedView {
    /// The pages, in order.
    pub pages: Vec<PageView>,
    /// Where the check square lies on the first page: from the left, from the top, its side; millimetres on the paper.
    pub square_mm: [f64; 3],
    /// What it is measured in.
    pub unit: UnitName,
    /// What it should measure.
    pub should: String,
    /// What it measures.
    pub measures: String,
    /// True if it measures what it should, to a tenth of a millimetre.
    pub right: bool,
    /// What that means for the bag, with its numbers.
    pub why: String,
    /// What the check line measures, to be typed so that the next print is right; nothing if this one is.
    pub correction: Option<String>,
}

/// A page that has come out.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PageView {
    /// Where its picture is read.
    pub href: String,
    /// From side to side, in millimetres.
    pub width_mm: f64,
    /// From top to bottom, in millimetres.
    pub height_mm: f64,
}
