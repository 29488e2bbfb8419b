//! Where glue or tape goes, and on which face of the paper.

use super::outline::feet;
use super::{Band, BaseCorners, Column, Cut, Panel, Point, Row, Span};
use crate::Brief;
use crate::brief::{Build, ClosingOrder, Hem};

/// A face of the paper.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Face {
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
    /// A gusset that goes under its twin.
    Lap,
    /// An ear turned up against the inside of a gusset.
    Ear,
    /// The turned band at the top.
    Hem,
    /// A base flap that folds over others.
    BaseFlap,
}

/// An area that carries glue or tape.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Glue {
    /// What it holds.
    pub role: GlueRole,
    /// The panel it lies on.
    pub panel: Panel,
    /// The face of the paper it lies on.
    pub face: Face,
    /// Its corners, anticlockwise.
    pub corners: Vec<Point>,
}

/// All glue areas of a run of panels.
pub(super) fn areas(
    brief: &Brief,
    columns: &[Column],
    rows: &[Row],
    cuts: &[Cut],
    corners: BaseCorners,
) -> Vec<Glue> {
    let row = |band| rows.iter().find(|row| row.band == band).map(|row| row.y);
    let (base, body, hem) = (row(Band::Base), row(Band::Body), row(Band::Hem));
    let mut areas = Vec::new();
    for column in columns {
        // In a cradle pair the back piece's whole gussets go under, as tabs do.
        let under = column.panel == Panel::Tab
            || (matches!(brief.build, Build::CradlePair { .. })
                && corners != BaseCorners::CutOut
                && column.panel.is_gusset());
        if let (true, Some(body)) = (under, body) {
            areas.extend(going_under(brief.hem, column, body, hem));
        }
        if let (true, BaseCorners::Ears, Some(base)) = (column.panel.is_gusset(), corners, base) {
            let corners = rectangle(column.x, base);
            areas.push(Glue { role: GlueRole::Ear, panel: column.panel, face: Face::Outside, corners });
        }
        if let Some(hem) = hem {
            // A band turned in meets the body with its inside face, a band turned out with its outside face.
            let face = if matches!(brief.hem, Hem::Out { .. }) { Face::Outside } else { Face::Inside };
            let corners = rectangle(column.x, hem);
            areas.push(Glue { role: GlueRole::Hem, panel: column.panel, face, corners });
        }
        let folds_over = match brief.closing {
            ClosingOrder::BackFirst => column.panel == Panel::Front || column.panel.is_gusset(),
            ClosingOrder::GussetsFirst => column.panel.is_face(),
        };
        if let (true, true, Some(base)) = (folds_over, column.has_flap(corners), base) {
            let corners = flap(column, base, cuts);
            areas.push(Glue { role: GlueRole::BaseFlap, panel: column.panel, face: Face::Inside, corners });
        }
    }
    areas
}

/// What goes under carries its glue on the outside. A hem turned out lies over its top, and there the glue goes on
/// the face the band shows: the inside of the sheet.
fn going_under(turn: Hem, tab: &Column, body: Span, hem: Option<Span>) -> Vec<Glue> {
    let role = if tab.panel == Panel::Tab { GlueRole::Tab } else { GlueRole::Lap };
    let area = |face, y| Glue { role, panel: tab.panel, face, corners: rectangle(tab.x, y) };
    match (turn, hem) {
        (Hem::Out { depth }, Some(hem)) if depth < body.length() => {
            vec![area(Face::Outside, Span::new(body.from, body.to - depth)), area(Face::Inside, hem)]
        }
        _ => vec![area(Face::Outside, body)],
    }
}

fn rectangle(x: Span, y: Span) -> Vec<Point> {
    vec![
        Point::new(x.from, y.from),
        Point::new(x.to, y.from),
        Point::new(x.to, y.to),
        Point::new(x.from, y.to),
    ]
}

/// The four corners of a base flap, drawn in where it is notched.
fn flap(column: &Column, base: Span, cuts: &[Cut]) -> Vec<Point> {
    let (left, right) = feet(column, cuts);
    vec![left, right, Point::new(column.x.to, base.to), Point::new(column.x.from, base.to)]
}
