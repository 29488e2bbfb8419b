//! Papers and guides as they are kept: in the spelling in which they are typed.

use crate::Result;
use crate::shape::{Shape, Unreadable};
use crate::thing::Kind;
use rusqlite::Connection;
use wide_fold_core::paper::Paper;
use wide_fold_core::{Guide, Unit};
use wide_fold_formats::{GuideText, PaperText};

impl Shape for PaperText {
    const NAME: &'static str = "paper";
}

impl Shape for GuideText {
    const NAME: &'static str = "guide";
}

/// A kept paper, read by the rule by which it was written.
///
/// # Errors
/// [`Unreadable`] if it breaks that rule.
pub fn read_paper(kept: &str) -> std::result::Result<Paper, Unreadable> {
    let text = PaperText::from_kept(kept)?;
    Paper::try_from(&text).map_err(|fault| Unreadable::broken(PaperText::NAME, kept, fault))
}

/// A paper as it is kept.
///
/// # Errors
/// [`crate::StoreError::Unwritten`], never in practice.
pub fn written_paper(paper: &Paper) -> Result<String> {
    PaperText::from(paper).written()
}

/// The papers on the shelf that can be read, by their numbers.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn papers(connection: &Connection) -> Result<Vec<(i64, Paper)>> {
    let kept = Kind::Paper.list(connection)?;
    Ok(kept.iter().filter_map(|kept| Some((kept.id, read_paper(&kept.text).ok()?))).collect())
}

/// A kept guide, read by the rule by which it was written.
///
/// # Errors
/// [`Unreadable`] if it breaks that rule.
pub fn read_guide(kept: &str) -> std::result::Result<Guide, Unreadable> {
    let text = GuideText::from_kept(kept)?;
    text.read(Unit::Inch).map_err(|fault| Unreadable::broken(GuideText::NAME, kept, fault))
}
