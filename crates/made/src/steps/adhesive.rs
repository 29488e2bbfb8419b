//! What holds where: glue or tape, how wide, how long, and why (common practice, handbook §4).

use crate::figures::Figures;
use crate::{Brief, Length};

/// Widths of strong double-sided tape, the widest first: ½, ¼ and ⅛ in (common practice).
const TAPES: [Length; 3] = [Length::eighths(4), Length::eighths(2), Length::eighths(1)];

/// The widest tape that lies inside a strip of that width without touching its score line.
fn tape(width: Length) -> Length {
    TAPES.into_iter().find(|tape| *tape < width).unwrap_or(Length::eighths(1))
}

/// For a long seam on a tab or lap of that width.
pub(super) fn seam(brief: &Brief, width: Length, figures: Figures) -> String {
    format!(
        "Liquid glue gives time to slide the seam, {} long, until it is square; strong double-sided tape, {} wide and just as long, holds at once and bears load. Light tape runners let go.",
        figures.say(brief.finished.height),
        figures.say(brief.customary(tape(width)))
    )
}

/// For a hem of that depth.
pub(super) fn hem(brief: &Brief, depth: Length, figures: Figures) -> String {
    format!(
        "Tape {} wide along its raw edge does it, in sections: it bears no load.",
        figures.say(brief.customary(tape(depth)))
    )
}

/// For the base, which bears what is in the bag.
pub(super) const BASE: &str = "The base bears everything: liquid glue all over, or strong tape along every edge of the flaps. Let glue dry through before anything is put in.";
