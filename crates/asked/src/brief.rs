//! What the crafter asks for.

mod build;
mod edge;
mod extras;
mod fittings;
mod guided;
mod habits;
mod hand;
mod limits;
mod lined;
#[cfg(test)]
mod natures;
mod places;
mod top;

pub use build::{Bottom, GoesRound, Nature};
pub use edge::*;
pub use extras::{Extra, Extras};
pub use fittings::*;
pub use guided::Misfit;
pub use habits::*;
pub use hand::Hand;
pub use limits::{BriefFault, MOST_WORDS};
pub use lined::{LIFTED, Lined, ROLL};
pub use places::{AllRound, Cuts, FacesWhole, JoinWeights, Place, Places, Side};
pub use top::{ClosingFlap, FaceSide, Hem, HemSide, Top, TopName, TopNature};

use crate::gift::Gift;
use crate::{Guide, Length, Sheet, Unit};

/// Everything a crafter says about a bag before anything is computed.
///
/// A brief that passes [`Brief::check`] can be planned; whether the plan is a good one is what verdicts are for.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Brief {
    /// Size of the open, standing bag.
    pub finished: Finished,
    /// How the bag is built from its pieces.
    pub build: Build,
    /// Where the round of panels starts, and which way it goes.
    pub round: Round,
    /// Width of the glue tab.
    pub tab: Length,
    /// Tabs, or strips in place of them.
    pub joins: Joins,
    /// How deep the base flaps are.
    pub base: BaseHabit,
    /// How much each side of a gusset flap tapers at the bottom edge; none leaves a plain slit.
    pub notch: Length,
    /// What happens at the top edge.
    pub top: Top,
    /// True if a hem is slit at every corner of the bag, its ends slanted. A flare has no corners.
    pub hem_slit: bool,
    /// What line the free edge of a hem turned out, or of a closing flap, is cut to.
    pub edge: Edge,
    /// What is scored down the gussets, and across so that the bag folds flat.
    pub gusset_crease: GussetCrease,
    /// Room given to the thickness of the paper: the front piece of a cradle pair, which goes round the other, is wider
    /// by it. On other builds it says that the finished size already has it.
    pub allowance: Length,
    /// Which flaps fold in first when the base is closed.
    pub closing: ClosingOrder,
    /// The sheet to cut it from.
    pub sheet: Sheet,
    /// Another paper for the gussets and a separate base: whatever carries no face. It lies upright.
    pub side_sheet: Option<Sheet>,
    /// The scoring board at hand.
    pub board: Board,
    /// Whether lines are scored on it, or creased with a ruler.
    pub lined: Lined,
    /// What the crafter's hands do every time, and scores are told less by.
    pub hand: Hand,
    /// A guide to notch and score it with, as far as it reaches.
    pub guide: Option<Guide>,
    /// What goes into it, as it lies, if that is kept with the bag.
    pub gift: Option<Gift>,
    /// The words somebody said it in, if it was read from them.
    pub heard: Option<String>,
    /// Which face is scored.
    pub score_face: ScoreFace,
    /// How much joins show at every kind of place, when a round is cut into pieces.
    pub weights: JoinWeights,
    /// Handle, closure, insert, decoration.
    pub fittings: Fittings,
    /// Small parts wanted from the same paper.
    pub extras: Extras,
    /// The unit of every label. Changes no length.
    pub unit: Unit,
}

/// The open, standing bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Finished {
    /// Width of a face.
    pub width: Length,
    /// Base fold to top edge, after the top is turned.
    pub height: Length,
    /// Depth of a side panel.
    pub gusset: Length,
}

impl Brief {
    /// The customary brief for a size: one piece, gusset first to the right, tab ½, full base flaps, raw top, no
    /// gusset crease, on a directional 12×12.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length};
    /// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    /// assert_eq!(brief.check(), Ok(()));
    /// // Full base flaps are as deep as the gusset.
    /// assert_eq!(brief.flap(), Length::inches(2));
    /// ```
    pub fn new(width: Length, height: Length, gusset: Length) -> Self {
        Self {
            finished: Finished { width, height, gusset },
            build: Build::Wrap,
            round: Round::default(),
            tab: CUSTOMARY_TAB,
            joins: Joins::Tabs,
            base: BaseHabit::Full,
            notch: CUSTOMARY_NOTCH,
            top: Top::Raw,
            hem_slit: false,
            edge: Edge::default(),
            gusset_crease: GussetCrease::None,
            allowance: Length::ZERO,
            closing: ClosingOrder::BackFirst,
            sheet: Sheet::default(),
            side_sheet: None,
            board: Board::default(),
            lined: Lined::Usual,
            hand: Hand::NONE,
            guide: None,
            gift: None,
            heard: None,
            score_face: ScoreFace::OutsideOfFold,
            weights: JoinWeights::default(),
            fittings: Fittings::default(),
            extras: Extras::default(),
            unit: Unit::Inch,
        }
    }

    /// Depth of the base flaps; none under a flare. A folded base has a lap of its own, whatever the habit.
    pub fn flap(&self) -> Length {
        match self.build {
            Build::FoldedBase { lap } => BaseHabit::HalfAndLap { lap }.depth(self.finished.gusset),
            Build::PleatedFlare { .. } => Length::ZERO,
            Build::Wrap | Build::CornerPair | Build::CradlePair { .. } | Build::Joined { .. } => {
                self.base.depth(self.finished.gusset)
            }
        }
    }

    /// From front to back of the open mouth: the gusset; nothing on a flare, which has none.
    pub fn depth(&self) -> Length {
        if self.build.has_gussets() { self.finished.gusset } else { Length::ZERO }
    }

    /// True if the gussets fold in at the mouth, so that front and back come together.
    pub fn pinches(&self) -> bool {
        self.depth() == Length::ZERO || self.gusset_crease.is_any()
    }

    /// Height of the apex above the base line: half the gusset.
    pub fn apex(&self) -> Length {
        self.depth().half()
    }

    /// The sheet a piece is cut from: those without a face from the other paper, if there is one.
    pub fn sheet_for(&self, has_face: bool) -> &Sheet {
        self.side_sheet.as_ref().filter(|_| !has_face).unwrap_or(&self.sheet)
    }

    /// True if it can be kept flat only before its base is closed: it has one, and no line that folds it flat.
    pub fn rests_as_tube(&self) -> bool {
        self.build.has_base() && !self.gusset_crease.folds_flat()
    }

    /// True if what a hem covers can be put under it while the bag is flat: on a face that is whole before the hem is turned. Faces
    /// that are joined are hemmed first where the hem is turned out, for its end goes under the part it is joined to.
    pub fn hem_covers_while_flat(&self) -> bool {
        match self.build.cuts().faces_whole() {
            FacesWhole::AsCut => true,
            FacesWhole::Joined => !self.top.is_turned_out(),
            FacesWhole::InTheTube => false,
        }
    }

    /// True if the build has glue tabs, or strips in place of them.
    pub fn has_joins(&self) -> bool {
        self.build.has_joins()
    }
}
