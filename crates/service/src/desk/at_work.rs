//! The runs that are worked on, kept worked out, so that a tick plans nothing.

use std::collections::VecDeque;
use std::sync::{Arc, Mutex, PoisonError};
use wide_fold_answers::planned::{KeptLists, Planned};
use wide_fold_kept::shape::Unreadable;

/// Runs are kept worked out while they are worked on: as many as this.
const MOST: usize = 8;

/// A run's number and revision, and the run worked out.
type Known = (i64, i64, Arc<Planned>);

/// A run's number, its lists as they are kept, and the lists read.
type Read = (i64, String, Arc<KeptLists>);

/// The runs that were asked for last; clones share them.
#[derive(Clone, Debug, Default)]
pub struct Runs {
    known: Arc<Mutex<VecDeque<Known>>>,
    read: Arc<Mutex<VecDeque<Read>>>,
}

impl Runs {
    /// A run at that revision, if it is known.
    pub fn known(&self, id: i64, revision: i64) -> Option<Arc<Planned>> {
        let known = self.known.lock().unwrap_or_else(PoisonError::into_inner);
        known.iter().find(|(own, at, _)| (*own, *at) == (id, revision)).map(|(_, _, run)| run.clone())
    }

    /// Knows none any more: other runs may have their numbers now.
    pub fn forget(&self) {
        self.known.lock().unwrap_or_else(PoisonError::into_inner).clear();
        self.read.lock().unwrap_or_else(PoisonError::into_inner).clear();
    }

    /// The lists of a run as they are kept, if they still stand; read only once.
    pub fn standing(&self, id: i64, text: Option<String>, signature: &str) -> Option<Arc<KeptLists>> {
        let text = text?;
        let mut read = self.read.lock().unwrap_or_else(PoisonError::into_inner);
        let known = read.iter().find(|(own, kept, _)| *own == id && *kept == text);
        let lists = match known {
            Some((_, _, lists)) => lists.clone(),
            None => {
                let lists = Arc::new(KeptLists::read(&text)?);
                read.retain(|(own, _, _)| *own != id);
                read.push_front((id, text, lists.clone()));
                read.truncate(MOST);
                lists
            }
        };
        lists.stands(signature).then_some(lists)
    }

    /// Works a run out, and knows it from then on.
    ///
    /// # Errors
    /// [`Unreadable`] if it was kept by another version.
    pub fn work_out(&self, id: i64, revision: i64, text: &str) -> Result<Arc<Planned>, Unreadable> {
        if let Some(known) = self.known(id, revision) {
            return Ok(known);
        }
        let planned = Planned::new(text)?;
        let planned = Arc::new(planned);
        let mut known = self.known.lock().unwrap_or_else(PoisonError::into_inner);
        known.retain(|(own, _, _)| *own != id);
        known.push_front((id, revision, planned.clone()));
        known.truncate(MOST);
        Ok(planned)
    }
}
