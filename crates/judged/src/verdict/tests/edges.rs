//! Where a verdict begins: at the figure itself nothing is said, one groove further it is, and how much further it says.
//! The bags are 8 × 9 × 3 unless they say otherwise; the limits are worked by hand.

use super::handles::bag;
use super::*;
use crate::brief::{Across, AllRound, ClosureKind, HandleKind, Stands};

pub(super) const GROOVE: Length = Length::eighths(1);

/// Nothing is said of the first bag; of the second it is, in these words.
pub(super) fn begins(code: &str, at: &Brief, past: &Brief, level: Level, title: &str) {
    let plan = Plan::new(at).unwrap();
    assert!(plan.verdicts.iter().all(|verdict| verdict.code != code), "{code} is said too early");
    let found = verdict(past, code);
    assert_eq!((found.level, found.title.as_str()), (level, title));
}

pub(super) fn eighths(count: i64) -> Length {
    Length::eighths(count)
}

pub(super) fn changed(brief: &Brief, change: impl FnOnce(&mut Brief)) -> Brief {
    let mut brief = brief.clone();
    change(&mut brief);
    brief
}

pub(super) fn plain() -> Brief {
    bag(HandleKind::None)
}

pub(super) fn flap(depth: Length) -> Top {
    Top::Flap { on: FaceSide::Back, depth, corner: Length::ZERO }
}

#[test]
fn gusset_flaps_that_meet_in_the_middle_do_not_lap() {
    let at = changed(&plain(), |own| own.finished.width = Length::inches(6));
    let past = changed(&at, |own| own.finished.width = Length::inches(6) - GROOVE);
    begins("base.gusset-flaps-lap", &at, &past, Level::Notes, "The gusset flaps lap each other by ⅛");
}

#[test]
fn ears_may_be_as_tall_as_the_body() {
    let at = changed(&plain(), |own| {
        own.build = Build::CradlePair { squares: Squares::SlitLevel };
        own.finished.height = Length::inches(3);
    });
    let past = changed(&at, |own| own.finished.height = Length::inches(3) - GROOVE);
    begins("build.ears-too-tall", &at, &past, Level::Blocks, "The ears stand out of the mouth");
}

/// A body joined all round so far above its base line, with a hem of 1.
fn tiers(rise: Length) -> Brief {
    changed(&plain(), |own| {
        let at = Places::of([Place::back_corner(Side::Left), Place::back_corner(Side::Right)]);
        let cuts = Cuts { at, back_part: None, all_round: Some(AllRound::Above(rise)) };
        own.build = Build::Joined { cuts };
        own.top = Top::HemIn { depth: Length::inches(1) };
    })
}

#[test]
fn a_hem_may_end_where_the_lap_of_a_join_all_round_begins() {
    // 9 less a hem of 1 and a lap of ½.
    let (at, past) = (tiers(eighths(60)), tiers(eighths(61)));
    begins("build.hem-over-level", &at, &past, Level::Blocks, "The hem reaches ⅛ over the join all round");
    let strips = changed(&at, |own| own.joins = Joins::Strips { width: Length::inches(1) });
    let title = "Joining strips do not go with a join all round";
    begins("build.strips-at-a-level", &at, &strips, Level::Blocks, title);
}

#[test]
fn flaps_of_a_folded_base_may_lap_as_deep_as_the_base() {
    let folded = |lap| changed(&plain(), |own| own.build = Build::FoldedBase { lap });
    let (at, past) = (folded(Length::inches(3)), folded(Length::inches(3) + GROOVE));
    let title = "The flaps of the base reach past its edges";
    begins("build.lap-too-deep", &at, &past, Level::Blocks, title);
    let weighs = |grammage| changed(&folded(eighths(4)), |own| own.sheet.grammage = Some(Grammage(grammage)));
    let title = "Stiff card does not squash";
    begins("build.stiff-for-folded-base", &weighs(199), &weighs(200), Level::Warns, title);
}

#[test]
fn stiff_card_is_spoken_against_only_where_it_is_folded_flat() {
    let at = changed(&plain(), |own| own.sheet.grammage = Some(Grammage(250)));
    let past = changed(&at, |own| own.gusset_crease = GussetCrease::FoldFlat { across: Across::Back });
    begins("paper.stiff-flat", &at, &past, Level::Warns, "Stiff card does not like to be folded flat");
}

#[test]
fn a_hem_may_end_at_the_apex() {
    // The apex lies half a gusset above the base line: 9 less 1½.
    let creased = |crease, depth| {
        changed(&plain(), |own| {
            own.gusset_crease = crease;
            own.top = Top::HemIn { depth };
        })
    };
    let title = "The hem stiffens the gussets below the apex";
    let [at, past] = [60, 61].map(|depth| creased(GussetCrease::Pair, eighths(depth)));
    begins("gusset.hem-over-apex", &at, &past, Level::Warns, title);
    let flat = GussetCrease::FoldFlat { across: Across::Back };
    let [at, past] = [60, 61].map(|depth| creased(flat, eighths(depth)));
    begins("gusset.hem-over-apex", &at, &past, Level::Blocks, "The hem reaches over the fold-flat line");
}

fn closed(kind: ClosureKind, top: Top) -> Brief {
    changed(&plain(), |own| {
        own.fittings.closure.kind = kind;
        own.fittings.closure.down = Some(Length::inches(1));
        own.top = top;
    })
}

#[test]
fn the_hole_of_a_flap_has_to_come_down_a_quarter_below_the_top() {
    // Over a square mouth 3 deep the magnet, 1 from the flap's edge, needs 3 + 1 + ¼.
    let [at, past] = [34, 33].map(|depth| closed(ClosureKind::Magnets, flap(eighths(depth))));
    let title = "The magnet of the closing flap falls short by ⅛";
    begins("closure.falls-short", &at, &past, Level::Blocks, title);
}

#[test]
fn a_flap_may_come_down_to_a_hand_hole() {
    // A flap of 5 comes down 2 on the far face.
    let over = |down| {
        changed(&closed(ClosureKind::None, flap(Length::inches(5))), |own| {
            own.fittings.handle.kind = HandleKind::HandHole;
            own.fittings.handle.down = Some(down);
        })
    };
    let (at, past) = (over(Length::inches(2)), over(Length::inches(2) - GROOVE));
    let title = "The closing flap covers the hand hole";
    begins("closure.flap-over-hand-hole", &at, &past, Level::Warns, title);
}

#[test]
fn handles_glued_outside_are_in_the_way_of_a_flap() {
    let at = bag(HandleKind::Tube);
    let past = changed(&at, |own| own.top = flap(Length::inches(5)));
    let title = "The closing flap folds over glued-on handles";
    begins("closure.flap-over-handles", &at, &past, Level::Warns, title);
}

#[test]
fn pinched_in_gussets_may_meet_behind_the_middle() {
    let deep = |gusset| {
        changed(&closed(ClosureKind::Clip, Top::Raw), |own| {
            own.gusset_crease = GussetCrease::Pair;
            own.finished.gusset = gusset;
        })
    };
    let (at, past) = (deep(Length::inches(8)), deep(Length::inches(8) + GROOVE));
    let title = "Pinched in, the gussets collide by ⅛";
    begins("closure.gussets-collide", &at, &past, Level::Blocks, title);
}

#[test]
fn a_pinched_bag_has_to_be_taller_than_what_pinching_takes() {
    let tall = |height| {
        changed(&closed(ClosureKind::Clip, Top::Raw), |own| {
            own.gusset_crease = GussetCrease::Pair;
            own.finished.height = height;
        })
    };
    let taken = crate::fittings::Fitted::of(&tall(Length::inches(9))).closing.headroom;
    // Half the gusset at the least.
    assert!(taken >= eighths(12));
    let title = "Closed so, the bag holds nothing";
    begins("closure.no-room", &tall(taken + GROOVE), &tall(taken), Level::Blocks, title);
}

fn ribbon(kind: HandleKind, from_centre: Length, width: Length) -> Brief {
    changed(&bag(kind), |own| {
        own.fittings.handle.from_centre = Some(from_centre);
        own.fittings.handle.width = Some(width);
    })
}

#[test]
fn two_ends_may_lie_side_by_side() {
    let [at, past] = [4, 3].map(|from| ribbon(HandleKind::GluedRibbon, eighths(from), Length::inches(1)));
    begins("handle.ends-overlap", &at, &past, Level::Warns, "The two ends of a handle overlap by ¼");
}

#[test]
fn an_end_may_reach_to_the_edge_of_the_face() {
    let [at, past] = [28, 29].map(|from| ribbon(HandleKind::GluedRibbon, eighths(from), Length::inches(1)));
    begins("handle.off-face", &at, &past, Level::Blocks, "The handle reaches ⅛ past the face");
}

#[test]
fn holes_stay_as_far_apart_as_they_are_wide() {
    // Holes of ¼: ½ from middle to middle leaves ¼ between them, ¼ nothing.
    let holes = |from: i64| {
        changed(&bag(HandleKind::HoledRibbon), |own| {
            own.fittings.punch.hole = eighths(2);
            own.fittings.handle.from_centre = Some(eighths(from));
        })
    };
    let (at, past) = (holes(2), holes(1));
    let title = "The two holes of the handle run into each other";
    begins("handle.holes-close", &at, &past, Level::Blocks, title);
}

#[test]
fn a_ribbon_may_be_as_wide_as_its_hole() {
    let wide = |width| {
        changed(&bag(HandleKind::HoledRibbon), |own| {
            own.fittings.punch.hole = eighths(2);
            own.fittings.handle.width = Some(width);
        })
    };
    let title = "A ribbon of ⅜ is wider than its hole";
    begins("handle.ribbon-wide", &wide(eighths(2)), &wide(eighths(3)), Level::Warns, title);
}

#[test]
fn a_ribbon_has_to_be_longer_than_what_is_taken_of_it() {
    // Glued 2 down at 2 from the centre line: 2 + 2 and 4 across are taken.
    let long = |length| {
        changed(&bag(HandleKind::GluedRibbon), |own| {
            own.fittings.handle.from_centre = Some(Length::inches(2));
            own.fittings.handle.down = Some(Length::inches(2));
            own.fittings.handle.stands = Stands::Long(length);
        })
    };
    let (at, past) = (long(Length::inches(8) + eighths(2)), long(Length::inches(7)));
    begins("handle.no-drop", &at, &past, Level::Blocks, "7 is 1 too short for a handle");
    // Just long enough, it is only low.
    assert_eq!(verdict(&at, "handle.low").title, "The handle stands only ⅛ above the top");
}

#[test]
fn a_pattern_with_a_direction_hangs_down_on_a_flap() {
    let free =
        changed(&closed(ClosureKind::None, flap(Length::inches(5))), |own| own.sheet.directional = false);
    let past = changed(&free, |own| own.sheet.directional = true);
    let code = "pattern.flap";
    assert!(Plan::new(&free).unwrap().verdicts.iter().all(|verdict| verdict.code != code));
    assert_eq!(verdict(&past, code).level, Level::Notes);
}

#[test]
fn a_seam_lies_in_front_only_if_the_run_starts_there() {
    let starts = |start| changed(&plain(), |own| own.round.start = start);
    let (at, past) = (starts(RoundStart::Gusset), starts(RoundStart::Face));
    begins("seam.in-front", &at, &past, Level::Notes, "The seam lies at a front corner");
}

#[test]
fn whole_millimetres_are_not_spoken_of_and_the_remedy_makes_them_whole() {
    let metric = changed(&plain(), |own| own.unit = crate::Unit::Metric);
    let found = verdict(&metric, "metric.not-round");
    assert_eq!(found.level, Level::Notes);
    for remedy in &found.remedies {
        let after = Plan::new(&remedy.brief).unwrap();
        assert!(after.verdicts.iter().all(|verdict| verdict.code != "metric.not-round"), "{}", remedy.title);
        assert_eq!(remedy.brief.finished.width.mm().fract(), 0.0, "{}", remedy.title);
    }
    assert!(Plan::new(&plain()).unwrap().verdicts.iter().all(|verdict| verdict.code != "metric.not-round"));
}
