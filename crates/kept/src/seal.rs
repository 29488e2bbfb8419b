//! What a backup's content adds up to, written into it: a byte that has changed since is found, wherever it is. And whether a file that
//! is to be put back is built as this program builds its own.

use crate::cell::{self, Sum};
use crate::open::tables_of;
use crate::{Result, StoreError};
use rusqlite::Connection;
use sha2::{Digest, Sha256};
use std::collections::BTreeSet;

/// No number in a file of ours comes near this: one that does was written to run out of numbers.
const HIGHEST: i64 = 1 << 50;

/// Every number that is counted on from, or by.
const NUMBERED: [(&str, &str); 12] = [
    ("bag", "id"),
    ("bag", "revision"),
    ("paper", "id"),
    ("paper", "revision"),
    ("guide", "id"),
    ("guide", "revision"),
    ("run", "id"),
    ("run", "revision"),
    ("entry", "id"),
    ("entry", "revision"),
    ("run_event", "id"),
    ("sqlite_sequence", "seq"),
];

/// Writes down what a file adds up to.
///
/// # Errors
/// [`StoreError::Database`].
pub fn seal(file: &Connection) -> Result<()> {
    file.execute_batch("DROP TABLE IF EXISTS seal")?;
    let sum = sum::<blake3::Hasher>(file)?;
    file.execute_batch(SEAL)?;
    file.execute("INSERT INTO seal (sum) VALUES (?1)", [format!("{BY_BLAKE3}{sum}")])?;
    Ok(())
}

/// Refuses a file that is built otherwise than this program has ever built one, or whose content is not what it was sealed with. One of
/// before there were seals has none.
///
/// # Errors
/// [`StoreError::NotOurs`] with a sentence.
pub fn check(file: &Connection) -> Result<()> {
    let version: i64 = file.query_row("PRAGMA user_version", [], |row| row.get(0))?;
    let mut own = built(file)?;
    let is_sealed = own.remove(&("table".to_owned(), "seal".to_owned(), spelled(SEAL)));
    if own != built(&tables_of(version)?)? {
        let detail = "It is built otherwise than Wide Fold builds its files, and was not read.";
        return Err(StoreError::NotOurs(detail.to_owned()));
    }
    // What a table of before has not come to have yet it has no figures in.
    let most = |table: &str, column: &str| -> rusqlite::Result<Option<i64>> {
        let known = "SELECT count(*) FROM pragma_table_info(?1) WHERE name = ?2";
        if file.query_row(known, (table, column), |row| row.get::<_, i64>(0))? == 0 {
            return Ok(None);
        }
        file.query_row(&format!("SELECT max(abs({column})) FROM {table}"), [], |row| row.get(0))
    };
    for (table, column) in NUMBERED {
        let highest = most(table, column)?;
        if highest.is_some_and(|highest| highest > HIGHEST) {
            let detail = "Its numbers run higher than any that Wide Fold gives, so it was not read.";
            return Err(StoreError::NotOurs(detail.to_owned()));
        }
    }
    if file.prepare("PRAGMA foreign_key_check")?.exists([])? {
        let detail = "What is in it does not fit together, so it cannot be put back. Take another backup.";
        return Err(StoreError::NotOurs(detail.to_owned()));
    }
    if !is_sealed {
        return Ok(());
    }
    let sealed: String = file.query_row("SELECT sum FROM seal", [], |row| row.get(0))?;
    let whole = match sealed.strip_prefix(BY_BLAKE3) {
        Some(sealed) => sealed == sum::<blake3::Hasher>(file)?,
        None => sealed == sum::<BySha256>(file)?,
    };
    if whole {
        Ok(())
    } else {
        let detail =
            "Its content is not what it was when it was written: it is damaged. Take another backup.";
        Err(StoreError::NotOurs(detail.to_owned()))
    }
}

/// How a sum begins that was made with BLAKE3; the seals of before are SHA-256 and have no name before them.
const BY_BLAKE3: &str = "blake3:";

/// How seals were made before: many times slower where the processor has no instructions for it.
#[derive(Default)]
struct BySha256(Sha256);

impl Sum for BySha256 {
    fn add(&mut self, bytes: &[u8]) {
        self.0.update(bytes);
    }

    fn total(self) -> [u8; 32] {
        self.0.finalize().into()
    }
}

const SEAL: &str = "CREATE TABLE seal (sum TEXT NOT NULL)";

/// What a file is built of: kind, name, and how it was asked for.
fn built(file: &Connection) -> Result<BTreeSet<(String, String, String)>> {
    let mut all = file.prepare("SELECT type, name, sql FROM sqlite_schema")?;
    let found = all.query_map([], |row| {
        Ok((row.get(0)?, row.get(1)?, spelled(&row.get::<_, Option<String>>(2)?.unwrap_or_default())))
    })?;
    Ok(found.collect::<rusqlite::Result<_>>()?)
}

/// Spaces and quotes mean nothing.
fn spelled(sql: &str) -> String {
    sql.chars().filter(|letter| !letter.is_whitespace() && *letter != '"').collect()
}

/// What every row of every table adds up to, but the seal's own.
fn sum<S: Sum>(file: &Connection) -> Result<String> {
    let names = "SELECT name FROM sqlite_schema WHERE type = 'table' AND name <> 'seal' ORDER BY name";
    let names: Vec<String> =
        file.prepare(names)?.query_map([], |row| row.get(0))?.collect::<rusqlite::Result<_>>()?;
    let mut digest = S::default();
    // The names of tables are told from cells by their kind.
    let table = |digest: &mut S, name: &str| {
        digest.add(b"t");
        digest.add(&name.len().to_le_bytes());
        digest.add(name.as_bytes());
    };
    for name in names {
        table(&mut digest, &name);
        let mut rows = file.prepare(&format!("SELECT rowid, * FROM {name} ORDER BY rowid"))?;
        let width = rows.column_count();
        let mut rows = rows.query([])?;
        while let Some(row) = rows.next()? {
            for cell in 0..width {
                cell::add(&mut digest, row.get_ref(cell)?);
            }
        }
    }
    Ok(digest.total().iter().map(|byte| format!("{byte:02x}")).collect())
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A file of today's shape with something in it.
    fn file() -> Connection {
        let file = tables_of(crate::open::VERSIONS).unwrap();
        file.execute("INSERT INTO setting (name, setting) VALUES ('rooms', '{}')", []).unwrap();
        file
    }

    fn changed(file: &Connection) {
        file.execute("UPDATE setting SET setting = '{ }'", []).unwrap();
    }

    #[test]
    fn a_change_since_the_seal_is_found() {
        let file = file();
        seal(&file).unwrap();
        check(&file).unwrap();
        changed(&file);
        assert!(matches!(check(&file), Err(StoreError::NotOurs(says)) if says.contains("damaged")));
    }

    #[test]
    fn a_seal_of_before_still_holds_and_still_finds_it() {
        let file = file();
        let before = sum::<BySha256>(&file).unwrap();
        file.execute_batch(SEAL).unwrap();
        file.execute("INSERT INTO seal (sum) VALUES (?1)", [before]).unwrap();
        check(&file).unwrap();
        changed(&file);
        assert!(check(&file).is_err());
    }
}
