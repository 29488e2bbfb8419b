//! Which facets a measurement is about, so that it can be shown on the sheet and on the bag.

use super::Check;
use crate::folded::Turned;
use crate::net::{Band, Net, Panel};

impl Check {
    /// True if the measurement is taken on this facet.
    pub fn concerns(self, net: &Net, facet: &Turned) -> bool {
        let (panel, band) = facet.part;
        let is_wall = band == Band::Body && !panel.is_join();
        match self {
            Self::Width { front } => {
                band == Band::Body && if front { panel.is_front() } else { panel.is_back() }
            }
            Self::Gusset(side) => {
                band == Band::Body && matches!(panel, Panel::Gusset { side: own, .. } if own == side)
            }
            Self::GussetsClear => band == Band::Body && panel.is_gusset(),
            Self::Height | Self::MouthLevel => is_wall,
            Self::Seam | Self::TabCovered | Self::FlatGlued => {
                net.seams.iter().any(|seam| {
                    [seam.under, seam.over]
                        .iter()
                        .any(|joint| joint.strip == facet.strip && joint.panel == panel)
                }) || net.laps.iter().any(|lap| {
                    let is_lap = lap.under == facet.strip && facet.flat.middle().y > lap.line;
                    is_lap || (lap.over == facet.strip && band == Band::Body)
                })
            }
            Self::FlapsLevel
            | Self::BaseClosed
            | Self::NothingSticksOut
            | Self::EndsUnder
            | Self::FlatBase
            | Self::BaseInMouth => band == Band::Base,
            Self::HemFlat | Self::HemSide => band == Band::Hem,
            Self::EarsFlat => band == Band::Ear,
            Self::FlapReaches | Self::FlapHoleMeets => band == Band::Flap,
            Self::HolesMeet | Self::HolesWhole | Self::HolesFree => {
                net.strips[facet.strip].holes.iter().any(|hole| facet.flat.contains(hole.centre))
            }
            Self::Whole
            | Self::FlatCloses
            | Self::Kawasaki { .. }
            | Self::Maekawa { .. }
            | Self::LayerOrder { .. } => true,
        }
    }
}
