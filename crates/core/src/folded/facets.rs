//! The flat facets between a strip's lines, found from the lines alone.
//!
//! The strip's edge, cuts and creases are drawn as one planar graph and its faces are walked round
//! (the usual half-edge construction; de Berg et al., *Computational Geometry*, ch. 2, from memory). Nothing here
//! knows the size of the bag, so a line in the wrong place gives wrong facets, and the proof sees it.

use crate::Length;
use crate::net::{Point, Strip};

/// A flat piece of paper bounded by creases, cuts and the edge of the strip.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Facet {
    /// Its corners, anticlockwise.
    pub corners: Vec<Point>,
    /// For every side (from the corner of the same place to the next): the crease along it, and the facet beyond.
    pub hinges: Vec<Option<Hinge>>,
}

/// A side on which two facets hang together.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Hinge {
    /// The crease, by its place in the strip's list.
    pub crease: usize,
    /// The facet beyond.
    pub facet: usize,
}

impl Facet {
    /// The mean of its corners, which lies inside it when it is convex.
    pub fn middle(&self) -> Point {
        let count = i64::try_from(self.corners.len()).unwrap_or(i64::MAX);
        let mean = |sum: Length| Length::from_units(sum.units() / count);
        Point::new(mean(self.corners.iter().map(|c| c.x).sum()), mean(self.corners.iter().map(|c| c.y).sum()))
    }

    /// True if a point lies in it or on its edge. A crease that ends inside it is walked along both ways and does not
    /// count (crossing number, Haines in *Graphics Gems IV*, from memory).
    pub fn contains(&self, point: Point) -> bool {
        let count = self.corners.len();
        let sides = || (0..count).map(|side| (self.corners[side], self.corners[(side + 1) % count]));
        let crosses = |(a, b): &(Point, Point)| {
            let upward = a.y <= point.y && point.y < b.y;
            let downward = b.y <= point.y && point.y < a.y;
            (upward && cross(*a, *b, point) > 0) || (downward && cross(*a, *b, point) < 0)
        };
        sides().any(|(a, b)| lies_on(point, a, b)) || sides().filter(crosses).count() % 2 == 1
    }
}

/// A line between two neighbouring points, in one direction. Points are given by their place in the graph's list.
#[derive(Clone, Copy)]
struct Half {
    from: usize,
    to: usize,
    /// The crease it belongs to; nothing for the edge of the paper and for cuts.
    crease: Option<usize>,
}

/// Every line split wherever another one meets it, in both directions.
struct Graph {
    points: Vec<Point>,
    /// Sorted by the point they leave, anticlockwise about it.
    halves: Vec<Half>,
    /// Where each point's halves begin in that list; one more entry at the end.
    starts: Vec<usize>,
}

/// Cuts a strip along all its lines into facets.
pub fn facets(strip: &Strip) -> Vec<Facet> {
    let graph = Graph::new(strip);
    let mut round_of = vec![usize::MAX; graph.halves.len()];
    let mut rounds: Vec<Vec<usize>> = Vec::new();
    for first in 0..graph.halves.len() {
        if round_of[first] != usize::MAX {
            continue;
        }
        let mut round = Vec::new();
        let mut half = first;
        while round_of[half] == usize::MAX {
            round_of[half] = rounds.len();
            round.push(half);
            half = graph.next(half);
        }
        rounds.push(round);
    }
    let corners: Vec<Vec<Point>> = rounds
        .iter()
        .map(|round| round.iter().map(|half| graph.points[graph.halves[*half].from]).collect())
        .collect();
    // The outside is the one round that runs clockwise.
    let mut place = vec![None; rounds.len()];
    let inside = (0..rounds.len()).filter(|round| twice_area(&corners[*round]) > 0);
    let inside: Vec<usize> = inside.collect();
    for (index, round) in inside.iter().enumerate() {
        place[*round] = Some(index);
    }
    let hinge = |half: &usize| {
        let crease = graph.halves[*half].crease?;
        let facet = place[round_of[graph.twin(*half)?]]?;
        Some(Hinge { crease, facet })
    };
    inside
        .iter()
        .map(|round| Facet {
            corners: corners[*round].clone(),
            hinges: rounds[*round].iter().map(hinge).collect(),
        })
        .collect()
}

impl Graph {
    fn new(strip: &Strip) -> Self {
        let count = strip.outline.len();
        let edge = (0..count).map(|index| (strip.outline[index], strip.outline[(index + 1) % count], None));
        let slits = strip.cuts.iter().map(|cut| (cut.from, cut.to, None));
        let scores =
            strip.creases.iter().enumerate().map(|(index, crease)| (crease.from, crease.to, Some(index)));
        let lines: Vec<(Point, Point, Option<usize>)> = edge.chain(slits).chain(scores).collect();
        let mut points: Vec<Point> = lines.iter().flat_map(|(from, to, _)| [*from, *to]).collect();
        for (index, (a, b, _)) in lines.iter().enumerate() {
            points.extend(lines[..index].iter().filter_map(|(c, d, _)| crossing((*a, *b), (*c, *d))));
        }
        points.sort();
        points.dedup();
        let mut halves: Vec<Half> = Vec::with_capacity(lines.len() * 4);
        for (from, to, crease) in lines {
            let mut stops: Vec<usize> =
                (0..points.len()).filter(|stop| lies_on(points[*stop], from, to)).collect();
            stops.sort_by_key(|stop| distance_key(from, points[*stop]));
            for pair in stops.windows(2) {
                halves.push(Half { from: pair[0], to: pair[1], crease });
                halves.push(Half { from: pair[1], to: pair[0], crease });
            }
        }
        halves.sort_by(|a, b| {
            a.from
                .cmp(&b.from)
                .then_with(|| turn_order(points[a.from], points[a.to], points[b.to]))
                .then(a.to.cmp(&b.to))
        });
        halves.dedup_by(|next, kept| {
            let same = (next.from, next.to) == (kept.from, kept.to);
            if same {
                // A cut along a crease parts the paper: it wins over the crease.
                kept.crease = kept.crease.and(next.crease);
            }
            same
        });
        let starts =
            (0..=points.len()).map(|point| halves.partition_point(|half| half.from < point)).collect();
        Self { points, halves, starts }
    }

    /// The same line in the other direction.
    fn twin(&self, half: usize) -> Option<usize> {
        let Half { from, to, .. } = self.halves[half];
        (self.starts[to]..self.starts[to + 1]).find(|other| self.halves[*other].to == from)
    }

    /// The next side of the same facet: the sharpest turn to the left, just before the way back.
    fn next(&self, half: usize) -> usize {
        let at = self.halves[half].to;
        let (start, end) = (self.starts[at], self.starts[at + 1]);
        match self.twin(half) {
            Some(back) if back > start => back - 1,
            _ => end - 1,
        }
    }
}

fn cross(o: Point, a: Point, b: Point) -> i128 {
    let wide = |length: Length| i128::from(length.units());
    wide(a.x - o.x) * wide(b.y - o.y) - wide(a.y - o.y) * wide(b.x - o.x)
}

/// True if a point lies on the line between two others, ends included.
pub(super) fn lies_on(point: Point, from: Point, to: Point) -> bool {
    from.x.min(to.x) <= point.x
        && point.x <= from.x.max(to.x)
        && from.y.min(to.y) <= point.y
        && point.y <= from.y.max(to.y)
        && cross(from, to, point) == 0
}

fn distance_key(from: Point, to: Point) -> Length {
    (to.x - from.x).abs() + (to.y - from.y).abs()
}

/// Where two lines cross inside both, to the nanometre.
fn crossing((a, b): (Point, Point), (c, d): (Point, Point)) -> Option<Point> {
    let apart = |one: (Length, Length), other: (Length, Length)| {
        one.0.max(one.1) <= other.0.min(other.1) || other.0.max(other.1) <= one.0.min(one.1)
    };
    let along_axes = (a.x == b.x || a.y == b.y) && (c.x == d.x || c.y == d.y);
    if along_axes && (a.x == b.x) == (c.x == d.x) || a.x != b.x && c.x != d.x && apart((a.x, b.x), (c.x, d.x))
    {
        return None;
    }
    let (c_side, d_side) = (cross(a, b, c), cross(a, b, d));
    let (a_side, b_side) = (cross(c, d, a), cross(c, d, b));
    if c_side.signum() * d_side.signum() >= 0 || a_side.signum() * b_side.signum() >= 0 {
        return None;
    }
    let share = c_side as f64 / (c_side - d_side) as f64;
    let along = |from: Length, to: Length| {
        from + Length::from_units(((to - from).units() as f64 * share).round() as i64)
    };
    Some(Point::new(along(c.x, d.x), along(c.y, d.y)))
}

/// Anticlockwise order of directions around `o`, beginning to the right.
fn turn_order(o: Point, a: Point, b: Point) -> std::cmp::Ordering {
    let lower = |p: Point| p.y < o.y || (p.y == o.y && p.x < o.x);
    lower(a).cmp(&lower(b)).then_with(|| 0.cmp(&cross(o, a, b)))
}

fn twice_area(corners: &[Point]) -> i128 {
    let origin = Point::new(Length::ZERO, Length::ZERO);
    (0..corners.len()).map(|index| cross(origin, corners[index], corners[(index + 1) % corners.len()])).sum()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{GussetCrease, Top};
    use crate::{Brief, Net};

    fn strip(brief: &Brief) -> Strip {
        Net::new(brief).strips.remove(0)
    }

    #[test]
    fn a_plain_wrap_has_four_panels_four_flaps_and_a_tab() {
        let strip = strip(&Brief::new(Length::inches(3), Length::inches(5), Length::inches(2)));
        let facets = facets(&strip);
        assert_eq!(facets.len(), 9);
        let hinged = facets.iter().flat_map(|facet| &facet.hinges).flatten().count();
        // Four corners (the tab's among them) and four base lines, each seen from both sides.
        assert_eq!(hinged, 16);
    }

    #[test]
    fn facets_fill_the_outline() {
        for notch in [Length::ZERO, Length::eighths(2)] {
            let mut brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
            (brief.notch, brief.top, brief.gusset_crease) =
                (notch, Top::HemIn { depth: Length::INCH }, GussetCrease::Centre);
            let strip = strip(&brief);
            let facets = facets(&strip);
            let total: i128 = facets.iter().map(|facet| twice_area(&facet.corners)).sum();
            assert_eq!(total, twice_area(&strip.outline));
        }
    }
}
