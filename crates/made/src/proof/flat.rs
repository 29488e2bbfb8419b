//! The bag folded flat and measured.

use super::measure::{Extent, length, tab_sticking_out};
use super::{Check, Item};
use crate::brief::Side;
use crate::convex::Patch;
use crate::figures::Figures;
use crate::folded::vertices::{Vertex, vertices};
use crate::folded::{Folded, stack};
use crate::net::{CreaseRole, Net, Panel, Zone};
use crate::{Brief, Length};
use glam::DVec2;

/// The bag folded flat.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct FlatFold {
    /// Width of the flat bag.
    pub width: Length,
    /// Height of the flat bag.
    pub height: Length,
    /// Most layers of paper that lie on one another anywhere.
    pub layers: usize,
    /// The facets from front to back, by their place in the folded bag; empty if no order was found.
    pub order: Vec<usize>,
    /// How much of the fold-flat score is really folded.
    pub scored: Scored,
}

/// Lengths of the fold-flat score, all pieces together.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Scored {
    /// What is scored.
    pub all: Length,
    /// What is folded when the base lies over the back.
    pub folded: Length,
}

impl FlatFold {
    /// Thickness of the stack where it is thickest.
    pub fn thickness(&self, caliper: Length) -> Length {
        caliper * i64::try_from(self.layers).unwrap_or(i64::MAX)
    }

    /// Which part of the fold-flat score is really folded, in words; nothing without such a score.
    pub fn says_folded(&self, brief: &Brief) -> Option<String> {
        let figures = Figures::of(brief);
        self.scored.all.is_positive().then(|| {
            format!(
                "Of {} of fold-flat score, {} are folded: right across the back, and on each gusset only the half from \
                 the apex to the back edge. The rest stays flat.",
                figures.say(self.scored.all),
                figures.say(self.scored.folded)
            )
        })
    }
}

/// Folds a net flat and measures it. `made` is the same net as it is made. Room given to the thickness of the
/// paper has no place in layers without thickness: such a net is folded flat as if it had none.
pub(super) fn measure(brief: &Brief, net: &Net, made: &Folded) -> (FlatFold, Vec<Item>) {
    if brief.allowance.is_positive() {
        let brief = Brief { allowance: Length::ZERO, ..brief.clone() };
        let net = Net::of(&brief);
        return measure(&brief, &net, &Folded::new(&net));
    }
    let flat = made.flattened(net);
    let zero = |check, measured: f64| Item { check, wanted: Length::ZERO, measured: length(measured) };
    let all = Extent::of(&flat, |_| true);
    let mut items = vec![zero(Check::FlatCloses, flat.torn.max(all.size().z))];
    items.push(zero(Check::FlatGlued, tab_sticking_out(net, &flat)));
    if flat.facets.iter().any(|facet| facet.part.1 == Zone::Base) {
        items.push(zero(Check::FlatBase, base_pulled_apart(made, &flat)));
        items.push(zero(Check::BaseInMouth, base_out_of_mouth(&flat)));
        items.push(zero(Check::GussetsClear, gussets_overlap(&flat)));
    }
    let found: Vec<Vertex> = net.blanks.iter().flat_map(vertices).collect();
    let failing = |fails: fn(&Vertex) -> bool| found.iter().filter(|vertex| fails(vertex)).count();
    let (angles, folds) =
        (failing(|vertex| vertex.kawasaki_error() > 1e-3), failing(|vertex| vertex.maekawa().abs() != 2));
    items.push(zero(Check::Kawasaki { vertices: found.len(), failing: angles }, 0.0));
    items.push(zero(Check::Maekawa { vertices: found.len(), failing: folds }, 0.0));
    let order = stack::order(net, &flat, brief.closing).unwrap_or_default();
    items.push(zero(Check::LayerOrder { found: !order.is_empty() }, 0.0));
    let size = all.size();
    let fold = FlatFold {
        width: length(size.x),
        height: length(size.y),
        layers: most_layers(&flat),
        order,
        scored: scored(net),
    };
    (fold, items)
}

/// How far any flap of the glued base has been moved against the others: its corners are cones that have to close up
/// without tearing the glue.
fn base_pulled_apart(made: &Folded, flat: &Folded) -> f64 {
    let flaps = || made.facets.iter().zip(&flat.facets).filter(|(facet, _)| facet.part.1 == Zone::Base);
    let Some((first, first_flat)) = flaps().next() else { return 0.0 };
    let bring = first_flat.pose * first.pose.inverse();
    flaps()
        .flat_map(|(made, flat)| made.corners().iter().zip(flat.corners()))
        .map(|(made, flat)| bring.transform_point3(*made).distance(*flat))
        .fold(0.0, f64::max)
}

fn base_out_of_mouth(flat: &Folded) -> f64 {
    let base = Extent::of(flat, |part| part.1 == Zone::Base);
    let front = Extent::of(flat, |part| part.0.is_front() && part.1 == Zone::Body);
    (base.most.y - front.most.y).max(0.0)
}

/// How far the left gusset reaches over the right one.
fn gussets_overlap(flat: &Folded) -> f64 {
    let gusset = |wanted: Side| {
        Extent::of(flat, move |(panel, zone)| {
            zone == Zone::Body && matches!(panel, Panel::Gusset { side, .. } if side == wanted)
        })
    };
    (gusset(Side::Left).most.x - gusset(Side::Right).least.x).max(0.0)
}

/// Places closer together than this many millimetres are one place.
const SAME: f64 = 1e-4;

/// Counted inside every corner and in the middle of every facet.
fn most_layers(flat: &Folded) -> usize {
    let shapes: Vec<Patch> = flat
        .facets
        .iter()
        .map(|facet| Patch::new(facet.corners().iter().map(|corner| corner.truncate())))
        .collect();
    let points = shapes.iter().flat_map(|shape| {
        let corners = shape.corners();
        let middle = corners.iter().sum::<DVec2>() / corners.len() as f64;
        corners.iter().map(move |corner| corner.lerp(middle, 0.02)).chain([middle])
    });
    // Facets that lie over one another have many of them in common.
    let mut points: Vec<DVec2> = points.map(|point| (point / SAME).round() * SAME).collect();
    points.sort_unstable_by(|a, b| a.x.total_cmp(&b.x).then(a.y.total_cmp(&b.y)));
    points.dedup();
    let layers = |point: &DVec2| shapes.iter().filter(|shape| shape.contains(*point)).count();
    points.iter().map(layers).max().unwrap_or(0)
}

fn scored(net: &Net) -> Scored {
    let blanks = net.blanks.iter().filter(|blank| !blank.is_joining_strip());
    let lines = blanks.flat_map(|blank| {
        blank.creases.iter().filter(|crease| {
            crease.role == CreaseRole::FoldFlatLine
                && blank.part_at(crease.from).is_some_and(|_| !blank.is_on_join(crease))
        })
    });
    lines.fold(Scored::default(), |all, crease| {
        let long = crease.to.x - crease.from.x;
        Scored { all: all.all + long, folded: if crease.folds() { all.folded + long } else { all.folded } }
    })
}
