//! Can the hem be turned?

use super::{About, Candidate, Finding, Level};
use crate::brief::{CUSTOMARY_HEM, ClosingFlap, GussetCrease, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::{Brief, Length};

/// How far a closing flap comes down on the other face, to be fastened there (our choice).
const FASTENING: Length = Length::eighths(12);
/// A shallower hem is hard to turn straight (our choice).
const SHALLOW: Length = Length::eighths(3);

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let (hem, height) = (brief.top.hem(), brief.finished.height);
    let figures = Figures::of(brief);
    if let Some(ClosingFlap { depth, .. }) = brief.top.flap() {
        return flap_too_short(brief, depth).into_iter().collect();
    }
    if hem > height {
        return vec![Finding {
            code: "hem.taller-than-body",
            level: Level::Blocks,
            about: vec![About::Hem],
            title: format!("The hem reaches {} past the base", figures.say(hem - height)),
            why: format!(
                "A hem of {} turned over a body {} high runs out below it.",
                figures.say(hem),
                figures.say(height)
            ),
            mends: ways,
        }];
    }
    if hem.is_positive() && hem < SHALLOW {
        return vec![Finding {
            code: "hem.shallow",
            level: Level::Warns,
            about: vec![About::Hem],
            title: format!("A hem of {} is hard to turn straight", figures.say(hem)),
            why: format!(
                "Less than {} leaves the fingers nothing to hold; {} is customary.",
                figures.say(SHALLOW),
                figures.say(CUSTOMARY_HEM)
            ),
            mends: ways,
        }];
    }
    Vec::new()
}

/// Over a square mouth the flap spans the whole depth of the bag before it can be fastened on the other face.
fn flap_too_short(brief: &Brief, depth: Length) -> Option<Finding> {
    let figures = Figures::of(brief);
    let gusset = brief.depth();
    (!brief.pinches() && depth < gusset).then(|| Finding {
        code: "flap.short",
        level: Level::Blocks,
        about: vec![About::Hem],
        title: format!("The closing flap is {} too short for a square mouth", figures.say(gusset - depth)),
        why: format!(
            "It has to span the gusset, {}, and is {} deep. Pinched in, the mouth lies flat and any flap reaches.",
            figures.say(gusset),
            figures.say(depth)
        ),
        mends: |draft| {
            let brief = &draft.brief;
            let pinched = Brief { gusset_crease: GussetCrease::Pair, ..brief.clone() };
            let deep = (brief.finished.gusset + FASTENING).ceil_to(brief.board.groove);
            let deeper = Brief { top: brief.top.with_depth(deep), ..brief.clone() };
            let title = format!("Flap {}", Figures::of(brief).say(deep));
            vec![
                vec![Candidate::new("Crease the gussets to pinch", "The flap then folds over a flat mouth.", pinched)],
                vec![Candidate::new(title, "It spans the mouth and comes down on the other face.", deeper)],
            ]
        },
    })
}

fn ways(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let depth = |depth: Length| {
        let title = format!("Hem {}", Figures::of(brief).say(depth));
        vec![Candidate::new(
            title,
            "The body stays as it is.",
            Brief { top: brief.top.with_depth(depth), ..brief.clone() },
        )]
    };
    vec![
        depth(CUSTOMARY_HEM),
        depth(CUSTOMARY_HEM.half()),
        vec![Candidate::new(
            "Leave the top raw",
            "The piece is shorter by the hem.",
            Brief { top: Top::Raw, ..brief.clone() },
        )],
    ]
}
