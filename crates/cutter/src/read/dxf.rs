//! A DXF in text: lines, arcs, circles, ellipses, splines, polylines and blocks, in layers named by their tools or by anything else.

use super::curves::{arc, bulged, ellipse, spline, turn};
use super::found::Found;
use super::{Told, Unit, Unreadable, ask_unit, refuse};
use crate::At;
use ::dxf::entities::{Entity, EntityType};
use ::dxf::enums::Units;
use ::dxf::{Color, Drawing as Dxf};
use std::collections::{HashMap, HashSet};

/// Blocks in blocks are followed no deeper than that.
const DEEPEST: usize = 12;
/// The most entities that are looked at, blocks over and over.
const MOST_VISITS: usize = 200_000;

pub(super) fn read(text: &str, told: &Told) -> Result<Found, Unreadable> {
    if text.starts_with("AutoCAD Binary DXF") {
        return refuse("This is a DXF in binary. Write it as text (ASCII).");
    }
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
    let mm = match (drawing.header.default_drawing_units, told.unit) {
        (_, Some(unit)) => unit.mm(),
        (Units::Millimeters, None) => Unit::Millimetre.mm(),
        (Units::Centimeters, None) => Unit::Centimetre.mm(),
        (Units::Inches, None) => Unit::Inch.mm(),
        (_, None) => {
            return ask_unit(
                "The drawing does not say whether it is in millimetres, centimetres or inches: say it, so that its size is known.",
            );
        }
    };
    let mut found = Found::default();
    let off = switched_off(text);
    let mut reader = Reader {
        blocks: drawing.blocks().map(|block| (block.name.to_lowercase(), block)).collect(),
        colours: drawing.layers().map(|layer| (layer.name.to_lowercase(), layer.color.clone())).collect(),
        off,
        visits: 0,
        found: &mut found,
    };
    for entity in drawing.entities() {
        reader.follow(entity, &Place { mm, ..Place::PLAIN }, None)?;
    }
    let corner = &drawing.header.maximum_drawing_extents;
    let low = &drawing.header.minimum_drawing_extents;
    let given = [corner.x * mm, corner.y * mm];
    // A sheet of its own begins at the origin; anything else is as large as its lines.
    let is_sheet = low.x.abs() < 1e-9
        && low.y.abs() < 1e-9
        && given.iter().all(|side| side.is_finite() && *side > 0.0 && *side <= super::LARGEST);
    found.size = is_sheet.then_some(given);
    Ok(found)
}

/// Layers that are switched off or frozen, in small letters: read from the table itself (DXF reference, LAYER: code 62 below nothing
/// is off, bit 1 of code 70 is frozen).
fn switched_off(text: &str) -> HashSet<String> {
    let mut lines = text.lines();
    let (mut off, mut in_layer, mut name, mut hidden) = (HashSet::new(), false, String::new(), false);
    while let (Some(code), Some(value)) = (lines.next(), lines.next()) {
        let (code, value) = (code.trim(), value.trim());
        match code {
            "0" => {
                if in_layer && hidden {
                    off.insert(std::mem::take(&mut name));
                }
                (in_layer, hidden) = (value == "LAYER", false);
            }
            "2" if in_layer => name = value.to_lowercase(),
            "62" if in_layer => hidden |= value.starts_with('-'),
            "70" if in_layer => hidden |= value.parse::<i64>().is_ok_and(|flags| flags & 1 == 1),
            _ => {}
        }
    }
    off
}

/// How a block is laid into the drawing.
#[derive(Clone, Copy)]
struct Place {
    mm: f64,
    /// x and y of a spot are (a x + c y + e, b x + d y + f).
    turn: [f64; 6],
    depth: usize,
}

impl Place {
    const PLAIN: Self = Self { mm: 1.0, turn: [1.0, 0.0, 0.0, 1.0, 0.0, 0.0], depth: 0 };

    fn spot(&self, [x, y]: At) -> At {
        let [a, b, c, d, e, f] = self.turn;
        [(a * x + c * y + e) * self.mm, (b * x + d * y + f) * self.mm]
    }

    /// This one first, then the place it is in.
    fn within(self, own: [f64; 6]) -> Self {
        let [a, b, c, d, e, f] = self.turn;
        let [p, q, r, s, t, u] = own;
        let turn = [
            a * p + c * q,
            b * p + d * q,
            a * r + c * s,
            b * r + d * s,
            a * t + c * u + e,
            b * t + d * u + f,
        ];
        Self { turn, depth: self.depth + 1, ..self }
    }
}

struct Reader<'a> {
    blocks: HashMap<String, &'a ::dxf::Block>,
    colours: HashMap<String, Color>,
    off: HashSet<String>,
    visits: usize,
    found: &'a mut Found,
}

impl Reader<'_> {
    /// One entity where it lies. What is in layer 0 of a block is in the layer of the block.
    fn follow(&mut self, entity: &Entity, place: &Place, outer: Option<&Entity>) -> Result<(), Unreadable> {
        self.visits += 1;
        if self.visits > MOST_VISITS {
            return refuse("Its blocks stand in one another so often that it is too much for one sheet.");
        }
        let own = &entity.common;
        let layer = match outer {
            Some(outer) if own.layer == "0" || own.layer.is_empty() => &outer.common.layer,
            _ => &own.layer,
        };
        if own.is_in_paper_space {
            self.found.leave("on the page around the drawing, not in it", 1);
            return Ok(());
        }
        if !own.is_visible || self.off.contains(&layer.to_lowercase()) {
            self.found.leave("in layers that are switched off", 1);
            return Ok(());
        }
        if let EntityType::Insert(insert) = &entity.specific {
            return self.insert(insert, entity, place);
        }
        let Some(points) = points(entity) else {
            self.found.leave("that are no lines (words, figures, fillings)", 1);
            return Ok(());
        };
        let colour = self.colour(entity, layer, outer);
        let name = if layer == "0" { "" } else { layer };
        self.found.add(name, &colour, points.into_iter().map(|spot| place.spot(spot)).collect())
    }

    fn insert(
        &mut self,
        insert: &::dxf::entities::Insert,
        entity: &Entity,
        place: &Place,
    ) -> Result<(), Unreadable> {
        let Some(block) = self.blocks.get(&insert.name.to_lowercase()).copied() else {
            self.found.leave("that stand for a block which is not in the file", 1);
            return Ok(());
        };
        if place.depth >= DEEPEST {
            return refuse("Its blocks stand in one another without end.");
        }
        let (sin, cos) = insert.rotation.to_radians().sin_cos();
        let mirrored = if insert.extrusion_direction.z < 0.0 { -1.0 } else { 1.0 };
        let (columns, rows) = (insert.column_count.max(1), insert.row_count.max(1));
        for (column, row) in (0..columns).flat_map(|column| (0..rows).map(move |row| (column, row))) {
            // Scaled about its own base, then turned, then moved.
            let (a, d) = (insert.x_scale_factor, insert.y_scale_factor);
            let (shift_x, shift_y) =
                (f64::from(column) * insert.column_spacing, f64::from(row) * insert.row_spacing);
            let (base_x, base_y) = (-block.base_point.x * a + shift_x, -block.base_point.y * d + shift_y);
            let own = [
                mirrored * cos * a,
                sin * a,
                mirrored * -sin * d,
                cos * d,
                mirrored * (cos * base_x - sin * base_y + insert.location.x),
                sin * base_x + cos * base_y + insert.location.y,
            ];
            let within = place.within(own);
            self.visits += 1;
            if self.visits > MOST_VISITS {
                return refuse("Its blocks stand in one another so often that it is too much for one sheet.");
            }
            for inner in &block.entities {
                self.follow(inner, &within, Some(entity))?;
            }
        }
        Ok(())
    }

    /// The colour of a line: its own, that of its layer, or that of the block it is in.
    fn colour(&self, entity: &Entity, layer: &str, outer: Option<&Entity>) -> String {
        let of = |entity: &Entity| match (entity.common.color_24_bit, entity.common.color.index()) {
            (rgb, _) if rgb > 0 => Some(format!("#{rgb:06x}")),
            (_, Some(index)) => Some(format!("colour {index}")),
            _ => None,
        };
        let by_layer = || {
            self.colours
                .get(&layer.to_lowercase())
                .and_then(Color::index)
                .map(|index| format!("colour {index}"))
        };
        let by_block = || outer.filter(|_| entity.common.color.is_by_block()).and_then(of);
        of(entity).or_else(by_block).or_else(by_layer).unwrap_or_default()
    }
}

fn points(entity: &Entity) -> Option<Vec<At>> {
    // What is drawn from behind has its x the other way round (DXF reference, the arbitrary axis).
    let seen = |behind: bool, points: Vec<At>| -> Vec<At> {
        if behind { points.into_iter().map(|[x, y]| [-x, y]).collect() } else { points }
    };
    Some(match &entity.specific {
        EntityType::Line(line) => vec![[line.p1.x, line.p1.y], [line.p2.x, line.p2.y]],
        EntityType::Circle(circle) => seen(
            circle.normal.z < 0.0,
            arc([circle.center.x, circle.center.y], circle.radius, 0.0, std::f64::consts::TAU),
        ),
        EntityType::Arc(own) => {
            let (from, to) = (own.start_angle.to_radians(), own.end_angle.to_radians());
            seen(own.normal.z < 0.0, arc([own.center.x, own.center.y], own.radius, from, turn(from, to)))
        }
        EntityType::Ellipse(own) => {
            let major = [own.major_axis.x, own.major_axis.y];
            // Seen from behind it runs the other way round.
            let ratio = if own.normal.z < 0.0 { -own.minor_axis_ratio } else { own.minor_axis_ratio };
            let (from, to) = (own.start_parameter, own.end_parameter);
            ellipse([own.center.x, own.center.y], major, ratio, from, turn(from, to))
        }
        EntityType::Spline(own) => {
            let spots: Vec<At> = own.control_points.iter().map(|at| [at.x, at.y]).collect();
            let degree = usize::try_from(own.degree_of_curve).ok()?;
            match spline(degree, &own.knot_values, &spots, &own.weight_values) {
                Some(points) => points,
                // Told only by the points it goes through, close enough for a stand-in.
                None if spots.is_empty() && own.fit_points.len() > 1 => {
                    own.fit_points.iter().map(|at| [at.x, at.y]).collect()
                }
                None => return None,
            }
        }
        EntityType::LwPolyline(line) => {
            let vertices: Vec<(At, f64)> = line.vertices.iter().map(|v| ([v.x, v.y], v.bulge)).collect();
            seen(line.extrusion_direction.z < 0.0, bulged(&vertices, line.is_closed()))
        }
        EntityType::Polyline(line) => {
            let vertices: Vec<(At, f64)> =
                line.vertices().map(|v| ([v.location.x, v.location.y], v.bulge)).collect();
            seen(line.normal.z < 0.0, bulged(&vertices, line.is_closed()))
        }
        _ => return None,
    })
}
