//! Runs of random bags on random papers: everything wanted is laid out, nothing lies over anything else or the wrong way round, every
//! line is scored once, at a setting at which it really lies.
use proptest::prelude::*;
use std::collections::BTreeMap;
use wide_fold_core::budget::Budget;
use wide_fold_core::cut_list::cut_lists;
use wide_fold_core::layout::{Part, Placed};
use wide_fold_core::line::{Line, PartRef, on_paper};
use wide_fold_core::more::more;
use wide_fold_core::net::Crease;
use wide_fold_core::paper::{Amount, Grain, Paper, Stock};
use wide_fold_core::passes::scorable;
use wide_fold_core::plane::Size;
use wide_fold_core::steps::Job;
use wide_fold_core::work::{What, work};
use wide_fold_core::{Brief, Length, Plan, Sheet};

prop_compose! {
    fn paper()(
        size in prop::sample::select(vec![(12, 12), (6, 6), (20, 30), (30, 200)]), directional: bool, grain: bool, count in 1_u32..30,
    ) -> Paper {
        let kind = if size.1 == 200 { Stock::Roll } else { Stock::Pad };
        Paper {
            name: "Ash glaze".to_owned(),
            kind,
            sheet: Sheet { width: Length::inches(size.0), height: Length::inches(size.1), directional, ..Sheet::default() },
            count: if kind == Stock::Roll { 1 } else { count },
            grain: grain.then_some(Grain::Upright),
            price: None,
        }
    }
}

/// Lines whose bags can be made of their papers.
fn lines(bags: &[(Brief, u32, usize)], papers: &[Paper]) -> Vec<Line> {
    let budget = Budget::of(Budget::USUAL);
    bags.iter()
        .filter_map(|(brief, copies, paper)| {
            let paper = paper % papers.len();
            let made = on_paper(brief, &papers[paper], &budget)?;
            Some(Line::new("Tea bowl", made, *copies, [Some(paper), None]))
        })
        .collect()
}

fn overlap(one: &Placed, other: &Placed) -> bool {
    let (a, b) = (one.space, other.space);
    a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, ..ProptestConfig::default() })]

    #[test]
    fn everything_wanted_is_laid_out_once_and_the_right_way_round(
        own in prop::collection::vec((crate::bags::bag(), 1_u32..9, 0_usize..4), 1..5), papers in prop::collection::vec(paper(), 1..4), cut in 0_u32..4,
    ) {
        let lines = lines(&own, &papers);
        let wanted = |part: PartRef| {
            let line = &lines[part.line];
            (line.parts[part.part].count * line.copies).saturating_sub(cut)
        };
        let lists = cut_lists(&lines, wanted, &papers, &Budget::of(Budget::USUAL));
        let mut laid: BTreeMap<PartRef, u32> = BTreeMap::new();
        for list in &lists {
            // Gussets may have a paper of their own that does not lie on the shelf.
            let bought = Paper { kind: Stock::Sheets, sheet: list.sheet.clone(), grain: None, ..papers[0].clone() };
            let paper = list.paper.map_or(&bought, |paper| &papers[paper]);
            let mut takes = (0, Length::ZERO);
            for (n, sheet) in list.cuts.iter().enumerate() {
                let fits = match paper.kind {
                    Stock::Roll => sheet.width == paper.sheet.width && sheet.height <= paper.sheet.height,
                    _ => (sheet.width, sheet.height) == (paper.sheet.width, paper.sheet.height),
                };
                prop_assert!(fits, "{} × {}", sheet.width, sheet.height);
                takes = (takes.0 + sheet.times, takes.1 + sheet.height * i64::from(sheet.times));
                for (k, placed) in sheet.placed.iter().enumerate() {
                    let Part::Piece(place) = placed.part else { panic!("a small part by itself") };
                    let at = list.parts[place];
                    *laid.entry(at).or_default() += sheet.times;
                    let (line, part) = (&lines[at.line], &lines[at.line].parts[at.part]);
                    let space = placed.space;
                    prop_assert!(space.x >= Length::ZERO && space.y >= Length::ZERO);
                    prop_assert!(space.x + space.width <= sheet.width && space.y + space.height <= sheet.height);
                    prop_assert!(sheet.placed[..k].iter().all(|other| !overlap(placed, other)));
                    // As its pattern stands; turned only where there is none, or it is not seen.
                    let upright = if line.brief.sheet.turned { part.size.turned() } else { part.size };
                    let lies = Size::new(space.width, space.height);
                    let may_turn = part.may_turn || !paper.sheet.directional && paper.grain.is_none();
                    prop_assert!(lies == upright || may_turn && lies == upright.turned());
                }
                let held: u32 = list.on_sheet(n).iter().map(|(_, count)| count).sum();
                prop_assert_eq!(held as usize, sheet.placed.len());
            }
            let told = if paper.kind == Stock::Roll { (0, takes.1) } else { (takes.0, Length::ZERO) };
            prop_assert_eq!((list.takes.sheets, list.takes.length), told);
            prop_assert!(list.at_least.sheets <= list.takes.sheets && list.at_least.length <= list.takes.length);
            // The area alone takes that much.
            let area: i128 = list.cuts.iter().flat_map(|cut| cut.placed.iter().map(move |placed| placed.space.area() * i128::from(cut.times))).sum();
            let whole = match paper.kind {
                Stock::Roll => Size::new(paper.sheet.width, list.takes.length).area(),
                _ => paper.sheet.size().area() * i128::from(list.takes.sheets),
            };
            prop_assert!(area <= whole);
            for part in &list.too_large {
                laid.insert(*part, wanted(*part));
            }
        }
        for (line, own) in lines.iter().enumerate() {
            for part in 0..own.parts.len() {
                let at = PartRef { line, part };
                prop_assert_eq!(laid.get(&at).copied().unwrap_or_default(), wanted(at), "{:?}", at);
            }
        }
    }

    #[test]
    fn as_many_more_as_are_said_come_out_of_the_paper(
        own in prop::collection::vec((crate::bags::bag(), 1_u32..4, 0_usize..3), 1..4), papers in prop::collection::vec(paper(), 1..3), steps in 0_u64..400_000_000,
    ) {
        let lines = lines(&own, &papers);
        let there: Vec<Amount> = papers.iter().map(Paper::amount).collect();
        let asked = |lines: &[Line]| {
            let lines = lines.to_vec();
            move |part: PartRef| lines[part.line].parts[part.part].count * lines[part.line].copies
        };
        for more in more(&lines, asked(&lines), &papers, &there, &Budget::of(steps)) {
            let mut then = lines.clone();
            then[more.line].copies += more.more;
            prop_assert!(more.more > 0);
            let paper = then[more.line].paper;
            let lists = cut_lists(&then, asked(&then), &papers, &Budget::of(Budget::USUAL));
            let list = lists.iter().find(|list| list.paper == paper).unwrap();
            let has = there[paper.unwrap()];
            prop_assert!(list.takes.sheets <= has.sheets && list.takes.length <= has.length && list.too_large.is_empty());
        }
    }

    #[test]
    fn every_line_is_scored_once_where_it_lies(
        own in prop::collection::vec((crate::bags::bag(), 1_u32..9), 1..5),
    ) {
        let lines: Vec<Line> = own.iter().map(|(brief, copies)| Line::new("Tea bowl", brief.clone(), *copies, [None, None])).collect();
        let work = work(&lines, &Budget::of(Budget::USUAL));
        prop_assert!(work.settings_at_least <= work.settings());
        for (n, line) in lines.iter().enumerate() {
            let plan = Plan::new(&line.brief).unwrap();
            let strokes = scorable(&plan.brief, &plan.pieces, &plan.feeds);
            let mut seen: Vec<&String> = Vec::new();
            for batch in &work.batches {
                for task in batch.tasks.iter().filter(|task| task.line == n) {
                    seen.extend(&task.keys);
                    let What::SetTo(at) = batch.what else { continue };
                    let piece = &plan.pieces[task.piece.unwrap()];
                    prop_assert_eq!(task.each, piece.count);
                    for key in &task.keys {
                        let stroke = &strokes[key.rsplit('/').next().unwrap().parse::<usize>().unwrap()];
                        let crease: &Crease = &piece.blank.creases[stroke.creases[0]];
                        // From one edge of the piece, or from the edge across from it.
                        let (from, across) = if crease.is_vertical() { (crease.from.x, piece.width) } else { (crease.from.y, piece.height) };
                        prop_assert!(at == from || at == across - from, "{at} of {across}, at {from}");
                        prop_assert!(at <= plan.brief.board.reach);
                    }
                }
            }
            // Every line once, and every step of the bag's own that is more than trimming, scoring and filling.
            let scored = seen.iter().filter(|key| key.starts_with("score/")).count();
            prop_assert_eq!(scored, strokes.len());
            let steps = plan.steps.iter().filter(|step| !matches!(step.job, Job::Trim | Job::Score | Job::Fill | Job::Fold)).count();
            let others = seen.iter().filter(|key| !key.starts_with("score/") && !key.starts_with("make/fold/")).count();
            prop_assert_eq!(others, steps);
            let count = seen.len();
            seen.sort_unstable();
            seen.dedup();
            prop_assert_eq!(seen.len(), count);
            // Every crease that the bag's own passes draw is drawn.
            let mut drawn: Vec<(usize, usize)> = strokes.iter().flat_map(|stroke| stroke.creases.iter().map(|crease| (stroke.piece, *crease))).collect();
            let mut passes: Vec<(usize, usize)> = plan.passes.iter().flat_map(|pass| {
                let lines = pass.lines.iter().flat_map(|line| line.creases.clone());
                lines.chain(pass.slants.iter().map(|slant| slant.crease)).map(|crease| (pass.piece, crease))
            }).collect();
            drawn.sort_unstable();
            passes.sort_unstable();
            prop_assert_eq!(drawn, passes);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, ..ProptestConfig::default() })]

    /// What was ticked off by an earlier version, by the place of a step, is work of today: the same kind of work on the same piece. Seams
    /// were what parts of a face were joined with; what is to be thought of before filling stood last.
    #[test]
    fn ticks_of_the_version_before_are_what_they_were(brief in crate::bags::bag()) {
        let line = Line::new("Tea bowl", brief.clone(), 2, [None, None]);
        let work = work(&[line], &Budget::of(Budget::USUAL));
        let plan = Plan::new(&brief).unwrap();
        let known: Vec<(&String, Option<usize>)> = work
            .batches
            .iter()
            .flat_map(|batch| &batch.tasks)
            .flat_map(|task| task.keys.iter().map(|key| (key, task.step)))
            .collect();
        let mut then: Vec<usize> = (0..plan.steps.len()).filter(|n| plan.steps[*n].job != Job::Join).collect();
        then.sort_by_key(|n| plan.steps[*n].job == Job::Fill);
        for (was, now) in then.iter().enumerate() {
            let step = &plan.steps[*now];
            let old = match step.job {
                Job::Trim | Job::Score | Job::Fill | Job::Guide => continue,
                Job::Fold => format!("fold/0/{was}"),
                Job::Cut => format!("cut/{}/{was}", step.piece.unwrap()),
                _ => format!("make/{was}"),
            };
            let renewed = work.renewed(0, &old);
            prop_assert!(!renewed.is_empty());
            for key in &renewed {
                let found = known.iter().find(|(own, _)| *own == key);
                let Some((_, own)) = found else { return Err(TestCaseError::fail(format!("{old} is now {key}, which is no work"))) };
                let job = plan.steps[own.unwrap()].job;
                prop_assert!(job == step.job || (step.job == Job::Seam && job == Job::Join), "{old}: {:?} is now {job:?}", step.job);
            }
        }
        // A key of today stays itself.
        prop_assert!(known.iter().all(|(key, _)| work.renewed(0, key) == [(*key).clone()]));
    }
}
