//! Masses: what a bag weighs and what it carries.

use crate::Unit;
use crate::text::quoted;
use std::fmt;

/// A mass, a whole number of micrograms: a pound is 453 592 370 of them exactly (0.453 592 37 kg, the 1959 agreement on yard
/// and pound).
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Mass(i64);

/// Why a text is no mass.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{0} is not a weight: write a number with lb, oz, g or kg, such as 3 1/2 lb, 2 lb 3 oz or 800 g")]
pub struct MassError(String);

const POUND: i64 = 453_592_370;
const GRAM: i64 = 1_000_000;

impl Mass {
    /// So many whole or half pounds.
    pub const fn half_pounds(n: i64) -> Self {
        Self(n * POUND / 2)
    }

    /// So many grams, to the nearest microgram.
    pub fn grams(n: f64) -> Self {
        Self((n * GRAM as f64).round() as i64)
    }

    /// In grams.
    pub fn g(self) -> f64 {
        self.0 as f64 / GRAM as f64
    }

    /// Reads a mass as people write it: `3 1/2 lb`, `2 lb 3 oz`, `a pound`, `half a pound`, `12 oz`, `800 g`, `1,5 kg`; without a
    /// unit, pounds or kilograms as `unit` says.
    ///
    /// # Errors
    /// [`MassError`], quoting the text, for anything else, and for nothing or more than a hundred kilograms.
    ///
    /// ```
    /// use wide_fold_asked::{Unit, mass::Mass};
    /// assert_eq!(Mass::parse("3 1/2 lb", Unit::Metric)?, Mass::half_pounds(7));
    /// assert_eq!(Mass::parse("1,5 kg", Unit::Inch)?, Mass::grams(1500.0));
    /// assert!(Mass::parse("heavy", Unit::Inch).is_err());
    /// # Ok::<(), wide_fold_asked::mass::MassError>(())
    /// ```
    pub fn parse(text: &str, unit: Unit) -> Result<Self, MassError> {
        let fault = || MassError(quoted(text));
        let lower = text.trim().to_lowercase();
        // Said in words: one of something, or half of it.
        let said = [
            ("half a ", "1/2 "),
            ("half an ", "1/2 "),
            ("quarter of a ", "1/4 "),
            ("a ", "1 "),
            ("an ", "1 "),
            ("one ", "1 "),
        ];
        let figure =
            said.iter().find_map(|(word, figure)| Some(format!("{figure}{}", lower.strip_prefix(word)?)));
        let trimmed = figure.unwrap_or(lower);
        let mut mass = Self(0);
        let mut rest = trimmed.as_str();
        let mut smallest = f64::MAX;
        while !rest.is_empty() || smallest == f64::MAX {
            let end = rest.find(|c: char| c.is_ascii_alphabetic()).unwrap_or(rest.len());
            let (number, name) = rest.split_at(end);
            let stop = name.find(|c: char| !c.is_ascii_alphabetic() && c != '.').unwrap_or(name.len());
            let (name, after) = name.split_at(stop);
            let each = match (name.trim_end_matches('.'), unit) {
                ("lb" | "lbs" | "pound" | "pounds", _) | ("", Unit::Inch) => POUND as f64,
                ("oz" | "ounce" | "ounces", _) => POUND as f64 / 16.0,
                ("g" | "gram" | "grams", _) => GRAM as f64,
                ("kg" | "kilo" | "kilos", _) | ("", Unit::Metric) => GRAM as f64 * 1000.0,
                _ => return Err(fault()),
            };
            // Pounds and ounces, kilograms and grams: the larger first, and each with its name.
            if each >= smallest || (name.is_empty() && smallest < f64::MAX) {
                return Err(fault());
            }
            smallest = each;
            // A number is written like a length's, which knows its fractions.
            let number =
                crate::Length::parse(&format!("{} mm", number.trim()), Unit::Metric).map_err(|_| fault())?;
            mass = Self(mass.0.saturating_add((number.mm() * each).round() as i64));
            rest = after
                .trim_start_matches(|c: char| c.is_whitespace() || c == ',')
                .trim_start_matches("and ")
                .trim();
        }
        if mass.0 <= 0 || mass > Self::grams(100_000.0) { Err(fault()) } else { Ok(mass) }
    }

    /// `about 4½ lb` or `about 2.0 kg`: a scale at hand tells no more. Under half a pound or kilogram in ounces or grams.
    pub fn label(self, unit: Unit) -> String {
        match unit {
            Unit::Inch if self.0 * 2 < POUND => format!("{:.1} oz", self.0 as f64 / POUND as f64 * 16.0),
            Unit::Inch => {
                let quarters = (self.0 * 4 + POUND / 2) / POUND;
                let part = ["", "¼", "½", "¾"][(quarters % 4) as usize];
                let whole = quarters / 4;
                if whole == 0 { format!("{part} lb") } else { format!("{whole}{part} lb") }
            }
            Unit::Metric if self.0 < GRAM * 500 => format!("{:.0} g", self.g()),
            Unit::Metric => format!("{:.1} kg", self.g() / 1000.0),
        }
    }
}

impl fmt::Display for Mass {
    /// Exactly, in grams: `453.59237 g`.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let part = format!("{:06}", self.0 % GRAM);
        match part.trim_end_matches('0') {
            "" => write!(f, "{} g", self.0 / GRAM),
            part => write!(f, "{}.{part} g", self.0 / GRAM),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("4 lb", Unit::Inch, "4 lb", "1.8 kg")]
    #[case("6½", Unit::Inch, "6½ lb", "2.9 kg")]
    #[case("100 g", Unit::Metric, "3.5 oz", "100 g")]
    #[case("8 oz", Unit::Metric, "½ lb", "227 g")]
    fn masses_read_either_way(
        #[case] text: &str,
        #[case] unit: Unit,
        #[case] inch: &str,
        #[case] metric: &str,
    ) {
        let mass = Mass::parse(text, unit).unwrap();
        assert_eq!((mass.label(Unit::Inch), mass.label(Unit::Metric)), (inch.to_owned(), metric.to_owned()));
    }

    #[rstest]
    #[case("2 lb 3 oz", 35.0)]
    #[case("2 pounds and 3 ounces", 35.0)]
    #[case("2lb, 3oz", 35.0)]
    #[case("a pound", 16.0)]
    #[case("half a pound", 8.0)]
    #[case("an ounce", 1.0)]
    #[case("1 1/2 lb", 24.0)]
    fn masses_as_people_say_them(#[case] text: &str, #[case] ounces: f64) {
        let grams = Mass::parse(text, Unit::Metric).unwrap().g();
        assert!((grams - ounces * 453.592_37 / 16.0).abs() < 1e-5, "{grams}");
    }

    #[rstest]
    #[case("3 oz 2 lb")]
    #[case("2 lb 3")]
    #[case("2 lb lb")]
    #[case("a stone")]
    #[case("a")]
    fn what_does_not_add_up_is_no_weight(#[case] text: &str) {
        assert!(Mass::parse(text, Unit::Inch).is_err(), "{text}");
    }

    #[test]
    fn a_pound_is_what_was_agreed_in_1959() {
        // 0.453 592 37 kg exactly: the international yard and pound agreement.
        assert_eq!(Mass::half_pounds(2).to_string(), "453.59237 g");
        assert_eq!(Mass::parse("453.59237 g", Unit::Inch), Ok(Mass::half_pounds(2)));
    }

    #[rstest]
    #[case("")]
    #[case("-2 lb")]
    #[case("0 g")]
    #[case("3 stone")]
    #[case("900 kg")]
    fn what_is_no_weight_is_said(#[case] text: &str) {
        let error = Mass::parse(text, Unit::Inch).unwrap_err();
        assert!(error.to_string().contains("is not a weight"));
    }
}
