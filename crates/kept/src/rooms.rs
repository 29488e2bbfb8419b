//! The room a crafter leaves round what goes into a bag, by its shape.

use crate::settings::Setting;
use crate::shape::{Shape, Unreadable};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::gift::{Gift, Thing};
use wide_fold_core::{Length, Unit};
use wide_fold_formats::FormatFault;

/// The most room there can be on one side.
const MOST: Length = Length::inches(6);

/// Room by shape, as it is set; customary where nothing is.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoomsText {
    /// On every side of what has flat sides.
    #[serde(default)]
    #[schema(example = "1/4 in")]
    pub flat: Option<String>,
    /// On every side of what is round.
    #[serde(default)]
    pub round: Option<String>,
    /// On every side of an odd thing.
    #[serde(default)]
    pub odd: Option<String>,
    /// Above it, to close the bag.
    #[serde(default)]
    pub above: Option<String>,
}

/// Room by shape.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Rooms {
    flat: Option<Length>,
    round: Option<Length>,
    odd: Option<Length>,
    above: Option<Length>,
}

impl Shape for RoomsText {
    const NAME: &'static str = "list of rooms";
}

impl Setting for RoomsText {
    const KEY: &'static str = "rooms";

    fn checked(self) -> std::result::Result<Self, Unreadable> {
        match self.read() {
            Ok(_) => Ok(self),
            Err(fault) => Err(self.broken(fault)),
        }
    }
}

impl RoomsText {
    /// Reads every figure; those that name no unit are in inches.
    ///
    /// # Errors
    /// [`FormatFault`] with the first field at fault.
    pub fn read(&self) -> Result<Rooms, FormatFault> {
        let read = |field: &str, text: &Option<String>| -> Result<Option<Length>, FormatFault> {
            let Some(text) = text.as_deref().map(str::trim).filter(|text| !text.is_empty()) else {
                return Ok(None);
            };
            let fault = |sentence: String| FormatFault { field: field.to_owned(), sentence };
            let room = Length::parse(text, Unit::Inch).map_err(|error| fault(format!("{error}.")))?;
            if room < Length::ZERO || room > MOST {
                return Err(fault(format!(
                    "Room is nothing at least and {} at most.",
                    MOST.label(Unit::Inch)
                )));
            }
            Ok(Some(room))
        };
        Ok(Rooms {
            flat: read("flat", &self.flat)?,
            round: read("round", &self.round)?,
            odd: read("odd", &self.odd)?,
            above: read("above", &self.above)?,
        })
    }
}

impl From<Rooms> for RoomsText {
    /// Every length exactly.
    fn from(Rooms { flat, round, odd, above }: Rooms) -> Self {
        let [flat, round, odd, above] =
            [flat, round, odd, above].map(|room| room.map(|room| room.to_string()));
        Self { flat, round, odd, above }
    }
}

impl Rooms {
    /// A gift with the room that is set for its shapes, where it asks for none itself; customary room in steps of the unit's ruler.
    #[must_use]
    pub fn round(self, gift: Gift, unit: Unit) -> Gift {
        // Customary room is one of inches: in millimetres it is one a metric ruler shows.
        let customary = |thing: &Thing| match unit {
            Unit::Inch => thing.room(),
            Unit::Metric => thing.room().nearest(Length::millimetres(2)),
        };
        let own = |thing: &Thing| match thing {
            Thing::Box { .. } | Thing::Flat { .. } => self.flat,
            Thing::Cylinder { .. } | Thing::Bottle { .. } | Thing::Ball { .. } => self.round,
            Thing::Odd { .. } => self.odd,
        };
        let is_set = unit == Unit::Metric || gift.things.iter().any(|thing| own(thing).is_some());
        let widest = gift.things.iter().map(|thing| own(thing).unwrap_or(customary(thing))).max();
        Gift { room: gift.room.or(widest.filter(|_| is_set)), headroom: gift.headroom.or(self.above), ..gift }
    }
}
