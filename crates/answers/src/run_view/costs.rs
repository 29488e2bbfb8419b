//! What a run costs, kind by kind.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::costs::Cost;
use wide_fold_core::paper::Money;
use wide_fold_kept::costs::CostsText;

/// What a run costs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunCosts {
    /// Kind by kind: paper, ribbon and so on, those that cost anything.
    pub kinds: Vec<KindCost>,
    /// All of it.
    pub total: String,
    /// What all bags are sold for, by the rule.
    pub sold: String,
    /// The rule in words.
    pub rule: String,
    /// What is not known: papers without a price.
    pub unknown: Vec<String>,
}

/// What one kind of thing costs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct KindCost {
    /// `Paper`.
    pub name: String,
    /// `12.40`.
    pub amount: String,
}

impl RunCosts {
    pub(super) fn new(
        costs: &[Cost],
        sold: i64,
        rates: &wide_fold_core::costs::Rates,
        text: &CostsText,
        unknown: Vec<String>,
    ) -> Self {
        let sum = |of: fn(&Cost) -> i64| costs.iter().map(of).sum::<i64>();
        // Paper is told, if it costs nothing too.
        let kinds: [(&str, bool, i64); 6] = [
            ("Paper", true, sum(|cost| cost.paper)),
            ("Ribbon and cord", false, sum(|cost| cost.ribbon)),
            ("Inserts", false, sum(|cost| cost.insert)),
            ("Glue", false, sum(|cost| cost.glue)),
            ("Sundries", false, sum(|cost| cost.sundries)),
            ("Time", false, sum(|cost| cost.time)),
        ];
        let total: i64 = kinds.iter().map(|(.., amount)| amount).sum();
        let kinds = kinds.into_iter().filter(|(_, is_always, amount)| *amount > 0 || *is_always);
        let times = format!("{}.{:02}", rates.times / 100, rates.times % 100);
        let times = times.trim_end_matches('0').trim_end_matches('.');
        let plus =
            if rates.plus.0 > 0 { format!(" and {} more", text.say(rates.plus)) } else { String::new() };
        Self {
            kinds: kinds
                .map(|(name, _, amount)| KindCost { name: name.to_owned(), amount: text.say(Money(amount)) })
                .collect(),
            total: text.say(Money(total)),
            sold: text.say(Money(sold)),
            rule: format!("{times} times the cost{plus}, rounded up to {}", text.say(rates.step)),
            unknown,
        }
    }
}
