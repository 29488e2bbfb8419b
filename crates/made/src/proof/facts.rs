//! What the folded bag shows besides its measurements: layers in the base, raw edges in front.

use crate::Brief;
use crate::Length;
use crate::brief::{FaceSide, Top};
use crate::convex::Convex;
use crate::folded::Folded;
use crate::net::{Net, Seam, Zone};
use crate::text::sentence;
use std::collections::BTreeMap;

/// How much of the base lies under so many layers.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Layered {
    /// Layers of paper.
    pub layers: usize,
    /// Share of the base, in thousandths.
    pub share: u32,
}

/// The base by its layers, fewest first.
pub(super) fn layered(parts: &[(Convex, usize)]) -> Vec<Layered> {
    let mut areas: BTreeMap<usize, f64> = BTreeMap::new();
    for (part, layers) in parts {
        *areas.entry(*layers).or_default() += part.area();
    }
    let total: f64 = areas.values().sum();
    let share = |area: f64| (area / total * 1000.0).round() as u32;
    areas
        .into_iter()
        .map(|(layers, area)| Layered { layers, share: share(area) })
        .filter(|part| part.share > 0)
        .collect()
}

/// Raw edges that are seen from the front, in words; none is what people aim at.
pub(super) fn edges_in_front(brief: &Brief, net: &Net, folded: &Folded) -> Vec<String> {
    let mut edges: Vec<String> = net.seams.iter().filter_map(|seam| in_front(folded, seam)).collect();
    if !net.laps.is_empty() {
        edges.push("the lower edge of the upper pieces, all round at one level".to_owned());
    }
    match brief.top {
        Top::HemOut { .. } => edges.push("the lower edge of the turned-out hem".to_owned()),
        Top::Flap { on: FaceSide::Back, .. } => edges.push("the edge of the closing flap".to_owned()),
        Top::Raw | Top::HemIn { .. } | Top::Flap { on: FaceSide::Front, .. } => {}
    }
    edges.into_iter().map(|edge| sentence(&edge)).collect()
}

/// The free edge of a seam, if the folded bag has it at a front corner or on the front itself.
fn in_front(folded: &Folded, seam: &Seam) -> Option<String> {
    let own = folded
        .facets
        .iter()
        .filter(|facet| facet.blank == seam.over.blank && facet.part == (seam.over.panel, Zone::Body));
    let on_edge = own.flat_map(|facet| {
        let corners = facet.flat.corners.iter().filter(|corner| corner.x == seam.over.x);
        corners.map(|corner| facet.place(*corner)).collect::<Vec<_>>()
    });
    let place = on_edge.into_iter().next()?;
    let front = folded.facets.iter().filter(|facet| facet.part.0.is_front() && facet.part.1 == Zone::Body);
    let nearest =
        front.flat_map(|facet| facet.corners()).map(|corner| corner.z).fold(f64::NEG_INFINITY, f64::max);
    let near = Length::sixty_fourths(1).mm();
    (nearest - place.z < near)
        .then(|| format!("the free edge of the {}, at a front corner", seam.over.panel.name()))
}
