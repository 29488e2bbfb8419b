//! A line that is drawn without lifting, arcs kept as arcs.

use std::f64::consts::{FRAC_PI_2, TAU};
use wide_fold_core::Length;
use wide_fold_core::brief::Extra;
use wide_fold_core::fittings::Shape;
use wide_fold_core::net::{Blank, Curve, Hole, Shaped};
use wide_fold_core::plane::{Point, Size};

/// One leg of a path.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Leg {
    /// Straight to a point.
    Line(Point),
    /// Round a centre to a point as far from it: half a circle at most.
    Arc {
        /// Where it ends.
        to: Point,
        /// What it goes round.
        centre: Point,
        /// True if it goes round clockwise.
        clockwise: bool,
    },
}

impl Leg {
    /// Where it ends.
    pub fn to(self) -> Point {
        match self {
            Self::Line(to) | Self::Arc { to, .. } => to,
        }
    }

    /// The angle it goes round, in radians: more than nothing anticlockwise, less than nothing clockwise; nothing if it is straight.
    pub fn sweep(self, from: Point) -> f64 {
        let Self::Arc { to, centre, clockwise } = self else { return 0.0 };
        let arm = |point: Point| ((point.x - centre.x).mm(), (point.y - centre.y).mm());
        let ((ax, ay), (bx, by)) = (arm(from), arm(to));
        let anticlockwise = (ax * by - ay * bx).atan2(ax * bx + ay * by).rem_euclid(TAU);
        if clockwise { anticlockwise - TAU } else { anticlockwise }
    }

    /// Its radius in millimetres; nothing if it is straight.
    pub fn radius(self, from: Point) -> f64 {
        let Self::Arc { centre, .. } = self else { return 0.0 };
        (from.x - centre.x).mm().hypot((from.y - centre.y).mm())
    }

    /// Where it reaches furthest left, right, up and down between its ends.
    fn furthest(self, from: Point) -> impl Iterator<Item = Point> {
        let sweep = self.sweep(from);
        let own = match self {
            Self::Line(_) => None,
            Self::Arc { centre, .. } => Some(centre),
        };
        own.into_iter().flat_map(move |centre| {
            let (x, y) = ((from.x - centre.x).mm(), (from.y - centre.y).mm());
            let (begin, radius) =
                (y.atan2(x), Length::from_units((x.hypot(y) * Length::MM.units() as f64).round() as i64));
            let sides = [(1, 0), (0, 1), (-1, 0), (0, -1)];
            sides.into_iter().enumerate().filter_map(move |(quarter, (dx, dy))| {
                let turned = (quarter as f64 * FRAC_PI_2 - begin) * sweep.signum();
                (turned.rem_euclid(TAU) < sweep.abs())
                    .then(|| Point::new(centre.x + radius * dx, centre.y + radius * dy))
            })
        })
    }

    /// Bottom left and top right corner of the smallest upright rectangle that holds it, begun at `from`.
    ///
    /// ```
    /// use wide_fold_core::{Length, plane::Point};
    /// use wide_fold_formats::drawn::Leg;
    /// let at = |x, y| Point::new(Length::inches(x), Length::inches(y));
    /// // Half a circle to the right of its ends.
    /// let half = Leg::Arc { to: at(2, 2), centre: at(2, 1), clockwise: false };
    /// assert_eq!(half.extent(at(2, 0)), (at(2, 0), at(3, 2)));
    /// ```
    pub fn extent(self, from: Point) -> (Point, Point) {
        let ends = [from, self.to()].into_iter().chain(self.furthest(from));
        ends.fold((from, from), |(low, high), point| {
            (
                Point::new(low.x.min(point.x), low.y.min(point.y)),
                Point::new(high.x.max(point.x), high.y.max(point.y)),
            )
        })
    }
}

/// A line that is drawn without lifting: straight legs and arcs. A closed one ends where it begins.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Path {
    /// Where it begins.
    pub from: Point,
    /// What follows; none of it is without length.
    pub legs: Vec<Leg>,
}

impl Path {
    pub(super) fn line(from: Point, to: Point) -> Self {
        Self { from, legs: vec![Leg::Line(to)] }
    }

    /// True if it ends where it begins.
    pub fn is_closed(&self) -> bool {
        self.legs.last().is_some_and(|leg| leg.to() == self.from)
    }

    /// Its legs, each with where it begins.
    pub fn legs_from(&self) -> impl Iterator<Item = (Point, Leg)> + '_ {
        let starts = std::iter::once(self.from).chain(self.legs.iter().map(|leg| leg.to()));
        starts.zip(self.legs.iter().copied())
    }

    fn add(&mut self, leg: Leg) {
        if self.legs.last().map_or(self.from, |last| last.to()) != leg.to() {
            self.legs.push(leg);
        }
    }

    /// The edge of a hole: a circle, an opening with half-round ends, or a slit.
    pub fn of_hole(hole: &Hole) -> Self {
        let at = |x: Length, y: Length| Point::new(hole.centre.x + x, hole.centre.y + y);
        let Size { width: half, height: tall } = hole.shape.half();
        if let Shape::Slot { .. } = hole.shape {
            return Self::line(at(-half, Length::ZERO), at(half, Length::ZERO));
        }
        let straight = half - tall;
        let mut path = Self { from: at(-straight, -tall), legs: Vec::new() };
        path.add(Leg::Line(at(straight, -tall)));
        path.add(Leg::Arc { to: at(straight, tall), centre: at(straight, Length::ZERO), clockwise: false });
        path.add(Leg::Line(at(-straight, tall)));
        path.add(Leg::Arc {
            to: at(-straight, -tall),
            centre: at(-straight, Length::ZERO),
            clockwise: false,
        });
        path
    }

    /// The edge of a small part that large, its lower left corner at the origin: a rectangle, or a circle within it.
    pub fn of_small(kind: Extra, Size { width, height }: Size) -> Self {
        let zero = Length::ZERO;
        if kind.is_round() {
            let (middle, radius) = (Point::new(width.half(), height.half()), width.half());
            let (left, right) = (Point::new(zero, middle.y), Point::new(radius + radius, middle.y));
            let centre = Point::new(radius, middle.y);
            let half = |to| Leg::Arc { to, centre, clockwise: false };
            return Self { from: right, legs: vec![half(left), half(right)] };
        }
        let corners = [(width, zero), (width, height), (zero, height), (zero, zero)];
        let legs = corners.map(|(x, y)| Leg::Line(Point::new(x, y)));
        Self { from: Point::new(zero, zero), legs: legs.to_vec() }
    }

    /// The edge of the paper as it is cut, anticlockwise: rounded corners and curves as arcs.
    pub fn of_edge(blank: &Blank) -> Self {
        if let Some(first) = blank.shaped.first() {
            return Self::of_shaped(blank, first);
        }
        let count = blank.outline.len();
        let mut path: Option<Self> = None;
        let mut reach = |to: Point| match &mut path {
            Some(path) => path.add(Leg::Line(to)),
            none => *none = Some(Self { from: to, legs: Vec::new() }),
        };
        let mut arcs = Vec::new();
        for (index, corner) in blank.outline.iter().enumerate() {
            match blank.round_corners.iter().find(|round| round.at == *corner) {
                None => reach(*corner),
                Some(round) => {
                    let (before, after) =
                        (blank.outline[(index + count - 1) % count], blank.outline[(index + 1) % count]);
                    let (from, to) =
                        (towards(*corner, before, round.radius), towards(*corner, after, round.radius));
                    // The one corner of the square over the arc that is neither an end of it nor the corner cut off.
                    let centre = Point::new(from.x + to.x - corner.x, from.y + to.y - corner.y);
                    reach(from);
                    reach(to);
                    arcs.push((from, to, centre));
                }
            }
        }
        let mut path =
            path.unwrap_or_else(|| Self { from: Point::new(Length::ZERO, Length::ZERO), legs: Vec::new() });
        path.add(Leg::Line(path.from));
        let mut from = path.from;
        for leg in &mut path.legs {
            let to = leg.to();
            if let Some((.., centre)) = arcs.iter().find(|(a, b, _)| (*a, *b) == (from, to)) {
                *leg = Leg::Arc { to, centre: *centre, clockwise: false };
            }
            from = to;
        }
        path
    }

    /// The edge of a piece of which free edges are cut to curves: those begin and end a little below the straight edge.
    fn of_shaped(blank: &Blank, first: &Shaped) -> Self {
        let (top, level) = (first.y, first.level);
        let is_end = |x: Length| blank.shaped.iter().any(|own| own.x.from == x || own.x.to == x);
        let lowered = |corner: &Point| match *corner {
            Point { x, y } if y == top && is_end(x) => Point::new(x, level),
            other => other,
        };
        let corners: Vec<Point> = blank.outline.iter().map(lowered).collect();
        let from = corners.first().copied().unwrap_or(Point::new(Length::ZERO, Length::ZERO));
        let mut path = Self { from, legs: Vec::new() };
        for (from, to) in corners.iter().zip(corners.iter().cycle().skip(1)) {
            let own = blank.shaped.iter().rev().filter(|own| to.x <= own.x.from && own.x.to <= from.x);
            if [from.y, to.y].iter().all(|y| [top, level].contains(y)) {
                let mut pen = *from;
                for Shaped { x, curves, .. } in own {
                    if pen.x != x.to && pen.y != top {
                        path.add(Leg::Line(Point::new(pen.x, top)));
                    }
                    if pen.x != x.to {
                        path.add(Leg::Line(Point::new(x.to, top)));
                    }
                    path.add(Leg::Line(Point::new(x.to, level)));
                    for curve in curves.iter().rev() {
                        path.add(Leg::Line(Point::new(curve.x.to, level)));
                        path.add(bow(curve, level));
                    }
                    pen = Point::new(x.from, level);
                    path.add(Leg::Line(pen));
                }
                if pen.x != to.x && pen.y != to.y {
                    path.add(Leg::Line(Point::new(pen.x, to.y)));
                }
            }
            path.add(Leg::Line(*to));
        }
        path
    }

    /// The same line on a sheet of that width, turned over left to right.
    pub fn turned_over(&self, width: Length) -> Self {
        let over = |point: Point| Point::new(width - point.x, point.y);
        let legs = self.legs.iter().map(|leg| match *leg {
            Leg::Line(to) => Leg::Line(over(to)),
            Leg::Arc { to, centre, clockwise } => {
                Leg::Arc { to: over(to), centre: over(centre), clockwise: !clockwise }
            }
        });
        Self { from: over(self.from), legs: legs.collect() }
    }

    /// The same line, run backwards.
    pub fn reversed(&self) -> Self {
        let mut legs: Vec<Leg> = self
            .legs_from()
            .map(|(from, leg)| match leg {
                Leg::Line(_) => Leg::Line(from),
                Leg::Arc { centre, clockwise, .. } => Leg::Arc { to: from, centre, clockwise: !clockwise },
            })
            .collect();
        legs.reverse();
        Self { from: self.legs.last().map_or(self.from, |leg| leg.to()), legs }
    }

    pub(crate) fn moved(mut self, by: Point) -> Self {
        let moved = |point: Point| Point::new(point.x + by.x, point.y + by.y);
        self.from = moved(self.from);
        for leg in &mut self.legs {
            *leg = match *leg {
                Leg::Line(to) => Leg::Line(moved(to)),
                Leg::Arc { to, centre, clockwise } => {
                    Leg::Arc { to: moved(to), centre: moved(centre), clockwise }
                }
            };
        }
        self
    }
}

/// A curve from its right end to its left one, part of a circle through both that rises so far beyond them.
fn bow(curve: &Curve, level: Length) -> Leg {
    let (half, rise) = (curve.x.length().mm() / 2.0, curve.rise.mm().abs());
    let radius = (half * half + rise * rise) / (2.0 * rise);
    let below = Length::from_units(((radius - rise) * Length::MM.units() as f64).round() as i64);
    let outwards = curve.rise.is_positive();
    let centre = Point::new(curve.x.middle(), if outwards { level - below } else { level + below });
    Leg::Arc { to: Point::new(curve.x.from, level), centre, clockwise: !outwards }
}

/// The point at a distance from a corner along the level or upright side to its neighbour.
fn towards(corner: Point, neighbour: Point, by: Length) -> Point {
    let step = |from: Length, to: Length| match to.cmp(&from) {
        std::cmp::Ordering::Less => from - by,
        std::cmp::Ordering::Equal => from,
        std::cmp::Ordering::Greater => from + by,
    };
    Point::new(step(corner.x, neighbour.x), step(corner.y, neighbour.y))
}
