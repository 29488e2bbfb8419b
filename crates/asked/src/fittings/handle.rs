//! A handle in figures: where it goes, how long its ribbon is, and how high it then stands.
//!
//! A handle is reckoned as two legs and the way across: its length is twice the leg (what is glued or reaches down to the
//! hole, and the drop above the top edge), the spacing, and what the knots take. So length and drop tell each other exactly.

use crate::brief::{HandleKind, Knot, Top};
use crate::{Brief, Length};

/// A length of ribbon, strap or handle strip that people cut: 12 in, the side of a sheet (common practice).
pub const CUSTOMARY_LENGTH: Length = Length::inches(12);
/// How high a handle stands above the top: 4 in, which a hand goes through (our choice; it makes the customary 18 on an 8 face).
pub const CUSTOMARY_DROP: Length = Length::inches(4);
/// Fingers need this much above the top edge (our choice).
pub const LEAST_DROP: Length = Length::eighths(12);
/// What one end takes for a double knot (our choice).
pub const DOUBLE_KNOT: Length = Length::eighths(20);
/// What one end takes for three turns of thin satin (our choice).
pub const TRIPLE_KNOT: Length = Length::eighths(28);

/// A handle worked out for a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct FittedHandle {
    /// Which kind.
    pub kind: HandleKind,
    /// From the centre line of the face to the middle of a hole, or of an end; none for what is centred.
    pub from_centre: Length,
    /// From the top edge down to the middle of a hole, to the end of what is glued, or to an opening.
    pub down: Length,
    /// How high it stands above the top edge; less than nothing if it is too short.
    pub drop: Length,
    /// Length of ribbon, cord, strap or strip for one handle; none for a hand hole.
    pub length: Length,
    /// Width of the ribbon, strap, strip or opening.
    pub width: Length,
    /// Length of a strap's slot, height of a hand hole; else nothing.
    pub opening: Length,
    /// How many of it one bag takes.
    pub count: u32,
}

impl HandleKind {
    /// True if its place across the face can be chosen.
    pub fn is_spaced(self) -> bool {
        matches!(self, Self::HoledRibbon | Self::GluedRibbon | Self::LongRibbon | Self::Tube | Self::Hangers)
    }

    /// True if it is a ribbon or cord.
    pub fn is_ribbon(self) -> bool {
        matches!(self, Self::HoledRibbon | Self::GluedRibbon | Self::LongRibbon | Self::Hangers)
    }
}

impl FittedHandle {
    /// What of its length is no drop: the legs below the top edge, the way across, the knots.
    fn fixed(&self, brief: &Brief) -> Length {
        let across = self.from_centre * 2;
        let knot = match brief.fittings.handle.knot {
            Knot::Double => DOUBLE_KNOT,
            Knot::Triple => TRIPLE_KNOT,
        };
        let knots = brief.customary(knot) * 2;
        match self.kind {
            HandleKind::None | HandleKind::HandHole => Length::ZERO,
            HandleKind::HoledRibbon | HandleKind::Hangers => self.down * 2 + across + knots,
            HandleKind::GluedRibbon | HandleKind::Tube => self.down * 2 + across,
            HandleKind::LongRibbon => brief.finished.height * 2 + across,
            // From one face over the mouth to the other.
            HandleKind::Strap => self.down * 2 + brief.depth(),
        }
    }

    /// From the side edge of the face to the middle of a hole, or of an end.
    pub fn from_edge(&self, brief: &Brief) -> Length {
        brief.finished.width - brief.finished.width.half() - self.from_centre
    }
}

/// The handle of a bag; nothing if it has none. Figures the crafter has not set are customary (handbook §6, common practice),
/// in proportion to the face.
///
/// ```
/// use wide_fold_asked::{Brief, Length, brief::HandleKind, fittings::handle};
/// let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
/// brief.fittings.handle.kind = HandleKind::HoledRibbon;
/// let handle = handle(&brief).unwrap();
/// // Common practice: 1 below the top edge, 1½ either side of the centre, 18 of ribbon on an 8 face.
/// assert_eq!((handle.down, handle.from_centre), (Length::INCH, Length::eighths(12)));
/// assert_eq!(handle.length, Length::inches(18));
/// ```
pub fn handle(brief: &Brief) -> Option<FittedHandle> {
    let asked = brief.fittings.handle;
    let kind = asked.kind;
    let size = brief.finished;
    let inch = |n: i64, of: i64| brief.customary(Length::sixty_fourths(64 * n / of));
    let in_proportion = |figure, face| brief.in_proportion(figure, face);
    let least = |figure: Length, share: i64| {
        figure.min(Length::from_units(size.height.units() / share).floor_to(brief.mark())).max(brief.mark())
    };
    let half = size.width.half();
    let (width, opening) = match kind {
        HandleKind::None => return None,
        HandleKind::HoledRibbon => (inch(1, 4), Length::ZERO),
        HandleKind::GluedRibbon => {
            let width = in_proportion(Length::inches(2), Length::inches(10));
            (width.min(inch(2, 1)), Length::ZERO)
        }
        HandleKind::LongRibbon => (inch(1, 2), Length::ZERO),
        HandleKind::Strap => {
            let third = Length::from_units(size.width.units() / 3).floor_to(brief.mark());
            let width = asked.width.unwrap_or(inch(5, 4).min(third));
            (width, width + inch(1, 4))
        }
        HandleKind::Tube if size.width < Length::eighths(28) => (inch(5, 4), Length::ZERO),
        HandleKind::Tube => (inch(7, 4), Length::ZERO),
        HandleKind::Hangers => (in_proportion(Length::INCH, Length::inches(6)).min(inch(1, 1)), Length::ZERO),
        HandleKind::HandHole => {
            let width = in_proportion(Length::inches(4), Length::inches(8)).min(inch(4, 1));
            let width = asked.width.unwrap_or(width);
            (width, width.half().floor_to(brief.mark()).min(inch(2, 1)).max(brief.mark()))
        }
    };
    let (width, opening) = (asked.width.unwrap_or(width), asked.opening.unwrap_or(opening));
    // An opening with half-round ends is no higher than it is wide.
    let opening = if kind == HandleKind::HandHole { opening.min(width) } else { opening };
    let from_centre = match kind {
        _ if !kind.is_spaced() => Length::ZERO,
        HandleKind::GluedRibbon => {
            let edge = in_proportion(Length::eighths(12), Length::inches(10)).min(inch(3, 2));
            (half - edge - width.half()).floor_to(brief.mark())
        }
        HandleKind::LongRibbon => {
            let edge = in_proportion(Length::INCH, Length::inches(5)).min(inch(1, 1));
            (half - edge).floor_to(brief.mark())
        }
        _ => in_proportion(Length::eighths(12), Length::inches(8)),
    };
    let down = match kind {
        HandleKind::LongRibbon => size.height,
        HandleKind::Strap => {
            let hem = brief.top.hem();
            if hem.is_positive() { hem } else { inch(1, 1) }
        }
        HandleKind::Tube => least(inch(3, 2), 4),
        HandleKind::Hangers => least(inch(3, 4), 5),
        HandleKind::HoledRibbon | HandleKind::GluedRibbon => {
            // A strip under a hem turned in has to reach past the holes: they lie higher up, but no higher than half an inch.
            let past = (brief.fittings.punch.hole + brief.fittings.punch.hole.half()).ceil_to(brief.mark());
            let room = match brief.top {
                Top::HemIn { depth } if kind == HandleKind::HoledRibbon => {
                    (depth - super::backing::margin(brief) - past).floor_to(brief.mark())
                }
                _ => Length::MAX,
            };
            least(inch(1, 1), 5).min(room.max(inch(1, 2)))
        }
        // A hand hole lies whole below the hem, so that its edge does not run through it, if there is room.
        HandleKind::HandHole => {
            let below = (brief.top.hem() + super::backing::margin(brief)).ceil_to(brief.mark());
            let has_room = brief.top.hem().is_positive() && below + opening + inch(1, 2) <= size.height;
            if has_room { below } else { least(inch(1, 1), 5) }
        }
        _ => least(inch(1, 1), 5),
    };
    let mut made = FittedHandle {
        kind,
        from_centre: asked.from_centre.filter(|_| kind.is_spaced()).unwrap_or(from_centre),
        down: asked.down.unwrap_or(down),
        drop: Length::ZERO,
        length: Length::ZERO,
        width,
        opening,
        count: if kind == HandleKind::Strap || kind == HandleKind::HandHole { 1 } else { 2 },
    };
    if kind == HandleKind::HandHole {
        return Some(made);
    }
    let fixed = made.fixed(brief);
    let is_cut_to_length = matches!(kind, HandleKind::Strap | HandleKind::Tube);
    let length = asked.length.or_else(|| {
        // What is usually cut as long as a sheet is cut longer where that would not let the fingers through.
        let usual = brief.customary(CUSTOMARY_LENGTH);
        let reaches = usual - fixed >= brief.customary(LEAST_DROP) * 2;
        (is_cut_to_length && reaches && asked.drop.is_none()).then_some(usual)
    });
    match length {
        Some(length) => (made.length, made.drop) = (length, (length - fixed).half()),
        None => {
            let usual = in_proportion(CUSTOMARY_DROP, Length::inches(8));
            let drop = asked.drop.unwrap_or(usual.max(inch(2, 1)).min(inch(4, 1)));
            (made.length, made.drop) = (fixed + drop * 2, drop);
        }
    }
    Some(made)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn brief(kind: HandleKind, width: &str, height: &str, gusset: &str) -> Brief {
        let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
        let mut brief = Brief::new(width, height, gusset);
        brief.fittings.handle.kind = kind;
        brief
    }

    fn length(text: &str) -> Length {
        text.parse().unwrap()
    }

    #[test]
    fn ribbon_through_holes() {
        // Common practice: 16 of ribbon a handle on a 7½ face.
        let mut brief = brief(HandleKind::HoledRibbon, "7 1/2", "8", "3");
        brief.fittings.handle.length = Some(Length::inches(16));
        let handle = handle(&brief).unwrap();
        // 16 less two knots of 2½, the 2¾ between the holes and twice the inch down to them.
        assert_eq!((handle.from_centre, handle.drop), (length("1 3/8"), length("3 1/8")));
    }

    #[test]
    fn ribbon_glued_inside() {
        // Common practice: ends 1½ in from each side edge, wide ribbon 2 × 15 on a 10 face.
        let handle = handle(&brief(HandleKind::GluedRibbon, "10", "10", "4")).unwrap();
        assert_eq!((handle.width, handle.length), (length("2"), length("15")));
        assert_eq!(length("5") - handle.from_centre - handle.width.half(), length("1 1/2"));
    }

    #[test]
    fn a_long_ribbon_starts_at_the_base() {
        // Common practice: 22 for a height of 6¼, 1 in from the edge. On a face of 5½ that leaves a drop of 3.
        let mut brief = brief(HandleKind::LongRibbon, "5 1/2", "6 1/4", "2");
        brief.fittings.handle.length = Some(Length::inches(22));
        let handle = handle(&brief).unwrap();
        assert_eq!((handle.from_edge(&brief), handle.drop), (length("1"), length("3")));
    }

    #[test]
    fn a_strap_through_slots() {
        // Common practice: 1¼ × 12, the slot on a 6 face leaves 2¼ on either side; ends under a hem of 1.
        let mut brief = brief(HandleKind::Strap, "6", "8", "2");
        brief.top = crate::brief::Top::HemIn { depth: Length::INCH };
        let handle = handle(&brief).unwrap();
        assert_eq!(
            (handle.width, handle.length, handle.opening),
            (length("1 1/4"), length("12"), length("1 1/2"))
        );
        assert_eq!((brief.finished.width - handle.opening).half(), length("2 1/4"));
        assert_eq!(handle.drop, length("4"));
    }

    #[rstest]
    // Common practice: 1¾ × 12 strips, 1¼ × 12 on a small bag.
    #[case("3 3/4", "1 3/4")]
    #[case("3 1/4", "1 1/4")]
    fn rolled_tubes(#[case] face: &str, #[case] width: &str) {
        let handle = handle(&brief(HandleKind::Tube, face, "6 1/2", "2")).unwrap();
        assert_eq!((handle.length, handle.width), (length("12"), length(width)));
        assert!(handle.drop > length("3"));
    }

    #[test]
    fn a_hand_hole_is_no_larger_than_a_hand_needs() {
        // Common practice: up to 4 × 2.
        let handle = handle(&brief(HandleKind::HandHole, "12", "12", "4")).unwrap();
        assert_eq!((handle.width, handle.opening), (length("4"), length("2")));
    }

    #[test]
    fn on_a_metric_board_customary_figures_are_whole_millimetres() {
        let mut brief = brief(HandleKind::HoledRibbon, "200 mm", "220 mm", "80 mm");
        brief.board.groove = Length::millimetres(5);
        let handle = handle(&brief).unwrap();
        for figure in [handle.from_centre, handle.down, handle.drop, handle.width] {
            assert!(figure.is_on(Length::MM), "{figure}");
        }
        // The unit of the labels changes nothing.
        let other = Brief { unit: crate::Unit::Metric, ..brief.clone() };
        assert_eq!(super::handle(&other), Some(handle));
    }

    proptest! {
        /// The length of a drop gives that drop back, and the drop of a length that length.
        #[test]
        fn length_and_drop_tell_each_other(
            kind in 1_usize..7, w in 12_i64..200, h in 12_i64..200, d in 4_i64..80, drop in 0_i64..200, knot: bool,
        ) {
            let n = Length::eighths;
            let mut brief = Brief::new(n(w), n(h), n(d));
            let asked = &mut brief.fittings.handle;
            (asked.kind, asked.drop) = (HandleKind::ALL[kind], Some(n(drop)));
            asked.knot = if knot { Knot::Triple } else { Knot::Double };
            let one = handle(&brief).unwrap();
            prop_assert_eq!(one.drop, n(drop));
            let asked = &mut brief.fittings.handle;
            (asked.drop, asked.length) = (None, Some(one.length));
            let other = handle(&brief).unwrap();
            prop_assert_eq!((other.drop, other.length), (one.drop, one.length));
        }
    }
}
