//! What routes share: addresses read, bags and runs found and worked out, files named.

pub mod address;
pub mod at_work;
pub mod backups;
pub mod bags;
pub mod clock;
pub mod files;
pub mod on_disk;
pub mod pictures;
pub mod print;
pub mod runs;
pub mod shelf;
