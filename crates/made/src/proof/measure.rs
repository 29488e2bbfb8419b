//! Measurements taken on the folded facets, in millimetres.

use crate::Length;
use crate::brief::Top;
use crate::folded::{Folded, Turned};
use crate::net::{Crease, CreaseRole, Fold, Joint, Lap, Net, Panel, Seam, Zone};
use crate::plane::{Point, Span};
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
    pub fn of(folded: &Folded, wanted: impl Fn((Panel, Zone)) -> bool) -> Self {
        let corners = folded.facets.iter().filter(|facet| wanted(facet.part)).flat_map(Turned::corners);
        let start = Self { least: DVec3::INFINITY, most: DVec3::NEG_INFINITY };
        corners.fold(start, |all, corner| Self { least: all.least.min(*corner), most: all.most.max(*corner) })
    }

    /// From its least to its most corner, in millimetres.
    pub fn size(&self) -> DVec3 {
        self.most - self.least
    }
}

/// The largest distance between two points of a seam's edges that should be one, all along the body.
pub(super) fn seam_gap(net: &Net, folded: &Folded) -> f64 {
    let gaps = net.seams.iter().map(|seam| {
        let (tab, over) = (edge(net, folded, seam.under, true), edge(net, folded, seam.over, false));
        let ends =
            |edge: &BTreeMap<Length, DVec3>| Some((*edge.first_key_value()?.0, *edge.last_key_value()?.0));
        if ends(&tab).is_none() || ends(&tab) != ends(&over) {
            return f64::INFINITY;
        }
        let shared = tab.iter().filter_map(|(rise, point)| Some(point.distance(*over.get(rise)?)));
        shared.fold(0.0, f64::max)
    });
    let levels = net.laps.iter().map(|lap| level_gap(folded, lap));
    gaps.chain(levels).fold(0.0, f64::max)
}

/// The largest distance of the bottom edge of an upper blank from its line on the lower one.
fn level_gap(folded: &Folded, lap: &Lap) -> f64 {
    let mut gap = f64::NEG_INFINITY;
    for (under, over) in folded.lapped(lap) {
        let (under, over) = (&folded.facets[under], &folded.facets[over]);
        for corner in over.flat.corners.iter().filter(|corner| corner.y == Length::ZERO) {
            let line = Point::new(corner.x, lap.line);
            gap = gap.max(under.place(line).distance(over.place(*corner)));
        }
    }
    if gap.is_finite() { gap } else { f64::INFINITY }
}

/// The points of one edge of a seam by their height above the base. For the paper that goes under it is the edge of the
/// panel beside it.
fn edge(net: &Net, folded: &Folded, joint: Joint, beside: bool) -> BTreeMap<Length, DVec3> {
    let blank = &net.blanks[joint.blank];
    let Some(body) = blank.body_of(joint.panel) else { return BTreeMap::new() };
    let is_behind = blank.row(Zone::BackBody).is_some_and(|row| row.y == body);
    let rise = |y: Length| if is_behind { body.to - y } else { y - body.from };
    folded
        .facets
        .iter()
        .filter(|facet| facet.blank == joint.blank && facet.part.1 == Zone::Body)
        .filter(|facet| (facet.part.0 != joint.panel) == beside)
        .flat_map(|facet| facet.flat.corners.iter().map(move |corner| (facet, *corner)))
        .filter(|(_, corner)| corner.x == joint.x && body.touches(corner.y))
        .map(|(facet, corner)| (rise(corner.y), facet.place(corner)))
        .collect()
}

/// How far what is glued under reaches out from the panel over it, or off it.
pub(super) fn tab_sticking_out(net: &Net, folded: &Folded) -> f64 {
    let seams = net.seams.iter().map(|seam| sticking_out(net, folded, seam));
    seams.chain(net.laps.iter().map(|lap| lap_off(net, folded, lap))).fold(0.0, f64::max)
}

/// How far the lap of a lower blank reaches out above the upper one, or off it.
fn lap_off(net: &Net, folded: &Folded, lap: &Lap) -> f64 {
    let cover = net.blanks[lap.over].row(Zone::Body).map_or(Length::ZERO, |row| row.y.to);
    let pairs = folded.lapped(lap).flat_map(|(under, over)| {
        let (under, over) = (&folded.facets[under], &folded.facets[over]);
        let off = move |corner: &Point| {
            let point = lap.over_point(*corner);
            under.place(*corner).distance(over.place(point)).max((point.y - cover).mm())
        };
        under.flat.corners.iter().map(off).collect::<Vec<_>>()
    });
    let most = pairs.fold(f64::NEG_INFINITY, f64::max);
    if most.is_finite() { most.max(0.0) } else { f64::INFINITY }
}

fn sticking_out(net: &Net, folded: &Folded, seam: &Seam) -> f64 {
    let cover = net.blanks[seam.over.blank].columns[seam.over.column].x;
    let own = |facet: &&Turned| facet.blank == seam.under.blank && facet.part.0 == seam.under.panel;
    let beyond = folded
        .facets
        .iter()
        .filter(own)
        .flat_map(|facet| &facet.flat.corners)
        .filter_map(|corner| seam.over_point(net, *corner))
        .map(|point| (cover.from - point.x).max(point.x - cover.to).mm())
        .fold(f64::NEG_INFINITY, f64::max);
    let apart = folded.glued(net, seam).flat_map(|(under, over)| {
        let (under, over) = (&folded.facets[under], &folded.facets[over]);
        let apart = |corner: &Point| {
            let point = seam.over_point(net, *corner)?;
            Some(under.place(*corner).distance(over.place(point)))
        };
        under.flat.corners.iter().filter_map(apart).collect::<Vec<_>>()
    });
    if beyond == f64::NEG_INFINITY { f64::INFINITY } else { apart.fold(beyond.max(0.0), f64::max) }
}

/// Highest minus lowest of the panels' upper edges.
pub(super) fn mouth_spread(net: &Net, folded: &Folded) -> f64 {
    let tops = || {
        let walls =
            folded.facets.iter().filter(|facet| facet.part.1 == Zone::Body && !facet.part.0.is_join());
        // The top of a lower piece is hidden under the upper one.
        let walls = walls.filter(|facet| !net.blanks[facet.blank].lap.is_positive());
        walls.flat_map(|facet| {
            let blank = &net.blanks[facet.blank];
            let body = blank.body_of(facet.part.0);
            let is_behind = blank.row(Zone::BackBody).is_some_and(|row| Some(row.y) == body);
            let top = body.map(|body| if is_behind { body.from } else { body.to });
            let corners = facet.flat.corners.iter().filter(move |corner| Some(corner.y) == top);
            corners.map(move |corner| facet.place(*corner).y)
        })
    };
    tops().fold(f64::NEG_INFINITY, f64::max) - tops().fold(f64::INFINITY, f64::min)
}

/// How far any facet of the hem is from lying flat within the body of its own panel.
pub(super) fn hem_gap(net: &Net, folded: &Folded) -> f64 {
    let hem = folded.facets.iter().filter(|facet| facet.part.1 == Zone::Hem);
    let gaps = hem.map(|facet| {
        let blank = &net.blanks[facet.blank];
        let column = blank.column_of(facet.part.0);
        let body = blank.body_of(facet.part.0);
        match (column, body, find(folded, facet.blank, (facet.part.0, Zone::Body))) {
            (Some(column), Some(body), Some(panel)) => off_rectangle(panel, facet, column.x, body),
            _ => f64::INFINITY,
        }
    });
    gaps.fold(0.0, f64::max)
}

/// Length of hem line whose fold turns the hem to the other side than `hem` does.
pub(super) fn hem_on_wrong_side(hem: Top, net: &Net) -> f64 {
    let right = if hem.is_turned_out() { Fold::Valley } else { Fold::Mountain };
    let lines = net
        .blanks
        .iter()
        .flat_map(|blank| &blank.creases)
        .filter(|crease| crease.role == CreaseRole::HemLine);
    lines.filter(|crease| crease.fold != right).map(|crease| (crease.to.x - crease.from.x).mm()).sum()
}

/// Length of the lines below the base line of a folded base whose fold does not bring the face flap over the end: the
/// slanted ones are mountains, the corner lines between them valleys.
pub(super) fn ends_over(net: &Net) -> f64 {
    let lines = net.blanks.iter().flat_map(|blank| {
        let base = blank.row(Zone::Body).map_or(Length::ZERO, |row| row.y.from);
        blank.creases.iter().filter(move |crease| crease.from.y < base && crease.to.y <= base)
    });
    let right = |crease: &Crease| match crease.role {
        CreaseRole::SquashDiagonal => crease.fold == Fold::Mountain,
        CreaseRole::TuckLine => crease.fold == Fold::Valley,
        _ => true,
    };
    lines.filter(|crease| !right(crease)).map(|crease| (crease.to.y - crease.from.y).mm()).sum()
}

/// How far any ear is from lying flat against the body of its gusset.
pub(super) fn ear_gap(net: &Net, folded: &Folded) -> f64 {
    let ears = folded.facets.iter().filter(|facet| facet.part.1 == Zone::Ear);
    let gaps = ears.map(|ear| {
        let blank = &net.blanks[ear.blank];
        let column = blank.columns.iter().find(|column| column.panel == ear.part.0);
        match (column, blank.row(Zone::Body), find(folded, ear.blank, (ear.part.0, Zone::Body))) {
            (Some(column), Some(body), Some(panel)) => off_rectangle(panel, ear, column.x, body.y),
            _ => f64::INFINITY,
        }
    });
    gaps.fold(0.0, f64::max)
}

fn find(folded: &Folded, blank: usize, part: (Panel, Zone)) -> Option<&Turned> {
    folded.facets.iter().find(|facet| facet.blank == blank && facet.part == part)
}

/// How far `facet` lies off the rectangle `x` × `y` of the panel that `on` is part of: beside it or off its plane.
fn off_rectangle(on: &Turned, facet: &Turned, x: Span, y: Span) -> f64 {
    let back = on.pose.inverse();
    let beyond = |value: f64, span: Span| (span.from.mm() - value).max(value - span.to.mm()).max(0.0);
    facet
        .corners()
        .iter()
        .map(|corner| back.transform_point3(*corner))
        .map(|flat| beyond(flat.x, x).max(beyond(flat.y, y)).max(flat.z.abs()))
        .fold(0.0, f64::max)
}
