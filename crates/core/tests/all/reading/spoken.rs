//! Sayings put together from known bags by a grammar: numbers as they are spoken, with commas and without, the hem as a score or as a
//! measure, before the scores or after them, steps and handles in between.

use super::free::bag;
use super::said::{Figures, same_bag, told};
use proptest::prelude::*;
use proptest::strategy::ValueTree;
use proptest::test_runner::TestRunner;
use wide_fold_core::heard::Heard;
use wide_fold_core::reading::explain;
use wide_fold_core::{Brief, Length, Unit};

/// Whole numbers below thirty.
fn in_words(number: i64) -> String {
    let small = "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen \
        sixteen seventeen eighteen nineteen";
    let word = |number: i64| small.split_whitespace().nth(number as usize).unwrap();
    match number {
        0..20 => word(number).to_owned(),
        20 => "twenty".to_owned(),
        _ => format!("twenty {}", word(number - 20)),
    }
}

/// How a number is said.
#[derive(Clone, Copy, Debug)]
enum Spelled {
    Glyph,
    Slash,
    AndSlash,
    Words,
    Fourths,
    Decimal,
    Marked,
    Point,
    HalfWords,
}

const SPELLED: [Spelled; 9] = [
    Spelled::Glyph,
    Spelled::Slash,
    Spelled::AndSlash,
    Spelled::Words,
    Spelled::Fourths,
    Spelled::Decimal,
    Spelled::Marked,
    Spelled::Point,
    Spelled::HalfWords,
];

fn spell(length: Length, how: Spelled) -> String {
    let eighths = length.units() / Length::eighths(1).units();
    let (whole, rest) = (eighths / 8, eighths % 8);
    let (top, bottom) = match rest {
        4 => (1, 2),
        2 | 6 => (rest / 2, 4),
        _ => (rest, 8),
    };
    let counts = ["no", "one", "two", "three", "four", "five", "six", "seven"];
    let part = |name: [&str; 3]| {
        let name = name[[2, 4, 8].iter().position(|own| *own == bottom).unwrap()];
        match top {
            1 if name == "eighth" => "an eighth".to_owned(),
            1 => format!("a {name}"),
            _ => format!("{} {name}s", counts[top as usize]),
        }
    };
    let slash = format!("{top}/{bottom}");
    let join = |whole_text: String, and: &str, part: String| match (whole, rest) {
        (_, 0) => whole_text,
        (0, _) => part,
        _ => format!("{whole_text}{and}{part}"),
    };
    let whole_in_words = in_words(whole);
    let decimals = format!("{:03}", rest * 125).trim_end_matches('0').to_owned();
    match how {
        Spelled::Glyph => length.figure(Unit::Inch),
        Spelled::Slash => join(whole.to_string(), " ", slash),
        Spelled::AndSlash => join(whole.to_string(), " and ", slash),
        Spelled::Words => join(whole_in_words, " and ", part(["half", "quarter", "eighth"])),
        Spelled::Fourths => join(whole_in_words, " and ", part(["half", "fourth", "eighth"])),
        Spelled::Decimal => join(whole.to_string(), ".", decimals),
        Spelled::Marked => format!("{}\"", length.figure(Unit::Inch)),
        Spelled::Point => {
            let digits: Vec<String> =
                decimals.chars().map(|digit| in_words(i64::from(digit.to_digit(10).unwrap()))).collect();
            join(whole_in_words, " point ", digits.join(" "))
        }
        Spelled::HalfWords => join(whole.to_string(), " and ", part(["half", "quarter", "eighth"])),
    }
}

#[derive(Clone, Debug)]
struct Manner {
    bag: &'static str,
    how: Spelled,
    comma: &'static str,
    opens: &'static str,
    scores: &'static str,
    turns: &'static str,
    /// The hem as a score, or as a measure before the scores, after them or between them.
    hem: usize,
    ends: &'static str,
    by: &'static str,
}

fn manner() -> impl Strategy<Value = Manner> {
    let bags =
        vec!["wrap", "small", "letter", "soft", "pair", "hemmed", "flat", "cradle", "folded", "strips"];
    let any = |all: &'static [&'static str]| prop::sample::select(all);
    (
        prop::sample::select(bags),
        prop::sample::select(&SPELLED[..]),
        any(&[", ", " ", ", then ", " and ", " and at "]),
        any(&["", "Take ", "Okay, so you're going to cut ", "Step 1: cut ", "I've got ", "We'll use "]),
        any(&["score at ", "score it at ", "you'll score at ", "scores at ", "we're scoring at "]),
        any(&[
            ", turn, ",
            ". Turn. ",
            ", rotate it, ",
            ". Give it a quarter turn, and ",
            ", then turn it and ",
        ]),
        0_usize..7,
        any(&["", ". The handles are 12 inches of ribbon", ". Punch 2 holes an inch down", ". That's it"]),
        any(&[" by ", " x ", " × "]),
    )
        .prop_map(|(bag, how, comma, opens, scores, turns, hem, ends, by)| Manner {
            bag,
            how,
            comma,
            opens,
            scores,
            turns,
            hem,
            ends,
            by,
        })
}

fn said(manner: &Manner) -> (Brief, String) {
    let Manner { how, comma, opens, scores, turns, ends, by, .. } = manner;
    let mut brief = bag(manner.bag);
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(30));
    let mut figures = Figures::of(&brief);
    // Of a letter sheet and of wrapping paper the tab is what is left.
    let side = match manner.bag {
        "letter" => Some(Length::inches(11)),
        "soft" => Some(Length::inches(24)),
        _ => None,
    };
    figures.size.width = side.unwrap_or(figures.size.width);
    let spelled = |length: Length| spell(length, *how);
    let hem = Some(brief.top.depth()).filter(|depth| depth.is_positive() && manner.hem > 0);
    if hem.is_some() {
        figures.level.pop();
    }
    let list = |lines: &[Length]| lines.iter().map(|at| spelled(*at)).collect::<Vec<_>>().join(comma);
    let hem = hem.map(spelled);
    let (mut before, mut between, mut after) = (String::new(), String::new(), String::new());
    match (hem, manner.hem) {
        (None, _) => {}
        (Some(hem), 1) => before = format!("Fold the top over {hem}. "),
        (Some(hem), 2) => after = format!(", and fold {hem} over at the top"),
        (Some(hem), 3) => after = format!(". Turn the top down {hem}"),
        (Some(hem), 4) => between = format!(" with a hem of {hem}"),
        (Some(hem), 5) => between = format!(", fold {hem} over at the top"),
        (Some(hem), _) => after = format!(", with a hem of {hem}"),
    }
    let two = if figures.pieces == 2 { "two " } else { "" };
    let strips = if figures.strips { ", joined with joining strips" } else { "" };
    let tube = if manner.bag == "folded" { ", folded base" } else { "" };
    let (width, height) = (spelled(figures.size.width), spelled(figures.size.height));
    let (upright, level) = (list(&figures.upright), list(&figures.level));
    let words = format!(
        "{before}{opens}{two}{width}{by}{height}, {scores}{upright}{between}{turns}{scores}{level}{strips}{tube}{after}{ends}."
    );
    (brief, words)
}

#[test]
fn what_the_grammar_says_is_read_right_first() {
    let mut runner = TestRunner::deterministic();
    let (mut right, all) = (0, 500);
    for _ in 0..all {
        let manner = manner().new_tree(&mut runner).unwrap().current();
        let (brief, words) = said(&manner);
        let found = Heard::listen(&words, Unit::Inch).map(|heard| explain(&heard, &words));
        let first = found.as_ref().ok().and_then(|found| found.readings.first());
        if first.is_some_and(|first| same_bag(&first.brief, &brief)) {
            right += 1;
        } else {
            let says = found.as_ref().map_or_else(|fault| fault.sentence.clone(), told);
            println!("{}: {words}\n    {}", manner.bag, says.replace('\n', "\n    "));
        }
    }
    println!("{right} of {all} of the grammar");
    assert!(right * 100 >= all * 99, "{right} of {all} are read right first");
}
