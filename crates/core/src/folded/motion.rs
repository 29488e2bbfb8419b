//! The way from the unrolled bag to the open one, in the order of the work: the hem is turned, the run is bent into a
//! tube, then the base flaps close one after another.

use super::Folded;
use crate::brief::ClosingOrder;
use crate::net::{Crease, CreaseRole, Net, Panel, Strip};

/// A stretch of the way, and what happens on it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Leg {
    /// What the bag is when the stretch is done.
    pub name: &'static str,
    /// Where it begins, from 0 (unrolled) to 1 (open bag).
    pub from: f64,
    /// Where it ends.
    pub to: f64,
}

const HEM: Leg = Leg { name: "Hem turned", from: 0.0, to: 0.2 };
const TUBE: Leg = Leg { name: "Bent into a tube", from: 0.2, to: 0.55 };
const FIRST: Leg = Leg { name: "First flaps in", from: 0.55, to: 0.7 };
const SECOND: Leg = Leg { name: "Second flaps in", from: 0.7, to: 0.85 };
const FRONT: Leg = Leg { name: "Base closed: the open bag", from: 0.85, to: 1.0 };

/// The stretches of the way, in order.
pub const LEGS: [Leg; 5] = [HEM, TUBE, FIRST, SECOND, FRONT];

impl Leg {
    /// How much of this stretch is done at `t`.
    fn done(self, t: f64) -> f64 {
        ((t - self.from) / (self.to - self.from)).clamp(0.0, 1.0)
    }
}

/// The bag at `t`, from 0 (unrolled, its pieces side by side) to 1 (open and standing).
pub fn at(net: &Net, closing: ClosingOrder, t: f64) -> Folded {
    Folded::part_way(net, |strip, crease| leg(strip, crease, closing).done(t))
}

fn leg(strip: &Strip, crease: &Crease, closing: ClosingOrder) -> Leg {
    match crease.role {
        CreaseRole::HemLine => HEM,
        CreaseRole::Corner if is_below_base_line(strip, crease) => FIRST,
        CreaseRole::Corner | CreaseRole::TabLine | CreaseRole::GussetCentre => TUBE,
        CreaseRole::BaseLine => {
            let over =
                strip.columns.iter().find(|column| column.x.from == crease.from.x).map(|column| column.panel);
            match (over, closing) {
                (Some(Panel::Front), _) => FRONT,
                (Some(Panel::Back), ClosingOrder::BackFirst)
                | (Some(Panel::Gusset { .. }), ClosingOrder::GussetsFirst) => FIRST,
                _ => SECOND,
            }
        }
    }
}

/// True for the corner lines that turn ears up from a face flap.
fn is_below_base_line(strip: &Strip, crease: &Crease) -> bool {
    strip.row(crate::net::Band::Body).is_some_and(|body| crease.to.y <= body.y.from)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{Build, Hem, Squares};
    use crate::net::Band;
    use crate::{Brief, Length};
    use rstest::rstest;

    fn brief(build: Build) -> Brief {
        let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
        (brief.build, brief.hem) = (build, Hem::In { depth: Length::INCH });
        brief
    }

    #[test]
    fn the_legs_follow_one_another() {
        assert!(LEGS.windows(2).all(|pair| pair[0].to == pair[1].from));
        assert_eq!((LEGS[0].from, LEGS[4].to), (0.0, 1.0));
    }

    #[rstest]
    fn no_paper_tears_on_the_way(
        #[values(Build::Wrap, Build::CornerPair, Build::CradlePair { squares: Squares::SlitLevel })]
        build: Build,
        #[values(ClosingOrder::BackFirst, ClosingOrder::GussetsFirst)] closing: ClosingOrder,
    ) {
        let net = Net::new(&brief(build));
        for step in 0..=40 {
            let folded = at(&net, closing, f64::from(step) / 40.0);
            assert!(folded.torn < 1e-6, "torn by {} at {step}", folded.torn);
        }
    }

    #[test]
    fn it_starts_flat_and_ends_open() {
        let net = Net::new(&brief(Build::CornerPair));
        let flat = at(&net, ClosingOrder::BackFirst, 0.0);
        assert!(
            flat.facets.iter().flat_map(super::super::Turned::corners).all(|corner| corner.z.abs() < 1e-9)
        );
        let open = at(&net, ClosingOrder::BackFirst, 1.0);
        let same = Folded::new(&net);
        assert!(open.facets.iter().zip(&same.facets).all(|(a, b)| a.pose.abs_diff_eq(b.pose, 1e-9)));
    }

    #[test]
    fn the_front_flap_closes_last() {
        let net = Net::new(&brief(Build::Wrap));
        let nearly = at(&net, ClosingOrder::BackFirst, 0.85);
        let level = |panel| {
            let flap = nearly.facets.iter().find(|facet| facet.part == (panel, Band::Base)).unwrap();
            let ys: Vec<f64> = flap.corners().iter().map(|corner| corner.y).collect();
            ys.iter().all(|y| (y - ys[0]).abs() < 1e-6)
        };
        assert!(level(Panel::Back));
        assert!(!level(Panel::Front));
    }
}
