//! Reading what is to be worked, from an SVG or a DXF with a layer for each tool.

mod dxf;
mod svg;

use crate::{Spot, Tool, far};

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
        Kind::Svg => svg::read(text)?,
        Kind::Dxf => dxf::read(text)?,
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

fn too_many_points<T>() -> Result<T, Unreadable> {
    refuse(format!("Its lines have more than {MOST_POINTS} points together; that is too much for one sheet."))
}
