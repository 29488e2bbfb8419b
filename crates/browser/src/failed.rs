//! What can go wrong with a browser.

use fantoccini::error::{CmdError, NewSessionError};
use std::io;

/// Why the browser could not do something.
#[derive(Debug, thiserror::Error)]
pub enum Failed {
    /// ChromeDriver or Chromium could not be started.
    #[error("the browser cannot be started (Debian packages chromium and chromium-driver): {0}")]
    Start(#[from] io::Error),
    /// No session could be opened.
    #[error("the browser opens no session: {0}")]
    Session(#[from] NewSessionError),
    /// A command failed.
    #[error("in the browser: {0}")]
    Command(#[from] CmdError),
    /// Something did not appear in time.
    #[error("waited in vain for {0}")]
    Missing(String),
}
