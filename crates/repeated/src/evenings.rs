//! Work spread over the evenings there are.

/// Something to do over and over.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Stint {
    /// How often.
    pub count: u32,
    /// How long one takes, in seconds.
    pub each: u32,
    /// What it takes to begin with it, in seconds, whenever it is begun.
    pub begin: u32,
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
/// can be finished; what takes longer than any evening is late, and holds up nothing else.
///
/// ```
/// use wide_fold_repeated::evenings::{Share, Stint, spread};
/// let stints = [Stint { count: 3, each: 60, begin: 30 }];
/// let found = spread(&stints, &[160, 100]);
/// assert_eq!(found.evenings[0], [Share { stint: 0, count: 2, seconds: 150 }]);
/// assert_eq!(found.evenings[1], [Share { stint: 0, count: 1, seconds: 90 }]);
/// assert!(found.late.is_empty());
/// ```
pub fn spread(stints: &[Stint], evenings: &[u32]) -> Spread {
    let mut spread = Spread { evenings: vec![Vec::new(); evenings.len()], late: Vec::new() };
    let mut left: Vec<u32> = evenings.to_vec();
    let mut at = 0;
    for (stint, Stint { count, each, begin }) in stints.iter().copied().enumerate() {
        let mut open = count;
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
        if open > 0 {
            spread.late.push(Share { stint, count: open, seconds: begin + open * each });
        }
    }
    spread
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    prop_compose! {
        fn stint()(count in 0_u32..40, each in 0_u32..400, begin in 0_u32..60) -> Stint {
            Stint { count, each, begin }
        }
    }

    proptest! {
        #[test]
        fn all_work_has_a_place_or_is_late(
            stints in prop::collection::vec(stint(), 0..20), evenings in prop::collection::vec(0_u32..4000, 0..8)
        ) {
            let spread = spread(&stints, &evenings);
            for (n, stint) in stints.iter().enumerate() {
                let own = |share: &&Share| share.stint == n;
                let done: u32 = spread.evenings.iter().flatten().filter(own).map(|share| share.count).sum();
                let late: u32 = spread.late.iter().filter(own).map(|share| share.count).sum();
                prop_assert_eq!(done + late, stint.count);
            }
            for (shares, room) in spread.evenings.iter().zip(&evenings) {
                prop_assert!(shares.iter().map(|share| share.seconds).sum::<u32>() <= *room);
                prop_assert!(shares.is_sorted_by_key(|share| share.stint));
            }
            // Nothing is begun before what comes before it is begun.
            let order: Vec<usize> = spread.evenings.iter().flatten().map(|share| share.stint).collect();
            prop_assert!(order.is_sorted(), "{order:?}");
            // Nothing is late that still had room on the last evening.
            if let (Some(last), Some(room)) = (spread.evenings.last(), evenings.last()) {
                let free = room - last.iter().map(|share| share.seconds).sum::<u32>();
                for share in &spread.late {
                    prop_assert!(stints[share.stint].begin + stints[share.stint].each > free);
                }
            }
        }
    }
}
