//! The folded bag measured: does what comes out match what was asked for?
//!
//! Every figure here is measured in space on the folded facets. None is copied from the brief, which is only what
//! the measurements are held against.

mod concerns;
mod facts;
mod flat;
mod holes;
mod measure;

pub use facts::Layered;
pub use flat::{FlatFold, Scored};

use crate::brief::Side;
use crate::convex::{Convex, layers};
use crate::figures::Figures;
use crate::folded::Folded;
use crate::folded::motion::flap_closed;
use crate::net::{BaseCorners, Net, Panel, Zone};
use crate::text::sentence;
use crate::{Brief, Length, Unit};
use glam::DVec2;
use measure::{
    Extent, ear_gap, ends_over, hem_gap, hem_on_wrong_side, length, mouth_spread, seam_gap, tab_sticking_out,
};

/// Differences up to this many millimetres are rounding of the pose, far below a nanometre's meaning for paper.
const ROUNDING: f64 = 1e-5;

/// What was measured on the folded bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Proof {
    /// The measurements, in the order a crafter would make them.
    pub items: Vec<Item>,
    /// Fewest and most layers of paper over the base; none under a flare.
    pub base_layers: (usize, usize),
    /// How much of the base lies under how many layers, fewest first.
    pub layered: Vec<Layered>,
    /// Raw edges that are seen from the front.
    pub front_edges: Vec<String>,
    /// The bag folded flat, if it is made to be; a flare always lies flat.
    pub flat: Option<FlatFold>,
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
    /// How far the hem is from lying flat within the body.
    HemFlat,
    /// How much of the hem line is folded to the other side: a fold right over looks the same from either side, so
    /// only the direction of the crease tells in from out.
    HemSide,
    /// How far the ears are from lying flat against their gussets.
    EarsFlat,
    /// How much of the lines round the ends of a folded base is folded to the other side, so that the face flaps would
    /// not lie over the ends. Folded right over, they look the same from either side.
    EndsUnder,
    /// How far the closing flap, laid over the mouth, falls short of the other face.
    FlapReaches,
    /// How far the holes of front and back, or of a hem and its face, are from meeting.
    HolesMeet,
    /// How far a hole reaches over a fold, a join or the edge of the paper.
    HolesWhole,
    /// How deep a hole reaches into what is glued behind its face.
    HolesFree,
    /// How far the hole of the closing flap, laid over, is from the one below it.
    FlapHoleMeets,
    /// Folded flat: how far the two sides of a crease come apart, or the whole from one plane.
    FlatCloses,
    /// Folded flat: how far glued layers are pulled off one another.
    FlatGlued,
    /// Folded flat: how far the flaps of the glued base are moved against one another.
    FlatBase,
    /// Folded flat: how far the base reaches out of the mouth.
    BaseInMouth,
    /// Folded flat: how far one gusset reaches over the other.
    GussetsClear,
    /// At how many of the vertices inside the paper the alternate angles do not sum to 180°.
    Kawasaki {
        /// How many vertices there are.
        vertices: usize,
        /// How many fail.
        failing: usize,
    },
    /// At how many of the vertices inside the paper mountains and valleys do not differ by two.
    Maekawa {
        /// How many vertices there are.
        vertices: usize,
        /// How many fail.
        failing: usize,
    },
    /// Whether the layers can lie in some order without passing through one another.
    LayerOrder {
        /// True if an order was found.
        found: bool,
    },
}

impl Check {
    /// True for what is measured on the bag folded flat.
    pub fn is_about_flat(self) -> bool {
        matches!(
            self,
            Self::FlatCloses
                | Self::FlatGlued
                | Self::FlatBase
                | Self::BaseInMouth
                | Self::GussetsClear
                | Self::Kawasaki { .. }
                | Self::Maekawa { .. }
                | Self::LayerOrder { .. }
        )
    }
}

impl Item {
    /// True if the measure is what it should be.
    pub fn passed(&self) -> bool {
        match self.check {
            Check::Kawasaki { failing, .. } | Check::Maekawa { failing, .. } => failing == 0,
            Check::LayerOrder { found } => found,
            _ => length_apart(self.measured, self.wanted) <= ROUNDING,
        }
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
            Check::EndsUnder => "The face flaps lie over the squashed ends".to_owned(),
            Check::FlapReaches => "The closing flap reaches the other face".to_owned(),
            Check::HolesMeet => "The holes of front and back meet".to_owned(),
            Check::HolesWhole => "No hole runs over a fold or a join".to_owned(),
            Check::HolesFree => "No hole goes through a glued tab".to_owned(),
            Check::FlapHoleMeets => "The hole of the closing flap meets those below it".to_owned(),
            Check::FlatCloses => "Folded flat, it closes up round every corner".to_owned(),
            Check::FlatGlued => "Folded flat, glued layers stay together".to_owned(),
            Check::FlatBase => "Folded flat, the glued base stays whole".to_owned(),
            Check::BaseInMouth => "Folded flat, the base stays below the mouth".to_owned(),
            Check::GussetsClear => "Folded flat, the gussets clear each other".to_owned(),
            Check::Kawasaki { .. } => "Alternate angles sum to 180° (Kawasaki–Justin)".to_owned(),
            Check::Maekawa { .. } => "Mountains and valleys differ by two (Maekawa–Justin)".to_owned(),
            Check::LayerOrder { .. } => "The layers lie in an order without crossing".to_owned(),
        }
    }

    /// The result with its figures.
    pub fn says(&self, unit: Unit) -> String {
        let figures = Figures(unit);
        match self.check {
            Check::Kawasaki { vertices, failing } | Check::Maekawa { vertices, failing } => {
                return if failing == 0 {
                    format!("At all {vertices} vertices inside the paper")
                } else {
                    format!("Not at {failing} of {vertices} vertices inside the paper")
                };
            }
            Check::LayerOrder { found: true } => return "An order was found".to_owned(),
            Check::LayerOrder { found: false } => return "No such order was found".to_owned(),
            _ => {}
        }
        let (measured, wanted) = (figures.say(self.measured), figures.say(self.wanted));
        let text = match (self.wanted == Length::ZERO, self.passed()) {
            (false, true) => format!("measured {measured}, as asked"),
            (false, false) => format!("measured {measured}, asked {wanted}"),
            (true, true) => "checked on the folded bag".to_owned(),
            (true, false) if self.measured == Length::MAX => {
                "it cannot be measured: parts are missing".to_owned()
            }
            // Less than a ruler shows is still said as a figure.
            (true, false) if self.measured < Length::sixty_fourths(1) => {
                format!("out by {} mm", (self.measured.mm() * 1000.0).ceil() / 1000.0)
            }
            (true, false) => format!("out by {measured}"),
        };
        sentence(&text)
    }
}

impl Proof {
    /// Measures a folded bag against the brief it was made for.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length};
    /// use wide_fold_made::{Net, folded::Folded, proof::Proof};
    /// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    /// let net = Net::of(&brief);
    /// assert!(Proof::new(&brief, &net, &Folded::new(&net)).passed());
    /// // The same paper is no bag a quarter of an inch wider.
    /// let mut other = brief.clone();
    /// other.finished.width = Length::inches(4);
    /// assert!(!Proof::new(&other, &net, &Folded::new(&net)).passed());
    /// ```
    pub fn new(brief: &Brief, net: &Net, folded: &Folded) -> Self {
        let mut measured = Measured { brief, net, folded, items: Vec::new() };
        let is_flare = net.blanks.iter().any(|blank| blank.row(Zone::BackBody).is_some());
        let layered = if is_flare {
            measured.flare();
            Vec::new()
        } else {
            measured.bag()
        };
        let layers = || layered.iter().map(|part| part.layers);
        let base_layers = (layers().min().unwrap_or(0), layers().max().unwrap_or(0));
        // A flare lies flat: its pleats are hidden between front and back.
        let front_edges = if is_flare { Vec::new() } else { facts::edges_in_front(brief, net, folded) };
        measured.top();
        let mut items = measured.items;
        items.extend(holes::measure(brief, net, folded));
        let flat = (is_flare || brief.gusset_crease.folds_flat()).then(|| {
            let (flat, more) = flat::measure(brief, net, folded);
            items.extend(more);
            flat
        });
        Self { items, base_layers, layered, front_edges, flat }
    }

    /// True if every measurement is what it should be.
    pub fn passed(&self) -> bool {
        self.items.iter().all(Item::passed)
    }
}

/// Measurements being taken.
struct Measured<'a> {
    brief: &'a Brief,
    net: &'a Net,
    folded: &'a Folded,
    items: Vec<Item>,
}

impl Measured<'_> {
    fn add(&mut self, check: Check, wanted: Length, measured: f64) {
        self.items.push(Item { check, wanted, measured: length(measured) });
    }

    fn body(&self, panel: impl Fn(Panel) -> bool) -> Extent {
        Extent::of(self.folded, move |part| part.1 == Zone::Body && panel(part.0))
    }

    /// The standing bag; its base by layers.
    fn bag(&mut self) -> Vec<Layered> {
        let (brief, folded, size) = (self.brief, self.folded, self.brief.finished);
        let room = room(brief);
        self.add(Check::Whole, Length::ZERO, folded.torn);
        let (front, back) = (self.body(Panel::is_front), self.body(Panel::is_back));
        self.add(Check::Width { front: true }, size.width + room, front.size().x);
        self.add(Check::Width { front: false }, size.width, back.size().x);
        for side in [Side::Left, Side::Right] {
            let own = |panel| matches!(panel, Panel::Gusset { side: own, .. } if own == side);
            let gusset = self.body(own);
            self.add(Check::Gusset(side), size.gusset, gusset.size().z);
        }
        let walls = self.body(|panel| !panel.is_join());
        self.add(Check::Height, size.height, walls.size().y);
        self.add(Check::Seam, room, seam_gap(self.net, folded));
        self.add(Check::TabCovered, room, tab_sticking_out(self.net, folded));
        let flaps: Vec<Convex> = flaps(folded).collect();
        let level = Extent::of(folded, |part| part.1 == Zone::Base);
        self.add(Check::FlapsLevel, Length::ZERO, level.size().y.max((level.least.y - walls.least.y).abs()));
        let ground = Convex::rectangle(
            DVec2::new(walls.least.x, walls.least.z),
            DVec2::new(walls.most.x, walls.most.z),
        );
        let parts = layers(&ground, &flaps);
        self.add(Check::BaseClosed, Length::ZERO, largest_hole(&parts));
        let out = (walls.least - level.least).max(level.most - walls.most);
        self.add(Check::NothingSticksOut, Length::ZERO, out.x.max(out.z).max(0.0));
        if self.net.blanks.iter().any(|blank| blank.corners == BaseCorners::Folded) {
            self.add(Check::EndsUnder, Length::ZERO, ends_over(self.net));
        }
        if folded.facets.iter().any(|facet| facet.part.1 == Zone::Ear) {
            self.add(Check::EarsFlat, Length::ZERO, ear_gap(self.net, folded));
        }
        facts::layered(&parts)
    }

    /// A flare lies flat: there is no base and no depth to measure.
    fn flare(&mut self) {
        let (folded, size) = (self.folded, self.brief.finished);
        self.add(Check::Whole, Length::ZERO, folded.torn);
        for (is_face, front) in [(Panel::is_front as fn(Panel) -> bool, true), (Panel::is_back, false)] {
            let face = self.body(is_face);
            self.add(Check::Width { front }, size.width, face.size().x);
        }
        let walls = self.body(|_| true);
        self.add(Check::Height, size.height, walls.size().y);
        self.add(Check::Seam, Length::ZERO, seam_gap(self.net, folded));
        self.add(Check::TabCovered, Length::ZERO, tab_sticking_out(self.net, folded));
        let front = self.body(Panel::is_front);
        let out = (front.least - walls.least).max(walls.most - front.most);
        self.add(Check::NothingSticksOut, Length::ZERO, out.x.max(0.0));
    }

    /// Mouth, hem and closing flap.
    fn top(&mut self) {
        let (brief, net, folded) = (self.brief, self.net, self.folded);
        self.add(Check::MouthLevel, Length::ZERO, mouth_spread(net, folded));
        if net.blanks.iter().any(|blank| blank.row(Zone::Hem).is_some()) {
            self.add(Check::HemFlat, Length::ZERO, hem_gap(net, folded));
            self.add(Check::HemSide, Length::ZERO, hem_on_wrong_side(brief.top, net));
        }
        if net.blanks.iter().any(|blank| blank.row(Zone::Flap).is_some()) {
            self.add(Check::FlapReaches, Length::ZERO, flap_short_by(&flap_closed(brief, net, folded)));
        }
    }
}

/// The front piece of a cradle pair goes round the back piece: it is wider by the allowance, and the paper fills the gap.
fn room(brief: &Brief) -> Length {
    if brief.build.has_double_gussets() { brief.allowance } else { Length::ZERO }
}

/// How far the closing flap, laid over the mouth, falls short of the face it closes on.
fn flap_short_by(closed: &Folded) -> f64 {
    let flap = Extent::of(closed, |part| part.1 == Zone::Flap);
    let on = closed.facets.iter().find(|facet| facet.part.1 == Zone::Flap).map(|facet| facet.part.0);
    let on = on.and_then(Panel::face);
    let face = Extent::of(closed, |part| part.0.is_face() && part.0.face() != on && part.1 == Zone::Body);
    let mouth = Extent::of(closed, |part| part.1 == Zone::Body);
    // Over a pinched mouth the flap lies down on the face; over a square one it spans the depth of the bag.
    let is_down = flap.least.y < mouth.most.y - 1.0;
    if is_down { 0.0 } else { (flap.least.z - face.most.z).max(face.least.z - flap.most.z).max(0.0) }
}

fn length_apart(a: Length, b: Length) -> f64 {
    (a - b).abs().mm()
}

/// The base flaps as they lie in the base, seen from above.
fn flaps(folded: &Folded) -> impl Iterator<Item = Convex> + '_ {
    folded
        .facets
        .iter()
        .filter(|facet| facet.part.1 == Zone::Base)
        .map(|facet| Convex::new(facet.corners().iter().map(|corner| DVec2::new(corner.x, corner.z))))
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

#[cfg(test)]
mod tests;
