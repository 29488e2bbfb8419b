//! Sizes of the small parts, whether the bag takes them or they are only wanted from its paper.

use super::parts::{insert, of_kind};
use crate::brief::{BackingKind, Extra, Extras, Handle, HandleKind};
use crate::{Brief, Length};

/// One small part.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Small {
    /// What it is.
    pub kind: Extra,
    /// Its width.
    pub width: Length,
    /// Its height.
    pub height: Length,
}

fn handle_of(kind: HandleKind) -> Handle {
    Handle { kind, ..Handle::default() }
}

impl Extra {
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
    pub fn ways(&self) -> impl Iterator<Item = (Length, Length)> {
        let turned = (self.kind.may_turn() && self.width != self.height).then_some((self.height, self.width));
        std::iter::once((self.width, self.height)).chain(turned)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    // Common practice: a mat for a 6 × 6 face is 5¾ square; reinforcement on an 8 face about 2 × 4.
    #[case(Extra::Mat, "6", "6", "2 1/4", ("5 3/4", "5 3/4"))]
    #[case(Extra::Reinforcement, "8", "8", "4", ("4", "2"))]
    #[case(Extra::Insert, "8", "8", "4", ("7 7/8", "3 7/8"))]
    fn customary_sizes(
        #[case] kind: Extra,
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
