//! The kinds of handle: what each is called, when people choose it, and what is customary for it.

use crate::Brief;
use crate::brief::{Extra, Extras, Handle, HandleKind};

impl HandleKind {
    /// The brief with another handle in its customary figures. Strips, straps and hangers come from the bag's own paper.
    pub fn on(self, brief: &Brief) -> Brief {
        let kind = self;
        let mut fitted = brief.clone();
        fitted.fittings.handle = Handle { kind, ..Handle::default() };
        let of_handles = [Extra::HandleStrip, Extra::Strap, Extra::Hanger];
        let wanted = match kind {
            HandleKind::Tube => Some(Extra::HandleStrip),
            HandleKind::Strap => Some(Extra::Strap),
            HandleKind::Hangers => Some(Extra::Hanger),
            HandleKind::None
            | HandleKind::HoledRibbon
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::HandHole
            | HandleKind::GussetRibbon => None,
        };
        let kept = brief.extras.iter().filter(|kind| !of_handles.contains(kind));
        fitted.extras = Extras::of(kept.chain(wanted));
        fitted
    }

    /// What a handle is called, and when people choose it.
    pub fn words(self) -> (&'static str, &'static str) {
        match self {
            Self::None => ("None", "Carried in the arms, or closed and stood."),
            Self::HoledRibbon => ("Ribbon through holes", "Knotted inside; quick, and easy to change."),
            Self::GluedRibbon => ("Ribbon glued inside", "No hole; its ends lie under a strip of card."),
            Self::LongRibbon => ("Long ribbon from the base", "Runs up the face and carries from below."),
            Self::Strap => {
                ("Strap through slots", "Flat card over the mouth, its ends hidden under the hem.")
            }
            Self::Tube => ("Rolled tubes", "From leftover strips of the same paper, glued on outside."),
            Self::Hangers => ("Folded hangers and cord", "Card over the lip, a cord knotted in it."),
            Self::HandHole => ("Hand hole", "Nothing stands above the top."),
            Self::GussetRibbon => {
                ("One ribbon through the gussets", "A single handle over the mouth, knotted inside.")
            }
        }
    }

    /// What its customary figures are customary on, in a sentence (handbook §6, common practice).
    pub fn customary(self, brief: &Brief) -> String {
        let face = brief.finished.width.label(brief.unit);
        match self {
            Self::None => String::new(),
            Self::HoledRibbon => format!(
                "Customary on an 8 in face: holes 1 in below the top, 1½ in either side of the centre, 18 in of ribbon a handle. Here in proportion to a face of {face}."
            ),
            Self::GluedRibbon => format!(
                "Customary on a 10 in face: ribbon 2 × 15 in, its ends 1½ in from the side edges, under a strip 2 in deep. Here in proportion to a face of {face}."
            ),
            Self::LongRibbon => {
                "Customary: from the base, 1 in from the side edge; 22 in of ribbon for a height of 6¼ in.".to_owned()
            }
            Self::Strap => {
                "Customary: a strap of 1¼ × 12 in, a slot ⅛ to ¼ in longer than it is wide, ends under a hem of 1 in or more."
                    .to_owned()
            }
            Self::Tube => "Customary: strips of 1¾ × 12 in, 1¼ × 12 in on a small bag, rolled on a 4 mm rod.".to_owned(),
            Self::Hangers => "Customary: card folded off-centre at 1 in, the long leaf outside.".to_owned(),
            Self::GussetRibbon => {
                "Customary: a hole on the centre line of either gusset, 1 in below the top, one ribbon from gusset to gusset over the mouth."
                    .to_owned()
            }
            Self::HandHole => "Customary: up to 4 × 2 in, cut through both faces at once.".to_owned(),
        }
    }
}
