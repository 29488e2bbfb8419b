//! Dear work, apart from saves, lists and plans: a few at once, the others in a short line, and none for those who have left. Every kind
//! of it has a line of its own, and the kinds take turns: however much is asked of one, the others come on.

use crate::problem::Problem;
use axum::http::StatusCode;
use std::array;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};
use strum::VariantArray;
use tokio::sync::{Semaphore, oneshot};
use wide_fold_core::budget::Budget;

/// How many may wait, of every kind. Whoever comes after is asked to come again.
const LINE: usize = 16;

/// How far dear work steps back: a tenth of the share that a save has of a core both want.
#[cfg(target_os = "linux")]
const STEPS_BACK: i32 = 10;

/// Seconds after which to come again.
const COME_AGAIN: u16 = 2;

/// What dear work is about.
#[derive(Clone, Copy, Debug, PartialEq, Eq, VariantArray)]
pub enum Work {
    /// What can be made of a bag or of paper.
    Bags,
    /// Runs of many bags.
    Runs,
    /// What is printed and taken along.
    Files,
    /// Pictures that are made anew.
    Pictures,
    /// Files for a machine, read.
    Machine,
    /// Backups, project files and lists, written and read.
    Keeping,
}

impl Work {
    const ALL: &[Self] = Self::VARIANTS;

    /// True for work on whole files: it waits for the disk more than it works, and may take as long as the file is large. It has a hand
    /// of its own.
    const fn is_of_the_disk(self) -> bool {
        match self {
            Self::Keeping => true,
            Self::Bags | Self::Runs | Self::Files | Self::Pictures | Self::Machine => false,
        }
    }
}

/// The place where dear work is done; clones share it.
#[derive(Clone, Debug)]
pub struct Dear {
    lines: Arc<[Line; Work::ALL.len()]>,
    hands: Arc<Semaphore>,
    /// For work of the disk.
    own_hand: Arc<Semaphore>,
}

/// Who waits for work of one kind.
#[derive(Debug)]
struct Line {
    places: Arc<Semaphore>,
    /// One of a kind waits for a hand at a time: so the kinds come on in turn.
    first: Semaphore,
}

impl Default for Dear {
    /// One core is left to everything else.
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self::with(LINE, cores.saturating_sub(1).max(1))
    }
}

impl Dear {
    /// So many in every line, so many at work.
    pub fn with(line: usize, hands_at_work: usize) -> Self {
        let places = || Arc::new(Semaphore::new(line + hands_at_work));
        let lines = array::from_fn(|_| Line { places: places(), first: Semaphore::new(1) });
        let hands = |count| Arc::new(Semaphore::new(count));
        Self { lines: Arc::new(lines), hands: hands(hands_at_work), own_hand: hands(1) }
    }

    /// Does `work` as soon as it is its turn, with as much to spend as one answer may cost; it stops when the asker leaves.
    ///
    /// # Errors
    /// Whatever `work` fails with; 503 with `Retry-After` if too many wait for work of its kind already.
    pub async fn run<T: Send + 'static>(
        &self,
        kind: Work,
        work: impl FnOnce(&Budget<'_>) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let line = &self.lines[kind as usize];
        let place = line.places.clone().try_acquire_owned().map_err(|_| {
            let detail =
                "Wide Fold is busy with other work just now. Ask again in a moment; nothing is lost.";
            Problem {
                retry_after: Some(COME_AGAIN),
                ..Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", detail)
            }
        })?;
        let first = line.first.acquire().await.map_err(|error| Problem::ours(&error))?;
        let hands = if kind.is_of_the_disk() { &self.own_hand } else { &self.hands };
        let turn = hands.clone().acquire_owned().await.map_err(|error| Problem::ours(&error))?;
        drop(first);
        let asker = Asker::default();
        let gone = asker.gone.clone();
        let (tell, told) = oneshot::channel();
        // A thread of its own: one that has stepped back cannot come forward again.
        let thread = std::thread::Builder::new().name("dear".to_owned()).spawn(move || {
            // The turn ends with the work, not with the asker.
            let _turn = (turn, place);
            step_back();
            // Nobody may be there any more to be told.
            drop(tell.send(work(&Budget::until(Budget::USUAL, &gone))));
        });
        thread.map_err(|error| Problem::ours(&error))?;
        let done = told.await.map_err(|error| Problem::ours(&error))?;
        drop(asker);
        done
    }
}

/// Lets everything else go first on the cores there are: on Linux this is said of one thread alone.
fn step_back() {
    #[cfg(target_os = "linux")]
    if let Err(error) = rustix::process::nice(STEPS_BACK) {
        // It has the share of anybody then.
        tracing::debug!(%error, "dear work does not step back");
    }
}

/// Whoever waits for an answer; gone when it is dropped.
#[derive(Default)]
struct Asker {
    gone: Arc<AtomicBool>,
}

impl Drop for Asker {
    fn drop(&mut self) {
        self.gone.store(true, Ordering::Relaxed);
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::time::Duration;

    #[tokio::test]
    async fn work_ends_when_its_asker_leaves_and_the_next_comes_on() {
        let dear = Dear::with(3, 1);
        let (spent, told) = tokio::sync::oneshot::channel();
        let endless = dear.run(Work::Bags, move |budget| {
            while budget.spend(0) {
                std::thread::sleep(Duration::from_millis(1));
            }
            let _ = spent.send(());
            Ok(())
        });
        assert!(tokio::time::timeout(Duration::from_millis(50), endless).await.is_err());
        tokio::time::timeout(Duration::from_secs(5), told).await.unwrap().unwrap();
        let next = tokio::time::timeout(Duration::from_secs(5), dear.run(Work::Bags, |_| Ok(7)));
        assert_eq!(next.await.unwrap().unwrap(), 7);
    }

    #[tokio::test]
    async fn more_than_can_wait_are_asked_to_come_again() {
        let dear = Dear::with(2, 1);
        let (open, gate) = std::sync::mpsc::channel::<()>();
        let first = tokio::spawn({
            let dear = dear.clone();
            async move {
                dear.run(Work::Bags, move |_| {
                    let _ = gate.recv();
                    Ok(0)
                })
                .await
            }
        });
        let others: Vec<_> = (1..=4)
            .map(|n| {
                let dear = dear.clone();
                tokio::spawn(async move { dear.run(Work::Bags, move |_| Ok(n)).await })
            })
            .collect();
        tokio::time::sleep(Duration::from_millis(100)).await;
        drop(open);
        let mut answers = vec![first.await.unwrap()];
        for other in others {
            answers.push(other.await.unwrap());
        }
        let refused: Vec<&Problem> = answers.iter().filter_map(|answer| answer.as_ref().err()).collect();
        assert_eq!(refused.len(), 2);
        assert!(
            refused.iter().all(|problem| (problem.status, problem.retry_after) == (503, Some(COME_AGAIN)))
        );
    }

    /// Dear work has a smaller share of the cores, and nobody after it has.
    #[cfg(target_os = "linux")]
    #[tokio::test]
    async fn it_steps_back_and_nobody_else_does() {
        let share = || rustix::process::getpriority_process(None).unwrap();
        let usual = share();
        let dear = Dear::with(1, 1);
        assert_eq!(dear.run(Work::Bags, move |_| Ok(share())).await.unwrap(), (usual + STEPS_BACK).min(19));
        assert_eq!(tokio::task::spawn_blocking(share).await.unwrap(), usual);
    }

    /// However many pictures wait, what is asked of a bag is the next but one.
    #[tokio::test]
    async fn the_kinds_take_turns() {
        let dear = Dear::with(8, 1);
        let order = Arc::new(std::sync::Mutex::new(Vec::new()));
        let asked = [vec![Work::Pictures; 6], vec![Work::Bags; 2], vec![Work::Files]].concat();
        let mut all = Vec::new();
        for kind in asked {
            let (dear, order) = (dear.clone(), order.clone());
            all.push(tokio::spawn(async move {
                let done = dear.run(kind, move |_| {
                    std::thread::sleep(Duration::from_millis(30));
                    order.lock().unwrap().push(kind);
                    Ok(())
                });
                done.await.unwrap();
            }));
            tokio::time::sleep(Duration::from_millis(2)).await;
        }
        for one in all {
            one.await.unwrap();
        }
        let order = order.lock().unwrap().clone();
        let place = |kind: Work| order.iter().position(|own| *own == kind).unwrap();
        assert!(place(Work::Bags) <= 3 && place(Work::Files) <= 4, "{order:?}");
    }

    /// A line that is full of one kind keeps nobody of another out.
    #[tokio::test]
    async fn a_full_line_is_full_for_its_own_kind() {
        let dear = Dear::with(1, 1);
        let (open, gate) = std::sync::mpsc::channel::<()>();
        let slow = |gate: std::sync::mpsc::Receiver<()>| {
            let dear = dear.clone();
            tokio::spawn(async move { dear.run(Work::Pictures, move |_| Ok(gate.recv().is_err())).await })
        };
        let first = slow(gate);
        tokio::time::sleep(Duration::from_millis(20)).await;
        let (_also, second_gate) = std::sync::mpsc::channel::<()>();
        let second = slow(second_gate);
        tokio::time::sleep(Duration::from_millis(20)).await;
        assert_eq!(dear.run(Work::Pictures, |_| Ok(())).await.unwrap_err().status, 503);
        let other = tokio::spawn({
            let dear = dear.clone();
            async move { dear.run(Work::Bags, |_| Ok(7)).await }
        });
        drop((open, _also));
        assert_eq!(other.await.unwrap().unwrap(), 7);
        assert!(first.await.unwrap().unwrap() && second.await.unwrap().unwrap());
    }
}
