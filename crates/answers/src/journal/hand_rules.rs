//! Hand rules in words: as they are offered, and as they are taken.

use super::taught;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::text::list;
use wide_fold_core::{Length, Unit};
use wide_fold_formats::HandText;
use wide_fold_kept::entry::KeptEntry;
use wide_fold_kept::hand_rules::{DriftOf, HandRule, HandRuleId, HandRules};

/// A hand rule as it is offered, or as it is taken.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HandRuleView {
    /// What it is taken and left by.
    pub id: String,
    /// What it does, in a sentence.
    pub says: String,
    /// True if new plans take it just so.
    pub taken: bool,
}

/// What is taken off on a board.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HandView {
    /// As a brief has it.
    pub hand: HandText,
    /// By how much what comes out is off: `a panel 1⁄64 in more`; nothing if nothing is taken.
    pub says: Option<String>,
}

impl HandView {
    /// What is taken off on a board of such grooves.
    pub fn new(hand_rules: &HandRules, groove: Length, unit: Unit) -> Self {
        let hand = hand_rules.hand(groove);
        let by = |name: &str, by: Length| {
            let way = if by.is_positive() { "more" } else { "less" };
            (by != Length::ZERO).then(|| format!("{name} {} {way}", by.abs().label(unit)))
        };
        let says: Vec<String> =
            [by("a panel", hand.panel), by("the height", hand.height)].into_iter().flatten().collect();
        Self { hand: hand.into(), says: hand.is_any().then(|| list(&says)) }
    }
}

impl HandRuleView {
    /// What a drift offers beside what is taken; nothing if it is not sure.
    pub(super) fn offer(taken: &HandRules, offered: Option<&HandRule>) -> Option<Self> {
        let offered = offered?;
        let is_taken = taken.of(offered.id).is_some_and(|taken| taken.by == offered.by);
        Some(Self { taken: is_taken, ..Self::from(offered) })
    }
}

impl From<&HandRule> for HandRuleView {
    fn from(hand_rule: &HandRule) -> Self {
        let unit = if hand_rule.metric { Unit::Metric } else { Unit::Inch };
        let by = Length::from_nm(hand_rule.by);
        let (figure, more) = (by.abs().label(unit), by.is_positive());
        let what = match (hand_rule.id.what, more) {
            (DriftOf::Panels, true) => format!("score each corner {figure} nearer than the last"),
            (DriftOf::Panels, false) => format!("score each corner {figure} further than the last"),
            (DriftOf::Height, true) => format!("score the base line {figure} nearer to the top edge"),
            (DriftOf::Height, false) => format!("score the base line {figure} further from the top edge"),
        };
        let board = hand_rule.id.groove.map_or_else(String::new, |groove| {
            format!(" on a board with {}", taught::grooves(Length::from_nm(groove), unit))
        });
        let bags = hand_rule.bags;
        Self {
            id: hand_rule.id.to_string(),
            says: format!("In new plans{board}, {what}: by {bags} bags of the journal."),
            taken: true,
        }
    }
}

/// What the journal offers for an id now; nothing unless it is sure.
pub fn offered(entries: &[KeptEntry], id: HandRuleId) -> Option<HandRule> {
    let own = |entry: &&KeptEntry| id.groove.is_none_or(|groove| entry.groove == groove);
    taught::hand_rule(&entries.iter().filter(own).collect::<Vec<_>>(), id)
}
