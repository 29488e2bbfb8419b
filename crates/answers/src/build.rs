//! The ways to build a bag, each drawn from its own net.

use crate::piece::PieceView;
use crate::verdict::RemedyView;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::builds::same_kind;
use wide_fold_core::offers::{BuildOffer, builds, on_sheet};
use wide_fold_core::rescale::off_proportion;
use wide_fold_core::sheet::{COMMON_SIZES, CommonSize};
use wide_fold_core::{Brief, Length, Net, Sheet, Unit, pieces};
use wide_fold_formats::BriefText;

/// One way to build the bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BuildView {
    /// What it is called.
    pub name: &'static str,
    /// When people choose it.
    pub when: &'static str,
    /// True if the bag is built so now.
    pub chosen: bool,
    /// The brief that choosing it takes: built so, with the nearest change that makes it possible; nothing if no single change
    /// does.
    pub brief: Option<BriefText>,
    /// How many sheets one bag takes.
    pub sheets: u32,
    /// `two 8¾ × 8¼`.
    pub size: String,
    /// What stands in the way, if anything does, and why.
    pub obstacle: Option<ObstacleView>,
    /// Its pieces.
    pub pieces: Vec<PieceView>,
}

/// What stands in the way of a build.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ObstacleView {
    /// What it is.
    pub title: String,
    /// Why, with its numbers.
    pub why: String,
    /// The nearest change that makes it possible, if there is one: what to do, and the brief to use.
    pub nearest: Option<RemedyView>,
}

/// The same bag, in proportion, from another sheet.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RescaledView {
    /// The sheet: `6×6`.
    pub sheet: String,
    /// `1¾ × 3 × ⅞`.
    pub size: String,
    /// What of it is not in proportion, and by how much: `gusset 1⁄16 less, tab ¼ more`; empty if nothing is.
    pub off: String,
    /// The brief scaled to it.
    pub brief: BriefText,
    /// True if the bag is cut from this sheet now and is as large as it can be.
    pub chosen: bool,
    /// Its pieces.
    pub pieces: Vec<PieceView>,
    /// The sheet's width and height as it is laid, in millimetres.
    pub sheet_mm: [f64; 2],
}

impl RescaledView {
    /// The bag of a brief on every common sheet on which there is room for one.
    pub fn all(brief: &Brief) -> Vec<Self> {
        COMMON_SIZES.iter().filter_map(|size| Self::new(brief, size)).collect()
    }

    fn new(brief: &Brief, size: &CommonSize) -> Option<Self> {
        let sheet = Sheet { width: size.width, height: size.height, ..brief.sheet.clone() };
        let scaled = on_sheet(brief, &sheet)?;
        let unit = brief.unit;
        let pieces = pieces::divide(&Net::of(&scaled));
        let laid = sheet.as_laid();
        Some(Self {
            sheet: size.name.to_owned(),
            size: scaled.finished_figures().join(" × "),
            off: off(brief, &scaled),
            brief: BriefText::from(&scaled),
            chosen: scaled == *brief,
            pieces: pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
            sheet_mm: [laid.width.mm(), laid.height.mm()],
        })
    }
}

/// What is not in proportion, to the next sixty-fourth or tenth of a millimetre.
fn off(brief: &Brief, scaled: &Brief) -> String {
    let ruler = match brief.unit {
        Unit::Inch => Length::sixty_fourths(1),
        Unit::Metric => Length::from_nm(100_000),
    };
    let told = |(name, off): (&'static str, Length)| {
        let shown = off.abs().nearest(ruler);
        format!("{name} {} {}", shown.figure(brief.unit), if off.is_positive() { "more" } else { "less" })
    };
    off_proportion(brief, scaled).into_iter().map(told).collect::<Vec<_>>().join(", ")
}

impl BuildView {
    /// Every way to build the bag of a brief.
    pub fn all(brief: &Brief) -> Vec<Self> {
        builds(brief).into_iter().map(|offer| Self::new(brief, &offer)).collect()
    }

    fn new(now: &Brief, offer: &BuildOffer) -> Self {
        let (way, plan, unit) = (&offer.way, &offer.plan, now.unit);
        let size = |piece: &wide_fold_core::pieces::Piece| {
            let many = if piece.count == 2 { "two " } else { "" };
            format!("{many}{} × {}", piece.width.figure(unit), piece.height.figure(unit))
        };
        let mut sizes: Vec<String> = plan.pieces.iter().filter(|piece| !piece.from_scrap).map(size).collect();
        if sizes.len() == 2 && sizes[0] == sizes[1] {
            sizes = vec![format!("two {}", sizes[0])];
        }
        Self {
            name: way.name,
            when: way.when,
            chosen: same_kind(way.brief.build, now.build),
            brief: offer.takes.as_ref().map(BriefText::from),
            sheets: plan.layout.sheet_count(),
            size: sizes.join(", "),
            obstacle: offer.obstacle.as_ref().map(|verdict| ObstacleView {
                title: verdict.title.clone(),
                why: verdict.why.clone(),
                nearest: offer.changes.as_ref().map(RemedyView::new),
            }),
            pieces: plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
        }
    }
}
