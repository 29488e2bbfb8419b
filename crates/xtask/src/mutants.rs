//! Faults put in one by one, and which of them the tests notice.

use std::collections::BTreeMap;
use std::fmt;
use std::path::PathBuf;
use std::str::FromStr;
use xtask::{Chore, begin, cargo, project, run};

/// What is tried: a crate of the computation, one of its modules, and of the faults all or every so manieth.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Wanted {
    room: String,
    module: String,
    /// So many parts of which one is tried.
    parts: u32,
}

impl FromStr for Wanted {
    type Err = String;

    /// `made`, `made/layout`, `made:40`.
    fn from_str(text: &str) -> Result<Self, String> {
        let (place, parts) = text.split_once(':').unwrap_or((text, "1"));
        let (room, module) = place.split_once('/').unwrap_or((place, ""));
        let parts = parts.parse().ok().filter(|parts| *parts > 0);
        let parts =
            parts.ok_or_else(|| format!("{text}: after the colon stands one in how many, as in made:40."))?;
        Ok(Self { room: room.to_owned(), module: module.to_owned(), parts })
    }
}

/// Faults of one module: noticed, or not.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Noticed {
    caught: usize,
    missed: usize,
}

impl fmt::Display for Noticed {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let all = self.caught + self.missed;
        write!(f, "{} of {all} ({} %)", self.caught, self.caught * 100 / all.max(1))
    }
}

/// Counts faults module by module. A line begins with where the fault is: `crates/made/src/net/lines.rs:12:5: …`; one that never came
/// to an end was noticed.
pub fn tally<'a>(
    caught: impl Iterator<Item = &'a str>,
    missed: impl Iterator<Item = &'a str>,
) -> BTreeMap<String, Noticed> {
    let mut all: BTreeMap<String, Noticed> = BTreeMap::new();
    let module = |line: &str| {
        let path = line.split_once("/src/")?.1.split(':').next()?;
        Some(path.split(['/', '.']).next()?.to_owned())
    };
    for module in caught.filter_map(module) {
        all.entry(module).or_default().caught += 1;
    }
    for module in missed.filter_map(module) {
        all.entry(module).or_default().missed += 1;
    }
    all
}

/// Puts them in and tells how many the crate's own tests notice, or those of the whole computation, all but three; those they miss stand in `target/mutants.out/missed.txt`.
pub fn run_all(wanted: &Wanted) -> Chore {
    let tools = project().join("target/tools");
    let tool = tools.join("bin/cargo-mutants");
    if !tool.exists() {
        begin("Building cargo-mutants", "about 4 minutes, once");
        cargo(&["install", "--locked", "--quiet", "cargo-mutants", "--root", &tools.display().to_string()])?;
    }
    let Wanted { room, module, parts } = wanted;
    let (package, file) = (format!("wide-fold-{room}"), format!("crates/{room}/src/{module}*"));
    let (deeper, shard) = (format!("crates/{room}/src/{module}/**"), format!("0/{parts}"));
    let tree = tree()?;
    let own = ["mutants", "--dir", &tree, "--in-place", "--package", &package, "--output", "target"];
    let mut first = own.to_vec();
    first.extend(["--no-shuffle", "--shard", &shard, "--sharding", "round-robin"]);
    if !module.is_empty() {
        first.extend(["--file", &file, "--file", &deeper]);
    }
    first.extend(["--", "--lib"]);
    let tool = tool.display().to_string();
    // It ends with an error where anything was missed: that is what is asked.
    let done = run(&tool, &first);
    let (mut noticed, mut missed) = (read("caught.txt") + &read("timeout.txt"), read("missed.txt"));
    if !missed.is_empty() {
        let caught = tried_on_all(&tree, &missed)?;
        let is_caught = |name: &&str| caught.lines().any(|own| own == *name);
        let (more, left): (Vec<&str>, Vec<&str>) = missed.lines().partition(is_caught);
        noticed.extend(more.iter().map(|name| format!("{name}\n")));
        missed = left.iter().map(|name| format!("{name}\n")).collect();
        std::fs::write(list("missed.txt"), &missed).map_err(|error| error.to_string())?;
    }
    let by_module = tally(noticed.lines(), missed.lines());
    let whole = by_module.values().fold(Noticed::default(), |all, own| Noticed {
        caught: all.caught + own.caught,
        missed: all.missed + own.missed,
    });
    for (module, noticed) in &by_module {
        println!("{room}/{module}: {noticed}");
    }
    println!("{room}: {whole} noticed");
    if whole == Noticed::default() { done } else { Ok(()) }
}

/// Those of the faults that the tests of the whole computation notice, of those the crate's own tests have missed. They are put in one by
/// one as the tool has put them in: it tries no tests but those of the crate a fault is in.
fn tried_on_all(tree: &str, missed: &str) -> Result<String, String> {
    let manifest = format!("{tree}/Cargo.toml");
    let mut tests = vec!["600", "cargo", "test", "--quiet", "--manifest-path", &manifest];
    tests.extend(["--package", "wide-fold-core", "--test", "all", "--"]);
    tests.extend(SLOWEST.iter().flat_map(|test| ["--skip", test]));
    // Whatever ends otherwise with nothing put in would be taken for a fault that is noticed.
    run("timeout", &tests)?;
    let mut caught = String::new();
    let one = list("one.diff").display().to_string();
    for name in missed.lines() {
        let Some(change) = change_of(name)? else { continue };
        std::fs::write(&one, change).map_err(|error| error.to_string())?;
        run("git", &["-C", tree, "apply", "-p0", "--recount", &one])?;
        if run("timeout", &tests).is_err() {
            caught += name;
            caught.push('\n');
        }
        run("git", &["-C", tree, "checkout", "--quiet", "."])?;
    }
    Ok(caught)
}

/// What the tool has changed to put a fault in, as a change of its file; nothing if it has left none.
fn change_of(name: &str) -> Result<Option<String>, String> {
    let Some(place) = place_of(name) else { return Ok(None) };
    let left = std::fs::read_dir(list("diff")).map_err(|error| error.to_string())?;
    for file in left.flatten() {
        let file_name = file.file_name().to_string_lossy().into_owned();
        if !file_name.strip_prefix(&place.begins).is_some_and(|rest| rest.starts_with(['.', '_'])) {
            continue;
        }
        let text = std::fs::read_to_string(file.path()).map_err(|error| error.to_string())?;
        // Its second line says what was done, where a change names the file once more.
        let own = format!("\n+++ {}\n", place.does);
        if text.contains(&own) {
            return Ok(Some(text.replacen(&own, &format!("\n+++ {}\n", place.path), 1)));
        }
    }
    Ok(None)
}

/// Where a fault is, and what it does: `crates/made/src/net.rs:12:5: replace < with <= in Net::new`.
#[derive(Debug, PartialEq, Eq)]
struct Place<'a> {
    path: &'a str,
    does: &'a str,
    /// How the name of the file begins in which its change lies.
    begins: String,
}

fn place_of(name: &str) -> Option<Place<'_>> {
    let (at, does) = name.split_once(": ")?;
    let (rest, column) = at.rsplit_once(':')?;
    let (path, line) = rest.rsplit_once(':')?;
    Some(Place { path, does, begins: format!("{}_line_{line}_col_{column}", path.replace('/', "__")) })
}

/// A clone of what is committed, that faults can be put into. What it has built stays for the next time.
fn tree() -> Result<String, String> {
    let (own, tree) = (project().display().to_string(), project().join("target/mutants"));
    let path = tree.display().to_string();
    if !tree.exists() {
        run("git", &["clone", "--quiet", "--shared", &own, &path])?;
    }
    run("git", &["-C", &path, "fetch", "--quiet", &own, "HEAD"])?;
    run("git", &["-C", &path, "reset", "--quiet", "--hard", "FETCH_HEAD"])?;
    // What was built half when a run was broken off does not link again.
    drop(std::fs::remove_dir_all(tree.join("target/debug/incremental")));
    // Failing cases that faults have left behind.
    run("git", &["-C", &path, "clean", "--quiet", "--force", "-d"])?;
    Ok(path)
}

/// A list that the last run left behind; nothing where there is none.
fn read(name: &str) -> String {
    std::fs::read_to_string(list(name)).unwrap_or_default()
}

fn list(name: &str) -> PathBuf {
    project().join("target/mutants.out").join(name)
}

/// Tests of the whole computation that take longer than all others together.
const SLOWEST: [&str; 3] = [
    "claims::every_remedy_clears_its_finding_and_brings_no_block",
    "claims::every_way_to_join_brings_no_block",
    "gift::the_folded_bag_has_it_inside",
];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_wanted_is_read() {
        let wanted = |text: &str| text.parse::<Wanted>().map(|own| (own.room, own.module, own.parts));
        assert_eq!(wanted("made").unwrap(), ("made".to_owned(), String::new(), 1));
        assert_eq!(wanted("made/net:40").unwrap(), ("made".to_owned(), "net".to_owned(), 40));
        assert!(wanted("made:0").is_err() && wanted("made:few").is_err());
    }

    #[test]
    fn a_fault_is_found_by_its_place() {
        let place = place_of("crates/made/src/net.rs:12:5: replace <= with > in Net::new").unwrap();
        assert_eq!((place.path, place.does), ("crates/made/src/net.rs", "replace <= with > in Net::new"));
        assert_eq!(place.begins, "crates__made__src__net.rs_line_12_col_5");
        assert_eq!(place_of("nothing of the kind"), None);
    }

    #[test]
    fn faults_are_counted_where_they_are() {
        let caught = [
            "crates/made/src/net/lines.rs:12:5: replace < with <= in a",
            "crates/made/src/net.rs:1:1: replace b",
        ];
        let missed = ["crates/made/src/exact.rs:4:1: replace c", "no fault"];
        let all = tally(caught.into_iter(), missed.into_iter());
        assert_eq!(all["net"], Noticed { caught: 2, missed: 0 });
        assert_eq!(all["exact"], Noticed { caught: 0, missed: 1 });
        assert_eq!((all.len(), all["net"].to_string()), (2, "2 of 2 (100 %)".to_owned()));
    }
}
