//! Bags as they are listed and read.

use crate::fold::StandingView;
use crate::piece::PieceView;
use crate::spelled::UnitName;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_core::verdict::Level;
use wide_fold_formats::BriefText;
use wide_fold_kept::bags::{Bag, Listed, Summary};
use wide_fold_kept::shape::Unreadable;

/// A bag to be saved.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BagDraft {
    /// What the crafter calls it; a name is found for it if left empty.
    #[serde(default)]
    #[schema(max_length = 120)]
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

/// A page of the list of bags.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BagsPage {
    /// The bags, the last changed first.
    pub bags: Vec<BagSummary>,
    /// Where the next page begins, to be given as `after`; nothing on the last.
    pub next: Option<String>,
    /// How many bags there are in all.
    pub total: u32,
}

/// A saved bag in the list.
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
    /// What its slip shows.
    #[schema(value_type = SlipView)]
    pub slip: Box<RawValue>,
}

/// What the slip of a bag shows, with what its pictures are drawn from.
#[derive(Clone, Debug, Default, Serialize, ToSchema)]
pub struct SlipView {
    /// False for a bag whose brief cannot be read.
    pub readable: bool,
    /// Finished size, as three figures: width, height, gusset.
    pub size: Vec<String>,
    /// The unit's short name: `in` or `mm`.
    pub unit: UnitName,
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

impl BagView {
    /// A bag as it is read.
    ///
    /// # Errors
    /// [`Unreadable`] if its kept brief cannot be read.
    pub fn new(bag: &Bag) -> Result<Self, Unreadable> {
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
    /// A bag as it stands in the list, and what has to be kept for the next time if it was not made by the rules of today.
    ///
    /// # Errors
    /// [`serde_json::Error`], never in practice.
    pub fn new(listed: &Listed) -> Result<(Self, Option<Summary>), serde_json::Error> {
        let kept = listed.summary.as_ref().filter(|kept| kept.rules == RULES);
        let kept = kept.and_then(|kept| RawValue::from_string(kept.json.clone()).ok());
        let bag = &listed.bag;
        let (slip, made) = match kept {
            Some(slip) => (slip, None),
            None => {
                let made = SlipView::of(bag).kept()?;
                (RawValue::from_string(made.json.clone())?, Some(made))
            }
        };
        let updated_at = bag.updated_at.to_string();
        Ok((Self { id: bag.id, revision: bag.revision, name: bag.name.clone(), updated_at, slip }, made))
    }
}

/// The rules by which a slip is made: another value for every change of them.
const RULES: &str = env!("WIDE_FOLD_RULES");

impl SlipView {
    /// As it is kept beside the bag.
    ///
    /// # Errors
    /// [`serde_json::Error`], never in practice.
    pub fn kept(&self) -> Result<Summary, serde_json::Error> {
        Ok(Summary { json: serde_json::to_string(self)?, rules: RULES.to_owned() })
    }

    /// The slip of a kept bag; without pictures if its brief cannot be read.
    fn of(bag: &Bag) -> Self {
        let unread = || Self {
            unit: UnitName::In,
            concern: Some("Kept by another version: it cannot be read.".to_owned()),
            ..Self::default()
        };
        bag.brief().ok().and_then(|brief| Plan::new(&brief).ok()).map_or_else(unread, |plan| Self::new(&plan))
    }

    /// The slip of a plan.
    pub fn new(plan: &Plan) -> Self {
        let (brief, unit) = (&plan.brief, plan.brief.unit);
        let laid = brief.sheet.as_laid();
        let grave = plan.verdicts.first().filter(|verdict| verdict.level != Level::Notes);
        Self {
            readable: true,
            size: brief.finished_figures(),
            unit: unit.into(),
            sheet: brief.sheet.name(unit),
            sheet_mm: [laid.width.mm(), laid.height.mm()],
            ready: plan.is_ready(),
            concern: grave.map(|verdict| verdict.title.clone()),
            standing: Some(StandingView::new(plan)),
            pieces: plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
        }
    }
}
