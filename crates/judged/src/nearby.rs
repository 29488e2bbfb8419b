//! Sizes close by that save a sheet, a join or an awkward score.

use crate::brief::Finished;
use crate::budget::Budget;
use crate::draft::Draft;
use crate::joins;
use crate::layout::sheets_needed;
use crate::net::piece_sizes;
use crate::verdict::{blocks, blocks_nothing_new};
use crate::{Brief, Length};
use std::cmp::Reverse;
use std::collections::BinaryHeap;

/// A size close by, and what it saves.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Nearby {
    /// The bag in that size.
    pub brief: Brief,
    /// Sheets it takes and those the bag takes as it is; nothing if that fits no sheet.
    pub sheets: (u32, Option<u32>),
    /// Its joins and those of the bag as it is.
    pub joins: (usize, usize),
    /// Its scores between grooves and those of the bag as it is.
    pub off_groove: (usize, usize),
}

/// What a bag costs in work.
#[derive(Clone, Copy, PartialEq, Eq)]
struct Effort {
    sheets: u32,
    joins: usize,
}

impl Nearby {
    /// What it saves, the largest first: makes the bag possible or saves sheets, joins, scores.
    pub fn saves(&self) -> [i64; 3] {
        let sheets = self.sheets.1.map_or(i64::MAX, |before| i64::from(before) - i64::from(self.sheets.0));
        let less = |(after, before): (usize, usize)| before as i64 - after as i64;
        [sheets, less(self.joins), less(self.off_groove)]
    }

    /// How far all three measures are from those asked for, together.
    fn change(&self, from: Finished) -> Length {
        change(self.brief.finished, from)
    }
}

/// What was found, and how far was looked.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Search {
    /// Sizes that save something, those that save most first; at most [`MOST_KEPT`].
    pub found: Vec<Nearby>,
    /// Nothing if every size within the range was looked at that could save more than what was found; otherwise every size was
    /// whose measures are together less than this from those asked for.
    pub within: Option<Length>,
}

/// No more sizes than this are named.
pub const MOST_KEPT: usize = 6;

/// Work for one size: to see that nothing comes of it; its pieces on sheets, by trying where the round may be cut; and a draft of it with its passes.
const GLANCE: u64 = 300;
const LOOK: u64 = 4_000;
const LOOK_JOINED: u64 = 150_000;
const DRAFT: u64 = 80_000;

/// Sizes on the board's grooves, no measure further off than `range`, that save something and cost nothing. Of all that
/// save the same the one closest to what was asked for, smaller measures before larger ones; at most six. Sizes are looked at
/// from near to far, until nothing further off can save more or the work is spent.
///
/// ```
/// use wide_fold_asked::{Brief, Length};
/// use wide_fold_judged::nearby::nearby;
/// use wide_fold_made::budget::Budget;
/// // 4 × 6 × 2 and its tab are 12½: half an inch too wide for one sheet of 12 × 12.
/// let brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
/// let search = nearby(&brief, Length::eighths(4), &Budget::of(Budget::USUAL));
/// let first = &search.found[0];
/// assert_eq!(first.sheets, (1, None));
/// assert!(first.brief.finished.width < brief.finished.width || first.brief.finished.gusset < brief.finished.gusset);
/// ```
pub fn nearby(brief: &Brief, range: Length, budget: &Budget<'_>) -> Search {
    let mut search = search(brief, range, budget);
    // Looked for by rows, told by the sheets that are really cut: these few are laid out.
    let laid = |brief: &Brief| Draft::new(brief).ok().map(|draft| draft.layout().sheet_count());
    let now = laid(brief);
    for near in &mut search.found {
        near.sheets.0 = laid(&near.brief).unwrap_or(near.sheets.0);
        near.sheets.1 = near.sheets.1.and(now);
    }
    let saves = |near: &Nearby| {
        near.saves().iter().any(|save| *save > 0) && near.saves().iter().all(|save| *save >= 0)
    };
    search.found.retain(saves);
    search
}

/// The same, sheets counted by rows.
fn search(brief: &Brief, range: Length, budget: &Budget<'_>) -> Search {
    let bag = Bag { brief, now: effort(brief), blocked: blocks(brief), awkward: off_groove(brief) };
    let mut search = Search { found: Vec::new(), within: None };
    let mut ring = Ring::around(brief, range);
    let Some(ideal) = ideal(brief, &ring, bag.now, bag.awkward) else { return search };
    while let Some(finished) = ring.next() {
        if search.found.len() == MOST_KEPT || outdone(&search.found, ideal) {
            break;
        }
        match bag.look(finished, &search.found, budget) {
            Ok(near) => search.found.extend(near),
            Err(Spent) => {
                search.within = Some(change(finished, brief.finished));
                break;
            }
        }
    }
    search.found.sort_by_key(|near| (Reverse(near.saves()), near.change(brief.finished)));
    search
}

/// True if one that is kept already, closer by, saves all of that: it is not worth a second line.
fn outdone(kept: &[Nearby], saves: [i64; 3]) -> bool {
    kept.iter().any(|other| other.saves().iter().zip(saves).all(|(known, new)| *known >= new))
}

/// There is no work left for another look.
struct Spent;

fn spend(budget: &Budget<'_>, steps: u64) -> Result<(), Spent> {
    if budget.spend(steps) { Ok(()) } else { Err(Spent) }
}

/// The bag as it is, and what it costs.
struct Bag<'a> {
    brief: &'a Brief,
    now: Option<Effort>,
    blocked: Vec<&'static str>,
    awkward: usize,
}

impl Bag<'_> {
    /// The bag in another size, if that saves something that none of those kept saves.
    fn look(
        &self,
        finished: Finished,
        kept: &[Nearby],
        budget: &Budget<'_>,
    ) -> Result<Option<Nearby>, Spent> {
        let Self { brief, now, awkward, .. } = *self;
        let tried = Brief { finished, ..brief.clone() };
        let most = at_best(&tried, now, awkward);
        spend(budget, GLANCE)?;
        let is_no_use = most.iter().all(|save| *save <= 0) || outdone(kept, most);
        if finished == brief.finished || is_no_use || tried.check().is_err() {
            return Ok(None);
        }
        spend(budget, self.cost())?;
        let Some((tried, effort)) = best(&tried) else { return Ok(None) };
        let sheets = (effort.sheets, now.map(|now| now.sheets));
        let joins = (effort.joins, now.map_or(effort.joins, |now| now.joins));
        // At best no score of it is off its groove.
        let mut near = Nearby { brief: tried, sheets, joins, off_groove: (0, awkward) };
        if near.saves().iter().any(|save| *save < 0) || outdone(kept, near.saves()) {
            return Ok(None);
        }
        spend(budget, DRAFT)?;
        near.off_groove.0 = off_groove(&near.brief);
        let saves = near.saves();
        let saves_some = saves.iter().any(|save| *save > 0) && saves.iter().all(|save| *save >= 0);
        if !saves_some || outdone(kept, saves) {
            return Ok(None);
        }
        spend(budget, DRAFT * 2)?;
        Ok(blocks_nothing_new(&near.brief, &self.blocked).then_some(near))
    }

    /// Work for laying out one size. A round too tall for its sheet is joined at a level too, which takes longer to try.
    fn cost(&self) -> u64 {
        let brief = self.brief;
        let tall = brief.flap() + brief.finished.height + brief.top.depth() > brief.sheet.as_laid().height;
        match (brief.build.is_cut(), tall) {
            (true, true) => LOOK_JOINED * 3,
            (true, false) => LOOK_JOINED,
            (false, _) => LOOK,
        }
    }
}

/// No size within the range saves more than this; nothing if none saves anything. Smaller measures never take more sheets, so
/// the smallest of all take the fewest.
fn ideal(brief: &Brief, ring: &Ring, now: Option<Effort>, awkward: usize) -> Option<[i64; 3]> {
    let tried = Brief { finished: ring.smallest(), ..brief.clone() };
    let mut most = at_best(&tried, now, awkward);
    // Measures too small to be folded say nothing about those between.
    if tried.check().is_ok() {
        let fewest = i64::from(best(&tried)?.1.sheets);
        most[0] = now.map_or(i64::MAX, |now| (i64::from(now.sheets) - fewest).max(0));
    }
    most.iter().any(|save| *save > 0).then_some(most)
}

/// No more than this can be saved by a size, told from its paper alone: as few sheets as hold its paper, as few joins as its round
/// has to have, and every score on its groove.
fn at_best(brief: &Brief, now: Option<Effort>, awkward: usize) -> [i64; 3] {
    let Some(now) = now else { return [i64::MAX, 0, awkward as i64] };
    let (sheet, size) = (brief.sheet.as_laid(), brief.finished);
    let is_run = brief.build.is_cut();
    let (sheets, joins) = if brief.side_sheet.is_some() {
        // Gussets of another paper are joined at all four corners.
        (1, 4)
    } else if is_run {
        // No piece is wider than the sheet. How a round is best cut is not known yet, so its tabs are not counted.
        let round = i128::from(((size.width + size.gusset) * 2).units());
        let paper = round * i128::from((brief.flap() + size.height).units());
        (up(paper, sheet.area()), up(round, i128::from(sheet.width.units())))
    } else {
        let paper: i128 = piece_sizes(brief).iter().map(|size| size.area()).sum();
        (up(paper, sheet.area()), now.joins as i64)
    };
    let joins = if is_run { now.joins as i64 - joins } else { 0 };
    [i64::from(now.sheets) - sheets, joins.max(0), awkward as i64]
}

/// How many of `each` it takes for so much.
fn up(much: i128, each: i128) -> i64 {
    i64::try_from((much + each - 1) / each.max(1)).unwrap_or(i64::MAX).max(1)
}

/// How far all three measures are off, together.
fn change(to: Finished, from: Finished) -> Length {
    (to.width - from.width).abs() + (to.height - from.height).abs() + (to.gusset - from.gusset).abs()
}

/// Sizes around one, from near to far: those whose measures are together as far off by width, gusset, height, the smaller first.
struct Ring {
    size: Finished,
    /// What width, gusset and height may be, each from near to far.
    steps: [Vec<Length>; 3],
    next: BinaryHeap<Waiting>,
}

/// How far off a size is, its width, gusset and height, and where they stand among the steps; the nearest comes first.
type Waiting = Reverse<(Length, [Length; 3], [usize; 3])>;

impl Ring {
    fn around(brief: &Brief, range: Length) -> Self {
        let size = brief.finished;
        let groove = brief.board.groove;
        let around = |length: Length| -> Vec<Length> {
            let least = (length - range).ceil_to(groove);
            let mut steps: Vec<Length> =
                (0..).map(|n| least + groove * n).take_while(|at| *at <= length + range).collect();
            steps.push(length);
            steps.sort_by_key(|at| ((*at - length).abs(), *at));
            steps.dedup();
            steps
        };
        let gussets = if brief.depth().is_positive() { around(size.gusset) } else { vec![size.gusset] };
        let steps = [around(size.width), gussets, around(size.height)];
        let mut ring = Self { size, steps, next: BinaryHeap::new() };
        ring.add([0; 3]);
        ring
    }

    fn add(&mut self, at: [usize; 3]) {
        let mut sides = [Length::ZERO; 3];
        for ((side, steps), at) in sides.iter_mut().zip(&self.steps).zip(at) {
            let Some(step) = steps.get(at) else { return };
            *side = *step;
        }
        self.next.push(Reverse((change(finished(sides), self.size), sides, at)));
    }

    fn next(&mut self) -> Option<Finished> {
        let Reverse((_, sides, at)) = self.next.pop()?;
        // Every size is reached one way only: the last measure that is off goes one step further, or one after it begins.
        let last = at.iter().rposition(|step| *step > 0).unwrap_or(0);
        for side in last..3 {
            let mut further = at;
            further[side] += 1;
            self.add(further);
        }
        Some(finished(sides))
    }

    fn smallest(&self) -> Finished {
        let least = |side: usize| self.steps[side].iter().copied().min().unwrap_or_default();
        finished([least(0), least(1), least(2)])
    }
}

fn finished([width, gusset, height]: [Length; 3]) -> Finished {
    Finished { width, height, gusset }
}

/// The bag as it is best made: a round of pieces cut anew, any other build as it is.
fn best(brief: &Brief) -> Option<(Brief, Effort)> {
    if brief.build.is_cut() {
        let best = joins::best(brief)?;
        return Some((best.brief(brief), Effort { sheets: best.sheets, joins: best.joins }));
    }
    effort(brief).map(|effort| (brief.clone(), effort))
}

/// Nothing if it fits no sheet.
fn effort(brief: &Brief) -> Option<Effort> {
    if let Some(cuts) = brief.build.chosen_cuts() {
        return joins::judge(brief, cuts).map(|way| Effort { sheets: way.sheets, joins: way.joins });
    }
    let sizes = piece_sizes(brief);
    let sheet = brief.sheet.as_laid();
    let fits = sizes.iter().all(|size| size.fits_in(sheet));
    fits.then(|| Effort { sheets: sheets_needed(&sizes, sheet), joins: sizes.len() })
}

fn off_groove(brief: &Brief) -> usize {
    Draft::new(brief).map_or(0, |draft| crate::verdict::off_groove(draft.passes(), brief.board.groove))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;
    use crate::brief::Build;
    use proptest::prelude::*;

    fn found(brief: &Brief, range: Length) -> Vec<Nearby> {
        let search = search(brief, range, &Budget::of(Budget::USUAL));
        assert_eq!(search.within, None);
        search.found
    }

    /// Every size there is, looked at one by one.
    fn one_by_one(brief: &Brief, range: Length) -> Vec<Nearby> {
        let (now, blocked, awkward) = (effort(brief), blocks(brief), off_groove(brief));
        let mut ring = Ring::around(brief, range);
        let mut all: Vec<Finished> = Vec::new();
        while let Some(finished) = ring.next() {
            all.push(finished);
        }
        let steps = ring.steps.iter().map(Vec::len).product::<usize>();
        assert_eq!(all.len(), steps);
        all.sort_by_key(|to| (change(*to, brief.finished), to.width, to.gusset, to.height));
        let mut kept: Vec<Nearby> = Vec::new();
        for finished in all.into_iter().filter(|to| *to != brief.finished) {
            let tried = Brief { finished, ..brief.clone() };
            let Some((tried, effort)) = tried.check().ok().and_then(|()| best(&tried)) else { continue };
            let near = Nearby {
                sheets: (effort.sheets, now.map(|now| now.sheets)),
                joins: (effort.joins, now.map_or(effort.joins, |now| now.joins)),
                off_groove: (off_groove(&tried), awkward),
                brief: tried,
            };
            let saves = near.saves();
            let outdone =
                kept.iter().any(|other| other.saves().iter().zip(saves).all(|(known, new)| *known >= new));
            let worth = saves.iter().any(|save| *save > 0) && saves.iter().all(|save| *save >= 0);
            if kept.len() < MOST_KEPT && worth && !outdone && blocks_nothing_new(&near.brief, &blocked) {
                kept.push(near);
            }
        }
        kept.sort_by_key(|near| (Reverse(near.saves()), near.change(brief.finished)));
        kept
    }

    proptest! {
        #![proptest_config(ProptestConfig { cases: 40, ..ProptestConfig::default() })]

        #[test]
        fn nothing_is_missed(
            (width, height, gusset) in (16_i64..100, 16_i64..80, 8_i64..50), build in 0_usize..4, two in any::<bool>(), odd in 0_i64..3,
        ) {
            let odd = Length::sixty_fourths(odd);
            let mut brief = Brief::new(Length::eighths(width) + odd, Length::eighths(height), Length::eighths(gusset));
            brief.build = [Build::Wrap, Build::CornerPair, Build::PleatedFlare { pleats: 2, pleat: Length::INCH }, Build::Wrap][build];
            if build == 3 {
                brief.side_sheet = two.then(|| crate::Sheet { width: Length::inches(6), ..crate::Sheet::default() });
                let Some(best) = joins::best(&brief) else { return Ok(()) };
                brief = best.brief(&brief);
            }
            prop_assert_eq!(found(&brief, Length::eighths(1)), one_by_one(&brief, Length::eighths(1)));
        }

        /// What is found with little work is what is found with much, as far as it says to have looked.
        #[test]
        fn a_short_search_says_how_far_it_went(width in 16_i64..100, height in 16_i64..80, gusset in 8_i64..50, work in 1_u64..40) {
            let brief = Brief::new(Length::sixty_fourths(width * 8 + 1), Length::eighths(height), Length::eighths(gusset));
            let short = nearby(&brief, Length::eighths(2), &Budget::of(work * 100_000));
            let all = found(&brief, Length::eighths(2));
            match short.within {
                None => prop_assert_eq!(short.found, all),
                Some(within) => {
                    let near = |near: &&Nearby| near.change(brief.finished) < within;
                    let (some, known): (Vec<_>, Vec<_>) = (short.found.iter().filter(near).collect(), all.iter().filter(near).collect());
                    prop_assert_eq!(some, known);
                }
            }
        }
    }

    #[test]
    fn an_eighth_less_gusset_saves_a_sheet() {
        // Two faces of 11½, two gussets of 5⅞ and three tabs are 36¼; with gussets of 5¾ they are 36, three sheets.
        let mut brief = Brief::new(Length::eighths(92), Length::inches(6), Length::eighths(47));
        brief = joins::ways(&brief)[0].brief(&brief);
        let near = found(&brief, Length::eighths(2));
        let saving = near.iter().find(|near| near.saves()[0] > 0).unwrap();
        assert_eq!(saving.sheets, (3, Some(4)));
        assert_eq!(saving.change(brief.finished), Length::eighths(1));
        assert!(Plan::new(&saving.brief).unwrap().is_ready());
    }

    #[test]
    fn gussets_of_another_paper_are_counted_on_their_own_sheets() {
        // Faces of 8 and a tab, one a 12×12; two gussets of 2¾ and their tabs, 6½, from two 6×12, of 2½ from one.
        let mut brief = Brief::new(Length::inches(8), Length::inches(7), Length::eighths(22));
        brief.side_sheet = Some(crate::Sheet { width: Length::inches(6), ..crate::Sheet::default() });
        brief = joins::best(&brief).unwrap().brief(&brief);
        assert_eq!(Plan::new(&brief).unwrap().layout.sheet_count(), 4);
        let near = found(&brief, Length::eighths(2));
        assert_eq!((near[0].sheets, near[0].brief.finished.gusset), ((3, Some(4)), Length::eighths(20)));
        assert_eq!(Plan::new(&near[0].brief).unwrap().layout.sheet_count(), 3);
    }

    #[test]
    fn a_score_between_grooves_is_mended() {
        let brief = Brief::new(Length::sixty_fourths(196), Length::inches(5), Length::inches(2));
        let near = found(&brief, Length::eighths(2));
        assert!(near[0].saves()[2] > 0, "{near:#?}");
        assert_eq!(near[0].off_groove.0, 0);
        assert_eq!(near[0].brief.finished.width, Length::inches(3));
    }

    #[test]
    fn a_bag_that_just_misses_its_sheet_is_made_to_fit() {
        let brief = Brief::new(Length::inches(4), Length::inches(7), Length::eighths(15));
        let near = found(&brief, Length::eighths(2));
        assert_eq!(near[0].sheets, (1, None));
        assert!(Plan::new(&near[0].brief).unwrap().is_ready());
        assert_eq!(
            found(&Brief::new(Length::inches(9), Length::inches(7), Length::inches(4)), Length::eighths(2)),
            []
        );
    }
}
