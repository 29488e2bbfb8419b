//! Everything a bag takes besides its pieces: what, how many, how large.

use super::{FaceHole, Fitted, FittedHandle, Mat, MatOn, On};
use crate::brief::{ClosureKind, Extra, HandleKind, Insert};
use crate::plane::Size;
use crate::{Brief, Length};

/// Where a part comes from.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum From {
    /// Cut from paper or card: the kind it has in the layout.
    Paper(Extra),
    /// Cut from ribbon, cord or bought.
    Bought,
}

/// How large a part is, as far as that matters.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Measure {
    /// It is only counted.
    Counted,
    /// So long.
    Long(Length),
    /// So wide.
    Wide(Length),
    /// So long and so wide.
    Both(Size),
}

impl Measure {
    /// Its length; none for what has none.
    pub fn length(self) -> Option<Length> {
        match self {
            Self::Counted | Self::Wide(_) => None,
            Self::Long(length) | Self::Both(Size { width: length, .. }) => Some(length),
        }
    }
}

/// A part, and how many like it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct PartNeeded {
    /// What it is, one of it.
    pub name: &'static str,
    /// How many.
    pub count: usize,
    /// How large it is.
    pub measure: Measure,
    /// Where it comes from.
    pub from: From,
}

/// A folded hanger: 1 in inside, 1½ outside, folded off-centre at 1 (common practice; the outer leaf is our choice).
pub fn hanger(brief: &Brief, handle: &FittedHandle) -> Size {
    Size::new(handle.width, brief.customary(Length::eighths(20)))
}

impl Fitted {
    /// Size and number of the small parts of that kind that the bag's handle, backing, insert and decoration take: none if they
    /// take none of it.
    pub fn part(&self, brief: &Brief, kind: Extra) -> Option<(Size, usize)> {
        let handle = |kind| self.handle.filter(|handle| handle.kind == kind);
        let lengthwise = |handle: FittedHandle| Size::new(handle.length, handle.width);
        match kind {
            Extra::Insert => {
                let count = brief.fittings.insert.layers();
                self.insert.filter(|_| count > 0).map(|size| (size, count))
            }
            Extra::HandleStrip => handle(HandleKind::Tube).map(|handle| (lengthwise(handle), 2)),
            Extra::Strap => handle(HandleKind::Strap).map(|handle| (lengthwise(handle), 1)),
            Extra::Hanger => handle(HandleKind::Hangers).map(|handle| (hanger(brief, &handle), 4)),
            Extra::Reinforcement => self.reinforcement.map(|strip| (Size::new(strip.length, strip.depth), 2)),
            Extra::Tag => brief.extras.has(Extra::Tag).then(|| (tag(brief), 1)),
            Extra::Mat => self.mat(MatOn::Faces).map(Mat::part),
            Extra::GussetMat => self.mat(MatOn::Gussets).map(Mat::part),
            Extra::FlapMat => self.mat(MatOn::Flap).map(Mat::part),
            Extra::Band => self.band.map(|band| (Size::new(band.length, band.width), 1)),
            Extra::Pocket => self.pocket.map(|pocket| (Size::new(pocket.width, pocket.height), 1)),
            Extra::Template => self.template.map(|size| (size, 1)),
            Extra::Medallion => self.medallion.map(|own| (Size::new(own.across, own.across), 1)),
        }
    }

    /// The mats laid on that: none if they are not wanted, or have no room.
    pub fn mat(&self, on: MatOn) -> Option<&Mat> {
        self.mats.iter().find(|mat| mat.on == on)
    }
}

impl Mat {
    /// Its size, and how many like it.
    fn part(&self) -> (Size, usize) {
        (Size::new(self.width, self.height), self.count)
    }
}

/// A tag for a bag: 2 × 3½ (our choice).
pub(super) fn tag(brief: &Brief) -> Size {
    Size::new(brief.customary(Extra::TAG.width), brief.customary(Extra::TAG.height))
}

/// An insert: ⅛ less than the base both ways (common practice); none without a base as large as that.
pub(super) fn insert(brief: &Brief) -> Option<Size> {
    let clearance = brief.customary(Length::eighths(1));
    let size = Size::new(brief.finished.width - clearance, brief.depth() - clearance);
    (brief.build.has_base() && size.is_positive()).then_some(size)
}

/// The holes that one template has: those of a face, or of a gusset if the faces have none.
pub fn on_template(holes: &[FaceHole]) -> Vec<FaceHole> {
    let own = |is_it: fn(&On) -> bool| holes.iter().copied().filter(move |hole| is_it(&hole.on));
    let of_face: Vec<FaceHole> = own(|on| matches!(on, On::Faces(_))).collect();
    if of_face.is_empty() { own(|on| matches!(on, On::Gussets(_))).collect() } else { of_face }
}

/// A template for holes: as wide as their panel and an inch deeper than the lowest of them; none if there are none.
pub(super) fn template(brief: &Brief, holes: &[FaceHole]) -> Option<Size> {
    let own = on_template(holes);
    let lowest = own.iter().filter_map(FaceHole::below_top).map(|span| span.to).max()?;
    let height = (lowest + brief.customary(Length::INCH)).ceil_to(brief.mark());
    Some(Size::new(own.first()?.panel(brief), height))
}

/// The parts list of a bag, its pieces left out.
pub fn parts(brief: &Brief, fitted: &Fitted) -> Vec<PartNeeded> {
    let mut parts: Vec<PartNeeded> = Extra::ALL
        .iter()
        .copied()
        .filter_map(|kind| {
            let (size, count) = fitted.part(brief, kind)?;
            size.is_positive().then_some(PartNeeded {
                name: kind.name(),
                count,
                measure: Measure::Both(size),
                from: From::Paper(kind),
            })
        })
        .collect();
    let bought = |name, count, measure| PartNeeded { name, count, measure, from: From::Bought };
    if let Some(handle) = fitted.handle {
        match handle.kind {
            HandleKind::HoledRibbon
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::GussetRibbon => {
                parts.push(bought(
                    "ribbon for a handle",
                    handle.count as usize,
                    Measure::Both(Size::new(handle.length, handle.width)),
                ));
            }
            HandleKind::Hangers => {
                parts.push(bought("cord for a handle", handle.count as usize, Measure::Long(handle.length)));
            }
            HandleKind::None | HandleKind::Strap | HandleKind::Tube | HandleKind::HandHole => {}
        }
        if handle.kind.is_holed() && brief.fittings.backing.kind.is_eyelets() {
            // One for every end of a ribbon.
            parts.push(bought("eyelet", handle.count as usize * 2, Measure::Wide(brief.fittings.punch.hole)));
        }
    }
    let size = brief.finished;
    let bow = brief.customary(Length::inches(12));
    match brief.fittings.closure.kind {
        ClosureKind::None | ClosureKind::Tuck => {}
        ClosureKind::Clip => parts.push(bought("clip", 1, Measure::Counted)),
        ClosureKind::Magnets => parts.push(bought("magnet", 2, Measure::Counted)),
        // What goes round or through, and a bow of 12 (our choice).
        ClosureKind::Bow => parts.push(bought("ribbon for the bow", 1, Measure::Long(size.width * 2 + bow))),
        ClosureKind::RibbonThrough => {
            let short = brief.customary(Length::inches(2));
            let through = brief.top.flap().map_or(short, |flap| flap.depth * 2);
            parts.push(bought("ribbon for the closing", 1, Measure::Long(through + bow)));
        }
        ClosureKind::RibbonRound => {
            let round = (size.height + brief.depth()) * 2 + bow;
            parts.push(bought("ribbon to go round", 1, Measure::Long(round)));
        }
    }
    parts
}

/// Names of the inserts, for a sentence.
pub fn insert_name(insert: Insert) -> &'static str {
    match insert {
        Insert::None => "no insert",
        Insert::Single => "an insert",
        Insert::Double => "a double insert",
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::BackingKind;

    #[test]
    fn a_rolled_handle_takes_two_strips() {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.fittings.handle.kind = HandleKind::Tube;
        let parts = parts(&brief, &Fitted::of(&brief));
        let strip = parts.iter().find(|part| part.from == From::Paper(Extra::HandleStrip)).unwrap();
        // Common practice: 1¾ × 12.
        assert_eq!(
            (strip.count, strip.measure),
            (2, Measure::Both(Size::new(Length::inches(12), Length::eighths(14))))
        );
        let insert = parts.iter().find(|part| part.from == From::Paper(Extra::Insert)).unwrap();
        // Common practice: ⅛ less than the base both ways.
        assert_eq!(insert.measure, Measure::Both(Size::new(Length::eighths(29), Length::eighths(15))));
    }

    #[test]
    fn ribbon_is_bought_and_eyelets_take_the_place_of_strips() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        let names = |brief: &Brief| {
            parts(brief, &Fitted::of(brief)).iter().map(|part| (part.name, part.count)).collect::<Vec<_>>()
        };
        assert!(names(&brief).contains(&("reinforcement strip", 2)));
        assert!(names(&brief).contains(&("ribbon for a handle", 2)));
        brief.fittings.backing.kind = BackingKind::Eyelets;
        assert!(names(&brief).contains(&("eyelet", 4)));
        assert!(!names(&brief).contains(&("reinforcement strip", 2)));
    }
}
