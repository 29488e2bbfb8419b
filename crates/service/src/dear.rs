//! Dear work, apart from saves, lists and plans: a few at once, the others in a short line, and none for those who have left.

use crate::problem::Problem;
use axum::http::StatusCode;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};
use tokio::sync::Semaphore;
use wide_fold_core::budget::Budget;

/// How many may wait. Whoever comes after is asked to come again.
const LINE: usize = 24;

/// Seconds after which to come again.
const COME_AGAIN: u16 = 2;

/// The place where dear work is done; clones share it.
#[derive(Clone, Debug)]
pub struct Dear {
    line: Arc<Semaphore>,
    hands: Arc<Semaphore>,
}

impl Default for Dear {
    /// One core is left to everything else.
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self::with(LINE, cores.saturating_sub(1).max(1))
    }
}

impl Dear {
    /// So many in line, so many at work.
    pub fn with(line: usize, hands: usize) -> Self {
        Self { line: Arc::new(Semaphore::new(line + hands)), hands: Arc::new(Semaphore::new(hands)) }
    }

    /// Does `work` as soon as it is its turn, with as much to spend as one answer may cost; it stops when the asker leaves.
    ///
    /// # Errors
    /// Whatever `work` fails with; 503 with `Retry-After` if too many wait already.
    pub async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Budget<'_>) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let _place = self.line.clone().try_acquire_owned().map_err(|_| {
            let detail =
                "Wide Fold is busy with other work just now. Ask again in a moment; nothing is lost.";
            Problem {
                retry_after: Some(COME_AGAIN),
                ..Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", detail)
            }
        })?;
        let turn = self.hands.clone().acquire_owned().await.map_err(|error| Problem::ours(&error))?;
        let asker = Asker::default();
        let gone = asker.gone.clone();
        let done = tokio::task::spawn_blocking(move || {
            // The turn ends with the work, not with the asker.
            let _turn = turn;
            work(&Budget::until(Budget::USUAL, &gone))
        });
        let done = done.await.map_err(|error| Problem::ours(&error))?;
        drop(asker);
        done
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
        let endless = dear.run(move |budget| {
            while budget.spend(0) {
                std::thread::sleep(Duration::from_millis(1));
            }
            let _ = spent.send(());
            Ok(())
        });
        assert!(tokio::time::timeout(Duration::from_millis(50), endless).await.is_err());
        tokio::time::timeout(Duration::from_secs(5), told).await.unwrap().unwrap();
        let next = tokio::time::timeout(Duration::from_secs(5), dear.run(|_| Ok(7)));
        assert_eq!(next.await.unwrap().unwrap(), 7);
    }

    #[tokio::test]
    async fn more_than_can_wait_are_asked_to_come_again() {
        let dear = Dear::with(2, 1);
        let (open, gate) = std::sync::mpsc::channel::<()>();
        let first = tokio::spawn({
            let dear = dear.clone();
            async move {
                dear.run(move |_| {
                    let _ = gate.recv();
                    Ok(0)
                })
                .await
            }
        });
        let others: Vec<_> = (1..=4)
            .map(|n| {
                let dear = dear.clone();
                tokio::spawn(async move { dear.run(move |_| Ok(n)).await })
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
}
