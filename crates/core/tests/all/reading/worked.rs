//! Every worked bag of the trade (common practice), read back from its figures alone.

use super::said::{Figures, Manner, explains, read_words, same_bag, told};
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::{
    Across, BaseHabit, Build, CUSTOMARY_LAP, Direction, GussetCrease, Joins, RoundStart, Squares, Top,
};
use wide_fold_core::{Brief, Length, Plan, Sheet, Unit};

fn length(text: &str) -> Length {
    text.parse().unwrap()
}

fn brief(size: [&str; 3]) -> Brief {
    let [width, height, gusset] = size.map(length);
    let sheet = Sheet { width: length("30"), height: length("30"), ..Sheet::default() };
    Brief { sheet, ..Brief::new(width, height, gusset) }
}

/// The worked bags with their names; the flare, whose lines nobody scores, is read from its own words below.
pub fn worked() -> [(&'static str, Brief); 6] {
    let fold_flat = GussetCrease::FoldFlat { across: Across::Back };
    let folded = Brief {
        build: Build::FoldedBase { lap: CUSTOMARY_LAP },
        top: Top::HemOut { depth: length("2") },
        ..brief(["7 1/4", "7 7/8", "3 3/4"])
    };
    [
        ("wrap", brief(["3 3/4", "6 1/2", "2"])),
        ("corner pair", Brief { build: Build::CornerPair, ..brief(["6", "6", "2 1/4"]) }),
        (
            "folds flat",
            Brief {
                build: Build::CornerPair,
                top: Top::HemOut { depth: Length::INCH },
                gusset_crease: fold_flat,
                ..brief(["6", "5 1/2", "5 1/2"])
            },
        ),
        (
            "cradle pair",
            Brief {
                build: Build::CradlePair { squares: Squares::SlitUp },
                top: Top::HemOut { depth: Length::eighths(12) },
                ..brief(["6", "7 1/2", "3"])
            },
        ),
        (
            "strips",
            Brief {
                build: Build::CornerPair,
                joins: Joins::Strips { width: Length::INCH },
                base: BaseHabit::Custom { depth: length("2 1/2") },
                top: Top::HemIn { depth: Length::eighths(12) },
                gusset_crease: GussetCrease::Centre,
                ..brief(["8", "8", "4"])
            },
        ),
        (
            "folded base",
            Brief {
                round: wide_fold_core::brief::Round { start: RoundStart::Face, ..folded.round },
                ..folded
            },
        ),
    ]
}

/// In words of its own, as people say it.
#[rstest]
#[case::sides_by_length(
    0,
    "cut your cardstock 12 x 8.5; score on the 12 inch side at 2, 5 3/4, 7 3/4, 11 1/2; score on the 8.5 inch side at 2"
)]
#[case::by_its_hem(
    3,
    "Start with a 12x12. Score at 3 and 9. Turn it and score at 3 and 10½. Do the same with a second piece, turn the top down 1½ inches, hem out"
)]
#[case::wrap(0, "Take a 12 × 8½ sheet. Score at 2, 5¾, 7¾ and 11½, turn it, and score at 2.")]
#[case::in_numbers(
    0,
    "a 12 by 8 1/2 inch sheet, score at two, five and three quarters, 7-3/4 and eleven and a half; rotate it a quarter turn and score at two"
)]
#[case::trimmed(
    0,
    "Trim a 12×12 to 12 × 8½, score at 2, 5¾, 7¾ and 11½ from the left, and at 2 from the bottom"
)]
#[case::mirrored(0, "12 × 8½, from the right 2, 5¾, 7¾, 11½, from the bottom 2")]
#[case::other_end(0, "12 × 8½, score at ½, 4¼, 6¼ and 10, turn, score at 2")]
#[case::upside_down(0, "12 × 8½, score at 2, 5¾, 7¾, 11½, turn, score at 6½")]
#[case::level_first(0, "8½ × 12, score at 2, turn, score at 2, 5¾, 7¾, 11½")]
#[case::long_side(
    0,
    "8½ by 12, with the long side along the top score at 2, 5¾, 7¾ and 11½, then the short side, score at 2"
)]
#[case::pair(1, "Two sheets 8¾ × 8¼, score both at 6 and 8¼, turn, score at 2¼")]
#[case::pair_without_turn(1, "two 8¾ × 8¼: 6, 8¼ from the left; 2¼ from the bottom")]
#[case::flat(
    2,
    "Two 12×12, score at 6 and 11½, gusset centre 8¾, turn, score at 5½ and 11, fold-flat 8¼, hem out"
)]
#[case::flat_in_a_row(
    2,
    "two 12 inch square, score at 6, 8¾ and 11½, turn, score at 5½, 8¼ and 11. The hem is turned out."
)]
#[case::cradle(3, "two 12×12, score at 3 and 9, turn, score at 3 and 10½, hem out")]
#[case::cradle_turned_over(
    3,
    "two 12×12, score at 3 and 9, turn, score at 3, flip it over, score at 1½ for the hem"
)]
#[case::strips(
    4,
    "two 12×12, score at 8, gusset centre at 10, turn, score at 2½ and 10½, joining strips 1 × 9½"
)]
#[case::folded(5, "a tube of 22½ × 12, score at 7¼, 11, 18¼ and 22, turn, 2⅛ and 10, tube crease 4, hem out")]
#[case::folded_by_its_crease(
    5,
    "22½ × 12, score at 7¼, 11, 18¼ and 22, turn, score at 4 and 10, folded base, lap ½"
)]
fn it_is_read_from_its_words(#[case] which: usize, #[case] words: &str) {
    let (name, bag) = &worked()[which];
    let found = read_words(words);
    let first = found.readings.first().unwrap_or_else(|| panic!("{name}: {}", told(&found)));
    assert!(same_bag(&first.brief, bag), "{name}: {}", told(&found));
    assert_eq!(first.brief.heard.as_deref(), Some(words));
}

#[test]
fn a_flare_is_read_from_its_pleats() {
    let flare = Brief {
        build: Build::PleatedFlare { pleats: 3, pleat: length("1 1/4") },
        top: Top::HemIn { depth: length("1 1/8") },
        ..brief(["10 1/2", "13 7/8", "4"])
    };
    let found = read_words("18 × 30, a hem of 1⅛, three pleats of 1¼ a side");
    assert!(same_bag(&found.readings[0].brief, &flare), "{:#?}", found.readings[0].brief);
    // And if they are scored all the same.
    let scored = "18 × 30, score at 1¼, 2½, 3¾, 14¼, 15½, 16¾, turn, score at 1⅛, 15 and 28⅞";
    assert!(same_bag(&read_words(scored).readings[0].brief, &flare));
}

#[rstest]
fn it_is_read_back_however_it_is_said(
    #[values(0, 1, 2, 3, 4, 5)] which: usize,
    #[values(false, true)] from_the_right: bool,
    #[values(false, true)] from_the_top: bool,
    #[values(false, true)] turned: bool,
    #[values(false, true)] named: bool,
) {
    let (name, bag) = &worked()[which];
    let figures = Figures::of(bag);
    let manner = Manner { from_the_right, from_the_top, turned, named, rounded: None };
    let words = figures.in_words(manner);
    let found = read_words(&words);
    let first = found.readings.first().unwrap_or_else(|| panic!("{name}: {words}: {}", told(&found)));
    assert!(same_bag(&first.brief, bag), "{name}: {words}: {}", told(&found));
    assert!(explains(first, &figures.as_said(manner)), "{name}: {words}");
}

#[rstest]
fn it_is_read_back_from_rounded_metric(
    #[values(0, 1, 2, 3, 4, 5)] which: usize,
    #[values(1, 5)] step: i64,
    #[values(false, true)] turned: bool,
) {
    let (name, bag) = &worked()[which];
    let step = Length::millimetres(step);
    let words = Figures::of(bag).in_words(Manner { turned, rounded: Some(step), ..Manner::default() });
    let found = read_words(&words);
    let first = found.readings.first().or(found.corrections.first().map(|first| &first.reading));
    let own = &first.unwrap_or_else(|| panic!("{name}: {words}: {}", told(&found))).brief;
    let (is, was) = (own.finished, bag.finished);
    // As near as the rounding leaves it: two lines, each half a step off, and what the sheet takes up.
    for (is, was) in [(is.width, was.width), (is.height, was.height), (is.gusset, was.gusset)] {
        assert!(
            (is - was).abs() <= step * 2,
            "{name}: {words}: {} for {}",
            is.label(Unit::Metric),
            was.label(Unit::Metric)
        );
    }
    assert_eq!(std::mem::discriminant(&own.build), std::mem::discriminant(&bag.build), "{name}: {words}");
    // A rounded set adds up to its sheet exactly.
    let again = Figures::of(own);
    assert!(
        [again.size.width, again.size.height].iter().all(|side| side.is_on(Length::from_nm(500_000))),
        "{name}: {again:?}"
    );
}

#[test]
fn equally_good_readings_are_told_apart_by_a_question() {
    let words = "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2 and 6";
    let found = read_words(words);
    let question = found.question.unwrap();
    assert_eq!(question.asks, "What becomes of the band at the top?");
    assert_eq!(question.answers.len(), 3);
    for answer in &question.answers {
        let said = format!("{words}. {}", answer.words);
        let again = read_words(&said);
        assert_eq!(again.question, None, "{said}: {}", told(&again));
        let meant = &found.readings[answer.readings[0]].brief;
        assert_eq!(again.readings[0].brief.top, meant.top, "{said}");
    }
}

/// Bags whose lines are all that is said of them.
fn plain_bag() -> impl Strategy<Value = Brief> {
    (0_usize..9, 12_i64..64, 16_i64..64, 6_i64..40, 0_usize..3, 0_usize..3, any::<bool>(), any::<bool>())
        .prop_map(|(build, w, h, d, top, crease, left, lapped)| {
            let eighths = Length::eighths;
            let is_tube = (6..9).contains(&build);
            let (w, h) = (w.max(d + if is_tube { 6 } else { 2 }), h.max(d + 10));
            let mut brief = Brief::new(eighths(w), eighths(h), eighths(d));
            (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(40));
            brief.build = match build {
                0..=2 => Build::Wrap,
                3 | 4 => Build::CornerPair,
                5 => Build::CradlePair { squares: Squares::SlitUp },
                _ => Build::FoldedBase { lap: CUSTOMARY_LAP },
            };
            brief.round.start = [RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset][build % 3];
            brief.round.direction = if left { Direction::Left } else { Direction::Right };
            brief.top = match top {
                0 => Top::Raw,
                1 => Top::HemIn { depth: eighths(8) },
                _ => Top::HemOut { depth: eighths(12) },
            };
            brief.gusset_crease = match crease {
                0 => GussetCrease::None,
                1 => GussetCrease::Centre,
                _ => GussetCrease::FoldFlat { across: Across::Back },
            };
            if lapped && build < 5 && d > 4 {
                brief.base = BaseHabit::HalfAndLap { lap: CUSTOMARY_LAP };
            }
            brief
        })
}

/// What the words leave open: on a tube the tube crease lies where the fold-flat line does.
fn as_said(brief: &Brief) -> Brief {
    let is_tube = matches!(brief.build, Build::FoldedBase { .. });
    let is_flat = brief.gusset_crease.folds_flat();
    let gusset_crease = if is_tube && is_flat { GussetCrease::Centre } else { brief.gusset_crease };
    Brief { gusset_crease, ..brief.clone() }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// Plan, figures, reader: the same bag is among its readings, and every one of them explains every figure and folds.
    #[test]
    fn a_plan_is_read_back_from_its_figures(bag in plain_bag(), turned: bool, from_the_top: bool, named: bool) {
        let bag = as_said(&bag);
        // A tab may be wider than the half gusset it goes under.
        prop_assume!(Plan::new(&bag).unwrap().proof.passed());
        let figures = Figures::of(&bag);
        let manner = Manner { turned, from_the_top, named, ..Manner::default() };
        let words = figures.in_words(manner);
        let figures = figures.as_said(manner);
        let found = read_words(&words);
        prop_assert!(found.readings.iter().any(|reading| same_bag(&reading.brief, &bag)), "{words}: {}", told(&found));
        for reading in &found.readings {
            prop_assert!(explains(reading, &figures), "{words}: {:?} {:?} {}", reading.says, Figures::of(&reading.brief), told(&found));
        }
    }
}

#[test]
fn a_lapped_base_may_be_slit_or_folded_and_is_asked_about() {
    // 22½ × 12 scored at 2⅛ from the bottom: flaps that lap by ½ under a gusset of 3¾, slit apart or squashed.
    let found = read_words("22½ × 12, score at 7¼, 11, 18¼ and 22, turn, score at 2⅛");
    let question = found.question.unwrap();
    assert_eq!(question.asks, "How is it built?");
    let says: Vec<&str> = question.answers.iter().map(|answer| answer.says.as_str()).collect();
    assert_eq!(says, ["One piece wrapped round", "A tube, its base folded without a slit"]);
}
