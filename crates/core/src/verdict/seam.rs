//! Will the glue tab hold, and where does the seam show?

use super::{About, Candidate, Finding, Level};
use crate::brief::{Build, CUSTOMARY_TAB, Joins, RunStart, SMALL_TAB};
use crate::net::{Joint, Panel, Seam};
use crate::plan::Draft;
use crate::wording::Figures;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    let has_tab = over_tab(draft).is_some() && brief.joins == Joins::Tabs;
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
    let narrowest = over_tab(draft).filter(|(_, _, wide, cover)| wide > cover);
    if let (Some((panel, _, wide, width)), Joins::Strips { .. }) = (narrowest, brief.joins) {
        findings.push(Finding {
            code: "strip.wide",
            level: Level::Blocks,
            about: vec![About::Tab],
            title: format!("The joining strip is {} wider than the panel over it", figures.say(wide - width)),
            why: format!(
                "Half of it, {}, goes behind the {}, which is {} wide; the rest would show.",
                figures.say(wide),
                panel.name(),
                figures.say(width)
            ),
            ways: |draft| {
                let Some((_, _, _, width)) = over_tab(draft) else { return Vec::new() };
                let width = (width * 2).floor_to(Length::sixty_fourths(8));
                let changed = Brief { joins: Joins::Strips { width }, ..draft.brief.clone() };
                let title = format!("Strip {}", Figures::of(&draft.brief).say(width));
                vec![vec![Candidate::new(title, "It stays hidden.", changed)]]
            },
        });
    } else if let Some((panel, _, _, width)) = narrowest {
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
    findings.extend(strips_collide(draft));
    if matches!(brief.build, Build::Wrap | Build::FoldedBase { .. }) && brief.run.start == RunStart::Face {
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

/// A panel with a joining strip behind either edge has to be as wide as both halves together.
fn strips_collide(draft: &Draft) -> Option<Finding> {
    let figures = Figures::of(&draft.brief);
    let (panel, strips, width) = between_strips(draft).filter(|(_, strips, width)| strips > width)?;
    Some(Finding {
        code: "strip.collide",
        level: Level::Blocks,
        about: vec![About::Tab],
        title: format!("Two joining strips collide behind the {}", panel.name()),
        why: format!(
            "Half a strip behind either edge takes {}; the panel is {} wide.",
            figures.say(strips),
            figures.say(width)
        ),
        ways: |draft| {
            let Some((_, _, width)) = between_strips(draft) else { return Vec::new() };
            let width = width.floor_to(Length::sixty_fourths(4));
            let changed = Brief { joins: Joins::Strips { width }, ..draft.brief.clone() };
            let tabs = Brief { joins: Joins::Tabs, ..draft.brief.clone() };
            let title = format!("Strip {}", Figures::of(&draft.brief).say(width));
            vec![
                vec![Candidate::new(title, "Both halves have room.", changed)],
                vec![Candidate::new("Tabs instead", "Each panel then hides only one.", tabs)],
            ]
        },
    })
}

/// Where strips behind both edges of a panel leave it least room: the panel, both halves together, its width.
fn between_strips(draft: &Draft) -> Option<(Panel, Length, Length)> {
    let seams = || draft.net.seams.iter().filter(|seam| matches!(seam.under.panel, Panel::JoinHalf(_)));
    let width = |joint: Joint| draft.net.strips[joint.strip].columns[joint.column].x.length();
    let over = |seam: &Seam| (seam.over.strip, seam.over.column);
    seams()
        .filter_map(|one| {
            let other = seams().find(|other| over(other) == over(one) && other.under != one.under)?;
            Some((one.over.panel, width(one.under) + width(other.under), width(one.over)))
        })
        .max_by_key(|(_, strips, width)| *strips - *width)
}

/// Where what goes under is widest against what lies over it: the panel over it, the seam's number, both widths.
fn over_tab(draft: &Draft) -> Option<(Panel, usize, Length, Length)> {
    let width = |joint: Joint| draft.net.strips[joint.strip].columns[joint.column].x.length();
    let seams = draft.net.seams.iter().enumerate().filter(|(_, seam)| seam.under.panel.is_join());
    seams
        .map(|(index, seam)| (seam.over.panel, index, width(seam.under), width(seam.over)))
        .max_by_key(|(_, _, under, over)| *under - *over)
}

/// Customary tabs, and the widest that the panel over it still hides.
fn customary(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let cover = over_tab(draft).map(|(_, _, _, width)| width.floor_to(Length::sixty_fourths(4)));
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
