//! Sizes close by that save a sheet, a join or an awkward score.

use crate::brief::{Build, Finished};
use crate::joins;
use crate::layout::rows_needed;
use crate::net::piece_sizes;
use crate::plan::Draft;
use crate::verdict::{blocks, blocks_nothing_new};
use crate::{Brief, Length};

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
        let to = self.brief.finished;
        (to.width - from.width).abs() + (to.height - from.height).abs() + (to.gusset - from.gusset).abs()
    }
}

/// Sizes on the board's grooves, no measure further off than `range`, that save something and cost nothing. Of all that
/// save the same the one closest to what was asked for, smaller measures before larger ones; at most six.
pub fn nearby(brief: &Brief, range: Length) -> Vec<Nearby> {
    let size = brief.finished;
    let groove = brief.board.groove;
    let around = |length: Length| -> Vec<Length> {
        let least = (length - range).ceil_to(groove);
        let mut steps: Vec<Length> =
            (0..).map(|n| least + groove * n).take_while(|at| *at <= length + range).collect();
        steps.push(length);
        steps.sort();
        steps.dedup();
        steps
    };
    let now = effort(brief);
    let blocked = blocks(brief);
    let awkward = off_groove(brief);
    let mut found: Vec<Nearby> = Vec::new();
    for width in around(size.width) {
        for gusset in if brief.depth().is_positive() { around(size.gusset) } else { vec![size.gusset] } {
            for height in around(size.height) {
                let finished = Finished { width, height, gusset };
                if finished == size {
                    continue;
                }
                let tried = Brief { finished, ..brief.clone() };
                if tried.check().is_err() || !saves_anything(&tried, now, awkward) {
                    continue;
                }
                let Some((tried, effort)) = best(&tried) else { continue };
                let sheets = (effort.sheets, now.map(|now| now.sheets));
                let joins = (effort.joins, now.map_or(effort.joins, |now| now.joins));
                let near = Nearby { brief: tried, sheets, joins, off_groove: (awkward, awkward) };
                found.push(near);
            }
        }
    }
    found.sort_by_key(|near| {
        (near.change(size), near.brief.finished.width, near.brief.finished.gusset, near.brief.finished.height)
    });
    let mut kept: Vec<Nearby> = Vec::new();
    for mut near in found {
        if kept.len() == 6 {
            break;
        }
        // Whatever one kept already saves, closer by, is not worth a second line.
        let outdone = |near: &Nearby| {
            let saves = near.saves();
            kept.iter().any(|other| other.saves().iter().zip(saves).all(|(known, new)| *known >= new))
        };
        let may_save_scores = awkward > 0;
        if !may_save_scores && outdone(&near) {
            continue;
        }
        near.off_groove.0 = off_groove(&near.brief);
        let saves = near.saves();
        let is_sound = || blocks_nothing_new(&near.brief, &blocked);
        if saves.iter().any(|save| *save > 0)
            && saves.iter().all(|save| *save >= 0)
            && !outdone(&near)
            && is_sound()
        {
            kept.push(near);
        }
    }
    kept.sort_by_key(|near| (std::cmp::Reverse(near.saves()), near.change(size)));
    kept
}

/// False if it is plain that nothing can be saved: no score is off its groove, and the paper in the bag alone asks for as many
/// sheets as now.
fn saves_anything(brief: &Brief, now: Option<Effort>, awkward: usize) -> bool {
    let Some(now) = now else { return true };
    if brief.side_sheet.is_some() {
        return true;
    }
    let (width, height) = brief.sheet.as_laid();
    let area = |width: Length, height: Length| i128::from(width.nm()) * i128::from(height.nm());
    let used: i128 = piece_sizes(brief).iter().map(|size| area(size.0, size.1)).sum();
    let least = used / area(width, height) + 1;
    awkward > 0 || now.joins > 1 || least < i128::from(now.sheets)
}

/// The bag as it is best made: a run of pieces cut anew, any other build as it is.
fn best(brief: &Brief) -> Option<(Brief, Effort)> {
    if let Build::Joined { .. } = brief.build {
        let best = joins::best(brief)?;
        return Some((best.brief(brief), Effort { sheets: best.sheets, joins: best.joins }));
    }
    effort(brief).map(|effort| (brief.clone(), effort))
}

/// Nothing if it fits no sheet.
fn effort(brief: &Brief) -> Option<Effort> {
    if let Build::Joined { cuts } = brief.build {
        return joins::judge(brief, cuts).map(|way| Effort { sheets: way.sheets, joins: way.joins });
    }
    let sizes = piece_sizes(brief);
    let (width, height) = brief.sheet.as_laid();
    let fits = sizes.iter().all(|(wide, tall)| *wide <= width && *tall <= height);
    fits.then(|| Effort { sheets: rows_needed(&sizes, (width, height)), joins: sizes.len() })
}

fn off_groove(brief: &Brief) -> usize {
    Draft::new(brief).map_or(0, |draft| crate::verdict::off_groove(draft.passes(), brief.board.groove))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;

    #[test]
    fn an_eighth_less_gusset_saves_a_sheet() {
        // Two faces of 11½, two gussets of 5⅞ and three tabs are 36¼; with gussets of 5¾ they are 36, three sheets.
        let mut brief = Brief::new(Length::eighths(92), Length::inches(6), Length::eighths(47));
        brief = joins::ways(&brief)[0].brief(&brief);
        let near = nearby(&brief, Length::eighths(2));
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
        let near = nearby(&brief, Length::eighths(2));
        assert_eq!((near[0].sheets, near[0].brief.finished.gusset), ((3, Some(4)), Length::eighths(20)));
        assert_eq!(Plan::new(&near[0].brief).unwrap().layout.sheet_count(), 3);
    }

    #[test]
    fn a_score_between_grooves_is_mended() {
        let brief = Brief::new(Length::sixty_fourths(196), Length::inches(5), Length::inches(2));
        let near = nearby(&brief, Length::eighths(2));
        assert!(near[0].saves()[2] > 0, "{near:#?}");
        assert_eq!(near[0].off_groove.0, 0);
        assert_eq!(near[0].brief.finished.width, Length::inches(3));
    }

    #[test]
    fn a_bag_that_just_misses_its_sheet_is_made_to_fit() {
        let brief = Brief::new(Length::inches(4), Length::inches(7), Length::eighths(15));
        let near = nearby(&brief, Length::eighths(2));
        assert_eq!(near[0].sheets, (1, None));
        assert!(Plan::new(&near[0].brief).unwrap().is_ready());
        assert_eq!(
            nearby(&Brief::new(Length::inches(9), Length::inches(7), Length::inches(4)), Length::eighths(2)),
            []
        );
    }
}
