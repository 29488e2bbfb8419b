//! Papers kept in SQLite.

use super::{Expected, Result, StoreError};
use jiff::Timestamp;
use rusqlite::{Connection, OptionalExtension, Row, Transaction, named_params};

const COLUMNS: &str = "id, revision, paper, deleted_at";

/// A paper as it is kept.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Kept {
    /// Its number.
    pub id: i64,
    /// Counts every change, from 1.
    pub revision: i64,
    /// The paper as JSON.
    pub paper: String,
    /// True while it can only be brought back.
    pub deleted: bool,
}

/// All papers that are not deleted, in the order they were put on the shelf.
///
/// # Errors
/// [`StoreError::Database`].
pub fn list(connection: &Connection) -> Result<Vec<Kept>> {
    let sql = format!("SELECT {COLUMNS} FROM paper WHERE deleted_at IS NULL ORDER BY id");
    let mut statement = connection.prepare_cached(&sql)?;
    let papers = statement.query_map([], read)?.collect::<rusqlite::Result<_>>()?;
    Ok(papers)
}

/// One paper, on the shelf or taken off it.
///
/// # Errors
/// [`StoreError::NoPaper`].
pub fn find(connection: &Connection, id: i64) -> Result<Kept> {
    let sql = format!("SELECT {COLUMNS} FROM paper WHERE id = :id");
    let found = connection.prepare_cached(&sql)?.query_row(named_params! { ":id": id }, read).optional()?;
    found.ok_or(StoreError::NoPaper)
}

/// Puts papers on the shelf, all or none.
///
/// # Errors
/// [`StoreError::Database`].
pub fn add(transaction: &Transaction<'_>, papers: &[String]) -> Result<Vec<Kept>> {
    let sql = format!("INSERT INTO paper (revision, paper) VALUES (1, :paper) RETURNING {COLUMNS}");
    let mut statement = transaction.prepare_cached(&sql)?;
    let mut added = Vec::new();
    for paper in papers {
        added.push(statement.query_row(named_params! { ":paper": paper }, read)?);
    }
    Ok(added)
}

/// Keeps a paper anew.
pub(super) fn put(transaction: &Transaction<'_>, id: i64, paper: &str) -> Result<()> {
    let sql = "UPDATE paper SET revision = revision + 1, paper = :paper WHERE id = :id";
    transaction.prepare_cached(sql)?.execute(named_params! { ":paper": paper, ":id": id })?;
    Ok(())
}

/// What a write does to a paper.
#[derive(Clone, Debug)]
pub enum Change {
    /// Other figures, as JSON.
    Content(String),
    /// Off the shelf, to be brought back if need be.
    Delete,
    /// Back onto it.
    Restore,
}

/// Changes a paper if it is still at a revision that is `expected` (any, if nothing is).
///
/// # Errors
/// [`StoreError::NoPaper`] if there is none with that number; [`StoreError::StalePaper`] if it has another revision.
pub fn change(
    transaction: &Transaction<'_>,
    id: i64,
    expected: Option<&Expected>,
    change: &Change,
    now: Timestamp,
) -> Result<Kept> {
    let kept = find(transaction, id)?;
    if kept.deleted && !matches!(change, Change::Restore) {
        return Err(StoreError::NoPaper);
    }
    if expected.is_some_and(|expected| !expected(kept.revision)) {
        return Err(StoreError::StalePaper);
    }
    let (paper, deleted_at) = match change {
        Change::Content(paper) => (paper.as_str(), None),
        Change::Delete => (kept.paper.as_str(), Some(now.to_string())),
        Change::Restore => (kept.paper.as_str(), None),
    };
    let sql = format!(
        "UPDATE paper SET revision = revision + 1, paper = :paper, deleted_at = :deleted WHERE id = :id
         RETURNING {COLUMNS}"
    );
    let values = named_params! { ":paper": paper, ":deleted": deleted_at, ":id": id };
    Ok(transaction.prepare_cached(&sql)?.query_row(values, read)?)
}

fn read(row: &Row<'_>) -> rusqlite::Result<Kept> {
    Ok(Kept {
        id: row.get("id")?,
        revision: row.get("revision")?,
        paper: row.get("paper")?,
        deleted: row.get::<_, Option<String>>("deleted_at")?.is_some(),
    })
}
