//! Exact lengths: whole eighths of a nanometre, so that inches and millimetres never disagree, and halves are exact.

mod parse;
mod print;
mod ruler;

pub use parse::LengthError;
pub use ruler::{Ruler, Setting};

use std::iter::Sum;
use std::ops::{Add, AddAssign, Mul, Neg, Sub, SubAssign};

/// An exact length, a whole number of eighths of a nanometre.
///
/// 1/64 in is 396 875 nm and 0.01 mm is 10 000 nm, so every figure a ruler can show is exact in either
/// unit; and so are its half, on which gussets fold, and the half of that. International inch: 25.4 mm exactly (1959 agreement of the national standards laboratories).
///
/// Parsing and printing are one round trip: [`Length::to_string`] writes `3 3/4 in` or `95.5 mm`, and
/// parsing that text gives the same length back.
///
/// ```
/// use wide_fold_asked::Length;
/// let face: Length = "3 3/4 in".parse()?;
/// assert_eq!(face, "95.25 mm".parse()?);
/// assert_eq!(face.to_string(), "3 3/4 in");
/// # Ok::<(), wide_fold_asked::LengthError>(())
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Length(i64);

/// Units in a nanometre.
const UNITS: i64 = 8;

/// The unit a crafter reads and types in. It changes labels only, never a length.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Unit {
    /// Inches, as mixed fractions.
    #[default]
    Inch,
    /// Millimetres.
    Metric,
}

impl Length {
    /// No length at all.
    pub const ZERO: Self = Self(0);
    /// One international inch, 25.4 mm.
    pub const INCH: Self = Self(25_400_000 * UNITS);
    /// One millimetre.
    pub const MM: Self = Self(1_000_000 * UNITS);
    /// The longest length that can be written down: one kilometre either way. Sums of many of them still
    /// cannot overflow.
    pub const MAX: Self = Self(1_000_000_000_000 * UNITS);

    /// A length of `nm` nanometres.
    pub const fn from_nm(nm: i64) -> Self {
        Self(nm * UNITS)
    }

    /// This length in nanometres, rounded down.
    pub const fn nm(self) -> i64 {
        self.0.div_euclid(UNITS)
    }

    /// A length of so many of the smallest units there are.
    pub const fn from_units(units: i64) -> Self {
        Self(units)
    }

    /// This length in the smallest units there are: for ratios, areas and cross products, in which the unit does not matter.
    pub const fn units(self) -> i64 {
        self.0
    }

    /// True if its half and the half of that are exact: for whole and half nanometres.
    pub const fn can_be_halved(self) -> bool {
        self.0 % (UNITS / 2) == 0
    }

    /// `n` sixty-fourths of an inch.
    pub const fn sixty_fourths(n: i64) -> Self {
        Self(n * (Self::INCH.0 / 64))
    }

    /// `n` eighths of an inch.
    pub const fn eighths(n: i64) -> Self {
        Self::sixty_fourths(n * 8)
    }

    /// `n` whole inches.
    pub const fn inches(n: i64) -> Self {
        Self(n * Self::INCH.0)
    }

    /// `n` whole millimetres.
    pub const fn millimetres(n: i64) -> Self {
        Self(n * Self::MM.0)
    }

    /// This length in millimetres, for drawing and for the wire. Not for further sums.
    pub fn mm(self) -> f64 {
        self.0 as f64 / Self::MM.0 as f64
    }

    /// The smaller half: `half() + rest == self` holds for `rest = self - half()`. The two differ by an eighth of a nanometre
    /// when the length is an odd number of them, which nothing that can be typed is.
    pub const fn half(self) -> Self {
        Self(self.0.div_euclid(2))
    }

    /// True if this is a whole number of `step`s. `step` must be positive.
    pub const fn is_on(self, step: Self) -> bool {
        self.0 % step.0 == 0
    }

    /// The largest whole number of `step`s that is not more than this. `step` must be positive.
    pub const fn floor_to(self, step: Self) -> Self {
        Self(self.0.div_euclid(step.0) * step.0)
    }

    /// The smallest whole number of `step`s that is not less than this. `step` must be positive.
    pub const fn ceil_to(self, step: Self) -> Self {
        Self(-((-self.0).div_euclid(step.0)) * step.0)
    }

    /// The nearest whole number of `step`s; half way goes up. `step` must be positive.
    pub const fn nearest(self, step: Self) -> Self {
        Self((self.0 * 2 + step.0).div_euclid(step.0 * 2) * step.0)
    }

    /// The length without its sign.
    pub const fn abs(self) -> Self {
        Self(self.0.abs())
    }

    /// True above zero.
    pub const fn is_positive(self) -> bool {
        self.0 > 0
    }

    /// This length times `by / of`, rounded down to an eighth of a nanometre.
    pub const fn scaled(self, by: Self, of: Self) -> Self {
        Self((self.0 as i128 * by.0 as i128).div_euclid(of.0 as i128) as i64)
    }
}

impl Add for Length {
    type Output = Self;
    fn add(self, rhs: Self) -> Self {
        Self(self.0 + rhs.0)
    }
}

impl Sub for Length {
    type Output = Self;
    fn sub(self, rhs: Self) -> Self {
        Self(self.0 - rhs.0)
    }
}

impl AddAssign for Length {
    fn add_assign(&mut self, rhs: Self) {
        self.0 += rhs.0;
    }
}

impl SubAssign for Length {
    fn sub_assign(&mut self, rhs: Self) {
        self.0 -= rhs.0;
    }
}

impl Neg for Length {
    type Output = Self;
    fn neg(self) -> Self {
        Self(-self.0)
    }
}

impl Mul<i64> for Length {
    type Output = Self;
    fn mul(self, rhs: i64) -> Self {
        Self(self.0 * rhs)
    }
}

impl Sum for Length {
    fn sum<I: Iterator<Item = Self>>(iter: I) -> Self {
        iter.fold(Self::ZERO, Add::add)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[test]
    fn an_inch_is_25_4_mm() {
        // International yard and pound agreement, 1959.
        assert_eq!(Length::INCH * 10, Length::millimetres(254));
        assert_eq!(Length::sixty_fourths(64), Length::INCH);
    }

    #[rstest]
    #[case(13, 8, 8, 16, 16)]
    #[case(12, 8, 8, 16, 16)]
    #[case(11, 8, 8, 16, 8)]
    #[case(16, 8, 16, 16, 16)]
    #[case(-3, 8, -8, 0, 0)]
    #[case(-5, 8, -8, 0, -8)]
    fn rounds_to_steps(
        #[case] n: i64,
        #[case] step: i64,
        #[case] down: i64,
        #[case] up: i64,
        #[case] near: i64,
    ) {
        let [n, step, down, up, near] = [n, step, down, up, near].map(Length::sixty_fourths);
        assert_eq!((n.floor_to(step), n.ceil_to(step), n.nearest(step)), (down, up, near));
        assert_eq!(n.is_on(step), down == up);
    }

    #[test]
    fn halves_of_what_a_ruler_shows_are_exact() {
        // 1/64 in is 396 875 nm (25.4 mm / 64): its half falls between two of them, and is a length all the same.
        let half = Length::sixty_fourths(1).half();
        assert_eq!((half + half, half.half() * 4), (Length::sixty_fourths(1), Length::sixty_fourths(1)));
        assert_eq!(half.to_string().parse(), Ok(half));
        assert_eq!(Length::eighths(3).half(), Length::sixty_fourths(12));
    }
}
