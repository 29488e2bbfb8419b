//! How the free edge of a hem or a closing flap is cut: what every such edge is, it says here.

use super::{Brief, Top};
use crate::Length;
use crate::plane::Span;
use strum::VariantArray;

/// What line the edge of a hem turned out, or of a closing flap, follows.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum EdgeLine {
    /// As it is trimmed.
    #[default]
    Straight,
    /// Rounded: one curve from corner to corner of every panel.
    Rounded,
    /// Scallops: curves side by side, all of them outwards.
    Scalloped,
    /// Waves: curves side by side, one outwards, the next inwards.
    Waved,
}

/// What cuts the repeats of an edge.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum EdgeBy {
    /// Drawn or cut by a machine: every panel's repeats are stretched to fill it from corner to corner.
    #[default]
    Drawn,
    /// A punch, whose repeat is as it is: whole repeats in the middle of every panel, what is left of it straight at both corners.
    Punched,
}

/// The edge of a hem turned out, or of a closing flap. Figures left out are customary.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Edge {
    /// What line it follows.
    pub line: EdgeLine,
    /// What cuts it.
    pub by: EdgeBy,
    /// From one scallop, or one wave, to the next.
    pub repeat: Option<Length>,
    /// From its highest to its lowest point.
    pub rise: Option<Length>,
}

/// Customary distance from one scallop or wave to the next: 1 (our choice).
pub const CUSTOMARY_REPEAT: Length = Length::INCH;
/// The shortest repeat anybody cuts: ⅛ (our choice).
pub const SHORTEST_REPEAT: Length = Length::eighths(1);
/// How far the ends of a hem slit at its corners are drawn in: ¼ (common practice).
pub const CUSTOMARY_SLANT: Length = Length::eighths(2);

/// What a line of an edge answers.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct LineNature {
    /// One of its repeats, and several of them; nothing where a panel has but one.
    pub repeats: Option<(&'static str, &'static str)>,
    /// The curves of one repeat, all as long as one another: true for one that goes outwards.
    pub curves: &'static [bool],
}

impl EdgeLine {
    /// All of them, in the order in which they are offered.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if it is left as it is trimmed.
    pub const fn is_straight(self) -> bool {
        self.nature().curves.is_empty()
    }

    /// What this line answers: the one place in which a new one has to be described.
    pub const fn nature(self) -> LineNature {
        match self {
            Self::Straight => LineNature { repeats: None, curves: &[] },
            Self::Rounded => LineNature { repeats: None, curves: &[true] },
            Self::Scalloped => LineNature { repeats: Some(("scallop", "scallops")), curves: &[true] },
            Self::Waved => LineNature { repeats: Some(("wave", "waves")), curves: &[true, false] },
        }
    }
}

/// The whole repeats of an edge between two corners.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Repeats {
    /// How many.
    pub count: i64,
    /// Where they lie between the corners; what is left on either side is straight.
    pub along: Span,
}

impl Brief {
    /// True if it has a free edge that shows and can be cut: a hem turned in is hidden, and what a flare has above its top runs through its
    /// pleats.
    pub fn has_edge(&self) -> bool {
        let shows = match self.top {
            Top::Raw | Top::HemIn { .. } => false,
            Top::HemOut { .. } | Top::Flap { .. } => true,
        };
        shows && self.build.has_gussets()
    }

    /// The line that the free edge of its hem or closing flap follows, if it shows and is not straight.
    pub fn shaped_edge(&self) -> Option<Edge> {
        (self.has_edge() && !self.edge.line.is_straight()).then_some(self.edge)
    }

    /// True if it has a hem that goes round corners.
    pub fn has_hem_corners(&self) -> bool {
        self.build.has_gussets() && self.top.hem().is_positive()
    }

    /// True if its hem is slit at every corner, so that every panel's hem is turned by itself.
    pub fn slits_hem(&self) -> bool {
        self.hem_slit && self.has_hem_corners()
    }

    /// True if tabs and joining strips run on into the hem, and are turned over with it. Beside a hem that is slit they would lie in the
    /// slit, behind an edge that is cut in curves they would show.
    pub fn joins_reach_into_hem(&self) -> bool {
        !self.slits_hem() && self.shaped_edge().is_none()
    }

    /// How far the ends of a slit hem are drawn in at its free edge, on a panel that wide: ¼, but no more than half the depth of the hem and a
    /// quarter of the panel.
    pub fn hem_slant(&self, panel: Length) -> Length {
        let usual = self.customary(CUSTOMARY_SLANT);
        self.on_ruler(usual.min(self.top.hem().half()).min(panel.half().half()))
    }

    /// Down to a mark of the ruler, 1/16 or 1 mm, if it is as long as one.
    fn on_ruler(&self, length: Length) -> Length {
        let mark = if self.is_metric() { Length::MM } else { Length::sixty_fourths(4) };
        let step = if length < mark { Length::from_nm(1_000) } else { mark };
        length.floor_to(step)
    }

    /// The repeats of its edge between two corners that far apart; none where there is no room for one of a punch.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length, brief::{Edge, EdgeBy, EdgeLine, Top}};
    /// let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    /// brief.top = Top::HemOut { depth: Length::INCH };
    /// brief.edge = Edge { line: EdgeLine::Scalloped, by: EdgeBy::Punched, repeat: Some(Length::eighths(12)), rise: None };
    /// // Five of 1½ on a face of 8, a quarter left straight at either corner.
    /// let repeats = brief.repeats(Length::inches(8)).unwrap();
    /// assert_eq!((repeats.count, repeats.along.from), (5, Length::eighths(2)));
    /// ```
    pub fn repeats(&self, between: Length) -> Option<Repeats> {
        let edge = self.shaped_edge().filter(|_| between.is_positive())?;
        let repeat = self.edge_repeat();
        let (count, long) = match (edge.line.nature().repeats, edge.by) {
            (None, _) => (1, between),
            // To the nearest whole number of them.
            (Some(_), EdgeBy::Drawn) => {
                (((between + repeat.half()).units() / repeat.units()).max(1), between)
            }
            (Some(_), EdgeBy::Punched) => {
                let count = between.units() / repeat.units();
                (count, repeat * count)
            }
        };
        let from = (between - long).half();
        (count > 0).then(|| Repeats { count, along: Span::new(from, from + long) })
    }

    /// From one repeat of its edge to the next, as it is typed or as is customary.
    pub fn edge_repeat(&self) -> Length {
        self.edge.repeat.unwrap_or(self.customary(CUSTOMARY_REPEAT)).max(SHORTEST_REPEAT)
    }

    /// How deep its edge is cut, from the straight edge down to the lowest point.
    pub fn edge_depth(&self) -> Length {
        let curves = self.edge.line.nature().curves.len();
        self.edge_level() * i64::try_from(curves).unwrap_or(1)
    }

    /// How deep its hem covers what lies under it, all along.
    pub fn hem_covers(&self) -> Length {
        self.top.hem() - self.edge_depth()
    }

    /// How far the curves of its edge reach out beyond their ends, on all panels alike: as typed or as is customary, but nowhere more than half
    /// a circle, and no more than a half of the hem or flap. Waves reach half of what they rise to either side.
    pub fn edge_level(&self) -> Length {
        let Some(edge) = self.shaped_edge() else { return Length::ZERO };
        let nature = edge.line.nature();
        let curves = i64::try_from(nature.curves.len()).unwrap_or(1).max(1);
        let depth = self.top.depth();
        let quarter = match nature.repeats {
            None => depth.half().half(),
            Some(_) => self.edge_repeat().half().half(),
        };
        let rise = edge.rise.unwrap_or(self.on_ruler(quarter)).min(depth.half());
        let reach = Length::from_units(rise.units() / curves);
        // The shortest curve of any panel: of half a gusset, of half a face, stretched to fill it.
        let size = self.finished;
        let slits = if self.slits_hem() { 2 } else { 0 };
        let part = self.build.cuts().back_part.unwrap_or(size.width.half());
        let panels: [Length; 6] =
            [size.width, size.width.half(), part, size.width - part, size.gusset, size.gusset.half()];
        let curve = |panel: Length| {
            let repeats = self.repeats(panel - self.hem_slant(panel) * slits)?;
            Some(Length::from_units(repeats.along.length().units() / (repeats.count * curves)))
        };
        let shortest = panels.into_iter().filter_map(curve).min().unwrap_or(self.edge_repeat());
        reach.min(shortest.half()).max(Length::from_nm(1_000))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        /// Whole repeats between the corners: they lie in the middle, as many as have room, and a punch's are as long as it makes them.
        #[test]
        fn repeats_are_whole(
            panel in 8_i64..200, repeat in 2_i64..40, deep in 2_i64..40, line in 0_usize..4, punched: bool,
        ) {
            let n = Length::eighths;
            let mut brief = Brief::new(n(panel), n(80), n(24));
            brief.top = Top::HemOut { depth: n(deep) };
            let by = if punched { EdgeBy::Punched } else { EdgeBy::Drawn };
            brief.edge = Edge { line: EdgeLine::ALL[line], by, repeat: Some(n(repeat)), rise: None };
            let Some(Repeats { count, along }) = brief.repeats(n(panel)) else {
                prop_assert!(line == 0 || punched && panel < repeat);
                return Ok(());
            };
            let (left, right) = (along.from, n(panel) - along.to);
            prop_assert!(left == right && left >= Length::ZERO);
            let rise = brief.edge_level();
            prop_assert!(rise.is_positive() && rise <= n(deep).half());
            let curves = i64::try_from(brief.edge.line.nature().curves.len()).unwrap();
            prop_assert!(rise * 2 * count * curves <= along.length());
            if line > 1 && punched {
                prop_assert_eq!(along.length(), n(repeat) * count);
                prop_assert!(left + right < n(repeat));
            } else {
                prop_assert_eq!(left, Length::ZERO);
                // Stretched or squeezed by less than one of them makes out.
                let off = (along.length() - n(repeat) * count).abs();
                prop_assert!(line == 1 || count == 1 || off <= n(repeat).half());
            }
        }
    }
}
