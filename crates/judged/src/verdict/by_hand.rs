//! Can this paper be creased against a ruler, without a score?

use super::{About, Candidate, Finding, Level, finding};
use crate::Brief;
use crate::brief::{LIFTED, Lined};
use crate::draft::Draft;

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let heavy = brief.sheet.grammage.filter(|weight| brief.is_lined_by_hand() && weight.0 > LIFTED);
    let found = heavy.map(|weight| {
        finding(
            About::Sheet,
            "lined.heavy",
            Level::Warns,
            format!("Paper of {} g/m² cracks where it is creased by hand", weight.0),
            format!(
                "Up to about {LIFTED} g/m² it can be lifted against a ruler; heavier paper has to be scored first, or its fibres break along the crease."
            ),
            |draft| {
                let scored = Brief { lined: Lined::Board, ..draft.brief.clone() };
                vec![vec![Candidate::new("Score it on a board", "Every line is pressed in before it is folded.", scored)]]
            },
        )
    });
    found.into_iter().collect()
}
