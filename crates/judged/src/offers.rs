//! What is offered beside the bag as it stands: other builds, other sheets, other places to join. Whatever is offered can be
//! planned, and nothing blocks it that does not block the bag already.

use crate::builds::{Alternative, alternatives, same_kind};
use crate::joins::{self, Joining};
use crate::rescale;
use crate::verdict::{Level, Remedy, Verdict, blocks, blocks_nothing_new};
use crate::{Brief, Plan, Sheet};

/// So many sizes that fit are tried, the largest first; if all of them are blocked by something else, no smaller one will do.
const MOST_TRIED: usize = 24;

/// So many first changes are followed by a second.
const MOST_FIRST: usize = 3;

/// The largest bag in the proportions of `brief` that can be made from `sheet`.
pub fn on_sheet(brief: &Brief, sheet: &Sheet) -> Option<Brief> {
    let blocked = blocks(brief);
    rescale::on_sheet(brief, sheet).take(MOST_TRIED).find(|changed| blocks_nothing_new(changed, &blocked))
}

/// The best ways to cut the round that differ in their places, at most so many.
pub fn joinings(brief: &Brief, most: usize) -> Vec<Joining> {
    let blocked = blocks(brief);
    let mut found: Vec<Joining> = Vec::new();
    for way in joins::ways(brief) {
        if found.len() == most {
            break;
        }
        let is_new = found.iter().all(|known| known.cuts.at != way.cuts.at);
        if is_new && blocks_nothing_new(&way.brief(brief), &blocked) {
            found.push(way);
        }
    }
    found
}

/// A way to build the bag, planned.
#[derive(Clone, Debug)]
pub struct BuildOffer {
    /// The build.
    pub way: Alternative,
    /// The bag built so.
    pub plan: Plan,
    /// What stands in its way, if anything does: what does not go with the build before what any build would run into.
    pub obstacle: Option<Verdict>,
    /// What taking it changes the bag to: the bag built so, or with the nearest change that makes it possible; nothing if
    /// neither one change nor two do.
    pub takes: Option<Brief>,
    /// That change, if it takes one.
    pub changes: Option<Remedy>,
}

/// The first change, or two of them, with which nothing new blocks a build.
fn nearest(way: &Alternative, plan: &Plan, before: &[&str]) -> Option<Remedy> {
    let is_kept = |remedy: &&Remedy| same_kind(remedy.brief.build, way.brief.build);
    let blocking = |plan: &Plan| -> Vec<Remedy> {
        let verdicts = plan
            .verdicts
            .iter()
            .filter(|verdict| verdict.level == Level::Blocks && !before.contains(&verdict.code));
        verdicts.flat_map(|verdict| &verdict.remedies).filter(is_kept).cloned().collect()
    };
    let first = blocking(plan);
    let sound = |remedy: &&&Remedy| blocks_nothing_new(&remedy.brief, before);
    // The size is what was asked for: another sheet comes before another size.
    let same_size = first.iter().filter(|remedy| remedy.brief.finished == way.brief.finished);
    let alone = same_size
        .into_iter()
        .find(|remedy| sound(&remedy))
        .or_else(|| first.iter().find(|remedy| sound(&remedy)));
    alone.cloned().or_else(|| {
        first.iter().take(MOST_FIRST).find_map(|one| {
            let then = Plan::new(&one.brief).ok()?;
            let two = blocking(&then).into_iter().find(|two| blocks_nothing_new(&two.brief, before))?;
            let title = format!("{}; {}", one.title, two.title);
            Some(Remedy { title, then: format!("{} {}", one.then, two.then), brief: two.brief })
        })
    })
}

/// Every way to build the bag of a brief, the simplest first.
pub fn builds(brief: &Brief) -> Vec<BuildOffer> {
    let before = blocks(brief);
    alternatives(brief)
        .into_iter()
        .filter_map(|way| {
            let plan = Plan::new(&way.brief).ok()?;
            let blocking: Vec<&Verdict> =
                plan.verdicts.iter().filter(|verdict| verdict.level == Level::Blocks).collect();
            let of_build = blocking.iter().find(|verdict| verdict.code.starts_with("build."));
            let obstacle = of_build.or(blocking.first()).map(|verdict| (*verdict).clone());
            let is_sound = blocking.iter().all(|verdict| before.contains(&verdict.code));
            let nearest = || nearest(&way, &plan, &before);
            let (takes, changes) = if is_sound {
                (Some(way.brief.clone()), None)
            } else {
                nearest().map_or((None, None), |remedy| (Some(remedy.brief.clone()), Some(remedy)))
            };
            Some(BuildOffer { way, plan, obstacle, takes, changes })
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;

    #[test]
    fn joinings_differ_in_their_places() {
        let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        let ways = joinings(&brief, 4);
        assert_eq!(ways.len(), 4);
        for (index, way) in ways.iter().enumerate() {
            assert!(ways[..index].iter().all(|other| other.cuts.at != way.cuts.at));
        }
    }

    #[test]
    fn a_build_that_needs_a_change_takes_it_along() {
        // A folded base wants W ≥ D + o (common practice): 4 × 6 × 3¾ is taken with a gusset of 3½.
        let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::eighths(30));
        (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
        let all = builds(&brief);
        let folded = all.iter().find(|offer| offer.way.name == "Folded base").unwrap();
        assert!(folded.obstacle.is_some());
        let takes = folded.takes.as_ref().unwrap();
        assert_eq!(takes.finished.gusset, Length::eighths(28));
        assert!(same_kind(takes.build, folded.way.brief.build));
        // One piece cut at one place is a wrap, and no way of its own.
        assert!(all.iter().all(|offer| offer.way.name != "More pieces"));
    }
}
