//! Bags as they are listed and read.

use super::fold::StandingView;
use super::piece::PieceView;
use crate::store::Bag;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::{BriefText, FormatFault, read_brief};

/// A bag to be saved.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BagDraft {
    /// What the crafter calls it; a name is found for it if left empty.
    #[serde(default)]
    pub name: String,
    /// What is asked for.
    pub brief: BriefText,
}

/// A saved bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BagView {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What the crafter calls it.
    pub name: String,
    /// What is asked for, written out in full.
    pub brief: BriefText,
    /// When it was first saved (RFC 3339).
    pub created_at: String,
    /// When it was last changed (RFC 3339).
    pub updated_at: String,
}

/// A saved bag in the list, with what its picture is drawn from.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BagSummary {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What the crafter calls it.
    pub name: String,
    /// When it was last changed (RFC 3339).
    pub updated_at: String,
    /// Finished size, as three figures: width, height, gusset.
    pub size: Vec<String>,
    /// The unit's short name: `in` or `mm`.
    pub unit: &'static str,
    /// The sheet it is cut from.
    pub sheet: String,
    /// Width and height of the sheet as it is laid, in millimetres.
    pub sheet_mm: [f64; 2],
    /// True if nothing stands in the way of cutting.
    pub ready: bool,
    /// The gravest verdict, if there is one that blocks or warns.
    pub concern: Option<String>,
    /// Its pieces.
    pub pieces: Vec<PieceView>,
    /// The bag itself, open and standing.
    pub standing: Option<StandingView>,
}

impl Bag {
    /// The brief it is kept with.
    ///
    /// # Errors
    /// [`FormatFault`] if the kept text is no brief this version can read.
    pub fn brief(&self) -> Result<Brief, FormatFault> {
        let json = serde_json::from_str(&self.brief)
            .map_err(|error| FormatFault { field: "brief".to_owned(), sentence: format!("{error}.") })?;
        read_brief(&json)
    }
}

impl BagView {
    /// A bag as it is read.
    ///
    /// # Errors
    /// [`FormatFault`] if its kept brief cannot be read.
    pub fn new(bag: &Bag) -> Result<Self, FormatFault> {
        Ok(Self {
            id: bag.id,
            revision: bag.revision,
            name: bag.name.clone(),
            brief: BriefText::from(&bag.brief()?),
            created_at: bag.created_at.to_string(),
            updated_at: bag.updated_at.to_string(),
        })
    }
}

impl BagSummary {
    /// A bag as it stands in the list. One whose brief cannot be read is listed without a picture.
    pub fn new(bag: &Bag) -> Self {
        let mut summary = Self {
            id: bag.id,
            revision: bag.revision,
            name: bag.name.clone(),
            updated_at: bag.updated_at.to_string(),
            size: Default::default(),
            unit: "in",
            sheet: String::new(),
            sheet_mm: [0.0; 2],
            ready: false,
            concern: Some("This bag was kept by another version and cannot be read.".to_owned()),
            pieces: Vec::new(),
            standing: None,
        };
        let Some(plan) = bag.brief().ok().and_then(|brief| Plan::new(&brief).ok()) else { return summary };
        let (brief, unit) = (&plan.brief, plan.brief.unit);
        let (width, height) = brief.sheet.as_laid();
        let grave =
            plan.verdicts.first().filter(|verdict| verdict.level != wide_fold_core::verdict::Level::Notes);
        summary.size = brief.finished_figures();
        summary.unit = super::plan::unit_name(unit);
        summary.sheet = brief.sheet.name(unit);
        summary.sheet_mm = [width.mm(), height.mm()];
        summary.ready = plan.is_ready();
        summary.concern = grave.map(|verdict| verdict.title.clone());
        summary.standing = Some(StandingView::new(&plan));
        summary.pieces = plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect();
        summary
    }
}
