//! Backups: those there are, and what one of them holds.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::text::printable;
use wide_fold_kept::backup::Made;
use wide_fold_kept::contents::{Contents, Part};

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
    /// What differs, kind by kind; kinds in which nothing does are left out.
    pub differs: Vec<DiffersView>,
}

/// What differs in one kind of thing.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct DiffersView {
    /// What they are: `Bags`.
    pub title: String,
    /// Would come back: only in the file.
    pub comes_back: Vec<String>,
    /// Would be gone: only here.
    pub gone: Vec<String>,
    /// Would be as they are in the file: in both, and not alike.
    pub otherwise: Vec<String>,
}

/// What a database holds.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeldView {
    /// `12 bags, 6 papers, one guide, 2 runs, 9 bags in the journal`.
    pub says: String,
    /// When a bag was last changed (RFC 3339), if there is one.
    pub changed: Option<String>,
}

/// What things of a kind are called: one of them, several, above a list, and one without a name.
const fn words(part: Part) -> [&'static str; 3] {
    match part {
        Part::Bags => ["bag", "Bags", "a bag without a name"],
        Part::Papers => ["paper", "Papers", "a paper without a name"],
        Part::Guides => ["guide", "Guides", "a guide without a name"],
        Part::Runs => ["run", "Runs", "a run without a name"],
        Part::Entries => ["bag", "In the journal", "a bag without a name"],
        Part::Settings => ["setting", "What is set", "something that is set"],
    }
}

impl From<&Contents> for HeldView {
    fn from(contents: &Contents) -> Self {
        let says = |part: &Part| {
            let [one, ..] = words(*part);
            let counted = match contents.count(*part) {
                0 => format!("no {one}"),
                1 => format!("one {one}"),
                count => format!("{count} {one}s"),
            };
            match (part, contents.count(*part)) {
                (Part::Entries, 0) => Some("nothing in the journal".to_owned()),
                (Part::Entries, _) => Some(format!("{counted} in the journal")),
                (Part::Settings, _) => None,
                (Part::Bags | Part::Papers | Part::Guides | Part::Runs, _) => Some(counted),
            }
        };
        let says: Vec<String> = Part::ALL.iter().filter_map(says).collect();
        Self { says: says.join(", "), changed: contents.changed.clone() }
    }
}

/// More names of a kind are counted and not listed.
const NAMED: usize = 60;

impl BackupPreview {
    /// What a backup holds, beside what is here.
    pub fn new(there: &Contents, here: &Contents) -> Self {
        let differs = |part: &Part| {
            let [_, title, nameless] = words(*part);
            let found = there.against(here, *part);
            let listed = |names: Vec<String>| -> Vec<String> {
                let more = names.len().saturating_sub(NAMED);
                let mut names: Vec<String> = names
                    .into_iter()
                    .take(NAMED)
                    .map(|name| printable(&name).trim().chars().take(60).collect())
                    .map(|name: String| if name.is_empty() { nameless.to_owned() } else { name })
                    .collect();
                if more > 0 {
                    names.push(format!("{more} more"));
                }
                names
            };
            let view = DiffersView {
                title: title.to_owned(),
                comes_back: listed(found.only_first),
                gone: listed(found.only_second),
                otherwise: listed(found.otherwise),
            };
            let any = !(view.comes_back.is_empty() && view.gone.is_empty() && view.otherwise.is_empty());
            any.then_some(view)
        };
        Self {
            holds: there.into(),
            here: here.into(),
            differs: Part::ALL.iter().filter_map(differs).collect(),
        }
    }
}
