//! Can the holes be punched where they are?

use super::handle::{other_handle, with};
use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{ClosingFlap, HandleKind, RoundStart};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::{FaceHole, On, Purpose, Shape};
use crate::net::{Blank, Crease, CreaseRole, Hole, Joint, Zone};
use crate::plane::Size;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let mut findings: Vec<Finding> = Vec::new();
    findings.extend(in_glue(draft));
    findings.extend(over_line(draft));
    findings.extend(off_face(draft));
    findings.extend(near_edge(draft));
    findings.extend(hem_edge(draft));
    findings.extend(out_of_reach(draft));
    findings.extend(close_together(draft));
    findings
}

/// What a hole is called: `hole`, `slot`, `opening`.
fn name(shape: Shape) -> &'static str {
    match shape {
        Shape::Round { .. } => "hole",
        Shape::Slot { .. } => "slot",
        Shape::Opening { .. } => "opening",
    }
}

/// The same with its article, at the start of a sentence.
fn a_name(shape: Shape) -> &'static str {
    match shape {
        Shape::Round { .. } => "A hole",
        Shape::Slot { .. } => "A slot",
        Shape::Opening { .. } => "An opening",
    }
}

/// Other places for the holes, the nearest first: inwards and outwards, then up and down, groove by groove.
fn elsewhere(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let step = brief.board.groove;
    let Some(own) = draft.fitted.handle else { return vec![lower_closure(draft)] };
    let mut ways = Vec::new();
    if own.kind.is_on_gussets() {
        let mut whole = brief.clone();
        whole.round.start = RoundStart::Gusset;
        let through = HandleKind::HoledRibbon.on(brief);
        ways.push(vec![Candidate::new("Begin with a gusset", "Both gussets are then in one piece.", whole)]);
        ways.push(vec![Candidate::new("Ribbon through the faces", "A handle on either face.", through)]);
    }
    if own.kind.is_spaced() {
        let places = (1..=40).flat_map(|n| {
            let start = own.from_centre;
            [(start - step * n).ceil_to(step), (start + step * n).floor_to(step)]
        });
        let inside = places.filter(|place| place.is_positive() && *place < brief.finished.width.half());
        let moved = inside.map(|place| {
            let changed = with(brief, |handle| handle.from_centre = Some(place));
            let title = format!("{} either side of the centre", figures.say(place));
            Candidate::new(title, "On both faces alike.", changed)
        });
        ways.push(moved.collect());
    }
    if !own.kind.ends_under_hem() {
        let places = (1..=24)
            .flat_map(|n| [(own.down - step * n).ceil_to(step), (own.down + step * n).floor_to(step)]);
        let moved = places.filter(|place| place.is_positive()).map(|place| {
            let changed = with(brief, |handle| handle.down = Some(place));
            let title = format!("{} below the top", figures.say(place));
            Candidate::new(title, "On both faces alike.", changed)
        });
        ways.push(moved.collect());
    }
    if brief.fittings.closure.kind.has_holes() {
        ways.push(lower_closure(draft));
    }
    ways.push(other_handle(brief));
    ways
}

fn lower_closure(draft: &Draft) -> Vec<Candidate> {
    let brief = &draft.brief;
    let step = brief.board.groove;
    let down = draft.fitted.closing.down;
    (1..=24)
        .flat_map(|n| [(down - step * n).ceil_to(step), (down + step * n).floor_to(step)])
        .filter(|place| place.is_positive())
        .map(|place| {
            let mut changed = brief.clone();
            changed.fittings.closure.down = Some(place);
            let title = format!("The closing’s holes {} from the edge", Figures::of(brief).say(place));
            Candidate::new(title, "All of them in line.", changed)
        })
        .collect()
}

fn holes(draft: &Draft) -> impl Iterator<Item = (usize, &Blank, &Hole)> {
    let blanks = draft.net.blanks.iter().enumerate();
    blanks.flat_map(|(index, blank)| blank.holes.iter().map(move |hole| (index, blank, hole)))
}

/// A hole through a tab, a joining strip or a lap.
fn in_glue(draft: &Draft) -> Option<Finding> {
    let figures = Figures::of(&draft.brief);
    let width = |joint: Joint| draft.net.blanks[joint.blank].columns[joint.column].x.length();
    for (index, _, hole) in holes(draft).filter(|(.., hole)| hole.zone == Zone::Body) {
        let Size { width: half, height: tall } = hole.shape.half();
        for seam in draft.net.seams.iter().filter(|seam| seam.under.panel.is_join()) {
            if seam.over.blank != index || seam.over.panel != hole.panel {
                continue;
            }
            let off = (hole.centre.x - seam.over.x).abs() - half;
            let covered = width(seam.under);
            if off < covered {
                return Some(finding(
                    About::Handle,
                    "handle.hole-in-glue",
                    Level::Blocks,
                    format!("{} goes through the glued tab", a_name(hole.shape)),
                    format!(
                        "Behind the {} a tab of {} is glued, and the {}’s edge is {} from that edge: it would cut into the seam.",
                        hole.panel.name(),
                        figures.say(covered),
                        name(hole.shape),
                        figures.say(off.max(Length::ZERO))
                    ),
                    elsewhere,
                ));
            }
        }
        // An upper piece lies over the lap from its lower edge up.
        let over_lap =
            draft.net.laps.iter().any(|lap| lap.over == index) && hole.centre.y - tall < draft.brief.tab;
        if over_lap {
            return Some(finding(
                About::Handle,
                "handle.hole-in-glue",
                Level::Blocks,
                format!("{} goes through the join all round", a_name(hole.shape)),
                format!(
                    "From its lower edge up {} of the upper piece are glued over the lower one.",
                    figures.say(draft.brief.tab)
                ),
                elsewhere,
            ));
        }
        for lap in draft.net.laps.iter().filter(|lap| lap.under == index) {
            if hole.centre.y + tall > lap.line {
                return Some(finding(
                    About::Handle,
                    "handle.hole-in-glue",
                    Level::Blocks,
                    format!("{} goes through the join all round", a_name(hole.shape)),
                    format!("Above {} two pieces are glued over one another.", figures.say(lap.line)),
                    elsewhere,
                ));
            }
        }
    }
    None
}

/// A hole over a fold or a join.
fn over_line(draft: &Draft) -> Option<Finding> {
    let figures = Figures::of(&draft.brief);
    holes(draft).filter(|(.., hole)| hole.zone != Zone::Hem).find_map(|(_, blank, hole)| {
        let Size { width: half, height: tall } = hole.shape.half();
        let (left, right) = (hole.centre.x - half, hole.centre.x + half);
        let (low, high) = (hole.centre.y - tall, hole.centre.y + tall);
        let slot = matches!(hole.shape, Shape::Slot { .. });
        let crosses = |crease: &&Crease| {
            let (x0, x1) = (crease.from.x.min(crease.to.x), crease.from.x.max(crease.to.x));
            let (y0, y1) = (crease.from.y.min(crease.to.y), crease.from.y.max(crease.to.y));
            // A slot lies on the hem line and may not reach an upright one.
            if crease.is_vertical() {
                // A ribbon's hole in a gusset lies on the crease down its middle.
                let is_own = hole.panel.is_gusset() && crease.role == CreaseRole::GussetCentre;
                !is_own && left < x0 && x0 < right && y0 <= high && low <= y1
            } else {
                !slot && x0 < right && left < x1 && y0 < high && low < y1
            }
        };
        let line = blank.creases.iter().find(crosses).map(|crease| crease.role.name());
        // The edge of a part of a face is a join.
        let column = blank.column_of(hole.panel)?;
        let join = (left < column.x.from || right > column.x.to).then_some("edge of its panel");
        // A hole of the flap stays in the flap, one of a face in its body.
        let row = blank.rows.iter().find(|row| row.y.touches(hole.centre.y) && row.zone != Zone::Base);
        let own = blank.row(Zone::Flap).filter(|_| hole.zone == Zone::Flap).or(row);
        let cut = if hole.zone == Zone::Flap { draft.brief.edge_depth() } else { Length::ZERO };
        let on_paper = own.is_some_and(|row| slot || (row.y.from <= low && high <= row.y.to - cut));
        let line = line.or(join).or((!on_paper).then_some("edge of the paper"))?;
        let from = |at: Length, edge: &str| {
            let far = if at < Length::ZERO { "past" } else { "from" };
            format!("{} {far} the {edge}", figures.say(at.abs()))
        };
        Some(finding(
            About::Handle,
            "handle.hole-over-line",
            Level::Blocks,
            format!("{} runs over the {line}", a_name(hole.shape)),
            format!(
                "It is {} wide, and its middle is {} and {}: the {line} runs through it.",
                figures.say(half * 2),
                from(hole.centre.x, "left edge of the piece"),
                from(hole.centre.y, "bottom")
            ),
            elsewhere,
        ))
    })
}

/// A hole whose middle is not on the face at all, so that it goes through no paper.
fn off_face(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (width, height) = (brief.finished.width, brief.finished.height);
    let (hole, why) = draft.fitted.holes.iter().find_map(|hole| match hole.on {
        On::Faces(down) if down > height => Some((
            *hole,
            format!("{} below the top; the face is {} high", figures.say(down), figures.say(height)),
        )),
        On::Gussets(down) if down > height => Some((
            *hole,
            format!("{} below the top; the gusset is {} high", figures.say(down), figures.say(height)),
        )),
        On::Faces(_) if hole.aside.abs() > width.half() => Some((
            *hole,
            format!(
                "{} from the centre; the face is {} wide",
                figures.say(hole.aside.abs()),
                figures.say(width)
            ),
        )),
        _ => None,
    })?;
    Some(finding(
        About::Handle,
        "handle.hole-off-face",
        Level::Blocks,
        format!("{} lies off the face", a_name(hole.shape)),
        format!("Its middle would be {why}."),
        |draft| {
            let customary = with(&draft.brief, |handle| (handle.from_centre, handle.down) = (None, None));
            let customary = Candidate::new("The customary place", "In proportion to the face.", customary);
            std::iter::once(vec![customary]).chain(elsewhere(draft)).collect()
        },
    ))
}

/// A round hole closer to an edge than its own diameter tears out.
fn near_edge(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let (hole, diameter, left) = draft.fitted.holes.iter().find_map(|hole| {
        let Shape::Round { diameter } = hole.shape else { return None };
        let side = hole.panel(brief).half() - hole.across().to.max(-hole.across().from);
        let top = match (hole.on, brief.top.flap()) {
            (On::Faces(_) | On::Gussets(_), _) => hole.below_top()?.from,
            (On::Flap(up), Some(ClosingFlap { depth, .. })) => {
                (depth - brief.edge_depth() - up - diameter.half()).min(up - diameter.half())
            }
            (On::Flap(_), None) => return None,
        };
        let left = side.min(top);
        (Length::ZERO <= left && left < diameter).then_some((*hole, diameter, left))
    })?;
    let what = if hole.purpose == Purpose::Closure { "The hole of the closing" } else { "A handle hole" };
    Some(finding(
        About::Handle,
        "handle.near-edge",
        Level::Warns,
        format!("{what} is only {} from the edge", figures.say(left)),
        format!("Closer than its own width, {}, the paper tears out under load.", figures.say(diameter)),
        elsewhere,
    ))
}

/// The raw edge of a hem across a hole.
fn hem_edge(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let hem = brief.top.hem();
    let figures = Figures::of(brief);
    let span = draft.fitted.holes.iter().filter(|hole| !matches!(hole.shape, Shape::Slot { .. })).find_map(
        |hole| hole.below_top().filter(|span| span.from < hem && hem < span.to && hem.is_positive()),
    )?;
    Some(finding(
        About::Handle,
        "handle.hem-edge",
        Level::Warns,
        "The edge of the hem runs through a hole".to_owned(),
        format!(
            "The hem ends {} below the top; the hole reaches from {} to {}. Half of it would go through two layers, half through one.",
            figures.say(hem),
            figures.say(span.from.max(Length::ZERO)),
            figures.say(span.to)
        ),
        |draft| {
            let brief = &draft.brief;
            let lowest = draft.fitted.holes.iter().filter_map(FaceHole::below_top).map(|span| span.to).max();
            let deep = (lowest.unwrap_or_default() + brief.fittings.punch.hole).ceil_to(brief.board.groove);
            let deeper = Brief { top: brief.top.with_depth(deep), ..brief.clone() };
            let title = format!("Hem {}", Figures::of(brief).say(deep));
            let mut ways = vec![vec![Candidate::new(title, "It then covers the holes whole.", deeper)]];
            ways.extend(elsewhere(draft));
            ways
        },
    ))
}

fn out_of_reach(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let reach = brief.fittings.punch.reach;
    let far = draft.fitted.holes.iter().find_map(|hole| {
        let Shape::Round { .. } = hole.shape else { return None };
        let down = match (hole.on, brief.top.flap()) {
            (On::Faces(down) | On::Gussets(down), _) => down,
            (On::Flap(up), Some(ClosingFlap { depth, .. })) => depth - up,
            (On::Flap(_), None) => return None,
        };
        (down > reach).then_some(down)
    })?;
    Some(finding(
        About::Handle,
        "handle.out-of-reach",
        Level::Warns,
        format!("The punch does not reach {} from the edge", figures.say(far)),
        format!(
            "It reaches {} in. Punch before the seam is glued and from another edge, or make the hole with a screw punch.",
            figures.say(reach)
        ),
        |draft| {
            let brief = &draft.brief;
            let reach = brief.fittings.punch.reach;
            let title = format!("{} below the top", Figures::of(brief).say(reach));
            let higher = with(brief, |handle| handle.down = Some(reach));
            let mut screw = brief.clone();
            screw.fittings.punch.reach = screw.finished.height.max(Length::inches(12));
            vec![
                vec![Candidate::new(title, "As far as the punch reaches.", higher)],
                vec![Candidate::new("A screw punch", "It reaches anywhere.", screw)],
            ]
        },
    ))
}

/// Paper left between the edges of two holes of a face, less than nothing if they run into each other; the wider of the two.
fn between(one: &FaceHole, other: &FaceHole) -> Option<(Length, Length)> {
    let up = |hole: &FaceHole| match hole.on {
        On::Faces(down) => (0, -down),
        On::Flap(up) => (1, up),
        On::Gussets(down) => (2, -down),
    };
    let ((on, y), (other_on, other_y)) = (up(one), up(other));
    if on != other_on {
        return None;
    }
    let Size { width: wide, height: tall } = one.shape.half();
    let Size { width: other_wide, height: other_tall } = other.shape.half();
    let across = (one.aside - other.aside).abs() - wide - other_wide;
    let upright = (y - other_y).abs() - tall - other_tall;
    // Apart if either way is; a little strict across the rounded corners.
    Some((across.max(upright), (wide * 2).min(tall * 2).max((other_wide * 2).min(other_tall * 2))))
}

/// Two holes nearer to each other than they are wide, or one run into the other.
fn close_together(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let holes = &draft.fitted.holes;
    let pairs = holes
        .iter()
        .enumerate()
        .flat_map(|(index, one)| holes[index + 1..].iter().map(move |other| (one, other)));
    let round = |hole: &FaceHole| !matches!(hole.shape, Shape::Slot { .. });
    let (one, other, left, wide) = pairs
        .filter(|(one, other)| round(one) && round(other))
        .filter_map(|(one, other)| between(one, other).map(|(left, wide)| (one, other, left, wide)))
        .filter(|(_, _, left, _)| *left < brief.fittings.punch.hole)
        .min_by_key(|(_, _, left, _)| *left)?;
    let what = match (one.purpose, other.purpose) {
        (Purpose::Hand, _) | (_, Purpose::Hand) => "The hand hole and the hole of the closing",
        (Purpose::Closure, _) | (_, Purpose::Closure) => "A hole of the handle and one of the closing",
        _ => "The two holes of the handle",
    };
    let (level, title) = if left.is_positive() {
        (Level::Warns, format!("{what} are only {} apart", figures.say(left)))
    } else {
        (Level::Blocks, format!("{what} run into each other"))
    };
    Some(finding(
        About::Handle,
        "handle.holes-close",
        level,
        title,
        format!(
            "Nearer than a hole is wide, {}, the paper between them tears; there are {}.",
            figures.say(wide.min(brief.fittings.punch.hole)),
            figures.say(left.max(Length::ZERO))
        ),
        elsewhere,
    ))
}
