//! Somebody's figures are read back to the bag they came from. What a reading claims is held against the net and the folded bag
//! of its brief, not against what the reader says of itself.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod reading {
    pub mod corrupted;
    pub mod garbled;
    pub mod said;
    pub mod worked;
}
