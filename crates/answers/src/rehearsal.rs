//! A rehearsal: the same folds on a scrap.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_formats::BriefText;

/// The same folds on a scrap.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RehearsalView {
    /// The bag of the rehearsal.
    pub brief: BriefText,
    /// What it is, and of what: `1¾ × 3 × ⅞ in, from a scrap of 6 × 6`.
    pub says: String,
}

impl RehearsalView {
    /// A rehearsal that was planned.
    pub fn new(plan: &Plan) -> Self {
        let unit = plan.brief.unit;
        let sheet = &plan.brief.sheet;
        let size = plan.brief.finished_figures().join(" × ");
        let (wide, tall) = (sheet.width.figure(unit), sheet.height.label(unit));
        Self {
            brief: BriefText::from(&plan.brief), says: format!("{size}, from a scrap of {wide} × {tall}")
        }
    }
}
