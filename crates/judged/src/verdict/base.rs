//! Do the base flaps meet, and does any of them stick out?

use super::search::largest;
use super::{About, Candidate, Finding, Level};
use crate::brief::{BaseHabit, CUSTOMARY_LAP};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::net::BaseCorners;
use crate::{Brief, Length};

/// Less lap than this is hard to glue (our choice: half the customary lap).
const THIN_LAP: Length = Length::eighths(2);

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    // A folded base and a flare have rules of their own.
    if !draft.brief.build.has_slit_flaps() {
        return Vec::new();
    }
    let figures = Figures::of(&draft.brief);
    let (flap, size) = (draft.brief.flap(), draft.brief.finished);
    let (width, gusset) = (size.width, size.gusset);
    let lap = flap * 2 - gusset;
    let mut findings = Vec::new();
    let mut add = |code, level, title: String, why: String, mends: fn(&Draft) -> Vec<Vec<Candidate>>| {
        findings.push(Finding { code, level, about: vec![About::Base], title, why, mends });
    };
    if !lap.is_positive() {
        let why = format!(
            "The base is {} deep and two face flaps of {} reach {} across it. They have to overlap to be glued.",
            figures.say(gusset),
            figures.say(flap),
            figures.say(flap * 2)
        );
        let title = if lap == Length::ZERO {
            "The base flaps only just touch".to_owned()
        } else {
            format!("The base stays open by {}", figures.say(-lap))
        };
        add("base.open", Level::Blocks, title, why, close);
    } else if lap < THIN_LAP {
        let why = format!(
            "Two face flaps of {} on a base {} deep lap by {}; {} is customary.",
            figures.say(flap),
            figures.say(gusset),
            figures.say(lap),
            figures.say(CUSTOMARY_LAP)
        );
        add(
            "base.thin-lap",
            Level::Warns,
            format!("The base flaps lap by only {}", figures.say(lap)),
            why,
            close,
        );
    }
    if flap > gusset {
        let title = format!("The face flaps stick out by {}", figures.say(flap - gusset));
        let why = format!(
            "A flap {} deep on a base {} deep reaches past its far edge.",
            figures.say(flap),
            figures.say(gusset)
        );
        add("base.face-flap-sticks-out", Level::Blocks, title, why, shorten);
    }
    let gusset_flaps = draft.net.blanks.iter().any(|blank| blank.corners == BaseCorners::Flaps);
    if gusset_flaps && flap > width {
        let title = format!("The gusset flaps stick out by {}", figures.say(flap - width));
        let why = format!(
            "A gusset flap reaches across the width of the base: it is {} deep and the base {} wide.",
            figures.say(flap),
            figures.say(width)
        );
        add("base.gusset-flap-sticks-out", Level::Blocks, title, why, shorten);
    } else if gusset_flaps && flap * 2 > width {
        let title = format!("The gusset flaps lap each other by {}", figures.say(flap * 2 - width));
        let why = format!(
            "Two flaps of {} on a base {} wide: four layers lie in the middle. Strong, and a little thicker there.",
            figures.say(flap),
            figures.say(width)
        );
        add("base.gusset-flaps-lap", Level::Notes, title, why, |draft| {
            vec![shallower(draft, draft.brief.finished.width.half())]
        });
    }
    findings
}

/// Flaps that lap by the customary lap, or a little more, so that their depth lies on a groove.
pub(super) fn half_and_lap(brief: &Brief) -> BaseHabit {
    let depth = BaseHabit::HalfAndLap { lap: CUSTOMARY_LAP }.depth(brief.finished.gusset);
    BaseHabit::HalfAndLap { lap: depth.ceil_to(brief.board.groove) * 2 - brief.finished.gusset }
}

fn with(brief: &Brief, base: BaseHabit) -> Brief {
    Brief { base, ..brief.clone() }
}

fn close(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let lap_over = with(brief, half_and_lap(brief));
    let figures = Figures::of(brief);
    let depth = figures.say(lap_over.flap());
    let narrower = largest(brief.finished.gusset, THIN_LAP, brief.board.groove, |gusset| {
        brief.base.depth(gusset) * 2 - gusset >= THIN_LAP
    });
    vec![
        vec![Candidate::new(
            format!("Half-and-lap flaps, {depth}"),
            format!(
                "The face flaps then lap by {}.",
                figures.say(lap_over.flap() * 2 - brief.finished.gusset)
            ),
            lap_over,
        )],
        full(brief),
        narrower
            .map(|gusset| {
                let mut changed = brief.clone();
                changed.finished.gusset = gusset;
                let then = format!("The flaps stay {} deep and close the base.", figures.say(brief.flap()));
                Candidate::new(format!("Gusset {}", figures.say(gusset)), then, changed)
            })
            .into_iter()
            .collect(),
    ]
}

fn full(brief: &Brief) -> Vec<Candidate> {
    let title = format!("Full flaps, {}", Figures::of(brief).say(brief.finished.gusset));
    vec![Candidate::new(title, "As deep as the base, the strongest.", with(brief, BaseHabit::Full))]
}

fn shorten(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let lap_over = with(brief, half_and_lap(brief));
    let figures = Figures::of(brief);
    let title = format!("Half-and-lap flaps, {}", figures.say(lap_over.flap()));
    let lap = figures.say(lap_over.flap() * 2 - brief.finished.gusset);
    let lap_over = Candidate::new(title, format!("The face flaps then lap by {lap}."), lap_over);
    let size = brief.finished;
    vec![full(brief), vec![lap_over], shallower(draft, size.width.min(size.gusset))]
}

/// Flaps of at most `depth`, on a groove.
fn shallower(draft: &Draft, depth: Length) -> Vec<Candidate> {
    let brief = &draft.brief;
    let depth = depth.floor_to(brief.board.groove);
    let lap = depth * 2 - brief.finished.gusset;
    if lap < THIN_LAP {
        return Vec::new();
    }
    let figures = Figures::of(brief);
    let title = format!("Flaps {} deep", figures.say(depth));
    let then = format!("The face flaps lap by {}.", figures.say(lap));
    vec![Candidate::new(title, then, with(brief, BaseHabit::Custom { depth }))]
}
