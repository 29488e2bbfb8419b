//! Backups that are made by themselves.

use jiff::Timestamp;
use std::time::Duration;
use wide_fold_kept::backup::{Made, last_written};
use wide_fold_kept::settings::{self, KeepText};
use wide_fold_kept::{Store, StoreError};

/// An automatic backup is made when the last one is older than this and something has changed.
const OFTEN: Duration = Duration::from_secs(20 * 60 * 60);
/// The first is looked for so long after the start, and then again and again.
const FIRST: Duration = Duration::from_secs(60);
const AGAIN: Duration = Duration::from_secs(60 * 60);

/// How many automatic backups are kept.
pub fn kept_count(store: &Store) -> u32 {
    store.read_now(settings::holds::<KeepText>).unwrap_or_default().keep
}

/// Makes a backup now and then, for as long as the service runs.
pub async fn by_itself(store: Store) {
    let mut wait = FIRST;
    loop {
        tokio::time::sleep(wait).await;
        wait = AGAIN;
        let own = store.clone();
        let made = tokio::task::spawn_blocking(move || if_due(&own, Timestamp::now()));
        if let Ok(Err(error)) = made.await {
            tracing::warn!(%error, "no backup could be made");
        }
    }
}

/// True if there is nothing in the file and there are backups: somebody has emptied it, or put another in its place.
pub fn is_emptied(store: &Store) -> Result<bool, StoreError> {
    Ok(!store.kept_backups().is_empty() && store.is_empty()?)
}

/// Makes a backup if it is time for one.
///
/// # Errors
/// Whatever keeps it from being made.
pub fn if_due(store: &Store, now: Timestamp) -> Result<bool, StoreError> {
    let keep = kept_count(store);
    // What is dated ahead was made by a clock that was wrong: it says nothing of now.
    let last = store.kept_backups().into_iter().find(|last| last.made == Made::ByItself && last.at <= now);
    let old = last.as_ref().is_none_or(|last| now.duration_since(last.at).unsigned_abs() > OFTEN);
    let changed = last_written(store).and_then(|at| Timestamp::try_from(at).ok());
    let new = last.is_none_or(|last| changed.is_none_or(|changed| changed > last.at));
    if keep == 0 || !old || !new {
        return Ok(false);
    }
    if is_emptied(store)? {
        tracing::warn!("nothing is in the file, and something is in a backup of it: no backup was made");
        return Ok(false);
    }
    store.back_up(Made::ByItself, usize::try_from(keep).unwrap_or(1), now)?;
    Ok(true)
}
