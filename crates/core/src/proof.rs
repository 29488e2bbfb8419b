//! The folded bag measured: does what comes out match what was asked for?
//!
//! Every figure here is measured in space on the folded facets. None is copied from the brief, which is only what
//! the measurements are held against.

mod measure;

use crate::convex::{Convex, layers};
use crate::folded::Folded;
use crate::net::{Band, Net, Panel, Side};
use crate::wording::{Figures, sentence};
use crate::{Brief, Length, Unit};
use glam::DVec2;
use measure::{Extent, ear_gap, hem_gap, hem_on_wrong_side, length, seam_gap, tab_sticking_out};

/// Differences up to this many millimetres are rounding of the pose, far below a nanometre's meaning for paper.
const ROUNDING: f64 = 1e-5;

/// What was measured on the folded bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Proof {
    /// The measurements, in the order a crafter would make them.
    pub items: Vec<Item>,
    /// Fewest and most layers of paper over the base.
    pub base_layers: (usize, usize),
}

/// One measurement held against what it should be.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Item {
    /// What was measured.
    pub check: Check,
    /// What it should be; nothing for checks whose measure should be zero.
    pub wanted: Length,
    /// What it is.
    pub measured: Length,
}

/// What a proof measures.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Check {
    /// How far the two sides of a crease come apart when all folds are made: the paper must not tear.
    Whole,
    /// Width of the front (true) or back face.
    Width {
        /// The front, or else the back.
        front: bool,
    },
    /// Depth of a gusset.
    Gusset(Side),
    /// Base fold to top edge.
    Height,
    /// How far apart the two edges of the seam are, at worst.
    Seam,
    /// How far a tab, or a gusset that serves as one, sticks out from under the panel laid over it.
    TabCovered,
    /// How far the base flaps are from lying level in the base.
    FlapsLevel,
    /// The longer side of the largest hole left in the base.
    BaseClosed,
    /// How far a base flap sticks out past the bag.
    NothingSticksOut,
    /// Difference between the highest and lowest place of the mouth.
    MouthLevel,
    /// How far the turned band is from lying flat within the body.
    HemFlat,
    /// How much of the hem line is folded to the other side: a fold right over looks the same from either side, so
    /// only the direction of the crease tells in from out.
    HemSide,
    /// How far the ears are from lying flat against their gussets.
    EarsFlat,
}

impl Item {
    /// True if the measure is what it should be.
    pub fn passed(&self) -> bool {
        length_apart(self.measured, self.wanted) <= ROUNDING
    }

    /// What was measured, in words.
    pub fn name(&self) -> String {
        match self.check {
            Check::Whole => "Every crease holds together".to_owned(),
            Check::Width { front: true } => "Width of the front".to_owned(),
            Check::Width { front: false } => "Width of the back".to_owned(),
            Check::Gusset(side) => format!("Depth of the {} gusset", side.name()),
            Check::Height => "Height, base fold to top edge".to_owned(),
            Check::Seam => "The edges of every seam meet".to_owned(),
            Check::TabCovered => "What is glued under is wholly covered".to_owned(),
            Check::FlapsLevel => "All base flaps lie level".to_owned(),
            Check::BaseClosed => "The base is closed".to_owned(),
            Check::NothingSticksOut => "No flap sticks out".to_owned(),
            Check::MouthLevel => "The mouth is level".to_owned(),
            Check::HemSide => "The hem turns to the side it should, all the way round".to_owned(),
            Check::EarsFlat => "The ears lie flat against the gussets".to_owned(),
            Check::HemFlat => "The hem lies flat within the body".to_owned(),
        }
    }

    /// The result with its figures.
    pub fn says(&self, unit: Unit) -> String {
        let figures = Figures(unit);
        let (measured, wanted) = (figures.say(self.measured), figures.say(self.wanted));
        let text = match (self.wanted == Length::ZERO, self.passed()) {
            (false, true) => format!("measured {measured}, as asked"),
            (false, false) => format!("measured {measured}, asked {wanted}"),
            (true, true) => "measured on the folded bag: yes".to_owned(),
            (true, false) if self.measured == Length::MAX => {
                "it cannot be measured: parts are missing".to_owned()
            }
            (true, false) => format!("out by {measured}"),
        };
        sentence(&text)
    }
}

impl Proof {
    /// Measures a folded bag against the brief it was made for.
    pub fn new(brief: &Brief, net: &Net, folded: &Folded) -> Self {
        let size = brief.finished;
        let mut items =
            vec![Item { check: Check::Whole, wanted: Length::ZERO, measured: length(folded.torn) }];
        let mut add = |check, wanted, measured: f64| {
            items.push(Item { check, wanted, measured: length(measured) });
        };
        let body =
            |panel: fn(Panel) -> bool| Extent::of(folded, move |part| part.1 == Band::Body && panel(part.0));
        let (front, back) = (body(|panel| panel == Panel::Front), body(|panel| panel == Panel::Back));
        add(Check::Width { front: true }, size.width, front.size().x);
        add(Check::Width { front: false }, size.width, back.size().x);
        for side in [Side::Left, Side::Right] {
            let gusset = Extent::of(folded, |(panel, band)| {
                band == Band::Body && matches!(panel, Panel::Gusset { side: own, .. } if own == side)
            });
            add(Check::Gusset(side), size.gusset, gusset.size().z);
        }
        let box_ = body(|panel| panel != Panel::Tab);
        add(Check::Height, size.height, box_.size().y);
        add(Check::Seam, Length::ZERO, seam_gap(net, folded));
        add(Check::TabCovered, Length::ZERO, tab_sticking_out(net, folded));

        let flaps: Vec<Convex> = flaps(folded).collect();
        let level = Extent::of(folded, |part| part.1 == Band::Base);
        add(Check::FlapsLevel, Length::ZERO, level.size().y.max((level.least.y - box_.least.y).abs()));
        let ground =
            Convex::rectangle(DVec2::new(box_.least.x, box_.least.z), DVec2::new(box_.most.x, box_.most.z));
        let parts = layers(&ground, &flaps);
        add(Check::BaseClosed, Length::ZERO, largest_hole(&parts));
        let out = (box_.least - level.least).max(level.most - box_.most);
        add(Check::NothingSticksOut, Length::ZERO, out.x.max(out.z).max(0.0));
        add(Check::MouthLevel, Length::ZERO, mouth_spread(folded));
        if net.strips.iter().any(|strip| strip.row(Band::Hem).is_some()) {
            add(Check::HemFlat, Length::ZERO, hem_gap(net, folded));
            add(Check::HemSide, Length::ZERO, hem_on_wrong_side(brief.hem, net));
        }
        if folded.facets.iter().any(|facet| facet.part.1 == Band::Ear) {
            add(Check::EarsFlat, Length::ZERO, ear_gap(net, folded));
        }
        let counts = || parts.iter().map(|(_, count)| *count);
        Self { items, base_layers: (counts().min().unwrap_or(0), counts().max().unwrap_or(0)) }
    }

    /// True if every measurement is what it should be.
    pub fn passed(&self) -> bool {
        self.items.iter().all(Item::passed)
    }
}

fn length_apart(a: Length, b: Length) -> f64 {
    (a - b).abs().mm()
}

/// The base flaps as they lie in the base, seen from above.
fn flaps(folded: &Folded) -> impl Iterator<Item = Convex> + '_ {
    folded.facets.iter().filter(|facet| facet.part.1 == Band::Base).map(|facet| {
        Convex::new(facet.corners().iter().map(|corner| DVec2::new(corner.x, corner.z)).collect())
    })
}

/// The longer side of the box round any one uncovered part of the base.
fn largest_hole(parts: &[(Convex, usize)]) -> f64 {
    let side = |hole: &Convex| {
        let corners = hole.corners();
        let least = corners.iter().copied().fold(DVec2::INFINITY, DVec2::min);
        let most = corners.iter().copied().fold(DVec2::NEG_INFINITY, DVec2::max);
        (most - least).max_element()
    };
    parts.iter().filter(|(_, count)| *count == 0).map(|(hole, _)| side(hole)).fold(0.0, f64::max)
}

/// Highest minus lowest of the panels' upper edges.
fn mouth_spread(folded: &Folded) -> f64 {
    let tops = || {
        folded
            .facets
            .iter()
            .filter(|facet| facet.part.1 == Band::Body && facet.part.0 != Panel::Tab)
            .filter_map(|facet| {
                // Facets of a pinched gusset that end below the top have a neighbour above them that does not.
                let top = facet.corners().iter().map(|corner| corner.y).fold(f64::NEG_INFINITY, f64::max);
                top.is_finite().then_some(top)
            })
    };
    tops().fold(f64::NEG_INFINITY, f64::max) - tops().fold(f64::INFINITY, f64::min)
}

#[cfg(test)]
mod tests;
