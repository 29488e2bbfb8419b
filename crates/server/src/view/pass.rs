//! Passes and steps as they are read off at the table.

use super::spelled::{CreaseName, EdgeName, FaceName, StageName};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Unit;
use wide_fold_core::passes::Pass;
use wide_fold_core::steps::Step;

/// One way the piece lies on the board, and the lines scored while it lies so.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PassView {
    /// Which of the pieces.
    pub piece: usize,
    /// The face that is up.
    pub face_up: FaceName,
    /// The edge along the top fence, named as seen from the outside face.
    pub fence: EdgeName,
    /// The edge against the stop on the left, from which distances are measured.
    pub measured_from: EdgeName,
    /// True if the board does not reach and a ruler is needed.
    pub by_ruler: bool,
    /// The lines, from left to right.
    pub lines: Vec<ScoreView>,
    /// Slanted lines drawn with a ruler in this pass, by their names.
    pub slants: Vec<String>,
}

/// One line of a pass.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ScoreView {
    /// Distance from the left stop, as a figure.
    pub at: String,
    /// The same in millimetres.
    pub at_mm: f64,
    /// Where it begins, from the top fence, in millimetres.
    pub from_mm: f64,
    /// Where it ends, from the top fence, in millimetres.
    pub to_mm: f64,
    /// True if it runs from edge to edge.
    pub right_across: bool,
    /// What it is for.
    pub role: CreaseName,
    /// The creases it draws: `c0`.
    pub creases: Vec<String>,
}

/// One step of the work.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StepView {
    /// The stage it belongs to.
    pub stage: StageName,
    /// What it is.
    pub title: String,
    /// What to do, a sentence each.
    pub says: Vec<String>,
    /// The pass that this step is.
    pub pass: Option<usize>,
    /// What to take care of.
    pub caution: Option<&'static str>,
}

impl PassView {
    /// A pass with figures in `unit`.
    pub fn new(pass: &Pass, unit: Unit) -> Self {
        Self {
            piece: pass.piece,
            face_up: pass.lying.face_up.into(),
            fence: pass.lying.fence.into(),
            measured_from: pass.lying.measured_from().into(),
            by_ruler: pass.by_ruler,
            lines: pass
                .lines
                .iter()
                .map(|line| ScoreView {
                    at: line.at.figure(unit),
                    at_mm: line.at.mm(),
                    from_mm: line.reach.from.mm(),
                    to_mm: line.reach.to.mm(),
                    right_across: line.right_across,
                    role: line.role.into(),
                    creases: line.creases.iter().map(|crease| format!("c{crease}")).collect(),
                })
                .collect(),
            slants: pass.slants.iter().map(|slant| format!("c{}", slant.crease)).collect(),
        }
    }
}

impl StepView {
    /// A step as it is read.
    pub fn new(step: &Step) -> Self {
        Self {
            stage: step.stage.into(),
            title: step.title.clone(),
            says: step.says.clone(),
            pass: step.pass,
            caution: step.caution,
        }
    }
}
