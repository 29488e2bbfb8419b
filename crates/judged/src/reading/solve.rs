//! Solving for the measures of a bag: what every pair of lines says about them, exactly.

use crate::Length;

/// A measure that is not known at first.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub(super) enum Unknown {
    Width,
    Gusset,
    Tab,
    Base,
    Height,
    /// What runs on above the top edge: a hem or a closing flap.
    Top,
    Pleat,
}

const COUNT: usize = 7;

/// So many halves of every measure.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub(super) struct Sum([i8; COUNT]);

impl Sum {
    /// Once that measure.
    pub(super) const fn whole(unknown: Unknown) -> Self {
        Self::halves(unknown, 2)
    }

    /// So many halves of that measure.
    pub(super) const fn halves(unknown: Unknown, halves: i8) -> Self {
        let mut sum = [0; COUNT];
        sum[unknown as usize] = halves;
        Self(sum)
    }

    /// Both together.
    pub(super) const fn and(self, other: Self) -> Self {
        let mut sum = self.0;
        let mut at = 0;
        while at < COUNT {
            sum[at] += other.0[at];
            at += 1;
        }
        Self(sum)
    }

    /// What it is in figures, if all its measures are known.
    pub(super) fn of(self, measures: &Measures) -> Option<Length> {
        let mut doubled = 0;
        for (halves, known) in self.0.iter().zip(measures.0) {
            if *halves != 0 {
                doubled += i64::from(*halves) * known?.units();
            }
        }
        Some(Length::from_units(doubled).half())
    }
}

/// What is known of every measure.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub(super) struct Measures([Option<Length>; COUNT]);

impl Measures {
    pub(super) fn get(&self, unknown: Unknown) -> Option<Length> {
        self.0[unknown as usize]
    }

    pub(super) fn set(&mut self, unknown: Unknown, length: Length) {
        self.0[unknown as usize] = Some(length);
    }

    /// True if nothing that is known is nothing, or less.
    pub(super) fn are_positive(&self) -> bool {
        self.0.iter().flatten().all(|length| length.is_positive())
    }
}

/// A sum of measures and what it is.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) struct Equation {
    pub(super) sum: Sum,
    pub(super) is: Length,
}

/// What the equations say of every measure, found one after another wherever only one is still unknown; none if they contradict
/// one another by more than `slack`. Of measures that stay unknown nothing is said.
pub(super) fn solve(equations: &[Equation], slack: Length) -> Option<Measures> {
    let mut measures = Measures::default();
    let mut open: u64 = (1_u64 << equations.len().min(63)) - 1;
    loop {
        let before = open;
        for (index, equation) in equations.iter().enumerate().take(63) {
            if open & (1 << index) == 0 {
                continue;
            }
            let mut rest = equation.is.units() * 2;
            let (mut unknown, mut unknowns) = (0, 0);
            for (at, halves) in equation.sum.0.iter().enumerate() {
                match (*halves, measures.0[at]) {
                    (0, _) => {}
                    (halves, Some(known)) => rest -= i64::from(halves) * known.units(),
                    (_, None) => (unknown, unknowns) = (at, unknowns + 1),
                }
            }
            match unknowns {
                0 if rest.abs() > slack.units() * 2 => return None,
                0 => {}
                1 => {
                    let halves = i64::from(equation.sum.0[unknown]);
                    if rest % halves != 0 {
                        return None;
                    }
                    measures.0[unknown] = Some(Length::from_units(rest / halves));
                }
                _ => continue,
            }
            open &= !(1 << index);
        }
        if open == before {
            return Some(measures);
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn says(sum: Sum, eighths: i64) -> Equation {
        Equation { sum, is: Length::eighths(eighths) }
    }

    #[test]
    fn what_one_line_leaves_open_another_tells() {
        let (width, gusset) = (Sum::whole(Unknown::Width), Sum::whole(Unknown::Gusset));
        let found = solve(&[says(width.and(gusset), 46), says(gusset, 16)], Length::ZERO).unwrap();
        assert_eq!(found.get(Unknown::Width), Some(Length::eighths(30)));
        assert_eq!(found.get(Unknown::Tab), None);
        assert_eq!(width.and(gusset).of(&found), Some(Length::eighths(46)));
    }

    #[test]
    fn what_contradicts_is_no_bag() {
        let front = Sum::whole(Unknown::Width);
        let both = [says(front, 30), says(front, 28)];
        assert_eq!(solve(&both, Length::ZERO), None);
        assert!(solve(&both, Length::eighths(2)).is_some());
    }
}
