//! What a run costs, line by line, so that the lines add up to the whole.

use crate::paper::Money;

/// Parts an amount in the given shares, in whole hundredths that add up to it exactly: each is rounded down, and what is left goes
/// to those that lost most (largest remainder, as in the method of Hamilton, 1791). Nobody's share is nothing: then the first has
/// all.
///
/// ```
/// use wide_fold_asked::paper::Money;
/// use wide_fold_repeated::costs::parted;
/// assert_eq!(parted(Money(100), &[1, 1, 1]), [Money(34), Money(33), Money(33)]);
/// ```
pub fn parted(amount: Money, shares: &[i128]) -> Vec<Money> {
    let total: i128 = shares.iter().sum();
    let mut parts = vec![Money(0); shares.len()];
    if total <= 0 {
        if let Some(first) = parts.first_mut() {
            *first = amount;
        }
        return parts;
    }
    let all = i128::from(amount.0);
    let mut left: Vec<(i128, usize)> = Vec::new();
    for (n, share) in shares.iter().enumerate() {
        parts[n] = Money((all * share).div_euclid(total) as i64);
        left.push(((all * share).rem_euclid(total), n));
    }
    let given: i64 = parts.iter().map(|part| part.0).sum();
    left.sort_by_key(|(lost, n)| (-lost, *n));
    let over = usize::try_from(amount.0 - given).unwrap_or(0);
    for (_, n) in left.into_iter().take(over) {
        parts[n].0 += 1;
    }
    parts
}

/// What things cost besides paper, and how a price is made of a cost. Amounts in hundredths of the crafter's currency.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Rates {
    /// A roll of ribbon.
    pub ribbon: Money,
    /// How long it is, in nanometres; no ribbon is counted if it is nothing.
    pub ribbon_nm: i64,
    /// An insert of card.
    pub insert: Money,
    /// Glue or tape for a bag.
    pub glue: Money,
    /// Whatever else goes into a bag: eyelets, clips, tissue.
    pub sundries: Money,
    /// An hour of work; nothing if time is not counted.
    pub hour: Money,
    /// A price is so many hundredths of the cost,
    pub times: u32,
    /// and so much more a bag,
    pub plus: Money,
    /// rounded up to a whole number of these.
    pub step: Money,
}

impl Default for Rates {
    /// Nothing is known; a price is twice the cost, in halves (our choice).
    fn default() -> Self {
        let nothing = Money(0);
        Self {
            ribbon: nothing,
            ribbon_nm: 0,
            insert: nothing,
            glue: nothing,
            sundries: nothing,
            hour: nothing,
            times: 200,
            plus: nothing,
            step: Money(50),
        }
    }
}

/// What one line costs, all its bags together.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Cost {
    /// Paper, by its share of what is cut into.
    pub paper: i64,
    /// Ribbon, by length.
    pub ribbon: i64,
    /// Inserts.
    pub insert: i64,
    /// Glue or tape.
    pub glue: i64,
    /// Whatever else.
    pub sundries: i64,
    /// Time.
    pub time: i64,
}

impl Cost {
    /// All of it.
    pub fn total(self) -> Money {
        Money(self.paper + self.ribbon + self.insert + self.glue + self.sundries + self.time)
    }
}

/// What one bag takes besides paper.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Takes {
    /// Ribbon and cord, in nanometres.
    pub ribbon_nm: i64,
    /// Inserts that are not cut from the bag's own paper.
    pub inserts: u32,
    /// Work, in seconds.
    pub seconds: u32,
}

impl Rates {
    /// What a line of so many bags costs, its paper given. Each kind is rounded to the nearest hundredth once, for the whole line.
    pub fn cost(&self, paper: Money, bags: u32, one: Takes) -> Cost {
        let bags = i128::from(bags);
        let rounded = |amount: i128, of: i128| ((2 * amount + of).div_euclid(2 * of.max(1))) as i64;
        let ribbon = match self.ribbon_nm {
            0 => 0,
            roll => rounded(i128::from(self.ribbon.0) * i128::from(one.ribbon_nm) * bags, i128::from(roll)),
        };
        Cost {
            paper: paper.0,
            ribbon,
            insert: (i128::from(self.insert.0) * i128::from(one.inserts) * bags) as i64,
            glue: (i128::from(self.glue.0) * bags) as i64,
            sundries: (i128::from(self.sundries.0) * bags) as i64,
            time: rounded(i128::from(self.hour.0) * i128::from(one.seconds) * bags, 3600),
        }
    }

    /// The price of one bag by the crafter's own rule, from what so many of it cost together: never below what it costs.
    pub fn price(&self, cost: Money, bags: u32) -> Money {
        let step = i128::from(self.step.0.max(1));
        let bags = i128::from(bags.max(1));
        let times = i128::from(self.times.max(100));
        // Rounded up once, at the end.
        let exactly = i128::from(cost.0) * times + i128::from(self.plus.0) * 100 * bags;
        let of = 100 * bags * step;
        Money(((exactly + of - 1).div_euclid(of) * step) as i64)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn a_price_is_made_by_the_rule() {
        let rates = Rates { times: 250, plus: Money(40), step: Money(50), ..Rates::default() };
        // Six for 4.50 are 0.75 each: 2½ times is 1.875, and 0.40 is 2.275, so 2.50.
        assert_eq!(rates.price(Money(450), 6), Money(250));
        assert_eq!(Rates { step: Money(1), ..rates }.price(Money(450), 6), Money(228));
    }

    #[test]
    fn ribbon_counts_by_length_and_time_by_the_hour() {
        let rates = Rates {
            ribbon: Money(400),
            ribbon_nm: 10_000_000_000,
            insert: Money(12),
            glue: Money(5),
            hour: Money(1200),
            ..Rates::default()
        };
        let one = Takes { ribbon_nm: 800_000_000, inserts: 2, seconds: 600 };
        let cost = rates.cost(Money(300), 5, one);
        let told = Cost { paper: 300, ribbon: 160, insert: 120, glue: 25, sundries: 0, time: 1000 };
        assert_eq!((cost, cost.total()), (told, Money(1605)));
    }

    proptest! {
        #[test]
        fn parts_add_up_and_no_one_is_off_by_more_than_a_hundredth(
            amount in 0_i64..10_000_000, shares in prop::collection::vec(0_i128..1_000_000, 1..60)
        ) {
            let parts = parted(Money(amount), &shares);
            prop_assert_eq!(parts.iter().map(|part| part.0).sum::<i64>(), amount);
            let total: i128 = shares.iter().sum();
            for (part, share) in parts.iter().zip(&shares).filter(|_| total > 0) {
                let off = i128::from(part.0) * total - i128::from(amount) * share;
                prop_assert!(off.abs() < total);
            }
        }

        #[test]
        fn no_price_is_below_cost(
            cost in 0_i64..1_000_000, bags in 1_u32..500, times in 0_u32..900, plus in 0_i64..500, step in 0_i64..300
        ) {
            let rates = Rates { times, plus: Money(plus), step: Money(step), ..Rates::default() };
            prop_assert!(rates.price(Money(cost), bags).0 * i64::from(bags) >= cost);
        }
    }
}
