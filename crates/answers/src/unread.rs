//! What is kept and cannot be read: what it is, why, and what follows.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::text::printable;
use wide_fold_kept::unread::{Of, Unread};

/// What kind of thing it is.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum UnreadKind {
    /// A bag.
    Bag,
    /// A paper on the shelf.
    Paper,
    /// A guide.
    Guide,
    /// A run.
    Run,
    /// Something that was done on a run.
    Work,
    /// An entry of the journal.
    Entry,
    /// Something that is set for everything.
    Setting,
}

impl From<Of> for UnreadKind {
    fn from(of: Of) -> Self {
        match of {
            Of::Bag => Self::Bag,
            Of::Paper => Self::Paper,
            Of::Guide => Self::Guide,
            Of::Run => Self::Run,
            Of::Work => Self::Work,
            Of::Entry => Self::Entry,
            Of::Setting => Self::Setting,
        }
    }
}

impl From<UnreadKind> for Of {
    fn from(kind: UnreadKind) -> Self {
        match kind {
            UnreadKind::Bag => Self::Bag,
            UnreadKind::Paper => Self::Paper,
            UnreadKind::Guide => Self::Guide,
            UnreadKind::Run => Self::Run,
            UnreadKind::Work => Self::Work,
            UnreadKind::Entry => Self::Entry,
            UnreadKind::Setting => Self::Setting,
        }
    }
}

/// Something that cannot be read.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UnreadView {
    /// What it is.
    pub kind: UnreadKind,
    /// Its number; of a setting the name it is kept under.
    pub key: String,
    /// What it is called: `The paper “Ash card”`.
    pub title: String,
    /// Why it cannot be read.
    pub sentence: String,
    /// What follows from that.
    pub means: String,
    /// The run it was done on.
    pub run: Option<i64>,
    /// True if it can be brought back after it has been put away.
    pub comes_back: bool,
    /// What is kept, as it stands.
    pub text: String,
}

/// All of them.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UnreadList {
    /// One by one, kind by kind.
    pub unread: Vec<UnreadView>,
}

/// More of what is kept is not shown.
const SHOWN: usize = 20_000;

impl From<&Unread> for UnreadView {
    fn from(unread: &Unread) -> Self {
        let Unread { of, key, name, run, why } = unread;
        let name = name.as_deref().map(|name| printable(name).chars().take(60).collect::<String>());
        let called = |what: &str, nameless: &str| match &name {
            Some(name) => format!("{what} “{name}”"),
            None => nameless.to_owned(),
        };
        let (title, means, comes_back) = match of {
            Of::Bag => (
                called("The bag", "A bag without a name"),
                "It stands in the list by its name alone, and is not carried along in a project file.",
                true,
            ),
            Of::Paper => (
                called("The paper", "A paper without a name"),
                "No bag is tried on it, and it is left out of the shelf’s list and of project files.",
                true,
            ),
            Of::Guide => (
                called("The guide", "A guide without a name"),
                "No bag is made with it, and it is not carried along in a project file.",
                true,
            ),
            Of::Run => (
                called("The run", "A run without a name"),
                "It cannot be worked on, and holds nothing of the shelf.",
                true,
            ),
            Of::Work => (
                called("Something done on the run", "Something done on a run"),
                "It counts as not done. What it took of the shelf stays taken.",
                false,
            ),
            Of::Entry => (
                called("The entry of", "An entry of the journal"),
                "It teaches nothing, and is not counted in how long work takes.",
                true,
            ),
            Of::Setting => (
                name.as_ref().map_or("Something that was set".to_owned(), |name| format!("The {name}")),
                "The usual holds in its place until it is set anew.",
                false,
            ),
        };
        Self {
            kind: (*of).into(),
            key: key.clone(),
            title,
            sentence: why.sentence.clone(),
            means: means.to_owned(),
            run: *run,
            comes_back,
            text: printable(&why.text).chars().take(SHOWN).collect(),
        }
    }
}
