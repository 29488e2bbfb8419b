//! Does the closing close?

use super::carry::with_fittings;
use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{
    CLOSING_FLAP_CORNER, CLOSING_FLAP_DEPTH, ClosingFlap, ClosureKind, FaceSide, GussetCrease, Handle,
    HandleKind, Top,
};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::{Brief, Length};

/// Room for a magnet, or for what holds a hole, between it and the fold above it (our choice).
const HOLD: Length = Length::eighths(2);

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let kind = brief.fittings.closure.kind;
    let is_flap = brief.top.flap().is_some();
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    if kind.is_tucked() && !is_flap {
        findings.push(finding(
            About::Handle,
            "closure.no-flap",
            Level::Blocks,
            "There is no flap to tuck in".to_owned(),
            "A closing flap is one face run on above the top; this top has none.".to_owned(),
            |draft| {
                let (depth, corner) = (CLOSING_FLAP_DEPTH, CLOSING_FLAP_CORNER);
                let brief = &draft.brief;
                let depth = brief
                    .customary(depth)
                    .max((brief.finished.gusset + Length::INCH).ceil_to(brief.board.groove));
                let top = Top::Flap { on: FaceSide::Back, depth, corner: brief.customary(corner) };
                let flap = Brief { top, ..brief.clone() };
                let clip = with_fittings(brief, |fittings| fittings.closure.kind = ClosureKind::Clip);
                let title = format!("A closing flap, {}", Figures::of(brief).say(depth));
                vec![
                    vec![Candidate::new(title, "The back runs on above the top.", flap)],
                    vec![Candidate::new("A clip instead", "It holds the pinched top.", clip)],
                ]
            },
        ));
    }
    if draft.fitted.closing.pinches && !brief.pinches() {
        // Over a square mouth the hole of the flap is nowhere near those of the faces.
        let level = if is_flap { Level::Blocks } else { Level::Warns };
        findings.push(finding(
            About::Handle,
            "closure.square-mouth",
            level,
            "The mouth does not pinch by itself".to_owned(),
            format!(
                "To bring front and back together, the gussets, {} deep, have to fold in; they have no crease.",
                figures.say(brief.finished.gusset)
            ),
            |draft| {
                let creased = |gusset_crease| Brief { gusset_crease, ..draft.brief.clone() };
                let round = with_fittings(&draft.brief, |fittings| fittings.closure.kind = ClosureKind::RibbonRound);
                vec![
                    vec![Candidate::new("Crease the gussets to pinch", "The top comes together neatly.", creased(GussetCrease::Pair))],
                    vec![Candidate::new("Crease their centres only", "One score a gusset.", creased(GussetCrease::Centre))],
                    vec![Candidate::new("Ribbon round instead", "It ties the bag as it stands.", round)],
                ]
            },
        ));
    }
    let headroom = draft.fitted.closing.headroom;
    if headroom >= brief.finished.height {
        findings.push(finding(
            About::Handle,
            "closure.no-room",
            Level::Blocks,
            "Closed so, the bag holds nothing".to_owned(),
            format!(
                "Pinching the top takes {} of a height of {}.",
                figures.say(headroom),
                figures.say(brief.finished.height)
            ),
            |draft| {
                let round =
                    with_fittings(&draft.brief, |fittings| fittings.closure.kind = ClosureKind::RibbonRound);
                vec![vec![Candidate::new("Ribbon round instead", "It takes nothing of the height.", round)]]
            },
        ));
    }
    findings.extend(gussets_in_the_way(draft));
    findings.extend(falls_short(draft));
    findings.extend(over_handles(draft));
    findings.extend(over_hand_hole(draft));
    findings
}

fn ribbon_round(brief: &Brief) -> Vec<Candidate> {
    let round = with_fittings(brief, |fittings| fittings.closure.kind = ClosureKind::RibbonRound);
    vec![Candidate::new("Ribbon round instead", "It ties the bag as it stands.", round)]
}

/// Pinched in, gussets deeper than the face is wide meet in its middle; a little less deep, they reach the hole there.
fn gussets_in_the_way(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    if !draft.fitted.closing.pinches || !brief.pinches() {
        return None;
    }
    let (figures, size) = (Figures::of(brief), brief.finished);
    let has_hole = brief.fittings.closure.kind.has_holes();
    let hole = if has_hole { brief.fittings.punch.hole } else { Length::ZERO };
    let over = brief.depth() + hole - size.width;
    if !over.is_positive() {
        return None;
    }
    let collide = brief.depth() > size.width;
    let title = if collide {
        format!("Pinched in, the gussets collide by {}", figures.say(brief.depth() - size.width))
    } else {
        "Pinched in, the gussets reach the hole of the closing".to_owned()
    };
    let clear =
        if has_hole { format!(" with a hole of {} between them", figures.say(hole)) } else { String::new() };
    let why = format!(
        "Each goes in by half its depth, {}; together that is {} behind a face {} wide{clear}.",
        figures.say(brief.depth().half()),
        figures.say(brief.depth()),
        figures.say(size.width)
    );
    let level = if collide { Level::Blocks } else { Level::Warns };
    Some(finding(About::Handle, "closure.gussets-collide", level, title, why, |draft| {
        let brief = &draft.brief;
        let has_hole = brief.fittings.closure.kind.has_holes();
        let hole = if has_hole { brief.fittings.punch.hole } else { Length::ZERO };
        let figures = Figures::of(brief);
        let gusset = (brief.finished.width - hole).floor_to(brief.board.groove);
        let mut shallower = brief.clone();
        shallower.finished.gusset = gusset;
        let title = format!("Gusset {}", figures.say(gusset));
        vec![
            ribbon_round(brief),
            vec![Candidate::new(title, "The gussets then clear each other.", shallower)],
        ]
    }))
}

/// A flap whose hole or magnet does not come down on the face it closes on.
fn falls_short(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let kind = brief.fittings.closure.kind;
    if !kind.has_to_meet() {
        return None;
    }
    let figures = Figures::of(brief);
    let meets = draft.fitted.closing.meets.filter(|meets| *meets < brief.customary(HOLD))?;
    let depth = brief.top.depth();
    let across = if brief.pinches() { Length::ZERO } else { brief.depth() };
    let what = if kind.is_magnetic() { "magnet" } else { "hole" };
    let spans = if across.is_positive() {
        format!("{} of it span the mouth, and its ", figures.say(across))
    } else {
        "Its ".to_owned()
    };
    Some(finding(
        About::Handle,
        "closure.falls-short",
        Level::Blocks,
        format!(
            "The {what} of the closing flap falls short by {}",
            figures.say(brief.customary(HOLD) - meets)
        ),
        format!(
            "The flap is {} deep: {spans}{what} is {} from its edge. It has to come down {} below the top at least.",
            figures.say(depth),
            figures.say(draft.fitted.closing.down),
            figures.say(brief.customary(HOLD))
        ),
        |draft| {
            let brief = &draft.brief;
            let figures = Figures::of(brief);
            let across = if brief.pinches() { Length::ZERO } else { brief.depth() };
            let deep = (across + draft.fitted.closing.down * 2).ceil_to(brief.board.groove);
            let deeper = Brief { top: brief.top.with_depth(deep), ..brief.clone() };
            let title = format!("Flap {}", figures.say(deep));
            let pinched = Brief { gusset_crease: GussetCrease::Pair, ..brief.clone() };
            let customary = with_fittings(brief, |fittings| fittings.closure.down = None);
            vec![
                vec![Candidate::new(title, "It comes down far enough on the other face.", deeper)],
                vec![Candidate::new("The customary place", "Nearer to the edge of the flap.", customary)],
                vec![Candidate::new("Crease the gussets to pinch", "The flap then spans nothing.", pinched)],
                ribbon_round(brief),
            ]
        },
    ))
}

fn raw_top(brief: &Brief) -> Vec<Candidate> {
    let raw = with_fittings(&Brief { top: Top::Raw, ..brief.clone() }, |fittings| {
        if fittings.closure.kind.is_tucked() {
            fittings.closure.kind = ClosureKind::RibbonRound;
        }
    });
    vec![Candidate::new("Leave the flap out", "The top edge stays raw.", raw)]
}

/// A handle that lies down under a flap.
fn soft_ribbon(brief: &Brief) -> Vec<Candidate> {
    let ribbon = with_fittings(brief, |fittings| {
        fittings.handle = Handle { kind: HandleKind::HoledRibbon, ..Handle::default() };
    });
    vec![Candidate::new("Ribbon through holes", "Soft ribbon lies down under the flap.", ribbon)]
}

/// Handles glued on outside stand up where the closing flap folds over.
fn over_handles(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let ClosingFlap { depth, .. } = brief.top.flap()?;
    let own = draft.fitted.handle?;
    let stands = own.kind.is_glued_outside();
    let figures = Figures::of(brief);
    stands.then(|| {
        finding(
            About::Handle,
            "closure.flap-over-handles",
            Level::Warns,
            "The closing flap folds over glued-on handles".to_owned(),
            format!(
                "They stand {} above the top on both faces; the flap, {} deep, folds over at the top edge of one and comes down on the other.",
                figures.say(own.drop.max(Length::ZERO)),
                figures.say(depth)
            ),
            |draft| {
                let brief = &draft.brief;
                let none = with_fittings(brief, |fittings| fittings.handle = Handle::default());
                vec![
                    soft_ribbon(brief),
                    vec![Candidate::new("No handle", "The bag is carried in the arms.", none)],
                    raw_top(brief),
                ]
            },
        )
    })
}

/// A closing flap that comes down over a hand hole, and is not cut out round it.
fn over_hand_hole(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    brief.top.flap()?;
    let own = draft.fitted.handle_that(HandleKind::is_cut_out)?;
    let figures = Figures::of(brief);
    let down = draft.fitted.closing.comes_down();
    let tucks = brief.fittings.closure.kind.is_tucked();
    (down > own.down || tucks && down.is_positive()).then(|| {
        finding(
            About::Handle,
            "closure.flap-over-hand-hole",
            Level::Warns,
            "The closing flap covers the hand hole".to_owned(),
            format!(
                "The hand hole begins {} below the top; closed, the flap comes down {} and is not cut out round it.",
                figures.say(own.down),
                figures.say(down)
            ),
            |draft| {
                let brief = &draft.brief;
                vec![
                    soft_ribbon(brief),
                    raw_top(brief),
                ]
            },
        )
    })
}
