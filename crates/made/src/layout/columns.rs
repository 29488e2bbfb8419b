//! Whole cutting patterns of a sheet weighed against each other by linear programming, new cutting patterns being found as they are worth it
//! (column generation: Gilmore & Gomory, 1961 and 1965; the bound before the last cutting pattern is found: Farley, 1990; from memory).

use super::SheetCut;
use super::cutting_patterns::CuttingPatterns;
use super::greedy::{self, RULES};
use super::guillotine::{Lyings, Tree, only, sheet, tidy};
use crate::budget::Budget;
use crate::plane::Size;
use microlp::{ComparisonOp, OptimizationDirection, Problem, SolveOutcome, Variable};

/// New cutting patterns are looked for no more often than this.
const ROUNDS: usize = 120;

/// A cutting pattern of a sheet, and how many of each kind it has.
struct Column {
    tree: Tree,
    counts: Vec<u32>,
}

/// Parts of several kinds, how many are wanted, and cutting patterns to cut them by.
pub(super) struct Columns<'a> {
    patterns: CuttingPatterns<'a>,
    parts: &'a [Lyings],
    counts: &'a [usize],
    size: Size,
    list: Vec<Column>,
}

impl<'a> Columns<'a> {
    pub(super) fn new(parts: &'a [Lyings], counts: &'a [usize], size: Size) -> Self {
        let mut columns =
            Self { patterns: CuttingPatterns::new(parts, size), parts, counts, size, list: Vec::new() };
        for (kind, count) in counts.iter().enumerate() {
            let tree = columns.patterns.only_of(kind, *count);
            columns.add(tree);
        }
        columns
    }

    fn add(&mut self, tree: Tree) -> bool {
        let mut counts = vec![0; self.counts.len()];
        only(&tree, &mut |kind: usize| {
            counts[kind] += 1;
            true
        });
        let holds = counts.iter().any(|count| *count > 0);
        if holds {
            self.list.push(Column { tree, counts });
        }
        holds
    }

    /// Finds cutting patterns until none is worth more than a sheet, the work is spent, or it is plain that no more than `least` can be
    /// shown; gives back the lower bound.
    pub(super) fn generate(&mut self, least: u32, budget: &Budget<'_>) -> u32 {
        let mut least = least;
        // The dual: how much of a sheet every part is worth, so that no cutting pattern is worth more than one.
        let mut problem = Problem::new(OptimizationDirection::Maximize);
        let prices: Vec<Variable> =
            self.counts.iter().map(|count| problem.add_var(*count as f64, (0.0, 1.0))).collect();
        let row = |column: &Column| -> Vec<(Variable, f64)> {
            let counts = prices.iter().zip(&column.counts).filter(|(_, count)| **count > 0);
            counts.map(|(price, count)| (*price, f64::from(*count))).collect()
        };
        for column in &self.list {
            problem.add_constraint(row(column), ComparisonOp::Le, 1.0);
        }
        // Prices that swing from round to round find few cutting patterns that last, so they are drawn half way to those that have
        // shown the highest bound (smoothing: Wentges, 1997; from memory).
        let counts = self.counts;
        let worth_of = |values: &[f64]| -> f64 {
            values.iter().zip(counts).map(|(value, count)| value * *count as f64).sum()
        };
        let mut centre: Option<(f64, Vec<f64>)> = None;
        let solved =
            |outcome: Result<SolveOutcome, _>| outcome.ok().and_then(|outcome| outcome.into_solution().ok());
        if !budget.spend((self.list.len() * counts.len() * 40) as u64) {
            return least;
        }
        let Some(mut solution) = solved(problem.solve()) else { return least };
        for _ in 0..ROUNDS {
            if !budget.spend((self.list.len() * counts.len() * 4) as u64) {
                break;
            }
            let values: Vec<f64> = prices.iter().map(|price| solution.var_value(*price).max(0.0)).collect();
            let worth = worth_of(&values);
            // One sheet in a hundred more or less is not worth the work.
            let reached = (worth - 1e-6).ceil() as u32;
            if reached <= least + least / 100 {
                break;
            }
            let smooth: Option<Vec<f64>> = centre.as_ref().map(|(_, centre)| {
                centre.iter().zip(&values).map(|(known, new)| (known + new) / 2.0).collect()
            });
            let mut found = None;
            for tried in smooth.into_iter().chain([values.clone()]) {
                if !budget.spend(self.patterns.work()) {
                    return least;
                }
                let (best, tree) = self.patterns.best(&tried);
                let bound = worth_of(&tried) / best.max(1.0);
                if !self.patterns.coarse {
                    least = least.max((bound - 1e-6).ceil() as u32);
                }
                if centre.as_ref().is_none_or(|known| bound > known.0) {
                    centre = Some((bound, tried.iter().map(|value| value / best.max(1.0)).collect()));
                }
                if self.add(tree) {
                    let last = &self.list[self.list.len() - 1];
                    let now: f64 =
                        values.iter().zip(&last.counts).map(|(value, count)| value * f64::from(*count)).sum();
                    if now > 1.0 + 1e-7 {
                        found = Some(row(last));
                        break;
                    }
                    self.list.pop();
                }
            }
            let Some(next) =
                found.and_then(|row| solved(solution.add_constraint(row, ComparisonOp::Le, 1.0)))
            else {
                break;
            };
            solution = next;
        }
        least
    }

    /// Whole sheets of the best mixture of cutting patterns, what is left being mixed anew and again, or laid out by the snuggest place:
    /// the fewest sheets found, if that is no more than `most`.
    pub(super) fn rounded(&self, most: usize, least: u32, budget: &Budget<'_>) -> Option<Vec<SheetCut>> {
        let mut left = self.counts.to_vec();
        let mut sheets: Vec<SheetCut> = Vec::new();
        let mut tries = Vec::new();
        while left.iter().any(|count| *count > 0) && sheets.len() <= most {
            if !budget.spend((self.list.len() * left.len() * 40) as u64) {
                break;
            }
            let mixture = self.mixture(&left);
            let before = sheets.len();
            for (column, times) in &mixture {
                for _ in 0..(times + 1e-6).floor() as usize {
                    sheets.push(self.taken(*column, &mut left));
                }
            }
            if sheets.len() == before {
                // Nothing is wanted a whole time: the one that is wanted most.
                let Some((column, _)) = mixture.into_iter().max_by(|one, other| one.1.total_cmp(&other.1))
                else {
                    break;
                };
                sheets.push(self.taken(column, &mut left));
            }
            // Sheets are only ever added, so how many there were is all that has to be kept of a state.
            tries.push((sheets.len(), left.clone()));
        }
        let (mut best, mut most) = (None, most);
        for (used, left) in tries.iter().rev() {
            for rule in RULES {
                let (mut sheets, mut left) = (sheets[..*used].to_vec(), left.clone());
                let is_one_try = left.iter().all(|count| *count == 0);
                if sheets.len() > most || !budget.spend((sheets.len() * 400) as u64) {
                    break;
                }
                if greedy::lay(self.parts, &mut left, &mut sheets, self.size, rule, most) {
                    let Some(fewer) = sheets.len().checked_sub(1) else { break };
                    (most, best) = (fewer, Some(sheets));
                }
                if most < least as usize {
                    return best;
                }
                if is_one_try {
                    break;
                }
            }
        }
        best
    }

    /// A cutting pattern with only as many parts as are still wanted.
    fn taken(&self, column: usize, left: &mut [usize]) -> SheetCut {
        let kept = only(&self.list[column].tree, &mut |kind: usize| {
            let wanted = left[kind] > 0;
            if wanted {
                left[kind] -= 1;
            }
            wanted
        });
        sheet(&tidy(kept, self.size), self.size)
    }

    /// How often every cutting pattern is cut in the best mixture for what is left, as a broken number.
    fn mixture(&self, left: &[usize]) -> Vec<(usize, f64)> {
        let mut problem = Problem::new(OptimizationDirection::Minimize);
        let times: Vec<Variable> =
            self.list.iter().map(|_| problem.add_var(1.0, (0.0, f64::INFINITY))).collect();
        for (kind, count) in left.iter().enumerate().filter(|(_, count)| **count > 0) {
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
        let mixed = times.iter().enumerate().map(|(column, times)| (column, solution.var_value(*times)));
        mixed.filter(|(_, times)| *times > 1e-6).collect()
    }
}
