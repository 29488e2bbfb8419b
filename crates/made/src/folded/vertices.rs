//! Vertices inside the paper that have to fold flat.
//!
//! Kawasaki–Justin: at an interior vertex of a flat fold the alternate angles sum to 180°. Maekawa–Justin: mountains
//! and valleys differ by two. Both as stated in Demaine & O'Rourke, *Geometric Folding Algorithms*, 2007, ch. 12.

use crate::net::{Blank, Fold};
use crate::plane::Point;

/// A point inside the paper where folded creases meet.
#[derive(Clone, Debug, PartialEq)]
pub struct Vertex {
    /// Where it lies on the blank.
    pub at: Point,
    /// The creases that leave it, anticlockwise: direction in degrees from the right, and fold.
    pub creases: Vec<(f64, Fold)>,
}

impl Vertex {
    /// Angles between neighbouring creases, in degrees, all round.
    pub fn sectors(&self) -> Vec<f64> {
        let count = self.creases.len();
        (0..count)
            .map(|index| {
                let gap = self.creases[(index + 1) % count].0 - self.creases[index].0;
                if gap <= 0.0 { gap + 360.0 } else { gap }
            })
            .collect()
    }

    /// How far, in degrees, the alternate angles are from summing to 180°. A vertex with an odd number of creases
    /// cannot fold flat at all: then it is 360°.
    pub fn kawasaki_error(&self) -> f64 {
        if !self.creases.len().is_multiple_of(2) {
            return 360.0;
        }
        let every_other: f64 = self.sectors().iter().step_by(2).sum();
        (every_other - 180.0).abs()
    }

    /// Mountains less valleys.
    pub fn maekawa(&self) -> i64 {
        let count = |fold| self.creases.iter().filter(|(_, own)| *own == fold).count() as i64;
        count(Fold::Mountain) - count(Fold::Valley)
    }

    /// True if both hold.
    pub fn folds_flat(&self) -> bool {
        self.kawasaki_error() < 1e-3 && self.maekawa().abs() == 2
    }
}

/// Every vertex inside a blank at which creases that fold meet; not those on its edge or on a slit.
pub fn vertices(blank: &Blank) -> Vec<Vertex> {
    let folded = || blank.creases.iter().filter(|crease| crease.folds());
    let mut ends: Vec<Point> = folded().flat_map(|crease| [crease.from, crease.to]).collect();
    ends.sort();
    ends.dedup();
    let count = blank.outline.len();
    let edge = || (0..count).map(|index| (blank.outline[index], blank.outline[(index + 1) % count]));
    let on_edge = |point: Point| {
        edge().any(|(from, to)| crate::exact::lies_on(point, from, to))
            || blank.cuts.iter().any(|cut| crate::exact::lies_on(point, cut.from, cut.to))
    };
    ends.into_iter()
        .filter(|point| !on_edge(*point))
        .map(|at| {
            let mut creases: Vec<(f64, Fold)> = folded()
                .flat_map(|crease| {
                    [(crease.from, crease.to, crease.fold), (crease.to, crease.from, crease.fold)]
                })
                .filter_map(|(from, to, fold)| leaving(at, from, to).map(|direction| (direction, fold)))
                .collect();
            creases.sort_by(|a, b| a.0.total_cmp(&b.0));
            Vertex { at, creases }
        })
        .collect()
}

/// The direction in which a line leaves `at` towards `to`, if `at` lies on it and is not its end.
fn leaving(at: Point, from: Point, to: Point) -> Option<f64> {
    if at == to || !crate::exact::lies_on(at, from, to) {
        return None;
    }
    let (x, y) = ((to.x - at.x).mm(), (to.y - at.y).mm());
    Some(y.atan2(x).to_degrees())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use rstest::rstest;

    fn vertex(creases: &[(f64, Fold)]) -> Vertex {
        Vertex { at: Point::new(Length::ZERO, Length::ZERO), creases: creases.to_vec() }
    }

    use Fold::{Mountain as M, Valley as V};

    /// Vertices worked out by hand from the two theorems.
    #[rstest]
    #[case::quarter_fold(&[(0.0, M), (90.0, M), (180.0, M), (-90.0, V)], true)]
    #[case::apex_of_a_gusset(&[(-135.0, V), (-45.0, V), (0.0, M), (90.0, V)], true)]
    #[case::too_many_valleys(&[(0.0, M), (90.0, M), (180.0, V), (-90.0, V)], false)]
    #[case::angles_out(&[(0.0, M), (80.0, M), (180.0, M), (-90.0, V)], false)]
    #[case::pinched_only(&[(-135.0, V), (-45.0, V), (90.0, V)], false)]
    fn known_vertices(#[case] creases: &[(f64, Fold)], #[case] folds: bool) {
        let mut creases = creases.to_vec();
        creases.sort_by(|a, b| a.0.total_cmp(&b.0));
        assert_eq!(vertex(&creases).folds_flat(), folds);
    }
}
