//! Properties over random bags of every build: panels meet, flaps cover, pieces fit, and the proof can fail.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use geo::{Area, BooleanOps, MultiPolygon, Polygon};
use proptest::prelude::*;
use wide_fold_core::brief::{
    BaseHabit, Build, ClosingOrder, Direction, GussetCrease, Hem, Run, RunStart, Squares,
};
use wide_fold_core::folded::{Folded, facets::facets};
use wide_fold_core::layout::{Blade, Layout, Rectangle};
use wide_fold_core::net::{Band, Fold, Net, Panel};
use wide_fold_core::proof::{Check, Proof};
use wide_fold_core::{Brief, Length, pieces};

prop_compose! {
    /// A bag that closes: any build, start, direction, hem and pinch.
    fn bag()(
        w in 16_i64..120, h in 24_i64..160, d in 8_i64..60, build in 0_usize..6, start in 0_usize..3, left: bool,
        lap in prop::option::of(4_i64..12), hem in 0_usize..3, centre: bool, notch in 0_i64..6, gussets_first: bool,
    ) -> Brief {
        let n = |n| Length::sixty_fourths(n * 4);
        // A gusset no deeper than the face, so that no flap sticks out.
        let mut brief = Brief::new(n(w.max(d)), n(h.max(d + 20)), n(d));
        brief.build = [
            Build::CornerPair,
            Build::CradlePair { squares: Squares::SlitUp },
            Build::CradlePair { squares: Squares::SlitLevel },
            Build::Wrap, Build::Wrap, Build::Wrap,
        ][build];
        brief.run = Run {
            start: [RunStart::Gusset, RunStart::Face, RunStart::HalfGusset][start],
            direction: if left { Direction::Left } else { Direction::Right },
        };
        brief.tab = n(4);
        if let (Some(lap), 0 | 3..) = (lap.filter(|lap| *lap < d), build) {
            brief.base = BaseHabit::HalfAndLap { lap: n(lap) };
        }
        let depth = n(16);
        brief.hem = [Hem::None, Hem::In { depth }, Hem::Out { depth }][hem];
        brief.gusset_crease = if centre { GussetCrease::Centre } else { GussetCrease::None };
        brief.notch = n(notch);
        brief.closing = if gussets_first { ClosingOrder::GussetsFirst } else { ClosingOrder::BackFirst };
        (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(40));
        brief
    }
}

fn prove(brief: &Brief, net: &Net) -> Proof {
    Proof::new(brief, net, &Folded::new(net))
}

/// The base flaps of a folded bag as polygons seen from above, and the ground they should cover.
fn base(folded: &Folded) -> (Polygon<f64>, Vec<Polygon<f64>>) {
    let polygon = |facet: &wide_fold_core::folded::Turned| {
        Polygon::new(facet.corners().iter().map(|corner| (corner.x, corner.z)).collect(), Vec::new())
    };
    let flaps = folded.facets.iter().filter(|facet| facet.part.1 == Band::Base).map(polygon).collect();
    let body = folded.facets.iter().filter(|facet| facet.part.1 == Band::Body && facet.part.0 != Panel::Tab);
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
        let proof = prove(&brief, &Net::new(&brief));
        prop_assert!(proof.passed(), "{:#?}", proof.items);
    }

    /// Any mountain or valley folded the other way is found out.
    #[test]
    fn no_crease_can_be_folded_the_other_way(brief in bag(), pick: prop::sample::Index) {
        let mut net = Net::new(&brief);
        let strip = pick.index(net.strips.len());
        let crease = pick.index(net.strips[strip].creases.len());
        let crease = &mut net.strips[strip].creases[crease];
        // A gusset's centre is flat in the open bag, either way.
        prop_assume!(crease.fold != Fold::Flat && crease.role != wide_fold_core::net::CreaseRole::GussetCentre);
        crease.fold = crease.fold.turned_over();
        prop_assert!(!prove(&brief, &net).passed());
    }

    /// A bag folded from another size's net is never taken for the one that was asked for.
    #[test]
    fn another_size_is_found_out(brief in bag(), which in 0_usize..3, less: bool) {
        let mut other = brief.clone();
        let by = if less { -Length::sixty_fourths(4) } else { Length::sixty_fourths(4) };
        let (field, check) = match which {
            0 => (&mut other.finished.width, Check::Width { front: true }),
            1 => (&mut other.finished.height, Check::Height),
            _ => (&mut other.finished.gusset, Check::Gusset(wide_fold_core::net::Side::Right)),
        };
        *field += by;
        let proof = prove(&brief, &Net::new(&other));
        let item = proof.items.iter().find(|item| item.check == check).unwrap();
        prop_assert!(!item.passed());
        prop_assert_eq!(item.measured - item.wanted, by);
    }

    /// Against the general-purpose library geo: the base is covered, by area, and nothing reaches past it.
    #[test]
    fn the_base_is_covered_by_area(brief in bag()) {
        let folded = Folded::new(&Net::new(&brief));
        let (ground, flaps) = base(&folded);
        let mut bare = MultiPolygon::new(vec![ground.clone()]);
        for flap in &flaps {
            bare = bare.difference(flap);
            prop_assert!(flap.difference(&ground).unsigned_area() < 1e-3);
        }
        prop_assert!(bare.unsigned_area() < 1e-3, "bare {}", bare.unsigned_area());
        let paper: f64 = flaps.iter().map(|flap| flap.unsigned_area()).sum();
        let (least, most) = prove(&brief, &Net::new(&brief)).base_layers;
        prop_assert!(least as f64 <= paper / ground.unsigned_area() + 1e-9);
        prop_assert!(paper / ground.unsigned_area() <= most as f64 + 1e-9);
    }

    /// A hinge is one hinge, seen from both sides, and the facets make up the paper.
    #[test]
    fn facets_hang_together(brief in bag()) {
        for strip in Net::new(&brief).strips {
            let found = facets(&strip);
            for (index, facet) in found.iter().enumerate() {
                for hinge in facet.hinges.iter().flatten() {
                    let back = found[hinge.facet].hinges.iter().flatten();
                    prop_assert!(back.into_iter().any(|other| other.facet == index && other.crease == hinge.crease));
                }
            }
            let area = |corners: &[wide_fold_core::net::Point]| {
                Polygon::new(corners.iter().map(|corner| (corner.x.mm(), corner.y.mm())).collect(), Vec::new()).unsigned_area()
            };
            let total: f64 = found.iter().map(|facet| area(&facet.corners)).sum();
            prop_assert!((total - area(&strip.outline)).abs() < 1e-3);
        }
    }

    /// Pieces lie inside the sheet, apart from one another; the trims cut them out in the order given and leave
    /// just the offcuts that are listed.
    #[test]
    fn pieces_are_cut_out_by_the_trims(brief in bag(), wide in 160_i64..480, tall in 160_i64..480) {
        let mut brief = brief;
        (brief.sheet.width, brief.sheet.height) = (Length::eighths(wide), Length::eighths(tall));
        let layout = Layout::new(&brief, &pieces::divide(&Net::new(&brief)));
        for sheet in layout.sheets.iter().filter(|sheet| sheet.overhang.is_none()) {
            let inside = |part: &Rectangle| part.x + part.width <= sheet.width && part.y + part.height <= sheet.height;
            let spaces: Vec<Rectangle> = sheet.placed.iter().map(|placed| placed.space).collect();
            prop_assert!(spaces.iter().all(inside));
            // Cut the sheet as told: the part to keep stays on the trimmer, whole pieces come off only when parted.
            let mut kept = (sheet.width, sheet.height);
            for trim in &sheet.trims {
                let through = |space: &Rectangle| match trim.blade {
                    Blade::Upright => space.x < trim.keep && trim.keep < space.x + space.width,
                    Blade::Level => space.y < trim.keep && trim.keep < space.y + space.height,
                };
                prop_assert!(!spaces.iter().any(through), "a trim cuts through a piece");
                match trim.blade {
                    Blade::Upright => kept.0 = trim.keep,
                    Blade::Level => kept.1 = trim.keep,
                }
            }
            prop_assert_eq!(kept, (spaces[0].width, spaces[0].height));
            let used: i128 = spaces.iter().chain(&sheet.offcuts).map(Rectangle::area).sum();
            prop_assert_eq!(used, i128::from(sheet.width.nm()) * i128::from(sheet.height.nm()));
        }
    }
}
