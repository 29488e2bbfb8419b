//! What the shelf makes of one bag: how many of it every paper yields, and how many at most.
//!
//! Of every paper each way to make the bag is tried. Bags alike are packed on one, two, three sheets, and those packings are put
//! together; the lower bound on sheets that [`Batch`] proves is turned round into an upper bound on bags.

use crate::budget::Budget;
use crate::from_paper::{Parted, parted};
use crate::layout::{Batch, Wanted};
use crate::paper::{Paper, Stock};
use crate::plane::Size;
use crate::several::{BagPart, parts};
use crate::ways::ways;
use crate::{Brief, Length, Sheet};

/// What one paper yields.
#[derive(Clone, Debug)]
pub struct Yield {
    /// Which of the papers.
    pub paper: usize,
    /// What the build is called that makes most bags; nothing if the paper makes none.
    pub build: Option<&'static str>,
    /// The bag made so.
    pub brief: Option<Brief>,
    /// So many bags.
    pub bags: u32,
    /// No way of making the bag that is known here makes more of this paper.
    pub at_most: u32,
}

impl Yield {
    /// True if it is proved that no more are possible.
    pub const fn is_most(&self) -> bool {
        self.bags == self.at_most
    }
}

/// Sheets that are packed together.
const TOGETHER: u32 = 3;
/// Parts that are packed at once.
const PARTS: u32 = 120;
/// More bags than this are not counted.
const MOST: u32 = 9_999;
/// No bound goes past this: where it does, it is above every count.
const BOUNDLESS: u32 = 1_000_000;
/// Ways that are packed: all others only count towards the most there can be.
const WAYS: usize = 6;

/// What every usable paper yields, in the order of the papers. Papers for which there is no work left are left out.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Sheet, paper::{Paper, Stock}};
/// use wide_fold_judged::yields::yields;
/// use wide_fold_made::budget::Budget;
/// // 3¾ × 6½ × 2 takes 12 × 8½: one of a 12 × 12, and no more.
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let pad = Paper { name: "Clay".to_owned(), kind: Stock::Pad, sheet: Sheet::default(), count: 4, grain: None, price: None };
/// let found = &yields(&brief, &[pad], &Budget::of(Budget::USUAL))[0];
/// assert_eq!((found.bags, found.is_most()), (4, true));
/// ```
pub fn yields(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Vec<Yield> {
    let usable = papers.iter().enumerate().filter(|(_, paper)| paper.is_usable());
    usable.map_while(|(index, paper)| of_paper(brief, index, paper, budget)).collect()
}

/// A size that uses a paper up, and what all of the paper makes of it.
#[derive(Clone, Debug)]
pub struct Mixed {
    /// The part of a sheet it is made of.
    pub part: Parted,
    /// What the paper makes of that size.
    pub yields: Yield,
}

/// For every usable paper the sizes that use it up: the bag that makes most of a whole sheet, of its halves and of its quarters,
/// and how many of each all of the paper makes. Habits are those of `habits`, its size and sheet are of no matter. Papers for which
/// there is no work left are left out.
pub fn mixes(habits: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Vec<(usize, Vec<Mixed>)> {
    let usable = papers.iter().enumerate().filter(|(_, paper)| paper.is_usable());
    let of = |(index, paper): (usize, &Paper)| {
        if budget.is_spent() {
            return None;
        }
        let own = Brief { sheet: paper.sheet.clone(), ..habits.clone() };
        let mixed = parted(&own, budget).into_iter().filter_map(|part| {
            let brief = part.brief.clone()?;
            let mut yields = of_paper(&brief, index, paper, budget)?;
            // Cut up first, every part makes one: packing may do no better, and does no worse.
            let cut_up = part.parts * paper.count;
            if yields.bags < cut_up {
                let by_area = by_area(&brief, paper);
                (yields.bags, yields.brief) = (cut_up, Some(brief));
                yields.at_most = yields.at_most.max(by_area);
            }
            Some(Mixed { part, yields })
        });
        Some((index, mixed.collect()))
    };
    usable.map_while(of).collect()
}

/// No more bags than there is paper for.
fn by_area(brief: &Brief, paper: &Paper) -> u32 {
    Pack::new(&one_bag(brief, false), paper.sheet.as_laid(), paper.count).map_or(0, |pack| pack.by_area())
}

/// What one bag is cut into, as its sheet is laid.
fn one_bag(brief: &Brief, turns: bool) -> Vec<Wanted> {
    let one = |part: BagPart| Wanted { size: part.size, may_turn: part.may_turn || turns, count: part.count };
    parts(brief).into_iter().map(one).collect()
}

fn of_paper(brief: &Brief, index: usize, paper: &Paper, budget: &Budget<'_>) -> Option<Yield> {
    if budget.is_spent() {
        return None;
    }
    let mut own = Yield { paper: index, build: None, brief: None, bags: 0, at_most: 0 };
    let ways = ways(brief, std::slice::from_ref(paper), budget);
    // Not every way was tried: nothing can be said of the most there can be.
    if budget.is_spent() {
        return None;
    }
    let ways =
        ways.iter().filter(|way| way.beside == 0 && way.brief.build.has_base() == brief.build.has_base());
    for (rank, way) in ways.enumerate() {
        // Where the pattern has no up and no grain is known, pieces are turned one by one as a run turns them.
        let wanted = one_bag(&way.brief, !paper.sheet.directional && paper.grain.is_none());
        // Of a roll all that is left is one sheet; the way knows only the length that one bag takes.
        let whole = match paper.kind {
            Stock::Roll => Sheet { turned: way.brief.sheet.turned, ..paper.sheet.clone() }.as_laid(),
            Stock::Sheets | Stock::Pad => way.brief.sheet.as_laid(),
        };
        let Some(pack) = Pack::new(&wanted, whole, paper.count) else { continue };
        if pack.by_area() <= own.bags {
            continue;
        }
        if rank >= WAYS {
            own.at_most = own.at_most.max(pack.by_area());
            continue;
        }
        let in_lengths = match paper.kind {
            Stock::Roll => pack.in_lengths(&way.brief, budget),
            Stock::Sheets | Stock::Pad => 0,
        };
        let bags = pack.bags(budget).max(in_lengths);
        own.at_most = own.at_most.max(pack.at_most(bags, budget));
        if bags > own.bags {
            (own.bags, own.build, own.brief) = (bags, Some(way.build), Some(way.brief.clone()));
        }
    }
    own.at_most = own.at_most.max(own.bags);
    Some(own)
}

/// One bag's parts and the sheets there are.
struct Pack<'a> {
    wanted: &'a [Wanted],
    sheet: Size,
    sheets: u32,
    /// Parts of one bag.
    parts: u32,
}

impl<'a> Pack<'a> {
    fn new(wanted: &'a [Wanted], sheet: Size, sheets: u32) -> Option<Self> {
        let parts = wanted.iter().map(|part| part.count).sum();
        (parts > 0).then_some(Self { wanted, sheet, sheets, parts })
    }

    /// The most bags found on a roll cut into lengths alike, each packed by itself: as long as one bag takes, or so long that all its
    /// parts can be packed at once.
    fn in_lengths(&self, way: &Brief, budget: &Budget<'_>) -> u32 {
        let upright = !way.sheet.turned;
        let long = if upright { self.sheet.height } else { self.sheet.width };
        let at_once = (PARTS / self.parts.max(1)).max(1);
        let many = i64::from(self.by_area().div_ceil(at_once).max(1));
        let share = Length::from_units(long.units() / many);
        [way.sheet.height, share]
            .into_iter()
            .filter(|length| length.is_positive() && *length <= long)
            .map(|length| {
                let sheet = if upright {
                    Size::new(self.sheet.width, length)
                } else {
                    Size::new(length, self.sheet.height)
                };
                let lengths = u32::try_from(long.units() / length.units()).unwrap_or(1);
                Pack { sheet, sheets: lengths, wanted: self.wanted, parts: self.parts }.bags(budget)
            })
            .max()
            .unwrap_or(0)
    }

    /// So many bags on as few sheets as are found.
    fn batch(&self, bags: u32, budget: &Budget<'_>) -> Batch {
        let wanted: Vec<Wanted> =
            self.wanted.iter().map(|part| Wanted { count: part.count * bags, ..part.clone() }).collect();
        Batch::new(&wanted, self.sheet, budget)
    }

    fn fits(&self, bags: u32, sheets: u32, budget: &Budget<'_>) -> bool {
        let batch = self.batch(bags, budget);
        batch.too_large.is_empty() && batch.sheet_count() <= sheets
    }

    /// No more bags than there is paper for.
    fn by_area(&self) -> u32 {
        self.by_area_of(self.sheets)
    }

    fn by_area_of(&self, sheets: u32) -> u32 {
        let bag: i128 = self.wanted.iter().map(|part| part.size.area() * i128::from(part.count)).sum();
        let all = self.sheet.area() * i128::from(sheets);
        u32::try_from(all / bag.max(1)).unwrap_or(BOUNDLESS).min(BOUNDLESS)
    }

    /// The most bags found on so many sheets packed together.
    fn on(&self, sheets: u32, budget: &Budget<'_>) -> u32 {
        let most = self.by_area_of(sheets).min(PARTS / self.parts.max(1)).max(1);
        let (mut fits, mut fits_not) = (0, most + 1);
        // A packing of more bags is one of fewer too.
        while fits + 1 < fits_not {
            let bags = fits.midpoint(fits_not);
            if self.fits(bags, sheets, budget) {
                fits = bags;
            } else {
                fits_not = bags;
            }
        }
        fits
    }

    /// The most bags found on all sheets: packings of one, two, three of them put together.
    fn bags(&self, budget: &Budget<'_>) -> u32 {
        let together = TOGETHER.min(self.sheets);
        let on: Vec<u32> = (1..=together).map(|sheets| self.on(sheets, budget)).collect();
        let mut best: Vec<u32> = vec![0];
        // Beyond a few times as many sheets nothing new comes: the rest is the best packing over and over.
        let few = self.sheets.min(60);
        for sheets in 1..=few as usize {
            let with = on.iter().zip(1..=sheets).map(|(bags, taken)| bags + best[sheets - taken]);
            best.push(with.max().unwrap_or(0));
        }
        let rounds = (self.sheets - few) / 6;
        let rest = self.sheets - few - rounds * 6;
        let of = |sheets: u32| best.get(sheets as usize).copied().unwrap_or(0);
        (of(few) + of(6) * rounds + of(rest)).max(self.in_rows()).min(MOST)
    }

    /// The most bags of parts all alike, in rows and columns on every sheet: a bag may lie on two of them.
    fn in_rows(&self) -> u32 {
        let [one] = self.wanted else { return 0 };
        let times = |room: Length, side: Length| (room.units() / side.units().max(1)).max(0);
        let rows = |size: Size| times(self.sheet.width, size.width) * times(self.sheet.height, size.height);
        let turned = if one.may_turn { rows(one.size.turned()) } else { 0 };
        let on_a_sheet = rows(one.size).max(turned);
        let all = on_a_sheet * i64::from(self.sheets) / i64::from(one.count.max(1));
        u32::try_from(all).unwrap_or(BOUNDLESS)
    }

    /// The most there can be: of one bag more than that it is proved that it takes more sheets.
    fn at_most(&self, bags: u32, budget: &Budget<'_>) -> u32 {
        let by_area = self.by_area().max(bags);
        let (mut can, mut cannot) = (bags, by_area + 1);
        while can + 1 < cannot {
            let tried = if can == bags { bags + 1 } else { can.midpoint(cannot) };
            if tried * self.parts > PARTS * 2 || budget.is_spent() {
                break;
            }
            if self.batch(tried, budget).at_least > self.sheets {
                cannot = tried;
            } else {
                can = tried;
            }
        }
        cannot - 1
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn no_more_are_possible_only_where_the_bound_is_met() {
        let of = |bags, at_most| Yield { paper: 0, build: None, brief: None, bags, at_most };
        assert_eq!([of(4, 4), of(3, 4), of(0, 0)].map(|own| own.is_most()), [true, false, true]);
    }
}
