//! How the layers of the folded bag are drawn apart, so that it can be seen which lies on which.

use crate::Plan;
use crate::brief::ClosingOrder;
use crate::folded::Turned;
use crate::net::{Lap, Zone};

/// True if the pattern's up is worth showing on a facet: on the tallest part of a panel that is seen.
pub fn shows_up(plan: &Plan, facet: &Turned) -> bool {
    let (panel, zone) = facet.part;
    matches!(zone, Zone::Body | Zone::Flap) && !panel.is_join() && is_largest(plan, facet)
}

/// Of a panel divided by creases only the tallest part carries the arrow.
fn is_largest(plan: &Plan, facet: &Turned) -> bool {
    let height = |facet: &Turned| {
        let heights = facet.flat.corners.iter().map(|corner| corner.y);
        heights.clone().max().unwrap_or_default() - heights.min().unwrap_or_default()
    };
    let same = |other: &&Turned| other.blank == facet.blank && other.part == facet.part;
    plan.folded.facets.iter().filter(same).all(|other| height(other) <= height(facet))
}

/// How many layers of paper (halves count) a facet lies outside its panel's plane, as seen from its own outside face; less than nothing for one that
/// goes under. Half a layer lies between two.
pub fn layers_off(plan: &Plan, facet: &Turned) -> f64 {
    let (panel, zone) = facet.part;
    if plan.brief.build.pleated().is_some() {
        return flare_lift(plan, facet);
    }
    let goes_under =
        plan.net.seams.iter().any(|seam| seam.under.blank == facet.blank && seam.under.panel == panel);
    let is_lap = |lap: &Lap| lap.under == facet.blank && facet.flat.middle().y > lap.line;
    let goes_under = goes_under || plan.net.laps.iter().any(is_lap);
    let layers = match (zone, panel) {
        // The hem's own outside face looks the other way once it is turned.
        (Zone::Hem | Zone::BackHem, _) => match (plan.brief.top.is_turned_out(), goes_under) {
            // A tab's zone stays between the tab and the panel over it.
            (true, true) => return 0.5,
            (true, false) => -1,
            (false, _) => 2,
        },
        // An ear stands inside its gusset, its outside face against the paper.
        (Zone::Ear, _) => -2,
        (Zone::Body | Zone::BackBody | Zone::Flap, _) => -i32::from(goes_under),
        // Of a folded base the triangles look up, between the end and the flap.
        (Zone::Base, _) if facet.pose.z_axis.y > 0.5 => -1,
        (Zone::Base, panel) if panel.is_front() => 3 - i32::from(goes_under),
        (Zone::Base, panel) if panel.is_back() && plan.brief.build.is_squashed() => 2,
        (Zone::Base, panel) if panel.is_back() => i32::from(plan.brief.closing == ClosingOrder::GussetsFirst),
        (Zone::Base, _) if plan.brief.build.is_squashed() => 0,
        (Zone::Base, _) => i32::from(plan.brief.closing == ClosingOrder::BackFirst),
    };
    f64::from(layers)
}

/// A flare lies flat: its layers follow one another from the front.
fn flare_lift(plan: &Plan, facet: &Turned) -> f64 {
    let order = plan.proof.flat.iter().flat_map(|flat| &flat.order);
    let same = |other: &Turned| other.blank == facet.blank && other.flat == facet.flat;
    let behind = order.into_iter().position(|index| same(&plan.folded.facets[*index])).unwrap_or(0) as f64;
    // Closer together than in a bag, for there are many.
    0.4 * if facet.pose.z_axis.z > 0.0 { -behind } else { behind }
}
