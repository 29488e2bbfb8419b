//! What may be counted on a run: how often work can have been done by now, how many sheets can be cut, what can be spoiled.
//!
//! Every count says which count it rests on: two who count at once would lose one of the two.

use crate::line::{Line, PartRef};
use crate::progress::{Progress, Spoil};
use crate::work::{Task, Work};
use std::fmt;

/// Why something is not counted; its `Display` is a sentence a crafter understands.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Refusal {
    /// It is another count by now.
    Meanwhile {
        /// The count it rests on.
        seen: u32,
        /// The count there is.
        now: u32,
    },
    /// That often it is not done on the whole run.
    MoreThanWanted {
        /// What the bag is called.
        bag: String,
        /// How often it is done in all.
        of: u32,
        /// How often it is said to be done.
        done: u32,
    },
    /// It cannot have been done so often: nothing is worked on before it is cut.
    NotCutYet {
        /// What the bag is called.
        bag: String,
        /// How often it can be done by now.
        most: u32,
    },
    /// So many sheets are not cut like this.
    MoreSheets {
        /// How many are.
        of: u32,
        /// How many are said to be cut.
        done: u32,
    },
    /// There is nothing of it that could be spoiled.
    NoneThere {
        /// What the bag is called.
        bag: String,
        /// What the part is called; nothing for a whole bag.
        part: Option<String>,
    },
    /// There is no such line, part or work.
    Unknown,
}

impl fmt::Display for Refusal {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Meanwhile { seen, now } => write!(
                f,
                "It stood at {seen} when this was counted, and stands at {now} now: somebody else has counted too. Look at it again, and count on from there."
            ),
            Self::MoreThanWanted { bag, of, done } => {
                write!(f, "This is done {of} times in all for {bag}, not {done}.")
            }
            Self::NotCutYet { bag, most } => {
                let cut = match most {
                    0 => "nothing of it is cut".to_owned(),
                    1 => "it can be done once by now, no more is cut".to_owned(),
                    most => format!("it can be done {most} times by now, no more is cut"),
                };
                write!(f, "{bag}: {cut}. Tick off its sheets first.")
            }
            Self::MoreSheets { of, done } => write!(f, "{of} sheets are cut like this, not {done}."),
            Self::NoneThere { bag, part: Some(part) } => {
                write!(f, "No {part} of {bag} is cut that could be spoiled.")
            }
            Self::NoneThere { bag, part: None } => write!(f, "No {bag} is cut that could be spoiled."),
            Self::Unknown => write!(f, "There is no such work on this run."),
        }
    }
}

/// A count as it is said.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Said {
    /// How often it is done now.
    pub done: u32,
    /// How often it was done when that was counted; whatever it is, if nothing is said.
    pub seen: Option<u32>,
}

impl Said {
    fn as_seen(self, now: u32) -> Result<(), Refusal> {
        match self.seen {
            Some(seen) if seen != now => Err(Refusal::Meanwhile { seen, now }),
            _ => Ok(()),
        }
    }

    /// How many more times that is than `now`.
    fn more_than(self, now: u32) -> i64 {
        i64::from(self.done) - i64::from(now)
    }
}

/// How many more times, or fewer, a task was done, and of how many in all. What is taken back always may be.
///
/// # Errors
/// [`Refusal`] if it cannot have been done so often.
pub fn ticked(
    progress: &Progress,
    lines: &[Line],
    work: &Work,
    task: &Task,
    said: Said,
) -> Result<(i64, u32), Refusal> {
    let (of, now) = (progress.of(lines, work, task), progress.done(task));
    let bag = || lines[task.line].name.clone();
    // Fewer may be wanted by now than are done: shown is no more than that.
    said.as_seen(now.min(of))?;
    if said.done > of {
        return Err(Refusal::MoreThanWanted { bag: bag(), of, done: said.done });
    }
    let most = progress.most(lines, work, task);
    if said.done > most && said.done > now {
        return Err(Refusal::NotCutYet { bag: bag(), most });
    }
    Ok((said.more_than(now), of))
}

/// How many more sheets, or fewer, were cut than the `now` of `of` that are cut alike.
///
/// # Errors
/// [`Refusal`] if so many are not cut.
pub fn cut(now: u32, of: u32, said: Said) -> Result<i64, Refusal> {
    said.as_seen(now)?;
    if said.done > of {
        return Err(Refusal::MoreSheets { of, done: said.done });
    }
    Ok(said.more_than(now))
}

/// What is spoiled of a line: a `part`, or a whole bag; at the work `at`, or before any. A bag that is spoiled without a word of
/// where has been through everything.
///
/// # Errors
/// [`Refusal`] if there is none of it.
pub fn spoiled(
    progress: &Progress,
    lines: &[Line],
    work: &Work,
    line: usize,
    part: Option<usize>,
    at: Option<&Task>,
) -> Result<Spoil, Refusal> {
    let own = lines.get(line).ok_or(Refusal::Unknown)?;
    let there = |part: usize| progress.there(lines, PartRef { line, part });
    let (left, name) = match part {
        Some(part) => {
            let own = own.parts.get(part).ok_or(Refusal::Unknown)?;
            (there(part), Some(own.name.clone()))
        }
        None => {
            let pieces = own.parts.iter().enumerate().filter(|(_, part)| part.piece.is_some());
            (pieces.map(|(n, part)| there(n) / part.count.max(1)).min().unwrap_or_default(), None)
        }
    };
    if left == 0 {
        return Err(Refusal::NoneThere { bag: own.name.clone(), part: name });
    }
    let last = || work.batches.iter().flat_map(|batch| &batch.tasks).rfind(|task| task.line == line);
    let at = at.or_else(|| if part.is_none() { last() } else { None });
    let counted = at.is_some_and(|task| {
        let of = progress.of(lines, work, task);
        progress.done(task) >= progress.most(lines, work, task).min(of)
    });
    Ok(Spoil { line, part, at: at.and_then(|task| task.keys.first().cloned()), counted })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::budget::Budget;
    use crate::work::work;
    use crate::{Brief, Length};
    use proptest::prelude::*;

    fn run() -> (Vec<Line>, Work) {
        let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        let lines = vec![Line::new("Bud vase", brief, 4, [None, None])];
        let work = work(&lines, &Budget::of(Budget::USUAL));
        (lines, work)
    }

    /// Something a crafter may say: of which task or part, and a count.
    fn deeds() -> impl Strategy<Value = Vec<(u8, usize, u32)>> {
        prop::collection::vec((0_u8..4, 0_usize..40, 0_u32..7), 1..30)
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(200))]

        /// Whatever is said in whatever order: never more is counted than is there or wanted, and nothing that is refused changes a
        /// count. Kept beside it is a count of our own.
        #[test]
        fn no_more_is_counted_than_there_is(deeds in deeds()) {
            let (lines, work) = run();
            let tasks: Vec<&Task> = work.batches.iter().flat_map(|batch| &batch.tasks).collect();
            let mut progress = Progress::default();
            // By the hands of the crafter: pieces cut, pieces spoiled.
            let (mut pieces, mut gone) = (0_u32, 0_u32);
            let mut counts = vec![0_u32; tasks.len()];
            for (kind, which, count) in deeds {
                let piece = PartRef { line: 0, part: 0 };
                let own = which % tasks.len();
                match kind {
                    0 => {
                        let of = 4 + gone;
                        match cut(pieces, of, Said { done: count, seen: Some(pieces) }) {
                            Ok(by) => {
                                progress.cut(piece, by);
                                pieces = count;
                                prop_assert!(pieces <= of);
                            }
                            Err(refused) => prop_assert_eq!(refused, Refusal::MoreSheets { of, done: count }),
                        }
                    }
                    1 if gone == 0 => {
                        let said = Said { done: count, seen: None };
                        match ticked(&progress, &lines, &work, tasks[own], said) {
                            Ok((by, of)) => {
                                prop_assert!(count <= of && (count <= pieces || count <= counts[own]));
                                tasks[own].keys.iter().for_each(|key| progress.tick(0, key, by));
                                counts[own] = count;
                            }
                            Err(Refusal::NotCutYet { most, .. }) => prop_assert!(count > most && most == pieces.min(4)),
                            Err(Refusal::MoreThanWanted { of, .. }) => prop_assert!(count > of && of == 4),
                            Err(other) => prop_assert!(false, "{other}"),
                        }
                        prop_assert_eq!(progress.done(tasks[own]), counts[own]);
                    }
                    2 => {
                        let seen = counts[own].min(4) + 1;
                        let said = Said { done: count, seen: Some(seen) };
                        if gone == 0 {
                            let refused = ticked(&progress, &lines, &work, tasks[own], said).unwrap_err();
                            prop_assert_eq!(refused, Refusal::Meanwhile { seen, now: seen - 1 });
                        }
                    }
                    _ => match spoiled(&progress, &lines, &work, 0, Some(0), None) {
                        Ok(spoil) => {
                            prop_assert!(pieces > gone);
                            progress.spoil(spoil);
                            gone += 1;
                        }
                        Err(refused) => {
                            prop_assert!(pieces <= gone && matches!(refused, Refusal::NoneThere { .. }), "{refused}");
                        }
                    },
                }
            }
        }
    }

    /// All there is can be counted, and one more is refused in a sentence with its numbers.
    #[test]
    fn all_there_is_can_be_counted_and_no_more() {
        let (lines, work) = run();
        let said = |done| Said { done, seen: None };
        assert_eq!(cut(1, 4, said(4)), Ok(3));
        assert_eq!(cut(1, 4, said(5)).unwrap_err().to_string(), "4 sheets are cut like this, not 5.");
        let task = &work.batches[0].tasks[0];
        let mut progress = Progress::default();
        let short = ticked(&progress, &lines, &work, task, said(1)).unwrap_err();
        assert_eq!(short.to_string(), "Bud vase: nothing of it is cut. Tick off its sheets first.");
        for part in 0..lines[0].parts.len() {
            progress.cut(PartRef { line: 0, part }, 4);
        }
        assert_eq!(ticked(&progress, &lines, &work, task, said(4)), Ok((4, 4)));
        let more = ticked(&progress, &lines, &work, task, said(5)).unwrap_err();
        assert_eq!(more.to_string(), "This is done 4 times in all for Bud vase, not 5.");
    }

    /// Of a bag with two alike in it one of them alone is no bag that could be spoiled.
    #[test]
    fn half_a_bag_is_none() {
        let (mut lines, work) = run();
        let piece = lines[0].parts.iter().position(|part| part.piece.is_some()).unwrap();
        lines[0].parts[piece].count = 2;
        let mut progress = Progress::default();
        progress.cut(PartRef { line: 0, part: piece }, 1);
        let none = Refusal::NoneThere { bag: lines[0].name.clone(), part: None };
        assert_eq!(spoiled(&progress, &lines, &work, 0, None, None), Err(none));
        progress.cut(PartRef { line: 0, part: piece }, 1);
        assert!(spoiled(&progress, &lines, &work, 0, None, None).is_ok());
    }

    #[test]
    fn a_made_bag_that_is_spoiled_was_through_everything() {
        let (lines, work) = run();
        let mut progress = Progress::default();
        for part in 0..lines[0].parts.len() {
            progress.cut(PartRef { line: 0, part }, 4);
        }
        let spoil = spoiled(&progress, &lines, &work, 0, None, None).unwrap();
        let last = work.batches.iter().flat_map(|batch| &batch.tasks).next_back().unwrap();
        assert_eq!(spoil.at.as_ref(), last.keys.first());
        assert!(!spoil.counted);
        assert_eq!(spoiled(&progress, &lines, &work, 1, None, None), Err(Refusal::Unknown));
        assert_eq!(spoiled(&progress, &lines, &work, 0, Some(9), None), Err(Refusal::Unknown));
    }
}
