//! Which facets a measurement is about, so that it can be shown on the sheet and on the bag.

use super::Check;
use crate::folded::Turned;
use crate::net::{Net, Panel, Zone};

impl Check {
    /// True if the measurement is taken on this facet.
    pub fn concerns(self, net: &Net, facet: &Turned) -> bool {
        let (panel, zone) = facet.part;
        let is_wall = zone == Zone::Body && !panel.is_join();
        match self {
            Self::Width { front } => {
                zone == Zone::Body && if front { panel.is_front() } else { panel.is_back() }
            }
            Self::Gusset(side) => {
                zone == Zone::Body && matches!(panel, Panel::Gusset { side: own, .. } if own == side)
            }
            Self::GussetsClear => zone == Zone::Body && panel.is_gusset(),
            Self::Height | Self::MouthLevel => is_wall,
            Self::Seam | Self::TabCovered | Self::FlatGlued => {
                net.seams.iter().any(|seam| {
                    [seam.under, seam.over]
                        .iter()
                        .any(|joint| joint.blank == facet.blank && joint.panel == panel)
                }) || net.laps.iter().any(|lap| {
                    let is_lap = lap.under == facet.blank && facet.flat.middle().y > lap.line;
                    is_lap || (lap.over == facet.blank && zone == Zone::Body)
                })
            }
            Self::FlapsLevel
            | Self::BaseClosed
            | Self::NothingSticksOut
            | Self::EndsUnder
            | Self::FlatBase
            | Self::BaseInMouth => zone == Zone::Base,
            Self::HemFlat | Self::HemSide => zone == Zone::Hem,
            Self::EarsFlat => zone == Zone::Ear,
            Self::FlapReaches | Self::FlapHoleMeets => zone == Zone::Flap,
            Self::HolesMeet | Self::HolesWhole | Self::HolesFree => {
                net.blanks[facet.blank].holes.iter().any(|hole| facet.flat.contains(hole.centre))
            }
            Self::Whole
            | Self::FlatCloses
            | Self::Kawasaki { .. }
            | Self::Maekawa { .. }
            | Self::LayerOrder { .. } => true,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{AllRound, Build, ClosingFlap, Cuts, HandleKind, Place, Places, Side, Squares, Top};
    use crate::folded::Folded;
    use crate::{Brief, Length};
    use rstest::rstest;
    use std::collections::BTreeSet;

    /// Parts on which a check is shown, by name.
    fn shown(check: Check, change: impl Fn(&mut Brief)) -> BTreeSet<String> {
        let mut brief = Brief::new(Length::inches(6), Length::inches(9), Length::inches(3));
        change(&mut brief);
        let net = Net::of(&brief);
        let folded = Folded::new(&net);
        let concerned = folded.facets.iter().filter(|facet| check.concerns(&net, facet));
        concerned.map(|facet| crate::net::part_name(facet.part.0, facet.part.1)).collect()
    }

    #[rstest]
    #[case(Check::Width { front: true }, &["front"])]
    #[case(Check::Width { front: false }, &["back"])]
    #[case(Check::Gusset(Side::Left), &["left gusset"])]
    #[case(Check::GussetsClear, &["left gusset", "right gusset"])]
    #[case(Check::Height, &["back", "front", "left gusset", "right gusset"])]
    // Of a wrap the tab goes under the first gusset, the flap below it included.
    #[case(Check::Seam, &["base flap of the left gusset", "left gusset", "tab"])]
    #[case(Check::BaseClosed, &["base flap of the back", "base flap of the front", "base flap of the left gusset", "base flap of the right gusset"])]
    #[case(Check::HemFlat, &[])]
    #[case(Check::EarsFlat, &[])]
    #[case(Check::HolesMeet, &[])]
    fn of_a_plain_wrap(#[case] check: Check, #[case] parts: &[&str]) {
        assert_eq!(shown(check, |_| ()), parts.iter().map(|part| (*part).to_owned()).collect());
    }

    #[test]
    fn of_what_only_some_bags_have() {
        let hem = shown(Check::HemSide, |brief| brief.top = Top::HemIn { depth: Length::INCH });
        assert!(hem.len() == 5 && hem.iter().all(|part| part.starts_with("hem of")), "{hem:?}");
        let ears =
            shown(Check::EarsFlat, |brief| brief.build = Build::CradlePair { squares: Squares::SlitLevel });
        assert!(ears.len() == 2 && ears.iter().all(|part| part.starts_with("ear below")), "{ears:?}");
        let flap = shown(Check::FlapReaches, |brief| {
            let ClosingFlap { on, depth, corner } = ClosingFlap {
                on: crate::brief::FaceSide::Back,
                depth: Length::inches(4),
                corner: Length::ZERO,
            };
            brief.top = Top::Flap { on, depth, corner };
        });
        assert_eq!(flap, BTreeSet::from(["closing flap".to_owned()]));
        let holes = shown(Check::HolesMeet, |brief| brief.fittings.handle.kind = HandleKind::HoledRibbon);
        assert_eq!(holes, BTreeSet::from(["back".to_owned(), "front".to_owned()]));
    }

    /// Of a body joined all round the glued parts are the upper pieces, and what of the lower ones lies under them.
    #[test]
    fn of_a_join_all_round() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(9), Length::inches(3));
        let all_round = Some(AllRound::Above(Length::inches(4)));
        brief.build = Build::Joined { cuts: Cuts { all_round, ..Cuts::from(Places::of(Place::CORNERS)) } };
        let net = Net::of(&brief);
        for facet in &Folded::new(&net).facets {
            let is_upper = net.laps.iter().any(|lap| lap.over == facet.blank);
            let is_under =
                net.laps.iter().any(|lap| lap.under == facet.blank && facet.flat.middle().y > lap.line);
            let is_base = facet.part.1 == Zone::Base;
            let is_in_seam = net.seams.iter().any(|seam| {
                [seam.under, seam.over]
                    .iter()
                    .any(|joint| (joint.blank, joint.panel) == (facet.blank, facet.part.0))
            });
            let wanted = is_under || (is_upper && !is_base) || is_in_seam;
            assert_eq!(Check::FlatGlued.concerns(&net, facet), wanted, "{:?}", facet.part);
        }
    }
}
