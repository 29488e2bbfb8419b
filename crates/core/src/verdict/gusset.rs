//! Can the gussets be pinched?

use super::{About, Candidate, Finding, Level};
use crate::Brief;
use crate::brief::GussetCrease;
use crate::plan::Draft;
use crate::wording::Figures;

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let apex = brief.finished.gusset.half();
    if brief.gusset_crease == GussetCrease::None || apex < brief.finished.height {
        return Vec::new();
    }
    vec![Finding {
        code: "gusset.too-deep-to-pinch",
        level: Level::Warns,
        about: vec![About::Gussets],
        title: "The body is too low to pinch".to_owned(),
        why: format!(
            "The centre crease begins half the gusset, {}, above the base line, and the body is only {} high: no crease is drawn.",
            figures.say(apex),
            figures.say(brief.finished.height)
        ),
        ways: |draft| {
            let plain = Brief { gusset_crease: GussetCrease::None, ..draft.brief.clone() };
            vec![vec![Candidate::new("Leave the gussets plain", "A square bag that always stands.", plain)]]
        },
    }]
}
