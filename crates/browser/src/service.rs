//! The binary, running on a free port.

use std::io::{self, BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Stdio};

/// A running service; killed when it goes out of scope.
pub struct Service {
    child: Child,
    url: String,
}

impl Service {
    /// Starts `binary` over the database `db`, and waits until it says where it listens.
    ///
    /// # Errors
    /// If it cannot be started or does not say where it listens.
    pub fn start(binary: &Path, db: &Path, more: &[&str]) -> io::Result<Self> {
        Self::start_at("127.0.0.1:0", binary, db, more)
    }

    /// Starts `binary` at a given address: to come back where an earlier one was.
    ///
    /// # Errors
    /// If it cannot be started or does not say where it listens.
    pub fn start_at(address: &str, binary: &Path, db: &Path, more: &[&str]) -> io::Result<Self> {
        let mut child = Command::new(binary)
            .args(["serve", "--addr", address, "--db"])
            .arg(db)
            .args(more)
            .stdout(Stdio::piped())
            .spawn()?;
        let mut line = String::new();
        if let Some(stdout) = child.stdout.take() {
            BufReader::new(stdout).read_line(&mut line)?;
        }
        let url = line.trim().rsplit(' ').next().unwrap_or_default().to_owned();
        let service = Self { child, url };
        if service.url.starts_with("http://") {
            Ok(service)
        } else {
            Err(io::Error::other(format!("the service did not say where it listens: {line:?}")))
        }
    }

    /// Where it is: `http://127.0.0.1:40123`.
    pub fn url(&self) -> &str {
        &self.url
    }

    /// Its host and port.
    pub fn host(&self) -> &str {
        self.url.trim_start_matches("http://")
    }

    /// Waits until it has ended, and how.
    ///
    /// # Errors
    /// If that cannot be told.
    pub fn wait(&mut self) -> io::Result<std::process::ExitStatus> {
        self.child.wait()
    }

    /// Its process id.
    pub fn pid(&self) -> u32 {
        self.child.id()
    }
}

impl Drop for Service {
    fn drop(&mut self) {
        drop(self.child.kill());
        drop(self.child.wait());
    }
}
