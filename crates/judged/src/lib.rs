//! What is judged: joins and builds, verdicts and remedies that have been tried, plans, ways and offers.
//!
//! Each module knows only those before it: joins, builds, several · fit · draft · verdict · plan · nearby, guided, ways, from_gift, from_paper, offers, leftovers, lifted, reading, yields.

pub mod builds;
mod draft;
pub mod fit;
pub mod from_gift;
pub mod from_paper;
pub mod guided;
pub mod joins;
pub mod leftovers;
pub mod lifted;
pub mod nearby;
pub mod offers;
pub mod plan;
pub mod reading;
pub mod rehearsal;
pub mod several;
pub mod verdict;
pub mod ways;
pub mod yields;

// The rooms before this one, under the names they have everywhere.
pub use plan::Plan;
pub(crate) use wide_fold_asked::{Brief, BriefFault, Guide, Length, Ruler, Sheet, Unit};
pub(crate) use wide_fold_asked::{brief, figures, fittings, gift, heard, mass, paper, plane, sheet, text};
pub(crate) use wide_fold_made::{
    Net, budget, feeds, folded, layout, net, passes, pieces, proof, rescale, steps,
};
