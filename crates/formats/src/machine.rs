//! A sheet as a cutting machine works it: what is cut, scored, perforated and drawn, each line once, nothing else.
//!
//! What lies along an edge of the sheet is an edge already and is not cut again; what two parts share is cut once; a line that
//! legs on is scored in one go. Frame: the sheet as it lies on the mat, that face up, origin bottom-left, y up; exact.

use crate::drawn::{Drawn, Leg, Path, Tool};
use std::collections::BTreeMap;
use wide_fold_core::layout::SheetCut;
use wide_fold_core::net::PaperFace;
use wide_fold_core::plane::{Point, Size, Span};
use wide_fold_core::{Length, Plan};

/// What a machine does along a line.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Layer {
    /// Draws with a pen: guide lines.
    Pen,
    /// Presses a score.
    Score,
    /// Cuts dashes, for a fold without a scoring tool.
    Perforate,
    /// Cuts through.
    Cut,
}

impl Layer {
    /// All of them, in the order of the work.
    pub const ALL: [Self; 4] = [Self::Pen, Self::Score, Self::Perforate, Self::Cut];

    /// Its name in a file: `cut`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Pen => "pen",
            Self::Score => "score",
            Self::Perforate => "perforate",
            Self::Cut => "cut",
        }
    }
}

/// How a fold is prepared.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Scoring {
    /// Pressed by a scoring tool.
    Pressed,
    /// Cut in dashes, by people without one.
    Perforated(Dashes),
}

/// Dashes of a perforated line.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Dashes {
    dash: Length,
    gap: Length,
}

impl Dashes {
    /// The shortest dash or gap: less and paper tears along it (our choice).
    pub const SHORTEST: Length = Length::from_nm(500_000);
    /// The longest (our choice).
    pub const LONGEST: Length = Length::millimetres(20);

    /// Cut so far, then left so far; nothing if one is shorter or longer than a machine can use.
    pub fn new(dash: Length, gap: Length) -> Option<Self> {
        let fits = |length| (Self::SHORTEST..=Self::LONGEST).contains(&length);
        (fits(dash) && fits(gap)).then_some(Self { dash, gap })
    }

    /// Along a line that long: where dashes begin and end. Half a gap or more is left at either end, so that no edge is cut into;
    /// a line too short for that has one dash, half as long, in its middle.
    fn along(self, length: Length) -> Vec<Span> {
        let period = self.dash + self.gap;
        let count = (length.units() / period.units()).max(0);
        if count == 0 {
            let dash = length.half().min(self.dash);
            let from = (length - dash).half();
            return if dash.is_positive() { vec![Span::new(from, from + dash)] } else { Vec::new() };
        }
        let first = (length - period * count + self.gap).half();
        (0..count).map(|n| Span::new(first + period * n, first + period * n + self.dash)).collect()
    }
}

/// How a sheet is prepared for a machine.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Machining {
    /// How folds are prepared.
    pub scoring: Scoring,
    /// The face that is up on the mat.
    pub up: PaperFace,
}

impl Default for Machining {
    fn default() -> Self {
        Self { scoring: Scoring::Pressed, up: PaperFace::Outside }
    }
}

/// A sheet on the mat.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct MachineSheet {
    /// The sheet as it lies.
    pub size: Size,
    /// Its lines, layer by layer in the order of the work.
    pub lines: Vec<(Layer, Path)>,
}

impl MachineSheet {
    /// A sheet of a plan; nothing if it has no such sheet, or if a piece reaches past it.
    pub fn of(plan: &Plan, index: usize, how: Machining) -> Option<Self> {
        let sheet = plan.layout.sheets.get(index).filter(|sheet| sheet.overhang.is_none())?;
        let mut straight = Straight::edges(sheet);
        let (mut arcs, mut holes) = (Vec::new(), Vec::new());
        for stroke in sheet.placed.iter().flat_map(|placed| Drawn::of(plan, placed).strokes) {
            let layer = match (stroke.tool, how.scoring) {
                (Tool::Cut, _) => Layer::Cut,
                (Tool::Mountain | Tool::Valley, Scoring::Pressed) => Layer::Score,
                (Tool::Mountain | Tool::Valley, Scoring::Perforated(_)) => Layer::Perforate,
                (Tool::Guide, _) => Layer::Pen,
                (Tool::ByHand, _) => continue,
            };
            if stroke.hole && stroke.path.is_closed() {
                if !holes.contains(&(layer, stroke.path.clone())) {
                    holes.push((layer, stroke.path));
                }
                continue;
            }
            for (from, leg) in stroke.path.legs_from() {
                match leg {
                    Leg::Line(to) => straight.add(layer, from, to),
                    Leg::Arc { .. } => arcs.push((layer, Path { from, legs: vec![leg] })),
                }
            }
        }
        straight.leave_cuts_alone();
        if let Scoring::Perforated(_) = how.scoring {
            straight.part_at_ends();
        }
        let mut lines = straight.paths();
        lines.extend(arcs);
        lines = chained(lines);
        lines.extend(holes);
        if let Scoring::Perforated(dashes) = how.scoring {
            lines = lines.into_iter().flat_map(|(layer, path)| perforated(layer, path, dashes)).collect();
        }
        if how.up == PaperFace::Inside {
            for (_, path) in &mut lines {
                *path = path.turned_over(sheet.width);
            }
        }
        lines.sort_by_key(|(layer, _)| *layer);
        Some(Self { size: Size::new(sheet.width, sheet.height), lines })
    }

    /// Small parts for which the sheets have no room, side by side on a scrap as large as they need; nothing if there are none.
    pub fn of_scrap(plan: &Plan) -> Option<Self> {
        /// Between two parts, and round them: a scrap has no true edge.
        const APART: Length = Length::millimetres(5);
        let parts = &plan.layout.from_scrap;
        let tallest = parts.iter().map(|part| part.size.height).max()?;
        let mut left = APART;
        let mut lines = Vec::new();
        for part in parts {
            let path = Path::of_small(part.kind, part.size).moved(Point::new(left, APART));
            lines.push((Layer::Cut, path));
            left = left + part.size.width + APART;
        }
        Some(Self { size: Size::new(left, tallest + APART * 2), lines })
    }

    /// Its lines of one layer.
    pub fn of_layer(&self, layer: Layer) -> impl Iterator<Item = &Path> {
        self.lines.iter().filter(move |(own, _)| *own == layer).map(|(_, path)| path)
    }
}

/// Cuts that meet end to end, two and no more, in one: the blade is not lifted between them.
fn chained(lines: Vec<(Layer, Path)>) -> Vec<(Layer, Path)> {
    let (cuts, mut rest): (Vec<_>, Vec<_>) = lines.into_iter().partition(|(layer, _)| *layer == Layer::Cut);
    let mut open: Vec<Option<Path>> = cuts.into_iter().map(|(_, path)| Some(path)).collect();
    let ends = |path: &Path| [path.from, path.legs.last().map_or(path.from, |leg| leg.to())];
    let mut at: BTreeMap<Point, Vec<usize>> = BTreeMap::new();
    for (index, path) in open.iter().enumerate() {
        for end in path.iter().flat_map(ends) {
            at.entry(end).or_default().push(index);
        }
    }
    let next = |end: Point, own: usize| match at.get(&end).map(Vec::as_slice) {
        Some([a, b]) if *a == own => Some(*b),
        Some([a, b]) if *b == own => Some(*a),
        _ => None,
    };
    for start in 0..open.len() {
        // Back to where the chain begins, or once round.
        let (mut first, mut end) = (start, open[start].as_ref().map(|path| ends(path)[0]));
        while let Some(place) = end {
            let Some(before) = next(place, first).filter(|before| *before != start) else { break };
            let Some(path) = &open[before] else { break };
            let [a, b] = ends(path);
            (first, end) = (before, Some(if a == place { b } else { a }));
        }
        let Some(from) = end else { continue };
        let mut chain = Path { from, legs: Vec::new() };
        let (mut own, mut place) = (first, from);
        while let Some(path) = open[own].take() {
            let path = if path.from == place { path } else { path.reversed() };
            place = ends(&path)[1];
            chain.legs.extend(path.legs);
            let Some(after) = next(place, own) else { break };
            own = after;
        }
        rest.push((Layer::Cut, chain));
    }
    rest
}

/// The dashes of a perforated line; any other line as it is.
fn perforated(layer: Layer, path: Path, dashes: Dashes) -> Vec<(Layer, Path)> {
    let (Layer::Perforate, [Leg::Line(to)]) = (layer, path.legs.as_slice()) else {
        return vec![(layer, path)];
    };
    let (from, to) = (path.from, *to);
    // A slanted line runs at 45°: it is measured along one side, √2 shorter than itself.
    let (wide, tall) = (to.x - from.x, to.y - from.y);
    let slanted = wide != Length::ZERO && tall != Length::ZERO;
    let side = wide.abs().max(tall.abs());
    let shorter = |length: Length| {
        if slanted {
            Length::from_nm((length.nm() as f64 * std::f64::consts::FRAC_1_SQRT_2) as i64)
        } else {
            length
        }
    };
    let own = Dashes { dash: shorter(dashes.dash), gap: shorter(dashes.gap) };
    let at = |along: Length| Point::new(from.x + wide.scaled(along, side), from.y + tall.scaled(along, side));
    let dash = |span: Span| (layer, Path { from: at(span.from), legs: vec![Leg::Line(at(span.to))] });
    own.along(side).into_iter().map(dash).collect()
}

/// Which way a straight line runs, and which of those it lies on.
#[derive(Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum On {
    /// Straight up, at x.
    Upright(Length),
    /// Level, at y.
    Level(Length),
    /// Up and to the right at 45°: y − x.
    Rising(Length),
    /// Down and to the right at 45°: y + x.
    Falling(Length),
}

/// Straight lines, each part of them once.
struct Straight {
    along: BTreeMap<(Layer, On), Vec<Span>>,
    /// Where the paper has an edge already.
    edges: BTreeMap<On, Span>,
    /// Lines at another angle, as they are.
    others: Vec<(Layer, Point, Point)>,
    /// True once perforated lines have been parted.
    apart: bool,
}

impl On {
    /// Where a point of the line lies along it; nothing for one that is not on it.
    fn place_of(self, point: Point) -> Option<Length> {
        let (is_on, at) = match self {
            Self::Upright(x) => (point.x == x, point.y),
            Self::Level(y) => (point.y == y, point.x),
            Self::Rising(less) => (point.y - point.x == less, point.x),
            Self::Falling(sum) => (point.y + point.x == sum, point.x),
        };
        is_on.then_some(at)
    }

    fn point(self, along: Length) -> Point {
        match self {
            Self::Upright(x) => Point::new(x, along),
            Self::Level(y) => Point::new(along, y),
            Self::Rising(less) => Point::new(along, along + less),
            Self::Falling(sum) => Point::new(along, sum - along),
        }
    }

    /// Where, along this line, another one ends on it or crosses it.
    fn meets(self, other: Self, span: Span) -> Vec<Length> {
        let mut places: Vec<Length> =
            [span.from, span.to].into_iter().filter_map(|end| self.place_of(other.point(end))).collect();
        let crossing = match (self, other) {
            (Self::Upright(x), Self::Level(y)) | (Self::Level(y), Self::Upright(x)) => Some(Point::new(x, y)),
            (Self::Upright(x), Self::Rising(less)) | (Self::Rising(less), Self::Upright(x)) => {
                Some(Point::new(x, x + less))
            }
            (Self::Upright(x), Self::Falling(sum)) | (Self::Falling(sum), Self::Upright(x)) => {
                Some(Point::new(x, sum - x))
            }
            (Self::Level(y), Self::Rising(less)) | (Self::Rising(less), Self::Level(y)) => {
                Some(Point::new(y - less, y))
            }
            (Self::Level(y), Self::Falling(sum)) | (Self::Falling(sum), Self::Level(y)) => {
                Some(Point::new(sum - y, y))
            }
            (Self::Rising(less), Self::Falling(sum)) | (Self::Falling(sum), Self::Rising(less)) => {
                let x = (sum - less).half();
                Some(Point::new(x, x + less))
            }
            _ => None,
        };
        let within = |point: &Point| other.place_of(*point).is_some_and(|at| span.touches(at));
        places.extend(crossing.filter(within).and_then(|point| self.place_of(point)));
        places
    }
}

/// What of a span lies outside another one.
fn outside(span: Span, cut: Span) -> Vec<Span> {
    let before = Span::new(span.from, span.to.min(cut.from));
    let after = Span::new(span.from.max(cut.to), span.to);
    [before, after].into_iter().filter(|part| part.length().is_positive()).collect()
}

/// A span in parts, from place to place.
fn parted(span: Span, places: &[Length]) -> Vec<Span> {
    let mut parts = Vec::new();
    let mut from = span.from;
    for place in places.iter().copied().filter(|place| *place > span.from && *place < span.to) {
        if place > from {
            parts.push(Span::new(from, place));
            from = place;
        }
    }
    parts.push(Span::new(from, span.to));
    parts
}

impl Straight {
    fn edges(sheet: &SheetCut) -> Self {
        let (wide, tall) = (Span::new(Length::ZERO, sheet.width), Span::new(Length::ZERO, sheet.height));
        let edges = [
            (On::Upright(wide.from), tall),
            (On::Upright(wide.to), tall),
            (On::Level(tall.from), wide),
            (On::Level(tall.to), wide),
        ];
        // A scrap has no edge anyone knows.
        let edges = edges.into_iter().filter(|_| !sheet.scrap).collect();
        Self { along: BTreeMap::new(), edges, others: Vec::new(), apart: false }
    }

    fn add(&mut self, layer: Layer, from: Point, to: Point) {
        let (wide, tall) = (to.x - from.x, to.y - from.y);
        let on = if wide == Length::ZERO {
            On::Upright(from.x)
        } else if tall == Length::ZERO {
            On::Level(from.y)
        } else if wide == tall {
            On::Rising(from.y - from.x)
        } else if wide == -tall {
            On::Falling(from.y + from.x)
        } else {
            let known = |(own, a, b): &(Layer, Point, Point)| {
                *own == layer && ((*a, *b) == (from, to) || (*a, *b) == (to, from))
            };
            if !self.others.iter().any(known) {
                self.others.push((layer, from, to));
            }
            return;
        };
        let (a, b) = if let On::Upright(_) = on { (from.y, to.y) } else { (from.x, to.x) };
        self.along.entry((layer, on)).or_default().push(Span::new(a.min(b), a.max(b)));
    }

    /// Nothing is scored or perforated where the paper is cut through: a strap's slot lies on the line its hem folds by.
    fn leave_cuts_alone(&mut self) {
        let cuts: Vec<(On, Span)> = self
            .along
            .iter()
            .filter(|((layer, _), _)| *layer == Layer::Cut)
            .flat_map(|((_, on), spans)| spans.iter().map(|span| (*on, *span)))
            .collect();
        for ((layer, on), spans) in &mut self.along {
            if !matches!(layer, Layer::Score | Layer::Perforate) {
                continue;
            }
            for (_, cut) in cuts.iter().filter(|(own, _)| own == on) {
                *spans = spans.iter().flat_map(|span| outside(*span, *cut)).collect();
            }
        }
    }

    /// Perforated lines end wherever another line ends on them or crosses them: dashes are laid out between those places, so that none
    /// runs through the tip of a slit or through a corner.
    fn part_at_ends(&mut self) {
        let ends: Vec<(On, Span)> =
            self.along.iter().flat_map(|((_, on), spans)| spans.iter().map(|span| (*on, *span))).collect();
        let slanted: Vec<(Point, Point)> = self.others.iter().map(|(_, a, b)| (*a, *b)).collect();
        for ((layer, on), spans) in &mut self.along {
            if *layer != Layer::Perforate {
                continue;
            }
            let mut places: Vec<Length> =
                ends.iter().flat_map(|(other, span)| on.meets(*other, *span)).collect();
            places.extend(slanted.iter().flat_map(|(a, b)| [*a, *b]).filter_map(|point| on.place_of(point)));
            places.sort_unstable();
            *spans = spans.iter().flat_map(|span| parted(*span, &places)).collect();
            self.apart = true;
        }
    }

    /// All lines, what touches in one; perforated ones that have been parted stay apart.
    fn paths(self) -> Vec<(Layer, Path)> {
        let mut paths = Vec::new();
        let line = |from: Point, to: Point| Path { from, legs: vec![Leg::Line(to)] };
        for ((layer, on), mut spans) in self.along {
            spans.sort_by_key(|span| (span.from, span.to));
            let mut whole: Vec<Span> = Vec::new();
            for span in spans {
                match whole.last_mut() {
                    Some(last)
                        if span.from < last.to
                            || span.from == last.to && !(self.apart && layer == Layer::Perforate) =>
                    {
                        *last = Span::new(last.from, last.to.max(span.to))
                    }
                    _ => whole.push(span),
                }
            }
            let edge = self.edges.get(&on).filter(|_| layer == Layer::Cut);
            let open = |span: Span| match edge {
                None => vec![span],
                Some(edge) => outside(span, *edge),
            };
            paths.extend(
                whole
                    .into_iter()
                    .flat_map(open)
                    .map(|span| (layer, line(on.point(span.from), on.point(span.to)))),
            );
        }
        paths.extend(self.others.into_iter().map(|(layer, from, to)| (layer, line(from, to))));
        paths
    }
}
