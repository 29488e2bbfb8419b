//! A sheet for a cutting machine as SVG: a group for each layer, one user unit a millimetre, the page as large as the sheet.

use crate::machine::{Layer, MachineSheet};
use crate::sheet_svg::{Frame, mm, path_data};
use svg::Document;
use svg::node::element::{Group, Path, Title};
use wide_fold_core::Length;

/// How lines of a layer are drawn, so that they are told apart on a screen too: dark tones of the same weight.
const fn stroke(layer: Layer) -> &'static str {
    match layer {
        Layer::Pen => "#3a5a40",
        Layer::Score => "#6b4a1f",
        Layer::Perforate => "#5b3a63",
        Layer::Cut => "#1f2a30",
    }
}

/// Writes a sheet.
pub fn machine_svg(sheet: &MachineSheet, title: &str) -> String {
    let (wide, tall) = (mm(sheet.size.width), mm(sheet.size.height));
    let frame = Frame { left: Length::ZERO, bottom: sheet.size.height };
    let document = Document::new()
        .set("width", format!("{wide}mm"))
        .set("height", format!("{tall}mm"))
        .set("viewBox", format!("0 0 {wide} {tall}"))
        .add(Title::new(title));
    let layers = Layer::ALL.into_iter().filter(|layer| sheet.of_layer(*layer).next().is_some());
    let groups = layers.map(|layer| {
        let group = Group::new()
            .set("id", layer.name())
            .set("fill", "none")
            .set("stroke", stroke(layer))
            .set("stroke-width", "0.2");
        let paths = sheet.of_layer(layer).map(|path| Path::new().set("d", path_data(path, frame)));
        paths.fold(group, |group, path| group.add(path))
    });
    groups.fold(document, |document, group| document.add(group)).to_string()
}
