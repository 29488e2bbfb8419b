//! The real service in a real browser.
//!
//! [`Service`] starts the binary on a free port; [`Browser`] opens headless Chromium (Debian's package) through
//! ChromeDriver. Both end what they started when they go out of scope.

mod browser;
mod service;

pub use browser::{Browser, Failed};
pub use fantoccini::key::Key;
pub use service::Service;
