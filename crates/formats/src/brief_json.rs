//! A brief as JSON: lengths are text with a unit, and everything but the finished size has a default.

/// Declares how a choice of the core is spelled in JSON, both ways.
macro_rules! choice {
    ($(#[$doc:meta])* $name:ident = $core:ty { $($(#[$vdoc:meta])* $variant:ident = $value:path),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "snake_case")]
        #[schema(rename_all = "snake_case")]
        #[allow(missing_docs)]
        pub enum $name { $($(#[$vdoc])* $variant),+ }

        impl From<$name> for $core {
            fn from(text: $name) -> Self {
                match text { $($name::$variant => $value),+ }
            }
        }

        impl From<$core> for $name {
            fn from(value: $core) -> Self {
                match value { $($value => Self::$variant),+ }
            }
        }
    };
}

mod cutting;
mod fittings;

pub use cutting::{ExtraText, PlaceText, WeightsText};
pub use fittings::*;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{
    Across, BaseHabit, Board, Build, CLOSING_FLAP, CUSTOMARY_HEM, CUSTOMARY_LAP, CUSTOMARY_NOTCH,
    CUSTOMARY_PLEATS, CUSTOMARY_STRIP, CUSTOMARY_TAB, ClosingOrder, Cuts, Direction, FaceSide, GUIDE_FLAP,
    GussetCrease, JoinWeights, Joins, Place, Places, Run, RunStart, ScoreFace, Squares, Top,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::sheet::{Grammage, Printed};
use wide_fold_core::{Brief, BriefFault, Length, Sheet, Unit};

/// A field that cannot be read or used, and a sentence that says why.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{field}: {sentence}")]
pub struct FormatFault {
    /// The field, dotted: `finished.width`.
    pub field: String,
    /// A sentence the crafter understands.
    pub sentence: String,
}

impl From<BriefFault> for FormatFault {
    fn from(fault: BriefFault) -> Self {
        Self { field: fault.field.to_owned(), sentence: fault.sentence }
    }
}

/// A brief as it is written. Lengths are text such as `3 3/4 in`, `3¾` or `95 mm`; without a unit they are in `unit`.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BriefText {
    /// Size of the open, standing bag.
    pub finished: FinishedText,
    /// How the bag is built.
    #[serde(default)]
    pub build: BuildText,
    /// What becomes of the base corner squares of a cradle pair's back piece.
    #[serde(default)]
    pub squares: SquaresText,
    /// Where a joined run is cut; needed for it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cuts: Vec<PlaceText>,
    /// Width of the left part of the back, where it is cut inside the back; half of it if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "5 1/2 in")]
    pub back_part: Option<String>,
    /// Height above the base line at which the body is joined all round, upper over lower; 0 makes a separate base.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "6 in")]
    pub level: Option<String>,
    /// How much joins show at every kind of place; the customary order if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub weights: Option<WeightsText>,
    /// Handle, closure, insert, decoration; none but an insert if left out.
    #[serde(default)]
    pub fittings: FittingsText,
    /// Small parts wanted from the same paper.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub extras: Vec<ExtraText>,
    /// How far the two flaps of a folded base lap; ½ in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub base_lap: Option<String>,
    /// How many pleats a flare has on each side; 3 if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 6)]
    pub pleats: Option<u8>,
    /// Width of each of them; 1¼ in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pleat: Option<String>,
    /// Where the run of panels starts, and which way it goes.
    #[serde(default)]
    pub run: RunText,
    /// Width of the glue tab; ½ in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/2 in")]
    pub tab: Option<String>,
    /// Tabs, or joining strips in place of them.
    #[serde(default)]
    pub joins: JoinsText,
    /// Width of a joining strip, unfolded; 1 in if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub strip: Option<String>,
    /// Where a joined run whose joins are mixed has strips.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub strips_at: Vec<PlaceText>,
    /// Depth of the base flaps.
    #[serde(default)]
    pub base: BaseText,
    /// Taper of the gusset flaps; ¼ in if left out, 0 for plain slits.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/4 in")]
    pub notch: Option<String>,
    /// What happens at the top edge.
    #[serde(default, alias = "hem")]
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

/// The run of panels.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct RunText {
    /// The first panel.
    pub start: StartText,
    /// The side on which the run ends in its tab.
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
    #[serde(alias = "turn")]
    pub kind: TopKindText,
    /// Depth of the hem, 1 in if left out, or of the closing flap, 3 in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub depth: Option<String>,
    /// The face that runs on into a closing flap.
    pub on: FaceText,
    /// Radius of the flap's rounded corners; ½ in if left out, 0 for square ones.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub corner: Option<String>,
}

/// A sheet of paper.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SheetText {
    /// Width, pattern upright.
    #[schema(example = "12 in")]
    pub width: String,
    /// Height, pattern upright.
    #[schema(example = "12 in")]
    pub height: String,
    /// True if the pattern has an up.
    #[serde(default = "yes")]
    pub directional: bool,
    /// Which sides are fit to be seen.
    #[serde(default)]
    pub printed: PrintedText,
    /// True if the sheet is laid a quarter turn round.
    #[serde(default)]
    pub turned: bool,
    /// Weight in g/m², if it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 10, maximum = 1000)]
    pub grammage: Option<u32>,
    /// Thickness, if it has been measured.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "0.3 mm")]
    pub caliper: Option<String>,
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
}

fn yes() -> bool {
    true
}

impl Default for SheetText {
    fn default() -> Self {
        Self::from(&Sheet::default())
    }
}

choice! {
    /// The first panel of the run.
    StartText = RunStart { #[default] Gusset = RunStart::Gusset, Face = RunStart::Face, HalfGusset = RunStart::HalfGusset }
}
choice! {
    /// The side on which the run ends in its tab.
    DirectionText = Direction { #[default] Right = Direction::Right, Left = Direction::Left }
}
choice! {
    /// One of the two faces.
    FaceText = FaceSide { Front = FaceSide::Front, #[default] Back = FaceSide::Back }
}
choice! {
    /// Which base flaps fold in first.
    ClosingText = ClosingOrder { #[default] BackFirst = ClosingOrder::BackFirst, GussetsFirst = ClosingOrder::GussetsFirst }
}
choice! {
    /// Which face is scored.
    ScoreFaceText = ScoreFace {
        #[default] OutsideOfFold = ScoreFace::OutsideOfFold, InsideThroughout = ScoreFace::InsideThroughout
    }
}
choice! {
    /// Which sides of a sheet are fit to be seen.
    PrintedText = Printed { #[default] One = Printed::One, Both = Printed::Both }
}
choice! {
    /// What becomes of the base corner squares of a cradle pair's back piece.
    SquaresText = Squares { #[default] SlitUp = Squares::SlitUp, SlitLevel = Squares::SlitLevel }
}
choice! {
    /// The unit of labels.
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

/// What holds the panels together where a piece ends.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum JoinsText {
    /// A glue tab on the piece itself.
    #[default]
    Tabs,
    /// A separate strip folded down its middle.
    Strips,
    /// Strips at the places of `strips_at`, tabs at the others; only in a joined run.
    Mixed,
}

/// How the bag is built.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum BuildText {
    /// One piece wrapped round.
    #[default]
    Wrap,
    /// Two identical pieces, each face, gusset and tab.
    CornerPair,
    /// Two pieces, each gusset, face and gusset.
    CradlePair,
    /// The run cut into pieces at places of one's choice.
    Joined,
    /// A tube whose base is folded without a slit.
    FoldedBase,
    /// A sheet folded end to end with pleated sides.
    PleatedFlare,
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
    #[serde(alias = "none")]
    Raw,
    /// A hem turned to the inside.
    #[serde(alias = "in")]
    HemIn,
    /// A hem turned to the outside.
    #[serde(alias = "out")]
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

impl TryFrom<&BriefText> for Brief {
    type Error = FormatFault;

    /// Reads every length and checks that the size can be folded.
    fn try_from(text: &BriefText) -> Result<Self, FormatFault> {
        let unit = Unit::from(text.unit);
        let length = |field: &str, text: &str| {
            Length::parse(text, unit)
                .map_err(|error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") })
        };
        let or = |field: &str, text: &Option<String>, default: Length| {
            text.as_deref().map_or(Ok(default), |text| length(field, text))
        };
        let mut brief = Self::new(
            length("finished.width", &text.finished.width)?,
            length("finished.height", &text.finished.height)?,
            length("finished.gusset", &text.finished.gusset)?,
        );
        brief.unit = unit;
        brief.build = match text.build {
            BuildText::Wrap => Build::Wrap,
            BuildText::CornerPair => Build::CornerPair,
            BuildText::CradlePair => Build::CradlePair { squares: text.squares.into() },
            BuildText::Joined => {
                let maybe = |field: &str, text: &Option<String>| {
                    text.as_deref().map(|text| length(field, text)).transpose()
                };
                let at = Places::of(text.cuts.iter().map(|place| Place::from(*place)));
                let back_part = maybe("back_part", &text.back_part)?;
                let level = maybe("level", &text.level)?;
                Build::Joined { cuts: Cuts { at, back_part, level } }
            }
            BuildText::FoldedBase => {
                Build::FoldedBase { lap: or("base_lap", &text.base_lap, CUSTOMARY_LAP)? }
            }
            BuildText::PleatedFlare => Build::PleatedFlare {
                pleats: text.pleats.unwrap_or(CUSTOMARY_PLEATS.0),
                pleat: or("pleat", &text.pleat, CUSTOMARY_PLEATS.1)?,
            },
        };
        brief.fittings = text.fittings.read(unit, brief.finished.width)?;
        brief.weights = text.weights.map(JoinWeights::from).unwrap_or_default();
        brief.extras = Extras::of(text.extras.iter().map(|extra| Extra::from(*extra)));
        brief.run = Run { start: text.run.start.into(), direction: text.run.direction.into() };
        brief.tab = or("tab", &text.tab, CUSTOMARY_TAB)?;
        brief.joins = match text.joins {
            JoinsText::Tabs => Joins::Tabs,
            JoinsText::Strips => Joins::Strips { width: or("strip", &text.strip, CUSTOMARY_STRIP)? },
            JoinsText::Mixed => Joins::Mixed {
                width: or("strip", &text.strip, CUSTOMARY_STRIP)?,
                at: Places::of(text.strips_at.iter().map(|place| Place::from(*place))),
            },
        };
        brief.allowance = or("allowance", &text.allowance, Length::ZERO)?;
        brief.notch = or("notch", &text.notch, CUSTOMARY_NOTCH)?;
        brief.base = match text.base.habit {
            HabitText::Full => BaseHabit::Full,
            HabitText::HalfAndLap => {
                BaseHabit::HalfAndLap { lap: or("base.lap", &text.base.lap, CUSTOMARY_LAP)? }
            }
            HabitText::Fixed => BaseHabit::Fixed { depth: or("base.depth", &text.base.depth, GUIDE_FLAP)? },
            HabitText::Custom => BaseHabit::Custom { depth: or("base.depth", &text.base.depth, GUIDE_FLAP)? },
        };
        let depth = |default| or("top.depth", &text.top.depth, default);
        brief.top = match text.top.kind {
            TopKindText::Raw => Top::Raw,
            TopKindText::HemIn => Top::HemIn { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::HemOut => Top::HemOut { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::Flap => Top::Flap {
                on: text.top.on.into(),
                depth: depth(CLOSING_FLAP.0)?,
                corner: or("top.corner", &text.top.corner, CLOSING_FLAP.1)?,
            },
        };
        brief.gusset_crease = text.gusset_crease.into();
        brief.closing = text.closing.into();
        brief.score_face = text.score_face.into();
        let sheet = |field: &str, text: &SheetText| -> Result<Sheet, FormatFault> {
            let caliper = text.caliper.as_deref();
            Ok(Sheet {
                width: length(&format!("{field}.width"), &text.width)?,
                height: length(&format!("{field}.height"), &text.height)?,
                directional: text.directional,
                printed: text.printed.into(),
                turned: text.turned,
                grammage: text.grammage.map(Grammage),
                caliper: caliper.map(|text| length(&format!("{field}.caliper"), text)).transpose()?,
            })
        };
        brief.sheet = sheet("sheet", &text.sheet)?;
        let side = text.side_sheet.as_ref().map(|side| sheet("side_sheet", side)).transpose()?;
        brief.side_sheet = side.map(|side| Sheet { turned: false, ..side });
        let board = Board::default();
        brief.board = Board {
            groove: or("board.groove", &text.board.groove, board.groove)?,
            reach: or("board.reach", &text.board.reach, board.reach)?,
        };
        brief.check()?;
        Ok(brief)
    }
}

impl From<&Brief> for BriefText {
    /// Writes every field out, each length exactly.
    fn from(brief: &Brief) -> Self {
        let (habit, depth, lap) = match brief.base {
            BaseHabit::Full => (HabitText::Full, None, None),
            BaseHabit::HalfAndLap { lap } => (HabitText::HalfAndLap, None, Some(lap.to_string())),
            BaseHabit::Fixed { depth } => (HabitText::Fixed, Some(depth.to_string()), None),
            BaseHabit::Custom { depth } => (HabitText::Custom, Some(depth.to_string()), None),
        };
        let build = match brief.build {
            Build::Wrap => BuildText::Wrap,
            Build::CornerPair => BuildText::CornerPair,
            Build::CradlePair { .. } => BuildText::CradlePair,
            Build::Joined { .. } => BuildText::Joined,
            Build::FoldedBase { .. } => BuildText::FoldedBase,
            Build::PleatedFlare { .. } => BuildText::PleatedFlare,
        };
        let squares = match brief.build {
            Build::CradlePair { squares } => squares.into(),
            _ => SquaresText::default(),
        };
        let (cuts, back_part, level) = match brief.build {
            Build::Joined { cuts } => (
                cuts.at.iter().map(PlaceText::from).collect(),
                cuts.back_part.map(|part| part.to_string()),
                cuts.level.map(|level| level.to_string()),
            ),
            _ => (Vec::new(), None, None),
        };
        let base_lap = match brief.build {
            Build::FoldedBase { lap } => Some(lap.to_string()),
            _ => None,
        };
        let (pleats, pleat) = match brief.build {
            Build::PleatedFlare { pleats, pleat } => (Some(pleats), Some(pleat.to_string())),
            _ => (None, None),
        };
        let (joins, strips_at) = match brief.joins {
            Joins::Tabs => (JoinsText::Tabs, Vec::new()),
            Joins::Strips { .. } => (JoinsText::Strips, Vec::new()),
            Joins::Mixed { at, .. } => (JoinsText::Mixed, at.iter().map(PlaceText::from).collect()),
        };
        let strip = brief.joins.strip().map(|width| width.to_string());
        let top = match brief.top {
            Top::Raw => TopText::default(),
            Top::HemIn { depth } => {
                TopText { kind: TopKindText::HemIn, depth: Some(depth.to_string()), ..TopText::default() }
            }
            Top::HemOut { depth } => {
                TopText { kind: TopKindText::HemOut, depth: Some(depth.to_string()), ..TopText::default() }
            }
            Top::Flap { on, depth, corner } => TopText {
                kind: TopKindText::Flap,
                depth: Some(depth.to_string()),
                on: on.into(),
                corner: Some(corner.to_string()),
            },
        };
        Self {
            finished: FinishedText {
                width: brief.finished.width.to_string(),
                height: brief.finished.height.to_string(),
                gusset: brief.finished.gusset.to_string(),
            },
            build,
            squares,
            cuts,
            back_part,
            level,
            weights: (brief.weights != JoinWeights::default()).then(|| brief.weights.into()),
            fittings: FittingsText::from(&brief.fittings),
            extras: brief.extras.iter().map(ExtraText::from).collect(),
            base_lap,
            pleats,
            pleat,
            run: RunText { start: brief.run.start.into(), direction: brief.run.direction.into() },
            tab: Some(brief.tab.to_string()),
            joins,
            strip,
            strips_at,
            allowance: brief.allowance.is_positive().then(|| brief.allowance.to_string()),
            base: BaseText { habit, depth, lap },
            notch: Some(brief.notch.to_string()),
            top,
            gusset_crease: brief.gusset_crease.into(),
            closing: brief.closing.into(),
            sheet: SheetText::from(&brief.sheet),
            side_sheet: brief.side_sheet.as_ref().map(SheetText::from),
            board: BoardText {
                groove: Some(brief.board.groove.to_string()),
                reach: Some(brief.board.reach.to_string()),
            },
            score_face: brief.score_face.into(),
            unit: brief.unit.into(),
        }
    }
}

impl From<&Sheet> for SheetText {
    fn from(sheet: &Sheet) -> Self {
        Self {
            width: sheet.width.to_string(),
            height: sheet.height.to_string(),
            directional: sheet.directional,
            printed: sheet.printed.into(),
            turned: sheet.turned,
            grammage: sheet.grammage.map(|grammage| grammage.0),
            caliper: sheet.caliper.map(|caliper| caliper.to_string()),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde_json::json;
    use wide_fold_core::brief::Side;

    #[test]
    fn everything_but_the_size_has_a_default() {
        let json = json!({ "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" } });
        let customary = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        assert_eq!(read_brief(&json), Ok(customary));
    }

    #[rstest]
    #[case(BaseHabit::Full, Top::Raw, Build::CradlePair { squares: Squares::SlitLevel }, GussetCrease::Centre)]
    #[case(BaseHabit::HalfAndLap { lap: Length::eighths(3) }, Top::HemIn { depth: Length::eighths(9) }, Build::Wrap, GussetCrease::Pair)]
    #[case(BaseHabit::Fixed { depth: Length::millimetres(32) }, Top::HemOut { depth: Length::INCH }, Build::FoldedBase { lap: Length::eighths(5) }, GussetCrease::FoldFlat { across: Across::Back })]
    #[case(BaseHabit::Custom { depth: Length::eighths(9) }, Top::Flap { on: FaceSide::Front, depth: Length::eighths(20), corner: Length::eighths(3) }, Build::PleatedFlare { pleats: 2, pleat: Length::eighths(9) }, GussetCrease::FoldFlat { across: Across::BothFaces })]
    fn writing_then_reading_gives_the_same(
        #[case] base: BaseHabit,
        #[case] top: Top,
        #[case] build: Build,
        #[case] gusset_crease: GussetCrease,
    ) {
        let mut brief = Brief::new(Length::millimetres(95), Length::eighths(52), Length::inches(2));
        (brief.base, brief.top, brief.build, brief.gusset_crease) = (base, top, build, gusset_crease);
        brief.run = Run { start: RunStart::HalfGusset, direction: Direction::Left };
        brief.joins = Joins::Strips { width: Length::eighths(6) };
        brief.allowance = Length::sixty_fourths(2);
        brief.unit = Unit::Metric;
        brief.sheet.printed = Printed::Both;
        brief.sheet.grammage = Some(Grammage(250));
        brief.sheet.caliper = Some(Length::from_nm(310_000));
        let json = serde_json::to_value(BriefText::from(&brief)).unwrap();
        assert_eq!(read_brief(&json), Ok(brief));
    }

    #[test]
    fn a_joined_run_names_its_places() {
        let json = json!({
            "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": "joined",
            "cuts": ["right_back_corner", "left_front_corner"]
        });
        let brief = read_brief(&json).unwrap();
        let cuts = Places::of([Place::FrontCorner(Side::Left), Place::BackCorner(Side::Right)]);
        assert_eq!(brief.build, Build::Joined { cuts: cuts.into() });
        assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&brief)).unwrap()), Ok(brief.clone()));
        let mixed = Joins::Mixed { width: Length::INCH, at: Places::of([Place::BackCorner(Side::Right)]) };
        let mixed = Brief { joins: mixed, ..brief };
        assert_eq!(read_brief(&serde_json::to_value(BriefText::from(&mixed)).unwrap()), Ok(mixed));
        let uncut = json!({ "finished": { "width": "11", "height": "7", "gusset": "3" }, "build": "joined" });
        assert_eq!(read_brief(&uncut).unwrap_err().field, "cuts");
    }

    #[test]
    fn a_brief_written_before_closing_flaps_is_still_read() {
        let json = json!({
            "finished": { "width": "4", "height": "7", "gusset": "2" }, "hem": { "turn": "out", "depth": "2 in" }
        });
        assert_eq!(read_brief(&json).unwrap().top, Top::HemOut { depth: Length::inches(2) });
        let raw =
            json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "hem": { "turn": "none" } });
        assert_eq!(read_brief(&raw).unwrap().top, Top::Raw);
    }

    #[rstest]
    #[case(json!({}), "", "finished")]
    #[case(json!({ "finished": { "width": "4", "height": "7" } }), "finished", "gusset")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": 2 } }), "finished.gusset", "text")]
    #[case(json!({ "finished": { "width": "0", "height": "7", "gusset": "2" } }), "finished.width", "more than nothing")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tab": "½ ell" }), "tab", "½ ell")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "tabb": "½" }), "tabb", "tabb")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "top": { "kind": "up" } }), "top.kind", "up")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "build": "pleated_flare", "pleats": 40 }), "pleats", "40")]
    #[case(json!({ "finished": { "width": "4", "height": "7", "gusset": "2" }, "sheet": { "width": "12", "height": "12", "grammage": 5 } }), "sheet.grammage", "5 g/m²")]
    #[case(json!([1, 2]), "", "")]
    fn faults_name_their_field(#[case] json: serde_json::Value, #[case] field: &str, #[case] words: &str) {
        let fault = read_brief(&json).unwrap_err();
        assert!(fault.field.contains(field), "{fault:?}");
        assert!(fault.sentence.contains(words), "{fault:?}");
    }
}
