//! What is said by halves: one side of a sheet, a width and a height of nothing, a unit that nobody names, figures that are no scores.

use super::said::{read_words, same_bag, told};
use super::worked::worked;
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::heard::Heard;
use wide_fold_core::plane::Size;
use wide_fold_core::reading::explain;
use wide_fold_core::{Brief, Length, Unit};

fn wrap() -> Brief {
    Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))
}

#[rstest]
#[case::sheet("a sheet 12 wide and 8½ tall")]
#[case::paper("the paper is 12 wide, 8½ tall")]
#[case::card("card 12 inches wide by 8½ inches high")]
#[case::height_first("a piece that is 8½ tall and 12 wide")]
#[case::colon("Sheet: 12 wide, 8½ tall")]
fn near_paper_it_is_the_sheet(#[case] said: &str) {
    let found = read_words(&format!("{said}, score at 2, 5¾, 7¾ and 11½, turn, score at 2"));
    assert!(found.readings.first().is_some_and(|first| same_bag(&first.brief, &wrap())), "{}", told(&found));
    assert_eq!(found.question, None);
}

#[rstest]
#[case::bag("a bag 3¾ wide and 6½ tall")]
#[case::finished("finished it is 3¾ wide and 6½ tall")]
#[case::by("a bag of 3¾ by 6½")]
#[case::before("a 3¾ × 6½ bag")]
fn near_bag_it_is_the_bag(#[case] said: &str) {
    let found = read_words(&format!("{said}. Score at 2, 5¾, 7¾ and 11½, turn, score at 2"));
    assert!(found.readings.first().is_some_and(|first| same_bag(&first.brief, &wrap())), "{}", told(&found));
    assert_eq!(found.question, None);
}

/// Near neither it is asked; either answer is taken up by the words and asked no more.
#[rstest]
#[case::the_sheet("12 wide and 8½ tall", 0)]
#[case::the_bag("3¾ wide and 6½ tall", 1)]
fn near_nothing_it_is_asked(#[case] said: &str, #[case] meant: usize) {
    let words = format!("{said}, score at 2, 5¾, 7¾ and 11½, turn, score at 2");
    let found = read_words(&words);
    let question = found.question.clone().unwrap();
    assert!(question.asks.ends_with("the sheet, or the bag?"), "{}", question.asks);
    // What makes a bag is shown meanwhile.
    assert!(same_bag(&found.readings[0].brief, &wrap()), "{}", told(&found));
    assert!(!question.answers[meant].readings.is_empty() && question.answers[1 - meant].readings.is_empty());
    for answer in &question.answers {
        let again = read_words(&answer.said(&words));
        assert!(again.question.is_none_or(|asked| asked.asks != question.asks), "{}", answer.said(&words));
    }
    let again = read_words(&question.answers[meant].said(&words));
    assert!(same_bag(&again.readings[0].brief, &wrap()), "{}", told(&again));
}

/// A wide sheet and a high bag: the scores along the sheet are judged against it, and one that is wrong is mended.
#[test]
fn along_one_side_scores_are_judged_and_mended() {
    for (_, bag) in worked().iter().filter(|(_, bag)| {
        bag.build == wide_fold_core::brief::Build::Wrap && bag.top == wide_fold_core::brief::Top::Raw
    }) {
        let say = |length: Length| length.figure(Unit::Inch);
        let size = bag.finished;
        let [g, w] = [size.gusset, size.width];
        let at = [g, g + w, g + w + g, (g + w) * 2];
        let across = say((g + w) * 2 + Length::eighths(4));
        let scores = |at: [Length; 4]| at.map(say).join(", ");
        let words = |at| format!("a sheet {across} wide, score at {}, turn, score at {}", scores(at), say(g));
        let right = format!("{}, the bag is {} high", words(at), say(size.height));
        let found = read_words(&right);
        assert!(
            found.readings.first().is_some_and(|first| same_bag(&first.brief, bag)),
            "{right}: {}",
            told(&found)
        );
        let mut wrong = at;
        wrong[1] -= Length::eighths(2);
        let found = read_words(&format!("{}, the bag is {} high", words(wrong), say(size.height)));
        let first = found.corrections.first().unwrap_or_else(|| panic!("{}", told(&found)));
        assert!(same_bag(&first.reading.brief, bag), "{}", told(&found));
        // With nothing said of its height the figure along the sheet is still asked about.
        let silent = words(wrong);
        let question = read_words(&silent).question.unwrap();
        assert!(question.answers.iter().any(|answer| answer.said(&silent) == words(at)), "{question:?}");
    }
}

#[test]
fn a_pad_that_was_cut_is_known_by_its_side() {
    let found = read_words(
        "on a twelve inch sheet, score at 2, 5¾, 7¾ and 11½, turn, score at 2, the bag is 6½ high",
    );
    assert!(same_bag(&found.readings[0].brief, &wrap()), "{}", told(&found));
}

/// A tab as wide as the gusset is common on wrapping paper (common practice).
#[rstest]
#[case::said("24 × 18, scores 3, 11, 14, 22, base 3, hem 1½")]
#[case::wide_and_tall("sheet 24 wide 18 tall, score at 3, 11, 14, 22, turn, score at 3, hem 1½")]
#[case::scored("24 × 18, score at 3, 11, 14, 22, turn, score at 3 and 16½")]
fn a_large_tab_of_wrapping_paper_is_no_fault(#[case] words: &str) {
    let found = read_words(words);
    let size = found.readings[0].brief.finished;
    assert_eq!(
        [size.width, size.height, size.gusset],
        [Length::inches(8), Length::eighths(108), Length::inches(3)]
    );
    assert_eq!(found.readings[0].brief.tab, Length::inches(2));
    assert!(found.readings[0].is_usual() && found.corrections.is_empty(), "{}", told(&found));
}

/// Top and bottom are told apart by what is said last: then it says from which edge it measured.
#[rstest]
#[case::hem_last("12 × 9½, score at 2, 5¾, 7¾ and 11½, turn, score at 1 and 7½, hem of 1", true)]
#[case::from_the_top("12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 6½", true)]
#[case::as_usual("12 × 9½, score at 2, 5¾, 7¾ and 11½, turn, score at 2 and 8½, hem of 1", false)]
#[case::it_was_said("12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 6½ from the top", false)]
fn what_is_measured_from_the_top_says_so(#[case] words: &str, #[case] is_said: bool) {
    let first = &read_words(words).readings[0];
    let says = first.says.iter().any(|says| says.contains("measured from the top edge"));
    assert_eq!(says, is_said, "{:?}", first.says);
}

#[test]
fn what_is_left_over_is_asked_about() {
    let words = "12 × 8½, score at 1, 2, 3, 4, 5¾, 7¾ and 11½, turn, score at 2";
    let question = read_words(words).question.unwrap();
    let again = read_words(&question.answers[0].said(words));
    assert!(same_bag(&again.readings[0].brief, &wrap()), "{question:?}");
}

#[rstest]
#[case::tenths("29,7 × 21 cm, score at 5, 14,2, 19,2 and 28,4, turn, score at 5", ["92 mm", "160 mm", "50 mm"])]
#[case::hundredths("29,7 × 21 cm, score at 8,75, 14, 22,75, 28, turn, score at 5,25", ["87.5 mm", "157.5 mm", "52.5 mm"])]
fn lists_have_decimal_commas(#[case] words: &str, #[case] size: [&str; 3]) {
    let found = read_words(words);
    let [width, height, gusset] = size.map(|side| side.parse::<Length>().unwrap());
    let is_it = |brief: &Brief| {
        [brief.finished.width, brief.finished.height, brief.finished.gusset] == [width, height, gusset]
    };
    assert!(found.readings.iter().any(|reading| is_it(&reading.brief)), "{}", told(&found));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// Whole numbers that name no unit and may be of either are asked about, whatever they are taken for, and either answer is heard;
    /// parts of an inch, and a unit that is named, leave no question.
    #[test]
    fn a_unit_that_nobody_named_is_asked_about(g in 2_i64..6, w in 6_i64..10, h in 10_i64..18, metric: bool) {
        prop_assume!(2 * (g + w) + 1 > 12);
        let unit = if metric { Unit::Metric } else { Unit::Inch };
        let scores = format!("score at {}, {}, {} and {}, turn, score at {g}", g, g + w, g + w + g, (g + w) * 2);
        let words = |sheet: String| format!("{sheet}, {scores}");
        let bare = words(format!("{} × {}", (g + w) * 2 + 1, g + h));
        let hear = |words: &str| Heard::listen(words, unit).unwrap();
        let found = explain(&hear(&bare), &bare);
        let question = found.question.unwrap();
        prop_assert!(question.asks.contains("unit"), "{}", question.asks);
        for (answer, each) in question.answers.iter().zip([Length::INCH, Length::millimetres(10)]) {
            let said = answer.said(&bare);
            let heard = hear(&said);
            prop_assert!(!heard.unit_open);
            prop_assert_eq!(heard.piece().unwrap(), Size::new(each * ((g + w) * 2 + 1), each * (g + h)));
        }
        for closed in [words(format!("{} × {}½", (g + w) * 2 + 1, g + h)), words(format!("{} × {} cm", (g + w) * 2 + 1, g + h))] {
            prop_assert!(!hear(&closed).unit_open, "{closed}");
        }
    }
}

/// Of millimetres nobody has to say so, and halves are of an inch whatever is set.
#[rstest]
#[case::millimetres("300 × 210, score at 50, 140, 190, 280, turn, score at 50", "90 mm")]
#[case::parts("12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2", "3 3/4")]
fn set_to_metric_it_hears(#[case] words: &str, #[case] width: &str) {
    let heard = Heard::listen(words, Unit::Metric).unwrap();
    assert!(!heard.unit_open);
    let found = explain(&heard, words);
    assert_eq!(found.readings[0].brief.finished.width, width.parse().unwrap());
}

/// What is said twice over, and what is trimmed by so much; papers by their names (ISO 216:2007; the others are common practice).
#[rstest]
#[case::trimmed_by("12 × 12, trimmed by 3½ at the top", ["12", "8 1/2"])]
#[case::by_by("trim a 12 by 12 by 3½", ["12", "8 1/2"])]
#[case::at_the_side("12½ × 8½ trimmed by a half inch at the side", ["12", "8 1/2"])]
#[case::legal("legal paper", ["8 1/2", "14"])]
#[case::half_letter("half letter", ["5 1/2", "8 1/2"])]
#[case::tabloid("one tabloid sheet", ["11", "17"])]
#[case::a6("A6 card", ["105 mm", "148 mm"])]
#[case::quarters("a 12 × 12 cut in quarters", ["6", "6"])]
fn the_piece_is_so_large(#[case] said: &str, #[case] size: [&str; 2]) {
    let heard = Heard::listen(&format!("{said}, score at 2 and 5"), Unit::Inch).unwrap();
    let [width, height] = size.map(|side| side.parse::<Length>().unwrap());
    assert_eq!(heard.piece(), Some(Size::new(width, height)), "{:#?}", heard.phrases);
    assert!(heard.unused.is_empty());
}

#[rstest]
#[case::done("8¾ by 8¼, score at 6 and 8¼, turn, score at 2¼, do that twice")]
#[case::scored("two of 8¾ by 8¼, score twice, at 6 and 8¼, turn, score at 2¼")]
fn twice_is_understood(#[case] words: &str) {
    let found = read_words(words);
    let size = found.readings.first().map(|first| first.brief.finished);
    let pair = wide_fold_core::brief::Finished {
        width: Length::inches(6),
        height: Length::inches(6),
        gusset: Length::eighths(18),
    };
    assert_eq!(size, Some(pair), "{}", told(&found));
    assert_eq!(found.readings[0].brief.build, wide_fold_core::brief::Build::CornerPair);
}

/// A second piece that is said in full is like the first, or it is told that it is not.
#[rstest]
#[case::alike(
    "One piece 8¾ × 8¼, score at 6 and 8¼, turn, score at 2¼. Second piece 8¾ × 8¼, score at 6 and 8¼, turn, score at 2¼.",
    true
)]
#[case::the_other(
    "8¾ × 8¼, score at 6 and 8¼, turn, score at 2¼. The other piece: score at 6 and 8¼, turn, score at 2¼.",
    true
)]
#[case::otherwise(
    "8¾ × 8¼, score at 6 and 8¼, turn, score at 2¼. Second piece, score at ½ and 2¾, turn, score at 2¼.",
    false
)]
fn a_second_piece_is_like_the_first_or_not(#[case] words: &str, #[case] alike: bool) {
    let found = read_words(words);
    let pair = |words: &str| {
        let found = read_words(words);
        let first = found.readings.first().unwrap_or_else(|| panic!("{words}: {}", told(&found)));
        assert_eq!(first.brief.build, wide_fold_core::brief::Build::CornerPair);
        assert_eq!(first.brief.finished.width, Length::inches(6));
    };
    if alike {
        return pair(words);
    }
    assert!(found.readings.is_empty() && found.corrections.is_empty(), "{}", told(&found));
    assert!(found.wants.unwrap().contains("pieces alike"));
    pair(&found.question.unwrap().answers[0].said(words));
}

/// A line on one of the two pieces only is one of the bag: the fold-flat line, of which the front needs none (common practice).
#[test]
fn a_line_on_one_of_two_pieces_is_heard() {
    let words = "Two 12 × 12, score at 6, 8¾ and 11½, turn, score at 5½ and 11, hem out, and on one of them also score at 8¼";
    let heard = Heard::listen(words, Unit::Inch).unwrap();
    assert_eq!(heard.pieces, Some(2));
    let first = &explain(&heard, words).readings[0].brief;
    assert!(
        matches!(first.gusset_crease, wide_fold_core::brief::GussetCrease::FoldFlat { .. }),
        "{first:#?}"
    );
}
