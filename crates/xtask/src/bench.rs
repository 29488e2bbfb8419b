//! The budgets of docs/ARCHITECTURE.md, measured.

mod addresses;
mod load;
mod typing;

use crate::tools::{self, Chore, cargo, project, web};
use std::time::Duration;

/// Runs the core's benchmarks, then measures the running service, and a page on it, on this machine.
pub fn run() -> Chore {
    tools::browser()?;
    cargo(&["bench", "--package", "wide-fold-core"])?;
    web::build()?;
    cargo(&["build", "--release", "--package", "wide-fold"])?;
    let binary = project().join("target/release/wide-fold");
    load::run(&binary).map_err(|error| error.to_string())?;
    addresses::run(&binary).map_err(|error| error.to_string())?;
    typing::run(&binary).map_err(|error| error.to_string())
}

fn report(what: &str, times: &mut [Duration]) {
    times.sort();
    let Some(last) = times.len().checked_sub(1) else {
        println!("{what}: nothing measured");
        return;
    };
    let at = |share: f64| times[(last as f64 * share).round() as usize];
    println!("{what}: p50 {:.2?}, p90 {:.2?}, p99 {:.2?}, of {}", at(0.5), at(0.9), at(0.99), times.len());
}
