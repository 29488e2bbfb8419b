//! The work at the table: which steps of a bag are done.

use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;
use utoipa::ToSchema;

/// The steps of a bag that are done.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TicksView {
    /// Their ids, in the order of the work.
    pub done: Vec<String>,
}

impl TicksView {
    /// Those of a bag’s steps that are ticked.
    pub fn new(steps: Vec<String>, ticked: &BTreeSet<String>) -> Self {
        Self { done: steps.into_iter().filter(|step| ticked.contains(step)).collect() }
    }
}

/// A step's tick.
#[derive(Clone, Copy, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TickText {
    /// True to tick it off, false to take the tick back.
    pub done: bool,
}
