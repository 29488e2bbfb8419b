//! What tops, handles and closures say of themselves, held against what is made of them.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use wide_fold_core::brief::{BackingKind, ClosureKind, Extra, HandleKind, HemSide, Stands, Top};
use wide_fold_core::fittings::{Fitted, On, Purpose, parts};
use wide_fold_core::net::{CreaseRole, Fold, Net, Zone};
use wide_fold_core::{Brief, Length, Plan};

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// A top is on the net what it says it is: a hem all round that turns to its side, a flap on one face, or nothing.
    #[test]
    fn a_top_is_what_it_says(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let net = Net::of(&brief);
        let nature = brief.top.nature();
        prop_assert!(nature.hem.is_none() || nature.flap.is_none());
        let rows = |zone: Zone| net.blanks.iter().filter_map(move |blank| blank.row(zone));
        let deep = |zone: Zone| rows(zone).map(|row| row.y.length()).max().unwrap_or_default();
        prop_assert_eq!(deep(Zone::Hem), nature.hem.map_or(Length::ZERO, |hem| hem.depth));
        prop_assert_eq!(brief.top.hem(), deep(Zone::Hem));
        // On a flare, or where a joining strip lies under it, nothing runs on above a piece that does not have that face.
        if let Some(flap) = nature.flap.filter(|_| brief.build.has_gussets()) {
            prop_assert_eq!(deep(Zone::Flap), flap.depth);
            let own = rows(Zone::Flap).filter(|row| row.y.length().is_positive()).count();
            let faces = net.blanks.iter().filter(|blank| blank.columns.iter().any(|c| c.panel.face() == Some(flap.on)));
            // A face that is cut inside stands on two pieces; below a join all round there is no top.
            prop_assert!(own >= 1 && own <= faces.count());
        }
        let folds: Vec<Fold> = net
            .blanks
            .iter()
            .flat_map(|blank| &blank.creases)
            .filter(|crease| crease.role == CreaseRole::HemLine && crease.folds())
            .map(|crease| crease.fold)
            .collect();
        match nature.hem.map(|hem| hem.side) {
            None => prop_assert_eq!(folds, []),
            // Away from one who looks at the outside, or towards him.
            Some(HemSide::Inside) => prop_assert!(folds.contains(&Fold::Mountain)),
            Some(HemSide::Outside) => prop_assert!(folds.contains(&Fold::Valley)),
        }
        prop_assert_eq!(brief.top.depth(), deep(Zone::Hem).max(nature.flap.map_or(Length::ZERO, |flap| flap.depth)));
        for depth in [Length::inches(1), Length::inches(2)] {
            let other = brief.top.with_depth(depth);
            prop_assert_eq!(std::mem::discriminant(&other), std::mem::discriminant(&brief.top));
            prop_assert!(other == Top::Raw || other.depth() == depth);
        }
    }

    /// A handle is in figures what its kind says of itself.
    #[test]
    fn a_handle_is_what_it_says(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let kind = brief.fittings.handle.kind;
        let fitted = Fitted::of(&brief);
        prop_assert_eq!(fitted.handle.is_some(), kind != HandleKind::None);
        let Some(own) = fitted.handle else {
            prop_assert!(fitted.reinforcement.is_none() && fitted.reach.is_none());
            return Ok(());
        };
        prop_assert_eq!(own.count, kind.per_bag());
        prop_assert_eq!(own.length != Length::ZERO || own.drop != Length::ZERO, kind.stands_up());
        prop_assert!(kind.is_spaced() || own.from_centre == Length::ZERO);
        // What was said is what is.
        match brief.fittings.handle.stands {
            Stands::High(drop) if kind.stands_up() => prop_assert_eq!(own.drop, drop),
            Stands::Long(length) if kind.stands_up() => prop_assert_eq!(own.length, length),
            _ => {}
        }
        let list = parts::parts(&brief, &fitted);
        let named = |start: &str| list.iter().any(|part| part.name.starts_with(start));
        prop_assert_eq!(named("ribbon for a handle") || named("cord for a handle"), kind.is_ribbon());
        let from_paper = [Extra::HandleStrip, Extra::Strap].iter().any(|kind| fitted.part(&brief, *kind).is_some());
        prop_assert_eq!(from_paper, kind.is_cut_to_length());
        let holes = fitted.holes.iter().filter(|hole| hole.purpose != Purpose::Closure).count();
        let wanted = match kind {
            HandleKind::HoledRibbon => 2,
            HandleKind::Strap | HandleKind::HandHole => 1,
            // A flare has no gussets to put it in.
            HandleKind::GussetRibbon => usize::from(brief.build.has_gussets()),
            HandleKind::None | HandleKind::GluedRibbon | HandleKind::LongRibbon | HandleKind::Tube | HandleKind::Hangers => 0,
        };
        prop_assert_eq!(holes, wanted);
        // A strip is there only where it holds something, and never where none is wanted.
        prop_assert!(fitted.reinforcement.is_none() || fitted.reach.is_some());
        prop_assert!(brief.fittings.backing.kind == BackingKind::Strip || fitted.reinforcement.is_none());
    }

    /// So is a closure.
    #[test]
    fn a_closure_is_what_it_says(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let kind = brief.fittings.closure.kind;
        let fitted = Fitted::of(&brief);
        let closing = fitted.holes.iter().filter(|hole| hole.purpose == Purpose::Closure).map(|hole| hole.on);
        let (on_flap, on_faces): (Vec<On>, Vec<On>) = closing.partition(|on| matches!(on, On::Flap(_)));
        prop_assert_eq!(!on_faces.is_empty(), kind.has_holes());
        prop_assert_eq!(!on_flap.is_empty(), kind.has_holes() && brief.top.flap().is_some());
        let pinches = kind.pinches(brief.top.flap().is_some());
        prop_assert_eq!(fitted.closing.pinches, pinches);
        prop_assert_eq!(fitted.closing.headroom != Length::ZERO, pinches);
        prop_assert_eq!(fitted.closing.meets.is_some(), brief.top.flap().is_some());
        prop_assert!(kind.is_tucked() || fitted.closing.tuck_turn.is_none());
        // Laid over, the hole of the flap comes down on the one of the face.
        if let ([On::Flap(up)], [On::Faces(down)]) = (on_flap.as_slice(), on_faces.as_slice()) {
            prop_assert_eq!(up, down);
        }
    }

    /// Working the fittings out again gives the same, and the plan hands on what it was made with.
    #[test]
    fn fittings_are_worked_out_from_the_brief_alone(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        prop_assert_eq!(&plan.fitted, &Fitted::of(&brief));
        prop_assert_eq!(&Net::new(&brief, &plan.fitted), &plan.net);
        // Every hole of the net is one of the face's, as large as it is there.
        for hole in plan.net.blanks.iter().flat_map(|blank| &blank.holes) {
            let known = plan.fitted.holes.iter().any(|own| (own.shape, own.purpose) == (hole.shape, hole.purpose));
            prop_assert!(known, "{:?}", hole);
        }
    }
}

/// A closure that pinches says so whatever else the bag is.
#[test]
fn only_magnets_care_for_a_flap() {
    for kind in ClosureKind::ALL.iter().copied().filter(|kind| *kind != ClosureKind::Magnets) {
        assert_eq!(kind.pinches(true), kind.pinches(false), "{kind:?}");
    }
    assert!(ClosureKind::Magnets.pinches(false) && !ClosureKind::Magnets.pinches(true));
}

/// Every kind of handle on a bag is that kind, in customary figures, with the small parts it takes and no other handle's.
#[test]
fn another_kind_of_handle_brings_its_own_small_parts() {
    let mut bag = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    bag.fittings.handle.width = Some(Length::INCH);
    for kind in HandleKind::ALL.iter().copied() {
        let other = kind.on(&bag);
        assert_eq!((other.fittings.handle.kind, other.fittings.handle.width), (kind, None));
        let own: Vec<Extra> = other.extras.iter().collect();
        let wanted: &[Extra] = match kind {
            HandleKind::Tube => &[Extra::HandleStrip],
            HandleKind::Strap => &[Extra::Strap],
            HandleKind::Hangers => &[Extra::Hanger],
            _ => &[],
        };
        assert_eq!(own, wanted, "{kind:?}");
        // From there to any other kind, and nothing of it is left.
        assert_eq!(HandleKind::None.on(&other).extras.iter().count(), 0);
        let (name, when) = kind.words();
        assert!(!name.is_empty() && when.ends_with('.'), "{name}: {when}");
    }
}
