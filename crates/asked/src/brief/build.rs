//! What a way of building a bag answers about itself, all in one place.

use super::{Build, Cuts};

/// What becomes of the bottom of a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Bottom {
    /// Flaps, slit apart, that fold into the base.
    Flaps,
    /// The ends of the tube are squashed and folded in, without a slit.
    Squashed,
    /// There is no base: the sheet is folded end to end.
    Folded,
}

/// How the panels of a bag hang together before it is glued.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum GoesRound {
    /// One run round the bag, with one seam.
    InOne,
    /// Two pieces alike, with two seams.
    InTwo,
    /// Two pieces whose gussets lie over one another.
    Doubled,
    /// A run cut at places of one's choice.
    InPieces,
    /// One sheet from the top of the front to the top of the back.
    OverAndUp,
}

/// What a build answers.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Nature {
    /// What becomes of its bottom.
    pub bottom: Bottom,
    /// How its panels hang together.
    pub goes_round: GoesRound,
    /// True if cutting its run at more places can make it fit its sheets.
    pub can_be_cut: bool,
}

impl Build {
    /// What this build answers: the one place in which a new way of building a bag has to be described before anything else
    /// of it can be asked.
    ///
    /// ```
    /// use wide_fold_asked::brief::{Bottom, Build};
    /// assert_eq!(Build::Wrap.nature().bottom, Bottom::Flaps);
    /// assert!(Build::Wrap.has_base() && Build::Wrap.has_gussets());
    /// ```
    pub const fn nature(self) -> Nature {
        let (bottom, goes_round, can_be_cut) = match self {
            Self::Wrap => (Bottom::Flaps, GoesRound::InOne, true),
            Self::CornerPair => (Bottom::Flaps, GoesRound::InTwo, true),
            Self::CradlePair { .. } => (Bottom::Flaps, GoesRound::Doubled, false),
            Self::Joined { .. } => (Bottom::Flaps, GoesRound::InPieces, true),
            Self::FoldedBase { .. } => (Bottom::Squashed, GoesRound::InOne, false),
            Self::PleatedFlare { .. } => (Bottom::Folded, GoesRound::OverAndUp, false),
        };
        Nature { bottom, goes_round, can_be_cut }
    }

    /// True if it stands on a base: all but a flare.
    pub const fn has_base(self) -> bool {
        match self.nature().bottom {
            Bottom::Flaps | Bottom::Squashed => true,
            Bottom::Folded => false,
        }
    }

    /// True if its base is made of flaps that are slit apart.
    pub const fn has_slit_flaps(self) -> bool {
        match self.nature().bottom {
            Bottom::Flaps => true,
            Bottom::Squashed | Bottom::Folded => false,
        }
    }

    /// True if the ends of its tube are squashed and folded in.
    pub const fn is_squashed(self) -> bool {
        match self.nature().bottom {
            Bottom::Squashed => true,
            Bottom::Flaps | Bottom::Folded => false,
        }
    }

    /// True if it has gussets that are seen: a flare hides its own in pleats.
    pub const fn has_gussets(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InOne | GoesRound::InTwo | GoesRound::Doubled | GoesRound::InPieces => true,
            GoesRound::OverAndUp => false,
        }
    }

    /// True if its gussets lie over one another, two by two.
    pub const fn has_double_gussets(self) -> bool {
        match self.nature().goes_round {
            GoesRound::Doubled => true,
            GoesRound::InOne | GoesRound::InTwo | GoesRound::InPieces | GoesRound::OverAndUp => false,
        }
    }

    /// True for one run round the bag with one seam.
    pub const fn goes_round_in_one(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InOne => true,
            GoesRound::InTwo | GoesRound::Doubled | GoesRound::InPieces | GoesRound::OverAndUp => false,
        }
    }

    /// Where its run is cut by choice; nowhere on any build but a joined run.
    pub fn cuts(self) -> Cuts {
        match self {
            Self::Joined { cuts } => cuts,
            Self::Wrap
            | Self::CornerPair
            | Self::CradlePair { .. }
            | Self::FoldedBase { .. }
            | Self::PleatedFlare { .. } => Cuts::default(),
        }
    }

    /// True for a run that is cut at places of one's choice.
    pub const fn is_cut(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InPieces => true,
            GoesRound::InOne | GoesRound::InTwo | GoesRound::Doubled | GoesRound::OverAndUp => false,
        }
    }
}
