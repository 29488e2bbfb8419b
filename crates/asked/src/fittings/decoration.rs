//! Mats, the band and the card pocket.

use super::{FaceHole, On, Reinforcement, backing};
use crate::brief::{AllRound, ClosingFlap, Place};
use crate::plane::{Size, Span};
use crate::{Brief, Length};

/// Paper left free all round a mat: ⅛ in, so that it is ¼ less than the face both ways (common practice).
const CUSTOMARY_MARGIN: Length = Length::eighths(1);
/// Width of a band: 1½ in (our choice).
const CUSTOMARY_BAND: Length = Length::eighths(12);
/// A bank card: 85.60 × 53.98 mm (ISO/IEC 7810, ID-1).
pub const CARD: Size = Size::new(Length::from_nm(85_600_000), Length::from_nm(53_980_000));

/// What a mat is laid on.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum MatOn {
    /// Either face.
    Faces,
    /// Either gusset.
    Gussets,
    /// The closing flap.
    Flap,
}

impl MatOn {
    /// True if it is laid on the faces.
    pub const fn is_faces(self) -> bool {
        match self {
            Self::Faces => true,
            Self::Gussets | Self::Flap => false,
        }
    }
}

/// A mat, and how many like it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Mat {
    /// What it is laid on.
    pub on: MatOn,
    /// Its width.
    pub width: Length,
    /// Its height.
    pub height: Length,
    /// From the base line, or from the flap's fold, to its lower edge.
    pub rise: Length,
    /// How many of it one bag takes.
    pub count: usize,
}

/// Paper left free round a mat.
pub(super) fn margin(brief: &Brief) -> Length {
    brief.fittings.decoration.margin.unwrap_or(brief.customary(CUSTOMARY_MARGIN))
}

/// True if a fold-flat line runs across a face.
pub fn folds_across_a_face(brief: &Brief) -> bool {
    brief.depth().is_positive() && brief.gusset_crease.folds_flat()
}

/// A mat for every face, gusset or flap, whether it is wanted or not: none if there is no room for one.
fn mat(brief: &Brief, on: MatOn) -> Option<Mat> {
    let (size, margin) = (brief.finished, margin(brief));
    let body = size.height - if brief.top.is_turned_out() { brief.top.hem() } else { Length::ZERO };
    let is_flare = !brief.build.has_gussets();
    let mat = match (on, brief.top.flap()) {
        (MatOn::Faces, _) => {
            let fold = if brief.fittings.decoration.clear_of_folds && folds_across_a_face(brief) {
                brief.apex()
            } else {
                Length::ZERO
            };
            let rise = fold + margin;
            Mat { on, width: size.width - margin * 2, height: body - margin - rise, rise, count: 2 }
        }
        (MatOn::Gussets, _) if is_flare => return None,
        (MatOn::Gussets, _) => {
            Mat { on, width: size.gusset - margin * 2, height: body - margin * 2, rise: margin, count: 2 }
        }
        (MatOn::Flap, Some(ClosingFlap { depth, .. })) => {
            Mat { on, width: size.width - margin * 2, height: depth - margin * 2, rise: margin, count: 1 }
        }
        (MatOn::Flap, None) => return None,
    };
    (mat.width.is_positive() && mat.height.is_positive()).then_some(mat)
}

/// The mats that are wanted.
pub(super) fn mats(brief: &Brief) -> Vec<Mat> {
    let asked = brief.fittings.decoration;
    [(asked.faces, MatOn::Faces), (asked.gussets, MatOn::Gussets), (asked.flap, MatOn::Flap)]
        .into_iter()
        .filter(|(wanted, _)| *wanted)
        .filter_map(|(_, on)| mat(brief, on))
        .collect()
}

/// A band, and where it goes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Band {
    /// From edge to edge.
    pub width: Length,
    /// Its length, lap included.
    pub length: Length,
    /// From the base line to its lower edge; nothing if it stands upright down the middle of the front.
    pub rise: Option<Length>,
    /// True if it hides a join.
    pub hides_join: bool,
}

/// The band of a bag: over the join all round, down a front that is joined in its middle, or round the middle.
pub(super) fn band(brief: &Brief) -> Option<Band> {
    let asked = brief.fittings.decoration;
    if !asked.band {
        return None;
    }
    let width = asked.band_width.unwrap_or(brief.customary(CUSTOMARY_BAND));
    let size = brief.finished;
    let cuts = brief.build.cuts();
    if cuts.all_round.is_none() && cuts.at.has(Place::InsideFront) {
        return Some(Band { width, length: size.height, rise: None, hides_join: true });
    }
    // Twice the pleats lie behind one another on a flare: it is as wide as its face.
    let length = (size.width + brief.depth()) * 2 + brief.customary(crate::brief::CUSTOMARY_LAP);
    let above = cuts.all_round.map(AllRound::rise).filter(|rise| rise.is_positive());
    let middle = above.unwrap_or(size.height.half());
    let rise = (middle - width.half()).max(Length::ZERO).floor_to(brief.mark());
    Some(Band { width, length, rise: Some(rise), hides_join: above.is_some() })
}

/// A pocket inside the front, and where it goes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Pocket {
    /// Its width, of which a quarter inch at either side is glued.
    pub width: Length,
    /// Its height, of which as much at the bottom is glued.
    pub height: Length,
    /// From the base line to its lower edge.
    pub rise: Length,
    /// What goes into it.
    pub holds: Size,
}

impl Pocket {
    /// From the base line to the upper edge of what stands in it.
    pub fn reaches(&self, brief: &Brief) -> Length {
        self.rise + brief.customary(POCKET_GLUE) + self.holds.height
    }

    /// True if what goes into it stands in it by half at least: less, and it falls out (our choice).
    pub fn is_deep_enough(&self, brief: &Brief) -> bool {
        self.height >= self.holds.height.half() + brief.customary(POCKET_GLUE)
    }
}

/// What is glued at both sides and at the bottom of a pocket.
const POCKET_GLUE: Length = Length::eighths(2);
/// How far below the lip a pocket for what is typed ends (common practice).
const BELOW_LIP: Length = Length::INCH;

/// What of the inside of the front is free for a pocket, from the base line up: above a fold-flat line and below hem, strip
/// and holes.
pub(super) fn free_inside(brief: &Brief, holes: &[FaceHole], strip: Option<&Reinforcement>) -> Span {
    let margin = backing::margin(brief);
    let is_crossed = brief.gusset_crease.folds_over_either_face() && folds_across_a_face(brief);
    let fold = if is_crossed { brief.apex() + margin } else { margin };
    let holes =
        holes.iter().filter(|hole| !matches!(hole.on, On::Gussets(_))).filter_map(FaceHole::below_top);
    let strip = strip.filter(|_| !brief.fittings.handle.kind.is_on_gussets());
    let hem = if brief.top.is_turned_in() { brief.top.hem() } else { Length::ZERO };
    let taken = holes
        .map(|span| span.to)
        .chain([hem, strip.map_or(Length::ZERO, |strip| strip.depth)])
        .max()
        .unwrap_or_default();
    Span::new(fold, brief.finished.height - taken - margin)
}

/// The pocket of a bag, if it is wanted: it holds a bank card with room to spare, as low as it may lie; for something else that is
/// typed its top lies an inch below the lip, or as high as holes and strips leave it, and it is as deep as there is room for.
pub(super) fn pocket(brief: &Brief, free: Span) -> Option<Pocket> {
    if !brief.fittings.decoration.pocket {
        return None;
    }
    let glue = brief.customary(POCKET_GLUE);
    let room = brief.customary(Length::eighths(1));
    let asked = brief.fittings.decoration;
    let holds = Size::new(asked.holds_width.unwrap_or(CARD.width), asked.holds_height.unwrap_or(CARD.height));
    let (width, deep) = (
        (holds.width + room + glue * 2).ceil_to(brief.mark()),
        (holds.height + glue - room).floor_to(brief.mark()),
    );
    let lowest = free.from.ceil_to(brief.mark());
    if asked.holds_width.is_none() && asked.holds_height.is_none() {
        return Some(Pocket { width, height: deep, rise: lowest, holds });
    }
    let top = (brief.finished.height - brief.customary(BELOW_LIP)).min(free.to).floor_to(brief.mark());
    // Without any room at all it is drawn as deep as it should be, and a verdict says so.
    let height = if top > lowest { deep.min(top - lowest) } else { deep };
    Some(Pocket { width, height, rise: (top - height).max(lowest), holds })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{Across, GussetCrease};
    use crate::fittings::Fitted;
    use rstest::rstest;

    #[rstest]
    // Common practice: a 6 × 6 × 2¼ bag takes 5¾ squares on its faces and 2 × 5¾ on its gussets.
    #[case(MatOn::Faces, ("5 3/4", "5 3/4"))]
    #[case(MatOn::Gussets, ("2", "5 3/4"))]
    fn customary_mats(#[case] on: MatOn, #[case] size: (&str, &str)) {
        let brief = Brief::new(Length::inches(6), Length::inches(6), Length::eighths(18));
        let mat = mat(&brief, on).unwrap();
        assert_eq!((mat.width, mat.height), (size.0.parse().unwrap(), size.1.parse().unwrap()));
    }

    #[test]
    fn mats_can_stop_above_the_line_that_folds() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(6), Length::inches(2));
        brief.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
        brief.fittings.decoration.clear_of_folds = true;
        let mat = mat(&brief, MatOn::Faces).unwrap();
        assert_eq!((mat.rise, mat.height), (Length::eighths(9), Length::eighths(38)));
    }

    #[test]
    fn a_bank_card_goes_into_the_pocket() {
        // ISO/IEC 7810, ID-1: 85.60 × 53.98 mm.
        let mut brief = Brief::new(Length::inches(6), Length::inches(6), Length::inches(2));
        brief.fittings.decoration.pocket = true;
        let pocket = Fitted::of(&brief).pocket.unwrap();
        let glue = Length::eighths(2);
        assert!(pocket.width - glue * 2 >= CARD.width);
        // The card stands out at the top, so that it can be taken hold of.
        assert!(pocket.height - glue < CARD.height);
    }

    #[test]
    fn an_envelope_goes_into_a_pocket_an_inch_below_the_lip() {
        // Common practice: an envelope of 5¼ × 7¼ in a bag of 8 × 10 × 4.
        let mut brief = Brief::new(Length::inches(8), Length::inches(10), Length::inches(4));
        let decoration = &mut brief.fittings.decoration;
        decoration.pocket = true;
        (decoration.holds_width, decoration.holds_height) =
            (Some(Length::eighths(42)), Some(Length::eighths(58)));
        let pocket = Fitted::of(&brief).pocket.unwrap();
        assert_eq!((pocket.width, pocket.height), (Length::eighths(47), Length::eighths(59)));
        assert_eq!(pocket.rise + pocket.height, Length::inches(9));
        assert!(pocket.reaches(&brief) < brief.finished.height && pocket.is_deep_enough(&brief));
        // In a lower bag the pocket is shallower, and the envelope stands out of it.
        brief.finished.height = Length::inches(8);
        let pocket = Fitted::of(&brief).pocket.unwrap();
        assert_eq!(pocket.rise + pocket.height, Length::inches(7));
        assert!(pocket.height < Length::eighths(59) && pocket.reaches(&brief) <= brief.finished.height);
    }
}
