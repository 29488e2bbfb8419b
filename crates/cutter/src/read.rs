//! Reading what is to be worked, from an SVG or a DXF with a layer for each tool.

mod curves;
mod dxf;
mod found;
mod svg;
mod whole;

use crate::{At, Tool, far};
use std::collections::BTreeMap;

/// The longest file, in bytes.
pub const LONGEST: usize = 4 * 1024 * 1024;
/// The most lines in a file.
pub const MOST_LINES: usize = 20_000;
/// The most points of all lines together.
pub const MOST_POINTS: usize = 400_000;
/// The largest drawing, in millimetres: longer than any mat.
pub const LARGEST: f64 = 20_000.0;

/// Curves are followed in straight stretches no further from them than this, in millimetres.
const NEAR: f64 = 0.01;

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
    pub size: At,
    /// Its lines.
    pub lines: Vec<Polyline>,
    /// How the file keeps its lines apart: by layers and groups, or by colours.
    pub layers: Vec<Layer>,
    /// What is not worked: the reason, and how many.
    pub left_out: Vec<(&'static str, usize)>,
}

/// Lines that a file keeps together.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Layer {
    /// What it is told by: the name of a layer or group, a colour, or both.
    pub key: String,
    /// Its colour, if that can be shown: `#a03020`.
    pub colour: Option<String>,
    /// How many lines.
    pub lines: usize,
    /// What works it; nothing if it is not worked.
    pub tool: Option<Tool>,
    /// True if its name says the tool.
    pub by_name: bool,
}

/// What one unit of a drawing is, where the drawing does not say.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Unit {
    /// A millimetre.
    Millimetre,
    /// A centimetre.
    Centimetre,
    /// An inch.
    Inch,
    /// A pixel, 96 to the inch (CSS).
    Pixel,
    /// A point, 72 to the inch (PostScript).
    Point,
}

impl Unit {
    /// In millimetres.
    pub const fn mm(self) -> f64 {
        match self {
            Self::Millimetre => 1.0,
            Self::Centimetre => 10.0,
            Self::Inch => 25.4,
            Self::Pixel => 25.4 / 96.0,
            Self::Point => 25.4 / 72.0,
        }
    }
}

/// What is told of a file that it does not say itself.
#[derive(Clone, Debug, Default)]
pub struct Told {
    /// Its unit.
    pub unit: Option<Unit>,
    /// The tool of a layer by what it is told by; none if it is not to be worked. A layer that is not named here has the tool of its name.
    pub layers: BTreeMap<String, Option<Tool>>,
}

/// One line, worked without lifting the tool.
#[derive(Clone, Debug, PartialEq)]
pub struct Polyline {
    /// What works it.
    pub tool: Tool,
    /// Two points or more; a closed line ends where it begins.
    pub points: Vec<At>,
}

impl Polyline {
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
    pub(crate) fn moved(&self, by: At) -> Self {
        let moved = |line: &Polyline| Polyline {
            tool: line.tool,
            points: line.points.iter().map(|[x, y]| [x + by[0], y + by[1]]).collect(),
        };
        Self { lines: self.lines.iter().map(moved).collect(), ..self.clone() }
    }
}

/// Why a file cannot be worked.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
pub enum Unreadable {
    /// A sentence that says what is wrong and, if it is known, where.
    #[error("{0}")]
    Broken(String),
    /// It does not say its unit: told one, it can be read.
    #[error("{0}")]
    NoUnit(String),
}

fn refuse<T>(sentence: impl Into<String>) -> Result<T, Unreadable> {
    Err(Unreadable::Broken(sentence.into()))
}

fn ask_unit<T>(sentence: &str) -> Result<T, Unreadable> {
    Err(Unreadable::NoUnit(sentence.to_owned()))
}

/// Reads a file, with what is told of it.
///
/// # Errors
/// [`Unreadable`] for a file that is broken, foreign, too large, or in no unit; nothing of it is read then.
///
/// ```
/// use wide_fold_cutter::{Kind, Told, Tool, read};
/// let svg = r#"<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm" viewBox="0 0 40 30">
///   <g id="cut"><path d="M 5 5 H 35 V 25 H 5 Z"/></g></svg>"#;
/// let drawing = read(Kind::Svg, svg, &Told::default())?;
/// assert_eq!(drawing.lines[0].tool, Tool::Cut);
/// assert!((drawing.lines[0].length() - 100.0).abs() < 1e-3);
/// # Ok::<(), wide_fold_cutter::Unreadable>(())
/// ```
pub fn read(kind: Kind, text: &str, told: &Told) -> Result<Drawing, Unreadable> {
    if text.len() > LONGEST {
        return refuse(format!(
            "The file is larger than {} MiB; a machine takes one sheet at a time.",
            LONGEST >> 20
        ));
    }
    if text.trim().is_empty() {
        return refuse("The file is empty.");
    }
    let found = match kind {
        Kind::Svg => svg::read(text, told)?,
        Kind::Dxf => dxf::read(text, told)?,
    };
    bounded(found.drawing(told))
}

/// Nothing without number, nothing too large, something to do or to be told.
fn bounded(mut drawing: Drawing) -> Result<Drawing, Unreadable> {
    if drawing.layers.is_empty() {
        let why: Vec<String> = drawing.left_out.iter().map(|(why, count)| format!("{count} {why}")).collect();
        return refuse(match why.as_slice() {
            [] => "There is no line in it to work.".to_owned(),
            why => format!("There is no line in it to work, only parts {}.", why.join(", ")),
        });
    }
    let fits = |n: &f64| n.is_finite() && n.abs() <= LARGEST;
    if let Some(at) = drawing.lines.iter().position(|line| !line.points.iter().flatten().all(fits)) {
        return refuse(format!("Line {} has a point that is no number, or is metres away.", at + 1));
    }
    let count = drawing.lines.len();
    drawing.lines.retain(|line| line.points.len() > 1 && line.length() > 1e-6);
    if drawing.lines.len() < count {
        drawing.left_out.push(("without any length", count - drawing.lines.len()));
    }
    if drawing.lines.is_empty() {
        // Nothing has a tool yet: its size does not matter.
        drawing.size = drawing.size.map(|side| if fits(&side) && side > 0.0 { side } else { 1.0 });
    }
    // A drawing of one straight line has no height.
    drawing.size = drawing.size.map(|side| if side.abs() < 1e-9 { 1.0 } else { side });
    if !drawing.size.iter().all(|side| fits(side) && *side > 0.0) {
        return refuse("The sheet of the drawing has no size that a mat could have.");
    }
    Ok(drawing)
}

fn too_many_points<T>() -> Result<T, Unreadable> {
    refuse(format!("Its lines have more than {MOST_POINTS} points together; that is too much for one sheet."))
}
