//! What things cost besides paper, and the crafter's own rule for a price.

use crate::settings::Setting;
use crate::shape::{Shape, Unreadable};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::costs::Rates;
use wide_fold_core::paper::Money;
use wide_fold_core::text::{fit_to_print, quoted};
use wide_fold_core::{Length, Unit};
use wide_fold_formats::{FormatFault, amount};

/// Costs as they are set; what is left out costs nothing.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CostsText {
    /// What amounts are counted in, written before them: `£`. Nothing if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "£", max_length = 6)]
    pub currency: Option<String>,
    /// A roll of ribbon.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "3.20")]
    pub ribbon: Option<String>,
    /// How long it is; in inches if it names no unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "10 m")]
    pub ribbon_length: Option<String>,
    /// An insert of card.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub insert: Option<String>,
    /// Glue or tape for a bag.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub glue: Option<String>,
    /// Whatever else goes into a bag.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sundries: Option<String>,
    /// An hour of work; time is not counted if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hour: Option<String>,
    /// A price is so many times the cost: `2.5`; twice if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "2.5")]
    pub times: Option<String>,
    /// And so much more.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub plus: Option<String>,
    /// Rounded up to a multiple of this; of 0.50 if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "0.50")]
    pub step: Option<String>,
}

/// Nothing costs more.
const DEAREST: i64 = 10_000_000;
/// Nobody sells at more times the cost.
const MOST_TIMES: i64 = 10_000;

impl Shape for CostsText {
    const NAME: &'static str = "list of costs";
}

impl Setting for CostsText {
    const KEY: &'static str = "costs";

    fn checked(self) -> std::result::Result<Self, Unreadable> {
        match self.read() {
            Ok(_) => Ok(self),
            Err(fault) => Err(self.broken(fault)),
        }
    }
}

impl CostsText {
    /// Reads every figure.
    ///
    /// # Errors
    /// [`FormatFault`] with the first field at fault.
    pub fn read(&self) -> Result<Rates, FormatFault> {
        let usual = Rates::default();
        let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
        if self.currency.as_ref().is_some_and(|sign| sign.chars().count() > 6 || !fit_to_print(sign)) {
            return Err(fault("currency", "A currency is written in up to six characters.".to_owned()));
        }
        let money = |field: &str, text: &Option<String>, usual: Money| -> Result<Money, FormatFault> {
            let Some(text) = text.as_deref().map(str::trim).filter(|text| !text.is_empty()) else {
                return Ok(usual);
            };
            let read = amount(text).filter(|money| money.0 <= DEAREST);
            read.ok_or_else(|| fault(field, format!("{} is no amount: write it as 1.20.", quoted(text))))
        };
        let length = match self.ribbon_length.as_deref().map(str::trim).filter(|text| !text.is_empty()) {
            None => Length::ZERO,
            Some(text) => Length::parse(text, Unit::Inch)
                .map_err(|error| fault("ribbon_length", format!("{error}.")))?,
        };
        if length < Length::ZERO || length > Length::inches(40_000) {
            return Err(fault("ribbon_length", "A roll of ribbon is 40000 in long at most.".to_owned()));
        }
        let ribbon = money("ribbon", &self.ribbon, usual.ribbon)?;
        if ribbon.0 > 0 && !length.is_positive() {
            let sentence = "Say how long the roll of ribbon is, or it cannot be parted among the bags.";
            return Err(fault("ribbon_length", sentence.to_owned()));
        }
        let times = money("times", &self.times, Money(i64::from(usual.times)))?;
        if !(100..=MOST_TIMES).contains(&times.0) {
            return Err(fault(
                "times",
                "A price is the cost once at least, and a hundred times at most.".to_owned(),
            ));
        }
        let step = money("step", &self.step, usual.step)?;
        if step.0 == 0 {
            return Err(fault("step", "Prices are rounded up to 0.01 at least.".to_owned()));
        }
        Ok(Rates {
            ribbon,
            ribbon_nm: length.nm(),
            insert: money("insert", &self.insert, usual.insert)?,
            glue: money("glue", &self.glue, usual.glue)?,
            sundries: money("sundries", &self.sundries, usual.sundries)?,
            hour: money("hour", &self.hour, usual.hour)?,
            times: u32::try_from(times.0).unwrap_or(usual.times),
            plus: money("plus", &self.plus, usual.plus)?,
            step,
        })
    }

    /// An amount with the currency before it: `£1.20`.
    pub fn say(&self, Money(amount): Money) -> String {
        let sign = self.currency.as_deref().map(str::trim).unwrap_or_default();
        let gap = if sign.chars().any(char::is_alphabetic) { " " } else { "" };
        format!("{sign}{gap}{}.{:02}", amount / 100, amount % 100)
    }
}
