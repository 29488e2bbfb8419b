//! How long it takes: a full plan (net, pieces, layout, passes, fold, proof, verdicts and tried remedies), all ways to make
//! a bag from a shelf, nearby sizes, the layout of many bags.

mod bags;

use bags::bags;
use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use std::time::{Duration, Instant};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::budget::Budget;
use wide_fold_core::drift::drift;
use wide_fold_core::fittings::Fitted;
use wide_fold_core::from_gift::from_gift;
use wide_fold_core::from_paper::families;
use wide_fold_core::gift::{Gift, Lies, Thing};
use wide_fold_core::heard::Heard;
use wide_fold_core::layout::{Batch, Wanted};
use wide_fold_core::nearby::nearby;
use wide_fold_core::net::piece_sizes;
use wide_fold_core::paper::{Money, Paper, Stock};
use wide_fold_core::plane::Size;
use wide_fold_core::reading::explain;
use wide_fold_core::ways::ways;
use wide_fold_core::{Brief, Length, Plan, Sheet, Unit, joins};

/// The allocator that the service runs with.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn plans(criterion: &mut Criterion) {
    let ready = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    criterion.bench_function("plan that is ready", |bench| bench.iter(|| Plan::new(black_box(&ready))));
    let wide = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
    criterion.bench_function("plan that does not fit", |bench| bench.iter(|| Plan::new(black_box(&wide))));

    let bags = bags();
    let mut times: Vec<Duration> = Vec::new();
    for brief in bags.iter().cycle().take(bags.len() * 10) {
        let begun = Instant::now();
        drop(black_box(Plan::new(black_box(brief))));
        times.push(begun.elapsed());
    }
    report(&format!("full plan over {} bags", bags.len()), &mut times);
}

/// A shelf of fifty papers: pads, sheets and rolls of many sizes.
fn shelf() -> Vec<Paper> {
    (0..50_i64)
        .map(|n| Paper {
            name: format!("paper {n}"),
            kind: [Stock::Sheets, Stock::Pad, Stock::Roll][(n % 3) as usize],
            sheet: Sheet {
                width: Length::inches(6 + n % 25),
                height: if n % 3 == 2 { Length::inches(100) } else { Length::inches(6 + n * 7 % 23) },
                directional: n % 2 == 0,
                ..Sheet::default()
            },
            count: 20,
            grain: None,
            price: Some(Money(100)),
        })
        .collect()
}

fn shelves(_: &mut Criterion) {
    let papers = shelf();
    let bags: Vec<Brief> = bags().into_iter().step_by(37).collect();
    let mut times: Vec<Duration> = Vec::new();
    for brief in &bags {
        let begun = Instant::now();
        drop(black_box(ways(black_box(brief), &papers, &Budget::of(Budget::USUAL))));
        times.push(begun.elapsed());
    }
    report("ways over a shelf of 50 papers", &mut times);
    let mut times: Vec<Duration> = Vec::new();
    for brief in &bags {
        let brief = Brief { side_sheet: Some(papers[6].sheet.clone()), ..brief.clone() };
        let begun = Instant::now();
        drop(black_box(ways(black_box(&brief), &papers, &Budget::of(Budget::USUAL))));
        times.push(begun.elapsed());
    }
    report("the same for bags of two papers", &mut times);
    let mut times: Vec<Duration> = Vec::new();
    for brief in &bags {
        let brief = joins::ways(brief).first().map_or_else(|| brief.clone(), |best| best.brief(brief));
        let begun = Instant::now();
        drop(black_box(nearby(black_box(&brief), Length::eighths(2), &Budget::of(Budget::USUAL))));
        times.push(begun.elapsed());
    }
    report("nearby sizes within a quarter of an inch, run of pieces", &mut times);
}

/// Two hundred bags of five sizes, with their inserts and handles, from 12×12.
fn batches(_: &mut Criterion) {
    let sizes = [(30, 52, 16), (48, 48, 18), (26, 36, 18), (40, 60, 24), (64, 64, 32)];
    let mut wanted = Vec::new();
    for (width, height, gusset) in sizes {
        let mut brief = Brief::new(Length::eighths(width), Length::eighths(height), Length::eighths(gusset));
        brief.extras = Extras::of([Extra::Insert, Extra::HandleStrip]);
        if let Some(best) = joins::ways(&brief).first() {
            brief = best.brief(&brief);
        }
        let fitted = Fitted::of(&brief);
        let part = |size, may_turn| Wanted { size, may_turn, count: 40 };
        wanted.extend(piece_sizes(&brief).into_iter().map(|size| part(size, false)));
        wanted.extend(brief.extras.parts(&brief, &fitted).iter().map(|small| part(small.size, true)));
    }
    let mut times: Vec<Duration> = Vec::new();
    for _ in 0..5 {
        let begun = Instant::now();
        let batch = black_box(Batch::new(
            &wanted,
            Size::new(Length::inches(12), Length::inches(12)),
            &Budget::of(Budget::USUAL),
        ));
        times.push(begun.elapsed());
        println!("200 bags: {} sheets, at least {}", batch.sheet_count(), batch.at_least);
    }
    report("layout of 200 bags", &mut times);
}

/// The other ways to begin: from what goes in, over a shelf of fifty papers; from somebody's figures; from a sheet.
fn doors(_: &mut Criterion) {
    let papers = shelf();
    let size = Length::inches(4);
    let habits = Brief::new(size, size, size);
    let mut times: Vec<Duration> = Vec::new();
    for n in 0..40_i64 {
        let thing = |k: i64| {
            let [a, b, c] = [16 + (n * 7 + k * 3) % 40, 8 + (n * 5 + k) % 30, 20 + (n * 11 + k * 5) % 60]
                .map(Length::eighths);
            match (n + k) % 3 {
                0 => Thing::Box { width: a, depth: b, height: c },
                1 => Thing::Cylinder { across: b, height: c },
                _ => Thing::Odd { widest: a, deepest: b, tallest: c },
            }
        };
        let gift = Gift { things: (0..=n % 3).map(thing).collect(), ..Gift::one(thing(0)) };
        let begun = Instant::now();
        drop(black_box(from_gift(
            black_box(&gift),
            Lies::NONE,
            &habits,
            &papers,
            &Budget::of(Budget::USUAL),
        )));
        times.push(begun.elapsed());
    }
    report("bags for one to three things over a shelf of 50 papers", &mut times);
    let right = [
        "18 × 30, score at 1¼, 2½, 3¾, 14¼, 15½ and 16¾, turn, score at 1⅛, 15 and 28⅞, three pleats, hem 1⅛",
        "two 12 × 12, score at 6, 8¾ and 11½, turn, score at 5½, 8¼ and 11",
        "23½ × 12, score at 1⅞, 9⅛, 11, 12⅞, 20⅛, 22 and 23, turn, score at 2⅛, 4 and 10",
        "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2",
    ];
    for (what, wrong) in
        [("readings of six to twelve figures", false), ("the same, one of them misheard", true)]
    {
        let mut times: Vec<Duration> = Vec::new();
        for words in right {
            for (at, figure) in ["¾", "½", "¼", "⅛"].iter().enumerate() {
                let words = if wrong {
                    words.replacen(figure, ["¼", "¾", "½", "⅜"][at], 1)
                } else {
                    words.to_owned()
                };
                for _ in 0..10 {
                    let begun = Instant::now();
                    let heard = Heard::listen(black_box(&words), Unit::Inch);
                    drop(black_box(heard.map(|heard| explain(&heard, &words))));
                    times.push(begun.elapsed());
                }
            }
        }
        report(what, &mut times);
    }
    let mut times: Vec<Duration> = Vec::new();
    for paper in &papers {
        let own = Brief { sheet: paper.sheet.clone(), ..habits.clone() };
        let begun = Instant::now();
        drop(black_box(families(black_box(&own), 1, &Budget::of(Budget::USUAL))));
        times.push(begun.elapsed());
    }
    report("all that a sheet can become", &mut times);
}

fn report(what: &str, times: &mut [Duration]) {
    times.sort();
    let at = |share: f64| times[((times.len() - 1) as f64 * share) as usize];
    println!("{what}: p50 {:?}, p99 {:?}, of {}", at(0.5), at(0.99), times.len());
}

/// What the hands do every time, by ten thousand made bags.
fn journals(_: &mut Criterion) {
    let off: Vec<Length> = (0..10_000_i64).map(|n| Length::sixty_fourths(n * 7919 % 23 - 9)).collect();
    let mut times: Vec<Duration> = Vec::new();
    for _ in 0..100 {
        let begun = Instant::now();
        black_box(drift(black_box(&off), Length::sixty_fourths(1)));
        times.push(begun.elapsed());
    }
    report("the drift of 10 000 made bags", &mut times);
}

criterion_group!(benches, plans, shelves, batches, doors, journals);
criterion_main!(benches);
