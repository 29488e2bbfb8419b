//! Things kept in SQLite as one line of JSON each, with a number and a count of its changes: papers, guides, runs, entries.

use crate::cell::{number, some_text, text};
use crate::save_key::{self, Saved, SavedUnder};
use crate::{Expected, Full, Result, StoreError};
use jiff::Timestamp;
use rusqlite::{Connection, OptionalExtension, Row, Transaction, named_params};
use wide_fold_formats::project::MOST_GUIDES;

/// A kind of thing, and what it is called: its table and the column in it as well.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Kind {
    /// Papers on the shelf.
    Paper,
    /// Guides for notching and scoring.
    Guide,
    /// Runs.
    Run,
    /// Entries of the journal.
    Entry,
}

/// A thing as it is kept.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Kept {
    /// Its number.
    pub id: i64,
    /// Counts every change, from 1.
    pub revision: i64,
    /// What it is, as JSON.
    pub text: String,
    /// True while it can only be brought back.
    pub deleted: bool,
}

/// What a write does to a thing.
#[derive(Clone, Debug)]
pub enum Change {
    /// Other figures, as JSON.
    Content(String),
    /// Taken away, to be brought back if need be.
    Delete,
    /// Brought back.
    Restore,
}

impl Kind {
    /// What one is called.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Paper => "paper",
            Self::Guide => "guide",
            Self::Run => "run",
            Self::Entry => "entry",
        }
    }

    /// No more of them are kept: how many, and what is said when there are so many.
    const fn most(self, there: usize) -> (usize, Full) {
        match self {
            Self::Paper => (500, Full::Shelf(500, there)),
            Self::Guide => (MOST_GUIDES, Full::Guides(MOST_GUIDES, there)),
            Self::Run => (200, Full::Runs(200)),
            Self::Entry => (10_000, Full::Journal(10_000)),
        }
    }

    fn columns(self) -> String {
        format!("id, revision, {} AS text, deleted_at", self.name())
    }

    /// All that are not deleted, in the order in which they were added.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub fn list(self, connection: &Connection) -> Result<Vec<Kept>> {
        let (columns, table) = (self.columns(), self.name());
        let sql = format!("SELECT {columns} FROM {table} WHERE deleted_at IS NULL ORDER BY id");
        let mut statement = connection.prepare_cached(&sql)?;
        let found = statement.query_map([], read)?.collect::<rusqlite::Result<_>>()?;
        Ok(found)
    }

    /// One of them, deleted or not.
    ///
    /// # Errors
    /// [`StoreError::NoSuch`].
    pub fn find(self, connection: &Connection, id: i64) -> Result<Kept> {
        let sql = format!("SELECT {} FROM {} WHERE id = :id", self.columns(), self.name());
        let found =
            connection.prepare_cached(&sql)?.query_row(named_params! { ":id": id }, read).optional()?;
        found.ok_or(StoreError::NoSuch(self.name()))
    }

    /// Adds some while there is room for them, all or none.
    ///
    /// # Errors
    /// [`StoreError::Full`].
    pub fn add(self, transaction: &Transaction<'_>, texts: &[String]) -> Result<Vec<Kept>> {
        let there = self.count(transaction)?;
        let (most, full) = self.most(there);
        if there + texts.len() > most { Err(full.into()) } else { self.put_in(transaction, texts) }
    }

    /// How many there are that are not deleted.
    fn count(self, connection: &Connection) -> Result<usize> {
        let sql = format!("SELECT count(*) FROM {} WHERE deleted_at IS NULL", self.name());
        let count: i64 = connection.prepare_cached(&sql)?.query_row([], |row| row.get(0))?;
        Ok(usize::try_from(count).unwrap_or_default())
    }

    /// Adds some, however many there are: what comes back to the shelf is never refused.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub fn put_in(self, transaction: &Transaction<'_>, texts: &[String]) -> Result<Vec<Kept>> {
        let (columns, table) = (self.columns(), self.name());
        let sql = format!("INSERT INTO {table} (revision, {table}) VALUES (1, :text) RETURNING {columns}");
        let mut statement = transaction.prepare_cached(&sql)?;
        let mut added = Vec::new();
        for text in texts {
            added.push(statement.query_row(named_params! { ":text": text }, read)?);
        }
        Ok(added)
    }

    /// Keeps one anew.
    pub(super) fn put(self, transaction: &Transaction<'_>, id: i64, text: &str) -> Result<()> {
        let table = self.name();
        let sql = format!("UPDATE {table} SET revision = revision + 1, {table} = :text WHERE id = :id");
        transaction.prepare_cached(&sql)?.execute(named_params! { ":text": text, ":id": id })?;
        Ok(())
    }

    /// Refuses what was meant for another revision than the kept one, and says under which key that one came.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub fn outdated(self, connection: &Connection, kept: &Kept) -> Result<StoreError> {
        let key = save_key::of(connection, &self.saved(kept))?;
        Ok(StoreError::Outdated(self.name(), Some(SavedUnder { revision: kept.revision, key })))
    }

    /// What a save has made that ended in one as it is.
    pub fn saved(self, kept: &Kept) -> Saved {
        Saved { what: self.name().to_owned(), id: kept.id, revision: kept.revision }
    }

    /// Changes one if it is still at a revision that is `expected` (any, if nothing is).
    ///
    /// # Errors
    /// [`StoreError::NoSuch`] if there is none with that number; [`StoreError::Outdated`] if it has another revision.
    pub fn change(
        self,
        transaction: &Transaction<'_>,
        id: i64,
        expected: Option<&Expected>,
        change: &Change,
        now: Timestamp,
    ) -> Result<Kept> {
        let kept = self.find(transaction, id)?;
        if kept.deleted && !matches!(change, Change::Restore) {
            return Err(StoreError::NoSuch(self.name()));
        }
        if expected.is_some_and(|expected| !expected(kept.revision)) {
            return Err(self.outdated(transaction, &kept)?);
        }
        let (text, deleted_at) = match change {
            Change::Content(text) => (text.as_str(), None),
            Change::Delete => (kept.text.as_str(), Some(now.to_string())),
            Change::Restore => (kept.text.as_str(), None),
        };
        let (columns, table) = (self.columns(), self.name());
        let sql = format!(
            "UPDATE {table} SET revision = revision + 1, {table} = :text, deleted_at = :deleted WHERE id = :id
             RETURNING {columns}"
        );
        let values = named_params! { ":text": text, ":deleted": deleted_at, ":id": id };
        Ok(transaction.prepare_cached(&sql)?.query_row(values, read)?)
    }
}

/// What a thing calls itself, if anything of it can be made out.
pub(crate) fn called(text: &str) -> Option<String> {
    let json: serde_json::Value = serde_json::from_str(text).ok()?;
    json["name"].as_str().map(str::trim).filter(|name| !name.is_empty()).map(str::to_owned)
}

fn read(row: &Row<'_>) -> rusqlite::Result<Kept> {
    Ok(Kept {
        id: row.get("id")?,
        revision: number(row, "revision")?,
        text: text(row, "text")?,
        deleted: some_text(row, "deleted_at")?.is_some(),
    })
}
