//! A line of a run: so many of one bag, from one paper.

use crate::budget::Budget;
use crate::paper::Paper;
use crate::several::{BagPart, parts};
use crate::ways::ways;
use crate::{Brief, Plan, Sheet};

/// So many of one bag.
#[derive(Clone, Debug)]
pub struct Line {
    /// What the bag is called.
    pub name: String,
    /// The bag as it is made here: on the sheet of its paper.
    pub brief: Brief,
    /// How many.
    pub copies: u32,
    /// Its paper, by its place among the papers; nothing if none has been found.
    pub paper: Option<usize>,
    /// The paper of its gussets, if they have one of their own.
    pub side_paper: Option<usize>,
    /// What one bag is cut into.
    pub parts: Vec<BagPart>,
}

impl Line {
    /// A line, and what its bag is cut into.
    pub fn new(name: &str, brief: Brief, copies: u32, papers: [Option<usize>; 2]) -> Self {
        let [paper, side_paper] = papers;
        Self { name: name.to_owned(), copies, paper, side_paper, parts: parts(&brief), brief }
    }

    /// The paper a part is cut from.
    pub fn paper_of(&self, part: &BagPart) -> Option<usize> {
        if part.side { self.side_paper } else { self.paper }
    }
}

/// A part of a line.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct PartRef {
    /// Which line.
    pub line: usize,
    /// Which of its parts.
    pub part: usize,
}

/// A bag on a paper of the shelf: as it is drafted, if that goes; else built the same in another habit. Nothing if the paper makes
/// no such bag.
pub fn on_paper(brief: &Brief, paper: &Paper, budget: &Budget<'_>) -> Option<Brief> {
    let turned = brief.sheet.turned && !paper.sheet.directional;
    let as_drafted = Brief { sheet: Sheet { turned, ..paper.sheet.clone() }, ..brief.clone() };
    if !paper.kind.is_roll() && is_ready(&as_drafted) {
        return Some(as_drafted);
    }
    let found = ways(brief, std::slice::from_ref(paper), budget);
    found.into_iter().find(|way| way.brief.build == brief.build).map(|way| way.brief)
}

fn is_ready(brief: &Brief) -> bool {
    Plan::new(brief).is_ok_and(|plan| plan.is_ready())
}

/// The paper a bag is most likely meant to be made of, and the bag on it: one of the size it is drafted on of which there is most,
/// else the first from which it can be made.
pub fn choose(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Option<(usize, Brief)> {
    let same = |paper: &Paper| paper.sheet.size() == brief.sheet.size() && !paper.kind.is_roll();
    let mut order: Vec<usize> = (0..papers.len()).filter(|n| papers[*n].is_usable()).collect();
    order.sort_by_key(|n| {
        let paper = &papers[*n];
        let alike = paper.sheet.directional == brief.sheet.directional
            && paper.sheet.grammage == brief.sheet.grammage;
        (!same(paper), !alike, std::cmp::Reverse(paper.count))
    });
    order.into_iter().find_map(|n| Some((n, on_paper(brief, &papers[n], budget)?)))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use crate::paper::Stock;

    /// The worked bag (common practice), 3¾ × 6½ × 2, on a 12 × 12.
    fn worked() -> Brief {
        Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))
    }

    fn paper(kind: Stock, side: i64, count: u32) -> Paper {
        let sheet = Sheet { width: Length::inches(side), height: Length::inches(side), ..worked().sheet };
        Paper { kind, sheet, count, ..Paper::plain() }
    }

    /// A bag that is put on another paper is cut from that one's sheet.
    #[test]
    fn a_bag_is_cut_from_the_sheet_it_is_put_on() {
        let other = paper(Stock::Pad, 14, 9);
        let own = on_paper(&worked(), &other, &Budget::of(Budget::USUAL)).unwrap();
        assert_eq!(own.sheet.size(), other.sheet.size());
        assert_eq!(own.finished, worked().finished);
    }

    /// Sheets of the size it is drafted on come first, those there are most of before the others; a roll as wide is not one of them.
    #[test]
    fn the_paper_it_is_drafted_on_comes_first() {
        let choice = |papers: &[Paper]| choose(&worked(), papers, &Budget::of(Budget::USUAL)).map(|(n, _)| n);
        let (roll, few, many) =
            (paper(Stock::Roll, 12, 90), paper(Stock::Pad, 12, 2), paper(Stock::Pad, 12, 9));
        let larger = paper(Stock::Pad, 14, 500);
        assert_eq!(choice(&[roll.clone(), few.clone()]), Some(1));
        assert_eq!(choice(&[few.clone(), larger.clone(), many]), Some(2));
        assert_eq!(choice(&[larger, few]), Some(1));
        // Used up it is still its paper: what is missing is to be bought.
        assert_eq!(choice(&[roll, paper(Stock::Pad, 12, 0)]), Some(1));
    }
}
