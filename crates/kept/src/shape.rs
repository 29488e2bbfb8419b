//! Shapes that are kept as JSON: each with its version, its reader of older spellings, and what cannot be read as a value.

use crate::{Result, StoreError};
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use wide_fold_formats::{FormatFault, unread};

/// Something that is kept as one line of JSON.
pub trait Shape: Serialize + DeserializeOwned {
    /// What one is called, in a sentence: `run`.
    const NAME: &'static str;

    /// How many spellings it has had; what is written today is the last of them.
    const VERSION: u32 = 1;

    /// What was kept in an older spelling, in today's; nothing for what is in none of them.
    fn renewed(_: &Value) -> Option<Value> {
        None
    }

    /// Reads what is kept, in today's spelling or an older one.
    ///
    /// # Errors
    /// [`Unreadable`], with what is kept.
    fn from_kept(text: &str) -> std::result::Result<Self, Unreadable> {
        let error = match serde_json::from_str(text) {
            Ok(read) => return Ok(read),
            Err(error) => error,
        };
        let before = serde_json::from_str(text).ok().and_then(|before| Self::renewed(&before));
        let renewed = before.and_then(|renewed| serde_json::from_value(renewed).ok());
        renewed.ok_or_else(|| Unreadable::new(Self::NAME, text, unread::sentence(&error.to_string())))
    }

    /// As it is kept.
    ///
    /// # Errors
    /// [`StoreError::Unwritten`], never in practice.
    fn written(&self) -> Result<String> {
        serde_json::to_string(self).map_err(StoreError::Unwritten)
    }
}

/// Something that is kept and that this version cannot read.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{sentence}")]
pub struct Unreadable {
    /// What it is called: `paper`.
    pub what: &'static str,
    /// Why it cannot be read.
    pub sentence: String,
    /// What is kept, as it stands.
    pub text: String,
}

impl Unreadable {
    /// What is kept of something, and why it cannot be read.
    pub fn new(what: &'static str, text: &str, sentence: impl Into<String>) -> Self {
        Self { what, sentence: sentence.into(), text: text.to_owned() }
    }

    /// The same for what is written well and breaks a rule.
    pub fn broken(what: &'static str, text: &str, fault: FormatFault) -> Self {
        Self::new(what, text, fault.sentence)
    }
}
