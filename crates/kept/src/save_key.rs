//! Keys under which saves come: a save whose answer was lost is known again by its key.

use crate::Result;
use crate::cell::{number, text};
use rusqlite::{Connection, OptionalExtension, Transaction, named_params};

/// So many are remembered; the oldest go.
const MOST: i64 = 5_000;

/// A key: one to 64 letters, digits and hyphens.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct SaveKey(String);

impl SaveKey {
    /// The key of that name; nothing if it is none.
    pub fn new(name: &str) -> Option<Self> {
        let fits = (1..=64).contains(&name.len());
        let is_key = fits && name.bytes().all(|letter| letter.is_ascii_alphanumeric() || letter == b'-');
        is_key.then(|| Self(name.to_owned()))
    }

    /// Its name.
    pub fn name(&self) -> &str {
        &self.0
    }
}

/// What a save has made: a revision of something.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Saved {
    /// What kind of thing it is: `bag`.
    pub what: String,
    /// Its number.
    pub id: i64,
    /// The revision that was made; of work on a run, the number of what was done.
    pub revision: i64,
}

/// The revision something is at, and the key of the save that made it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct SavedUnder {
    /// The revision.
    pub revision: i64,
    /// The key, if the save had one.
    pub key: Option<String>,
}

/// Remembers what a save with a key has made.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn remember(transaction: &Transaction<'_>, key: &SaveKey, saved: &Saved) -> Result<()> {
    let sql =
        "INSERT OR REPLACE INTO save_key (key, what, id, revision) VALUES (:key, :what, :id, :revision)";
    transaction.prepare_cached(sql)?.execute(named_params! {
        ":key": key.name(), ":what": saved.what, ":id": saved.id, ":revision": saved.revision
    })?;
    let sql = "DELETE FROM save_key WHERE rowid <= (SELECT max(rowid) FROM save_key) - :most";
    transaction.prepare_cached(sql)?.execute(named_params! { ":most": MOST })?;
    Ok(())
}

/// What the save with that key has made, if it was kept.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn made(connection: &Connection, key: &SaveKey) -> Result<Option<Saved>> {
    let sql = "SELECT what, id, revision FROM save_key WHERE key = :key";
    let read = |row: &rusqlite::Row<'_>| {
        Ok(Saved { what: text(row, 0)?, id: number(row, 1)?, revision: number(row, 2)? })
    };
    Ok(connection.prepare_cached(sql)?.query_row(named_params! { ":key": key.name() }, read).optional()?)
}

/// The key of the save that has made a revision, if it had one.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub fn of(connection: &Connection, saved: &Saved) -> Result<Option<String>> {
    let sql = "SELECT key FROM save_key WHERE what = :what AND id = :id AND revision = :revision";
    let values = named_params! { ":what": saved.what, ":id": saved.id, ":revision": saved.revision };
    Ok(connection.prepare_cached(sql)?.query_row(values, |row| text(row, 0)).optional()?)
}

/// Forgets all keys: what was put back has other revisions.
///
/// # Errors
/// [`crate::StoreError::Database`].
pub(crate) fn forget(transaction: &Transaction<'_>) -> Result<()> {
    transaction.execute("DELETE FROM save_key", [])?;
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case("a", true)]
    #[case("1f0e-Z9", true)]
    #[case("", false)]
    #[case("ä", false)]
    #[case("a b", false)]
    #[case("a'", false)]
    fn a_key_is_letters_digits_and_hyphens(#[case] name: &str, #[case] is_key: bool) {
        assert_eq!(SaveKey::new(name).is_some(), is_key);
        assert!(SaveKey::new(&"a".repeat(64)).is_some_and(|key| key.name().len() == 64));
        assert_eq!(SaveKey::new(&"a".repeat(65)), None);
    }

    #[rstest]
    fn the_oldest_of_too_many_go() {
        let mut file = Connection::open_in_memory().unwrap();
        file.execute_batch(include_str!("../migrations/016_save_keys.sql")).unwrap();
        let transaction = file.transaction().unwrap();
        let key = |n: i64| SaveKey::new(&format!("key-{n}")).unwrap();
        for n in 0..MOST + 3 {
            remember(&transaction, &key(n), &Saved { what: "bag".to_owned(), id: 9, revision: n }).unwrap();
        }
        let there = [2, 3, MOST + 2].map(|n| made(&transaction, &key(n)).unwrap().is_some());
        assert_eq!(there, [false, true, true]);
    }

    proptest! {
        /// Whatever was saved under whichever key, the last under each is what it made.
        #[test]
        fn a_save_is_known_by_its_key(all in prop::collection::vec((0_u8..9, 1_i64..4, 1_i64..60), 1..40)) {
            let mut file = Connection::open_in_memory().unwrap();
            file.execute_batch(include_str!("../migrations/016_save_keys.sql")).unwrap();
            let transaction = file.transaction().unwrap();
            let saved = |id, revision| Saved { what: "bag".to_owned(), id, revision };
            for (name, id, revision) in &all {
                remember(&transaction, &SaveKey::new(&format!("key-{name}")).unwrap(), &saved(*id, *revision)).unwrap();
            }
            for name in 0..9 {
                let key = SaveKey::new(&format!("key-{name}")).unwrap();
                let last = all.iter().rev().find(|(own, ..)| *own == name).map(|(_, id, revision)| saved(*id, *revision));
                prop_assert_eq!(made(&transaction, &key).unwrap(), last.clone());
                if let Some(last) = last {
                    prop_assert!(of(&transaction, &last).unwrap().is_some());
                }
            }
            forget(&transaction).unwrap();
            prop_assert_eq!(of(&transaction, &saved(9, 1)).unwrap(), None);
        }
    }
}
