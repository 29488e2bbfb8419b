//! The project's chores, one command each: `cargo xtask demo | test | check | bench | shots | samples | schema | fuzz | mutants | soak`.

mod mutants;

use lexopt::{Arg, Parser, ValueExt};
use std::process::ExitCode;
use xtask::{Chore, begin, beside, browser, cargo, output, project, run, run_with, web};

/// What there is, and what each does.
const CHORES: &str = "\
cargo xtask demo [--addr 127.0.0.1:7390]   build everything and serve it with the demo's bags
cargo xtask test                           install what the tests need and run them all, browser tests included
cargo xtask check                          formatting, lints, types, and generated files that have gone stale
cargo xtask bench [core load addresses typing playing]   measure the budgets, all of them or those named
cargo xtask shots                          take the screenshots in docs/screenshots from the demo's bags
cargo xtask samples                        write what the demo's bags are taken along as into docs/samples
cargo xtask schema                         write the description of the HTTP interface and the client's types anew
cargo xtask fuzz [--minutes 10]            feed every reader with garbled examples for a while
cargo xtask mutants made[/net][:40]        put faults into a crate or one of its modules, all or one in 40, and tell how many the tests notice
cargo xtask soak [--minutes 5]             work the real service with kills, full disks and slow clients";

fn main() -> ExitCode {
    match chore() {
        Ok(()) => ExitCode::SUCCESS,
        Err(sentence) => {
            eprintln!("xtask: {sentence}");
            ExitCode::FAILURE
        }
    }
}

fn chore() -> Chore {
    let mut arguments = Parser::from_env();
    let say = |error: lexopt::Error| error.to_string();
    let (mut words, mut addr, mut minutes) = (Vec::new(), "127.0.0.1:7390".to_owned(), None);
    while let Some(argument) = arguments.next().map_err(say)? {
        match argument {
            Arg::Long("help") | Arg::Short('h') => {
                println!("{CHORES}");
                return Ok(());
            }
            Arg::Long("addr") => addr = arguments.value().and_then(ValueExt::string).map_err(say)?,
            Arg::Long("minutes") => {
                minutes = Some(arguments.value().and_then(|own| own.parse::<u32>()).map_err(say)?);
            }
            Arg::Value(word) => words.push(word.string().map_err(say)?),
            Arg::Long(_) | Arg::Short(_) => return Err(argument.unexpected().to_string()),
        }
    }
    let (name, rest) = words.split_first().ok_or_else(|| format!("Say which chore.\n{CHORES}"))?;
    match name.as_str() {
        "demo" => demo(&addr),
        "test" => test(),
        "check" => check(),
        "fuzz" => fuzz(minutes.unwrap_or(10)),
        "mutants" => mutants::run_all(&rest.first().map_or("repeated", String::as_str).parse()?),
        "samples" => samples(),
        "schema" => schema(),
        "bench" | "shots" | "soak" => measure(name, rest, minutes),
        other => Err(format!("There is no chore {other}.\n{CHORES}")),
    }
}

/// What drives the real service is a crate of its own: it is built when it is asked for.
fn measure(name: &str, rest: &[String], minutes: Option<u32>) -> Chore {
    let minutes = minutes.map(|minutes| format!("--minutes={minutes}"));
    let mut all = vec![name];
    all.extend(rest.iter().chain(&minutes).map(String::as_str));
    build(&["--quiet", "--bin", "wide-fold-measure"])?;
    run(&built("wide-fold-measure"), &all)
}

fn demo(addr: &str) -> Chore {
    begin(
        "Building the service and its client, one beside the other",
        "about 5 minutes the first time, on two cores",
    );
    beside(web::build, || build(&["--bin", "wide-fold"]))?;
    let folder = project().join("target/demo-data");
    std::fs::create_dir_all(&folder)
        .map_err(|error| format!("{} cannot be made: {error}", folder.display()))?;
    let db = folder.join("quillbrook-kiln.db");
    run(&built("wide-fold"), &["serve", "--demo", "--addr", addr, "--db", &db.display().to_string()])
}

fn test() -> Chore {
    begin(
        "Building every test, and beside it the client",
        "7 to 14 minutes the first time, 2 after the demo, on two cores",
    );
    let build = || cargo(&["test", "--workspace", "--no-run", "--quiet"]);
    beside(|| browser().and_then(|()| web::test()), build)?;
    begin("Running every test", "14 to 19 minutes on two cores, every time");
    cargo(&["test", "--workspace"])
}

fn check() -> Chore {
    cargo(&["fmt", "--all", "--check"])?;
    let client = || {
        web::install()?;
        ["format:check", "typecheck", "lint"]
            .iter()
            .try_for_each(|script| web::npm(&["run", "--silent", script]))
    };
    beside(client, || cargo(&["clippy", "--workspace", "--all-targets", "--", "--deny", "warnings"]))?;
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
    run("git", &diff).map_err(|_| stale())?;
    let mut new = vec!["ls-files", "--others", "--exclude-standard", "--"];
    new.extend(paths);
    let unknown = output("git", &new)?;
    if unknown.is_empty() { Ok(()) } else { Err(stale()) }
}

/// Builds what is named with the features that the tests are built with: a package asked for by itself would have its own, and all
/// it stands on would be built once more.
fn build(what: &[&str]) -> Chore {
    let mut all = vec!["build", "--workspace", "--example", "alike"];
    all.extend(what);
    cargo(&all)
}

/// Where cargo puts what it has built.
fn built(name: &str) -> String {
    project().join("target/debug").join(name).display().to_string()
}

fn samples() -> Chore {
    build(&["--quiet", "--example", "samples"])?;
    run(&built("examples/samples"), &[&project().join("docs").display().to_string()])
}

fn fuzz(minutes: u32) -> Chore {
    let seconds = (minutes * 60).to_string();
    for (package, test, only) in [("wide-fold-formats", "all", "fuzz::"), ("wide-fold-cutter", "worked", "")]
    {
        run_with(
            "cargo",
            &["test", "--package", package, "--test", test, "--", only, "--nocapture"],
            &[("FUZZ_SECONDS", &seconds)],
        )?;
    }
    Ok(())
}

fn schema() -> Chore {
    web::install()?;
    build(&["--quiet", "--bin", "wide-fold"])?;
    let document = output(&built("wide-fold"), &["openapi"])?;
    let path = project().join("docs/openapi.json");
    std::fs::write(&path, document)
        .map_err(|error| format!("{} cannot be written: {error}", path.display()))?;
    web::npm(&["run", "--silent", "types"])
}
