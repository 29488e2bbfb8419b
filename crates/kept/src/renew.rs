//! What is kept in an older spelling, written in today's when a file is opened.

use crate::cell::text;
use crate::costs::CostsText;
use crate::entry::KeptEntry;
use crate::hand_rules::HandRules;
use crate::rooms::RoomsText;
use crate::run::KeptRun;
use crate::runs::Event;
use crate::settings::{KeepText, Setting};
use crate::shape::Shape;
use rusqlite::Transaction;
use wide_fold_formats::{BriefText, GuideText, PaperText};

/// How many spellings there have been of all that is kept. One more asks for a migration that renews, and then for its number here.
#[cfg(test)]
const SPELLINGS: u32 = 17;

/// Writes everything of an older spelling anew. Nothing counts as changed by it; what is of no spelling is left as it is.
///
/// # Errors
/// [`rusqlite::Error`].
pub(crate) fn renew(transaction: &Transaction<'_>) -> rusqlite::Result<()> {
    // What is taken off for the crafter's hands was called an allowance, as the room for the paper is.
    if has_column(transaction, "setting", "name")? {
        transaction
            .execute("UPDATE OR IGNORE setting SET name = 'hand_rules' WHERE name = 'allowances'", [])?;
    }
    column::<BriefText>(transaction, "bag", "brief")?;
    column::<BriefText>(transaction, "bag_version", "brief")?;
    column::<PaperText>(transaction, "paper", "paper")?;
    column::<GuideText>(transaction, "guide", "guide")?;
    column::<KeptRun>(transaction, "run", "run")?;
    column::<Event>(transaction, "run_event", "event")?;
    column::<KeptEntry>(transaction, "entry", "entry")?;
    setting::<CostsText>(transaction)?;
    setting::<RoomsText>(transaction)?;
    setting::<HandRules>(transaction)?;
    setting::<KeepText>(transaction)
}

/// True if the file has come to have that column.
fn has_column(transaction: &Transaction<'_>, table: &str, column: &str) -> rusqlite::Result<bool> {
    let sql = "SELECT count(*) FROM pragma_table_info(?1) WHERE name = ?2";
    transaction.query_row(sql, (table, column), |row| Ok(row.get::<_, i64>(0)? > 0))
}

/// The same for one column of a table, if the file has come to have it.
fn column<T: Shape>(transaction: &Transaction<'_>, table: &str, column: &str) -> rusqlite::Result<()> {
    if has_column(transaction, table, column)? {
        every::<T>(transaction, table, column, "true")?;
    }
    Ok(())
}

/// The same for what is set.
fn setting<T: Setting>(transaction: &Transaction<'_>) -> rusqlite::Result<()> {
    if has_column(transaction, "setting", "name")? {
        every::<T>(transaction, "setting", "setting", &format!("name = '{}'", T::KEY))?;
    }
    Ok(())
}

fn every<T: Shape>(
    transaction: &Transaction<'_>,
    table: &str,
    column: &str,
    which: &str,
) -> rusqlite::Result<()> {
    let mut all = transaction.prepare(&format!("SELECT rowid, {column} FROM {table} WHERE {which}"))?;
    let mut write = transaction.prepare(&format!("UPDATE {table} SET {column} = ?2 WHERE rowid = ?1"))?;
    // What is no text any more is in no spelling either: it stays.
    let rows = all.query_map([], |row| Ok((row.get::<_, i64>(0)?, text(row, 1)?)))?;
    for (id, text) in rows.collect::<rusqlite::Result<Vec<_>>>()? {
        let before = serde_json::from_str(&text).ok();
        if let Some(now) = before.and_then(|before| T::renewed(&before)) {
            write.execute((id, now.to_string()))?;
        }
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_new_spelling_has_a_migration_that_renews() {
        let all = BriefText::VERSION
            + PaperText::VERSION
            + GuideText::VERSION
            + KeptRun::VERSION
            + Event::VERSION
            + KeptEntry::VERSION
            + CostsText::VERSION
            + RoomsText::VERSION
            + HandRules::VERSION
            + KeepText::VERSION;
        assert_eq!(all, SPELLINGS, "add a migration that renews, then say how many spellings there are now");
    }
}
