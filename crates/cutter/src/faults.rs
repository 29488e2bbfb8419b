//! What will go wrong with a drawing on a mat.

use crate::mat::Mat;
use crate::{At, Drawing, Polyline, Tool, far};
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
    /// It leaves the sheet it is drawn on.
    OffSheet,
    /// It nearly closes: what it should cut out hangs on.
    Open,
    /// It is cut along a score.
    CutOnScore,
}

impl FaultKind {
    /// All of them.
    pub const ALL: [Self; 7] = [
        Self::OffMat,
        Self::OffSheet,
        Self::UnderMargin,
        Self::TooSmall,
        Self::Twice,
        Self::Open,
        Self::CutOnScore,
    ];
}

/// Something that will go wrong.
#[derive(Clone, Debug, PartialEq)]
pub struct Fault {
    /// What.
    pub kind: FaultKind,
    /// How many lines it is about.
    pub lines: usize,
    /// Where, on the first of them.
    pub at: At,
    /// How much: how far past the mat or under the margin, how small, or how long it is worked twice, at worst; millimetres.
    pub by: f64,
}

/// Rounding of files: what is off by less is not off.
const HAIR: f64 = 0.02;

pub(crate) fn faults(drawing: &Drawing, mat: Mat) -> Vec<Fault> {
    let outside = |spot: &At, inset: f64| {
        let over = |n: f64, most: f64| (inset - n).max(n - (most - inset));
        over(spot[0], mat.size[0]).max(over(spot[1], mat.size[1]))
    };
    let worst = |kind, inset: f64, taken: &dyn Fn(&Polyline) -> bool| {
        let mut found: Option<Fault> = None;
        for line in drawing.lines.iter().filter(|line| taken(line)) {
            let by = |spot: &At| outside(spot, inset);
            let Some(at) = line.points.iter().max_by(|a, b| by(a).total_cmp(&by(b))) else { continue };
            if by(at) > HAIR {
                let fault = found.get_or_insert(Fault { kind, lines: 0, at: *at, by: 0.0 });
                fault.lines += 1;
                fault.by = fault.by.max(by(at));
            }
        }
        found
    };
    let is_off = |line: &Polyline| line.points.iter().any(|spot| outside(spot, 0.0) > HAIR);
    let mut faults = Vec::new();
    faults.extend(worst(FaultKind::OffMat, 0.0, &|_| true));
    faults.extend(off_sheet(drawing, mat.size));
    faults.extend(worst(FaultKind::UnderMargin, mat.margin, &|line| !is_off(line)));
    faults.extend(too_small(drawing, mat.smallest));
    faults.extend(along(drawing, FaultKind::Twice));
    faults.extend(along(drawing, FaultKind::CutOnScore));
    faults.extend(open(drawing));
    faults
}

/// Lines on the mat, but past the edge of their sheet.
fn off_sheet(drawing: &Drawing, mat: At) -> Option<Fault> {
    // The drawing lies in the middle of the mat, or at its corner if it is larger.
    let low = [0, 1].map(|side| ((mat[side] - drawing.size[side]) / 2.0).max(0.0));
    let over = |spot: &At| {
        [0, 1]
            .map(|side| (low[side] - spot[side]).max(spot[side] - low[side] - drawing.size[side]))
            .into_iter()
            .fold(f64::MIN, f64::max)
    };
    let mut found: Option<Fault> = None;
    for line in &drawing.lines {
        let Some(at) = line.points.iter().max_by(|a, b| over(a).total_cmp(&over(b))) else { continue };
        if over(at) > HAIR {
            let fault = found.get_or_insert(Fault { kind: FaultKind::OffSheet, lines: 0, at: *at, by: 0.0 });
            fault.lines += 1;
            fault.by = fault.by.max(over(at));
        }
    }
    found
}

/// Ends of cuts that lie this close to another cut were meant to meet it, in millimetres (our choice).
const MEANT: f64 = 1.0;
/// Ends times stretches that are held against one another: a drawing of more is not looked through.
const MOST_PAIRS: usize = 40_000_000;

/// Ends of cuts that nearly meet another end or another cut: what they go round does not come loose.
fn open(drawing: &Drawing) -> Option<Fault> {
    let cuts: Vec<&Polyline> = drawing.lines.iter().filter(|line| line.tool == Tool::Cut).collect();
    let stretches: Vec<(usize, usize, At, At)> = cuts
        .iter()
        .enumerate()
        .flat_map(|(own, line)| {
            line.points.windows(2).enumerate().map(move |(n, pair)| (own, n, pair[0], pair[1]))
        })
        .collect();
    let ends: Vec<(usize, usize, At)> = cuts
        .iter()
        .enumerate()
        .filter(|(_, line)| !line.is_closed())
        .flat_map(|(own, line)| {
            let last = line.points.len() - 1;
            [(own, 0, line.points[0]), (own, last - 1, line.points[last])]
        })
        .collect();
    if ends.len() * stretches.len() > MOST_PAIRS {
        return None;
    }
    let mut found: Option<Fault> = None;
    for (own, at, end) in ends {
        // Its own stretch it lies on by itself.
        let others = stretches.iter().filter(|(line, n, _, _)| (*line, *n) != (own, at));
        let gap = others.map(|(_, _, a, b)| beside(end, *a, *b)).fold(f64::INFINITY, f64::min);
        if gap > HAIR * 2.0 && gap < MEANT {
            let fault = found.get_or_insert(Fault { kind: FaultKind::Open, lines: 0, at: end, by: 0.0 });
            fault.lines += 1;
            fault.by = fault.by.max(gap);
        }
    }
    found
}

/// How far a spot is from a stretch.
fn beside(spot: At, a: At, b: At) -> f64 {
    let way = [b[0] - a[0], b[1] - a[1]];
    let square = way[0] * way[0] + way[1] * way[1];
    let share =
        if square > 0.0 { ((spot[0] - a[0]) * way[0] + (spot[1] - a[1]) * way[1]) / square } else { 0.0 };
    let share = share.clamp(0.0, 1.0);
    far(spot, [a[0] + way[0] * share, a[1] + way[1] * share])
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

/// A straight line in the plane: its angle and its distance from the origin, rounded.
type Along = (i64, i64);

/// Stretches that lie over one another: worked by the same tool, or a cut along a score.
fn along(drawing: &Drawing, kind: FaultKind) -> Option<Fault> {
    let mut lying: HashMap<Along, Vec<(f64, f64, usize, At)>> = HashMap::new();
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
            let key = ((way[1].atan2(way[0]) * 500.0).round() as i64, (off / HAIR / 2.0).round() as i64);
            lying.entry(key).or_default().push((start, start + length, own, a));
        }
    }
    let clash = |one: usize, other: usize| {
        let (one, other) = (drawing.lines[one].tool, drawing.lines[other].tool);
        match kind {
            FaultKind::CutOnScore => {
                matches!(
                    (one, other),
                    (Tool::Cut, Tool::Score | Tool::Perforate) | (Tool::Score | Tool::Perforate, Tool::Cut)
                )
            }
            _ => one == other,
        }
    };
    let mut lines: Vec<usize> = Vec::new();
    let (mut at, mut by) = (None, 0.0_f64);
    for spans in lying.values_mut() {
        spans.sort_by(|a, b| a.0.total_cmp(&b.0));
        // Of every tool the stretch that reaches furthest so far.
        let mut reached: HashMap<Tool, (f64, usize)> = HashMap::new();
        for (from, to, own, spot) in spans.iter() {
            for (far, other) in reached.values() {
                let over = far.min(*to) - from;
                if over > 0.1 && clash(*own, *other) {
                    lines.push(*own);
                    by = by.max(over);
                    if at.is_none_or(|(first, _)| *own < first) {
                        at = Some((*own, *spot));
                    }
                }
            }
            let far = reached.entry(drawing.lines[*own].tool).or_insert((f64::MIN, *own));
            if *to > far.0 {
                *far = (*to, *own);
            }
        }
    }
    lines.sort_unstable();
    lines.dedup();
    at.map(|(_, at)| Fault { kind, lines: lines.len(), at, by })
}
