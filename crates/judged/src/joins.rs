//! Where to cut the run of a bag that is larger than its sheets.
//!
//! An exact search over the eight places round the bag. The best way takes the fewest sheets; among those its joins
//! show least; then it has the fewest joins; then it wastes the least paper. The front is cut only if it does not fit a
//! sheet by itself, and then in the middle. Where the back is cut inside, the cut may lie anywhere: it is tried in the
//! middle and wherever a sheet would be filled (a packing can always be pushed to one of those). A bag that is too
//! tall is joined at one level: at the base line if that will do, else as low as it can be.

mod ring;

use crate::brief::{Build, Cuts, Joins, Place, Places, Top};
use crate::figures::Figures;
use crate::layout::rows_needed;
use crate::net::sizes_and_faces;
use crate::{Brief, Length};
use ring::Widths;

/// One way to cut the run.
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
    let joins = if cuts.level.is_some() { Joins::Tabs } else { brief.joins };
    Brief { build: Build::Joined { cuts }, joins, ..brief.clone() }
}

/// The ways to cut the run so that all pieces fit the sheet, the best first; none if a panel alone is too large for it.
/// Cuts inside the back are left out where they cannot be the best.
///
/// ```
/// use wide_fold_judged::{Brief, Length, joins::ways};
/// // 11½ wide on 12×12: only a face with its tab fits a sheet, so front and back take one each.
/// let brief = Brief::new(Length::eighths(92), Length::inches(8), Length::inches(3));
/// assert_eq!(ways(&brief)[0].sheets, 3);
/// ```
pub fn ways(brief: &Brief) -> Vec<Joining> {
    let mut ways: Vec<Joining> = Vec::new();
    for level in levels(brief) {
        let cuts = |at| Cuts { at, back_part: None, level };
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
    for level in levels(brief) {
        let cuts = |at| Cuts { at, back_part: None, level };
        // Cut at every place and still too large for the sheet: nothing will do.
        let smallest = allowed(brief).max_by_key(|at| at.count());
        if smallest.is_none_or(|at| judge(brief, cuts(at)).is_none()) {
            continue;
        }
        let mut sets: Vec<Places> = allowed(brief).collect();
        sets.sort_by_key(|at| (brief.weights.of(cuts(*at)), at.count()));
        for at in sets {
            let so_far = best.as_ref().map(|best| (best.sheets, best.shows));
            let joins = at.count() + usize::from(level.is_some());
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
    levels(brief)
        .into_iter()
        .any(|level| all.is_some_and(|at| judge(brief, Cuts { at, back_part: None, level }).is_some()))
}

/// Why no way of joining helps: every measure that is too large for the sheet however the run is cut, in words; nothing if
/// there is a way.
pub fn obstacles(brief: &Brief) -> Vec<String> {
    let figures = Figures::of(brief);
    let (width, height) = brief.sheet.as_laid();
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
            figures.say(sheet_of(brief.sheet_for(false)).1)
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
    let (wide, tall) = brief.sheet.as_laid();
    let tabs = cuts.at.iter().filter(|place| cuts.level.is_some() || !brief.joins.strip_at(*place)).count();
    let round = (size.width + size.gusset) * 2 + brief.tab * i64::try_from(tabs).unwrap_or(0);
    let whole = brief.flap() + size.height;
    let (high, rows) = match cuts.level {
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
    let by_rows = if cuts.level.is_some() { 1 } else { up(round, wide * i128::from(rows)) };
    by_rows.max(up(round * high, wide * tall))
}

/// The sets of places that may be tried: the front is cut inside if it has to be; gussets from another paper are pieces of
/// their own.
fn allowed(brief: &Brief) -> impl Iterator<Item = Places> {
    let front = has_to_cut_front(brief);
    let corners = brief.side_sheet.is_some();
    Places::every()
        .filter(move |at| at.has(Place::InsideFront) == front)
        .filter(move |at| !corners || Place::ALL[..4].iter().all(|corner| at.has(*corner)))
}

/// True if the front with its tab is wider than the sheet.
fn has_to_cut_front(brief: &Brief) -> bool {
    let tab = if brief.joins == Joins::Tabs { brief.tab } else { Length::ZERO };
    brief.finished.width + tab > brief.sheet.as_laid().0
}

/// No level if the bag is no taller than the sheet; else the base line, if the body fits above it, and the lowest
/// groove at which the upper pieces fit.
fn levels(brief: &Brief) -> Vec<Option<Length>> {
    let sheet = brief.sheet.as_laid().1;
    let above = brief.finished.height + brief.top.depth();
    if brief.flap() + above <= sheet {
        return vec![None];
    }
    let lowest = (above - sheet).max(Length::ZERO).ceil_to(brief.board.groove);
    vec![Some(lowest)]
}

/// Where to cut inside the back; nothing if that cannot beat the best so far.
fn back_parts(brief: &Brief, cuts: Cuts, best: Option<(u32, u32)>) -> Vec<Option<Length>> {
    let middle = brief.finished.width.half();
    let sheet = brief.sheet.as_laid().0;
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

/// What it takes to cut the run so; nothing if a piece does not fit its sheet.
pub fn judge(brief: &Brief, cuts: Cuts) -> Option<Joining> {
    if brief.side_sheet.is_some() || matches!(brief.top, Top::Flap { .. }) {
        return judge_by_size(brief, cuts);
    }
    let (width, height) = brief.sheet.as_laid();
    let widths = Widths::new(brief, cuts);
    let rows = widths.rows(width)?;
    let whole = brief.flap() + brief.finished.height + brief.top.depth();
    let (sheets, tall) = match cuts.level {
        None if whole > height => return None,
        None => (rows.div_ceil(usize::try_from(height.units() / whole.units().max(1)).ok()?.max(1)), whole),
        Some(level) => {
            // Two rows of different heights for every row round the bag.
            let (lower, upper) = (brief.flap() + level + brief.tab, whole - brief.flap() - level);
            if lower.max(upper) > height {
                return None;
            }
            let sizes: Vec<(Length, Length)> =
                (0..rows).flat_map(|_| [(width, lower), (width, upper)]).collect();
            (rows_needed(&sizes, (width, height)) as usize, whole + brief.tab)
        }
    };
    let round: Length = widths.as_slice().iter().copied().sum();
    Some(Joining {
        cuts,
        sheets: u32::try_from(sheets).ok()?,
        shows: brief.weights.of(cuts),
        joins: cuts.at.count() + usize::from(cuts.level.is_some()),
        waste: area(width, height) * sheets as i128 - area(round, tall),
    })
}

/// Width and height of the pieces that come from the paper of the faces, and of those from the other: pieces without a face,
/// and a separate base.
pub(crate) fn by_paper(brief: &Brief, cuts: Cuts) -> [Vec<(Length, Length)>; 2] {
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
        by_paper(brief, cuts).iter().zip([brief.sheet.as_laid(), sheet_of(brief.sheet_for(false))])
    {
        if sizes.iter().any(|(wide, tall)| *wide > sheet.0 || *tall > sheet.1) {
            return None;
        }
        let needed = rows_needed(sizes, sheet);
        sheets += needed;
        paper += area(sheet.0, sheet.1) * i128::from(needed);
        used += sizes.iter().map(|(wide, tall)| area(*wide, *tall)).sum::<i128>();
    }
    Some(Joining {
        cuts,
        sheets,
        shows: brief.weights.of(cuts),
        joins: cuts.at.count() + usize::from(cuts.level.is_some()),
        waste: paper - used,
    })
}

fn area(width: Length, height: Length) -> i128 {
    i128::from(width.units()) * i128::from(height.units())
}

fn sheet_of(sheet: &crate::Sheet) -> (Length, Length) {
    (sheet.width, sheet.height)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;
    use crate::brief::Place;
    use crate::brief::Side;
    use crate::net::Net;
    use rstest::rstest;

    fn brief(width: &str, height: &str, gusset: &str) -> Brief {
        let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
        Brief::new(width, height, gusset)
    }

    #[rstest]
    // One sheet: a single join at a back corner shows least.
    #[case(["3 3/4", "6 1/2", "2"], 1, &[Place::BackCorner(Side::Left)])]
    // Two sheets: gusset, front, gusset and tab are 11, the back and its tab 6½: no join shows in front.
    #[case(["6", "6", "2 1/4"], 2, &[Place::BackCorner(Side::Left), Place::BackCorner(Side::Right)])]
    // With deeper gussets it is the corner pair, 6 + 5½ + ½ twice: a back and a front corner, on opposite sides.
    #[case(["6", "5 1/2", "5 1/2"], 2, &[Place::BackCorner(Side::Right), Place::FrontCorner(Side::Left)])]
    // 11 + ½ a face, and both gussets of 5 on one sheet: three sheets, all four corners.
    #[case(["11", "6", "5"], 3, &Place::ALL[..4])]
    fn the_best_places(#[case] size: [&str; 3], #[case] sheets: u32, #[case] places: &[Place]) {
        let best = ways(&brief(size[0], size[1], size[2])).remove(0);
        assert_eq!((best.sheets, best.cuts.at.iter().collect::<Vec<_>>()), (sheets, places.to_vec()));
    }

    /// Against brute force: all sets of places, the back cut at every half inch, every assignment of the pieces to
    /// rows of the sheets.
    #[rstest]
    fn no_way_takes_fewer_sheets(
        #[values("3", "5 1/2", "7", "11")] width: &str,
        #[values("1", "2 1/2", "5")] gusset: &str,
    ) {
        let brief = brief(width, "5", gusset);
        let sheet = brief.sheet.width;
        let rows = (1..).take_while(|rows| (brief.finished.height + brief.flap()) * *rows <= sheet).count();
        let parts = |at: Places| {
            let steps = brief.finished.width.units() / Length::eighths(4).units();
            let parts = (1..steps).map(|n| Some(Length::eighths(4) * n)).collect();
            if at.has(Place::InsideBack) { parts } else { vec![None] }
        };
        let fewest = Places::every()
            .filter(|at| !at.has(Place::InsideFront) && at.count() <= 5)
            .flat_map(|at| parts(at).into_iter().map(move |back_part| Cuts { at, back_part, level: None }))
            .filter_map(|cuts| {
                let joined = with(&brief, cuts);
                let strips = Net::new(&joined).strips;
                let widths: Vec<Length> = strips.iter().map(crate::net::Strip::width).collect();
                (1..=widths.len()).find(|sheets| assignable(&widths, sheets * rows, sheet))
            })
            .min();
        let found = ways(&brief).first().map(|way| way.sheets as usize);
        assert_eq!(found, fewest);
    }

    /// True if the widths can be shared out over so many sheets: every assignment is tried.
    fn assignable(widths: &[Length], sheets: usize, capacity: Length) -> bool {
        (0..sheets.pow(widths.len() as u32)).any(|mut code| {
            let mut filled = vec![Length::ZERO; sheets];
            for width in widths {
                filled[code % sheets] += *width;
                code /= sheets;
            }
            filled.into_iter().all(|sheet| sheet <= capacity)
        })
    }

    #[rstest]
    fn the_best_is_the_first_of_all_ways(
        #[values("3 1/8", "6", "9 3/4", "11 1/2")] width: &str,
        #[values("2", "6", "11", "14")] height: &str,
        #[values("1", "3", "5 7/8")] gusset: &str,
        #[values(false, true)] strips: bool,
    ) {
        let mut brief = brief(width, height, gusset);
        if strips {
            brief.joins = Joins::Strips { width: Length::INCH };
        }
        assert_eq!(best(&brief).map(|best| best.rank()), ways(&brief).first().map(Joining::rank));
    }

    #[test]
    fn every_way_folds_up() {
        for way in ways(&brief("5", "6", "2")) {
            let plan = Plan::new(&way.brief(&brief("5", "6", "2"))).unwrap();
            assert!(plan.proof.passed(), "{:?}: {:#?}", way.cuts, plan.proof);
            assert_eq!(plan.net.seams.len(), way.joins, "{:?}", way.cuts);
        }
    }

    #[test]
    fn one_join_may_have_a_strip_and_the_other_a_tab() {
        // The piece that ends at the right back corner has no tab: it is narrower by it, and one strip is cut.
        let mut brief = brief("6", "6", "2 1/4");
        let at = Places::of([Place::BackCorner(Side::Left), Place::BackCorner(Side::Right)]);
        let strip = Places::of([Place::BackCorner(Side::Right)]);
        brief.joins = Joins::Mixed { width: Length::INCH, at: strip };
        brief.build = Build::Joined { cuts: at.into() };
        let plan = Plan::new(&brief).unwrap();
        assert!(plan.is_ready(), "{:#?}", plan.verdicts);
        let widths: Vec<Length> = plan.pieces.iter().map(|piece| piece.width).collect();
        // Gusset, front, gusset: 10½; the back and its tab: 6½; the strip.
        assert_eq!(widths, [84, 52, 8].map(Length::eighths));
        let said = plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ");
        assert!(said.contains("At the right back corner a joining strip holds both edges"), "{said}");
    }

    #[test]
    fn a_face_wider_than_the_sheet_is_cut_in_its_middle() {
        let wide = brief("12", "6", "2");
        let best = ways(&wide).remove(0);
        assert!(best.cuts.at.has(Place::InsideFront), "{best:?}");
        assert!(Plan::new(&best.brief(&wide)).unwrap().is_ready());
        // Half of 24 and its tab are wider than 12.
        assert!(ways(&brief("24", "6", "2")).is_empty());
        assert_eq!(
            obstacles(&brief("24", "6", "2")),
            ["half a face of 24 and a tab of ½ are wider than the sheet, 12"]
        );
    }

    #[test]
    fn a_bag_too_tall_is_joined_at_one_level() {
        // Common practice: 10 × 14½ × 3½ with a 2 in hem is 20 tall, one 30×20 sheet; from 12×12 it takes two tiers.
        let mut tall = brief("10", "14 1/2", "3 1/2");
        tall.top = crate::brief::Top::HemIn { depth: Length::inches(2) };
        let best = ways(&tall).remove(0);
        assert_eq!(best.cuts.level, Some(Length::eighths(36)));
        let plan = Plan::new(&best.brief(&tall)).unwrap();
        assert!(plan.is_ready(), "{:#?}", plan.verdicts);
        assert_eq!((best.sheets, plan.layout.sheet_count()), (6, 6));
        tall.sheet.width = Length::inches(30);
        tall.sheet.height = Length::inches(20);
        assert_eq!(Plan::new(&tall).unwrap().layout.sheet_count(), 1);
    }

    #[rstest]
    #[case(["6", "6", "2"], true)]
    #[case(["23", "6", "2"], true)]
    #[case(["6", "23", "2"], false)]
    #[case(["23 1/4", "6", "2"], false)]
    #[case(["6", "21", "2"], true)]
    fn possible_or_not(#[case] size: [&str; 3], #[case] possible: bool) {
        let brief = brief(size[0], size[1], size[2]);
        assert_eq!(is_possible(&brief), possible);
        assert_eq!(best(&brief).is_some(), possible);
        assert_eq!(obstacles(&brief).is_empty(), possible);
    }

    #[test]
    fn gussets_may_come_from_another_paper() {
        // Faces of 6 from 12×12, one each with its tab; two gussets of 2½ with their tabs side by side from one 6×6.
        let mut brief = brief("6", "3", "2 1/2");
        brief.side_sheet =
            Some(crate::Sheet { width: Length::inches(6), height: Length::inches(6), ..Default::default() });
        let best = best(&brief).unwrap();
        let plan = Plan::new(&best.brief(&brief)).unwrap();
        assert!(plan.is_ready(), "{:#?}", plan.verdicts);
        // 2 × 6½ wide are more than 12, two rows of 5½ are not: one sheet of 12×12 and one of 6×6.
        assert_eq!((best.sheets, plan.layout.sheet_count(), plan.layout.own_sheets()), (2, 2, 1));
        let side = plan.layout.sheets.iter().find(|sheet| sheet.side).unwrap();
        assert_eq!((side.width, side.placed.len()), (Length::inches(6), 2));
        assert!(Place::ALL[..4].iter().all(|corner| best.cuts.at.has(*corner)));
    }

    #[test]
    fn other_weights_choose_other_places() {
        // One join on one sheet: at a back corner, or hidden on a gusset's centre if that is what shows least.
        let mut brief = brief("3 3/4", "6 1/2", "2");
        assert_eq!(best(&brief).unwrap().cuts.at, Places::of([Place::BackCorner(Side::Left)]));
        brief.weights.gusset_centre = 0;
        assert_eq!(best(&brief).unwrap().cuts.at, Places::of([Place::GussetCentre(Side::Left)]));
        assert_eq!(ways(&brief)[0].cuts.at, best(&brief).unwrap().cuts.at);
    }

    #[test]
    fn a_base_of_its_own_is_joined_at_the_base_line() {
        let tall = brief("5", "11", "3");
        let best = ways(&tall).remove(0);
        assert_eq!(best.cuts.level, Some(Length::ZERO));
        let plan = Plan::new(&best.brief(&tall)).unwrap();
        assert!(plan.is_ready(), "{:#?}", plan.verdicts);
        assert!(plan.pieces.iter().any(|piece| piece.name.starts_with("Base")), "{:#?}", plan.pieces);
    }
}
