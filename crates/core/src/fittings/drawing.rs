//! What is put on a bag, as it is drawn: on a face seen from the front, and in space.

use super::handle::{FittedHandle, handle};
use super::{closure, decoration, strip};
use crate::Brief;
use crate::brief::{ClosureKind, HandleKind};
use crate::folded::Folded;
use crate::net::{Band, Net, face_left};
use glam::{DAffine3, DVec3};

/// What is drawn.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum What {
    /// Ribbon or cord.
    Ribbon,
    /// A rolled tube.
    Tube,
    /// A strap.
    Strap,
    /// A folded hanger.
    Hanger,
    /// The strip behind holes or ends.
    Strip,
    /// A mat.
    Mat,
    /// A band.
    Band,
    /// A card pocket.
    Pocket,
    /// A clip.
    Clip,
    /// A magnet.
    Magnet,
}

/// Something drawn on a face. Frame: x from the face's centre line to the right of one who looks at it, y from the base line up;
/// millimetres.
#[derive(Clone, Debug, PartialEq)]
pub struct Mark {
    /// What it is.
    pub what: What,
    /// True if it lies inside the bag, behind the face.
    pub inside: bool,
    /// A way along which it runs, with [`Mark::width`]; or the corners of an area if that is zero.
    pub points: Vec<[f64; 2]>,
    /// Width of what runs along the points; zero for an area.
    pub width: f64,
}

/// Points on the arch of a handle.
const ARCH: usize = 12;

/// A rolled tube is drawn as thick as it comes out of the flattening: about ¼ in (our choice).
const TUBE_MM: f64 = 6.35;
/// A clip is drawn as deep as this.
const CLIP_MM: f64 = 18.0;
/// Ribbon that ties a bag is drawn as wide as this.
const BOW_MM: f64 = 8.0;
/// A magnet is drawn as large as this.
const MAGNET_MM: f64 = 10.0;
/// A cord is drawn this thick.
const CORD_MM: f64 = 2.5;

/// Everything on one face, that of the front or the back alike; the pocket only on the front.
pub fn face_marks(brief: &Brief) -> Vec<Mark> {
    let mut marks = Vec::new();
    let height = brief.finished.height.mm();
    let area = |what, inside, x: f64, y: f64, width: f64, tall: f64| Mark {
        what,
        inside,
        points: vec![[x, y], [x + width, y], [x + width, y + tall], [x, y + tall]],
        width: 0.0,
    };
    for mat in decoration::mats(brief).iter().filter(|mat| mat.on == decoration::MatOn::Faces) {
        let width = mat.width.mm();
        marks.push(area(What::Mat, false, -width / 2.0, mat.rise.mm(), width, mat.height.mm()));
    }
    if let Some(band) = decoration::band(brief) {
        let (wide, tall) = (brief.finished.width.mm(), band.width.mm());
        marks.push(match band.rise {
            Some(rise) => area(What::Band, false, -wide / 2.0, rise.mm(), wide, tall),
            None => area(What::Band, false, -tall / 2.0, 0.0, tall, height),
        });
    }
    if let Some(strip) = strip(brief) {
        let (wide, tall) = (strip.length.mm(), strip.depth.mm());
        marks.push(area(What::Strip, true, -wide / 2.0, height - tall, wide, tall));
    }
    if let Some(pocket) = decoration::pocket(brief) {
        let wide = pocket.width.mm();
        marks.push(area(What::Pocket, true, -wide / 2.0, pocket.rise.mm(), wide, pocket.height.mm()));
    }
    if let Some(handle) = handle(brief) {
        marks.extend(handle_marks(brief, &handle));
    }
    marks.extend(closure_marks(brief));
    marks
}

/// What keeps the bag shut: drawn where it is put, on the open bag.
fn closure_marks(brief: &Brief) -> Option<Mark> {
    let (top, down) = (brief.finished.height.mm(), closure::down(brief).mm());
    let half = brief.finished.width.mm() / 2.0;
    let along = |inside, points, width| Mark { what: What::Ribbon, inside, points, width };
    let area = |what, inside, wide: f64, from: f64, to: f64| {
        let points = vec![[-wide, from], [wide, from], [wide, to], [-wide, to]];
        Mark { what, inside, points, width: 0.0 }
    };
    match brief.fittings.closure.kind {
        ClosureKind::None | ClosureKind::RibbonThrough | ClosureKind::Tuck => None,
        ClosureKind::Clip => Some(area(What::Clip, false, half / 6.0, top - CLIP_MM, top + CLIP_MM / 2.0)),
        ClosureKind::Bow => Some(along(false, vec![[-half, top - down], [half, top - down]], BOW_MM)),
        ClosureKind::RibbonRound => Some(along(false, vec![[0.0, 0.0], [0.0, top]], BOW_MM)),
        ClosureKind::Magnets => {
            // Under a flap the face's magnet lies as far below the top as the flap's above it.
            let below = closure::meets(brief).map_or(down, |meets| meets.mm());
            let size = MAGNET_MM / 2.0;
            Some(area(What::Magnet, true, size, top - below - size, top - below + size))
        }
    }
}

/// Two legs and a half-round arch over the top edge.
fn handle_marks(brief: &Brief, handle: &FittedHandle) -> Vec<Mark> {
    let height = brief.finished.height.mm();
    let (aside, down, drop) = (handle.from_centre.mm(), handle.down.mm(), handle.drop.mm().max(0.0));
    let (what, width, inside, foot) = match handle.kind {
        HandleKind::HoledRibbon => (What::Ribbon, handle.width.mm(), false, height - down),
        HandleKind::GluedRibbon => (What::Ribbon, handle.width.mm(), true, height - down),
        HandleKind::LongRibbon => (What::Ribbon, handle.width.mm(), false, 0.0),
        HandleKind::Tube => (What::Tube, TUBE_MM, false, height - down),
        HandleKind::Hangers => (What::Ribbon, CORD_MM, false, height - down),
        HandleKind::Strap => {
            let width = handle.width.mm();
            let corner = |x: f64, y: f64| [x * width / 2.0, height + y];
            let points = vec![corner(-1.0, 0.0), corner(1.0, 0.0), corner(1.0, drop), corner(-1.0, drop)];
            return vec![Mark { what: What::Strap, inside: false, points, width: 0.0 }];
        }
        HandleKind::None | HandleKind::HandHole => return Vec::new(),
    };
    // As high as the drop says: an arch as high as it is half wide, or lower if there is no room for that.
    let rise = aside.min(drop);
    let spring = height + drop - rise;
    let mut points = vec![[-aside, foot]];
    points.extend((0..=ARCH).map(|n| {
        let angle = std::f64::consts::PI * (1.0 - n as f64 / ARCH as f64);
        [angle.cos() * aside, spring + angle.sin() * rise]
    }));
    points.push([aside, foot]);
    let mut marks = Vec::new();
    if handle.kind == HandleKind::Hangers {
        let (wide, tall) = super::parts::hanger(brief, handle);
        // An inch of it lies inside.
        let outer = (tall - brief.customary(crate::Length::INCH)).mm();
        let half = wide.mm() / 2.0;
        for x in [-aside, aside] {
            let (low, high) = (height - outer, height);
            let points = vec![[x - half, low], [x + half, low], [x + half, high], [x - half, high]];
            marks.push(Mark { what: What::Hanger, inside: false, points, width: 0.0 });
        }
    }
    marks.push(Mark { what, inside, points, width });
    marks
}

/// A flat piece of what is put on a bag, in the space of the folded bag; millimetres.
#[derive(Clone, Debug, PartialEq)]
pub struct Solid {
    /// What it is.
    pub what: What,
    /// Its corners.
    pub corners: Vec<DVec3>,
}

/// How far things lie off the paper in space, in millimetres, so that they are seen.
const OFF: f64 = 0.7;

/// Everything on the open, standing bag.
pub fn in_space(brief: &Brief, net: &Net, folded: &Folded) -> Vec<Solid> {
    let Some(pose) = of_front(brief, net, folded) else { return Vec::new() };
    let depth = brief.depth().mm();
    let mut solids = Vec::new();
    let mut add = |what, corners: Vec<DVec3>| {
        let corners = corners.into_iter().map(|corner| pose.transform_point3(corner)).collect();
        solids.push(Solid { what, corners });
    };
    for mark in face_marks(brief) {
        // Strap and band are not on a face alone; a strip is hidden.
        if matches!(mark.what, What::Strap | What::Band | What::Strip | What::Pocket) {
            continue;
        }
        let off = if mark.inside { -OFF } else { OFF };
        for z in [off, -depth - off] {
            let place = |[x, y]: [f64; 2]| DVec3::new(x, y, z);
            if mark.width > 0.0 {
                for quad in quads(&mark.points, mark.width) {
                    add(mark.what, quad.map(place).to_vec());
                }
            } else {
                add(mark.what, mark.points.iter().copied().map(place).collect());
            }
        }
    }
    let height = brief.finished.height.mm();
    let half = brief.finished.width.mm() / 2.0;
    if let Some(handle) = handle(brief).filter(|handle| handle.kind == HandleKind::Strap) {
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
    if let Some(band) = decoration::band(brief) {
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

/// From the frame of the front face (x from its centre line, y from the base line, z towards the one who looks) to space.
fn of_front(brief: &Brief, net: &Net, folded: &Folded) -> Option<DAffine3> {
    let facet = folded.facets.iter().find(|facet| facet.part.0.is_front() && facet.part.1 == Band::Body)?;
    let strip = &net.strips[facet.strip];
    let column = strip.columns.iter().find(|column| column.panel == facet.part.0)?;
    let body = strip.row(Band::Body)?;
    let width = brief.finished.width;
    let whole =
        if matches!(column.panel, crate::net::Panel::FacePart { .. }) { width } else { column.x.length() };
    let centre = face_left(column, whole) + whole.half();
    let origin = DVec3::new(centre.mm(), (body.y.from - strip.rise).mm(), 0.0);
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
        #[values(HandleKind::HoledRibbon, HandleKind::Tube, HandleKind::Strap, HandleKind::Hangers)]
        kind: HandleKind,
    ) {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = kind;
        let net = Net::new(&brief);
        let folded = Folded::new(&net);
        let ground =
            folded.facets.iter().flat_map(|facet| facet.corners()).map(|c| c.y).fold(f64::MAX, f64::min);
        let solids = in_space(&brief, &net, &folded);
        let top =
            solids.iter().flat_map(|solid| &solid.corners).map(|corner| corner.y).fold(f64::MIN, f64::max);
        let stands = handle(&brief).unwrap().drop.mm() + 9.0 * 25.4;
        // What has a width reaches half of it past its own middle line.
        assert!((top - ground - stands).abs() < 4.0, "{} {stands}", top - ground);
        let centre = solids.iter().flat_map(|solid| &solid.corners).map(|corner| corner.z).sum::<f64>();
        let count = solids.iter().map(|solid| solid.corners.len()).sum::<usize>() as f64;
        // Half of it belongs to the back.
        assert!((centre / count + 1.5 * 25.4).abs() < 1.0, "{}", centre / count);
    }
}
