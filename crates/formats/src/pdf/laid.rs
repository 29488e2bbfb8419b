//! What a step lays on the pieces, and the base flaps in their order, drawn over the pieces.

use super::leaf::{Frame, INK, Mark, Pen, centred, polygon};
use wide_fold_core::Plan;
use wide_fold_core::steps::Job;
use wide_fold_core::steps::laid::{flaps, laid};

/// Everything that a job lays on one piece, in its frame on the page. What lies inside is outlined with broken lines.
pub(super) fn on_piece(plan: &Plan, job: Job, index: usize, frame: Frame) -> Vec<Mark> {
    let own =
        laid(&plan.brief, &plan.fitted, &plan.pieces, job).into_iter().filter(|laid| laid.piece == index);
    own.map(|laid| {
        let (fill, dashes): (Option<u8>, &'static [f64]) =
            if laid.inside { (None, &[1.2, 0.8]) } else { (Some(0xe2), &[]) };
        let corners: Vec<_> = laid.corners.into_iter().map(|spot| frame.at(spot)).collect();
        polygon(&corners, Some(Pen { width: 0.45, dashes, grey: INK }), fill)
    })
    .collect()
}

/// True if one piece is cut for front and back alike, so that its flaps have two places.
pub(super) fn are_both(plan: &Plan) -> bool {
    flaps(&plan.brief, &plan.net, &plan.pieces, Job::Base).iter().any(|flap| flap.places.len() > 1)
}

/// The base flaps of one piece, numbered in the order in which they are closed.
pub(super) fn numbers(plan: &Plan, job: Job, index: usize, frame: Frame) -> Vec<Mark> {
    let own = flaps(&plan.brief, &plan.net, &plan.pieces, job).into_iter().filter(|flap| flap.piece == index);
    own.map(|flap| {
        let [x, y] = frame.spot(flap.middle);
        centred([x, y + 1.6], 4.6, &flap.label())
    })
    .collect()
}

#[cfg(test)]
mod tests {
    use super::super::leaf::Mark as Line;
    use super::super::pictures::{of_step, pieces};
    use proptest::prelude::*;
    use wide_fold_core::brief::{Build, GussetCrease, HandleKind, Top};
    use wide_fold_core::steps::Job;
    use wide_fold_core::{Brief, Length, Plan};

    const ROOM: [f64; 2] = [86.0, 76.0];

    fn said(marks: &[Line]) -> Vec<String> {
        let words = marks.iter().filter_map(|mark| match mark {
            Line::Words { text, .. } => Some(text.clone()),
            _ => None,
        });
        words.collect()
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(64))]

        /// The picture of a step shows what is done in it: more than the pieces as they lie, the glue it glues, the flaps in the order in which they are
        /// closed; and nothing is drawn off the page.
        #[test]
        fn a_step_shows_what_it_does(
            w in 24_i64..72, h in 40_i64..88, d in 16_i64..40, handle in 0_usize..HandleKind::ALL.len(), looks in 0_u8..32, hem in 0_usize..3, build in 0_usize..3,
        ) {
            let n = Length::eighths;
            let mut brief = Brief::new(n(w.max(d + 8)), n(h.max(d + 16)), n(d));
            brief.build = [Build::Wrap, Build::CornerPair, Build::FoldedBase { lap: n(4) }][build];
            brief.top = [Top::Raw, Top::HemIn { depth: n(12) }, Top::HemOut { depth: n(12) }][hem];
            brief.gusset_crease = if looks & 1 == 1 { GussetCrease::Pair } else { GussetCrease::None };
            (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(50));
            let own = &mut brief.fittings;
            own.handle.kind = HandleKind::ALL[handle];
            own.decoration.faces = looks & 2 == 2;
            own.decoration.gussets = looks & 4 == 4;
            own.decoration.pocket = looks & 8 == 8;
            own.decoration.medallion = looks & 16 == 16;
            let plan = Plan::new(&brief).unwrap();
            let bare = pieces(&plan, ROOM, &[]).len();
            for step in &plan.steps {
                let marks = of_step(&plan, step, ROOM);
                prop_assert!(!marks.is_empty(), "{}", step.title);
                let laid = matches!(step.job, Job::Mats | Job::Pocket | Job::Backing | Job::LongRibbon | Job::Cut | Job::Fold | Job::Holes);
                prop_assert!(!laid || marks.len() > bare, "{}: nothing of it is drawn", step.title);
                if !step.job.glue().is_empty() {
                    let glue = pieces(&plan, ROOM, step.job.glue()).len();
                    prop_assert!(glue > bare + 1, "{}: no glue is drawn", step.title);
                }
                if step.job == Job::Base {
                    let words = said(&marks);
                    prop_assert!(["1", "2", "3"].iter().all(|number| words.iter().any(|word| word.split(" / ").any(|own| own == *number))), "{words:?}");
                }
            }
        }
    }
}
