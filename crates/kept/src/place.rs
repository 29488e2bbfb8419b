//! Where a file lies: whether it is still the same one, and who may read it.

use std::fs::{File, OpenOptions};
use std::io;
use std::path::Path;

/// Which file it is, whatever it is called: its device and its number there.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Identity(u64, u64);

/// The identity of what lies at `path`; nothing if nothing does.
pub fn identity(path: &Path) -> Option<Identity> {
    let there = std::fs::metadata(path).ok()?;
    Some(of(&there))
}

#[cfg(unix)]
fn of(there: &std::fs::Metadata) -> Identity {
    use std::os::unix::fs::MetadataExt;
    Identity(there.dev(), there.ino())
}

/// Where files have no number, a file that is there is taken for the same.
#[cfg(not(unix))]
fn of(_: &std::fs::Metadata) -> Identity {
    Identity(0, 0)
}

/// Makes sure that there is a file, and that its owner alone may read and write it.
///
/// # Errors
/// If it cannot be made. One that belongs to somebody else stays as it is.
pub fn private_file(path: &Path) -> io::Result<()> {
    let mut made = OpenOptions::new();
    made.create(true).append(true);
    #[cfg(unix)]
    std::os::unix::fs::OpenOptionsExt::mode(&mut made, 0o600);
    let file: File = made.open(path)?;
    own_alone(&file, 0o600);
    Ok(())
}

/// Makes sure that there is a folder, and that its owner alone may look into it.
///
/// # Errors
/// If it cannot be made.
pub fn private_folder(path: &Path) -> io::Result<()> {
    std::fs::create_dir_all(path)?;
    own_alone(&File::open(path)?, 0o700);
    Ok(())
}

/// Whoever may not say who reads a file works with it as it is.
#[cfg(unix)]
fn own_alone(file: &File, mode: u32) {
    use std::os::unix::fs::PermissionsExt;
    drop(file.set_permissions(std::fs::Permissions::from_mode(mode)));
}

#[cfg(not(unix))]
fn own_alone(_: &File, _: u32) {}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_file_is_the_same_under_another_name_and_another_under_the_same() {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("bags.db");
        assert_eq!(identity(&path), None);
        private_file(&path).unwrap();
        let own = identity(&path).unwrap();
        private_file(&path).unwrap();
        assert_eq!(identity(&path), Some(own));
        let moved = folder.path().join("moved.db");
        std::fs::rename(&path, &moved).unwrap();
        assert_eq!((identity(&path), identity(&moved)), (None, Some(own)));
        private_file(&path).unwrap();
        assert_ne!(identity(&path), Some(own));
    }

    #[cfg(unix)]
    #[test]
    fn its_owner_alone_reads_it() {
        use std::os::unix::fs::PermissionsExt;
        let folder = tempfile::tempdir().unwrap();
        let mode = |path: &Path| std::fs::metadata(path).unwrap().permissions().mode() & 0o777;
        let (file, inner) = (folder.path().join("bags.db"), folder.path().join("backups"));
        std::fs::write(&file, "").unwrap();
        private_file(&file).unwrap();
        private_folder(&inner).unwrap();
        assert_eq!((mode(&file), mode(&inner)), (0o600, 0o700));
    }
}
