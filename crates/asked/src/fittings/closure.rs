//! What keeps a bag shut, and how much of its height that takes.

use crate::brief::ClosureKind;
use crate::{Brief, Length};

/// From the edge of a flap, or below a pinched top, to the middle of a hole or magnet: ¾ in (our choice).
const CUSTOMARY: Length = Length::eighths(6);
/// What a clip or a bow takes below a pinched top: 1 in (our choice).
const PINCHED: Length = Length::INCH;

/// How a bag closes, in figures.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Closing {
    /// From the edge of the closing flap, or from the top edge where there is none, to the middle of a hole or magnet.
    pub down: Length,
    /// How far below the top edge of the face it closes on the hole or magnet of the closing flap comes to lie; less than nothing
    /// if it does not reach that far. Over a square mouth the flap first spans the gusset. None without a flap.
    pub meets: Option<Length>,
    /// How far above its fold a flap that is tucked into a square mouth is scored, to turn in; none if it turns in at its fold.
    pub tuck_turn: Option<Length>,
    /// True if front and back are brought together at the top.
    pub pinches: bool,
    /// How much of the height is lost to what goes in. Brought together at the top, front and back lean in: at 45° from as far
    /// below as half the gusset (our reckoning: less would crush what is in it), and above that comes what holds them.
    pub headroom: Length,
}

impl Closing {
    pub(super) fn of(brief: &Brief) -> Self {
        let flap = brief.top.flap().map(|flap| flap.depth);
        let most = flap.unwrap_or(brief.finished.height).half();
        let down = brief.fittings.closure.down.unwrap_or(brief.customary(CUSTOMARY).min(most));
        let across = if brief.pinches() { Length::ZERO } else { brief.depth() };
        let tucks = brief.fittings.closure.kind.is_tucked() && !brief.pinches();
        let turns = flap.is_some_and(|depth| tucks && brief.depth() < depth);
        let pinches = brief.fittings.closure.kind.pinches(flap.is_some());
        Self {
            down,
            meets: flap.map(|depth| depth - across - down),
            tuck_turn: turns.then(|| brief.depth()),
            pinches,
            headroom: if pinches { brief.depth().half() + held(brief, flap, down) } else { Length::ZERO },
        }
    }

    /// How far a closing flap comes down on the face it closes on; nothing without one.
    pub fn comes_down(&self) -> Length {
        self.meets.map_or(Length::ZERO, |meets| meets + self.down)
    }
}

/// What is above the stretch on which front and back lean in: all that holds them together.
fn held(brief: &Brief, flap: Option<Length>, down: Length) -> Length {
    let hole = brief.fittings.punch.hole;
    match (brief.fittings.closure.kind, flap) {
        (ClosureKind::RibbonThrough, Some(depth)) => depth - down + hole,
        (ClosureKind::RibbonThrough | ClosureKind::Magnets, _) => down + hole,
        (
            ClosureKind::None
            | ClosureKind::Clip
            | ClosureKind::Bow
            | ClosureKind::RibbonRound
            | ClosureKind::Tuck,
            _,
        ) => brief.customary(PINCHED),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn pinching_takes_half_the_gusset_and_the_clip() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(8), Length::inches(3));
        assert_eq!(Closing::of(&brief).headroom, Length::ZERO);
        brief.fittings.closure.kind = ClosureKind::Clip;
        assert_eq!(Closing::of(&brief).headroom, Length::eighths(20));
        brief.fittings.closure.kind = ClosureKind::RibbonRound;
        assert_eq!(Closing::of(&brief).headroom, Length::ZERO);
    }
}
