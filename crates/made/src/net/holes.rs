//! Holes in the pieces: wherever a hole of a face or gusset goes through paper.

use super::{Blank, Column, GussetPart, Net, Panel, Point, Side, Zone};
use crate::brief::FaceSide;
use crate::fittings::{FaceHole, On, Purpose, Shape};
use crate::plane::Size;
use crate::{Brief, Length};

/// A hole in a blank.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Hole {
    /// Its middle.
    pub centre: Point,
    /// Its shape.
    pub shape: Shape,
    /// What goes through it.
    pub purpose: Purpose,
    /// The panel it is in.
    pub panel: Panel,
    /// The zone it is in: body, closing flap, or the hem that lies over the body there.
    pub zone: Zone,
}

/// Makes every hole of the faces in every strip and zone that it goes through. Tabs and joining strips have none: a hole over
/// one of them is a fault, and the proof finds it.
pub(super) fn punch(brief: &Brief, holes: &[FaceHole], net: &mut Net) {
    if holes.is_empty() {
        return;
    }
    for blank in net.blanks.iter_mut().filter(|blank| !blank.is_joining_strip()) {
        blank.holes = of_blank(brief, blank, holes);
    }
}

/// Left edge of the whole face that a column is, or is part of, from the left edge of its blank.
pub fn face_left(column: &Column, width: Length) -> Length {
    match column.panel {
        // Seen from outside, the back has the bag's left on its right.
        Panel::FacePart { on, side } if (on == FaceSide::Front) != (side == Side::Left) => {
            column.x.to - width
        }
        _ => column.x.from,
    }
}

/// The centre line of the whole face or gusset that a column is, or is part of; none of what is neither.
pub fn centre_line(brief: &Brief, column: &Column) -> Option<Length> {
    Some(match column.panel {
        Panel::FacePart { .. } => face_left(column, brief.finished.width) + brief.finished.width.half(),
        Panel::Front | Panel::Back => column.x.middle(),
        Panel::Gusset { part: GussetPart::Whole, .. } => column.x.middle(),
        // Seen from outside, a front half of the left gusset has its centre on the left.
        Panel::Gusset { part, side } if (part == GussetPart::FrontHalf) == (side == Side::Left) => {
            column.x.from
        }
        Panel::Gusset { .. } => column.x.to,
        Panel::Tab | Panel::JoinHalf(_) | Panel::Pleat { .. } => return None,
    })
}

fn of_blank(brief: &Brief, blank: &Blank, holes: &[FaceHole]) -> Vec<Hole> {
    let mut made = Vec::new();
    for column in &blank.columns {
        let Some(centre) = centre_line(brief, column) else { continue };
        for hole in holes {
            let x = centre + hole.aside;
            let is_own = matches!(hole.on, On::Gussets(_)) == column.panel.is_gusset();
            if !is_own || !column.x.touches(x) {
                continue;
            }
            let mut add = |y: Length, panel: Panel, zone: Zone| {
                let FaceHole { shape, purpose, .. } = *hole;
                made.push(Hole { centre: Point::new(x, y), shape, purpose, panel, zone });
            };
            match hole.on {
                On::Flap(up) => {
                    let own = brief.top.flap().is_some_and(|flap| Some(flap.on) == column.panel.face());
                    if let (true, Some(flap)) = (own, blank.row(Zone::Flap)) {
                        add(flap.y.from + up, column.panel, Zone::Flap);
                    }
                }
                On::Faces(down) | On::Gussets(down) => {
                    let reaches_hem = hole.below_top().is_some_and(|span| span.from < brief.top.hem());
                    let through_hem = reaches_hem && !matches!(hole.shape, Shape::Slot { .. });
                    if let Some(body) = blank.row(Zone::Body) {
                        let y = body.y.from + brief.finished.height - down - blank.rise;
                        if body.y.touches(y) {
                            add(y, column.panel, Zone::Body);
                        }
                    }
                    // A hole that only bites into the edge of the hem is made when the hem is turned.
                    let through_hem = through_hem && down <= brief.top.hem();
                    if let (Some(hem), true) = (blank.row(Zone::Hem), through_hem) {
                        add(hem.y.from + down, column.panel, Zone::Hem);
                    }
                    // The back of a flare lies below the front on the sheet, upside down.
                    if let Some(body) = blank.row(Zone::BackBody) {
                        add(body.y.from + down, column.panel.behind(), Zone::Body);
                    }
                    if let (Some(hem), true) = (blank.row(Zone::BackHem), through_hem) {
                        add(hem.y.to - down, column.panel.behind(), Zone::Hem);
                    }
                }
            }
        }
    }
    made
}

impl Hole {
    /// So many points of its edge, anticlockwise; of a slot its two ends.
    pub fn edge(&self, points: usize) -> Vec<Point> {
        let Size { width: half_width, height: half_height } = self.shape.half();
        let at = |x: f64, y: f64| {
            let off = |mm: f64| Length::from_units((mm * Length::MM.units() as f64).round() as i64);
            Point::new(self.centre.x + off(x), self.centre.y + off(y))
        };
        match self.shape {
            Shape::Slot { .. } => vec![at(-half_width.mm(), 0.0), at(half_width.mm(), 0.0)],
            Shape::Round { .. } | Shape::Opening { .. } => {
                // Two half circles, a stretch apart.
                let radius = half_height.mm();
                let apart = (half_width - half_height).max(Length::ZERO).mm();
                let turn = |n: usize| std::f64::consts::TAU * (n as f64 + 0.5) / points as f64;
                let point = |angle: f64| {
                    let (sin, cos) = angle.sin_cos();
                    at(cos * radius + apart * cos.signum(), sin * radius)
                };
                (0..points).map(|n| point(turn(n))).collect()
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::Top;
    use crate::brief::{Build, HandleKind};
    use rstest::rstest;

    fn net(change: impl Fn(&mut Brief)) -> Net {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        change(&mut brief);
        Net::of(&brief)
    }

    #[test]
    fn the_holes_of_an_8_face() {
        // Common practice: holes 1 below the top edge, 1½ either side of the centre on an 8 face.
        let net = net(|brief| brief.build = Build::CornerPair);
        let places: Vec<(Length, Length)> =
            net.blanks[0].holes.iter().map(|hole| (hole.centre.x, hole.centre.y)).collect();
        // Base flaps of 3 and a body of 9: the top edge lies at 12.
        assert_eq!(
            places,
            [(Length::eighths(20), Length::inches(11)), (Length::eighths(44), Length::inches(11))]
        );
        assert_eq!(net.blanks[0].holes.len(), net.blanks[1].holes.len());
    }

    #[rstest]
    // Through the hem too where it reaches so far.
    #[case(Length::eighths(12), 2)]
    #[case(Length::eighths(6), 1)]
    fn a_hole_goes_through_the_hem_over_it(#[case] hem: Length, #[case] layers: usize) {
        let net = net(|brief| {
            brief.top = Top::HemIn { depth: hem };
            brief.fittings.handle.down = Some(Length::INCH);
        });
        assert_eq!(net.blanks[0].holes.len(), 4 * layers);
    }

    #[test]
    fn the_edge_of_an_opening_is_as_wide_and_high_as_it_says() {
        let shape = Shape::Opening { width: Length::inches(4), height: Length::inches(2) };
        let centre = Point::new(Length::inches(5), Length::inches(5));
        let hole = Hole { centre, shape, purpose: Purpose::Hand, panel: Panel::Front, zone: Zone::Body };
        let edge = hole.edge(256);
        let (left, right) =
            (edge.iter().map(|p| p.x).min().unwrap(), edge.iter().map(|p| p.x).max().unwrap());
        let (low, high) = (edge.iter().map(|p| p.y).min().unwrap(), edge.iter().map(|p| p.y).max().unwrap());
        assert!((right - left - Length::inches(4)).mm().abs() < 0.01);
        assert!((high - low - Length::inches(2)).mm().abs() < 0.01);
    }
}
