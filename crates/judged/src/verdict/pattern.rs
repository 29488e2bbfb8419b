//! Which way the pattern faces on every surface that is seen.

use super::{About, Candidate, Finding, Level};
use crate::brief::{Build, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::folded::surfaces::{Orientation, Surface};
use crate::net::Zone;
use crate::{Brief, Sheet};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    sideways(draft).into_iter().collect()
}

/// What is unusual to see. It folds the bag to find out, and none of it ever blocks.
pub(super) fn seen(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let unusual = brief.top.is_turned_out() || brief.top.flap().is_some() || !brief.build.has_base();
    if !unusual {
        return Vec::new();
    }
    draft.surfaces().iter().filter_map(|surface| judge(brief, surface)).collect()
}

fn sideways(draft: &Draft) -> Option<Finding> {
    let sheet = &draft.brief.sheet;
    (sheet.turned && sheet.directional).then(|| Finding {
        code: "pattern.sideways",
        level: Level::Blocks,
        about: vec![About::Sheet],
        title: "The pattern would lie sideways".to_owned(),
        why: "The sheet has an up and is laid a quarter turn round, so every face would show it lying on its side.".to_owned(),
        mends: |draft| {
            let sheet = &draft.brief.sheet;
            let with = |sheet| Brief { sheet, ..draft.brief.clone() };
            vec![
                vec![Candidate::new(
                    "Lay the sheet upright",
                    "The pattern stands the right way up.",
                    with(Sheet { turned: false, ..sheet.clone() }),
                )],
                all_over(draft),
            ]
        },
    })
}

fn all_over(draft: &Draft) -> Vec<Candidate> {
    let sheet = Sheet { directional: false, ..draft.brief.sheet.clone() };
    let changed = Brief { sheet, ..draft.brief.clone() };
    vec![Candidate::new("It is an all-over pattern", "Then it may lie either way.", changed)]
}

fn judge(brief: &Brief, surface: &Surface) -> Option<Finding> {
    let shown = surface.shown(brief);
    let depth = Figures::of(brief).say(brief.top.depth());
    let note = |code, about, title, why, ways| Finding {
        code,
        level: Level::Notes,
        about: vec![about],
        title,
        why,
        mends: ways,
    };
    match surface.part {
        (panel, Zone::Hem) if panel.is_front() => {
            let why = if brief.sheet.printed.has_plain_reverse() {
                format!(
                    "Turned out, the top {depth} shows the other side of the sheet, and that side is not printed."
                )
            } else if brief.sheet.directional {
                let lies = match surface.orientation {
                    Orientation::Upright => "upright",
                    Orientation::Sideways => "lying on its side",
                    Orientation::UpsideDown => "standing on its head",
                };
                format!("Turned over the top edge, the {depth} band carries the other side’s pattern {lies}.")
            } else {
                format!("The {depth} band shows the other side of the sheet as a contrast.")
            };
            Some(note(
                "pattern.hem-reverse",
                About::Hem,
                format!("The turned-out hem shows {shown}"),
                why,
                |draft| {
                    let top = Top::HemIn { depth: draft.brief.top.depth() };
                    let changed = Brief { top, ..draft.brief.clone() };
                    vec![vec![Candidate::new(
                        "Turn the hem in",
                        "It is hidden and strengthens the lip.",
                        changed,
                    )]]
                },
            ))
        }
        (_, Zone::Flap) if brief.sheet.directional && surface.orientation != Orientation::Upright => {
            let why = format!(
                "Laid over the mouth, the {depth} flap goes on showing the side its face shows, but its up now points down."
            );
            Some(note("pattern.flap", About::Hem, format!("The closing flap shows {shown}"), why, |draft| {
                let depth = crate::brief::CUSTOMARY_HEM;
                let hem = Brief { top: Top::HemIn { depth }, ..draft.brief.clone() };
                vec![
                    all_over(draft),
                    vec![Candidate::new("A hem instead", "No flap lies over the front.", hem)],
                ]
            }))
        }
        (panel, Zone::Body)
            if panel.is_back()
                && brief.sheet.directional
                && surface.orientation == Orientation::UpsideDown =>
        {
            let why = "The sheet runs from the front's top down to the bottom fold and up the back: what is up in front \
                       points down behind."
                .to_owned();
            Some(note("pattern.back", About::Sheet, format!("The back shows {shown}"), why, |draft| {
                let wrap = Brief { build: Build::Wrap, ..draft.brief.clone() };
                vec![
                    all_over(draft),
                    vec![Candidate::new("A wrap instead", "All its faces stand upright.", wrap)],
                ]
            }))
        }
        _ => None,
    }
}
