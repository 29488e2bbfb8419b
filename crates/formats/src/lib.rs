//! What Wide Fold reads and writes: open formats only.
//!
//! - [`brief_json`]: a brief as JSON, lengths as text with their unit.
//! - [`catalogue`]: everything of a bag that can be taken along, and all of it in one ZIP.
//! - [`calendar`]: evenings as iCalendar.
//! - [`drawn`]: what is drawn of a sheet, before it is written in any format.
//! - [`fold_file`]: its creases and the folded bag as FOLD.
//! - [`lists_csv`]: its parts, cuts and scores as CSV.
//! - [`machine`]: a sheet as a cutting machine works it; [`machine_svg`] and [`machine_dxf`] write it.
//! - [`paper`]: a paper of the shelf, the same in JSON and CSV.
//! - [`pdf`]: sheets, template, work sheet and booklet to print.
//! - [`project`]: bags and papers in one file, to carry along.
//! - [`sheet_svg`]: a sheet at 1:1 as SVG, millimetres throughout.
//! - [`shelf_csv`]: the shelf as CSV.
//! - [`tables`]: lists of a run as CSV and PDF.
//! - [`template_svg`]: the template of a bag's holes at 1:1 as SVG.
//! - [`unread`]: what is wrong with JSON of the wrong shape, in plain words.

pub mod brief_json;
pub mod calendar;
pub mod catalogue;
mod choice;
pub mod drawn;
pub mod fault;
pub mod fold_file;
pub mod lists_csv;
pub mod machine;
pub mod machine_dxf;
pub mod machine_svg;
pub mod paper;
pub mod pdf;
pub mod png;
pub mod project;
pub mod sheet_svg;
pub mod shelf_csv;
pub mod stuff;
pub mod tables;
pub mod template_svg;
pub mod unread;

pub use brief_json::{BriefText, GuideText, HandText, UnitText, read_brief};
pub use fault::FormatFault;
pub use fold_file::{FoldFile, fold_file, read_fold};
pub use lists_csv::{List, write_list};
pub use paper::{PaperText, amount};
pub use sheet_svg::sheet_svg;
pub use shelf_csv::{RowFault, ShelfRead, read_shelf, write_shelf};
pub use template_svg::template_svg;
