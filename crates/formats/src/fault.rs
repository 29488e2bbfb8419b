//! What is wrong with something that was read: the field, and a sentence.

use wide_fold_core::BriefFault;

/// A field that cannot be read or used, and a sentence that says why.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{field}: {sentence}")]
pub struct FormatFault {
    /// The field, dotted: `finished.width`.
    pub field: String,
    /// A sentence the crafter understands.
    pub sentence: String,
}

impl From<BriefFault> for FormatFault {
    fn from(fault: BriefFault) -> Self {
        Self { field: fault.field.to_owned(), sentence: fault.sentence }
    }
}
