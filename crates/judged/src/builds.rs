//! The ways a bag can be built, side by side: the finished size and every other habit stay as they are.

use crate::brief::{BaseHabit, Build, CUSTOMARY_LAP, CUSTOMARY_PLEATS, GussetCrease, Joins, Squares, Top};
use crate::{Brief, joins};

/// One way to build a bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Alternative {
    /// What it is called.
    pub name: &'static str,
    /// When people choose it, in one line (common practice).
    pub when: &'static str,
    /// The brief built so.
    pub brief: Brief,
}

/// The builds that need no search: the build, its name, and when people choose it.
pub(crate) const BUILDS: [(Build, &str, &str); 6] = [
    (Build::Wrap, "Wrap", "One piece and one seam: when it fits the sheet."),
    (
        Build::CornerPair,
        "Corner pair",
        "Two pieces alike, seams at opposite corners: to grow past one sheet.",
    ),
    (
        Build::CradlePair { squares: Squares::SlitUp },
        "Cradle pair, squares in the base",
        "Double sides and no tabs; the corner squares strengthen the base.",
    ),
    (
        Build::CradlePair { squares: Squares::SlitLevel },
        "Cradle pair, squares as ears",
        "Double sides and no tabs; the corner squares stiffen the gussets.",
    ),
    (
        Build::FoldedBase { lap: CUSTOMARY_LAP },
        "Folded base",
        "Wrapping paper, no slits: a tube whose ends are squashed and lapped.",
    ),
    (
        Build::PleatedFlare { pleats: CUSTOMARY_PLEATS.0, pleat: CUSTOMARY_PLEATS.1 },
        "Pleated flare",
        "Wrapping paper, no base: for flat or soft things that need a wide mouth.",
    ),
];

/// Every way to build the bag of a brief, the simplest first. Size and habits stay; what a build has no use for (tabs to
/// replace, flaps of another depth, gussets to crease) falls away.
pub fn alternatives(brief: &Brief) -> Vec<Alternative> {
    // One piece is the wrap over again: named only where the bag is made so now.
    let is_joined = brief.build.is_cut();
    let cuts = joins::best(brief).map(|best| best.cuts).filter(|cuts| is_joined || !cuts.is_one_piece());
    let joined = cuts.map(|cuts| {
        let when = "The run cut where its joins show least: when one or two sheets will not do.";
        (Build::Joined { cuts }, "More pieces", when)
    });
    // Behind the pairs.
    let (slit, folded) = BUILDS.split_at(4);
    slit.iter()
        .copied()
        .chain(joined)
        .chain(folded.iter().copied())
        .map(|(build, name, when)| {
            // The build at hand keeps its own figures.
            let build = if same_kind(build, brief.build) { brief.build } else { build };
            Alternative { name, when, brief: suited(Brief { build, ..brief.clone() }) }
        })
        .collect()
}

/// What a way of building is called: `Corner pair`.
pub fn name_of(build: Build) -> &'static str {
    let known = BUILDS.iter().find(|(own, ..)| same_kind(*own, build));
    known.map_or("More pieces", |(_, name, _)| name)
}

/// True for the same way of building, whatever its figures.
pub fn same_kind(one: Build, other: Build) -> bool {
    match (one, other) {
        (Build::CradlePair { squares }, Build::CradlePair { squares: others }) => squares == others,
        _ => std::mem::discriminant(&one) == std::mem::discriminant(&other),
    }
}

/// The brief without the habits its build has no use for.
pub(crate) fn suited(mut brief: Brief) -> Brief {
    if !brief.has_joins() {
        brief.joins = Joins::Tabs;
    }
    match brief.build {
        Build::CradlePair { squares } => {
            brief.base = BaseHabit::Full;
            if squares == Squares::SlitLevel {
                brief.gusset_crease = GussetCrease::None;
            }
        }
        Build::PleatedFlare { pleats, pleat } => {
            brief.gusset_crease = GussetCrease::None;
            if brief.top.flap().is_some() {
                brief.top = Top::Raw;
            }
            let widest = brief.finished.width.half().floor_to(brief.board.groove).max(brief.board.groove * 2);
            brief.build = Build::PleatedFlare { pleats, pleat: pleat.min(widest) };
        }
        Build::Wrap | Build::CornerPair | Build::FoldedBase { .. } | Build::Joined { .. } => {}
    }
    brief
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{Length, Plan};

    #[test]
    fn every_alternative_is_the_same_bag() {
        let brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
        let ways = alternatives(&brief);
        assert_eq!(ways.len(), 7);
        for way in ways {
            assert_eq!(way.brief.finished, brief.finished);
            let plan = Plan::new(&way.brief).unwrap();
            assert!(plan.proof.passed(), "{}: {:#?}", way.name, plan.proof);
        }
    }
}
