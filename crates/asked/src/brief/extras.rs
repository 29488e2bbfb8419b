//! Small parts that are wanted besides the pieces.

use crate::Length;

/// A small part that can be cut besides the pieces.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, PartialOrd, Ord)]
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
}

/// The small parts a crafter wants from the same paper.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Extras(u16);

impl Extra {
    /// Width and height of a tag: 2 × 3½ (our choice).
    pub const TAG: (Length, Length) = (Length::inches(2), Length::eighths(28));

    /// Every kind.
    pub const ALL: [Self; 12] = [
        Self::Insert,
        Self::HandleStrip,
        Self::Reinforcement,
        Self::Tag,
        Self::Mat,
        Self::Strap,
        Self::Hanger,
        Self::GussetMat,
        Self::FlapMat,
        Self::Band,
        Self::Pocket,
        Self::Template,
    ];

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
        }
    }
}

impl Extras {
    /// The set of the kinds given.
    pub fn of(kinds: impl IntoIterator<Item = Extra>) -> Self {
        Self(kinds.into_iter().fold(0, |set, kind| set | 1 << kind as u8))
    }

    /// True if the kind belongs to it.
    pub fn has(self, kind: Extra) -> bool {
        self.0 >> kind as u8 & 1 == 1
    }

    /// Its kinds.
    pub fn iter(self) -> impl Iterator<Item = Extra> {
        Extra::ALL.into_iter().filter(move |kind| self.has(*kind))
    }
}
