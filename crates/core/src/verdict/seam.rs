//! Will the glue tab hold, and where does the seam show?

use super::{About, Candidate, Finding, Level};
use crate::brief::{Build, CUSTOMARY_TAB, RunStart, SMALL_TAB};
use crate::net::{Joint, Panel};
use crate::plan::Draft;
use crate::wording::Figures;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    let has_tab = over_tab(draft).is_some();
    if has_tab && brief.tab < SMALL_TAB {
        findings.push(Finding {
            code: "tab.narrow",
            level: Level::Warns,
            about: vec![About::Tab],
            title: format!("A tab of {} is narrow", figures.say(brief.tab)),
            why: format!(
                "{} is customary, {} on a small bag; less takes too little glue to hold a corner.",
                figures.say(CUSTOMARY_TAB),
                figures.say(SMALL_TAB)
            ),
            ways: customary,
        });
    }
    if let Some((panel, width)) = over_tab(draft).filter(|(_, width)| brief.tab > *width) {
        findings.push(Finding {
            code: "tab.wide",
            level: Level::Blocks,
            about: vec![About::Tab],
            title: format!("The tab is {} wider than the panel over it", figures.say(brief.tab - width)),
            why: format!(
                "It goes under the {}, which is {} wide; a tab of {} would show.",
                panel.name(),
                figures.say(width),
                figures.say(brief.tab)
            ),
            ways: customary,
        });
    }
    if brief.build == Build::Wrap && brief.run.start == RunStart::Face {
        findings.push(Finding {
            code: "seam.in-front",
            level: Level::Notes,
            about: vec![About::Tab],
            title: "The seam lies at a front corner".to_owned(),
            why: "A run that starts with the front ends beside it. Started with a gusset, the seam moves to a back corner; \
                  started in the middle of a gusset, it hides on the gusset's centre."
                .to_owned(),
            ways: |draft| {
                let start = |start, title| {
                    let mut changed = draft.brief.clone();
                    changed.run.start = start;
                    vec![Candidate::new(title, "The sizes stay as they are.", changed)]
                };
                vec![start(RunStart::Gusset, "Start with a gusset"), start(RunStart::HalfGusset, "Start in mid-gusset")]
            },
        });
    }
    findings
}

/// The panel laid over the tab, and its width.
fn over_tab(draft: &Draft) -> Option<(Panel, Length)> {
    let columns = |joint: Joint| &draft.net.strips[joint.strip].columns[joint.column];
    let seam = draft.net.seams.iter().find(|seam| columns(seam.under).panel == Panel::Tab)?;
    let over = columns(seam.over);
    Some((over.panel, over.x.length()))
}

/// Customary tabs, and the widest that the panel over it still hides.
fn customary(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let cover = over_tab(draft).map(|(_, width)| width.floor_to(Length::sixty_fourths(4)));
    let mut widths = vec![CUSTOMARY_TAB, SMALL_TAB];
    widths.extend(cover.filter(|width| *width < SMALL_TAB));
    widths
        .into_iter()
        .filter(|tab| *tab != brief.tab)
        .map(|tab| {
            let title = format!("Tab {}", Figures::of(brief).say(tab));
            let changed = Brief { tab, ..brief.clone() };
            let (width, height) = crate::net::flat_size(&changed);
            let then = format!("The piece is then {}.", Figures::of(brief).by(width, height));
            vec![Candidate::new(title, then, changed)]
        })
        .collect()
}
