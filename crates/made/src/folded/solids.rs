//! What is put on a bag, in the space of the folded bag.

use super::Folded;
use crate::Brief;
use crate::brief::HandleKind;
use crate::fittings::Fitted;
use crate::fittings::drawing::{ARCH, Drawn, What, face_marks, handle_marks};
use crate::gift::Thing;
use crate::net::{Net, Zone, face_left};
use glam::{DAffine3, DVec3};

/// A flat piece of what is put on a bag, in the space of the folded bag; millimetres.
#[derive(Clone, Debug, PartialEq)]
pub struct Solid {
    /// What it is.
    pub what: What,
    /// Its corners in space, in millimetres.
    pub corners: Vec<DVec3>,
}

/// How far things lie off the paper in space, in millimetres, so that they are seen.
const OFF: f64 = 0.7;

/// Everything on the open, standing bag.
pub fn in_space(brief: &Brief, fitted: &Fitted, net: &Net, folded: &Folded) -> Vec<Solid> {
    let Some(pose) = of_front(brief, net, folded) else { return Vec::new() };
    let depth = brief.depth().mm();
    let mut solids = Vec::new();
    let mut add = |what, corners: Vec<DVec3>| {
        let corners = corners.into_iter().map(|corner| pose.transform_point3(corner)).collect();
        solids.push(Solid { what, corners });
    };
    let single = fitted.handle.filter(|handle| handle.kind.is_on_gussets());
    let single = single.map_or(Vec::new(), |handle| handle_marks(brief, &handle));
    for mark in face_marks(brief, fitted) {
        // Strap and band are not on a face alone; a strip is hidden.
        if matches!(mark.what, What::Strap | What::Band | What::Strip | What::Pocket) {
            continue;
        }
        let off = if mark.inside { -OFF } else { OFF };
        // A single handle stands over the middle of the mouth.
        let levels = match mark.what {
            _ if single.contains(&mark) => vec![-depth / 2.0],
            What::Medallion => vec![off * 2.0],
            _ => vec![off, -depth - off],
        };
        for z in levels {
            let place = |[x, y]: [f64; 2]| DVec3::new(x, y, z);
            match &mark.drawn {
                Drawn::Along { points, width } => {
                    for quad in quads(points, *width) {
                        add(mark.what, quad.map(place).to_vec());
                    }
                }
                Drawn::Area(points) => add(mark.what, points.iter().copied().map(place).collect()),
            }
        }
    }
    let height = brief.finished.height.mm();
    let half = brief.finished.width.mm() / 2.0;
    if let Some(handle) = fitted.handle_that(HandleKind::ends_under_hem) {
        // Up from the front, over the mouth, down to the back.
        let (wide, drop) = (handle.width.mm() / 2.0, handle.drop.mm().max(0.0));
        let rise = (depth / 2.0).min(drop);
        let mut way = vec![[0.0, height]];
        way.extend((0..=ARCH).map(|n| {
            let angle = std::f64::consts::PI * n as f64 / ARCH as f64;
            [(angle.cos() - 1.0) * depth / 2.0, height + drop - rise + angle.sin() * rise]
        }));
        way.push([-depth, height]);
        for pair in way.windows(2) {
            let [[z1, y1], [z2, y2]] = [pair[0], pair[1]];
            let corner = |x, y, z| DVec3::new(x, y, z);
            add(
                What::Strap,
                vec![
                    corner(-wide, y1, z1),
                    corner(wide, y1, z1),
                    corner(wide, y2, z2),
                    corner(-wide, y2, z2),
                ],
            );
        }
    }
    if let Some(band) = fitted.band {
        let tall = band.width.mm();
        match band.rise {
            None => {
                let at = |x: f64, y: f64| DVec3::new(x * tall / 2.0, y, OFF);
                add(What::Band, vec![at(-1.0, 0.0), at(1.0, 0.0), at(1.0, height), at(-1.0, height)]);
            }
            Some(rise) => {
                let (low, high) = (rise.mm(), rise.mm() + tall);
                let round = [
                    (-half - OFF, OFF),
                    (half + OFF, OFF),
                    (half + OFF, -depth - OFF),
                    (-half - OFF, -depth - OFF),
                    (-half - OFF, OFF),
                ];
                for pair in round.windows(2) {
                    let ((x1, z1), (x2, z2)) = (pair[0], pair[1]);
                    let corners = [(x1, low, z1), (x2, low, z2), (x2, high, z2), (x1, high, z1)];
                    add(What::Band, corners.map(|(x, y, z)| DVec3::new(x, y, z)).to_vec());
                }
            }
        }
    }
    solids
}

/// Sides of what is round.
const SIDES: u32 = 16;

/// What goes into the bag, standing in the middle of its base.
pub fn gift_in_space(brief: &Brief, net: &Net, folded: &Folded) -> Vec<Solid> {
    let (Some(gift), Some(pose)) = (&brief.gift, of_front(brief, net, folded)) else { return Vec::new() };
    let aside = (brief.depth() - gift.block().depth).half();
    let mut solids = Vec::new();
    for (number, (thing, block, [x, back, up])) in gift.laid().into_iter().enumerate() {
        let low = [x.mm(), up.mm(), -(aside + back).mm()];
        let size = [block.width.mm(), block.height.mm(), -block.depth.mm()];
        // From shares of the block, in the order across, up, to the back.
        let at = |[a, b, c]: [f64; 3]| {
            let spot = DVec3::new(low[0] + size[0] * a, low[1] + size[1] * b, low[2] + size[2] * c);
            pose.transform_point3(spot)
        };
        // Turned about, what points along the width points to the back.
        let axis = thing.axis(gift.lies.of(number)).map(|axis| if gift.turned { 2 - axis } else { axis });
        let faces = axis.map_or_else(of_box, |axis| of_rings(axis, &rings(thing)));
        let what = What::Gift;
        solids.extend(
            faces.into_iter().map(|face| Solid { what, corners: face.into_iter().map(at).collect() }),
        );
    }
    solids
}

/// How wide something round is along its axis, both as shares of its block.
fn rings(thing: Thing) -> Vec<(f64, f64)> {
    match thing {
        Thing::Ball { .. } => (0..=6)
            .map(|n| {
                let angle = std::f64::consts::PI * f64::from(n) / 6.0;
                ((1.0 - angle.cos()) / 2.0, angle.sin().max(0.05))
            })
            .collect(),
        // A neck to look at: nothing rests on it.
        Thing::Bottle { .. } => vec![(0.0, 1.0), (0.62, 1.0), (0.76, 0.36), (1.0, 0.36)],
        _ => vec![(0.0, 1.0), (1.0, 1.0)],
    }
}

/// The six sides of a block, as shares of it, each seen from outside anticlockwise.
fn of_box() -> Vec<Vec<[f64; 3]>> {
    let side = |corners: [[f64; 3]; 4]| corners.to_vec();
    vec![
        side([[0., 0., 0.], [1., 0., 0.], [1., 1., 0.], [0., 1., 0.]]),
        side([[1., 0., 1.], [0., 0., 1.], [0., 1., 1.], [1., 1., 1.]]),
        side([[0., 0., 1.], [0., 0., 0.], [0., 1., 0.], [0., 1., 1.]]),
        side([[1., 0., 0.], [1., 0., 1.], [1., 1., 1.], [1., 1., 0.]]),
        side([[0., 1., 0.], [1., 1., 0.], [1., 1., 1.], [0., 1., 1.]]),
        side([[0., 0., 1.], [1., 0., 1.], [1., 0., 0.], [0., 0., 0.]]),
    ]
}

/// Rings about one of the axes of a block, joined into bands, with a lid at either end.
fn of_rings(axis: usize, rings: &[(f64, f64)]) -> Vec<Vec<[f64; 3]>> {
    let ring = |&(along, wide): &(f64, f64)| -> Vec<[f64; 3]> {
        let spot = |n: u32| {
            let angle = std::f64::consts::TAU * f64::from(n) / f64::from(SIDES);
            let mut spot = [along; 3];
            (spot[(axis + 1) % 3], spot[(axis + 2) % 3]) =
                (0.5 + angle.cos() * wide / 2.0, 0.5 + angle.sin() * wide / 2.0);
            spot
        };
        (0..SIDES).map(spot).collect()
    };
    let rings: Vec<_> = rings.iter().map(ring).collect();
    let mut faces: Vec<Vec<[f64; 3]>> = Vec::new();
    for pair in rings.windows(2) {
        let count = pair[0].len();
        let band = |n: usize| {
            let next = (n + 1) % count;
            vec![pair[0][n], pair[1][n], pair[1][next], pair[0][next]]
        };
        faces.extend((0..count).map(band));
    }
    faces.extend(rings.first().cloned());
    faces.extend(rings.last().map(|last| last.iter().rev().copied().collect()));
    faces
}

/// From the frame of the front face (x from its centre line, y from the base line, z towards the one who looks) to space.
fn of_front(brief: &Brief, net: &Net, folded: &Folded) -> Option<DAffine3> {
    let facet = folded.facets.iter().find(|facet| facet.part.0.is_front() && facet.part.1 == Zone::Body)?;
    let blank = &net.blanks[facet.blank];
    let column = blank.columns.iter().find(|column| column.panel == facet.part.0)?;
    let body = blank.row(Zone::Body)?;
    let width = brief.finished.width;
    let whole =
        if matches!(column.panel, crate::net::Panel::FacePart { .. }) { width } else { column.x.length() };
    let centre = face_left(column, whole) + whole.half();
    let origin = DVec3::new(centre.mm(), (body.y.from - blank.rise).mm(), 0.0);
    Some(facet.pose * DAffine3::from_translation(origin))
}

/// A way with a width as flat pieces, each from one point to the next.
fn quads(points: &[[f64; 2]], width: f64) -> Vec<[[f64; 2]; 4]> {
    let half = width / 2.0;
    let pieces = points.windows(2).filter_map(|pair| {
        let ([x1, y1], [x2, y2]) = (pair[0], pair[1]);
        let length = (x2 - x1).hypot(y2 - y1);
        let (nx, ny) = (-(y2 - y1) / length * half, (x2 - x1) / length * half);
        (length > 1e-6).then_some([
            [x1 - nx, y1 - ny],
            [x2 - nx, y2 - ny],
            [x2 + nx, y2 + ny],
            [x1 + nx, y1 + ny],
        ])
    });
    pieces.collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use rstest::rstest;

    #[rstest]
    fn a_handle_stands_as_high_as_its_drop_says(
        #[values(
            HandleKind::HoledRibbon,
            HandleKind::Tube,
            HandleKind::Strap,
            HandleKind::Hangers,
            HandleKind::GussetRibbon
        )]
        kind: HandleKind,
    ) {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = kind;
        let fitted = Fitted::of(&brief);
        let net = Net::new(&brief, &fitted);
        let folded = Folded::new(&net);
        let ground =
            folded.facets.iter().flat_map(|facet| facet.corners()).map(|c| c.y).fold(f64::MAX, f64::min);
        let solids = in_space(&brief, &fitted, &net, &folded);
        let top =
            solids.iter().flat_map(|solid| &solid.corners).map(|corner| corner.y).fold(f64::MIN, f64::max);
        let stands = fitted.handle.unwrap().drop.mm() + 9.0 * 25.4;
        // What has a width reaches half of it past its own middle line.
        assert!((top - ground - stands).abs() < 4.0, "{} {stands}", top - ground);
        let centre = solids.iter().flat_map(|solid| &solid.corners).map(|corner| corner.z).sum::<f64>();
        let count = solids.iter().map(|solid| solid.corners.len()).sum::<usize>() as f64;
        // Half of it belongs to the back.
        assert!((centre / count + 1.5 * 25.4).abs() < 1.0, "{}", centre / count);
    }

    /// Whatever of the face comes first in the round, it is told from the middle of its base line.
    #[test]
    fn the_front_is_where_it_is_folded_to() {
        let brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        for start in [crate::brief::RoundStart::Gusset, crate::brief::RoundStart::Face] {
            let mut brief = brief.clone();
            brief.round.start = start;
            let net = Net::of(&brief);
            let folded = Folded::new(&net);
            let pose = of_front(&brief, &net, &folded).unwrap();
            let mut fronts = folded.facets.iter().filter(|facet| facet.part.0.is_front());
            let corners = fronts.find(|facet| facet.part.1 == Zone::Body).unwrap().corners();
            let low = [-1.0, 1.0].map(|side| pose.transform_point3(DVec3::new(side * 4.0 * 25.4, 0.0, 0.0)));
            // Both ends of its base line are corners of the front, as it stands folded.
            assert!(
                low.iter().all(|end| corners.iter().any(|corner| (*corner - *end).length() < 1e-6)),
                "{low:?}"
            );
        }
    }
}
