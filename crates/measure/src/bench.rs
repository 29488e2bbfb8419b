//! The budgets of docs/ARCHITECTURE.md, measured.

mod addresses;
mod beside;
mod load;
mod playing;
mod typing;

use std::str::FromStr;
use std::time::Duration;
use xtask::{self as tools, Chore, cargo, project, web};

/// What can be measured by itself.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Part {
    /// The core: plans, ways, sizes close by, layouts.
    Core,
    /// The running service asked by many at once.
    Load,
    /// Every address, its dearest requests among them.
    Addresses,
    /// Saves and lists while dear things go on beside them.
    Beside,
    /// From a key to the net drawn anew.
    Typing,
    /// Frames of the simulated cutting machine.
    Playing,
}

impl Part {
    /// All of them, with the names they are asked for by.
    const ALL: [(&str, Self); 6] = [
        ("core", Self::Core),
        ("load", Self::Load),
        ("addresses", Self::Addresses),
        ("beside", Self::Beside),
        ("typing", Self::Typing),
        ("playing", Self::Playing),
    ];
}

impl FromStr for Part {
    type Err = String;

    fn from_str(name: &str) -> Result<Self, String> {
        let known = || Self::ALL.map(|(name, _)| name).join(", ");
        let found = Self::ALL.into_iter().find(|(own, _)| *own == name);
        found
            .map(|(_, part)| part)
            .ok_or_else(|| format!("{name} cannot be measured; these can: {}.", known()))
    }
}

/// Runs the core's benchmarks, then measures the running service, and a page on it, on this machine; only `parts` if any are
/// named.
pub fn run(parts: &[Part]) -> Chore {
    let wanted = |part| parts.is_empty() || parts.contains(&part);
    if wanted(Part::Core) {
        cargo(&["bench", "--package", "wide-fold-core"])?;
    }
    if parts == [Part::Core] {
        return Ok(());
    }
    tools::browser()?;
    web::build()?;
    cargo(&["build", "--release", "--package", "wide-fold"])?;
    let binary = project().join("target/release/wide-fold");
    if wanted(Part::Load) {
        load::run(&binary).map_err(|error| error.to_string())?;
    }
    if wanted(Part::Addresses) {
        addresses::run(&binary).map_err(|error| error.to_string())?;
    }
    if wanted(Part::Beside) {
        beside::run(&binary).map_err(|error| error.to_string())?;
    }
    if wanted(Part::Typing) {
        typing::run(&binary).map_err(|error| error.to_string())?;
    }
    if wanted(Part::Playing) {
        playing::run(&binary).map_err(|error| error.to_string())?;
    }
    Ok(())
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
