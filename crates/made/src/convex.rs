//! Convex polygons in the plane, in millimetres: splitting, laying over one another, measuring.

use glam::DVec2;
use smallvec::{SmallVec, smallvec};

/// Most polygons have no more corners than this; they are kept without asking for memory.
type Corners = SmallVec<[DVec2; 6]>;

/// A convex polygon, corners anticlockwise.
#[derive(Clone, Debug, PartialEq)]
pub struct Convex(Corners);

/// Areas below this many square millimetres are rounding, not paper.
const SLIVER: f64 = 1e-6;

impl Convex {
    /// A polygon from its corners, in millimetres and in either order round; they must bound a convex area.
    pub fn new(corners: impl IntoIterator<Item = DVec2>) -> Self {
        let mut corners: Corners = corners.into_iter().collect();
        if signed_area(&corners) < 0.0 {
            corners.reverse();
        }
        Self(corners)
    }

    /// The upright rectangle between two opposite corners.
    pub fn rectangle(a: DVec2, b: DVec2) -> Self {
        Self::new([a, DVec2::new(b.x, a.y), b, DVec2::new(a.x, b.y)])
    }

    /// Its corners, in millimetres.
    pub fn corners(&self) -> &[DVec2] {
        &self.0
    }

    /// Its area in square millimetres.
    pub fn area(&self) -> f64 {
        signed_area(&self.0)
    }

    /// True if a point, in millimetres, lies in it or on its edge.
    pub fn contains(&self, point: DVec2) -> bool {
        let count = self.0.len();
        (0..count).all(|index| {
            let (a, b) = (self.0[index], self.0[(index + 1) % count]);
            (b - a).perp_dot(point - a) >= 0.0
        })
    }

    /// The box round it: its least and its most corner, in millimetres.
    pub fn bounds(&self) -> (DVec2, DVec2) {
        let least = self.0.iter().copied().fold(DVec2::INFINITY, DVec2::min);
        (least, self.0.iter().copied().fold(DVec2::NEG_INFINITY, DVec2::max))
    }

    /// The part to the left of the line from `a` to `b`, and the part to its right. Either may be missing.
    fn split(&self, a: DVec2, b: DVec2) -> (Option<Self>, Option<Self>) {
        let side = |point: DVec2| (b - a).perp_dot(point - a);
        let (mut left, mut right) = (Corners::new(), Corners::new());
        for (index, &here) in self.0.iter().enumerate() {
            let next = self.0[(index + 1) % self.0.len()];
            let (here_side, next_side) = (side(here), side(next));
            if here_side >= 0.0 {
                left.push(here);
            }
            if here_side <= 0.0 {
                right.push(here);
            }
            if here_side * next_side < 0.0 {
                let crossing = here.lerp(next, here_side / (here_side - next_side));
                left.push(crossing);
                right.push(crossing);
            }
        }
        let keep =
            |corners: Corners| Some(Self(corners)).filter(|part| part.0.len() > 2 && part.area() > SLIVER);
        (keep(left), keep(right))
    }

    /// Divides this polygon by `other`: the part inside it, and the convex parts outside it.
    fn divide(&self, other: &Self) -> (Option<Self>, SmallVec<[Self; 4]>) {
        let ((least, most), (other_least, other_most)) = (self.bounds(), other.bounds());
        if (most.cmple(other_least) | other_most.cmple(least)).any() {
            return (None, smallvec![self.clone()]);
        }
        let mut outside = SmallVec::new();
        let mut rest = Some(self.clone());
        for (index, &a) in other.0.iter().enumerate() {
            let b = other.0[(index + 1) % other.0.len()];
            let Some(part) = rest else { break };
            let (left, right) = part.split(a, b);
            outside.extend(right);
            rest = left;
        }
        (rest, outside)
    }
}

/// Gaps below this many millimetres are rounding.
const ROUNDING: f64 = 1e-3;

/// A convex polygon and the box round it, for many quick questions.
#[derive(Clone, Debug)]
pub struct Patch {
    convex: Convex,
    /// The direction of every side, of length one.
    along: Corners,
    least: DVec2,
    most: DVec2,
}

impl Patch {
    /// A patch from its corners, in millimetres and in either order round; they must bound a convex area.
    pub fn new(corners: impl IntoIterator<Item = DVec2>) -> Self {
        let convex = Convex::new(corners);
        let (least, most) = convex.bounds();
        let corners = convex.corners();
        let side = |index: usize| corners[(index + 1) % corners.len()] - corners[index];
        let along = (0..corners.len()).map(|index| side(index).normalize_or_zero()).collect();
        Self { convex, along, least, most }
    }

    /// Its corners in millimetres, anticlockwise.
    pub fn corners(&self) -> &[DVec2] {
        self.convex.corners()
    }

    /// The box round it: its least and its most corner, in millimetres.
    pub fn bounds(&self) -> (DVec2, DVec2) {
        (self.least, self.most)
    }

    /// The part of a line that lies in it, in shares of the way from `from` to `to` (Cyrus & Beck, 1978, from memory).
    pub fn span_of(&self, from: DVec2, to: DVec2) -> Option<(f64, f64)> {
        let (along, corners) = (to - from, self.corners());
        let (mut start, mut end) = (0.0_f64, 1.0_f64);
        for (index, &a) in corners.iter().enumerate() {
            let side = corners[(index + 1) % corners.len()] - a;
            // How far inside the line begins, and how much of that it gains on its way.
            let (inside, gains) = (side.perp_dot(from - a), side.perp_dot(along));
            if gains == 0.0 {
                if inside < 0.0 {
                    return None;
                }
            } else if gains > 0.0 {
                start = start.max(-inside / gains);
            } else {
                end = end.min(-inside / gains);
            }
        }
        (start < end).then_some((start, end))
    }

    /// True if the box round it and another, least and most corner in millimetres, are apart or only touch.
    pub fn is_clear_of(&self, (least, most): (DVec2, DVec2)) -> bool {
        (self.most.cmple(least + ROUNDING) | most.cmple(self.least + ROUNDING)).any()
    }

    /// True if it shares some area with another: no side of either has all of the other beyond it, save for rounding (the
    /// separating axis theorem for convex shapes).
    pub fn overlaps(&self, other: &Self) -> bool {
        !self.is_clear_of((other.least, other.most)) && !self.parts(other) && !other.parts(self)
    }

    /// True if one of its own sides has all of another beyond it.
    fn parts(&self, other: &Self) -> bool {
        let mut sides = self.corners().iter().zip(&self.along);
        sides.any(|(a, along)| other.corners().iter().all(|point| along.perp_dot(*point - a) <= ROUNDING))
    }

    /// True if a point, in millimetres, lies in it or on its edge.
    pub fn contains(&self, point: DVec2) -> bool {
        point.cmpge(self.least).all() && point.cmple(self.most).all() && self.convex.contains(point)
    }
}

/// Lays `sheets` over `ground` and tells, for convex parts that together make up the ground, how many sheets lie
/// there.
pub fn layers(ground: &Convex, sheets: &[Convex]) -> Vec<(Convex, usize)> {
    sheets.iter().fold(vec![(ground.clone(), 0)], |parts, sheet| {
        parts
            .into_iter()
            .flat_map(|(part, count)| {
                let (inside, outside) = part.divide(sheet);
                let covered = inside.map(|part| (part, count + 1));
                covered.into_iter().chain(outside.into_iter().map(move |part| (part, count)))
            })
            .collect()
    })
}

fn signed_area(corners: &[DVec2]) -> f64 {
    let twice: f64 = corners
        .iter()
        .enumerate()
        .map(|(index, corner)| corner.perp_dot(corners[(index + 1) % corners.len()]))
        .sum();
    twice / 2.0
}

#[cfg(test)]
mod tests {
    use super::*;
    use geo::{Area, BooleanOps, Polygon};
    use proptest::prelude::*;

    fn to_geo(convex: &Convex) -> Polygon<f64> {
        Polygon::new(convex.0.iter().map(|corner| (corner.x, corner.y)).collect(), Vec::new())
    }

    fn triangle() -> impl Strategy<Value = Convex> {
        prop::array::uniform6(-60.0..60.0_f64)
            .prop_map(|c| {
                Convex::new(vec![DVec2::new(c[0], c[1]), DVec2::new(c[2], c[3]), DVec2::new(c[4], c[5])])
            })
            .prop_filter("a triangle with some area", |triangle| triangle.area() > 1.0)
    }

    #[test]
    fn a_line_lies_in_a_shape_for_part_of_its_way() {
        let at = DVec2::new;
        let square = Patch::new(vec![at(1.0, 1.0), at(3.0, 1.0), at(3.0, 3.0), at(1.0, 3.0)]);
        assert_eq!(square.span_of(at(0.0, 2.0), at(4.0, 2.0)), Some((0.25, 0.75)));
        assert_eq!(square.span_of(at(2.0, 2.0), at(2.0, 7.0)), Some((0.0, 0.2)));
        // Along a diagonal from corner to corner, and past the corner without touching.
        assert_eq!(square.span_of(at(0.0, 0.0), at(4.0, 4.0)), Some((0.25, 0.75)));
        assert_eq!(square.span_of(at(0.0, 1.5), at(1.5, 0.0)), None);
        assert_eq!(square.span_of(at(0.0, 4.0), at(4.0, 4.0)), None);
    }

    proptest! {
        /// Against the general-purpose library geo: what lies under no sheet, and that nothing is lost.
        #[test]
        fn layers_agree_with_geo(sheets in prop::collection::vec(triangle(), 0..4)) {
            let ground = Convex::rectangle(DVec2::new(-40.0, -30.0), DVec2::new(40.0, 30.0));
            let parts = layers(&ground, &sheets);
            let total: f64 = parts.iter().map(|(part, _)| part.area()).sum();
            prop_assert!((total - ground.area()).abs() < 1e-3);
            let bare: f64 = parts.iter().filter(|(_, count)| *count == 0).map(|(part, _)| part.area()).sum();
            let mut left = geo::MultiPolygon::new(vec![to_geo(&ground)]);
            for sheet in &sheets {
                left = left.difference(&to_geo(sheet));
            }
            prop_assert!((bare - left.unsigned_area()).abs() < 1e-3, "{bare} {}", left.unsigned_area());
        }
    }
}
