//! A piece as it goes through a guide, drawn to scale.

use super::fonts::Weight;
use super::leaf::{INK, Mark, PALE, Pen, arrow, centred, heading, line, rectangle, words};
use wide_fold_core::Plan;
use wide_fold_core::feeds::Feed;
use wide_fold_core::net::PaperFace;

/// What is written in it.
const SMALL: f64 = 2.9;

/// A piece as it lies in the guide: its bottom edge on the ledge, the free edge of the first face on the left, of a left-handed feed on the right; moves numbered.
pub(super) fn picture(plan: &Plan, feed: &Feed, [wide, tall]: [f64; 2]) -> Vec<Mark> {
    let Some(piece) = plan.pieces.get(feed.piece) else { return Vec::new() };
    let (left, top, foot, ledge) = (1.0, 1.0, 16.0, 1.6);
    let (across, up) = (piece.width.mm(), piece.height.mm());
    let scale = ((wide - left * 2.0) / across.max(1.0)).min((tall - top - foot) / up.max(1.0));
    let side = |x: f64| if feed.from_right { across - x } else { x };
    let spot = |x: f64, y: f64| [left + side(x) * scale, top + (up - y) * scale];
    let corner = [left, top];
    let mut marks = vec![
        rectangle(corner, [across * scale, up * scale], Some(Pen::thin(INK)), Some(0xff)),
        rectangle([left, top + up * scale], [across * scale, ledge], None, Some(PALE)),
    ];
    let dashes: &'static [f64] = &[0.8, 0.8];
    let score = Pen { width: 0.4, dashes: &[], grey: INK };
    let ruled = Pen { dashes, ..score };
    let flap = plan.brief.flap().mm();
    let reach = feed.carry_on.map_or(up, |reach| reach.mm());
    for (n, made) in feed.moves.iter().enumerate() {
        let (from, to) = (made.across.from.mm(), made.across.to.mm());
        if made.scores {
            marks.push(line(spot(to, flap), spot(to, reach), score));
            if reach < up {
                marks.push(line(spot(to, reach), spot(to, up), ruled));
            }
            // The notch.
            marks.push(line(spot(to, 0.0), spot(to, flap), Pen { width: 0.9, ..score }));
        }
        if made.base {
            // From the score edge, at the far side, as far as the guide goes.
            let end = made.base_on.map_or(from, |reach| to - reach.mm());
            marks.push(line(spot(to, flap), spot(end, flap), score));
            if end > from {
                marks.push(line(spot(end, flap), spot(from, flap), ruled));
            }
        }
        let middle = spot((from + to) / 2.0, 0.0);
        let below = middle[1] + ledge;
        let figure = made.across.length().figure(plan.brief.unit);
        let half = Weight::Medium.width(&figure, 4.0) / 2.0;
        // Narrow panels stand lower, clear of their neighbours.
        let drop = if n % 2 == 1 { 4.6 } else { 0.0 };
        marks.push(heading([middle[0] - half, below + 4.4 + drop], 4.0, figure));
        marks.push(centred([middle[0], spot(0.0, flap)[1] + 3.4], SMALL, &(n + 1).to_string()));
    }
    if plan.brief.sheet.directional && !plan.brief.sheet.turned {
        let first = feed.moves.first().map_or(across / 2.0, |made| made.across.to.mm() / 2.0);
        let middle = spot(first, (up + flap) / 2.0);
        marks.push(arrow([middle[0], middle[1] + 3.0], [0.0, -1.0], 6.0));
    }
    let up_face = match feed.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    marks.push(words(
        [left, spot(0.0, 0.0)[1] + foot - 1.0],
        SMALL,
        format!("{up_face}, bottom edge on the ledge"),
    ));
    marks
}
