//! Exact geometry on the flat paper: areas and sides without rounding, lines and polygons cut off at a span. Polygons in
//! space, in millimetres, are `convex`.

use crate::Length;
use crate::plane::{Point, Span};

/// Twice the area of the triangle `o`, `a`, `b`, in squares of the unit of [`Length::units`]: positive if `b` lies to the left
/// of the way from `o` to `a`, nothing if the three lie on one line.
pub fn cross(o: Point, a: Point, b: Point) -> i128 {
    let wide = |length: Length| i128::from(length.units());
    wide(a.x - o.x) * wide(b.y - o.y) - wide(a.y - o.y) * wide(b.x - o.x)
}

/// True if a point lies on the line between two others, ends included.
pub fn lies_on(point: Point, from: Point, to: Point) -> bool {
    from.x.min(to.x) <= point.x
        && point.x <= from.x.max(to.x)
        && from.y.min(to.y) <= point.y
        && point.y <= from.y.max(to.y)
        && cross(from, to, point) == 0
}

/// Twice the area of a polygon, in squares of the unit of [`Length::units`]: positive if its corners go round anticlockwise.
///
/// ```
/// use wide_fold_asked::{Length, plane::Point};
/// use wide_fold_made::exact::twice_area;
/// let at = |x, y| Point::new(Length::inches(x), Length::inches(y));
/// let inch = i128::from(Length::INCH.units());
/// assert_eq!(twice_area(&[at(0, 0), at(4, 0), at(4, 3)]), 12 * inch * inch);
/// ```
pub fn twice_area(corners: &[Point]) -> i128 {
    let origin = Point::new(Length::ZERO, Length::ZERO);
    sides(corners).map(|(a, b)| cross(origin, a, b)).sum()
}

/// The area of a polygon in square millimetres; positive if its corners go round anticlockwise.
pub fn area_mm2(corners: &[Point]) -> f64 {
    let unit = Length::MM.units() as f64;
    twice_area(corners) as f64 / 2.0 / (unit * unit)
}

/// The sides of a polygon, one after the other.
pub fn sides(corners: &[Point]) -> impl Iterator<Item = (Point, Point)> {
    (0..corners.len()).map(|side| (corners[side], corners[(side + 1) % corners.len()]))
}

/// The part of a line between two heights; none if it only runs along the edge. It keeps its direction.
pub fn clip_between(from: Point, to: Point, y: Span) -> Option<(Point, Point)> {
    if from.y == to.y {
        return (y.from < from.y && from.y < y.to).then_some((from, to));
    }
    let at = |end: Point| {
        let height = end.y.max(y.from).min(y.to);
        Point::new(from.x + (to.x - from.x).scaled(height - from.y, to.y - from.y), height)
    };
    let (from, to) = (at(from), at(to));
    (from.y != to.y).then_some((from, to))
}

/// The part of a line inside a rectangle; none if it only runs along its edge. It keeps its direction.
pub fn clip_inside(from: Point, to: Point, (x, y): (Span, Span)) -> Option<(Point, Point)> {
    let turned = |point: Point| Point::new(point.y, point.x);
    let (from, to) = clip_between(turned(from), turned(to), x)?;
    clip_between(turned(from), turned(to), y)
}

/// A polygon cut off below and above two heights (Sutherland & Hodgman, 1974, from memory).
pub fn polygon_between(corners: &[Point], y: Span) -> Vec<Point> {
    let half = |corners: &[Point], keeps: &dyn Fn(Point) -> bool, edge: Length| {
        let mut kept = Vec::new();
        for (index, here) in corners.iter().enumerate() {
            let before = corners[(index + corners.len() - 1) % corners.len()];
            if keeps(*here) != keeps(before) && here.y != edge && before.y != edge {
                let x = before.x + (here.x - before.x).scaled(edge - before.y, here.y - before.y);
                kept.push(Point::new(x, edge));
            }
            if keeps(*here) {
                kept.push(*here);
            }
        }
        kept
    };
    let above = half(corners, &|point| point.y >= y.from, y.from);
    half(&above, &|point| point.y <= y.to, y.to)
}

#[cfg(test)]
mod tests {
    use super::*;
    use geo::{Area, BooleanOps, Coord, LineString, Polygon};
    use proptest::prelude::*;

    fn at(x: i64, y: i64) -> Point {
        Point::new(Length::eighths(x), Length::eighths(y))
    }

    fn polygon(corners: &[Point]) -> Polygon {
        let ring: Vec<Coord> = corners.iter().map(|p| Coord { x: p.x.mm(), y: p.y.mm() }).collect();
        Polygon::new(LineString::from(ring), Vec::new())
    }

    proptest! {
        /// Against a general-purpose geometry library (crate geo).
        #[test]
        fn areas_are_those_of_a_geometry_library(
            corners in prop::collection::vec((-90_i64..90, -90_i64..90), 3..9),
        ) {
            let corners: Vec<Point> = corners.into_iter().map(|(x, y)| at(x, y)).collect();
            let own = area_mm2(&corners);
            prop_assert!((own - polygon(&corners).signed_area()).abs() < 1e-6 * own.abs().max(1.0));
        }

        /// What is cut off and what is kept are the whole, as a geometry library has it.
        #[test]
        fn a_polygon_between_two_heights(
            wide in 8_i64..90, tall in 8_i64..90, lean in -40_i64..40, low in -20_i64..60, high in 1_i64..60,
        ) {
            let corners = [at(0, 0), at(wide, 0), at(wide + lean, tall), at(lean, tall)];
            let y = Span::new(Length::eighths(low), Length::eighths(low + high));
            let kept = polygon_between(&corners, y);
            let blank = [at(-200, low), at(200, low), at(200, low + high), at(-200, low + high)];
            let wanted = polygon(&corners).intersection(&polygon(&blank)).unsigned_area();
            prop_assert!((area_mm2(&kept).abs() - wanted).abs() < 1e-3, "{} {wanted}", area_mm2(&kept));
        }

        /// What is kept of a line lies on it and inside, runs the same way, and cannot be longer.
        #[test]
        fn a_line_inside_a_rectangle(
            (x1, y1) in (-60_i64..60, -60_i64..60), (dx, dy) in (-80_i64..80, -80_i64..80),
            wide in 1_i64..40, tall in 1_i64..40,
        ) {
            prop_assume!((dx, dy) != (0, 0));
            let (from, to) = (at(x1 * 8, y1 * 8), at((x1 + dx) * 8, (y1 + dy) * 8));
            let (x, y) = (Span::new(Length::ZERO, Length::inches(wide)), Span::new(Length::ZERO, Length::inches(tall)));
            let inside = |p: Point| x.touches(p.x) && y.touches(p.y);
            match clip_inside(from, to, (x, y)) {
                Some((a, b)) => {
                    prop_assert!(inside(a) && inside(b) && a != b);
                    prop_assert!((b.x - a.x).units().signum() * dx.signum() >= 0);
                    prop_assert!((b.y - a.y).units().signum() * dy.signum() >= 0);
                    // An end that was inside stays where it is.
                    prop_assert!(!inside(from) || a == from);
                    prop_assert!(!inside(to) || b == to);
                }
                // Nothing is kept: the middle of the line, if it is inside, lies on an edge along which the line runs.
                None => {
                    let middle = Point::new((from.x + to.x).half(), (from.y + to.y).half());
                    let strictly = x.from < middle.x && middle.x < x.to && y.from < middle.y && middle.y < y.to;
                    prop_assert!(!strictly);
                }
            }
        }
    }
}
