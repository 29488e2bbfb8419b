//! Can the gussets be pinched, and does the bag fold flat?

use super::search::largest;
use super::{About, Candidate, Finding, Level};
use crate::brief::GussetCrease;
use crate::draft::Draft;
use crate::figures::Figures;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    if brief.gusset_crease == GussetCrease::None || !brief.build.has_gussets() {
        return Vec::new();
    }
    let figures = Figures::of(brief);
    let (size, apex) = (brief.finished, brief.apex());
    let mut findings = Vec::new();
    let mut add = |code, level, title: String, why: String, ways: fn(&Draft) -> Vec<Vec<Candidate>>| {
        findings.push(Finding { code, level, about: vec![About::Gussets], title, why, ways });
    };
    if apex >= size.height && !brief.gusset_crease.folds_flat() {
        let why = format!(
            "The centre crease begins half the gusset, {}, above the base line, and the body is only {} high: no crease is drawn.",
            figures.say(apex),
            figures.say(size.height)
        );
        add(
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
        );
    }
    let hem = brief.top.hem();
    if hem.is_positive() && hem > size.height - apex && apex < size.height {
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
        add("gusset.hem-over-apex", level, title.to_owned(), why, |draft| {
            let brief = &draft.brief;
            let deepest = (brief.finished.height - brief.apex()).floor_to(brief.board.groove);
            let changed = Brief { top: brief.top.with_depth(deepest), ..brief.clone() };
            let title = format!("Hem {}", Figures::of(brief).say(deepest));
            vec![
                vec![Candidate::new(title, "It ends above the apex.", changed)],
                with(
                    brief,
                    GussetCrease::None,
                    "Leave the gussets plain",
                    "A square bag that always stands.",
                ),
            ]
        });
    }
    if !brief.gusset_crease.folds_flat() {
        return findings;
    }
    if size.gusset > size.width {
        let why = format!(
            "Folded flat, each gusset goes in by half its depth, {}; together that is more than the {} of the face.",
            figures.say(apex),
            figures.say(size.width)
        );
        let title = format!("Folded flat, the gussets collide by {}", figures.say(size.gusset - size.width));
        add("flat.gussets-collide", Level::Blocks, title, why, |draft| {
            mend(draft, draft.brief.finished.width)
        });
    }
    if size.height < size.gusset {
        let why = format!(
            "The base is {} deep and lies up over the back, which is only {} high.",
            figures.say(size.gusset),
            figures.say(size.height)
        );
        let title = format!(
            "Folded flat, the base sticks out of the mouth by {}",
            figures.say(size.gusset - size.height)
        );
        add("flat.base-out-of-mouth", Level::Blocks, title, why, |draft| {
            mend(draft, draft.brief.finished.height)
        });
    }
    findings
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
