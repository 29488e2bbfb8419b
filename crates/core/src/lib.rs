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

pub use wide_fold_asked::*;
pub use wide_fold_judged::*;
pub use wide_fold_made::*;
