//! Opening the one file: whose it is, whether it is whole, and bringing its tables up to date.

use crate::look::{PATIENCE, look_into};
use crate::place;
use crate::renew::renew;
use crate::rows::readable;
use crate::{Result, StoreError};
use rusqlite::{Connection, OpenFlags, Transaction};
use rusqlite_migration::{M, Migrations};
use std::fs::{File, TryLockError};
use std::path::Path;
use std::time::{Duration, Instant};

/// How many changes the tables have been through.
pub(super) const VERSIONS: i64 = 17;

fn migrations() -> Migrations<'static> {
    Migrations::new(vec![
        M::up(include_str!("../migrations/001_bags.sql")),
        M::up(include_str!("../migrations/002_shelf.sql")),
        M::up(include_str!("../migrations/003_cuts.sql")),
        M::up(include_str!("../migrations/004_cuts_of_two_papers.sql")),
        M::up(include_str!("../migrations/005_kept_whole.sql")),
        // Every build says only what belongs to it.
        M::up_with_hook("", |transaction: &Transaction<'_>| Ok(renew(transaction)?)),
        M::up(include_str!("../migrations/007_ticks.sql")),
        M::up(include_str!("../migrations/008_guides.sql")),
        M::up(include_str!("../migrations/009_settings.sql")),
        M::up(include_str!("../migrations/010_runs.sql")),
        M::up(include_str!("../migrations/011_journal.sql")),
        M::up(include_str!("../migrations/012_versions.sql")),
        // A sheet is spelled as papers on the shelf are.
        M::up_with_hook("", |transaction: &Transaction<'_>| Ok(renew(transaction)?)),
        M::up(include_str!("../migrations/014_bag_paper.sql")),
        // Panels follow one another in a round, and hands have rules of their own.
        M::up_with_hook("", |transaction: &Transaction<'_>| Ok(renew(transaction)?)),
        M::up(include_str!("../migrations/016_save_keys.sql")),
        // Everything else that is kept, not bags and runs alone.
        M::up_with_hook("", |transaction: &Transaction<'_>| Ok(renew(transaction)?)),
    ])
}

/// A file in memory as it was after so many changes of its tables, with nothing in it.
///
/// # Errors
/// [`StoreError::Migration`].
pub(super) fn tables_of(version: i64) -> Result<Connection> {
    let mut file = Connection::open_in_memory()?;
    migrations().to_version(&mut file, usize::try_from(version).unwrap_or_default())?;
    Ok(file)
}

/// Says in the file's header whose it is (`WFol`); given by the fifth migration.
pub(super) const APPLICATION_ID: i64 = 0x5746_6F6C;

/// The connection that writes, and the one that reads; a file that is not ours, or spoiled, is not touched.
pub(super) fn open(path: &Path) -> Result<(Connection, Connection)> {
    let turn = Turn::wait(path)?;
    examine(path)?;
    let connections = open_examined(path)?;
    drop(turn);
    Ok(connections)
}

/// The same of a file that has been examined, and that nobody else opens.
pub(super) fn open_examined(path: &Path) -> Result<(Connection, Connection)> {
    place::private_file(path).map_err(|error| refused(&format!("It cannot be written to: {error}.")))?;
    let mut writer = Connection::open(path)?;
    writer.busy_timeout(PATIENCE)?;
    writer.pragma_update(None, "journal_mode", "wal")?;
    writer.pragma_update(None, "synchronous", "full")?;
    let is_new = count(&writer, "SELECT count(*) FROM sqlite_schema")? == 0;
    migrations().to_latest(&mut writer)?;
    // A backup that is worked on is none any more.
    writer.execute_batch("DROP TABLE IF EXISTS seal")?;
    if is_new {
        // The second migration put a sample shelf in: an empty file has an empty one, and the demo brings its own.
        writer.execute_batch(
            "BEGIN; DELETE FROM paper; DELETE FROM sqlite_sequence WHERE name = 'paper'; COMMIT;",
        )?;
    }
    let reader = Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY)?;
    reader.busy_timeout(PATIENCE)?;
    Ok((writer, reader))
}

/// Refuses a file that is another program's, newer than this program, or spoiled. Writes nothing.
pub(super) fn examine(path: &Path) -> Result<()> {
    if std::fs::metadata(path).map_or(0, |file| file.len()) == 0 {
        return Ok(());
    }
    let file = look_into(path)?;
    let number = |name: &str| -> rusqlite::Result<i64> {
        file.query_row(&format!("PRAGMA {name}"), [], |row| row.get(0))
    };
    let (application, version) = match (number("application_id"), number("user_version")) {
        (Ok(application), Ok(version)) => (application, version),
        (Err(error), _) | (_, Err(error)) => {
            return Err(match error.sqlite_error_code() {
                Some(rusqlite::ErrorCode::NotADatabase) => {
                    refused("It is not a database. Give another file with --db.")
                }
                _ => spoiled(path, &error.to_string()),
            });
        }
    };
    let foreign = "It belongs to another program and was not touched. Give another file with --db.";
    match application {
        APPLICATION_ID if version > VERSIONS => {
            return Err(refused(
                "It was written by a newer version of Wide Fold and was not touched. Use that one.",
            ));
        }
        APPLICATION_ID => {}
        // The versions before the fifth did not sign their file.
        0 if version == 0 && count(&file, "SELECT count(*) FROM sqlite_schema")? == 0 => return Ok(()),
        0 if (1..5).contains(&version) && count(&file, OUR_COLUMNS)? == 4 => {}
        _ => return Err(refused(foreign)),
    }
    let checked: rusqlite::Result<Vec<String>> = file
        .prepare("PRAGMA quick_check(3)")
        .and_then(|mut check| check.query_map([], |row| row.get(0))?.collect());
    match checked {
        Ok(said) if said == ["ok"] => Ok(()),
        Ok(said) => Err(spoiled(path, &said.join("; "))),
        Err(error) => Err(spoiled(path, &error.to_string())),
    }
}

const OUR_COLUMNS: &str =
    "SELECT count(*) FROM pragma_table_info('bag') WHERE name IN ('revision', 'name', 'brief', 'deleted_at')";

fn count(file: &Connection, sql: &str) -> rusqlite::Result<i64> {
    file.query_row(sql, [], |row| row.get(0))
}

fn refused(sentence: &str) -> StoreError {
    StoreError::NotOurs(sentence.to_owned())
}

fn spoiled(path: &Path, found: &str) -> StoreError {
    let there = readable(path);
    let file = path.display();
    StoreError::NotOurs(format!(
        "It is spoiled inside ({found}) and was not touched. {} bags, {} papers and {} guides in it can still be read: \
         wide-fold rescue --db {file} --into rescued.db saves them into a new file.",
        there.bags, there.papers, there.guides,
    ))
}

/// A start's turn at a file: of several at once, one makes its tables and the others wait. Held on the folder, since a lock on
/// the file itself would undo the database's own.
struct Turn(#[allow(dead_code, reason = "Held until it is dropped.")] Option<File>);

impl Turn {
    fn wait(path: &Path) -> Result<Self> {
        let folder = path.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
        // A folder that cannot be locked (some shared drives) has nobody waiting either.
        let Ok(folder) = File::open(folder) else { return Ok(Self(None)) };
        let since = Instant::now();
        loop {
            match folder.try_lock() {
                Ok(()) => return Ok(Self(Some(folder))),
                Err(TryLockError::Error(_)) => return Ok(Self(None)),
                Err(TryLockError::WouldBlock) if since.elapsed() > PATIENCE => {
                    return Err(refused(
                        "Another start is busy with a file in its folder. Try again in a moment.",
                    ));
                }
                Err(TryLockError::WouldBlock) => std::thread::sleep(Duration::from_millis(20)),
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_version_is_that_of_the_last_migration() {
        let mut file = Connection::open_in_memory().unwrap();
        migrations().to_latest(&mut file).unwrap();
        let version: i64 = file.query_row("PRAGMA user_version", [], |row| row.get(0)).unwrap();
        assert_eq!(version, VERSIONS);
    }
}
