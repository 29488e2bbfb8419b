//! A sheet for a cutting machine as DXF: a layer for each kind of line, millimetres, polylines whose arcs are true arcs (bulges).
//!
//! What has no place in a drawing of a bag (handles aside, times and random ids of the file) is fixed: the same sheet is the same bytes.

use crate::drawn::{Path, Run};
use crate::machine::{Layer, MachineSheet};
use dxf::entities::{Entity, EntityType, LwPolyline};
use dxf::enums::{AcadVersion, Units};
use dxf::tables::Layer as DxfLayer;
use dxf::{Color, Drawing, DxfError, LwPolylineVertex};

/// Writes a sheet.
///
/// # Errors
/// If it cannot be written; never for a sheet of a plan.
pub fn machine_dxf(sheet: &MachineSheet) -> Result<String, DxfError> {
    let mut drawing = Drawing::new();
    drawing.header.version = AcadVersion::R2000;
    drawing.header.default_drawing_units = Units::Millimeters;
    drawing.header.creation_date_universal = Default::default();
    drawing.header.update_date_universal = Default::default();
    drawing.header.fingerprint_guid = Default::default();
    drawing.header.version_guid = Default::default();
    drawing.header.minimum_drawing_extents = dxf::Point::new(0.0, 0.0, 0.0);
    drawing.header.maximum_drawing_extents =
        dxf::Point::new(sheet.size.width.mm(), sheet.size.height.mm(), 0.0);
    for (layer, color) in Layer::ALL.into_iter().zip(1_u8..) {
        let name = layer.name().to_owned();
        drawing.add_layer(DxfLayer { name, color: Color::from_index(color + 4), ..DxfLayer::default() });
    }
    for (layer, path) in &sheet.lines {
        let mut entity = Entity::new(EntityType::LwPolyline(polyline(path)));
        layer.name().clone_into(&mut entity.common.layer);
        drawing.add_entity(entity);
    }
    let mut bytes = Vec::new();
    drawing.save(&mut bytes)?;
    let text = String::from_utf8(bytes).map_err(|_| DxfError::MalformedString)?;
    Ok(without_local_times(&text))
}

/// The header variables that tell local times are left out: they would change with the clock and the place.
fn without_local_times(text: &str) -> String {
    let mut lines = text.split_inclusive('\n');
    let mut kept = String::with_capacity(text.len());
    while let Some(code) = lines.next() {
        let Some(value) = lines.next() else { break };
        if matches!(value.trim(), "$TDCREATE" | "$TDUPDATE") {
            let _its_date = (lines.next(), lines.next());
            continue;
        }
        kept.push_str(code);
        kept.push_str(value);
    }
    kept
}

/// A bulge is the tangent of a quarter of the angle an arc goes round, positive anticlockwise (DXF reference, group code 42).
fn polyline(path: &Path) -> LwPolyline {
    let mut line = LwPolyline::default();
    line.set_is_closed(path.is_closed());
    line.vertices = path
        .stretches()
        .map(|(from, run)| LwPolylineVertex {
            x: from.x.mm(),
            y: from.y.mm(),
            bulge: match run {
                Run::Line(_) => 0.0,
                Run::Arc { to, centre, clockwise } => {
                    let half = from.x + to.x == centre.x + centre.x && from.y + to.y == centre.y + centre.y;
                    let bulge = if half { 1.0 } else { std::f64::consts::SQRT_2 - 1.0 };
                    if clockwise { -bulge } else { bulge }
                }
            },
            ..LwPolylineVertex::default()
        })
        .collect();
    if !path.is_closed()
        && let Some(run) = path.runs.last()
    {
        let to = run.to();
        line.vertices.push(LwPolylineVertex { x: to.x.mm(), y: to.y.mm(), ..LwPolylineVertex::default() });
    }
    line
}
