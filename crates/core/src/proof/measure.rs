//! Measurements taken on the folded facets, in millimetres.

use crate::Length;
use crate::brief::Hem;
use crate::folded::{Folded, Turned};
use crate::net::{Band, CreaseRole, Fold, Joint, Net, Panel, Span};
use glam::DVec3;
use std::collections::BTreeMap;

/// A measurement in millimetres as a length; what cannot be measured is [`Length::MAX`].
pub(super) fn length(mm: f64) -> Length {
    if mm.is_finite() { Length::from_nm((mm * 1e6).round() as i64) } else { Length::MAX }
}

/// The box round some facets.
pub(super) struct Extent {
    pub least: DVec3,
    pub most: DVec3,
}

impl Extent {
    /// The box round all facets of the parts that `wanted` picks. It has no finite size if there are none.
    pub fn of(folded: &Folded, wanted: impl Fn((Panel, Band)) -> bool) -> Self {
        let corners = folded.facets.iter().filter(|facet| wanted(facet.part)).flat_map(Turned::corners);
        let start = Self { least: DVec3::INFINITY, most: DVec3::NEG_INFINITY };
        corners.fold(start, |all, corner| Self { least: all.least.min(corner), most: all.most.max(corner) })
    }

    /// From its least to its most corner.
    pub fn size(&self) -> DVec3 {
        self.most - self.least
    }
}

/// The largest distance between two points of a seam's edges that should be one, over body and hem.
pub(super) fn seam_gap(net: &Net, folded: &Folded) -> f64 {
    let gaps = net.seams.iter().map(|seam| {
        let (tab, over) = (edge(net, folded, seam.under, true), edge(net, folded, seam.over, false));
        if tab.is_empty() || tab.len() != over.len() {
            return f64::INFINITY;
        }
        tab.iter()
            .map(|(y, point)| over.get(y).map_or(f64::INFINITY, |other| point.distance(*other)))
            .fold(0.0, f64::max)
    });
    gaps.fold(0.0, f64::max)
}

/// The points of one edge of a seam, by height on the sheet, from the base line up. For the paper that goes under it
/// is the edge of the panel beside it.
fn edge(net: &Net, folded: &Folded, joint: Joint, beside: bool) -> BTreeMap<Length, DVec3> {
    let Joint { strip, column, x } = joint;
    let own = net.strips[strip].columns[column].panel;
    folded
        .facets
        .iter()
        .filter(|facet| facet.strip == strip && (facet.part.0 != own) == beside)
        .filter(|facet| matches!(facet.part.1, Band::Body | Band::Hem))
        .flat_map(|facet| facet.flat.corners.iter().map(move |corner| (facet, *corner)))
        .filter(|(_, corner)| corner.x == x)
        .filter(|(facet, corner)| facet.part.1 == Band::Hem || !is_between_creases(facet, corner.y))
        .map(|(facet, corner)| (corner.y, facet.place(corner)))
        .collect()
}

/// True for a corner inside the height of the body, where one side of a seam may be creased and the other not.
fn is_between_creases(facet: &Turned, y: Length) -> bool {
    let heights = facet.flat.corners.iter().map(|corner| corner.y);
    heights.clone().min() < Some(y) && Some(y) < heights.max()
}

/// How far the tab reaches out from under the panel laid over it, or off its plane.
pub(super) fn tab_sticking_out(net: &Net, folded: &Folded) -> f64 {
    let out = net.seams.iter().map(|seam| {
        let Joint { strip, column, .. } = seam.over;
        let column = net.strips[strip].columns[column];
        let body = net.strips[strip].row(Band::Body).map(|row| row.y);
        let (Some(body), Some(cover)) = (body, find(folded, strip, (column.panel, Band::Body))) else {
            return f64::INFINITY;
        };
        let under = net.strips[seam.under.strip].columns[seam.under.column].panel;
        let own = |facet: &&Turned| facet.strip == seam.under.strip && facet.part == (under, Band::Body);
        folded
            .facets
            .iter()
            .filter(own)
            .map(|facet| off_rectangle(cover, facet, column.x, body))
            .fold(0.0, f64::max)
    });
    out.fold(0.0, f64::max)
}

/// How far any facet of the turned band is from lying flat within the body of its own panel.
pub(super) fn hem_gap(net: &Net, folded: &Folded) -> f64 {
    let hem = folded.facets.iter().filter(|facet| facet.part.1 == Band::Hem);
    let gaps = hem.map(|facet| {
        let strip = &net.strips[facet.strip];
        let column = strip.columns.iter().find(|column| column.panel == facet.part.0);
        let body = strip.row(Band::Body);
        match (column, body, find(folded, facet.strip, (facet.part.0, Band::Body))) {
            (Some(column), Some(body), Some(panel)) => off_rectangle(panel, facet, column.x, body.y),
            _ => f64::INFINITY,
        }
    });
    gaps.fold(0.0, f64::max)
}

/// Length of hem line whose fold turns the band to the other side than `hem` does.
pub(super) fn hem_on_wrong_side(hem: Hem, net: &Net) -> f64 {
    let right = if matches!(hem, Hem::Out { .. }) { Fold::Valley } else { Fold::Mountain };
    let lines = net
        .strips
        .iter()
        .flat_map(|strip| &strip.creases)
        .filter(|crease| crease.role == CreaseRole::HemLine);
    lines.filter(|crease| crease.fold != right).map(|crease| (crease.to.x - crease.from.x).mm()).sum()
}

/// How far any ear is from lying flat against the body of its gusset.
pub(super) fn ear_gap(net: &Net, folded: &Folded) -> f64 {
    let ears = folded.facets.iter().filter(|facet| facet.part.1 == Band::Ear);
    let gaps = ears.map(|ear| {
        let strip = &net.strips[ear.strip];
        let column = strip.columns.iter().find(|column| column.panel == ear.part.0);
        match (column, strip.row(Band::Body), find(folded, ear.strip, (ear.part.0, Band::Body))) {
            (Some(column), Some(body), Some(panel)) => off_rectangle(panel, ear, column.x, body.y),
            _ => f64::INFINITY,
        }
    });
    gaps.fold(0.0, f64::max)
}

fn find(folded: &Folded, strip: usize, part: (Panel, Band)) -> Option<&Turned> {
    folded.facets.iter().find(|facet| facet.strip == strip && facet.part == part)
}

/// How far `facet` lies off the rectangle `x` × `y` of the panel that `on` is part of: beside it or off its plane.
fn off_rectangle(on: &Turned, facet: &Turned, x: Span, y: Span) -> f64 {
    let back = on.pose.inverse();
    let beyond = |value: f64, span: Span| (span.from.mm() - value).max(value - span.to.mm()).max(0.0);
    facet
        .corners()
        .into_iter()
        .map(|corner| back.transform_point3(corner))
        .map(|flat| beyond(flat.x, x).max(beyond(flat.y, y)).max(flat.z.abs()))
        .fold(0.0, f64::max)
}
