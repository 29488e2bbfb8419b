//! Guides that are kept, what they make, and how a piece goes through one.

use crate::shelf::UnreadableView;
use crate::spelled::FaceName;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::feeds::{Feed, Set};
use wide_fold_core::figures::Figures;
use wide_fold_core::guided::{Guided, Makes, guided};
use wide_fold_core::net::Panel;
use wide_fold_core::{Brief, Guide, Plan, Unit};
use wide_fold_formats::{BriefText, GuideText};
use wide_fold_kept::papers::read_guide;
use wide_fold_kept::shape::Unreadable;
use wide_fold_kept::thing::Kept;

/// All guides that are kept.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GuidesView {
    /// Those that can be read.
    pub guides: Vec<GuideView>,
    /// What is kept and cannot be read.
    pub unreadable: Vec<UnreadableView>,
}

/// A guide that is kept.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GuideView {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// The guide as it is written.
    pub guide: GuideText,
    /// `Gusset 2, flaps 1¼, faces 3½ and 5`.
    pub says: String,
    /// Its gusset as a figure.
    pub gusset: String,
    /// Its measurements in millimetres, to be drawn.
    pub gusset_mm: f64,
    /// Depth of its base flaps.
    pub flap_mm: f64,
    /// Its marks.
    pub widths_mm: Vec<f64>,
    /// Its marks as figures.
    pub widths: Vec<String>,
    /// How far its lines reach from the ledge.
    pub reach_mm: f64,
}

impl GuidesView {
    /// All guides; whatever cannot be read stands apart and hides nothing else.
    pub fn new(kept: &[Kept]) -> Self {
        let mut all = Self { guides: Vec::new(), unreadable: Vec::new() };
        for kept in kept {
            match GuideView::new(kept) {
                Ok(guide) => all.guides.push(guide),
                Err(fault) => all.unreadable.push(UnreadableView::new(kept, fault, "A guide without a name")),
            }
        }
        all
    }
}

impl GuideView {
    /// A kept guide.
    ///
    /// # Errors
    /// [`Unreadable`] if what is kept cannot be read.
    pub fn new(kept: &Kept) -> Result<Self, Unreadable> {
        let guide = read_guide(&kept.text)?;
        Ok(Self {
            id: kept.id,
            revision: kept.revision,
            says: says(&guide),
            gusset: guide.gusset.figure(Unit::Inch),
            gusset_mm: guide.gusset.mm(),
            flap_mm: guide.flap.mm(),
            widths_mm: guide.widths.iter().map(|width| width.mm()).collect(),
            widths: guide.widths.iter().map(|width| width.figure(Unit::Inch)).collect(),
            reach_mm: guide.reach.mm(),
            guide: GuideText::from(&guide),
        })
    }
}

/// What a guide folds, in a few words.
pub fn says(guide: &Guide) -> String {
    let figures = Figures(Unit::Inch);
    let widths: Vec<String> = guide.widths.iter().map(|width| figures.say(*width)).collect();
    format!(
        "Gusset {}, base flaps {}, {} {}",
        figures.say(guide.gusset),
        figures.say(guide.flap),
        if widths.len() == 1 { "a face of" } else { "faces of" },
        wide_fold_core::text::list(&widths)
    )
}

/// What the guide of a bag makes of the bag's sheet.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GuidedView {
    /// What its fixed figures come to.
    pub says: String,
    /// Sizes it makes.
    pub makes: Vec<MakesView>,
    /// Widths that fit no sheet, or leave no bag.
    pub not: Vec<String>,
}

/// One size a guide makes.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MakesView {
    /// Its width, as a figure.
    pub width: String,
    /// What it takes, and how tall it may be: `one sheet, up to 10¾ tall`.
    pub says: String,
    /// True if it takes a pair of pieces.
    pub pair: bool,
    /// True if the guide has a mark for it.
    pub marked: bool,
    /// True if the bag is made so now.
    pub current: bool,
    /// The bag, to be planned instead.
    pub brief: BriefText,
}

impl GuidedView {
    /// What the guide of a brief makes; nothing without a guide.
    pub fn new(brief: &Brief) -> Option<Self> {
        let Guided { makes, not, says } = guided(brief, brief.guide.as_ref()?);
        let figures = Figures::of(brief);
        let view = |makes: Makes| {
            let sheets = wide_fold_core::text::sheets(makes.sheets);
            let pair = if makes.pair { ", a pair of pieces" } else { "" };
            let ticked = if makes.marked { "" } else { ", the face ticked with a ruler" };
            MakesView {
                width: makes.width.figure(brief.unit),
                says: format!("{sheets}{pair}{ticked}, up to {} tall", figures.say(makes.tallest)),
                pair: makes.pair,
                marked: makes.marked,
                current: makes.brief == *brief,
                brief: BriefText::from(&makes.brief),
            }
        };
        Some(Self {
            says,
            makes: makes.into_iter().map(view).collect(),
            not: not.into_iter().map(|width| width.figure(brief.unit)).collect(),
        })
    }
}

/// A piece as it goes through the guide: its bottom edge on the ledge, the free edge of the first face on the left.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FeedView {
    /// Which of the pieces.
    pub piece: usize,
    /// The face that is up.
    pub face_up: FaceName,
    /// Across and up, in millimetres.
    pub laid_mm: [f64; 2],
    /// True if the free edge of the first face lies on the right: a left-handed feed.
    pub from_right: bool,
    /// From the ledge to the base line.
    pub flap_mm: f64,
    /// How far from the ledge the guide's lines reach, if they have to be carried on from there.
    pub carry_on_mm: Option<f64>,
    /// Panel by panel.
    pub moves: Vec<MoveView>,
}

/// One panel in the guide.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MoveView {
    /// `front`, `gusset`, `tab`.
    pub panel: &'static str,
    /// How it is set: `mark`, `gusset`, `ticked`, `left`.
    pub set: &'static str,
    /// How wide the panel is, as a figure.
    pub wide: String,
    /// Where it begins and ends, from the free edge, in millimetres.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// True if a line is scored and notched at its far side.
    pub scores: bool,
    /// True if a base line is scored below it.
    pub base: bool,
    /// How far back from the far side the guide scores that base line, if it has to be carried on.
    pub base_on_mm: Option<f64>,
}

impl FeedView {
    /// A feed of a plan.
    pub fn new(plan: &Plan, feed: &Feed) -> Self {
        let laid_mm =
            plan.pieces.get(feed.piece).map_or([0.0; 2], |piece| [piece.width.mm(), piece.height.mm()]);
        let moves = feed.moves.iter().map(|made| MoveView {
            panel: match made.panel {
                Panel::Front => "front",
                Panel::Back => "back",
                Panel::Tab => "tab",
                _ => "gusset",
            },
            set: match made.set {
                Set::AtWidth(_) => "mark",
                Set::AtGusset => "gusset",
                Set::Ticked(_) => "ticked",
                Set::Left(_) => "left",
            },
            wide: made.across.length().figure(plan.brief.unit),
            from_mm: made.across.from.mm(),
            to_mm: made.across.to.mm(),
            scores: made.scores,
            base: made.base,
            base_on_mm: made.base_on.map(|reach| reach.mm()),
        });
        Self {
            piece: feed.piece,
            face_up: feed.face_up.into(),
            from_right: feed.from_right,
            laid_mm,
            flap_mm: plan.brief.flap().mm(),
            carry_on_mm: feed.carry_on.map(|reach| reach.mm()),
            moves: moves.collect(),
        }
    }
}
