//! Writing lengths: exactly for keeping, and as what a ruler shows for reading.

use super::{Length, Ruler, Unit};
use std::fmt;

const SIXTY_FOURTH: Length = Length::sixty_fourths(1);

impl fmt::Display for Length {
    /// The exact length with its unit, in plain ASCII: a reduced fraction of an inch where it is a whole number
    /// of sixty-fourths, millimetres otherwise. Parses back to the same length.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if self.is_on(SIXTY_FOURTH) {
            write!(f, "{} in", self.editable(Unit::Inch))
        } else {
            write!(f, "{} mm", self.editable(Unit::Metric))
        }
    }
}

impl Length {
    /// The exact figure to put into an input field: `3 3/4` or `95.25`; with its unit where `unit` cannot say it
    /// exactly (`95 mm` while reading inches).
    pub fn editable(self, unit: Unit) -> String {
        match unit {
            Unit::Inch if self.is_on(SIXTY_FOURTH) => {
                let (sign, whole, top, bottom) = self.mixed();
                match (whole, top) {
                    (0, 0) => "0".to_owned(),
                    (whole, 0) => format!("{sign}{whole}"),
                    (0, top) => format!("{sign}{top}/{bottom}"),
                    (whole, top) => format!("{sign}{whole} {top}/{bottom}"),
                }
            }
            Unit::Inch => format!("{} mm", self.editable(Unit::Metric)),
            Unit::Metric => self.decimal_mm(),
        }
    }

    /// The bare figure to read, as a ruler shows it: `3¾`, `3 5⁄16`, `95.5`. A length the ruler cannot show is
    /// given by its nearest setting, marked `≈`; next to nothing is `under 1⁄32`.
    ///
    /// ```
    /// use wide_fold_asked::{Length, Unit};
    /// let face: Length = "3 3/4 in".parse()?;
    /// assert_eq!(face.figure(Unit::Inch), "3¾");
    /// assert_eq!(face.figure(Unit::Metric), "≈95.5");
    /// # Ok::<(), wide_fold_asked::LengthError>(())
    /// ```
    pub fn figure(self, unit: Unit) -> String {
        let (mark, ruler) = match unit {
            Unit::Inch => (SIXTY_FOURTH, Ruler::ThirtySecond),
            Unit::Metric => (Ruler::HalfMillimetre.step(), Ruler::HalfMillimetre),
        };
        let exact = self.is_on(mark);
        let shown = if exact { self } else { ruler.nearest(self).length };
        if !exact && shown == Length::ZERO {
            return match unit {
                Unit::Inch => "under 1⁄32".to_owned(),
                Unit::Metric => "under 0.5".to_owned(),
            };
        }
        let mut text = String::with_capacity(16);
        if !exact {
            text.push('≈');
        }
        match unit {
            Unit::Inch => shown.write_pretty_inches(&mut text),
            Unit::Metric => text.push_str(&shown.decimal_mm()),
        }
        text
    }

    /// The figure with its unit: `3¾ in`, `≈95.5 mm`.
    pub fn label(self, unit: Unit) -> String {
        let name = match unit {
            Unit::Inch => "in",
            Unit::Metric => "mm",
        };
        format!("{} {name}", self.figure(unit))
    }

    /// Sign, whole inches, and a reduced fraction (top 0 if there is none).
    fn mixed(self) -> (&'static str, i64, i64, i64) {
        let total = self.units().abs() / SIXTY_FOURTH.units();
        let (whole, mut top) = (total / 64, total % 64);
        let mut bottom = 64;
        while top != 0 && top % 2 == 0 {
            top /= 2;
            bottom /= 2;
        }
        (if self.units() < 0 { "-" } else { "" }, whole, top, bottom)
    }

    fn write_pretty_inches(self, text: &mut String) {
        let (sign, whole, top, bottom) = self.mixed();
        text.push_str(sign);
        if whole != 0 || top == 0 {
            text.push_str(&whole.to_string());
        }
        match (top, bottom) {
            (0, _) => {}
            (1, 2) => text.push('½'),
            (1, 4) => text.push('¼'),
            (3, 4) => text.push('¾'),
            (1, 8) => text.push('⅛'),
            (3, 8) => text.push('⅜'),
            (5, 8) => text.push('⅝'),
            (7, 8) => text.push('⅞'),
            _ => {
                if whole != 0 {
                    text.push('\u{a0}');
                }
                text.push_str(&top.to_string());
                text.push('⁄');
                text.push_str(&bottom.to_string());
            }
        }
    }

    /// Millimetres with as many decimals as it takes, at most nine.
    fn decimal_mm(self) -> String {
        let sign = if self.units() < 0 { "-" } else { "" };
        let (whole, part) = (self.units().abs() / Self::MM.units(), self.units().abs() % Self::MM.units());
        if part == 0 {
            return format!("{sign}{whole}");
        }
        format!("{sign}{whole}.{}", format!("{:09}", part * 125).trim_end_matches('0'))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("3 3/4", "3¾", "3 3/4 in", "≈95.5")]
    #[case("12", "12", "12 in", "≈305")]
    #[case("1/2", "½", "1/2 in", "≈12.5")]
    #[case("3 5/16", "3\u{a0}5⁄16", "3 5/16 in", "≈84")]
    #[case("1/64", "1⁄64", "1/64 in", "≈0.5")]
    #[case("0", "0", "0 in", "0")]
    #[case("-1/4", "-¼", "-1/4 in", "≈-6.5")]
    #[case("95 mm", "≈3¾", "95 mm", "95")]
    #[case("95.5 mm", "≈3¾", "95.5 mm", "95.5")]
    #[case("127 mm", "5", "5 in", "127")]
    fn prints(#[case] text: &str, #[case] inch: &str, #[case] exact: &str, #[case] metric: &str) {
        let length: Length = text.parse().unwrap();
        assert_eq!(length.figure(Unit::Inch), inch);
        assert_eq!(length.to_string(), exact);
        assert_eq!(length.figure(Unit::Metric), metric);
    }

    #[test]
    fn a_field_shows_the_exact_figure() {
        let face = Length::eighths(30);
        assert_eq!(face.editable(Unit::Metric), "95.25");
        assert_eq!(Length::millimetres(95).editable(Unit::Inch), "95 mm");
    }
}
