//! What a bag ends in at its top, and what each such end answers about itself, all in one place.

use crate::Length;
use strum::{EnumDiscriminants, VariantArray};

/// What happens above the top edge.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, EnumDiscriminants)]
#[strum_discriminants(
    name(TopName),
    derive(VariantArray, Hash),
    doc = "What happens above the top edge, without its figures.",
    allow(missing_docs)
)]
pub enum Top {
    /// A raw edge.
    #[default]
    Raw,
    /// A hem turned to the inside: hidden, strengthens the lip.
    HemIn {
        /// Depth of the band.
        depth: Length,
    },
    /// A hem turned to the outside: shows the reverse of the sheet as a contrast band.
    HemOut {
        /// Depth of the band.
        depth: Length,
    },
    /// A closing flap: one face runs on above the top, the rest is cut away there.
    Flap {
        /// The face that runs on.
        on: FaceSide,
        /// How far it runs on.
        depth: Length,
        /// Radius of its two rounded corners; zero leaves them square.
        corner: Length,
    },
}

/// One of the two faces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum FaceSide {
    /// The front.
    Front,
    /// The back.
    #[default]
    Back,
}

/// Which way a hem is turned.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum HemSide {
    /// To the inside.
    Inside,
    /// To the outside, where it shows the reverse of the sheet.
    Outside,
}

/// A hem: a band turned over all the way round.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Hem {
    /// Which way.
    pub side: HemSide,
    /// Depth of the band.
    pub depth: Length,
}

/// A closing flap.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct ClosingFlap {
    /// The face that runs on.
    pub on: FaceSide,
    /// How far it runs on.
    pub depth: Length,
    /// Radius of its two rounded corners; zero leaves them square.
    pub corner: Length,
}

/// What a top answers: at most one of the two.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct TopNature {
    /// The band that is turned over.
    pub hem: Option<Hem>,
    /// The face that runs on.
    pub flap: Option<ClosingFlap>,
}

impl TopName {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// Such a top, so deep; a flap on the face it is said on, its corners rounded.
    pub const fn of(self, on: FaceSide, depth: Length, corner: Length) -> Top {
        match self {
            Self::Raw => Top::Raw,
            Self::HemIn => Top::HemIn { depth },
            Self::HemOut => Top::HemOut { depth },
            Self::Flap => Top::Flap { on, depth, corner },
        }
    }
}

impl Top {
    /// What this top answers: the one place in which a new one has to be described before anything else of it can be asked.
    ///
    /// ```
    /// use wide_fold_asked::{Length, brief::Top};
    /// let hem = Top::HemIn { depth: Length::INCH };
    /// assert!(hem.is_turned_in() && hem.flap().is_none());
    /// assert_eq!(hem.depth(), Length::INCH);
    /// ```
    pub const fn nature(self) -> TopNature {
        match self {
            Self::Raw => TopNature { hem: None, flap: None },
            Self::HemIn { depth } => {
                TopNature { hem: Some(Hem { side: HemSide::Inside, depth }), flap: None }
            }
            Self::HemOut { depth } => {
                TopNature { hem: Some(Hem { side: HemSide::Outside, depth }), flap: None }
            }
            Self::Flap { on, depth, corner } => {
                TopNature { hem: None, flap: Some(ClosingFlap { on, depth, corner }) }
            }
        }
    }

    /// True if nothing happens above it.
    pub const fn is_raw(self) -> bool {
        let TopNature { hem, flap } = self.nature();
        hem.is_none() && flap.is_none()
    }

    /// The closing flap, if it is one.
    pub const fn flap(self) -> Option<ClosingFlap> {
        self.nature().flap
    }

    /// True if a hem is turned to the inside.
    pub fn is_turned_in(self) -> bool {
        self.nature().hem.is_some_and(|hem| hem.side == HemSide::Inside)
    }

    /// True if a hem is turned to the outside.
    pub fn is_turned_out(self) -> bool {
        self.nature().hem.is_some_and(|hem| hem.side == HemSide::Outside)
    }

    /// Depth of the hem; zero if nothing is turned over all the way round.
    pub fn hem(self) -> Length {
        self.nature().hem.map_or(Length::ZERO, |hem| hem.depth)
    }

    /// How far the paper runs on above the finished top edge; zero for a raw edge.
    pub fn depth(self) -> Length {
        self.flap().map_or(self.hem(), |flap| flap.depth)
    }

    /// The same top at another depth.
    pub fn with_depth(self, depth: Length) -> Self {
        match self {
            Self::Raw => Self::Raw,
            Self::HemIn { .. } => Self::HemIn { depth },
            Self::HemOut { .. } => Self::HemOut { depth },
            Self::Flap { on, corner, .. } => Self::Flap { on, depth, corner },
        }
    }
}
