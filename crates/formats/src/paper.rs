//! A paper of the shelf in words, the same in JSON and in CSV.

use crate::choice::choice;
use crate::fault::FormatFault;
use crate::stuff::{PatternText, PrintedText, Stuff, of_paper};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::paper::{Grain, Money, Paper, Stock};
use wide_fold_core::text::quoted;
use wide_fold_core::{Length, Unit};

of_paper! {
    /// A paper as it is written. Lengths are text with a unit; without one they are in inches.
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
        /// Which way the fibres run, if that is known.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        pub grain: Option<GrainText>,
        /// What one sheet, or roll, cost: `1.20`.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[schema(example = "1.20")]
        pub price: Option<String>,
    }
}

choice! {
    /// How a paper comes.
    #[derive(Default)]
    StockText = Stock { #[default] Sheets = Stock::Sheets, Pad = Stock::Pad, Roll = Stock::Roll }
}

choice! {
    /// Which way the fibres of a paper run: from bottom to top, or from side to side.
    GrainText = Grain { Upright = Grain::Upright, Sideways = Grain::Sideways }
}

impl TryFrom<&PaperText> for Paper {
    type Error = FormatFault;

    /// Reads every figure and checks that it is one of a paper.
    fn try_from(text: &PaperText) -> Result<Self, FormatFault> {
        let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
        let length = |field: &str, text: &str| {
            Length::parse(text, Unit::Inch).map_err(|error| fault(field, format!("{error}.")))
        };
        let kind = Stock::from(text.kind);
        let size = [("width", &text.width), ("height", &text.height)];
        let [width, height] = size.map(|(field, text)| length(field, text));
        let mut sheet = text.stuff().sheet(width?, height?, Unit::Inch)?;
        sheet.rolled = kind.is_roll();
        let paper = Self {
            // A tab or a line break that was pasted is a space.
            name: text.name.trim().chars().map(|c| if c.is_whitespace() { ' ' } else { c }).collect(),
            kind,
            sheet,
            count: text.count,
            grain: text.grain.map(Grain::from),
            price: text.price.as_deref().map(price).transpose()?,
        };
        paper.check().map_err(|(field, sentence)| fault(field, sentence))?;
        Ok(paper)
    }
}

impl From<&Paper> for PaperText {
    fn from(paper: &Paper) -> Self {
        let Paper { name, kind, sheet, count, grain, price } = paper;
        let Stuff { pattern, printed, weight, thickness, grid } = Stuff::from(sheet);
        let money = |Money(hundredths): Money| format!("{}.{:02}", hundredths / 100, hundredths % 100);
        Self {
            name: name.clone(),
            kind: (*kind).into(),
            width: sheet.width.to_string(),
            height: sheet.height.to_string(),
            count: *count,
            grain: grain.map(GrainText::from),
            price: price.map(money),
            pattern,
            printed,
            weight,
            thickness,
            grid,
        }
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
