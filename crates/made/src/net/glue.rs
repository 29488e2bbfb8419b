//! Where glue or tape goes, and on which face of the paper.

use super::columns::Stretch;
use super::lines::squash_reach;
use super::outline::Ends;
use super::{BaseCorners, Column, Panel, Point, Span, Zone};
use crate::brief::ClosingOrder;
use crate::{Brief, Length};

/// A face of the paper.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum PaperFace {
    /// The face that ends up outside the bag.
    Outside,
    /// The face that ends up inside the bag: the reverse of the sheet.
    Inside,
}

/// What a glue area holds together.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum GlueRole {
    /// The seam.
    Tab,
    /// A seam inside a face, closed flat on the table.
    FaceTab,
    /// A gusset that goes under its twin.
    Lap,
    /// An ear turned up against the inside of a gusset.
    Ear,
    /// The hem at the top.
    Hem,
    /// A base flap that folds over others.
    BaseFlap,
    /// Half a joining strip.
    Strip,
    /// Half a joining strip inside a face, glued flat on the table.
    FaceStrip,
    /// An outer triangle of a folded base.
    BaseCorner,
    /// Where the face flaps of a folded base lap.
    BaseLap,
    /// The outermost pleat of a flare.
    Pleat,
    /// The top of a lower piece, under the upper one.
    AllRound,
}

/// An area that carries glue or tape.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Glue {
    /// What it holds.
    pub role: GlueRole,
    /// The panel it lies on.
    pub panel: Panel,
    /// The face of the paper it lies on.
    pub face: PaperFace,
    /// Its corners, anticlockwise.
    pub corners: Vec<Point>,
}

impl GlueRole {
    /// The same, where it holds the parts of a face together.
    pub(super) const fn inside_face(self) -> Self {
        match self {
            Self::Tab => Self::FaceTab,
            Self::Strip => Self::FaceStrip,
            other => other,
        }
    }
}

/// All glue areas of a stretch of panels.
pub(super) fn areas(brief: &Brief, stretch: &Stretch, edge: &Ends) -> Vec<Glue> {
    let (body, hem) = (stretch.body(), stretch.row(Zone::Hem));
    let mut areas = Vec::new();
    for (index, column) in stretch.columns.iter().enumerate() {
        let panel = column.panel;
        if goes_under(brief, stretch, column) {
            areas.extend(going_under(brief, stretch, edge, index));
        }
        if let (true, BaseCorners::Ears, Some(base)) =
            (panel.is_gusset(), stretch.corners, stretch.row(Zone::Base))
        {
            let corners = rectangle(column.x, base);
            areas.push(Glue { role: GlueRole::Ear, panel, face: PaperFace::Outside, corners });
        }
        let has_hem = panel != Panel::Tab || brief.joins_reach_into_hem();
        if let (Some(hem), false, true) = (hem, stretch.is_joining_strip(), has_hem) {
            // A hem turned in meets the body with its inside face, a hem turned out with its outside face.
            let face = if brief.top.is_turned_out() { PaperFace::Outside } else { PaperFace::Inside };
            areas.push(Glue { role: GlueRole::Hem, panel, face, corners: edge.hem(stretch, index, hem) });
            if let Some(behind) = stretch.row(Zone::BackHem).filter(|_| !is_outermost(brief, panel)) {
                let corners = rectangle(column.x, behind);
                areas.push(Glue { role: GlueRole::Hem, panel: panel.behind(), face, corners });
            }
        }
        areas.extend(base_flap(brief, stretch, edge, index));
        if let (true, Some((pleats, _))) = (is_outermost(brief, panel), brief.build.pleated()) {
            // An even pleat ends up over the one of the back, an odd one under it.
            let face = if pleats.is_multiple_of(2) { PaperFace::Inside } else { PaperFace::Outside };
            areas.push(Glue { role: GlueRole::Pleat, panel, face, corners: rectangle(column.x, body) });
        }
    }
    areas
}

/// Tabs and joining strips go under; in a cradle pair the back piece's whole gussets do.
fn goes_under(brief: &Brief, stretch: &Stretch, column: &Column) -> bool {
    let is_lap = brief.build.has_double_gussets()
        && stretch.corners != BaseCorners::CutOut
        && column.panel.is_gusset();
    column.panel.is_join() || is_lap
}

fn is_outermost(brief: &Brief, panel: Panel) -> bool {
    matches!((brief.build.pleated(), panel), (Some((pleats, _)), Panel::Pleat { number, .. }) if number == pleats)
}

/// What goes under carries its glue on the outside. A hem turned out lies over its top, and there the glue goes on
/// the face the hem shows: the inside of the sheet.
fn going_under(brief: &Brief, stretch: &Stretch, edge: &Ends, index: usize) -> Vec<Glue> {
    let panel = stretch.columns[index].panel;
    let role = match panel {
        Panel::Tab => GlueRole::Tab,
        Panel::JoinHalf(_) => GlueRole::Strip,
        _ => GlueRole::Lap,
    };
    let area = |face, y| Glue { role, panel, face, corners: edge.under(stretch, index, y) };
    let body = stretch.body();
    let foot = if stretch.corners == BaseCorners::Folded { Length::ZERO } else { body.from };
    let depth = brief.top.hem();
    match stretch.row(Zone::Hem) {
        Some(hem)
            if brief.top.is_turned_out()
                && depth < body.length()
                && (panel != Panel::Tab || brief.joins_reach_into_hem()) =>
        {
            vec![area(PaperFace::Outside, Span::new(foot, body.to - depth)), area(PaperFace::Inside, hem)]
        }
        _ => vec![area(PaperFace::Outside, Span::new(foot, body.to))],
    }
}

/// What is glued on the flap below a column.
fn base_flap(brief: &Brief, stretch: &Stretch, edge: &Ends, index: usize) -> Vec<Glue> {
    let column = &stretch.columns[index];
    let (Some(base), true) = (stretch.row(Zone::Base), column.has_flap(stretch.corners)) else {
        return Vec::new();
    };
    let panel = column.panel;
    if stretch.corners == BaseCorners::Folded {
        return folded_base(brief, column, base);
    }
    let folds_over = match brief.closing {
        ClosingOrder::BackFirst => panel.is_front() || panel.is_gusset(),
        ClosingOrder::GussetsFirst => panel.is_face(),
    };
    if !folds_over {
        return Vec::new();
    }
    let (left, right) = edge.feet(stretch, index);
    let corners = vec![left, right, Point::new(column.x.to, base.to), Point::new(column.x.from, base.to)];
    vec![Glue { role: GlueRole::BaseFlap, panel, face: PaperFace::Inside, corners }]
}

/// Only the four outer triangles and the lap of the front flap, never the middle: that is the inside of the bag.
fn folded_base(brief: &Brief, column: &Column, base: Span) -> Vec<Glue> {
    let (panel, reach, Span { from, to }) = (column.panel, squash_reach(base, column.x), column.x);
    if !panel.is_face() {
        return Vec::new();
    }
    let foot = base.to - reach;
    let triangle = |corner: Length, inner: Length| {
        let (head, corner, inner) =
            (Point::new(corner, base.to), Point::new(corner, foot), Point::new(inner, foot));
        let corners = if corner.x < inner.x { vec![head, corner, inner] } else { vec![head, inner, corner] };
        Glue { role: GlueRole::BaseCorner, panel, face: PaperFace::Outside, corners }
    };
    let mut areas = vec![triangle(from, from + reach), triangle(to, to - reach)];
    let (left, right) = (from + reach, to - reach);
    // Where the ends cross nothing is left between them to lap.
    if let (Panel::Front, Some(lap), true) = (panel, brief.build.folded_lap(), left <= right) {
        let lap = lap.min(base.length());
        let at = |x, y| Point::new(x, base.from + y);
        let corners =
            vec![at(left, Length::ZERO), at(right, Length::ZERO), at(right + lap, lap), at(left - lap, lap)];
        areas.push(Glue { role: GlueRole::BaseLap, panel, face: PaperFace::Inside, corners });
    }
    areas
}

fn rectangle(x: Span, y: Span) -> Vec<Point> {
    vec![
        Point::new(x.from, y.from),
        Point::new(x.to, y.from),
        Point::new(x.to, y.to),
        Point::new(x.from, y.to),
    ]
}
