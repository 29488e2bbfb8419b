//! Does the bag go through the guide it is to be made with?

use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{Build, Misfit};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::text::{list, sentence};
use crate::{Brief, Guide, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let Some(guide) = &brief.guide else { return Vec::new() };
    let misfits = guide.misfits(brief);
    if misfits.is_empty() {
        return Vec::new();
    }
    let reasons: Vec<String> = misfits.iter().map(|misfit| reason(*misfit, brief, guide)).collect();
    let title = format!("“{}” does not fold this bag", guide.name.trim());
    let why = format!("{}. Until then every line is scored on the board.", sentence(&reasons.join("; ")));
    vec![finding(About::Sheet, "guide.misfit", Level::Warns, title, why, mends)]
}

fn reason(misfit: Misfit, brief: &Brief, guide: &Guide) -> String {
    let figures = Figures::of(brief);
    match misfit {
        Misfit::Build => {
            "it folds panels from a face to a tab: a bag of one piece, or a corner pair".to_owned()
        }
        Misfit::Start => "its moves begin with the front, and this bag starts elsewhere".to_owned(),
        Misfit::Direction => {
            let [own, other] = if guide.way.left_handed { ["right", "left"] } else { ["left", "right"] };
            format!(
                "its marks are on the {own}, and with the face up that you score, the front’s free edge lies on the {other}"
            )
        }
        Misfit::Gusset => format!(
            "its gusset is {} and this one {}",
            figures.say(guide.gusset),
            figures.say(brief.finished.gusset)
        ),
        Misfit::Flap => {
            format!(
                "its base flaps are {} deep and these {}",
                figures.say(guide.flap),
                figures.say(brief.flap())
            )
        }
        Misfit::Width => {
            let marks: Vec<String> = guide.widths.iter().map(|width| figures.say(*width)).collect();
            let has = if marks.len() == 1 { "a mark" } else { "marks" };
            format!(
                "it has {has} for {} and the face is {} wide",
                list(&marks),
                figures.say(brief.finished.width)
            )
        }
        Misfit::Taper if guide.taper.is_positive() => format!(
            "it notches with a taper of {} and these flaps have {}",
            figures.say(guide.taper),
            taper(figures, brief.notch)
        ),
        Misfit::Taper => format!("it cuts plain slits and these flaps have {}", taper(figures, brief.notch)),
    }
}

fn taper(figures: Figures, notch: Length) -> String {
    if notch.is_positive() { format!("one of {}", figures.say(notch)) } else { "none".to_owned() }
}

/// The same bag as near as the guide makes it: of one piece at the nearest mark, as a corner pair of its own width; and without it.
fn mends(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let Some(guide) = &brief.guide else { return Vec::new() };
    let figures = Figures::of(brief);
    let width = brief.finished.width;
    let mut marks = guide.widths.clone();
    marks.sort_by_key(|mark| ((*mark - width).abs(), *mark));
    let say = |made: &Brief| format!("{}, flaps {}", figures.size(made), figures.say(made.flap()));
    let of_one = |mark: &Length| {
        let made = guide.fitted(brief, Build::Wrap, *mark);
        Candidate::new(format!("{}, in one piece", say(&made)), "Every panel then has its mark.", made)
    };
    let pair = guide.fitted(brief, Build::CornerPair, width);
    let measured = if guide.widths.contains(&width) {
        "Two sheets, each a face, a gusset and the tab: every panel has its mark."
    } else {
        "Two sheets, each a face, a gusset and the tab. The face is measured once; gusset and tab follow at the marks."
    };
    let without = Brief { guide: None, ..brief.clone() };
    vec![
        marks.iter().map(of_one).collect(),
        vec![Candidate::new(format!("{}, as a corner pair", say(&pair)), measured, pair)],
        vec![Candidate::new("Without the guide", "Every line is scored on the board.", without)],
    ]
}
