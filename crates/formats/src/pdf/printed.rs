//! Pages as they come out of a simulated printer, a stand-in for a real one: SVG in millimetres.

use super::fonts::Weight;
use super::leaf::{Leaf, Mark, Segment};
use svg::Document;
use svg::node::element::{ClipPath, Group, Path, Rectangle, Text};

/// Pages that have come out.
pub struct Printout {
    leaves: Vec<Leaf>,
    square: [f64; 3],
    came_out: f64,
}

impl Printout {
    pub(super) fn new(leaves: Vec<Leaf>, square: [f64; 3], came_out: f64) -> Self {
        Self { leaves, square, came_out }
    }

    /// Width and height of every page, in millimetres.
    pub fn sizes(&self) -> impl Iterator<Item = [f64; 2]> + '_ {
        self.leaves.iter().map(|leaf| [leaf.width, leaf.height])
    }

    /// Where the check square lies on the first page: from the left, from the top, its side, in millimetres on the paper.
    pub fn square(&self) -> [f64; 3] {
        let [x, y, side] = self.square;
        let [width, height] = self.sizes().next().unwrap_or_default();
        let moved = |whole: f64, at: f64| whole / 2.0 + (at - whole / 2.0) * self.came_out;
        [moved(width, x), moved(height, y), side * self.came_out]
    }

    /// A page, counted from nought: everything on it larger or smaller, about its middle. Nothing if there is no such page.
    pub fn page(&self, index: usize) -> Option<String> {
        let leaf = self.leaves.get(index)?;
        let came_out = self.came_out;
        let (width, height) = (leaf.width, leaf.height);
        let shift = [width, height].map(|side| number(side / 2.0 * (1.0 - came_out)));
        let scaled = Group::new()
            .set("transform", format!("translate({} {}) scale({})", shift[0], shift[1], number(came_out)))
            .set("fill", "none");
        let mut windows = 0;
        let scaled = drawn(scaled, &leaf.marks, &mut windows);
        Some(written(scaled, [width, height]))
    }
}

/// Something drawn on a page of that size, as SVG.
pub(super) fn picture(marks: &[Mark], [width, height]: [f64; 2]) -> String {
    written(drawn(Group::new().set("fill", "none"), marks, &mut 0), [width, height])
}

fn written(group: Group, [width, height]: [f64; 2]) -> String {
    let document = Document::new()
        .set("viewBox", format!("0 0 {} {}", number(width), number(height)))
        .set("font-family", "Fira Sans, sans-serif")
        .add(group);
    document.to_string()
}

fn drawn(mut group: Group, marks: &[Mark], windows: &mut usize) -> Group {
    for mark in marks {
        match mark {
            Mark::Line { segments, pen, fill } => {
                let mut path = Path::new().set("d", data(segments));
                if let Some(pen) = pen {
                    path = path.set("stroke", grey(pen.grey)).set("stroke-width", number(pen.width));
                    if !pen.dashes.is_empty() {
                        let dashes: Vec<String> = pen.dashes.iter().map(|dash| number(*dash)).collect();
                        path = path.set("stroke-dasharray", dashes.join(" "));
                    }
                }
                group = group.add(match fill {
                    Some(fill) => path.set("fill", grey(*fill)),
                    None => path,
                });
            }
            Mark::Words { x, y, size, weight, text, turned } => {
                let (x, y) = (number(*x), number(*y));
                let mut words = Text::new(text.as_str())
                    .set("x", x.as_str())
                    .set("y", y.as_str())
                    .set("font-size", number(*size))
                    .set("fill", grey(super::leaf::INK));
                if *weight == Weight::Medium {
                    words = words.set("font-weight", 500);
                }
                if *turned {
                    words = words.set("transform", format!("rotate(-90 {x} {y})"));
                }
                group = group.add(words);
            }
            Mark::Window { from, to, marks } => {
                *windows += 1;
                let id = format!("window-{windows}");
                let rect = Rectangle::new()
                    .set("x", number(from[0]))
                    .set("y", number(from[1]))
                    .set("width", number(to[0] - from[0]))
                    .set("height", number(to[1] - from[1]));
                let seen = Group::new().set("clip-path", format!("url(#{id})"));
                group = group.add(ClipPath::new().set("id", id).add(rect)).add(drawn(seen, marks, windows));
            }
        }
    }
    group
}

fn grey(grey: u8) -> String {
    format!("#{grey:02x}{grey:02x}{grey:02x}")
}

/// To a thousandth of a millimetre.
fn number(mm: f64) -> String {
    ((mm * 1000.0).round() / 1000.0 + 0.0).to_string()
}

fn data(segments: &[Segment]) -> String {
    let spot = |[x, y]: &[f64; 2]| format!("{} {}", number(*x), number(*y));
    let written: Vec<String> = segments
        .iter()
        .map(|segment| match segment {
            Segment::Move(to) => format!("M{}", spot(to)),
            Segment::Line(to) => format!("L{}", spot(to)),
            Segment::Curve([a, b, to]) => format!("C{} {} {}", spot(a), spot(b), spot(to)),
            Segment::Close => "Z".to_owned(),
        })
        .collect();
    written.concat()
}
