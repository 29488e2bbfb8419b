//! The real interface in a real browser, over the real binary and a database of its own.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod bench;
mod by_hand;
mod folding;
mod gift;
mod guide;
mod handle;
mod heard;
mod house;
mod journal;
mod machine;
mod paper;
mod runs;
mod saving;
mod screens;
mod shelf;
mod table;
mod walk;
mod ways;
