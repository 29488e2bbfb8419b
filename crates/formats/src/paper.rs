//! A paper of the shelf in words, the same in JSON and in CSV.

use crate::FormatFault;
use crate::brief_json::{PrintedText, SheetText};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::paper::{Basis, Grain, Money, Paper, Stock};
use wide_fold_core::sheet::Grammage;
use wide_fold_core::text::quoted;
use wide_fold_core::{Length, Sheet, Unit};

/// A paper as it is written. Lengths are text with a unit; without one they are in inches.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PaperText {
    /// What the crafter calls it.
    #[schema(min_length = 1, max_length = 120)]
    pub name: String,
    /// How it comes.
    #[serde(default)]
    pub kind: StockText,
    /// Width, pattern upright; of a roll, the roll's width.
    #[schema(example = "12 in")]
    pub width: String,
    /// Height, pattern upright; of a roll, the length that is left.
    #[schema(example = "12 in")]
    pub height: String,
    /// How many sheets there are; of a roll, one or none.
    #[serde(default)]
    #[schema(maximum = 100000)]
    pub count: u32,
    /// `180 g/m²`, `180`, or a US basis weight: `80 lb cover`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "80 lb cover")]
    pub weight: Option<String>,
    /// Measured thickness, in millimetres if it names no unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "0.3 mm")]
    pub thickness: Option<String>,
    /// Which sides are fit to be seen.
    #[serde(default)]
    pub printed: PrintedText,
    /// Whether the pattern has an up.
    #[serde(default)]
    pub pattern: PatternText,
    /// From line to line of a grid printed on the back, if there is one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1/2 in")]
    pub grid: Option<String>,
    /// Which way the fibres run, if that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grain: Option<GrainText>,
    /// What one sheet, or roll, cost: `1.20`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "1.20")]
    pub price: Option<String>,
}

/// How a paper comes.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum StockText {
    /// Single sheets.
    #[default]
    Sheets,
    /// Sheets of one pad.
    Pad,
    /// A roll.
    Roll,
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

/// Which way the fibres of a paper run.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum GrainText {
    /// From bottom to top.
    Upright,
    /// From side to side.
    Sideways,
}

impl TryFrom<&PaperText> for Paper {
    type Error = FormatFault;

    /// Reads every figure and checks that it is one of a paper.
    fn try_from(text: &PaperText) -> Result<Self, FormatFault> {
        let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
        let length = |field: &str, text: &str, unit: Unit| {
            Length::parse(text, unit).map_err(|error| fault(field, format!("{error}.")))
        };
        let thickness = text.thickness.as_deref();
        let paper = Self {
            // A tab or a line break that was pasted is a space.
            name: text.name.trim().chars().map(|c| if c.is_whitespace() { ' ' } else { c }).collect(),
            kind: match text.kind {
                StockText::Sheets => Stock::Sheets,
                StockText::Pad => Stock::Pad,
                StockText::Roll => Stock::Roll,
            },
            sheet: Sheet {
                width: length("width", &text.width, Unit::Inch)?,
                height: length("height", &text.height, Unit::Inch)?,
                directional: text.pattern == PatternText::Up,
                printed: text.printed.into(),
                turned: false,
                grammage: text.weight.as_deref().map(weight).transpose()?,
                caliper: thickness.map(|text| length("thickness", text, Unit::Metric)).transpose()?,
                rolled: text.kind == StockText::Roll,
                grid: text.grid.as_deref().map(|text| length("grid", text, Unit::Inch)).transpose()?,
            },
            count: text.count,
            grain: text.grain.map(|grain| match grain {
                GrainText::Upright => Grain::Upright,
                GrainText::Sideways => Grain::Sideways,
            }),
            price: text.price.as_deref().map(price).transpose()?,
        };
        paper.check().map_err(|(field, sentence)| fault(field, sentence))?;
        Ok(paper)
    }
}

impl From<&Paper> for PaperText {
    fn from(paper: &Paper) -> Self {
        let SheetText { width, height, printed, caliper, grid, .. } = SheetText::from(&paper.sheet);
        Self {
            name: paper.name.clone(),
            kind: match paper.kind {
                Stock::Sheets => StockText::Sheets,
                Stock::Pad => StockText::Pad,
                Stock::Roll => StockText::Roll,
            },
            width,
            height,
            count: paper.count,
            weight: paper.sheet.grammage.map(|grammage| format!("{} g/m²", grammage.0)),
            thickness: caliper,
            printed,
            pattern: if paper.sheet.directional { PatternText::Up } else { PatternText::AllOver },
            grid,
            grain: paper.grain.map(|grain| match grain {
                Grain::Upright => GrainText::Upright,
                Grain::Sideways => GrainText::Sideways,
            }),
            price: paper
                .price
                .map(|Money(hundredths)| format!("{}.{:02}", hundredths / 100, hundredths % 100)),
        }
    }
}

/// `180`, `180 g/m²`, `180 gsm`, `80 lb cover`.
fn weight(text: &str) -> Result<Grammage, FormatFault> {
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

fn price(text: &str) -> Result<Money, FormatFault> {
    amount(text).ok_or_else(|| FormatFault {
        field: "price".to_owned(),
        sentence: format!("{} is no price: write it as 1.20.", quoted(text)),
    })
}

/// An amount in whole hundredths: `1`, `1.2`, `1.20`, `1,20`; nothing for what is none.
pub fn amount(text: &str) -> Option<Money> {
    let text = text.trim().replace(',', ".");
    let (whole, part) = text.split_once('.').unwrap_or((&text, "0"));
    let figures =
        |text: &str| !text.is_empty() && text.len() < 10 && text.bytes().all(|byte| byte.is_ascii_digit());
    if !figures(whole) || !figures(part) || part.len() > 2 {
        return None;
    }
    let hundredths: i64 = format!("{part:0<2}").parse().ok()?;
    let whole: i64 = whole.parse().ok()?;
    Some(Money(whole * 100 + hundredths))
}
