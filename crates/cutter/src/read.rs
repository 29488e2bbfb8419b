//! Reading what is to be worked, from an SVG or a DXF with a layer for each tool.

use crate::{Spot, Tool, far};
use dxf::Drawing as Dxf;
use dxf::entities::{Entity, EntityType};
use dxf::enums::Units;
use usvg::roxmltree::{Document, Node as Element, ParsingOptions};
use usvg::tiny_skia_path::{PathSegment, Point};
use usvg::{Group, Node, Options, Tree};

/// The longest file, in bytes.
pub const LONGEST: usize = 4 * 1024 * 1024;
/// The most lines in a file.
pub const MOST_LINES: usize = 20_000;
/// The most points of all lines together.
pub const MOST_POINTS: usize = 400_000;
/// The largest drawing, in millimetres: longer than any mat.
pub const LARGEST: f64 = 20_000.0;
/// CSS: 96 px to the inch; usvg gives sizes in px.
const MM_A_PX: f64 = 25.4 / 96.0;
/// Curves are followed in straight stretches no further from them than this, in millimetres.
const NEAR: f64 = 0.01;
/// Elements of an SVG that a machine can work, or that say nothing about lines.
const KNOWN: &[&str] = &[
    "svg", "g", "path", "line", "rect", "circle", "ellipse", "polyline", "polygon", "title", "desc",
    "metadata", "defs",
];
const DRAWN: &[&str] = &["path", "line", "rect", "circle", "ellipse", "polyline", "polygon"];

/// A kind of file.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Kind {
    /// Scalable Vector Graphics.
    Svg,
    /// Drawing Exchange Format.
    Dxf,
}

/// What is to be worked.
#[derive(Clone, Debug, PartialEq)]
pub struct Drawing {
    /// Width and height of the sheet it is drawn on.
    pub size: Spot,
    /// Its lines.
    pub lines: Vec<Line>,
    /// Lines in layers no tool is known for; they are left out.
    pub left_out: usize,
}

/// One line, worked without lifting the tool.
#[derive(Clone, Debug, PartialEq)]
pub struct Line {
    /// What works it.
    pub tool: Tool,
    /// Two points or more; a closed line ends where it begins.
    pub points: Vec<Spot>,
}

impl Line {
    /// How long it is, in millimetres.
    pub fn length(&self) -> f64 {
        self.points.windows(2).map(|pair| far(pair[0], pair[1])).sum()
    }

    /// True if it ends where it begins.
    pub fn is_closed(&self) -> bool {
        self.points.len() > 2 && far(self.points[0], self.points[self.points.len() - 1]) < 1e-3
    }
}

impl Drawing {
    /// The same elsewhere.
    pub(crate) fn moved(&self, by: Spot) -> Self {
        let moved = |line: &Line| Line {
            tool: line.tool,
            points: line.points.iter().map(|[x, y]| [x + by[0], y + by[1]]).collect(),
        };
        Self { lines: self.lines.iter().map(moved).collect(), ..*self }
    }
}

/// Why a file cannot be worked: a sentence that says what is wrong and, if it is known, where.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{0}")]
pub struct Unreadable(pub String);

fn refuse<T>(sentence: impl Into<String>) -> Result<T, Unreadable> {
    Err(Unreadable(sentence.into()))
}

/// Reads a file.
///
/// # Errors
/// [`Unreadable`] for a file that is broken, foreign, too large, or in no unit; nothing of it is read then.
///
/// ```
/// use wide_fold_cutter::{Kind, Tool, read};
/// let svg = r#"<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm" viewBox="0 0 40 30">
///   <g id="cut"><path d="M 5 5 H 35 V 25 H 5 Z"/></g></svg>"#;
/// let drawing = read(Kind::Svg, svg)?;
/// assert_eq!(drawing.lines[0].tool, Tool::Cut);
/// assert!((drawing.lines[0].length() - 100.0).abs() < 1e-3);
/// # Ok::<(), wide_fold_cutter::Unreadable>(())
/// ```
pub fn read(kind: Kind, text: &str) -> Result<Drawing, Unreadable> {
    if text.len() > LONGEST {
        return refuse(format!(
            "The file is larger than {} MiB; a machine takes one sheet at a time.",
            LONGEST >> 20
        ));
    }
    if text.trim().is_empty() {
        return refuse("The file is empty.");
    }
    let drawing = match kind {
        Kind::Svg => svg(text)?,
        Kind::Dxf => dxf(text)?,
    };
    bounded(drawing)
}

/// Nothing without number, nothing too much, something to do.
fn bounded(mut drawing: Drawing) -> Result<Drawing, Unreadable> {
    let fits = |n: &f64| n.is_finite() && n.abs() <= LARGEST;
    if !drawing.size.iter().all(|side| fits(side) && *side > 0.0) {
        return refuse("The sheet of the drawing has no size that a mat could have.");
    }
    if drawing.lines.len() > MOST_LINES {
        return refuse(format!("It has {} lines; {MOST_LINES} are the most.", drawing.lines.len()));
    }
    if drawing.lines.iter().map(|line| line.points.len()).sum::<usize>() > MOST_POINTS {
        return too_many_points();
    }
    if let Some(at) = drawing.lines.iter().position(|line| !line.points.iter().flatten().all(fits)) {
        return refuse(format!("Line {} has a point that is no number, or is metres away.", at + 1));
    }
    drawing.lines.retain(|line| line.points.len() > 1 && line.length() > 1e-6);
    if drawing.lines.is_empty() {
        let layers = "pen, score, perforate or cut";
        return refuse(match drawing.left_out {
            0 => "There is no line in it to work.".to_owned(),
            1 => format!("Its one line lies in no layer named {layers}."),
            more => format!("None of its {more} lines lies in a layer named {layers}."),
        });
    }
    Ok(drawing)
}

fn svg(text: &str) -> Result<Drawing, Unreadable> {
    let options = ParsingOptions { allow_dtd: false, nodes_limit: 200_000, ..ParsingOptions::default() };
    let document = match Document::parse_with_options(text, options) {
        Ok(document) => document,
        Err(usvg::roxmltree::Error::DtdDetected) => {
            return refuse("It declares entities of its own. That is not needed for lines, and is not read.");
        }
        Err(usvg::roxmltree::Error::NodesLimitReached) => {
            return refuse("It has too many parts for one sheet.");
        }
        Err(error) => return refuse(format!("This is no SVG that can be read: line {}.", error.pos().row)),
    };
    let root = document.root_element();
    if root.tag_name().name() != "svg" {
        return refuse("This is no SVG: its outermost part is something else.");
    }
    for name in ["width", "height"] {
        let given = root.attribute(name).unwrap_or_default().trim();
        if !["mm", "cm", "in", "pt", "pc"].iter().any(|unit| given.ends_with(unit)) {
            return refuse(format!(
                "The drawing does not say its {name} in mm, cm or in, so nobody knows how large it is."
            ));
        }
    }
    let mut drawn = 0;
    for element in document.descendants().filter(Element::is_element) {
        let name = element.tag_name();
        let is_svg = name.namespace().is_none_or(|namespace| namespace == "http://www.w3.org/2000/svg");
        if !is_svg {
            continue;
        }
        // Where it stands is counted from the start of the file: only for what is refused.
        let line = || document.text_pos_at(element.range().start).row;
        if !KNOWN.contains(&name.name()) {
            let what: String = name.name().chars().take(30).collect();
            return refuse(format!(
                "Line {} holds “{what}”, which is no line. Make plain paths of everything first.",
                line()
            ));
        }
        for attribute in element.attributes() {
            let value = attribute.value().to_lowercase();
            if ["nan", "infinity"].iter().any(|word| value.contains(word)) && attribute.name() != "id" {
                return refuse(format!(
                    "Line {} holds a number that is none: “{}”.",
                    line(),
                    attribute.name()
                ));
            }
        }
        drawn += usize::from(DRAWN.contains(&name.name()));
        if drawn > MOST_LINES {
            return refuse(format!("It has more than {MOST_LINES} lines; that is too much for one sheet."));
        }
    }
    let tree = Tree::from_xmltree(&document, &Options::default())
        .map_err(|error| Unreadable(format!("This SVG cannot be read: {error}.")))?;
    let size = tree.size();
    let size = [f64::from(size.width()) * MM_A_PX, f64::from(size.height()) * MM_A_PX];
    let mut drawing = Drawing { size, lines: Vec::new(), left_out: 0 };
    let mut room = MOST_POINTS;
    let Some(followed) = follow(tree.root(), None, size[1], &mut drawing, &mut room) else {
        return too_many_points();
    };
    // What is not painted, or has no length, does not come through.
    drawing.left_out += drawn.saturating_sub(followed);
    Ok(drawing)
}

/// Follows every line of a group; gives back how many parts it found, or nothing if they have more points than there is room for.
fn follow(
    group: &Group,
    tool: Option<Tool>,
    height: f64,
    drawing: &mut Drawing,
    room: &mut usize,
) -> Option<usize> {
    let tool = Tool::of_layer(group.id()).or(tool);
    let mut found = 0;
    for node in group.children() {
        match node {
            Node::Group(inner) => found += follow(inner, tool, height, drawing, room)?,
            Node::Path(path) => {
                found += 1;
                let Some(tool) = Tool::of_layer(path.id()).or(tool) else {
                    drawing.left_out += 1;
                    continue;
                };
                let Some(data) = path.data().clone().transform(path.abs_transform()) else { continue };
                let spot = |p: Point| [f64::from(p.x) * MM_A_PX, height - f64::from(p.y) * MM_A_PX];
                let mut points: Vec<Spot> = Vec::new();
                let mut finish = |points: &mut Vec<Spot>| {
                    let points = std::mem::take(points);
                    *room = room.checked_sub(points.len())?;
                    if points.len() > 1 {
                        drawing.lines.push(Line { tool, points });
                    }
                    Some(())
                };
                for segment in data.segments() {
                    match segment {
                        PathSegment::MoveTo(p) => {
                            finish(&mut points)?;
                            points.push(spot(p));
                        }
                        PathSegment::LineTo(p) => points.push(spot(p)),
                        PathSegment::QuadTo(a, p) => {
                            let Some(from) = points.last().copied() else { continue };
                            let (a, to) = (spot(a), spot(p));
                            let third = |near: Spot| [0, 1].map(|i| near[i] + (a[i] - near[i]) * 2.0 / 3.0);
                            curve(&mut points, [from, third(from), third(to), to]);
                        }
                        PathSegment::CubicTo(a, b, p) => {
                            let Some(from) = points.last().copied() else { continue };
                            curve(&mut points, [from, spot(a), spot(b), spot(p)]);
                        }
                        PathSegment::Close => {
                            let Some(first) = points.first().copied() else { continue };
                            points.push(first);
                            finish(&mut points)?;
                            points.push(first);
                        }
                    }
                    if points.len() > MOST_POINTS {
                        return None;
                    }
                }
                finish(&mut points)?;
            }
            Node::Image(_) | Node::Text(_) => {}
        }
    }
    Some(found)
}

fn too_many_points<T>() -> Result<T, Unreadable> {
    refuse(format!("Its lines have more than {MOST_POINTS} points together; that is too much for one sheet."))
}

/// Follows a Bézier curve in as many straight stretches as it needs.
fn curve(points: &mut Vec<Spot>, [from, a, b, to]: [Spot; 4]) {
    let length = far(from, a) + far(a, b) + far(b, to);
    // A quarter of a circle of that length, cut into n chords, is off by length × π / (16 n²) or so.
    let count = (length * 0.2 / NEAR).sqrt().clamp(2.0, 200.0).ceil();
    for n in 1..=count as u32 {
        let t = f64::from(n) / count;
        let s = 1.0 - t;
        points.push([0, 1].map(|i| {
            s * s * s * from[i] + 3.0 * s * s * t * a[i] + 3.0 * s * t * t * b[i] + t * t * t * to[i]
        }));
    }
}

fn dxf(text: &str) -> Result<Drawing, Unreadable> {
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
    let mut read = Drawing { size: [0.0; 2], lines: Vec::new(), left_out: 0 };
    let mut room = MOST_POINTS;
    for entity in drawing.entities() {
        let Some(tool) = Tool::of_layer(&entity.common.layer) else {
            read.left_out += 1;
            continue;
        };
        let Some(points) = points(entity) else {
            read.left_out += 1;
            continue;
        };
        let Some(left) = room.checked_sub(points.len()) else { return too_many_points() };
        room = left;
        read.lines.push(Line { tool, points: points.into_iter().map(|spot| spot.map(|n| n * mm)).collect() });
        if read.lines.len() > MOST_LINES {
            return refuse(format!("It has more than {MOST_LINES} lines; that is too much for one sheet."));
        }
    }
    let far_corner = &drawing.header.maximum_drawing_extents;
    let spots = || read.lines.iter().flat_map(|line| &line.points);
    let reach = |side: usize| spots().map(|spot| spot[side]).fold(0.0, f64::max);
    let given = [far_corner.x * mm, far_corner.y * mm];
    read.size = [0, 1].map(|side| {
        if given[side].is_finite() && given[side] > 0.0 && given[side] <= LARGEST {
            given[side]
        } else {
            reach(side)
        }
    });
    Ok(read)
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
