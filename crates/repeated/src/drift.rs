//! What the hands do every time: how far made bags are off what was planned, told apart from what is off now and then.
//!
//! The systematic part is the median of what single bags are off, which a few bags gone wrong do not move. Its interval is that of
//! the order statistics (W. R. Thompson, *On Confidence Ranges for the Median*, Annals of Mathematical Statistics 7, 1936): whatever
//! the spread looks like, the true median lies between the k-th smallest and the k-th largest at least as often as is said. Since
//! measures are read to a mark of the ruler, half a mark is added on both sides.

use crate::brief::Hand;
use crate::{Length, Unit};

/// How often the true median lies within the interval, at least: 95 times of 100.
pub const SURE: f64 = 0.95;
/// A hand rule is offered only if the median is surely not nothing: 99 times of 100.
pub const SURER: f64 = 0.99;
/// From so few bags nothing is said with 99 of 100: 2·2⁻⁷ is more than one in a hundred.
pub const ENOUGH: usize = 8;

/// What bags are off, by the median.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Drift {
    /// How many bags it rests on.
    pub bags: usize,
    /// What half of them are below, and half above.
    pub median: Length,
    /// Where the true median lies, 95 times of 100: from here; nothing from fewer than six bags.
    pub within: Option<(Length, Length)>,
    /// Half of all bags lie no further from the median than this (median absolute deviation; Hampel, 1974).
    pub spread: Length,
    /// True if it is surely not nothing, and at least a sixty-fourth of an inch: a hand rule is worth its while.
    pub is_sure: bool,
}

impl Drift {
    /// What is worth taking off for it: the median, to the sixty-fourth of an inch or the tenth of a millimetre. Nothing unless it is
    /// sure; nothing either if it is more than a hand does of itself ([`Hand::MOST`]).
    pub fn hand_rule(&self, unit: Unit) -> Option<Length> {
        let step = match unit {
            Unit::Inch => Length::sixty_fourths(1),
            Unit::Metric => Length::from_nm(100_000),
        };
        let by = self.median.nearest(step);
        (self.is_sure && by != Length::ZERO && by.abs() <= Hand::MOST).then_some(by)
    }
}

/// What bags are off, each told once; `mark` is what their measures were read to. Nothing if there are none.
///
/// ```
/// use wide_fold_asked::{Length, Unit};
/// use wide_fold_repeated::drift::drift;
/// let off: Vec<Length> = [1, 2, 2, 3, 2, 2, 1, 2, 40].map(Length::sixty_fourths).to_vec();
/// let found = drift(&off, Length::sixty_fourths(1)).unwrap();
/// // One bag that went wrong moves nothing.
/// assert_eq!((found.median, found.is_sure), (Length::sixty_fourths(2), true));
/// assert_eq!(found.hand_rule(Unit::Inch), Some(Length::sixty_fourths(2)));
/// ```
pub fn drift(off: &[Length], mark: Length) -> Option<Drift> {
    let mut sorted = off.to_vec();
    sorted.sort_unstable();
    let median = middle(&sorted)?;
    let mut apart: Vec<Length> = sorted.iter().map(|off| (*off - median).abs()).collect();
    apart.sort_unstable();
    let half = mark.half();
    let within = |sure: f64| {
        let k = rank(sorted.len(), sure)?;
        Some((sorted[k - 1] - half, sorted[sorted.len() - k] + half))
    };
    let surely = within(SURER);
    let not_nothing = surely.is_some_and(|(low, high)| low.is_positive() || high < Length::ZERO);
    Some(Drift {
        bags: sorted.len(),
        median,
        within: within(SURE),
        spread: middle(&apart)?,
        is_sure: not_nothing && median.abs() >= Length::sixty_fourths(1),
    })
}

/// The middle of a sorted row; of two in the middle, half way.
fn middle(sorted: &[Length]) -> Option<Length> {
    let (upper, lower) = (sorted.get(sorted.len() / 2)?, sorted.get(sorted.len().saturating_sub(1) / 2)?);
    Some((*upper + *lower).half())
}

/// The largest k for which fewer than k of `count` fall below the median seldom enough: with both sides, no more often than is
/// left of `sure`. Nothing if there are too few.
fn rank(count: usize, sure: f64) -> Option<usize> {
    let most = (1.0 - sure) / 2.0;
    // P(X ≤ k) for a fair coin thrown `count` times, term by term in logarithms: 2⁻ⁿ is nothing a machine can hold.
    let n = count as f64;
    let mut term = -n * std::f64::consts::LN_2;
    let (mut below, mut k) = (0.0, 0_usize);
    while k < count {
        below += term.exp();
        if below > most {
            break;
        }
        k += 1;
        term += ((n - k as f64 + 1.0) / k as f64).ln();
    }
    (k > 0).then_some(k)
}

/// The median of ratios, in hundredths: own minutes against guessed ones. Nothing from fewer than three.
pub fn pace(own: &[(u32, u32)]) -> Option<u32> {
    let mut ratios: Vec<u32> = own
        .iter()
        .filter(|(_, guess)| *guess > 0)
        .map(|(own, guess)| own.saturating_mul(100) / guess)
        .collect();
    ratios.sort_unstable();
    (ratios.len() >= 3).then(|| ratios[ratios.len() / 2].clamp(10, 2000))
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// Tables of the sign test (from memory): ranks for 95 and for 99 of 100.
    #[test]
    fn ranks_are_those_of_the_tables() {
        for (count, ninety_five, ninety_nine) in [
            (5, None, None),
            (6, Some(1), None),
            (8, Some(1), Some(1)),
            (10, Some(2), Some(1)),
            (20, Some(6), Some(4)),
            (50, Some(18), Some(16)),
            (100, Some(40), Some(37)),
        ] {
            assert_eq!((rank(count, SURE), rank(count, SURER)), (ninety_five, ninety_nine), "{count}");
        }
        // Near enough to ½n − 0.98√n where that is a good rule.
        assert!(rank(10_000, SURE).unwrap().abs_diff(4902) <= 1);
    }

    /// Eight bags alike: the median is theirs, and half a mark of the ruler to either side of it.
    #[test]
    fn what_is_sure_is_taken_off_to_a_mark_of_the_ruler() {
        let off = |n: i64| drift(&[Length::sixty_fourths(n); 8], Length::sixty_fourths(2)).unwrap();
        let (low, high) = off(3).within.unwrap();
        assert_eq!((low, high), (Length::sixty_fourths(2), Length::sixty_fourths(4)));
        assert_eq!((off(3).spread, off(3).bags), (Length::ZERO, 8));
        assert_eq!(off(3).hand_rule(Unit::Inch), Some(Length::sixty_fourths(3)));
        assert_eq!(off(-3).hand_rule(Unit::Inch), Some(Length::sixty_fourths(-3)));
        // A sixty-fourth may be read where there is nothing; nothing is surely nothing.
        assert_eq!((off(1).hand_rule(Unit::Inch), off(0).hand_rule(Unit::Inch)), (None, None));
        // Tenths of a millimetre: 3/64 in is 1.19 mm.
        assert_eq!(off(3).hand_rule(Unit::Metric), Some(Length::from_nm(1_200_000)));
        // More than hands do is no habit.
        let most = Hand::MOST.units() / Length::sixty_fourths(1).units();
        assert!(off(most).hand_rule(Unit::Inch).is_some() && off(most + 1).hand_rule(Unit::Inch).is_none());
        // With seven nothing is said 99 times of 100.
        assert!(!drift(&[Length::sixty_fourths(9); 7], Length::sixty_fourths(2)).unwrap().is_sure);
    }

    #[test]
    fn minutes_are_told_against_what_was_guessed() {
        assert_eq!(pace(&[(10, 10), (30, 20)]), None);
        assert_eq!(pace(&[(10, 10), (30, 20), (40, 20)]), Some(150));
        // What was guessed at nothing tells nothing; a bag left lying overnight is not how anybody works.
        assert_eq!(pace(&[(5, 0), (10, 10), (30, 20)]), None);
        assert_eq!(pace(&[(9000, 1), (9000, 1), (9000, 1)]), Some(2000));
        assert_eq!(pace(&[(0, 9), (0, 9), (1, 90)]), Some(10));
    }

    proptest! {
        #[test]
        fn a_few_wild_ones_move_the_median_no_further_than_their_neighbours(
            off in prop::collection::vec(-20_i64..20, 9..60), wild in prop::collection::vec(-9000_i64..9000, 0..4)
        ) {
            let lengths = |off: &[i64]| off.iter().map(|n| Length::sixty_fourths(*n)).collect::<Vec<_>>();
            let all: Vec<i64> = off.iter().chain(&wild).copied().collect();
            let found = drift(&lengths(&all), Length::sixty_fourths(1)).unwrap();
            prop_assert!(found.median.abs() <= Length::sixty_fourths(20));
            if let Some((low, high)) = found.within {
                prop_assert!(low <= found.median && found.median <= high);
            }
            prop_assert!(!found.is_sure || all.len() >= ENOUGH);
        }
    }
}
