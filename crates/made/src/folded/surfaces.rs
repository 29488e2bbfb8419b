//! What every visible surface of the finished bag shows: which face of the paper, and which way up.

use super::motion::flap_closed;
use super::{Folded, Turned};
use crate::Brief;
use crate::net::{Net, Panel, PaperFace, Zone};
use glam::DVec3;

/// A surface that is seen when the bag stands closed.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Surface {
    /// The part of the bag.
    pub part: (Panel, Zone),
    /// The face of the paper it shows.
    pub shows: PaperFace,
    /// Which way the pattern lies on it, for one who looks at it.
    pub orientation: Orientation,
}

/// Which way a pattern lies.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Orientation {
    /// Its up is up.
    Upright,
    /// On its side.
    Sideways,
    /// On its head.
    UpsideDown,
}

/// Every visible surface of a bag: faces, gussets, a hem turned out, a closing flap laid over. Read off the folded
/// facets, whatever the build.
pub fn surfaces(brief: &Brief, net: &Net, folded: &Folded) -> Vec<Surface> {
    let closed = brief.top.flap().is_some().then(|| flap_closed(brief, net, folded));
    let folded = closed.as_ref().unwrap_or(folded);
    let mut found: Vec<Surface> = Vec::new();
    for facet in &folded.facets {
        if !is_seen(brief, facet) || found.iter().any(|surface| surface.part == facet.part) {
            continue;
        }
        let Some(outward) = outward(folded, facet) else { continue };
        let shows = if facet.pose.z_axis.dot(outward) > 0.0 { PaperFace::Outside } else { PaperFace::Inside };
        let has_face = net.blanks[facet.blank].shows_face();
        let turned = brief.sheet_for(has_face).turned;
        found.push(Surface { part: facet.part, shows, orientation: orientation(turned, facet, outward) });
    }
    found
}

fn is_seen(brief: &Brief, facet: &Turned) -> bool {
    let (panel, zone) = facet.part;
    match zone {
        Zone::Body => panel.is_face() || panel.is_gusset(),
        Zone::Hem => panel.is_face() && brief.top.is_turned_out(),
        Zone::Flap => true,
        Zone::Base | Zone::Ear | Zone::BackBody | Zone::BackHem => false,
    }
}

/// The direction from which a surface is seen. A body is seen from its outside; a hem turned out lies over its body;
/// a closing flap lies on the mouth, or on the face across it.
fn outward(folded: &Folded, facet: &Turned) -> Option<DVec3> {
    let (panel, zone) = facet.part;
    let body = |panel: Panel| {
        let own = |other: &&Turned| other.part == (panel, Zone::Body);
        folded.facets.iter().find(own).map(|body| body.pose.z_axis)
    };
    match zone {
        Zone::Flap if facet.pose.z_axis.y.abs() > 0.5 => Some(DVec3::Y),
        Zone::Flap => across(folded, panel),
        _ => body(panel),
    }
}

/// The direction from which the face across the bag is seen.
fn across(folded: &Folded, panel: Panel) -> Option<DVec3> {
    let is_across = |other: Panel| other.is_face() && other.face() != panel.face();
    let face = folded.facets.iter().find(|other| is_across(other.part.0) && other.part.1 == Zone::Body);
    face.map(|face| face.pose.z_axis)
}

/// On upright surfaces up is up; on the mouth it is away from the one who stands before the front.
fn orientation(turned: bool, facet: &Turned, outward: DVec3) -> Orientation {
    let pattern = if turned { DVec3::X } else { DVec3::Y };
    let up = if outward.y > 0.5 { -DVec3::Z } else { DVec3::Y };
    let along = facet.pose.transform_vector3(pattern).dot(up);
    if along > 0.5 {
        Orientation::Upright
    } else if along < -0.5 {
        Orientation::UpsideDown
    } else {
        Orientation::Sideways
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use crate::brief::Top;
    use crate::brief::{Build, CUSTOMARY_PLEATS, FaceSide, GussetCrease};
    use rstest::rstest;

    fn shown(change: impl Fn(&mut Brief), part: (Panel, Zone)) -> (PaperFace, Orientation) {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        change(&mut brief);
        let net = Net::of(&brief);
        let found = surfaces(&brief, &net, &Folded::new(&net));
        found
            .iter()
            .find(|surface| surface.part == part)
            .map(|surface| (surface.shows, surface.orientation))
            .unwrap()
    }

    #[rstest]
    fn bodies_stand_upright(#[values(Build::Wrap, Build::CornerPair)] build: Build) {
        for panel in [Panel::Front, Panel::Back] {
            let seen = shown(|brief| brief.build = build, (panel, Zone::Body));
            assert_eq!(seen, (PaperFace::Outside, Orientation::Upright));
        }
    }

    /// Common practice: a hem turned out shows the reverse, and upside down.
    #[test]
    fn a_hem_out_shows_the_reverse_upside_down() {
        let seen = shown(|brief| brief.top = Top::HemOut { depth: Length::INCH }, (Panel::Front, Zone::Hem));
        assert_eq!(seen, (PaperFace::Inside, Orientation::UpsideDown));
    }

    /// Common practice: the back of a flare always shows the pattern upside down.
    #[test]
    fn the_back_of_a_flare_is_upside_down() {
        let (pleats, pleat) = CUSTOMARY_PLEATS;
        let flare = |brief: &mut Brief| brief.build = Build::PleatedFlare { pleats, pleat };
        assert_eq!(shown(flare, (Panel::Front, Zone::Body)), (PaperFace::Outside, Orientation::Upright));
        assert_eq!(shown(flare, (Panel::Back, Zone::Body)), (PaperFace::Outside, Orientation::UpsideDown));
    }

    /// Common practice: a sheet laid sideways shows its pattern sideways.
    #[test]
    fn a_turned_sheet_lies_sideways() {
        let seen = shown(|brief| brief.sheet.turned = true, (Panel::Front, Zone::Body));
        assert_eq!(seen, (PaperFace::Outside, Orientation::Sideways));
    }

    /// Folded over the mouth, a flap goes on showing the face it showed: only its pattern stands on its head.
    #[rstest]
    #[case(GussetCrease::Centre)]
    #[case(GussetCrease::None)]
    fn a_closing_flap_over_the_front(#[case] crease: GussetCrease) {
        let flap = |brief: &mut Brief| {
            let depth = Length::inches(3);
            brief.top = Top::Flap { on: FaceSide::Back, depth, corner: Length::ZERO };
            brief.gusset_crease = crease;
        };
        assert_eq!(shown(flap, (Panel::Back, Zone::Flap)), (PaperFace::Outside, Orientation::UpsideDown));
    }
}
