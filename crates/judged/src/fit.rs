//! From what goes into a bag to the bag: every way it may lie, and the size that gives it room.

use crate::brief::Finished;
use crate::figures::Figures;
use crate::gift::{Block, Gift, Lie, Lies, Thing, Together};
use crate::text::{list, sentence};
use crate::{Brief, Length, Unit};
use std::collections::HashSet;

/// Room above what goes in: to close the bag over it, with tissue round it (more for what is pinched; how much is our choice).
const HEADROOM: [Length; 2] = [Length::eighths(12), Length::millimetres(40)];
/// Room above it under a closing flap, which is folded over.
const UNDER_FLAP: [Length; 2] = [Length::eighths(4), Length::millimetres(12)];

/// Customary room above what goes into a bag, in inches and as a metric ruler shows it (40 and 12 mm): 1½; where the gussets fold in at the top, at least half a gusset, for they take the
/// room there; under a closing flap ½.
pub fn headroom(brief: &Brief) -> Length {
    let unit = usize::from(brief.unit == Unit::Metric);
    if brief.top.flap().is_some() {
        return UNDER_FLAP[unit];
    }
    if brief.pinches() { HEADROOM[unit].max(brief.depth().half()) } else { HEADROOM[unit] }
}

/// The smallest finished size that gives something all the room it asks for, on the board's grooves; a gusset on every second
/// one, so that half of it lies on a groove too.
///
/// ```
/// use wide_fold_asked::{Brief, Length, gift::{Gift, Thing}};
/// use wide_fold_judged::fit::sized;
/// let bowl = Gift::one(Thing::Cylinder { across: Length::eighths(37), height: Length::inches(3) });
/// let size = sized(&Brief::new(Length::INCH, Length::INCH, Length::INCH), &bowl);
/// // 4⅝ across and ⅜ on either side; 3 tall and 1½ above.
/// assert_eq!([size.width, size.height, size.gusset], [43, 36, 44].map(Length::eighths));
/// ```
pub fn sized(brief: &Brief, gift: &Gift) -> Finished {
    let groove = brief.board.groove;
    let flat = gift.wants(Length::ZERO);
    let gusset = flat.depth.ceil_to(groove * 2);
    // What is pinched asks for room by its own gusset.
    let made = Brief { finished: Finished { gusset, ..brief.finished }, ..brief.clone() };
    let Block { width, height, .. } = gift.wants(headroom(&made));
    Finished { width: width.ceil_to(groove), height: height.ceil_to(groove), gusset }
}

/// What a gift is and what it takes, in a few words: `2 jars or tumblers: 7 × 5 × 3½ together`.
pub fn told(gift: &Gift, figures: Figures) -> String {
    let Block { width, depth, height } = gift.block();
    let together = if gift.things.len() > 1 { " together" } else { "" };
    let what = counted(gift.things.iter().copied());
    format!("{what}: {} × {}{together}", figures.say(width), figures.by(height, depth))
}

/// Things by kind, and how many of each: `a box and 3 jars or tumblers`.
fn counted(things: impl Iterator<Item = Thing>) -> String {
    let mut kinds: Vec<(Thing, usize)> = Vec::new();
    for thing in things {
        match kinds.iter_mut().find(|(known, _)| known.name() == thing.name()) {
            Some((_, count)) => *count += 1,
            None => kinds.push((thing, 1)),
        }
    }
    list(&kinds.into_iter().map(|(thing, count)| thing.counted(count)).collect::<Vec<_>>())
}

/// How a gift lies, to begin a sentence with: `All standing in two rows`, `With a box laid on its back`.
pub fn lying(gift: &Gift) -> String {
    let count = gift.things.len();
    let how = |lie: Lie, flat: bool, many: bool| match (lie, flat, many) {
        (Lie::Stands, _, _) => "standing",
        (Lie::Side, true, _) => "lying flat",
        (Lie::Side, false, false) => "on its side",
        (Lie::Side, false, true) => "on their sides",
        (Lie::Back, true, false) => "on its other edge",
        (Lie::Back, true, true) => "on their other edges",
        (Lie::Back, false, false) => "on its back",
        (Lie::Back, false, true) => "on their backs",
    };
    let of = |lie: Lie, flat: bool| -> Vec<Thing> {
        let things = gift.things.iter().enumerate();
        let own = things.filter(|(at, thing)| gift.lies.of(*at) == lie && thing.is_flat() == flat);
        own.map(|(_, thing)| *thing).collect()
    };
    let groups: Vec<(Lie, bool, Vec<Thing>)> = [Lie::Side, Lie::Back]
        .into_iter()
        .flat_map(|lie| [false, true].map(|flat| (lie, flat, of(lie, flat))))
        .filter(|(_, _, things)| !things.is_empty())
        .collect();
    let rows = if gift.together == Together::TwoRows { " in two rows" } else { "" };
    let all = if count > 1 { "all " } else { "" };
    match groups.as_slice() {
        [] => format!("{}{rows}", sentence(&format!("{all}standing"))),
        [(lie, flat, things)] if things.len() == count => {
            format!("{}{rows}", sentence(&format!("{all}{}", how(*lie, *flat, count > 1))))
        }
        groups => {
            let told: Vec<String> = groups
                .iter()
                .map(|(lie, flat, things)| {
                    format!("{} {}", counted(things.iter().copied()), how(*lie, *flat, things.len() > 1))
                })
                .collect();
            format!("With {}{rows}", list(&told))
        }
    }
}

/// Every way a gift may lie that takes another space: as it is first, then those in which fewest things lie; of three things and
/// more side by side, in two rows too.
pub fn poses(gift: &Gift) -> Vec<Gift> {
    let may = |lies: &Lies| {
        let mut things = gift.things.iter().enumerate();
        things.all(|(number, thing)| thing.may_lie() || lies.of(number) == Lie::Stands)
    };
    let rows = (gift.together == Together::SideBySide && gift.things.len() > 2).then_some(Together::TwoRows);
    let mut seen: HashSet<Block> = HashSet::new();
    let mut found: Vec<Gift> = Vec::new();
    for lies in std::iter::once(gift.lies).chain(Lies::every(gift.things.len())).filter(may) {
        for together in std::iter::once(gift.together).chain(rows) {
            for turned in [gift.turned, !gift.turned] {
                let pose = Gift { lies, together, turned, ..gift.clone() };
                if seen.insert(pose.block()) {
                    found.push(pose);
                }
            }
        }
    }
    found
}
