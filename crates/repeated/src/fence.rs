//! The fewest settings of a fence at which all lines can be scored.
//!
//! A line of a piece can be set from one edge or from the edge across: 2 from the left is 10 from the right on a piece 12 wide.
//! Of all distances so few are chosen that every line has one of its own among them: a hitting set, as few as there can be. Solved
//! by branching, after distances that do nothing another does not do as well are left out; a set of lines no two of which share a
//! distance is the lower bound (branch and bound for vertex cover; Garey & Johnson, *Computers and Intractability*, 1979, GT1).

use crate::Length;
use crate::budget::Budget;
use std::collections::{BTreeMap, BTreeSet};

/// Distances at which a fence is set.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Settings {
    /// The distances, the shortest first.
    pub at: Vec<Length>,
    /// With fewer settings not every line can be scored.
    pub at_least: usize,
}

/// Chooses settings for lines, each given by the distances at which it can be scored; lines without any are left out.
///
/// ```
/// use wide_fold_asked::Length;
/// use wide_fold_made::budget::Budget;
/// use wide_fold_repeated::fence::settings;
/// let at = |from: i64, across: i64| vec![Length::inches(from), Length::inches(across)];
/// // 2 of 12 and 4 of 6 have 2 in common; 5 of 6 has nothing in common with either.
/// let found = settings(&[at(2, 10), at(4, 2), at(5, 1)], &Budget::of(1000));
/// assert_eq!((found.at, found.at_least), (vec![Length::inches(1), Length::inches(2)], 2));
/// ```
pub fn settings(lines: &[Vec<Length>], budget: &Budget<'_>) -> Settings {
    let all: BTreeSet<Length> = lines.iter().flatten().copied().collect();
    let distances: Vec<Length> = all.into_iter().collect();
    let place: BTreeMap<Length, usize> = distances.iter().enumerate().map(|(n, at)| (*at, n)).collect();
    let sets = lines.iter().map(|line| line.iter().map(|at| place[at]).collect::<BTreeSet<usize>>());
    let sets: BTreeSet<BTreeSet<usize>> = sets.filter(|set| !set.is_empty()).collect();
    let (mut at, mut at_least) = (Vec::new(), 0);
    for part in apart(sets.into_iter().collect()) {
        let (chosen, least) = fewest(part, budget);
        at.extend(chosen.into_iter().map(|n| distances[n]));
        at_least += least;
    }
    at.sort_unstable();
    Settings { at, at_least }
}

type Lines = Vec<BTreeSet<usize>>;

/// Lines that have distances in common, directly or by way of others, each lot by itself.
fn apart(lines: Lines) -> Vec<Lines> {
    let mut lots: Vec<(BTreeSet<usize>, Lines)> = Vec::new();
    for line in lines {
        let (touching, mut rest): (Vec<_>, Vec<_>) =
            lots.into_iter().partition(|(all, _)| !all.is_disjoint(&line));
        let mut own = (line.clone(), vec![line]);
        for (all, lines) in touching {
            own.0.extend(all);
            own.1.extend(lines);
        }
        rest.push(own);
        lots = rest;
    }
    lots.into_iter().map(|(_, lines)| lines).collect()
}

fn fewest(lines: Lines, budget: &Budget<'_>) -> (Vec<usize>, usize) {
    let least = disjoint(&lines);
    let mut best = greedy(&lines);
    let mut search = Search { budget, best: &mut best, cut_short: false };
    search.go(lines, &mut Vec::new());
    let cut_short = search.cut_short;
    let at_least = if cut_short { least } else { best.len() };
    (best, at_least)
}

/// Lines no two of which share a distance: each takes a setting of its own.
fn disjoint(lines: &Lines) -> usize {
    let mut used: BTreeSet<usize> = BTreeSet::new();
    let mut sorted: Vec<&BTreeSet<usize>> = lines.iter().collect();
    sorted.sort_by_key(|line| line.len());
    let mut count = 0;
    for line in sorted {
        if line.is_disjoint(&used) {
            used.extend(line);
            count += 1;
        }
    }
    count
}

/// The distance that serves most lines, over and over.
fn greedy(lines: &Lines) -> Vec<usize> {
    let mut left: Lines = lines.clone();
    let mut chosen = Vec::new();
    while let Some(most) = busiest(&left) {
        chosen.push(most);
        left.retain(|line| !line.contains(&most));
    }
    chosen
}

fn busiest(lines: &Lines) -> Option<usize> {
    let mut counts: BTreeMap<usize, usize> = BTreeMap::new();
    for distance in lines.iter().flatten() {
        *counts.entry(*distance).or_default() += 1;
    }
    counts.into_iter().max_by_key(|(distance, count)| (*count, std::cmp::Reverse(*distance))).map(|(n, _)| n)
}

struct Search<'a, 'b> {
    budget: &'a Budget<'b>,
    best: &'a mut Vec<usize>,
    cut_short: bool,
}

impl Search<'_, '_> {
    fn go(&mut self, mut lines: Lines, chosen: &mut Vec<usize>) {
        let before = chosen.len();
        if !self.budget.spend(lines.len() as u64 * 40 + 1) {
            self.cut_short = true;
            return;
        }
        // A line with one distance left has no choice.
        while let Some(only) = lines.iter().find(|line| line.len() == 1).and_then(BTreeSet::first).copied() {
            chosen.push(only);
            lines.retain(|line| !line.contains(&only));
        }
        leave_out(&mut lines);
        let forced = lines.iter().any(|line| line.len() == 1);
        if lines.is_empty() {
            if chosen.len() < self.best.len() {
                self.best.clone_from(chosen);
            }
        } else if chosen.len() + disjoint(&lines) < self.best.len() {
            if forced {
                self.go(lines, chosen);
            } else if let Some(most) = busiest(&lines) {
                let mut with: Lines = lines.clone();
                with.retain(|line| !line.contains(&most));
                chosen.push(most);
                self.go(with, chosen);
                chosen.pop();
                for line in &mut lines {
                    line.remove(&most);
                }
                self.go(lines, chosen);
            }
        }
        chosen.truncate(before);
    }
}

/// Takes out distances whose lines are all served by another one.
fn leave_out(lines: &mut Lines) {
    let mut serves: BTreeMap<usize, BTreeSet<usize>> = BTreeMap::new();
    for (n, line) in lines.iter().enumerate() {
        for distance in line {
            serves.entry(*distance).or_default().insert(n);
        }
    }
    let mut out: BTreeSet<usize> = BTreeSet::new();
    for (distance, own) in &serves {
        // Whatever serves all of its lines serves its first one.
        let Some(first) = own.first() else { continue };
        let better = lines[*first].iter().any(|other| {
            other != distance
                && !out.contains(other)
                && serves[other].is_superset(own)
                && (serves[other].len() > own.len() || other < distance)
        });
        if better {
            out.insert(*distance);
        }
    }
    for line in lines.iter_mut() {
        line.retain(|distance| !out.contains(distance));
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// Every set of distances there is, the smallest that will do.
    fn by_force(lines: &[Vec<Length>]) -> usize {
        let all: BTreeSet<Length> = lines.iter().flatten().copied().collect();
        let all: Vec<Length> = all.into_iter().collect();
        let serves = |set: u32| {
            let has =
                |at: &Length| all.iter().position(|known| known == at).is_some_and(|n| set >> n & 1 == 1);
            lines.iter().all(|line| line.is_empty() || line.iter().any(has))
        };
        (0..1_u32 << all.len()).filter(|set| serves(*set)).map(u32::count_ones).min().unwrap_or(0) as usize
    }

    proptest! {
        #[test]
        fn no_choice_of_settings_is_smaller(
            lines in prop::collection::vec(prop::collection::vec(1_i64..13, 0..3), 0..24)
        ) {
            let lines: Vec<Vec<Length>> =
                lines.into_iter().map(|line| line.into_iter().map(Length::eighths).collect()).collect();
            let found = settings(&lines, &Budget::of(10_000_000));
            for line in lines.iter().filter(|line| !line.is_empty()) {
                prop_assert!(line.iter().any(|at| found.at.contains(at)));
            }
            prop_assert_eq!(found.at.len(), by_force(&lines));
            prop_assert_eq!(found.at_least, found.at.len());
            // However little work there is, what is said to be least is.
            let hasty = settings(&lines, &Budget::of(60));
            prop_assert!(hasty.at_least <= found.at.len() && hasty.at.len() >= found.at.len());
            for line in lines.iter().filter(|line| !line.is_empty()) {
                prop_assert!(line.iter().any(|at| hasty.at.contains(at)));
            }
        }
    }
}
