//! Can the hem be turned?

use super::{About, Candidate, Finding, Level};
use crate::brief::{CUSTOMARY_HEM, Hem};
use crate::plan::Draft;
use crate::wording::Figures;
use crate::{Brief, Length};

/// A shallower hem is hard to turn straight (our choice).
const SHALLOW: Length = Length::eighths(3);

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let (hem, height) = (brief.hem.depth(), brief.finished.height);
    let figures = Figures::of(brief);
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
            ways,
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
            ways,
        }];
    }
    Vec::new()
}

fn ways(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let depth = |depth: Length| {
        let title = format!("Hem {}", Figures::of(brief).say(depth));
        vec![Candidate::new(
            title,
            "The body stays as it is.",
            Brief { hem: brief.hem.with_depth(depth), ..brief.clone() },
        )]
    };
    vec![
        depth(CUSTOMARY_HEM),
        depth(CUSTOMARY_HEM.half()),
        vec![Candidate::new(
            "Leave the top raw",
            "The piece is shorter by the hem.",
            Brief { hem: Hem::None, ..brief.clone() },
        )],
    ]
}
