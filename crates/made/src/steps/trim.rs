//! Cutting the pieces out of their sheets.

use super::{Job, Step};
use crate::brief::{Build, ROLL};
use crate::figures::Figures;
use crate::fittings::small::Small;
use crate::layout::{Blade, Layout, Part, SheetCut, Trim};
use crate::pieces::Piece;
use crate::plane::Size;
use crate::{Brief, Length};

/// A trimmer is set up to 12 in, the side of a pad (common practice); what is longer is measured and ruled.
const TRIMMER: Length = Length::inches(12);

/// True for ways of building that few have in their hands (common practice: try an unfamiliar bag on scrap first).
fn is_unfamiliar(brief: &Brief) -> bool {
    let by_build = match brief.build {
        Build::Wrap | Build::CornerPair => false,
        Build::CradlePair { .. }
        | Build::Joined { .. }
        | Build::FoldedBase { .. }
        | Build::PleatedFlare { .. } => true,
    };
    by_build || brief.gusset_crease.folds_flat()
}

/// What lies on a sheet, each once: `face and gusset × 2`.
fn named(sheet: &SheetCut, pieces: &[Piece]) -> Vec<String> {
    let mut told: Vec<(String, usize)> = Vec::new();
    for placed in &sheet.placed {
        let name = match placed.part {
            Part::Piece(piece) => {
                pieces.get(piece).map_or_else(String::new, |piece| piece.name.to_lowercase())
            }
            Part::Small(small) => small.kind.name().to_owned(),
        };
        match told.iter_mut().find(|(known, _)| *known == name) {
            Some((_, count)) => *count += 1,
            None => told.push((name, 1)),
        }
    }
    let says = |(name, count): (String, usize)| if count == 1 { name } else { format!("{name} × {count}") };
    told.into_iter().map(says).collect()
}

pub(super) fn step(brief: &Brief, pieces: &[Piece], layout: &Layout, figures: Figures) -> Step {
    let up = if brief.sheet.directional {
        "where the pattern’s up is"
    } else {
        "at the edge that will be the top"
    };
    let mut says = Vec::new();
    if is_unfamiliar(brief) {
        says.push(
            "If you have not built one like this before, make it once from scrap, half as large: it shows every fold."
                .to_owned(),
        );
    }
    let Size { width, height } = brief.sheet.as_laid();
    let long = if brief.sheet.turned { width } else { height };
    if long > ROLL || brief.sheet.rolled {
        says.push(format!(
            "If the paper comes off a roll, cut {} off first: measure it along both edges, fold the paper over from mark to mark and cut along the fold.",
            figures.say(long)
        ));
    }
    says.push(format!("Pencil a small T on the back of the sheet, {up}, before anything else."));
    let is_long = |trim: &Trim| trim.keep > TRIMMER;
    if layout.sheets.iter().flat_map(|sheet| &sheet.trims).any(is_long) {
        says.push(
            "What is beyond the trimmer is cut from mark to mark: rule a line between them, or fold soft paper over at both marks and cut along the fold."
                .to_owned(),
        );
    }
    let several = layout.sheet_count() > 1;
    for (sheet, letters) in layout.sheets.iter().zip(layout.letters()) {
        if sheet.scrap {
            let piece = sheet.piece().and_then(|piece| pieces.get(piece));
            says.extend(piece.map(|piece| from_scrap(piece, figures)));
            continue;
        }
        if !sheet.overhang.is_none() {
            says.push("The piece does not fit this sheet yet; see the remedies.".to_owned());
            continue;
        }
        if sheet.trims.is_empty() {
            says.push("The whole sheet is used. Check that its corners are square.".to_owned());
        }
        if several {
            let names = named(sheet, pieces);
            let sheets = if sheet.times > 1 { "Sheets" } else { "Sheet" };
            let alike = if sheet.times > 1 { ", cut alike" } else { "" };
            says.push(format!("{sheets} {letters}{alike}: {}.", names.join("; ")));
        }
        says.extend(sheet.trims.iter().map(|trim| cut(sheet, trim, figures)));
    }
    says.extend(without_room(&layout.from_scrap, figures));
    super::step(Job::Trim, "Measure and trim", says)
}

/// Joining strips, which come from anywhere.
fn from_scrap(piece: &Piece, figures: Figures) -> String {
    format!(
        "From any scrap, cut {}: {}. {} hidden, so the pattern may lie any way.",
        if piece.count == 1 {
            "one joining strip".to_owned()
        } else {
            format!("{} joining strips", piece.count)
        },
        if piece.count == 1 {
            figures.by(piece.width, piece.height)
        } else {
            format!("{} each", figures.by(piece.width, piece.height))
        },
        if piece.count == 1 { "It is" } else { "They are" }
    )
}

/// One cut of the trimmer: how it is set, what is kept and what is left over.
fn cut(sheet: &SheetCut, trim: &Trim, figures: Figures) -> String {
    let (from, what) = match trim.blade {
        Blade::Vertical => ("left edge", "wide"),
        Blade::Horizontal => ("bottom edge", "tall"),
    };
    let keep = figures.say(trim.keep);
    let set = if trim.keep <= TRIMMER {
        format!("Set the trimmer to {keep} from the {from} and cut")
    } else {
        format!("Mark {keep} from the {from} at both ends and cut from mark to mark")
    };
    let is_apart = trim.on.x.is_positive() || trim.on.y.is_positive();
    let take = if is_apart {
        format!("Take the part {}. ", figures.by(trim.on.width, trim.on.height))
    } else {
        String::new()
    };
    let is_left = trim.off.filter(|off| sheet.offcuts.contains(off));
    match (trim.off, is_left) {
        (_, Some(off)) => format!(
            "{take}{set}: keep the part {keep} {what}; {} is left over.",
            figures.by(off.width, off.height)
        ),
        (Some(off), None) => format!(
            "{take}{set}: keep the part {keep} {what}, and {} for small parts.",
            figures.by(off.width, off.height)
        ),
        (None, None) => {
            let apart = if trim.keep <= TRIMMER { " the pieces apart" } else { ": the pieces are apart" };
            format!("{take}{set}{apart}.")
        }
    }
}

/// Small parts for which the sheets have no room.
fn without_room(parts: &[Small], figures: Figures) -> Vec<String> {
    let mut told: Vec<(Small, usize)> = Vec::new();
    for part in parts {
        match told.iter_mut().find(|(known, _)| known == part) {
            Some((_, count)) => *count += 1,
            None => told.push((*part, 1)),
        }
    }
    let says = told.into_iter().map(|(part, count)| {
        let (name, size) = (part.kind.name(), figures.by(part.size.width, part.size.height));
        if count == 1 {
            format!("These sheets have no room for the {name}, {size}: cut it from another piece.")
        } else {
            format!(
                "These sheets have no room for {count} {name}s, {size} each: cut them from another piece."
            )
        }
    });
    says.collect()
}
