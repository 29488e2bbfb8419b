//! The kinds of handle, each drawn on the bag at hand.

use crate::face::FaceView;
use crate::verdict::VerdictView;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::HandleKind;
use wide_fold_core::fittings::Fitted;
use wide_fold_core::verdict::Level;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::BriefText;
use wide_fold_formats::brief_json::HandleKindText;

/// A kind of handle, drawn on this bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HandleChoiceView {
    /// Which.
    pub kind: HandleKindText,
    /// What it is called.
    pub name: &'static str,
    /// When people choose it.
    pub when: &'static str,
    /// True if the bag has it now.
    pub chosen: bool,
    /// The brief with it.
    pub brief: BriefText,
    /// The face with it.
    pub face: FaceView,
    /// The gravest thing there is to say about it on this bag.
    pub verdict: Option<VerdictView>,
}

impl HandleChoiceView {
    /// Every kind of handle on the bag of a brief.
    pub fn all(brief: &Brief) -> Vec<Self> {
        HandleKind::ALL.iter().copied().map(|kind| Self::new(brief, kind)).collect()
    }

    fn new(now: &Brief, kind: HandleKind) -> Self {
        let chosen = now.fittings.handle.kind == kind;
        let brief = if chosen { now.clone() } else { kind.on(now) };
        let plan = Plan::new(&brief).ok();
        // What any bag of this size would run into is said elsewhere.
        let own = |code: &str| ["handle.", "backing."].iter().any(|start| code.starts_with(start));
        let verdict = plan.as_ref().and_then(|plan| {
            let grave = |level: Level| level != Level::Notes;
            plan.verdicts.iter().find(|verdict| own(verdict.code) && grave(verdict.level))
        });
        let (name, when) = kind.words();
        Self {
            kind: kind.into(),
            name,
            when,
            chosen,
            face: FaceView::new(
                &brief,
                &plan.as_ref().map_or_else(|| Fitted::of(&brief), |plan| plan.fitted.clone()),
            ),
            verdict: verdict.map(VerdictView::new),
            brief: BriefText::from(&brief),
        }
    }
}
