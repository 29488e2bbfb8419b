//! Things kept in SQLite as one line of JSON each, with a number and a count of its changes: papers, guides.

use super::{Expected, Result, StoreError};
use jiff::Timestamp;
use rusqlite::{Connection, OptionalExtension, Row, Transaction, named_params};

/// Where things of one kind are kept.
#[derive(Clone, Copy, Debug)]
pub struct Kind {
    /// What one of them is called, and the table and its column as well: `paper`.
    pub name: &'static str,
}

/// Papers on the shelf.
pub const PAPERS: Kind = Kind { name: "paper" };
/// Guides for notching and scoring.
pub const GUIDES: Kind = Kind { name: "guide" };

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
    fn columns(self) -> String {
        format!("id, revision, {} AS text, deleted_at", self.name)
    }

    /// All that are not deleted, in the order in which they were added.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub fn list(self, connection: &Connection) -> Result<Vec<Kept>> {
        let (columns, table) = (self.columns(), self.name);
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
        let sql = format!("SELECT {} FROM {} WHERE id = :id", self.columns(), self.name);
        let found =
            connection.prepare_cached(&sql)?.query_row(named_params! { ":id": id }, read).optional()?;
        found.ok_or(StoreError::NoSuch(self.name))
    }

    /// Adds some, all or none.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub fn add(self, transaction: &Transaction<'_>, texts: &[String]) -> Result<Vec<Kept>> {
        let (columns, table) = (self.columns(), self.name);
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
        let table = self.name;
        let sql = format!("UPDATE {table} SET revision = revision + 1, {table} = :text WHERE id = :id");
        transaction.prepare_cached(&sql)?.execute(named_params! { ":text": text, ":id": id })?;
        Ok(())
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
            return Err(StoreError::NoSuch(self.name));
        }
        if expected.is_some_and(|expected| !expected(kept.revision)) {
            return Err(StoreError::Outdated(self.name));
        }
        let (text, deleted_at) = match change {
            Change::Content(text) => (text.as_str(), None),
            Change::Delete => (kept.text.as_str(), Some(now.to_string())),
            Change::Restore => (kept.text.as_str(), None),
        };
        let (columns, table) = (self.columns(), self.name);
        let sql = format!(
            "UPDATE {table} SET revision = revision + 1, {table} = :text, deleted_at = :deleted WHERE id = :id
             RETURNING {columns}"
        );
        let values = named_params! { ":text": text, ":deleted": deleted_at, ":id": id };
        Ok(transaction.prepare_cached(&sql)?.query_row(values, read)?)
    }
}

fn read(row: &Row<'_>) -> rusqlite::Result<Kept> {
    Ok(Kept {
        id: row.get("id")?,
        revision: row.get("revision")?,
        text: row.get("text")?,
        deleted: row.get::<_, Option<String>>("deleted_at")?.is_some(),
    })
}
