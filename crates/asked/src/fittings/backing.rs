//! The strip of card behind handle holes or over ribbon ends.

use super::FittedHandle;
use crate::brief::HandleKind;
use crate::{Brief, Length};

/// A strip behind either face, its upper edge at the top edge of the bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Reinforcement {
    /// Along the top edge.
    pub length: Length,
    /// Downwards.
    pub depth: Length,
}

/// What is left between a strip and the edge of the hem or the face that hides it.
pub fn margin(brief: &Brief) -> Length {
    brief.customary(Length::eighths(1))
}

/// True if a hem turned in is laid over the strip: over one behind holes, on faces that are whole by then. Ribbon ends are glued on
/// the hem, and their strip over them.
pub fn lies_under_hem(brief: &Brief) -> bool {
    brief.fittings.handle.kind.is_holed() && brief.top.is_turned_in() && brief.hem_covers_while_flat()
}

/// How far a strip has to reach to hold holes or ends.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Reach {
    /// To either side of the centre line.
    pub aside: Length,
    /// Down from the top edge.
    pub down: Length,
}

pub(super) fn to_hold(brief: &Brief, handle: &FittedHandle) -> Option<Reach> {
    match handle.kind {
        // Past the hole by its own diameter.
        HandleKind::HoledRibbon | HandleKind::GussetRibbon => {
            let past = brief.fittings.punch.hole + brief.fittings.punch.hole.half();
            Some(Reach { aside: handle.from_centre + past, down: handle.down + past })
        }
        HandleKind::GluedRibbon => {
            Some(Reach { aside: handle.from_centre + handle.width.half(), down: handle.down })
        }
        HandleKind::None
        | HandleKind::LongRibbon
        | HandleKind::Strap
        | HandleKind::Tube
        | HandleKind::Hangers
        | HandleKind::HandHole => None,
    }
}

/// Width of the panel that is backed: a face, or a gusset whose hole holds the handle.
pub fn backed(brief: &Brief) -> Length {
    if brief.fittings.handle.kind.is_on_gussets() { brief.depth() } else { brief.finished.width }
}

/// The strip of a bag: none if its handle has no use for one, or the crafter wants none. Customary (common practice): about
/// half the face long and a quarter deep behind holes (2 × 4 on an 8 face), 2 deep and a little past the ribbons over glued
/// ends (7¾ on a 10 face); behind holes, where a hem turned in covers it, less deep than the hem.
pub(super) fn strip(brief: &Brief, handle: &FittedHandle) -> Option<Reinforcement> {
    let backing = brief.fittings.backing;
    if !backing.kind.is_strip() {
        return None;
    }
    let width = backed(brief);
    let most = (width - margin(brief) * 2).floor_to(brief.mark());
    let mark = brief.mark();
    let (length, depth) = match handle.kind {
        HandleKind::HoledRibbon | HandleKind::GussetRibbon => {
            let past = brief.fittings.punch.hole * 2;
            let least = ((handle.from_centre + past) * 2).ceil_to(mark);
            let deep = (handle.down + past).ceil_to(mark);
            (width.half().floor_to(mark).max(least), width.half().half().floor_to(mark).max(deep))
        }
        HandleKind::GluedRibbon => {
            let past = brief.customary(Length::eighths(3));
            let length = ((handle.from_centre + past) * 2 + handle.width).ceil_to(mark);
            (length, brief.customary(Length::inches(2)))
        }
        HandleKind::None
        | HandleKind::LongRibbon
        | HandleKind::Strap
        | HandleKind::Tube
        | HandleKind::Hangers
        | HandleKind::HandHole => return None,
    };
    let under = (brief.top.hem() - margin(brief)).floor_to(mark);
    let depth = if lies_under_hem(brief) { depth.min(under) } else { depth };
    Some(Reinforcement {
        length: backing.length.unwrap_or(length.min(most).max(mark)),
        depth: backing.depth.unwrap_or(depth.max(mark)),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::Top;
    use crate::fittings::Fitted;
    use rstest::rstest;

    #[rstest]
    // Common practice: about 2 × 4 on an 8 face; over glued ends 7¾ long and 2 deep on a 10 face.
    #[case(HandleKind::HoledRibbon, "8", ("4", "2"))]
    #[case(HandleKind::GluedRibbon, "10", ("7 3/4", "2"))]
    fn customary_strips(#[case] kind: HandleKind, #[case] face: &str, #[case] size: (&str, &str)) {
        let mut brief = Brief::new(face.parse().unwrap(), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = kind;
        let strip = Fitted::of(&brief).reinforcement.unwrap();
        assert_eq!((strip.length, strip.depth), (size.0.parse().unwrap(), size.1.parse().unwrap()));
    }

    #[test]
    fn a_hem_that_is_turned_in_covers_it() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        brief.top = Top::HemIn { depth: Length::eighths(14) };
        assert_eq!(Fitted::of(&brief).reinforcement.unwrap().depth, Length::eighths(13));
        brief.top = Top::HemOut { depth: Length::eighths(14) };
        assert_eq!(Fitted::of(&brief).reinforcement.unwrap().depth, Length::eighths(16));
    }
}
