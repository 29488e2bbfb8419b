//! The flat facets between a blank's lines, found from the lines alone.
//!
//! The blank's edge, cuts and creases are drawn as one planar graph and its faces are walked round
//! (the usual half-edge construction; de Berg et al., *Computational Geometry*, ch. 2, from memory). Nothing here
//! knows the size of the bag, so a line in the wrong place gives wrong facets, and the proof sees it.

use crate::Length;
use crate::exact::{cross, lies_on, twice_area};
use crate::net::Blank;
use crate::plane::Point;
use smallvec::SmallVec;
use std::cmp::Ordering;

/// A flat piece of paper bounded by creases, cuts and the edge of the blank.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Facet {
    /// Its corners, anticlockwise.
    pub corners: SmallVec<[Point; CORNERS]>,
    /// For every side (from the corner of the same place to the next): the crease along it, and the facet beyond.
    pub hinges: SmallVec<[Option<Hinge>; CORNERS]>,
}

/// Most facets have no more corners than this; they are kept without asking for memory.
pub(super) const CORNERS: usize = 6;

/// A side on which two facets hang together.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Hinge {
    /// The crease, by its place in the blank's list.
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
    /// The eighth of the circle it leaves in, anticlockwise from the right: even along an axis, odd between two.
    eighth: u8,
}

/// A line of the blank, its lower or left end first, and the box round it.
struct PaperLine {
    from: Point,
    to: Point,
    /// The crease it is, if it is one.
    crease: Option<usize>,
    least: Point,
    most: Point,
}

impl PaperLine {
    fn new(from: Point, to: Point, crease: Option<usize>) -> Self {
        let (from, to) = (from.min(to), from.max(to));
        let (low, high) = (from.y.min(to.y), from.y.max(to.y));
        Self { from, to, crease, least: Point::new(from.x, low), most: Point::new(to.x, high) }
    }

    /// True if they have nothing but ends in common: so do all that lie beside, above or below one another.
    fn is_apart(&self, other: &Self) -> bool {
        self.most.x <= other.least.x
            || other.most.x <= self.least.x
            || self.most.y <= other.least.y
            || other.most.y <= self.least.y
    }
}

/// Every line split wherever another one meets it, in both directions.
struct Graph {
    points: Vec<Point>,
    /// Sorted by the point they leave, anticlockwise about it.
    halves: Vec<Half>,
    /// Where each point's halves begin in that list; one more entry at the end.
    starts: Vec<usize>,
}

/// Cuts a blank along all its lines into facets.
pub fn facets(blank: &Blank) -> Vec<Facet> {
    let graph = Graph::new(blank);
    let mut round_of = vec![usize::MAX; graph.halves.len()];
    let mut rounds: Vec<SmallVec<[usize; CORNERS]>> = Vec::new();
    for first in 0..graph.halves.len() {
        if round_of[first] != usize::MAX {
            continue;
        }
        let mut round = SmallVec::new();
        let mut half = first;
        while round_of[half] == usize::MAX {
            round_of[half] = rounds.len();
            round.push(half);
            half = graph.next(half);
        }
        rounds.push(round);
    }
    let corners: Vec<SmallVec<[Point; CORNERS]>> = rounds
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
    fn new(blank: &Blank) -> Self {
        let count = blank.outline.len();
        let edge =
            (0..count).map(|at| PaperLine::new(blank.outline[at], blank.outline[(at + 1) % count], None));
        let slits = blank.cuts.iter().map(|cut| PaperLine::new(cut.from, cut.to, None));
        let scores = blank.creases.iter().enumerate();
        let scores = scores.map(|(index, crease)| PaperLine::new(crease.from, crease.to, Some(index)));
        let lines: Vec<PaperLine> = edge.chain(slits).chain(scores).collect();
        let mut points: Vec<Point> = lines.iter().flat_map(|line| [line.from, line.to]).collect();
        for (index, line) in lines.iter().enumerate() {
            let near = lines[..index].iter().filter(|other| !line.is_apart(other));
            points.extend(near.filter_map(|other| crossing(line, other)));
        }
        points.sort_unstable();
        points.dedup();
        let mut halves: Vec<Half> = Vec::with_capacity(lines.len() * 4);
        for PaperLine { from, to, crease, .. } in lines {
            // Points are sorted by x, then y: so are those on a line.
            let start = points.partition_point(|point| *point < from);
            let reach = points[start..].partition_point(|point| *point <= to);
            let (out, back) = (eighth(from, to), eighth(to, from));
            let mut last = None;
            for stop in (start..start + reach).filter(|stop| lies_on(points[*stop], from, to)) {
                if let Some(last) = last {
                    halves.push(Half { from: last, to: stop, crease, eighth: out });
                    halves.push(Half { from: stop, to: last, crease, eighth: back });
                }
                last = Some(stop);
            }
        }
        halves.sort_by(|a, b| {
            let turn = || match a.eighth % 2 {
                0 => Ordering::Equal,
                _ => 0.cmp(&cross(points[a.from], points[a.to], points[b.to])),
            };
            (a.from, a.eighth).cmp(&(b.from, b.eighth)).then_with(turn).then(a.to.cmp(&b.to))
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

/// The eighth of the circle in which a direction lies, anticlockwise from the right: even along an axis, odd between two.
fn eighth(from: Point, to: Point) -> u8 {
    match (to.x.cmp(&from.x), to.y.cmp(&from.y)) {
        (Ordering::Greater, Ordering::Equal) => 0,
        (Ordering::Greater, Ordering::Greater) => 1,
        (Ordering::Equal, Ordering::Greater) => 2,
        (Ordering::Less, Ordering::Greater) => 3,
        (Ordering::Less, Ordering::Equal) => 4,
        (Ordering::Less, Ordering::Less) => 5,
        (Ordering::Equal, _) => 6,
        (Ordering::Greater, Ordering::Less) => 7,
    }
}

/// Where two lines cross inside both, to the nanometre.
fn crossing(one: &PaperLine, other: &PaperLine) -> Option<Point> {
    let ((a, b), (c, d)) = ((one.from, one.to), (other.from, other.to));
    match (a.x == b.x, a.y == b.y, c.x == d.x, c.y == d.y) {
        (true, _, true, _) | (_, true, _, true) => return None,
        (true, _, _, true) => return across(a.x, (c.x, d.x), c.y, (a.y, b.y)),
        (_, true, true, _) => return across(c.x, (a.x, b.x), a.y, (c.y, d.y)),
        _ => {}
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

/// Where an upright and a level line cross inside both.
fn across(x: Length, xs: (Length, Length), y: Length, ys: (Length, Length)) -> Option<Point> {
    let inside = |at: Length, ends: (Length, Length)| ends.0.min(ends.1) < at && at < ends.0.max(ends.1);
    (inside(x, xs) && inside(y, ys)).then_some(Point::new(x, y))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{GussetCrease, Top};
    use crate::net::{Crease, CreaseRole};
    use crate::{Brief, Net};

    fn blank(brief: &Brief) -> Blank {
        Net::of(brief).blanks.remove(0)
    }

    #[test]
    fn a_plain_wrap_has_four_panels_four_flaps_and_a_tab() {
        let blank = blank(&Brief::new(Length::inches(3), Length::inches(5), Length::inches(2)));
        let facets = facets(&blank);
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
            let blank = blank(&brief);
            let facets = facets(&blank);
            let total: i128 = facets.iter().map(|facet| twice_area(&facet.corners)).sum();
            assert_eq!(total, twice_area(&blank.outline));
        }
    }

    /// Paper that is cut through along a fold hangs together there no longer, whichever of the two is drawn first.
    #[test]
    fn a_cut_along_a_fold_parts_it() {
        let mut blank = blank(&Brief::new(Length::inches(3), Length::inches(5), Length::inches(2)));
        let whole = facets(&blank);
        let fold = blank.creases.iter().position(|crease| crease.role == CreaseRole::Corner).unwrap();
        let Crease { from, to, .. } = blank.creases[fold];
        for (from, to) in [(from, to), (to, from)] {
            blank.cuts.push(crate::net::Cut { from, to, ..blank.cuts[0] });
            let parted = facets(&blank);
            blank.cuts.pop();
            assert_eq!(parted.len(), whole.len());
            let hinges = |facets: &[Facet], along: bool| {
                let all = facets.iter().flat_map(|facet| facet.hinges.iter().flatten());
                all.filter(|hinge| (hinge.crease == fold) == along).count()
            };
            assert!(hinges(&whole, true) > 0);
            assert_eq!(hinges(&parted, true), 0);
            assert_eq!(hinges(&parted, false), hinges(&whole, false));
        }
    }
}
