//! The ways a bag can be built, side by side: the finished size and every other habit stay as they are.

use crate::Brief;
use crate::brief::{Build, Squares};

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

/// Every way to build the bag of a brief, the simplest first.
pub fn alternatives(brief: &Brief) -> Vec<Alternative> {
    let ways = [
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
    ];
    ways.into_iter()
        .map(|(build, name, when)| Alternative { name, when, brief: Brief { build, ..brief.clone() } })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{Length, Plan};

    #[test]
    fn every_alternative_is_the_same_bag() {
        let brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
        let ways = alternatives(&brief);
        assert_eq!(ways.len(), 4);
        for way in ways {
            assert_eq!(way.brief.finished, brief.finished);
            let plan = Plan::new(&way.brief).unwrap();
            assert!(plan.proof.passed(), "{}: {:#?}", way.name, plan.proof);
        }
    }
}
