//! What the crafter has set for everything, as JSON under a name.

use super::Result;
use rusqlite::{Connection, OptionalExtension, Transaction, named_params};

/// Room that is left round what goes into a bag.
pub const ROOMS: &str = "rooms";
/// What things cost besides paper.
pub const COSTS: &str = "costs";
/// What new plans take off for the crafter's own hands.
pub const ALLOWANCES: &str = "allowances";
/// How many automatic backups are kept.
pub const BACKUPS: &str = "backups";

/// What is set under a name, if anything is.
///
/// # Errors
/// [`super::StoreError::Database`].
pub fn find(connection: &Connection, name: &str) -> Result<Option<String>> {
    let mut statement = connection.prepare_cached("SELECT setting FROM setting WHERE name = :name")?;
    Ok(statement.query_row(named_params! { ":name": name }, |row| row.get(0)).optional()?)
}

/// Sets it, in place of what was set before.
///
/// # Errors
/// [`super::StoreError::Database`].
pub fn set(transaction: &Transaction<'_>, name: &str, setting: &str) -> Result<()> {
    let sql = "INSERT INTO setting (name, setting) VALUES (:name, :setting)
               ON CONFLICT (name) DO UPDATE SET setting = :setting";
    transaction.prepare_cached(sql)?.execute(named_params! { ":name": name, ":setting": setting })?;
    Ok(())
}
