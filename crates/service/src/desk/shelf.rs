//! The papers on the shelf.

use crate::problem::Problem;
use wide_fold_core::paper::Paper;
use wide_fold_kept::Store;
use wide_fold_kept::papers::papers;

/// The papers on the shelf that can be read.
pub async fn readable(store: &Store) -> Result<Vec<Paper>, Problem> {
    let kept = store.read(papers).await?;
    Ok(kept.into_iter().map(|(_, paper)| paper).collect())
}
