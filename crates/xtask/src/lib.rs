//! Programs the chores call, and what to say when one is missing. Built before everything else, so that it says at once what is being
//! done.

use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

/// Done, or one sentence that says what went wrong.
pub type Chore = Result<(), String>;

/// The project's folder.
pub fn project() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).ancestors().nth(2).unwrap_or(Path::new(".")).to_owned()
}

/// What to install for a program that is not there.
fn how_to_get(program: &str) -> &'static str {
    match program {
        "node" | "npm" => "install Node.js 20 or newer with npm (on Debian: apt-get install nodejs npm)",
        "cargo" => "install Rust with rustup",
        "git" => "apt-get install git",
        "apt-get" => "install the packages chromium and chromium-driver by hand",
        _ => "install it",
    }
}

fn command(program: &str, arguments: &[&str]) -> Command {
    let mut command = Command::new(program);
    command.args(arguments).current_dir(project());
    command
}

fn missing(program: &str, error: &std::io::Error) -> String {
    format!("{program} cannot be run ({error}): {}.", how_to_get(program))
}

/// Runs a program in the project's folder; its output is shown.
pub fn run(program: &str, arguments: &[&str]) -> Chore {
    finish(program, arguments, &mut command(program, arguments))
}

/// The same with more said in the environment.
pub fn run_with(program: &str, arguments: &[&str], environment: &[(&str, &str)]) -> Chore {
    finish(program, arguments, command(program, arguments).envs(environment.iter().copied()))
}

fn finish(program: &str, arguments: &[&str], command: &mut Command) -> Chore {
    let status = command.status().map_err(|error| missing(program, &error))?;
    if status.success() { Ok(()) } else { Err(format!("{program} {} failed.", arguments.join(" "))) }
}

/// Runs a program in the project's folder and returns what it prints.
pub fn output(program: &str, arguments: &[&str]) -> Result<Vec<u8>, String> {
    let done = command(program, arguments)
        .stderr(Stdio::inherit())
        .output()
        .map_err(|error| missing(program, &error))?;
    if done.status.success() {
        Ok(done.stdout)
    } else {
        Err(format!("{program} {} failed.", arguments.join(" ")))
    }
}

/// Runs cargo.
pub fn cargo(arguments: &[&str]) -> Chore {
    run("cargo", arguments)
}

fn is_there(program: &str) -> bool {
    Command::new(program).arg("--version").stdout(Stdio::null()).stderr(Stdio::null()).status().is_ok()
}

/// Makes sure that Chromium and ChromeDriver are there; installs Debian's packages if not.
pub fn browser() -> Chore {
    if is_there("chromium") && is_there("chromedriver") {
        return Ok(());
    }
    println!("Installing Debian's chromium and chromium-driver for the browser tests.");
    let install = || {
        run("apt-get", &["update", "--quiet"])?;
        run(
            "apt-get",
            &[
                "install",
                "--yes",
                "--no-install-recommends",
                "chromium",
                "chromium-driver",
                "fonts-dejavu-core",
            ],
        )
    };
    install().map_err(|error| format!("{error} The browser tests need the packages chromium and chromium-driver; as root, apt-get installs them."))
}

/// The web client.
pub mod web {
    use super::{Chore, finish, missing, project};
    use std::process::{Command, Stdio};

    const OLDEST_NODE: u32 = 20;

    /// Runs npm in the web folder.
    pub fn npm(arguments: &[&str]) -> Chore {
        finish("npm", arguments, Command::new("npm").args(arguments).current_dir(project().join("web")))
    }

    fn node() -> Chore {
        let version = Command::new("node").arg("--version").stderr(Stdio::null()).output();
        let version = version.map_err(|error| missing("node", &error))?;
        let text = String::from_utf8_lossy(&version.stdout).trim().trim_start_matches('v').to_owned();
        let major = text.split('.').next().and_then(|major| major.parse::<u32>().ok()).unwrap_or(0);
        if major >= OLDEST_NODE {
            Ok(())
        } else {
            Err(format!("Node.js {text} is too old: install version {OLDEST_NODE} or newer."))
        }
    }

    /// Installs the packages that package-lock.json names, if they are not there as it names them.
    pub fn install() -> Chore {
        node()?;
        let web = project().join("web");
        let time = |path: &str| web.join(path).metadata().and_then(|data| data.modified()).ok();
        if time("node_modules/.package-lock.json") >= time("package-lock.json")
            && time("node_modules").is_some()
        {
            return Ok(());
        }
        npm(&["ci", "--no-audit", "--no-fund"])
    }

    /// Builds the client into web/dist.
    pub fn build() -> Chore {
        install()?;
        npm(&["run", "--silent", "build"])
    }

    /// Builds the client, and runs its own tests.
    pub fn test() -> Chore {
        build()?;
        npm(&["run", "--silent", "test"])
    }
}

/// Does two things beside one another, and both to their end: what the one waits for, the other uses.
pub fn beside(one: impl FnOnce() -> Chore + Send, other: impl FnOnce() -> Chore) -> Chore {
    std::thread::scope(|scope| {
        let one = scope.spawn(one);
        let other = other();
        one.join().map_err(|_| "what ran beside it broke off.".to_owned())?.and(other)
    })
}

/// Says what is done now, and how long it takes on a machine where nothing is built yet.
pub fn begin(what: &str, takes: &str) {
    println!("{what} ({takes})…");
}
