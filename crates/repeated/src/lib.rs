//! Many bags: runs by a date, what they take and cost, and the work on them, batched by stage.
//!
//! Each module knows only those before it: shelf, line · cut_list, fence · work · progress, more, evenings, costs · counted · drift.

pub mod costs;
pub mod counted;
pub mod cut_list;
pub mod drift;
pub mod evenings;
pub mod fence;
pub mod line;
pub mod more;
pub mod progress;
pub mod shelf;
pub mod work;

// The rooms before this one, under the names they have everywhere.
pub(crate) use wide_fold_asked::{Brief, Length, Sheet, Unit};
pub(crate) use wide_fold_asked::{brief, figures, paper, plane, text};
pub(crate) use wide_fold_judged::{Plan, several, ways};
pub(crate) use wide_fold_made::{budget, layout, net, passes, steps};
