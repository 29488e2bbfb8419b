//! Properties over random bags of every build: panels meet, flaps cover, pieces fit, and the proof can fail.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use geo::{Area, BooleanOps, MultiPolygon, Polygon};
use proptest::prelude::*;
use wide_fold_core::brief::{
    Across, BaseHabit, Build, ClosingOrder, Cuts, Direction, FaceSide, GussetCrease, Joins, Place, Places,
    Run, RunStart, Squares, Top,
};
use wide_fold_core::folded::{Folded, facets::facets, made};
use wide_fold_core::layout::{Blade, Extras, Kind, Layout, Rectangle};
use wide_fold_core::net::{Band, CreaseRole, Net, Panel};
use wide_fold_core::proof::{Check, Proof};
use wide_fold_core::{Brief, Length, Sheet, pieces};

const BUILDS: [Build; 7] = [
    Build::CornerPair,
    Build::CradlePair { squares: Squares::SlitUp },
    Build::CradlePair { squares: Squares::SlitLevel },
    Build::FoldedBase { lap: Length::sixty_fourths(16) },
    Build::PleatedFlare { pleats: 3, pleat: Length::sixty_fourths(24) },
    Build::PleatedFlare { pleats: 2, pleat: Length::sixty_fourths(32) },
    Build::Wrap,
];

const CREASES: [GussetCrease; 5] = [
    GussetCrease::None,
    GussetCrease::Centre,
    GussetCrease::Pair,
    GussetCrease::FoldFlat { across: Across::Back },
    GussetCrease::FoldFlat { across: Across::BothFaces },
];

prop_compose! {
    /// A bag that closes: any build, start, direction, join, top and gusset crease that go together.
    fn bag()(
        w in 16_i64..120, h in 24_i64..160, d in 8_i64..60, build in 0_usize..10, cuts in 1_usize..256, back_part in 1_i64..8, level in prop::option::of(0_i64..8), start in 0_usize..3, left: bool,
        lap in prop::option::of(4_i64..12), top in 0_usize..5, crease in 0_usize..5, notch in 0_i64..6,
        gussets_first: bool, strips: bool, mixed in 0_usize..400, extras in 0_usize..32,
    ) -> Brief {
        let n = |n| Length::sixty_fourths(n * 4);
        let (wide, tall) = (w.max(d), h.max(d + 20));
        // A level leaves room for the lap and for a hem above it.
        let cuts = Cuts {
            at: Places::every().nth(cuts - 1).unwrap(),
            back_part: Some(n((wide * back_part / 8).clamp(8, wide - 8))),
            level: level.filter(|_| !strips).map(|level| n((tall - 22) * level / 8)),
        };
        let joined = Build::Joined { cuts };
        let build = BUILDS.get(build).copied().unwrap_or(joined);
        // A gusset no deeper than the face, so that no flap sticks out and the ends of a tube clear each other.
        let folds_in = if matches!(build, Build::FoldedBase { .. }) { 4 } else { 0 };
        let mut brief = Brief::new(n(w.max(d + folds_in)), n(h.max(d + 20)), n(d));
        brief.build = build;
        brief.run = Run {
            start: [RunStart::Gusset, RunStart::Face, RunStart::HalfGusset][start],
            direction: if left { Direction::Left } else { Direction::Right },
        };
        brief.tab = n(4);
        let is_cradle = matches!(build, Build::CradlePair { .. });
        if let (Some(lap), false) = (lap.filter(|lap| *lap < d), is_cradle) {
            brief.base = BaseHabit::HalfAndLap { lap: n(lap) };
        }
        let is_flare = matches!(build, Build::PleatedFlare { .. });
        let (depth, corner) = (n(d.max(16)), n(2));
        brief.top = match top {
            1 => Top::HemIn { depth: n(16) },
            2 => Top::HemOut { depth: n(16) },
            3 if !is_flare => Top::Flap { on: FaceSide::Back, depth, corner },
            4 if !is_flare => Top::Flap { on: FaceSide::Front, depth, corner },
            _ => Top::Raw,
        };
        if !is_flare && build != (Build::CradlePair { squares: Squares::SlitLevel }) {
            brief.gusset_crease = CREASES[crease];
        }
        if strips && brief.has_joins() {
            // No wider than the narrowest panel, so that two of them have room behind it.
            let width = n(8).min(n(d).half());
            // A tab and half a strip behind one half of a gusset need room beside one another.
            let at = Places::every().nth(mixed).filter(|_| n(d) >= brief.tab * 2 + width);
            brief.joins = at.map_or(Joins::Strips { width }, |at| Joins::Mixed { width, at });
        }
        brief.extras = Extras::of(Kind::ALL.into_iter().filter(|kind| extras >> *kind as usize & 1 == 1));
        // Gussets of a run cut at all four corners may come from another paper.
        let corners = Place::ALL[..4].iter().all(|corner| cuts.at.has(*corner));
        if corners && matches!(build, Build::Joined { .. }) && extras % 2 == 1 {
            let (width, height) = (Length::inches(70), Length::inches(50));
            brief.side_sheet = Some(Sheet { width, height, ..Sheet::default() });
        }
        brief.notch = n(notch);
        brief.closing = if gussets_first { ClosingOrder::GussetsFirst } else { ClosingOrder::BackFirst };
        (brief.sheet.width, brief.sheet.height) = (Length::inches(80), Length::inches(60));
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
        let failed: Vec<_> = proof.items.iter().filter(|item| !item.passed()).collect();
        prop_assert!(failed.is_empty(), "{failed:?}");
    }

    /// Any mountain or valley folded the other way is found out.
    #[test]
    fn no_crease_can_be_folded_the_other_way(brief in bag(), pick: prop::sample::Index) {
        let mut net = Net::new(&brief);
        let strip = pick.index(net.strips.len());
        let crease = pick.index(net.strips[strip].creases.len());
        let crease = &mut net.strips[strip].creases[crease];
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
        // A flare has no base.
        prop_assume!(!matches!(brief.build, Build::PleatedFlare { .. }));
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
            // Cut the sheet as told: every cut runs from edge to edge of a part that lies on the table.
            let whole = Rectangle { x: Length::ZERO, y: Length::ZERO, width: sheet.width, height: sheet.height };
            let mut table = vec![whole];
            for trim in &sheet.trims {
                let on = table.iter().position(|part| *part == trim.on);
                prop_assert!(on.is_some(), "{:?} is not on the table", trim.on);
                let on = table.swap_remove(on.unwrap());
                prop_assert!(trim.keep.is_positive());
                match trim.blade {
                    Blade::Upright => {
                        table.push(Rectangle { width: trim.keep, ..on });
                        table.push(Rectangle { x: on.x + trim.keep, width: on.width - trim.keep, ..on });
                    }
                    Blade::Level => {
                        table.push(Rectangle { height: trim.keep, ..on });
                        table.push(Rectangle { y: on.y + trim.keep, height: on.height - trim.keep, ..on });
                    }
                }
            }
            let mut wanted: Vec<Rectangle> = spaces.iter().chain(&sheet.offcuts).copied().collect();
            for parts in [&mut table, &mut wanted] {
                parts.sort_by_key(|part| (part.x, part.y));
            }
            prop_assert_eq!(&table, &wanted);
            let used: i128 = spaces.iter().chain(&sheet.offcuts).map(Rectangle::area).sum();
            prop_assert_eq!(used, i128::from(sheet.width.nm()) * i128::from(sheet.height.nm()));
        }
    }
}
