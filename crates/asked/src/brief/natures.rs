//! What kinds are, told the other way round: for every question the kinds of which it is true, as a crafter would list them (common
//! practice). A kind that answers for another, or a new one that nobody listed, is found here.

use super::*;
use crate::Length;
use rstest::rstest;

/// Those of which it is true.
fn those<K: Copy>(all: &[K], is: impl Fn(K) -> bool) -> Vec<K> {
    all.iter().copied().filter(|own| is(*own)).collect()
}

/// Every build once, in some figures.
fn builds() -> Vec<Build> {
    let cuts = Cuts::from(Places::of(Place::CORNERS));
    let of = |name: &BuildName| name.of(cuts, Squares::SlitUp, 3, Length::INCH);
    BuildName::ALL.iter().map(of).chain([Build::CradlePair { squares: Squares::SlitLevel }]).collect()
}

#[rstest]
#[case::stands_on_a_base(Build::has_base, "Wrap, CornerPair, CradlePair, Joined, FoldedBase, CradlePair")]
#[case::is_slit_below(Build::has_slit_flaps, "Wrap, CornerPair, CradlePair, Joined, CradlePair")]
#[case::is_squashed(Build::is_squashed, "FoldedBase")]
#[case::has_sides(Build::has_gussets, "Wrap, CornerPair, CradlePair, Joined, FoldedBase, CradlePair")]
#[case::has_double_sides(Build::has_double_gussets, "CradlePair, CradlePair")]
#[case::goes_round_in_one(Build::goes_round_in_one, "Wrap, FoldedBase")]
#[case::goes_round_in_two(Build::goes_round_in_two, "CornerPair")]
#[case::is_cut_by_choice(Build::is_cut, "Joined")]
#[case::has_tabs_or_strips(Build::has_joins, "Wrap, CornerPair, Joined, FoldedBase")]
#[case::starts_anywhere(Build::is_wrapped, "Wrap")]
#[case::has_pleats(|own: Build| own.pleated().is_some(), "PleatedFlare")]
#[case::laps_its_folded_base(|own: Build| own.folded_lap().is_some(), "FoldedBase")]
#[case::has_corner_squares(|own: Build| own.squares().is_some(), "CradlePair, CradlePair")]
#[case::says_where_it_is_cut(|own: Build| own.chosen_cuts().is_some(), "Joined")]
#[case::can_be_cut_smaller(|own: Build| own.nature().can_be_cut, "Wrap, CornerPair, Joined")]
fn a_build_is_what_people_call_it(#[case] is: impl Fn(Build) -> bool, #[case] wanted: &str) {
    let found: Vec<String> =
        those(&builds(), is).into_iter().map(|own| format!("{:?}", BuildName::from(own))).collect();
    assert_eq!(found.join(", "), wanted);
}

#[test]
fn a_build_keeps_the_figures_it_is_made_with() {
    let builds = builds();
    assert_eq!(those(&builds, Build::has_ears), [Build::CradlePair { squares: Squares::SlitLevel }]);
    assert_eq!(builds.iter().find_map(|own| own.pleated()), Some((3, Length::INCH)));
    assert_eq!(builds.iter().find_map(|own| own.folded_lap()), Some(Length::INCH));
    assert_eq!(builds.iter().map(|own| own.cuts().at.count()).collect::<Vec<_>>(), [0, 0, 0, 4, 0, 0, 0]);
    // Whatever is customary is such a build, and only a round in pieces has nothing customary about it.
    for name in BuildName::ALL {
        assert!(name.customary().iter().all(|own| BuildName::from(*own) == *name));
        assert_eq!(name.customary().is_empty(), *name == BuildName::Joined);
    }
    let words: std::collections::HashSet<_> = builds.iter().map(|own| own.words().0).collect();
    assert_eq!(words.len(), builds.len(), "two builds of one name");
}

#[rstest]
#[case::is_there(
    HandleKind::is_any,
    "HoledRibbon, GluedRibbon, LongRibbon, Strap, Tube, Hangers, HandHole, GussetRibbon"
)]
#[case::stands_up(
    HandleKind::stands_up,
    "HoledRibbon, GluedRibbon, LongRibbon, Strap, Tube, Hangers, GussetRibbon"
)]
#[case::is_ribbon_or_cord(
    HandleKind::is_ribbon,
    "HoledRibbon, GluedRibbon, LongRibbon, Hangers, GussetRibbon"
)]
#[case::has_two_legs_on_a_face(HandleKind::is_spaced, "HoledRibbon, GluedRibbon, LongRibbon, Tube, Hangers")]
#[case::is_cut_from_a_sheet(HandleKind::is_cut_to_length, "Strap, Tube")]
#[case::is_glued_outside(HandleKind::is_glued_outside, "LongRibbon, Tube, Hangers")]
#[case::needs_a_punch(HandleKind::is_holed, "HoledRibbon, GussetRibbon")]
#[case::is_punched_in_faces(HandleKind::is_punched_in_faces, "HoledRibbon")]
#[case::is_knotted(HandleKind::is_knotted, "HoledRibbon, Hangers, GussetRibbon")]
#[case::is_on_the_sides(HandleKind::is_on_gussets, "GussetRibbon")]
#[case::lies_under_a_strip(HandleKind::is_glued_under_strip, "GluedRibbon")]
#[case::runs_up_the_face(HandleKind::runs_up_the_face, "LongRibbon")]
#[case::ends_under_the_hem(HandleKind::ends_under_hem, "Strap")]
#[case::hangs_over_the_lip(HandleKind::hangs_over_the_lip, "Hangers")]
#[case::is_cut_out(HandleKind::is_cut_out, "HandHole")]
#[case::is_one_for_both_faces(|own: HandleKind| own.per_bag() == 1, "Strap, HandHole, GussetRibbon")]
#[case::is_one_a_face(|own: HandleKind| own.per_bag() == 2, "HoledRibbon, GluedRibbon, LongRibbon, Tube, Hangers")]
fn a_handle_is_what_people_call_it(#[case] is: impl Fn(HandleKind) -> bool, #[case] wanted: &str) {
    let found: Vec<String> = those(HandleKind::ALL, is).iter().map(|own| format!("{own:?}")).collect();
    assert_eq!(found.join(", "), wanted);
}

#[rstest]
#[case::is_there(ClosureKind::is_any, "Clip, Bow, RibbonThrough, RibbonRound, Magnets, Tuck")]
#[case::pinches_the_top(|own: ClosureKind| own.pinches(false), "Clip, Bow, RibbonThrough, Magnets")]
#[case::pinches_it_under_a_flap(|own: ClosureKind| own.pinches(true), "Clip, Bow, RibbonThrough")]
#[case::needs_a_punch(ClosureKind::has_holes, "RibbonThrough")]
#[case::has_to_meet(ClosureKind::has_to_meet, "RibbonThrough, Magnets")]
#[case::is_magnetic(ClosureKind::is_magnetic, "Magnets")]
#[case::is_tucked(ClosureKind::is_tucked, "Tuck")]
fn a_closure_is_what_people_call_it(#[case] is: impl Fn(ClosureKind) -> bool, #[case] wanted: &str) {
    let found: Vec<String> = those(ClosureKind::ALL, is).iter().map(|own| format!("{own:?}")).collect();
    assert_eq!(found.join(", "), wanted);
}

#[rstest]
#[case::folds_the_sides_in(GussetCrease::is_any, 5)]
#[case::has_the_slanted_pair(GussetCrease::has_pair, 4)]
#[case::folds_flat(GussetCrease::folds_flat, 3)]
#[case::is_pressed_by_hand(GussetCrease::is_unscored, 1)]
#[case::folds_over_either_face(GussetCrease::folds_over_either_face, 1)]
fn creases_add_up(#[case] is: impl Fn(GussetCrease) -> bool, #[case] wanted: usize) {
    let across = [Across::Back, Across::BothFaces, Across::Unscored];
    let flat = across.map(|across| GussetCrease::FoldFlat { across });
    let all: Vec<_> =
        [GussetCrease::None, GussetCrease::Centre, GussetCrease::Pair].into_iter().chain(flat).collect();
    // Each kind has what the one before it has, and the three ways to fold flat come last.
    assert_eq!(those(&all, &is).len(), wanted);
    assert!(wanted == 1 || those(&all, &is) == all[all.len() - wanted..]);
    for (name, own) in CreaseName::ALL.iter().zip(&all) {
        assert_eq!(name.of(Across::Back), *own);
    }
    assert_eq!(flat.map(GussetCrease::across), across.map(Some));
}

#[test]
fn small_kinds_are_what_they_say() {
    assert_eq!(those(Extra::ALL, |own| !own.stays_on_the_bag()), [Extra::Template]);
    assert_eq!(those(Extra::ALL, Extra::is_insert), [Extra::Insert]);
    assert_eq!(those(Extra::ALL, Extra::is_round), [Extra::Medallion]);
    assert_eq!(those(BackingKind::ALL, BackingKind::is_strip), [BackingKind::Strip]);
    assert_eq!(those(BackingKind::ALL, BackingKind::is_eyelets), [BackingKind::Eyelets]);
    assert_eq!(those(BackingKind::ALL, BackingKind::is_bare), [BackingKind::None]);
    assert_eq!(those(RoundStart::ALL, RoundStart::is_face), [RoundStart::Face]);
    assert_eq!(those(RoundStart::ALL, RoundStart::is_half_gusset), [RoundStart::HalfGusset]);
    assert_eq!(Insert::ALL.iter().map(|own| own.layers()).sum::<usize>(), 3);
    assert_eq!(
        [Stops::Left, Stops::Right, Stops::Both].map(|own| [own.has(Stop::Left), own.has(Stop::Right)]),
        [[true, false], [false, true], [true, true]]
    );
    // Every small part has a name of its own.
    let names: std::collections::HashSet<_> = Extra::ALL.iter().map(|own| own.name()).collect();
    assert_eq!(names.len(), Extra::ALL.len());
    assert_eq!(Extras::of(Extra::ALL.iter().copied()).iter().count(), Extra::ALL.len());
    assert!(!Extras::default().has(Extra::Tag) && Extras::of([Extra::Tag]).has(Extra::Tag));
}

#[test]
fn a_top_is_a_hem_or_a_flap_or_nothing() {
    let (inch, none) = (Length::INCH, Length::ZERO);
    let all = TopName::ALL.iter().map(|name| name.of(FaceSide::Front, inch, none)).collect::<Vec<_>>();
    let answers = |own: &Top| (own.is_raw(), own.is_turned_in(), own.is_turned_out(), own.flap().is_some());
    assert_eq!(
        all.iter().map(answers).collect::<Vec<_>>(),
        [
            (true, false, false, false),
            (false, true, false, false),
            (false, false, true, false),
            (false, false, false, true)
        ]
    );
    assert_eq!(all.iter().map(|own| own.depth()).collect::<Vec<_>>(), [none, inch, inch, inch]);
    assert_eq!(all.iter().map(|own| own.hem()).collect::<Vec<_>>(), [none, inch, inch, none]);
    for (own, name) in all.iter().zip(TopName::ALL) {
        assert_eq!(TopName::from(own.with_depth(inch * 2)), *name);
        assert_eq!(own.with_depth(inch * 2).depth(), own.depth() * 2);
    }
    assert_eq!(all[3].flap().map(|own| (own.on, own.depth, own.corner)), Some((FaceSide::Front, inch, none)));
}

#[rstest]
#[case(BaseHabit::Full, 24, 24)]
// Half of 3 and half a lap of ½ on either side: 1¾.
#[case(BaseHabit::HalfAndLap { lap: Length::eighths(4) }, 24, 14)]
#[case(BaseHabit::Fixed { depth: GUIDE_FLAP }, 24, 10)]
#[case(BaseHabit::Custom { depth: Length::eighths(9) }, 24, 9)]
fn flaps_are_as_deep_as_the_habit_says(#[case] habit: BaseHabit, #[case] gusset: i64, #[case] depth: i64) {
    assert_eq!(habit.depth(Length::eighths(gusset)), Length::eighths(depth));
    assert_eq!(habit.lap().is_some(), BaseName::from(habit) == BaseName::HalfAndLap);
    let name = BaseName::from(habit);
    let figure = habit.lap().unwrap_or(habit.depth(Length::ZERO));
    assert_eq!(name.of(figure), habit);
}

#[test]
fn strips_hold_the_joins_they_are_said_to_hold() {
    let width = CUSTOMARY_STRIP;
    let at = Places::of([Place::CORNERS[0]]);
    let held = |joins: Joins| Place::CORNERS.map(|place| joins.strip_at(place));
    assert_eq!(held(Joins::Tabs), [false; 4]);
    assert_eq!(held(Joins::Strips { width }), [true; 4]);
    assert_eq!(held(Joins::Mixed { width, at }), [true, false, false, false]);
    let all = [Joins::Tabs, Joins::Strips { width }, Joins::Mixed { width, at }];
    assert_eq!(all.map(Joins::strip), [None, Some(width), Some(width)]);
    assert_eq!(
        all.map(|joins| joins.with_strip(Length::INCH * 2).strip()),
        [None, Some(Length::INCH * 2), Some(Length::INCH * 2)]
    );
    assert_eq!(all.map(|joins| JoinsName::from(joins).says()), ["tabs", "joining strips", "tabs and strips"]);
}
