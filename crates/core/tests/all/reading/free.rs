//! Sayings written freely, as people say it at the table (common practice; the bags are those of the trade's worked examples, and some
//! more), before the reader was made to read them: how many are read as the bag that was meant, before anything else.

use super::said::{same_bag, told};
use proptest::prelude::*;
use rstest::rstest;
use std::collections::BTreeMap;
use wide_fold_core::brief::{Across, BaseHabit, Build, CUSTOMARY_LAP, GussetCrease, Joins, Squares, Top};
use wide_fold_core::heard::Heard;
use wide_fold_core::plane::Size;
use wide_fold_core::reading::{Explained, explain};
use wide_fold_core::{Brief, Length, Unit};

const SAYINGS: &str = include_str!("free.txt");

/// Others, written down when the reader had been made to read those.
const LATER: &str = include_str!("later.txt");

/// A bag by its name in the list.
pub fn bag(name: &str) -> Brief {
    let bag = |size: [&str; 3]| {
        let [width, height, gusset] = size.map(|side| side.parse::<Length>().unwrap());
        Brief::new(width, height, gusset)
    };
    let hem = |eighths| Top::HemIn { depth: Length::eighths(eighths) };
    let pair = Build::CornerPair;
    match name {
        "wrap" => bag(["3 3/4", "6 1/2", "2"]),
        "small" => bag(["1 3/4", "5", "1"]),
        "letter" => bag(["3", "6 1/2", "2"]),
        "metric" => bag(["90 mm", "160 mm", "50 mm"]),
        "soft" => Brief { top: hem(12), ..bag(["8", "13 1/2", "3"]) },
        "pair" => Brief { build: pair, ..bag(["6", "6", "2 1/4"]) },
        "hemmed" => Brief { build: pair, top: hem(8), ..bag(["8", "7 1/2", "3 1/2"]) },
        "flat" => Brief {
            build: pair,
            top: hem(8),
            gusset_crease: GussetCrease::FoldFlat { across: Across::Back },
            ..bag(["6", "5 1/2", "5 1/2"])
        },
        "cradle" => Brief {
            build: Build::CradlePair { squares: Squares::SlitUp },
            top: hem(12),
            ..bag(["6", "7 1/2", "3"])
        },
        "strips" => Brief {
            build: pair,
            joins: Joins::Strips { width: Length::INCH },
            base: BaseHabit::Custom { depth: "2 1/2".parse().unwrap() },
            top: hem(12),
            ..bag(["8", "8", "4"])
        },
        "folded" => Brief {
            build: Build::FoldedBase { lap: CUSTOMARY_LAP },
            top: hem(16),
            ..bag(["7 1/4", "7 7/8", "3 3/4"])
        },
        other => panic!("no bag is called {other:?}"),
    }
}

/// Figures, in digits and parts in words, of which nothing was understood, where a bag is offered all the same.
fn vanished(words: &str, heard: &Heard, found: &Explained) -> Vec<String> {
    if found.readings.is_empty() && found.corrections.is_empty() {
        return Vec::new();
    }
    let understood =
        |at: usize| heard.phrases.iter().any(|phrase| phrase.says.is_some() && phrase.place.contains(&at));
    let is_part = |before: &str| before.ends_with(|c: char| c.is_numeric() || "./,⁄ -".contains(c));
    let parts = ["half", "quarter", "fourth", "eighth"];
    let is_word = |at: usize| {
        !words[..at].ends_with(char::is_alphabetic) && parts.iter().any(|part| words[at..].starts_with(part))
    };
    let starts = words
        .char_indices()
        .filter(|(at, letter)| (letter.is_ascii_digit() && !is_part(&words[..*at])) || is_word(*at));
    starts.filter(|(at, _)| !understood(*at)).map(|(at, _)| words[at..].chars().take(9).collect()).collect()
}

fn sayings() -> Vec<&'static str> {
    SAYINGS.lines().filter_map(|line| line.split_once(" | ")).map(|(_, words)| words).collect()
}

#[test]
fn no_figure_vanishes() {
    for words in sayings() {
        let heard = Heard::listen(words, Unit::Inch).unwrap();
        let lost = vanished(words, &heard, &explain(&heard, words));
        assert!(lost.is_empty(), "{words}: {lost:?}");
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// Whatever is said in between: a figure is understood, or no bag is offered that leaves it out.
    #[test]
    fn a_figure_more_does_not_vanish(
        saying in prop::sample::select(sayings()),
        at in 0.0_f64..1.0,
        figure in 1_u8..30,
        of in prop::sample::select(vec!["", "quinces", "inches", "in.", "mm", "sheet", "side", "off", "tall", "for the handle", "at the top", "from the", "and a half", "hem", "by"]),
    ) {
        let words: Vec<&str> = saying.split(' ').collect();
        let at = (at * words.len() as f64) as usize;
        let more = format!("{figure} {of}");
        let words = [&words[..at], &[more.trim()], &words[at..]].concat().join(" ");
        let Ok(heard) = Heard::listen(&words, Unit::Inch) else { return Ok(()) };
        let lost = vanished(&words, &heard, &explain(&heard, &words));
        prop_assert!(lost.is_empty(), "{words}: {lost:?}");
    }
}

/// How many of these sayings are read as the bag that was meant before anything else, and of how many; what is not is told.
fn right_first(sayings: &str) -> (usize, usize) {
    let mut kind = "";
    let mut kinds: BTreeMap<&str, (usize, usize)> = BTreeMap::new();
    for line in sayings.lines() {
        let Some((name, words)) = line.split_once(" | ") else {
            kind = line.trim_start_matches("# ");
            continue;
        };
        let found = Heard::listen(words, Unit::Inch).map(|heard| explain(&heard, words));
        let first = found.as_ref().ok().and_then(|found| found.readings.first());
        let right = first.is_some_and(|first| same_bag(&first.brief, &bag(name)));
        let counted = kinds.entry(kind).or_default();
        counted.0 += usize::from(right);
        counted.1 += 1;
        if !right {
            let says = found.as_ref().map_or_else(|fault| fault.sentence.clone(), told);
            println!("{kind}: {words}\n    {}", says.replace('\n', "\n    "));
        }
    }
    for (kind, (right, all)) in &kinds {
        println!("{right:3} of {all:3}  {kind}");
    }
    kinds.values().fold((0, 0), |sum, own| (sum.0 + own.0, sum.1 + own.1))
}

#[rstest]
#[case::said_before(SAYINGS, 158, 152)]
#[case::said_later(LATER, 40, 37)]
fn what_people_say_is_read_as_they_mean_it(
    #[case] sayings: &str,
    #[case] many: usize,
    #[case] at_least: usize,
) {
    let (right, all) = right_first(sayings);
    println!("{right} of {all}");
    assert!(all == many && right >= at_least, "{right} of {all} are read right first");
}

/// What is taken back, or not said far enough to be done, is no bag: it says where it stopped.
#[rstest]
#[case::no_hem(
    "Two 12 by 12, score at 8 and 11½, turn, score at 3½. Don't fold an inch over at the top.",
    "Don't"
)]
#[case::without("Two 12 by 12, score at 8 and 11½, turn, score at 3½, without a one inch hem", "without")]
#[case::no_tab("12 by 8½, score at 2, 5¾, 7¾ and 11½, with no half inch tab, turn, score at 2", "no")]
#[case::no_trim("24 by 18, do not trim 2 off the top, score at 3, 11, 14 and 22, turn, score at 3", "not")]
#[case::which_way("24 by 20, trim 2 off. Score at 3, 11, 14 and 22, turn, score at 3", "2")]
#[case::too_much("12 by 12, cut off 13, score at 3 and 9, turn, score at 3", "13")]
fn it_stops_where_something_is_taken_back(#[case] words: &str, #[case] at: &str) {
    let fault = Heard::listen(words, Unit::Inch).unwrap_err();
    assert!(fault.sentence.ends_with('.'), "{fault}");
    assert_eq!(&words[fault.place], at);
}

/// Handles that are spoken of in the middle of the scores take none of them along.
#[rstest]
#[case("small", "6×6: 1, 2¾, 3¾ and 5½, turn, 1, and two ribbon handles")]
#[case("small", "6 by 6 score at 1 2¾ 3¾ 5½ with handles of 12 inches turn score at 1")]
#[case("wrap", "12 by 8½, score at 2, 5¾, 7¾ and 11½, punch two holes 1 inch down, turn, 2")]
#[case("wrap", "A strip of 1¾ by 12 is for the handle. 12 by 8½, score at 2, 5¾, 7¾, 11½, turn, score at 2")]
#[case("letter", "One letter sheet, long side up, score at 2, 5, 7 and 10, turn, score at 2")]
#[case("hemmed", "two 12 by 12 score at 8 and 11½ with an inch hem turn score at 3½")]
fn what_stands_between_the_scores_leaves_them_be(#[case] name: &str, #[case] words: &str) {
    let found = explain(&Heard::listen(words, Unit::Inch).unwrap(), words);
    let first = found.readings.first().unwrap_or_else(|| panic!("{words}: {}", told(&found)));
    assert!(same_bag(&first.brief, &bag(name)), "{words}: {}", told(&found));
}

/// The size that stands on the drawing can be written in its place, and is heard there.
#[test]
fn the_sheet_of_every_saying_can_be_changed() {
    for words in sayings() {
        let heard = Heard::listen(words, Unit::Inch).unwrap();
        let Some(sheet) = heard.trimmed.as_ref().or(heard.sheet.as_ref()) else { continue };
        // One that was said twice contradicts itself when one is changed, and it says so.
        let restated = heard.trimmed.is_some() && !heard.reckoned || words.contains("A4, 297");
        let changed = format!("{}23 × 19 in{}", &words[..sheet.at.start], &words[sheet.at.end..]);
        let again = match Heard::listen(&changed, Unit::Inch) {
            Ok(again) => again,
            Err(fault) => {
                assert!(restated, "{changed}: {fault}");
                continue;
            }
        };
        let own = again.trimmed.as_ref().or(again.sheet.as_ref()).unwrap_or_else(|| panic!("{changed}"));
        assert_eq!(own.value, Size::new(Length::inches(23), Length::inches(19)), "{words}: {changed}");
    }
}
