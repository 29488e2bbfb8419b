//! What the thickness of the paper takes up.

use super::{About, Candidate, Finding, Level};
use crate::brief::GussetCrease;
use crate::draft::Draft;
use crate::figures::Figures;
use crate::sheet::{Grammage, Thickness};
use crate::{Brief, Length, Ruler, Unit};

/// The finest step that a trimmer can be set to: 1/16 in (common practice); a ruler's millimetre.
fn hair(unit: Unit) -> Length {
    match unit {
        Unit::Inch => Ruler::Sixteenth.step(),
        Unit::Metric => Ruler::Millimetre.step(),
    }
}

/// Two layers, for the gussets of the front piece lie outside those of the back piece on either side.
fn cradle_room(brief: &Brief) -> Length {
    (brief.sheet.thickness().caliper * 2).ceil_to(hair(brief.unit))
}

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    if !brief.sheet.is_stiff() || !brief.build.has_base() {
        return Vec::new();
    }
    let mut findings = Vec::new();
    findings.extend(folded_flat(brief));
    let thickness = brief.sheet.thickness();
    let figures = Figures::of(brief);
    if brief.build.has_double_gussets() && brief.allowance < cradle_room(brief) {
        findings.push(Finding {
            code: "paper.cradle-room",
            level: Level::Warns,
            about: vec![About::Gussets],
            title: format!("The front piece needs {} more round the back piece", figures.say(cradle_room(brief))),
            why: format!(
                "Its gussets lie outside the other piece's, one layer of {} on either side. Cut alike, the front bulges.",
                layer(thickness)
            ),
            mends: |draft| {
                let allowance = cradle_room(&draft.brief);
                let title = format!("Front piece {} wider", Figures::of(&draft.brief).say(allowance));
                let changed = Brief { allowance, ..draft.brief.clone() };
                vec![vec![Candidate::new(title, "Only the front face is scored wider.", changed)]]
            },
        });
    }
    if brief.allowance < cradle_room(brief) {
        findings.push(inside(brief, thickness, figures));
    }
    findings
}

fn layer(thickness: Thickness) -> String {
    let how = if thickness.measured { "measured" } else { "estimated from its weight" };
    format!("{} mm ({how})", millimetres(thickness.caliper))
}

/// Hundredths are all that a caliper tells.
fn millimetres(length: Length) -> String {
    format!("{:.2}", length.mm())
}

/// The bag is as large as asked outside; inside, walls and base take up room.
fn inside(brief: &Brief, thickness: Thickness, figures: Figures) -> Finding {
    let base = layers_in_base(brief);
    let (walls, floor) = (thickness.caliper * 2, thickness.caliper * base);
    Finding {
        code: "paper.thickness",
        level: Level::Notes,
        about: vec![About::Base],
        title: format!(
            "Stiff card takes {} mm off the inside, and {} mm at the base",
            millimetres(walls),
            millimetres(floor)
        ),
        why: format!(
            "Two walls and {base} layers of base, {} each, inside a bag of {}.",
            layer(thickness),
            figures.size(brief)
        ),
        mends: |draft| {
            let brief = &draft.brief;
            let groove = brief.board.groove;
            let mut roomier = brief.clone();
            let caliper = brief.sheet.thickness().caliper;
            let size = &mut roomier.finished;
            size.width += (caliper * 2).ceil_to(groove);
            size.gusset += (caliper * 2).ceil_to(groove);
            size.height += (caliper * layers_in_base(brief)).ceil_to(groove);
            roomier.allowance = cradle_room(brief);
            let leave = Brief { allowance: cradle_room(brief), ..brief.clone() };
            vec![
                vec![Candidate::new(
                    "Room for the paper",
                    "Larger by a groove or two, so that the inside is as asked.",
                    roomier,
                )],
                vec![Candidate::new(
                    "The outside counts",
                    "The size stays; the gift has that much less room.",
                    leave,
                )],
            ]
        },
    }
}

/// Most layers in the base: back, both gussets and front where they all meet.
fn layers_in_base(brief: &Brief) -> i64 {
    let size = brief.finished;
    if brief.build.is_squashed() {
        5
    } else if brief.flap() * 2 > size.width {
        4
    } else {
        3
    }
}

/// Folded flat, stiff card is bent where nothing is scored, and its layers push one another out of place.
fn folded_flat(brief: &Brief) -> Option<Finding> {
    if !brief.gusset_crease.folds_flat() {
        return None;
    }
    let layers = layers_in_base(brief) + 2;
    let thickness = brief.sheet.thickness();
    Some(Finding {
        code: "paper.stiff-flat",
        level: Level::Warns,
        about: vec![About::Gussets],
        title: "Stiff card does not like to be folded flat".to_owned(),
        why: format!(
            "On the way the paper has to bend where nothing is scored, and at the base about {layers} layers of {} lie on one another: {} mm.",
            layer(thickness),
            millimetres(thickness.caliper * layers)
        ),
        mends: |draft| {
            let pinched = Brief { gusset_crease: GussetCrease::Pair, ..draft.brief.clone() };
            let mut lighter = draft.brief.clone();
            (lighter.sheet.grammage, lighter.sheet.caliper) = (Some(Grammage(160)), None);
            vec![
                vec![Candidate::new("Do not fold it flat", "The top still pinches in.", pinched)],
                vec![Candidate::new(
                    "Lighter card, 160 g/m²",
                    "It bends on the way without cracking.",
                    lighter,
                )],
            ]
        },
    })
}
