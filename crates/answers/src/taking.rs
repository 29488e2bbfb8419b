//! What of a bag, or of a run, can be taken along.

use crate::spelled::{MediaName, TakenFor};
use serde::Serialize;
use strum::VariantArray;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_formats::catalogue::{File, Media, exports};
use wide_fold_formats::pdf::cannot_be_made;

/// A file that can be taken along.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TakenFile {
    /// Where it is read.
    pub href: String,
    /// What it is.
    pub title: String,
    /// What it is good for, and for whom.
    pub good_for: &'static str,
    /// What it is written in.
    pub media: MediaName,
    /// What it is for.
    pub taken_for: TakenFor,
    /// Written within so many milliseconds, the 99th of a hundred.
    pub budget_ms: u32,
}

impl TakenFile {
    fn new(file: File, bag: i64, plan: &Plan) -> Self {
        let nature = file.export.nature();
        Self {
            href: format!("/api/bags/{bag}/taken/{}", file.file(plan)),
            title: file.title(plan),
            good_for: file.good_for(plan),
            media: nature.media.into(),
            taken_for: nature.used.into(),
            budget_ms: nature.effort.budget_ms(),
        }
    }
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

impl TakeAlongView {
    /// Everything of the bag of that number.
    pub fn new(bag: i64, plan: &Plan) -> Self {
        let files = exports(plan).into_iter().map(|file| TakenFile::new(file, bag, plan)).collect();
        Self { cannot_be_made: cannot_be_made(plan), files }
    }
}

/// What can be taken along of a run.
#[derive(Clone, Copy, Debug, PartialEq, Eq, VariantArray)]
pub enum RunExport {
    /// All lists, to be printed.
    Everything,
    /// The evenings for a calendar.
    Calendar,
    /// What is made.
    Made,
    /// Paper, and what else it takes.
    Paper,
    /// The cut list.
    Cuts,
    /// The work by stage.
    Work,
    /// The evenings.
    Evenings,
    /// What it costs.
    Costs,
}

impl RunExport {
    /// All of them, in the order in which they are listed.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// What its file is called without its ending, what it is, and what it is written in: the one place in which a new one is described.
    const fn nature(self) -> (&'static str, &'static str, Media) {
        match self {
            Self::Everything => ("run", "Print everything", Media::Pdf),
            Self::Calendar => ("evenings", "Evenings for a calendar", Media::Calendar),
            Self::Made => ("made", "What is made", Media::Csv),
            Self::Paper => ("paper", "Paper", Media::Csv),
            Self::Cuts => ("cuts", "Cut list", Media::Csv),
            Self::Work => ("work", "Work", Media::Csv),
            Self::Evenings => ("evenings", "Evenings", Media::Csv),
            Self::Costs => ("costs", "Costs", Media::Csv),
        }
    }

    /// What its file is called: `cuts.csv`.
    pub fn file(self) -> String {
        let (file, _, media) = self.nature();
        format!("{file}.{}", media.ending())
    }

    /// What it is written in.
    pub const fn media(self) -> Media {
        self.nature().2
    }

    /// The one of that file.
    pub fn of_file(file: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|own| own.file() == file)
    }
}

/// A file of a run that can be taken along.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunFile {
    /// Where it is read.
    pub href: String,
    /// What it is.
    pub title: &'static str,
    /// What it is written in.
    pub media: MediaName,
}

impl RunFile {
    /// Everything of the run of that number.
    pub fn all(run: i64) -> Vec<Self> {
        let file = |own: &RunExport| {
            let (_, title, media) = own.nature();
            Self { href: format!("/api/runs/{run}/taken/{}", own.file()), title, media: media.into() }
        };
        RunExport::ALL.iter().map(file).collect()
    }
}
