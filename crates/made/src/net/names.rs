//! What a crafter calls the parts of a net.

use super::{CreaseRole, Fold, GussetPart, Panel, Zone};
use crate::brief::{FaceSide, Side};

/// A panel in one zone: `base flap of the front`.
pub fn part_name(panel: Panel, zone: Zone) -> String {
    match zone {
        Zone::Base => format!("base flap of the {}", panel.name()),
        Zone::Ear => format!("ear below the {}", panel.name()),
        Zone::Body | Zone::BackBody => panel.name().to_owned(),
        Zone::Hem | Zone::BackHem => format!("hem of the {}", panel.name()),
        Zone::Flap => "closing flap".to_owned(),
    }
}

impl Panel {
    /// The same where there is little room: `gusset`, `joining strip`.
    pub fn short_name(self) -> &'static str {
        match self {
            Self::Front | Self::FacePart { on: FaceSide::Front, .. } => "front",
            Self::Back | Self::FacePart { on: FaceSide::Back, .. } => "back",
            Self::Tab => "tab",
            Self::JoinHalf(_) => "joining strip",
            Self::Pleat { .. } => "pleat",
            Self::Gusset { .. } => "gusset",
        }
    }

    /// `front`, `left gusset`, `tab`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Front => "front",
            Self::Back => "back",
            Self::FacePart { on: FaceSide::Front, side: Side::Left } => "left half of the front",
            Self::FacePart { on: FaceSide::Front, side: Side::Right } => "right half of the front",
            Self::FacePart { on: FaceSide::Back, side: Side::Left } => "left part of the back",
            Self::FacePart { on: FaceSide::Back, side: Side::Right } => "right part of the back",
            Self::Tab => "tab",
            Self::JoinHalf(Side::Left) => "joining strip, left half",
            Self::JoinHalf(Side::Right) => "joining strip, right half",
            Self::Pleat { side: Side::Left, behind: false, .. } => "left pleat",
            Self::Pleat { side: Side::Right, behind: false, .. } => "right pleat",
            Self::Pleat { side: Side::Left, behind: true, .. } => "left pleat of the back",
            Self::Pleat { side: Side::Right, behind: true, .. } => "right pleat of the back",
            Self::Gusset { side: Side::Left, part: GussetPart::Whole } => "left gusset",
            Self::Gusset { side: Side::Right, part: GussetPart::Whole } => "right gusset",
            Self::Gusset { side: Side::Left, part: GussetPart::FrontHalf } => "left gusset, front half",
            Self::Gusset { side: Side::Left, part: GussetPart::BackHalf } => "left gusset, back half",
            Self::Gusset { side: Side::Right, part: GussetPart::FrontHalf } => "right gusset, front half",
            Self::Gusset { side: Side::Right, part: GussetPart::BackHalf } => "right gusset, back half",
        }
    }
}

impl CreaseRole {
    /// `base line`, `corner`.
    pub fn name(self) -> &'static str {
        match self {
            Self::BaseLine => "base line",
            Self::Corner => "corner",
            Self::TabLine => "tab line",
            Self::LapLine => "pencil line for the upper piece",
            Self::HemLine => "hem line",
            Self::GussetCentre => "gusset centre",
            Self::GussetDiagonal => "gusset diagonal",
            Self::FoldFlatLine => "fold-flat line",
            Self::PressedLine => "line pressed in by hand",
            Self::TubeCrease => "tube crease",
            Self::SquashDiagonal => "squash diagonal",
            Self::TuckLine => "tuck line",
            Self::FlapLine => "flap line",
            Self::FlapTurn => "line where the flap turns in",
            Self::StripLine => "middle of the joining strip",
            Self::PleatLine => "pleat",
            Self::BottomFold => "bottom fold",
        }
    }
}

impl Fold {
    /// The published name and what it means for the hand.
    pub fn says(self) -> &'static str {
        match self {
            Self::Mountain => "mountain: fold away from you",
            Self::Valley => "valley: fold towards you",
            Self::Flat => "a guide line: do not fold",
        }
    }
}
