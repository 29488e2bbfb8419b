//! The real binary as a process: killed, stopped, on a full disk, on files that are not its own, under odd requests.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod disk;
mod file;
mod http;
mod kill;
mod stop;
mod wire;
