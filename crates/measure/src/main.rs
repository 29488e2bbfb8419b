//! What drives the real service from outside: `bench`, `shots`, `soak`. Called by `cargo xtask`.

mod bench;
mod shots;
mod soak;
mod wire;

use lexopt::{Arg, Parser, ValueExt};
use std::process::ExitCode;
use xtask::Chore;

fn main() -> ExitCode {
    match run() {
        Ok(()) => ExitCode::SUCCESS,
        Err(sentence) => {
            eprintln!("xtask: {sentence}");
            ExitCode::FAILURE
        }
    }
}

fn run() -> Chore {
    let mut arguments = Parser::from_env();
    let say = |error: lexopt::Error| error.to_string();
    let mut words = Vec::new();
    let mut minutes = 5;
    while let Some(argument) = arguments.next().map_err(say)? {
        match argument {
            Arg::Long("minutes") => minutes = arguments.value().and_then(|own| own.parse()).map_err(say)?,
            Arg::Value(word) => words.push(word.string().map_err(say)?),
            Arg::Long(_) | Arg::Short(_) => return Err(argument.unexpected().to_string()),
        }
    }
    let (chore, rest) = words.split_first().ok_or("Say what: bench, shots or soak.")?;
    match chore.as_str() {
        "bench" => bench::run(&rest.iter().map(|part| part.parse()).collect::<Result<Vec<_>, _>>()?),
        "shots" => shots::run(),
        "soak" => soak::run(minutes),
        other => Err(format!("There is no {other} here: bench, shots or soak.")),
    }
}
