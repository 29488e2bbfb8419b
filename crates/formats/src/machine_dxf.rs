//! A sheet for a cutting machine as DXF: a layer for each kind of line, millimetres, polylines whose arcs are true arcs (bulges).
//!
//! Written whole, as a strict reader wants it (DXF reference, AC1015): header with one unit, tables, blocks, entities and objects, every
//! one with a handle and its owner. No time and no random id is in it: the same sheet is the same bytes.

use crate::drawn::{Leg, Path};
use crate::machine::{Layer, MachineSheet};
use std::fmt::{Display, Write};

/// Handles that never change: the tables, their entries, and the two dictionaries.
mod handle {
    pub const VPORTS: u32 = 0x1;
    pub const LTYPES: u32 = 0x2;
    pub const LAYERS: u32 = 0x3;
    pub const STYLES: u32 = 0x4;
    pub const VIEWS: u32 = 0x5;
    pub const UCSS: u32 = 0x6;
    pub const APPIDS: u32 = 0x7;
    pub const DIMSTYLES: u32 = 0x8;
    pub const RECORDS: u32 = 0x9;
    pub const ROOT: u32 = 0xA;
    pub const GROUPS: u32 = 0xB;
    pub const MODEL: u32 = 0xC;
    pub const PAPER: u32 = 0xD;
    /// Entries of the tables, and the ends of blocks.
    pub const ENTRIES: u32 = 0x20;
    /// Lines.
    pub const LINES: u32 = 0x100;
}

/// Pairs of group code and value, line by line.
#[derive(Default)]
struct Pairs {
    text: String,
    /// The next entry's handle.
    entries: u32,
}

impl Pairs {
    fn put(&mut self, code: u16, value: impl Display) {
        // Writing into memory does not fail.
        let _ = write!(self.text, "{code:>3}\r\n{value}\r\n");
    }

    fn all<V: Display>(&mut self, pairs: &[(u16, V)]) {
        pairs.iter().for_each(|(code, value)| self.put(*code, value));
    }

    fn section(&mut self, name: &str, inner: impl FnOnce(&mut Self)) {
        self.all(&[(0, "SECTION"), (2, name)]);
        inner(self);
        self.put(0, "ENDSEC");
    }

    /// A variable of the header.
    fn variable(&mut self, name: &str, code: u16, value: impl Display) {
        self.put(9, name);
        self.put(code, value);
    }

    fn point(&mut self, name: &str, [x, y]: [f64; 2]) {
        self.put(9, name);
        self.all(&[(10, x), (20, y), (30, 0.0)]);
    }

    fn handle(&mut self, handle: u32) {
        self.put(5, format_args!("{handle:X}"));
    }

    fn owner(&mut self, handle: u32) {
        self.put(330, format_args!("{handle:X}"));
    }

    /// A table of so many entries.
    fn table(&mut self, name: &str, handle: u32, count: usize, entries: impl FnOnce(&mut Self)) {
        self.all(&[(0, "TABLE"), (2, name)]);
        self.handle(handle);
        self.owner(0);
        self.put(100, "AcDbSymbolTable");
        self.put(70, count);
        if name == "DIMSTYLE" {
            self.put(100, "AcDbDimStyleTable");
            self.put(71, 0);
        }
        entries(self);
        self.put(0, "ENDTAB");
    }

    /// The head of a table's entry; a dimension style has its handle under a code of its own.
    fn entry(&mut self, kind: &str, table: u32, own: Option<u32>, class: &str, name: &str) {
        self.entries += 1;
        let handle = own.unwrap_or(handle::ENTRIES + self.entries);
        self.put(0, kind);
        self.put(if kind == "DIMSTYLE" { 105 } else { 5 }, format_args!("{handle:X}"));
        self.owner(table);
        self.all(&[(100, "AcDbSymbolTableRecord"), (100, class), (2, name)]);
    }
}

/// Writes a sheet.
pub fn machine_dxf(sheet: &MachineSheet) -> String {
    let mut file = Pairs::default();
    let size = [sheet.size.width.mm(), sheet.size.height.mm()];
    let last = handle::LINES + u32::try_from(sheet.lines.len()).unwrap_or(u32::MAX - handle::LINES);
    file.section("HEADER", |file| {
        file.variable("$ACADVER", 1, "AC1015");
        file.variable("$DWGCODEPAGE", 3, "ANSI_1252");
        file.point("$INSBASE", [0.0, 0.0]);
        file.point("$EXTMIN", [0.0, 0.0]);
        file.point("$EXTMAX", size);
        // Millimetres, and nothing but millimetres.
        file.variable("$INSUNITS", 70, 4);
        file.variable("$MEASUREMENT", 70, 1);
        file.variable("$LUNITS", 70, 2);
        file.variable("$HANDSEED", 5, format_args!("{:X}", last + 1));
    });
    file.section("CLASSES", |_| {});
    file.section("TABLES", |file| tables(file, size));
    file.section("BLOCKS", |file| {
        for (name, record) in [("*Model_Space", handle::MODEL), ("*Paper_Space", handle::PAPER)] {
            block(file, name, record);
        }
    });
    file.section("ENTITIES", |file| {
        for (n, (layer, path)) in (0_u32..).zip(&sheet.lines) {
            polyline(file, handle::LINES + n, *layer, path);
        }
    });
    file.section("OBJECTS", |file| {
        dictionary(file, handle::ROOT, 0, &[("ACAD_GROUP", handle::GROUPS)]);
        dictionary(file, handle::GROUPS, handle::ROOT, &[]);
    });
    file.put(0, "EOF");
    file.text
}

fn tables(file: &mut Pairs, [wide, tall]: [f64; 2]) {
    file.table("VPORT", handle::VPORTS, 1, |file| {
        file.entry("VPORT", handle::VPORTS, None, "AcDbViewportTableRecord", "*Active");
        file.put(70, 0);
        file.all(&[(10, 0.0), (20, 0.0), (11, 1.0), (21, 1.0), (12, wide / 2.0), (22, tall / 2.0)]);
        file.all(&[(13, 0.0), (23, 0.0), (14, 10.0), (24, 10.0), (15, 10.0), (25, 10.0)]);
        file.all(&[(16, 0.0), (26, 0.0), (36, 1.0), (17, 0.0), (27, 0.0), (37, 0.0)]);
        file.all(&[(40, tall.max(1.0)), (41, 1.5), (42, 50.0), (43, 0.0), (44, 0.0), (50, 0.0), (51, 0.0)]);
        file.all(&[(71, 0), (72, 100), (73, 1), (74, 3), (75, 0), (76, 0), (77, 0), (78, 0)]);
    });
    file.table("LTYPE", handle::LTYPES, 3, |file| {
        for name in ["ByBlock", "ByLayer", "Continuous"] {
            file.entry("LTYPE", handle::LTYPES, None, "AcDbLinetypeTableRecord", name);
            file.put(70, 0);
            file.put(3, if name == "Continuous" { "Solid line" } else { "" });
            file.all(&[(72, 65), (73, 0)]);
            file.put(40, 0.0);
        }
    });
    let layers = [("0", 7)].into_iter().chain(Layer::ALL.map(|layer| layer.name()).into_iter().zip(5..));
    file.table("LAYER", handle::LAYERS, 1 + Layer::ALL.len(), |file| {
        for (name, color) in layers {
            file.entry("LAYER", handle::LAYERS, None, "AcDbLayerTableRecord", name);
            file.all(&[(70, 0), (62, color)]);
            file.put(6, "Continuous");
        }
    });
    file.table("STYLE", handle::STYLES, 1, |file| {
        file.entry("STYLE", handle::STYLES, None, "AcDbTextStyleTableRecord", "Standard");
        file.put(70, 0);
        file.all(&[(40, 0.0), (41, 1.0), (50, 0.0)]);
        file.put(71, 0);
        file.put(42, 2.5);
        file.all(&[(3, "txt"), (4, "")]);
    });
    file.table("VIEW", handle::VIEWS, 0, |_| {});
    file.table("UCS", handle::UCSS, 0, |_| {});
    file.table("APPID", handle::APPIDS, 1, |file| {
        file.entry("APPID", handle::APPIDS, None, "AcDbRegAppTableRecord", "ACAD");
        file.put(70, 0);
    });
    file.table("DIMSTYLE", handle::DIMSTYLES, 1, |file| {
        file.entry("DIMSTYLE", handle::DIMSTYLES, None, "AcDbDimStyleTableRecord", "Standard");
        file.put(70, 0);
    });
    file.table("BLOCK_RECORD", handle::RECORDS, 2, |file| {
        for (name, own) in [("*Model_Space", handle::MODEL), ("*Paper_Space", handle::PAPER)] {
            file.entry("BLOCK_RECORD", handle::RECORDS, Some(own), "AcDbBlockTableRecord", name);
        }
    });
}

fn block(file: &mut Pairs, name: &str, record: u32) {
    let mut part = |kind: &str, class: &str| {
        file.entries += 1;
        file.put(0, kind);
        file.handle(handle::ENTRIES + file.entries);
        file.owner(record);
        file.put(100, "AcDbEntity");
        if record == handle::PAPER {
            file.put(67, 1);
        }
        file.put(8, "0");
        file.put(100, class);
        if kind == "BLOCK" {
            file.put(2, name);
            file.put(70, 0);
            file.all(&[(10, 0.0), (20, 0.0), (30, 0.0)]);
            file.all(&[(3, name), (1, "")]);
        }
    };
    part("BLOCK", "AcDbBlockBegin");
    part("ENDBLK", "AcDbBlockEnd");
}

fn dictionary(file: &mut Pairs, own: u32, owner: u32, entries: &[(&str, u32)]) {
    file.put(0, "DICTIONARY");
    file.handle(own);
    file.owner(owner);
    file.put(100, "AcDbDictionary");
    file.put(281, 1);
    for (name, entry) in entries {
        file.put(3, name);
        file.put(350, format_args!("{entry:X}"));
    }
}

/// A bulge is the tangent of a quarter of the angle an arc goes round, positive anticlockwise (DXF reference, group code 42).
fn polyline(file: &mut Pairs, own: u32, layer: Layer, path: &Path) {
    let bulge = |from: wide_fold_core::plane::Point, leg: Leg| match leg {
        Leg::Line(_) => 0.0,
        // Half a circle is 1 exactly.
        Leg::Arc { .. } => ((leg.sweep(from) / 4.0).tan() * 1e12).round() / 1e12,
    };
    let mut vertices: Vec<(f64, f64, f64)> =
        path.legs_from().map(|(from, leg)| (from.x.mm(), from.y.mm(), bulge(from, leg))).collect();
    if let (false, Some(leg)) = (path.is_closed(), path.legs.last()) {
        vertices.push((leg.to().x.mm(), leg.to().y.mm(), 0.0));
    }
    file.put(0, "LWPOLYLINE");
    file.handle(own);
    file.owner(handle::MODEL);
    file.all(&[(100, "AcDbEntity"), (8, layer.name()), (100, "AcDbPolyline")]);
    file.put(90, vertices.len());
    file.put(70, u8::from(path.is_closed()));
    file.put(43, 0.0);
    for (x, y, bulge) in vertices {
        file.all(&[(10, x), (20, y)]);
        if bulge != 0.0 {
            file.put(42, bulge);
        }
    }
}
