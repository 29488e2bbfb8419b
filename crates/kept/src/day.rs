//! Days as they are typed.

use jiff::civil::Date;
use wide_fold_formats::FormatFault;

/// A day.
///
/// # Errors
/// [`FormatFault`] for what is none.
pub fn day(field: &str, text: &str) -> Result<Date, FormatFault> {
    let fault = || FormatFault {
        field: field.to_owned(),
        sentence: "That is no day: write it as 2026-12-05.".to_owned(),
    };
    // The package takes a time behind the day as well.
    Some(text.trim()).filter(|text| text.len() == 10).and_then(|text| text.parse().ok()).ok_or_else(fault)
}
