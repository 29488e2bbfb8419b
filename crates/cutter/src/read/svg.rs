//! An SVG: groups named by their tools, real units, plain paths.

use super::{Drawing, Line, MOST_LINES, MOST_POINTS, NEAR, Unreadable, refuse, too_many_points};
use crate::{Spot, Tool, far};
use usvg::roxmltree::{Document, Node as Element, ParsingOptions};
use usvg::tiny_skia_path::{PathSegment, Point};
use usvg::{Group, Node, Options, Tree};

/// CSS: 96 px to the inch; usvg gives sizes in px.
const MM_A_PX: f64 = 25.4 / 96.0;
/// Elements of an SVG that a machine can work, or that say nothing about lines.
const KNOWN: &[&str] = &[
    "svg", "g", "path", "line", "rect", "circle", "ellipse", "polyline", "polygon", "title", "desc",
    "metadata", "defs",
];
const DRAWN: &[&str] = &["path", "line", "rect", "circle", "ellipse", "polyline", "polygon"];

pub(super) fn read(text: &str) -> Result<Drawing, Unreadable> {
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
