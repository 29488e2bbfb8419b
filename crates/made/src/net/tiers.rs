//! A body joined at one level all round: every blank falls into a lower and an upper piece, upper over lower.
//!
//! The lower piece runs on by a lap that goes under the upper one. Both are clipped from the whole blank, so that they
//! carry the same lines where they lie on one another. The tab of an upper piece is cut away over the lap: there the
//! lower one holds the seam.

use super::outline::tidy;
use super::{
    BaseCorners, Blank, Crease, CreaseRole, Cut, CutRole, Fold, Glue, GlueRole, Joint, Lap, Net, Panel,
    PaperFace, Point, Row, Seam, Shaped, Span, Zone,
};
use crate::Length;
use crate::exact::{clip_between, polygon_between};

/// Parts every blank of a net at `level` above the base line. Lower pieces keep their places, upper ones follow in the
/// same order.
pub(super) fn part(net: Net, rise: Length, lap: Length) -> Net {
    let count = net.blanks.len();
    let base = |blank: &Blank| blank.row(Zone::Body).map_or(Length::ZERO, |row| row.y.from);
    let laps = net.blanks.iter().enumerate().map(|(index, blank)| Lap {
        under: index,
        over: count + index,
        line: base(blank) + rise,
    });
    let laps: Vec<Lap> = laps.collect();
    let lower = net.blanks.iter().map(|blank| lower(blank, base(blank) + rise, lap));
    let upper = net.blanks.iter().map(|blank| upper(blank, base(blank) + rise, rise, lap));
    let raised = |joint: Joint| Joint { blank: joint.blank + count, ..joint };
    let above = net.seams.iter().map(|seam| Seam { under: raised(seam.under), over: raised(seam.over) });
    let seams = net.seams.iter().copied().chain(above).collect();
    Net { blanks: lower.chain(upper).collect(), seams, laps }
}

fn lower(blank: &Blank, line: Length, lap: Length) -> Blank {
    let mut part = clipped(blank, Span::new(Length::ZERO, line + lap));
    for column in part.columns.clone().into_iter().filter(|column| !column.panel.is_join()) {
        let Span { from, to } = column.x;
        let at = |x, y| Point::new(x, y);
        // At the base line, or on another score, the fold itself shows where the upper piece ends.
        let is_scored = |from: Length, to: Length| {
            let along = part.creases.iter().filter(|crease| crease.from.y == line && crease.to.y == line);
            let covered: Length =
                along.map(|crease| (crease.to.x.min(to) - crease.from.x.max(from)).max(Length::ZERO)).sum();
            covered == to - from
        };
        if !is_scored(from, to) && blank.row(Zone::Body).is_some_and(|row| row.y.from < line) {
            part.creases.push(Crease {
                from: at(from, line),
                to: at(to, line),
                fold: Fold::Flat,
                role: CreaseRole::LapLine,
                panel: column.panel,
            });
        }
        part.glue.push(Glue {
            role: GlueRole::AllRound,
            panel: column.panel,
            face: PaperFace::Outside,
            corners: vec![at(from, line), at(to, line), at(to, line + lap), at(from, line + lap)],
        });
    }
    part.lap = lap;
    part
}

fn upper(blank: &Blank, line: Length, rise: Length, lap: Length) -> Blank {
    let mut part = clipped(blank, Span::new(line, blank.height()));
    part.corners = BaseCorners::NoBase;
    part.rise = rise;
    for column in part.columns.clone().into_iter().filter(|column| column.panel == Panel::Tab) {
        let Span { from, to } = column.x;
        let at = |x, y| Point::new(x, y);
        let is_right = to == part.width();
        let corner = if is_right {
            vec![at(from, Length::ZERO), at(from, lap), at(to, lap)]
        } else {
            vec![at(from, lap), at(to, lap), at(to, Length::ZERO)]
        };
        let is_off = |point: &Point| point.y < lap && if is_right { point.x > from } else { point.x < to };
        part.outline = replaced(&part.outline, is_off, &corner);
        let on_tab = |from: Point, to: Point| {
            let x = (from.x + to.x).half();
            column.x.from < x && x < column.x.to
        };
        let above = Span::new(lap, part.height());
        part.creases = part
            .creases
            .iter()
            .filter_map(|crease| {
                if !on_tab(crease.from, crease.to) {
                    return Some(*crease);
                }
                let (from, to) = clip_between(crease.from, crease.to, above)?;
                Some(Crease { from, to, ..*crease })
            })
            .collect();
        // The tab's own line begins above the lap too: below it there is nothing beside the panel.
        let side = if is_right { from } else { to };
        for crease in part.creases.iter_mut().filter(|crease| crease.from.x == side && crease.to.x == side) {
            crease.from.y = crease.from.y.max(lap);
        }
        part.creases.retain(|crease| crease.from != crease.to);
        part.cuts.retain(|cut| !(on_tab(cut.from, cut.to) && cut.from.y.max(cut.to.y) < lap));
        let inner = at(side, lap);
        part.cuts.push(Cut { from: at(side, Length::ZERO), to: inner, role: CutRole::TabCorner });
        part.cuts.push(Cut { from: at(from, lap), to: at(to, lap), role: CutRole::TabCorner });
        for glue in part.glue.iter_mut().filter(|glue| glue.panel == Panel::Tab) {
            glue.corners = polygon_between(&glue.corners, above);
        }
    }
    part
}

/// A ring of corners with those in a stretch of it replaced by others.
fn replaced(ring: &[Point], is_off: impl Fn(&Point) -> bool, by: &[Point]) -> Vec<Point> {
    let count = ring.len();
    let Some(first) = (0..count).find(|at| is_off(&ring[*at]) && !is_off(&ring[(at + count - 1) % count]))
    else {
        return ring.to_vec();
    };
    let mut turned = ring.to_vec();
    turned.rotate_left(first);
    let mut made = by.to_vec();
    made.extend(turned.into_iter().filter(|point| !is_off(point)));
    tidy(made)
}

/// The part of a blank in a zone of its height, moved down to its bottom edge.
fn clipped(blank: &Blank, y: Span) -> Blank {
    let down = |point: Point| Point::new(point.x, point.y - y.from);
    let line = |from: Point, to: Point| clip_between(from, to, y).map(|(from, to)| (down(from), down(to)));
    let rows = blank.rows.iter().filter_map(|row| {
        let (from, to) = (row.y.from.max(y.from), row.y.to.min(y.to));
        (from < to).then(|| Row { zone: row.zone, y: Span::new(from - y.from, to - y.from) })
    });
    let creases = blank.creases.iter().filter_map(|crease| {
        let (from, to) = line(crease.from, crease.to)?;
        Some(Crease { from, to, ..*crease })
    });
    let cuts = blank.cuts.iter().filter_map(|cut| {
        let (from, to) = line(cut.from, cut.to)?;
        Some(Cut { from, to, ..*cut })
    });
    let round_corners = blank.round_corners.iter().filter(|round| y.touches(round.at.y));
    let shaped = blank.shaped.iter().filter(|shaped| y.touches(shaped.y)).map(|shaped| Shaped {
        y: shaped.y - y.from,
        level: shaped.level - y.from,
        ..shaped.clone()
    });
    let glue = blank.glue.iter().filter_map(|glue| {
        let corners: Vec<Point> = polygon_between(&glue.corners, y).into_iter().map(down).collect();
        (corners.len() > 2).then(|| Glue { corners, ..glue.clone() })
    });
    Blank {
        columns: blank.columns.clone(),
        rows: rows.collect(),
        corners: blank.corners,
        creases: creases.collect(),
        cuts: cuts.collect(),
        outline: tidy(polygon_between(&blank.outline, y).into_iter().map(down).collect()),
        round_corners: round_corners
            .map(|round| super::RoundCorner { at: down(round.at), ..*round })
            .collect(),
        shaped: shaped.collect(),
        glue: glue.collect(),
        // They are made when all pieces are there.
        holes: Vec::new(),
        rise: blank.rise,
        lap: Length::ZERO,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Brief;
    use crate::brief::{Across, Build, Cuts, GussetCrease, Places, Top};
    use crate::exact::twice_area;
    use proptest::prelude::*;

    /// Length of score by role, on panels only: the tab of an upper piece is cut away over the lap.
    fn scored(blank: &Blank, below: Option<Length>) -> Vec<(String, i64)> {
        let mut sums = std::collections::BTreeMap::new();
        for crease in blank.creases.iter().filter(|crease| crease.role != CreaseRole::LapLine) {
            let on_tab = blank.columns.iter().any(|column| {
                let middle = (crease.from.x + crease.to.x).half();
                column.panel.is_join() && column.x.touches(middle)
            });
            let top = below.unwrap_or(blank.height());
            let Some((from, to)) = clip_between(crease.from, crease.to, Span::new(-Length::INCH, top)) else {
                continue;
            };
            if !on_tab {
                let long = (to.x - from.x).abs().max((to.y - from.y).abs());
                *sums.entry(format!("{:?} {:?}", crease.role, crease.fold)).or_insert(0) += long.units();
            }
        }
        sums.into_iter().collect()
    }

    proptest! {
        /// The pieces put together again are the net: every score, and every bit of paper.
        #[test]
        fn lower_and_upper_make_the_whole(
            width in 24_i64..80, height in 30_i64..90, gusset in 10_i64..24, level in 0_i64..8, at in 0_usize..255,
            crease in 0_usize..3,
        ) {
            let mut brief = Brief::new(Length::eighths(width), Length::eighths(height), Length::eighths(gusset));
            brief.gusset_crease =
                [GussetCrease::None, GussetCrease::Pair, GussetCrease::FoldFlat { across: Across::Back }][crease];
            brief.top = Top::HemIn { depth: Length::INCH };
            let mut cuts = Cuts::from(Places::every().nth(at).unwrap());
            brief.build = Build::Joined { cuts };
            let whole = Net::of(&brief);
            let level = (Length::eighths(height) - Length::inches(2)).scaled(Length::from_nm(level), Length::from_nm(8));
            cuts.all_round = Some(crate::brief::AllRound::at(level));
            brief.build = Build::Joined { cuts };
            let parted = Net::of(&brief);
            prop_assert_eq!(parted.blanks.len(), whole.blanks.len() * 2);
            for (lap, blank) in parted.laps.iter().zip(&whole.blanks) {
                let (lower, upper) = (&parted.blanks[lap.under], &parted.blanks[lap.over]);
                let mut sums = std::collections::BTreeMap::new();
                // What lies right on the line belongs to the lower piece.
                let own = scored(lower, Some(lap.line + Length::from_units(1)));
                for (role, long) in own.into_iter().chain(scored(upper, None)) {
                    *sums.entry(role).or_insert(0) += long;
                }
                for (role, long) in scored(blank, None) {
                    let made = sums.get(&role).copied().unwrap_or(0);
                    prop_assert!((made - long).abs() <= 8, "{}: {} for {}", role, made, long);
                }
                let tab = blank.columns.iter().find(|column| column.panel == Panel::Tab).unwrap().x.length();
                let lap_area = 2 * i128::from((blank.width() - tab).units()) * i128::from(brief.tab.units());
                let made = twice_area(&lower.outline) + twice_area(&upper.outline) - lap_area;
                prop_assert_eq!(made, twice_area(&blank.outline));
            }
        }
    }
}
