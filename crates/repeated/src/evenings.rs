//! Work spread over the evenings there are.

use std::collections::BTreeMap;

/// Something to do over and over.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Stint {
    /// How often.
    pub count: u32,
    /// How long one takes, in seconds.
    pub each: u32,
    /// What it takes to begin with it, in seconds, whenever it is begun.
    pub begin: u32,
    /// What it is done on: without it those bags do not go on.
    pub serves: Vec<Serves>,
}

/// What one of a stint does for the bags of a line.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Serves {
    /// Which line.
    pub line: usize,
    /// The part it cuts, if it is a sheet that is cut up: what is missing of a part adds up, sheet by sheet. Nothing for work on
    /// what is cut already: what is late of that is late on the same bags.
    pub cuts: Option<usize>,
    /// It is done on so many,
    pub on: u32,
    /// of so many that one bag takes.
    pub of: u32,
}

/// What is done of a stint in one go.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Share {
    /// Which stint.
    pub stint: usize,
    /// How often.
    pub count: u32,
    /// How long that takes, in seconds.
    pub seconds: u32,
}

/// Work spread over evenings.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Spread {
    /// What is done on each of them, in the order of the work.
    pub evenings: Vec<Vec<Share>>,
    /// What has no room on any.
    pub late: Vec<Share>,
}

/// Fills evenings of so many seconds one after the other, in the order of the work. Something is begun only if at least one of it
/// can be finished. What has no room is late, and so is all that comes after it on the same bags: nothing is planned on a bag whose
/// earlier work is not done.
///
/// ```
/// use wide_fold_repeated::evenings::{Share, Stint, spread};
/// let stints = [Stint { count: 3, each: 60, begin: 30, serves: Vec::new() }];
/// let found = spread(&stints, &[160, 100]);
/// assert_eq!(found.evenings[0], [Share { stint: 0, count: 2, seconds: 150 }]);
/// assert_eq!(found.evenings[1], [Share { stint: 0, count: 1, seconds: 90 }]);
/// assert!(found.late.is_empty());
/// ```
pub fn spread(stints: &[Stint], evenings: &[u32]) -> Spread {
    let mut spread = Spread { evenings: vec![Vec::new(); evenings.len()], late: Vec::new() };
    let mut left: Vec<u32> = evenings.to_vec();
    let mut held = Held::default();
    let mut at = 0;
    for (stint, own) in stints.iter().enumerate() {
        let Stint { count, each, begin, ref serves } = *own;
        let can = serves.iter().map(|serves| count.saturating_sub(held.of(serves))).min().unwrap_or(count);
        let mut open = can;
        let mut evening = at;
        while open > 0 && evening < left.len() {
            let room = left[evening].saturating_sub(begin);
            let fits =
                if left[evening] < begin { 0 } else { room.checked_div(each).unwrap_or(open).min(open) };
            if fits > 0 {
                let seconds = begin + fits * each;
                left[evening] -= seconds;
                open -= fits;
                spread.evenings[evening].push(Share { stint, count: fits, seconds });
                // What comes after it is not done before it.
                at = evening;
            }
            if open > 0 {
                evening += 1;
            }
        }
        let late = open + (count - can);
        if late > 0 {
            spread.late.push(Share { stint, count: late, seconds: begin + late * each });
            serves.iter().for_each(|serves| held.hold(serves, late));
        }
    }
    spread
}

/// Bags that are held up, line by line.
#[derive(Default)]
struct Held {
    bags: BTreeMap<usize, u32>,
    /// How many of a part are not cut.
    uncut: BTreeMap<(usize, usize), u32>,
}

impl Held {
    /// How many of a stint cannot be done, for its bags are held up. Sheets are cut first of all.
    fn of(&self, serves: &Serves) -> u32 {
        let bags = self.bags.get(&serves.line).copied().unwrap_or_default();
        if serves.cuts.is_some() { 0 } else { (bags * serves.of).div_ceil(serves.on.max(1)) }
    }

    /// So many of a stint are late.
    fn hold(&mut self, serves: &Serves, late: u32) {
        let missing = match serves.cuts {
            Some(part) => {
                let uncut = self.uncut.entry((serves.line, part)).or_default();
                *uncut += late * serves.on;
                *uncut
            }
            None => late * serves.on,
        };
        let bags = self.bags.entry(serves.line).or_default();
        *bags = (*bags).max(missing.div_ceil(serves.of.max(1)));
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    prop_compose! {
        fn stint()(
            count in 0_u32..40, each in 0_u32..400, begin in 0_u32..60, line in 0_usize..3, of in 1_u32..3, cuts in prop::option::weighted(0.2, 0_usize..2),
        ) -> Stint {
            // A task is done once on each; a sheet holds several parts.
            let on = if cuts.is_some() { 3 } else { 1 };
            Stint { count: if cuts.is_some() { count } else { count * of }, each, begin, serves: vec![Serves { line, cuts, on, of }] }
        }
    }

    /// How many bags of a line are late at a stint, of so many that are wanted: what is late in pieces, in bags.
    fn late_bags(spread: &Spread, stints: &[Stint], n: usize) -> u32 {
        let late: u32 = spread.late.iter().filter(|share| share.stint == n).map(|share| share.count).sum();
        let serves = stints[n].serves[0];
        (late * serves.on).div_ceil(serves.of)
    }

    proptest! {
        #[test]
        fn all_work_has_a_place_or_is_late(
            stints in prop::collection::vec(stint(), 0..20), evenings in prop::collection::vec(0_u32..4000, 0..8)
        ) {
            // Sheets are cut before anything else.
            let mut stints = stints;
            stints.sort_by_key(|stint| stint.serves[0].cuts.is_none());
            let spread = spread(&stints, &evenings);
            for (n, stint) in stints.iter().enumerate() {
                let own = |share: &&Share| share.stint == n;
                let done: u32 = spread.evenings.iter().flatten().filter(own).map(|share| share.count).sum();
                let late: u32 = spread.late.iter().filter(own).map(|share| share.count).sum();
                prop_assert_eq!(done + late, stint.count);
                // Nothing is planned on a bag of which earlier work is late: as many are late here, if so many are wanted at all.
                let line = stint.serves[0].line;
                let wanted = stint.count / stint.serves[0].of;
                for before in (0..n).filter(|before| stints[*before].serves[0].line == line && stint.serves[0].cuts.is_none()) {
                    prop_assert!(late_bags(&spread, &stints, n) >= late_bags(&spread, &stints, before).min(wanted));
                }
            }
            for (shares, room) in spread.evenings.iter().zip(&evenings) {
                prop_assert!(shares.iter().map(|share| share.seconds).sum::<u32>() <= *room);
                prop_assert!(shares.is_sorted_by_key(|share| share.stint));
            }
            // Nothing is begun before what comes before it is begun.
            let order: Vec<usize> = spread.evenings.iter().flatten().map(|share| share.stint).collect();
            prop_assert!(order.is_sorted(), "{order:?}");
            // Nothing is late that still had room on the last evening, unless its bags are held up.
            if let (Some(last), Some(room)) = (spread.evenings.last(), evenings.last()) {
                let free = room - last.iter().map(|share| share.seconds).sum::<u32>();
                for share in &spread.late {
                    let own = &stints[share.stint];
                    let is_held = spread.late.iter().any(|other| other.stint < share.stint && stints[other.stint].serves[0].line == own.serves[0].line);
                    prop_assert!(is_held || own.begin + own.each > free);
                }
            }
        }
    }
}
