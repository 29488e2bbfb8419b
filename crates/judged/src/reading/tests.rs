use super::*;
use rstest::rstest;

fn explained(words: &str) -> Explained {
    explain(&Heard::listen(words, Unit::Inch).unwrap(), words)
}

/// Where several readings are as good as one another, and where there is nothing to ask.
const SAID: [&str; 3] = [
    "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2 and 6",
    TUBE,
    "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2",
];

/// Flaps that lap by ½ under a gusset of 3¾: slit apart, or a tube whose base is folded.
const TUBE: &str = "22½ × 12, score at 7¼, 11, 18¼ and 22, turn, score at 2⅛";

#[test]
fn what_is_asked_has_several_answers_that_part_the_readings() {
    let mut asked = 0;
    for words in SAID {
        let found = explained(words);
        let Some(question) = &found.question else { continue };
        asked += 1;
        assert!(question.answers.len() > 1, "{words}: {}", question.asks);
        let mut all: Vec<usize> =
            question.answers.iter().flat_map(|answer| answer.readings.clone()).collect();
        all.sort_unstable();
        assert!(all.windows(2).all(|pair| pair[0] < pair[1]), "{words}: {all:?}");
        // Every reading that is as good as the first is an answer to it.
        let good = found.readings.iter().filter(|reading| reading.odd <= found.readings[0].odd + AS_GOOD);
        assert_eq!(all.len(), good.count(), "{words}");
    }
    assert_eq!(asked, 2);
}

#[test]
fn a_build_that_is_named_is_less_odd() {
    let odd = |words: &str| {
        let found = explained(words);
        let tube = found.readings.iter().find(|own| matches!(own.brief.build, Build::FoldedBase { .. }));
        tube.map(|own| own.odd)
    };
    assert_eq!(odd(TUBE), odd(&format!("folded base, {TUBE}")).map(|named| named + 5));
    assert!(odd(TUBE).is_some());
}

#[rstest]
#[case("12 × 8½, score at 2, 5½, 7¾ and 11½, turn, score at 2", ["front is 3½", "gusset 2¼"])]
fn what_does_not_meet_is_named(#[case] words: &str, #[case] meet: [&str; 2]) {
    let found = explained(words);
    let why = &found.corrections[0].why;
    assert!(meet.iter().all(|panel| why.contains(panel)), "{why}");
}
