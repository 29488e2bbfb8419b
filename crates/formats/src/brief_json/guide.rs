//! A guide in words: the same in a brief, in the list of guides that are kept, and in a project file.

use super::FormatFault;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::{Guide, GuideWay, Length, Unit};

/// A small guide for notching and scoring, as it is written. Lengths are text with a unit.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GuideText {
    /// What the crafter calls it.
    #[schema(min_length = 1, max_length = 60)]
    pub name: String,
    /// The one gusset it folds.
    #[schema(example = "2 in")]
    pub gusset: String,
    /// The depth of the base flaps it folds.
    #[schema(example = "1 1/4 in")]
    pub flap: String,
    /// The widths of a face it has marks for.
    #[schema(min_items = 1, max_items = 8, example = json!(["3 1/2 in", "5 in"]))]
    pub widths: Vec<String>,
    /// How far its lines reach from the ledge.
    #[schema(example = "6 in")]
    pub reach: String,
    /// How much each side of a gusset flap tapers where it notches; plain slits if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/4 in")]
    pub taper: Option<String>,
    /// True if the base line is scored on the board first, in one go.
    #[serde(default, skip_serializing_if = "is_no")]
    pub base_on_board: bool,
    /// True for a left-handed feed: the free edge of the first face lies on the right.
    #[serde(default, skip_serializing_if = "is_no")]
    pub left_handed: bool,
}

#[allow(clippy::trivially_copy_pass_by_ref)] // So serde asks for it.
const fn is_no(said: &bool) -> bool {
    !*said
}

impl GuideText {
    /// Reads every figure, those without a unit in `unit`, and checks that it is one of a guide.
    ///
    /// # Errors
    /// [`FormatFault`] with the first field at fault.
    ///
    /// ```
    /// use wide_fold_core::Unit;
    /// use wide_fold_formats::GuideText;
    /// let json = serde_json::json!({ "name": "Small", "gusset": "2", "flap": "1 1/4", "widths": ["5", "3½", "5"], "reach": "6" });
    /// let text: GuideText = serde_json::from_value(json)?;
    /// // Marks are put in order.
    /// assert_eq!(text.read(Unit::Inch)?.widths.len(), 2);
    /// let wrong = GuideText { reach: "long".to_owned(), ..text };
    /// assert_eq!(wrong.read(Unit::Inch).unwrap_err().field, "reach");
    /// # Ok::<(), Box<dyn std::error::Error>>(())
    /// ```
    pub fn read(&self, unit: Unit) -> Result<Guide, FormatFault> {
        let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
        let length = |field: &str, text: &str| {
            Length::parse(text, unit).map_err(|error| fault(field, format!("{error}.")))
        };
        let guide = Guide {
            // A tab or a line break that was pasted is a space.
            name: self.name.trim().chars().map(|c| if c.is_whitespace() { ' ' } else { c }).collect(),
            gusset: length("gusset", &self.gusset)?,
            flap: length("flap", &self.flap)?,
            widths: self.widths.iter().map(|width| length("widths", width)).collect::<Result<_, _>>()?,
            reach: length("reach", &self.reach)?,
            taper: self.taper.as_deref().map_or(Ok(Length::ZERO), |taper| length("taper", taper))?,
            way: GuideWay { base_on_board: self.base_on_board, left_handed: self.left_handed },
        };
        guide.check(unit).map_err(|(field, sentence)| fault(field, sentence))?;
        Ok(guide.in_order())
    }
}

impl From<&Guide> for GuideText {
    /// Every length exactly.
    fn from(guide: &Guide) -> Self {
        Self {
            name: guide.name.clone(),
            gusset: guide.gusset.to_string(),
            flap: guide.flap.to_string(),
            widths: guide.widths.iter().map(Length::to_string).collect(),
            reach: guide.reach.to_string(),
            taper: guide.taper.is_positive().then(|| guide.taper.to_string()),
            base_on_board: guide.way.base_on_board,
            left_handed: guide.way.left_handed,
        }
    }
}
