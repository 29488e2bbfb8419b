//! What is cut from which paper: the parts of all lines laid out together, paper by paper.

use crate::budget::Budget;
use crate::layout::{Batch, Part, SheetCut, Wanted};
use crate::line::{Line, PartRef};
use crate::paper::{Amount, Paper, Stock};
use crate::plane::Size;
use crate::{Length, Sheet};

/// What is cut from one paper.
#[derive(Clone, Debug)]
pub struct CutList {
    /// The paper, by its place among the papers; nothing for a sheet that no paper on the shelf has.
    pub paper: Option<usize>,
    /// One sheet of it, pattern upright; of a roll all that is left.
    pub sheet: Sheet,
    /// The parts; what lies on the sheets is given by its place among them.
    pub parts: Vec<PartRef>,
    /// The sheets, or lengths of a roll, as they are cut.
    pub cuts: Vec<SheetCut>,
    /// What that takes of the paper.
    pub takes: Amount,
    /// No way of cutting takes less.
    pub at_least: Amount,
    /// Parts larger than a sheet.
    pub too_large: Vec<PartRef>,
}

impl CutList {
    /// True if it is known that nothing less will do.
    pub fn is_least(&self) -> bool {
        self.takes == self.at_least
    }

    /// How many of every part lie on one sheet of a lot.
    pub fn on_sheet(&self, cut: usize) -> Vec<(PartRef, u32)> {
        let mut found: Vec<(PartRef, u32)> = Vec::new();
        for placed in &self.cuts[cut].placed {
            let Part::Piece(place) = placed.part else { continue };
            let part = self.parts[place];
            match found.iter_mut().find(|(known, _)| *known == part) {
                Some((_, count)) => *count += 1,
                None => found.push((part, 1)),
            }
        }
        found
    }

    /// What one sheet, or length of a roll, of a lot takes of the paper.
    pub fn one_takes(&self, cut: usize) -> Amount {
        taken(self.sheet_kind(), &self.cuts[cut], 1)
    }

    fn sheet_kind(&self) -> Stock {
        if self.takes.length.is_positive() { Stock::Roll } else { Stock::Sheets }
    }
}

fn taken(kind: Stock, cut: &SheetCut, times: u32) -> Amount {
    match kind {
        Stock::Roll => Amount { sheets: 0, length: cut.height * i64::from(times) },
        Stock::Sheets | Stock::Pad => Amount { sheets: times, length: Length::ZERO },
    }
}

fn sum(kind: Stock, cuts: &[SheetCut]) -> Amount {
    cuts.iter()
        .map(|cut| taken(kind, cut, cut.times))
        .fold(NOTHING, |all, one| Amount { sheets: all.sheets + one.sheets, length: all.length + one.length })
}

const NOTHING: Amount = Amount { sheets: 0, length: Length::ZERO };

/// Lays out what is wanted of every part, paper by paper, as well as that much work allows. Where a pattern has no up and the
/// grain is not known, parts may lie either way round.
pub fn cut_lists(
    lines: &[Line],
    wanted: impl Fn(PartRef) -> u32,
    papers: &[Paper],
    budget: &Budget<'_>,
) -> Vec<CutList> {
    let mut groups: Vec<Group> = Vec::new();
    for (line, own) in lines.iter().enumerate() {
        for (part, cut) in own.parts.iter().enumerate() {
            let at = PartRef { line, part };
            let count = wanted(at);
            if count == 0 {
                continue;
            }
            let laid = own.brief.sheet_for(!cut.side);
            let paper = own.paper_of(cut);
            let upright = match paper {
                Some(paper) => papers[paper].sheet.clone(),
                None => Sheet { turned: false, ..laid.clone() },
            };
            let grain = paper.is_some_and(|paper| papers[paper].grain.is_some());
            // Seen with the paper upright, whichever way the bag lies on it.
            let size = cut.upright(&own.brief);
            let may_turn = cut.may_turn || !upright.directional && !grain;
            let one = Wanted { size, may_turn, count };
            let known = groups.iter_mut().find(|group| match (group.paper, paper) {
                (None, None) => group.sheet == upright,
                (known, paper) => known == paper,
            });
            match known {
                Some(group) => {
                    group.parts.push(at);
                    group.wanted.push(one);
                }
                None => {
                    let (parts, wanted, mark) = (vec![at], vec![one], own.brief.mark());
                    groups.push(Group { paper, sheet: upright, parts, wanted, mark });
                }
            }
        }
    }
    groups.sort_by_key(|group| (group.paper.is_none(), group.paper));
    let lay = |Group { paper, sheet, parts, wanted, mark }: Group| {
        let kind = paper.map_or(Stock::Sheets, |paper| papers[paper].kind);
        let laid = budget.at_most(A_PAPER, |share| match kind {
            Stock::Roll => on_roll(&wanted, &sheet, mark, share),
            Stock::Sheets | Stock::Pad => on_sheets(&wanted, &sheet, share),
        });
        let ListCuts { cuts, at_least, too_large } = laid;
        let too_large = too_large.into_iter().map(|place| parts[place]).collect();
        CutList { paper, takes: sum(kind, &cuts), sheet, parts, cuts, at_least, too_large }
    };
    groups.into_iter().map(lay).collect()
}

/// As much work is spent on one paper, however many there are: what is laid out alone is laid out so among others too.
pub const A_PAPER: u64 = Budget::USUAL / 12;

/// What is wanted of one paper.
struct Group {
    paper: Option<usize>,
    sheet: Sheet,
    parts: Vec<PartRef>,
    wanted: Vec<Wanted>,
    /// The smallest step of the ruler.
    mark: Length,
}

struct ListCuts {
    cuts: Vec<SheetCut>,
    at_least: Amount,
    too_large: Vec<usize>,
}

fn on_sheets(wanted: &[Wanted], sheet: &Sheet, budget: &Budget<'_>) -> ListCuts {
    let Batch { sheets, at_least, too_large } = Batch::new(wanted, sheet.size(), budget);
    ListCuts { cuts: sheets, at_least: Amount { sheets: at_least, ..NOTHING }, too_large }
}

/// Lengths that are tried on a roll, in rows of the tallest part.
const ROWS: [i64; 4] = [1, 2, 3, 6];

/// Parts on lengths cut off a roll: of a few lengths to lay out at once the one that takes least in all, every length no longer
/// than what lies on it.
fn on_roll(wanted: &[Wanted], roll: &Sheet, mark: Length, budget: &Budget<'_>) -> ListCuts {
    // What is not on the roll any more is laid out all the same: so much is missing.
    let longest = roll.height.max(Length::inches(60)).min(Sheet::LARGEST);
    let fits = |part: &&Wanted| {
        let turned = part.may_turn && part.size.turned().width <= roll.width;
        part.size.width <= roll.width || turned
    };
    let tallest = |part: &Wanted| {
        let upright = Some(part.size.height).filter(|_| part.size.width <= roll.width);
        let turned = Some(part.size.width).filter(|_| part.may_turn && part.size.height <= roll.width);
        upright.into_iter().chain(turned).min().unwrap_or(Length::ZERO)
    };
    let tallest = wanted.iter().filter(fits).map(tallest).max().unwrap_or(longest);
    // Rows of the tallest part as it takes least of the roll, rows of it the other way round, and rows of both; the whole of it too.
    let other = |part: &Wanted| {
        (part.may_turn && part.size.height <= roll.width).then(|| part.size.width.max(part.size.height))
    };
    let other = wanted.iter().filter(fits).filter_map(other).max();
    let rows = ROWS.iter().map(|rows| tallest * *rows);
    let turned = other.into_iter().flat_map(|other| [other, other + tallest, other * 2, other + tallest * 2]);
    // What is left of it in one go, in halves and in thirds: as a yield is counted.
    let whole = [1, 2, 3].map(|parts| Length::from_units(roll.height.units() / parts).floor_to(mark));
    let whole = whole.into_iter().filter(|length| *length >= tallest);
    let mut tried: Vec<Length> = rows
        .chain(turned)
        .chain(whole)
        .chain([longest])
        .map(|length| length.max(Sheet::SMALLEST).min(longest))
        .collect();
    tried.sort_unstable();
    tried.dedup();
    let mut waiting = tried.len() as u64;
    let mut best: Option<(Length, ListCuts)> = None;
    for length in tried {
        let laid = budget.shared(waiting, |share| {
            let batch = Batch::new(wanted, Size::new(roll.width, length), share);
            let cuts = batch.sheets.into_iter().map(|cut| shortened(cut, wanted, mark, share)).collect();
            ListCuts { cuts, at_least: NOTHING, too_large: batch.too_large }
        });
        waiting -= 1;
        let takes = sum(Stock::Roll, &laid.cuts).length;
        let rank = |takes: Length, laid: &ListCuts| (laid.too_large.len(), takes);
        if best.as_ref().is_none_or(|(known, other)| rank(takes, &laid) < rank(*known, other)) {
            best = Some((takes, laid));
        }
    }
    let Some((_, mut laid)) = best else {
        return ListCuts { cuts: Vec::new(), at_least: NOTHING, too_large: Vec::new() };
    };
    // By area alone.
    let laid_out = wanted.iter().enumerate().filter(|(place, _)| !laid.too_large.contains(place));
    let area: i128 = laid_out.map(|(_, part)| part.size.area() * i128::from(part.count)).sum();
    let least = i64::try_from(area / i128::from(roll.width.units().max(1))).unwrap_or(i64::MAX);
    laid.at_least.length = Length::from_units(least).ceil_to(mark).min(sum(Stock::Roll, &laid.cuts).length);
    laid
}

/// The same parts on no more of the roll than they take, laid out anew so that the trimmer's cuts are those of the shorter length;
/// as it was if they cannot be.
fn shortened(cut: SheetCut, wanted: &[Wanted], mark: Length, budget: &Budget<'_>) -> SheetCut {
    let top = cut.placed.iter().map(|placed| placed.space.y + placed.space.height).max();
    let Some(top) = top.map(|top| top.ceil_to(mark).max(Sheet::SMALLEST)).filter(|top| *top < cut.height)
    else {
        return cut;
    };
    let mut places: Vec<usize> = Vec::new();
    let mut own: Vec<Wanted> = Vec::new();
    for placed in &cut.placed {
        let Part::Piece(place) = placed.part else { continue };
        match places.iter().position(|known| *known == place) {
            Some(known) => own[known].count += 1,
            None => {
                places.push(place);
                own.push(Wanted { count: 1, ..wanted[place].clone() });
            }
        }
    }
    let batch = Batch::new(&own, Size::new(cut.width, top), budget);
    let [one] = batch.sheets.as_slice() else { return cut };
    if one.times != 1 || !batch.too_large.is_empty() {
        return cut;
    }
    let mut short = SheetCut { times: cut.times, ..one.clone() };
    for placed in &mut short.placed {
        if let Part::Piece(place) = &mut placed.part {
            *place = places[*place];
        }
    }
    short
}

#[cfg(test)]
mod tests;
