//! The whole plan.

use super::dimension::DimensionView;
use super::layout::LayoutView;
use super::pass::{PassView, StepView};
use super::piece::PieceView;
use super::verdict::{ProofView, VerdictView};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::{Plan, Unit};
use wide_fold_formats::BriefText;

/// Everything Wide Fold knows about a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PlanView {
    /// What was asked for, written out in full.
    pub brief: BriefText,
    /// True if nothing stands in the way of cutting.
    pub ready: bool,
    /// The unit's short name: `in` or `mm`.
    pub unit: &'static str,
    /// Finished size as three figures: width, height, gusset.
    pub size: [String; 3],
    /// The sheet's name.
    pub sheet: String,
    /// Sheet's width and height, pattern upright, as they stand in an input field.
    pub sheet_editable: [String; 2],
    /// Figures that are set in words beside the drawing.
    pub settings: SettingsView,
    /// Measurements that are edited on the drawing.
    pub dimensions: Vec<DimensionView>,
    /// What to cut out.
    pub pieces: Vec<PieceView>,
    /// Where it lies on the sheet.
    pub layout: LayoutView,
    /// What to score.
    pub passes: Vec<PassView>,
    /// What to do, in order.
    pub steps: Vec<StepView>,
    /// The folded bag measured.
    pub proof: ProofView,
    /// What the crafter should know, gravest first.
    pub verdicts: Vec<VerdictView>,
}

/// Lengths of the brief as they stand in an input field.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SettingsView {
    /// The taper of the gusset flaps.
    pub notch: String,
    /// The lap of half-and-lap flaps.
    pub lap: Option<String>,
    /// The distance between two grooves.
    pub groove: String,
    /// The board's reach.
    pub reach: String,
}

impl PlanView {
    /// A plan as it is sent.
    pub fn new(plan: &Plan) -> Self {
        let (brief, unit) = (&plan.brief, plan.brief.unit);
        let size = brief.finished;
        Self {
            brief: BriefText::from(brief),
            ready: plan.is_ready(),
            unit: unit_name(unit),
            size: [size.width, size.height, size.gusset].map(|length| length.figure(unit)),
            sheet: brief.sheet.name(unit),
            sheet_editable: [brief.sheet.width, brief.sheet.height].map(|length| length.editable(unit)),
            settings: SettingsView {
                notch: brief.notch.editable(unit),
                lap: match brief.base {
                    wide_fold_core::brief::BaseHabit::HalfAndLap { lap } => Some(lap.editable(unit)),
                    _ => None,
                },
                groove: brief.board.groove.editable(unit),
                reach: brief.board.reach.editable(unit),
            },
            dimensions: DimensionView::all(plan),
            pieces: plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
            layout: LayoutView::new(&plan.layout, unit),
            passes: plan.passes.iter().map(|pass| PassView::new(pass, unit)).collect(),
            steps: plan.steps.iter().map(StepView::new).collect(),
            proof: ProofView::new(&plan.proof, unit),
            verdicts: plan.verdicts.iter().map(VerdictView::new).collect(),
        }
    }
}

/// The unit's short name.
pub(super) fn unit_name(unit: Unit) -> &'static str {
    match unit {
        Unit::Inch => "in",
        Unit::Metric => "mm",
    }
}
