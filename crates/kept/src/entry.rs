//! What was measured of a made bag: as it is typed, and as it is kept.

use crate::bags::Bag;
use crate::day::day;
use crate::shape::Shape;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;
use wide_fold_core::line::Line;
use wide_fold_core::mass::Mass;
use wide_fold_core::steps::Stage;
use wide_fold_core::text::fit_to_print;
use wide_fold_core::work::{SECONDS_A_CUT, work};
use wide_fold_core::{Length, Unit};
use wide_fold_formats::FormatFault;

/// What was measured of a bag. Lengths are text; without a unit they are in the bag's own.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EntryText {
    /// The bag's number.
    pub bag: i64,
    /// The day on which it was made: `2026-11-20`.
    pub made: String,
    /// The number of its paper, if it lies on the shelf.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub paper: Option<i64>,
    /// What held it: `liquid glue`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 60)]
    pub adhesive: Option<String>,
    /// Measured width; with a sign by how much it is off: `+1/16`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width: Option<String>,
    /// Measured height.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height: Option<String>,
    /// Measured gusset.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gusset: Option<String>,
    /// How far the last panel overhung at the seam.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub overlap: Option<String>,
    /// How far it fell short.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gap: Option<String>,
    /// How far the top edge was off at the seam.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub top_off: Option<String>,
    /// How far holes were off one another.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub holes_off: Option<String>,
    /// How far one handle stood above the other.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub handles_off: Option<String>,
    /// True if the paper cracked at a fold.
    #[serde(default)]
    pub cracked: bool,
    /// True if it was folded flat, and came up whole.
    #[serde(default)]
    pub survived_flat: bool,
    /// What it carried: `3 lb`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub carried: Option<String>,
    /// Minutes for cutting, scoring, folding and gluing.
    #[serde(default)]
    pub minutes: MinutesText,
    /// So many bags the minutes are of; of one if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 500)]
    pub bags: Option<u32>,
    /// Whatever else is worth knowing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 600)]
    pub note: Option<String>,
    /// True to keep a measure that is far from what was planned.
    #[serde(default)]
    pub sure: bool,
}

/// Minutes by stage; those that were not looked at are left out.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MinutesText {
    /// Cutting the sheets.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(maximum = 600)]
    pub trim: Option<u32>,
    /// Scoring.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(maximum = 600)]
    pub score: Option<u32>,
    /// Folding, slits and corners.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(maximum = 600)]
    pub cut: Option<u32>,
    /// Gluing and finishing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(maximum = 600)]
    pub glue: Option<u32>,
}

impl MinutesText {
    /// Stage by stage, in the order of the work.
    pub const fn all(self) -> [Option<u32>; 4] {
        [self.trim, self.score, self.cut, self.glue]
    }
}

/// An entry as it is kept: with what was planned, so that a change of the bag changes nothing that was measured.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize)]
pub struct KeptEntry {
    /// What was measured, lengths exactly.
    pub text: EntryText,
    /// What the bag was called.
    pub name: String,
    /// Planned width, height and gusset, in nanometres.
    pub planned: [i64; 3],
    /// Measured ones.
    pub measured: [Option<i64>; 3],
    /// True if the bag's figures are in millimetres.
    pub metric: bool,
    /// What the paper was called, if it was said.
    pub paper: Option<String>,
    /// The distance of two grooves of the board, in nanometres.
    pub groove: i64,
    /// The bag's revision.
    pub revision: i64,
    /// What was taken off a panel and the height for these hands, in nanometres.
    pub hand: [i64; 2],
    /// Seconds that were guessed for cutting, scoring, folding and gluing.
    pub guessed: [u32; 4],
}

/// Why an entry is not kept.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum EntryFault {
    /// A field cannot be read, or what it says cannot be.
    Broken(FormatFault),
    /// A measure is far from what was planned: it is kept if the crafter is sure.
    FarFromPlanned(FormatFault),
}

impl From<FormatFault> for EntryFault {
    fn from(fault: FormatFault) -> Self {
        Self::Broken(fault)
    }
}

impl EntryText {
    /// The entry as it is kept. `paper` is the name of its paper.
    ///
    /// # Errors
    /// [`EntryFault`] with the field and a sentence.
    pub fn read(&self, bag: &Bag, paper: Option<String>, today: Date) -> Result<KeptEntry, EntryFault> {
        let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
        let broken = |field: &str, sentence: String| EntryFault::Broken(fault(field, sentence));
        let brief = bag.brief().map_err(|_| {
            fault("bag", "This bag was kept by another version and cannot be read.".to_owned())
        })?;
        let unit = brief.unit;
        if day("made", &self.made)? > today {
            return Err(broken("made", format!("{} is still to come. Today is {today}.", self.made)));
        }
        let mut text = self.clone();
        let size = brief.finished;
        let planned = [size.width, size.height, size.gusset];
        let mut measured = [None; 3];
        let names = ["width", "height", "gusset"];
        let fields = [&mut text.width, &mut text.height, &mut text.gusset];
        for (n, (field, name)) in fields.into_iter().zip(names).enumerate() {
            let Some(length) = measure(name, field, unit, planned[n])? else { continue };
            if !length.is_positive() {
                return Err(broken(
                    name,
                    format!("A {name} of nothing is no bag: leave out what was not measured."),
                ));
            }
            let off = (length - planned[n]).abs();
            if !self.sure && off > (planned[n].half()).half().max(Length::eighths(4)) {
                let sentence = format!(
                    "{} is far from the {} that were planned. Is it in another unit? Keep it so if it is right.",
                    length.label(unit),
                    planned[n].label(unit)
                );
                return Err(EntryFault::FarFromPlanned(fault(name, sentence)));
            }
            measured[n] = Some(length.nm());
        }
        for (name, field) in [
            ("overlap", &mut text.overlap),
            ("gap", &mut text.gap),
            ("top_off", &mut text.top_off),
            ("holes_off", &mut text.holes_off),
            ("handles_off", &mut text.handles_off),
        ] {
            let Some(length) = length(name, field, unit)? else { continue };
            if length < Length::ZERO || length > Length::inches(4) {
                return Err(broken(name, "Between nothing and 4 in can be told here.".to_owned()));
            }
        }
        if text.overlap.is_some() && text.gap.is_some() {
            return Err(broken("gap", "At one seam there is an overlap or a gap, not both.".to_owned()));
        }
        if let Some(carried) = text.carried.as_ref().filter(|carried| !carried.trim().is_empty()) {
            Mass::parse(carried, unit).map_err(|error| fault("carried", format!("{error}.")))?;
        } else {
            text.carried = None;
        }
        for (name, most, words) in [("adhesive", 60, &mut text.adhesive), ("note", 600, &mut text.note)] {
            *words = words.take().map(|words| words.trim().to_owned()).filter(|words| !words.is_empty());
            if words
                .as_ref()
                .is_some_and(|words| words.chars().count() > most || !fit_to_print(&words.replace('\n', " ")))
            {
                return Err(broken(name, format!("Up to {most} characters can be written here.")));
            }
        }
        if text.minutes.all().into_iter().flatten().any(|minutes| minutes > 600) {
            return Err(broken(
                "minutes",
                "Nobody works more than 600 minutes at one stage of a bag.".to_owned(),
            ));
        }
        if text.bags.is_some_and(|bags| !(1..=500).contains(&bags)) {
            return Err(broken("bags", "Minutes are of 1 to 500 bags.".to_owned()));
        }
        let groove = brief.board.groove.nm();
        let hand = [brief.hand.panel.nm(), brief.hand.height.nm()];
        let guessed = guessed(&Line::new(&bag.name, brief, 1, [None, None]));
        Ok(KeptEntry {
            text,
            name: bag.name.clone(),
            planned: planned.map(Length::nm),
            measured,
            metric: unit == Unit::Metric,
            paper,
            groove,
            revision: bag.revision,
            hand,
            guessed,
        })
    }
}

/// A measure, as it is or by how much it is off: `3 13/16`, `+1/16`, `-1 mm`.
fn measure(
    name: &str,
    field: &mut Option<String>,
    unit: Unit,
    planned: Length,
) -> Result<Option<Length>, FormatFault> {
    let text = field.as_deref().map(str::trim).unwrap_or_default();
    let (less, rest) = match text.strip_prefix('+') {
        Some(rest) => (false, rest),
        None => match text.strip_prefix(['-', '−']) {
            Some(rest) => (true, rest),
            None => return length(name, field, unit),
        },
    };
    let mut by = Some(rest.to_owned());
    let off = length(name, &mut by, unit)?.unwrap_or(Length::ZERO);
    let measured = if less { planned - off } else { planned + off };
    *field = Some(measured.to_string());
    Ok(Some(measured))
}

/// A length if there is one, written out exactly in its field.
fn length(name: &str, field: &mut Option<String>, unit: Unit) -> Result<Option<Length>, FormatFault> {
    let Some(text) = field.as_deref().map(str::trim).filter(|text| !text.is_empty()) else {
        *field = None;
        return Ok(None);
    };
    let length = Length::parse(text, unit)
        .map_err(|error| FormatFault { field: name.to_owned(), sentence: format!("{error}.") })?;
    *field = Some(length.to_string());
    Ok(Some(length))
}

/// What one bag is guessed to take, stage by stage.
fn guessed(line: &Line) -> [u32; 4] {
    let budget = wide_fold_core::budget::Budget::of(1_000_000);
    let work = work(std::slice::from_ref(line), &budget);
    let mut guessed = [SECONDS_A_CUT * 3, 0, 0, 0];
    for batch in &work.batches {
        let place = match batch.stage {
            Stage::Trim => 0,
            Stage::Score => 1,
            Stage::Cut => 2,
            Stage::Glue => 3,
        };
        guessed[place] += batch.tasks.iter().map(|task| task.seconds * task.each).sum::<u32>();
    }
    guessed
}

impl Shape for KeptEntry {
    const NAME: &'static str = "entry of the journal";

    /// The first had no revision, the second no hand rules.
    const VERSION: u32 = 3;

    fn renewed(before: &Value) -> Option<Value> {
        let mut now = before.clone();
        let own = now.as_object_mut().filter(|own| own.contains_key("planned"))?;
        let known = own.len();
        own.entry("revision").or_insert_with(|| json!(0));
        own.entry("hand").or_insert_with(|| json!([0, 0]));
        (own.len() > known).then_some(now)
    }
}

impl KeptEntry {
    /// What its figures are told in.
    pub fn unit(&self) -> Unit {
        if self.metric { Unit::Metric } else { Unit::Inch }
    }

    /// How far measures are off: width, height, gusset.
    pub fn off(&self) -> [Option<Length>; 3] {
        let off = |n: usize| Some(Length::from_nm(self.measured[n]? - self.planned[n]));
        [off(0), off(1), off(2)]
    }

    /// How far a panel is off: the mean of face and gusset, or the one that was measured.
    pub fn panel_off(&self) -> Option<Length> {
        match self.off() {
            [Some(width), _, Some(gusset)] => Some((width + gusset).half()),
            [Some(one), _, None] | [None, _, Some(one)] => Some(one),
            [None, _, None] => None,
        }
    }
}
