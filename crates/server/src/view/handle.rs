//! The kinds of handle, each drawn on the bag at hand.

use super::face::FaceView;
use super::verdict::VerdictView;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::brief::{Handle, HandleKind};
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
        HandleKind::ALL.into_iter().map(|kind| Self::new(brief, kind)).collect()
    }

    fn new(now: &Brief, kind: HandleKind) -> Self {
        let chosen = now.fittings.handle.kind == kind;
        let brief = if chosen { now.clone() } else { fitted(now, kind) };
        let plan = Plan::new(&brief).ok();
        // What any bag of this size would run into is said elsewhere.
        let own = |code: &str| ["handle.", "backing."].iter().any(|start| code.starts_with(start));
        let verdict = plan.as_ref().and_then(|plan| {
            let grave = |level: Level| level != Level::Notes;
            plan.verdicts.iter().find(|verdict| own(verdict.code) && grave(verdict.level))
        });
        let (name, when) = words(kind);
        Self {
            kind: kind.into(),
            name,
            when,
            chosen,
            face: FaceView::new(&brief),
            verdict: verdict.map(VerdictView::new),
            brief: BriefText::from(&brief),
        }
    }
}

/// The brief with another handle in its customary figures. Strips, straps and hangers come from the bag's own paper.
fn fitted(brief: &Brief, kind: HandleKind) -> Brief {
    let mut fitted = brief.clone();
    fitted.fittings.handle = Handle { kind, ..Handle::default() };
    let of_handles = [Extra::HandleStrip, Extra::Strap, Extra::Hanger];
    let wanted = match kind {
        HandleKind::Tube => Some(Extra::HandleStrip),
        HandleKind::Strap => Some(Extra::Strap),
        HandleKind::Hangers => Some(Extra::Hanger),
        _ => None,
    };
    let kept = brief.extras.iter().filter(|kind| !of_handles.contains(kind));
    fitted.extras = Extras::of(kept.chain(wanted));
    fitted
}

/// What a handle is called, and when people choose it.
fn words(kind: HandleKind) -> (&'static str, &'static str) {
    match kind {
        HandleKind::None => ("None", "Carried in the arms, or closed and stood."),
        HandleKind::HoledRibbon => ("Ribbon through holes", "Knotted inside; quick, and easy to change."),
        HandleKind::GluedRibbon => ("Ribbon glued inside", "No hole; its ends lie under a strip of card."),
        HandleKind::LongRibbon => ("Long ribbon from the base", "Runs up the face and carries from below."),
        HandleKind::Strap => {
            ("Strap through slots", "Flat card over the mouth, its ends hidden under the hem.")
        }
        HandleKind::Tube => ("Rolled tubes", "From leftover strips of the same paper, glued on outside."),
        HandleKind::Hangers => ("Folded hangers and cord", "Card over the lip, a cord knotted in it."),
        HandleKind::HandHole => ("Hand hole", "Nothing stands above the top."),
    }
}
