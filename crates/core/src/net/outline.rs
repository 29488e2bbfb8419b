//! Cuts made after trimming, and the edge of the paper they leave.

use super::{Band, Column, GussetPart, Panel, Point, Row, Span};
use crate::{Brief, Length};

/// What a cut is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum CutRole {
    /// Along a score from the bottom edge up to the base line.
    Slit,
    /// The taper beside a slit; what lies between the two falls away.
    Notch,
    /// Frees the corner of the glue tab below the base line, which falls away.
    TabCorner,
}

/// One straight cut.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Cut {
    /// Its end on the edge of the paper (its left end, for the level cut under the tab).
    pub from: Point,
    /// Where it stops.
    pub to: Point,
    /// What it is for.
    pub role: CutRole,
}

/// How much a gusset flap tapers on each side: the brief's notch, but never more than an eighth of the gusset,
/// on a sixteenth (customary ¼ on a 2 in gusset).
fn taper(brief: &Brief) -> Length {
    brief
        .notch
        .min(brief.finished.gusset.scaled(Length::INCH, Length::inches(8)).floor_to(Length::sixty_fourths(4)))
}

/// Slits up to the base line between all flaps, tapered on the gusset's side, and the corner under the tab.
pub(super) fn cuts(brief: &Brief, columns: &[Column], rows: &[Row]) -> Vec<Cut> {
    let base = base_line(rows);
    let up = |foot, x, role| Cut { from: Point::new(foot, Length::ZERO), to: Point::new(x, base), role };
    let mut cuts = Vec::new();
    for pair in columns.windows(2) {
        let beside_tab = pair.iter().any(|column| column.panel == Panel::Tab);
        let x = pair[0].x.to;
        cuts.push(up(x, x, if beside_tab { CutRole::TabCorner } else { CutRole::Slit }));
    }
    for column in columns {
        let Span { from, to } = column.x;
        if column.panel == Panel::Tab {
            cuts.push(Cut {
                from: Point::new(from, base),
                to: Point::new(to, base),
                role: CutRole::TabCorner,
            });
        }
        let taper = taper(brief);
        if column.panel.is_gusset() && taper.is_positive() {
            // Half gussets meet their twin in the middle: only their side at the face tapers.
            let middle =
                |side: Length| !columns.iter().any(|other| other.panel.is_face() && other.x.touches(side));
            let whole = matches!(column.panel, Panel::Gusset { part: GussetPart::Whole, .. });
            for (side, foot) in [(from, from + taper), (to, to - taper)] {
                if whole || !middle(side) {
                    cuts.push(up(foot, side, CutRole::Notch));
                }
            }
        }
    }
    cuts
}

/// The edge of the paper after the cuts, anticlockwise from the bottom-left corner. A plain slit has no width and
/// leaves no corner.
pub(super) fn outline(columns: &[Column], rows: &[Row], cuts: &[Cut]) -> Vec<Point> {
    let right = columns.last().map_or(Length::ZERO, |column| column.x.to);
    let top = rows.last().map_or(Length::ZERO, |row| row.y.to);
    let base = base_line(rows);
    let mut edge = Vec::new();
    for column in columns {
        let head = |x| Point::new(x, base);
        let Span { from, to } = column.x;
        if column.panel == Panel::Tab {
            edge.extend([head(from), head(to)]);
            continue;
        }
        let (left, right) = feet(column, cuts);
        if left.x != from {
            edge.push(head(from));
        }
        edge.extend([left, right]);
        if right.x != to {
            edge.push(head(to));
        }
    }
    edge.extend([Point::new(right, top), Point::new(Length::ZERO, top)]);
    edge.dedup();
    edge
}

/// The two corners of a column's base flap at the bottom edge, drawn in where it is notched.
pub(super) fn feet(column: &Column, cuts: &[Cut]) -> (Point, Point) {
    let foot = |side: Length| {
        let own = |cut: &&Cut| cut.role == CutRole::Notch && cut.to.x == side && column.x.touches(cut.from.x);
        Point::new(cuts.iter().find(own).map_or(side, |cut| cut.from.x), Length::ZERO)
    };
    (foot(column.x.from), foot(column.x.to))
}

fn base_line(rows: &[Row]) -> Length {
    rows.iter().find(|row| row.band == Band::Base).map_or(Length::ZERO, |row| row.y.to)
}
