//! Small drawings to scale: sheets with their cuts, a piece on the board, the pieces with what is glued, the bag as it folds.
//!
//! Every one fits a box and is given from the top left corner of that box.

use super::fonts::Weight;
use super::leaf::{
    At, Frame, INK, Mark, PALE, Pen, Segment, arrow, centred, line, polygon, rectangle, upwards, words,
};
use crate::drawn::{Drawn, Leg, Path, Tool, extent};
use wide_fold_core::Plan;
use wide_fold_core::brief::Stop;
use wide_fold_core::figures::Figures;
use wide_fold_core::folded::motion::{at, legs};
use wide_fold_core::folded::solids::in_space;
use wide_fold_core::folded::{Folded, Turned};
use wide_fold_core::layout::{Blade, Part};
use wide_fold_core::lifted::layers_off;
use wide_fold_core::net::{Fold, GlueRole, PaperFace};
use wide_fold_core::passes::{ByHand, Edge, Pass};
use wide_fold_core::pieces::Piece;
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::steps::{Job, Scene, Step};

/// What is written in a drawing.
const SMALL: f64 = 2.9;
const GAP: f64 = 4.0;

/// A box that a drawing fits.
pub(super) type Room = [f64; 2];

/// Where a step is done.
pub(super) fn of_step(plan: &Plan, step: &Step, room: Room) -> Vec<Mark> {
    if let Some(feed) = step.feed.and_then(|feed| plan.feeds.get(feed)) {
        return super::in_guide::picture(plan, feed, room);
    }
    match (step.scene, step.pass.and_then(|pass| plan.passes.get(pass))) {
        (_, Some(pass)) => board(plan, pass, room),
        (Scene::Sheets, _) => sheets(plan, room),
        (Scene::Flat | Scene::Board, _) => {
            let mut marks = pieces(plan, room, &[]);
            marks.extend(worked_on(plan, step, room));
            marks
        }
        (Scene::Glued | Scene::Bag, _) if shows_two(step) => glued(plan, step, room),
        (Scene::Glued, _) => pieces(plan, room, &[]),
        (Scene::Bag, _) => bag(plan, step.reached, false, room),
        (Scene::Finished, _) => bag(plan, step.reached, true, room),
    }
}

/// True if its picture shows two things, one under the other: the pieces with what is glued of them, and what the bag is then.
pub(super) fn shows_two(step: &Step) -> bool {
    !step.job.glue().is_empty()
}

/// The lines, cuts and holes that a step is about, drawn heavily over the pieces as [`pieces`] lays them out.
fn worked_on(plan: &Plan, step: &Step, room: Room) -> Vec<Mark> {
    let heavy = Pen { width: 0.8, dashes: &[], grey: INK };
    let mut marks = Vec::new();
    for (index, frame) in frames(plan, room) {
        if step.piece.is_some_and(|own| own != index) {
            continue;
        }
        let blank = &plan.pieces[index].blank;
        marks.extend(super::laid::on_piece(plan, step.job, index, frame));
        match step.job {
            Job::Cut => {
                marks.extend(
                    blank.cuts.iter().map(|cut| line(frame.spot(cut.from), frame.spot(cut.to), heavy)),
                );
                let edge = Path::of_edge(blank);
                let curves = edge.legs_from().filter(|(_, leg)| matches!(leg, Leg::Arc { .. }));
                marks.extend(curves.map(|(from, leg)| {
                    let segments = frame.path(&Path { from, legs: vec![leg] });
                    Mark::Line { segments, pen: Some(heavy), fill: None }
                }));
            }
            Job::Fold => marks.extend(
                blank
                    .creases
                    .iter()
                    .filter(|crease| crease.fold != Fold::Flat && !crease.role.is_made_by_hand())
                    .map(|crease| {
                        line(frame.spot(crease.from), frame.spot(crease.to), Pen { width: 0.5, ..heavy })
                    }),
            ),
            Job::Holes | Job::Backing | Job::StrapFirst => marks.extend(blank.holes.iter().map(|hole| {
                Mark::Line { segments: frame.path(&Path::of_hole(hole)), pen: Some(heavy), fill: None }
            })),
            Job::Trim
            | Job::Guide
            | Job::Score
            | Job::Join
            | Job::StripEnds
            | Job::Hem
            | Job::Pocket
            | Job::Mats
            | Job::LongRibbon
            | Job::Flare
            | Job::Seam
            | Job::Base
            | Job::SquashBase
            | Job::FoldFlat
            | Job::Insert
            | Job::Band
            | Job::Handles
            | Job::Fill
            | Job::Flap
            | Job::Close => {}
        }
    }
    marks
}

/// Where every piece lies when all of them are drawn side by side.
fn frames(plan: &Plan, [wide, tall]: Room) -> Vec<(usize, Frame)> {
    let pieces = &plan.pieces;
    let widths: f64 = pieces.iter().map(|piece| piece.width.mm()).sum();
    let tallest = pieces.iter().map(|piece| piece.height.mm()).fold(1.0, f64::max);
    let gaps = GAP * (pieces.len().saturating_sub(1)) as f64;
    let scale = ((wide - gaps).max(1.0) / widths.max(1.0)).min((tall - 5.0) / tallest);
    let mut left = 0.0;
    let place = |(index, piece): (usize, &Piece)| {
        let frame = Frame { origin: [left, tallest * scale], scale };
        left += piece.width.mm() * scale + GAP;
        (index, frame)
    };
    pieces.iter().enumerate().map(place).collect()
}

/// A caption under a picture, broken to its width.
fn caption(marks: &mut Vec<Mark>, text: &str, [left, y]: At, right: f64) {
    let lines = Weight::Regular.wrap(text, SMALL, (right - left).max(20.0));
    marks.extend(
        lines
            .into_iter()
            .enumerate()
            .map(|(n, line)| words([left, y + SMALL * 1.25 * n as f64], SMALL, line)),
    );
}

/// What the shades of glue areas mean.
const GLUED: &str = "glue: dark on the outside, dotted on the inside";

/// What is glued, and under it what the bag is then.
fn glued(plan: &Plan, step: &Step, [wide, tall]: Room) -> Vec<Mark> {
    let half = (tall - GAP) / 2.0;
    let mut marks = pieces(plan, [wide, half], step.job.glue());
    if step.job == Job::Base {
        marks.extend(numbered_flaps(plan, [wide, half]));
    }
    let below = bag(plan, step.reached, false, [wide, half - GAP]);
    marks.extend(below.into_iter().map(|mark| super::flow::moved(mark, [0.0, half + GAP * 2.0])));
    marks
}

/// Sheets side by side, what lies on them, and the cuts numbered in their order.
pub(super) fn sheets(plan: &Plan, [wide, tall]: Room) -> Vec<Mark> {
    let sheets = &plan.layout.sheets;
    // A piece may reach past its sheet; then that is seen.
    let extents: Vec<Size> = sheets.iter().map(extent).collect();
    let widths: f64 = extents.iter().map(|extent| extent.width.mm()).sum();
    let tallest = extents.iter().map(|extent| extent.height.mm()).fold(1.0, f64::max);
    let gaps = GAP * (sheets.len().saturating_sub(1)) as f64;
    let scale = ((wide - gaps).max(1.0) / widths.max(1.0)).min((tall - 5.0) / tallest);
    let mut marks = Vec::new();
    let mut left = 0.0;
    for ((sheet, extent), letter) in sheets.iter().zip(extents).zip(plan.layout.letters()) {
        let frame = Frame { origin: [left, tallest * scale], scale };
        let corner = frame.at([0.0, sheet.height.mm()]);
        let size = [sheet.width.mm() * scale, sheet.height.mm() * scale];
        marks.push(rectangle(corner, size, Some(Pen::thin(INK)), Some(0xf0)));
        for placed in &sheet.placed {
            let space = placed.space;
            let corner = frame.spot(Point::new(space.x, space.y + space.height));
            let size = [space.width.mm() * scale, space.height.mm() * scale];
            marks.push(rectangle(corner, size, Some(Pen { width: 0.3, dashes: &[], grey: INK }), Some(0xff)));
            if let Part::Piece(_) = placed.part {
                let middle = [corner[0] + size[0] / 2.0, corner[1] + size[1] / 2.0];
                marks.push(arrow([middle[0], middle[1] + 3.0], [0.0, -1.0], 6.0));
            }
        }
        for (n, trim) in sheet.trims.iter().enumerate() {
            let on = trim.on;
            let (from, to) = match trim.blade {
                Blade::Vertical => {
                    (Point::new(on.x + trim.keep, on.y), Point::new(on.x + trim.keep, on.y + on.height))
                }
                Blade::Horizontal => {
                    (Point::new(on.x, on.y + trim.keep), Point::new(on.x + on.width, on.y + trim.keep))
                }
            };
            let (from, to) = (frame.spot(from), frame.spot(to));
            marks.push(line(from, to, Pen { width: 0.35, dashes: &[1.5, 1.0], grey: INK }));
            let middle = [(from[0] + to[0]) / 2.0, (from[1] + to[1]) / 2.0 + 1.0];
            marks.push(rectangle(
                [middle[0] - 1.9, middle[1] - 2.9],
                [3.8, 3.8],
                Some(Pen::thin(INK)),
                Some(0xff),
            ));
            marks.push(centred(middle, SMALL, &(n + 1).to_string()));
        }
        let name = if letter.is_empty() { "scrap".to_owned() } else { letter };
        marks.push(words([left, tallest * scale + 4.2], SMALL, name));
        left += extent.width.mm() * scale + GAP;
    }
    marks
}

/// The base flaps of the pieces as [`pieces`] lays them out, each with its place in the order in which they are closed.
fn numbered_flaps(plan: &Plan, room: Room) -> Vec<Mark> {
    let frames = frames(plan, room);
    let numbers = |(index, frame): &(usize, Frame)| super::laid::numbers(plan, Job::Base, *index, *frame);
    let mut marks: Vec<Mark> = frames.iter().flat_map(numbers).collect();
    if !marks.is_empty() {
        let foot = frames.iter().map(|(_, frame)| frame.origin[1]).fold(0.0, f64::max);
        let both = super::laid::are_both(plan);
        let says = if both {
            "numbers: the order of the flaps, the front’s / the back’s"
        } else {
            "numbers: the order in which the flaps are closed"
        };
        marks.push(words([0.0, foot + 4.2 + SMALL * 1.3], SMALL, says));
    }
    marks
}

/// Every piece once, unrolled, side by side; with roles, the areas that carry their glue: shaded on the outside, outlined on the inside.
pub(super) fn pieces(plan: &Plan, [wide, tall]: Room, glue: &[GlueRole]) -> Vec<Mark> {
    let pieces = &plan.pieces;
    let mut marks = Vec::new();
    let mut foot = 0.0_f64;
    for (index, frame) in frames(plan, [wide, tall]) {
        let (piece, scale) = (&pieces[index], frame.scale);
        foot = foot.max(frame.origin[1]);
        for area in piece.blank.glue.iter().filter(|area| glue.contains(&area.role)) {
            let corners: Vec<At> = area.corners.iter().map(|corner| frame.spot(*corner)).collect();
            let (pen, fill) = match area.face {
                PaperFace::Outside => (Pen::thin(INK), Some(0xc4)),
                PaperFace::Inside => (Pen { width: 0.2, dashes: &[0.6, 0.6], grey: INK }, Some(0xee)),
            };
            marks.push(polygon(&corners, Some(pen), fill));
        }
        let Some(drawn) = Drawn::piece(plan, index) else { continue };
        for stroke in &drawn.strokes {
            let pen = match stroke.tool {
                Tool::Cut => Pen { width: 0.3, dashes: &[], grey: INK },
                Tool::Mountain => Pen { width: 0.2, dashes: &[2.4, 0.7, 0.4, 0.7], grey: INK },
                Tool::Valley => Pen { width: 0.2, dashes: &[1.6, 0.8], grey: INK },
                Tool::Guide | Tool::ByHand => Pen { width: 0.15, dashes: &[0.4, 0.7], grey: PALE },
            };
            marks.push(Mark::Line { segments: frame.path(&stroke.path), pen: Some(pen), fill: None });
        }
        if let Some(up) = drawn.up.filter(|_| piece.height.mm() * scale > 14.0) {
            marks.push(arrow(frame.at([up.x.mm() + 2.0 / scale, up.y.mm() - 6.0 / scale]), [0.0, -1.0], 6.0));
        }
    }
    if !glue.is_empty() {
        marks.push(words([0.0, foot + 4.2], SMALL, GLUED));
    }
    marks
}

/// A piece as it lies on the scoring board: fence along the top, figures from the stop it lies against.
pub(super) fn board(plan: &Plan, pass: &Pass, [wide, tall]: Room) -> Vec<Mark> {
    if pass.by_hand.is_some() {
        return on_table(plan, pass, [wide, tall]);
    }
    let Some(piece) = plan.pieces.get(pass.piece) else { return Vec::new() };
    let upright = matches!(pass.lying.fence, Edge::Top | Edge::Bottom);
    let (across, down) =
        if upright { (piece.width.mm(), piece.height.mm()) } else { (piece.height.mm(), piece.width.mm()) };
    let reach = plan.brief.board.reach.mm();
    let (left, top, foot) = (8.0, 12.0, 10.0);
    let scale = ((wide - left - 4.0) / across.max(reach)).min((tall - top - foot) / down.max(1.0));
    let fence = 1.6;
    // Along from the stop: the whole picture is mirrored for the one on the right, and so are its rectangles.
    let right = left + across.max(reach) * scale;
    let x_at = |along: f64| match pass.lying.stop {
        Stop::Left => left + along,
        Stop::Right => right - along,
    };
    let spot = |along: f64, down: f64| [x_at(along * scale), top + down * scale];
    let block = |along: f64, y: f64, [wide, tall]: [f64; 2], pen, fill| {
        rectangle([x_at(along).min(x_at(along + wide)), y], [wide, tall], pen, fill)
    };
    let board = [
        block(0.0, top, [reach * scale, down * scale + 2.0], None, Some(0xea)),
        block(-fence, top - fence, [reach * scale + fence, fence], None, Some(PALE)),
        block(-fence, top - fence, [fence, down * scale + 2.0 + fence], None, Some(PALE)),
    ];
    // What is worked on the table lies on no board.
    let mut marks: Vec<Mark> = board.into_iter().filter(|_| !pass.on_table).collect();
    marks.push(block(0.0, top, [across * scale, down * scale], Some(Pen::thin(INK)), Some(0xff)));
    // Which way the top edge of the bag points as it lies.
    let place = |point: Point| {
        let (along, down) = pass.lying.on_board(point, piece.width, piece.height);
        spot(along.mm(), down.mm())
    };
    let middle = Point::new(piece.width.half(), piece.height.half());
    let (tail, tip) = (place(middle), place(Point::new(middle.x, piece.height)));
    let long = (tip[0] - tail[0]).hypot(tip[1] - tail[1]).max(1e-6);
    let way = [(tip[0] - tail[0]) / long, (tip[1] - tail[1]) / long];
    marks.push(arrow([tail[0] - way[0] * 3.0, tail[1] - way[1] * 3.0], way, 6.0));
    let mut taken: Vec<(f64, f64, usize)> = Vec::new();
    for score in &pass.lines {
        let x = score.at.mm();
        let dashes: &'static [f64] = if pass.by_ruler { &[0.8, 0.8] } else { &[] };
        let pen = Pen { width: 0.4, dashes, grey: INK };
        marks.push(line(spot(x, score.reach.from.mm()), spot(x, score.reach.to.mm()), pen));
        let figure = score.at.figure(plan.brief.unit);
        let half = Weight::Medium.width(&figure, 4.0) / 2.0 + 0.6;
        let at = spot(x, 0.0)[0];
        let level = (0..3).find(|level| {
            !taken.iter().any(|(from, to, own)| own == level && at - half < *to && at + half > *from)
        });
        taken.push((at - half, at + half, level.unwrap_or(0)));
        let y = top - fence - 1.2 - 3.6 * level.unwrap_or(0) as f64;
        marks.push(super::leaf::heading([at - half + 0.6, y], 4.0, figure));
        // What is taken off stands on the paper, on the side of the line that it moves to.
        if let Some(mark) = Figures::of(&plan.brief).mark(score.less) {
            let towards_stop = score.less.is_positive() == (pass.lying.stop == Stop::Left);
            let wide = Weight::Medium.width(&mark, 2.6);
            let beside = if towards_stop { at - wide - 0.6 } else { at + 0.6 };
            marks.push(super::leaf::heading([beside, top + 3.2], 2.6, mark));
        }
    }
    for slant in &pass.slants {
        let [from, to] = [slant.from, slant.to].map(|(along, down)| spot(along.mm(), down.mm()));
        marks.push(line(from, to, Pen { width: 0.4, dashes: &[0.8, 0.8], grey: INK }));
    }
    let up = match pass.lying.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    let says = format!("{up}, {} along the fence", pass.lying.fence.name());
    caption(&mut marks, &says, [left, top + down * scale + 5.6], wide);
    let beside = if pass.lying.stop == Stop::Left { -fence - 1.2 } else { -fence - 3.6 };
    marks.push(upwards([x_at(beside), top + down * scale / 2.0], SMALL, pass.lying.measured_from().name()));
    marks
}

/// A piece as it lies on the table for ruler and hand: its top edge away, a mark near either end of every line.
fn on_table(plan: &Plan, pass: &Pass, [wide, tall]: Room) -> Vec<Mark> {
    let Some(piece) = plan.pieces.get(pass.piece) else { return Vec::new() };
    let upright = pass.lying.fence == Edge::Top;
    let (across, down) = (piece.width.mm(), piece.height.mm());
    let (left, top, foot) = (14.0, 10.0, 7.0);
    let scale = ((wide - left - 4.0) / across.max(1.0)).min((tall - top - foot) / down.max(1.0));
    let spot = |x: f64, y: f64| [left + x * scale, top + y * scale];
    let mut marks =
        vec![rectangle([left, top], [across * scale, down * scale], Some(Pen::thin(INK)), Some(0xff))];
    let middle = spot(across * 0.05, down / 2.0);
    marks.push(arrow([middle[0] + 1.0, middle[1] + 3.0], [0.0, -1.0], 6.0));
    let pen = |width| Pen { width, dashes: &[0.8, 0.8], grey: INK };
    let mut taken: Vec<(f64, f64, usize)> = Vec::new();
    for score in &pass.lines {
        let (at, from, to) = (score.at.mm(), score.reach.from.mm(), score.reach.to.mm());
        let ends = if upright {
            [spot(at, from), spot(at, to)]
        } else {
            [spot(from, down - at), spot(to, down - at)]
        };
        marks.push(line(ends[0], ends[1], pen(0.4)));
        let solid = Pen { width: 0.7, dashes: &[], grey: INK };
        let long = 2.4;
        for (end, way) in [(ends[0], 1.0), (ends[1], -1.0)] {
            let tip = if upright { [end[0], end[1] + way * long] } else { [end[0] + way * long, end[1]] };
            if matches!(pass.by_hand, Some(ByHand::Creased | ByHand::Drawn)) {
                marks.push(line(end, tip, solid));
            }
        }
        let figure = score.told(plan.brief.unit);
        let width = Weight::Medium.width(&figure, 4.0);
        let (place, half) = if upright { (ends[0][0], width / 2.0 + 0.6) } else { (ends[0][1], 2.4) };
        let level = (0..3).find(|level| {
            !taken.iter().any(|(from, to, own)| own == level && place - half < *to && place + half > *from)
        });
        let level = level.unwrap_or(0);
        taken.push((place - half, place + half, level));
        let origin = if upright {
            [place - width / 2.0, top - 1.4 - 3.6 * level as f64]
        } else {
            [(left - 1.6 - width - 5.0 * level as f64).max(0.0), place + 1.4]
        };
        marks.push(super::leaf::heading(origin, 4.0, figure));
    }
    for slant in &pass.slants {
        let [from, to] = [slant.from, slant.to].map(|(along, down)| spot(along.mm(), down.mm()));
        marks.push(line(from, to, pen(0.4)));
    }
    let up = match pass.lying.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    caption(&mut marks, &format!("{up}, top edge away from you"), [left, top + down * scale + 4.6], wide);
    marks
}

/// How far layers are drawn apart, in millimetres.
const APART: f64 = 0.5;

/// The bag when so many stretches of its way are done; finished, with what is put on it.
pub(super) fn bag(plan: &Plan, reached: usize, finished: bool, room: Room) -> Vec<Mark> {
    let way = legs(plan.brief.build);
    let posed;
    let folded: &Folded = if reached >= way.len() {
        &plan.folded
    } else {
        let t = reached.checked_sub(1).map_or(0.0, |last| way[last].to);
        posed = at(&plan.brief, &plan.net, &plan.folded, t);
        &posed
    };
    let mut seen: Vec<Seen> = folded.facets.iter().map(|facet| Seen::facet(plan, facet)).collect();
    if finished {
        let solids = in_space(&plan.brief, &plan.fitted, &plan.net, &plan.folded);
        seen.extend(solids.iter().map(|solid| {
            let corners: Vec<[f64; 3]> =
                solid.corners.iter().map(|corner| turned(corner.to_array())).collect();
            Seen::of(corners, Vec::new(), 0x70)
        }));
    }
    seen.sort_by(|a, b| a.depth.total_cmp(&b.depth));
    let spots = || seen.iter().flat_map(|seen| &seen.corners);
    let (mut low, mut high) = ([f64::MAX; 2], [f64::MIN; 2]);
    for [x, y, _] in spots() {
        low = [low[0].min(*x), low[1].min(*y)];
        high = [high[0].max(*x), high[1].max(*y)];
    }
    let scale = (room[0] / (high[0] - low[0]).max(1.0)).min(room[1] / (high[1] - low[1]).max(1.0));
    let frame = Frame { origin: [-low[0] * scale, high[1] * scale], scale };
    let flat = |[x, y, _]: &[f64; 3]| frame.at([*x, *y]);
    let mut marks = Vec::new();
    for own in &seen {
        let corners: Vec<At> = own.corners.iter().map(flat).collect();
        marks.push(polygon(&corners, Some(Pen { width: 0.2, dashes: &[], grey: INK }), Some(own.grey)));
        for hole in &own.holes {
            let mut segments: Vec<Segment> = hole.iter().map(|spot| Segment::Line(flat(spot))).collect();
            if let Some(Segment::Line(first)) = segments.first().copied() {
                segments[0] = Segment::Move(first);
                segments.push(Segment::Close);
                marks.push(Mark::Line { segments, pen: Some(Pen::thin(INK)), fill: Some(0x90) });
            }
        }
    }
    marks
}

/// A flat part as it is seen: turned towards the one who looks, who looks along −z.
struct Seen {
    corners: Vec<[f64; 3]>,
    holes: Vec<Vec<[f64; 3]>>,
    depth: f64,
    grey: u8,
}

impl Seen {
    fn of(corners: Vec<[f64; 3]>, holes: Vec<Vec<[f64; 3]>>, grey: u8) -> Self {
        let depth = corners.iter().map(|corner| corner[2]).sum::<f64>() / corners.len().max(1) as f64;
        Self { corners, holes, depth, grey }
    }

    fn facet(plan: &Plan, facet: &Turned) -> Self {
        let normal = facet.pose.z_axis;
        let lift = normal * (APART * layers_off(plan, facet));
        let place = |point: Point| turned((facet.place(point) + lift).to_array());
        let corners = facet.flat.corners.iter().map(|corner| place(*corner)).collect();
        let [_, _, facing] = turned(normal.to_array());
        // Its outside is white, its inside grey; what is turned aside is darker.
        let paper = if facing > 0.0 { 255.0 } else { 226.0 };
        let grey = (paper - (1.0 - facing.abs()) * 40.0) as u8;
        let own = |hole: &&wide_fold_core::net::Hole| {
            facet.part == (hole.panel, hole.zone) && facet.flat.contains(hole.centre)
        };
        let holes = plan.net.blanks[facet.blank].holes.iter().filter(own);
        let holes = holes.map(|hole| hole.edge(16).into_iter().map(place).collect()).collect();
        Self::of(corners, holes, grey)
    }
}

/// Turned to the right and tipped forward, so that front, side and mouth are seen.
fn turned([x, y, z]: [f64; 3]) -> [f64; 3] {
    let (sy, cy) = (-32_f64).to_radians().sin_cos();
    let (sp, cp) = 22_f64.to_radians().sin_cos();
    let (x1, z1) = (x * cy + z * sy, -x * sy + z * cy);
    [x1, y * cp - z1 * sp, y * sp + z1 * cp]
}
