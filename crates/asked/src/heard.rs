//! What somebody said of a bag: the sheets and figures found in their words, before anyone asks whether they make a bag.
//!
//! [`Heard::listen`] takes words as people use them ("two 12×12, score at 6 and 11½, turn, score at 5½ and 11") and keeps, of every
//! phrase, where it stands and what was understood of it. Nothing is guessed here: a word that means nothing is passed over and
//! said to be, and what contradicts itself is refused with the word at which it does.

mod clauses;
mod listen;
mod sides;
mod spoken;
mod tokens;
mod vocabulary;

pub use crate::brief::MOST_WORDS;
use crate::{Length, Unit};

use crate::brief::HemSide;
use crate::plane::Size;
use std::ops::Range;

/// Figures of scores that are listened to (our choice: a flare of six pleats a side has 15).
pub const MOST_FIGURES: usize = 40;

/// What was understood of somebody's words.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Heard {
    /// How many pieces there are alike, if that was said.
    pub pieces: Option<u32>,
    /// The sheet, in the order in which it was said, and where.
    pub sheet: Option<Placed<Size>>,
    /// One side of it, if no more was said.
    pub side: Option<Placed<HeardSide>>,
    /// True if the sheet was named by one side only, and taken to be square as pads are.
    pub padded: bool,
    /// Where a width and a height stand of which was not said whether they are the bag's or the sheet's.
    pub whose: Option<Range<usize>>,
    /// What it is trimmed to.
    pub trimmed: Option<Placed<Size>>,
    /// True if that was not said but reckoned, from the sheet and what is cut off it: it stands where both do.
    pub reckoned: bool,
    /// The scores, a pass for every way the piece lies.
    pub passes: Vec<HeardPass>,
    /// Measures that were named: a tab of ½, a hem of 1.
    pub measures: Vec<Placed<(Measure, Length)>>,
    /// How many pleats there are on each side.
    pub pleats: Option<u8>,
    /// What was said of the top edge.
    pub top: Option<HeardTop>,
    /// How it is built, if that was said.
    pub build: Option<HeardBuild>,
    /// True if joining strips are spoken of.
    pub strips: bool,
    /// True if the 45° creases of the gussets are spoken of.
    pub diagonals: bool,
    /// The unit the figures are in.
    pub spoken: Spoken,
    /// Where the second piece is spoken of, if it is scored otherwise than the first, whose scores alone are kept.
    pub differs: Option<Range<usize>>,
    /// True if no unit was named, and the figures may be inches or centimetres.
    pub unit_open: bool,
    /// Figures of which nothing is known, where they stand.
    pub unused: Vec<Range<usize>>,
    /// Every phrase, in order.
    pub phrases: Vec<Phrase>,
}

/// The unit figures are spoken in.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Spoken {
    /// Inches.
    Inches {
        /// True if it was said.
        is_named: bool,
    },
    /// Millimetres.
    Millimetres,
    /// Centimetres.
    Centimetres,
}

impl Default for Spoken {
    fn default() -> Self {
        Self::Inches { is_named: false }
    }
}

impl Spoken {
    /// The unit figures are shown in.
    pub const fn unit(self) -> Unit {
        match self {
            Self::Inches { .. } => Unit::Inch,
            Self::Millimetres | Self::Centimetres => Unit::Metric,
        }
    }

    /// A length as it is put into the words, so that it is heard as that length.
    pub fn written(self, length: Length) -> String {
        let exact = length.editable(Unit::Inch);
        match self {
            Self::Inches { .. } if exact.ends_with("mm") => exact,
            Self::Inches { is_named } => {
                let figure = length.figure(Unit::Inch);
                let figure = if figure.starts_with('≈') { exact } else { figure };
                if is_named { format!("{figure} in") } else { figure }
            }
            Self::Millimetres => format!("{} mm", length.editable(Unit::Metric)),
            Self::Centimetres => {
                format!("{} cm", Length::from_units(length.units() / 10).editable(Unit::Metric))
            }
        }
    }
}

/// Something that was said, and where it stands in the words: a range of bytes.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Placed<T> {
    /// What.
    pub value: T,
    /// Where.
    pub at: Range<usize>,
}

/// One side of a sheet.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct HeardSide {
    /// Along which lines are measured that run so; none if that was not said.
    pub axis: Option<Axis>,
    /// How long it is.
    pub length: Length,
}

/// Scores made while the piece lies one way.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct HeardPass {
    /// True if the piece lies a quarter turn from how it lay at first.
    pub turned: bool,
    /// Which way the lines run, if words say so.
    pub axis: Option<Axis>,
    /// The end they are measured from.
    pub end: HeardEnd,
    /// True if the long side lies along the fence, false for the short one.
    pub long: Option<bool>,
    /// The figures.
    pub figures: Vec<HeardFigure>,
}

/// One figure of a score.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct HeardFigure {
    /// How far from the end.
    pub at: Length,
    /// Where it stands in the words.
    pub place: Range<usize>,
    /// What it is said to be.
    pub line: Option<HeardLine>,
    /// True if it is said to stop short.
    pub partial: bool,
}

/// Which way lines run on the piece, top edge up.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Axis {
    /// Upright: they are measured from side to side.
    Upright,
    /// Level: they are measured from bottom to top.
    Level,
}

/// The end figures are measured from.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum HeardEnd {
    /// Nothing was said, and the piece was moved: it may be either.
    #[default]
    Unsaid,
    /// The one the other figures are measured from.
    Same,
    /// The one opposite to it.
    Opposite,
    /// The left edge, or the bottom edge.
    Near,
    /// The right edge, or the top edge.
    Far,
}

/// What a line may be said to be.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum HeardLine {
    /// Between body and base flaps.
    BaseLine,
    /// Where the hem turns.
    HemLine,
    /// Across at the height of the apex.
    FoldFlat,
    /// The apex itself.
    Apex,
    /// Round the tube of a folded base.
    TubeCrease,
    /// Down the middle of a gusset.
    GussetCentre,
    /// Where the tab begins.
    TabLine,
    /// Where a closing flap hinges.
    FlapLine,
}

impl HeardLine {
    /// Which way such a line runs.
    pub const fn axis(self) -> Axis {
        match self {
            Self::GussetCentre | Self::TabLine => Axis::Upright,
            Self::BaseLine
            | Self::HemLine
            | Self::FoldFlat
            | Self::Apex
            | Self::TubeCrease
            | Self::FlapLine => Axis::Level,
        }
    }

    /// `base line`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::BaseLine => "base line",
            Self::HemLine => "hem line",
            Self::FoldFlat => "fold-flat line",
            Self::Apex => "apex",
            Self::TubeCrease => "tube crease",
            Self::GussetCentre => "gusset centre",
            Self::TabLine => "tab line",
            Self::FlapLine => "line of the closing flap",
        }
    }
}

/// A measure that has a name.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Measure {
    /// Width of a face.
    Width,
    /// Height of the bag.
    Height,
    /// Depth of a side.
    Gusset,
    /// Width of the glue tab.
    Tab,
    /// Depth of the base flaps.
    Base,
    /// Depth of the hem.
    Hem,
    /// Depth of a closing flap.
    Flap,
    /// How far the flaps of a folded base lap.
    Lap,
    /// Width of a joining strip.
    Strip,
    /// Width of a pleat.
    Pleat,
}

impl Measure {
    /// `glue tab`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Width => "width",
            Self::Height => "height",
            Self::Gusset => "gusset",
            Self::Tab => "glue tab",
            Self::Base => "base flap",
            Self::Hem => "hem",
            Self::Flap => "closing flap",
            Self::Lap => "lap",
            Self::Strip => "joining strip",
            Self::Pleat => "pleat",
        }
    }
}

/// What may be said of the top edge.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum HeardTop {
    /// A hem, turned that way if it was said.
    Hem(Option<HemSide>),
    /// A closing flap.
    Flap,
}

/// How a bag may be said to be built.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum HeardBuild {
    /// One piece wrapped round.
    Wrap,
    /// Two pieces, each a face, a gusset and a tab.
    CornerPair,
    /// Two pieces, each a gusset, a face and a gusset.
    CradlePair,
    /// A tube whose base is folded without a slit.
    FoldedBase,
    /// Folded end to end, its sides pleated.
    PleatedFlare,
}

impl HeardBuild {
    /// True for a tube whose base is folded without a slit.
    pub const fn is_tube(self) -> bool {
        match self {
            Self::FoldedBase => true,
            Self::Wrap | Self::CornerPair | Self::CradlePair | Self::PleatedFlare => false,
        }
    }

    /// True for one that is folded end to end and has no base.
    pub const fn is_flare(self) -> bool {
        match self {
            Self::PleatedFlare => true,
            Self::Wrap | Self::CornerPair | Self::CradlePair | Self::FoldedBase => false,
        }
    }

    /// True for two pieces that are each a gusset, a face and a gusset.
    pub const fn is_cradle(self) -> bool {
        match self {
            Self::CradlePair => true,
            Self::Wrap | Self::CornerPair | Self::FoldedBase | Self::PleatedFlare => false,
        }
    }

    /// True where its pieces may be held together by a tab of their own.
    pub const fn has_tab(self) -> bool {
        match self {
            Self::Wrap | Self::CornerPair | Self::FoldedBase => true,
            Self::CradlePair | Self::PleatedFlare => false,
        }
    }
}

/// A stretch of the words and what was understood of it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Phrase {
    /// Where it stands.
    pub place: Range<usize>,
    /// What was understood; nothing if it was passed over.
    pub says: Option<String>,
}

/// Why words could not be listened to.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{sentence}")]
pub struct HeardFault {
    /// The word at which it stopped.
    pub place: Range<usize>,
    /// A sentence that quotes it.
    pub sentence: String,
}

impl Heard {
    /// True if there is anything a bag could be made of.
    pub fn has_figures(&self) -> bool {
        self.passes.iter().any(|pass| !pass.figures.is_empty())
    }

    /// The size of a piece: what the sheet is trimmed to, or the sheet.
    pub fn piece(&self) -> Option<Size> {
        self.trimmed.as_ref().or(self.sheet.as_ref()).map(|own| own.value)
    }

    /// Every figure of a score, with the pass it belongs to.
    pub fn figures(&self) -> impl Iterator<Item = (usize, &HeardFigure)> {
        let of_pass = |(index, pass): (usize, &'_ HeardPass)| (index, pass.figures.len());
        self.passes
            .iter()
            .enumerate()
            .map(of_pass)
            .flat_map(|(index, count)| (0..count).map(move |figure| (index, figure)))
            .map(|(pass, figure)| (pass, &self.passes[pass].figures[figure]))
    }
}

#[cfg(test)]
mod tests;
