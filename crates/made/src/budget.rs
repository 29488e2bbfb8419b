//! How much work an answer may cost.
//!
//! Work is counted, not timed: the same question gets the same answer on every machine. Whoever spends asks before every
//! larger bit of work, and gives the best found so far once nothing is left, or nobody waits for the answer any more.

use std::cell::Cell;
use std::sync::atomic::{AtomicBool, Ordering};

/// Steps that may still be taken; a step is about what a processor does in a few nanoseconds.
#[derive(Debug)]
pub struct Budget<'a> {
    left: Cell<u64>,
    gone: Option<&'a AtomicBool>,
}

impl<'a> Budget<'a> {
    /// Enough for any everyday question: well under a second on a small machine.
    pub const USUAL: u64 = 150_000_000;

    /// So many steps.
    pub const fn of(steps: u64) -> Self {
        Self { left: Cell::new(steps), gone: None }
    }

    /// So many steps, for as long as `gone` is false.
    pub const fn until(steps: u64, gone: &'a AtomicBool) -> Self {
        Self { left: Cell::new(steps), gone: Some(gone) }
    }

    /// Takes steps; false once there are none left or nobody waits.
    ///
    /// ```
    /// use wide_fold_made::budget::Budget;
    /// let budget = Budget::of(10);
    /// assert!(budget.spend(8) && budget.spend(2));
    /// assert!(!budget.spend(1) && budget.is_spent());
    /// ```
    pub fn spend(&self, steps: u64) -> bool {
        let left = self.left.get();
        if left < steps || self.gone.is_some_and(|gone| gone.load(Ordering::Relaxed)) {
            self.left.set(0);
            return false;
        }
        self.left.set(left - steps);
        true
    }

    /// True as long as somebody waits for the answer; may be asked from another thread.
    pub fn wanted(&self) -> impl Fn() -> bool + Sync + use<'a> {
        let gone = self.gone;
        move || gone.is_none_or(|gone| !gone.load(Ordering::Relaxed))
    }

    /// True once nothing more will be done.
    pub fn is_spent(&self) -> bool {
        self.left.get() == 0
    }

    /// True if so many steps are left.
    pub fn has(&self, steps: u64) -> bool {
        self.left.get() >= steps
    }

    /// Does some work with no more than so many steps.
    pub fn at_most<T>(&self, steps: u64, work: impl FnOnce(&Budget<'a>) -> T) -> T {
        let given = self.left.get().min(steps);
        let share = Self { left: Cell::new(given), gone: self.gone };
        let done = work(&share);
        self.left.set(self.left.get() - (given - share.left.get()));
        done
    }

    /// Does one of `parts` questions with an equal share of what is left.
    pub fn shared<T>(&self, parts: u64, work: impl FnOnce(&Budget<'a>) -> T) -> T {
        self.at_most(self.left.get() / parts.max(1), work)
    }
}
