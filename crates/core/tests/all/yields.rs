//! What a shelf makes of one bag, held against counting by hand: pieces alike that may not be turned lie in rows and columns.
use proptest::prelude::*;
use wide_fold_core::brief::{Build, Joins};
use wide_fold_core::budget::Budget;
use wide_fold_core::cut_list::cut_lists;
use wide_fold_core::layout::Batch;
use wide_fold_core::line::Line;
use wide_fold_core::paper::{Paper, Stock};
use wide_fold_core::several::{Copies, by_paper};
use wide_fold_core::yields::{Mixed, mixes, yields};
use wide_fold_core::{Brief, Length, Plan, Sheet};

fn paper(width: i64, height: i64, count: u32) -> Paper {
    let sheet = Sheet { width: Length::eighths(width), height: Length::eighths(height), ..Sheet::default() };
    Paper { name: "Clay".to_owned(), kind: Stock::Pad, sheet, count, grain: None, price: None }
}

/// Bags of a build of pieces alike, counted by hand: so many pieces lie on a sheet in rows and columns, and pieces of one bag may
/// come from two sheets.
fn by_hand(brief: &Brief, build: Build, paper: &Paper) -> u32 {
    let own = Brief { build, joins: Joins::Tabs, sheet: paper.sheet.clone(), ..brief.clone() };
    let Ok(plan) = Plan::new(&own) else { return 0 };
    let [piece] = plan.pieces.as_slice() else { return 0 };
    if !plan.is_ready() {
        return 0;
    }
    let times = |room: Length, side: Length| u32::try_from(room.units() / side.units()).unwrap();
    let on_a_sheet = times(paper.sheet.width, piece.width) * times(paper.sheet.height, piece.height);
    on_a_sheet * paper.count / piece.count
}

fn shelf() -> impl Strategy<Value = (Brief, Vec<Paper>)> {
    let bag = (8_i64..40, 12_i64..48, 6_i64..24);
    let papers = prop::collection::vec((40_i64..240, 40_i64..240, 1_u32..9), 1..4);
    (bag, papers).prop_map(|((w, h, d), papers)| {
        let brief = Brief::new(Length::eighths(w.max(d)), Length::eighths(h.max(d)), Length::eighths(d));
        (brief, papers.into_iter().map(|(width, height, count)| paper(width, height, count)).collect())
    })
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// What is counted can be cut from the paper there is; it is no less than counted by hand; and what is said to be the most is no
    /// less either.
    #[test]
    fn what_is_counted_is_there((brief, papers) in shelf()) {
        let found = yields(&brief, &papers, &Budget::of(Budget::USUAL));
        prop_assert_eq!(found.len(), papers.len());
        for own in found {
            let paper = &papers[own.paper];
            prop_assert!(own.bags <= own.at_most);
            prop_assert_eq!(own.brief.is_some(), own.bags > 0);
            for build in [Build::Wrap, Build::CornerPair] {
                let known = by_hand(&brief, build, paper);
                prop_assert!(own.bags >= known && own.at_most >= known, "{build:?}: {known}, {own:?}");
            }
            let Some(made) = own.brief else { continue };
            // Pieces alike of one sheet lie in rows and columns, and no other way makes more of them.
            if matches!(made.build, Build::Wrap | Build::CornerPair) && made.joins == Joins::Tabs {
                prop_assert_eq!(own.bags, by_hand(&made, made.build, paper));
            }
            prop_assert_eq!(made.finished, brief.finished);
            prop_assert!(Plan::new(&made).unwrap().is_ready());
            // Cut all together from the paper there is.
            let groups = by_paper(&[Copies { name: "", brief: made.clone(), copies: own.bags }]);
            let laid = made.sheet.size();
            prop_assert_eq!(groups.len(), 1);
            let area: i128 = groups[0].wanted.iter().map(|part| part.size.area() * i128::from(part.count)).sum();
            prop_assert!(area <= laid.area() * i128::from(paper.count));
            let batch = Batch::new(&groups[0].wanted, laid, &Budget::of(Budget::USUAL));
            // Alike, they are laid out on the sheets there are, and not only counted.
            if groups[0].wanted.len() == 1 {
                prop_assert!(batch.sheet_count() <= paper.count, "{} bags on {} sheets", own.bags, batch.sheet_count());
            }
            prop_assert!(batch.at_least <= paper.count, "{own_bags} bags take {} sheets at least", batch.at_least, own_bags = own.bags);
        }
    }
}

/// A roll, or sheets of a paper that may be turned.
fn roll_or_all_over() -> impl Strategy<Value = (Brief, Paper)> {
    let bag = (12_i64..40, 16_i64..48, 8_i64..24);
    (bag, 160_i64..260, 240_i64..1200, 1_u32..5, any::<bool>(), any::<bool>()).prop_map(
        |((w, h, d), width, long, count, roll, up)| {
            let brief = Brief::new(Length::eighths(w.max(d)), Length::eighths(h.max(d)), Length::eighths(d));
            let mut own = if roll { paper(width, long, 1) } else { paper(width / 2, width / 2 + 20, count) };
            own.kind = if roll { Stock::Roll } else { Stock::Pad };
            own.sheet.directional = up;
            (brief, own)
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// What a run lays out on the same paper: no more than is said to be the most, no fewer than most of what is counted; and all that
    /// is said to be the most is so.
    #[test]
    fn a_run_lays_out_no_more_than_the_most((brief, paper) in roll_or_all_over()) {
        let Some(own) = yields(&brief, std::slice::from_ref(&paper), &Budget::of(Budget::USUAL)).pop() else { return Ok(()) };
        let Some(made) = own.brief.clone() else { return Ok(()) };
        let has = paper.amount();
        let fits = |copies: u32| {
            let line = Line::new("Tea bowl", made.clone(), copies, [Some(0), None]);
            let parts: Vec<u32> = line.parts.iter().map(|part| part.count * copies).collect();
            let lists = cut_lists(&[line], |part| parts[part.part], std::slice::from_ref(&paper), &Budget::of(Budget::USUAL));
            lists.iter().all(|list| list.too_large.is_empty() && list.takes.sheets <= has.sheets && list.takes.length <= has.length)
        };
        let mut most = own.bags;
        while most < own.bags + 6 && fits(most + 1) {
            most += 1;
        }
        prop_assert!(most <= own.at_most, "a run makes {most}, {own:?}");
        // And what is counted, a run makes: all of it, or nearly.
        let nearly = own.bags - own.bags / 8;
        prop_assert!(fits(nearly), "a run does not make {nearly} of {}", own.bags);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]

    /// However little work it is given: a paper of which not all ways were tried is left out, and no bound is below what can be made.
    #[test]
    fn little_work_makes_no_false_bound((brief, papers) in shelf(), work in 0_u64..3_000_000) {
        for own in yields(&brief, &papers, &Budget::of(work)) {
            for build in [Build::Wrap, Build::CornerPair] {
                prop_assert!(own.at_most >= by_hand(&brief, build, &papers[own.paper]), "{own:?}");
            }
        }
    }

    /// The sizes that use a paper up are made of it, as many of them as are said.
    #[test]
    fn a_mix_uses_the_paper_up((brief, papers) in shelf()) {
        for (index, sizes) in mixes(&brief, &papers, &Budget::of(Budget::USUAL)) {
            let paper = &papers[index];
            for Mixed { part, yields } in sizes {
                let own = part.brief.unwrap();
                prop_assert!(Plan::new(&own).unwrap().is_ready());
                prop_assert!(yields.bags >= part.parts * paper.count && yields.bags <= yields.at_most);
                let size = Plan::new(&own).unwrap();
                let area: i128 = size.pieces.iter().map(|piece| {
                    i128::from(piece.width.units()) * i128::from(piece.height.units()) * i128::from(piece.count)
                }).sum();
                prop_assert!(area * i128::from(part.parts * paper.count) <= paper.sheet.as_laid().area() * i128::from(paper.count));
            }
        }
    }
}

#[test]
fn two_bags_share_three_sheets() {
    // A pair whose pieces, 8 × 7, lie one on a 12 × 12: two sheets a bag, and of five sheets two bags.
    let brief = Brief::new(Length::inches(5), Length::inches(5), Length::eighths(20));
    let five = paper(96, 96, 5);
    assert_eq!(by_hand(&brief, Build::CornerPair, &five), 2);
    let found = &yields(&brief, &[five], &Budget::of(Budget::USUAL))[0];
    assert!(found.bags >= 2 && found.is_most(), "{found:?}");
}
