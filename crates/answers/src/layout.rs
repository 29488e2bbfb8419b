//! Sheets and what is cut from them.

use crate::spelled::BladeName;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::Unit;
use wide_fold_core::layout::{Layout, Part, Rectangle, SheetCut};

/// Pieces placed on sheets.
#[derive(Clone, Debug, Serialize, Deserialize, ToSchema)]
pub struct LayoutView {
    /// True if every piece lies within its sheet.
    pub fits: bool,
    /// The sheets, in the order they are used.
    pub sheets: Vec<SheetCutView>,
    /// Small parts for which the sheets have no room left, in words: `insert, 3⅝ × 1⅞`.
    pub from_scrap: Vec<String>,
}

/// One sheet as it is laid, origin at its bottom-left corner; millimetres.
#[derive(Clone, Debug, Serialize, Deserialize, ToSchema)]
pub struct SheetCutView {
    /// Width as laid.
    pub width_mm: f64,
    /// Height as laid.
    pub height_mm: f64,
    /// Width as a figure.
    pub width: String,
    /// Height as a figure.
    pub height: String,
    /// Its letter, or those of sheets that are cut alike: `A`, `B and C`.
    pub letters: String,
    /// How many sheets are cut alike.
    pub times: u32,
    /// Pieces on it.
    pub placed: Vec<PlacedView>,
    /// Cuts of the trimmer, in order.
    pub trims: Vec<TrimView>,
    /// What is left over, largest first.
    pub offcuts: Vec<RectangleView>,
    /// True if it is a sheet of the other paper, for gussets and base.
    pub side: bool,
    /// True if this is any scrap that is large enough, not a sheet of the paper.
    pub scrap: bool,
    /// How far the piece reaches past the sheet to the right and to the top; zero if it fits.
    pub overhang_mm: [f64; 2],
}

/// A piece on a sheet.
#[derive(Clone, Debug, Serialize, Deserialize, ToSchema)]
pub struct PlacedView {
    /// Which of the pieces; nothing for a small part.
    pub piece: Option<usize>,
    /// What it is called, if it is a small part, or comes from several bags: `insert`.
    pub small: Option<String>,
    /// Which of several bags it is a part of, by its place in their list.
    pub bag: Option<usize>,
    /// The space it takes.
    pub space: RectangleView,
}

/// One cut of the trimmer.
#[derive(Clone, Debug, Serialize, Deserialize, ToSchema)]
pub struct TrimView {
    /// What is put on the trimmer.
    pub on: RectangleView,
    /// Which way the blade runs.
    pub blade: BladeName,
    /// The trimmer's setting, as a figure.
    pub keep: String,
    /// The same in millimetres.
    pub keep_mm: f64,
    /// What it cuts off and leaves over; nothing if it parts two pieces.
    pub off: Option<RectangleView>,
}

/// An upright rectangle.
#[derive(Clone, Debug, Serialize, Deserialize, ToSchema)]
pub struct RectangleView {
    /// From the left edge.
    pub x_mm: f64,
    /// From the bottom edge.
    pub y_mm: f64,
    /// From side to side.
    pub width_mm: f64,
    /// From bottom to top.
    pub height_mm: f64,
    /// `12 × 3½`.
    pub size: String,
}

impl RectangleView {
    /// A rectangle with its size in `unit`.
    pub fn new(rectangle: &Rectangle, unit: Unit) -> Self {
        Self {
            x_mm: rectangle.x.mm(),
            y_mm: rectangle.y.mm(),
            width_mm: rectangle.width.mm(),
            height_mm: rectangle.height.mm(),
            size: format!("{} × {}", rectangle.width.figure(unit), rectangle.height.figure(unit)),
        }
    }
}

impl LayoutView {
    /// A layout with figures in `unit`.
    pub fn new(layout: &Layout, unit: Unit) -> Self {
        Self {
            fits: layout.fits(),
            sheets: layout
                .sheets
                .iter()
                .zip(layout.letters())
                .map(|(sheet, letters)| SheetCutView { letters, ..SheetCutView::new(sheet, unit) })
                .collect(),
            from_scrap: layout
                .from_scrap
                .iter()
                .map(|part| {
                    let (width, height) = (part.size.width.figure(unit), part.size.height.figure(unit));
                    format!("{}, {width} × {height}", part.kind.name())
                })
                .collect(),
        }
    }
}

impl SheetCutView {
    /// A sheet whose parts come from several bags: every part with its bag, by the name it is given.
    pub fn named(sheet: &SheetCut, unit: Unit, name: impl Fn(usize) -> (usize, String)) -> Self {
        let mut view = Self::new(sheet, unit);
        for placed in &mut view.placed {
            (placed.bag, placed.small) = placed.piece.take().map(&name).unzip();
        }
        view
    }

    /// A sheet with figures in `unit`.
    pub fn new(sheet: &SheetCut, unit: Unit) -> Self {
        Self {
            width_mm: sheet.width.mm(),
            height_mm: sheet.height.mm(),
            width: sheet.width.figure(unit),
            height: sheet.height.figure(unit),
            letters: String::new(),
            times: sheet.times,
            scrap: sheet.scrap,
            side: sheet.side,
            placed: sheet
                .placed
                .iter()
                .map(|placed| PlacedView {
                    piece: match placed.part {
                        Part::Piece(piece) => Some(piece),
                        Part::Small(_) => None,
                    },
                    small: match placed.part {
                        Part::Piece(_) => None,
                        Part::Small(small) => Some(small.kind.name().to_owned()),
                    },
                    bag: None,
                    space: RectangleView::new(&placed.space, unit),
                })
                .collect(),
            trims: sheet
                .trims
                .iter()
                .map(|trim| TrimView {
                    on: RectangleView::new(&trim.on, unit),
                    blade: trim.blade.into(),
                    keep: trim.keep.figure(unit),
                    keep_mm: trim.keep.mm(),
                    off: trim.off.map(|off| RectangleView::new(&off, unit)),
                })
                .collect(),
            offcuts: sheet.offcuts.iter().map(|offcut| RectangleView::new(offcut, unit)).collect(),
            overhang_mm: [sheet.overhang.width.mm(), sheet.overhang.height.mm()],
        }
    }
}
