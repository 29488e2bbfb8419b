//! The work on a run, held against what a crafter counts on the bench.

use super::*;
use crate::Brief;
use crate::brief::{BuildName, Cuts, Place, Places, Squares};
use proptest::prelude::*;

fn inches(eighths: i64) -> Length {
    Length::eighths(eighths)
}

fn line(name: &str, brief: Brief) -> Line {
    Line::new(name, brief, 2, [None, None])
}

/// The worked bag (common practice): scored at 2, 5¾, 7¾, 11½ and 2 from the bottom.
fn bud_vase() -> Brief {
    Brief::new(inches(30), inches(52), inches(16))
}

fn of(lines: &[Line]) -> Work {
    work(lines, &Budget::of(Budget::USUAL))
}

fn set_to(work: &Work) -> Vec<Length> {
    let what = work.batches.iter().map(|batch| batch.what);
    what.filter_map(|what| if let What::SetTo(at) = what { Some(at) } else { None }).collect()
}

#[test]
fn one_setting_serves_every_line_at_its_distance() {
    let one = of(&[line("Bud vase", bud_vase())]);
    // Of five lines the base line shares its 2 with the first corner; every other corner has a distance from either end.
    let set = set_to(&one);
    assert_eq!((set.len(), one.settings(), one.settings_at_least), (4, 4, 4), "{set:?}");
    assert!(set.contains(&inches(16)), "{set:?}");
    let at = |at: Length| one.batches.iter().find(|batch| batch.what == What::SetTo(at)).unwrap();
    let two: usize = at(inches(16)).tasks.iter().map(|task| task.keys.len()).sum();
    assert_eq!(two, 2, "{:#?}", at(inches(16)));
    // Two bags alike take no more settings, and twice the work.
    let both = of(&[line("Bud vase", bud_vase()), line("Tumblers", bud_vase())]);
    assert_eq!((both.settings(), both.settings_at_least), (4, 4));
    let seconds =
        |work: &Work| -> u32 { work.batches.iter().flat_map(|own| &own.tasks).map(|own| own.seconds).sum() };
    assert_eq!(seconds(&both), seconds(&one) * 2);
}

#[test]
fn how_a_piece_lies_is_told_as_on_its_own_score_list() {
    let one = of(&[line("Bud vase", bud_vase())]);
    for task in one.batches.iter().filter(|own| matches!(own.what, What::SetTo(_))).flat_map(|own| &own.tasks)
    {
        let lies = task.lies.as_ref().unwrap();
        // 12 × 8½: one of the sides lies along the fence, the other reaches from it.
        let sides = [lies.along, lies.deep];
        assert!(sides == [inches(96), inches(68)] || sides == [inches(68), inches(96)], "{sides:?}");
        assert_eq!(lies.reaches.len(), task.keys.len());
        // Nothing stops short on a plain bag, and every line of it runs from edge to edge.
        assert!(lies.reaches.iter().all(|own| own.from == Length::ZERO && own.to == lies.deep), "{lies:?}");
        let words = ["side up, ", " along the fence, ", " against the stop"];
        assert!(
            words.iter().all(|words| task.says.contains(words)) && !task.says.contains("short"),
            "{}",
            task.says
        );
    }
    // With creased gussets the centre line stops at the apex.
    let mut creased = bud_vase();
    creased.gusset_crease = crate::brief::GussetCrease::Centre;
    let creased = of(&[line("Bud vase", creased)]);
    let says = creased.batches.iter().flat_map(|own| &own.tasks).map(|task| &task.says);
    assert!(says.clone().any(|says| says.contains("stop short") || says.contains("stops short")));
}

#[test]
fn every_kind_of_work_takes_its_own_time() {
    // Guesses of ours: a score is the quickest of all, a pleated flare the longest; what is told sheet by sheet takes none here.
    let jobs = [Job::Insert, Job::Fold, Job::Cut, Job::Seam, Job::Base, Job::Flare]
        .map(|job| seconds(What::Job(job)));
    assert!(jobs.is_sorted_by(|one, next| one < next), "{jobs:?}");
    assert!(seconds(What::SetTo(Length::INCH)) < jobs[0] && seconds(What::Marked) < seconds(What::Ruled));
    assert_eq!([Job::Trim, Job::Score, Job::Fill].map(|job| seconds(What::Job(job))), [0; 3]);
    assert_eq!((seconds(What::Guide), seconds(What::Slanted)), (seconds(What::Job(Job::Cut)), 30));
}

#[test]
fn older_names_of_work_are_known_by_their_new_ones() {
    // A vase closed with its seam, its base and, once filled, a clip.
    let mut brief = bud_vase();
    brief.fittings.closure.kind = crate::brief::ClosureKind::Clip;
    let plan = Plan::new(&brief).unwrap();
    let one = of(&[line("Bud vase", brief)]);
    // Then filling came last, and steps were named by their place.
    let jobs: Vec<Job> = plan.steps.iter().map(|step| step.job).filter(|job| *job != Job::Fill).collect();
    let was = |job: Job| jobs.iter().position(|own| *own == job).unwrap();
    for job in [Job::Seam, Job::Base, Job::Close] {
        let old = format!("make/{}", was(job));
        assert_eq!(one.renewed(0, &old), [format!("make/{}", job.key())], "{old}");
        assert!(one.place(0, &format!("make/{}", job.key())).is_some());
    }
    assert_eq!(one.renewed(0, &format!("fold/0/{}", was(Job::Fold))), ["make/fold/0"]);
    // What was never renamed is what it was.
    assert_eq!(one.renewed(0, "score/0/1"), ["score/0/1"]);
    assert_eq!((one.place(1, "make/seam"), one.place(0, "make/9")), (None, None));
}

prop_compose! {
    /// A few bags of any build, on sheets that hold them.
    fn any_lines()(own in prop::collection::vec((16_i64..60, 24_i64..80, 8_i64..24, 0_usize..BuildName::ALL.len()), 1..4)) -> Vec<Line> {
        let of = |(width, height, gusset, build): (i64, i64, i64, usize)| {
            let mut brief = Brief::new(inches(width + gusset), inches(height + gusset), inches(gusset));
            let cuts = Cuts::from(Places::of(Place::CORNERS));
            brief.build = BuildName::ALL[build].of(cuts, Squares::SlitUp, 2, inches(4));
            (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(40));
            line("Tea bowl", brief)
        };
        own.into_iter().map(of).collect()
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// Every line of every bag is scored once, at a distance it has; what a step waits for is done in a batch before it, or in its own.
    #[test]
    fn all_is_done_once_and_in_order(lines in any_lines()) {
        let work = of(&lines);
        let mut keys = Vec::new();
        for (place, batch) in work.batches.iter().enumerate() {
            prop_assert!(!batch.tasks.is_empty());
            prop_assert_eq!(batch.stage, batch.what.stage());
            for task in &batch.tasks {
                prop_assert!(!task.keys.is_empty() && task.each > 0);
                for key in &task.keys {
                    prop_assert_eq!(work.place(task.line, key), Some(place + 1), "{}", key);
                    keys.push((task.line, key.clone()));
                }
            }
        }
        let all = keys.len();
        keys.sort();
        keys.dedup();
        prop_assert_eq!(keys.len(), all, "done twice");
        prop_assert!(work.settings() >= work.settings_at_least);
        prop_assert_eq!(work.settings(), set_to(&work).len());
        for (n, line) in lines.iter().enumerate() {
            let plan = Plan::new(&line.brief).unwrap();
            let strokes = to_score(&plan).len();
            let scored = keys.iter().filter(|(line, key)| *line == n && key.starts_with("score/")).count();
            prop_assert_eq!(scored, strokes);
            let last = |step: usize| {
                let has = |batch: &Batched| batch.tasks.iter().any(|task| task.line == n && task.step == Some(step));
                work.batches.iter().rposition(has)
            };
            for (place, batch) in work.batches.iter().enumerate() {
                for task in batch.tasks.iter().filter(|task| task.line == n) {
                    for step in &task.after {
                        prop_assert!(last(*step).is_none_or(|before| before <= place), "{} before {}", task.says, plan.steps[*step].title);
                    }
                }
            }
        }
    }
}
