//! The layers of a bag folded flat, held against the crossing conditions point by point.
//!
//! Which layers lie over a point is asked of the general-purpose library `geo`; the conditions are those of Justin, as given in
//! Demaine & O'Rourke, *Geometric Folding Algorithms*, 2007, ch. 11: no layer passes between the two sides of a crease that it runs
//! across, and two folds on one line do not interleave. Nothing here is shared with the search that found the order.
use crate::bags::bag;
use geo::{Contains, Coord, LineString, Polygon};
use glam::DVec2;
use proptest::prelude::*;
use wide_fold_core::brief::{Across, Build, GussetCrease};
use wide_fold_core::folded::Folded;
use wide_fold_core::net::{Crease, CreaseRole, Fold};
use wide_fold_core::proof::Proof;
use wide_fold_core::{Brief, Length, Net};

/// Millimetres off a crease at which it is asked what lies there.
const ASIDE: f64 = 0.05;

/// A bag folded flat.
struct Flat {
    net: Net,
    folded: Folded,
    shapes: Vec<Polygon<f64>>,
    /// For every facet how many lie in front of it.
    depth: Vec<usize>,
}

/// Two facets folded against one another.
struct Fold2 {
    facets: [usize; 2],
    crease: Crease,
    /// Its two ends, and the direction away from the paper.
    ends: [DVec2; 2],
    out: DVec2,
}

impl Flat {
    /// Nothing for a bag that is not made to fold flat.
    fn new(brief: &Brief) -> Option<Self> {
        let net = Net::of(brief);
        let made = Folded::new(&net);
        let order = Proof::new(brief, &net, &made).flat?.order;
        let folded = made.flattened(&net);
        let mut depth = vec![usize::MAX; folded.facets.len()];
        order.iter().enumerate().for_each(|(place, facet)| depth[*facet] = place);
        let shapes = folded.facets.iter().map(|facet| {
            let corners = facet.corners();
            Polygon::new(LineString::from(corners.iter().map(|c| (c.x, c.y)).collect::<Vec<_>>()), Vec::new())
        });
        Some(Self { shapes: shapes.collect(), net, folded, depth })
    }

    /// The facets over a point, front to back.
    fn over(&self, at: DVec2) -> Vec<usize> {
        let at = Coord { x: at.x, y: at.y };
        let mut found: Vec<usize> =
            (0..self.shapes.len()).filter(|facet| self.shapes[*facet].contains(&at)).collect();
        found.sort_by_key(|facet| self.depth[*facet]);
        found
    }

    fn outside_up(&self, facet: usize) -> bool {
        self.folded.facets[facet].pose.z_axis.z > 0.0
    }

    /// Every crease that is folded right over, once.
    fn folds(&self) -> Vec<Fold2> {
        let first = |blank: usize| self.folded.facets.iter().position(|facet| facet.blank == blank).unwrap();
        let mut found = Vec::new();
        for (here, facet) in self.folded.facets.iter().enumerate() {
            let corners: Vec<DVec2> = facet.corners().iter().map(|corner| corner.truncate()).collect();
            for (side, hinge) in facet.flat.hinges.iter().enumerate() {
                let Some(hinge) = hinge else { continue };
                let there = first(facet.blank) + hinge.facet;
                let crease = &self.net.blanks[facet.blank].creases[hinge.crease];
                if there < here || !crease.folds() || crease.role == CreaseRole::FlapLine {
                    continue;
                }
                let ends = [corners[side], corners[(side + 1) % corners.len()]];
                let middle = corners.iter().sum::<DVec2>() / corners.len() as f64;
                let across = (ends[1] - ends[0]).perp().normalize();
                let out = if across.dot(middle - ends[0]) > 0.0 { -across } else { across };
                found.push(Fold2 { facets: [here, there], crease: *crease, ends, out });
            }
        }
        found
    }
}

fn folds_flat() -> impl Strategy<Value = Brief> {
    (bag(), prop::bool::ANY).prop_map(|(mut brief, both)| {
        let across = if both { Across::BothFaces } else { Across::Back };
        if !matches!(brief.build, Build::PleatedFlare { .. }) && brief.gusset_crease != GussetCrease::None {
            brief.gusset_crease = GussetCrease::FoldFlat { across };
        }
        brief
    })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 150, max_global_rejects: 100_000, ..ProptestConfig::default() })]

    #[test]
    fn no_layer_passes_through_another(brief in folds_flat()) {
        let flat = Flat::new(&brief);
        prop_assume!(flat.is_some());
        let flat = flat.unwrap();
        prop_assert!(flat.depth.iter().all(|depth| *depth < flat.depth.len()), "every facet has its place");
        let folds = flat.folds();
        for fold in &folds {
            let [a, b] = fold.facets;
            // A mountain brings the insides together: what shows its outside to the viewer lies in front.
            prop_assert_ne!(flat.outside_up(a), flat.outside_up(b));
            let (front, back) = if flat.depth[a] < flat.depth[b] { (a, b) } else { (b, a) };
            prop_assert_eq!(flat.outside_up(front), fold.crease.fold == Fold::Mountain, "{:?}", fold.crease);
            for share in [0.07, 0.31, 0.53, 0.71, 0.93] {
                let on = fold.ends[0].lerp(fold.ends[1], share);
                let (beside, beyond) = (flat.over(on - fold.out * ASIDE), flat.over(on + fold.out * ASIDE));
                let place = |facet: usize| beside.iter().position(|other| *other == facet);
                let (Some(first), Some(last)) = (place(front), place(back)) else { continue };
                for between in &beside[first + 1..last] {
                    prop_assert!(
                        !beyond.contains(between),
                        "{:?} runs through the {} of {:?}",
                        flat.folded.facets[*between].part, fold.crease.role.name(), flat.folded.facets[front].part
                    );
                }
                // Other folds on the same stretch of line: wholly inside this one, or wholly outside.
                for other in &folds {
                    let is_on_line = other.out.dot(fold.out) > 0.999_999
                        && other.ends.iter().all(|end| (*end - on).dot(fold.out).abs() < 1e-6)
                        && (other.ends[0] - on).dot(other.ends[1] - on) < 0.0;
                    let places = other.facets.map(place);
                    let [Some(one), Some(two)] = places else { continue };
                    if is_on_line && other.facets != fold.facets && !other.facets.iter().any(|facet| fold.facets.contains(facet)) {
                        let inside = [one, two].map(|place| first < place && place < last);
                        prop_assert_eq!(inside[0], inside[1], "{:?} and {:?}", fold.crease, other.crease);
                    }
                }
            }
        }
    }

    /// An order in which two layers that touch change places is found wrong by the same conditions: they are no formality.
    #[test]
    fn glue_and_folds_settle_what_lies_in_front(brief in folds_flat()) {
        let flat = Flat::new(&brief);
        prop_assume!(flat.is_some());
        let flat = flat.unwrap();
        for seam in &flat.net.seams {
            for (under, over) in flat.folded.glued(&flat.net, seam) {
                let middle = flat.folded.facets[under].place(flat.folded.facets[under].flat.middle()).truncate();
                // A little aside, for a line of another layer may run through the very middle.
                let near = [DVec2::new(0.6, 0.8), DVec2::new(-0.8, 0.6), DVec2::new(-0.6, -0.8), DVec2::new(0.8, -0.6)];
                let mut asked = 0;
                for aside in near {
                    let layers = flat.over(middle + aside * ASIDE);
                    let place = |facet: usize| layers.iter().position(|other| *other == facet);
                    let (Some(one), Some(two)) = (place(under), place(over)) else { continue };
                    asked += 1;
                    // Glued layers touch: nothing lies between them.
                    prop_assert_eq!(one.abs_diff(two), 1, "{:?}", seam);
                }
                prop_assert!(asked > 0, "what is glued lies over one another: {:?}", seam);
            }
        }
    }
}

/// Common practice: folded flat, a shop bag's front is the foremost layer and its base lies over the outside of the back.
#[test]
fn the_front_lies_foremost_and_the_base_behind_the_back() {
    let mut brief = Brief::new(Length::inches(6), Length::eighths(44), Length::inches(3));
    brief.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
    let flat = Flat::new(&brief).unwrap();
    let part = |facet: &usize| flat.folded.facets[*facet].part;
    let mut foremost: Vec<usize> = (0..flat.depth.len()).collect();
    foremost.sort_by_key(|facet| flat.depth[*facet]);
    assert!(part(&foremost[0]).0.is_front(), "{:?}", part(&foremost[0]));
    let base = foremost.iter().filter(|facet| part(facet).1 == wide_fold_core::net::Zone::Base);
    let nearest_base = base.map(|facet| flat.depth[*facet]).min().unwrap();
    let back = |facet: &&usize| part(facet).0.is_back() && part(facet).1 == wide_fold_core::net::Zone::Body;
    // Everything of the back that reaches over the base lies in front of it.
    let upper_back = foremost.iter().find(back).map(|facet| flat.depth[*facet]).unwrap();
    assert!(upper_back < nearest_base);
}
