//! Figures are heard as they are spelled, each in its place.

use super::*;
use crate::Length;
use proptest::prelude::*;
use rstest::rstest;

/// A figure in one of the ways it is written, its length, and how it is spelled.
fn figure() -> impl Strategy<Value = (Length, String)> {
    (1_i64..40, 1_i64..8, 0_usize..9, any::<bool>()).prop_map(|(whole, eighths, way, named)| {
        let (top, bottom) = match eighths {
            4 => (1, 2),
            2 | 6 => (eighths / 2, 4),
            _ => (eighths, 8),
        };
        let glyph = ["⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"][usize::try_from(eighths - 1).unwrap()];
        let word = match bottom {
            2 => "half",
            4 => "quarter",
            _ => "eighth",
        };
        let count =
            ["no", "a", "two", "three", "four", "five", "six", "seven"][usize::try_from(top).unwrap()];
        let words = if top == 1 { format!("and a {word}") } else { format!("and {count} {word}s") };
        let (at, text) = match way {
            0 => (Length::eighths(whole * 8), whole.to_string()),
            1 => (Length::eighths(whole * 8 + eighths), format!("{whole}{glyph}")),
            2 => (Length::eighths(whole * 8 + eighths), format!("{whole} {top}/{bottom}")),
            3 => (Length::eighths(whole * 8 + eighths), format!("{whole}-{top}/{bottom}")),
            4 => (Length::eighths(whole * 8 + eighths), format!("{whole} {words}")),
            5 => (Length::eighths(eighths), format!("{top}/{bottom}")),
            6 => (Length::eighths(eighths), glyph.to_owned()),
            7 => (Length::eighths(whole * 8 + eighths), format!("{}/8", whole * 8 + eighths)),
            _ => (Length::eighths(whole * 8 + eighths), format!("{whole}.{:03}", eighths * 125)),
        };
        let unit = match eighths % 3 {
            // Nobody writes words and a mark.
            _ if way == 4 => " inches",
            0 => "\"",
            1 => " in",
            _ => " inches",
        };
        (at, if named { text + unit } else { text })
    })
}

proptest! {
    /// Whatever way figures are written, each is heard as it is, and stands where it was written.
    #[test]
    fn figures_are_heard_where_they_stand(figures in prop::collection::vec(figure(), 1..7)) {
        let spelled: Vec<&str> = figures.iter().map(|(_, text)| text.as_str()).collect();
        let words = format!("score at {}", spelled.join(", "));
        let heard = Heard::listen(&words, Unit::Inch).unwrap();
        let told: Vec<(Length, &str)> = heard.figures().map(|(_, own)| (own.at, &words[own.place.clone()])).collect();
        let wanted: Vec<(Length, &str)> = figures.iter().map(|(at, text)| (*at, text.as_str())).collect();
        prop_assert_eq!(told, wanted, "{}", words);
    }
}

/// The other end is the one that was not the last.
#[rstest]
#[case("from the left at 2, from the other end at 3, from the other end at 4", &[HeardEnd::Near, HeardEnd::Far, HeardEnd::Near])]
#[case("from the right at 2, from the other end at 3", &[HeardEnd::Far, HeardEnd::Near])]
#[case("from the bottom at 2, from the other end at 3", &[HeardEnd::Near, HeardEnd::Far])]
#[case("score at 2, from the other end at 3", &[HeardEnd::Unsaid, HeardEnd::Opposite])]
fn the_other_end_is_not_the_last(#[case] words: &str, #[case] ends: &[HeardEnd]) {
    let heard = Heard::listen(words, Unit::Inch).unwrap();
    assert_eq!(heard.passes.iter().map(|pass| pass.end).collect::<Vec<_>>(), ends);
}

/// Fractions in words: a half and a quarter stand alone, an eighth does not, and no more of them than make a whole.
#[rstest]
#[case("half", Some((1, 2, 1)))]
#[case("quarter", Some((1, 4, 1)))]
#[case("halves", None)]
#[case("eighth", None)]
#[case("quarters", None)]
#[case("a half", Some((1, 2, 2)))]
#[case("an eighth", Some((1, 8, 2)))]
#[case("three quarters", Some((3, 4, 2)))]
#[case("four quarters", None)]
#[case("seven eighths", Some((7, 8, 2)))]
#[case("five sixteenths", Some((5, 16, 2)))]
fn a_fraction_in_words(#[case] words: &str, #[case] read: Option<(i64, i64, usize)>) {
    assert_eq!(super::spoken::fraction_of(words), read);
}

/// What is said of a square is all used up: the figure, and the word behind it.
#[rstest]
#[case("12 square, score at 2 and 5", 12, &[2, 5])]
#[case("a 12 inch square sheet, score at 2 and 5", 12, &[2, 5])]
fn a_square_sheet_is_no_score(#[case] words: &str, #[case] side: i64, #[case] at: &[i64]) {
    let heard = Heard::listen(words, Unit::Inch).unwrap();
    let size = heard.sheet.map(|sheet| sheet.value);
    assert_eq!(size, Some(crate::plane::Size::new(Length::inches(side), Length::inches(side))));
    assert_eq!(
        heard.passes.iter().flat_map(|pass| &pass.figures).map(|own| own.at).collect::<Vec<_>>(),
        at.iter().map(|at| Length::inches(*at)).collect::<Vec<_>>()
    );
}

/// A unit that is spoken is the unit, whatever figures are meant in otherwise.
#[rstest]
#[case("one and a half inches")]
#[case("an inch and a half")]
#[case("1 and 1/2 inches")]
#[case("1 inch and a half")]
#[case("one point five inches")]
#[case("1½ in.")]
fn a_spoken_unit_is_kept(#[case] figure: &str) {
    let heard = Heard::listen(&format!("score at {figure}"), Unit::Metric).unwrap();
    let told: Vec<Length> = heard.figures().map(|(_, own)| own.at).collect();
    assert_eq!(told, [Length::eighths(12)], "{figure}");
}
