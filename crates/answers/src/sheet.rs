//! Common sizes of sheet.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::sheet::COMMON_SIZES;

/// A size of sheet that is sold everywhere.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CommonSheet {
    /// What people call it: `12×12`, `A4`.
    pub name: &'static str,
    /// Width with its unit, as a brief takes it.
    pub width: String,
    /// Height with its unit, as a brief takes it.
    pub height: String,
}

impl CommonSheet {
    /// All of them.
    pub fn all() -> Vec<Self> {
        COMMON_SIZES
            .iter()
            .map(|size| Self {
                name: size.name,
                width: size.width.to_string(),
                height: size.height.to_string(),
            })
            .collect()
    }
}
