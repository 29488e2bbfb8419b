//! One scored line.

use super::{Panel, Point};

/// Which way a crease folds, seen from the outside face.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Fold {
    /// The paper beside it goes away from you.
    Mountain,
    /// The paper beside it comes towards you.
    Valley,
    /// Scored to lay an edge against; it stays flat.
    Flat,
}

impl Fold {
    /// The fold of the same line where the paper has been turned over on itself.
    pub fn turned_over(self) -> Self {
        match self {
            Self::Mountain => Self::Valley,
            Self::Valley => Self::Mountain,
            Self::Flat => Self::Flat,
        }
    }
}

/// What a crease is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum CreaseRole {
    /// Between body and base flaps.
    BaseLine,
    /// Between a face and a gusset.
    Corner,
    /// Between the last panel and the glue tab.
    TabLine,
    /// Where the hem is turned.
    HemLine,
    /// Down the middle of a gusset.
    GussetCentre,
    /// From the apex of a gusset to a base corner, at 45°.
    GussetDiagonal,
    /// Across gussets and back at the height of the apex, so that the bag folds flat.
    FoldFlatLine,
    /// Down a gusset, from its apex to a base corner, or across at its height, where nothing is scored: pressed in by hand when
    /// the finished bag is first folded flat.
    PressedLine,
    /// Round the tube of a folded base, at the height of the apex, where it is squashed.
    TubeCrease,
    /// From the apex through a base corner to the bottom edge of a folded base, at 45°.
    SquashDiagonal,
    /// The corner line below the base line of a folded base, where the face flap goes over the end.
    TuckLine,
    /// Where the closing flap hinges.
    FlapLine,
    /// Across a closing flap, where it turns in to be tucked into a square mouth.
    FlapTurn,
    /// Down the middle of a joining strip.
    StripLine,
    /// Along a pleat of a flare.
    PleatLine,
    /// Where a flare is folded end to end.
    BottomFold,
    /// A pencil line on a lower piece to which the edge of the upper one is laid.
    LapLine,
}

impl CreaseRole {
    /// True for lines that nobody scores: creases that come about in the hand when the ends of a tube are squashed, and
    /// pencil lines.
    pub fn is_made_by_hand(self) -> bool {
        matches!(self, Self::SquashDiagonal | Self::TuckLine | Self::LapLine | Self::PressedLine)
    }
}

/// A straight scored line with one fold and one role.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Crease {
    /// Its lower or left end.
    pub from: Point,
    /// Its upper or right end.
    pub to: Point,
    /// Which way it folds.
    pub fold: Fold,
    /// What it is for.
    pub role: CreaseRole,
    /// The panel it belongs to; for an upright line the face beside it, if there is one; on a tab or a joining strip
    /// the panel that lies over it.
    pub panel: Panel,
}

impl Crease {
    /// True if it runs from bottom to top.
    pub fn is_vertical(&self) -> bool {
        self.from.x == self.to.x
    }

    /// True if it runs from side to side.
    pub fn is_level(&self) -> bool {
        self.from.y == self.to.y
    }

    /// True if it folds at all.
    pub fn folds(&self) -> bool {
        self.fold != Fold::Flat
    }
}
