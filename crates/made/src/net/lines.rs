//! Where the creases of a stretch of panels lie.
//!
//! Every panel draws the lines inside it; a tab or a joining strip carries those of the panel that lies over it, so
//! that both layers fold together. Upright lines between two columns come last.

use super::columns::Stretch;
use super::{
    BaseCorners, Column, Crease, CreaseRole, Fold, GussetPart, Joint, Panel, Point, Seam, Side, Span, Zone,
};
use crate::brief::{ClosingFlap, FaceSide};
use crate::exact::clip_inside;
use crate::fittings::Fitted;
use crate::{Brief, Length};

/// Every crease of the stretch of that index.
pub(super) fn creases(
    brief: &Brief,
    fitted: &Fitted,
    stretches: &[Stretch],
    seams: &[Seam],
    index: usize,
) -> Vec<Crease> {
    let stretch = &stretches[index];
    let mut creases = Vec::new();
    for (column, own) in stretch.columns.iter().enumerate() {
        match over(seams, index, column) {
            Some(seam) if own.panel.is_join() => creases.extend(carried(brief, fitted, stretches, seam)),
            _ => creases.extend(inside(brief, fitted, stretch, own)),
        }
    }
    for right in 1..stretch.columns.len() {
        creases.extend(between(brief, stretches, seams, index, right));
    }
    if brief.gusset_crease.is_unscored() {
        for crease in &mut creases {
            let is_pressed = matches!(
                crease.role,
                CreaseRole::GussetCentre | CreaseRole::GussetDiagonal | CreaseRole::FoldFlatLine
            );
            if is_pressed {
                crease.role = CreaseRole::PressedLine;
            }
        }
    }
    creases
}

/// The seam by which a column goes under another panel.
fn over(seams: &[Seam], stretch: usize, column: usize) -> Option<&Seam> {
    seams.iter().find(|seam| (seam.under.blank, seam.under.column) == (stretch, column))
}

fn panel_over(stretches: &[Stretch], seams: &[Seam], stretch: usize, column: usize) -> Panel {
    let own = stretches[stretch].columns[column].panel;
    if own.is_join() { over(seams, stretch, column).map_or(own, |seam| seam.over.panel) } else { own }
}

/// Lines of one panel, its upright edges left out.
fn inside(brief: &Brief, fitted: &Fitted, stretch: &Stretch, column: &Column) -> Vec<Crease> {
    if brief.build.pleated().is_some() {
        return flare_lines(brief, stretch, column);
    }
    let body = stretch.body();
    let (panel, x) = (column.panel, column.x);
    let mut creases = Vec::new();
    if column.has_flap(stretch.corners) && stretch.base().length().is_positive() {
        creases.push(horizontal(panel, x, body.from, Fold::Mountain, CreaseRole::BaseLine));
    }
    if let Some(hem) = stretch.row(Zone::Hem) {
        creases.push(horizontal(panel, x, hem.from, hem_fold(brief), CreaseRole::HemLine));
    }
    if let (Some(flap), Some(ClosingFlap { on, .. })) = (stretch.row(Zone::Flap), brief.top.flap())
        && panel.face() == Some(on)
    {
        creases.push(horizontal(panel, x, flap.from, Fold::Mountain, CreaseRole::FlapLine));
        if let Some(turn) = fitted.closing.tuck_turn {
            creases.push(horizontal(panel, x, flap.from + turn, Fold::Mountain, CreaseRole::FlapTurn));
        }
    }
    match panel {
        Panel::Gusset { side, part } => {
            gusset_lines(brief, stretch, &Ends::of(x, side, part), panel, &mut creases)
        }
        _ => face_lines(brief, stretch, column, &mut creases),
    }
    creases
}

/// The places of a gusset, or of half a gusset, along the round.
struct Ends {
    centre: Length,
    front: Option<Length>,
    back: Option<Length>,
    whole: bool,
}

impl Ends {
    /// Seen from outside, the left gusset has the front on its right, the right gusset on its left.
    fn of(x: Span, side: Side, part: GussetPart) -> Self {
        let (front, back) = if side == Side::Left { (x.to, x.from) } else { (x.from, x.to) };
        match part {
            GussetPart::Whole => {
                Self { centre: x.middle(), front: Some(front), back: Some(back), whole: true }
            }
            GussetPart::FrontHalf => Self { centre: back, front: Some(front), back: None, whole: false },
            GussetPart::BackHalf => Self { centre: front, front: None, back: Some(back), whole: false },
        }
    }
}

fn gusset_lines(brief: &Brief, stretch: &Stretch, ends: &Ends, panel: Panel, creases: &mut Vec<Crease>) {
    let body = stretch.body();
    let is_tube = stretch.corners == BaseCorners::Folded;
    let Some(apex) = apex(brief, body) else { return };
    let top = Point::new(ends.centre, apex);
    let crease = brief.gusset_crease;
    if crease.has_pair() || is_tube {
        let role = if is_tube { CreaseRole::SquashDiagonal } else { CreaseRole::GussetDiagonal };
        for corner in [ends.front, ends.back].into_iter().flatten() {
            let corner = Point::new(corner, body.from);
            creases.push(Crease { from: corner, to: top, fold: Fold::Valley, role, panel });
        }
    }
    for (corner, fold) in [(ends.front, Fold::Flat), (ends.back, Fold::Mountain)] {
        let Some(corner) = corner else { continue };
        let x = Span::new(corner.min(ends.centre), corner.max(ends.centre));
        if crease.folds_flat() {
            creases.push(horizontal(panel, x, apex, fold, CreaseRole::FoldFlatLine));
        } else if is_tube {
            creases.push(horizontal(panel, x, apex, Fold::Flat, CreaseRole::TubeCrease));
        }
    }
    if crease.is_any() && ends.whole {
        let upright = Upright { x: ends.centre, role: CreaseRole::GussetCentre, fold: Fold::Valley, panel };
        creases.extend(upright.through(Span::new(apex, body.to), stretch.row(Zone::Hem)));
    }
}

fn face_lines(brief: &Brief, stretch: &Stretch, column: &Column, creases: &mut Vec<Crease>) {
    let (body, base) = (stretch.body(), stretch.base());
    let (panel, x) = (column.panel, column.x);
    let is_tube = stretch.corners == BaseCorners::Folded;
    if let Some(apex) = apex(brief, body) {
        let fold = match panel.face() {
            Some(FaceSide::Back) if brief.gusset_crease.folds_flat() => Some(Fold::Valley),
            Some(FaceSide::Front) if brief.gusset_crease.folds_over_either_face() => Some(Fold::Flat),
            Some(FaceSide::Front | FaceSide::Back) | None => None,
        };
        match fold {
            Some(fold) => creases.push(horizontal(panel, x, apex, fold, CreaseRole::FoldFlatLine)),
            None if is_tube => creases.push(horizontal(panel, x, apex, Fold::Flat, CreaseRole::TubeCrease)),
            None => {}
        }
    }
    if is_tube {
        let reach = squash_reach(base, x);
        let foot = |foot, head| Crease {
            from: Point::new(foot, base.to - reach),
            to: Point::new(head, base.to),
            fold: Fold::Mountain,
            role: CreaseRole::SquashDiagonal,
            panel,
        };
        creases.push(foot(x.from + reach, x.from));
        creases.push(foot(x.to - reach, x.to));
    }
}

/// How far a squashed end reaches into a face flap: as deep as the flap. On a face narrower than that it stops at the far
/// corner, where the paper ends; such a bag cannot be closed and is said to.
pub(super) fn squash_reach(base: Span, face: Span) -> Length {
    base.length().min(face.length())
}

/// The lines of the panel laid over a tab or half a joining strip, as far as they reach over it.
fn carried(brief: &Brief, fitted: &Fitted, stretches: &[Stretch], seam: &Seam) -> Vec<Crease> {
    let (Joint { blank, column, .. }, Joint { blank: other, column: cover, .. }) = (seam.under, seam.over);
    let (own, stretch) = (&stretches[blank], &stretches[other]);
    let shift = |point: Point| {
        Point::new(point.x + seam.under.x - seam.over.x, point.y + own.body().from - stretch.body().from)
    };
    let base = if own.corners == BaseCorners::Folded { Length::ZERO } else { own.body().from };
    let top = own.row(Zone::Hem).filter(|_| brief.joins_reach_into_hem()).unwrap_or(own.body()).to;
    let paper = (own.columns[column].x, Span::new(base, top));
    inside(brief, fitted, stretch, &stretch.columns[cover])
        .into_iter()
        .filter_map(|crease| {
            let (from, to) = clip_inside(shift(crease.from), shift(crease.to), paper)?;
            Some(Crease { from, to, ..crease })
        })
        .collect()
}

/// The upright line between a column and the one on its left.
fn between(brief: &Brief, stretches: &[Stretch], seams: &[Seam], index: usize, right: usize) -> Vec<Crease> {
    let stretch = &stretches[index];
    let x = stretch.columns[right].x.from;
    let panels = [right - 1, right].map(|column| panel_over(stretches, seams, index, column));
    let own = [right - 1, right].map(|column| stretch.columns[column].panel);
    let panel = panels.into_iter().find(|panel| panel.is_face()).unwrap_or(panels[0]);
    if let Some((pleats, _)) = brief.build.pleated() {
        return pleat_line(stretch, x, own, pleats);
    }
    let (body, base) = (stretch.body(), stretch.base());
    let role = if own.contains(&Panel::Tab) {
        CreaseRole::TabLine
    } else if own.iter().all(|panel| panel.is_join()) {
        CreaseRole::StripLine
    } else {
        CreaseRole::Corner
    };
    // Beside a tab that ends below the hem nothing is folded in it, and nothing at a corner where it is slit.
    let ends_below = own.contains(&Panel::Tab) && !brief.joins_reach_into_hem();
    let hem = stretch.row(Zone::Hem).filter(|_| !ends_below && !brief.slits_hem());
    let in_mid_gusset = role != CreaseRole::Corner && panels.iter().all(|panel| panel.is_gusset());
    let in_mid_face = role != CreaseRole::Corner && panels[0].face() == panels[1].face();
    if in_mid_face && panels[0].is_face() {
        // Nothing turns there, in the bag or in the flat.
        return Upright { x, role, fold: Fold::Flat, panel }.through(body, hem);
    }
    if in_mid_gusset {
        return mid_gusset_line(brief, stretch, hem, Upright { x, role, fold: Fold::Flat, panel });
    }
    let line = Upright { x, role, fold: Fold::Mountain, panel };
    let mut creases = line.through(body, hem);
    match stretch.corners {
        // Below the base line the corner line turns an ear up from the face flap.
        BaseCorners::Ears => creases.push(line.only(base)),
        // A folded base is bent right over there when its face flaps close.
        BaseCorners::Folded => {
            creases.push(Upright { role: CreaseRole::TuckLine, fold: Fold::Valley, ..line }.only(base));
        }
        BaseCorners::Flaps | BaseCorners::CutOut | BaseCorners::NoBase => {}
    }
    creases
}

/// In the middle of a gusset nothing turns: the line only shows how far to lay the other half over. From the apex up
/// it is the centre crease of a pinched gusset.
fn mid_gusset_line(brief: &Brief, stretch: &Stretch, hem: Option<Span>, guide: Upright) -> Vec<Crease> {
    let body = stretch.body();
    let bottom = if stretch.corners == BaseCorners::Folded { stretch.base().from } else { body.from };
    match apex(brief, body).filter(|_| brief.gusset_crease.is_any()) {
        None => guide.through(Span::new(bottom, body.to), hem),
        Some(apex) => {
            let centre = Upright { role: CreaseRole::GussetCentre, fold: Fold::Valley, ..guide };
            let mut creases = vec![guide.only(Span::new(bottom, apex))];
            creases.extend(centre.through(Span::new(apex, body.to), hem));
            creases
        }
    }
}

/// Hem lines and the bottom fold of one column of a flare. The outermost pleat has no back half.
fn flare_lines(brief: &Brief, stretch: &Stretch, column: &Column) -> Vec<Crease> {
    let (panel, x) = (column.panel, column.x);
    let number = match panel {
        Panel::Pleat { number, .. } => number,
        _ => 0,
    };
    let outermost = brief.build.pleated().is_some_and(|(pleats, _)| number == pleats);
    let mut creases = Vec::new();
    if let Some(hem) = stretch.row(Zone::Hem) {
        creases.push(horizontal(panel, x, hem.from, hem_fold(brief), CreaseRole::HemLine));
    }
    if let (Some(hem), false) = (stretch.row(Zone::BackHem), outermost) {
        creases.push(horizontal(panel.behind(), x, hem.to, hem_fold(brief), CreaseRole::HemLine));
    }
    if !outermost {
        let fold = alternating(number);
        creases.push(horizontal(panel, x, stretch.body().from, fold, CreaseRole::BottomFold));
    }
    creases
}

/// Away from the face, then back, and so on.
fn alternating(number: u8) -> Fold {
    if number.is_multiple_of(2) { Fold::Mountain } else { Fold::Valley }
}

/// A pleat's line runs through front and back; the one beside the outermost pleat only through the front.
fn pleat_line(stretch: &Stretch, x: Length, beside: [Panel; 2], pleats: u8) -> Vec<Crease> {
    let outer = beside.iter().filter_map(|panel| match panel {
        Panel::Pleat { number, .. } => Some(*number),
        _ => None,
    });
    let outer = outer.max().unwrap_or(0);
    let panel = beside[0];
    let line = Upright { x, role: CreaseRole::PleatLine, fold: alternating(outer - 1), panel };
    let mut creases = line.through(stretch.body(), stretch.row(Zone::Hem));
    if outer < pleats {
        let line = Upright { panel: panel.behind(), ..line };
        creases.extend(stretch.row(Zone::BackBody).map(|body| line.only(body)));
        creases.extend(stretch.row(Zone::BackHem).map(|hem| line.turned_over(hem)));
    }
    creases
}

/// Height of the apex of the gussets on the stretch; nothing if the body ends below it.
fn apex(brief: &Brief, body: Span) -> Option<Length> {
    let apex = body.from + brief.apex();
    (apex < body.to).then_some(apex)
}

fn hem_fold(brief: &Brief) -> Fold {
    if brief.top.is_turned_out() { Fold::Valley } else { Fold::Mountain }
}

fn horizontal(panel: Panel, x: Span, y: Length, fold: Fold, role: CreaseRole) -> Crease {
    Crease { from: Point::new(x.from, y), to: Point::new(x.to, y), fold, role, panel }
}

/// An upright line before it is given its ends.
#[derive(Clone, Copy)]
struct Upright {
    x: Length,
    role: CreaseRole,
    fold: Fold,
    panel: Panel,
}

impl Upright {
    fn only(self, y: Span) -> Crease {
        let Self { x, role, fold, panel } = self;
        Crease { from: Point::new(x, y.from), to: Point::new(x, y.to), fold, role, panel }
    }

    /// In the hem the paper lies over on itself, so the fold turns over.
    fn turned_over(self, y: Span) -> Crease {
        Self { fold: self.fold.turned_over(), ..self }.only(y)
    }

    fn through(self, body: Span, hem: Option<Span>) -> Vec<Crease> {
        let mut lines = vec![self.only(body)];
        lines.extend(hem.map(|hem| self.turned_over(hem)));
        lines
    }
}
