//! What is written and read, held against other readers.
//!
//! One program, so that it is linked once and every core has a test to run until the last.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod brief_round_trip;
mod folded;
mod fuzz;
mod machined;
mod painted;
mod plans;
mod printed;
mod run_lists;
mod shaped;
mod sheet_measured;
mod taken_along;
