//! Looking into a file without writing to it.

use rusqlite::{Connection, OpenFlags};
use std::path::Path;
use std::time::Duration;

/// How long another program may hold the file, or another start take.
pub(crate) const PATIENCE: Duration = Duration::from_secs(8);

/// The file as it is, opened so that nothing can be written to it. Nothing is left beside it either, unless somebody's log lies
/// there already.
pub(crate) fn look_into(path: &Path) -> rusqlite::Result<Connection> {
    let name = path.file_name().unwrap_or_default().to_string_lossy();
    let beside = |ending: &str| path.with_file_name(format!("{name}{ending}")).exists();
    let connection = if beside("-wal") || beside("-journal") {
        Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY)?
    } else {
        let plain = path.to_string_lossy().replace('%', "%25").replace('?', "%3f").replace('#', "%23");
        let flags = OpenFlags::SQLITE_OPEN_READ_ONLY | OpenFlags::SQLITE_OPEN_URI;
        Connection::open_with_flags(format!("file:{plain}?immutable=1"), flags)?
    };
    connection.busy_timeout(PATIENCE)?;
    Ok(connection)
}
