//! What lies on the mat when everything is cut: pieces of paper, each with its edge, its holes and slits.

use crate::{At, Drawing, Tool, far};
use std::collections::{BTreeMap, BTreeSet, HashMap};

/// A piece of paper that has come loose.
#[derive(Clone, Debug, PartialEq)]
pub struct CutOut {
    /// Its edge, anticlockwise, in millimetres.
    pub edge: Vec<At>,
    /// Edges of the holes in it, clockwise.
    pub holes: Vec<Vec<At>>,
    /// Cuts in it that free nothing.
    pub slits: Vec<[At; 2]>,
    /// Scores and perforated folds on it: what is worked and does not free it.
    pub folds: Vec<[At; 2]>,
}

/// Ends closer together than this are one, in millimetres.
const GRID: f64 = 0.01;
/// Beyond so many straight stretches of cuts it is not worked out: the picture then shows the lines alone.
const MOST: usize = 4000;

/// Nor beyond so many places where they meet.
const MOST_CROSSINGS: usize = 60_000;

type Knot = (i64, i64);

fn knot([x, y]: At) -> Knot {
    ((x / GRID).round() as i64, (y / GRID).round() as i64)
}

/// The pieces of the sheet when a drawing has been cut, the largest first; nothing if it has too many cuts to be worked out.
pub fn cut_out(drawing: &Drawing) -> Option<Vec<CutOut>> {
    let [wide, tall] = drawing.size;
    let corners = [[0.0, 0.0], [wide, 0.0], [wide, tall], [0.0, tall]];
    let mut lines: Vec<[At; 2]> = (0..4).map(|n| [corners[n], corners[(n + 1) % 4]]).collect();
    let cuts = drawing.lines.iter().filter(|line| line.tool == Tool::Cut);
    lines.extend(cuts.flat_map(|line| line.points.windows(2)).map(|pair| [pair[0], pair[1]]));
    if lines.len() > MOST {
        return None;
    }
    let graph = Graph::of(&lines)?;
    let (edges, slits) = graph.pruned();
    let loops = faces(&graph, &edges);
    let area = |ring: &[At]| {
        ring.iter().zip(ring.iter().cycle().skip(1)).map(|(a, b)| a[0] * b[1] - b[0] * a[1]).sum::<f64>()
            / 2.0
    };
    let (outer, inner): (Vec<_>, Vec<_>) = loops.into_iter().partition(|ring| area(ring) > 0.0);
    let mut pieces: Vec<CutOut> = outer
        .into_iter()
        .map(|edge| CutOut { edge, holes: Vec::new(), slits: Vec::new(), folds: Vec::new() })
        .collect();
    pieces.sort_by(|a, b| area(&b.edge).total_cmp(&area(&a.edge)));
    // The smallest piece round a ring of another cluster of cuts has it as a hole; the outermost ring has none round it.
    for ring in inner {
        let middle = |a: At, b: At| [(a[0] + b[0]) / 2.0, (a[1] + b[1]) / 2.0];
        let probe = middle(ring[0], ring[1]);
        let round = pieces.iter_mut().filter(|piece| contains(&piece.edge, probe) && !on(&piece.edge, probe));
        if let Some(piece) = round.min_by(|a, b| area(&a.edge).total_cmp(&area(&b.edge))) {
            piece.holes.push(ring);
        }
    }
    let mut place = |pair: [At; 2], fold: bool| {
        let probe = [(pair[0][0] + pair[1][0]) / 2.0, (pair[0][1] + pair[1][1]) / 2.0];
        let own = pieces
            .iter_mut()
            .filter(|piece| contains(&piece.edge, probe))
            .min_by(|a, b| area(&a.edge).total_cmp(&area(&b.edge)));
        if let Some(piece) = own {
            if fold { piece.folds.push(pair) } else { piece.slits.push(pair) }
        }
    };
    for slit in slits {
        place(slit, false);
    }
    for line in drawing.lines.iter().filter(|line| matches!(line.tool, Tool::Score | Tool::Perforate)) {
        for pair in line.points.windows(2) {
            place([pair[0], pair[1]], true);
        }
    }
    Some(pieces)
}

/// True if a place lies within a ring (crossing number).
fn contains(ring: &[At], [x, y]: At) -> bool {
    let crosses = |(a, b): (&At, &At)| {
        (a[1] > y) != (b[1] > y) && x < (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]) + a[0]
    };
    ring.iter().zip(ring.iter().cycle().skip(1)).filter(|pair| crosses(*pair)).count() % 2 == 1
}

/// True if a place lies on a ring.
fn on(ring: &[At], spot: At) -> bool {
    ring.iter().zip(ring.iter().cycle().skip(1)).any(|(a, b)| off(*a, *b, spot) < GRID * 2.0)
}

/// How far a place lies from a straight stretch.
fn off(a: At, b: At, spot: At) -> f64 {
    let (dx, dy) = (b[0] - a[0], b[1] - a[1]);
    let square = dx * dx + dy * dy;
    let t = if square > 0.0 {
        (((spot[0] - a[0]) * dx + (spot[1] - a[1]) * dy) / square).clamp(0.0, 1.0)
    } else {
        0.0
    };
    far([a[0] + t * dx, a[1] + t * dy], spot)
}

/// Straight stretches that meet only at their ends.
struct Graph {
    spots: Vec<At>,
    edges: BTreeSet<[usize; 2]>,
}

impl Graph {
    /// Lines parted wherever another one ends on them or crosses them; nothing if they do so too often.
    fn of(lines: &[[At; 2]]) -> Option<Self> {
        let mut crossings = 0;
        let mut cuts: Vec<Vec<(f64, At)>> = lines.iter().map(|[a, b]| vec![(0.0, *a), (1.0, *b)]).collect();
        for (n, [a, b]) in lines.iter().enumerate() {
            let length = far(*a, *b).max(1e-12);
            for (m, [c, d]) in lines.iter().enumerate() {
                if n == m
                    || a[0].max(b[0]) + GRID < c[0].min(d[0])
                    || a[0].min(b[0]) - GRID > c[0].max(d[0])
                    || a[1].max(b[1]) + GRID < c[1].min(d[1])
                    || a[1].min(b[1]) - GRID > c[1].max(d[1])
                {
                    continue;
                }
                let along = |spot: &At| {
                    ((spot[0] - a[0]) * (b[0] - a[0]) + (spot[1] - a[1]) * (b[1] - a[1])) / (length * length)
                };
                if crossings > MOST_CROSSINGS {
                    return None;
                }
                for end in [c, d] {
                    if off(*a, *b, *end) < GRID {
                        crossings += 1;
                        cuts[n].push((along(end).clamp(0.0, 1.0), *end));
                    }
                }
                let (r, s) = ([b[0] - a[0], b[1] - a[1]], [d[0] - c[0], d[1] - c[1]]);
                let cross = r[0] * s[1] - r[1] * s[0];
                if cross.abs() > 1e-9 {
                    let t = ((c[0] - a[0]) * s[1] - (c[1] - a[1]) * s[0]) / cross;
                    let u = ((c[0] - a[0]) * r[1] - (c[1] - a[1]) * r[0]) / cross;
                    if (0.0..=1.0).contains(&t) && (0.0..=1.0).contains(&u) {
                        crossings += 1;
                        cuts[n].push((t, [a[0] + t * r[0], a[1] + t * r[1]]));
                    }
                }
            }
        }
        let mut graph = Self { spots: Vec::new(), edges: BTreeSet::new() };
        let mut known: HashMap<Knot, usize> = HashMap::new();
        for mut on_line in cuts {
            on_line.sort_by(|a, b| a.0.total_cmp(&b.0));
            let mut before: Option<usize> = None;
            for (_, spot) in on_line {
                let (x, y) = knot(spot);
                let near = (-1..=1)
                    .flat_map(|dx| (-1..=1).map(move |dy| (x + dx, y + dy)))
                    .find_map(|at| known.get(&at).copied());
                let index = near.unwrap_or_else(|| {
                    known.insert((x, y), graph.spots.len());
                    graph.spots.push(spot);
                    graph.spots.len() - 1
                });
                if let Some(before) = before.filter(|before| *before != index) {
                    graph.edges.insert([before.min(index), before.max(index)]);
                }
                before = Some(index);
            }
        }
        Some(graph)
    }

    /// Without what ends in nothing, however long: those are slits.
    fn pruned(&self) -> (BTreeSet<[usize; 2]>, Vec<[At; 2]>) {
        let mut edges = self.edges.clone();
        let mut round: HashMap<usize, BTreeSet<usize>> = HashMap::new();
        for [a, b] in &edges {
            round.entry(*a).or_default().insert(*b);
            round.entry(*b).or_default().insert(*a);
        }
        let mut loose: Vec<usize> =
            round.iter().filter(|(_, others)| others.len() == 1).map(|(own, _)| *own).collect();
        // The same order every time, whatever the map's.
        loose.sort_unstable();
        let mut slits = Vec::new();
        while let Some(end) = loose.pop() {
            let Some(other) = round.get_mut(&end).and_then(BTreeSet::pop_first) else { continue };
            edges.remove(&[end.min(other), end.max(other)]);
            slits.push([end, other].map(|knot| self.spots[knot]));
            if let Some(left) = round.get_mut(&other) {
                left.remove(&end);
                if left.len() == 1 {
                    loose.push(other);
                }
            }
        }
        (edges, slits)
    }
}

/// The rings round every face: with the face on the left, anticlockwise outside, clockwise round what lies in it.
fn faces(graph: &Graph, edges: &BTreeSet<[usize; 2]>) -> Vec<Vec<At>> {
    let mut round: BTreeMap<usize, Vec<usize>> = BTreeMap::new();
    for [a, b] in edges {
        round.entry(*a).or_default().push(*b);
        round.entry(*b).or_default().push(*a);
    }
    let angle = |from: usize, to: usize| {
        let (a, b) = (graph.spots[from], graph.spots[to]);
        (b[1] - a[1]).atan2(b[0] - a[0])
    };
    for (own, others) in &mut round {
        others.sort_by(|a, b| angle(*own, *a).total_cmp(&angle(*own, *b)));
    }
    // Coming to a knot, go on along the next edge clockwise from the one that was come along.
    let next = |from: usize, to: usize| {
        let others = &round[&to];
        let at = others.iter().position(|other| *other == from).unwrap_or(0);
        others[(at + others.len() - 1) % others.len()]
    };
    let mut done: BTreeSet<(usize, usize)> = BTreeSet::new();
    let mut rings = Vec::new();
    for [a, b] in edges {
        for start in [(*a, *b), (*b, *a)] {
            let mut ring = Vec::new();
            let (mut from, mut to) = start;
            while done.insert((from, to)) {
                ring.push(graph.spots[from]);
                (from, to) = (to, next(from, to));
            }
            if ring.len() > 2 {
                rings.push(ring);
            }
        }
    }
    rings
}
