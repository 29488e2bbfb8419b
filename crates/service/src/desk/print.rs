//! How sheets are printed, as it is asked for.

use crate::problem::Problem;
use wide_fold_core::{Length, Unit};
use wide_fold_formats::pdf::PrintPaper;
use wide_fold_formats::pdf::sheets::Print;
use wide_fold_formats::pdf::tiles::Correction;

/// How sheets are printed, from the words for it.
pub fn read_print(
    paper: Option<&str>,
    [square, line]: [Option<&str>; 2],
    unit: Unit,
) -> Result<Print, Problem> {
    let usual = Print::customary(unit);
    let paper = match paper {
        None => usual.paper,
        Some(word) => PrintPaper::ALL
            .into_iter()
            .find(|paper| paper.word() == word)
            .ok_or_else(|| Problem::at("paper", "The paper is letter, a4, a3 or whole."))?,
    };
    let typed = |text: Option<&str>| text.map(str::trim).filter(|text| !text.is_empty()).map(str::to_owned);
    let off = |what: &str| {
        format!(
            "That {what} is off by more than a quarter: something else is wrong than the printer’s scale. Measure it once more."
        )
    };
    let correction = match (typed(line), typed(square)) {
        (Some(text), _) => Correction::of_line(unit, length("line", &text, unit)?)
            .ok_or_else(|| Problem::at("line", off("line")))?,
        (None, Some(text)) => Correction::of(unit, length("square", &text, unit)?)
            .ok_or_else(|| Problem::at("square", off("square")))?,
        (None, None) => usual.correction,
    };
    Ok(Print { paper, correction })
}

/// A length that is asked for.
pub fn length(field: &str, text: &str, unit: Unit) -> Result<Length, Problem> {
    Length::parse(text, unit).map_err(|error| Problem::at(field, error.problem()))
}
