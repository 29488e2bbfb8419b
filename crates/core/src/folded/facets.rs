//! The flat facets between a strip's lines, found from the lines alone.
//!
//! The strip's edge, cuts and creases are drawn as one planar graph and its faces are walked round
//! (the usual half-edge construction; de Berg et al., *Computational Geometry*, ch. 2, from memory). Nothing here
//! knows the size of the bag, so a line in the wrong place gives wrong facets, and the proof sees it.

use crate::Length;
use crate::net::{Point, Strip};
use std::collections::BTreeMap;

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
        let mean = |sum: Length| Length::from_nm(sum.nm() / count);
        Point::new(mean(self.corners.iter().map(|c| c.x).sum()), mean(self.corners.iter().map(|c| c.y).sum()))
    }
}

/// Cuts a strip along all its lines into facets.
pub fn facets(strip: &Strip) -> Vec<Facet> {
    let edges = graph(strip);
    // Around every point, the directions that leave it, anticlockwise.
    let mut leaving: BTreeMap<Point, Vec<Point>> = BTreeMap::new();
    for (from, to) in edges.keys() {
        leaving.entry(*from).or_default().push(*to);
    }
    for (from, ends) in &mut leaving {
        ends.sort_by(|a, b| turn_order(*from, *a, *b));
    }
    let mut facet_of: BTreeMap<(Point, Point), usize> = BTreeMap::new();
    let mut rounds: Vec<Vec<Point>> = Vec::new();
    for side in edges.keys() {
        if facet_of.contains_key(side) {
            continue;
        }
        let mut corners = Vec::new();
        let (mut from, mut to) = *side;
        while facet_of.insert((from, to), rounds.len()).is_none() {
            corners.push(from);
            let ends = &leaving[&to];
            let back = ends.iter().position(|end| *end == from).unwrap_or(0);
            // Sharpest turn to the left: the direction just before the way back.
            (from, to) = (to, ends[(back + ends.len() - 1) % ends.len()]);
        }
        rounds.push(corners);
    }
    // The outside is the one round that runs clockwise.
    let inside: Vec<usize> = (0..rounds.len()).filter(|round| twice_area(&rounds[*round]) > 0).collect();
    let place: BTreeMap<usize, usize> =
        inside.iter().enumerate().map(|(place, round)| (*round, place)).collect();
    inside
        .iter()
        .map(|round| {
            let corners = rounds[*round].clone();
            let hinges = (0..corners.len())
                .map(|index| {
                    let (a, b) = (corners[index], corners[(index + 1) % corners.len()]);
                    let crease = edges.get(&(a, b)).copied().flatten()?;
                    let facet = *place.get(facet_of.get(&(b, a))?)?;
                    Some(Hinge { crease, facet })
                })
                .collect();
            Facet { corners, hinges }
        })
        .collect()
}

/// Every line split wherever another one meets it: both directions, with the crease it belongs to.
fn graph(strip: &Strip) -> BTreeMap<(Point, Point), Option<usize>> {
    let count = strip.outline.len();
    let edge = (0..count).map(|index| (strip.outline[index], strip.outline[(index + 1) % count], None));
    let slits = strip.cuts.iter().map(|cut| (cut.from, cut.to, None));
    let scores =
        strip.creases.iter().enumerate().map(|(index, crease)| (crease.from, crease.to, Some(index)));
    let lines: Vec<(Point, Point, Option<usize>)> = edge.chain(slits).chain(scores).collect();
    let mut ends: Vec<Point> = lines.iter().flat_map(|(from, to, _)| [*from, *to]).collect();
    for (index, (a, b, _)) in lines.iter().enumerate() {
        ends.extend(lines[..index].iter().filter_map(|(c, d, _)| crossing((*a, *b), (*c, *d))));
    }
    ends.sort();
    ends.dedup();
    let mut edges = BTreeMap::new();
    for (from, to, crease) in lines {
        let mut stops: Vec<Point> = ends.iter().copied().filter(|end| lies_on(*end, from, to)).collect();
        stops.sort_by_key(|stop| distance_key(from, *stop));
        for pair in stops.windows(2) {
            // A cut along a crease parts the paper: it wins over the crease.
            for side in [(pair[0], pair[1]), (pair[1], pair[0])] {
                edges
                    .entry(side)
                    .and_modify(|known: &mut Option<usize>| *known = known.and(crease))
                    .or_insert(crease);
            }
        }
    }
    edges
}

fn cross(o: Point, a: Point, b: Point) -> i128 {
    let wide = |length: Length| i128::from(length.nm());
    wide(a.x - o.x) * wide(b.y - o.y) - wide(a.y - o.y) * wide(b.x - o.x)
}

fn lies_on(point: Point, from: Point, to: Point) -> bool {
    cross(from, to, point) == 0
        && from.x.min(to.x) <= point.x
        && point.x <= from.x.max(to.x)
        && from.y.min(to.y) <= point.y
        && point.y <= from.y.max(to.y)
}

fn distance_key(from: Point, to: Point) -> Length {
    (to.x - from.x).abs() + (to.y - from.y).abs()
}

/// Where two lines cross inside both, to the nanometre.
fn crossing((a, b): (Point, Point), (c, d): (Point, Point)) -> Option<Point> {
    let (c_side, d_side) = (cross(a, b, c), cross(a, b, d));
    let (a_side, b_side) = (cross(c, d, a), cross(c, d, b));
    if c_side.signum() * d_side.signum() >= 0 || a_side.signum() * b_side.signum() >= 0 {
        return None;
    }
    let share = c_side as f64 / (c_side - d_side) as f64;
    let along =
        |from: Length, to: Length| from + Length::from_nm(((to - from).nm() as f64 * share).round() as i64);
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
    use crate::brief::{GussetCrease, Hem};
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
            (brief.notch, brief.hem, brief.gusset_crease) =
                (notch, Hem::In { depth: Length::INCH }, GussetCrease::Centre);
            let strip = strip(&brief);
            let facets = facets(&strip);
            let total: i128 = facets.iter().map(|facet| twice_area(&facet.corners)).sum();
            assert_eq!(total, twice_area(&strip.outline));
        }
    }
}
