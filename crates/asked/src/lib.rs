//! What is asked: exact lengths, sheets and papers, the brief of a bag, and the figures of all that is put on it.
//!
//! Each module knows only those before it: text · length · plane · mass · sheet, guide, gift · brief · figures · heard · paper · fittings.

pub mod brief;
pub mod figures;
pub mod fittings;
pub mod gift;
pub mod guide;
pub mod heard;
pub mod length;
pub mod mass;
pub mod paper;
pub mod plane;
pub mod sheet;
pub mod text;

pub use brief::{Brief, BriefFault};
pub use guide::{Guide, GuideWay};
pub use length::{Length, LengthError, Ruler, Setting, Unit};
pub use sheet::Sheet;
