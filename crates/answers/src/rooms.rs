//! The room a crafter leaves round what goes into a bag, beside what is customary.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::fit::headroom;
use wide_fold_core::gift::Thing;
use wide_fold_core::{Brief, Length, Unit};
use wide_fold_kept::rooms::RoomsText;

/// What is set, and what is customary.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RoomsView {
    /// What is set.
    pub set: RoomsText,
    /// What is customary, as figures in inches.
    pub customary: RoomsText,
}

impl RoomsView {
    /// What is set, beside what is customary.
    pub fn new(set: RoomsText) -> Self {
        let (one, size) = (Length::INCH, Length::inches(4));
        let say = |length: Length| Some(length.figure(Unit::Inch));
        let customary = RoomsText {
            flat: say(Thing::Box { width: one, depth: one, height: one }.room()),
            round: say(Thing::Ball { across: one }.room()),
            odd: say(Thing::Odd { widest: one, deepest: one, tallest: one }.room()),
            above: say(headroom(&Brief::new(size, size, size))),
        };
        Self { set, customary }
    }
}
