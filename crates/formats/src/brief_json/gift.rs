//! What goes into a bag, in words.

use super::FormatFault;
use crate::choice::choice;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::gift::{Gift, Lie, Lies, Thing, Together, across_of_round};
use wide_fold_core::{Length, Unit};

/// What goes into a bag, as it is written.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GiftText {
    /// The things, from left to right or from the bottom up.
    #[schema(min_items = 1, max_items = 6)]
    pub things: Vec<ThingText>,
    /// How several are put together; side by side if left out.
    #[serde(default)]
    pub together: TogetherText,
    /// True if all of them are laid on their sides.
    #[serde(default)]
    pub lying: bool,
    /// For every thing whether it is laid on its side, if only some of them are.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(max_items = 6)]
    pub lies: Vec<bool>,
    /// For every thing whether it is laid on its back, if one of them is.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(max_items = 6)]
    pub back: Vec<bool>,
    /// True if what is measured as depth lies along the width of the bag.
    #[serde(default)]
    pub turned: bool,
    /// Room on every side; customary for the shape if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub room: Option<String>,
    /// Room above; customary if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub headroom: Option<String>,
}

choice! {
    /// How several things are put together.
    #[derive(Default)]
    TogetherText = Together { #[default] SideBySide = Together::SideBySide, Stacked = Together::Stacked, TwoRows = Together::TwoRows }
}

/// One thing, with the measures of its shape. Something round is measured straight across, or once round it.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
#[schema(rename_all = "snake_case")]
#[allow(missing_docs)] // The measures speak for themselves.
pub enum ThingText {
    /// A box.
    Box { width: String, depth: String, height: String },
    /// A jar, a tumbler: it may lie.
    Cylinder {
        #[serde(default, skip_serializing_if = "Option::is_none")]
        across: Option<String>,
        #[serde(default, skip_serializing_if = "Option::is_none")]
        round: Option<String>,
        height: String,
    },
    /// A bottle: it has to stand.
    Bottle {
        #[serde(default, skip_serializing_if = "Option::is_none")]
        across: Option<String>,
        #[serde(default, skip_serializing_if = "Option::is_none")]
        round: Option<String>,
        height: String,
    },
    /// A ball.
    Ball {
        #[serde(default, skip_serializing_if = "Option::is_none")]
        across: Option<String>,
        #[serde(default, skip_serializing_if = "Option::is_none")]
        round: Option<String>,
    },
    /// Something flat.
    Flat { width: String, height: String, thick: String },
    /// An odd thing.
    Odd { widest: String, deepest: String, tallest: String },
}

/// Reads lengths of one thing.
struct Reader {
    at: String,
    unit: Unit,
}

impl Reader {
    fn length(&self, field: &str, text: &str) -> Result<Length, FormatFault> {
        let length = Length::parse(text, self.unit).map_err(|error| format!("{error}."));
        length.map_err(|sentence| FormatFault { field: format!("{}.{field}", self.at), sentence })
    }

    /// Straight across, or once round.
    fn across(&self, across: Option<&String>, round: Option<&String>) -> Result<Length, FormatFault> {
        let fault = |sentence: &str| FormatFault {
            field: format!("{}.across", self.at),
            sentence: sentence.to_owned(),
        };
        match (across, round) {
            (Some(across), None) => self.length("across", across),
            (None, Some(round)) => Ok(across_of_round(self.length("round", round)?)),
            (None, None) => Err(fault("Measure it straight across, or once round.")),
            (Some(_), Some(_)) => Err(fault("Measure it straight across or once round, not both.")),
        }
    }

    fn thing(&self, text: &ThingText) -> Result<Thing, FormatFault> {
        let length = |field: &str, text: &String| self.length(field, text);
        Ok(match text {
            ThingText::Box { width, depth, height } => Thing::Box {
                width: length("width", width)?,
                depth: length("depth", depth)?,
                height: length("height", height)?,
            },
            ThingText::Cylinder { across, round, height } => Thing::Cylinder {
                across: self.across(across.as_ref(), round.as_ref())?,
                height: length("height", height)?,
            },
            ThingText::Bottle { across, round, height } => Thing::Bottle {
                across: self.across(across.as_ref(), round.as_ref())?,
                height: length("height", height)?,
            },
            ThingText::Ball { across, round } => {
                Thing::Ball { across: self.across(across.as_ref(), round.as_ref())? }
            }
            ThingText::Flat { width, height, thick } => Thing::Flat {
                width: length("width", width)?,
                height: length("height", height)?,
                thick: length("thick", thick)?,
            },
            ThingText::Odd { widest, deepest, tallest } => Thing::Odd {
                widest: length("widest", widest)?,
                deepest: length("deepest", deepest)?,
                tallest: length("tallest", tallest)?,
            },
        })
    }
}

impl GiftText {
    /// Reads every measure, those without a unit in `unit`, and checks that it is one of a thing.
    ///
    /// # Errors
    /// [`FormatFault`] with the first field at fault: `things[1].height`.
    pub fn read(&self, unit: Unit) -> Result<Gift, FormatFault> {
        let thing =
            |(index, text): (usize, &ThingText)| Reader { at: format!("things[{index}]"), unit }.thing(text);
        let room = |field: &str, text: &Option<String>| {
            let read = |text: &String| {
                Length::parse(text, unit)
                    .map_err(|error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") })
            };
            text.as_ref().map(read).transpose()
        };
        for (field, lies) in [("lies", &self.lies), ("back", &self.back)] {
            if !lies.is_empty() && lies.len() != self.things.len() {
                let sentence =
                    format!("Of {} things {} are said to lie or to stand.", self.things.len(), lies.len());
                return Err(FormatFault { field: field.to_owned(), sentence });
            }
        }
        let of = |lies: &[bool], number: usize| lies.get(number).copied().unwrap_or(false);
        let lies = (0..self.things.len()).fold(Lies::NONE, |all, number| {
            let lie = match (of(&self.back, number), self.lying || of(&self.lies, number)) {
                (true, _) => Lie::Back,
                (_, true) => Lie::Side,
                _ => Lie::Stands,
            };
            all.with(number, lie)
        });
        // No more are read than can be.
        let things = self.things.iter().enumerate().take(wide_fold_core::gift::MOST_THINGS + 1);
        let gift = Gift {
            things: things.map(thing).collect::<Result<_, _>>()?,
            together: self.together.into(),
            lies,
            turned: self.turned,
            room: room("room", &self.room)?,
            headroom: room("headroom", &self.headroom)?,
        };
        gift.check().map_err(|(field, sentence)| FormatFault { field, sentence })?;
        Ok(gift)
    }
}

impl From<&Gift> for GiftText {
    /// Every length exactly; what was measured once round is written straight across.
    fn from(gift: &Gift) -> Self {
        let say = |length: &Length| length.to_string();
        let thing = |thing: &Thing| match thing {
            Thing::Box { width, depth, height } => {
                ThingText::Box { width: say(width), depth: say(depth), height: say(height) }
            }
            Thing::Cylinder { across, height } => {
                ThingText::Cylinder { across: Some(say(across)), round: None, height: say(height) }
            }
            Thing::Bottle { across, height } => {
                ThingText::Bottle { across: Some(say(across)), round: None, height: say(height) }
            }
            Thing::Ball { across } => ThingText::Ball { across: Some(say(across)), round: None },
            Thing::Flat { width, height, thick } => {
                ThingText::Flat { width: say(width), height: say(height), thick: say(thick) }
            }
            Thing::Odd { widest, deepest, tallest } => {
                ThingText::Odd { widest: say(widest), deepest: say(deepest), tallest: say(tallest) }
            }
        };
        Self {
            things: gift.things.iter().map(thing).collect(),
            together: gift.together.into(),
            lying: gift.lies.any() && gift.lies == Lies::all(gift.things.len()),
            lies: if gift.lies == Lies::all(gift.things.len()) { Vec::new() } else { which(gift, Lie::Side) },
            back: which(gift, Lie::Back),
            turned: gift.turned,
            room: gift.room.as_ref().map(say),
            headroom: gift.headroom.as_ref().map(say),
        }
    }
}

/// For every thing whether it lies so; nothing if none does.
fn which(gift: &Gift, lie: Lie) -> Vec<bool> {
    let all: Vec<bool> = (0..gift.things.len()).map(|number| gift.lies.of(number) == lie).collect();
    if all.contains(&true) { all } else { Vec::new() }
}
