//! Lower bounds on the number of sheets, from the sizes of the parts alone.
//!
//! Widths and heights are measured by functions that never let the parts of one row or column add up to more than the whole
//! (dual feasible functions: Fekete & Schepers, "A general framework for bounds for higher-dimensional orthogonal packing
//! problems", 2004; from memory). No sheet can hold parts worth more than one by any two of them.

use super::guillotine::Lyings;
use crate::Length;
use crate::plane::Size;

/// A measure of a length as a share of the whole, such that lengths that fit side by side never add up to more than one.
#[derive(Clone, Copy)]
enum Measure {
    /// The share itself.
    Plain,
    /// What is longer than the whole less `1/n` counts as the whole, what is shorter than `1/n` as nothing.
    Rounded(i128),
    /// In steps of `1/n`, a length between two of them counting less.
    Stepped(i128),
}

impl Measure {
    fn of(self, length: Length, whole: Length) -> f64 {
        let (length, whole) = (i128::from(length.units()), i128::from(whole.units()));
        let plain = length as f64 / whole as f64;
        match self {
            Self::Plain => plain,
            Self::Rounded(n) if length * n < whole => 0.0,
            Self::Rounded(n) if (whole - length) * n < whole => 1.0,
            Self::Rounded(_) => plain,
            Self::Stepped(n) if length * (n + 1) % whole == 0 => plain,
            Self::Stepped(n) => (length * (n + 1) / whole) as f64 / n as f64,
        }
    }
}

const MEASURES: [Measure; 8] = [
    Measure::Plain,
    Measure::Rounded(2),
    Measure::Rounded(3),
    Measure::Rounded(4),
    Measure::Rounded(6),
    Measure::Stepped(1),
    Measure::Stepped(2),
    Measure::Stepped(3),
];

/// No way of laying parts on sheets, with or without a trimmer, takes fewer. Every part fits a sheet in each of its lyings.
pub(super) fn fewest(parts: &[Lyings], counts: &[usize], size: Size) -> u32 {
    // Every length is measured once, and not once for every pair of measures.
    let by_all = |length: Length, whole: Length| MEASURES.map(|measure| measure.of(length, whole));
    let measured = |way: &Size| (by_all(way.width, size.width), by_all(way.height, size.height));
    let measured: Vec<Vec<_>> = parts.iter().map(|ways| ways.iter().map(measured).collect()).collect();
    let mut most = 0.0_f64;
    for wide in 0..MEASURES.len() {
        for tall in 0..MEASURES.len() {
            // A part that may be turned is worth what it is worth where it is worth least.
            let least = |ways: &Vec<([f64; 8], [f64; 8])>| {
                ways.iter().map(|(own, high)| own[wide] * high[tall]).fold(f64::INFINITY, f64::min)
            };
            let all: f64 = measured.iter().zip(counts).map(|(ways, count)| least(ways) * *count as f64).sum();
            most = most.max(all);
        }
    }
    // A rounding error never makes one sheet more of it.
    (most - 1e-6).ceil().max(if counts.iter().any(|count| *count > 0) { 1.0 } else { 0.0 }) as u32
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    // A quarter more than half of the sheet both ways: one each, though four of them are hardly more paper than one sheet.
    #[case(&[(50, 50, 14)], 14)]
    // Just over a third both ways: at most four to a sheet.
    #[case(&[(33, 33, 9)], 3)]
    #[case(&[(48, 48, 9)], 3)]
    fn as_worked_out_by_hand(#[case] parts: &[(i64, i64, usize)], #[case] sheets: u32) {
        let ways: Vec<Lyings> = parts
            .iter()
            .map(|part| vec![Size::new(Length::eighths(part.0), Length::eighths(part.1))])
            .collect();
        let counts: Vec<usize> = parts.iter().map(|part| part.2).collect();
        assert_eq!(fewest(&ways, &counts, Size::new(Length::inches(12), Length::inches(12))), sheets);
    }

    proptest! {
        /// What fits side by side is never worth more than the whole.
        #[test]
        fn no_measure_exceeds_the_whole(lengths in prop::collection::vec(1_i64..97, 1..12)) {
            let whole = Length::inches(12);
            let mut row = Vec::new();
            for length in lengths.into_iter().map(Length::eighths) {
                if row.iter().copied().sum::<Length>() + length <= whole {
                    row.push(length);
                }
            }
            for measure in MEASURES {
                let worth: f64 = row.iter().map(|length| measure.of(*length, whole)).sum();
                prop_assert!(worth <= 1.0 + 1e-9, "{row:?}: {worth}");
            }
        }
    }
}
