//! A line that is drawn without lifting, arcs kept as arcs.

use wide_fold_core::Length;
use wide_fold_core::fittings::Shape;
use wide_fold_core::net::{Blank, Hole};
use wide_fold_core::plane::{Point, Size};

/// One stretch of a path.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Run {
    /// Straight to a point.
    Line(Point),
    /// Round a centre to a point as far from it: a quarter or half of a circle.
    Arc {
        /// Where it ends.
        to: Point,
        /// What it goes round.
        centre: Point,
        /// True if it goes round clockwise.
        clockwise: bool,
    },
}

impl Run {
    /// Where it ends.
    pub fn to(self) -> Point {
        match self {
            Self::Line(to) | Self::Arc { to, .. } => to,
        }
    }

    /// The point furthest from its chord, if it is half a circle: it bulges beyond its ends. A quarter of one lies between them.
    fn bulge(self, from: Point) -> Option<Point> {
        let Self::Arc { to, centre, clockwise } = self else { return None };
        let (x, y) = (from.x - centre.x, from.y - centre.y);
        let is_half = from.x + to.x == centre.x + centre.x && from.y + to.y == centre.y + centre.y;
        let turned = if clockwise { (y, -x) } else { (-y, x) };
        is_half.then(|| Point::new(centre.x + turned.0, centre.y + turned.1))
    }

    /// Bottom left and top right corner of the smallest upright rectangle that holds it, begun at `from`.
    ///
    /// ```
    /// use wide_fold_core::{Length, plane::Point};
    /// use wide_fold_formats::drawn::Run;
    /// let at = |x, y| Point::new(Length::inches(x), Length::inches(y));
    /// // Half a circle to the right of its ends.
    /// let half = Run::Arc { to: at(2, 2), centre: at(2, 1), clockwise: false };
    /// assert_eq!(half.extent(at(2, 0)), (at(2, 0), at(3, 2)));
    /// ```
    pub fn extent(self, from: Point) -> (Point, Point) {
        let ends = [from, self.to()].into_iter().chain(self.bulge(from));
        ends.fold((from, from), |(low, high), point| {
            (
                Point::new(low.x.min(point.x), low.y.min(point.y)),
                Point::new(high.x.max(point.x), high.y.max(point.y)),
            )
        })
    }
}

/// A line that is drawn without lifting: straight stretches and arcs. A closed one ends where it begins.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Path {
    /// Where it begins.
    pub from: Point,
    /// What follows; none of it is without length.
    pub runs: Vec<Run>,
}

impl Path {
    pub(super) fn line(from: Point, to: Point) -> Self {
        Self { from, runs: vec![Run::Line(to)] }
    }

    /// True if it ends where it begins.
    pub fn is_closed(&self) -> bool {
        self.runs.last().is_some_and(|run| run.to() == self.from)
    }

    /// Its stretches, each with where it begins.
    pub fn stretches(&self) -> impl Iterator<Item = (Point, Run)> + '_ {
        let starts = std::iter::once(self.from).chain(self.runs.iter().map(|run| run.to()));
        starts.zip(self.runs.iter().copied())
    }

    fn add(&mut self, run: Run) {
        if self.runs.last().map_or(self.from, |last| last.to()) != run.to() {
            self.runs.push(run);
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
        let mut path = Self { from: at(-straight, -tall), runs: Vec::new() };
        path.add(Run::Line(at(straight, -tall)));
        path.add(Run::Arc { to: at(straight, tall), centre: at(straight, Length::ZERO), clockwise: false });
        path.add(Run::Line(at(-straight, tall)));
        path.add(Run::Arc {
            to: at(-straight, -tall),
            centre: at(-straight, Length::ZERO),
            clockwise: false,
        });
        path
    }

    /// The edge of the paper, anticlockwise, its rounded corners as arcs.
    pub(super) fn of_edge(blank: &Blank) -> Self {
        let count = blank.outline.len();
        let mut path: Option<Self> = None;
        let mut reach = |to: Point| match &mut path {
            Some(path) => path.add(Run::Line(to)),
            none => *none = Some(Self { from: to, runs: Vec::new() }),
        };
        let mut arcs = Vec::new();
        for (index, corner) in blank.outline.iter().enumerate() {
            match blank.rounds.iter().find(|round| round.at == *corner) {
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
            path.unwrap_or_else(|| Self { from: Point::new(Length::ZERO, Length::ZERO), runs: Vec::new() });
        path.add(Run::Line(path.from));
        let mut from = path.from;
        for run in &mut path.runs {
            let to = run.to();
            if let Some((.., centre)) = arcs.iter().find(|(a, b, _)| (*a, *b) == (from, to)) {
                *run = Run::Arc { to, centre: *centre, clockwise: false };
            }
            from = to;
        }
        path
    }

    /// The same line on a sheet of that width, turned over left to right.
    pub fn turned_over(&self, width: Length) -> Self {
        let over = |point: Point| Point::new(width - point.x, point.y);
        let runs = self.runs.iter().map(|run| match *run {
            Run::Line(to) => Run::Line(over(to)),
            Run::Arc { to, centre, clockwise } => {
                Run::Arc { to: over(to), centre: over(centre), clockwise: !clockwise }
            }
        });
        Self { from: over(self.from), runs: runs.collect() }
    }

    /// The same line, run backwards.
    pub fn reversed(&self) -> Self {
        let mut runs: Vec<Run> = self
            .stretches()
            .map(|(from, run)| match run {
                Run::Line(_) => Run::Line(from),
                Run::Arc { centre, clockwise, .. } => Run::Arc { to: from, centre, clockwise: !clockwise },
            })
            .collect();
        runs.reverse();
        Self { from: self.runs.last().map_or(self.from, |run| run.to()), runs }
    }

    pub(super) fn moved(mut self, by: Point) -> Self {
        let moved = |point: Point| Point::new(point.x + by.x, point.y + by.y);
        self.from = moved(self.from);
        for run in &mut self.runs {
            *run = match *run {
                Run::Line(to) => Run::Line(moved(to)),
                Run::Arc { to, centre, clockwise } => {
                    Run::Arc { to: moved(to), centre: moved(centre), clockwise }
                }
            };
        }
        self
    }
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
