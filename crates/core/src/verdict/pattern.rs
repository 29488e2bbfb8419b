//! Which way the pattern faces, and what a turned hem shows.

use super::{About, Candidate, Finding, Level};
use crate::brief::Hem;
use crate::plan::Draft;
use crate::sheet::Printed;
use crate::wording::Figures;
use crate::{Brief, Sheet};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let sheet = &brief.sheet;
    let mut findings = Vec::new();
    if sheet.turned && sheet.directional {
        findings.push(Finding {
            code: "pattern.sideways",
            level: Level::Blocks,
            about: vec![About::Sheet],
            title: "The pattern would lie sideways".to_owned(),
            why: "The sheet has an up and is laid a quarter turn round, so every face would show it lying on its side.".to_owned(),
            ways: |draft| {
                let sheet = &draft.brief.sheet;
                let with = |sheet| Brief { sheet, ..draft.brief.clone() };
                vec![
                    vec![Candidate::new(
                        "Lay the sheet upright",
                        "The pattern stands the right way up.",
                        with(Sheet { turned: false, ..sheet.clone() }),
                    )],
                    vec![Candidate::new(
                        "It is an all-over pattern",
                        "Then it may lie either way.",
                        with(Sheet { directional: false, ..sheet.clone() }),
                    )],
                ]
            },
        });
    }
    if let Hem::Out { depth } = brief.hem {
        let depth = Figures::of(brief).say(depth);
        let (title, why) = match (sheet.printed, sheet.directional) {
            (Printed::One, _) => (
                "The turned-out hem shows the plain reverse",
                format!(
                    "Turned out, the top {depth} shows the other side of the sheet, and that side is not printed."
                ),
            ),
            (Printed::Both, true) => (
                "The turned-out hem shows the reverse, upside down",
                format!(
                    "Turned over the top edge, the {depth} band carries the other side's pattern standing on its head."
                ),
            ),
            (Printed::Both, false) => (
                "The turned-out hem shows the reverse",
                format!("The {depth} band shows the other side of the sheet as a contrast."),
            ),
        };
        findings.push(Finding {
            code: "pattern.hem-reverse",
            level: Level::Notes,
            about: vec![About::Hem],
            title: title.to_owned(),
            why,
            ways: |draft| {
                let hem = Hem::In { depth: draft.brief.hem.depth() };
                vec![vec![Candidate::new(
                    "Turn the hem in",
                    "It is hidden and strengthens the lip.",
                    Brief { hem, ..draft.brief.clone() },
                )]]
            },
        });
    }
    findings
}
