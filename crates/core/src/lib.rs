//! The heart of Wide Fold: what a crafter asks for goes in, what to cut, score, fold and glue comes out.
//!
//! Data goes one way, and each stage knows only the stages before it:
//!
//! ```text
//! Brief ─► Net ─► Pieces ─► Layout          what to cut
//!           │       └─────► Passes ─► Steps  what to do, in order
//!           └─► Folded ─► Proof              what comes out when it is folded
//! all of them ─► Plan (with Verdicts and their Remedies)
//! ```
//!
//! No I/O, no clock, no threads: every function here is a function of its arguments. Lengths are exact
//! ([`Length`], whole nanometres); floating point begins at the folded pose.

pub mod brief;
pub mod budget;
pub mod builds;
pub mod convex;
pub mod describe;
mod draft;
pub mod figures;
pub mod fittings;
pub mod folded;
pub mod joins;
pub mod layout;
pub mod leftovers;
pub mod length;
pub mod mass;
pub mod nearby;
pub mod net;
pub mod offers;
pub mod paper;
pub mod passes;
pub mod pieces;
pub mod plan;
pub mod plane;
pub mod proof;
pub mod rescale;
pub mod sheet;
pub mod steps;
pub mod text;
pub mod verdict;
pub mod ways;
pub mod weight;

pub use brief::{Brief, BriefFault};
pub use length::{Length, LengthError, Ruler, Setting, Unit};
pub use net::Net;
pub use plan::Plan;
pub use sheet::Sheet;
