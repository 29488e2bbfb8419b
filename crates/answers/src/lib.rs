//! What the HTTP interface answers with: geometry in millimetres beside ready labels in the crafter's unit.

pub mod bag;
pub mod bag_paper;
pub mod begun;
pub mod build;
pub mod cutter;
pub mod dimension;
pub mod face;
pub mod fit;
pub mod fittings;
pub mod fold;
pub mod from_paper;
pub mod guide;
pub mod handle;
pub mod heard;
pub mod journal;
pub mod keeping;
pub mod layout;
pub mod pass;
pub mod piece;
pub mod plan;
pub mod planned;
pub mod printing;
pub mod project;
pub mod rehearsal;
pub mod rooms;
pub mod run;
pub mod run_change;
pub mod run_tables;
pub mod run_view;
pub mod sheet;
pub mod shelf;
pub mod spelled;
pub mod table;
pub mod taking;
pub mod unread;
pub mod verdict;
pub mod version;
pub mod ways;
pub mod working;
pub mod yields;

/// A point in millimetres: from the left, from the bottom.
fn point(point: wide_fold_core::plane::Point) -> [f64; 2] {
    [point.x.mm(), point.y.mm()]
}
