//! Do the build and the other habits go together?

use super::{About, Candidate, Finding, Level};
use crate::Brief;
use crate::brief::{BaseHabit, Build, Squares};
use crate::plan::Draft;
use crate::wording::Figures;

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let Build::CradlePair { squares } = brief.build else { return Vec::new() };
    let (flap, gusset) = (brief.flap(), brief.finished.gusset);
    let mut findings = Vec::new();
    if flap != gusset {
        findings.push(Finding {
            code: "build.cradle-flaps",
            level: Level::Blocks,
            about: vec![About::Base],
            title: "A cradle pair has full base flaps".to_owned(),
            why: format!(
                "Its base corners are squares as deep as the gusset, {}; flaps of {} would not fit them.",
                figures.say(gusset),
                figures.say(flap)
            ),
            ways: |draft| {
                let full = Brief { base: BaseHabit::Full, ..draft.brief.clone() };
                let pair = Brief { build: Build::CornerPair, ..draft.brief.clone() };
                vec![
                    vec![Candidate::new(
                        "Full base flaps",
                        "The squares close the base with the face flaps.",
                        full,
                    )],
                    vec![Candidate::new("A corner pair instead", "It takes any base flap.", pair)],
                ]
            },
        });
    }
    if squares == Squares::SlitLevel && flap > brief.finished.height {
        findings.push(Finding {
            code: "build.ears-too-tall",
            level: Level::Blocks,
            about: vec![About::Gussets],
            title: "The ears stand out of the mouth".to_owned(),
            why: format!(
                "They turn up {} against gussets that are only {} high.",
                figures.say(flap),
                figures.say(brief.finished.height)
            ),
            ways: |draft| {
                let build = Build::CradlePair { squares: Squares::SlitUp };
                let changed = Brief { build, ..draft.brief.clone() };
                vec![vec![Candidate::new(
                    "Slit the squares upwards",
                    "They fold into the base instead.",
                    changed,
                )]]
            },
        });
    }
    findings
}
