//! Sizes of the small parts, whether the bag takes them or they are only wanted from its paper.

use super::Fitted;
use super::parts::tag;
use crate::Brief;
use crate::brief::{BackingKind, Extra, Extras, Handle, HandleKind};
use crate::plane::Size;

/// One small part.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Small {
    /// What it is.
    pub kind: Extra,
    /// Its size.
    pub size: Size,
}

fn handle_of(kind: HandleKind) -> Handle {
    Handle { kind, ..Handle::default() }
}

impl Extra {
    /// How many of it one bag takes.
    pub fn count(self, brief: &Brief, fitted: &Fitted) -> usize {
        fitted.part(brief, self).map_or(self.spare(), |(_, count)| count)
    }

    /// Its size for a bag: what its handle, backing, insert and decoration say; where they take none of it, the customary
    /// size of one for such a bag; none if such a bag has no room for one. A tag is 2 × 3½ (our choice).
    pub fn size(self, brief: &Brief, fitted: &Fitted) -> Option<Size> {
        if let Some((size, _)) = fitted.part(brief, self) {
            return size.is_positive().then_some(size);
        }
        let mut other = brief.clone();
        let fittings = &mut other.fittings;
        match self {
            Self::Insert => return fitted.insert,
            Self::Tag => return Some(tag(brief)),
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
            Self::Medallion => fittings.decoration.medallion = true,
            Self::Template => fittings.handle = handle_of(HandleKind::HoledRibbon),
        }
        let (size, _) = Fitted::of(&other).part(&other, self)?;
        size.is_positive().then_some(size)
    }

    /// How many of it are cut where the bag itself takes none.
    fn spare(self) -> usize {
        match self {
            Self::HandleStrip | Self::Reinforcement | Self::Mat | Self::GussetMat => 2,
            Self::Hanger => 4,
            Self::Insert
            | Self::Tag
            | Self::Strap
            | Self::FlapMat
            | Self::Band
            | Self::Pocket
            | Self::Template
            | Self::Medallion => 1,
        }
    }

    /// True if nobody sees it, or it is too narrow for its pattern to matter: it may be cut either way round.
    pub fn may_turn(self) -> bool {
        !matches!(
            self,
            Self::Tag
                | Self::Mat
                | Self::GussetMat
                | Self::FlapMat
                | Self::Band
                | Self::Pocket
                | Self::Medallion
        )
    }
}

impl Extras {
    /// Every part of it, one by one, in the size the bag needs.
    pub fn parts(self, brief: &Brief, fitted: &Fitted) -> Vec<Small> {
        let sized = self.iter().filter_map(|kind| Some(Small { kind, size: kind.size(brief, fitted)? }));
        sized.flat_map(|part| std::iter::repeat_n(part, part.kind.count(brief, fitted))).collect()
    }
}

impl Small {
    /// Its size, each way it may lie on a sheet.
    pub fn lyings(&self) -> impl Iterator<Item = Size> {
        let turned = self.size.turned();
        let differs = self.kind.may_turn() && turned != self.size;
        std::iter::once(self.size).chain(differs.then_some(turned))
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
        let size = Size::new(size.0.parse().unwrap(), size.1.parse().unwrap());
        assert_eq!(kind.size(&brief, &Fitted::of(&brief)), Some(size));
    }
}
