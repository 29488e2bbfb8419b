//! What else the paper of a run makes.

use super::Held;
use crate::planned::Planned;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Length;
use wide_fold_core::budget::Budget;
use wide_fold_core::more::{More, more};
use wide_fold_core::paper::{Amount, Paper};
use wide_fold_kept::runs::Event;

/// So many more of a line come out of the paper there is.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MoreView {
    /// The line's number.
    pub line: u32,
    /// How many more.
    pub more: u32,
    /// True if nothing of the paper is left over then.
    pub uses_up: bool,
    /// `7 more Bud vase use Speckled stoneware pad up`.
    pub says: String,
}

impl MoreView {
    /// What else the paper of a run makes, those first that use a paper up.
    pub fn all(
        planned: &Planned,
        events: &[(i64, Event)],
        papers: &[(i64, Paper)],
        held: &[Held],
        budget: &Budget<'_>,
    ) -> Vec<Self> {
        let lines = planned.on(papers);
        let progress = planned.progress(events);
        let there: Vec<Amount> = papers
            .iter()
            .map(|(id, paper)| {
                let first = held.iter().filter(|held| held.is_first).flat_map(|held| &held.needs);
                let own = first.filter(|(held, _, _)| held == id);
                own.fold(paper.amount(), |has, (_, sheets, length)| Amount {
                    sheets: has.sheets.saturating_sub(*sheets),
                    length: (has.length - Length::from_nm(*length)).max(Length::ZERO),
                })
            })
            .collect();
        let all: Vec<Paper> = papers.iter().map(|(_, paper)| paper.clone()).collect();
        let mut found = more(&lines, |part| progress.wanted(&lines, part), &all, &there, budget);
        found.sort_by_key(|more| (!more.uses_up, more.line));
        let view = |more: More| {
            let (line, count) = (&lines[more.line], more.more);
            let paper = line.paper.map_or("its paper", |paper| all[paper].name.as_str());
            let says = match (more.uses_up, count) {
                (true, 1) => format!("One more {} uses {paper} up", line.name),
                (true, _) => format!("{count} more {} use {paper} up", line.name),
                (false, 1) => format!("One more {} comes out of {paper}", line.name),
                (false, _) => format!("{count} more {} come out of {paper}", line.name),
            };
            Self { line: planned.run.lines[more.line].line, more: count, uses_up: more.uses_up, says }
        };
        found.into_iter().map(view).collect()
    }
}
