//! Cuts made after trimming, and the edge of the paper they leave.

use super::columns::Stretch;
use super::{BaseCorners, Column, GussetPart, Panel, Point, Side, Span, Zone};
use crate::brief::{ClosingFlap, FaceSide};
use crate::{Brief, Length};

/// What a cut is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum CutRole {
    /// Along a score from the bottom edge up to the base line.
    Slit,
    /// The taper beside a slit; what lies between the two falls away.
    Notch,
    /// Along the base line from the side edge to the corner line: frees an ear from its gusset.
    BaseSlit,
    /// Cuts a base corner square out, which is kept for tags and handles.
    CornerSquare,
    /// Frees the corner of the glue tab below the base line, which falls away.
    TabCorner,
    /// The slanted end of a glue tab, so that it does not show.
    TabEnd,
    /// The slanted corner of a hem at a free edge, so that the hem does not show beside it.
    HemCorner,
    /// Beside a score at a corner of the bag, from the top edge down to the hem line: the hem of every panel is turned by itself.
    HemSlit,
    /// Beside and below a closing flap: the rest of its zone falls away.
    FlapSide,
    /// Frees half a pleat of a flare, which falls away.
    PleatEnd,
}

/// One straight cut.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Cut {
    /// Its end on the edge of the paper (its left end, for level cuts).
    pub from: Point,
    /// Where it stops.
    pub to: Point,
    /// What it is for.
    pub role: CutRole,
}

/// A rounded corner of the outline.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct RoundCorner {
    /// The corner that is cut off.
    pub at: Point,
    /// Radius of the arc; both its ends lie that far from the corner.
    pub radius: Length,
}

/// The free edge of one panel's hem or closing flap that is cut to curves. Folding takes it for straight.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Shaped {
    /// From end to end.
    pub x: Span,
    /// The straight edge out of which it is cut: its highest points lie on it.
    pub y: Length,
    /// Where the curves begin and end, and what is left straight beside them lies.
    pub level: Length,
    /// The curves from left to right, parts of circles.
    pub curves: Vec<Curve>,
}

/// One curve of an edge.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Curve {
    /// From where to where.
    pub x: Span,
    /// How far its middle lies beyond its ends: less than nothing where it goes inwards.
    pub rise: Length,
}

impl Shaped {
    /// How high the paper reaches there: on the straight edge under a curve, which is asked for at its middle and its ends only.
    pub fn top_at(&self, x: Length) -> Length {
        let over = self.curves.iter().find(|curve| curve.x.from < x && x < curve.x.to);
        over.map_or(self.level, |curve| self.level + curve.rise)
    }
}

/// How the ends of the panels are cut: worked out once for outline, cuts and glue.
#[derive(Clone, Debug)]
pub(super) struct Ends {
    /// How much a gusset flap tapers on each side.
    notch: Length,
    /// How much a glue tab is shortened at the far side of its lower and its upper end.
    tab_ends: (Length, Length),
    /// The free edges that are cut to curves.
    pub shaped: Vec<Shaped>,
    /// How far the hem of every column is drawn in at its left and right end.
    drawn: Vec<(Length, Length)>,
    /// True if a tab runs on into the hem.
    tab_hem: bool,
    /// The face with the closing flap.
    flap: Option<FaceSide>,
    /// Number of the outermost pleat; zero on anything but a flare.
    outermost: u8,
}

/// An eighth of a length, on a sixteenth of an inch.
fn eighth(length: Length) -> Length {
    length.scaled(Length::INCH, Length::inches(8)).floor_to(Length::sixty_fourths(4))
}

/// How much the ends of a glue tab slant: less than half its width and an eighth of the body, and never across a line
/// that the tab shares with the panel over it.
fn tab_ends(brief: &Brief, stretch: &Stretch) -> (Length, Length) {
    let Some(tab) = stretch.columns.iter().find(|column| column.panel == Panel::Tab) else {
        return (Length::ZERO, Length::ZERO);
    };
    let width = tab.x.length();
    let (body, apex) = (stretch.body().length(), brief.apex());
    let above = if apex < body { (body - apex).half() } else { body };
    let most = brief.notch.min(width.half()).min(eighth(body)).min(eighth(brief.finished.gusset)).min(above);
    // So wide a tab carries the centre crease of the gusset over it, and the far diagonal.
    if brief.gusset_crease.is_any() && width >= apex {
        return (Length::ZERO, Length::ZERO);
    }
    let in_mid_gusset = ends_at_gusset_centre(stretch, tab);
    let base = stretch.base().length();
    let meets_a_diagonal = match stretch.corners {
        BaseCorners::Folded => in_mid_gusset || base <= width + most,
        _ => in_mid_gusset,
    };
    let foot = if meets_a_diagonal { Length::ZERO } else { most };
    let head = stretch.row(Zone::Hem).map_or(most, |hem| most.min(hem.length().half()));
    (foot, head)
}

/// True if the tab's line is the centre of a gusset.
fn ends_at_gusset_centre(stretch: &Stretch, tab: &Column) -> bool {
    stretch.columns.iter().any(|column| {
        let Panel::Gusset { side, part } = column.panel else { return false };
        // Seen from outside, a front half has the centre on the side away from the front.
        let centre = match (part, side) {
            (GussetPart::Whole, _) => return false,
            (GussetPart::FrontHalf, Side::Left) | (GussetPart::BackHalf, Side::Right) => column.x.from,
            (GussetPart::FrontHalf, Side::Right) | (GussetPart::BackHalf, Side::Left) => column.x.to,
        };
        tab.x.from == centre || tab.x.to == centre
    })
}

impl Ends {
    /// The notch is the brief's, but never more than an eighth of the gusset, on a sixteenth (customary ¼ on a 2 in
    /// gusset). A tab's ends slant by as much as that, hem corners by half of it. Whoever cuts plain slits leaves those
    /// square too.
    pub fn new(brief: &Brief, stretch: &Stretch) -> Self {
        let is_flare = !brief.build.has_base();
        let hem = if is_flare { Length::ZERO } else { brief.top.hem() };
        // An edge in curves is drawn in at its ends anyway, and its repeats go from corner to corner.
        let hem_corner = if stretch.is_joining_strip() || brief.shaped_edge().is_some() {
            Length::ZERO
        } else {
            // Never so far that it crosses the centre crease of a gusset at the edge.
            let outer = [stretch.columns.first(), stretch.columns.last()].into_iter().flatten();
            let least = outer.map(|column| column.x.length().half().half()).min().unwrap_or_default();
            brief.notch.half().min(eighth(hem)).min(least)
        };
        let drawn = drawn(brief, stretch, hem_corner);
        Self {
            notch: brief.notch.min(eighth(brief.finished.gusset)),
            tab_ends: tab_ends(brief, stretch),
            shaped: shaped(brief, stretch, &drawn),
            drawn,
            tab_hem: brief.joins_reach_into_hem(),
            flap: brief.top.flap().map(|flap| flap.on),
            outermost: brief.build.pleated().map_or(0, |(pleats, _)| pleats),
        }
    }

    /// Height of the lower edge of a column at its left and right side.
    fn foot(&self, stretch: &Stretch, index: usize) -> (Length, Length) {
        let column = &stretch.columns[index];
        let base = stretch.base();
        let floor = match (column.panel, stretch.corners) {
            (Panel::Tab, BaseCorners::Folded) => Length::ZERO,
            (Panel::Tab, _) => base.to,
            (Panel::Gusset { .. }, BaseCorners::CutOut) => base.to,
            (Panel::Pleat { number, .. }, _) if number == self.outermost => stretch.body().from,
            _ => Length::ZERO,
        };
        self.slant(stretch, index, floor, self.tab_ends.0)
    }

    /// Height of the upper edge of a column at its left and right side.
    fn head(&self, stretch: &Stretch, index: usize) -> (Length, Length) {
        let column = &stretch.columns[index];
        let top = match stretch.row(Zone::Flap) {
            Some(flap) if column.panel.face() != self.flap => flap.from,
            None if column.panel == Panel::Tab && !self.tab_hem => stretch.body().to,
            _ => stretch.height(),
        };
        self.slant(stretch, index, top, -self.tab_ends.1)
    }

    /// A tab's end, moved by `by` at its free side.
    fn slant(&self, stretch: &Stretch, index: usize, y: Length, by: Length) -> (Length, Length) {
        if stretch.columns[index].panel != Panel::Tab {
            (y, y)
        } else if index == 0 {
            (y + by, y)
        } else {
            (y, y + by)
        }
    }

    /// The two corners of a column at the bottom edge, drawn in where its flap is notched. Half gussets meet their twin
    /// in the middle: only their side at the face tapers.
    pub fn feet(&self, stretch: &Stretch, index: usize) -> (Point, Point) {
        let column = &stretch.columns[index];
        let (left, right) = self.foot(stretch, index);
        let (mut from, mut to) = (column.x.from, column.x.to);
        if let (Panel::Gusset { part, .. }, BaseCorners::Flaps) = (column.panel, stretch.corners) {
            let at_face = |side: Length| {
                stretch.columns.iter().any(|other| other.panel.is_face() && other.x.touches(side))
            };
            let tapers = |side| part == GussetPart::Whole || at_face(side);
            let (own_from, own_to) = (from, to);
            if tapers(own_from) {
                from += self.notch;
            }
            if tapers(own_to) {
                to -= self.notch;
            }
        }
        (Point::new(from, left), Point::new(to, right))
    }

    /// The corners of a tab or gusset that goes under, from `y.from` to `y.to`, anticlockwise, without its slanted ends.
    pub fn under(&self, stretch: &Stretch, index: usize, y: Span) -> Vec<Point> {
        let Column { x, .. } = stretch.columns[index];
        let (foot, head) = (self.foot(stretch, index), self.head(stretch, index));
        let clamp = |at: Length| at.max(y.from).min(y.to);
        vec![
            Point::new(x.from, clamp(foot.0)),
            Point::new(x.to, clamp(foot.1)),
            Point::new(x.to, clamp(head.1)),
            Point::new(x.from, clamp(head.0)),
        ]
    }

    /// The corners of the hem of a column, anticlockwise.
    pub fn hem(&self, stretch: &Stretch, index: usize, hem: Span) -> Vec<Point> {
        let Span { from, to } = stretch.columns[index].x;
        let (left, right) = self.drawn[index];
        if (left, right) == (Length::ZERO, Length::ZERO) {
            return self.under(stretch, index, hem);
        }
        let at = Point::new;
        vec![at(from, hem.from), at(to, hem.from), at(to - right, hem.to), at(from + left, hem.to)]
    }
}

/// Which upright edges of a panel are corners of the bag; the others lie inside a face or a gusset.
fn at_corners(column: &Column) -> [bool; 2] {
    match column.panel {
        Panel::Front | Panel::Back => [true, true],
        Panel::FacePart { .. } => outer_edges(column).map(|edge| edge.is_some()),
        Panel::Gusset { part: GussetPart::Whole, .. } => [true, true],
        // Seen from outside, a front half of the left gusset has the front on its right.
        Panel::Gusset { part, side } => {
            let is_right = (part == GussetPart::FrontHalf) == (side == Side::Left);
            [!is_right, is_right]
        }
        Panel::Tab | Panel::JoinHalf(_) | Panel::Pleat { .. } => [false, false],
    }
}

/// How far the hem of every column is drawn in at its left and right end: at every corner of the bag if it is slit there, else only at the
/// free edges of the stretch. A tab has its own slant.
fn drawn(brief: &Brief, stretch: &Stretch, hem_corner: Length) -> Vec<(Length, Length)> {
    let none = (Length::ZERO, Length::ZERO);
    if stretch.row(Zone::Hem).is_none() {
        return vec![none; stretch.columns.len()];
    }
    let last = stretch.columns.len() - 1;
    let of = |(index, column): (usize, &Column)| {
        if matches!(column.panel, Panel::Tab | Panel::JoinHalf(_)) {
            return none;
        }
        let slant = brief.hem_slant(column.x.length());
        let end = |is_corner: bool, is_free: bool| match (is_corner && brief.slits_hem(), is_free) {
            (true, _) => slant,
            (false, true) => hem_corner,
            (false, false) => Length::ZERO,
        };
        let [left, right] = at_corners(column);
        (end(left, index == 0), end(right, index == last))
    };
    stretch.columns.iter().enumerate().map(of).collect()
}

/// The free edges of a stretch that are cut to curves: of every panel of a hem turned out, of a closing flap.
fn shaped(brief: &Brief, stretch: &Stretch, drawn: &[(Length, Length)]) -> Vec<Shaped> {
    let Some(edge) = brief.shaped_edge() else { return Vec::new() };
    let flap = brief.top.flap().map(|flap| flap.on);
    let Some(row) = stretch.row(Zone::Hem).or(stretch.row(Zone::Flap)) else { return Vec::new() };
    let own = stretch.columns.iter().zip(drawn).filter(|(column, _)| {
        !column.panel.is_join() && flap.is_none_or(|on| column.panel.face() == Some(on))
    });
    let curves = edge.line.nature().curves;
    let of_repeat = i64::try_from(curves.len()).unwrap_or(1).max(1);
    let panels: Vec<(Span, Span, i64)> = own
        .filter_map(|(column, (left, right))| {
            let x = Span::new(column.x.from + *left, column.x.to - *right);
            // Too narrow for one of them, it stays as it is trimmed.
            let repeats = brief.repeats(x.length())?;
            let along = Span::new(x.from + repeats.along.from, x.from + repeats.along.to);
            Some((x, along, repeats.count * of_repeat))
        })
        .collect();
    // No curve is more than half a circle, where a corner is drawn in a little too.
    let long = |along: &Span, count: i64| Length::from_units(along.length().units() / count);
    let shortest = panels.iter().map(|(_, along, count)| long(along, *count)).min().unwrap_or_default();
    let reach = brief.edge_level().min(shortest.half());
    let of = |(x, along, count): (Span, Span, i64)| {
        let at =
            |n: i64| along.from + along.length().scaled(Length::from_units(n), Length::from_units(count));
        let made = (0..count).zip(curves.iter().cycle()).map(|(n, outwards)| Curve {
            x: Span::new(at(n), at(n + 1)),
            rise: if *outwards { reach } else { -reach },
        });
        Shaped { x, y: row.to, level: row.to - reach, curves: made.collect() }
    };
    panels.into_iter().map(of).collect()
}

/// The edge of the paper after the cuts, anticlockwise from the bottom-left corner. A plain slit has no width and
/// leaves no corner.
pub(super) fn outline(stretch: &Stretch, edge: &Ends) -> Vec<Point> {
    let mut points = Vec::new();
    let base = stretch.base().to;
    for (index, column) in stretch.columns.iter().enumerate() {
        let (left, right) = edge.feet(stretch, index);
        if left.x != column.x.from {
            points.push(Point::new(column.x.from, base));
        }
        points.extend([left, right]);
        if right.x != column.x.to {
            points.push(Point::new(column.x.to, base));
        }
    }
    let hem = stretch.row(Zone::Hem).map_or(stretch.height(), |hem| hem.from);
    for (index, column) in stretch.columns.iter().enumerate().rev() {
        let (left, right) = edge.head(stretch, index);
        let (drawn_left, drawn_right) = edge.drawn[index];
        if drawn_right.is_positive() {
            points.push(Point::new(column.x.to, hem));
        }
        points.push(Point::new(column.x.to - drawn_right, right));
        points.push(Point::new(column.x.from + drawn_left, left));
        if drawn_left.is_positive() {
            points.push(Point::new(column.x.from, hem));
        }
    }
    tidy(points)
}

/// Without repeated points and without points in the middle of a straight level or upright side.
pub(super) fn tidy(mut points: Vec<Point>) -> Vec<Point> {
    points.dedup();
    if points.len() > 1 && points.first() == points.last() {
        points.pop();
    }
    let count = points.len();
    let straight = |index: usize| {
        let (before, here, after) =
            (points[(index + count - 1) % count], points[index], points[(index + 1) % count]);
        (before.x == here.x && here.x == after.x) || (before.y == here.y && here.y == after.y)
    };
    (0..count).filter(|index| !straight(*index)).map(|index| points[index]).collect()
}

/// Slits up to the base line between all flaps, tapered on the gusset's side, and every corner that is cut away.
pub(super) fn cuts(stretch: &Stretch, edge: &Ends) -> Vec<Cut> {
    let base = stretch.base().to;
    let up = |foot, x, role| Cut { from: Point::new(foot, Length::ZERO), to: Point::new(x, base), role };
    let mut cuts = Vec::new();
    for pair in stretch.columns.windows(2) {
        let x = pair[0].x.to;
        let beside_tab = pair.iter().any(|column| column.panel == Panel::Tab);
        match (beside_tab, stretch.corners) {
            (_, BaseCorners::Folded | BaseCorners::NoBase) => {}
            (true, _) => cuts.push(up(x, x, CutRole::TabCorner)),
            (false, BaseCorners::Flaps) => cuts.push(up(x, x, CutRole::Slit)),
            (false, BaseCorners::CutOut) => cuts.push(up(x, x, CutRole::CornerSquare)),
            (false, BaseCorners::Ears) => {}
        }
    }
    for (index, column) in stretch.columns.iter().enumerate() {
        column_cuts(stretch, edge, index, column, &mut cuts);
    }
    hem_cuts(stretch, edge, &mut cuts);
    cuts
}

fn column_cuts(stretch: &Stretch, edge: &Ends, index: usize, column: &Column, cuts: &mut Vec<Cut>) {
    let base = stretch.base().to;
    let Span { from, to } = column.x;
    let across = |left, right, role| Cut { from: Point::new(from, left), to: Point::new(to, right), role };
    let (foot, head) = (edge.foot(stretch, index), edge.head(stretch, index));
    match (column.panel, stretch.corners) {
        (Panel::Tab, corners) => {
            let role = if corners == BaseCorners::Folded { CutRole::TabEnd } else { CutRole::TabCorner };
            if role == CutRole::TabCorner || foot.0 != foot.1 {
                cuts.push(across(foot.0, foot.1, role));
            }
            let ends_below_hem = !edge.tab_hem && stretch.row(Zone::Hem).is_some();
            if head.0 != head.1 || ends_below_hem {
                cuts.push(across(head.0, head.1, CutRole::TabEnd));
            }
        }
        (Panel::Gusset { .. }, BaseCorners::CutOut) => cuts.push(across(base, base, CutRole::CornerSquare)),
        (Panel::Gusset { .. }, BaseCorners::Ears) => cuts.push(across(base, base, CutRole::BaseSlit)),
        (Panel::Gusset { .. }, BaseCorners::Flaps) => {
            let (left, right) = edge.feet(stretch, index);
            for (foot, side) in [(left, from), (right, to)] {
                if foot.x != side {
                    cuts.push(Cut { from: foot, to: Point::new(side, base), role: CutRole::Notch });
                }
            }
        }
        (Panel::Pleat { number, .. }, _) if number == edge.outermost => {
            let inner = if index == 0 { to } else { from };
            let bottom = stretch.body().from;
            let up = Cut {
                from: Point::new(inner, Length::ZERO),
                to: Point::new(inner, bottom),
                role: CutRole::PleatEnd,
            };
            cuts.extend([up, across(bottom, bottom, CutRole::PleatEnd)]);
        }
        _ => {}
    }
    // Beside a closing flap the rest of its zone is cut away.
    if let Some(flap) = stretch.row(Zone::Flap) {
        if column.panel.face() == edge.flap {
            for x in [from, to].into_iter().filter(|x| *x != Length::ZERO && *x != stretch.width()) {
                let side = Cut {
                    from: Point::new(x, flap.to),
                    to: Point::new(x, flap.from),
                    role: CutRole::FlapSide,
                };
                cuts.push(side);
            }
        } else if column.panel != Panel::Tab || head.0 == head.1 {
            cuts.push(across(flap.from, flap.from, CutRole::FlapSide));
        }
    }
}

fn hem_cuts(stretch: &Stretch, edge: &Ends, cuts: &mut Vec<Cut>) {
    let Some(hem) = stretch.row(Zone::Hem) else { return };
    let last = stretch.columns.len() - 1;
    let slanted = |from: Length, to: Length, role| Cut {
        from: Point::new(from, hem.to),
        to: Point::new(to, hem.from),
        role,
    };
    for (index, column) in stretch.columns.iter().enumerate() {
        let Span { from, to } = column.x;
        let (left, right) = edge.drawn[index];
        let role = |is_free: bool| if is_free { CutRole::HemCorner } else { CutRole::HemSlit };
        if left.is_positive() {
            cuts.push(slanted(from + left, from, role(index == 0)));
        }
        if right.is_positive() {
            cuts.push(slanted(to - right, to, role(index == last)));
        }
        // Beside a tab that ends below it the hem is cut down along the tab's line.
        let is_beside =
            |other: usize| stretch.columns.get(other).is_some_and(|other| other.panel == Panel::Tab);
        let cut_off = column.panel != Panel::Tab && !edge.tab_hem;
        for (x, by, other) in [(from, left, index.wrapping_sub(1)), (to, right, index + 1)] {
            if cut_off && !by.is_positive() && is_beside(other) {
                cuts.push(slanted(x, x, CutRole::TabEnd));
            }
        }
    }
}

/// The two upper corners of a closing flap.
pub(super) fn round_corners(brief: &Brief, stretch: &Stretch) -> Vec<RoundCorner> {
    let (Some(ClosingFlap { on, corner, depth }), Some(flap)) = (brief.top.flap(), stretch.row(Zone::Flap))
    else {
        return Vec::new();
    };
    if brief.shaped_edge().is_some() {
        return Vec::new();
    }
    // No more than the flap has room for.
    let corner = corner.min(depth).min(brief.finished.width.half());
    let own = stretch.columns.iter().filter(|column| corner.is_positive() && column.panel.face() == Some(on));
    own.flat_map(|column| outer_edges(column).into_iter().flatten())
        .map(|x| RoundCorner { at: Point::new(x, flap.to), radius: corner })
        .collect()
}

/// The upright edges of a face that are edges of the whole face: a part has only one.
fn outer_edges(column: &Column) -> [Option<Length>; 2] {
    let Span { from, to } = column.x;
    match column.panel {
        // Seen from outside, the back has the bag's left on its right.
        Panel::FacePart { on, side } if (on == FaceSide::Front) == (side == Side::Left) => [Some(from), None],
        Panel::FacePart { .. } => [None, Some(to)],
        _ => [Some(from), Some(to)],
    }
}
