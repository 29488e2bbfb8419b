//! How a bag is cut from its sheets, as it is written: places of the joins, what they count, small parts.

use crate::choice::choice;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{Extra, JoinWeights, Place};

/// How much a join shows at every kind of place, from 0 to 99.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[allow(missing_docs)]
pub struct WeightsText {
    #[schema(maximum = 99)]
    pub back_corner: u8,
    #[schema(maximum = 99)]
    pub front_corner: u8,
    #[schema(maximum = 99)]
    pub gusset_centre: u8,
    #[schema(maximum = 99)]
    pub inside_back: u8,
    #[schema(maximum = 99)]
    pub inside_front: u8,
    #[schema(maximum = 99)]
    pub separate_base: u8,
    #[schema(maximum = 99)]
    pub all_round: u8,
}

impl From<WeightsText> for JoinWeights {
    fn from(text: WeightsText) -> Self {
        let WeightsText {
            back_corner,
            front_corner,
            gusset_centre,
            inside_back,
            inside_front,
            separate_base,
            all_round,
        } = text;
        Self { back_corner, front_corner, gusset_centre, inside_back, inside_front, separate_base, all_round }
    }
}

impl From<JoinWeights> for WeightsText {
    fn from(weights: JoinWeights) -> Self {
        let JoinWeights {
            back_corner,
            front_corner,
            gusset_centre,
            inside_back,
            inside_front,
            separate_base,
            all_round,
        } = weights;
        Self { back_corner, front_corner, gusset_centre, inside_back, inside_front, separate_base, all_round }
    }
}

choice! {
    /// A small part that can be cut from the same paper.
    ExtraText = Extra {
        Insert = Extra::Insert,
        HandleStrips = Extra::HandleStrip,
        Reinforcement = Extra::Reinforcement,
        Tag = Extra::Tag,
        Mats = Extra::Mat,
        Strap = Extra::Strap,
        Hangers = Extra::Hanger,
        GussetMats = Extra::GussetMat,
        FlapMat = Extra::FlapMat,
        Band = Extra::Band,
        Pocket = Extra::Pocket,
        Medallion = Extra::Medallion,
        Template = Extra::Template,
    }
}
choice! {
    /// A place round the bag at which one piece ends and the next begins.
    PlaceText = Place {
        LeftBackCorner = Place::LeftBackCorner,
        RightBackCorner = Place::RightBackCorner,
        LeftFrontCorner = Place::LeftFrontCorner,
        RightFrontCorner = Place::RightFrontCorner,
        LeftGussetCentre = Place::LeftGussetCentre,
        RightGussetCentre = Place::RightGussetCentre,
        InsideBack = Place::InsideBack,
        InsideFront = Place::InsideFront,
    }
}
