//! What the crafter has set for everything, as JSON under a name.

use crate::Result;
use crate::cell::text;
use crate::shape::{Shape, Unreadable};
use rusqlite::{Connection, OptionalExtension, Transaction, named_params};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_formats::FormatFault;

/// What is set for everything, each kind under a name of its own.
pub trait Setting: Shape + Default {
    /// The name it is kept under.
    const KEY: &'static str;

    /// The same, if its figures are what they say they are.
    ///
    /// # Errors
    /// [`Unreadable`] if one breaks the rule by which it was written.
    fn checked(self) -> std::result::Result<Self, Unreadable>;

    /// What does not hold in one that is written well.
    fn broken(&self, fault: FormatFault) -> Unreadable {
        Unreadable::broken(Self::NAME, &self.written().unwrap_or_default(), fault)
    }
}

/// How many automatic backups are kept.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeepText {
    /// None to 60; no more are made if it is none.
    #[schema(maximum = 60)]
    pub keep: u32,
}

impl Default for KeepText {
    fn default() -> Self {
        Self { keep: 7 }
    }
}

impl Shape for KeepText {
    const NAME: &'static str = "number of backups";
}

impl Setting for KeepText {
    const KEY: &'static str = "backups";

    fn checked(self) -> std::result::Result<Self, Unreadable> {
        Ok(self)
    }
}

/// What is set, if anything is.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn find<T: Setting>(connection: &Connection) -> Result<Option<std::result::Result<T, Unreadable>>> {
    let mut statement = connection.prepare_cached("SELECT setting FROM setting WHERE name = :name")?;
    let kept: Option<String> =
        statement.query_row(named_params! { ":name": T::KEY }, |row| text(row, 0)).optional()?;
    Ok(kept.map(|kept| T::from_kept(&kept).and_then(T::checked)))
}

/// What holds: what is set, and the usual where nothing is, or nothing that can be read.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn holds<T: Setting>(connection: &Connection) -> Result<T> {
    Ok(find(connection)?.and_then(std::result::Result::ok).unwrap_or_default())
}

/// Takes out what is set under a name: the usual holds then.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn forget(transaction: &Transaction<'_>, name: &str) -> Result<()> {
    transaction
        .prepare_cached("DELETE FROM setting WHERE name = :name")?
        .execute(named_params! { ":name": name })?;
    Ok(())
}

/// Sets it, in place of what was set before.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn set<T: Setting>(transaction: &Transaction<'_>, setting: &T) -> Result<()> {
    let sql = "INSERT INTO setting (name, setting) VALUES (:name, :setting)
               ON CONFLICT (name) DO UPDATE SET setting = :setting";
    let values = named_params! { ":name": T::KEY, ":setting": setting.written()? };
    transaction.prepare_cached(sql)?.execute(values)?;
    Ok(())
}
