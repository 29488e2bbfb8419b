//! The habits and schools a brief chooses between.

use crate::Length;

/// Customary glue tab: ½ in (common practice).
pub const CUSTOMARY_TAB: Length = Length::eighths(4);
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

/// How a bag is built from its pieces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
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

/// Where the run of panels starts, and which way it goes. Only a wrap starts anywhere but at a face.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Run {
    /// The first panel.
    pub start: RunStart,
    /// The side on which the run ends in its tab.
    pub direction: Direction,
}

/// The first panel of a one-piece run.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum RunStart {
    /// Gusset, front, gusset, back, tab: the seam lies at a back corner.
    #[default]
    Gusset,
    /// Front, gusset, back, gusset, tab: the seam lies at a front corner.
    Face,
    /// Half gusset, front, gusset, back, half gusset, tab: the seam hides on the gusset's centre crease.
    HalfGusset,
}

/// Which way the run goes, seen from the outside face, top edge up.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Direction {
    /// From left to right: the tab is on the right.
    #[default]
    Right,
    /// From right to left: the tab is on the left.
    Left,
}

/// How deep the base flaps are.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
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

/// What happens to the top band.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Hem {
    /// A raw edge.
    #[default]
    None,
    /// Turned to the inside: hidden, strengthens the lip.
    In {
        /// Depth of the band.
        depth: Length,
    },
    /// Turned to the outside: shows the reverse of the sheet as a contrast band.
    Out {
        /// Depth of the band.
        depth: Length,
    },
}

impl Hem {
    /// Depth of the turned band; zero for a raw edge.
    pub fn depth(self) -> Length {
        match self {
            Self::None => Length::ZERO,
            Self::In { depth } | Self::Out { depth } => depth,
        }
    }

    /// The same turn at another depth.
    pub fn with_depth(self, depth: Length) -> Self {
        match self {
            Self::None => Self::None,
            Self::In { .. } => Self::In { depth },
            Self::Out { .. } => Self::Out { depth },
        }
    }
}

/// What is scored down the gussets.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum GussetCrease {
    /// Nothing: a square bag that always stands.
    #[default]
    None,
    /// The centre line, so that the top pinches in.
    Centre,
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

/// A scoring board.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Board {
    /// Distance between two grooves.
    pub groove: Length,
    /// Distance from the left stop to the last groove.
    pub reach: Length,
}

impl Default for Board {
    /// Grooves every ⅛ in, 12 in wide (common practice).
    fn default() -> Self {
        Self { groove: Length::eighths(1), reach: Length::inches(12) }
    }
}
