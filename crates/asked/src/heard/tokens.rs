//! Words, numbers and pauses of what was said.

use super::vocabulary::Says;
use super::{HeardFault, MOST_WORDS, Spoken};
use crate::text::quoted;
use crate::{Length, Unit};
use std::ops::Range;

/// One word, number or pause.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Token {
    pub(super) kind: Kind,
    pub(super) at: Range<usize>,
}

#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) enum Kind {
    Number(Number),
    /// Between the two sides of a size.
    By,
    /// In lower case.
    Word(String),
    /// What a whole clause was found to say.
    Meant(Says),
    /// A figure of something that is no part of the net: a handle, a hole, an insert; or one that only counts.
    Aside,
    /// Where a voice rests: a comma, or the end of a sentence.
    Pause {
        full: bool,
    },
}

/// A number as a fraction in whole numbers, with the unit it names.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) struct Number {
    pub(super) top: i64,
    pub(super) bottom: i64,
    pub(super) unit: Option<Named>,
    /// True if it names its unit itself.
    pub(super) named: bool,
}

/// A unit as it is named.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) enum Named {
    Inch,
    Millimetre,
    Centimetre,
}

impl Number {
    /// The number itself, if it is a small whole one that names no unit: a count.
    pub(super) fn count(self) -> Option<u32> {
        let whole = !self.named && self.bottom == 1;
        u32::try_from(self.top).ok().filter(|count| whole && (1..=12).contains(count))
    }

    /// True if it is said to be in inches.
    pub(super) fn is_inches(self) -> bool {
        self.named && self.unit == Some(Named::Inch)
    }

    /// True for that whole number.
    pub(super) fn is(self, whole: i64) -> bool {
        (self.top, self.bottom) == (whole, 1)
    }

    fn length(self) -> Option<Length> {
        let each = match self.unit? {
            Named::Inch => Length::INCH.units(),
            Named::Millimetre => Length::MM.units(),
            Named::Centimetre => Length::MM.units() * 10,
        };
        let whole = i128::from(self.top) * i128::from(each);
        let bottom = i128::from(self.bottom);
        if whole % bottom != 0 {
            return None;
        }
        let units = i64::try_from(whole / bottom).ok()?;
        Some(Length::from_units(units)).filter(|length| *length <= Length::inches(400))
    }
}

impl Token {
    /// The length it says.
    ///
    /// # Errors
    /// If it cannot be kept exactly, or is longer than any roll.
    pub(super) fn length(&self, number: Number, words: &str) -> Result<Length, HeardFault> {
        number.length().ok_or_else(|| {
            let said = quoted(&words[self.at.clone()]);
            let sentence = format!("{said} is no length that can be set on a ruler.");
            HeardFault { place: self.at.clone(), sentence }
        })
    }

    /// The word, if it is one.
    pub(super) fn word(&self) -> Option<&str> {
        match &self.kind {
            Kind::Word(word) => Some(word),
            _ => None,
        }
    }

    pub(super) fn number(&self) -> Option<Number> {
        match self.kind {
            Kind::Number(number) => Some(number),
            _ => None,
        }
    }
}

/// Takes words apart.
///
/// # Errors
/// For other scripts than the Latin one, for more than [`MOST_WORDS`] characters and for numbers without end.
pub(super) fn tokens(words: &str) -> Result<Vec<Token>, HeardFault> {
    if let Some((end, _)) = words.char_indices().nth(MOST_WORDS) {
        let sentence = format!("These are more than {MOST_WORDS} characters; say it shorter.");
        return Err(HeardFault { place: end..words.len(), sentence });
    }
    // Where a list has spaces behind its commas, one without is a decimal comma; else of tenths at most.
    let most_places = if is_list_spaced(words) { 2 } else { 1 };
    let most_places = if speaks_metric(words) { most_places } else { 0 };
    let mut tokens = Vec::new();
    let mut at = 0;
    while let Some(letter) = words[at..].chars().next() {
        let rest = &words[at..];
        if letter.is_ascii_digit() || vulgar(letter).is_some() || starts_decimal(rest) {
            let (number, length) = number(rest, most_places)
                .ok_or_else(|| stopped(words, at, "is a number longer than any ruler. It stopped there."))?;
            tokens.push(Token { kind: Kind::Number(number), at: at..at + length });
            at += length;
        } else if letter.is_alphabetic() {
            if letter > '\u{24f}' {
                return Err(stopped(words, at, "is in letters that are not read here. It stopped there."));
            }
            let end = rest
                .find(|c: char| !c.is_alphabetic() && c != '\'' && c != '’')
                .unwrap_or(rest.len())
                .max(letter.len_utf8());
            // A4: a letter and its number are one word.
            let number = rest[end..].find(|c: char| !c.is_ascii_digit()).unwrap_or(rest.len() - end);
            let end = if rest[..end].eq_ignore_ascii_case("a") { end + number } else { end };
            let word = rest[..end].to_lowercase();
            let kind = if matches!(word.as_str(), "x" | "by") { Kind::By } else { Kind::Word(word) };
            tokens.push(Token { kind, at: at..at + end });
            at += end;
        } else {
            let width = letter.len_utf8();
            let place = at..at + width;
            match letter {
                '×' | '*' => tokens.push(Token { kind: Kind::By, at: place }),
                '°' => tokens.push(Token { kind: Kind::Word("degrees".to_owned()), at: place }),
                ',' | ':' => tokens.push(Token { kind: Kind::Pause { full: false }, at: place }),
                '.' | ';' | '\n' | '!' | '?' => {
                    tokens.push(Token { kind: Kind::Pause { full: true }, at: place });
                }
                other if other.is_numeric() => {
                    return Err(stopped(words, at, "is no figure that is read here. It stopped there."));
                }
                _ => {}
            }
            at += width;
        }
    }
    Ok(tokens)
}

/// True where centimetres are named, and no inches.
fn speaks_metric(words: &str) -> bool {
    let names = |wanted: fn(Named) -> bool| {
        words
            .split(|c: char| !c.is_alphabetic())
            .filter(|word| *word != "in")
            .any(|word| unit_word(&word.to_lowercase()).is_some_and(wanted))
    };
    names(|unit| unit == Named::Centimetre) && !names(|unit| unit == Named::Inch)
}

fn stopped(words: &str, at: usize, why: &str) -> HeardFault {
    let end = words[at..].find(char::is_whitespace).map_or(words.len(), |end| at + end);
    HeardFault { place: at..end, sentence: format!("{} {why}", quoted(&words[at..end])) }
}

fn starts_decimal(rest: &str) -> bool {
    rest.starts_with('.') && rest[1..].starts_with(|c: char| c.is_ascii_digit())
}

/// True if a mark and another digit follow at once: a list without spaces.
fn is_in_list(after: &str) -> bool {
    after.strip_prefix([',', '.']).is_some_and(|after| after.starts_with(|c: char| c.is_ascii_digit()))
}

/// True if a figure is parted from the next by a comma and a space.
fn is_list_spaced(words: &str) -> bool {
    let parts: Vec<&str> = words.split(", ").collect();
    let digit = |letter: Option<char>| letter.is_some_and(|letter| letter.is_ascii_digit());
    parts.windows(2).any(|two| digit(two[0].chars().next_back()) && digit(two[1].chars().next()))
}

/// A number at the start of `rest` and how many bytes it takes, its unit included, a comma before at most so many places taken for a
/// decimal one; none if it is too long.
fn number(rest: &str, most_places: usize) -> Option<(Number, usize)> {
    let mut at = 0;
    let digits = |at: usize| rest[at..].find(|c: char| !c.is_ascii_digit()).unwrap_or(rest.len() - at);
    let whole_digits = digits(0);
    if whole_digits > 6 {
        return None;
    }
    let whole: i64 = rest[..whole_digits].parse().unwrap_or(0);
    at += whole_digits;
    let (mut top, mut bottom) = (whole, 1);
    let mut is_done = false;
    if let Some(mark) = rest[at..].chars().next().filter(|mark| matches!(mark, '.' | ',')) {
        let places = digits(at + 1);
        // After a comma only where a metric unit follows: elsewhere it parts a list.
        let after = &rest[at + 1 + places..];
        let is_decimal = (1..=5).contains(&places)
            && (mark == '.'
                || unit(after).is_some_and(|(unit, _)| unit != Named::Inch)
                // 29,7: tenths where centimetres are spoken of, and no list without spaces.
                || places <= most_places && !is_in_list(after));
        if is_decimal {
            let decimals: i64 = rest[at + 1..at + 1 + places].parse().ok()?;
            bottom = 10_i64.pow(u32::try_from(places).ok()?);
            top = whole * bottom + decimals;
            at += 1 + places;
            is_done = true;
        } else if places > 5 && mark == '.' {
            return None;
        }
    }
    if !is_done {
        // No ruler has ninths: 3/9 are two figures.
        let rulable = |over: &(i64, usize)| whole_digits > 0 && (over.0.count_ones() == 1 || over.0 == 3);
        if let Some(over) = slashed(&rest[at..]).filter(rulable) {
            // 15/4: what was taken for the whole stands over the line.
            (top, bottom) = (whole, over.0);
            at += over.1;
        } else {
            let spaces = rest[at..].find(|c| !matches!(c, ' ' | '-' | '–' | '\u{a0}'));
            let after = at + spaces.unwrap_or(0);
            if let Some((own, under, length)) = part(&rest[after..]) {
                (top, bottom) = (whole * under + own, under);
                at = after + length;
            }
        }
    }
    let (unit, length) = unit(&rest[at..]).map_or((None, 0), |(unit, length)| (Some(unit), length));
    (bottom > 0 && bottom <= 100_000)
        .then_some((Number { top, bottom, unit, named: unit.is_some() }, at + length))
}

/// `¾` or `3/4`: top, bottom and bytes.
fn part(rest: &str) -> Option<(i64, i64, usize)> {
    let first = rest.chars().next()?;
    if let Some((top, bottom)) = vulgar(first) {
        return Some((top, bottom, first.len_utf8()));
    }
    let end = rest.find(|c: char| !c.is_ascii_digit())?;
    let (bottom, length) = slashed(&rest[end..])?;
    let top: i64 = rest.get(..end).filter(|digits| (1..=4).contains(&digits.len()))?.parse().ok()?;
    (top < bottom).then_some((top, bottom, end + length))
}

/// `/4`.
fn slashed(rest: &str) -> Option<(i64, usize)> {
    let after = rest.strip_prefix(['/', '⁄'])?;
    let end = after.find(|c: char| !c.is_ascii_digit()).unwrap_or(after.len());
    let bottom = after.get(..end).filter(|digits| (1..=4).contains(&digits.len()))?.parse().ok()?;
    Some((bottom, rest.len() - after.len() + end))
}

const fn vulgar(letter: char) -> Option<(i64, i64)> {
    Some(match letter {
        '½' => (1, 2),
        '¼' => (1, 4),
        '¾' => (3, 4),
        '⅛' => (1, 8),
        '⅜' => (3, 8),
        '⅝' => (5, 8),
        '⅞' => (7, 8),
        '⅓' => (1, 3),
        '⅔' => (2, 3),
        _ => return None,
    })
}

/// A unit and how many bytes it takes, the space before it included.
fn unit(rest: &str) -> Option<(Named, usize)> {
    let after = rest.trim_start_matches([' ', '\u{a0}', '-']);
    let before = rest.len() - after.len();
    if let Some(mark) = ["\"", "″", "”", "''"].iter().find(|mark| after.starts_with(**mark)) {
        return Some((Named::Inch, before + mark.len()));
    }
    let end = after.find(|c: char| !c.is_alphabetic()).unwrap_or(after.len());
    let named = unit_word(&after[..end].to_lowercase())?;
    // "12 by 6 in half" is no inch.
    let parts = ["half", "quarters", "four"];
    let goes_into = parts.iter().any(|part| after[end..].trim_start().starts_with(part));
    if after[..end].eq_ignore_ascii_case("in") && goes_into {
        return None;
    }
    // "12 in. x 8 in.": the point belongs to the unit, unless a new sentence begins behind it.
    let goes_on = after[end..].strip_prefix('.').is_some_and(|rest| {
        rest.trim_start().chars().next().is_some_and(|next| !next.is_uppercase() && next != '.')
    });
    Some((named, before + end + usize::from(goes_on)))
}

pub(super) fn unit_word(word: &str) -> Option<Named> {
    Some(match word {
        "in" | "inch" | "inches" => Named::Inch,
        "mm" | "millimetre" | "millimetres" | "millimeter" | "millimeters" => Named::Millimetre,
        "cm" | "centimetre" | "centimetres" | "centimeter" | "centimeters" | "centi" | "cms" => {
            Named::Centimetre
        }
        _ => return None,
    })
}

/// Gives every number its unit, and tells the one that is usual: one that names none gets the one that is named next in its sentence,
/// else the one named first of all, else `unit`; and whether that is only taken to be so, and might be another.
pub(super) fn give_units(tokens: &mut [Token], unit: Unit) -> (Spoken, bool) {
    let named = |token: &Token| token.number().and_then(|number| number.unit);
    let words = tokens
        .iter()
        .find_map(|token| token.word().and_then(unit_word).filter(|_| token.word() != Some("in")));
    let first = tokens.iter().find_map(named).or(words);
    let (taken, is_open) = unnamed(tokens, unit);
    let (usual, is_open) = first.map_or((taken, is_open), |named| (named, false));
    let mut next = None;
    for token in tokens.iter_mut().rev() {
        match &mut token.kind {
            Kind::Pause { full: true } => next = None,
            Kind::Number(number) if number.unit.is_some() => next = number.unit,
            Kind::Number(_)
            | Kind::Pause { .. }
            | Kind::By
            | Kind::Word(_)
            | Kind::Meant(_)
            | Kind::Aside => {}
        }
        if let Kind::Number(number) = &mut token.kind
            && number.unit.is_none()
        {
            number.unit = next.or(Some(usual));
        }
    }
    let spoken = match (usual, first.is_some()) {
        (Named::Inch, is_named) => Spoken::Inches { is_named },
        (Named::Millimetre, _) => Spoken::Millimetres,
        (Named::Centimetre, _) => Spoken::Centimetres,
    };
    (spoken, is_open)
}

/// What figures are in that name no unit, and whether they may as well be inches or centimetres: a ruler in inches has halves and
/// eighths; no sheet is as small as 80 mm; card is 12 inches wide and no wider, and centimetres come in whole ones and tenths.
fn unnamed(tokens: &[Token], unit: Unit) -> (Named, bool) {
    let numbers = || tokens.iter().filter_map(Token::number);
    let has_parts = numbers().any(|number| matches!(number.bottom, 2 | 4 | 8 | 16 | 32 | 64));
    let is_most = |most: i64| numbers().all(|number| number.top <= most * number.bottom);
    match unit {
        Unit::Inch => (Named::Inch, !has_parts && !is_most(LARGEST_CARD)),
        Unit::Metric if has_parts => (Named::Inch, false),
        Unit::Metric if is_most(SMALLEST_SHEET) => (Named::Centimetre, true),
        Unit::Metric => (Named::Millimetre, false),
    }
}

/// The side of the largest card there usually is, in inches (common practice).
const LARGEST_CARD: i64 = 12;
/// A sheet is not smaller than so many millimetres (our choice).
const SMALLEST_SHEET: i64 = 80;
