//! What is kept: bags, papers, guides, runs, entries and settings in SQLite, every shape with its reader.
//!
//! Write-ahead log with `synchronous = FULL`. Every write is one transaction whose commit is checked before it is
//! acknowledged: a save that has been acknowledged is on the disk, and survives the process being killed at any moment. Reads
//! have a connection of their own and never wait for a write.

use rusqlite::{Connection, Transaction, TransactionBehavior};
use std::fmt;
use std::path::Path;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

pub mod backup;
pub mod bag_paper;
pub mod bags;
mod cell;
pub mod contents;
pub mod costs;
pub mod day;
pub mod entry;
pub mod hand_rules;
pub mod journal;
mod look;
mod open;
pub mod papers;
mod place;
mod renew;
pub mod rescue;
pub mod rooms;
mod rows;
pub mod run;
pub mod runs;
pub mod save_key;
mod seal;
pub mod settings;
pub mod shape;
pub mod stock;
pub mod thing;
pub mod ticks;
pub mod unread;
pub mod versions;

use save_key::SavedUnder;
use shape::Unreadable;
use wide_fold_core::counted::Refusal;
use wide_fold_core::shelf::Lacks;

/// For which revisions a change is meant.
pub type Expected = Box<dyn Fn(i64) -> bool + Send>;

/// A handle on the database; clones share it.
#[derive(Clone, Debug)]
pub struct Store(Arc<Connections>);

/// Nothing in both once the store is closed.
#[derive(Debug)]
struct Connections {
    path: std::path::PathBuf,
    /// Which file was opened.
    identity: Option<place::Identity>,
    writer: Mutex<Option<Connection>>,
    reader: Mutex<Option<Connection>>,
}

/// Why the store could not do something.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// No bag has that number.
    #[error("no such bag")]
    NoBag,
    /// No paper, or whatever it is, has that number.
    #[error("no such {0}")]
    NoSuch(&'static str),
    /// The paper, or whatever it is, has changed since.
    #[error("the {0} has changed since")]
    Outdated(&'static str, Option<SavedUnder>),
    /// Paper has been taken for the bag already.
    #[error("paper has been taken already")]
    AlreadyTaken,
    /// There is not so much of a paper.
    #[error("{0}")]
    Lacks(Lacks),
    /// The count does not hold.
    #[error("{0}")]
    Refused(Refusal),
    /// No more of something is kept.
    #[error("{0}")]
    Full(Full),
    /// The sheets of a run have to be laid out anew, or have been since they were looked at.
    #[error("the sheets are laid out anew")]
    LaidAnew {
        /// True if they have been.
        since: bool,
    },
    /// A run was changed, or something was done on it, since the window looked at it in which something is meant.
    #[error("the run is another one since")]
    LookedAtBefore,
    /// Nothing has been done that could be undone.
    #[error("there is nothing to undo")]
    NothingDone,
    /// The journal does not offer that hand rule any more.
    #[error("the journal is not sure")]
    NotSure,
    /// Something is kept in a way nobody can read.
    #[error("unreadable: {0}")]
    Unreadable(#[from] Unreadable),
    /// Something could not be written as JSON.
    #[error("unwritten: {0}")]
    Unwritten(serde_json::Error),
    /// The bag has changed since; this is how it is kept now.
    #[error("the bag has changed since")]
    Stale(Box<bags::Bag>, Option<String>),
    /// The file is not ours to write to, or not fit to; the sentence says why and what can be done.
    #[error("{0}")]
    NotOurs(String),
    /// What is in a file cannot be put back; the sentence says why.
    #[error("{0}")]
    Unfit(&'static str),
    /// The database refused.
    #[error("database: {0}")]
    Database(#[from] rusqlite::Error),
    /// The database could not be brought up to date.
    #[error("migration: {0}")]
    Migration(#[from] rusqlite_migration::Error),
    /// The work was stopped.
    #[error("the work was stopped")]
    Stopped,
}

type Result<T> = std::result::Result<T, StoreError>;

/// Of what no more is kept; its `Display` is a sentence a crafter understands.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Full {
    /// Papers on the shelf: how many it holds, and how many stand on it.
    Shelf(usize, usize),
    /// Guides: how many can be kept, and how many are.
    Guides(usize, usize),
    /// Entries of the journal: how many it holds.
    Journal(usize),
    /// Runs: how many are kept.
    Runs(usize),
    /// What is done on one run.
    Done,
}

impl fmt::Display for Full {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Shelf(most, there) => write!(
                f,
                "The shelf holds {most} papers, and {there} stand on it. Take those off that are used up, and try again."
            ),
            Self::Guides(most, there) => write!(
                f,
                "{most} guides can be kept, and {there} are. Take those away that you have no longer, and try again."
            ),
            Self::Journal(most) => write!(f, "The journal holds {most} entries. Take old ones out first."),
            Self::Runs(most) => write!(f, "Up to {most} runs are kept. Delete one that is done."),
            Self::Done => {
                write!(f, "More than that is not kept of one run. Copy it, and go on with the copy.")
            }
        }
    }
}

impl From<Lacks> for StoreError {
    fn from(lacks: Lacks) -> Self {
        Self::Lacks(lacks)
    }
}

impl From<Refusal> for StoreError {
    fn from(refused: Refusal) -> Self {
        Self::Refused(refused)
    }
}

impl From<Full> for StoreError {
    fn from(full: Full) -> Self {
        Self::Full(full)
    }
}

impl StoreError {
    /// True if there is no room left on the disk.
    pub fn is_full(&self) -> bool {
        matches!(self, Self::Database(error) if error.sqlite_error_code() == Some(rusqlite::ErrorCode::DiskFull))
    }
}

impl Store {
    /// Opens the database at `path`, makes it if it is not there, and brings its tables up to date.
    ///
    /// # Errors
    /// [`StoreError::NotOurs`] if the file is another program's, newer than this program, or spoiled: it is not written to
    /// then; any other if it cannot be opened.
    pub fn open(path: &Path) -> Result<Self> {
        let (writer, reader) = open::open(path)?;
        let (path, writer, reader) = (path.to_owned(), Mutex::new(Some(writer)), Mutex::new(Some(reader)));
        let identity = place::identity(&path);
        Ok(Self(Arc::new(Connections { path, identity, writer, reader })))
    }

    /// Makes sure that the file that was opened still lies in its place: what is written to one that was taken away is lost.
    ///
    /// # Errors
    /// [`StoreError::NotOurs`] with a sentence.
    fn is_in_place(&self) -> Result<()> {
        let Connections { path, identity, .. } = &*self.0;
        if place::identity(path) == *identity {
            return Ok(());
        }
        let name = path.file_name().unwrap_or_default().to_string_lossy();
        Err(StoreError::NotOurs(format!(
            "The file {name} was moved, deleted or replaced while Wide Fold runs, so nothing is saved. What you see is still here. Put \
             the file back where it was, or start Wide Fold anew."
        )))
    }

    /// Runs `work` in a transaction, off the threads that answer requests. What it did is on the disk when this returns;
    /// nothing of it is if this fails.
    ///
    /// # Errors
    /// Whatever `work` fails with, or the commit.
    pub async fn write<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Transaction<'_>) -> Result<T> + Send + 'static,
    ) -> Result<T> {
        let store = self.clone();
        tokio::task::spawn_blocking(move || store.write_now(work)).await.map_err(|_| StoreError::Stopped)?
    }

    /// Runs `work` in a transaction, on this thread.
    ///
    /// # Errors
    /// Whatever `work` fails with, or the commit.
    pub fn write_now<T>(&self, work: impl FnOnce(&Transaction<'_>) -> Result<T>) -> Result<T> {
        let mut held = held(&self.0.writer);
        let connection = held.as_mut().ok_or(StoreError::Stopped)?;
        self.is_in_place()?;
        let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
        let done = work(&transaction)?;
        transaction.commit()?;
        // Taken away meanwhile, it is not said to be kept.
        self.is_in_place()?;
        Ok(done)
    }

    /// Reads from one state of the database, off the threads that answer requests.
    ///
    /// # Errors
    /// Whatever `work` fails with.
    pub async fn read<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Connection) -> Result<T> + Send + 'static,
    ) -> Result<T> {
        let store = self.clone();
        tokio::task::spawn_blocking(move || store.read_now(work)).await.map_err(|_| StoreError::Stopped)?
    }

    /// Reads from one state of the database, on this thread.
    ///
    /// # Errors
    /// Whatever `work` fails with.
    pub fn read_now<T>(&self, work: impl FnOnce(&Connection) -> Result<T>) -> Result<T> {
        let mut held = held(&self.0.reader);
        let connection = held.as_mut().ok_or(StoreError::Stopped)?;
        work(&*connection.transaction()?)
    }

    /// Folds the write-ahead log into the one file and closes it. Whatever comes after is refused.
    ///
    /// # Errors
    /// [`StoreError::Database`] if the log could not be folded in; nothing is lost then, it is read at the next start.
    pub fn close(&self) -> Result<()> {
        drop(held(&self.0.reader).take());
        let Some(writer) = held(&self.0.writer).take() else { return Ok(()) };
        writer.query_row("PRAGMA wal_checkpoint(TRUNCATE)", [], |_| Ok(()))?;
        writer.close().map_err(|(_, error)| error.into())
    }
}

/// A panic in other work cannot leave half a change behind: every change is one transaction.
fn held(connection: &Mutex<Option<Connection>>) -> MutexGuard<'_, Option<Connection>> {
    connection.lock().unwrap_or_else(PoisonError::into_inner)
}
