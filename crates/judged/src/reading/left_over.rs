//! Figures that are left over: without a few of them the rest make a bag, so they may be no scores.

use super::{Answer, Edit, Question, Reading, Ways, usual};
use crate::figures::Figures;
use crate::heard::Heard;
use crate::text::list;
use itertools::Itertools as _;

/// So many figures are left out at most; one alone is what a correction leaves out.
const MOST_LEFT: usize = 3;
/// So many ways of leaving some out are tried.
const MOST_WAYS: usize = 90;
/// So many are asked about.
const ASKED: usize = 3;

/// Asks whether a few of the figures are no scores, where the others make a bag people make; nothing if they make none.
pub(super) fn question(heard: &Heard, words: &str) -> Option<Question> {
    let count = heard.figures().count();
    let ways = Ways::all();
    for left in 2..=MOST_LEFT.min(count.saturating_sub(3)) {
        let mut found: Vec<(Vec<usize>, Reading)> = (0..count)
            .combinations(left)
            .take(MOST_WAYS)
            .filter_map(|out| Some((out.clone(), usual(&ways, &without(heard, &out), words)?)))
            .collect();
        found.sort_by_key(|(_, reading)| reading.odd);
        let answers: Vec<Answer> =
            found.iter().take(ASKED).map(|(out, reading)| answer(heard, out, reading)).collect();
        if !answers.is_empty() {
            let asks = format!("{left} figures are left over. Are some of them no scores?");
            return Some(Question { asks, answers });
        }
    }
    None
}

/// The same without those figures.
fn without(heard: &Heard, out: &[usize]) -> Heard {
    let mut left = heard.clone();
    let mut number = 0;
    for pass in &mut left.passes {
        pass.figures.retain(|_| {
            number += 1;
            !out.contains(&(number - 1))
        });
    }
    left.passes.retain(|pass| !pass.figures.is_empty());
    left
}

fn answer(heard: &Heard, out: &[usize], reading: &Reading) -> Answer {
    let figures = Figures(heard.spoken.unit());
    let all: Vec<_> = heard.figures().map(|(_, own)| own).collect();
    let said: Vec<String> = out.iter().map(|own| figures.say(all[*own].at)).collect();
    let size = Figures::of(&reading.brief).size(&reading.brief);
    let edits = out.iter().map(|own| Edit { place: all[*own].place.clone(), with: String::new() });
    Answer {
        says: format!("Without {} it is a bag of {size}", list(&said)),
        words: String::new(),
        edits: edits.collect(),
        readings: Vec::new(),
    }
}
