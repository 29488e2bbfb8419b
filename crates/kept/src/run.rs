//! A run as it is kept: with its bags as they were when its lines were written.

use crate::shape::Shape;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;
use wide_fold_formats::BriefText;

/// An evening, and how long there is on it.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EveningText {
    /// The day: `2026-11-28`.
    #[schema(example = "2026-11-28")]
    pub date: String,
    /// How many minutes.
    #[schema(minimum = 10, maximum = 600)]
    pub minutes: u32,
}

/// A run as it is kept.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize)]
pub struct KeptRun {
    /// What it is called.
    pub name: String,
    /// The day by which it has to be done.
    pub date: String,
    /// What is made.
    pub lines: Vec<KeptLine>,
    /// The evenings there are for it.
    pub evenings: Vec<EveningText>,
    /// True if it holds its paper.
    pub holds: bool,
    /// True if it is put away.
    pub archived: bool,
    /// The number of the next new line.
    pub next_line: u32,
    /// Lines that were taken away, to be brought back with all that was done on them.
    #[serde(default)]
    pub gone: Vec<KeptLine>,
}

/// A line of a run as it is kept: with the bag as it was when the line was written, so that a change of the bag changes nothing
/// that is cut already.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize)]
pub struct KeptLine {
    /// Its number.
    pub line: u32,
    /// The bag's number.
    pub bag: i64,
    /// What the bag was called.
    pub name: String,
    /// How many.
    pub copies: u32,
    /// Its paper.
    pub paper: Option<i64>,
    /// The paper of its gussets, if they have one.
    pub side_paper: Option<i64>,
    /// The bag as it was drafted.
    pub drafted: BriefText,
    /// The bag on its paper.
    pub brief: BriefText,
    /// False if its paper makes no such bag.
    pub fits: bool,
}

impl Shape for KeptRun {
    const NAME: &'static str = "run";

    /// The first had no list of lines that are gone; the second had bags of an older spelling.
    const VERSION: u32 = 3;

    fn renewed(before: &Value) -> Option<Value> {
        let mut run = before.clone();
        let mut any = false;
        for lines in ["lines", "gone"] {
            for line in run.get_mut(lines).and_then(Value::as_array_mut).into_iter().flatten() {
                for brief in ["drafted", "brief"] {
                    if let Some(brief) = line.get_mut(brief)
                        && let Some(now) = BriefText::renewed(brief)
                    {
                        *brief = now;
                        any = true;
                    }
                }
            }
        }
        any.then_some(run)
    }
}
