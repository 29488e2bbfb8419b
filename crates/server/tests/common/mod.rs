//! The real binary, started on a free port.

use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Stdio};

/// A running service; killed when it goes out of scope.
pub struct Running {
    child: Child,
    /// Its address: `http://127.0.0.1:40123`.
    pub url: String,
}

impl Running {
    /// Starts the service over a database.
    pub fn start(db: &Path, more: &[&str]) -> Self {
        let mut child = Command::new(env!("CARGO_BIN_EXE_wide-fold"))
            .args(["serve", "--addr", "127.0.0.1:0", "--db"])
            .arg(db)
            .args(more)
            .stdout(Stdio::piped())
            .spawn()
            .expect("the service starts");
        let stdout = child.stdout.take().expect("its output is piped");
        let mut line = String::new();
        BufReader::new(stdout).read_line(&mut line).expect("it says where it listens");
        let url = line.trim().rsplit(' ').next().unwrap_or_default().to_owned();
        assert!(url.starts_with("http://127.0.0.1:"), "{line}");
        Self { child, url }
    }

    /// Its host and port.
    pub fn host(&self) -> &str {
        self.url.trim_start_matches("http://")
    }

    /// Kills it at once (SIGKILL), as a power cut would.
    pub fn kill(mut self) {
        self.child.kill().expect("it can be killed");
        self.child.wait().expect("it ends");
    }
}

impl Drop for Running {
    fn drop(&mut self) {
        drop(self.child.kill());
        drop(self.child.wait());
    }
}
