//! A page before it is written: lines and words, in millimetres from its top left corner, y down.

use super::fonts::Weight;
use crate::drawn::{self, Leg, Tool};
use std::f64::consts::FRAC_PI_2;
use wide_fold_core::plane::Point;

/// The grey of words and lines: nearly black.
pub(super) const INK: u8 = 0x22;
/// The grey of what is there for help only.
pub(super) const PALE: u8 = 0x90;
/// The size of running text.
pub(super) const TEXT: f64 = 3.9;

/// A page.
pub(super) struct Leaf {
    pub width: f64,
    pub height: f64,
    pub marks: Vec<Mark>,
}

/// A place on a page.
pub(super) type At = [f64; 2];

/// Something on a page.
#[derive(Clone, Debug)]
pub(super) enum Mark {
    /// A line, an area, or both.
    Line { segments: Vec<Segment>, pen: Option<Pen>, fill: Option<u8> },
    /// Words on one line; `y` is the line they stand on. Turned, they run upwards.
    Words { x: f64, y: f64, size: f64, weight: Weight, text: String, turned: bool },
    /// What is seen of other marks through a rectangle.
    Window { from: At, to: At, marks: Vec<Mark> },
}

/// A stretch of a line.
#[derive(Clone, Copy, Debug)]
pub(super) enum Segment {
    Move(At),
    Line(At),
    Curve([At; 3]),
    Close,
}

/// How a line is drawn.
#[derive(Clone, Copy, Debug)]
pub(super) struct Pen {
    pub width: f64,
    pub dashes: &'static [f64],
    pub grey: u8,
}

impl Pen {
    pub const fn thin(grey: u8) -> Self {
        Self { width: 0.15, dashes: &[], grey }
    }

    pub const fn of(tool: Tool) -> Self {
        Self { width: tool.weight(), dashes: tool.dashes(), grey: INK }
    }
}

pub(super) fn line(from: At, to: At, pen: Pen) -> Mark {
    Mark::Line { segments: vec![Segment::Move(from), Segment::Line(to)], pen: Some(pen), fill: None }
}

pub(super) fn rectangle([x, y]: At, [wide, tall]: At, pen: Option<Pen>, fill: Option<u8>) -> Mark {
    polygon(&[[x, y], [x + wide, y], [x + wide, y + tall], [x, y + tall]], pen, fill)
}

pub(super) fn polygon(corners: &[At], pen: Option<Pen>, fill: Option<u8>) -> Mark {
    let mut segments: Vec<Segment> = corners
        .iter()
        .enumerate()
        .map(|(n, corner)| if n == 0 { Segment::Move(*corner) } else { Segment::Line(*corner) })
        .collect();
    segments.push(Segment::Close);
    Mark::Line { segments, pen, fill }
}

pub(super) fn words(at: At, size: f64, text: impl Into<String>) -> Mark {
    let [x, y] = at;
    Mark::Words { x, y, size, weight: Weight::Regular, text: text.into(), turned: false }
}

pub(super) fn heading(at: At, size: f64, text: impl Into<String>) -> Mark {
    let [x, y] = at;
    Mark::Words { x, y, size, weight: Weight::Medium, text: text.into(), turned: false }
}

/// Words whose middle is at `x`.
pub(super) fn centred([x, y]: At, size: f64, text: &str) -> Mark {
    words([x - Weight::Regular.width(text, size) / 2.0, y], size, text)
}

/// Words that run upwards, their middle at the place.
pub(super) fn upwards([x, y]: At, size: f64, text: &str) -> Mark {
    let y = y + Weight::Regular.width(text, size) / 2.0;
    Mark::Words { x, y, size, weight: Weight::Regular, text: text.to_owned(), turned: true }
}

/// An arrow that shows where the pattern's up is, its tail at the place.
pub(super) fn arrow([x, y]: At, [dx, dy]: At, long: f64) -> Mark {
    let tip = [x + dx * long, y + dy * long];
    let barb = |side: f64| [tip[0] - dx * 3.0 + dy * 2.0 * side, tip[1] - dy * 3.0 - dx * 2.0 * side];
    let segments = vec![
        Segment::Move([x, y]),
        Segment::Line(tip),
        Segment::Move(barb(1.0)),
        Segment::Line(tip),
        Segment::Line(barb(-1.0)),
    ];
    Mark::Line { segments, pen: Some(Pen { width: 0.4, dashes: &[], grey: INK }), fill: None }
}

/// Where something given from the bottom left corner, y up, comes to lie on a page, and how large.
#[derive(Clone, Copy, Debug)]
pub(super) struct Frame {
    /// Its bottom left corner.
    pub origin: At,
    /// Millimetres on the page for a millimetre.
    pub scale: f64,
}

impl Frame {
    pub fn spot(self, point: Point) -> At {
        self.at([point.x.mm(), point.y.mm()])
    }

    pub fn at(self, [x, y]: At) -> At {
        [self.origin[0] + x * self.scale, self.origin[1] - y * self.scale]
    }

    /// A path as it is drawn; an arc of more than a quarter of a circle in parts.
    pub fn path(self, path: &drawn::Path) -> Vec<Segment> {
        let mut segments = vec![Segment::Move(self.spot(path.from))];
        for (from, leg) in path.legs_from() {
            match leg {
                Leg::Line(to) => segments.push(Segment::Line(self.spot(to))),
                Leg::Arc { centre, .. } => {
                    let mm = |point: Point| [point.x.mm(), point.y.mm()];
                    let curves = curves(mm(from), mm(centre), leg.sweep(from));
                    segments.extend(
                        curves.into_iter().map(|curve| Segment::Curve(curve.map(|spot| self.at(spot)))),
                    );
                }
            }
        }
        if path.is_closed() {
            segments.push(Segment::Close);
        }
        segments
    }
}

/// An arc as Bézier curves, of a quarter of the circle at most: a control point stands off by 4/3 tan(θ/4) of the radius (the usual
/// approximation, from memory).
fn curves(from: At, centre: At, sweep: f64) -> Vec<[At; 3]> {
    let parts = (sweep.abs() / FRAC_PI_2 - 1e-9).ceil().max(1.0);
    let each = sweep / parts;
    let off = 4.0 / 3.0 * (each / 4.0).tan();
    let (sin, cos) = each.sin_cos();
    let place = |[x, y]: At| [centre[0] + x, centre[1] + y];
    let lean = |[x, y]: At, by: f64| place([x - y * by, y + x * by]);
    let mut arm = [from[0] - centre[0], from[1] - centre[1]];
    (0..parts as usize)
        .map(|_| {
            let next = [arm[0] * cos - arm[1] * sin, arm[0] * sin + arm[1] * cos];
            let curve = [lean(arm, off), lean(next, -off), place(next)];
            arm = next;
            curve
        })
        .collect()
}
