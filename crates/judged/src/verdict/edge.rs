//! Does a score lie so near to an edge that nobody can make it?

use super::{About, Candidate, Finding, Level};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::net::{Crease, Panel};
use crate::{Brief, Length};

/// Nearer to an edge than this no score can be made: there is no paper to hold beside it (our choice: the finest mark of a trimmer).
const NEAREST: Length = Length::sixty_fourths(4);

/// A tab carries the lines of the panel over it: a tab a hair wider than half a gusset has its centre line at its very edge.
pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let (brief, figures) = (&draft.brief, Figures::of(&draft.brief));
    let Some((about, left)) = on_tab(draft) else { return Vec::new() };
    vec![Finding {
        code: "tab.line-at-edge",
        level: Level::Warns,
        about,
        title: format!("A score lies {} from the edge of the tab", figures.say(left)),
        why: format!(
            "The tab, {} wide, goes under a gusset and carries its centre line {} from the corner: {} of paper beside a score cannot be held.",
            figures.say(brief.tab),
            figures.say(brief.tab - left),
            figures.say(left)
        ),
        mends: |draft| {
            let brief = &draft.brief;
            let Some((_, left)) = on_tab(draft) else { return Vec::new() };
            let of = |tab: Length, then: &str| {
                Candidate::new(
                    format!("Tab {}", Figures::of(brief).say(tab)),
                    then,
                    Brief { tab, ..brief.clone() },
                )
            };
            let narrow = (brief.tab - left).floor_to(brief.mark());
            let wide = (brief.tab + brief.customary(Length::eighths(1))).ceil_to(brief.mark());
            vec![
                vec![of(narrow, "It ends at the line, and carries none.")],
                vec![of(wide, "There is paper to hold on both sides of the line.")],
            ]
        },
    }]
}

/// An upright score on a tab that lies nearly at its outer edge, and how far from it.
fn on_tab(draft: &Draft) -> Option<(Vec<About>, Length)> {
    let mut found: Option<(Vec<About>, Length)> = None;
    for (piece, own) in draft.pieces().iter().enumerate() {
        let blank = &own.blank;
        let Some(tab) = blank.columns.iter().find(|column| column.panel == Panel::Tab) else { continue };
        let outer = if tab.x.from == Length::ZERO { Length::ZERO } else { tab.x.to };
        let is_near = |crease: &&Crease| {
            let off = (crease.from.x - outer).abs();
            crease.is_vertical() && !crease.role.is_made_by_hand() && off.is_positive() && off < NEAREST
        };
        for (n, crease) in blank.creases.iter().enumerate().filter(|(_, crease)| is_near(crease)) {
            let left = (crease.from.x - outer).abs();
            let about = About::Crease { piece, crease: n };
            match &mut found {
                Some((all, _)) => all.push(about),
                none => *none = Some((vec![about], left)),
            }
        }
    }
    found
}
