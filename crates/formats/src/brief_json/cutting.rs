//! How a bag is cut from its sheets, as it is written: places of the joins, what they count, small parts.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::Extra;
use wide_fold_core::brief::Side;
use wide_fold_core::brief::{JoinWeights, Place};

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

/// A small part that can be cut from the same paper.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
#[allow(missing_docs)]
pub enum ExtraText {
    Insert,
    HandleStrips,
    Reinforcement,
    Tag,
    Mats,
    Strap,
    Hangers,
    GussetMats,
    FlapMat,
    Band,
    Pocket,
    Template,
}

impl From<ExtraText> for Extra {
    fn from(text: ExtraText) -> Self {
        match text {
            ExtraText::Insert => Self::Insert,
            ExtraText::HandleStrips => Self::HandleStrip,
            ExtraText::Reinforcement => Self::Reinforcement,
            ExtraText::Tag => Self::Tag,
            ExtraText::Mats => Self::Mat,
            ExtraText::Strap => Self::Strap,
            ExtraText::Hangers => Self::Hanger,
            ExtraText::GussetMats => Self::GussetMat,
            ExtraText::FlapMat => Self::FlapMat,
            ExtraText::Band => Self::Band,
            ExtraText::Pocket => Self::Pocket,
            ExtraText::Template => Self::Template,
        }
    }
}

impl From<Extra> for ExtraText {
    fn from(kind: Extra) -> Self {
        match kind {
            Extra::Insert => Self::Insert,
            Extra::HandleStrip => Self::HandleStrips,
            Extra::Reinforcement => Self::Reinforcement,
            Extra::Tag => Self::Tag,
            Extra::Mat => Self::Mats,
            Extra::Strap => Self::Strap,
            Extra::Hanger => Self::Hangers,
            Extra::GussetMat => Self::GussetMats,
            Extra::FlapMat => Self::FlapMat,
            Extra::Band => Self::Band,
            Extra::Pocket => Self::Pocket,
            Extra::Template => Self::Template,
        }
    }
}

/// A place round the bag at which one piece ends and the next begins.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
#[allow(missing_docs)]
pub enum PlaceText {
    LeftBackCorner,
    RightBackCorner,
    LeftFrontCorner,
    RightFrontCorner,
    LeftGussetCentre,
    RightGussetCentre,
    InsideBack,
    InsideFront,
}

impl From<PlaceText> for Place {
    fn from(text: PlaceText) -> Self {
        match text {
            PlaceText::LeftBackCorner => Self::BackCorner(Side::Left),
            PlaceText::RightBackCorner => Self::BackCorner(Side::Right),
            PlaceText::LeftFrontCorner => Self::FrontCorner(Side::Left),
            PlaceText::RightFrontCorner => Self::FrontCorner(Side::Right),
            PlaceText::LeftGussetCentre => Self::GussetCentre(Side::Left),
            PlaceText::RightGussetCentre => Self::GussetCentre(Side::Right),
            PlaceText::InsideBack => Self::InsideBack,
            PlaceText::InsideFront => Self::InsideFront,
        }
    }
}

impl From<Place> for PlaceText {
    fn from(place: Place) -> Self {
        match place {
            Place::BackCorner(Side::Left) => Self::LeftBackCorner,
            Place::BackCorner(Side::Right) => Self::RightBackCorner,
            Place::FrontCorner(Side::Left) => Self::LeftFrontCorner,
            Place::FrontCorner(Side::Right) => Self::RightFrontCorner,
            Place::GussetCentre(Side::Left) => Self::LeftGussetCentre,
            Place::GussetCentre(Side::Right) => Self::RightGussetCentre,
            Place::InsideBack => Self::InsideBack,
            Place::InsideFront => Self::InsideFront,
        }
    }
}
