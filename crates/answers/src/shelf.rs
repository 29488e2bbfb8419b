//! Papers on the shelf, and what came of reading a file of them.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::paper::{Paper, Stock};
use wide_fold_core::shelf::amount;
use wide_fold_core::text::printable;
use wide_fold_core::{Length, Sheet, Unit};
use wide_fold_formats::brief_json::SheetText;
use wide_fold_formats::{PaperText, RowFault, ShelfRead};
use wide_fold_kept::papers::read_paper;
use wide_fold_kept::runs::Need;
use wide_fold_kept::shape::Unreadable;
use wide_fold_kept::thing::Kept;

/// The whole shelf.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ShelfView {
    /// Its papers.
    pub papers: Vec<PaperView>,
    /// What stands on it and cannot be read.
    pub unreadable: Vec<UnreadableView>,
}

/// A thing, such as a paper, that is kept and cannot be read: written by hand, or by another version.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UnreadableView {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What it is called, as far as that can be told.
    pub name: String,
    /// Why it cannot be read.
    pub sentence: String,
    /// What is kept, as it stands.
    pub text: String,
}

impl ShelfView {
    /// A shelf, and what runs hold of it; whatever cannot be read stands apart and hides nothing else.
    pub fn new(kept: &[Kept], held: &[Need]) -> Self {
        let mut shelf = Self { papers: Vec::new(), unreadable: Vec::new() };
        for kept in kept {
            match PaperView::new(kept) {
                Ok(paper) => {
                    let own = held.iter().filter(|(id, _, _)| *id == kept.id);
                    let all = own.fold((0, 0), |all, (_, sheets, length)| {
                        (all.0 + i64::from(*sheets), all.1 + length)
                    });
                    let held = (all != (0, 0)).then(|| amount(all.0, Length::from_nm(all.1), Unit::Inch));
                    shelf.papers.push(PaperView { held, ..paper });
                }
                Err(fault) => {
                    shelf.unreadable.push(UnreadableView::new(kept, fault, "A paper without a name"));
                }
            }
        }
        shelf
    }
}

impl UnreadableView {
    /// What is kept, as it stands, and `nameless` if it has no name.
    pub fn new(kept: &Kept, why: Unreadable, nameless: &str) -> Self {
        let json: serde_json::Value = serde_json::from_str(&kept.text).unwrap_or_default();
        let name = json["name"].as_str().map(str::trim).filter(|name| !name.is_empty());
        let clipped = |text: &str, most: usize| -> String { printable(text).chars().take(most).collect() };
        Self {
            id: kept.id,
            revision: kept.revision,
            name: clipped(name.unwrap_or(nameless), 60),
            sentence: why.sentence,
            text: clipped(&kept.text, 600),
        }
    }
}

/// A paper on the shelf.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PaperView {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// The paper as it is written.
    pub paper: PaperText,
    /// `12×12`, `A4`, `30 × 120`.
    pub size: String,
    /// `24 sheets, 180 g/m², about 0.23 mm thick`.
    pub says: String,
    /// Width and height in millimetres.
    pub mm: [f64; 2],
    /// The sheet a bag is cut from; of a roll, all that is left of it. Nothing if too little is left to be a sheet.
    pub sheet: Option<SheetText>,
    /// What runs hold of it, if they hold any: `12 sheets`.
    pub held: Option<String>,
}

impl PaperView {
    /// A kept paper.
    ///
    /// # Errors
    /// [`Unreadable`] if what is kept cannot be read.
    pub fn new(kept: &Kept) -> Result<Self, Unreadable> {
        let paper = read_paper(&kept.text)?;
        let sheet = &paper.sheet;
        Ok(Self {
            id: kept.id,
            revision: kept.revision,
            size: sheet.name(Unit::Inch),
            says: says(&paper),
            mm: [sheet.width.mm(), sheet.height.mm()],
            sheet: paper.is_usable().then(|| SheetText::from(sheet)),
            held: None,
            paper: PaperText::from(&paper),
        })
    }
}

/// What a paper is, in a few words. A property more has to be told here, or left out on purpose.
pub(crate) fn says(paper: &Paper) -> String {
    let Paper { name: _, kind, sheet, count, grain: _, price: _ } = paper;
    let Sheet {
        width: _,
        height: _,
        turned: _,
        rolled: _,
        printed: _,
        directional,
        grammage,
        caliper: _,
        grid: _,
    } = sheet;
    let one = *count == 1;
    let what = match (kind, one) {
        (Stock::Sheets, true) => "sheet",
        (Stock::Sheets, false) => "sheets",
        (Stock::Pad, true) => "sheet in the pad",
        (Stock::Pad, false) => "sheets in the pad",
        (Stock::Roll, true) => "roll",
        (Stock::Roll, false) => "rolls",
    };
    let mut parts = vec![format!("{count} {what}")];
    if kind.is_roll() && !paper.is_usable() {
        parts = vec!["used up".to_owned()];
    }
    if let Some(grammage) = grammage {
        parts.push(format!("{} g/m²", grammage.0));
    }
    let thickness = sheet.thickness();
    if thickness.measured || grammage.is_some() {
        let about = if thickness.measured { "" } else { "about " };
        parts.push(format!("{about}{:.2} mm thick", thickness.caliper.mm()));
    }
    parts.push(if *directional { "pattern has an up" } else { "all-over pattern" }.to_owned());
    parts.join(", ")
}

/// A file to read onto the shelf.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ImportText {
    /// The file's text, at most 1 MiB with all that stands round it.
    #[schema(max_length = 1048576)]
    pub csv: String,
    /// True to keep the good rows although others are bad.
    #[serde(default)]
    pub keep_good: bool,
}

/// What came of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ImportView {
    /// How many papers were put on the shelf.
    pub kept: usize,
    /// How many rows are good.
    pub good: usize,
    /// How many rows are bad. Unless the good ones were asked for, nothing is kept beside them.
    pub bad: usize,
    /// The first of the bad rows.
    pub faults: Vec<RowFaultView>,
}

/// More bad rows of a file are counted and not listed.
const LISTED: usize = 100;

impl ImportView {
    /// What came of reading a file of which so many papers were kept.
    pub fn new(read: &ShelfRead, kept: usize) -> Self {
        let faults = read.faults.iter().take(LISTED).map(Into::into).collect();
        Self { kept, good: read.papers.len(), bad: read.faults.len(), faults }
    }
}

/// A row that cannot be read.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RowFaultView {
    /// Its line in the file, from 1.
    pub line: u64,
    /// The column at fault.
    pub field: String,
    /// Why.
    pub sentence: String,
}

impl From<&RowFault> for RowFaultView {
    fn from(fault: &RowFault) -> Self {
        Self { line: fault.line, field: fault.field.clone(), sentence: fault.sentence.clone() }
    }
}
