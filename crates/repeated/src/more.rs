//! What else the paper of a run would make: how many more of each line.

use crate::budget::Budget;
use crate::cut_list::{A_PAPER, cut_lists};
use crate::line::{Line, PartRef};
use crate::paper::{Amount, Paper};
use crate::{Length, Sheet};

/// So many more of a line can be made of the paper there is.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct More {
    /// Which line.
    pub line: usize,
    /// How many more: at least so many, one at least.
    pub more: u32,
    /// True if nothing of its paper is left over then: no sheet, or no length of a roll that could be used.
    pub uses_up: bool,
}

/// More are not looked for.
const MOST: u32 = 200;

/// How many more of each line can be made of what there is of its paper (`there`, paper by paper), everything else on the run cut
/// too. Lines whose paper is short of what is wanted already, or who are cut from two papers, are left out; so are those for which no
/// work is left.
pub fn more(
    lines: &[Line],
    wanted: impl Fn(PartRef) -> u32,
    papers: &[Paper],
    there: &[Amount],
    budget: &Budget<'_>,
) -> Vec<More> {
    let mut found = Vec::new();
    for (n, line) in lines.iter().enumerate() {
        let (Some(paper), None) = (line.paper, line.side_paper) else { continue };
        if line.parts.iter().any(|part| part.side) || !budget.has(A_PAPER) {
            continue;
        }
        let has = there[paper];
        let left = |more: u32| -> Option<Amount> {
            // With less work the sheets might be laid out otherwise than the run lays them out.
            if !budget.has(A_PAPER) {
                return None;
            }
            // Only what comes from the same paper has a say in it.
            let count = |part: PartRef| {
                let own = &lines[part.line];
                let same = own.paper_of(&own.parts[part.part]) == Some(paper);
                let extra = if part.line == n { own.parts[part.part].count * more } else { 0 };
                if same { wanted(part) + extra } else { 0 }
            };
            let lists = cut_lists(lines, count, papers, budget);
            let takes = lists
                .iter()
                .find(|list| list.paper == Some(paper))
                .map(|list| (list.takes, list.too_large.len()));
            let (takes, too_large) = takes.unwrap_or((Amount { sheets: 0, length: Length::ZERO }, 0));
            let fits = too_large == 0 && takes.sheets <= has.sheets && takes.length <= has.length;
            fits.then(|| Amount { sheets: has.sheets - takes.sheets, length: has.length - takes.length })
        };
        let Some(mut rest) = left(0) else { continue };
        let (mut fits, mut fits_not) = (0, most(line, &papers[paper], has) + 1);
        while fits + 1 < fits_not {
            // By ones first: mostly few more fit.
            let tried = if fits == 0 { 1 } else { (fits * 2).min(fits.midpoint(fits_not)).max(fits + 1) };
            match left(tried) {
                Some(then) => (fits, rest) = (tried, then),
                None => fits_not = tried,
            }
        }
        if fits > 0 {
            let uses_up = rest.sheets == 0 && rest.length < Sheet::SMALLEST;
            found.push(More { line: n, more: fits, uses_up });
        }
    }
    found
}

/// No more than all of the paper there is has the area for.
fn most(line: &Line, paper: &Paper, has: Amount) -> u32 {
    let bag: i128 = line.parts.iter().map(|part| part.size.area() * i128::from(part.count)).sum();
    let sheet = paper.sheet.size().area() * i128::from(has.sheets);
    let roll = crate::plane::Size::new(paper.sheet.width, has.length).area();
    u32::try_from((sheet + roll) / bag.max(1)).unwrap_or(MOST).min(MOST)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Brief;
    use crate::paper::Stock;
    use rstest::rstest;

    /// The worked bag (common practice), 3¾ × 6½ × 2, one piece of 12 × 8½; of paper that lies one way only.
    fn line(width: i64, height: i64, copies: u32) -> Line {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        (brief.sheet.width, brief.sheet.height) = (Length::inches(width), Length::inches(height));
        Line::new("Bud vase", brief, copies, [Some(0), None])
    }

    fn paper(kind: Stock, of: &Line) -> Paper {
        Paper { kind, sheet: of.brief.sheet.clone(), count: 9, ..Paper::plain() }
    }

    fn found(lines: &[Line], kind: Stock, has: Amount) -> Vec<(usize, u32, bool)> {
        let wanted = |at: PartRef| lines[at.line].copies * lines[at.line].parts[at.part].count;
        let papers = [paper(kind, &lines[0])];
        let all = more(lines, wanted, &papers, &[has], &Budget::of(Budget::USUAL));
        all.into_iter().map(|one| (one.line, one.more, one.uses_up)).collect()
    }

    fn sheets(count: u32) -> Amount {
        Amount { sheets: count, length: Length::ZERO }
    }

    /// One on a sheet of 12 × 12, four on one of 24 × 24.
    #[rstest]
    #[case(12, &[3], 10, &[(0, 7, true)])]
    #[case(12, &[3, 2], 10, &[(0, 5, true), (1, 5, true)])]
    #[case(12, &[3], 3, &[])]
    #[case(24, &[3], 1, &[(0, 1, true)])]
    #[case(24, &[3], 2, &[(0, 5, true)])]
    #[case(24, &[8], 2, &[])]
    fn so_many_more_as_have_a_place(
        #[case] side: i64,
        #[case] copies: &[u32],
        #[case] has: u32,
        #[case] told: &[(usize, u32, bool)],
    ) {
        let lines: Vec<Line> = copies.iter().map(|copies| line(side, side, *copies)).collect();
        assert_eq!(found(&lines, Stock::Pad, sheets(has)), told);
    }

    /// Paper that is short already makes nothing more; no more than so many are looked for.
    #[rstest]
    fn what_is_short_makes_nothing_more() {
        assert_eq!(found(&[line(12, 12, 5)], Stock::Pad, sheets(4)), []);
        assert_eq!(found(&[line(12, 12, 1)], Stock::Pad, sheets(999)), [(0, MOST, false)]);
    }

    /// Of a roll 30 wide two lie side by side in every 8½: 34 hold eight, and what is left under an inch is nothing to use.
    #[rstest]
    #[case(Length::inches(34), true)]
    #[case(Length::eighths(34 * 8 + 2), true)]
    #[case(Length::inches(40), false)]
    fn of_a_roll_as_long_as_it_is(#[case] has: Length, #[case] uses_up: bool) {
        let lines = [line(30, 200, 2)];
        assert_eq!(found(&lines, Stock::Roll, Amount { sheets: 0, length: has }), [(0, 6, uses_up)]);
    }

    /// A bag of two papers is short of one of them before the other: nobody knows which.
    #[rstest]
    fn a_line_of_two_papers_is_left_out() {
        let two = Line { side_paper: Some(0), ..line(12, 12, 1) };
        assert_eq!(found(&[two, line(12, 12, 1)], Stock::Pad, sheets(9)), [(1, 7, true)]);
    }
}
