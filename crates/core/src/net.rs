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
    /// Every scored line, split where its fold changes.
    pub creases: Vec<Crease>,
    /// Every cut made after trimming: slits, notches, the tab's corner.
    pub cuts: Vec<Cut>,
    /// The edge of the paper after all cuts, anticlockwise, closed by its last side.
    pub outline: Vec<Point>,
    /// Where glue or tape goes, and on which face.
    pub glue: Vec<Glue>,
}

/// Two edges that come together when the bag is glued: the panel edge beside a tab, and the free edge that is
/// laid over the tab.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Seam {
    /// The strip with the tab, and the x of the line between its last panel and the tab.
    pub tab: (usize, Length),
    /// The strip laid over the tab, and the x of its free edge.
    pub over: (usize, Length),
}

impl Net {
    /// Unrolls the bag of a brief that passed [`Brief::check`].
    pub fn new(brief: &Brief) -> Self {
        let columns = columns::of_wrap(brief);
        let rows = columns::rows(brief);
        let creases = lines::creases(brief, &columns, &rows);
        let cuts = outline::cuts(brief, &columns, &rows);
        let outline = outline::outline(&columns, &rows, &cuts);
        let glue = glue::areas(brief, &columns, &rows, &cuts);
        let seams = seam_of_wrap(&columns).into_iter().collect();
        Self { strips: vec![Strip { columns, rows, creases, cuts, outline, glue }], seams }
    }
}

/// Width and height of the trimmed piece that a brief asks for.
pub fn flat_size(brief: &Brief) -> (Length, Length) {
    let width = columns::of_wrap(brief).iter().map(|column| column.x.length()).sum();
    let height = columns::rows(brief).iter().map(|row| row.y.length()).sum();
    (width, height)
}

/// The single seam of a one-piece run: its tab under its other end.
fn seam_of_wrap(columns: &[Column]) -> Option<Seam> {
    let (first, last) = (columns.first()?, columns.last()?);
    Some(if last.panel == Panel::Tab {
        Seam { tab: (0, last.x.from), over: (0, first.x.from) }
    } else {
        Seam { tab: (0, first.x.to), over: (0, last.x.to) }
    })
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
