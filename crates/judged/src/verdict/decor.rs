//! Does what is laid on the bag fit, and can the bag still fold?

use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{Decoration, GussetCrease};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::decoration::folds_across_a_face;
use crate::fittings::{Fitted, MatOn, On};
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let rules =
        [over_crease, over_fold, no_mat, pocket_without_room, medallion_without_room, band_over_handle];
    rules.into_iter().filter_map(|rule| rule(draft)).collect()
}

/// A stiff mat across the creases of a gusset.
fn over_crease(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let (asked, figures) = (brief.fittings.decoration, Figures::of(brief));
    (asked.gussets && brief.depth().is_positive() && brief.gusset_crease.is_any()).then(|| {
        finding(
            About::Decoration,
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
        )
    })
}

/// A stiff mat across the fold-flat line of a face.
fn over_fold(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let (asked, figures) = (brief.fittings.decoration, Figures::of(brief));
    (asked.faces && folds_across_a_face(brief) && !asked.clear_of_folds).then(|| {
        finding(
            About::Decoration,
            "mat.over-fold",
            Level::Warns,
            "A mat lies across the fold-flat line".to_owned(),
            format!(
                "The back folds {} above the base; a mat from {} above the base on is in the way.",
                figures.say(brief.apex()),
                figures.say(draft.fitted.mat_margin)
            ),
            |draft| {
                let clear = with(&draft.brief, |own| own.clear_of_folds = true);
                let title = match Fitted::of(&clear).mat(MatOn::Faces) {
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
        )
    })
}

/// A mat that is wanted and has no room.
fn no_mat(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let (asked, figures) = (brief.fittings.decoration, Figures::of(brief));
    let kinds = [
        (asked.faces, MatOn::Faces, "face"),
        (asked.gussets, MatOn::Gussets, "gusset"),
        (asked.flap, MatOn::Flap, "closing flap"),
    ];
    let (_, on, name) =
        kinds.into_iter().find(|(wanted, on, _)| *wanted && draft.fitted.mat(*on).is_none())?;
    Some(finding(
        About::Decoration,
        "mat.none",
        Level::Warns,
        format!("There is no mat for the {name}"),
        match on {
            MatOn::Flap if brief.top.flap().is_none() => "This top has no closing flap.".to_owned(),
            MatOn::Gussets if !brief.depth().is_positive() => "A flare has no gussets.".to_owned(),
            MatOn::Faces | MatOn::Gussets | MatOn::Flap => format!(
                "With {} left free all round, nothing of the {name} remains.",
                figures.say(draft.fitted.mat_margin)
            ),
        },
        |draft| {
            let brief = &draft.brief;
            let narrower = with(brief, |own| own.margin = None);
            let all_round =
                format!("{} free all round.", Figures::of(brief).say(Fitted::of(&narrower).mat_margin));
            let without = with(brief, |own| {
                own.faces &= draft.fitted.mat(MatOn::Faces).is_some();
                own.gussets &= draft.fitted.mat(MatOn::Gussets).is_some();
                own.flap &= draft.fitted.mat(MatOn::Flap).is_some();
            });
            vec![
                vec![Candidate::new("The customary margin", all_round, narrower)],
                vec![Candidate::new("Leave that mat out", "The others stay.", without)],
            ]
        },
    ))
}

fn with(brief: &Brief, change: impl Fn(&mut Decoration)) -> Brief {
    let mut changed = brief.clone();
    change(&mut changed.fittings.decoration);
    changed
}

/// A band laid over a hole, a hand hole, or the glued end of a handle.
fn band_over_handle(draft: &Draft) -> Option<Finding> {
    let (brief, fitted) = (&draft.brief, &draft.fitted);
    let figures = Figures::of(brief);
    let (low, what) = covered(brief, fitted)?;
    let top = band_top(brief, fitted).unwrap_or_default();
    let side = if top < Length::ZERO { "above" } else { "below" };
    Some(finding(
        About::Decoration,
        "band.over-handle",
        Level::Warns,
        format!("The band covers the {what}"),
        format!(
            "The {what} reach down to {} below the top, and the band’s upper edge lies {} {side} it.",
            figures.say(low),
            figures.say(top.abs())
        ),
        |draft| {
            let brief = &draft.brief;
            let Some((low, _)) = covered(brief, &draft.fitted) else { return Vec::new() };
            // As wide as leaves what it covers free, its middle where it is.
            let own = draft.fitted.band.map_or(Length::ZERO, |band| band.width);
            let over = low - band_top(brief, &draft.fitted).unwrap_or_default();
            let narrow = (own - over * 2).floor_to(brief.mark());
            let narrower = with(brief, |own| own.band_width = Some(narrow));
            let mut ways = Vec::new();
            if narrow >= brief.customary(Length::eighths(4)) {
                let title = format!("A band {} wide", Figures::of(brief).say(narrow));
                ways.push(vec![Candidate::new(title, "It ends below what it covered.", narrower)]);
            }
            let without = with(brief, |own| own.band = false);
            ways.push(vec![Candidate::new("Leave the band out", "Nothing is covered.", without)]);
            ways
        },
    ))
}

/// How far below the top edge a band that goes round begins.
fn band_top(brief: &Brief, fitted: &Fitted) -> Option<Length> {
    let band = fitted.band?;
    Some(brief.finished.height - band.rise? - band.width)
}

/// What of the handle a band lies over, and how far below the top edge that reaches.
fn covered(brief: &Brief, fitted: &Fitted) -> Option<(Length, &'static str)> {
    let band = fitted.band?;
    let top = band_top(brief, fitted);
    let reach = |hole: &crate::fittings::FaceHole| {
        let (span, half) = (hole.below_top()?, hole.shape.half().width);
        let is_under = match top {
            Some(top) => span.to > top && span.from < top + band.width,
            // Down the middle of the front.
            None => !matches!(hole.on, On::Gussets(_)) && hole.aside.abs() - half < band.width.half(),
        };
        is_under.then_some(span.to)
    };
    let hole = fitted.holes.iter().filter_map(reach).max().map(|low| (low, "holes"));
    let ends = fitted.handle.filter(|handle| handle.kind.is_glued_outside()).and_then(|handle| {
        let is_under = match top {
            Some(top) => handle.down > top,
            None => handle.from_centre - handle.width.half() < band.width.half(),
        };
        is_under.then_some((handle.down, "ends of the handle"))
    });
    hole.or(ends)
}

fn pocket_without_room(draft: &Draft) -> Option<Finding> {
    let (brief, fitted) = (&draft.brief, &draft.fitted);
    let own = fitted.pocket?;
    let (figures, free) = (Figures::of(brief), fitted.free_inside);
    let wide = brief.finished.width - fitted.mat_margin * 2;
    let tall = (free.to - free.from).max(Length::ZERO);
    let has_room = own.width <= wide && own.rise >= free.from && own.rise + own.height <= free.to;
    let is_card = is_for_a_card(brief);
    // What is typed may be too tall for the bag, though the pocket itself has room.
    let holds = is_card || own.is_deep_enough(brief) && own.reaches(brief) <= brief.finished.height;
    (!has_room || !holds).then(|| {
        let what = if is_card {
            format!("A card pocket of {}", figures.by(own.width, own.height))
        } else {
            format!("A pocket for {}", figures.by(own.holds.width, own.holds.height))
        };
        let stands = if has_room {
            format!(
                " In a pocket of {} it would stand {} above the base line, and the bag is {} high.",
                figures.by(own.width, own.height),
                figures.say(own.reaches(brief)),
                figures.say(brief.finished.height)
            )
        } else {
            String::new()
        };
        finding(
            About::Decoration,
            "pocket.no-room",
            Level::Warns,
            format!("{what} has no room"),
            format!(
                "Inside the front {} are free: between the corners, above the folds at the base, below hem, strip and holes.{stands}",
                figures.by(wide.max(Length::ZERO), tall)
            ),
            |draft| {
                let held = draft.fitted.pocket.map(|own| own.holds.turned());
                let turned = with(&draft.brief, |own| {
                    (own.holds_width, own.holds_height) = (held.map(|held| held.width), held.map(|held| held.height));
                });
                let card = with(&draft.brief, |own| (own.holds_width, own.holds_height) = (None, None));
                let without = with(&draft.brief, |own| own.pocket = false);
                let typed = !is_for_a_card(&draft.brief);
                let only = |candidate: Candidate| if typed { vec![candidate] } else { Vec::new() };
                vec![
                    only(Candidate::new("Put it in the other way round", "It lies on its side in the pocket.", turned)),
                    only(Candidate::new("A pocket for a card", "What is larger goes into the bag itself.", card)),
                    vec![Candidate::new("Leave the pocket out", "A tag can carry the card.", without)],
                ]
            },
        )
    })
}

fn medallion_without_room(draft: &Draft) -> Option<Finding> {
    let (brief, fitted) = (&draft.brief, &draft.fitted);
    let asked = brief.fittings.decoration;
    let (wide, up) = fitted.free_on_front;
    let (figures, tall) = (Figures::of(brief), (up.to - up.from).max(Length::ZERO));
    let most = wide.max(Length::ZERO).min(tall).floor_to(brief.mark());
    let is_large = asked.medallion_across.is_some_and(|across| across > most);
    (asked.medallion && (fitted.medallion.is_none() || is_large)).then(|| {
        finding(
            About::Decoration,
            "medallion.no-room",
            Level::Warns,
            "The medallion has no room".to_owned(),
            format!(
                "On the front {} are free: clear of the line it folds flat by, of hem, holes, handle and band. {}",
                figures.by(wide.max(Length::ZERO), tall),
                match asked.medallion_across {
                    Some(across) => format!("It is {} across.", figures.say(across)),
                    None => "That is too little for one.".to_owned(),
                }
            ),
            |draft| {
                let with = |change: fn(&mut Decoration)| with(&draft.brief, change);
                vec![
                    vec![Candidate::new(
                        "As large as there is room for",
                        "It then touches nothing.",
                        with(|own| own.medallion_across = None),
                    )],
                    vec![Candidate::new(
                        "Leave the medallion out",
                        "A tag can carry an initial.",
                        with(|own| (own.medallion, own.medallion_across) = (false, None)),
                    )],
                ]
            },
        )
    })
}

/// True if nothing else is typed that goes into the pocket.
fn is_for_a_card(brief: &Brief) -> bool {
    brief.fittings.decoration.holds_width.is_none() && brief.fittings.decoration.holds_height.is_none()
}
