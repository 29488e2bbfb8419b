//! A round medallion on the front, or an initial cut from one: as large as stays clear of folds, holes and what else lies there.

use super::{Band, Closing, FaceHole, FittedHandle, Mat, On, backing};
use crate::brief::{Across, FaceSide, GussetCrease, HandleKind};
use crate::plane::Span;
use crate::{Brief, Length};

/// A medallion, and where it goes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Medallion {
    /// From side to side.
    pub across: Length,
    /// From the base line to its middle, which lies on the centre line of the front.
    pub rise: Length,
}

/// Smaller than this nobody cuts one: ½ (our choice).
pub const SMALLEST: Length = Length::eighths(4);

/// What of the outside of the front is free: how wide on either side of its centre line together, and from where to where above the base
/// line. Above a line it folds flat by; below a hem turned out, holes, what is glued on and a flap that comes down; beside ribbons that run
/// up the face; on a mat, within it; over or under a band, whichever is higher.
pub(super) fn free(
    brief: &Brief,
    handle: Option<&FittedHandle>,
    holes: &[FaceHole],
    closing: &Closing,
    band: Option<&Band>,
    mats: &[Mat],
) -> (Length, Span) {
    let size = brief.finished;
    let margin = backing::margin(brief);
    let folds = match brief.gusset_crease {
        GussetCrease::FoldFlat { across: Across::BothFaces } => brief.apex(),
        GussetCrease::FoldFlat { across: Across::Back | Across::Unscored }
        | GussetCrease::None
        | GussetCrease::Centre
        | GussetCrease::Pair => Length::ZERO,
    };
    // A tube is squashed at the height of its apex, on the faces too.
    let squashed = if brief.build.is_squashed() { brief.apex() } else { Length::ZERO };
    let mut low = folds.max(squashed);
    let hem = if brief.top.is_turned_out() { brief.top.hem() } else { Length::ZERO };
    let on_faces = holes.iter().filter(|hole| matches!(hole.on, On::Faces(_)));
    let lowest_hole = on_faces.filter_map(FaceHole::below_top).map(|span| span.to).max().unwrap_or_default();
    let (mut wide, mut down) = (size.width, hem.max(lowest_hole));
    if let Some(own) = handle {
        match own.kind {
            HandleKind::Tube | HandleKind::Hangers => down = down.max(own.down + own.width.half()),
            HandleKind::LongRibbon => wide = wide.min(own.from_centre * 2 - own.width),
            HandleKind::None
            | HandleKind::HoledRibbon
            | HandleKind::GluedRibbon
            | HandleKind::Strap
            | HandleKind::HandHole
            | HandleKind::GussetRibbon => {}
        }
    }
    if brief.top.flap().is_some_and(|flap| flap.on == FaceSide::Back) {
        down = down.max(closing.comes_down());
    }
    let mut high = size.height - down;
    if let Some(mat) = mats.iter().find(|mat| mat.on.is_faces()) {
        (low, high) = (low.max(mat.rise), high.min(mat.rise + mat.height));
        wide = wide.min(mat.width);
    }
    if let Some((rise, width)) = band.and_then(|band| Some((band.rise?, band.width))) {
        let (under, over) = (Span::new(low, high.min(rise)), Span::new(low.max(rise + width), high));
        let higher = if under.length() > over.length() { under } else { over };
        (low, high) = (higher.from, higher.to);
    }
    (wide - margin * 2, Span::new(low + margin, high - margin))
}

/// The medallion of a bag, if it is wanted: as large as there is room for if its size is not typed, in the middle of what is free, or of
/// the face if nothing is.
pub(super) fn medallion(brief: &Brief, (wide, up): (Length, Span)) -> Option<Medallion> {
    let asked = brief.fittings.decoration;
    if !asked.medallion {
        return None;
    }
    let most = wide.min(up.to - up.from).floor_to(brief.mark());
    let across = asked.medallion_across.unwrap_or(most);
    let middle = if up.from < up.to { (up.from + up.to).half() } else { brief.finished.height.half() };
    (across >= brief.customary(SMALLEST)).then(|| Medallion { across, rise: middle.floor_to(brief.mark()) })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::fittings::Fitted;

    #[test]
    fn as_large_as_stays_clear_of_the_line_it_folds_flat_by() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(4));
        brief.fittings.decoration.medallion = true;
        let of = |brief: &Brief| Fitted::of(brief).medallion.unwrap();
        // ⅛ free on either side of a face of 8.
        assert_eq!(of(&brief).across, Length::eighths(62));
        // Folded over either face, the line lies 2 above the base line: 7 are left, ⅛ free above and below.
        brief.gusset_crease = GussetCrease::FoldFlat { across: Across::BothFaces };
        let own = of(&brief);
        assert_eq!((own.across, own.rise), (Length::eighths(54), Length::eighths(44)));
        // With the front left clean nothing folds there.
        brief.gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
        assert_eq!(of(&brief).across, Length::eighths(62));
    }

    /// A band parts the face in two: the medallion has the higher of both, wherever the band lies.
    #[test]
    fn over_or_under_a_band_whichever_is_higher() {
        let brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(4));
        let margin = backing::margin(&brief);
        for eighths in 1..64 {
            let (rise, width) = (Length::eighths(eighths), Length::INCH);
            let band = Band { width, length: Length::inches(20), rise: Some(rise), hides_join: false };
            let (_, up) = free(&brief, None, &[], &Fitted::of(&brief).closing, Some(&band), &[]);
            let (under, over) = (rise, brief.finished.height - rise - width);
            assert_eq!(up.length(), under.max(over) - margin * 2, "a band at {rise:?}");
            assert!(up.to <= rise || up.from >= rise + width);
        }
    }
}
