//! Small parts of a bag, and cutting them from what is left over.

use super::guillotine::corner;
use super::{Part, SheetCut};
use crate::brief::{BackingKind, Handle, HandleKind};
use crate::fittings::parts::{insert, of_kind};
use crate::{Brief, Length};

/// What is cut besides the pieces.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub enum Kind {
    /// Loose stiffener laid on the base.
    Insert,
    /// A strip rolled into a handle.
    HandleStrip,
    /// Card behind the handle holes.
    Reinforcement,
    /// A tag.
    Tag,
    /// A decorative panel laid on a face.
    Mat,
    /// A strap through slots.
    Strap,
    /// A folded hanger over the lip.
    Hanger,
    /// A decorative panel laid on a gusset.
    GussetMat,
    /// A decorative panel laid on the closing flap.
    FlapMat,
    /// A band round the bag.
    Band,
    /// A pocket inside the front.
    Pocket,
    /// A template that marks the holes of both faces alike.
    Template,
}

/// One small part.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Small {
    /// What it is.
    pub kind: Kind,
    /// Its width.
    pub width: Length,
    /// Its height.
    pub height: Length,
}

/// The small parts a crafter wants from the same paper.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Extras(u16);

fn handle_of(kind: HandleKind) -> Handle {
    Handle { kind, ..Handle::default() }
}

impl Kind {
    /// Width and height of a tag: 2 × 3½ (our choice).
    pub const TAG: (Length, Length) = (Length::inches(2), Length::eighths(28));

    /// Every kind.
    pub const ALL: [Self; 12] = [
        Self::Insert,
        Self::HandleStrip,
        Self::Reinforcement,
        Self::Tag,
        Self::Mat,
        Self::Strap,
        Self::Hanger,
        Self::GussetMat,
        Self::FlapMat,
        Self::Band,
        Self::Pocket,
        Self::Template,
    ];

    /// `insert`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Insert => "insert",
            Self::HandleStrip => "handle strip",
            Self::Reinforcement => "reinforcement strip",
            Self::Tag => "tag",
            Self::Mat => "mat",
            Self::Strap => "strap",
            Self::Hanger => "hanger",
            Self::GussetMat => "gusset mat",
            Self::FlapMat => "flap mat",
            Self::Band => "band",
            Self::Pocket => "card pocket",
            Self::Template => "hole template",
        }
    }

    /// How many of it one bag takes.
    pub fn count(self, brief: &Brief) -> usize {
        of_kind(brief, self).map_or(self.spare(), |(_, _, count)| count)
    }

    /// Its size for a bag: what its handle, backing, insert and decoration say; where they take none of it, the customary
    /// size of one for such a bag. A tag is 2 × 3½ (our choice).
    pub fn size(self, brief: &Brief) -> (Length, Length) {
        if let Some((width, height, _)) = of_kind(brief, self) {
            return (width, height);
        }
        let mut fitted = brief.clone();
        let fittings = &mut fitted.fittings;
        match self {
            Self::Insert => return insert(brief),
            Self::Tag => return (brief.customary(Self::TAG.0), brief.customary(Self::TAG.1)),
            Self::HandleStrip => fittings.handle = handle_of(HandleKind::Tube),
            Self::Strap => fittings.handle = handle_of(HandleKind::Strap),
            Self::Hanger => fittings.handle = handle_of(HandleKind::Hangers),
            Self::Reinforcement => {
                fittings.handle = handle_of(HandleKind::HoledRibbon);
                fittings.backing.kind = BackingKind::Strip;
            }
            Self::Mat => fittings.decoration.faces = true,
            Self::GussetMat => fittings.decoration.gussets = true,
            Self::FlapMat => fittings.decoration.flap = true,
            Self::Band => fittings.decoration.band = true,
            Self::Pocket => fittings.decoration.pocket = true,
            Self::Template => fittings.handle = handle_of(HandleKind::HoledRibbon),
        }
        of_kind(&fitted, self).map_or((Length::ZERO, Length::ZERO), |(width, height, _)| (width, height))
    }

    /// How many of it are cut where the bag itself takes none.
    fn spare(self) -> usize {
        match self {
            Self::HandleStrip | Self::Reinforcement | Self::Mat | Self::GussetMat => 2,
            Self::Hanger => 4,
            _ => 1,
        }
    }

    /// True if nobody sees it, or it is too narrow for its pattern to matter: it may be cut either way round.
    pub fn may_turn(self) -> bool {
        !matches!(self, Self::Tag | Self::Mat | Self::GussetMat | Self::FlapMat | Self::Band | Self::Pocket)
    }
}

impl Extras {
    /// The set of the kinds given.
    pub fn of(kinds: impl IntoIterator<Item = Kind>) -> Self {
        Self(kinds.into_iter().fold(0, |set, kind| set | 1 << kind as u8))
    }

    /// True if the kind belongs to it.
    pub fn has(self, kind: Kind) -> bool {
        self.0 >> kind as u8 & 1 == 1
    }

    /// Its kinds.
    pub fn iter(self) -> impl Iterator<Item = Kind> {
        Kind::ALL.into_iter().filter(move |kind| self.has(*kind))
    }

    /// Every part of it, one by one, in the size the bag needs.
    pub fn parts(self, brief: &Brief) -> Vec<Small> {
        let parts = self.iter().flat_map(|kind| {
            let (width, height) = kind.size(brief);
            std::iter::repeat_n(Small { kind, width, height }, kind.count(brief))
        });
        parts.filter(|part| part.width.is_positive() && part.height.is_positive()).collect()
    }
}

impl Small {
    /// Width and height as it may lie on a sheet.
    fn ways(&self) -> impl Iterator<Item = (Length, Length)> {
        let turned = (self.kind.may_turn() && self.width != self.height).then_some((self.height, self.width));
        std::iter::once((self.width, self.height)).chain(turned)
    }
}

/// Cuts parts from the offcuts of sheets, largest first, each from the smallest offcut that holds it; what is left of that
/// stays in as large a piece as can be. Gives back the parts that fit nowhere.
pub(super) fn fill(parts: &[Small], sheets: &mut [SheetCut]) -> Vec<Small> {
    let mut order: Vec<Small> = parts.to_vec();
    order.sort_by_key(|part| -i128::from(part.width.units()) * i128::from(part.height.units()));
    order.into_iter().filter(|part| !place(*part, sheets)).collect()
}

fn place(part: Small, sheets: &mut [SheetCut]) -> bool {
    let mut best: Option<(i128, usize, usize, (Length, Length))> = None;
    for (at, sheet) in sheets.iter().enumerate().filter(|(_, sheet)| !sheet.scrap && sheet.times == 1) {
        for (offcut, space) in sheet.offcuts.iter().enumerate() {
            for (width, height) in part.ways().filter(|(w, h)| *w <= space.width && *h <= space.height) {
                // The snuggest place; the part may still fill it side to side or not.
                let slack = space.area() - i128::from(width.units()) * i128::from(height.units());
                let flush = i128::from(width != space.width && height != space.height);
                let key = slack * 2 + flush;
                if best.is_none_or(|best| key < best.0) {
                    best = Some((key, at, offcut, (width, height)));
                }
            }
        }
    }
    let Some((_, at, offcut, (width, height))) = best else { return false };
    let sheet = &mut sheets[at];
    let space = sheet.offcuts.remove(offcut);
    corner(Part::Small(part), (width, height), space, sheet);
    sheet.offcuts.sort_by_key(|offcut| -offcut.area());
    true
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;
    use rstest::rstest;

    #[test]
    fn the_worked_bag_and_its_handles_use_up_one_sheet() {
        // Handbook (common practice): 3¾ × 6½ × 2 and two 1¾ × 12 strips come out of one 12×12, nothing left.
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.extras = Extras::of([Kind::HandleStrip]);
        let plan = Plan::new(&brief).unwrap();
        assert_eq!((plan.layout.sheet_count(), plan.layout.from_scrap.len()), (1, 0));
        assert_eq!(plan.layout.sheets[0].placed.len(), 3);
        assert_eq!(plan.layout.sheets[0].offcuts, []);
        brief.extras = Extras::of([Kind::HandleStrip, Kind::Insert]);
        let fuller = Plan::new(&brief).unwrap();
        assert_eq!(fuller.layout.from_scrap.len(), 1, "{:?}", fuller.layout.from_scrap);
    }

    #[rstest]
    // Common practice: a mat for a 6 × 6 face is 5¾ square; reinforcement on an 8 face about 2 × 4.
    #[case(Kind::Mat, "6", "6", "2 1/4", ("5 3/4", "5 3/4"))]
    #[case(Kind::Reinforcement, "8", "8", "4", ("4", "2"))]
    #[case(Kind::Insert, "8", "8", "4", ("7 7/8", "3 7/8"))]
    fn customary_sizes(
        #[case] kind: Kind,
        #[case] width: &str,
        #[case] height: &str,
        #[case] gusset: &str,
        #[case] size: (&str, &str),
    ) {
        let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
        let brief = Brief::new(width, height, gusset);
        assert_eq!(kind.size(&brief), (size.0.parse().unwrap(), size.1.parse().unwrap()));
    }
}
