//! The ways to build a bag, each drawn from its own net.

use super::piece::PieceView;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::builds::{Alternative, alternatives};
use wide_fold_core::verdict::Level;
use wide_fold_core::{Brief, Plan};
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
    /// The brief built so.
    pub brief: BriefText,
    /// How many sheets one bag takes.
    pub sheets: u32,
    /// `two 8¾ × 8¼`.
    pub size: String,
    /// What stands in the way, if anything does.
    pub obstacle: Option<String>,
    /// Its pieces.
    pub pieces: Vec<PieceView>,
}

impl BuildView {
    /// Every way to build the bag of a brief.
    pub fn all(brief: &Brief) -> Vec<Self> {
        alternatives(brief).into_iter().filter_map(|way| Self::new(brief, way)).collect()
    }

    fn new(now: &Brief, way: Alternative) -> Option<Self> {
        let plan = Plan::new(&way.brief).ok()?;
        let unit = now.unit;
        let size = |piece: &wide_fold_core::pieces::Piece| {
            let many = if piece.count == 2 { "two " } else { "" };
            format!("{many}{} × {}", piece.width.figure(unit), piece.height.figure(unit))
        };
        let mut sizes: Vec<String> = plan.pieces.iter().map(size).collect();
        if plan.pieces.len() == 2 && sizes[0] == sizes[1] {
            sizes = vec![format!("two {}", sizes[0])];
        }
        let blocking = plan.verdicts.iter().find(|verdict| verdict.level == Level::Blocks);
        Some(Self {
            name: way.name,
            when: way.when,
            chosen: way.brief.build == now.build,
            brief: BriefText::from(&way.brief),
            sheets: plan.layout.sheet_count(),
            size: sizes.join(", "),
            obstacle: blocking.map(|verdict| verdict.title.clone()),
            pieces: plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
        })
    }
}
