//! Paper that is taken from the shelf for a bag.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::Length;
use wide_fold_kept::bag_paper::BagPaper;

/// Which paper to take for a bag.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TakePaperText {
    /// The paper's number.
    pub paper: i64,
    /// The number of the gussets' paper, for a bag that has one.
    #[serde(default)]
    pub side_paper: Option<i64>,
}

/// What has been taken for a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BagPaperView {
    /// The numbers of the papers.
    pub papers: Vec<i64>,
    /// What was taken: `3 sheets of Iron-spot card`.
    pub says: String,
}

impl BagPaperView {
    /// What was taken, with the names of its papers.
    pub fn new(papers: &[(BagPaper, String)]) -> Self {
        let says = |(own, name): &(BagPaper, String)| match own.sheets {
            0 => format!("{} of {name}", Length::from_nm(own.length_nm)),
            1 => format!("one sheet of {name}"),
            sheets => format!("{sheets} sheets of {name}"),
        };
        Self {
            papers: papers.iter().map(|(own, _)| own.paper).collect(),
            says: papers.iter().map(says).collect::<Vec<_>>().join(" and "),
        }
    }
}
