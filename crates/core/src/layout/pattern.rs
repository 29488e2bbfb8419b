//! The most valuable way to cut up one sheet, every part as often as one likes.
//!
//! Dynamic programming over the rectangles whose sides are sums of parts (Gilmore & Gomory, "Multistage cutting stock
//! problems of two and more dimensions", 1965; the recursion for cuts from edge to edge as in Beasley, 1985; from memory).

use super::Blade;
use super::guillotine::{Lyings, Tree, tidy};
use crate::Length;

/// Work for one pattern grows with both sides and their sum; above this the parts are laid on a coarser grid.
const MOST_WORK: usize = 2_500_000;

/// Parts and a sheet, prepared so that patterns for many sets of values can be asked for.
pub(super) struct Patterns<'a> {
    /// The sizes each part may be laid in.
    parts: &'a [Lyings],
    /// Sums of widths, from zero to the sheet's width.
    xs: Vec<Length>,
    /// Sums of heights.
    ys: Vec<Length>,
    /// What the grid rounds parts up to; nothing if it holds every sum.
    pub coarse: bool,
}

#[derive(Clone, Copy)]
enum Choice {
    Waste,
    Part(usize, usize),
    Cut(Blade, usize),
}

impl<'a> Patterns<'a> {
    pub fn new(parts: &'a [Lyings], sheet: (Length, Length)) -> Self {
        let of = |side: fn(&(Length, Length)) -> Length| -> Vec<Length> {
            let mut lengths: Vec<Length> = parts.iter().flatten().map(side).collect();
            lengths.sort();
            lengths.dedup();
            lengths
        };
        let (xs, ys) = (sums(&of(|size| size.0), sheet.0), sums(&of(|size| size.1), sheet.1));
        let work = |xs: &[Length], ys: &[Length]| xs.len() * ys.len() * (xs.len() + ys.len()) / 4;
        if work(&xs, &ys) <= MOST_WORK {
            return Self { parts, xs, ys, coarse: false };
        }
        let (xs, ys) = (thinned(xs, 150), thinned(ys, 150));
        Self { parts, xs, ys, coarse: true }
    }

    /// The pattern of greatest value, and its value.
    pub fn best(&self, values: &[f64]) -> (f64, Tree) {
        let (nx, ny) = (self.xs.len(), self.ys.len());
        let mut value = vec![0.0_f64; nx * ny];
        let mut choice = vec![Choice::Waste; nx * ny];
        // A part is worth its value wherever it fits; the recursion carries it on to larger rectangles.
        for (part, sizes) in self.parts.iter().enumerate() {
            for (way, (width, height)) in sizes.iter().enumerate() {
                let (x, y) = (up(&self.xs, *width), up(&self.ys, *height));
                if let (Some(x), Some(y)) = (x, y)
                    && values[part] > value[x * ny + y]
                {
                    value[x * ny + y] = values[part];
                    choice[x * ny + y] = Choice::Part(part, way);
                }
            }
        }
        let rest = |points: &[Length]| -> Vec<Vec<usize>> {
            (0..points.len())
                .map(|whole| (0..=whole).map(|cut| down(points, points[whole] - points[cut])).collect())
                .collect()
        };
        let (rest_x, rest_y) = (rest(&self.xs), rest(&self.ys));
        for x in 0..nx {
            for y in 0..ny {
                let here = x * ny + y;
                // The same as a slightly smaller rectangle, if nothing better is found.
                for (before, blade, at) in [
                    (x.checked_sub(1).map(|x| x * ny + y), Blade::Upright, x.saturating_sub(1)),
                    (y.checked_sub(1).map(|y| x * ny + y), Blade::Level, y.saturating_sub(1)),
                ] {
                    if let Some(before) = before
                        && value[before] > value[here]
                    {
                        value[here] = value[before];
                        choice[here] = Choice::Cut(blade, at);
                    }
                }
                for cut in 1..x {
                    if self.xs[cut] * 2 > self.xs[x] {
                        break;
                    }
                    let sum = value[cut * ny + y] + value[rest_x[x][cut] * ny + y];
                    if sum > value[here] + 1e-12 {
                        value[here] = sum;
                        choice[here] = Choice::Cut(Blade::Upright, cut);
                    }
                }
                for cut in 1..y {
                    if self.ys[cut] * 2 > self.ys[y] {
                        break;
                    }
                    let sum = value[x * ny + cut] + value[x * ny + rest_y[y][cut]];
                    if sum > value[here] + 1e-12 {
                        value[here] = sum;
                        choice[here] = Choice::Cut(Blade::Level, cut);
                    }
                }
            }
        }
        let whole = (nx - 1, ny - 1);
        let size = (self.xs[nx - 1], self.ys[ny - 1]);
        let tree = tidy(self.tree(&choice, whole, size), size);
        (value[nx * ny - 1], tree)
    }

    /// The tree of a rectangle of a size, by the choices for the grid's rectangle within it.
    fn tree(&self, choice: &[Choice], at: (usize, usize), size: (Length, Length)) -> Tree {
        match choice[at.0 * self.ys.len() + at.1] {
            Choice::Waste => Tree::Waste,
            Choice::Part(part, way) => Tree::Part(part, self.parts[part][way]),
            Choice::Cut(blade, cut) => {
                let (points, whole) = match blade {
                    Blade::Upright => (&self.xs, size.0),
                    Blade::Level => (&self.ys, size.1),
                };
                let first = points[cut];
                let second = down(points, whole - first);
                let (one, two) = match blade {
                    Blade::Upright => {
                        (((cut, at.1), (first, size.1)), ((second, at.1), (whole - first, size.1)))
                    }
                    Blade::Level => {
                        (((at.0, cut), (size.0, first)), ((at.0, second), (size.0, whole - first)))
                    }
                };
                let (one, two) = (self.tree(choice, one.0, one.1), self.tree(choice, two.0, two.1));
                Tree::Cut(blade, first, Box::new((one, two)))
            }
        }
    }
}

/// Every sum of the lengths up to the limit, and the limit itself.
fn sums(lengths: &[Length], limit: Length) -> Vec<Length> {
    let mut reached = vec![Length::ZERO];
    let mut next = 0;
    while next < reached.len() {
        let here = reached[next];
        for length in lengths {
            let sum = here + *length;
            if sum > limit {
                break;
            }
            if let Err(place) = reached.binary_search(&sum) {
                reached.insert(place, sum);
            }
        }
        next += 1;
        if reached.len() > 4_000 {
            break;
        }
    }
    if reached.last() != Some(&limit) {
        reached.push(limit);
    }
    reached
}

/// Some of the points, the first and the last among them.
fn thinned(points: Vec<Length>, most: usize) -> Vec<Length> {
    if points.len() <= most {
        return points;
    }
    let last = points.len() - 1;
    let mut kept: Vec<Length> = (0..most).map(|n| points[n * last / (most - 1)]).collect();
    kept.dedup();
    kept
}

/// The first point that is no shorter.
fn up(points: &[Length], length: Length) -> Option<usize> {
    let place = points.partition_point(|point| *point < length);
    (place < points.len()).then_some(place)
}

/// The last point that is no longer.
fn down(points: &[Length], length: Length) -> usize {
    points.partition_point(|point| *point <= length).saturating_sub(1)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn count(tree: &Tree) -> usize {
        match tree {
            Tree::Waste => 0,
            Tree::Part(..) => 1,
            Tree::Cut(_, _, parts) => count(&parts.0) + count(&parts.1),
        }
    }

    fn inches(width: i64, height: i64) -> (Length, Length) {
        (Length::inches(width), Length::inches(height))
    }

    #[rstest]
    // Four quarters; two rows of three.
    #[case(&[(6, 6)], 4)]
    #[case(&[(4, 6)], 6)]
    // 5 × 7 in 12 × 12: two side by side and one turned above them; four only as a pinwheel, which no trimmer cuts.
    #[case(&[(5, 7), (7, 5)], 3)]
    // A part that just does not fit twice.
    #[case(&[(7, 7)], 1)]
    fn the_most_of_one_part(#[case] sizes: &[(i64, i64)], #[case] most: usize) {
        let parts = vec![sizes.iter().map(|size| inches(size.0, size.1)).collect::<Lyings>()];
        let patterns = Patterns::new(&parts, inches(12, 12));
        let (value, tree) = patterns.best(&[1.0]);
        assert!(!patterns.coarse);
        assert_eq!((value.round() as usize, count(&tree)), (most, most));
    }

    #[test]
    fn the_more_valuable_mixture_wins() {
        // An 8 × 12 leaves room for three 4 × 4; nine 4 × 4 are worth less if the large one is worth seven of them.
        let parts = vec![vec![inches(8, 12)], vec![inches(4, 4)]];
        let patterns = Patterns::new(&parts, inches(12, 12));
        let (value, tree) = patterns.best(&[7.0, 1.0]);
        assert_eq!((value.round() as i64, count(&tree)), (10, 4));
        let (value, tree) = patterns.best(&[5.0, 1.0]);
        assert_eq!((value.round() as i64, count(&tree)), (9, 9));
    }

    #[test]
    fn points_are_all_sums_up_to_the_limit() {
        let inches = |all: &[i64]| all.iter().map(|n| Length::inches(*n)).collect::<Vec<_>>();
        assert_eq!(sums(&inches(&[4, 5]), Length::inches(12)), inches(&[0, 4, 5, 8, 9, 10, 12]));
        assert_eq!(sums(&inches(&[7]), Length::inches(12)), inches(&[0, 7, 12]));
        let thin = thinned(sums(&inches(&[1]), Length::inches(12)), 5);
        assert_eq!(
            (thin.len(), thin.first(), thin.last()),
            (5, Some(&Length::ZERO), Some(&Length::inches(12)))
        );
    }
}
