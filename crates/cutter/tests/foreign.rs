//! Files that other programs write: the same lines come out whichever way they are written, and what is not read says why.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use ::dxf::entities::{Circle, Ellipse, Entity, EntityType, Insert, Line as DxfLine, LwPolyline, Spline};
use ::dxf::enums::{AcadVersion, Units};
use ::dxf::{Block, Color, Drawing as Dxf, LwPolylineVertex, Point, Vector};
use proptest::prelude::*;
use rstest::rstest;
use std::collections::BTreeMap;
use wide_fold_cutter::{At, Drawing, FaultKind, Job, Kind, Mat, Told, Tool, Unit, Unreadable, read};

/// A box and its tool: left, bottom, width and height in millimetres.
type Boxed = (u32, u32, u32, u32, usize);

fn boxes() -> impl Strategy<Value = Vec<Boxed>> {
    prop::collection::vec((0_u32..200, 0_u32..200, 2_u32..90, 2_u32..90, 0_usize..4), 1..12)
}

/// What every tool works: corners of its boxes, to a hundredth of a millimetre, in any order.
fn corners(drawing: &Drawing) -> BTreeMap<Tool, Vec<Vec<[i64; 2]>>> {
    let mut all: BTreeMap<Tool, Vec<Vec<[i64; 2]>>> = BTreeMap::new();
    for line in &drawing.lines {
        let mut own: Vec<[i64; 2]> =
            line.points.iter().map(|spot| spot.map(|n| (n * 50.0).round() as i64)).collect();
        own.sort_unstable();
        own.dedup();
        all.entry(line.tool).or_default().push(own);
    }
    for lines in all.values_mut() {
        lines.sort_unstable();
    }
    all
}

const COLOURS: [&str; 4] = ["#228833", "#0044cc", "#aa7700", "#cc0000"];

/// Plain paths in groups named by their tools, in millimetres.
fn plain(boxes: &[Boxed]) -> Drawing {
    let group = |(x, y, w, h, tool): &Boxed| {
        let top = 300 - y - h;
        format!(
            "<g id=\"{}\"><path stroke=\"#000\" d=\"M {x} {top} h {w} v {h} h -{w} Z\"/></g>",
            Tool::ALL[*tool].layer()
        )
    };
    let all: String = boxes.iter().map(group).collect();
    let svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"300mm\" height=\"300mm\" viewBox=\"0 0 300 300\">{all}</svg>"
    );
    read(Kind::Svg, &svg, &Told::default()).unwrap()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(100))]

    /// Symbols used over and over, moved and scaled, coloured by rules of style, in pixels: told the scale and the colours, it is the
    /// same drawing.
    #[test]
    fn an_svg_of_uses_and_styles_is_the_plain_one(boxes in boxes(), labelled: bool) {
        let used: String = boxes.iter().enumerate().map(|(n, (x, y, w, h, tool))| {
            let top = 300 - y - h;
            let own = format!("<use xlink:href=\"#one\" class=\"t{tool}\" transform=\"translate({x} {top}) scale({w} {h})\"/>");
            if labelled { format!("<g id=\"layer{n}\" maker:label=\"{}\">{own}</g>", Tool::ALL[*tool].layer()) } else { own }
        }).collect();
        let rules: String = COLOURS.iter().enumerate().map(|(tool, colour)| format!(".t{tool}{{stroke:{colour};fill:none}}")).collect();
        let svg = format!(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" xmlns:maker=\"urn:maker\" width=\"600\" height=\"600px\" viewBox=\"0 0 300 300\">\
             <style>{rules}</style><defs><path id=\"one\" d=\"M0 0h1v1h-1z\" style=\"stroke-width:.01\"/></defs>{used}</svg>"
        );
        // Two pixels to the millimetre are said nowhere.
        prop_assert!(matches!(read(Kind::Svg, &svg, &Told::default()), Err(Unreadable::NoUnit(_))));
        let layers = if labelled { BTreeMap::new() } else {
            COLOURS.iter().zip(Tool::ALL).map(|(colour, tool)| ((*colour).to_owned(), Some(tool))).collect()
        };
        let told = Told { unit: Some(Unit::Millimetre), layers };
        let drawing = read(Kind::Svg, &svg, &told).unwrap();
        let doubled: BTreeMap<Tool, Vec<Vec<[i64; 2]>>> = corners(&plain(&boxes)).into_iter().map(|(tool, lines)| {
            (tool, lines.into_iter().map(|line| line.into_iter().map(|spot| spot.map(|n| n * 2)).collect()).collect())
        }).collect();
        prop_assert_eq!(corners(&drawing), doubled);
        prop_assert!(drawing.left_out.is_empty(), "{:?}", drawing.left_out);
        // Untold, nothing of it is worked, and every colour is asked for.
        if !labelled {
            let asked = read(Kind::Svg, &svg, &Told { unit: Some(Unit::Pixel), ..Told::default() }).unwrap();
            prop_assert!(asked.lines.is_empty() && asked.layers.iter().all(|layer| layer.tool.is_none()));
            prop_assert_eq!(asked.layers.iter().map(|layer| layer.lines).sum::<usize>(), boxes.len());
        }
    }

    /// One block of a square, inserted moved, scaled and mirrored, in an old drawing without a unit: told inches, it is the plain one.
    #[test]
    fn a_dxf_of_blocks_is_the_plain_one(boxes in boxes()) {
        let mut drawing = Dxf::new();
        drawing.header.version = AcadVersion::R12;
        drawing.header.default_drawing_units = Units::Unitless;
        let mut square = Block { name: "SQUARE".to_owned(), base_point: Point::new(1.0, 1.0, 0.0), ..Block::default() };
        let spots = [[1.0, 1.0], [2.0, 1.0], [2.0, 2.0], [1.0, 2.0], [1.0, 1.0]];
        for pair in spots.windows(2) {
            let line = DxfLine::new(Point::new(pair[0][0], pair[0][1], 0.0), Point::new(pair[1][0], pair[1][1], 0.0));
            square.entities.push(Entity::new(EntityType::Line(line)));
        }
        drawing.add_block(square);
        for (n, (x, y, w, h, tool)) in boxes.iter().enumerate() {
            let [x, y, w, h] = [x, y, w, h].map(|n| f64::from(*n) / 25.4);
            // Every second one the other way round: begun at its right edge, as wide as less than nothing.
            let (x, w) = if n % 2 == 1 { (x + w, -w) } else { (x, w) };
            let insert = Insert { name: "square".to_owned(), location: Point::new(x, y, 0.0), x_scale_factor: w, y_scale_factor: h, ..Insert::default() };
            let mut entity = Entity::new(EntityType::Insert(insert));
            entity.common.layer = Tool::ALL[*tool].layer().to_owned();
            drawing.add_entity(entity);
        }
        let mut bytes = Vec::new();
        drawing.save(&mut bytes).unwrap();
        let text = String::from_utf8(bytes).unwrap();
        prop_assert!(matches!(read(Kind::Dxf, &text, &Told::default()), Err(Unreadable::NoUnit(_))));
        let found = read(Kind::Dxf, &text, &Told { unit: Some(Unit::Inch), ..Told::default() }).unwrap();
        prop_assert_eq!(found.lines.len(), boxes.len() * 4);
        // Without a sheet of its own it is as large as its lines, and begins at their corner.
        let low = [0, 1].map(|side| boxes.iter().map(|one| [one.0, one.1][side]).min().unwrap());
        let mut wanted: Vec<(Tool, [i64; 4])> = boxes.iter().flat_map(|(x, y, w, h, tool)| {
            let (l, b, r, t) = (x - low[0], y - low[1], x - low[0] + w, y - low[1] + h);
            [[l, b, r, b], [r, b, r, t], [l, t, r, t], [l, b, l, t]].map(|line| (Tool::ALL[*tool], line.map(i64::from)))
        }).collect();
        let ends = |line: &[At]| {
            let [a, b] = [line[0], line[line.len() - 1]].map(|spot| spot.map(|n| n.round() as i64));
            [a[0].min(b[0]), a[1].min(b[1]), a[0].max(b[0]), a[1].max(b[1])]
        };
        let mut made: Vec<(Tool, [i64; 4])> = found.lines.iter().map(|line| (line.tool, ends(&line.points))).collect();
        wanted.sort_unstable();
        made.sort_unstable();
        prop_assert_eq!(made, wanted);
    }
}

/// A circle told as a circle, an ellipse, a rational spline and two bulges: always the same circle (the quarter's middle weighs cos 45°).
#[test]
fn a_circle_is_a_circle_however_it_is_told() {
    let (centre, radius) = ([40.0, 50.0], 20.0);
    let at = |x: f64, y: f64| Point::new(centre[0] + x * radius, centre[1] + y * radius, 0.0);
    let circle = EntityType::Circle(Circle { center: at(0.0, 0.0), radius, ..Circle::default() });
    let ellipse = EntityType::Ellipse(Ellipse {
        center: at(0.0, 0.0),
        major_axis: Vector::new(0.0, radius, 0.0),
        minor_axis_ratio: 1.0,
        start_parameter: 0.0,
        end_parameter: std::f64::consts::TAU,
        ..Ellipse::default()
    });
    let turns =
        [(1., 0.), (1., 1.), (0., 1.), (-1., 1.), (-1., 0.), (-1., -1.), (0., -1.), (1., -1.), (1., 0.)];
    let spline = EntityType::Spline(Spline {
        degree_of_curve: 2,
        knot_values: vec![0., 0., 0., 1., 1., 2., 2., 3., 3., 4., 4., 4.],
        control_points: turns.iter().map(|(x, y)| at(*x, *y)).collect(),
        weight_values: (0..9)
            .map(|n| if n % 2 == 1 { std::f64::consts::FRAC_1_SQRT_2 } else { 1.0 })
            .collect(),
        ..Spline::default()
    });
    let vertex = |x: f64| LwPolylineVertex {
        x: centre[0] + x * radius,
        y: centre[1],
        bulge: 1.0,
        ..LwPolylineVertex::default()
    };
    let halves = EntityType::LwPolyline(LwPolyline {
        flags: 1,
        vertices: vec![vertex(1.0), vertex(-1.0)],
        ..LwPolyline::default()
    });
    for entity in [circle, ellipse, spline, halves] {
        let mut drawing = Dxf::new();
        drawing.header.version = AcadVersion::R2000;
        drawing.header.default_drawing_units = Units::Millimeters;
        let mut entity = Entity::new(entity);
        entity.common.layer = "CUT".to_owned();
        drawing.add_entity(entity);
        let mut bytes = Vec::new();
        drawing.save(&mut bytes).unwrap();
        let found = read(Kind::Dxf, &String::from_utf8(bytes).unwrap(), &Told::default()).unwrap();
        let line = &found.lines[0];
        // Its own lines are its sheet: the middle is one radius from the corner.
        let off = |spot: &At| ((spot[0] - radius).hypot(spot[1] - radius) - radius).abs();
        assert!(
            line.points.iter().all(|spot| off(spot) < 0.04),
            "{:?}",
            line.points.iter().map(off).fold(0.0, f64::max)
        );
        assert!((line.length() - radius * std::f64::consts::TAU).abs() < 0.1, "{}", line.length());
    }
}

/// Layers that are switched off or frozen and the page round the drawing are left out and counted; colours tell lines of one layer apart.
#[test]
fn what_is_off_is_not_cut() {
    let mut drawing = Dxf::new();
    drawing.header.version = AcadVersion::R2000;
    drawing.header.default_drawing_units = Units::Millimeters;
    let mut add = |layer: &str, colour: u8, paper: bool| {
        let line =
            DxfLine::new(Point::new(0.0, f64::from(colour), 0.0), Point::new(50.0, f64::from(colour), 0.0));
        let mut entity = Entity::new(EntityType::Line(line));
        entity.common.layer = layer.to_owned();
        entity.common.color = Color::from_index(colour);
        entity.common.is_in_paper_space = paper;
        drawing.add_entity(entity);
    };
    for (layer, colour, paper) in
        [("art", 1, false), ("art", 5, false), ("off", 2, false), ("cut", 3, false), ("cut", 4, true)]
    {
        add(layer, colour, paper);
    }
    let mut bytes = Vec::new();
    drawing.save(&mut bytes).unwrap();
    let text = String::from_utf8(bytes).unwrap();
    // A layer is off if its colour is below nothing (DXF reference, LAYER).
    let text = text.replacen(
        "  2\r\noff\r\n 70\r\n     0\r\n 62\r\n     7",
        "  2\r\noff\r\n 70\r\n     0\r\n 62\r\n    -7",
        1,
    );
    assert!(text.contains("    -7"), "the layer is written otherwise");
    let told = Told { unit: None, layers: BTreeMap::from([("art, colour 1".to_owned(), Some(Tool::Score))]) };
    let found = read(Kind::Dxf, &text, &told).unwrap();
    let tools: Vec<Tool> = found.lines.iter().map(|line| line.tool).collect();
    assert_eq!(tools, [Tool::Score, Tool::Cut]);
    let left: BTreeMap<&str, usize> = found.left_out.iter().copied().collect();
    assert_eq!(left["in layers that are switched off"], 1);
    assert_eq!(left["on the page around the drawing, not in it"], 1);
    assert_eq!(left["for which no tool is known"], 1);
}

/// Within one sheet nothing is reported; an end that stops short, a cut along a score and a line past the edge are.
#[rstest]
#[case("<g id=\"cut\"><path d=\"M 20 20 H 60 V 60 H 20 V 20.4\"/></g>", FaultKind::Open, 0.4)]
#[case("<g id=\"cut\"><path d=\"M 20 20 H 60\"/><path d=\"M 40.3 20.3 V 70\"/></g>", FaultKind::Open, 0.3)]
#[case(
    "<g id=\"cut\"><path d=\"M 20 20 H 60\"/></g><g id=\"score\"><path d=\"M 50 20 H 90\"/></g>",
    FaultKind::CutOnScore,
    10.0
)]
#[case("<g id=\"score\"><path d=\"M 20 20 H 104\"/></g>", FaultKind::OffSheet, 4.0)]
fn more_that_goes_wrong_is_reported(#[case] inside: &str, #[case] kind: FaultKind, #[case] by: f64) {
    let inside = inside.replace("<path", "<path fill=\"none\" stroke=\"#000\"");
    let svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"100mm\" viewBox=\"0 0 100 100\">{inside}</svg>"
    );
    let drawing = read(Kind::Svg, &svg, &Told::default()).unwrap();
    let faults = Job::new(&drawing, Mat { size: [300.0, 300.0], margin: 0.0, smallest: 0.5 }).faults;
    assert_eq!(faults.iter().map(|fault| fault.kind).collect::<Vec<_>>(), [kind], "{faults:?}");
    assert!((faults[0].by - by).abs() < 0.05, "{faults:?}");
}

/// A use of a use of a use, ten of each, and blocks in blocks: refused before they are drawn.
#[test]
fn what_grows_without_bound_is_refused() {
    let level = |n: usize| {
        let uses = format!("<use href=\"#l{}\"/>", n - 1).repeat(10);
        format!("<g id=\"l{n}\">{uses}</g>")
    };
    let levels: String = (1..9).map(level).collect();
    let svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" height=\"9mm\"><defs><path id=\"l0\" d=\"M0 0h1\"/>{levels}</defs><use href=\"#l8\"/></svg>"
    );
    let why = read(Kind::Svg, &svg, &Told::default()).unwrap_err().to_string();
    assert!(why.contains("more than 20000 lines"), "{why}");
    // One within itself draws nothing.
    let own = "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" height=\"9mm\"><g id=\"cut\"><use href=\"#cut\"/><path d=\"M0 0h5\" stroke=\"#000\"/></g></svg>";
    assert!(read(Kind::Svg, own, &Told::default()).is_ok_and(|drawing| drawing.lines.len() <= 2));
    let mut drawing = Dxf::new();
    drawing.header.default_drawing_units = Units::Millimeters;
    drawing.header.version = AcadVersion::R2000;
    let insert = |name: String| {
        Entity::new(EntityType::Insert(Insert {
            name,
            column_count: 100,
            row_count: 100,
            ..Insert::default()
        }))
    };
    for n in 1..8 {
        let entities = vec![insert(format!("b{}", n - 1))];
        drawing.add_block(Block { name: format!("b{n}"), entities, ..Block::default() });
    }
    drawing.add_block(Block { name: "b0".to_owned(), ..Block::default() });
    drawing.add_entity(insert("b7".to_owned()));
    let mut bytes = Vec::new();
    drawing.save(&mut bytes).unwrap();
    let why = read(Kind::Dxf, &String::from_utf8(bytes).unwrap(), &Told::default()).unwrap_err().to_string();
    assert!(why.contains("stand in one another"), "{why}");
}
