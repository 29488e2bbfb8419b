//! What is made of a brief: the net, its pieces, where they lie, how they are scored, the folded bag and its proof.
//!
//! Each module knows only those before it: budget, convex, exact · net · pieces, rescale, weight · layout, feeds, passes, folded · steps,
//! proof, describe.

pub mod budget;
pub mod convex;
pub mod describe;
pub mod exact;
pub mod feeds;
pub mod folded;
pub mod layout;
pub mod net;
pub mod passes;
pub mod pieces;
pub mod proof;
pub mod rescale;
pub mod steps;
pub mod weight;
#[cfg(test)]
mod worked;

// The rooms before this one, under the names they have everywhere.
pub use net::Net;
pub(crate) use wide_fold_asked::{Brief, Length, Sheet, Unit};
pub(crate) use wide_fold_asked::{brief, figures, fittings, gift, mass, plane, sheet, text};
