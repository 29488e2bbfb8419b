//! Corrections, as changes of the words.

use super::found::{Found, Mend};
use super::odd::is_flap;
use super::says::why;
use crate::Length;
use crate::figures::Figures;
use crate::heard::{Axis, Heard, HeardFigure};
use std::ops::Range;

/// A change of the words: what stands in a range of bytes is replaced.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Edit {
    /// What is replaced; empty where something is put in.
    pub place: Range<usize>,
    /// With what.
    pub with: String,
}

impl Edit {
    /// The words with all of the edits made.
    ///
    /// ```
    /// use wide_fold_judged::reading::Edit;
    /// let edits = [Edit { place: 9..12, with: "5¾".to_owned() }];
    /// assert_eq!(Edit::all(&edits, "score at 5.5"), "score at 5¾");
    /// ```
    pub fn all(edits: &[Self], words: &str) -> String {
        let mut edits: Vec<&Self> = edits.iter().collect();
        edits.sort_by_key(|edit| std::cmp::Reverse(edit.place.start));
        let mut words = words.to_owned();
        for edit in edits {
            words.replace_range(edit.place.clone(), &edit.with);
        }
        words
    }
}

/// What is mended, why, and how the words change.
pub(super) fn edits(heard: &Heard, words: &str, found: &Found<'_>) -> Option<(String, String, Vec<Edit>)> {
    let figures = Figures(heard.spoken.unit());
    let say = |length: Length| figures.say(length);
    let written = |length: Length| heard.spoken.written(length);
    let all: Vec<&HeardFigure> = heard.figures().map(|(_, figure)| figure).collect();
    let replace =
        |figure: usize, to: Length| Some(Edit { place: all.get(figure)?.place.clone(), with: written(to) });
    let (says, edits) = match &found.mend {
        Mend::Nothing => return None,
        Mend::Moved { figure, to, .. } => {
            let says = format!("{} in place of {}", say(*to), say(all.get(*figure)?.at));
            (says, vec![replace(*figure, *to)?])
        }
        Mend::Rounded(moves) => {
            let says = moves.iter().filter_map(|(figure, to)| {
                Some(format!("{} in place of {}", say(*to), say(all.get(*figure)?.at)))
            });
            let says = crate::text::list(&says.collect::<Vec<_>>());
            let edits = moves.iter().map(|(figure, to)| replace(*figure, *to));
            (says, edits.collect::<Option<_>>()?)
        }
        Mend::Extra { figure, .. } => {
            let figure = all.get(*figure)?;
            (
                format!("no score at {}", say(figure.at)),
                vec![Edit { place: figure.place.clone(), with: String::new() }],
            )
        }
        Mend::Missed { axis, at, .. } => {
            let (spots, side) = match axis {
                Axis::Upright => (&found.pose.upright, "from the left"),
                Axis::Level => (&found.pose.level, "from the bottom"),
            };
            let total = found.pose.size.along(*axis);
            // Behind the last one of the same end and no name of its own.
            let beside =
                spots.iter().filter(|spot| spot.said.is_none()).min_by_key(|spot| (spot.at - *at).abs());
            let edit = match beside {
                Some(spot) => {
                    let own = if spot.far { total? - *at } else { *at };
                    let end = all.get(spot.figure)?.place.end;
                    Edit { place: end..end, with: format!(", {}", written(own)) }
                }
                None => {
                    let end = words.trim_end().len();
                    Edit { place: end..end, with: format!(". Score at {} {side}", written(*at)) }
                }
            };
            (format!("one more score, {} {side}", say(*at)), vec![edit])
        }
        Mend::Sheet { is, .. } if heard.piece().is_none() => {
            let side = heard.side.as_ref()?;
            let says = format!("a sheet of {}", say(*is));
            (says, vec![Edit { place: side.at.clone(), with: written(*is) }])
        }
        Mend::Sheet { .. } => {
            let said = heard.trimmed.as_ref().or(heard.sheet.as_ref())?;
            let (width, height) = found.extent();
            let (width, height) = if found.pose.height_first { (height?, width?) } else { (width?, height?) };
            let with = format!("{} × {}", written(width), written(height));
            (format!("a sheet of {}", figures.by(width, height)), vec![Edit { place: said.at.clone(), with }])
        }
        Mend::Measure { index, is } => {
            let measure = &heard.measures[*index];
            let says =
                format!("{} {} in place of {}", measure.value.0.name(), say(*is), say(measure.value.1));
            (says, vec![Edit { place: measure.at.clone(), with: written(*is) }])
        }
    };
    let top = if is_flap(heard) { " The top is a closing flap." } else { "" };
    Some((says, format!("{}{top}", why(heard, found)), edits))
}
