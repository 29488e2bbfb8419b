//! What a way of building a bag answers about itself, all in one place.

use super::{Build, BuildName, CUSTOMARY_LAP, CUSTOMARY_PLEATS, Cuts, Squares};
use crate::Length;
use strum::VariantArray;

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
    /// One round of the bag, with one seam.
    InOne,
    /// Two pieces alike, with two seams.
    InTwo,
    /// Two pieces whose gussets lie over one another.
    Doubled,
    /// A round cut at places of one's choice.
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
    /// True if cutting its round at more places can make it fit its sheets.
    pub can_be_cut: bool,
}

impl BuildName {
    /// All of them, in the order in which they are offered.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// A bag built so in customary figures; nothing for a round in pieces, whose places are a matter of choice.
    ///
    /// Those of a cradle pair are two, for its corner squares decide how it is made.
    pub const fn customary(self) -> &'static [Build] {
        match self {
            Self::Wrap => &[Build::Wrap],
            Self::CornerPair => &[Build::CornerPair],
            Self::CradlePair => &[
                Build::CradlePair { squares: Squares::SlitUp },
                Build::CradlePair { squares: Squares::SlitLevel },
            ],
            Self::Joined => &[],
            Self::FoldedBase => &[Build::FoldedBase { lap: CUSTOMARY_LAP }],
            Self::PleatedFlare => {
                &[Build::PleatedFlare { pleats: CUSTOMARY_PLEATS.0, pleat: CUSTOMARY_PLEATS.1 }]
            }
        }
    }

    /// Such a build: cut at those places, its corner squares so, laps and pleats so large, where it has any.
    pub const fn of(self, cuts: Cuts, squares: Squares, pleats: u8, length: Length) -> Build {
        match self {
            Self::Wrap => Build::Wrap,
            Self::CornerPair => Build::CornerPair,
            Self::CradlePair => Build::CradlePair { squares },
            Self::Joined => Build::Joined { cuts },
            Self::FoldedBase => Build::FoldedBase { lap: length },
            Self::PleatedFlare => Build::PleatedFlare { pleats, pleat: length },
        }
    }
}

impl Build {
    /// What it is called, and when people choose it, in one line (common practice).
    pub const fn words(self) -> (&'static str, &'static str) {
        match self {
            Self::Wrap => ("Wrap", "One piece and one seam: when it fits the sheet."),
            Self::CornerPair => {
                ("Corner pair", "Two pieces alike, seams at opposite corners: to grow past one sheet.")
            }
            Self::CradlePair { squares: Squares::SlitUp } => (
                "Cradle pair, squares in the base",
                "Double sides and no tabs; the corner squares strengthen the base.",
            ),
            Self::CradlePair { squares: Squares::SlitLevel } => (
                "Cradle pair, squares as ears",
                "Double sides and no tabs; the corner squares stiffen the gussets.",
            ),
            Self::Joined { .. } => (
                "More pieces",
                "The panels cut apart where joins show least: when one or two sheets will not do.",
            ),
            Self::FoldedBase { .. } => {
                ("Folded base", "Wrapping paper, no slits: a tube whose ends are squashed and lapped.")
            }
            Self::PleatedFlare { .. } => {
                ("Pleated flare", "Wrapping paper, no base: for flat or soft things that need a wide mouth.")
            }
        }
    }

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

    /// True for one round of the bag with one seam.
    pub const fn goes_round_in_one(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InOne => true,
            GoesRound::InTwo | GoesRound::Doubled | GoesRound::InPieces | GoesRound::OverAndUp => false,
        }
    }

    /// Where its round is cut by choice; nowhere on any build but a joined round.
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

    /// True for a round that is cut at places of one's choice.
    pub const fn is_cut(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InPieces => true,
            GoesRound::InOne | GoesRound::InTwo | GoesRound::Doubled | GoesRound::OverAndUp => false,
        }
    }

    /// True if it has glue tabs, or strips in place of them.
    pub const fn has_joins(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InOne | GoesRound::InTwo | GoesRound::InPieces => true,
            GoesRound::Doubled | GoesRound::OverAndUp => false,
        }
    }

    /// True for two pieces alike, with two seams.
    pub const fn goes_round_in_two(self) -> bool {
        match self.nature().goes_round {
            GoesRound::InTwo => true,
            GoesRound::InOne | GoesRound::Doubled | GoesRound::InPieces | GoesRound::OverAndUp => false,
        }
    }

    /// True for one piece wrapped round whose base is made of flaps: what a round may start anywhere on.
    pub const fn is_wrapped(self) -> bool {
        self.goes_round_in_one() && self.has_slit_flaps()
    }

    /// How many pleats there are on each side, and how wide each is; nothing on any build but a flare.
    pub const fn pleated(self) -> Option<(u8, Length)> {
        match self {
            Self::PleatedFlare { pleats, pleat } => Some((pleats, pleat)),
            Self::Wrap
            | Self::CornerPair
            | Self::CradlePair { .. }
            | Self::Joined { .. }
            | Self::FoldedBase { .. } => None,
        }
    }

    /// How far the flaps of a folded base lap each other; nothing on any other build.
    pub const fn folded_lap(self) -> Option<Length> {
        match self {
            Self::FoldedBase { lap } => Some(lap),
            Self::Wrap
            | Self::CornerPair
            | Self::CradlePair { .. }
            | Self::Joined { .. }
            | Self::PleatedFlare { .. } => None,
        }
    }

    /// What becomes of the base corner squares of a cradle pair; nothing on any other build.
    pub const fn squares(self) -> Option<Squares> {
        match self {
            Self::CradlePair { squares } => Some(squares),
            Self::Wrap
            | Self::CornerPair
            | Self::Joined { .. }
            | Self::FoldedBase { .. }
            | Self::PleatedFlare { .. } => None,
        }
    }

    /// True if ears turn up from its base against the gussets.
    pub const fn has_ears(self) -> bool {
        match self.squares() {
            Some(Squares::SlitLevel) => true,
            Some(Squares::SlitUp) | None => false,
        }
    }

    /// Where its round is cut by choice; nothing on a build whose round is not.
    pub fn chosen_cuts(self) -> Option<Cuts> {
        self.is_cut().then(|| self.cuts())
    }
}
