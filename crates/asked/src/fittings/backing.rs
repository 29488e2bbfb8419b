//! The strip of card behind handle holes or over ribbon ends.

use super::handle::handle;
use crate::brief::{BackingKind, HandleKind, Top};
use crate::{Brief, Length};

/// A strip behind either face, its upper edge at the top edge of the bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Strip {
    /// Along the top edge.
    pub length: Length,
    /// Downwards.
    pub depth: Length,
}

/// What is left between a strip and the edge of the hem or the face that hides it.
pub fn margin(brief: &Brief) -> Length {
    brief.customary(Length::eighths(1))
}

/// True if a hem turned in is laid over the strip: over one behind holes. Ribbon ends are glued on the hem, and their strip
/// over them.
pub fn lies_under_hem(brief: &Brief) -> bool {
    matches!(brief.top, Top::HemIn { .. }) && brief.fittings.handle.kind == HandleKind::HoledRibbon
}

/// How far to either side of the centre, and how far down, a strip has to reach to hold holes or ends.
pub fn to_hold(brief: &Brief) -> Option<(Length, Length)> {
    let handle = handle(brief)?;
    match handle.kind {
        // Past the hole by its own diameter.
        HandleKind::HoledRibbon => {
            let past = brief.fittings.punch.hole + brief.fittings.punch.hole.half();
            Some((handle.from_centre + past, handle.down + past))
        }
        HandleKind::GluedRibbon => Some((handle.from_centre + handle.width.half(), handle.down)),
        _ => None,
    }
}

/// The strip of a bag: none if its handle has no use for one, or the crafter wants none. Customary (common practice): about
/// half the face long and a quarter deep behind holes (2 × 4 on an 8 face), 2 deep and a little past the ribbons over glued
/// ends (7¾ on a 10 face); behind holes, where a hem turned in covers it, less deep than the hem.
pub fn strip(brief: &Brief) -> Option<Strip> {
    let backing = brief.fittings.backing;
    let handle = handle(brief).filter(|_| backing.kind == BackingKind::Strip)?;
    let width = brief.finished.width;
    let most = (width - margin(brief) * 2).floor_to(brief.mark());
    let mark = brief.mark();
    let (length, depth) = match handle.kind {
        HandleKind::HoledRibbon => {
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
        _ => return None,
    };
    let depth = match brief.top {
        Top::HemIn { depth: hem } if lies_under_hem(brief) => depth.min((hem - margin(brief)).floor_to(mark)),
        _ => depth,
    };
    Some(Strip {
        length: backing.length.unwrap_or(length.min(most)),
        depth: backing.depth.unwrap_or(depth.max(mark)),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    // Common practice: about 2 × 4 on an 8 face; over glued ends 7¾ long and 2 deep on a 10 face.
    #[case(HandleKind::HoledRibbon, "8", ("4", "2"))]
    #[case(HandleKind::GluedRibbon, "10", ("7 3/4", "2"))]
    fn customary_strips(#[case] kind: HandleKind, #[case] face: &str, #[case] size: (&str, &str)) {
        let mut brief = Brief::new(face.parse().unwrap(), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = kind;
        let strip = strip(&brief).unwrap();
        assert_eq!((strip.length, strip.depth), (size.0.parse().unwrap(), size.1.parse().unwrap()));
    }

    #[test]
    fn a_hem_that_is_turned_in_covers_it() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        brief.top = Top::HemIn { depth: Length::eighths(14) };
        assert_eq!(strip(&brief).unwrap().depth, Length::eighths(13));
        brief.top = Top::HemOut { depth: Length::eighths(14) };
        assert_eq!(strip(&brief).unwrap().depth, Length::eighths(16));
    }
}
