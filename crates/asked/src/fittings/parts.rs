//! Everything a bag takes besides its pieces: what, how many, how large.

use super::decoration::{self, MatOn};
use super::handle::{FittedHandle, handle};
use super::strip;
use crate::brief::Extra;
use crate::brief::{BackingKind, ClosureKind, HandleKind, Insert, Top};
use crate::{Brief, Length};

/// Where a part comes from.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum From {
    /// Cut from paper or card: the kind it has in the layout.
    Paper(Extra),
    /// Cut from ribbon, cord or bought.
    Bought,
}

/// A part, and how many like it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct PartNeeded {
    /// What it is, one of it.
    pub name: &'static str,
    /// How many.
    pub count: usize,
    /// Its length; none for what is only counted.
    pub length: Length,
    /// Its width.
    pub width: Length,
    /// Where it comes from.
    pub from: From,
}

/// A folded hanger: 1 in inside, 1½ outside, folded off-centre at 1 (common practice; the outer leaf is our choice).
pub fn hanger(brief: &Brief, handle: &FittedHandle) -> (Length, Length) {
    (handle.width, brief.customary(Length::eighths(20)))
}

/// Size and number of the small parts of that kind that the bag's handle, backing, insert and decoration take: none if they
/// take none of it.
pub fn of_kind(brief: &Brief, kind: Extra) -> Option<(Length, Length, usize)> {
    let handle = || handle(brief);
    match kind {
        Extra::Insert => {
            let count = brief.fittings.insert.layers();
            let (width, height) = insert(brief);
            let has_base = brief.build.has_base();
            (count > 0 && has_base).then_some((width, height, count))
        }
        Extra::HandleStrip => handle()
            .filter(|handle| handle.kind == HandleKind::Tube)
            .map(|handle| (handle.length, handle.width, 2)),
        Extra::Strap => handle()
            .filter(|handle| handle.kind == HandleKind::Strap)
            .map(|handle| (handle.length, handle.width, 1)),
        Extra::Hanger => {
            let handle = handle().filter(|handle| handle.kind == HandleKind::Hangers)?;
            let (width, height) = hanger(brief, &handle);
            Some((width, height, 4))
        }
        Extra::Reinforcement => strip(brief).map(|strip| (strip.length, strip.depth, 2)),
        Extra::Tag => brief.extras.has(Extra::Tag).then(|| {
            let (width, height) = Extra::TAG;
            (brief.customary(width), brief.customary(height), 1)
        }),
        Extra::Mat => wanted_mat(brief, MatOn::Faces),
        Extra::GussetMat => wanted_mat(brief, MatOn::Gussets),
        Extra::FlapMat => wanted_mat(brief, MatOn::Flap),
        Extra::Band => decoration::band(brief).map(|band| (band.length, band.width, 1)),
        Extra::Pocket => decoration::pocket(brief).map(|pocket| (pocket.width, pocket.height, 1)),
        Extra::Template => template(brief).map(|(width, height)| (width, height, 1)),
    }
}

fn wanted_mat(brief: &Brief, on: MatOn) -> Option<(Length, Length, usize)> {
    let mat = decoration::mats(brief).into_iter().find(|mat| mat.on == on)?;
    Some((mat.width, mat.height, mat.count))
}

/// Width and depth of an insert: ⅛ less than the base both ways (common practice); less than nothing without a base.
pub fn insert(brief: &Brief) -> (Length, Length) {
    let clearance = brief.customary(Length::eighths(1));
    (brief.finished.width - clearance, brief.depth() - clearance)
}

/// A template for the holes of a face: as wide as the face and an inch deeper than the lowest hole; none if there are none.
pub fn template(brief: &Brief) -> Option<(Length, Length)> {
    let lowest =
        super::face_holes(brief).iter().filter_map(|hole| hole.below_top()).map(|span| span.to).max()?;
    let height = (lowest + brief.customary(Length::INCH)).ceil_to(brief.mark());
    Some((brief.finished.width, height))
}

/// The parts list of a bag, its pieces left out.
pub fn parts(brief: &Brief) -> Vec<PartNeeded> {
    let mut parts: Vec<PartNeeded> = Extra::ALL
        .into_iter()
        .filter_map(|kind| {
            let (length, width, count) = of_kind(brief, kind)?;
            let is_there = length.is_positive() && width.is_positive();
            is_there.then_some(PartNeeded {
                name: kind.name(),
                count,
                length,
                width,
                from: From::Paper(kind),
            })
        })
        .collect();
    let bought = |name, count, length, width| PartNeeded { name, count, length, width, from: From::Bought };
    if let Some(handle) = handle(brief) {
        match handle.kind {
            HandleKind::HoledRibbon | HandleKind::GluedRibbon | HandleKind::LongRibbon => {
                parts.push(bought("ribbon for a handle", handle.count as usize, handle.length, handle.width));
            }
            HandleKind::Hangers => {
                parts.push(bought("cord for a handle", handle.count as usize, handle.length, Length::ZERO));
            }
            _ => {}
        }
        if handle.kind == HandleKind::HoledRibbon && brief.fittings.backing.kind == BackingKind::Eyelets {
            parts.push(bought("eyelet", 4, Length::ZERO, brief.fittings.punch.hole));
        }
    }
    let size = brief.finished;
    let bow = brief.customary(Length::inches(12));
    match brief.fittings.closure.kind {
        ClosureKind::None | ClosureKind::Tuck => {}
        ClosureKind::Clip => parts.push(bought("clip", 1, Length::ZERO, Length::ZERO)),
        ClosureKind::Magnets => parts.push(bought("magnet", 2, Length::ZERO, Length::ZERO)),
        // What goes round or through, and a bow of 12 (our choice).
        ClosureKind::Bow => parts.push(bought("ribbon for the bow", 1, size.width * 2 + bow, Length::ZERO)),
        ClosureKind::RibbonThrough => {
            let through = match brief.top {
                Top::Flap { depth, .. } => depth * 2,
                _ => brief.customary(Length::inches(2)),
            };
            parts.push(bought("ribbon for the closing", 1, through + bow, Length::ZERO));
        }
        ClosureKind::RibbonRound => {
            let round = (size.height + brief.depth()) * 2 + bow;
            parts.push(bought("ribbon to go round", 1, round, Length::ZERO));
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

    #[test]
    fn a_rolled_handle_takes_two_strips() {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.fittings.handle.kind = HandleKind::Tube;
        let parts = parts(&brief);
        let strip = parts.iter().find(|part| part.from == From::Paper(Extra::HandleStrip)).unwrap();
        // Common practice: 1¾ × 12.
        assert_eq!((strip.count, strip.length, strip.width), (2, Length::inches(12), Length::eighths(14)));
        let insert = parts.iter().find(|part| part.from == From::Paper(Extra::Insert)).unwrap();
        // Common practice: ⅛ less than the base both ways.
        assert_eq!((insert.length, insert.width), (Length::eighths(29), Length::eighths(15)));
    }

    #[test]
    fn ribbon_is_bought_and_eyelets_take_the_place_of_strips() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        let names =
            |brief: &Brief| parts(brief).iter().map(|part| (part.name, part.count)).collect::<Vec<_>>();
        assert!(names(&brief).contains(&("reinforcement strip", 2)));
        assert!(names(&brief).contains(&("ribbon for a handle", 2)));
        brief.fittings.backing.kind = BackingKind::Eyelets;
        assert!(names(&brief).contains(&("eyelet", 4)));
        assert!(!names(&brief).contains(&("reinforcement strip", 2)));
    }
}
