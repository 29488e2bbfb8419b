//! Sayings written freely, as people say it at the table (common practice; the bags are those of the trade's worked examples, and some
//! more), before the reader was made to read them: how many are read as the bag that was meant, before anything else.

use super::said::{same_bag, told};
use std::collections::BTreeMap;
use wide_fold_core::brief::{Across, BaseHabit, Build, CUSTOMARY_LAP, GussetCrease, Joins, Squares, Top};
use wide_fold_core::heard::Heard;
use wide_fold_core::reading::explain;
use wide_fold_core::{Brief, Length, Unit};

const SAYINGS: &str = include_str!("free.txt");

/// So many of a hundred are read right first.
const AT_LEAST: usize = 0;

/// A bag by its name in the list.
fn bag(name: &str) -> Brief {
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

#[test]
fn what_people_say_is_read_as_they_mean_it() {
    let mut kind = "";
    let mut kinds: BTreeMap<&str, (usize, usize)> = BTreeMap::new();
    for line in SAYINGS.lines() {
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
    let right: usize = kinds.values().map(|(right, _)| right).sum();
    let all: usize = kinds.values().map(|(_, all)| all).sum();
    println!("{right} of {all}");
    assert!(all >= 150 && right * 100 >= all * AT_LEAST, "{right} of {all} are read right first");
}
