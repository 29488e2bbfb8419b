//! Does the bag take fewer sheets if they are turned?

use super::{About, Candidate, Finding, Level, finding};
use crate::draft::Draft;
use crate::text::sheets;
use crate::{Brief, Sheet, joins};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let Some(other) = turned(draft) else { return Vec::new() };
    let (now, then) = (draft.layout().own_sheets(), own_sheets(&other));
    let name = draft.brief.sheet.name(draft.brief.unit);
    let one = finding(
        About::Sheet,
        "turn.saves",
        Level::Notes,
        format!("Turned, {} will do instead of {now}", sheets(then)),
        format!(
            "As it lies, the {name} gives this bag from {}; its pieces lie better with the sheet turned a quarter. The paper has no direction, so nothing is seen of it.",
            sheets(now)
        ),
        |draft| {
            let candidate = |brief| {
                Candidate::new("Turn the sheet", "It has no direction, so it may lie sideways.", brief)
            };
            vec![turned(draft).map(candidate).into_iter().collect()]
        },
    );
    vec![one]
}

/// The bag on its sheets turned, if that takes fewer of them.
fn turned(draft: &Draft) -> Option<Brief> {
    let brief = &draft.brief;
    let sheet = &brief.sheet;
    if sheet.directional
        || sheet.width == sheet.height
        || !draft.plainly_fits()
        || draft.layout().own_sheets() < 2
    {
        return None;
    }
    let other = Brief { sheet: Sheet { turned: !sheet.turned, ..sheet.clone() }, ..brief.clone() };
    // A round in pieces is cut elsewhere on a sheet that lies otherwise.
    let other = if other.build.is_cut() { joins::best(&other)?.brief(&other) } else { other };
    let fits = Draft::new(&other).is_ok_and(|draft| draft.plainly_fits());
    (fits && own_sheets(&other) < draft.layout().own_sheets()).then_some(other)
}

fn own_sheets(brief: &Brief) -> u32 {
    Draft::new(brief).map_or(u32::MAX, |draft| draft.layout().own_sheets())
}
