//! Runs in their list.

use jiff::civil::Date;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_kept::run::KeptRun;

/// A run in the list.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunSummary {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What it is called.
    pub name: String,
    /// The day by which it has to be done.
    pub date: String,
    /// When that is: `in 8 days`.
    pub when: String,
    /// True if it is put away.
    pub archived: bool,
    /// What is made: `8 Bud vase, 6 Tea bowl`.
    pub says: String,
    /// How many bags.
    pub bags: u32,
}

/// All runs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunsView {
    /// The next one first; those put away last.
    pub runs: Vec<RunSummary>,
    /// Runs that cannot be read, by their numbers.
    pub unreadable: Vec<i64>,
}

impl RunSummary {
    /// A kept run.
    pub fn new(id: i64, revision: i64, run: &KeptRun, today: Date) -> Self {
        let says: Vec<String> =
            run.lines.iter().map(|line| format!("{} × {}", line.copies, line.name)).collect();
        Self {
            id,
            revision,
            name: run.name.clone(),
            date: run.date.clone(),
            when: when(&run.date, today),
            archived: run.archived,
            says: says.join(", "),
            bags: run.lines.iter().map(|line| line.copies).sum(),
        }
    }
}

/// When a day is, as seen from today.
pub(super) fn when(date: &str, today: Date) -> String {
    let Ok(date) = date.parse::<Date>() else { return String::new() };
    match (date - today).get_days() {
        0 => "today".to_owned(),
        1 => "tomorrow".to_owned(),
        -1 => "yesterday".to_owned(),
        days if days > 0 => format!("in {days} days"),
        days => format!("{} days ago", -days),
    }
}
