//! A sheet at 1:1 as SVG: real units, cut and score lines in groups of their own, a legend and a check square.
//!
//! One user unit is one millimetre. Every line is dark, so that black-and-white prints read.

use crate::drawn::{self, Drawn, Leg, Stroke, Tool, extent};
use svg::node::element::{Group, Line, Path, Rectangle, Text, Title};
use svg::{Document, Node};
use wide_fold_core::layout::{Part, SheetCut};
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Length, Plan, Unit};

/// Empty border round everything.
pub(crate) const MARGIN: Length = Length::millimetres(10);
/// Room for the legend below the sheet.
const LEGEND: Length = Length::millimetres(70);
/// The narrowest page on which the legend can be read.
const NARROWEST: Length = Length::millimetres(190);

/// A line's dashes as SVG writes them.
fn dashes(tool: Tool) -> Option<String> {
    let dashes: Vec<String> = tool.dashes().iter().map(f64::to_string).collect();
    (!dashes.is_empty()).then(|| dashes.join(" "))
}

/// Draws one sheet of a plan with the piece cut from it; nothing if the plan has no such sheet.
pub fn sheet_svg(plan: &Plan, name: &str, index: usize) -> Option<String> {
    let sheet = plan.layout.sheets.get(index)?;
    let Size { width, height } = extent(sheet);
    let page = (width.max(NARROWEST) + MARGIN * 2, height + MARGIN * 2 + LEGEND);
    let mut document = Document::new()
        .set("width", format!("{}mm", mm(page.0)))
        .set("height", format!("{}mm", mm(page.1)))
        .set("viewBox", format!("0 0 {} {}", mm(page.0), mm(page.1)))
        .set("font-family", "sans-serif")
        .add(Title::new(format!("{name}: sheet {} of {}", index + 1, plan.layout.sheets.len())));
    let ground = Rectangle::new()
        .set("x", mm(MARGIN))
        .set("y", mm(MARGIN + height - sheet.height))
        .set("width", mm(sheet.width))
        .set("height", mm(sheet.height));
    document = document.add(group("sheet", "0.2", Some("1 1")).add(ground));
    let frame = Frame { left: MARGIN, bottom: MARGIN + height };
    for (copy, placed) in sheet.placed.iter().enumerate() {
        let drawn = Drawn::of(plan, placed);
        if let Part::Small(_) = drawn.part {
            let id = format!("small-{}", copy + 1);
            let lines = drawn.strokes.iter().map(|stroke| stroke_svg(stroke, frame));
            document = document.add(lines.fold(group(&id, "0.3", None), |group, line| group.add(line)));
            continue;
        }
        for (id, part) in piece(&drawn, frame) {
            // Copies on the same sheet have groups of their own: `cut`, `cut-2`.
            let id = if copy == 0 { id.to_owned() } else { format!("{id}-{}", copy + 1) };
            document = document.add(part.set("id", id));
        }
    }
    Some(document.add(legend(plan, sheet, name, MARGIN * 2 + height)).to_string())
}

/// Where a sheet's origin lies on the page; the page's y runs down.
#[derive(Clone, Copy)]
pub(crate) struct Frame {
    pub left: Length,
    pub bottom: Length,
}

impl Frame {
    fn place(self, point: Point) -> (String, String) {
        (mm(self.left + point.x), mm(self.bottom - point.y))
    }
}

/// Exact millimetres as decimal text: a length is a whole number of nanometres, so six decimals hold it.
pub(crate) fn mm(length: Length) -> String {
    length.editable(Unit::Metric)
}

pub(crate) fn group(id: &str, stroke: &str, dashes: Option<&str>) -> Group {
    let group =
        Group::new().set("id", id).set("fill", "none").set("stroke", "#222").set("stroke-width", stroke);
    match dashes {
        Some(dashes) => group.set("stroke-dasharray", dashes),
        None => group,
    }
}

pub(crate) fn line(frame: Frame, from: Point, to: Point) -> Line {
    let ((x1, y1), (x2, y2)) = (frame.place(from), frame.place(to));
    Line::new().set("x1", x1).set("y1", y1).set("x2", x2).set("y2", y2)
}

/// A path as SVG path data; the page's y runs down.
pub(crate) fn path_data(path: &drawn::Path, frame: Frame) -> String {
    let (x, y) = frame.place(path.from);
    let mut data = format!("M {x} {y}");
    for (from, leg) in path.legs_from() {
        let (x, y) = frame.place(leg.to());
        data += &match leg {
            Leg::Line(to) if to == path.from => " Z".to_owned(),
            Leg::Line(_) => format!(" L {x} {y}"),
            Leg::Arc { to, centre, clockwise } => {
                let sweep = u8::from(clockwise);
                let level = from.x == centre.x || from.y == centre.y;
                let radius = if level {
                    mm((from.x - centre.x).abs().max((from.y - centre.y).abs()))
                } else {
                    format!("{:.6}", leg.radius(from))
                };
                let close = if to == path.from { " Z" } else { "" };
                format!(" A {radius} {radius} 0 0 {sweep} {x} {y}{close}")
            }
        };
    }
    data
}

/// A stroke as SVG: a straight score as a line, everything else as a path.
fn stroke_svg(stroke: &Stroke, frame: Frame) -> Box<dyn Node> {
    let says = stroke.says.clone().map(Title::new);
    if let [Leg::Line(to)] = stroke.path.legs[..] {
        let line = line(frame, stroke.path.from, to);
        return Box::new(says.into_iter().fold(line, |line, says| line.add(says)));
    }
    let path = Path::new().set("d", path_data(&stroke.path, frame));
    let path = if stroke.hole { path.set("class", "hole") } else { path };
    Box::new(says.into_iter().fold(path, |path, says| path.add(says)))
}

/// The groups of one piece, each with the name it has on the sheet.
fn piece(drawn: &Drawn, frame: Frame) -> Vec<(&'static str, Group)> {
    let of = |tool: Tool| drawn.strokes.iter().filter(move |stroke| stroke.tool == tool);
    let tools = Tool::ALL.into_iter().filter(|tool| *tool != Tool::ByHand || of(*tool).next().is_some());
    let mut groups: Vec<(&'static str, Group)> = tools
        .map(|tool| {
            let own = group(tool.id(), &tool.weight().to_string(), dashes(tool).as_deref());
            (tool.id(), of(tool).fold(own, |group, stroke| group.add(stroke_svg(stroke, frame))))
        })
        .collect();
    let mut labels = Group::new().set("fill", "#444").set("font-size", "4").set("text-anchor", "middle");
    for label in &drawn.labels {
        let (x, y) = frame.place(label.at);
        let turn = format!("rotate(-90 {x} {y})");
        labels = labels.add(Text::new(label.text.clone()).set("x", x).set("y", y).set("transform", turn));
    }
    if let Some(up) = drawn.up {
        let (x, y) = frame.place(up);
        let arrow = format!("M {x} {y} m 0 6 v -9 m -2 3 l 2 -3 l 2 3");
        let arrow =
            Path::new().set("d", arrow).set("fill", "none").set("stroke", "#444").set("stroke-width", "0.4");
        labels = labels.add(arrow);
    }
    groups.push(("labels", labels));
    groups
}

fn short(unit: Unit) -> &'static str {
    match unit {
        Unit::Inch => "in",
        Unit::Metric => "mm",
    }
}

/// The square a print is checked with: its side, and what it should measure.
pub const fn check_square(unit: Unit) -> (Length, &'static str) {
    match unit {
        Unit::Inch => (Length::inches(2), "2 in"),
        Unit::Metric => (Length::millimetres(50), "50 mm"),
    }
}

/// The line a print is checked with more exactly: its length, and what it should measure. It is as long as a page of any paper has
/// room for: what a ruler misses by on it is a quarter of what it misses by on the square.
pub const fn check_line(unit: Unit) -> (Length, &'static str) {
    match unit {
        Unit::Inch => (Length::inches(8), "8 in"),
        Unit::Metric => (Length::millimetres(200), "200 mm"),
    }
}

/// Name and size, a sample of every line, and a square to check the print with.
fn legend(plan: &Plan, sheet: &SheetCut, name: &str, top: Length) -> Group {
    let unit = plan.brief.unit;
    let at = |n: i64| mm(top + Length::millimetres(n));
    let text = |x: i64, y: i64, text: String| {
        Text::new(text)
            .set("x", mm(MARGIN + Length::millimetres(x)))
            .set("y", at(y))
            .set("font-size", "4")
            .set("fill", "#222")
    };
    let size = plan.brief.finished_figures().join(" × ");
    let heading =
        format!("{name}: {size} {} finished. Seen from the outside face, top edge up.", short(unit));
    let mut legend = Group::new().set("id", "legend").add(text(0, 4, heading));
    if sheet.times > 1 {
        legend = legend.add(text(65, 54, format!("Cut {} sheets alike.", sheet.times)));
    }
    for (tool, row) in Tool::ALL.into_iter().zip(0_i64..) {
        let y = at(13 + row * 8);
        let sample = Line::new()
            .set("x1", mm(MARGIN + Length::millimetres(65)))
            .set("x2", mm(MARGIN + Length::millimetres(90)))
            .set("y1", y.clone())
            .set("y2", y)
            .set("stroke", "#222")
            .set("stroke-width", tool.weight());
        let sample = match dashes(tool) {
            Some(dashes) => sample.set("stroke-dasharray", dashes),
            None => sample,
        };
        legend = legend.add(sample).add(text(94, 14 + row * 8, tool.says().to_owned()));
    }
    let (side, says) = check_square(unit);
    let square = Rectangle::new()
        .set("id", "check-square")
        .set("x", mm(MARGIN))
        .set("y", at(9))
        .set("width", mm(side))
        .set("height", mm(side))
        .set("fill", "none")
        .set("stroke", "#222")
        .set("stroke-width", "0.2");
    legend
        .add(square)
        .add(text(4, 20, format!("This square is {says}")))
        .add(text(4, 26, "each way. If it is not,".to_owned()))
        .add(text(4, 32, "print at 100 %.".to_owned()))
}
