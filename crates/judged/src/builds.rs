//! The ways a bag can be built, side by side: the finished size and every other habit stay as they are.

use crate::brief::{BaseHabit, Build, BuildName, GussetCrease, Joins, Squares, Top};
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

/// Every way to build the bag of a brief, the simplest first. Size and habits stay; what a build has no use for (tabs to
/// replace, flaps of another depth, gussets to crease) falls away.
pub fn alternatives(brief: &Brief) -> Vec<Alternative> {
    // One piece is the wrap over again: named only where the bag is made so now.
    let is_joined = brief.build.is_cut();
    let cuts = joins::best(brief).map(|best| best.cuts).filter(|cuts| is_joined || !cuts.is_one_piece());
    let of = |name: &BuildName| match name.customary() {
        // A round in pieces is cut where it shows least.
        [] => cuts.map(|cuts| Build::Joined { cuts }).into_iter().collect(),
        own => own.to_vec(),
    };
    BuildName::ALL
        .iter()
        .flat_map(of)
        .map(|build| {
            let (name, when) = build.words();
            // The build at hand keeps its own figures.
            let build = if same_kind(build, brief.build) { brief.build } else { build };
            Alternative { name, when, brief: suited(Brief { build, ..brief.clone() }) }
        })
        .collect()
}

/// What a way of building is called: `Corner pair`.
pub fn name_of(build: Build) -> &'static str {
    build.words().0
}

/// True for the same way of building, whatever its figures.
pub fn same_kind(one: Build, other: Build) -> bool {
    BuildName::from(one) == BuildName::from(other) && one.squares() == other.squares()
}

/// Every build that needs no search, in customary figures.
pub(crate) fn customary() -> impl Iterator<Item = Build> {
    BuildName::ALL.iter().flat_map(|name| name.customary()).copied()
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
