//! Figures as they stand in a sentence.

use crate::{Brief, Length, Unit};

/// Figures in the unit a brief is read in.
#[derive(Clone, Copy)]
pub struct Figures(pub Unit);

impl Figures {
    /// The figures of a brief.
    pub fn of(brief: &Brief) -> Self {
        Self(brief.unit)
    }

    /// A figure as it stands in a sentence: bare in inches, with its unit in millimetres.
    pub fn say(self, length: Length) -> String {
        match self.0 {
            Unit::Inch => length.figure(self.0),
            Unit::Metric => length.label(self.0),
        }
    }

    /// Where to score, for these hands: `5¾ less 1⁄32`; the bare figure if nothing is taken off.
    pub fn told(self, at: Length, less: Length) -> String {
        let at = self.say(at);
        self.less(less).map_or_else(|| at.clone(), |less| format!("{at} {less}"))
    }

    /// `less 1⁄32`, `plus 1⁄32`; nothing if it is nothing.
    pub fn less(self, less: Length) -> Option<String> {
        match less {
            Length::ZERO => None,
            less if less.is_positive() => Some(format!("less {}", self.say(less))),
            less => Some(format!("plus {}", self.say(less.abs()))),
        }
    }

    /// The same in a drawing, as short as can be: `−1⁄32`, `+1⁄32`.
    pub fn mark(self, less: Length) -> Option<String> {
        let sign = if less.is_positive() { "−" } else { "+" };
        let figure = less.abs().figure(self.0);
        let mark = figure
            .strip_prefix('≈')
            .map_or_else(|| format!("{sign}{figure}"), |bare| format!("≈{sign}{bare}"));
        (less != Length::ZERO).then_some(mark)
    }

    /// `3¾ × 6½ × 2`: the finished size; of a flare, which has no gusset, `10½ × 13⅞`.
    pub fn size(self, brief: &Brief) -> String {
        let size = brief.finished;
        if brief.depth().is_positive() {
            format!("{} × {}", size.width.figure(self.0), self.by(size.height, size.gusset))
        } else {
            self.by(size.width, size.height)
        }
    }

    /// `12 × 8½`.
    pub fn by(self, width: Length, height: Length) -> String {
        match self.0 {
            Unit::Inch => format!("{} × {}", width.figure(self.0), height.figure(self.0)),
            Unit::Metric => format!("{} × {}", width.figure(self.0), height.label(self.0)),
        }
    }
}

impl Brief {
    /// Finished width, height and gusset as figures; a flare has no gusset.
    pub fn finished_figures(&self) -> Vec<String> {
        let size = self.finished;
        let all = [size.width, size.height, size.gusset];
        let count = if self.build.has_gussets() { 3 } else { 2 };
        all.iter().take(count).map(|length| length.figure(self.unit)).collect()
    }
}
