//! The most valuable way to cut up one sheet, every part as often as one likes.
//!
//! Dynamic programming over the rectangles whose sides are sums of parts (Gilmore & Gomory, "Multistage cutting stock
//! problems of two and more dimensions", 1965; the recursion for cuts from edge to edge as in Beasley, 1985; from memory).

use super::Blade;
use super::guillotine::{Lyings, Tree, tidy};
use crate::Length;
use crate::plane::Size;

/// Work for one cutting pattern grows with both sides and their sum; above this the parts are laid on a coarser grid.
const MOST_WORK: u64 = 2_500_000;

/// Parts and a sheet, prepared so that cutting patterns for many sets of values can be asked for.
pub(super) struct CuttingPatterns<'a> {
    sheet: Size,
    /// The sizes each part may be laid in.
    parts: &'a [Lyings],
    /// Sums of widths, from zero to the sheet's width.
    xs: Points,
    /// Sums of heights.
    ys: Points,
    /// What the grid rounds parts up to; nothing if it holds every sum.
    pub coarse: bool,
}

impl<'a> CuttingPatterns<'a> {
    /// Finds where cuts may lie: every sum of sides, or the points of a coarser grid if those are too many.
    pub fn new(parts: &'a [Lyings], sheet: Size) -> Self {
        let of = |side: fn(&Size) -> Length| -> Vec<Length> {
            let mut lengths: Vec<Length> = parts.iter().flatten().map(side).collect();
            lengths.sort();
            lengths.dedup();
            lengths
        };
        let (xs, ys) =
            (sums(&of(|size| size.width), sheet.width), sums(&of(|size| size.height), sheet.height));
        if work(xs.len(), ys.len()) <= MOST_WORK {
            return Self { parts, sheet, xs: Points::new(xs), ys: Points::new(ys), coarse: false };
        }
        let (xs, ys) = (Points::new(thinned(xs, 150)), Points::new(thinned(ys, 150)));
        Self { parts, sheet, xs, ys, coarse: true }
    }

    /// About how many steps one cutting pattern takes.
    pub fn work(&self) -> u64 {
        work(self.xs.at.len(), self.ys.at.len())
    }

    /// A cutting pattern of one part alone, as often as it is wanted and fits, in rows all alike.
    pub fn only_of(&self, part: usize, wanted: usize) -> Tree {
        let wanted = i64::try_from(wanted).unwrap_or(i64::MAX);
        let along = |whole: Length, one: Length| whole.units() / one.units().max(1);
        let most = |way: &&Size| {
            (along(self.sheet.width, way.width).min(wanted))
                * (along(self.sheet.height, way.height)).min(wanted)
        };
        let Some(way) = self.parts[part].iter().max_by_key(most) else { return Tree::Waste };
        let across = along(self.sheet.width, way.width).min(wanted);
        let up = along(self.sheet.height, way.height).min((wanted + across - 1) / across.max(1));
        // The last row may be short.
        let row = |row: i64| {
            let count = across.min(wanted - row * across);
            stack(Blade::Vertical, way.width, count, &|_| Tree::Part(part, *way))
        };
        tidy(stack(Blade::Horizontal, way.height, up, &row), self.sheet)
    }

    /// The cutting pattern of greatest value, and its value (the sum of `values`, one a part, over its parts).
    pub fn best(&self, values: &[f64]) -> (f64, Tree) {
        let (nx, ny) = (self.xs.at.len(), self.ys.at.len());
        // A part is worth its value wherever it fits; the recursion carries it on to larger rectangles.
        let mut alone = vec![0.0_f64; nx * ny];
        let mut which: Vec<Option<(usize, usize)>> = vec![None; nx * ny];
        for (part, sizes) in self.parts.iter().enumerate() {
            for (way, size) in sizes.iter().enumerate() {
                if let (Some(x), Some(y)) = (self.xs.up(size.width), self.ys.up(size.height))
                    && values[part] > alone[x * ny + y]
                {
                    alone[x * ny + y] = values[part];
                    which[x * ny + y] = Some((part, way));
                }
            }
        }
        let mut best = alone;
        for x in 1..nx {
            let (before, row) = best.split_at_mut(x * ny);
            let row = &mut row[..ny];
            let of = |x: usize| &before[x * ny..(x + 1) * ny];
            // The same as a slightly narrower rectangle, if nothing better is found; or cut in two side by side.
            raise(row, of(x - 1));
            for (cut, rest) in self.xs.halves(x) {
                raise_by_sum(row, of(cut), of(rest));
            }
            for y in 1..ny {
                let mut most = row[y].max(row[y - 1]);
                for (cut, rest) in self.ys.halves(y) {
                    most = most.max(row[cut] + row[rest]);
                }
                row[y] = most;
            }
        }
        let size = Size::new(self.xs.last(), self.ys.last());
        let table = Table { best: &best, which: &which, values };
        let tree = tidy(self.tree(&table, (nx - 1, ny - 1), size), size);
        (best[nx * ny - 1], tree)
    }

    /// The tree of a rectangle of a size, by what the grid's rectangle within it is worth.
    fn tree(&self, table: &Table<'_>, at: (usize, usize), size: Size) -> Tree {
        let ny = self.ys.at.len();
        let worth = |x: usize, y: usize| table.best[x * ny + y];
        let (x, y) = at;
        let whole = worth(x, y);
        if x == 0 || y == 0 || whole <= 1e-12 {
            return Tree::Waste;
        }
        let is_all = |sum: f64| sum >= whole - 1e-12;
        if is_all(worth(x - 1, y)) {
            return self.tree(table, (x - 1, y), size);
        }
        if is_all(worth(x, y - 1)) {
            return self.tree(table, (x, y - 1), size);
        }
        if let Some((part, way)) = table.which[x * ny + y].filter(|(part, _)| is_all(table.values[*part])) {
            return Tree::Part(part, self.parts[part][way]);
        }
        let halved = |blade: Blade, first: Length, one: (usize, usize), two: (usize, usize)| {
            let sizes = match blade {
                Blade::Vertical => {
                    [Size::new(first, size.height), Size::new(size.width - first, size.height)]
                }
                Blade::Horizontal => {
                    [Size::new(size.width, first), Size::new(size.width, size.height - first)]
                }
            };
            let both = (self.tree(table, one, sizes[0]), self.tree(table, two, sizes[1]));
            Tree::Cut(blade, first, Box::new(both))
        };
        for (cut, rest) in self.xs.halves(x) {
            if is_all(worth(cut, y) + worth(rest, y)) {
                return halved(Blade::Vertical, self.xs.at[cut], (cut, y), (rest, y));
            }
        }
        for (cut, rest) in self.ys.halves(y) {
            if is_all(worth(x, cut) + worth(x, rest)) {
                return halved(Blade::Horizontal, self.ys.at[cut], (x, cut), (x, rest));
            }
        }
        Tree::Waste
    }
}

/// What every rectangle of the grid is worth, the part that is worth most in it alone, and the values of parts.
struct Table<'a> {
    best: &'a [f64],
    which: &'a [Option<(usize, usize)>],
    values: &'a [f64],
}

/// Where cuts may lie along one side, and for every such length the ways to halve it: the shorter half, and the longest point
/// no longer than the rest.
struct Points {
    at: Vec<Length>,
    halves: Vec<(u16, u16)>,
    /// Where the halves of every point begin, and where the last end.
    begin: Vec<usize>,
}

impl Points {
    fn new(at: Vec<Length>) -> Self {
        let (mut halves, mut begin) = (Vec::new(), vec![0]);
        for (whole, length) in at.iter().enumerate() {
            let shorter = (1..whole).take_while(|cut| at[*cut] * 2 <= *length);
            halves.extend(shorter.map(|cut| (cut as u16, down(&at, *length - at[cut]) as u16)));
            begin.push(halves.len());
        }
        Self { at, halves, begin }
    }

    fn halves(&self, whole: usize) -> impl Iterator<Item = (usize, usize)> {
        let own = &self.halves[self.begin[whole]..self.begin[whole + 1]];
        own.iter().map(|(cut, rest)| (usize::from(*cut), usize::from(*rest)))
    }

    /// The first point that is no shorter.
    fn up(&self, length: Length) -> Option<usize> {
        let place = self.at.partition_point(|point| *point < length);
        (place < self.at.len()).then_some(place)
    }

    fn last(&self) -> Length {
        self.at.last().copied().unwrap_or(Length::ZERO)
    }
}

/// About how many steps one cutting pattern on a grid takes.
fn work(nx: usize, ny: usize) -> u64 {
    (nx * ny * (nx + ny) / 4) as u64
}

/// Every value raised to the one beside it.
fn raise(row: &mut [f64], other: &[f64]) {
    for (own, other) in row.iter_mut().zip(other) {
        *own = own.max(*other);
    }
}

/// Every value raised to the sum of the two beside it.
fn raise_by_sum(row: &mut [f64], one: &[f64], two: &[f64]) {
    for ((own, one), two) in row.iter_mut().zip(one).zip(two) {
        *own = own.max(one + two);
    }
}

/// So many of the same length, cut off one after the other.
fn stack(blade: Blade, each: Length, count: i64, one: &dyn Fn(i64) -> Tree) -> Tree {
    (0..count).rev().fold(Tree::Waste, |rest, n| Tree::Cut(blade, each, Box::new((one(n), rest))))
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

    fn inches(width: i64, height: i64) -> Size {
        Size::new(Length::inches(width), Length::inches(height))
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
        let patterns = CuttingPatterns::new(&parts, inches(12, 12));
        let (value, tree) = patterns.best(&[1.0]);
        assert!(!patterns.coarse);
        assert_eq!((value.round() as usize, count(&tree)), (most, most));
    }

    /// Of one part alone as many are laid as are wanted, or as many as there is room for in rows: the last row may be short.
    #[rstest]
    // Two across and three up, or three and two.
    #[case(&[(5, 4)], 6)]
    #[case(&[(5, 4), (4, 5)], 6)]
    #[case(&[(3, 3)], 16)]
    #[case(&[(7, 5)], 2)]
    fn as_many_of_one_part_as_are_wanted(#[case] sizes: &[(i64, i64)], #[case] most: usize) {
        let parts = vec![sizes.iter().map(|size| inches(size.0, size.1)).collect::<Lyings>()];
        let patterns = CuttingPatterns::new(&parts, inches(12, 12));
        for wanted in 1..=most + 3 {
            assert_eq!(count(&patterns.only_of(0, wanted)), wanted.min(most), "{wanted} wanted");
        }
    }

    #[test]
    fn the_more_valuable_mixture_wins() {
        // An 8 × 12 leaves room for three 4 × 4; nine 4 × 4 are worth less if the large one is worth seven of them.
        let parts = vec![vec![inches(8, 12)], vec![inches(4, 4)]];
        let patterns = CuttingPatterns::new(&parts, inches(12, 12));
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
