//! How far a run has come: what is cut, what is done, what was spoiled, and so what is still wanted.

use crate::line::{Line, PartRef};
use crate::several::BagPart;
use crate::work::{Task, Work};
use std::collections::BTreeMap;

/// A piece, or a whole bag, that was spoiled.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Spoil {
    /// Which line.
    pub line: usize,
    /// Which of its parts; nothing if it was a whole bag.
    pub part: Option<usize>,
    /// At which work, by one of its keys; nothing if it had only been cut.
    pub at: Option<String>,
    /// True if that work had been counted as done on it.
    pub counted: bool,
}

/// What has been done on a run.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Progress {
    cut: BTreeMap<PartRef, i64>,
    done: BTreeMap<(usize, String), i64>,
    spoils: Vec<Spoil>,
}

impl Progress {
    /// So many more of a part were cut; fewer if `by` is below nothing.
    pub fn cut(&mut self, part: PartRef, by: i64) {
        *self.cut.entry(part).or_default() += by;
    }

    /// Something was done so many times more on a line.
    pub fn tick(&mut self, line: usize, key: &str, by: i64) {
        *self.done.entry((line, key.to_owned())).or_default() += by;
    }

    /// Something was spoiled.
    pub fn spoil(&mut self, spoil: Spoil) {
        self.spoils.push(spoil);
    }

    /// True if nothing has been done yet.
    pub fn is_fresh(&self) -> bool {
        self.spoils.is_empty() && self.cut.values().chain(self.done.values()).all(|count| *count == 0)
    }

    /// How many of a part have been cut, spoiled ones among them.
    pub fn cut_of(&self, part: PartRef) -> u32 {
        count(self.cut.get(&part).copied().unwrap_or_default())
    }

    /// How many of a part were spoiled: with a whole bag every piece of it is.
    pub fn spoiled(&self, lines: &[Line], part: PartRef) -> u32 {
        let Some(own) = lines[part.line].parts.get(part.part) else { return 0 };
        let of = |spoil: &Spoil| match spoil.part {
            Some(spoiled) => u32::from(spoiled == part.part),
            None if own.piece.is_some() => own.count,
            None => 0,
        };
        self.spoils.iter().filter(|spoil| spoil.line == part.line).map(of).sum()
    }

    /// How many of a part still have to be cut.
    pub fn wanted(&self, lines: &[Line], part: PartRef) -> u32 {
        let line = &lines[part.line];
        let all = line.parts[part.part].count * line.copies + self.spoiled(lines, part);
        all.saturating_sub(self.cut_of(part))
    }

    /// How many of a part are cut and not spoiled.
    pub fn there(&self, lines: &[Line], part: PartRef) -> u32 {
        self.cut_of(part).saturating_sub(self.spoiled(lines, part))
    }

    /// How many bags of a line are begun: a piece of them is cut and not spoiled.
    pub fn begun(&self, lines: &[Line], line: usize) -> u32 {
        let pieces = lines[line].parts.iter().enumerate().filter(|(_, part)| part.piece.is_some());
        let bags = |(part, own): (usize, &BagPart)| {
            self.there(lines, PartRef { line, part }).div_ceil(own.count.max(1))
        };
        pieces.map(bags).max().unwrap_or(0)
    }

    /// How often a task has been done.
    pub fn done(&self, task: &Task) -> u32 {
        let done = |key: &String| self.done.get(&(task.line, key.clone())).copied().unwrap_or_default();
        count(task.keys.iter().map(done).min().unwrap_or_default())
    }

    /// How often a task has to be done in all: once for every piece, or bag, and once more for each that was spoiled after it.
    pub fn of(&self, lines: &[Line], work: &Work, task: &Task) -> u32 {
        task.each * lines[task.line].copies + self.lost(work, task)
    }

    /// How often a task was done for nothing.
    fn lost(&self, work: &Work, task: &Task) -> u32 {
        let own = rank(work, task.line, task.keys.first());
        let lost = |spoil: &&Spoil| {
            let same = match (spoil.part, task.piece) {
                (Some(part), Some(piece)) => part == piece,
                (Some(_), None) => false,
                (None, _) => true,
            };
            if spoil.line != task.line || !same {
                return false;
            }
            let here = spoil.at.as_ref().is_some_and(|at| task.keys.contains(at));
            if here { spoil.counted } else { own < rank(work, spoil.line, spoil.at.as_ref()) }
        };
        let times = |spoil: &Spoil| if spoil.part.is_none() { task.each } else { 1 };
        self.spoils.iter().filter(lost).map(times).sum()
    }

    /// The most a task can have been done: on all that is there, and on what was spoiled after it. Nothing is worked on before it is
    /// cut, nor after it was spoiled.
    pub fn most(&self, lines: &[Line], work: &Work, task: &Task) -> u32 {
        let line = &lines[task.line];
        let there = |part| self.there(lines, PartRef { line: task.line, part });
        let whole = match task.piece {
            Some(piece) => there(piece),
            None => {
                let pieces = line.parts.iter().enumerate().filter(|(_, part)| part.piece.is_some());
                pieces.map(|(n, part)| there(n) / part.count.max(1)).min().unwrap_or_default()
            }
        };
        whole + self.lost(work, task)
    }

    /// How many bags of a line are made: everything is done on them.
    pub fn made(&self, lines: &[Line], work: &Work, line: usize) -> u32 {
        let tasks = work.batches.iter().flat_map(|batch| &batch.tasks).filter(|task| task.line == line);
        let made = |task: &Task| self.done(task).saturating_sub(self.lost(work, task)) / task.each.max(1);
        tasks.map(made).min().unwrap_or_default().min(lines[line].copies)
    }
}

/// The place of a key in the order of the work; before all of it if there is none.
fn rank(work: &Work, line: usize, key: Option<&String>) -> usize {
    key.and_then(|key| work.place(line, key)).unwrap_or(0)
}

fn count(of: i64) -> u32 {
    u32::try_from(of.max(0)).unwrap_or(u32::MAX)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::budget::Budget;
    use crate::work::work;
    use crate::{Brief, Length};

    #[test]
    fn what_is_spoiled_is_wanted_again_and_so_is_what_was_done_on_it() {
        let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        let lines = [Line::new("Bud vase", brief, 3, [None, None])];
        let work = work(&lines, &Budget::of(Budget::USUAL));
        let piece = PartRef { line: 0, part: 0 };
        let task = |key: &str| {
            let mut tasks = work.batches.iter().flat_map(|batch| &batch.tasks);
            tasks.find(|task| task.keys.iter().any(|own| own.starts_with(key))).unwrap()
        };
        let (score, fold, seam) = (task("score/0/0"), task("make/fold/0"), task("make/seam"));
        let mut progress = Progress::default();
        assert_eq!((progress.wanted(&lines, piece), progress.most(&lines, &work, score)), (3, 0));
        progress.cut(piece, 3);
        progress.tick(0, &score.keys[0], 3);
        assert_eq!((progress.wanted(&lines, piece), progress.most(&lines, &work, fold)), (0, 3));
        progress.spoil(Spoil { line: 0, part: Some(0), at: Some(fold.keys[0].clone()), counted: false });
        // One more to cut and to score; nothing had been folded.
        assert_eq!((progress.wanted(&lines, piece), progress.there(&lines, piece)), (1, 2));
        assert_eq!((progress.of(&lines, &work, score), progress.of(&lines, &work, fold)), (4, 3));
        // Three were scored; of two that are there two can be folded.
        assert_eq!((progress.most(&lines, &work, score), progress.most(&lines, &work, fold)), (3, 2));
        // A whole bag, its base closed: everything before it was for nothing.
        progress.spoil(Spoil { line: 0, part: None, at: Some(seam.keys[0].clone()), counted: true });
        assert_eq!((progress.wanted(&lines, piece), progress.of(&lines, &work, score)), (2, 5));
        assert_eq!((progress.of(&lines, &work, fold), progress.of(&lines, &work, seam)), (4, 4));
    }

    /// A corner pair is cut two alike: three pieces are one whole bag, and two begun.
    #[test]
    fn bags_of_two_pieces_alike_are_made_of_two() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(8), Length::inches(3));
        brief.build = crate::brief::Build::CornerPair;
        let lines = [Line::new("Tea bowl", brief, 3, [None, None])];
        let work = work(&lines, &Budget::of(Budget::USUAL));
        let piece = PartRef { line: 0, part: 0 };
        let mut progress = Progress::default();
        assert!(progress.is_fresh());
        assert_eq!(progress.wanted(&lines, piece), 6);
        progress.cut(piece, 3);
        assert!(!progress.is_fresh());
        let of = |key: &str| {
            let mut tasks = work.batches.iter().flat_map(|batch| &batch.tasks);
            tasks.find(|task| task.keys.iter().any(|own| own.starts_with(key))).unwrap()
        };
        assert_eq!(progress.most(&lines, &work, of("make/seam")), 1);
        assert_eq!(progress.most(&lines, &work, of("score/0/0")), 3);
        assert_eq!((progress.begun(&lines, 0), progress.there(&lines, piece)), (2, 3));
        // What is cut and taken back is as if it had not been; what is ticked or spoiled is not.
        progress.cut(piece, -3);
        assert!(progress.is_fresh());
        let mut ticked = progress.clone();
        ticked.tick(0, "make/seam", 1);
        assert!(!ticked.is_fresh());
        progress.spoil(Spoil { line: 0, part: Some(0), at: None, counted: false });
        assert!(!progress.is_fresh());
    }
}
