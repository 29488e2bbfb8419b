//! Bags kept in SQLite.

use crate::cell::{number, some_text, text};
use crate::save_key::{self, Saved};
use crate::shape::{Shape, Unreadable};
use crate::versions::{self, Version};
use crate::{Expected, Result, StoreError};
use jiff::Timestamp;
use rusqlite::{Connection, OptionalExtension, Row, Transaction, named_params};
use serde_json::Value;
use wide_fold_core::Brief;
use wide_fold_core::text::printable;
use wide_fold_formats::BriefText;
use wide_fold_formats::brief_json::renewed;

const COLUMNS: &str = "id, revision, name, brief, created_at, updated_at, deleted_at";

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

impl Shape for BriefText {
    const NAME: &'static str = "bag";

    /// The first had every build's figures in one row; the second spelled sheets otherwise than papers on the shelf.
    const VERSION: u32 = 3;

    fn renewed(before: &Value) -> Option<Value> {
        renewed(before)
    }
}

/// A kept brief, read by the rule by which it was written.
///
/// # Errors
/// [`Unreadable`] if it breaks that rule.
pub fn read_brief(kept: &str) -> std::result::Result<Brief, Unreadable> {
    let broken = |fault| Unreadable::broken(BriefText::NAME, kept, fault);
    Brief::try_from(&BriefText::from_kept(kept)?).map_err(broken)
}

impl Bag {
    /// The brief it is kept with.
    ///
    /// # Errors
    /// [`Unreadable`] if the kept text is no brief this version can read.
    pub fn brief(&self) -> std::result::Result<Brief, Unreadable> {
        read_brief(&self.brief)
    }

    /// What a save has made that ended in it as it is.
    pub fn saved(&self) -> Saved {
        Saved { what: BriefText::NAME.to_owned(), id: self.id, revision: self.revision }
    }

    /// The bag as it is, to be gone back to.
    pub fn version(&self) -> Version {
        Version {
            revision: self.revision,
            name: self.name.clone(),
            brief: self.brief.clone(),
            at: self.updated_at,
        }
    }
}

/// What a bag is saved with.
#[derive(Clone, Debug)]
pub struct Content {
    /// Its name.
    pub name: String,
    /// Its brief as JSON.
    pub brief: String,
    /// What the list shows of it.
    pub summary: Summary,
}

/// What the list shows of a bag, kept beside it so that a list plans nothing.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Summary {
    /// As JSON.
    pub json: String,
    /// The rules by which it was made.
    pub rules: String,
}

/// A bag in the list.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Listed {
    /// The bag.
    pub bag: Bag,
    /// What the list shows of it; nothing if it was never made.
    pub summary: Option<Summary>,
}

/// Where a page of the list ends, and the next begins.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Cursor {
    /// When its last bag was changed, as it is kept.
    pub updated_at: String,
    /// That bag's number.
    pub id: i64,
}

/// A page of the bags that are not deleted, the last changed first, and where the next one begins if there is one.
///
/// # Errors
/// [`StoreError::Database`].
pub fn page(
    connection: &Connection,
    after: Option<&Cursor>,
    most: u32,
) -> Result<(Vec<Listed>, Option<Cursor>)> {
    let sql = format!(
        "SELECT {COLUMNS}, summary, rules FROM bag
         WHERE deleted_at IS NULL AND (:id IS NULL OR (updated_at, id) < (:at, :id))
         ORDER BY updated_at DESC, id DESC LIMIT :most"
    );
    let read = |row: &Row<'_>| -> rusqlite::Result<(Listed, String)> {
        let (json, rules) = (some_text(row, "summary")?, some_text(row, "rules")?);
        let summary = json.zip(rules).map(|(json, rules)| Summary { json, rules });
        Ok((Listed { bag: read(row)?, summary }, text(row, "updated_at")?))
    };
    let values = named_params! {
        ":id": after.map(|after| after.id), ":at": after.map(|after| &after.updated_at), ":most": most + 1
    };
    let mut statement = connection.prepare_cached(&sql)?;
    let mut found = statement.query_map(values, read)?.collect::<rusqlite::Result<Vec<_>>>()?;
    let more = found.len() > most as usize;
    found.truncate(most as usize);
    let next = found.last().filter(|_| more);
    let next = next.map(|(last, at)| Cursor { updated_at: at.clone(), id: last.bag.id });
    Ok((found.into_iter().map(|(listed, _)| listed).collect(), next))
}

/// All bags that are not deleted, the first made first.
///
/// # Errors
/// [`StoreError::Database`].
pub fn all(connection: &Connection) -> Result<Vec<Bag>> {
    let sql = format!("SELECT {COLUMNS} FROM bag NOT INDEXED WHERE deleted_at IS NULL ORDER BY id");
    let mut statement = connection.prepare_cached(&sql)?;
    Ok(statement.query_map([], read)?.collect::<rusqlite::Result<Vec<_>>>()?)
}

/// How many bags there are that are not deleted.
///
/// # Errors
/// [`StoreError::Database`].
pub fn count(connection: &Connection) -> Result<u32> {
    let sql = "SELECT count(*) FROM bag WHERE deleted_at IS NULL";
    Ok(connection.prepare_cached(sql)?.query_row([], |row| row.get(0))?)
}

/// Keeps what the list shows of bags that are still at the revision it was made of.
///
/// # Errors
/// [`StoreError::Database`].
pub fn show(transaction: &Transaction<'_>, made: &[(i64, i64, Summary)]) -> Result<()> {
    let sql = "UPDATE bag SET summary = :json, rules = :rules WHERE id = :id AND revision = :revision";
    let mut statement = transaction.prepare_cached(sql)?;
    for (id, revision, Summary { json, rules }) in made {
        statement
            .execute(named_params! { ":id": id, ":revision": revision, ":json": json, ":rules": rules })?;
    }
    Ok(())
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

/// Those of so many bags that are there, deleted or not.
///
/// # Errors
/// [`StoreError::Database`].
pub fn found(connection: &Connection, ids: impl IntoIterator<Item = i64>) -> Result<Vec<Bag>> {
    let mut all = Vec::new();
    for id in ids {
        match find(connection, id) {
            Ok(bag) => all.push(bag),
            Err(StoreError::NoBag) => {}
            Err(error) => return Err(error),
        }
    }
    Ok(all)
}

/// Saves a new bag.
///
/// # Errors
/// [`StoreError::Database`].
pub fn create(transaction: &Transaction<'_>, content: &Content, now: Timestamp) -> Result<Bag> {
    let sql = format!(
        "INSERT INTO bag (revision, name, brief, summary, rules, created_at, updated_at)
         VALUES (1, :name, :brief, :summary, :rules, :now, :now) RETURNING {COLUMNS}"
    );
    let values = named_params! {
        ":name": content.name, ":brief": content.brief, ":summary": content.summary.json,
        ":rules": content.summary.rules, ":now": now.to_string()
    };
    Ok(transaction.prepare_cached(&sql)?.query_row(values, read)?)
}

/// Refuses what was meant for another revision than the kept one, and says under which key that one came.
///
/// # Errors
/// [`StoreError::Database`].
pub fn stale(connection: &Connection, kept: Bag) -> Result<StoreError> {
    let key = save_key::of(connection, &kept.saved())?;
    Ok(StoreError::Stale(Box::new(kept), key))
}

/// What a write does to a bag.
#[derive(Clone, Debug)]
pub enum Change {
    /// Another name and brief.
    Content(Content),
    /// Out of the list, to be brought back if need be.
    Delete,
    /// Back into the list.
    Restore,
}

/// Changes a bag if it is still at a revision that is `expected` (any, if nothing is).
///
/// # Errors
/// [`StoreError::NoBag`] if there is no such bag (for a change of content: or if it is deleted);
/// [`StoreError::Stale`] with the kept bag if it has another revision.
pub fn change(
    transaction: &Transaction<'_>,
    id: i64,
    expected: Option<&Expected>,
    change: &Change,
    now: Timestamp,
) -> Result<Bag> {
    let kept = find(transaction, id)?;
    if kept.deleted && !matches!(change, Change::Restore) {
        return Err(StoreError::NoBag);
    }
    if expected.is_some_and(|expected| !expected(kept.revision)) {
        return Err(stale(transaction, kept)?);
    }
    if let Change::Content(content) = change
        && (&content.name, &content.brief) != (&kept.name, &kept.brief)
    {
        versions::before_change(transaction, id, &kept.version(), now)?;
    }
    let (sets, now) = match change {
        Change::Content(_) => (
            "name = :name, brief = :brief, summary = :summary, rules = :rules, updated_at = :now",
            now.to_string(),
        ),
        Change::Delete => ("deleted_at = :now", now.to_string()),
        Change::Restore => ("deleted_at = NULL", String::new()),
    };
    let sql = format!("UPDATE bag SET revision = revision + 1, {sets} WHERE id = :id RETURNING {COLUMNS}");
    let mut statement = transaction.prepare_cached(&sql)?;
    let bag = match change {
        Change::Content(Content { name, brief, summary }) => {
            let values = named_params! {
                ":name": name, ":brief": brief, ":summary": summary.json, ":rules": summary.rules, ":now": now, ":id": id
            };
            statement.query_row(values, read)?
        }
        Change::Delete => statement.query_row(named_params! { ":now": now, ":id": id }, read)?,
        Change::Restore => statement.query_row(named_params! { ":id": id }, read)?,
    };
    Ok(bag)
}

/// A row as a bag. A time that cannot be read is the beginning of all times, and what cannot be written is left out of a name:
/// neither hides a bag.
fn read(row: &Row<'_>) -> rusqlite::Result<Bag> {
    let time = |column: &str| -> rusqlite::Result<Timestamp> {
        Ok(text(row, column)?.parse().unwrap_or(Timestamp::UNIX_EPOCH))
    };
    Ok(Bag {
        id: row.get("id")?,
        revision: number(row, "revision")?,
        name: printable(&text(row, "name")?),
        brief: text(row, "brief")?,
        created_at: time("created_at")?,
        updated_at: time("updated_at")?,
        deleted: some_text(row, "deleted_at")?.is_some(),
    })
}
