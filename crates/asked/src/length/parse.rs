//! Reading lengths as people write them.

use super::{Length, Unit};
use crate::text::quoted;
use std::str::FromStr;

/// Why a text is not a length. The message quotes the text and says what is wrong with it.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{input} is not a length: {problem}")]
pub struct LengthError {
    input: String,
    problem: &'static str,
}

impl LengthError {
    /// What is wrong, without the quoted input.
    pub fn problem(&self) -> &'static str {
        self.problem
    }
}

const EMPTY: &str = "write a number, such as 3 3/4 or 9.5 cm";
const NOT_A_NUMBER: &str = "it needs a number, such as 3 3/4, 3.75 or 95 mm";
const NO_BOTTOM: &str = "the fraction has nothing under its line";
const ZERO_BOTTOM: &str = "a fraction cannot have 0 under its line";
const UNKNOWN_UNIT: &str = "its unit is not one of in, mm, cm or m";
const TOO_LONG: &str = "it is longer than a kilometre";
const NOT_EXACT: &str =
    "it cannot be kept exactly; use halves, quarters down to sixty-fourths, or at most five decimals";
const OUT_OF_PLACE: &str = "there is something after the number that does not belong there";

impl FromStr for Length {
    type Err = LengthError;

    /// Reads a length whose unit, if left out, is inches. See [`Length::parse`].
    fn from_str(text: &str) -> Result<Self, LengthError> {
        Self::parse(text, Unit::Inch)
    }
}

impl Length {
    /// Reads a length as people write it; `unit` is meant where the text names none (inches, or millimetres).
    ///
    /// Mixed fractions (`3 3/4`, `3-3/4"`, `3¾`), decimals (`3.75 in`, `9,5 cm`), units in, inch, inches, `"`,
    /// mm, cm, m. A leading minus is read; whether a length may be negative is for the caller to say.
    ///
    /// # Errors
    /// [`LengthError`], quoting the text, for anything else, for lengths over a kilometre, and for figures
    /// that cannot be kept exactly (a third of an inch).
    ///
    /// ```
    /// use wide_fold_asked::{Length, Unit};
    /// assert_eq!(Length::parse("3-3/4\"", Unit::Metric)?, Length::parse("3¾", Unit::Inch)?);
    /// assert_eq!(Length::parse("95", Unit::Metric)?, Length::parse("9,5 cm", Unit::Inch)?);
    /// let error = Length::parse("three", Unit::Inch).unwrap_err();
    /// assert!(error.to_string().starts_with("“three” is not a length"));
    /// # Ok::<(), wide_fold_asked::LengthError>(())
    /// ```
    pub fn parse(text: &str, unit: Unit) -> Result<Self, LengthError> {
        read(text.trim(), unit).map_err(|problem| LengthError { input: quoted(text), problem })
    }
}

fn read(text: &str, unit: Unit) -> Result<Length, &'static str> {
    if text.is_empty() {
        return Err(EMPTY);
    }
    let mut rest = Cursor(text);
    let negative = rest.eat(&['-', '−']);
    let (top, bottom) = number(&mut rest)?;
    rest.spaces();
    let each = in_units(rest.0, unit).ok_or(if rest.0.starts_with(|c: char| c.is_alphabetic()) {
        UNKNOWN_UNIT
    } else {
        OUT_OF_PLACE
    })?;
    let scaled = top.checked_mul(each).ok_or(TOO_LONG)?;
    if scaled / bottom > i128::from(Length::MAX.units()) {
        return Err(TOO_LONG);
    }
    if scaled % bottom != 0 {
        return Err(NOT_EXACT);
    }
    let units = i64::try_from(scaled / bottom).map_err(|_| TOO_LONG)?;
    Ok(Length::from_units(if negative { -units } else { units }))
}

/// A number as a fraction in whole numbers: top and bottom.
fn number(rest: &mut Cursor<'_>) -> Result<(i128, i128), &'static str> {
    if let Some((top, bottom)) = rest.vulgar() {
        return Ok((top, bottom));
    }
    let whole = match rest.digits()? {
        Some(whole) => whole,
        None if rest.0.starts_with(['.', ',']) => 0,
        None => return Err(NOT_A_NUMBER),
    };
    if rest.eat(&['.', ',']) {
        let before = rest.0.len();
        let decimals = rest.digits()?;
        let places = before - rest.0.len();
        let scale = 10_i128.pow(u32::try_from(places).map_err(|_| NOT_EXACT)?);
        return Ok((whole * scale + decimals.ok_or(NOT_A_NUMBER)?, scale));
    }
    if rest.eat(&['/', '⁄']) {
        return Ok((whole, denominator(rest)?));
    }
    let after_whole = rest.0;
    rest.spaces();
    rest.eat(&['-', '–', '‑']);
    rest.spaces();
    if let Some((top, bottom)) = rest.vulgar() {
        return Ok((whole * bottom + top, bottom));
    }
    if let Some(top) = rest.digits()? {
        if !rest.eat(&['/', '⁄']) {
            return Err(OUT_OF_PLACE);
        }
        let bottom = denominator(rest)?;
        return Ok((whole * bottom + top, bottom));
    }
    rest.0 = after_whole;
    Ok((whole, 1))
}

fn denominator(rest: &mut Cursor<'_>) -> Result<i128, &'static str> {
    match rest.digits()? {
        None => Err(NO_BOTTOM),
        Some(0) => Err(ZERO_BOTTOM),
        Some(bottom) => Ok(bottom),
    }
}

/// Smallest units in the unit that `text` names, all of it.
fn in_units(text: &str, unit: Unit) -> Option<i128> {
    let inch = i128::from(Length::INCH.units());
    let mm = i128::from(Length::MM.units());
    Some(match text.to_lowercase().trim_end_matches('.') {
        "" => match unit {
            Unit::Inch => inch,
            Unit::Metric => mm,
        },
        "in" | "inch" | "inches" | "\"" | "″" | "”" | "“" | "''" | "’’" => inch,
        "mm" | "millimetre" | "millimetres" | "millimeter" | "millimeters" => mm,
        "cm" | "centimetre" | "centimetres" | "centimeter" | "centimeters" => mm * 10,
        "m" | "metre" | "metres" | "meter" | "meters" => mm * 1000,
        _ => return None,
    })
}

/// What is still to be read.
struct Cursor<'a>(&'a str);

impl Cursor<'_> {
    fn spaces(&mut self) {
        self.0 = self.0.trim_start();
    }

    /// Takes one character if it is one of `any`.
    fn eat(&mut self, any: &[char]) -> bool {
        match self.0.strip_prefix(any) {
            Some(rest) => {
                self.0 = rest;
                true
            }
            None => false,
        }
    }

    /// Takes a row of ASCII digits, at most twelve of them.
    fn digits(&mut self) -> Result<Option<i128>, &'static str> {
        let end = self.0.find(|c: char| !c.is_ascii_digit()).unwrap_or(self.0.len());
        let (run, rest) = self.0.split_at(end);
        self.0 = rest;
        match run.len() {
            0 => Ok(None),
            1..=12 => Ok(run.parse().ok()),
            _ => Err(TOO_LONG),
        }
    }

    /// Takes one single-character fraction such as `¾`.
    fn vulgar(&mut self) -> Option<(i128, i128)> {
        let first = self.0.chars().next()?;
        let (_, top, bottom) = VULGAR.into_iter().find(|(sign, ..)| *sign == first)?;
        self.0 = &self.0[first.len_utf8()..];
        Some((top, bottom))
    }
}

const VULGAR: [(char, i128, i128); 11] = [
    ('½', 1, 2),
    ('¼', 1, 4),
    ('¾', 3, 4),
    ('⅛', 1, 8),
    ('⅜', 3, 8),
    ('⅝', 5, 8),
    ('⅞', 7, 8),
    ('⅓', 1, 3),
    ('⅔', 2, 3),
    ('⅕', 1, 5),
    ('⅒', 1, 10),
];

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case("3 3/4")]
    #[case("3¾")]
    #[case("3 ¾ in")]
    #[case("3-3/4\"")]
    #[case("3 - 3/4 in.")]
    #[case("3–3/4″")]
    #[case("3 3⁄4”")]
    #[case("3.75 in")]
    #[case("3,75 Inches")]
    #[case("15/4")]
    #[case("  3 6/8 inch ")]
    #[case("3.75''")]
    #[case("95.25 mm")]
    #[case("95 1/4mm")]
    #[case("9.525cm")]
    #[case("0.09525 m")]
    fn all_these_are_three_and_three_quarters(#[case] text: &str) {
        assert_eq!(text.parse(), Ok(Length::eighths(30)));
    }

    #[rstest]
    #[case("½", 32)]
    #[case(".5", 32)]
    #[case("0", 0)]
    #[case("-2", -128)]
    #[case("−¼ in", -16)]
    #[case("1/64", 1)]
    fn small_and_negative(#[case] text: &str, #[case] sixty_fourths: i64) {
        assert_eq!(text.parse(), Ok(Length::sixty_fourths(sixty_fourths)));
    }

    #[rstest]
    #[case("", EMPTY)]
    #[case("   ", EMPTY)]
    #[case("three", NOT_A_NUMBER)]
    #[case("in", NOT_A_NUMBER)]
    #[case("3/", NO_BOTTOM)]
    #[case("3/0", ZERO_BOTTOM)]
    #[case("3 3/4 furlongs", UNKNOWN_UNIT)]
    #[case("3 4", OUT_OF_PLACE)]
    #[case("3 3/4 5", OUT_OF_PLACE)]
    #[case("3..5", NOT_A_NUMBER)]
    #[case("--3", NOT_A_NUMBER)]
    #[case("1/3 in", NOT_EXACT)]
    #[case("3.333333 in", NOT_EXACT)]
    #[case("1001 m", TOO_LONG)]
    #[case("999999999999 m", TOO_LONG)]
    #[case("99999999999999999999999999", TOO_LONG)]
    #[case("NaN", NOT_A_NUMBER)]
    #[case("1e9", UNKNOWN_UNIT)]
    fn nonsense_is_refused_and_quoted(#[case] text: &str, #[case] problem: &str) {
        let error = text.parse::<Length>().unwrap_err();
        assert_eq!(error.problem(), problem);
        assert!(error.to_string().contains(text.trim()));
    }

    #[test]
    fn a_very_long_text_is_quoted_short() {
        let error = "x".repeat(10_000).parse::<Length>().unwrap_err();
        assert!(error.to_string().len() < 200);
    }

    proptest! {
        #[test]
        fn any_text_is_read_or_refused_without_panic(text in "\\PC{0,24}") {
            let _ = text.parse::<Length>();
        }

        #[test]
        fn printing_then_parsing_gives_the_same(units in -Length::MAX.units()..=Length::MAX.units()) {
            let length = Length::from_units(units);
            prop_assert_eq!(length.to_string().parse(), Ok(length));
        }

        #[test]
        fn sixty_fourths_round_trip_in_both_units(n in 0_i64..100_000) {
            let length = Length::sixty_fourths(n);
            prop_assert_eq!(length.to_string().parse(), Ok(length));
            prop_assert_eq!(Length::parse(&length.editable(Unit::Metric), Unit::Metric), Ok(length));
            prop_assert_eq!(Length::parse(&length.editable(Unit::Inch), Unit::Inch), Ok(length));
            prop_assert_eq!(Length::parse(&length.figure(Unit::Inch), Unit::Inch), Ok(length));
        }
    }
}
