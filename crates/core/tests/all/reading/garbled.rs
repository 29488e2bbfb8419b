//! Words that are no figures: a sentence that says at which word it stopped, never a guess.

use super::said::read_words;
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::Unit;
use wide_fold_core::heard::{Heard, MOST_FIGURES, MOST_WORDS};
use wide_fold_core::reading::explain;

#[rstest]
#[case::another_script("12 × 8½, счёт 2", "“счёт”")]
#[case::other_digits("score at ٣", "“٣”")]
#[case::no_ruler("score at 2⅓", "“2⅓”")]
#[case::too_long_a_number("score at 123456789", "“123456789”")]
#[case::two_sheets("12 × 12, score at 2, 6 × 6", "“6 × 6”")]
#[case::pieces_differ("one piece 8¾ × 8¼, score at 2, the other piece 6 × 6, score at 1", "“6 × 6”")]
#[case::taken_back("12 × 8½, score at 2 but not at 5¾", "“not”")]
fn it_says_at_which_word_it_stopped(#[case] words: &str, #[case] at: &str) {
    let fault = Heard::listen(words, Unit::Inch).unwrap_err();
    assert!(fault.sentence.contains(at), "{}", fault.sentence);
    assert_eq!(format!("“{}”", &words[fault.place]), at);
}

#[test]
fn a_thousand_figures_are_not_listened_to() {
    let many = (1..=100).map(|figure| figure.to_string()).collect::<Vec<_>>().join(", ");
    let fault = Heard::listen(&many, Unit::Inch).unwrap_err();
    assert_eq!(&many[fault.place], (MOST_FIGURES + 1).to_string());
    let long = "score at 2, ".repeat(1_000);
    assert!(Heard::listen(&long, Unit::Inch).unwrap_err().sentence.contains(&MOST_WORDS.to_string()));
}

#[rstest]
#[case::nothing("", "No figure of a score was understood")]
#[case::no_figures("a bag for my blue vase", "“blue”")]
#[case::no_sheet("score at 2, 5¾, 7¾ and 11½, turn, score at 2", "The size of the sheet was not said")]
#[case::three("three 12 × 12 pieces, score at 6, turn, score at 2", "more than two pieces")]
#[case::no_bag(
    "12 × 12, score at 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, turn, score at 1, 2, 3, 4, 5",
    "3 figures are left over"
)]
#[case::left_over(
    "12 × 8½, score at 1, 2, 3, 4, 5¾, 7¾ and 11½, turn, score at 2",
    "all of these figures at once"
)]
#[case::one_side("paper 12 inches wide, score at 2, 5¾, 7¾ and 11½, turn, score at 2", "Only one side")]
fn what_is_wanted_is_said(#[case] words: &str, #[case] says: &str) {
    let found = read_words(words);
    assert!(found.readings.is_empty() && found.corrections.is_empty(), "{:#?}", found.readings);
    assert!(found.wants.clone().unwrap().contains(says), "{:?}", found.wants);
}

const WORDS: [&str; 40] = [
    "two",
    "12 × 12",
    "score",
    "at",
    "2",
    "5¾",
    "7¾,",
    "11½",
    "turn",
    "flip",
    "over",
    "from",
    "the",
    "left",
    "bottom",
    "top",
    "other end",
    "hem",
    "tab",
    "½",
    "a half",
    "cm",
    "mm",
    "14,5",
    "three pleats",
    "trim to",
    "12 × 8½",
    "slit",
    "up to",
    "gusset",
    "centre",
    ".",
    "long side",
    "lovely",
    "deep",
    "A4",
    "quarter",
    "1 × 9",
    "6 × 6 × 2",
    "–",
];

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// Whatever is said, it is heard or refused with the place; every phrase is where it says; every reading explains every figure
    /// that was heard: none is left out unsaid.
    #[test]
    fn no_words_make_it_stumble(words in prop::collection::vec(prop::sample::select(WORDS.to_vec()), 0..24)) {
        let words = words.join(" ");
        match Heard::listen(&words, Unit::Inch) {
            Err(fault) => prop_assert!(words.get(fault.place).is_some()),
            Ok(heard) => {
                for phrase in &heard.phrases {
                    prop_assert!(words.get(phrase.place.clone()).is_some_and(|text| !text.is_empty()));
                }
                let found = explain(&heard, &words);
                for reading in &found.readings {
                    prop_assert_eq!(reading.lines.len(), heard.figures().count(), "{}", words);
                }
                prop_assert!(found.wants.is_some() == (found.readings.is_empty() && found.corrections.is_empty()));
            }
        }
    }

    /// Nor do letters of all kinds.
    #[test]
    fn no_letters_make_it_stumble(words in "\\PC{0,60}") {
        if let Ok(heard) = Heard::listen(&words, Unit::Metric) {
            let _ = explain(&heard, &words);
        }
    }
}
