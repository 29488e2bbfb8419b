//! A handle in figures: where it goes, how long its ribbon is, and how high it then stands.
//!
//! A handle is reckoned as two legs and the way across: its length is twice the leg (what is glued or reaches down to the
//! hole, and the drop above the top edge), the spacing, and what the knots take. So length and drop tell each other exactly.

use crate::brief::{HandleKind, Knot, Stands};
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
    /// Length of ribbon, cord, strap or strip for one handle; a hand hole takes none of any.
    pub length: Length,
    /// Width of the ribbon, strap, strip or opening.
    pub width: Length,
    /// Length of a strap's slot, height of a hand hole; other handles open nothing.
    pub opening: Option<Length>,
    /// How many of it one bag takes.
    pub count: u32,
}

impl FittedHandle {
    /// What of its length is no drop: the legs below the top edge, the way across, the knots.
    fn fixed(&self, brief: &Brief) -> Length {
        let across = self.across(brief);
        let knot = match brief.fittings.handle.knot {
            Knot::Double => DOUBLE_KNOT,
            Knot::Triple => TRIPLE_KNOT,
        };
        let knots = brief.customary(knot) * 2;
        match self.kind {
            HandleKind::None | HandleKind::HandHole => Length::ZERO,
            HandleKind::HoledRibbon | HandleKind::Hangers | HandleKind::GussetRibbon => {
                self.down * 2 + across + knots
            }
            HandleKind::GluedRibbon | HandleKind::Tube => self.down * 2 + across,
            HandleKind::LongRibbon => brief.finished.height * 2 + across,
            HandleKind::Strap => self.down * 2 + across,
        }
    }

    /// From one of its legs to the other: over a face, from face to face, or from gusset to gusset.
    pub fn across(&self, brief: &Brief) -> Length {
        match self.kind {
            HandleKind::Strap => brief.depth(),
            HandleKind::GussetRibbon => brief.finished.width,
            HandleKind::None
            | HandleKind::HoledRibbon
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::Tube
            | HandleKind::Hangers
            | HandleKind::HandHole => self.from_centre * 2,
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
/// use wide_fold_asked::{Brief, Length, brief::HandleKind, fittings::Fitted};
/// let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
/// brief.fittings.handle.kind = HandleKind::HoledRibbon;
/// let handle = Fitted::of(&brief).handle.unwrap();
/// // Common practice: 1 below the top edge, 1½ either side of the centre, 18 of ribbon on an 8 face.
/// assert_eq!((handle.down, handle.from_centre), (Length::INCH, Length::eighths(12)));
/// assert_eq!(handle.length, Length::inches(18));
/// ```
pub(super) fn handle(brief: &Brief) -> Option<FittedHandle> {
    let asked = brief.fittings.handle;
    let kind = asked.kind;
    if !kind.is_any() {
        return None;
    }
    let usual = Customary { brief };
    let width = asked.width.unwrap_or_else(|| usual.width(kind));
    let opening = usual.opening(kind, width).map(|usual| {
        let opening = asked.opening.unwrap_or(usual);
        // An opening with half-round ends is no higher than it is wide.
        if kind.is_cut_out() { opening.min(width) } else { opening }
    });
    let mut made = FittedHandle {
        kind,
        from_centre: asked
            .from_centre
            .filter(|_| kind.is_spaced())
            .unwrap_or_else(|| usual.aside(kind, width)),
        down: asked.down.unwrap_or_else(|| usual.down(kind, opening)),
        drop: Length::ZERO,
        length: Length::ZERO,
        width,
        opening,
        count: kind.per_bag(),
    };
    if !kind.stands_up() {
        return Some(made);
    }
    let fixed = made.fixed(brief);
    (made.length, made.drop) = match (asked.stands, usual.length(kind, fixed)) {
        (Stands::Long(length), _) | (Stands::Customary, Some(length)) => (length, (length - fixed).half()),
        (Stands::High(drop), _) => (fixed + drop * 2, drop),
        (Stands::Customary, None) => (fixed + usual.drop() * 2, usual.drop()),
    };
    Some(made)
}

/// Customary figures of a bag's handle (handbook §6, common practice), on this crafter's ruler.
struct Customary<'a> {
    brief: &'a Brief,
}

impl Customary<'_> {
    fn inch(&self, n: i64, of: i64) -> Length {
        self.brief.customary(Length::sixty_fourths(64 * n / of))
    }

    /// Down to a mark, and no less than one.
    fn on_mark(&self, length: Length) -> Length {
        length.floor_to(self.brief.mark()).max(self.brief.mark())
    }

    /// No more than a share of the height.
    fn within_height(&self, figure: Length, share: i64) -> Length {
        let most = Length::from_units(self.brief.finished.height.units() / share);
        figure.min(most.floor_to(self.brief.mark())).max(self.brief.mark())
    }

    fn width(&self, kind: HandleKind) -> Length {
        let face = self.brief.finished.width;
        match kind {
            HandleKind::None => Length::ZERO,
            HandleKind::HoledRibbon | HandleKind::GussetRibbon => self.inch(1, 4),
            HandleKind::GluedRibbon => {
                self.brief.in_proportion(Length::inches(2), Length::inches(10)).min(self.inch(2, 1))
            }
            HandleKind::LongRibbon => self.inch(1, 2),
            HandleKind::Strap => {
                let third = Length::from_units(face.units() / 3).floor_to(self.brief.mark());
                self.inch(5, 4).min(third)
            }
            HandleKind::Tube if face < Length::eighths(28) => self.inch(5, 4),
            HandleKind::Tube => self.inch(7, 4),
            HandleKind::Hangers => {
                self.brief.in_proportion(Length::INCH, Length::inches(6)).min(self.inch(1, 1))
            }
            HandleKind::HandHole => {
                self.brief.in_proportion(Length::inches(4), Length::inches(8)).min(self.inch(4, 1))
            }
        }
    }

    fn opening(&self, kind: HandleKind, width: Length) -> Option<Length> {
        match kind {
            HandleKind::Strap => Some(width + self.inch(1, 4)),
            HandleKind::HandHole => {
                Some(self.on_mark(width.half().floor_to(self.brief.mark()).min(self.inch(2, 1))))
            }
            HandleKind::None
            | HandleKind::HoledRibbon
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::Tube
            | HandleKind::Hangers
            | HandleKind::GussetRibbon => None,
        }
    }

    fn aside(&self, kind: HandleKind, width: Length) -> Length {
        let (brief, half) = (self.brief, self.brief.finished.width.half());
        match kind {
            HandleKind::None | HandleKind::Strap | HandleKind::HandHole | HandleKind::GussetRibbon => {
                Length::ZERO
            }
            HandleKind::GluedRibbon => {
                let usual = brief.in_proportion(Length::eighths(12), Length::inches(10));
                (half - usual.min(self.inch(3, 2)) - width.half()).floor_to(brief.mark()).max(Length::ZERO)
            }
            HandleKind::LongRibbon => {
                let usual = brief.in_proportion(Length::INCH, Length::inches(5));
                (half - usual.min(self.inch(1, 1))).floor_to(brief.mark()).max(Length::ZERO)
            }
            HandleKind::HoledRibbon | HandleKind::Tube | HandleKind::Hangers => {
                brief.in_proportion(Length::eighths(12), Length::inches(8))
            }
        }
    }

    fn down(&self, kind: HandleKind, opening: Option<Length>) -> Length {
        let (brief, hem) = (self.brief, self.brief.top.hem());
        let (mark, margin) = (brief.mark(), super::backing::margin(brief));
        match kind {
            HandleKind::None => Length::ZERO,
            HandleKind::LongRibbon => brief.finished.height,
            HandleKind::Strap if hem.is_positive() => brief.hem_covers(),
            HandleKind::Strap => self.inch(1, 1),
            HandleKind::Tube => self.within_height(self.inch(3, 2), 4),
            HandleKind::Hangers => self.within_height(self.inch(3, 4), 5),
            HandleKind::HoledRibbon | HandleKind::GluedRibbon | HandleKind::GussetRibbon => {
                // A strip under a hem turned in has to reach past the holes: they lie higher up, but no higher than half an inch.
                let hole = brief.fittings.punch.hole;
                let past = (hole + hole.half()).ceil_to(mark);
                let under_hem = super::backing::lies_under_hem(brief);
                let room = if under_hem { (hem - margin - past).floor_to(mark) } else { Length::MAX };
                self.within_height(self.inch(1, 1), 5).min(room.max(self.inch(1, 2)))
            }
            // A hand hole lies whole below the hem, so that its edge does not run through it, if there is room.
            HandleKind::HandHole => {
                let below = (hem + margin).ceil_to(mark);
                let has_room = hem.is_positive()
                    && below + opening.unwrap_or_default() + self.inch(1, 2) <= brief.finished.height;
                if has_room { below } else { self.within_height(self.inch(1, 1), 5) }
            }
        }
    }

    /// How long one is cut, where that is customary: none where it would not let the fingers through.
    fn length(&self, kind: HandleKind, fixed: Length) -> Option<Length> {
        let usual = self.brief.customary(CUSTOMARY_LENGTH);
        let reaches = usual - fixed >= self.brief.customary(LEAST_DROP) * 2;
        (kind.is_cut_to_length() && reaches).then_some(usual)
    }

    fn drop(&self) -> Length {
        let usual = self.brief.in_proportion(CUSTOMARY_DROP, Length::inches(8));
        usual.max(self.inch(2, 1)).min(self.inch(4, 1))
    }
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
        brief.fittings.handle.stands = Stands::Long(Length::inches(16));
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
        brief.fittings.handle.stands = Stands::Long(Length::inches(22));
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
            (length("1 1/4"), length("12"), Some(length("1 1/2")))
        );
        assert_eq!((brief.finished.width - handle.opening.unwrap()).half(), length("2 1/4"));
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
        assert_eq!((handle.width, handle.opening), (length("4"), Some(length("2"))));
    }

    /// Below the hem while there is half an inch left under it; else an inch or a fifth of the height from the top.
    #[rstest]
    #[case("3 7/8", "1 1/4", true)]
    #[case("3 3/4", "1 1/4", false)]
    fn a_hand_hole_lies_below_the_hem_if_there_is_room(
        #[case] height: &str,
        #[case] hem: &str,
        #[case] below: bool,
    ) {
        let mut brief = brief(HandleKind::HandHole, "12", height, "4");
        brief.top = crate::brief::Top::HemIn { depth: length(hem) };
        let opening = handle(&brief).unwrap().opening.unwrap();
        let margin = super::super::backing::margin(&brief);
        let lowest = length(hem) + margin + opening + length("1/2");
        assert_eq!(lowest <= brief.finished.height, below, "{lowest:?}");
        let down = handle(&brief).unwrap().down;
        assert_eq!(down >= length(hem) + margin, below, "{down:?}");
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
            kind in 1_usize..9, w in 12_i64..200, h in 12_i64..200, d in 4_i64..80, drop in 0_i64..200, knot: bool,
        ) {
            let n = Length::eighths;
            let mut brief = Brief::new(n(w), n(h), n(d));
            let asked = &mut brief.fittings.handle;
            (asked.kind, asked.stands) = (HandleKind::ALL[kind], Stands::High(n(drop)));
            prop_assume!(HandleKind::ALL[kind].stands_up());
            asked.knot = if knot { Knot::Triple } else { Knot::Double };
            let one = handle(&brief).unwrap();
            prop_assert_eq!(one.drop, n(drop));
            let asked = &mut brief.fittings.handle;
            asked.stands = Stands::Long(one.length);
            let other = handle(&brief).unwrap();
            prop_assert_eq!((other.drop, other.length), (one.drop, one.length));
        }
    }
}
