//! Properties over random bags of every build: panels meet, flaps cover, pieces fit, and the proof can fail.
use crate::bags::bag;
use crate::bags::cutting::can_be_cut;
use geo::{Area, BooleanOps, MultiPolygon, Polygon};
use proptest::prelude::*;
use wide_fold_core::brief::{Build, Cuts};
use wide_fold_core::fittings::Fitted;
use wide_fold_core::folded::{Folded, facets::facets, made};
use wide_fold_core::layout::Layout;
use wide_fold_core::net::{BaseCorners, CreaseRole, Net, Panel, Zone};
use wide_fold_core::proof::{Check, Proof};
use wide_fold_core::{Brief, Length, pieces};

fn prove(brief: &Brief, net: &Net) -> Proof {
    Proof::new(brief, net, &Folded::new(net))
}

/// The base flaps of a folded bag as polygons seen from above, and the ground they should cover.
fn base(folded: &Folded) -> (Polygon<f64>, Vec<Polygon<f64>>) {
    let polygon = |facet: &wide_fold_core::folded::Turned| {
        Polygon::new(facet.corners().iter().map(|corner| (corner.x, corner.z)).collect(), Vec::new())
    };
    let flaps = folded.facets.iter().filter(|facet| facet.part.1 == Zone::Base).map(polygon).collect();
    let body = folded.facets.iter().filter(|facet| facet.part.1 == Zone::Body && facet.part.0 != Panel::Tab);
    let (mut least, mut most) = ((f64::MAX, f64::MAX), (f64::MIN, f64::MIN));
    for corner in body.flat_map(wide_fold_core::folded::Turned::corners) {
        least = (least.0.min(corner.x), least.1.min(corner.z));
        most = (most.0.max(corner.x), most.1.max(corner.z));
    }
    let ground = vec![least, (most.0, least.1), most, (least.0, most.1)];
    (Polygon::new(ground.into(), Vec::new()), flaps)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    #[test]
    fn every_bag_that_closes_is_proved(brief in bag()) {
        let proof = prove(&brief, &Net::of(&brief));
        let failed: Vec<_> = proof.items.iter().filter(|item| !item.passed()).collect();
        prop_assert!(failed.is_empty(), "{failed:?}");
    }

    /// Any mountain or valley folded the other way is found out.
    #[test]
    fn no_crease_can_be_folded_the_other_way(brief in bag(), pick: prop::sample::Index) {
        let mut net = Net::of(&brief);
        let blank = pick.index(net.blanks.len());
        let crease = pick.index(net.blanks[blank].creases.len());
        let crease = &mut net.blanks[blank].creases[crease];
        // What lies flat in the open bag is folded only in one that folds flat, and a flap's hinge in neither.
        let lies_flat = made(crease) == 0.0 && !brief.gusset_crease.folds_flat();
        prop_assume!(crease.folds() && !lies_flat && crease.role != CreaseRole::FlapLine);
        crease.fold = crease.fold.turned_over();
        prop_assert!(!prove(&brief, &net).passed());
    }

    /// A bag folded from another size's net is never taken for the one that was asked for.
    #[test]
    fn another_size_is_found_out(brief in bag(), which in 0_usize..3, less: bool) {
        // A flare has no gussets to measure.
        let which = if matches!(brief.build, Build::PleatedFlare { .. }) { which % 2 } else { which };
        let mut other = brief.clone();
        let by = if less { -Length::sixty_fourths(4) } else { Length::sixty_fourths(4) };
        let (field, check) = match which {
            0 => (&mut other.finished.width, Check::Width { front: true }),
            1 => (&mut other.finished.height, Check::Height),
            _ => (&mut other.finished.gusset, Check::Gusset(wide_fold_core::brief::Side::Right)),
        };
        *field += by;
        let proof = prove(&brief, &Net::of(&other));
        let item = proof.items.iter().find(|item| item.check == check).unwrap();
        prop_assert!(!item.passed());
        prop_assert_eq!(item.measured - item.wanted, by);
    }

    /// Against the general-purpose library geo: the base is covered, by area, and nothing reaches past it.
    #[test]
    fn the_base_is_covered_by_area(brief in bag()) {
        // A flare has no base.
        prop_assume!(!matches!(brief.build, Build::PleatedFlare { .. }));
        let folded = Folded::new(&Net::of(&brief));
        let (ground, flaps) = base(&folded);
        let mut bare = MultiPolygon::new(vec![ground.clone()]);
        for flap in &flaps {
            bare = bare.difference(flap);
            prop_assert!(flap.difference(&ground).unsigned_area() < 1e-3);
        }
        prop_assert!(bare.unsigned_area() < 1e-3, "bare {}", bare.unsigned_area());
        let paper: f64 = flaps.iter().map(|flap| flap.unsigned_area()).sum();
        let (least, most) = prove(&brief, &Net::of(&brief)).base_layers;
        prop_assert!(least as f64 <= paper / ground.unsigned_area() + 1e-9);
        prop_assert!(paper / ground.unsigned_area() <= most as f64 + 1e-9);
    }

    /// A hinge is one hinge, seen from both sides, and the facets make up the paper.
    #[test]
    fn facets_hang_together(brief in bag()) {
        for blank in Net::of(&brief).blanks {
            let found = facets(&blank);
            for (index, facet) in found.iter().enumerate() {
                for hinge in facet.hinges.iter().flatten() {
                    let back = found[hinge.facet].hinges.iter().flatten();
                    prop_assert!(back.into_iter().any(|other| other.facet == index && other.crease == hinge.crease));
                }
            }
            let area = |corners: &[wide_fold_core::plane::Point]| {
                Polygon::new(corners.iter().map(|corner| (corner.x.mm(), corner.y.mm())).collect(), Vec::new()).unsigned_area()
            };
            let total: f64 = found.iter().map(|facet| area(&facet.corners)).sum();
            prop_assert!((total - area(&blank.outline)).abs() < 1e-3);
        }
    }

    /// Pieces lie inside the sheet, apart from one another; the trims cut them out in the order given and leave
    /// just the offcuts that are listed.
    #[test]
    fn pieces_are_cut_out_by_the_trims(brief in bag(), wide in 160_i64..480, tall in 160_i64..480) {
        let mut brief = brief;
        (brief.sheet.width, brief.sheet.height) = (Length::eighths(wide), Length::eighths(tall));
        let layout = Layout::new(&brief, &Fitted::of(&brief), &pieces::divide(&Net::of(&brief)));
        can_be_cut(&layout)?;
    }
}

proptest! {
    /// What a build says of itself is what its net shows: base, gussets, squashed ends, laps, pieces.
    #[test]
    fn a_build_is_what_it_says(brief in bag()) {
        let (net, build) = (Net::of(&brief), brief.build);
        let blanks = || net.blanks.iter().filter(|blank| !blank.is_joining_strip());
        let any_panel = |wanted: fn(Panel) -> bool| {
            blanks().any(|blank| blank.columns.iter().any(|column| wanted(column.panel)))
        };
        prop_assert_eq!(build.has_base(), blanks().any(|blank| blank.row(Zone::Base).is_some()));
        prop_assert_eq!(build.has_gussets(), any_panel(Panel::is_gusset));
        let corners = |wanted| blanks().any(|blank| blank.corners == wanted);
        prop_assert_eq!(build.is_squashed(), corners(BaseCorners::Folded));
        prop_assert_eq!(build.has_slit_flaps(), corners(BaseCorners::Flaps) || corners(BaseCorners::CutOut));
        let laps = net.seams.iter().any(|seam| seam.under.panel.is_gusset());
        prop_assert_eq!(build.has_double_gussets(), laps);
        prop_assert!(!build.goes_round_in_one() || blanks().count() == 1);
        prop_assert!(build.is_cut() || build.cuts() == Cuts::default());
        prop_assert_eq!(brief.depth().is_positive(), build.has_gussets());
    }
}
