//! Backups: those there are, and what one of them holds.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_kept::backup::{Contents, Made};

/// Backups beside the database.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BackupsView {
    /// Where they lie.
    pub folder: String,
    /// How many are kept.
    pub keep: u32,
    /// Those there are, the newest first.
    pub kept: Vec<KeptBackup>,
    /// True if nothing is in the file, though there are backups.
    pub emptied: bool,
}

/// What a backup was made for.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum MadeName {
    /// By itself, once a day.
    ByItself,
    /// By hand.
    ByHand,
    /// Before another was put back.
    BeforeRestore,
}

impl From<Made> for MadeName {
    fn from(made: Made) -> Self {
        match made {
            Made::ByItself => Self::ByItself,
            Made::ByHand => Self::ByHand,
            Made::BeforeRestore => Self::BeforeRestore,
        }
    }
}

/// A backup beside the database.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct KeptBackup {
    /// Its file's name.
    pub name: String,
    /// What it was made for.
    pub made: MadeName,
    /// When it was made (RFC 3339).
    pub at: String,
    /// How large it is: `84 KiB`.
    pub size: String,
}

/// What a backup holds beside what is here now.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BackupPreview {
    /// What it holds.
    pub holds: HeldView,
    /// What is here now.
    pub here: HeldView,
    /// Bags that are only in the file.
    pub only_there: Vec<String>,
    /// Bags that are only here, and would be gone.
    pub only_here: Vec<String>,
}

/// What a database holds.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeldView {
    /// `12 bags, 6 papers, one guide, 2 runs, 9 bags in the journal`.
    pub says: String,
    /// When a bag was last changed (RFC 3339), if there is one.
    pub changed: Option<String>,
}

impl From<&Contents> for HeldView {
    fn from(contents: &Contents) -> Self {
        let count = |count: usize, one: &str| match count {
            0 => format!("no {one}"),
            1 => format!("one {one}"),
            _ => format!("{count} {one}s"),
        };
        let says = [
            count(contents.bags.len(), "bag"),
            count(contents.papers, "paper"),
            count(contents.guides, "guide"),
            count(contents.runs, "run"),
            match contents.entries {
                0 => "nothing in the journal".to_owned(),
                entries => format!("{} in the journal", count(entries, "bag")),
            },
        ];
        Self { says: says.join(", "), changed: contents.changed.clone() }
    }
}

impl BackupPreview {
    /// What a backup holds, beside what is here.
    pub fn new(there: &Contents, here: &Contents) -> Self {
        let without = |own: &[String], other: &[String]| {
            let mut left = other.to_vec();
            let is_new = |name: &&String| match left.iter().position(|known| known == *name) {
                Some(place) => {
                    left.swap_remove(place);
                    false
                }
                None => true,
            };
            own.iter().filter(is_new).cloned().collect()
        };
        Self {
            holds: there.into(),
            here: here.into(),
            only_there: without(&there.bags, &here.bags),
            only_here: without(&here.bags, &there.bags),
        }
    }
}
