//! A DXF in text: layers named by their tools, lines, arcs, circles and polylines.

use super::{Drawing, LARGEST, Line, MOST_LINES, MOST_POINTS, NEAR, Unreadable, refuse, too_many_points};
use crate::{Spot, Tool, far};
use ::dxf::Drawing as Dxf;
use ::dxf::entities::{Entity, EntityType};
use ::dxf::enums::Units;

pub(super) fn read(text: &str) -> Result<Drawing, Unreadable> {
    if !text.trim_start().starts_with('0') && !text.trim_start().starts_with("999") {
        return refuse("This is no DXF in text: it does not begin with a group code.");
    }
    // The crate that reads it allocates by what the file says; a panic of its own is a file that cannot be read, no more.
    let loaded = std::panic::catch_unwind(|| Dxf::load(&mut text.as_bytes()));
    let drawing = match loaded {
        Ok(Ok(drawing)) => drawing,
        Ok(Err(error)) => {
            let why: String = error.to_string().chars().take(120).collect();
            return refuse(format!("This DXF cannot be read: {why}."));
        }
        Err(_) => return refuse("This DXF cannot be read: it breaks off or contradicts itself."),
    };
    let mm = match drawing.header.default_drawing_units {
        Units::Millimeters => 1.0,
        Units::Centimeters => 10.0,
        Units::Inches => 25.4,
        _ => {
            return refuse(
                "The drawing does not say its unit as millimetres, centimetres or inches, so nobody knows how large it is.",
            );
        }
    };
    let mut found = Drawing { size: [0.0; 2], lines: Vec::new(), left_out: 0 };
    let mut room = MOST_POINTS;
    for entity in drawing.entities() {
        let Some(tool) = Tool::of_layer(&entity.common.layer) else {
            found.left_out += 1;
            continue;
        };
        let Some(points) = points(entity) else {
            found.left_out += 1;
            continue;
        };
        let Some(left) = room.checked_sub(points.len()) else { return too_many_points() };
        room = left;
        found
            .lines
            .push(Line { tool, points: points.into_iter().map(|spot| spot.map(|n| n * mm)).collect() });
        if found.lines.len() > MOST_LINES {
            return refuse(format!("It has more than {MOST_LINES} lines; that is too much for one sheet."));
        }
    }
    let far_corner = &drawing.header.maximum_drawing_extents;
    let spots = || found.lines.iter().flat_map(|line| &line.points);
    let reach = |side: usize| spots().map(|spot| spot[side]).fold(0.0, f64::max);
    let given = [far_corner.x * mm, far_corner.y * mm];
    found.size = [0, 1].map(|side| {
        if given[side].is_finite() && given[side] > 0.0 && given[side] <= LARGEST {
            given[side]
        } else {
            reach(side)
        }
    });
    Ok(found)
}

fn points(entity: &Entity) -> Option<Vec<Spot>> {
    let arc = |centre: Spot, radius: f64, from: f64, turn: f64| {
        let count = ((radius.abs() * turn.abs() * 0.2 / NEAR).sqrt()).clamp(4.0, 400.0).ceil();
        (0..=count as u32)
            .map(|n| {
                let angle = from + turn * f64::from(n) / count;
                [centre[0] + radius * angle.cos(), centre[1] + radius * angle.sin()]
            })
            .collect::<Vec<Spot>>()
    };
    Some(match &entity.specific {
        EntityType::Line(line) => vec![[line.p1.x, line.p1.y], [line.p2.x, line.p2.y]],
        EntityType::Circle(circle) => {
            arc([circle.center.x, circle.center.y], circle.radius, 0.0, std::f64::consts::TAU)
        }
        EntityType::Arc(own) => {
            let (from, to) = (own.start_angle.to_radians(), own.end_angle.to_radians());
            arc([own.center.x, own.center.y], own.radius, from, (to - from).rem_euclid(std::f64::consts::TAU))
        }
        EntityType::LwPolyline(line) => {
            let vertices: Vec<(Spot, f64)> = line.vertices.iter().map(|v| ([v.x, v.y], v.bulge)).collect();
            bulged(&vertices, line.is_closed(), arc)
        }
        EntityType::Polyline(line) => {
            let vertices: Vec<(Spot, f64)> =
                line.vertices().map(|v| ([v.location.x, v.location.y], v.bulge)).collect();
            bulged(&vertices, line.is_closed(), arc)
        }
        _ => return None,
    })
}

/// A polyline whose stretches may be arcs: the bulge is the tangent of a quarter of the angle (DXF reference, group code 42).
fn bulged(
    vertices: &[(Spot, f64)],
    closed: bool,
    arc: impl Fn(Spot, f64, f64, f64) -> Vec<Spot>,
) -> Vec<Spot> {
    let Some((first, _)) = vertices.first() else { return Vec::new() };
    let mut points = vec![*first];
    let nexts = vertices.iter().skip(1).chain(closed.then_some(&vertices[0]));
    for ((from, bulge), (to, _)) in vertices.iter().zip(nexts) {
        if *bulge != 0.0 && far(*from, *to) > 1e-9 {
            let angle = 4.0 * bulge.atan();
            let lift = 1.0 / (angle / 2.0).tan();
            let centre = [
                (from[0] + to[0] - (to[1] - from[1]) * lift) / 2.0,
                (from[1] + to[1] + (to[0] - from[0]) * lift) / 2.0,
            ];
            let begin = (from[1] - centre[1]).atan2(from[0] - centre[0]);
            points.extend(arc(centre, far(centre, *from), begin, angle).into_iter().skip(1));
            points.pop();
        }
        points.push(*to);
    }
    points
}
