//! A project file, and what it changes.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A project file as it was read from a disk.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ProjectFile {
    /// Its text.
    #[schema(max_length = 16777216)]
    pub text: String,
}

/// What becomes of one thing in a project file.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum Becomes {
    /// It is added.
    Added,
    /// It is added under another name: one of its name is there, and is not the same.
    Renamed,
    /// It is there already, the same: nothing is done.
    There,
}

/// A bag, paper or guide of a project file.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ProjectPart {
    /// The name it has, or will have.
    pub name: String,
    /// What it is, in figures.
    pub says: String,
    /// What becomes of it.
    pub becomes: Becomes,
}

/// What a project file changes; nothing that is there is ever changed or taken away.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ProjectView {
    /// Its bags.
    pub bags: Vec<ProjectPart>,
    /// Its papers.
    pub papers: Vec<ProjectPart>,
    /// Its guides.
    pub guides: Vec<ProjectPart>,
    /// How many bags, papers and guides are added.
    pub added: usize,
}
