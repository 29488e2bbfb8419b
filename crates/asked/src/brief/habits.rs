//! The habits and schools a brief chooses between.

use super::{Cuts, Place, Places};
use crate::{Length, Unit};
use strum::{EnumDiscriminants, VariantArray};

/// Customary glue tab: ½ in (common practice).
pub const CUSTOMARY_TAB: Length = Length::eighths(4);
/// Half an inch, the customary tab and lap, as a ruler of the unit shows it: in millimetres 12 (our choice).
pub const fn half_inch(unit: Unit) -> Length {
    match unit {
        Unit::Inch => CUSTOMARY_TAB,
        Unit::Metric => Length::millimetres(12),
    }
}
/// Customary glue tab of a small bag: ¼ in (common practice).
pub const SMALL_TAB: Length = Length::eighths(2);
/// Customary taper of a base flap: ¼ in at the edge (common practice).
pub const CUSTOMARY_NOTCH: Length = Length::eighths(2);
/// Customary lap of base flaps that only just meet: ½ in (common practice).
pub const CUSTOMARY_LAP: Length = Length::eighths(4);
/// Customary depth of base flaps cut with a guide: 1¼ in (common practice).
pub const GUIDE_FLAP: Length = Length::eighths(10);
/// Customary depth of a hem: 1 in, deep enough to cover a strap end (common practice).
pub const CUSTOMARY_HEM: Length = Length::inches(1);

/// Customary width of a joining strip: 1 in, folded at ½ (common practice).
pub const CUSTOMARY_STRIP: Length = Length::inches(1);
/// Customary pleats of a flare: three a side of 1¼ in (common practice).
pub const CUSTOMARY_PLEATS: (u8, Length) = (3, Length::eighths(10));
/// Depth and corner radius of a closing flap to start from: 3 in and ½ in (our choice).
pub const CLOSING_FLAP_DEPTH: Length = Length::inches(3);
/// How far its corners are rounded: ½ (our choice).
pub const CLOSING_FLAP_CORNER: Length = Length::eighths(4);

/// How a bag is built from its pieces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, EnumDiscriminants)]
#[strum_discriminants(
    name(BuildName),
    derive(VariantArray, Hash),
    doc = "The ways of building a bag, without their figures.",
    allow(missing_docs)
)]
pub enum Build {
    /// One piece wrapped round.
    #[default]
    Wrap,
    /// Two identical pieces, each face, gusset and tab: two seams, at opposite corners.
    CornerPair,
    /// Two pieces, each gusset, face and gusset: the gussets lap each other fully, so the sides are double.
    CradlePair {
        /// What becomes of the base corner squares that stay on the back piece.
        squares: Squares,
    },
    /// The round cut into pieces at places of one's choice, for a bag that is larger than its sheets.
    Joined {
        /// Where it is cut.
        cuts: Cuts,
    },
    /// A tube of wrapping paper whose base is folded without a slit: the ends go in as triangles and the two face
    /// flaps lap each other.
    FoldedBase {
        /// How far the two flaps lap.
        lap: Length,
    },
    /// A sheet folded end to end at the bottom, its sides pleated: it has no base and flares open.
    PleatedFlare {
        /// How many pleats on each side.
        pleats: u8,
        /// Width of each pleat.
        pleat: Length,
    },
}

/// What holds the panels together where a piece ends.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, EnumDiscriminants)]
#[strum_discriminants(
    name(JoinsName),
    derive(Hash),
    doc = "What holds the panels together, without widths and places.",
    allow(missing_docs)
)]
pub enum Joins {
    /// A glue tab on the piece itself.
    #[default]
    Tabs,
    /// A separate strip folded down its middle and glued behind both edges, when the panels use up the whole sheet.
    Strips {
        /// Width of the whole strip.
        width: Length,
    },
    /// Strips at some places of a joined round, tabs at the others. On any other build they are tabs.
    Mixed {
        /// Width of a whole strip.
        width: Length,
        /// The places at which a strip holds the join.
        at: Places,
    },
}

impl JoinsName {
    /// What they are called, several of them.
    pub const fn says(self) -> &'static str {
        match self {
            Self::Tabs => "tabs",
            Self::Strips => "joining strips",
            Self::Mixed => "tabs and strips",
        }
    }
}

impl Joins {
    /// True if a strip holds the join at that place of a joined round.
    pub fn strip_at(self, place: Place) -> bool {
        match self {
            Self::Tabs => false,
            Self::Strips { .. } => true,
            Self::Mixed { at, .. } => at.has(place),
        }
    }

    /// Width of a joining strip, if there may be any.
    pub fn strip(self) -> Option<Length> {
        match self {
            Self::Tabs => None,
            Self::Strips { width } | Self::Mixed { width, .. } => Some(width),
        }
    }

    /// The same joins with strips of another width.
    pub fn with_strip(self, width: Length) -> Self {
        match self {
            Self::Tabs => Self::Tabs,
            Self::Strips { .. } => Self::Strips { width },
            Self::Mixed { at, .. } => Self::Mixed { width, at },
        }
    }
}

/// The base corner squares of a cradle pair are cut out of the front piece. On the back piece they stay.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Squares {
    /// Slit up the corner lines: the squares belong to the gussets and fold into the base.
    #[default]
    SlitUp,
    /// Slit level along the base line: the squares belong to the face flap and turn up as ears against the gussets.
    SlitLevel,
}

/// Where the round of panels starts, and which way it goes. Only a wrap starts anywhere but at a face.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Round {
    /// The first panel.
    pub start: RoundStart,
    /// The side on which the round ends in its tab.
    pub direction: Direction,
}

/// The first panel of a one-piece round.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum RoundStart {
    /// Gusset, front, gusset, back, tab: the seam lies at a back corner.
    #[default]
    Gusset,
    /// Front, gusset, back, gusset, tab: the seam lies at a front corner.
    Face,
    /// Half gusset, front, gusset, back, half gusset, tab: the seam hides on the gusset's centre crease.
    HalfGusset,
}

impl RoundStart {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if the round starts with a face, so that the seam lies at a front corner.
    pub const fn is_face(self) -> bool {
        match self {
            Self::Face => true,
            Self::Gusset | Self::HalfGusset => false,
        }
    }

    /// True if it starts in the middle of a gusset, so that the seam hides on its centre crease.
    pub const fn is_half_gusset(self) -> bool {
        match self {
            Self::HalfGusset => true,
            Self::Gusset | Self::Face => false,
        }
    }
}

/// Which way the round goes, seen from the outside face, top edge up.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Direction {
    /// From left to right: the tab is on the right.
    #[default]
    Right,
    /// From right to left: the tab is on the left.
    Left,
}

/// How deep the base flaps are.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, EnumDiscriminants)]
#[strum_discriminants(
    name(BaseName),
    derive(VariantArray, Hash),
    doc = "How deep base flaps are, without the depth.",
    allow(missing_docs)
)]
pub enum BaseHabit {
    /// As deep as the gusset: four full layers, the strongest.
    #[default]
    Full,
    /// Half the gusset and half a lap: the two face flaps lap each other by `lap`.
    HalfAndLap {
        /// How far the face flaps lap.
        lap: Length,
    },
    /// A depth set by a guide, whatever the gusset is.
    Fixed {
        /// Depth of every flap.
        depth: Length,
    },
    /// Any depth the crafter types.
    Custom {
        /// Depth of every flap.
        depth: Length,
    },
}

impl BaseHabit {
    /// Depth of the flaps under a bag whose gusset is `gusset`.
    pub fn depth(self, gusset: Length) -> Length {
        match self {
            Self::Full => gusset,
            Self::HalfAndLap { lap } => {
                let both = gusset + lap;
                both - both.half()
            }
            Self::Fixed { depth } | Self::Custom { depth } => depth,
        }
    }
}

/// What is scored on the gussets, and on the faces so that the bag folds flat.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, EnumDiscriminants)]
#[strum_discriminants(
    name(CreaseName),
    derive(VariantArray, Hash),
    doc = "What is scored on the gussets, without how far round.",
    allow(missing_docs)
)]
pub enum GussetCrease {
    /// Nothing: a square bag that always stands.
    #[default]
    None,
    /// The centre line down to the apex, so that the top pinches in.
    Centre,
    /// The centre line and, from the apex, two 45° creases to the base corners: the top pinches neatly.
    Pair,
    /// The pair and the fold-flat line, so that the finished bag folds flat.
    FoldFlat {
        /// How far round the fold-flat line runs.
        across: Across,
    },
}

/// How far round the fold-flat line is scored. Two schools score it right across the gussets; the third scores nothing.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Across {
    /// The back and the gussets: the front stays clean, and the base folds up over the back.
    #[default]
    Back,
    /// Both faces and the gussets: the base folds up over either.
    BothFaces,
    /// Nothing is scored at all: the finished bag is squeezed at its sides and pressed where the paper resists.
    Unscored,
}

impl CreaseName {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// Such creases, `across` so far where they fold the bag flat.
    pub const fn of(self, across: Across) -> GussetCrease {
        match self {
            Self::None => GussetCrease::None,
            Self::Centre => GussetCrease::Centre,
            Self::Pair => GussetCrease::Pair,
            Self::FoldFlat => GussetCrease::FoldFlat { across },
        }
    }
}

impl BaseName {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// Such flaps, of that lap or depth where they have one.
    pub const fn of(self, length: Length) -> BaseHabit {
        match self {
            Self::Full => BaseHabit::Full,
            Self::HalfAndLap => BaseHabit::HalfAndLap { lap: length },
            Self::Fixed => BaseHabit::Fixed { depth: length },
            Self::Custom => BaseHabit::Custom { depth: length },
        }
    }
}

impl BaseHabit {
    /// How far the face flaps lap each other; nothing for flaps whose depth is set otherwise.
    pub const fn lap(self) -> Option<Length> {
        match self {
            Self::HalfAndLap { lap } => Some(lap),
            Self::Full | Self::Fixed { .. } | Self::Custom { .. } => None,
        }
    }
}

impl GussetCrease {
    /// True if anything is creased on the gussets, so that they fold in.
    pub const fn is_any(self) -> bool {
        match self {
            Self::None => false,
            Self::Centre | Self::Pair | Self::FoldFlat { .. } => true,
        }
    }

    /// True if the 45° pair is scored.
    pub const fn has_pair(self) -> bool {
        match self {
            Self::Pair | Self::FoldFlat { .. } => true,
            Self::None | Self::Centre => false,
        }
    }

    /// How far round the line runs that it folds flat by; nothing if it is not to fold flat.
    pub const fn across(self) -> Option<Across> {
        match self {
            Self::FoldFlat { across } => Some(across),
            Self::None | Self::Centre | Self::Pair => None,
        }
    }

    /// True if its lines are pressed in by hand when the bag is made, and none of them is scored.
    pub const fn is_unscored(self) -> bool {
        match self.across() {
            Some(Across::Unscored) => true,
            Some(Across::Back | Across::BothFaces) | None => false,
        }
    }

    /// True if the fold-flat line runs over both faces.
    pub const fn folds_over_either_face(self) -> bool {
        match self.across() {
            Some(Across::BothFaces) => true,
            Some(Across::Back | Across::Unscored) | None => false,
        }
    }

    /// True if the bag is to fold flat.
    pub const fn folds_flat(self) -> bool {
        self.across().is_some()
    }
}

/// Which base flaps fold in first. Both orders end with the front, so that no raw edge shows in front.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum ClosingOrder {
    /// Back, gussets, front.
    #[default]
    BackFirst,
    /// Gussets, back, front.
    GussetsFirst,
}

/// Which face of the paper is scored.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum ScoreFace {
    /// The face that ends up outside the fold: the pressed fibres crack less.
    #[default]
    OutsideOfFold,
    /// The inside face throughout, because the marks show; only a hem turned out is scored from the front.
    InsideThroughout,
}

/// One end of a board's fence.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Stop {
    /// The left one.
    #[default]
    Left,
    /// The right one.
    Right,
}

impl Stop {
    /// `left`, `right`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Left => "left",
            Self::Right => "right",
        }
    }
}

/// The stops of a board.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Stops {
    /// One on the left.
    #[default]
    Left,
    /// One on the right.
    Right,
    /// One at either end: a piece can be slid from one to the other without being turned.
    Both,
}

impl Stops {
    /// True if there is a stop at that end.
    pub const fn has(self, stop: Stop) -> bool {
        match self {
            Self::Left => matches!(stop, Stop::Left),
            Self::Right => matches!(stop, Stop::Right),
            Self::Both => true,
        }
    }
}

/// A scoring board.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Board {
    /// Distance between two grooves.
    pub groove: Length,
    /// Distance from a stop to the last groove; it is as deep as it is wide.
    pub reach: Length,
    /// At which ends of the fence it has a stop. Grooves are counted from whichever stop the piece lies against.
    pub stops: Stops,
    /// True if a piece larger than the board may hang over its open edges; false if it has a rim there.
    pub hangs_over: bool,
}

impl Default for Board {
    /// Grooves every ⅛ in, 12 in wide, one stop on the left, open to the right and below (common practice).
    fn default() -> Self {
        Self { groove: Length::eighths(1), reach: Length::inches(12), stops: Stops::Left, hangs_over: true }
    }
}
