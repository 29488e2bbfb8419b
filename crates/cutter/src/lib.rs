//! A simulated cutting machine: a stand-in for a real one. It knows only files, not bags.
//!
//! [`read`] reads what is to be worked from an SVG or a DXF; [`Job`] puts it in the order of the work, tells how long it takes and
//! what will go wrong; [`cut_out`] tells what pieces lie on the mat afterwards. Lengths are millimetres, seconds are seconds; the origin
//! is the bottom left corner of the mat, y up.

mod cut_out;
mod faults;
mod job;
mod mat;
mod read;

pub use cut_out::{CutOut, cut_out};
pub use faults::{Fault, FaultKind};
pub use job::{Job, Stroke};
pub use mat::Mat;
pub use read::{Drawing, Kind, Layer, Polyline, Told, Unit, Unreadable, read};

/// A place on the mat, or in a drawing: millimetres from the left and from the bottom.
pub type At = [f64; 2];

/// What the machine does along a line.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Tool {
    /// Draws.
    Pen,
    /// Presses a score.
    Score,
    /// Cuts dashes.
    Perforate,
    /// Cuts through.
    Cut,
}

impl Tool {
    /// All of them, in the order of the work: what weakens the paper most comes last.
    pub const ALL: [Self; 4] = [Self::Pen, Self::Score, Self::Perforate, Self::Cut];

    /// The layer it works: `cut`.
    pub const fn layer(self) -> &'static str {
        match self {
            Self::Pen => "pen",
            Self::Score => "score",
            Self::Perforate => "perforate",
            Self::Cut => "cut",
        }
    }

    /// The tool of a layer, by its name in any case; a number behind it (`cut-2`) does not matter.
    pub fn of_layer(name: &str) -> Option<Self> {
        let name = name.trim().to_lowercase();
        let name = name.trim_end_matches(|c: char| c.is_ascii_digit()).trim_end_matches(['-', '_', ' ']);
        Self::ALL.into_iter().find(|tool| tool.layer() == name)
    }

    /// How fast it goes, in millimetres a second (our choice; machines differ).
    pub const fn speed(self) -> f64 {
        match self {
            Self::Pen => 90.0,
            Self::Score => 60.0,
            Self::Perforate => 35.0,
            Self::Cut => 40.0,
        }
    }
}

fn far(a: At, b: At) -> f64 {
    (a[0] - b[0]).hypot(a[1] - b[1])
}
