//! The whole bag unrolled: panels side by side, creases, cuts and glue, exactly.
//!
//! Frame: every strip is seen from its **outside face, top edge up, origin at its bottom-left corner**, x to the
//! right, y up. Folds are as seen from that face.

mod columns;
mod crease;
mod glue;
mod lines;
mod outline;
mod point;

pub use columns::{Band, Column, GussetPart, Panel, Row, Side};
pub use crease::{Crease, CreaseRole, Fold};
pub use glue::{Face, Glue, GlueRole};
pub use outline::{Cut, CutRole};
pub use point::{Point, Span};

use crate::brief::Build;
use crate::{Brief, Length};

/// The unrolled bag: one strip of paper for every connected run of panels, and the seams that join them.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Net {
    /// The strips. A wrap has one.
    pub strips: Vec<Strip>,
    /// How the strips are joined, end to end or to themselves.
    pub seams: Vec<Seam>,
}

/// One connected run of panels, in its own frame.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Strip {
    /// Panels and tab from left to right; they share their edges.
    pub columns: Vec<Column>,
    /// Base, body and hem from bottom to top; they share their edges.
    pub rows: Vec<Row>,
    /// What becomes of the paper below the gussets.
    pub corners: BaseCorners,
    /// Every scored line, split where its fold changes.
    pub creases: Vec<Crease>,
    /// Every cut made after trimming: slits, notches, the tab's corner.
    pub cuts: Vec<Cut>,
    /// The edge of the paper after all cuts, anticlockwise, closed by its last side.
    pub outline: Vec<Point>,
    /// Where glue or tape goes, and on which face.
    pub glue: Vec<Glue>,
}

/// Two edges that come together when the bag is glued.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Seam {
    /// The paper that goes under and carries the glue, a tab or a whole gusset, and the line on which it begins.
    pub under: Joint,
    /// The paper laid over it, and its free edge, which comes to lie on that line.
    pub over: Joint,
}

/// One side of a seam.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Joint {
    /// Which strip.
    pub strip: usize,
    /// Which of its columns.
    pub column: usize,
    /// The line or free edge, from the strip's left edge.
    pub x: Length,
}

/// What becomes of the paper below the gussets of a strip.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum BaseCorners {
    /// Slit up the corner lines: flaps that fold into the base.
    Flaps,
    /// Cut out.
    CutOut,
    /// Slit level along the base line: ears on the face flap that turn up against the gussets.
    Ears,
}

impl Net {
    /// Unrolls the bag of a brief that passed [`Brief::check`].
    pub fn new(brief: &Brief) -> Self {
        let rows = columns::rows(brief);
        let strips: Vec<Strip> = columns::strips(brief)
            .into_iter()
            .map(|(columns, corners)| {
                let creases = lines::creases(brief, &columns, &rows, corners);
                let cuts = outline::cuts(brief, &columns, &rows, corners);
                let outline = outline::outline(&columns, &rows, &cuts, corners);
                let glue = glue::areas(brief, &columns, &rows, &cuts, corners);
                Strip { columns, rows: rows.clone(), corners, creases, cuts, outline, glue }
            })
            .collect();
        let seams = seams(brief, &strips);
        Self { strips, seams }
    }
}

/// Width and height of the largest trimmed piece that a brief asks for.
pub fn flat_size(brief: &Brief) -> (Length, Length) {
    let width = |columns: &[Column]| columns.iter().map(|column| column.x.length()).sum();
    let widest = columns::strips(brief).iter().map(|(columns, _)| width(columns)).max();
    let height = columns::rows(brief).iter().map(|row| row.y.length()).sum();
    (widest.unwrap_or_default(), height)
}

/// The seams of a build: every tab under the free edge that follows it round the bag; in a cradle pair the gussets
/// of the back piece under those of the front piece, whose free edges come to lie at the back corners.
fn seams(brief: &Brief, strips: &[Strip]) -> Vec<Seam> {
    if let (Build::CradlePair { .. }, [front, back]) = (brief.build, strips) {
        let free = |strip: usize, column: usize, x| Joint { strip, column, x };
        let right = Seam { under: free(1, 0, back.columns[0].x.to), over: free(0, 2, front.columns[2].x.to) };
        let left =
            Seam { under: free(1, 2, back.columns[2].x.from), over: free(0, 0, front.columns[0].x.from) };
        return vec![right, left];
    }
    let tabs = strips.iter().enumerate().filter_map(|(strip, piece)| {
        let last = piece.columns.len() - 1;
        let tab = piece.columns.iter().position(|column| column.panel == Panel::Tab)?;
        let next = (strip + 1) % strips.len();
        let x = piece.columns[tab].x;
        let (line, column) = if tab == last { (x.from, 0) } else { (x.to, strips[next].columns.len() - 1) };
        let over = strips[next].columns[column].x;
        let edge = if tab == last { over.from } else { over.to };
        Some(Seam {
            under: Joint { strip, column: tab, x: line },
            over: Joint { strip: next, column, x: edge },
        })
    });
    tabs.collect()
}

impl Strip {
    /// From its left edge to its right edge.
    pub fn width(&self) -> Length {
        self.columns.iter().map(|column| column.x.length()).sum()
    }

    /// From its bottom edge to its top edge.
    pub fn height(&self) -> Length {
        self.rows.iter().map(|row| row.y.length()).sum()
    }

    /// The row of one band, if the strip has it.
    pub fn row(&self, band: Band) -> Option<&Row> {
        self.rows.iter().find(|row| row.band == band)
    }
}

#[cfg(test)]
mod tests;
