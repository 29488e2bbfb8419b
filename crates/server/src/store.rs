//! Bags kept in SQLite.
//!
//! Write-ahead log with `synchronous = FULL`: a save that has been acknowledged is on the disk, and survives the
//! process being killed at any moment.

use jiff::Timestamp;
use rusqlite::{Connection, OptionalExtension, Row, named_params};
use rusqlite_migration::{M, Migrations};
use std::path::Path;
use std::sync::{Arc, Mutex, PoisonError};

pub mod cuts;
pub mod shelf;

const MIGRATIONS: &[M<'static>] = &[
    M::up(include_str!("../migrations/001_bags.sql")),
    M::up(include_str!("../migrations/002_shelf.sql")),
    M::up(include_str!("../migrations/003_cuts.sql")),
    M::up(include_str!("../migrations/004_cuts_of_two_papers.sql")),
];

const COLUMNS: &str = "id, revision, name, brief, created_at, updated_at, deleted_at";

/// A handle on the database; clones share it.
#[derive(Clone, Debug)]
pub struct Store(Arc<Mutex<Connection>>);

/// A bag as it is kept.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Bag {
    /// Its number.
    pub id: i64,
    /// Counts every change, from 1.
    pub revision: i64,
    /// What the crafter calls it.
    pub name: String,
    /// Its brief as JSON.
    pub brief: String,
    /// When it was first saved.
    pub created_at: Timestamp,
    /// When it was last changed.
    pub updated_at: Timestamp,
    /// True while it can only be brought back.
    pub deleted: bool,
}

/// Why the store could not do something.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// No bag has that number.
    #[error("no such bag")]
    NoBag,
    /// No paper has that number.
    #[error("no such paper")]
    NoPaper,
    /// The paper has changed since.
    #[error("the paper has changed since")]
    StalePaper,
    /// Paper has been taken for the bag already.
    #[error("paper has been taken already")]
    AlreadyCut,
    /// There is not enough of the paper; the sentence says how much is missing.
    #[error("{0}")]
    Short(String),
    /// The bag has changed since; this is how it is kept now.
    #[error("the bag has changed since")]
    Stale(Box<Bag>),
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

impl Store {
    /// Opens the database at `path`, makes it if it is not there, and brings its tables up to date.
    ///
    /// # Errors
    /// [`StoreError`] if the file cannot be opened or is not a database of ours.
    pub fn open(path: &Path) -> Result<Self> {
        let mut connection = Connection::open(path)?;
        connection.pragma_update(None, "journal_mode", "wal")?;
        connection.pragma_update(None, "synchronous", "full")?;
        connection.busy_timeout(std::time::Duration::from_secs(5))?;
        Migrations::from_slice(MIGRATIONS).to_latest(&mut connection)?;
        Ok(Self(Arc::new(Mutex::new(connection))))
    }

    /// Runs `work` on the database, off the threads that answer requests.
    ///
    /// # Errors
    /// Whatever `work` fails with.
    pub async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&mut Connection) -> Result<T> + Send + 'static,
    ) -> Result<T> {
        let store = self.clone();
        tokio::task::spawn_blocking(move || store.now(work)).await.map_err(|_| StoreError::Stopped)?
    }

    /// Runs `work` on the database on this thread.
    ///
    /// # Errors
    /// Whatever `work` fails with.
    pub fn now<T>(&self, work: impl FnOnce(&mut Connection) -> Result<T>) -> Result<T> {
        // A panic in other work cannot leave half a change behind: every change is one statement or one transaction.
        let mut connection = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        work(&mut connection)
    }
}

/// All bags that are not deleted, the last changed first.
///
/// # Errors
/// [`StoreError::Database`].
pub fn list(connection: &Connection) -> Result<Vec<Bag>> {
    let sql = format!("SELECT {COLUMNS} FROM bag WHERE deleted_at IS NULL ORDER BY updated_at DESC, id DESC");
    let mut statement = connection.prepare_cached(&sql)?;
    let bags = statement.query_map([], read)?.collect::<rusqlite::Result<_>>()?;
    Ok(bags)
}

/// One bag, deleted or not.
///
/// # Errors
/// [`StoreError::NoBag`] if no bag has that number.
pub fn find(connection: &Connection, id: i64) -> Result<Bag> {
    let sql = format!("SELECT {COLUMNS} FROM bag WHERE id = :id");
    connection
        .prepare_cached(&sql)?
        .query_row(named_params! { ":id": id }, read)
        .optional()?
        .ok_or(StoreError::NoBag)
}

/// Saves a new bag.
///
/// # Errors
/// [`StoreError::Database`].
pub fn create(connection: &Connection, name: &str, brief: &str, now: Timestamp) -> Result<Bag> {
    let sql = format!(
        "INSERT INTO bag (revision, name, brief, created_at, updated_at)
         VALUES (1, :name, :brief, :now, :now) RETURNING {COLUMNS}"
    );
    let values = named_params! { ":name": name, ":brief": brief, ":now": now.to_string() };
    Ok(connection.prepare_cached(&sql)?.query_row(values, read)?)
}

/// What a write does to a bag.
#[derive(Clone, Debug)]
pub enum Change {
    /// Another name and brief.
    Content {
        /// Its name.
        name: String,
        /// Its brief as JSON.
        brief: String,
    },
    /// Out of the list, to be brought back if need be.
    Delete,
    /// Back into the list.
    Restore,
}

/// Changes a bag if it is still at `revision` (any, if none is given).
///
/// # Errors
/// [`StoreError::NoBag`] if there is no such bag (for a change of content: or if it is deleted);
/// [`StoreError::Stale`] with the kept bag if it has another revision.
pub fn change(
    connection: &mut Connection,
    id: i64,
    revision: Option<i64>,
    change: &Change,
    now: Timestamp,
) -> Result<Bag> {
    let transaction = connection.transaction_with_behavior(rusqlite::TransactionBehavior::Immediate)?;
    let kept = find(&transaction, id)?;
    if kept.deleted && !matches!(change, Change::Restore) {
        return Err(StoreError::NoBag);
    }
    if revision.is_some_and(|revision| revision != kept.revision) {
        return Err(StoreError::Stale(Box::new(kept)));
    }
    let (name, brief, deleted_at) = match change {
        Change::Content { name, brief } => (name.as_str(), brief.as_str(), None),
        Change::Delete => (kept.name.as_str(), kept.brief.as_str(), Some(now.to_string())),
        Change::Restore => (kept.name.as_str(), kept.brief.as_str(), None),
    };
    let updated = if matches!(change, Change::Content { .. }) { now } else { kept.updated_at };
    let sql = format!(
        "UPDATE bag SET revision = revision + 1, name = :name, brief = :brief, updated_at = :now, deleted_at = :deleted
         WHERE id = :id RETURNING {COLUMNS}"
    );
    let values = named_params! {
        ":name": name, ":brief": brief, ":now": updated.to_string(), ":deleted": deleted_at, ":id": id
    };
    let bag = transaction.prepare_cached(&sql)?.query_row(values, read)?;
    transaction.commit()?;
    Ok(bag)
}

fn read(row: &Row<'_>) -> rusqlite::Result<Bag> {
    let time = |column: &str| -> rusqlite::Result<Timestamp> {
        let text: String = row.get(column)?;
        text.parse().map_err(|error| {
            rusqlite::Error::FromSqlConversionFailure(0, rusqlite::types::Type::Text, Box::new(error))
        })
    };
    Ok(Bag {
        id: row.get("id")?,
        revision: row.get("revision")?,
        name: row.get("name")?,
        brief: row.get("brief")?,
        created_at: time("created_at")?,
        updated_at: time("updated_at")?,
        deleted: row.get::<_, Option<String>>("deleted_at")?.is_some(),
    })
}
