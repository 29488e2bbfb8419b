//! Work on a run as it is told, and what came of it.

use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// How often work has been done.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkedText {
    /// The line's number.
    pub line: u32,
    /// The task's name.
    pub key: String,
    /// How often it is done now.
    pub done: u32,
    /// How often it was done when that was counted: refused if it is another count by now, for somebody else has counted too.
    #[serde(default)]
    pub seen: Option<u32>,
}

/// How many sheets of a lot are cut.
#[derive(Clone, Copy, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SheetsCutText {
    /// Which list.
    pub list: usize,
    /// which lot of it.
    #[serde(alias = "pattern")]
    pub lot: usize,
    /// How many of it are cut now.
    pub done: u32,
    /// How many were cut when that was counted: refused if it is another count by now.
    #[serde(default)]
    pub seen: Option<u32>,
    /// Which laying out of the sheets is meant, as the run says: refused if they have been laid out anew since.
    #[serde(default)]
    pub laid: Option<i64>,
}

/// What was spoiled.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SpoiltText {
    /// The line's number.
    pub line: u32,
    /// The part, by its place in the line's list; left out for a whole bag.
    #[serde(default)]
    pub part: Option<usize>,
    /// The task at which it was; left out if it had only been cut, or for a bag that was made.
    #[serde(default)]
    pub key: Option<String>,
    /// The revision of the run that was looked at: refused if it is another by now, for the part may be another one then.
    #[serde(default)]
    pub revision: Option<i64>,
}

/// What is to be undone.
#[derive(Clone, Copy, Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct UndoAsked {
    /// The number of what was done last, as the run says it: refused if something else was done since. Left out, whatever was last.
    pub of: Option<i64>,
}

/// How far something has come.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct DoneView {
    /// How often it is done,
    pub done: u32,
    /// of how often.
    pub of: u32,
}

/// What was undone.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UndoneView {
    /// `3 × Bud vase ticked`.
    pub says: String,
}
