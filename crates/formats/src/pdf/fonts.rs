//! The fonts of a PDF, and how wide words are in them.
//!
//! Fira Sans (SIL Open Font License, `fonts/OFL.txt`), Latin, Greek and Cyrillic. A letter that it does not have is
//! left out, rather than printed as an empty box.

use std::sync::LazyLock;
use ttf_parser::Face;

pub(super) const REGULAR: &[u8] = include_bytes!("../../fonts/FiraSans-Regular.ttf");
pub(super) const MEDIUM: &[u8] = include_bytes!("../../fonts/FiraSans-Medium.ttf");

static FACES: LazyLock<[Option<Face<'static>>; 2]> =
    LazyLock::new(|| [REGULAR, MEDIUM].map(|bytes| Face::parse(bytes, 0).ok()));

/// How heavy words are.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) enum Weight {
    /// Running text.
    Regular,
    /// Headings and figures.
    Medium,
}

impl Weight {
    /// How wide words are, without kerning, in the unit of `size`.
    pub fn width(self, text: &str, size: f64) -> f64 {
        let [regular, medium] = &*FACES;
        let face = match self {
            Self::Regular => regular,
            Self::Medium => medium,
        };
        let Some(face) = face else { return text.chars().count() as f64 * size * 0.6 };
        let advance = |letter: char| {
            let glyph = face.glyph_index(letter).unwrap_or_default();
            f64::from(face.glyph_hor_advance(glyph).unwrap_or_default())
        };
        self.printable(text).chars().map(advance).sum::<f64>() * size / f64::from(face.units_per_em())
    }

    /// Words without the letters that the font does not have, and without the gaps they leave.
    pub fn printable(self, text: &str) -> std::borrow::Cow<'_, str> {
        let [regular, medium] = &*FACES;
        let face = match self {
            Self::Regular => regular,
            Self::Medium => medium,
        };
        let has = |letter: char| face.as_ref().is_none_or(|face| face.glyph_index(letter).is_some());
        if text.chars().all(has) {
            return text.into();
        }
        let kept: String = text.chars().filter(|letter| has(*letter)).collect();
        kept.split_whitespace().collect::<Vec<_>>().join(" ").into()
    }

    /// Words broken into lines no wider than `width`; a single word that is wider is broken too.
    pub fn wrap(self, text: &str, size: f64, width: f64) -> Vec<String> {
        let mut lines: Vec<String> = Vec::new();
        let mut line = String::new();
        for word in self.printable(text).split_whitespace() {
            let longer = if line.is_empty() { word.to_owned() } else { format!("{line} {word}") };
            if self.width(&longer, size) <= width {
                line = longer;
                continue;
            }
            if !line.is_empty() {
                lines.push(std::mem::take(&mut line));
            }
            for letter in word.chars() {
                line.push(letter);
                if self.width(&line, size) > width && line.chars().count() > 1 {
                    line.pop();
                    lines.push(std::mem::replace(&mut line, letter.to_string()));
                }
            }
        }
        if !line.is_empty() {
            lines.push(line);
        }
        lines
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        #[test]
        fn wrapped_lines_are_no_wider_and_lose_no_letter(text in "[a-zA-Z0-9¾½ ]{0,200}", width in 5.0_f64..90.0) {
            let lines = Weight::Regular.wrap(&text, 4.0, width);
            for line in &lines {
                prop_assert!(Weight::Regular.width(line, 4.0) <= width || line.chars().count() == 1);
            }
            let bare = |text: &str| text.split_whitespace().collect::<String>();
            prop_assert_eq!(bare(&lines.concat()), bare(&text));
        }
    }

    /// A name in a script that the font does not have leaves no boxes behind.
    #[test]
    fn letters_that_are_not_there_are_left_out() {
        for (name, printed) in
            [("Bud vase 花瓶 tall", "Bud vase tall"), ("花瓶", ""), ("Ваза", "Ваза"), ("Kiln 🏺", "Kiln")]
        {
            assert_eq!(Weight::Medium.printable(name), printed);
            assert!(!Weight::Medium.wrap(name, 4.0, 90.0).concat().contains('花'));
        }
    }

    /// Every sign that figures and sentences are written with has a letter of its own.
    #[test]
    fn fractions_and_signs_are_in_the_font() {
        for letter in "¼½¾⅛⅜⅝⅞⁄0123456789⁰¹²³⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉×≈°–—’“”…éßžЖω".chars()
        {
            for face in FACES.iter().flatten() {
                assert!(face.glyph_index(letter).is_some(), "{letter}");
            }
        }
    }
}
