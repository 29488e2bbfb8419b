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
