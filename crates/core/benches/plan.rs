//! How long a full plan takes: net, pieces, layout, passes, fold, proof, verdicts and tried remedies.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use std::time::{Duration, Instant};
use wide_fold_core::brief::{Across, BaseHabit, Build, GussetCrease, Joins, RunStart, Squares, Top};
use wide_fold_core::{Brief, Length, Plan};

/// Bags over the whole range of builds and habits, most of them with something wrong.
fn bags() -> Vec<Brief> {
    let lap = Length::eighths(4);
    let builds = [
        Build::Wrap,
        Build::CornerPair,
        Build::CradlePair { squares: Squares::SlitUp },
        Build::FoldedBase { lap },
        Build::PleatedFlare { pleats: 3, pleat: Length::eighths(8) },
    ];
    let creases = [
        GussetCrease::None,
        GussetCrease::Centre,
        GussetCrease::FoldFlat { across: Across::Back },
        GussetCrease::FoldFlat { across: Across::BothFaces },
    ];
    let habits = [
        (BaseHabit::Full, Top::Raw, Joins::Tabs, RunStart::Gusset),
        (
            BaseHabit::HalfAndLap { lap },
            Top::HemIn { depth: Length::INCH },
            Joins::Tabs,
            RunStart::HalfGusset,
        ),
        (
            BaseHabit::Fixed { depth: Length::eighths(10) },
            Top::HemOut { depth: Length::eighths(13) },
            Joins::Strips { width: Length::INCH },
            RunStart::Face,
        ),
    ];
    let mut bags = Vec::new();
    for width in [24, 33, 47, 80] {
        for gusset in [8, 16, 21] {
            for build in builds {
                for gusset_crease in creases {
                    for (base, top, joins, start) in habits {
                        let size =
                            (Length::sixty_fourths(width * 8), Length::eighths(52), Length::eighths(gusset));
                        let mut brief = Brief::new(size.0, size.1, size.2);
                        (brief.build, brief.base, brief.top, brief.joins) = (build, base, top, joins);
                        (brief.gusset_crease, brief.run.start) = (gusset_crease, start);
                        bags.push(brief);
                    }
                }
            }
        }
    }
    bags
}

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
    times.sort();
    let at = |share: f64| times[((times.len() - 1) as f64 * share) as usize];
    println!(
        "full plan over {} bags: p50 {:?}, p99 {:?}, of {} plans",
        bags.len(),
        at(0.5),
        at(0.99),
        times.len()
    );
}

criterion_group!(benches, plans);
criterion_main!(benches);
