//! The way from the unrolled pieces to the finished bag, in the order of the work.
//!
//! A slit bag: the hem is turned, the round is bent into a tube, the base flaps close one after another. A folded base:
//! its two ends are pushed in at one stroke, for the paper bends on the way there; then both flaps fold over. A flare:
//! hem, pleats, and the sheet folded end to end.

use super::{Folded, made};
use crate::Brief;
use crate::brief::{Build, ClosingOrder, FaceSide};
use crate::net::{BaseCorners, Blank, Crease, CreaseRole, Fold, Net, Zone};

/// A stretch of the way, and what happens on it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Leg {
    /// What the bag is when the stretch is done.
    pub name: &'static str,
    /// Where it begins, from 0 (unrolled) to 1 (finished).
    pub from: f64,
    /// Where it ends, up to 1 (finished).
    pub to: f64,
    /// False if the paper has to bend on this stretch, so that only its end is shown.
    pub rigid: bool,
}

const fn leg(name: &'static str, from: f64, to: f64) -> Leg {
    Leg { name, from, to, rigid: true }
}

const HEM: Leg = leg("Hem turned", 0.0, 0.2);
const TUBE: Leg = leg("Bent into a tube", 0.2, 0.55);
const FIRST: Leg = leg("First flaps in", 0.55, 0.7);
const SECOND: Leg = leg("Second flaps in", 0.7, 0.85);
const FRONT: Leg = leg("Base closed: the open bag", 0.85, 1.0);
const ENDS: Leg = Leg { name: "Ends squashed in", from: 0.55, to: 0.6, rigid: false };
const BACK_OVER: Leg = leg("Back flap over", 0.6, 0.8);
const FRONT_OVER: Leg = leg("Base closed: the open bag", 0.8, 1.0);
const PLEATS: Leg = leg("Pleated", 0.2, 0.6);
const END_TO_END: Leg = leg("Folded end to end: the flare", 0.6, 1.0);

/// The stretches of the way of a build, in order.
pub fn legs(build: Build) -> Vec<Leg> {
    match build {
        Build::Wrap | Build::CornerPair | Build::CradlePair { .. } | Build::Joined { .. } => {
            vec![HEM, TUBE, FIRST, SECOND, FRONT]
        }
        Build::FoldedBase { .. } => vec![HEM, TUBE, ENDS, BACK_OVER, FRONT_OVER],
        Build::PleatedFlare { .. } => vec![HEM, PLEATS, END_TO_END],
    }
}

impl Leg {
    /// How much of this stretch is done at `t`.
    fn done(self, t: f64) -> f64 {
        let share = ((t - self.from) / (self.to - self.from)).clamp(0.0, 1.0);
        if self.rigid { share } else { f64::from(u8::from(share >= 1.0)) }
    }
}

/// The paper of `folded` at `t`, from 0 (unrolled, its pieces side by side) to 1 (made).
pub fn at(brief: &Brief, net: &Net, folded: &Folded, t: f64) -> Folded {
    folded.refolded(net, |blank, crease| angle(brief, blank, crease, t))
}

fn angle(brief: &Brief, blank: &Blank, crease: &Crease, t: f64) -> f64 {
    let is_tube = blank.corners == BaseCorners::Folded;
    if crease.role == CreaseRole::TuckLine {
        // It bends with the tube; the end pushed in turns it the other way, and the face flap right over.
        let flap = if crease.panel.is_front() { FRONT_OVER } else { BACK_OVER };
        return if ENDS.done(t) < 1.0 { 90.0 * TUBE.done(t) } else { -90.0 - 90.0 * flap.done(t) };
    }
    made(crease) * leg_of(brief, blank, crease, is_tube).done(t)
}

fn leg_of(brief: &Brief, blank: &Blank, crease: &Crease, is_tube: bool) -> Leg {
    match crease.role {
        CreaseRole::HemLine => HEM,
        CreaseRole::PleatLine => PLEATS,
        CreaseRole::BottomFold => END_TO_END,
        CreaseRole::SquashDiagonal => ENDS,
        CreaseRole::Corner if is_below_base_line(blank, crease) => FIRST,
        CreaseRole::BaseLine if is_tube => match crease.panel.face() {
            Some(FaceSide::Front) => FRONT_OVER,
            Some(FaceSide::Back) => BACK_OVER,
            None => ENDS,
        },
        CreaseRole::BaseLine if crease.panel.is_front() => FRONT,
        CreaseRole::BaseLine if crease.panel.is_back() == (brief.closing == ClosingOrder::BackFirst) => FIRST,
        CreaseRole::BaseLine => SECOND,
        _ => TUBE,
    }
}

/// True for the corner lines that turn ears up from a face flap.
fn is_below_base_line(blank: &Blank, crease: &Crease) -> bool {
    blank.row(Zone::Body).is_some_and(|body| crease.to.y <= body.y.from)
}

/// The bag with its closing flap laid over the mouth: a quarter turn over a square mouth, right over a pinched one.
pub fn flap_closed(brief: &Brief, net: &Net, folded: &Folded) -> Folded {
    let is_pinched = brief.gusset_crease.is_any();
    folded.refolded(net, |_, crease| match (crease.role, crease.fold) {
        (CreaseRole::FlapLine, Fold::Mountain) => {
            if is_pinched {
                180.0
            } else {
                90.0
            }
        }
        _ => made(crease),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{CUSTOMARY_LAP, CUSTOMARY_PLEATS, Joins, Squares, Top};
    use crate::net::Panel;
    use crate::{Brief, Length};
    use rstest::rstest;

    fn brief(build: Build) -> Brief {
        let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
        (brief.build, brief.top) = (build, Top::HemIn { depth: Length::INCH });
        brief
    }

    const FOLDED: Build = Build::FoldedBase { lap: CUSTOMARY_LAP };
    const FLARE: Build = Build::PleatedFlare { pleats: CUSTOMARY_PLEATS.0, pleat: Length::eighths(6) };

    #[rstest]
    fn the_legs_follow_one_another(#[values(Build::Wrap, FOLDED, FLARE)] build: Build) {
        let legs = legs(build);
        assert!(legs.windows(2).all(|pair| pair[0].to == pair[1].from));
        assert_eq!((legs[0].from, legs[legs.len() - 1].to), (0.0, 1.0));
    }

    #[rstest]
    fn no_paper_tears_on_the_way(
        #[values(Build::Wrap, Build::CornerPair, Build::CradlePair { squares: Squares::SlitLevel }, FOLDED, FLARE)]
        build: Build,
        #[values(ClosingOrder::BackFirst, ClosingOrder::GussetsFirst)] closing: ClosingOrder,
        #[values(Joins::Tabs, Joins::Strips { width: Length::INCH })] joins: Joins,
    ) {
        let brief = Brief { closing, joins, ..brief(build) };
        let net = Net::of(&brief);
        let made = Folded::new(&net);
        for step in 0..=40 {
            let folded = at(&brief, &net, &made, f64::from(step) / 40.0);
            assert!(folded.torn < 1e-6, "torn by {} at {step}", folded.torn);
        }
    }

    #[rstest]
    fn it_starts_flat_and_ends_made(#[values(Build::CornerPair, FOLDED, FLARE)] build: Build) {
        let brief = brief(build);
        let net = Net::of(&brief);
        let same = Folded::new(&net);
        let flat = at(&brief, &net, &same, 0.0);
        assert!(
            flat.facets.iter().flat_map(super::super::Turned::corners).all(|corner| corner.z.abs() < 1e-9)
        );
        let made = at(&brief, &net, &same, 1.0);
        assert!(made.facets.iter().zip(&same.facets).all(|(a, b)| a.pose.abs_diff_eq(b.pose, 1e-9)));
    }

    #[test]
    fn the_front_flap_closes_last() {
        let brief = brief(Build::Wrap);
        let net = Net::of(&brief);
        let nearly = at(&brief, &net, &Folded::new(&net), 0.85);
        let level = |panel| {
            let flap = nearly.facets.iter().find(|facet| facet.part == (panel, Zone::Base)).unwrap();
            let ys: Vec<f64> = flap.corners().iter().map(|corner| corner.y).collect();
            ys.iter().all(|y| (y - ys[0]).abs() < 1e-6)
        };
        assert!(level(Panel::Back));
        assert!(!level(Panel::Front));
    }
}
