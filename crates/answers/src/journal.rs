//! The journal: what was measured of made bags.

mod hand_rules;
mod taught;

pub use hand_rules::{HandRuleView, HandView, offered};
use serde::Serialize;
pub use taught::{DriftView, JournalView, PlotMark, PointView, RecordView, pace};
use utoipa::ToSchema;
use wide_fold_core::Length;
use wide_fold_kept::entry::{EntryText, KeptEntry};

/// An entry of the journal.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct EntryView {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What the bag was called.
    pub name: String,
    /// The day on which it was made.
    pub made: String,
    /// What was noticed, in a few words each: `width ⅟₁₆ more than planned`.
    pub says: Vec<String>,
    /// Planned width, height and gusset, as figures.
    pub planned: Vec<String>,
    /// What it was made of, if it was said.
    pub paper: Option<String>,
    /// True if it has a picture.
    pub pictured: bool,
    /// What was measured, as it is written.
    pub text: EntryText,
}

/// What was noticed, in a few words each.
fn says(entry: &KeptEntry) -> Vec<String> {
    let unit = entry.unit();
    let mut says = Vec::new();
    for (off, name) in entry.off().into_iter().zip(["width", "height", "gusset"]) {
        match off {
            Some(off) if off.is_positive() => says.push(format!("{name} {} more", off.label(unit))),
            Some(off) if off < Length::ZERO => says.push(format!("{name} {} less", off.abs().label(unit))),
            Some(_) => says.push(format!("{name} as planned")),
            None => {}
        }
    }
    let text = &entry.text;
    for (off, words) in [
        (&text.overlap, "overlap at the seam"),
        (&text.gap, "gap at the seam"),
        (&text.top_off, "off at the top edge"),
        (&text.holes_off, "between the holes"),
        (&text.handles_off, "between the handles"),
    ] {
        let length = off.as_deref().and_then(|off| Length::parse(off, unit).ok());
        says.extend(length.filter(|off| off.is_positive()).map(|off| format!("{} {words}", off.label(unit))));
    }
    if text.cracked {
        says.push("cracked at a fold".to_owned());
    }
    if text.survived_flat {
        says.push("folded flat and came up whole".to_owned());
    }
    says.extend(text.carried.as_ref().map(|carried| format!("carried {carried}")));
    let minutes: u32 = text.minutes.all().into_iter().flatten().sum();
    if minutes > 0 {
        says.push(match text.bags {
            None | Some(1) => format!("{minutes} min"),
            Some(bags) => format!("{minutes} min for {bags} of it"),
        });
    }
    says
}

/// An entry's number.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct EntryKept {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
}
