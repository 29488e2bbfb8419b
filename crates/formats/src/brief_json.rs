//! A brief as JSON: lengths are text with a unit, and everything but the finished size has a default.

mod before;
mod between;
mod building;
mod cutting;
mod fittings;
mod gift;
mod guide;

pub use before::renewed;
pub use building::{AllRoundText, BuildText, JoinsText, SquaresText};
pub use cutting::{ExtraText, PlaceText, WeightsText};
pub use fittings::*;
pub use gift::{GiftText, ThingText, TogetherText};
pub use guide::GuideText;

use crate::choice::choice;
use crate::fault::FormatFault;
use crate::stuff::{PatternText, PrintedText, of_paper};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{
    Across, AllRound, BaseHabit, Board, Build, CLOSING_FLAP_CORNER, CLOSING_FLAP_DEPTH, CUSTOMARY_HEM,
    CUSTOMARY_LAP, CUSTOMARY_NOTCH, CUSTOMARY_PLEATS, CUSTOMARY_STRIP, CUSTOMARY_TAB, ClosingOrder, Cuts,
    Direction, Edge, EdgeBy, EdgeLine, FaceSide, GUIDE_FLAP, GussetCrease, Hand, JoinWeights, Joins, Lined,
    Place, Places, Round, RoundStart, ScoreFace, Stops, Top,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::{Brief, Length, Sheet, Unit};

#[allow(clippy::trivially_copy_pass_by_ref)] // As serde asks.
fn is_not(flag: &bool) -> bool {
    !flag
}

#[allow(clippy::trivially_copy_pass_by_ref)] // As serde asks.
fn is_usual(lined: &LinedText) -> bool {
    *lined == LinedText::Usual
}

/// A brief as it is written. Lengths are text such as `3 3/4 in`, `3¾` or `95 mm`; without a unit they are in `unit`.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BriefText {
    /// Size of the open, standing bag.
    pub finished: FinishedText,
    /// How the bag is built, with what that build needs to know; a wrap if left out.
    #[serde(default)]
    pub build: BuildText,
    /// How much joins show at every kind of place; the customary order if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub weights: Option<WeightsText>,
    /// Handle, closure, insert, decoration; none but an insert if left out.
    #[serde(default)]
    pub fittings: FittingsText,
    /// Small parts wanted from the same paper.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub extras: Vec<ExtraText>,
    /// Where the round of panels starts, and which way it goes.
    #[serde(default)]
    pub round: RoundText,
    /// Width of the glue tab; ½ in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/2 in")]
    pub tab: Option<String>,
    /// Tabs, or joining strips in place of them; tabs if left out.
    #[serde(default)]
    pub joins: JoinsText,
    /// Depth of the base flaps.
    #[serde(default)]
    pub base: BaseText,
    /// Taper of the gusset flaps; ¼ in if left out, 0 for plain slits.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/4 in")]
    pub notch: Option<String>,
    /// What happens at the top edge.
    #[serde(default)]
    pub top: TopText,
    /// What is scored down the gussets, and across so that the bag folds flat.
    #[serde(default)]
    pub gusset_crease: GussetCreaseText,
    /// Room given to the thickness of the paper; none if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub allowance: Option<String>,
    /// Which base flaps fold in first.
    #[serde(default)]
    pub closing: ClosingText,
    /// The sheet to cut from; a directional 12×12 if left out.
    #[serde(default)]
    pub sheet: SheetText,
    /// Another paper for the gussets and a separate base, which then are pieces of their own. It lies upright.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub side_sheet: Option<SheetText>,
    /// The scoring board; a groove every ⅛ in, 12 in wide if left out.
    #[serde(default)]
    pub board: BoardText,
    /// How its lines are made; as the paper asks if left out.
    #[serde(default, skip_serializing_if = "is_usual")]
    pub lined: LinedText,
    /// What the crafter's hands do every time, and scores are told less by; nothing if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hand: Option<HandText>,
    /// A guide to notch and score it with; none if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub guide: Option<GuideText>,
    /// What goes into it, as it lies; not kept with the bag if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gift: Option<GiftText>,
    /// The words somebody said it in, if it was read from them.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heard: Option<String>,
    /// Which face is scored.
    #[serde(default)]
    pub score_face: ScoreFaceText,
    /// The unit of labels, and of lengths that name none.
    #[serde(default)]
    pub unit: UnitText,
}

/// Finished size.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FinishedText {
    /// Width of a face.
    #[schema(example = "3 3/4 in")]
    pub width: String,
    /// Base fold to top edge.
    #[schema(example = "6 1/2 in")]
    pub height: String,
    /// Depth of a side panel.
    #[schema(example = "2 in")]
    pub gusset: String,
}

/// The round of panels.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct RoundText {
    /// The first panel.
    pub start: StartText,
    /// The side on which the round ends in its tab.
    pub direction: DirectionText,
}

/// The base flaps.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct BaseText {
    /// How their depth is chosen.
    pub habit: HabitText,
    /// Depth of a fixed or custom flap; 1¼ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub depth: Option<String>,
    /// How far half-and-lap flaps lap; ½ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub lap: Option<String>,
}

/// The top edge.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct TopText {
    /// What is done with the paper above the top.
    pub kind: TopKindText,
    /// Depth of the hem, 1 in if left out, or of the closing flap, 3 in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub depth: Option<String>,
    /// The face that runs on into a closing flap.
    pub on: FaceText,
    /// Radius of the flap's rounded corners; ½ in if left out, 0 for square ones.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub corner: Option<String>,
    /// True if a hem is slit at every corner of the bag, so that every panel's hem is turned by itself.
    #[serde(skip_serializing_if = "is_not")]
    pub slit: bool,
    /// What line the free edge of a hem turned out, or of a closing flap, is cut to; straight if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub edge: Option<EdgeText>,
}

/// The free edge of a hem turned out, or of a closing flap.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EdgeText {
    /// What line it follows.
    pub line: EdgeLineText,
    /// What cuts it; drawn, and stretched to whole repeats, if left out.
    #[serde(default)]
    pub by: EdgeByText,
    /// From one scallop or wave to the next; 1 in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "3/4 in")]
    pub repeat: Option<String>,
    /// From its highest to its lowest point; a quarter of a repeat if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rise: Option<String>,
}

of_paper! {
    /// A sheet of paper.
    pub struct SheetText {
        /// Width, pattern upright.
        #[schema(example = "12 in")]
        pub width: String,
        /// Height, pattern upright.
        #[schema(example = "12 in")]
        pub height: String,
        /// True if the sheet is laid a quarter turn round.
        #[serde(default)]
        pub turned: bool,
        /// True for a length cut off a roll.
        #[serde(default, skip_serializing_if = "is_not")]
        pub rolled: bool,
    }
}

/// A scoring board.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct BoardText {
    /// Distance between grooves; ⅛ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub groove: Option<String>,
    /// Distance from the stop to the last groove; 12 in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub reach: Option<String>,
    /// Its stops; one on the left if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stops: Option<StopsText>,
    /// False if a piece larger than the board may not hang over its edges; it may if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub hangs_over: Option<bool>,
}

/// How much more comes out than is scored, under one pair of hands; with a minus, less.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct HandText {
    /// A panel comes out so much wider; nothing if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/64 in")]
    pub panel: Option<String>,
    /// The body comes out so much higher; nothing if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub height: Option<String>,
}

impl Default for SheetText {
    fn default() -> Self {
        Self::from(&Sheet::default())
    }
}

choice! {
    /// The first panel of the round.
    #[derive(Default)]
    StartText = RoundStart { #[default] Gusset = RoundStart::Gusset, Face = RoundStart::Face, HalfGusset = RoundStart::HalfGusset }
}
choice! {
    /// The side on which the round ends in its tab.
    #[derive(Default)]
    DirectionText = Direction { #[default] Right = Direction::Right, Left = Direction::Left }
}
choice! {
    /// One of the two faces.
    #[derive(Default)]
    FaceText = FaceSide { Front = FaceSide::Front, #[default] Back = FaceSide::Back }
}
choice! {
    /// What line an edge follows: straight, one curve a panel, scallops, waves.
    #[derive(Default)]
    EdgeLineText = EdgeLine {
        #[default] Straight = EdgeLine::Straight, Rounded = EdgeLine::Rounded, Scalloped = EdgeLine::Scalloped, Waved = EdgeLine::Waved
    }
}
choice! {
    /// What cuts it: drawn or a machine, stretched from corner to corner, or a punch, as long as its repeat is.
    #[derive(Default)]
    EdgeByText = EdgeBy { #[default] Drawn = EdgeBy::Drawn, Punched = EdgeBy::Punched }
}
choice! {
    /// Which base flaps fold in first.
    #[derive(Default)]
    ClosingText = ClosingOrder { #[default] BackFirst = ClosingOrder::BackFirst, GussetsFirst = ClosingOrder::GussetsFirst }
}
choice! {
    /// Which face is scored.
    #[derive(Default)]
    ScoreFaceText = ScoreFace {
        #[default] OutsideOfFold = ScoreFace::OutsideOfFold, InsideThroughout = ScoreFace::InsideThroughout
    }
}
choice! {
    /// How the lines of a bag are made: as the paper asks, on the board, or by ruler and hand.
    #[derive(Default)]
    LinedText = Lined { #[default] Usual = Lined::Usual, Board = Lined::Board, Hand = Lined::Hand }
}
choice! {
    /// The stops of a board.
    StopsText = Stops { Left = Stops::Left, Right = Stops::Right, Both = Stops::Both }
}
choice! {
    /// The unit of labels.
    #[derive(Default)]
    UnitText = Unit { #[default] Inch = Unit::Inch, Metric = Unit::Metric }
}

/// What is scored down the gussets, and across so that the bag folds flat.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum GussetCreaseText {
    /// Nothing.
    #[default]
    None,
    /// The centre line.
    Centre,
    /// The centre line and the 45° pair.
    Pair,
    /// The pair, and the fold-flat line across gussets and back.
    FoldFlatBack,
    /// The pair, and the fold-flat line across gussets and both faces.
    FoldFlatBoth,
    /// The same, and none of it scored: pressed in by hand.
    FoldFlatUnscored,
}

impl From<GussetCreaseText> for GussetCrease {
    fn from(text: GussetCreaseText) -> Self {
        match text {
            GussetCreaseText::None => Self::None,
            GussetCreaseText::Centre => Self::Centre,
            GussetCreaseText::Pair => Self::Pair,
            GussetCreaseText::FoldFlatBack => Self::FoldFlat { across: Across::Back },
            GussetCreaseText::FoldFlatBoth => Self::FoldFlat { across: Across::BothFaces },
            GussetCreaseText::FoldFlatUnscored => Self::FoldFlat { across: Across::Unscored },
        }
    }
}

impl From<GussetCrease> for GussetCreaseText {
    fn from(crease: GussetCrease) -> Self {
        match crease {
            GussetCrease::None => Self::None,
            GussetCrease::Centre => Self::Centre,
            GussetCrease::Pair => Self::Pair,
            GussetCrease::FoldFlat { across: Across::Back } => Self::FoldFlatBack,
            GussetCrease::FoldFlat { across: Across::BothFaces } => Self::FoldFlatBoth,
            GussetCrease::FoldFlat { across: Across::Unscored } => Self::FoldFlatUnscored,
        }
    }
}

/// How the depth of the base flaps is chosen.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum HabitText {
    /// As deep as the gusset.
    #[default]
    Full,
    /// Half the gusset and half a lap.
    HalfAndLap,
    /// Set by a guide.
    Fixed,
    /// Any depth.
    Custom,
}

/// What is done with the paper above the top.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum TopKindText {
    /// A raw edge.
    #[default]
    Raw,
    /// A hem turned to the inside.
    HemIn,
    /// A hem turned to the outside.
    HemOut,
    /// A closing flap.
    Flap,
}

/// Reads a brief from JSON.
///
/// # Errors
/// [`FormatFault`] with the first field that is missing, unknown, not a length, or a size nobody can fold.
///
/// ```
/// use wide_fold_formats::read_brief;
/// let json = serde_json::json!({ "finished": { "width": "3¾", "height": "6 1/2 in", "gusset": "2" } });
/// assert_eq!(read_brief(&json)?.finished.width, "3.75 in".parse().unwrap());
/// let fault = read_brief(&serde_json::json!({ "finished": { "width": "wide", "height": "6", "gusset": "2" } }));
/// assert_eq!(fault.unwrap_err().field, "finished.width");
/// # Ok::<(), wide_fold_formats::FormatFault>(())
/// ```
pub fn read_brief(json: &serde_json::Value) -> Result<Brief, FormatFault> {
    let text: BriefText = serde_path_to_error::deserialize(json).map_err(|error| FormatFault {
        field: error.path().to_string(),
        sentence: crate::unread::sentence(&error.inner().to_string()),
    })?;
    Brief::try_from(&text)
}

#[cfg(test)]
mod tests;
