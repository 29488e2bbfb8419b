//! Are scores told otherwise for the crafter's hands?

use super::{About, Candidate, Finding, Level};
use crate::brief::Hand;
use crate::draft::Draft;
use crate::figures::Figures;
use crate::text::list;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let hand = draft.brief.hand;
    if !hand.is_any() {
        return Vec::new();
    }
    let figures = Figures::of(&draft.brief);
    let by = |off: Length| {
        let way = if off.is_positive() { "more" } else { "less" };
        format!("{} {way}", figures.say(off.abs()))
    };
    let mut hands = Vec::new();
    if hand.panel != Length::ZERO {
        hands.push(format!("every panel {}", by(hand.panel)));
    }
    if hand.height != Length::ZERO {
        hands.push(format!("the height {}", by(hand.height)));
    }
    let told: Vec<_> = draft
        .passes()
        .iter()
        .flat_map(|pass| pass.lines.iter().map(move |line| (pass.piece, line)))
        .filter(|(_, line)| line.less != Length::ZERO)
        .collect();
    let about = told
        .iter()
        .flat_map(|(piece, line)| {
            line.creases.iter().map(|crease| About::Crease { piece: *piece, crease: *crease })
        })
        .collect();
    let most = told.iter().map(|(_, line)| line).max_by_key(|line| line.less.abs());
    let scores = match (told.len(), most) {
        (0, _) | (_, None) => {
            "No score of this bag is told otherwise for it: none is measured panel by panel.".to_owned()
        }
        (1, Some(line)) => {
            format!("One score is told otherwise for it: {}.", figures.told(line.at, line.less))
        }
        (count, Some(line)) => {
            format!(
                "{count} scores are told otherwise for it, by up to {}: {}.",
                figures.say(line.less.abs()),
                figures.told(line.at, line.less)
            )
        }
    };
    vec![Finding {
        code: "hand.rule",
        level: Level::Notes,
        about,
        title: "Scores are told for your hands".to_owned(),
        why: format!("Your hands make {}. {scores} The net stays as it is.", list(&hands)),
        mends: |draft| {
            let plain = Brief { hand: Hand::NONE, ..draft.brief.clone() };
            vec![vec![Candidate::new(
                "Tell them as they lie",
                "Nothing is taken off or added any more.",
                plain,
            )]]
        },
    }]
}
