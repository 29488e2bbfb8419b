//! What Wide Fold reads and writes: open formats only.
//!
//! - [`brief_json`]: a brief as JSON, lengths as text with their unit.
//! - [`sheet_svg`]: a sheet at 1:1 as SVG, millimetres throughout.

pub mod brief_json;
pub mod sheet_svg;

pub use brief_json::{BriefText, FormatFault, read_brief};
pub use sheet_svg::sheet_svg;
