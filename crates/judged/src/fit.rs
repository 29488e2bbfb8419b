//! From what goes into a bag to the bag: every way it may lie, and the size that gives it room.

use crate::brief::Finished;
use crate::figures::Figures;
use crate::gift::{Block, Gift, Lies};
use crate::text::list;
use crate::{Brief, Length, Unit};

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

/// What a gift is and what it takes, in a few words: `a jar or tumbler, and another: 7 × 5 × 3½ together`.
pub fn told(gift: &Gift, figures: Figures) -> String {
    let mut names: Vec<(&str, usize)> = Vec::new();
    for thing in &gift.things {
        let name = thing.name();
        match names.iter_mut().find(|(known, _)| *known == name) {
            Some((_, count)) => *count += 1,
            None => names.push((name, 1)),
        }
    }
    let counted = |(name, count): (&str, usize)| match count {
        1 => name.to_owned(),
        2 => format!("{name}, and another"),
        more => format!("{name}, and {} more", more - 1),
    };
    let what: Vec<String> = names.into_iter().map(counted).collect();
    let Block { width, depth, height } = gift.block();
    let together = if gift.things.len() > 1 { " together" } else { "" };
    format!("{}: {} × {}{together}", list(&what), figures.say(width), figures.by(height, depth))
}

/// Every way a gift may lie that takes another space: as it is first, then those in which fewest things lie on their sides.
pub fn poses(gift: &Gift) -> Vec<Gift> {
    let may = |lies: &Lies| {
        gift.things.iter().enumerate().all(|(number, thing)| thing.may_lie() || !lies.of(number))
    };
    let mut found: Vec<Gift> = Vec::new();
    for lies in std::iter::once(gift.lies).chain(Lies::every(gift.things.len())).filter(may) {
        for turned in [gift.turned, !gift.turned] {
            let pose = Gift { lies, turned, ..gift.clone() };
            if found.iter().all(|known| known.block() != pose.block()) {
                found.push(pose);
            }
        }
    }
    found
}
