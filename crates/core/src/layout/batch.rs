//! The parts of several bags on as few sheets as can be, with a lower bound on how few there can be.
//!
//! A few parts are packed exactly. For many, whole patterns of a sheet are weighed against each other by linear
//! programming, new patterns being found as they are worth it (column generation: Gilmore & Gomory, 1961 and 1965); its
//! value, rounded up, is a lower bound on every way of cutting from edge to edge (also before the last pattern is found:
//! Farley, 1990). Whole sheets are then taken from the best mixture, and what is left is packed greedily or exactly. All from
//! memory.

use super::exact::{self, area};
use super::guillotine::{Lyings, Tree, corner, only, sheet, tidy};
use super::pattern::Patterns;
use super::{Part, Rectangle, SheetCut, together};
use crate::Length;
use microlp::{ComparisonOp, OptimizationDirection, Problem, Variable};

/// A part and how many of it are wanted.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Wanted {
    /// Its width.
    pub width: Length,
    /// Its height.
    pub height: Length,
    /// True if it may be laid either way round.
    pub may_turn: bool,
    /// How many.
    pub count: u32,
}

/// Parts laid out on sheets that are all alike.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Batch {
    /// The sheets; parts are given by their place in the list of what was wanted.
    pub sheets: Vec<SheetCut>,
    /// No way of cutting from edge to edge takes fewer sheets than this.
    pub at_least: u32,
    /// Parts that are larger than a sheet, by their place in the list.
    pub too_large: Vec<usize>,
}

/// New patterns are looked for no more often than this.
const ROUNDS: usize = 120;

impl Batch {
    /// Lays out what is wanted on sheets of that width and height.
    pub fn new(wanted: &[Wanted], size: (Length, Length)) -> Self {
        let ways = |part: &Wanted| -> Lyings {
            let turned = part.may_turn && part.width != part.height;
            let ways = [(part.width, part.height), (part.height, part.width)];
            let ways = ways.into_iter().take(if turned { 2 } else { 1 });
            ways.filter(|way| way.0 <= size.0 && way.1 <= size.1).collect()
        };
        let all: Vec<Lyings> = wanted.iter().map(ways).collect();
        let too_large = (0..wanted.len()).filter(|part| all[*part].is_empty()).collect();
        // Parts of one size are one kind; which is which does not matter until they are handed out.
        let mut kinds: Vec<(Lyings, Vec<usize>)> = Vec::new();
        for (part, ways) in all.into_iter().enumerate().filter(|(_, ways)| !ways.is_empty()) {
            let copies = std::iter::repeat_n(part, wanted[part].count as usize);
            match kinds.iter_mut().find(|kind| kind.0 == ways) {
                Some(kind) => kind.1.extend(copies),
                None => kinds.push((ways, copies.collect())),
            }
        }
        kinds.retain(|kind| !kind.1.is_empty());
        let parts: Vec<Lyings> = kinds.iter().map(|kind| kind.0.clone()).collect();
        let counts: Vec<usize> = kinds.iter().map(|kind| kind.1.len()).collect();
        let (mut sheets, at_least) = solve(&parts, &counts, size);
        for placed in sheets.iter_mut().flat_map(|sheet| &mut sheet.placed) {
            if let Part::Piece(kind) = placed.part
                && let Some(part) = kinds[kind].1.pop()
            {
                placed.part = Part::Piece(part);
            }
        }
        Self { sheets: together(sheets), at_least, too_large }
    }

    /// How many sheets it takes.
    pub fn sheet_count(&self) -> u32 {
        self.sheets.iter().map(|sheet| sheet.times).sum()
    }
}

/// The sheets one by one, and the lower bound.
fn solve(parts: &[Lyings], counts: &[usize], size: (Length, Length)) -> (Vec<SheetCut>, u32) {
    let total: usize = counts.iter().sum();
    if total == 0 {
        return (Vec::new(), 0);
    }
    if total <= exact::MOST {
        let sheets = exactly(parts, counts, size);
        let at_least = sheets.len() as u32;
        return (sheets, at_least);
    }
    let mut columns = Columns::new(parts, counts, size);
    let at_least = columns.generate();
    let mut sheets = Vec::new();
    let mut left = counts.to_vec();
    for (column, times) in columns.mixture() {
        for _ in 0..times {
            sheets.push(taken(&columns.list[column].tree, &mut left, size));
        }
    }
    while left.iter().sum::<usize>() > exact::MOST {
        let best = columns.list.iter().map(|column| taken(&column.tree, &mut left.clone(), size));
        let greedy = greedily(parts, &mut left.clone(), size);
        let used = |sheet: &SheetCut| sheet.placed.iter().map(|placed| placed.space.area()).sum::<i128>();
        let Some(best) = best.chain([greedy]).max_by_key(used) else { break };
        for placed in &best.placed {
            if let Part::Piece(kind) = placed.part {
                left[kind] -= 1;
            }
        }
        let mut best = best;
        fill(parts, &mut left, &mut best);
        sheets.push(best);
    }
    // What is left may still find room on the sheets there are.
    for sheet in &mut sheets {
        fill(parts, &mut left, sheet);
    }
    sheets.extend(exactly(parts, &left, size));
    (sheets, at_least)
}

fn exactly(parts: &[Lyings], counts: &[usize], size: (Length, Length)) -> Vec<SheetCut> {
    let kinds: Vec<usize> =
        counts.iter().enumerate().flat_map(|(kind, count)| std::iter::repeat_n(kind, *count)).collect();
    let singles: Vec<Lyings> = kinds.iter().map(|kind| parts[*kind].clone()).collect();
    let mut sheets: Vec<SheetCut> =
        exact::pack(&singles, size).into_iter().map(|tree| sheet(&tidy(tree, size), size)).collect();
    for placed in sheets.iter_mut().flat_map(|sheet| &mut sheet.placed) {
        if let Part::Piece(single) = placed.part {
            placed.part = Part::Piece(kinds[single]);
        }
    }
    sheets
}

/// A pattern with only as many parts as are still wanted.
fn taken(tree: &Tree, left: &mut [usize], size: (Length, Length)) -> SheetCut {
    let kept = only(tree, &mut |kind: usize| {
        let wanted = left[kind] > 0;
        if wanted {
            left[kind] -= 1;
        }
        wanted
    });
    sheet(&tidy(kept, size), size)
}

/// One sheet filled with the largest parts first.
fn greedily(parts: &[Lyings], left: &mut [usize], size: (Length, Length)) -> SheetCut {
    let mut one = sheet(&Tree::Waste, size);
    fill(parts, left, &mut one);
    one
}

/// Lays parts into what a sheet has left over, largest first, each into the snuggest place.
fn fill(parts: &[Lyings], left: &mut [usize], sheet: &mut SheetCut) {
    let mut order: Vec<usize> = (0..parts.len()).collect();
    order.sort_by_key(|kind| -area(parts[*kind][0]));
    for kind in order {
        while left[kind] > 0 {
            let places = sheet.offcuts.iter().enumerate().flat_map(|(at, space)| {
                let fits = move |way: &&(Length, Length)| way.0 <= space.width && way.1 <= space.height;
                parts[kind].iter().filter(fits).map(move |way| (space.area(), at, *way))
            });
            let Some((_, at, way)) = places.min_by_key(|place| place.0) else { break };
            let space: Rectangle = sheet.offcuts.swap_remove(at);
            corner(Part::Piece(kind), way, space, sheet);
            left[kind] -= 1;
        }
    }
}

/// A pattern of a sheet, and how many of each kind it has.
struct Column {
    tree: Tree,
    counts: Vec<u32>,
}

struct Columns<'a> {
    patterns: Patterns<'a>,
    counts: &'a [usize],
    size: (Length, Length),
    total: i128,
    list: Vec<Column>,
}

impl<'a> Columns<'a> {
    fn new(parts: &'a [Lyings], counts: &'a [usize], size: (Length, Length)) -> Self {
        let patterns = Patterns::new(parts, size);
        let each = parts.iter().zip(counts).map(|(ways, count)| area(ways[0]) * *count as i128);
        let mut columns = Self { patterns, counts, size, total: each.sum(), list: Vec::new() };
        for kind in 0..counts.len() {
            let mut values = vec![0.0; counts.len()];
            values[kind] = 1.0;
            columns.price(&values);
        }
        columns
    }

    /// Adds the pattern of greatest value and gives back that value.
    fn price(&mut self, values: &[f64]) -> f64 {
        let (value, tree) = self.patterns.best(values);
        let mut counts = vec![0; self.counts.len()];
        only(&tree, &mut |kind: usize| {
            counts[kind] += 1;
            true
        });
        if counts.iter().any(|count| *count > 0) {
            self.list.push(Column { tree, counts });
        }
        value
    }

    /// Finds patterns until none is worth more than a sheet; gives back the lower bound.
    fn generate(&mut self) -> u32 {
        let mut least = self.by_area();
        // The dual: how much of a sheet every part is worth, so that no pattern is worth more than one.
        let mut problem = Problem::new(OptimizationDirection::Maximize);
        let prices: Vec<Variable> =
            self.counts.iter().map(|count| problem.add_var(*count as f64, (0.0, 1.0))).collect();
        let row = |column: &Column| -> Vec<(Variable, f64)> {
            prices.iter().zip(&column.counts).map(|(price, count)| (*price, f64::from(*count))).collect()
        };
        for column in &self.list {
            problem.add_constraint(row(column), ComparisonOp::Le, 1.0);
        }
        for _ in 0..ROUNDS {
            let Ok(outcome) = problem.solve() else { break };
            let Some(solution) = outcome.solution() else { break };
            let values: Vec<f64> = prices.iter().map(|price| solution.var_value(*price).max(0.0)).collect();
            let worth: f64 = values.iter().zip(self.counts).map(|(value, count)| value * *count as f64).sum();
            let before = self.list.len();
            let best = self.price(&values);
            if !self.patterns.coarse {
                least = least.max((worth / best.max(1.0) - 1e-6).ceil() as u32);
            }
            if best <= 1.0 + 1e-7 || self.list.len() == before {
                break;
            }
            let Some(column) = self.list.last() else { break };
            problem.add_constraint(row(column), ComparisonOp::Le, 1.0);
        }
        least
    }

    /// No fewer sheets than there is paper in the parts.
    fn by_area(&self) -> u32 {
        let one = area(self.size);
        u32::try_from((self.total + one - 1) / one).unwrap_or(u32::MAX)
    }

    /// How often every pattern is cut whole in the best mixture.
    fn mixture(&self) -> Vec<(usize, usize)> {
        let mut problem = Problem::new(OptimizationDirection::Minimize);
        let times: Vec<Variable> =
            self.list.iter().map(|_| problem.add_var(1.0, (0.0, f64::INFINITY))).collect();
        for (kind, count) in self.counts.iter().enumerate() {
            let row: Vec<(Variable, f64)> = times
                .iter()
                .zip(&self.list)
                .filter(|(_, column)| column.counts[kind] > 0)
                .map(|(times, column)| (*times, f64::from(column.counts[kind])))
                .collect();
            problem.add_constraint(row, ComparisonOp::Ge, *count as f64);
        }
        let Ok(outcome) = problem.solve() else { return Vec::new() };
        let Some(solution) = outcome.solution() else { return Vec::new() };
        let whole = |(column, times): (usize, &Variable)| {
            (column, (solution.var_value(*times) + 1e-6).floor() as usize)
        };
        times.iter().enumerate().map(whole).filter(|(_, times)| *times > 0).collect()
    }
}

#[cfg(test)]
mod tests;
