//! What will go wrong with a drawing on a mat.

use crate::mat::Mat;
use crate::{Drawing, Line, Spot, Tool, far};
use std::collections::HashMap;

/// A kind of fault.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum FaultKind {
    /// It leaves the mat.
    OffMat,
    /// It lies under the rollers or clamps.
    UnderMargin,
    /// The blade cannot turn in it.
    TooSmall,
    /// It is worked twice.
    Twice,
}

/// Something that will go wrong.
#[derive(Clone, Debug, PartialEq)]
pub struct Fault {
    /// What.
    pub kind: FaultKind,
    /// How many lines it is about.
    pub lines: usize,
    /// Where, on the first of them.
    pub at: Spot,
    /// How much: how far past the mat or under the margin, how small, or how long it is worked twice, at worst; millimetres.
    pub by: f64,
}

/// Rounding of files: what is off by less is not off.
const HAIR: f64 = 0.02;

pub(crate) fn faults(drawing: &Drawing, mat: Mat) -> Vec<Fault> {
    let outside = |spot: &Spot, inset: f64| {
        let over = |n: f64, most: f64| (inset - n).max(n - (most - inset));
        over(spot[0], mat.size[0]).max(over(spot[1], mat.size[1]))
    };
    let worst = |kind, inset: f64, taken: &dyn Fn(&Line) -> bool| {
        let mut found: Option<Fault> = None;
        for line in drawing.lines.iter().filter(|line| taken(line)) {
            let by = |spot: &Spot| outside(spot, inset);
            let Some(at) = line.points.iter().max_by(|a, b| by(a).total_cmp(&by(b))) else { continue };
            if by(at) > HAIR {
                let fault = found.get_or_insert(Fault { kind, lines: 0, at: *at, by: 0.0 });
                fault.lines += 1;
                fault.by = fault.by.max(by(at));
            }
        }
        found
    };
    let is_off = |line: &Line| line.points.iter().any(|spot| outside(spot, 0.0) > HAIR);
    let mut faults = Vec::new();
    faults.extend(worst(FaultKind::OffMat, 0.0, &|_| true));
    faults.extend(worst(FaultKind::UnderMargin, mat.margin, &|line| !is_off(line)));
    faults.extend(too_small(drawing, mat.smallest));
    faults.extend(twice(drawing));
    faults
}

fn too_small(drawing: &Drawing, smallest: f64) -> Option<Fault> {
    let mut found: Option<Fault> = None;
    for line in drawing.lines.iter().filter(|line| line.tool == Tool::Cut && line.is_closed()) {
        let side = |side: usize| {
            let values = || line.points.iter().map(|spot| spot[side]);
            values().fold(f64::MIN, f64::max) - values().fold(f64::MAX, f64::min)
        };
        let across = side(0).min(side(1));
        if across < smallest - HAIR {
            let first = Fault { kind: FaultKind::TooSmall, lines: 0, at: line.points[0], by: across };
            let fault = found.get_or_insert(first);
            fault.lines += 1;
            fault.by = fault.by.min(across);
        }
    }
    found
}

/// A straight line in the plane: its angle and its distance from the origin, rounded, and the tool that works it.
type Along = (Tool, i64, i64);

/// Stretches that lie over one another, worked by the same tool.
fn twice(drawing: &Drawing) -> Option<Fault> {
    let mut along: HashMap<Along, Vec<(f64, f64, usize, Spot)>> = HashMap::new();
    for (own, line) in drawing.lines.iter().enumerate() {
        for pair in line.points.windows(2) {
            let (a, b) = (pair[0], pair[1]);
            let length = far(a, b);
            if length < 0.5 {
                continue;
            }
            // Pointing right, or straight up.
            let (a, b) =
                if (b[0] - a[0], b[1] - a[1]) < (0.0, 0.0) || b[0] < a[0] - 1e-9 { (b, a) } else { (a, b) };
            let way = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
            let (off, start) = (a[0] * way[1] - a[1] * way[0], a[0] * way[0] + a[1] * way[1]);
            let key =
                (line.tool, (way[1].atan2(way[0]) * 500.0).round() as i64, (off / HAIR / 2.0).round() as i64);
            along.entry(key).or_default().push((start, start + length, own, a));
        }
    }
    let mut lines: Vec<usize> = Vec::new();
    let (mut at, mut by) = (None, 0.0_f64);
    for spans in along.values_mut() {
        spans.sort_by(|a, b| a.0.total_cmp(&b.0));
        let mut reached = f64::MIN;
        for (from, to, own, spot) in spans.iter() {
            let over = reached.min(*to) - from;
            if over > 0.1 {
                lines.push(*own);
                by = by.max(over);
                if at.is_none_or(|(first, _)| *own < first) {
                    at = Some((*own, *spot));
                }
            }
            reached = reached.max(*to);
        }
    }
    lines.sort_unstable();
    lines.dedup();
    at.map(|(_, at)| Fault { kind: FaultKind::Twice, lines: lines.len(), at, by })
}
