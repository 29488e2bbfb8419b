//! The largest or nearest figure for which something holds.

use crate::Length;

/// The largest whole number of `step`s below `from` and not under `least` for which `fits` holds, given that it
/// holds for every smaller length too.
pub(super) fn largest(
    from: Length,
    least: Length,
    step: Length,
    fits: impl Fn(Length) -> bool,
) -> Option<Length> {
    let (mut low, mut high) =
        (least.ceil_to(step).units() / step.units(), (from.units() - 1).div_euclid(step.units()));
    if high < low || !fits(step * low) {
        return None;
    }
    while low < high {
        let middle = (low + high + 1) / 2;
        if fits(step * middle) {
            low = middle;
        } else {
            high = middle - 1;
        }
    }
    Some(step * low)
}

/// The whole numbers of `step`s on either side of a length, nearest first; itself if it is one.
pub(super) fn either_side(length: Length, step: Length) -> Vec<Length> {
    if length.is_on(step) {
        return vec![length];
    }
    let (down, up) = (length.floor_to(step), length.ceil_to(step));
    if length - down <= up - length { vec![down, up] } else { vec![up, down] }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(16, 2, 8, 11, Some(8))]
    #[case(16, 2, 8, 16, Some(8))]
    #[case(17, 2, 8, 99, Some(16))]
    #[case(16, 2, 8, 7, None)]
    #[case(8, 2, 8, 99, None)]
    fn finds_the_largest(
        #[case] from: i64,
        #[case] least: i64,
        #[case] step: i64,
        #[case] limit: i64,
        #[case] best: Option<i64>,
    ) {
        let n = Length::sixty_fourths;
        assert_eq!(largest(n(from), n(least), n(step), |length| length <= n(limit)), best.map(n));
    }
}
