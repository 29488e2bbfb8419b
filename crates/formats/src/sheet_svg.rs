//! A sheet at 1:1 as SVG: real units, cut and score lines in groups of their own, a legend and a check square.
//!
//! One user unit is one millimetre. Line styles follow the published convention of folding diagrams (Yoshizawa–Randlett:
//! valleys dashed, mountains dash-dotted); cuts are solid. Every line is dark, so that black-and-white prints read.

use svg::Document;
use svg::node::element::{Group, Line, Path, Rectangle, Text, Title};
use wide_fold_core::fittings::Shape;
use wide_fold_core::fittings::small::Small;
use wide_fold_core::layout::{Part, SheetCut};
use wide_fold_core::net::{Blank, Crease, Cut, CutRole, Fold, Hole};
use wide_fold_core::pieces::Piece;
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Length, Plan, Unit};

/// Empty border round everything.
pub(crate) const MARGIN: Length = Length::millimetres(10);
/// Room for the legend below the sheet.
const LEGEND: Length = Length::millimetres(70);
/// The narrowest page on which the legend can be read.
const NARROWEST: Length = Length::millimetres(190);

const MOUNTAIN: &str = "6 1.5 0.8 1.5";
const VALLEY: &str = "4 2";
const GUIDE: &str = "0.8 1.6";
const BY_HAND: &str = "0.3 1";

/// Draws one sheet of a plan with the piece cut from it; nothing if the plan has no such sheet.
pub fn sheet_svg(plan: &Plan, name: &str, index: usize) -> Option<String> {
    let sheet = plan.layout.sheets.get(index)?;
    let (width, height) = (
        sheet.placed.iter().map(|placed| placed.space.x + placed.space.width).fold(sheet.width, Length::max),
        sheet
            .placed
            .iter()
            .map(|placed| placed.space.y + placed.space.height)
            .fold(sheet.height, Length::max),
    );
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
    for (copy, placed) in sheet.placed.iter().enumerate() {
        let frame = Frame { left: MARGIN + placed.space.x, bottom: MARGIN + height - placed.space.y };
        let index = match placed.part {
            Part::Piece(index) => index,
            Part::Small(small) => {
                document = document.add(small_part(small, frame).set("id", format!("small-{}", copy + 1)));
                continue;
            }
        };
        for (id, part) in piece(&plan.pieces[index], frame, plan.brief.unit) {
            // Copies on the same sheet have groups of their own: `cut`, `cut-2`.
            let id = if copy == 0 { id.to_owned() } else { format!("{id}-{}", copy + 1) };
            document = document.add(part.set("id", id));
        }
    }
    Some(document.add(legend(plan, sheet, name, MARGIN * 2 + height)).to_string())
}

/// A small part: a rectangle, named.
fn small_part(small: Small, frame: Frame) -> Group {
    let (x, y) = frame.place(Point::new(Length::ZERO, small.size.height));
    let edge = Rectangle::new()
        .set("x", x)
        .set("y", y)
        .set("width", mm(small.size.width))
        .set("height", mm(small.size.height));
    group("small", "0.3", None).add(edge).add(Title::new(small.kind.name()))
}

/// Where a piece's origin lies on the page; the page's y runs down.
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

fn titled(blank: &Blank, frame: Frame, crease: &Crease, unit: Unit) -> Line {
    line(frame, crease.from, crease.to).add(Title::new(blank.describe_crease(crease, unit)))
}

/// The edge of the paper as a path, its rounded corners as arcs.
fn edge(blank: &Blank, frame: Frame) -> String {
    let count = blank.outline.len();
    let mut path = String::new();
    for (index, corner) in blank.outline.iter().enumerate() {
        let verb = if index == 0 { "M" } else { "L" };
        let (x, y) = frame.place(*corner);
        match blank.rounds.iter().find(|round| round.at == *corner) {
            None => path += &format!("{verb} {x} {y} "),
            Some(round) => {
                let (before, after) =
                    (blank.outline[(index + count - 1) % count], blank.outline[(index + 1) % count]);
                let radius = mm(round.radius);
                let ((x1, y1), (x2, y2)) = (
                    frame.place(towards(*corner, before, round.radius)),
                    frame.place(towards(*corner, after, round.radius)),
                );
                path += &format!("{verb} {x1} {y1} A {radius} {radius} 0 0 0 {x2} {y2} ");
            }
        }
    }
    path + "Z"
}

/// The edge of a hole: a circle, an opening with half-round ends, or a slit.
pub(crate) fn hole_path(hole: &Hole, frame: Frame) -> String {
    let at = |x: Length, y: Length| {
        let (x, y) = frame.place(Point::new(hole.centre.x + x, hole.centre.y + y));
        format!("{x} {y}")
    };
    let Size { width: half, height: tall } = hole.shape.half();
    if let Shape::Slot { .. } = hole.shape {
        return format!("M {} L {}", at(-half, Length::ZERO), at(half, Length::ZERO));
    }
    let straight = half - tall;
    let radius = mm(tall);
    format!(
        "M {} L {} A {radius} {radius} 0 0 0 {} L {} A {radius} {radius} 0 0 0 {} Z",
        at(-straight, -tall),
        at(straight, -tall),
        at(straight, tall),
        at(-straight, tall),
        at(-straight, -tall)
    )
}

/// The point at a distance from a corner along the level or upright side to its neighbour.
fn towards(corner: Point, neighbour: Point, by: Length) -> Point {
    let step = |from: Length, to: Length| match to.cmp(&from) {
        std::cmp::Ordering::Less => from - by,
        std::cmp::Ordering::Equal => from,
        std::cmp::Ordering::Greater => from + by,
    };
    Point::new(step(corner.x, neighbour.x), step(corner.y, neighbour.y))
}

/// The groups of one piece, each with the name it has on the sheet.
fn piece(piece: &Piece, frame: Frame, unit: Unit) -> Vec<(&'static str, Group)> {
    let blank = &piece.blank;
    let mut cut = group("cut", "0.4", None).add(Path::new().set("d", edge(blank, frame)));
    // The outline already runs round tapers and the tab's corner; only plain slits are left to cut.
    let on_edge = |cut: &Cut| {
        blank
            .outline
            .iter()
            .zip(blank.outline.iter().cycle().skip(1))
            .any(|(a, b)| (*a, *b) == (cut.from, cut.to) || (*b, *a) == (cut.from, cut.to))
    };
    for slit in
        blank.cuts.iter().filter(|cut| matches!(cut.role, CutRole::Slit | CutRole::BaseSlit) && !on_edge(cut))
    {
        cut = cut.add(line(frame, slit.from, slit.to));
    }
    for hole in &blank.holes {
        let says = Title::new(blank.describe_hole(hole, unit));
        cut = cut.add(Path::new().set("d", hole_path(hole, frame)).set("class", "hole").add(says));
    }
    let mut groups = vec![("cut", cut)];
    let styles = [
        (Fold::Mountain, "score-mountain", MOUNTAIN),
        (Fold::Valley, "score-valley", VALLEY),
        (Fold::Flat, "score-guide", GUIDE),
    ];
    for (fold, id, dashes) in styles {
        let mut score = group(id, "0.25", Some(dashes));
        let scored = |crease: &&Crease| crease.fold == fold && !crease.role.is_made_by_hand();
        for crease in blank.creases.iter().filter(scored) {
            score = score.add(titled(blank, frame, crease, unit));
        }
        groups.push((id, score));
    }
    let by_hand = || blank.creases.iter().filter(|crease| crease.role.is_made_by_hand());
    if by_hand().next().is_some() {
        let lines = group("fold-by-hand", "0.15", Some(BY_HAND));
        groups.push((
            "fold-by-hand",
            by_hand().fold(lines, |lines, crease| lines.add(titled(blank, frame, crease, unit))),
        ));
    }
    let mut labels = Group::new().set("fill", "#444").set("font-size", "4").set("text-anchor", "middle");
    if let Some(body) = blank.row(wide_fold_core::net::Zone::Body) {
        for column in &blank.columns {
            let (x, y) = frame.place(Point::new(column.x.middle(), body.y.middle()));
            let text = format!("{} {}", column.panel.name(), column.x.length().figure(unit));
            let turn = format!("rotate(-90 {x} {y})");
            labels = labels.add(Text::new(text).set("x", x).set("y", y).set("transform", turn));
        }
        let (x, y) = frame.place(Point::new(Length::millimetres(6), body.y.to - Length::millimetres(6)));
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
    let samples = [
        (None, "0.4", "cut"),
        (Some(MOUNTAIN), "0.25", "score, mountain: fold away from you"),
        (Some(VALLEY), "0.25", "score, valley: fold towards you"),
        (Some(GUIDE), "0.25", "guide line: do not fold"),
        (Some(BY_HAND), "0.15", "folds in the hand: not scored"),
    ];
    for ((dashes, stroke, says), row) in samples.into_iter().zip(0_i64..) {
        let y = at(13 + row * 8);
        let sample = Line::new()
            .set("x1", mm(MARGIN + Length::millimetres(65)))
            .set("x2", mm(MARGIN + Length::millimetres(90)))
            .set("y1", y.clone())
            .set("y2", y)
            .set("stroke", "#222")
            .set("stroke-width", stroke);
        let sample = match dashes {
            Some(dashes) => sample.set("stroke-dasharray", dashes),
            None => sample,
        };
        legend = legend.add(sample).add(text(94, 14 + row * 8, says.to_owned()));
    }
    let (side, says) = match unit {
        Unit::Inch => (Length::inches(2), "2 in"),
        Unit::Metric => (Length::millimetres(50), "50 mm"),
    };
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
