//! Everything in one file: written while the service runs, looked into, and put back in place of what is there.
//!
//! A backup is a database of its own (SQLite), of one moment. They lie in a folder beside the database, named by the moment and by
//! what they were made for; when there are more of a kind than are kept, the oldest goes.

use crate::contents::Contents;
use crate::look::{PATIENCE, look_into};
use crate::place;
use crate::seal::{self, seal};
use crate::{Connections, Result, Store, StoreError, held, open};
use jiff::Timestamp;
use rusqlite::{Connection, ErrorCode, InterruptHandle, OpenFlags, TransactionBehavior};
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::sync::mpsc::RecvTimeoutError;
use std::time::Duration;

/// Every table, those first on which others rest; and whether it counts revisions.
const TABLES: [(&str, bool); 11] = [
    ("bag", true),
    ("paper", true),
    ("guide", true),
    ("setting", false),
    ("run", true),
    ("bag_paper", false),
    ("tick", false),
    ("run_event", false),
    ("entry", true),
    ("picture", false),
    ("bag_version", false),
];

/// How the name of a backup ends.
const ENDING: &str = ".backup.db";

/// Why a backup was made. Those of one kind push out no others.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Made {
    /// By itself, once a day.
    ByItself,
    /// By hand.
    ByHand,
    /// Before another was put back.
    BeforeRestore,
}

impl Made {
    /// All there are.
    pub const ALL: [Self; 3] = [Self::ByItself, Self::ByHand, Self::BeforeRestore];

    /// How the name of such a backup ends, from the moment on.
    const fn ending(self) -> &'static str {
        match self {
            Self::ByItself => ".backup.db",
            Self::ByHand => ".hand.backup.db",
            Self::BeforeRestore => ".before.backup.db",
        }
    }

    /// The kind of a backup of that name.
    fn of(name: &str) -> Self {
        let other =
            [Self::ByHand, Self::BeforeRestore].into_iter().find(|made| name.ends_with(made.ending()));
        other.unwrap_or(Self::ByItself)
    }
}

/// No database is smaller than its first page, in bytes: what is, the database takes for one that is still to be made.
const SMALLEST: u64 = 512;

/// A backup beside the database.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Kept {
    /// Its file's name.
    pub name: String,
    /// Why it was made.
    pub made: Made,
    /// How large it is, in bytes.
    pub bytes: u64,
    /// When it was made.
    pub at: Timestamp,
}

/// What a copy of everything is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum CopyFor {
    /// To lie beside the database: once it is said to be there it is, whatever happens.
    Keeping,
    /// To be sent, and taken away: nobody waits until it is safe on this disk.
    Sending,
}

impl Store {
    /// Writes everything as it is at this moment into a new file.
    ///
    /// # Errors
    /// [`StoreError::Database`] if it cannot be written: there is such a file, or no room.
    pub fn copy_to(&self, into: &Path, copy: CopyFor) -> Result<()> {
        self.is_in_place()?;
        // By a connection of its own, so that nobody waits.
        let own = Connection::open_with_flags(&self.0.path, OpenFlags::SQLITE_OPEN_READ_ONLY)?;
        own.busy_timeout(PATIENCE)?;
        let synchronous = match copy {
            CopyFor::Keeping => "full",
            CopyFor::Sending => "off",
        };
        own.pragma_update(None, "synchronous", synchronous)?;
        own.execute("VACUUM INTO ?1", [into.to_string_lossy()])?;
        place::private_file(into)
            .map_err(|error| StoreError::NotOurs(format!("It cannot be written: {error}.")))?;
        let copied = Connection::open(into)?;
        // Nothing is left beside it.
        copied.pragma_update(None, "journal_mode", "memory")?;
        copied.pragma_update(None, "synchronous", synchronous)?;
        seal(&copied)?;
        copied.close().map_err(|(_, error)| error)?;
        Ok(())
    }

    /// The folder in which automatic backups lie.
    pub fn backups(&self) -> PathBuf {
        let name = self.0.path.file_name().unwrap_or_default().to_string_lossy();
        self.0.path.with_file_name(format!("{name}.backups"))
    }

    /// The backups there are, the newest first. Only files count: no folder, and nothing that leads elsewhere.
    pub fn kept_backups(&self) -> Vec<Kept> {
        let files = std::fs::read_dir(self.backups()).into_iter().flatten().flatten();
        let kept = |file: std::fs::DirEntry| {
            let name = file.file_name().into_string().ok()?;
            let at = moment(&name)?;
            let there = file.metadata().ok().filter(std::fs::Metadata::is_file)?;
            Some(Kept { made: Made::of(&name), name, bytes: there.len(), at })
        };
        let mut all: Vec<Kept> = files.filter_map(kept).collect();
        all.sort_by(|one, other| other.name.cmp(&one.name));
        all
    }

    /// Makes a backup beside the database, and takes those of its kind away that are more than `keep`: never the one just made, and
    /// none at all for one that holds nothing. Gives its name.
    ///
    /// # Errors
    /// [`StoreError::NotOurs`] with a sentence if the folder cannot be written to, or the file was taken away;
    /// [`StoreError::Database`] if there is no room.
    pub fn back_up(&self, made: Made, keep: usize, now: Timestamp) -> Result<String> {
        let folder = self.backups();
        let unwritable = |error: std::io::Error| {
            StoreError::NotOurs(format!("The folder {} cannot be written to: {error}.", folder.display()))
        };
        self.is_in_place()?;
        place::private_folder(&folder).map_err(unwritable)?;
        // Two within one second are told apart.
        let (stamp, ending) = (now.strftime("%Y-%m-%dT%H-%M-%SZ").to_string(), made.ending());
        let name = (0..100)
            .map(|n| if n == 0 { format!("{stamp}{ending}") } else { format!("{stamp}.{n:02}{ending}") })
            .find(|name| !folder.join(name).exists())
            .ok_or_else(|| StoreError::NotOurs("There are a hundred backups of this second.".to_owned()))?;
        let part = folder.join(format!("{name}.part"));
        drop(std::fs::remove_file(&part));
        let written = self.copy_to(&part, CopyFor::Keeping);
        if written.is_err() {
            drop(std::fs::remove_file(&part));
        }
        written?;
        std::fs::rename(&part, folder.join(&name)).map_err(unwritable)?;
        if !self.is_empty()? {
            for old in self.too_many(made, keep, &name, now) {
                drop(std::fs::remove_file(folder.join(old.name)));
            }
        }
        Ok(name)
    }

    /// The backups of a kind that are more than `keep`, that of the name `own` counted and spared. What is dated ahead was made by a clock
    /// that was wrong, before now: it is the oldest.
    fn too_many(&self, made: Made, keep: usize, own: &str, now: Timestamp) -> Vec<Kept> {
        let mut others: Vec<Kept> = self.kept_backups();
        others.retain(|kept| kept.made == made && kept.name != own);
        others.sort_by_key(|kept| (kept.at > now, std::cmp::Reverse(kept.at)));
        others.split_off(keep.saturating_sub(1).min(others.len()))
    }

    /// Takes away backups that were begun and never ended: by a service that is no more.
    pub fn sweep(&self) {
        for file in std::fs::read_dir(self.backups()).into_iter().flatten().flatten() {
            if file.file_name().to_string_lossy().ends_with(&format!("{ENDING}.part")) {
                drop(std::fs::remove_file(file.path()));
            }
        }
    }

    /// The file of an automatic backup, if there is one of that name.
    pub fn backup_named(&self, name: &str) -> Option<PathBuf> {
        let known = self.kept_backups().into_iter().any(|kept| kept.name == name);
        known.then(|| self.backups().join(name))
    }

    /// Puts all that the file `from` holds in place of all that is here, or nothing of it. It has to be of today's shape: see
    /// [`look_over`]. Every revision is a new one, so that no window that is still open can save over what came back. It stops when
    /// it is not `wanted` any more.
    ///
    /// # Errors
    /// [`StoreError::Unfit`] if what it holds can be put nowhere; [`StoreError::Database`] if anything cannot be read or written;
    /// [`StoreError::Stopped`].
    pub fn restore(&self, from: &Path, wanted: &(dyn Fn() -> bool + Sync)) -> Result<()> {
        self.is_in_place()?;
        let Connections { writer, .. } = &*self.0;
        let mut writer = held(writer);
        let connection = writer.as_mut().ok_or(StoreError::Stopped)?;
        connection.execute("ATTACH DATABASE ?1 AS other", [from.to_string_lossy()])?;
        let stop = connection.get_interrupt_handle();
        let done = while_wanted(&stop, wanted, || put_in_place(connection));
        // What is attached holds a file open, whatever became of it.
        let detached = connection.execute("DETACH DATABASE other", []);
        done.map_err(never)?;
        detached?;
        Ok(())
    }
}

/// Does `work` on a connection, and interrupts it once it is not `wanted` any more.
fn while_wanted<T>(
    stop: &InterruptHandle,
    wanted: &(dyn Fn() -> bool + Sync),
    work: impl FnOnce() -> Result<T>,
) -> Result<T> {
    const LOOK: Duration = Duration::from_millis(40);
    let (done, ended) = std::sync::mpsc::channel::<()>();
    std::thread::scope(|scope| {
        scope.spawn(move || {
            while ended.recv_timeout(LOOK) == Err(RecvTimeoutError::Timeout) {
                if !wanted() {
                    stop.interrupt();
                }
            }
        });
        let found = work();
        drop(done);
        match found {
            Err(StoreError::Database(error))
                if error.sqlite_error_code() == Some(ErrorCode::OperationInterrupted) =>
            {
                Err(StoreError::Stopped)
            }
            found => found,
        }
    })
}

/// What the database refuses of a backup for what is in it is refused for ever.
fn never(error: StoreError) -> StoreError {
    match error {
        StoreError::Database(error) if error.sqlite_error_code() == Some(ErrorCode::ConstraintViolation) => {
            StoreError::Unfit(
                "What is in it does not fit together, so it cannot be put back. Take another backup.",
            )
        }
        other => other,
    }
}

fn put_in_place(connection: &mut Connection) -> Result<()> {
    let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
    let mut highest = Vec::new();
    for (table, counts) in TABLES {
        let sql = format!("SELECT coalesce(max(revision), 0) FROM main.{table}");
        highest.push(if counts { transaction.query_row(&sql, [], |row| row.get(0))? } else { 0_i64 });
    }
    for (table, _) in TABLES.iter().rev() {
        transaction.execute(&format!("DELETE FROM main.{table}"), [])?;
    }
    for ((table, _), highest) in TABLES.iter().zip(highest) {
        // Every row is written once: bags are large.
        let sql = "SELECT name FROM pragma_table_info(?1)";
        let names = transaction
            .prepare(sql)?
            .query_map([table], |row| row.get(0))?
            .collect::<rusqlite::Result<Vec<String>>>()?;
        let counted =
            |name: &String| if name == "revision" { format!("revision + {highest}") } else { name.clone() };
        let values: Vec<String> = names.iter().map(counted).collect();
        let (names, values) = (names.join(", "), values.join(", "));
        transaction
            .execute(&format!("INSERT INTO main.{table} ({names}) SELECT {values} FROM other.{table}"), [])?;
    }
    crate::save_key::forget(&transaction)?;
    // Numbers of what was deleted for good are not given again.
    transaction.execute("DELETE FROM main.sqlite_sequence", [])?;
    transaction.execute("INSERT INTO main.sqlite_sequence SELECT * FROM other.sqlite_sequence", [])?;
    transaction.commit()?;
    Ok(())
}

/// Looks into a file that is to be put back, and brings a copy of an older one to today's shape: the file at `path` is changed by
/// that. It stops when it is not `wanted` any more.
///
/// # Errors
/// [`StoreError::NotOurs`] with a sentence for a file that is another program's, newer, or spoiled; [`StoreError::Stopped`].
pub fn look_over(path: &Path, wanted: &(dyn Fn() -> bool + Sync)) -> Result<()> {
    let length = std::fs::metadata(path).map_or(0, |file| file.len());
    if length < SMALLEST {
        let says = if length == 0 { "The file is empty." } else { "The file is too short to be a backup." };
        return Err(StoreError::NotOurs(says.to_owned()));
    }
    open::examine(path)?;
    let file = look_into(path)?;
    while_wanted(&file.get_interrupt_handle(), wanted, || seal::check(&file))?;
    drop(file);
    let (writer, reader) = open::open_examined(path)?;
    drop(reader);
    // The log folded in, so that the one file is all there is.
    writer.query_row("PRAGMA wal_checkpoint(TRUNCATE)", [], |_| Ok(()))?;
    writer.pragma_update(None, "journal_mode", "delete")?;
    Ok(())
}

/// What a file holds that was looked over. It stops when it is not `wanted` any more.
///
/// # Errors
/// [`StoreError::Database`]; [`StoreError::Stopped`].
pub fn contents_of(path: &Path, wanted: &(dyn Fn() -> bool + Sync)) -> Result<Contents> {
    let file = look_into(path)?;
    while_wanted(&file.get_interrupt_handle(), wanted, || Ok(Contents::of(&file)?))
}

/// When a backup of that name was made; nothing if it is none.
fn moment(name: &str) -> Option<Timestamp> {
    let stamp = name.strip_suffix(ENDING)?;
    // `2026-11-27T15-50-00Z`, and `.01` where it was the second of its second.
    let (day, time) = stamp.get(..20)?.split_once('T')?;
    format!("{day}T{}", time.replace('-', ":")).parse().ok()
}

/// When the database was last written to, by its files.
pub fn last_written(store: &Store) -> Option<std::time::SystemTime> {
    let Connections { path, .. } = &*Arc::clone(&store.0);
    let name = path.file_name()?.to_string_lossy().into_owned();
    let files = [path.clone(), path.with_file_name(format!("{name}-wal"))];
    files.iter().filter_map(|file| std::fs::metadata(file).ok()?.modified().ok()).max()
}
