//! What of a bag can be taken along.

use serde::Serialize;
use utoipa::ToSchema;

/// What a file is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum TakenFor {
    /// At 1:1, on a printer.
    PrintAtOneToOne,
    /// To be read while working.
    Read,
    /// A cutting machine.
    Machine,
    /// A spreadsheet.
    Lists,
    /// Other programs, and this one elsewhere.
    Keep,
}

/// A file that can be taken along.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TakenFile {
    /// Where it is read.
    pub href: String,
    /// What it is.
    pub title: String,
    /// What it is good for, and for whom.
    pub good_for: &'static str,
    /// Its kind, as its name ends: `SVG`.
    pub kind: &'static str,
    /// What it is for.
    pub taken_for: TakenFor,
}

/// All that can be taken along of a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TakeAlongView {
    /// Why the bag cannot be made, if it cannot: every file says so, and files for a machine are only written when they are asked for
    /// all the same.
    pub cannot_be_made: Option<String>,
    /// File by file.
    pub files: Vec<TakenFile>,
}
