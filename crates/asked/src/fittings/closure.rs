//! What keeps a bag shut, and how much of its height that takes.

use crate::brief::{ClosureKind, Top};
use crate::{Brief, Length};

/// From the edge of a flap, or below a pinched top, to the middle of a hole or magnet: ¾ in (our choice).
const CUSTOMARY: Length = Length::eighths(6);
/// What a clip or a bow takes below a pinched top: 1 in (our choice).
const PINCHED: Length = Length::INCH;

/// From the edge of the closing flap, or from the top edge where there is none, to the middle of a hole or magnet.
pub fn down(brief: &Brief) -> Length {
    let most = match brief.top {
        Top::Flap { depth, .. } => depth.half(),
        _ => brief.finished.height.half(),
    };
    brief.fittings.closure.down.unwrap_or(brief.customary(CUSTOMARY).min(most))
}

/// How far below the top edge of the face it closes on the hole or magnet of the closing flap comes to lie; less than nothing if
/// it does not reach that far. Over a square mouth the flap first spans the gusset. Nothing without a flap.
pub fn meets(brief: &Brief) -> Option<Length> {
    let Top::Flap { depth, .. } = brief.top else { return None };
    let across = if brief.pinches() { Length::ZERO } else { brief.depth() };
    Some(depth - across - down(brief))
}

/// How far a closing flap comes down on the face it closes on; nothing without one.
pub fn comes_down(brief: &Brief) -> Length {
    meets(brief).map_or(Length::ZERO, |meets| meets + down(brief))
}

/// How far above its fold a flap that is tucked into a square mouth is scored, to turn in; nothing if it turns in at its fold.
pub fn tuck_turn(brief: &Brief) -> Option<Length> {
    let tucks = brief.fittings.closure.kind == ClosureKind::Tuck && !brief.pinches();
    let Top::Flap { depth, .. } = brief.top else { return None };
    (tucks && brief.depth() < depth).then(|| brief.depth())
}

/// True if front and back are brought together at the top.
pub fn pinches(brief: &Brief) -> bool {
    let is_flap = matches!(brief.top, Top::Flap { .. });
    match brief.fittings.closure.kind {
        ClosureKind::None | ClosureKind::RibbonRound | ClosureKind::Tuck => false,
        ClosureKind::Clip | ClosureKind::Bow | ClosureKind::RibbonThrough => true,
        ClosureKind::Magnets => !is_flap,
    }
}

/// How much of the height is lost to what goes in. Brought together at the top, front and back lean in: at 45° from as far
/// below as half the gusset (our reckoning: less would crush what is in it), and above that comes what holds them.
pub fn headroom(brief: &Brief) -> Length {
    if !pinches(brief) {
        return Length::ZERO;
    }
    let lean = brief.depth().half();
    let held = match (brief.fittings.closure.kind, brief.top) {
        (ClosureKind::RibbonThrough, Top::Flap { depth, .. }) => {
            depth - down(brief) + brief.fittings.punch.hole
        }
        (ClosureKind::RibbonThrough | ClosureKind::Magnets, _) => down(brief) + brief.fittings.punch.hole,
        _ => brief.customary(PINCHED),
    };
    lean + held
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn pinching_takes_half_the_gusset_and_the_clip() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(8), Length::inches(3));
        assert_eq!(headroom(&brief), Length::ZERO);
        brief.fittings.closure.kind = ClosureKind::Clip;
        assert_eq!(headroom(&brief), Length::eighths(20));
        brief.fittings.closure.kind = ClosureKind::RibbonRound;
        assert_eq!(headroom(&brief), Length::ZERO);
    }
}
