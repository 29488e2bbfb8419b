//! Whole bags, and what holds between the rooms.
//!
//! One program, so that it is linked once and every core has a test to run until the last.
#![allow(clippy::unwrap_used, clippy::too_many_arguments)] // In a test, a panic is the failure; tables of cases have many columns.

mod any_bag;
mod bags;
mod board;
mod by_hand;
mod claims;
mod drift;
mod edges;
mod faces;
mod fittings;
mod from_paper;
mod gift;
mod guide;
mod hands;
mod kinds;
mod layers;
mod natures;
mod order;
mod order_of_work;
mod possible;
mod reading;
mod rehearsed;
mod runs;
mod sheets;
mod small_parts;
mod steps;
mod trade;
mod words;
mod yields;
