//! One figure misheard: the reader finds the true one among its first three corrections, or shows another bag that truly is
//! consistent.

use super::said::{Figures, Manner, explains, read_words, same_bag, told, written};
use super::worked::worked;
use rstest::rstest;
use wide_fold_core::plane::Size;
use wide_fold_core::reading::Edit;
use wide_fold_core::{Length, Unit};

/// The words with the `wrong`th figure that is written moved; and those figures, if it is one of the bag.
fn misheard(figures: &Figures, manner: Manner, wrong: usize, by: Length) -> Option<(String, Figures)> {
    let mut count = 0;
    let mut is_one = true;
    let mut heard = figures.clone();
    let (upright, level) = (figures.upright.len(), figures.level.len());
    let words = figures.said(manner, &mut |length| {
        let at = count;
        count += 1;
        if at != wrong {
            return written(length, Unit::Inch);
        }
        let said = length + by;
        is_one = said.is_positive();
        if at < upright {
            heard.upright[at] = said;
        } else if at < upright + level {
            heard.level[at - upright] = said;
        } else if at == upright + level {
            heard.size = Size::new(said, heard.size.height);
        } else {
            heard.size = Size::new(heard.size.width, said);
        }
        written(said, Unit::Inch)
    });
    (is_one && wrong < count).then_some((words, heard))
}

#[rstest]
fn the_true_figure_is_found_or_another_bag_is_shown(
    #[values(0, 1, 2, 3, 4, 5)] which: usize,
    #[values(8, -8, 4, -4, 2, -2)] eighths: i64,
) {
    let (name, bag) = &worked()[which];
    let figures = Figures::of(bag);
    let right = figures.in_words(Manner::default());
    let mut tried = 0;
    for wrong in 0.. {
        let by = Length::eighths(eighths);
        let Some((words, heard)) = misheard(&figures, Manner::default(), wrong, by) else {
            if wrong > 12 { break } else { continue }
        };
        tried += 1;
        let found = read_words(&words);
        let is_mended = found.corrections.iter().take(3).any(|correction| {
            same_bag(&correction.reading.brief, bag) && Edit::all(&correction.edits, &words) == right
        });
        let others = found.readings.iter().filter(|reading| explains(reading, &heard));
        assert!(
            is_mended || others.count() > 0,
            "{name}, figure {wrong} by {eighths}⁄8: {words}\n{}",
            told(&found)
        );
        // Nothing is passed off as a reading that does not explain what was heard.
        for reading in &found.readings {
            assert!(
                explains(reading, &heard),
                "{name}: {words}: {:?} {:?} {}",
                reading.says,
                Figures::of(&reading.brief),
                told(&found)
            );
        }
    }
    assert!(tried >= figures.upright.len() + figures.level.len());
}

#[rstest]
fn a_correction_says_what_it_does(
    #[values(0, 1, 2, 3, 4, 5)] which: usize,
    #[values(8, -4, 2)] eighths: i64,
) {
    let (name, bag) = &worked()[which];
    let figures = Figures::of(bag);
    let by = Length::eighths(eighths);
    let all = (0..8).filter_map(|wrong| misheard(&figures, Manner::default(), wrong, by));
    for (words, _) in all {
        for correction in read_words(&words).corrections {
            let mended = Edit::all(&correction.edits, &words);
            let again = read_words(&mended);
            let is_read =
                again.readings.iter().any(|reading| same_bag(&reading.brief, &correction.reading.brief));
            assert!(is_read, "{name}: {words} → {mended}: {}", correction.says);
            assert!(!correction.why.is_empty());
        }
    }
}

#[test]
fn a_score_that_was_left_out_is_put_in() {
    let words = "12 × 8½, score at 2, 5¾ and 11½, turn, score at 2";
    let found = read_words(words);
    assert!(found.readings.is_empty());
    let correction = &found.corrections[0];
    assert_eq!(correction.says, "one more score, 7¾ from the left");
    assert!(correction.why.contains("5¾ to 11½"), "{}", correction.why);
    assert_eq!(Edit::all(&correction.edits, words), "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2");
}

#[test]
fn a_pass_that_was_left_out_is_put_in() {
    let words = "12 × 8½, score at 2, 5¾, 7¾ and 11½";
    let found = read_words(words);
    assert!(found.readings.is_empty());
    let mended = Edit::all(&found.corrections[0].edits, words);
    assert!(same_bag(&read_words(&mended).readings[0].brief, &worked()[0].1), "{mended}");
}

#[test]
fn a_sheet_of_another_size_is_found() {
    let words = "12 × 12, score at 6 and 8¼, turn, score at 2¼, corner pair, tab ½, 6 high";
    let found = read_words(words);
    assert!(found.readings.is_empty(), "{}", told(&found));
}

/// Of figures misheard one by one, and of which no other bag comes out, the true one is mended first in 96 of 100 at least.
#[test]
fn the_true_figure_is_mended_first() {
    let (mut first, mut all) = (0, 0);
    for (_, bag) in &worked() {
        let figures = Figures::of(bag);
        let right = figures.in_words(Manner::default());
        for (eighths, wrong) in
            [8, -8, 4, -4, 2, -2].into_iter().flat_map(|by| (0..13).map(move |wrong| (by, wrong)))
        {
            let Some((words, _)) = misheard(&figures, Manner::default(), wrong, Length::eighths(eighths))
            else {
                continue;
            };
            let found = read_words(&words);
            if found.readings.is_empty() {
                all += 1;
                let mended = found.corrections.first().map(|own| Edit::all(&own.edits, &words));
                first += usize::from(mended.as_ref() == Some(&right));
            }
        }
    }
    println!("{first} of {all} mended first");
    assert!(all > 100 && first * 100 >= all * 96, "{first} of {all}");
}
