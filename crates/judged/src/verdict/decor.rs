//! Does what is laid on the bag fit, and can the bag still fold?

use super::{About, Candidate, Finding, Level};
use crate::brief::{Decoration, GussetCrease, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::decoration::{MatOn, folds_across_a_face, free_inside, margin, mat, pocket};
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let asked = brief.fittings.decoration;
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    if asked.gussets && brief.depth().is_positive() && brief.gusset_crease != GussetCrease::None {
        findings.push(finding(
            "mat.over-crease",
            Level::Warns,
            "A mat on a gusset keeps it from folding".to_owned(),
            format!(
                "The gusset’s creases begin {} above the base and run to the top; a stiff mat lies across them.",
                figures.say(brief.apex())
            ),
            |draft| {
                let plain = Brief { gusset_crease: GussetCrease::None, ..draft.brief.clone() };
                vec![
                    vec![Candidate::new("No mats on the gussets", "They fold as they should.", with(&draft.brief, |own| own.gussets = false))],
                    vec![Candidate::new("Plain gussets", "The bag always stands square.", plain)],
                ]
            },
        ));
    }
    if asked.faces && folds_across_a_face(brief) && !asked.clear_of_folds {
        findings.push(finding(
            "mat.over-fold",
            Level::Warns,
            "A mat lies across the fold-flat line".to_owned(),
            format!(
                "The back folds {} above the base; a mat from {} above the base on is in the way.",
                figures.say(brief.apex()),
                figures.say(margin(brief))
            ),
            |draft| {
                let clear = with(&draft.brief, |own| own.clear_of_folds = true);
                let title = match mat(&clear, MatOn::Faces) {
                    Some(mat) => format!("Mats {}", Figures::of(&draft.brief).by(mat.width, mat.height)),
                    None => {
                        return vec![vec![Candidate::new(
                            "No mats on the faces",
                            "The bag folds flat.",
                            with(&draft.brief, |own| own.faces = false),
                        )]];
                    }
                };
                vec![
                    vec![Candidate::new(title, "They end above the line.", clear)],
                    vec![Candidate::new(
                        "No mats on the faces",
                        "The bag folds flat.",
                        with(&draft.brief, |own| own.faces = false),
                    )],
                ]
            },
        ));
    }
    let kinds = [
        (asked.faces, MatOn::Faces, "face"),
        (asked.gussets, MatOn::Gussets, "gusset"),
        (asked.flap, MatOn::Flap, "closing flap"),
    ];
    if let Some((.., name)) = kinds.into_iter().find(|(wanted, on, _)| *wanted && mat(brief, *on).is_none()) {
        findings.push(finding(
            "mat.none",
            Level::Warns,
            format!("There is no mat for the {name}"),
            if name == "closing flap" && !matches!(brief.top, Top::Flap { .. }) {
                "This top has no closing flap.".to_owned()
            } else if name == "gusset" && !brief.depth().is_positive() {
                "A flare has no gussets.".to_owned()
            } else {
                format!(
                    "With {} left free all round, nothing of the {name} remains.",
                    figures.say(margin(brief))
                )
            },
            |draft| {
                let brief = &draft.brief;
                let narrower = with(brief, |own| own.margin = None);
                let all_round = format!("{} free all round.", Figures::of(brief).say(margin(&narrower)));
                let without = with(brief, |own| {
                    own.faces &= mat(brief, MatOn::Faces).is_some();
                    own.gussets &= mat(brief, MatOn::Gussets).is_some();
                    own.flap &= mat(brief, MatOn::Flap).is_some();
                });
                vec![
                    vec![Candidate::new("The customary margin", all_round, narrower)],
                    vec![Candidate::new("Leave that mat out", "The others stay.", without)],
                ]
            },
        ));
    }
    findings.extend(pocket_without_room(brief));
    findings
}

fn finding(
    code: &'static str,
    level: Level,
    title: String,
    why: String,
    ways: fn(&Draft) -> Vec<Vec<Candidate>>,
) -> Finding {
    Finding { code, level, about: vec![About::Decoration], title, why, ways }
}

fn with(brief: &Brief, change: impl Fn(&mut Decoration)) -> Brief {
    let mut changed = brief.clone();
    change(&mut changed.fittings.decoration);
    changed
}

fn pocket_without_room(brief: &Brief) -> Option<Finding> {
    let own = pocket(brief)?;
    let (figures, free) = (Figures::of(brief), free_inside(brief));
    let wide = brief.finished.width - margin(brief) * 2;
    let tall = (free.to - free.from).max(Length::ZERO);
    (own.width > wide || own.rise + own.height > free.to).then(|| {
        finding(
            "pocket.no-room",
            Level::Warns,
            format!("A card pocket of {} has no room", figures.by(own.width, own.height)),
            format!(
                "Inside the front {} are free: between the corners, above the folds at the base, below hem, strip and holes.",
                figures.by(wide, tall)
            ),
            |draft| {
                let without = with(&draft.brief, |own| own.pocket = false);
                vec![vec![Candidate::new("Leave the pocket out", "A tag can carry the card.", without)]]
            },
        )
    })
}
