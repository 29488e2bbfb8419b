//! Small parts that are wanted besides the pieces.

use crate::Length;
use crate::plane::Size;
use enum_map::{Enum, EnumMap};
use strum::VariantArray;

/// A small part that can be cut besides the pieces.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, PartialOrd, Ord, Enum, VariantArray)]
pub enum Extra {
    /// Loose stiffener laid on the base.
    Insert,
    /// A strip rolled into a handle.
    HandleStrip,
    /// Card behind the handle holes.
    Reinforcement,
    /// A tag.
    Tag,
    /// A decorative panel laid on a face.
    Mat,
    /// A strap through slots.
    Strap,
    /// A folded hanger over the lip.
    Hanger,
    /// A decorative panel laid on a gusset.
    GussetMat,
    /// A decorative panel laid on the closing flap.
    FlapMat,
    /// A band round the bag.
    Band,
    /// A pocket inside the front.
    Pocket,
    /// A template that marks the holes of both faces alike.
    Template,
    /// A round medallion, or what an initial is cut from.
    Medallion,
}

/// The small parts a crafter wants from the same paper.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Extras(EnumMap<Extra, bool>);

impl Extra {
    /// Width and height of a tag: 2 × 3½ (our choice).
    pub const TAG: Size = Size::new(Length::inches(2), Length::eighths(28));

    /// Every kind.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if it is a part of the bag, and no tool for making it.
    pub const fn stays_on_the_bag(self) -> bool {
        match self {
            Self::Template => false,
            Self::Insert
            | Self::HandleStrip
            | Self::Reinforcement
            | Self::Tag
            | Self::Mat
            | Self::Strap
            | Self::Hanger
            | Self::GussetMat
            | Self::FlapMat
            | Self::Band
            | Self::Pocket
            | Self::Medallion => true,
        }
    }

    /// True if it is the stiffener on the base.
    pub const fn is_insert(self) -> bool {
        match self {
            Self::Insert => true,
            Self::HandleStrip
            | Self::Reinforcement
            | Self::Tag
            | Self::Mat
            | Self::Strap
            | Self::Hanger
            | Self::GussetMat
            | Self::FlapMat
            | Self::Band
            | Self::Pocket
            | Self::Template
            | Self::Medallion => false,
        }
    }

    /// True if it is cut round, as wide as it is high.
    pub const fn is_round(self) -> bool {
        match self {
            Self::Medallion => true,
            Self::Insert
            | Self::HandleStrip
            | Self::Reinforcement
            | Self::Tag
            | Self::Mat
            | Self::Strap
            | Self::Hanger
            | Self::GussetMat
            | Self::FlapMat
            | Self::Band
            | Self::Pocket
            | Self::Template => false,
        }
    }

    /// `insert`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Insert => "insert",
            Self::HandleStrip => "handle strip",
            Self::Reinforcement => "reinforcement strip",
            Self::Tag => "tag",
            Self::Mat => "mat",
            Self::Strap => "strap",
            Self::Hanger => "hanger",
            Self::GussetMat => "gusset mat",
            Self::FlapMat => "flap mat",
            Self::Band => "band",
            Self::Pocket => "card pocket",
            Self::Template => "hole template",
            Self::Medallion => "medallion",
        }
    }
}

impl Extras {
    /// The set of the kinds given.
    pub fn of(kinds: impl IntoIterator<Item = Extra>) -> Self {
        let mut set = Self::default();
        for kind in kinds {
            set.0[kind] = true;
        }
        set
    }

    /// True if the kind belongs to it.
    pub fn has(self, kind: Extra) -> bool {
        self.0[kind]
    }

    /// Its kinds.
    pub fn iter(self) -> impl Iterator<Item = Extra> {
        self.0.into_iter().filter_map(|(kind, is_in)| is_in.then_some(kind))
    }
}
