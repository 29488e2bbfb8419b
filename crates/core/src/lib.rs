//! The heart of Wide Fold: what a crafter asks for goes in, what to cut, score, fold and glue comes out.
//!
//! Data goes one way, and each stage knows only the stages before it:
//!
//! ```text
//! Brief ─► Fitted ─► Net ─► Pieces ─► Layout          what to cut
//!                     │       └─────► Passes ─► Steps  what to do, in order
//!                     └─► Folded ─► Proof              what comes out when it is folded
//! all of them ─► Plan (with Verdicts and their Remedies)
//! ```
//!
//! No I/O, no clock, no threads: every function here is a function of its arguments. Lengths are exact
//! ([`Length`], whole eighths of a nanometre); floating point begins at the folded pose.
//!
//! ```
//! use wide_fold_core::{Brief, Length, Plan};
//! let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
//! let plan = Plan::new(&brief).expect("a size that can be folded");
//! assert_eq!(plan.pieces[0].width, Length::inches(12));
//! assert!(plan.is_ready() && plan.proof.passed());
//! ```
//!
//! The rooms it is made of are crates of their own, so that the compiler keeps their order: [`wide_fold_asked`],
//! [`wide_fold_made`], [`wide_fold_judged`], [`wide_fold_repeated`]. Here they stand under one name.

pub use wide_fold_asked::*;
pub use wide_fold_judged::*;
pub use wide_fold_made::*;
pub use wide_fold_repeated::*;
