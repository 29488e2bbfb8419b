//! Does the handle fit the face, and can a hand hold it?

use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{Handle, HandleKind, Stands, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::fittings::handle::LEAST_DROP;
use crate::plane::Size;
use crate::text::list;
use crate::{Brief, Length};

/// A hem that hides a strap's ends: 1 in at least (common practice).
const STRAP_HEM: Length = Length::INCH;
/// The largest hand hole: 4 × 2 (common practice).
const HAND: Size = Size::new(Length::inches(4), Length::inches(2));

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let mut findings: Vec<Finding> = Vec::new();
    findings.extend(off_face(draft));
    findings.extend(strap(draft));
    findings.extend(hand(draft));
    findings.extend(too_short(draft));
    findings.extend(ends_overlap(draft));
    findings.extend(wide_ribbon(draft));
    findings
}

pub(super) fn with(brief: &Brief, change: impl Fn(&mut Handle)) -> Brief {
    let mut changed = brief.clone();
    change(&mut changed.fittings.handle);
    changed
}

/// A handle that needs no hole.
pub(super) fn other_handle(brief: &Brief) -> Vec<Candidate> {
    let tube = Handle { kind: HandleKind::Tube, ..Handle::default() };
    let changed =
        Brief { fittings: crate::brief::Fittings { handle: tube, ..brief.fittings }, ..brief.clone() };
    vec![Candidate::new("Rolled handles instead", "Glued on outside, they need no hole.", changed)]
}

/// Wider than the face.
fn off_face(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let own = draft.fitted.handle?;
    let figures = Figures::of(brief);
    let reach = match own.kind {
        HandleKind::GussetRibbon => return gusset_too_narrow(draft),
        HandleKind::Strap => own.opening?.half(),
        HandleKind::Tube | HandleKind::HoledRibbon => own.from_centre + brief.fittings.punch.hole.half(),
        HandleKind::HandHole | HandleKind::GluedRibbon | HandleKind::LongRibbon | HandleKind::Hangers => {
            own.from_centre + own.width.half()
        }
        HandleKind::None => return None,
    };
    let half = brief.finished.width.half();
    (reach > half).then(|| {
        finding(
            About::Handle,
            "handle.off-face",
            Level::Blocks,
            format!("The handle reaches {} past the face", figures.say(reach - half)),
            format!(
                "It takes {} on either side of the centre line, and half the face is {}.",
                figures.say(reach),
                figures.say(half)
            ),
            |draft| {
                let kind = draft.brief.fittings.handle.kind;
                let usual = with(&draft.brief, |handle| *handle = Handle { kind, ..Handle::default() });
                vec![
                    vec![Candidate::new("Customary figures", "In proportion to this face.", usual)],
                    other_handle(&draft.brief),
                ]
            },
        )
    })
}

/// No gusset, or one that is narrower than the hole of a handle with paper on either side of it.
fn gusset_too_narrow(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let (hole, depth) = (brief.fittings.punch.hole, brief.depth());
    let least = hole * 3;
    let figures = Figures::of(brief);
    let (title, why) = if depth.is_positive() {
        (
            format!("A gusset of {} is too narrow for a hole of {}", figures.say(depth), figures.say(hole)),
            format!(
                "As much paper as the hole is wide has to stay on either side of it: {} together.",
                figures.say(least)
            ),
        )
    } else {
        (
            "There are no gussets for the ribbon’s holes".to_owned(),
            "A flare has a front and a back, and pleats between them: its ribbon goes through the faces."
                .to_owned(),
        )
    };
    (depth < least).then(|| {
        finding(About::Handle, "handle.gusset-narrow", Level::Blocks, title, why, |draft| {
            let faces = HandleKind::HoledRibbon.on(&draft.brief);
            let through = Candidate::new("Ribbon through the faces", "A handle on either face.", faces);
            vec![vec![through], other_handle(&draft.brief)]
        })
    })
}

/// A strap's ends are hidden under a hem, and it has to go through its slot.
fn strap(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let Some(own) = draft.fitted.handle_that(HandleKind::ends_under_hem) else {
        return Vec::new();
    };
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    let least = brief.customary(STRAP_HEM);
    let covers = brief.hem_covers();
    if covers < least {
        findings.push(finding(
            About::Handle,
            "handle.strap-hem",
            Level::Blocks,
            format!("A hidden strap needs a hem {} deep", figures.say(least)),
            format!(
                "Its slot lies on the hem fold and its ends are glued under the hem, which {}: {} at least hide and hold them.",
                if covers.is_positive() { format!("covers {}", figures.say(covers)) } else { "is not there".to_owned() },
                figures.say(least)
            ),
            |draft| {
                let brief = &draft.brief;
                let depth = brief.customary(STRAP_HEM);
                let figure = Figures::of(brief).say(depth);
                let with = |top| Brief { top, ..brief.clone() };
                let turned_in = Candidate::new(format!("Hem in, {figure}"), "It hides the strap’s ends inside.", with(Top::HemIn { depth }));
                let turned_out = Candidate::new(
                    format!("Hem out, {figure}"),
                    "It hides the strap’s ends on the outside of the faces.",
                    with(Top::HemOut { depth }),
                );
                let hems = if brief.top.is_turned_out() { [turned_out, turned_in] } else { [turned_in, turned_out] };
                let [first, second] = hems;
                vec![vec![first], vec![second], other_handle(brief)]
            },
        ));
    }
    let room = brief.customary(Length::eighths(1));
    if let Some(slot) = own.opening.filter(|slot| *slot < own.width + room) {
        findings.push(finding(
            About::Handle,
            "handle.slot-tight",
            Level::Warns,
            format!("A slot of {} is tight for a strap of {}", figures.say(slot), figures.say(own.width)),
            format!(
                "{} to {} more than the strap is customary; tighter, it tears at its ends.",
                figures.say(room),
                figures.say(room * 2)
            ),
            |draft| {
                let usual = with(&draft.brief, |handle| handle.opening = None);
                let title = Fitted::of(&usual)
                    .handle
                    .and_then(|handle| handle.opening)
                    .map(|slot| format!("Slot {}", Figures::of(&draft.brief).say(slot)))
                    .unwrap_or_default();
                vec![vec![Candidate::new(title, "The strap then slides through.", usual)]]
            },
        ));
    }
    findings
}

fn hand(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let own = draft.fitted.handle_that(HandleKind::is_cut_out)?;
    let opening = own.opening?;
    let figures = Figures::of(brief);
    let (wide, tall) = (brief.customary(HAND.width), brief.customary(HAND.height));
    (own.width > wide || opening > tall).then(|| {
        finding(
            About::Handle,
            "handle.hand-large",
            Level::Warns,
            format!("A hand hole of {} is large", figures.by(own.width, opening)),
            format!(
                "Up to {} is customary: more than a hand needs weakens the face.",
                figures.by(wide, tall)
            ),
            |draft| {
                let usual = with(&draft.brief, |handle| (handle.width, handle.opening) = (None, None));
                vec![vec![Candidate::new("The customary size", "In proportion to this face.", usual)]]
            },
        )
    })
}

/// Both ends of a ribbon, tube or hanger pair on the same place.
fn ends_overlap(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let own = draft.fitted.handle?;
    let figures = Figures::of(brief);
    let wide = match own.kind {
        HandleKind::GluedRibbon | HandleKind::LongRibbon | HandleKind::Hangers => own.width,
        // Flattened, a tube is about as wide as a quarter of its strip.
        HandleKind::Tube => own.width.half().half(),
        HandleKind::None
        | HandleKind::HoledRibbon
        | HandleKind::GussetRibbon
        | HandleKind::Strap
        | HandleKind::HandHole => return None,
    };
    let apart = own.from_centre * 2;
    (apart < wide).then(|| {
        finding(
            About::Handle,
            "handle.ends-overlap",
            Level::Warns,
            format!("The two ends of a handle overlap by {}", figures.say(wide - apart)),
            format!(
                "Their middles are {} apart, and each end is {} wide.",
                figures.say(apart),
                figures.say(wide)
            ),
            |draft| {
                let brief = &draft.brief;
                let usual = with(brief, |handle| handle.from_centre = None);
                let narrow = draft
                    .fitted
                    .handle
                    .map_or(Length::ZERO, |own| own.from_centre * 2)
                    .floor_to(brief.mark());
                let narrower = with(brief, |handle| handle.width = Some(narrow.max(brief.mark())));
                let title = format!("{} wide", Figures::of(brief).say(narrow.max(brief.mark())));
                vec![
                    vec![Candidate::new("Customary places", "The ends stand apart.", usual)],
                    vec![Candidate::new(title, "Both ends then have room.", narrower)],
                ]
            },
        )
    })
}

/// A ribbon wider than the hole it goes through crumples, and tears the hole.
fn wide_ribbon(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let own = draft.fitted.handle.filter(|handle| handle.kind.is_holed())?;
    let figures = Figures::of(brief);
    let hole = brief.fittings.punch.hole;
    (own.width > hole).then(|| {
        finding(
            About::Handle,
            "handle.ribbon-wide",
            Level::Warns,
            format!("A ribbon of {} is wider than its hole", figures.say(own.width)),
            format!(
                "The punch makes holes of {}: gathered to go through, the ribbon crumples and pulls at their edge.",
                figures.say(hole)
            ),
            |draft| {
                let brief = &draft.brief;
                let figures = Figures::of(brief);
                let narrow = brief.fittings.punch.hole.floor_to(brief.mark()).max(Length::sixty_fourths(4));
                let narrower = with(brief, |handle| handle.width = Some(narrow));
                let glued = Handle { kind: HandleKind::GluedRibbon, width: brief.fittings.handle.width, ..Handle::default() };
                let glued = with(brief, |handle| *handle = glued);
                vec![
                    vec![Candidate::new(format!("Ribbon {}", figures.say(narrow)), "It slides through.", narrower)],
                    vec![Candidate::new("Ribbon glued inside", "It needs no hole.", glued)],
                ]
            },
        )
    })
}

fn too_short(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let own = draft.fitted.handle.filter(|handle| handle.kind.stands_up())?;
    let figures = Figures::of(brief);
    let least = brief.customary(LEAST_DROP);
    if own.drop >= least {
        return None;
    }
    let blocked = !own.drop.is_positive();
    let title = if blocked {
        format!("{} is {} too short for a handle", figures.say(own.length), figures.say(-own.drop * 2))
    } else {
        format!("The handle stands only {} above the top", figures.say(own.drop))
    };
    let parts = [("what is below the top edge", own.down * 2), ("the way across", own.across(brief))];
    let parts: Vec<String> =
        parts.iter().map(|(what, length)| format!("{what} {}", figures.say(*length))).collect();
    Some(finding(
        About::Handle,
        if blocked { "handle.no-drop" } else { "handle.low" },
        if blocked { Level::Blocks } else { Level::Warns },
        title,
        format!(
            "Of {} {} are taken; fingers need {} above the top.",
            figures.say(own.length),
            list(&parts),
            figures.say(least)
        ),
        |draft| {
            let figures = Figures::of(&draft.brief);
            let usual = with(&draft.brief, |handle| {
                handle.stands = Stands::High(crate::fittings::handle::CUSTOMARY_DROP.half().max(LEAST_DROP));
            });
            let longer = Fitted::of(&usual).handle.map_or(Length::ZERO, |handle| handle.length);
            let title = format!("{} for each handle", figures.say(longer));
            let closer = with(&draft.brief, |handle| handle.from_centre = None);
            vec![
                vec![Candidate::new(title, "A hand then goes through.", usual)],
                vec![Candidate::new("Customary places", "The ends stand closer together.", closer)],
            ]
        },
    ))
}

/// True if the handle wants something behind its holes and has a strip there.
pub(super) fn has_strip(brief: &Brief) -> bool {
    brief.fittings.backing.kind.is_strip()
}
