//! Curves, followed in straight stretches.

use super::NEAR;
use crate::{At, far};
use std::f64::consts::TAU;

/// An arc of a circle.
pub(super) fn arc(centre: At, radius: f64, from: f64, turn: f64) -> Vec<At> {
    ellipse(centre, [radius, 0.0], 1.0, from, turn)
}

/// An arc of an ellipse, by its longer half axis and how long the other is beside it (DXF reference, ELLIPSE).
pub(super) fn ellipse(centre: At, major: At, ratio: f64, from: f64, turn: f64) -> Vec<At> {
    let radius = major[0].hypot(major[1]);
    // A chord of an arc is off by its angle squared × radius / 8.
    let count = (radius * turn * turn / (8.0 * NEAR)).sqrt().clamp(4.0, 600.0).ceil();
    let minor = [-major[1] * ratio, major[0] * ratio];
    let spot = |n: u32| {
        let (sin, cos) = (from + turn * f64::from(n) / count).sin_cos();
        [0, 1].map(|side| centre[side] + major[side] * cos + minor[side] * sin)
    };
    (0..=count as u32).map(spot).collect()
}

/// A polyline whose stretches may be arcs: the bulge is the tangent of a quarter of the angle (DXF reference, group code 42).
pub(super) fn bulged(vertices: &[(At, f64)], closed: bool) -> Vec<At> {
    let Some((first, _)) = vertices.first() else { return Vec::new() };
    let mut points = vec![*first];
    let nexts = vertices.iter().skip(1).chain(closed.then_some(&vertices[0]));
    for ((from, bulge), (to, _)) in vertices.iter().zip(nexts) {
        if *bulge != 0.0 && far(*from, *to) > 1e-9 {
            let angle = 4.0 * bulge.atan();
            let lift = 1.0 / (angle / 2.0).tan();
            let centre = [
                (from[0] + to[0] - (to[1] - from[1]) * lift) / 2.0,
                (from[1] + to[1] + (to[0] - from[0]) * lift) / 2.0,
            ];
            let begin = (from[1] - centre[1]).atan2(from[0] - centre[0]);
            points.extend(arc(centre, far(centre, *from), begin, angle).into_iter().skip(1));
            points.pop();
        }
        points.push(*to);
    }
    points
}

/// The angle from one to the other, anticlockwise, up to once round.
pub(super) fn turn(from: f64, to: f64) -> f64 {
    let turn = (to - from).rem_euclid(TAU);
    if turn < 1e-9 { TAU } else { turn }
}

/// A B-spline, its points weighted or not; nothing if its figures contradict one another.
pub(super) fn spline(degree: usize, knots: &[f64], points: &[At], weights: &[f64]) -> Option<Vec<At>> {
    let fits = (1..=9).contains(&degree)
        && points.len() > degree
        && knots.len() == points.len() + degree + 1
        && (weights.is_empty() || weights.len() == points.len())
        && knots.windows(2).all(|pair| pair[0] <= pair[1])
        && weights.iter().all(|weight| *weight > 0.0);
    let (begin, end) = (*knots.get(degree)?, *knots.get(points.len())?);
    if !fits || end <= begin {
        return None;
    }
    let length: f64 = points.windows(2).map(|pair| far(pair[0], pair[1])).sum();
    let spans = points.len() - degree;
    let count =
        (length * 0.2 / NEAR).sqrt().clamp(4.0 * spans as f64, 600.0 + 8.0 * spans as f64).ceil() as usize;
    Some(
        (0..=count)
            .map(|n| at(degree, knots, points, weights, begin + (end - begin) * n as f64 / count as f64))
            .collect(),
    )
}

/// De Boor's algorithm (1972; from memory), in homogeneous coordinates.
fn at(degree: usize, knots: &[f64], points: &[At], weights: &[f64], t: f64) -> At {
    let span = (degree..points.len() - 1).find(|span| t < knots[span + 1]).unwrap_or(points.len() - 1);
    let weighted = |n: usize| {
        let weight = weights.get(n).copied().unwrap_or(1.0);
        [points[n][0] * weight, points[n][1] * weight, weight]
    };
    let mut own: Vec<[f64; 3]> = (span - degree..=span).map(weighted).collect();
    for round in 1..=degree {
        for n in (round..=degree).rev() {
            let (low, high) = (knots[span - degree + n], knots[span + 1 + n - round]);
            let share = if high > low { (t - low) / (high - low) } else { 0.0 };
            own[n] = [0, 1, 2].map(|side| own[n - 1][side] * (1.0 - share) + own[n][side] * share);
        }
    }
    let [x, y, weight] = own[degree];
    [x / weight, y / weight]
}

/// Follows a Bézier curve in as many straight stretches as it needs.
pub(super) fn bezier(points: &mut Vec<At>, [from, a, b, to]: [At; 4]) {
    let length = far(from, a) + far(a, b) + far(b, to);
    // A quarter of a circle of that length, cut into n chords, is off by length × π / (16 n²) or so.
    let count = (length * 0.2 / NEAR).sqrt().clamp(2.0, 200.0).ceil();
    for n in 1..=count as u32 {
        let t = f64::from(n) / count;
        let s = 1.0 - t;
        points.push([0, 1].map(|i| {
            s * s * s * from[i] + 3.0 * s * s * t * a[i] + 3.0 * s * t * t * b[i] + t * t * t * to[i]
        }));
    }
}

#[cfg(test)]
#[allow(clippy::unwrap_used)] // In a test, a panic is the failure.
mod tests {
    use super::*;

    #[test]
    fn a_spline_of_one_span_is_a_bezier_curve() {
        let points = [[0.0, 0.0], [10.0, 30.0], [40.0, 30.0], [50.0, 0.0]];
        let knots = [0.0, 0.0, 0.0, 0.0, 1.0, 1.0, 1.0, 1.0];
        for n in 0..=20 {
            let (t, s) = (f64::from(n) / 20.0, 1.0 - f64::from(n) / 20.0);
            let known = [0, 1].map(|i| {
                s * s * s * points[0][i]
                    + 3.0 * s * s * t * points[1][i]
                    + 3.0 * s * t * t * points[2][i]
                    + t * t * t * points[3][i]
            });
            assert!(far(at(3, &knots, &points, &[], t), known) < 1e-9);
        }
        assert!(spline(3, &knots[1..], &points, &[]).is_none());
    }

    #[test]
    fn a_weighted_spline_is_a_quarter_of_a_circle() {
        // The middle point of a quadratic quarter circle weighs cos 45° (the standard rational circle).
        let points = [[10.0, 0.0], [10.0, 10.0], [0.0, 10.0]];
        let weights = [1.0, std::f64::consts::FRAC_1_SQRT_2, 1.0];
        let quarter = spline(2, &[0.0, 0.0, 0.0, 1.0, 1.0, 1.0], &points, &weights).unwrap();
        assert!(quarter.iter().all(|spot| (far([0.0, 0.0], *spot) - 10.0).abs() < 1e-9));
    }

    #[test]
    fn an_ellipse_ends_where_it_says() {
        let half = ellipse([1.0, 2.0], [4.0, 0.0], 0.5, 0.0, std::f64::consts::PI);
        assert!(far(half[0], [5.0, 2.0]) < 1e-9 && far(half[half.len() - 1], [-3.0, 2.0]) < 1e-9);
        let top = half.iter().map(|spot| spot[1]).fold(f64::MIN, f64::max);
        assert!((top - 4.0).abs() < 0.01);
    }
}
