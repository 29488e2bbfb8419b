//! One scored line.

use super::Point;

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
    /// Where the top band is turned.
    HemLine,
    /// Down the middle of a gusset.
    GussetCentre,
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
}

impl Crease {
    /// True if it runs from bottom to top.
    pub fn is_upright(&self) -> bool {
        self.from.x == self.to.x
    }
}
