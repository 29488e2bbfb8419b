//! A job: the lines of a drawing in the order of the work, with the time each takes.

use crate::faults::{Fault, faults};
use crate::mat::Mat;
use crate::{At, Drawing, Polyline, Tool, far};

/// One line of a job.
#[derive(Clone, Debug, PartialEq)]
pub struct Stroke {
    /// What works it.
    pub tool: Tool,
    /// Where it goes on the mat.
    pub points: Vec<At>,
    /// When the tool comes down on it, in seconds from the start.
    pub from: f64,
    /// When it is lifted.
    pub to: f64,
}

/// A drawing on a mat, ready to be worked.
#[derive(Clone, Debug, PartialEq)]
pub struct Job {
    /// Where the bottom left corner of the sheet lies on the mat.
    pub at: At,
    /// The sheet.
    pub size: At,
    /// In the order of the work.
    pub strokes: Vec<Stroke>,
    /// How long it takes, in seconds.
    pub seconds: f64,
    /// What will go wrong.
    pub faults: Vec<Fault>,
}

/// How fast the head moves with its tool lifted, in millimetres a second, and how long lifting or setting down takes (our choice).
const TRAVEL: f64 = 150.0;
const LIFT: f64 = 0.12;
/// Changing the tool, in seconds (our choice).
const CHANGE: f64 = 3.0;

impl Job {
    /// Lays a drawing in the middle of a mat, or at its corner if it is larger, and puts it in order: pen, scores, perforations, cuts; of each the smaller before the larger, so that what lies inside is
    /// worked while the paper round it still holds it.
    pub fn new(drawing: &Drawing, mat: Mat) -> Self {
        let at = [0, 1].map(|side| ((mat.size[side] - drawing.size[side]) / 2.0).max(0.0));
        let drawing = &drawing.moved(at);
        let mut lines: Vec<&Polyline> = drawing.lines.iter().collect();
        // What lies within another line reaches less far, both ways together.
        lines.sort_by(|a, b| a.tool.cmp(&b.tool).then(reach(a).total_cmp(&reach(b))));
        let mut strokes: Vec<Stroke> = Vec::with_capacity(lines.len());
        let (mut clock, mut head, mut tool) = (0.0, [0.0; 2], None);
        for line in lines {
            let Some((first, last)) = line.points.first().zip(line.points.last()) else { continue };
            if tool != Some(line.tool) {
                clock += if tool.is_some() { CHANGE } else { 0.0 };
                tool = Some(line.tool);
            }
            clock += far(head, *first) / TRAVEL + LIFT;
            let to = clock + line.length() / line.tool.speed();
            strokes.push(Stroke { tool: line.tool, points: line.points.clone(), from: clock, to });
            (clock, head) = (to + LIFT, *last);
        }
        Self { at, size: drawing.size, faults: faults(drawing, mat), strokes, seconds: clock }
    }
}

/// How wide and how tall a line is, together.
fn reach(line: &Polyline) -> f64 {
    let side = |side: usize| {
        let values = || line.points.iter().map(|spot| spot[side]);
        values().fold(f64::MIN, f64::max) - values().fold(f64::MAX, f64::min)
    };
    side(0) + side(1)
}
