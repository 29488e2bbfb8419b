//! Holes measured on the folded bag: do they meet, are they whole, is nothing glued behind them?

use super::{Check, Item};

use crate::brief::Side;
use crate::fittings::Shape;
use crate::folded::motion::flap_closed;
use crate::folded::{Folded, Turned};
use crate::net::{CreaseRole, Hole, Net, Panel, Zone};
use crate::plane::Point;
use crate::{Brief, Length};
use glam::{DVec2, DVec3, Vec3Swizzles};

/// Points of its edge at which a hole is measured.
const POINTS: usize = 24;
/// Layers this close to one plane, in millimetres, lie on one another.
const SAME_PLANE: f64 = 1e-3;

/// Every measurement of a bag's holes; none if it has none.
pub(super) fn measure(brief: &Brief, net: &Net, folded: &Folded) -> Vec<Item> {
    let holes = placed(net, folded);
    if net.blanks.iter().all(|blank| blank.holes.is_empty()) {
        return Vec::new();
    }
    let item = |check, mm: f64| Item { check, wanted: Length::ZERO, measured: super::measure::length(mm) };
    let mut items = vec![
        item(Check::HolesMeet, apart(&holes, room_shift(brief, folded))),
        item(Check::HolesWhole, holes.iter().map(|hole| beyond(net, folded, hole)).fold(0.0, f64::max)),
        item(Check::HolesFree, holes.iter().map(|hole| into_glue(net, folded, hole)).fold(0.0, f64::max)),
    ];
    if brief.top.flap().is_some() && holes.iter().any(|hole| hole.hole.zone == Zone::Flap) {
        let closed = flap_closed(brief, net, folded);
        items.push(item(Check::FlapHoleMeets, flap_apart(&placed(net, &closed))));
    }
    items
}

/// A hole and the facet in which it lies; its middle in space.
struct Placed<'a> {
    hole: &'a Hole,
    blank: usize,
    facet: Option<usize>,
    middle: DVec3,
}

fn placed<'a>(net: &'a Net, folded: &Folded) -> Vec<Placed<'a>> {
    let mut all = Vec::new();
    for (blank, own) in net.blanks.iter().enumerate() {
        for hole in &own.holes {
            let in_it = |facet: &Turned| {
                facet.blank == blank
                    && facet.part == (hole.panel, hole.zone)
                    && facet.flat.contains(hole.centre)
            };
            let facet = folded.facets.iter().position(in_it);
            let middle = facet.map_or(DVec3::INFINITY, |facet| folded.facets[facet].place(hole.centre));
            all.push(Placed { hole, blank, facet, middle });
        }
    }
    all
}

/// How far the front of a cradle pair, wider by the room given to the paper, has to slide so that it stands out as much on
/// either side of the back: folded with one seam closed, all of the room is on one side.
fn room_shift(brief: &Brief, folded: &Folded) -> DVec3 {
    if super::room(brief) == Length::ZERO {
        return DVec3::ZERO;
    }
    let middle = |of: fn(Panel) -> bool| {
        let own = folded.facets.iter().filter(|facet| facet.part.1 == Zone::Body && of(facet.part.0));
        let corners = own.flat_map(Turned::corners).map(|corner| corner.x);
        let (least, most) =
            corners.fold((f64::MAX, f64::MIN), |(least, most), x| (least.min(x), most.max(x)));
        (least + most) / 2.0
    };
    DVec3::X * (middle(Panel::is_back) - middle(Panel::is_front))
}

/// How far a hole of one face is from the nearest of the other, looking straight through the bag, the front slid by `shift`;
/// and a hole in a hem from the one it lies over.
fn apart(holes: &[Placed<'_>], shift: DVec3) -> f64 {
    let body = |panel: fn(Panel) -> bool| {
        holes.iter().filter(move |one| one.hole.zone == Zone::Body && panel(one.hole.panel))
    };
    let nearest = |from: &Placed<'_>, others: &mut dyn Iterator<Item = &Placed<'_>>, slide: Option<DVec3>| {
        let distance = |other: &Placed<'_>| {
            let way = other.middle - from.middle;
            slide.map_or(way.length(), |slide| (way - slide).truncate().length())
        };
        others.map(distance).fold(f64::INFINITY, f64::min)
    };
    let mut worst = 0.0_f64;
    for one in body(Panel::is_front) {
        worst = worst.max(nearest(one, &mut body(Panel::is_back), Some(shift)));
    }
    for one in body(Panel::is_back) {
        worst = worst.max(nearest(one, &mut body(Panel::is_front), Some(-shift)));
    }
    // The hole of one gusset and that of the other, looking through the bag from side to side; where gussets are double, those of both
    // layers.
    let gusset = |left: bool| {
        holes.iter().filter(move |one| {
            let is_left = matches!(one.hole.panel, Panel::Gusset { side: Side::Left, .. });
            one.hole.zone == Zone::Body && one.hole.panel.is_gusset() && is_left == left
        })
    };
    for left in [true, false] {
        for one in gusset(left) {
            let through = |other: &Placed<'_>| (other.middle - one.middle).yz().length();
            worst = worst.max(gusset(!left).map(through).fold(f64::INFINITY, f64::min));
            let own = |other: &Placed<'_>| (other.middle - one.middle).yz().length();
            worst = worst.max(gusset(left).map(own).fold(0.0, f64::max));
        }
    }
    for one in holes.iter().filter(|one| one.hole.zone == Zone::Hem) {
        let own = holes.iter().filter(|other| {
            other.hole.zone == Zone::Body && other.hole.panel.face() == one.hole.panel.face()
        });
        worst = worst.max(nearest(one, &mut own.into_iter(), None));
    }
    worst
}

/// How far the hole of the closing flap, laid over, is from the one in the face below it.
fn flap_apart(holes: &[Placed<'_>]) -> f64 {
    let flaps = holes.iter().filter(|one| one.hole.zone == Zone::Flap);
    let gaps = flaps.map(|flap| {
        let faces =
            holes.iter().filter(|one| one.hole.zone == Zone::Body && one.hole.purpose == flap.hole.purpose);
        faces.map(|face| (face.middle - flap.middle).truncate().length()).fold(f64::INFINITY, f64::min)
    });
    gaps.fold(0.0, f64::max)
}

/// How far the edge of a hole reaches over a fold, a join or the edge of the paper. A slot lies on a fold: only its ends
/// count, and the panel they have to stay in.
fn beyond(net: &Net, folded: &Folded, placed: &Placed<'_>) -> f64 {
    let hole = placed.hole;
    if let Shape::Slot { .. } = hole.shape {
        let blank = &net.blanks[placed.blank];
        let Some(column) = blank.face_at(hole.centre.x) else {
            return f64::INFINITY;
        };
        let past = |x: Length| (column.x.from - x).max(x - column.x.to).mm();
        return hole.edge(2).into_iter().map(|end| past(end.x)).fold(0.0, f64::max);
    }
    // The hem is punched through the body it lies on; its own edge may end in the hole.
    if hole.zone == Zone::Hem {
        return 0.0;
    }
    let Some(facet) = placed.facet else { return f64::INFINITY };
    let flat = &folded.facets[facet].flat;
    let corners: Vec<DVec2> = flat.corners.iter().map(|c| DVec2::new(c.x.mm(), c.y.mm())).collect();
    // The crease down the middle of a gusset runs through the hole of a ribbon there.
    let beyond_crease = |point: &Point| {
        let blank = &net.blanks[placed.blank];
        flat.hinges.iter().flatten().any(|hinge| {
            let other = folded.facets.iter().filter(|facet| facet.blank == placed.blank).nth(hinge.facet);
            blank.creases[hinge.crease].role == CreaseRole::GussetCentre
                && other.is_some_and(|other| other.flat.contains(*point))
        })
    };
    let outside =
        hole.edge(POINTS).into_iter().filter(|point| !flat.contains(*point) && !beyond_crease(point));
    outside.map(|point| to_edge(&corners, DVec2::new(point.x.mm(), point.y.mm()))).fold(0.0, f64::max)
}

/// How deep a hole reaches into paper that is glued behind its face: a tab, a joining strip, or where pieces lap at a level.
fn into_glue(net: &Net, folded: &Folded, placed: &Placed<'_>) -> f64 {
    let Some(own) = placed.facet.map(|facet| &folded.facets[facet]) else { return 0.0 };
    let points: Vec<DVec3> = placed
        .hole
        .edge(POINTS)
        .into_iter()
        .chain([placed.hole.centre])
        .map(|point| own.place(point))
        .collect();
    let is_lap = |facet: &Turned| {
        net.laps.iter().any(|lap| lap.under == facet.blank && facet.flat.middle().y > lap.line)
    };
    let glued = folded.facets.iter().filter(|facet| facet.part.0.is_join() || is_lap(facet));
    let mut deepest = 0.0_f64;
    for facet in glued {
        let back = facet.pose.inverse();
        let corners: Vec<DVec2> = facet.flat.corners.iter().map(|c| DVec2::new(c.x.mm(), c.y.mm())).collect();
        for point in &points {
            let local = back.transform_point3(*point);
            if local.z.abs() < SAME_PLANE && contains(&corners, local.truncate()) {
                deepest = deepest.max(to_edge(&corners, local.truncate()));
            }
        }
    }
    deepest
}

/// Distance of a point from the nearest side of a polygon.
fn to_edge(corners: &[DVec2], point: DVec2) -> f64 {
    let sides = corners.iter().zip(corners.iter().cycle().skip(1));
    let distance = |(a, b): (&DVec2, &DVec2)| {
        let along = *b - *a;
        let share = ((point - *a).dot(along) / along.length_squared().max(1e-12)).clamp(0.0, 1.0);
        (*a + along * share).distance(point)
    };
    sides.map(distance).fold(f64::INFINITY, f64::min)
}

/// Crossing number.
fn contains(corners: &[DVec2], point: DVec2) -> bool {
    let sides = corners.iter().zip(corners.iter().cycle().skip(1));
    let crosses = |(a, b): &(&DVec2, &DVec2)| {
        (a.y > point.y) != (b.y > point.y) && point.x < (b.x - a.x) * (point.y - a.y) / (b.y - a.y) + a.x
    };
    sides.filter(crosses).count() % 2 == 1
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A point is in a slanted triangle if it is on the inner side of each of its sides, worked without crossings.
    #[test]
    fn a_point_is_inside_or_it_is_not() {
        let corners = [DVec2::new(-7.0, -3.0), DVec2::new(9.0, 1.0), DVec2::new(2.0, 8.0)];
        let left_of = |a: DVec2, b: DVec2, point: DVec2| (b - a).perp_dot(point - a) > 0.0;
        for step in 0..2500 {
            let point = DVec2::new(f64::from(step % 50) * 0.41 - 10.03, f64::from(step / 50) * 0.41 - 10.07);
            let inside = (0..3).all(|n| left_of(corners[n], corners[(n + 1) % 3], point));
            assert_eq!(contains(&corners, point), inside, "{point}");
            let nearest = to_edge(&corners, point);
            let by_hand = (0..=3000)
                .map(|n| {
                    let (side, share) = (n / 1000 % 3, f64::from(n as u32 % 1000) / 1000.0);
                    corners[side].lerp(corners[(side + 1) % 3], share).distance(point)
                })
                .fold(f64::INFINITY, f64::min);
            assert!(
                (nearest - by_hand).abs() < 0.02 && nearest <= by_hand + 1e-9,
                "{point}: {nearest}, {by_hand}"
            );
        }
    }
}
