//! The project's chores, one command each: `cargo xtask demo | test | check | bench | shots | samples | schema | fuzz | soak`.

mod bench;
mod shots;
mod soak;
mod tools;
mod wire;

use clap::{Parser, Subcommand};
use std::process::ExitCode;
use tools::{Chore, cargo, project, web};

/// The project's chores.
#[derive(Parser)]
struct Args {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Build everything and serve it with the demo's bags.
    Demo {
        /// Where to listen.
        #[arg(long, default_value = "127.0.0.1:7390")]
        addr: String,
    },
    /// Install what the tests need and run them all, browser tests included.
    Test,
    /// Formatting, lints, types, and generated files that have gone stale.
    Check,
    /// Measure the budgets.
    Bench {
        /// Only these; everything if none is named.
        parts: Vec<bench::Part>,
    },
    /// Take the screenshots in docs/screenshots from the demo's bags.
    Shots,
    /// Feed every reader with garbled examples for a while.
    Fuzz {
        /// Minutes for each of the readers.
        #[arg(long, default_value_t = 10)]
        minutes: u32,
    },
    /// Work the real service for a while, with kills, full disks and slow clients, and report what came of it.
    Soak {
        /// For how long.
        #[arg(long, default_value_t = 5)]
        minutes: u32,
    },
    /// Write what the demo's bags are taken along as into docs/samples, and the schema of project files.
    Samples,
    /// Write the description of the HTTP interface and the client's types anew.
    Schema,
}

fn main() -> ExitCode {
    let done = match Args::parse().command {
        Command::Demo { addr } => demo(&addr),
        Command::Test => test(),
        Command::Check => check(),
        Command::Bench { parts } => bench::run(&parts),
        Command::Shots => shots::run(),
        Command::Fuzz { minutes } => fuzz(minutes),
        Command::Soak { minutes } => soak::run(minutes),
        Command::Samples => samples(),
        Command::Schema => schema(),
    };
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(sentence) => {
            eprintln!("xtask: {sentence}");
            ExitCode::FAILURE
        }
    }
}

fn demo(addr: &str) -> Chore {
    web::build()?;
    cargo(&["build", "--profile", "demo", "--package", "wide-fold"])?;
    let folder = project().join("target/demo-data");
    std::fs::create_dir_all(&folder)
        .map_err(|error| format!("{} cannot be made: {error}", folder.display()))?;
    let db = folder.join("quillbrook-kiln.db");
    let binary = project().join("target/demo/wide-fold");
    tools::run(
        &binary.display().to_string(),
        &["serve", "--demo", "--addr", addr, "--db", &db.display().to_string()],
    )
}

fn test() -> Chore {
    tools::browser()?;
    web::build()?;
    web::npm(&["run", "--silent", "test"])?;
    cargo(&["test", "--workspace"])
}

fn check() -> Chore {
    cargo(&["fmt", "--all", "--check"])?;
    cargo(&["clippy", "--workspace", "--all-targets", "--", "--deny", "warnings"])?;
    web::install()?;
    for script in ["format:check", "typecheck", "lint"] {
        web::npm(&["run", "--silent", script])?;
    }
    schema()?;
    fresh(&["docs/openapi.json", "web/src/api/schema.d.ts"], "schema")?;
    samples()?;
    fresh(&["docs/samples", "docs/project.schema.json"], "samples")
}

/// That generated files are as they are kept.
fn fresh(paths: &[&str], chore: &str) -> Chore {
    let stale =
        || format!("{} is stale: commit what cargo xtask {chore} has just written.", paths.join(" or "));
    let mut diff = vec!["diff", "--exit-code", "--stat", "--"];
    diff.extend(paths);
    tools::run("git", &diff).map_err(|_| stale())?;
    let mut new = vec!["ls-files", "--others", "--exclude-standard", "--"];
    new.extend(paths);
    let unknown = tools::output("git", &new)?;
    if unknown.is_empty() { Ok(()) } else { Err(stale()) }
}

fn samples() -> Chore {
    let docs = project().join("docs").display().to_string();
    cargo(&["run", "--quiet", "--package", "wide-fold", "--example", "samples", "--", &docs])
}

fn fuzz(minutes: u32) -> Chore {
    let seconds = (minutes * 60).to_string();
    for (package, test) in [("wide-fold-formats", "fuzz"), ("wide-fold-cutter", "worked")] {
        tools::run_with(
            "cargo",
            &["test", "--package", package, "--test", test, "--", "--nocapture"],
            &[("FUZZ_SECONDS", &seconds)],
        )?;
    }
    Ok(())
}

fn schema() -> Chore {
    web::install()?;
    let document = tools::output("cargo", &["run", "--quiet", "--package", "wide-fold", "--", "openapi"])?;
    let path = project().join("docs/openapi.json");
    std::fs::write(&path, document)
        .map_err(|error| format!("{} cannot be written: {error}", path.display()))?;
    web::npm(&["run", "--silent", "types"])
}
