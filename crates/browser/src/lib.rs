//! The real service in a real browser.
//!
//! [`Service`] starts the binary on a free port; [`Browser`] opens headless Chromium (Debian's package) through
//! ChromeDriver. A service ends when it goes out of scope; a Chromium is lent to
//! the next, and ends with whoever started it.

mod browser;
mod chromium;
mod failed;
mod service;

pub use browser::Browser;
pub use failed::Failed;
pub use fantoccini::key::Key;
pub use service::Service;
