//! Where to cut the round of a bag that is larger than its sheets.
//!
//! An exact search over the eight places round the bag. The best way takes the fewest sheets; among those its joins
//! show least; then it has the fewest joins; then it wastes the least paper. The front is cut only if it does not fit a
//! sheet by itself, and then in the middle. Where the back is cut inside, the cut may lie anywhere: it is tried in the
//! middle and wherever a sheet would be filled (a packing can always be pushed to one of those). A bag that is too
//! tall is joined at one level: at the base line if that will do, else as low as it can be.

mod ring;

use crate::brief::{AllRound, Build, Cuts, Joins, Place, Places};
use crate::figures::Figures;
use crate::layout::sheets_needed;
use crate::net::sizes_and_faces;
use crate::plane::Size;
use crate::{Brief, Length};
use ring::Widths;

/// One way to cut the round.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Joining {
    /// Where it is cut.
    pub cuts: Cuts,
    /// Sheets for one bag.
    pub sheets: u32,
    /// How much its joins show, for comparison.
    pub shows: u32,
    /// How many joins there are.
    pub joins: usize,
    /// Paper left over on those sheets, in the smallest square units.
    pub waste: i128,
}

impl Joining {
    /// What ways are compared by, the better one first.
    fn rank(&self) -> (u32, u32, usize, i128) {
        (self.sheets, self.shows, self.joins, self.waste)
    }

    /// The brief cut so.
    pub fn brief(&self, brief: &Brief) -> Brief {
        with(brief, self.cuts)
    }
}

/// Where upper pieces lie over lower ones there is no room for joining strips: such a bag has tabs.
fn with(brief: &Brief, cuts: Cuts) -> Brief {
    let joins = if cuts.all_round.is_some() { Joins::Tabs } else { brief.joins };
    Brief { build: Build::Joined { cuts }, joins, ..brief.clone() }
}

/// The ways to cut the round so that all pieces fit the sheet, the best first; none if a panel alone is too large for it.
/// Cuts inside the back are left out where they cannot be the best.
///
/// ```
/// use wide_fold_asked::{Brief, Length};
/// use wide_fold_judged::joins::ways;
/// // 11½ wide on 12×12: only a face with its tab fits a sheet, so front and back take one each.
/// let brief = Brief::new(Length::eighths(92), Length::inches(8), Length::inches(3));
/// assert_eq!(ways(&brief)[0].sheets, 3);
/// ```
pub fn ways(brief: &Brief) -> Vec<Joining> {
    let mut ways: Vec<Joining> = Vec::new();
    for all_round in all_round(brief) {
        let cuts = |at| Cuts { at, back_part: None, all_round };
        let (inside, outside): (Vec<Places>, Vec<Places>) =
            allowed(brief).partition(|at| at.has(Place::InsideBack));
        ways.extend(outside.into_iter().filter_map(|at| judge(brief, cuts(at))));
        for at in inside {
            let best = ways.iter().map(|way| (way.sheets, way.shows)).min();
            for back_part in back_parts(brief, cuts(at), best) {
                ways.extend(judge(brief, Cuts { back_part, ..cuts(at) }));
            }
        }
    }
    ways.sort_by_key(Joining::rank);
    ways
}

/// The first of [`ways`], without trying those that plainly come behind one found already.
pub fn best(brief: &Brief) -> Option<Joining> {
    let mut best: Option<Joining> = None;
    for all_round in all_round(brief) {
        let cuts = |at| Cuts { at, back_part: None, all_round };
        // Cut at every place and still too large for the sheet: nothing will do.
        let smallest = allowed(brief).max_by_key(|at| at.count());
        if smallest.is_none_or(|at| judge(brief, cuts(at)).is_none()) {
            continue;
        }
        let mut sets: Vec<Places> = allowed(brief).collect();
        sets.sort_by_key(|at| (brief.weights.of(cuts(*at)), at.count()));
        for at in sets {
            let so_far = best.as_ref().map(|best| (best.sheets, best.shows));
            let joins = at.count() + usize::from(all_round.is_some());
            let is_behind = best.as_ref().is_some_and(|best| {
                (fewest_sheets(brief, cuts(at)), brief.weights.of(cuts(at)), joins)
                    > (best.sheets, best.shows, best.joins)
            });
            if is_behind {
                continue;
            }
            let parts =
                if at.has(Place::InsideBack) { back_parts(brief, cuts(at), so_far) } else { vec![None] };
            for back_part in parts {
                let Some(way) = judge(brief, Cuts { back_part, ..cuts(at) }) else { continue };
                if best.as_ref().is_none_or(|best| way.rank() < best.rank()) {
                    best = Some(way);
                }
            }
        }
    }
    best
}

/// True if the bag can be made from its sheet at all, cut at as many places as it takes.
pub fn is_possible(brief: &Brief) -> bool {
    let all = allowed(brief).max_by_key(|at| at.count());
    all_round(brief).into_iter().any(|all_round| {
        all.is_some_and(|at| judge(brief, Cuts { at, back_part: None, all_round }).is_some())
    })
}

/// Why no way of joining helps: every measure that is too large for the sheet however the round is cut, in words; nothing if
/// there is a way.
pub fn obstacles(brief: &Brief) -> Vec<String> {
    let figures = Figures::of(brief);
    let Size { width, height } = brief.sheet.as_laid();
    let size = brief.finished;
    let tab = if brief.joins == Joins::Tabs { brief.tab } else { Length::ZERO };
    let mut found = Vec::new();
    let side = brief.side_sheet.as_ref().map_or(width, |side| side.width);
    for (what, whole, width) in [("face", size.width, width), ("gusset", size.gusset, side)] {
        let half = whole - whole.half();
        if half + tab > width {
            found.push(format!(
                "half a {what} of {} and a tab of {} are wider than the sheet, {}",
                figures.say(whole),
                figures.say(tab),
                figures.say(width)
            ));
        }
    }
    let tall = brief.flap() + size.height + brief.top.depth();
    if found.is_empty() && brief.side_sheet.is_some() && !is_possible(brief) {
        found.push(format!(
            "flap, body and top are {} tall, and the sheets of the two papers {} and {}",
            figures.say(tall),
            figures.say(height),
            figures.say(brief.sheet_for(false).height)
        ));
    } else if found.is_empty() && !is_possible(brief) {
        found.push(format!(
            "flap, body and top are {} tall, and two pieces one over the other, lapped by {}, reach {} at most",
            figures.say(tall),
            figures.say(brief.tab),
            figures.say(height * 2 - brief.tab)
        ));
    }
    found
}

/// No fewer sheets than the paper in the pieces, and no fewer than their rows.
fn fewest_sheets(brief: &Brief, cuts: Cuts) -> u32 {
    if brief.side_sheet.is_some() {
        return 0;
    }
    let size = brief.finished;
    let Size { width: wide, height: tall } = brief.sheet.as_laid();
    let tabs =
        cuts.at.iter().filter(|place| cuts.all_round.is_some() || !brief.joins.strip_at(*place)).count();
    let round = (size.width + size.gusset) * 2 + brief.tab * i64::try_from(tabs).unwrap_or(0);
    let whole = brief.flap() + size.height;
    let (high, rows) = match cuts.all_round {
        Some(_) => (whole + brief.tab, 1),
        None => (whole, (tall.units() / whole.units().max(1)).max(1)),
    };
    let up = |length: i128, per: i128| u32::try_from((length + per - 1) / per.max(1)).unwrap_or(u32::MAX);
    let (round, wide, high, tall) = (
        i128::from(round.units()),
        i128::from(wide.units()),
        i128::from(high.units()),
        i128::from(tall.units()),
    );
    let by_rows = if cuts.all_round.is_some() { 1 } else { up(round, wide * i128::from(rows)) };
    by_rows.max(up(round * high, wide * tall))
}

/// The sets of places that may be tried: the front is cut inside if it has to be; gussets from another paper are pieces of
/// their own.
fn allowed(brief: &Brief) -> impl Iterator<Item = Places> {
    let front = has_to_cut_front(brief);
    let corners = brief.side_sheet.is_some();
    Places::every()
        .filter(move |at| at.has(Place::InsideFront) == front)
        .filter(move |at| !corners || at.has_all_corners())
}

/// True if the front with its tab is wider than the sheet.
fn has_to_cut_front(brief: &Brief) -> bool {
    let tab = if brief.joins == Joins::Tabs { brief.tab } else { Length::ZERO };
    brief.finished.width + tab > brief.sheet.as_laid().width
}

/// No level if the bag is no taller than the sheet; else the base line, if the body fits above it, and the lowest
/// groove at which the upper pieces fit.
fn all_round(brief: &Brief) -> Vec<Option<AllRound>> {
    let sheet = brief.sheet.as_laid().height;
    let above = brief.finished.height + brief.top.depth();
    if brief.flap() + above <= sheet {
        return vec![None];
    }
    let lowest = (above - sheet).max(Length::ZERO).ceil_to(brief.board.groove);
    vec![Some(AllRound::at(lowest))]
}

/// Where to cut inside the back; nothing if that cannot beat the best so far.
fn back_parts(brief: &Brief, cuts: Cuts, best: Option<(u32, u32)>) -> Vec<Option<Length>> {
    let middle = brief.finished.width.half();
    let sheet = brief.sheet.as_laid().width;
    if best.is_some_and(|best| (fewest_sheets(brief, cuts), brief.weights.of(cuts)) > best) {
        return Vec::new();
    }
    let with_part = |part| Widths::new(brief, Cuts { back_part: Some(part), ..cuts });
    let (one, other) = (with_part(middle), with_part(middle + Length::from_nm(2)));
    let (one, other) = (one.as_slice(), other.as_slice());
    let rest: Vec<Length> = one.iter().zip(other).filter(|(a, b)| a == b).map(|(a, _)| *a).collect();
    let mut parts = vec![middle];
    // A piece that grows with the left part, or with the right one, fills a sheet with some of the others.
    for (a, b) in one.iter().zip(other).filter(|(a, b)| a != b) {
        let grows_left = b > a;
        for others in 0..1_u32 << rest.len().min(6) {
            let beside: Length =
                rest.iter().enumerate().filter(|(n, _)| others >> n & 1 == 1).map(|(_, wide)| *wide).sum();
            let room = sheet - beside - *a;
            let part = if grows_left {
                (middle + room).floor_to(brief.board.groove)
            } else {
                (middle - room).ceil_to(brief.board.groove)
            };
            parts.push(part);
        }
    }
    let least = Length::eighths(4);
    parts.retain(|part| least <= *part && *part + least <= brief.finished.width);
    parts.sort_by_key(|part| (*part - middle).abs());
    parts.dedup();
    parts.into_iter().map(|part| (part != middle).then_some(part)).collect()
}

/// What it takes to cut the round so; nothing if a piece does not fit its sheet.
pub fn judge(brief: &Brief, cuts: Cuts) -> Option<Joining> {
    if brief.side_sheet.is_some() || brief.top.flap().is_some() {
        return judge_by_size(brief, cuts);
    }
    let Size { width, height } = brief.sheet.as_laid();
    let widths = Widths::new(brief, cuts);
    let rows = widths.rows(width)?;
    let whole = brief.flap() + brief.finished.height + brief.top.depth();
    let (sheets, tall) = match cuts.all_round {
        None if whole > height => return None,
        None => (rows.div_ceil(usize::try_from(height.units() / whole.units().max(1)).ok()?.max(1)), whole),
        Some(own) => {
            let level = own.rise();
            // Two rows of different heights for every row round the bag.
            let (lower, upper) = (brief.flap() + level + brief.tab, whole - brief.flap() - level);
            if lower.max(upper) > height {
                return None;
            }
            let sizes: Vec<Size> =
                (0..rows).flat_map(|_| [lower, upper].map(|tall| Size::new(width, tall))).collect();
            let in_rows = sheets_needed(&sizes, Size::new(width, height));
            // Rows as wide as the sheet; piece by piece, lower and upper ones side by side, they may take fewer.
            let sheets = if in_rows > fewest_sheets(brief, cuts) {
                let [own, _] = by_paper(brief, cuts);
                in_rows.min(sheets_needed(&own, Size::new(width, height)))
            } else {
                in_rows
            };
            (sheets as usize, whole + brief.tab)
        }
    };
    let round: Length = widths.as_slice().iter().copied().sum();
    Some(Joining {
        cuts,
        sheets: u32::try_from(sheets).ok()?,
        shows: brief.weights.of(cuts),
        joins: cuts.at.count() + usize::from(cuts.all_round.is_some()),
        waste: Size::new(width, height).area() * sheets as i128 - Size::new(round, tall).area(),
    })
}

/// Width and height of the pieces that come from the paper of the faces, and of those from the other: pieces without a face,
/// and a separate base.
pub(crate) fn by_paper(brief: &Brief, cuts: Cuts) -> [Vec<Size>; 2] {
    let mut sizes = [Vec::new(), Vec::new()];
    for (size, face) in sizes_and_faces(&with(brief, cuts)) {
        sizes[usize::from(brief.side_sheet.is_some() && !face)].push(size);
    }
    sizes
}

/// The same piece by piece, each in its own size: where two papers, or one with a closing flap, make them differ.
fn judge_by_size(brief: &Brief, cuts: Cuts) -> Option<Joining> {
    let (mut sheets, mut paper, mut used) = (0, 0, 0);
    for (sizes, sheet) in
        by_paper(brief, cuts).iter().zip([brief.sheet.as_laid(), brief.sheet_for(false).size()])
    {
        if !sizes.iter().all(|size| size.fits_in(sheet)) {
            return None;
        }
        let needed = sheets_needed(sizes, sheet);
        sheets += needed;
        paper += sheet.area() * i128::from(needed);
        used += sizes.iter().map(|size| size.area()).sum::<i128>();
    }
    Some(Joining {
        cuts,
        sheets,
        shows: brief.weights.of(cuts),
        joins: cuts.at.count() + usize::from(cuts.all_round.is_some()),
        waste: paper - used,
    })
}

#[cfg(test)]
mod tests;
