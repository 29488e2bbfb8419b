//! What kind of work a step is.

use super::Stage;
use crate::net::GlueRole;

/// A kind of work.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Job {
    /// The piece is measured and trimmed out of the sheet.
    Trim,
    /// A piece is notched and scored in a guide.
    Guide,
    /// One pass on the scoring board.
    Score,
    /// Every line is folded and burnished.
    Fold,
    /// Slits, notches, corners.
    Cut,
    /// The halves of joining strips that go under the hem.
    StripEnds,
    /// The hem is turned.
    Hem,
    /// What lies behind holes or ribbon ends.
    Backing,
    /// A card pocket.
    Pocket,
    /// Mats on faces, gussets or flap.
    Mats,
    /// Holes are punched, hand holes cut.
    Holes,
    /// Slots for a strap, and its first end.
    StrapFirst,
    /// A ribbon up the faces.
    LongRibbon,
    /// A flare is pleated, folded end to end and closed.
    Flare,
    /// The seams are glued.
    Seam,
    /// Base flaps are closed one over another.
    Base,
    /// The ends of a tube are squashed and folded into a base.
    SquashBase,
    /// The bag is folded flat to be kept.
    FoldFlat,
    /// A stiffener is laid in.
    Insert,
    /// A band is laid round.
    Band,
    /// Handles are put on.
    Handles,
    /// The closing flap is folded over.
    Flap,
    /// The bag is closed.
    Close,
    /// What to think of before it is filled.
    Fill,
}

impl Job {
    /// The stage it belongs to.
    pub const fn stage(self) -> Stage {
        match self {
            Self::Trim => Stage::Trim,
            Self::Guide | Self::Score => Stage::Score,
            Self::Fold | Self::Cut => Stage::Cut,
            _ => Stage::Glue,
        }
    }

    /// The glue areas that are worked on.
    pub const fn glue(self) -> &'static [GlueRole] {
        match self {
            Self::Hem => &[GlueRole::Hem],
            Self::StripEnds => &[GlueRole::Strip],
            Self::Flare => &[GlueRole::Pleat],
            Self::Seam => &[GlueRole::Tab, GlueRole::Lap, GlueRole::Strip, GlueRole::AllRound],
            Self::Base => &[GlueRole::BaseFlap, GlueRole::Ear],
            Self::SquashBase => &[GlueRole::BaseCorner, GlueRole::BaseLap],
            _ => &[],
        }
    }
}
