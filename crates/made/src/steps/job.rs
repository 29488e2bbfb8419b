//! What kind of work a step is.

use super::{Scene, Stage};
use crate::net::GlueRole;
use strum::VariantArray;

/// A kind of work.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash, VariantArray)]
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
    /// Parts of a face, or a lower piece and the upper over it, are joined flat on the table.
    Join,
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
    /// What to think of before it is filled.
    Fill,
    /// The closing flap is folded over.
    Flap,
    /// The bag is closed.
    Close,
}

impl Job {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// The stage it belongs to.
    pub const fn stage(self) -> Stage {
        match self {
            Self::Trim => Stage::Trim,
            Self::Guide | Self::Score => Stage::Score,
            Self::Fold | Self::Cut => Stage::Cut,
            Self::Join
            | Self::StripEnds
            | Self::Hem
            | Self::Backing
            | Self::Pocket
            | Self::Mats
            | Self::Holes
            | Self::StrapFirst
            | Self::LongRibbon
            | Self::Flare
            | Self::Seam
            | Self::Base
            | Self::SquashBase
            | Self::FoldFlat
            | Self::Insert
            | Self::Band
            | Self::Handles
            | Self::Fill
            | Self::Flap
            | Self::Close => Stage::Glue,
        }
    }

    /// Names it in what is kept; never changed.
    pub const fn key(self) -> &'static str {
        match self {
            Self::Trim => "trim",
            Self::Guide => "guide",
            Self::Score => "score",
            Self::Fold => "fold",
            Self::Cut => "cut",
            Self::Join => "join",
            Self::StripEnds => "strip_ends",
            Self::Hem => "hem",
            Self::Backing => "backing",
            Self::Pocket => "pocket",
            Self::Mats => "mats",
            Self::Holes => "holes",
            Self::StrapFirst => "strap_first",
            Self::LongRibbon => "long_ribbon",
            Self::Flare => "flare",
            Self::Seam => "seam",
            Self::Base => "base",
            Self::SquashBase => "squash_base",
            Self::FoldFlat => "fold_flat",
            Self::Insert => "insert",
            Self::Band => "band",
            Self::Handles => "handles",
            Self::Fill => "fill",
            Self::Flap => "flap",
            Self::Close => "close",
        }
    }

    /// What there is to be seen while it is done, if no more is there yet.
    pub(super) const fn scene(self) -> Scene {
        match self {
            Self::Trim => Scene::Sheets,
            Self::Guide | Self::Score => Scene::Board,
            Self::Fold
            | Self::Cut
            | Self::Backing
            | Self::Pocket
            | Self::Mats
            | Self::Holes
            | Self::StrapFirst
            | Self::LongRibbon => Scene::Flat,
            Self::Join | Self::StripEnds | Self::Hem | Self::Flare | Self::Seam => Scene::Glued,
            Self::Base | Self::SquashBase | Self::Insert => Scene::Bag,
            Self::FoldFlat | Self::Band | Self::Handles | Self::Fill | Self::Flap | Self::Close => {
                Scene::Finished
            }
        }
    }

    /// How many stretches of the `way` from the flat to the finished bag are done with it.
    pub(super) const fn folds(self, way: usize) -> usize {
        match self {
            Self::Hem => 1,
            Self::Seam => 2,
            Self::Flare | Self::Base | Self::SquashBase => way,
            Self::Trim
            | Self::Guide
            | Self::Score
            | Self::Fold
            | Self::Cut
            | Self::Join
            | Self::StripEnds
            | Self::Backing
            | Self::Pocket
            | Self::Mats
            | Self::Holes
            | Self::StrapFirst
            | Self::LongRibbon
            | Self::FoldFlat
            | Self::Insert
            | Self::Band
            | Self::Handles
            | Self::Fill
            | Self::Flap
            | Self::Close => 0,
        }
    }

    /// The glue areas that are worked on.
    pub const fn glue(self) -> &'static [GlueRole] {
        match self {
            Self::Join => &[GlueRole::AllRound, GlueRole::FaceTab, GlueRole::FaceStrip],
            Self::Hem => &[GlueRole::Hem],
            Self::StripEnds => &[GlueRole::Strip],
            Self::Flare => &[GlueRole::Pleat],
            Self::Seam => &[GlueRole::Tab, GlueRole::Lap, GlueRole::Strip],
            Self::Base => &[GlueRole::BaseFlap, GlueRole::Ear],
            Self::SquashBase => &[GlueRole::BaseCorner, GlueRole::BaseLap],
            Self::Trim
            | Self::Guide
            | Self::Score
            | Self::Fold
            | Self::Cut
            | Self::Backing
            | Self::Pocket
            | Self::Mats
            | Self::Holes
            | Self::StrapFirst
            | Self::LongRibbon
            | Self::FoldFlat
            | Self::Insert
            | Self::Band
            | Self::Handles
            | Self::Fill
            | Self::Flap
            | Self::Close => &[],
        }
    }
}
