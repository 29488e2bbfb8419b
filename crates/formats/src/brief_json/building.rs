//! How a bag is built and what joins it, as it is written: every build says only what belongs to it.

use super::cutting::PlaceText;
use crate::choice::choice;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::Squares;

choice! {
    /// What becomes of the base corner squares of a cradle pair's back piece.
    #[derive(Default)]
    SquaresText = Squares { #[default] SlitUp = Squares::SlitUp, SlitLevel = Squares::SlitLevel }
}

/// How a bag is built.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case", try_from = "BuildFields")]
pub enum BuildText {
    /// One piece wrapped round.
    Wrap {},
    /// Two identical pieces, each face, gusset and tab.
    CornerPair {},
    /// Two pieces, each gusset, face and gusset.
    CradlePair {
        /// What becomes of the base corner squares of the back piece.
        squares: SquaresText,
    },
    /// The round cut into pieces at places of one's choice.
    Joined {
        /// Where: one place at least.
        cuts: Vec<PlaceText>,
        /// Width of the left part of the back, where it is cut inside the back; half of it if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        #[schema(example = "5 1/2 in")]
        back_part: Option<String>,
        /// Where the body is joined all round, upper over lower; nowhere if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        all_round: Option<AllRoundText>,
    },
    /// A tube whose base is folded without a slit.
    FoldedBase {
        /// How far its two flaps lap; ½ in if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        lap: Option<String>,
    },
    /// A sheet folded end to end with pleated sides.
    PleatedFlare {
        /// How many pleats it has on each side; 3 if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        #[schema(minimum = 1, maximum = 6)]
        pleats: Option<u8>,
        /// Width of each of them; 1¼ in if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        pleat: Option<String>,
    },
}

impl Default for BuildText {
    fn default() -> Self {
        Self::Wrap {}
    }
}

/// Where a bag that is too tall for its sheets is joined all round, upper over lower.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case", try_from = "AllRoundFields")]
pub enum AllRoundText {
    /// At the base line: the base is a separate one.
    AtBaseLine {},
    /// Above the base line.
    Above {
        /// So far; half the height if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        #[schema(example = "6 in")]
        rise: Option<String>,
    },
}

/// What holds the panels together where a piece ends.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case", try_from = "JoinsFields")]
pub enum JoinsText {
    /// A glue tab on the piece itself.
    Tabs {},
    /// A separate strip folded down its middle.
    Strips {
        /// Width of a strip, unfolded; 1 in if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        width: Option<String>,
    },
    /// Strips at some places, tabs at the others; only in a joined round.
    Mixed {
        /// Width of a strip, unfolded; 1 in if left out.
        #[serde(skip_serializing_if = "Option::is_none")]
        width: Option<String>,
        /// Where the strips are.
        at: Vec<PlaceText>,
    },
}

impl Default for JoinsText {
    fn default() -> Self {
        Self::Tabs {}
    }
}

/// A field that the kind at hand knows nothing of, in the words in which an unknown field is told.
fn stray(field: &str) -> String {
    format!("unknown field `{field}`, there are no fields of that name")
}

/// Refuses fields that were given and do not belong to the kind at hand.
macro_rules! without {
    ($fields:ident: $($other:ident),*) => {
        $(if $fields.$other.is_some() { return Err(stray(stringify!($other))); })*
    };
}

#[derive(Deserialize)]
#[serde(rename_all = "snake_case")]
enum BuildKind {
    Wrap,
    CornerPair,
    CradlePair,
    Joined,
    FoldedBase,
    PleatedFlare,
}

/// Every field that some build has.
#[derive(Deserialize)]
#[serde(deny_unknown_fields, expecting = "a build with its own fields")]
struct BuildFields {
    kind: BuildKind,
    squares: Option<SquaresText>,
    cuts: Option<Vec<PlaceText>>,
    back_part: Option<String>,
    all_round: Option<AllRoundText>,
    lap: Option<String>,
    pleats: Option<u8>,
    pleat: Option<String>,
}

impl TryFrom<BuildFields> for BuildText {
    type Error = String;

    fn try_from(fields: BuildFields) -> Result<Self, String> {
        Ok(match fields.kind {
            BuildKind::Wrap => {
                without!(fields: squares, cuts, back_part, all_round, lap, pleats, pleat);
                Self::Wrap {}
            }
            BuildKind::CornerPair => {
                without!(fields: squares, cuts, back_part, all_round, lap, pleats, pleat);
                Self::CornerPair {}
            }
            BuildKind::CradlePair => {
                without!(fields: cuts, back_part, all_round, lap, pleats, pleat);
                Self::CradlePair { squares: fields.squares.unwrap_or_default() }
            }
            BuildKind::Joined => {
                without!(fields: squares, lap, pleats, pleat);
                Self::Joined {
                    cuts: fields.cuts.unwrap_or_default(),
                    back_part: fields.back_part,
                    all_round: fields.all_round,
                }
            }
            BuildKind::FoldedBase => {
                without!(fields: squares, cuts, back_part, all_round, pleats, pleat);
                Self::FoldedBase { lap: fields.lap }
            }
            BuildKind::PleatedFlare => {
                without!(fields: squares, cuts, back_part, all_round, lap);
                Self::PleatedFlare { pleats: fields.pleats, pleat: fields.pleat }
            }
        })
    }
}

#[derive(Deserialize)]
#[serde(rename_all = "snake_case")]
enum AllRoundKind {
    AtBaseLine,
    Above,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct AllRoundFields {
    kind: AllRoundKind,
    rise: Option<String>,
}

impl TryFrom<AllRoundFields> for AllRoundText {
    type Error = String;

    fn try_from(fields: AllRoundFields) -> Result<Self, String> {
        Ok(match fields.kind {
            AllRoundKind::AtBaseLine => {
                without!(fields: rise);
                Self::AtBaseLine {}
            }
            AllRoundKind::Above => Self::Above { rise: fields.rise },
        })
    }
}

#[derive(Deserialize)]
#[serde(rename_all = "snake_case")]
enum JoinsKind {
    Tabs,
    Strips,
    Mixed,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields, expecting = "what joins a bag, with its own fields")]
struct JoinsFields {
    kind: JoinsKind,
    width: Option<String>,
    at: Option<Vec<PlaceText>>,
}

impl TryFrom<JoinsFields> for JoinsText {
    type Error = String;

    fn try_from(fields: JoinsFields) -> Result<Self, String> {
        Ok(match fields.kind {
            JoinsKind::Tabs => {
                without!(fields: width, at);
                Self::Tabs {}
            }
            JoinsKind::Strips => {
                without!(fields: at);
                Self::Strips { width: fields.width }
            }
            JoinsKind::Mixed => Self::Mixed { width: fields.width, at: fields.at.unwrap_or_default() },
        })
    }
}
