//! Cuts made after trimming, and the edge of the paper they leave.

use super::{Band, BaseCorners, Column, GussetPart, Panel, Point, Row, Span};
use crate::{Brief, Length};

/// What a cut is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum CutRole {
    /// Along a score from the bottom edge up to the base line.
    Slit,
    /// The taper beside a slit; what lies between the two falls away.
    Notch,
    /// Along the base line from the side edge to the corner line: frees an ear from its gusset.
    LevelSlit,
    /// Cuts a base corner square out, which is kept for tags and handles.
    CornerSquare,
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

/// Slits up to the base line between all flaps, tapered on the gusset's side, and the corners that are cut away.
pub(super) fn cuts(brief: &Brief, columns: &[Column], rows: &[Row], corners: BaseCorners) -> Vec<Cut> {
    let base = base_line(rows);
    let up = |foot, x, role| Cut { from: Point::new(foot, Length::ZERO), to: Point::new(x, base), role };
    let level = |x: Span, role| Cut { from: Point::new(x.from, base), to: Point::new(x.to, base), role };
    let mut cuts = Vec::new();
    for pair in columns.windows(2) {
        let beside_tab = pair.iter().any(|column| column.panel == Panel::Tab);
        let x = pair[0].x.to;
        match (beside_tab, corners) {
            (true, _) => cuts.push(up(x, x, CutRole::TabCorner)),
            (false, BaseCorners::Flaps) => cuts.push(up(x, x, CutRole::Slit)),
            (false, BaseCorners::CutOut) => cuts.push(up(x, x, CutRole::CornerSquare)),
            (false, BaseCorners::Ears) => {}
        }
    }
    let taper = taper(brief);
    for column in columns {
        match (column.panel, corners) {
            (Panel::Tab, _) => cuts.push(level(column.x, CutRole::TabCorner)),
            (Panel::Front | Panel::Back, _) => {}
            (Panel::Gusset { .. }, BaseCorners::CutOut) => cuts.push(level(column.x, CutRole::CornerSquare)),
            (Panel::Gusset { .. }, BaseCorners::Ears) => cuts.push(level(column.x, CutRole::LevelSlit)),
            (Panel::Gusset { part, .. }, BaseCorners::Flaps) if taper.is_positive() => {
                // Half gussets meet their twin in the middle: only their side at the face tapers.
                let at_face =
                    |side: Length| columns.iter().any(|other| other.panel.is_face() && other.x.touches(side));
                let Span { from, to } = column.x;
                for (side, foot) in [(from, from + taper), (to, to - taper)] {
                    if part == GussetPart::Whole || at_face(side) {
                        cuts.push(up(foot, side, CutRole::Notch));
                    }
                }
            }
            (Panel::Gusset { .. }, BaseCorners::Flaps) => {}
        }
    }
    cuts
}

/// The edge of the paper after the cuts, anticlockwise from the bottom-left corner. A plain slit has no width and
/// leaves no corner.
pub(super) fn outline(columns: &[Column], rows: &[Row], cuts: &[Cut], corners: BaseCorners) -> Vec<Point> {
    let right = columns.last().map_or(Length::ZERO, |column| column.x.to);
    let top = rows.last().map_or(Length::ZERO, |row| row.y.to);
    let base = base_line(rows);
    let mut edge = Vec::new();
    for column in columns {
        let head = |x| Point::new(x, base);
        let Span { from, to } = column.x;
        let cut_away =
            column.panel == Panel::Tab || (column.panel.is_gusset() && corners == BaseCorners::CutOut);
        if cut_away {
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
