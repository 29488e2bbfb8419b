//! Can the gussets be pinched, and does the bag fold flat?

use super::search::largest;
use super::{About, Candidate, Finding, Level, finding};
use crate::brief::GussetCrease;
use crate::draft::Draft;
use crate::figures::Figures;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    if !brief.gusset_crease.is_any() || !brief.build.has_gussets() {
        return Vec::new();
    }
    let mut findings: Vec<Finding> = Vec::new();
    findings.extend(too_deep_to_pinch(draft));
    findings.extend(hem_over_apex(draft));
    if brief.gusset_crease.folds_flat() {
        findings.extend(gussets_collide(draft));
        findings.extend(base_out_of_mouth(draft));
    }
    findings
}

/// A gusset so deep that its centre crease would begin above the mouth.
fn too_deep_to_pinch(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (size, apex) = (brief.finished, brief.apex());
    if apex < size.height || brief.gusset_crease.folds_flat() {
        return None;
    }
    let why = format!(
        "The centre crease begins half the gusset, {}, above the base line, and the body is only {} high: no crease is drawn.",
        figures.say(apex),
        figures.say(size.height)
    );
    Some(finding(
        About::Gussets,
        "gusset.too-deep-to-pinch",
        Level::Warns,
        "The body is too low to pinch".to_owned(),
        why,
        |draft| {
            vec![with(
                &draft.brief,
                GussetCrease::None,
                "Leave the gussets plain",
                "A square bag that always stands.",
            )]
        },
    ))
}

/// A hem that reaches below the apex.
fn hem_over_apex(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (size, apex) = (brief.finished, brief.apex());
    let hem = brief.top.hem();
    if !(hem.is_positive() && hem > size.height - apex && apex < size.height) {
        return None;
    }
    let flat = brief.gusset_crease.folds_flat();
    let why = format!(
        "Turned down {} over a body {} high, it reaches below the apex at {}, where its paper is not creased.",
        figures.say(hem),
        figures.say(size.height),
        figures.say(apex)
    );
    let (level, title) = if flat {
        (Level::Blocks, "The hem reaches over the fold-flat line")
    } else {
        (Level::Warns, "The hem stiffens the gussets below the apex")
    };
    Some(finding(About::Gussets, "gusset.hem-over-apex", level, title.to_owned(), why, |draft| {
        let brief = &draft.brief;
        let deepest = (brief.finished.height - brief.apex()).floor_to(brief.board.groove);
        let changed = Brief { top: brief.top.with_depth(deepest), ..brief.clone() };
        let title = format!("Hem {}", Figures::of(brief).say(deepest));
        vec![
            vec![Candidate::new(title, "It ends above the apex.", changed)],
            with(brief, GussetCrease::None, "Leave the gussets plain", "A square bag that always stands."),
        ]
    }))
}

/// Folded flat, gussets that are deeper than the face is wide.
fn gussets_collide(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (size, apex) = (brief.finished, brief.apex());
    if size.gusset <= size.width {
        return None;
    }
    let why = format!(
        "Folded flat, each gusset goes in by half its depth, {}; together that is more than the {} of the face.",
        figures.say(apex),
        figures.say(size.width)
    );
    let title = format!("Folded flat, the gussets collide by {}", figures.say(size.gusset - size.width));
    Some(finding(About::Gussets, "flat.gussets-collide", Level::Blocks, title, why, |draft| {
        mend(draft, draft.brief.finished.width)
    }))
}

/// Folded flat, a base that is deeper than the back is high.
fn base_out_of_mouth(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let size = brief.finished;
    if size.height >= size.gusset {
        return None;
    }
    let why = format!(
        "The base is {} deep and lies up over the back, which is only {} high.",
        figures.say(size.gusset),
        figures.say(size.height)
    );
    let title = format!(
        "Folded flat, the base sticks out of the mouth by {}",
        figures.say(size.gusset - size.height)
    );
    Some(finding(About::Gussets, "flat.base-out-of-mouth", Level::Blocks, title, why, |draft| {
        mend(draft, draft.brief.finished.height)
    }))
}

fn with(brief: &Brief, gusset_crease: GussetCrease, title: &str, then: &str) -> Vec<Candidate> {
    vec![Candidate::new(title, then, Brief { gusset_crease, ..brief.clone() })]
}

/// A shallower gusset, a larger face or body, or a bag that is not folded flat.
fn mend(draft: &Draft, limit: Length) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (size, groove) = (brief.finished, brief.board.groove);
    let shallower = largest(size.gusset, Length::eighths(2), groove, |gusset| gusset <= limit);
    let shallower = shallower.map(|gusset| {
        let mut changed = brief.clone();
        changed.finished.gusset = gusset;
        Candidate::new(format!("Gusset {}", figures.say(gusset)), "Then it folds flat.", changed)
    });
    let mut larger = brief.clone();
    larger.finished.width = size.width.max(size.gusset.ceil_to(groove));
    larger.finished.height = size.height.max(size.gusset.ceil_to(groove));
    let grown = larger.finished;
    let title = match (grown.width > size.width, grown.height > size.height) {
        (true, false) => format!("Width {}", figures.say(grown.width)),
        (false, _) => format!("Height {}", figures.say(grown.height)),
        (true, true) => format!("Width {}, height {}", figures.say(grown.width), figures.say(grown.height)),
    };
    vec![
        shallower.into_iter().collect(),
        vec![Candidate::new(title, "The gusset stays; then it folds flat.", larger)],
        with(brief, GussetCrease::Pair, "Do not fold it flat", "The top still pinches in."),
    ]
}
