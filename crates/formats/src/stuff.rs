//! What a paper is like, spelled once: the same words on the shelf, in a brief and in a spreadsheet.

use crate::choice::choice;
use crate::fault::FormatFault;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::paper::Basis;
use wide_fold_core::sheet::{Grammage, Printed};
use wide_fold_core::text::quoted;
use wide_fold_core::{Length, Sheet, Unit};

choice! {
    /// The sides of a paper that are fit to be seen.
    #[derive(Default)]
    PrintedText = Printed { #[default] One = Printed::One, Both = Printed::Both }
}

/// Whether a pattern has an up.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum PatternText {
    /// It has: the paper may never be turned.
    #[default]
    Up,
    /// It has none.
    AllOver,
}

impl PatternText {
    const fn has_up(self) -> bool {
        match self {
            Self::Up => true,
            Self::AllOver => false,
        }
    }
}

/// A struct that spells a paper: its own fields first, then those of [`Stuff`], the same wherever a paper is spelled.
macro_rules! of_paper {
    ($(#[$about:meta])* pub struct $name:ident { $($own:tt)* }) => {
        $(#[$about])*
        #[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(deny_unknown_fields)]
        pub struct $name {
            $($own)*
            /// Whether the pattern has an up.
            #[serde(default)]
            pub pattern: PatternText,
            /// Which sides are fit to be seen.
            #[serde(default)]
            pub printed: PrintedText,
            /// `180 g/m²`, `180`, or a US basis weight: `80 lb cover`.
            #[serde(default, skip_serializing_if = "Option::is_none")]
            #[schema(example = "80 lb cover")]
            pub weight: Option<String>,
            /// Measured thickness, in millimetres if it names no unit.
            #[serde(default, skip_serializing_if = "Option::is_none")]
            #[schema(example = "0.3 mm")]
            pub thickness: Option<String>,
            /// From line to line of a grid printed on the back, if there is one.
            #[serde(default, skip_serializing_if = "Option::is_none")]
            #[schema(example = "1/2 in")]
            pub grid: Option<String>,
        }

        impl $name {
            /// What the paper is like, in words.
            pub(crate) fn stuff(&self) -> $crate::stuff::Stuff {
                let Self { pattern, printed, weight, thickness, grid, .. } = self.clone();
                $crate::stuff::Stuff { pattern, printed, weight, thickness, grid }
            }
        }
    };
}
pub(crate) use of_paper;

/// What a paper is like, in words. A property more is one more field here and in `of_paper`.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(crate) struct Stuff {
    pub pattern: PatternText,
    pub printed: PrintedText,
    pub weight: Option<String>,
    pub thickness: Option<String>,
    pub grid: Option<String>,
}

impl Stuff {
    /// A sheet of such paper, upright. Lengths without a unit are in `unit`, a thickness in millimetres.
    ///
    /// # Errors
    /// [`FormatFault`] with the field.
    pub fn sheet(&self, width: Length, height: Length, unit: Unit) -> Result<Sheet, FormatFault> {
        let Self { pattern, printed, weight, thickness, grid } = self;
        let length = |field: &str, text: &Option<String>, unit: Unit| {
            let read = |text: &str| {
                Length::parse(text, unit)
                    .map_err(|error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") })
            };
            text.as_deref().map(read).transpose()
        };
        Ok(Sheet {
            width,
            height,
            directional: pattern.has_up(),
            printed: (*printed).into(),
            turned: false,
            grammage: weight.as_deref().map(read_weight).transpose()?,
            caliper: length("thickness", thickness, Unit::Metric)?,
            grid: length("grid", grid, unit)?,
            rolled: false,
        })
    }
}

impl From<&Sheet> for Stuff {
    fn from(sheet: &Sheet) -> Self {
        // Size and how it lies are not what a paper is like.
        let Sheet {
            width: _,
            height: _,
            turned: _,
            rolled: _,
            directional,
            printed,
            grammage,
            caliper,
            grid,
        } = sheet;
        Self {
            pattern: if *directional { PatternText::Up } else { PatternText::AllOver },
            printed: (*printed).into(),
            weight: grammage.map(|grammage| format!("{} g/m²", grammage.0)),
            thickness: caliper.map(|caliper| caliper.to_string()),
            grid: grid.map(|grid| grid.to_string()),
        }
    }
}

/// `180`, `180 g/m²`, `180 gsm`, `80 lb cover`.
fn read_weight(text: &str) -> Result<Grammage, FormatFault> {
    let lower = text.trim().to_lowercase();
    let split = lower.find(|c: char| !c.is_ascii_digit()).unwrap_or(lower.len());
    let (figure, unit) = lower.split_at(split);
    let words: Vec<&str> = unit.split_whitespace().collect();
    let figure: Option<u32> = figure.parse().ok();
    let basis = match words.as_slice() {
        ["lb" | "lbs" | "#", "cover"] => Some(Basis::Cover),
        ["lb" | "lbs" | "#", "text"] => Some(Basis::Text),
        ["lb" | "lbs" | "#", "bond"] => Some(Basis::Bond),
        ["lb" | "lbs" | "#", "index"] => Some(Basis::Index),
        _ => None,
    };
    match (figure, basis, words.as_slice()) {
        (Some(figure), Some(basis), _) => Ok(basis.grammage(figure)),
        (Some(figure), None, [] | ["g/m²" | "g/m2" | "gsm" | "g"]) => Ok(Grammage(figure)),
        _ => Err(FormatFault {
            field: "weight".to_owned(),
            sentence: format!(
                "{} is no weight of paper: write 180 g/m², or 80 lb with cover, text, bond or index.",
                quoted(text)
            ),
        }),
    }
}
