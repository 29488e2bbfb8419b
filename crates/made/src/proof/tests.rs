use super::*;
use crate::brief::{Across, BaseHabit, Build, Direction, GussetCrease, RoundStart, Squares, Top};
use crate::net::{Crease, CreaseRole, Fold};
use proptest::prelude::*;
use rstest::rstest;

fn brief() -> Brief {
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
    brief.top = Top::HemIn { depth: Length::INCH };
    brief
}

fn prove(brief: &Brief, net: &Net) -> Proof {
    Proof::new(brief, net, &Folded::new(net))
}

fn failed(proof: &Proof) -> Vec<Check> {
    proof.items.iter().filter(|item| !item.passed()).map(|item| item.check).collect()
}

#[rstest]
fn every_start_and_turn_folds_up(
    #[values(RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset)] start: RoundStart,
    #[values(Direction::Right, Direction::Left)] direction: Direction,
    #[values(Top::Raw, Top::HemIn { depth: Length::INCH }, Top::HemOut { depth: Length::INCH })] top: Top,
    #[values(GussetCrease::None, GussetCrease::Centre)] gusset_crease: GussetCrease,
) {
    let mut brief = Brief { top, gusset_crease, ..brief() };
    brief.round = crate::brief::Round { start, direction };
    let proof = prove(&brief, &Net::of(&brief));
    assert_eq!(failed(&proof), [], "{:#?}", proof.items);
}

#[test]
fn base_layers_are_counted() {
    // Handbook (common practice): full flaps make four layers on a base as deep as it is wide.
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(4));
    brief.notch = Length::ZERO;
    assert_eq!(prove(&brief, &Net::of(&brief)).base_layers, (4, 4));
    brief.base = BaseHabit::HalfAndLap { lap: Length::eighths(4) };
    assert_eq!(prove(&brief, &Net::of(&brief)).base_layers, (2, 4));
}

/// Moves every point of the first blank's lines at `x` by `by`, as a hand that set the wrong groove would.
fn move_score(net: &mut Net, x: Length, by: Length) {
    let shift = |place: &mut Length| {
        if *place == x {
            *place += by;
        }
    };
    let blank = &mut net.blanks[0];
    for crease in &mut blank.creases {
        shift(&mut crease.from.x);
        shift(&mut crease.to.x);
    }
    for cut in &mut blank.cuts {
        shift(&mut cut.from.x);
        shift(&mut cut.to.x);
    }
    blank.outline.iter_mut().for_each(|point| shift(&mut point.x));
    for column in &mut blank.columns {
        shift(&mut column.x.from);
        shift(&mut column.x.to);
    }
}

fn change_folds(net: &mut Net, pick: impl Fn(&Crease) -> bool) {
    for crease in net.blanks[0].creases.iter_mut().filter(|crease| pick(crease)) {
        crease.fold = crease.fold.turned_over();
    }
}

#[rstest]
#[case::front_right(Length::inches(6), &[Check::Width { front: true }, Check::Gusset(Side::Right), Check::Seam])]
#[case::back_left(Length::inches(8), &[Check::Width { front: false }, Check::Gusset(Side::Right), Check::Seam])]
#[case::gusset_left(Length::inches(2), &[Check::Width { front: true }, Check::Gusset(Side::Left), Check::Seam])]
fn a_score_moved_a_sixteenth_fails(#[case] x: Length, #[case] expected: &[Check]) {
    let brief = brief();
    let mut net = Net::of(&brief);
    move_score(&mut net, x, Length::sixty_fourths(4));
    let failed = failed(&prove(&brief, &net));
    for check in expected {
        assert!(failed.contains(check), "{check:?} should fail, failed: {failed:?}");
    }
    assert!(!failed.contains(&Check::Height) && !failed.contains(&Check::MouthLevel));
}

#[test]
fn a_tab_wider_than_its_panel_shows() {
    let brief = Brief { tab: Length::eighths(20), ..brief() };
    let proof = prove(&brief, &Net::of(&brief));
    assert!(failed(&proof).contains(&Check::TabCovered));
    let tab = proof.items.iter().find(|item| item.check == Check::TabCovered).unwrap();
    assert_eq!(tab.measured, Length::eighths(4));
}

#[test]
fn short_flaps_leave_the_base_open() {
    let brief = Brief { base: BaseHabit::Custom { depth: Length::eighths(7) }, ..brief() };
    let proof = prove(&brief, &Net::of(&brief));
    assert_eq!(failed(&proof), [Check::BaseClosed]);
    assert_eq!(proof.base_layers.0, 0);
}

#[test]
fn long_flaps_stick_out() {
    let brief = Brief { base: BaseHabit::Custom { depth: Length::eighths(17) }, ..brief() };
    let proof = prove(&brief, &Net::of(&brief));
    assert_eq!(failed(&proof), [Check::NothingSticksOut]);
    let out = proof.items.iter().find(|item| item.check == Check::NothingSticksOut).unwrap();
    assert_eq!(out.measured, Length::eighths(1));
}

#[test]
fn a_hem_taller_than_the_body_fails() {
    let brief = Brief { top: Top::HemIn { depth: Length::inches(7) }, ..brief() };
    assert!(failed(&prove(&brief, &Net::of(&brief))).contains(&Check::HemFlat));
}

#[test]
fn a_corner_folded_the_wrong_way_fails() {
    let brief = brief();
    let mut net = Net::of(&brief);
    change_folds(&mut net, |crease| crease.role == CreaseRole::Corner && crease.from.x == Length::inches(6));
    assert!(failed(&prove(&brief, &net)).contains(&Check::Seam));
}

#[test]
fn a_base_flap_folded_outwards_fails() {
    let brief = brief();
    let mut net = Net::of(&brief);
    change_folds(&mut net, |crease| {
        crease.role == CreaseRole::BaseLine && crease.from.x == Length::inches(2)
    });
    assert!(failed(&prove(&brief, &net)).contains(&Check::NothingSticksOut));
}

#[test]
fn a_hem_corner_scored_the_wrong_way_tears() {
    let brief = brief();
    let mut net = Net::of(&brief);
    change_folds(&mut net, |crease| crease.role == CreaseRole::Corner && crease.from.y == Length::inches(8));
    assert!(failed(&prove(&brief, &net)).contains(&Check::Whole));
    // Scored the right way it holds together.
    assert!(!failed(&prove(&brief, &Net::of(&brief))).contains(&Check::Whole));
}

#[test]
fn a_base_line_out_of_level_fails() {
    let brief = brief();
    let mut net = Net::of(&brief);
    let blank = &mut net.blanks[0];
    // The back's base line alone is scored a sixteenth high.
    for crease in &mut blank.creases {
        if crease.role == CreaseRole::BaseLine && crease.from.x == Length::inches(8) {
            crease.from.y += Length::sixty_fourths(4);
            crease.to.y += Length::sixty_fourths(4);
        }
    }
    for cut in blank.cuts.iter_mut().filter(|cut| cut.to.x >= Length::inches(8)) {
        if cut.to.y == Length::inches(2) {
            cut.to.y += Length::sixty_fourths(4);
        }
    }
    let found = failed(&prove(&brief, &net));
    assert!(found.contains(&Check::FlapsLevel), "{found:?}");
}

const PAIRS: [Build; 3] = [
    Build::CornerPair,
    Build::CradlePair { squares: Squares::SlitUp },
    Build::CradlePair { squares: Squares::SlitLevel },
];

#[rstest]
fn every_pair_folds_up(
    #[values(PAIRS[0], PAIRS[1], PAIRS[2])] build: Build,
    #[values(Direction::Right, Direction::Left)] direction: Direction,
    #[values(Top::Raw, Top::HemIn { depth: Length::INCH }, Top::HemOut { depth: Length::INCH })] top: Top,
    #[values(GussetCrease::None, GussetCrease::Centre)] gusset_crease: GussetCrease,
) {
    let mut brief = Brief { build, top, gusset_crease, ..brief() };
    brief.round.direction = direction;
    let net = Net::of(&brief);
    let proof = prove(&brief, &net);
    assert_eq!(failed(&proof), [], "{:#?}", proof.items);
    assert_eq!(net.seams.len(), 2);
    let ears = proof.items.iter().any(|item| item.check == Check::EarsFlat);
    assert_eq!(ears, build == PAIRS[2]);
}

#[rstest]
fn a_score_moved_on_one_piece_of_a_pair_fails(#[values(PAIRS[0], PAIRS[1], PAIRS[2])] build: Build) {
    let brief = Brief { build, ..brief() };
    let mut net = Net::of(&brief);
    // The line between face and gusset of the first piece, a sixteenth off.
    let line = net.blanks[0].columns[0].x.to;
    move_score(&mut net, line, Length::sixty_fourths(4));
    let failed = failed(&prove(&brief, &net));
    assert!(failed.contains(&Check::Width { front: true }), "{failed:?}");
    assert!(failed.contains(&Check::Seam), "{failed:?}");
}

#[test]
fn ears_folded_the_wrong_way_fail() {
    let brief = Brief { build: PAIRS[2], ..brief() };
    let mut net = Net::of(&brief);
    for crease in net.blanks[1]
        .creases
        .iter_mut()
        .filter(|crease| crease.is_vertical() && crease.from.y == Length::ZERO)
    {
        crease.fold = crease.fold.turned_over();
    }
    assert!(failed(&prove(&brief, &net)).contains(&Check::EarsFlat));
}

#[test]
fn a_cradles_sides_are_double_and_its_base_counts_its_squares() {
    let mut brief = Brief { build: PAIRS[1], notch: Length::ZERO, ..brief() };
    brief.finished.gusset = Length::inches(2);
    // PaperFace flaps everywhere; the squares, 2 deep, lie over all but nothing of a base 4 wide.
    assert_eq!(prove(&brief, &Net::of(&brief)).base_layers, (3, 3));
    brief.build = PAIRS[2];
    assert_eq!(prove(&brief, &Net::of(&brief)).base_layers, (2, 2));
}

fn fold_flat() -> Brief {
    let gusset_crease = GussetCrease::FoldFlat { across: Across::Back };
    Brief { gusset_crease, ..Brief::new(Length::inches(5), Length::inches(7), Length::inches(2)) }
}

/// Moves every crease of a role by a sixteenth of an inch.
fn moved(brief: &Brief, role: CreaseRole) -> Net {
    let by = Length::sixty_fourths(4);
    let mut net = Net::of(brief);
    for crease in
        net.blanks.iter_mut().flat_map(|blank| &mut blank.creases).filter(|crease| crease.role == role)
    {
        if crease.is_vertical() {
            (crease.from.x, crease.to.x) = (crease.from.x + by, crease.to.x + by);
        } else {
            (crease.from.y, crease.to.y) = (crease.from.y + by, crease.to.y + by);
        }
    }
    net
}

#[rstest]
#[case(CreaseRole::FoldFlatLine)]
#[case(CreaseRole::GussetCentre)]
#[case(CreaseRole::GussetDiagonal)]
fn a_fold_flat_line_a_sixteenth_off_does_not_fold_flat(#[case] role: CreaseRole) {
    let brief = fold_flat();
    assert!(prove(&brief, &Net::of(&brief)).passed());
    let failed = failed(&prove(&brief, &moved(&brief, role)));
    assert!(failed.iter().any(|check| check.is_about_flat()), "{failed:?}");
}

#[rstest]
#[case(CreaseRole::FoldFlatLine)]
#[case(CreaseRole::GussetCentre)]
#[case(CreaseRole::GussetDiagonal)]
fn a_fold_flat_crease_the_wrong_way_is_found(#[case] role: CreaseRole) {
    let brief = fold_flat();
    let mut net = Net::of(&brief);
    let creases = net.blanks.iter_mut().flat_map(|blank| &mut blank.creases);
    for crease in creases.filter(|crease| crease.role == role) {
        crease.fold = crease.fold.turned_over();
    }
    // Both diagonals turned over still fold flat about their apex, but then layers cross.
    let failed = failed(&prove(&brief, &net));
    let is_order = |check: &Check| matches!(check, Check::Maekawa { .. } | Check::LayerOrder { .. });
    assert!(failed.iter().any(is_order), "{failed:?}");
    assert!(!failed.contains(&Check::FlatCloses), "turned over, a crease lies on the same line");
}

#[test]
fn without_its_pair_a_bag_does_not_fold_flat() {
    let brief = fold_flat();
    let mut net = Net::of(&brief);
    for blank in &mut net.blanks {
        blank.creases.retain(|crease| crease.role != CreaseRole::GussetDiagonal);
    }
    let failed = failed(&prove(&brief, &net));
    assert!(
        failed.iter().any(|check| matches!(check, Check::Kawasaki { failing, .. } if *failing > 0)),
        "{failed:?}"
    );
    assert!(failed.contains(&Check::FlatCloses));
}

#[test]
fn gussets_deeper_than_the_face_collide_by_the_difference() {
    let mut brief = fold_flat();
    brief.finished.gusset = brief.finished.width + Length::eighths(3);
    brief.base = crate::brief::BaseHabit::HalfAndLap { lap: Length::eighths(4) };
    let proof = prove(&brief, &Net::of(&brief));
    let item = proof.items.iter().find(|item| item.check == Check::GussetsClear).unwrap();
    assert_eq!(item.measured, Length::eighths(3));
}

#[test]
fn a_base_deeper_than_the_body_sticks_out_of_the_mouth() {
    let mut brief = fold_flat();
    brief.finished.height = brief.finished.gusset - Length::eighths(1);
    let proof = prove(&brief, &Net::of(&brief));
    let item = proof.items.iter().find(|item| item.check == Check::BaseInMouth).unwrap();
    assert_eq!(item.measured, Length::eighths(1));
}

/// The order found, read as a crafter would: the front in front, the base behind everything, its front flap last.
#[rstest]
fn layers_lie_as_the_trade_says(
    #[values(Build::Wrap, Build::CornerPair, Build::FoldedBase { lap: Length::eighths(4) })] build: Build,
) {
    let brief = Brief { build, ..fold_flat() };
    let net = Net::of(&brief);
    let folded = Folded::new(&net);
    let order = Proof::new(&brief, &net, &folded).flat.unwrap().order;
    assert_eq!(order.len(), folded.facets.len());
    let part = |place: usize| folded.facets[order[place]].part;
    assert_eq!(part(0), (Panel::Front, Zone::Body));
    assert_eq!(part(order.len() - 1).1, Zone::Base);
    let place =
        |wanted: (Panel, Zone)| order.iter().position(|facet| folded.facets[*facet].part == wanted).unwrap();
    let last_of_body = order.iter().rposition(|facet| folded.facets[*facet].part.1 == Zone::Body).unwrap();
    assert!(place((Panel::Front, Zone::Base)) > last_of_body);
}

/// A box with nothing but corners cannot be pressed flat: its base corners are three right angles of one cone.
#[test]
fn a_plain_box_does_not_fold_flat() {
    let brief = fold_flat();
    let plain = Net::of(&Brief { gusset_crease: GussetCrease::None, ..brief.clone() });
    let failed = failed(&prove(&brief, &plain));
    assert!(failed.contains(&Check::FlatBase), "{failed:?}");
}

#[test]
fn a_flap_shorter_than_the_gusset_does_not_reach() {
    let (depth, corner) = (Length::eighths(13), Length::ZERO);
    let top = crate::brief::Top::Flap { on: crate::brief::FaceSide::Back, depth, corner };
    let square = Brief { top, gusset_crease: GussetCrease::None, ..fold_flat() };
    let proof = prove(&square, &Net::of(&square));
    let item = proof.items.iter().find(|item| item.check == Check::FlapReaches).unwrap();
    assert_eq!(item.measured, Length::eighths(3));
    let pinched = Brief { gusset_crease: GussetCrease::Pair, ..square };
    assert!(prove(&pinched, &Net::of(&pinched)).passed());
}

#[test]
fn a_folded_base_with_its_flaps_under_the_ends_fails() {
    let brief = Brief { build: Build::FoldedBase { lap: Length::eighths(4) }, ..brief() };
    let mut net = Net::of(&brief);
    for crease in net.blanks[0].creases.iter_mut().filter(|crease| crease.role == CreaseRole::TuckLine) {
        crease.fold = Fold::Mountain;
    }
    assert!(failed(&prove(&brief, &net)).contains(&Check::EndsUnder));
}

#[test]
fn a_joining_strip_folded_the_wrong_way_tears_the_bag() {
    let joins = crate::brief::Joins::Strips { width: Length::INCH };
    let brief = Brief { joins, ..brief() };
    let mut net = Net::of(&brief);
    assert!(prove(&brief, &net).passed());
    for crease in &mut net.blanks[1].creases {
        crease.fold = crease.fold.turned_over();
    }
    assert!(failed(&prove(&brief, &net)).contains(&Check::TabCovered));
}

#[test]
fn the_base_is_told_by_its_layers() {
    // 4 × 2 with full flaps of 2: front and back cover all of it, the gusset flaps meet in the middle.
    let brief =
        Brief { notch: Length::ZERO, ..Brief::new(Length::inches(4), Length::inches(6), Length::inches(2)) };
    let proof = prove(&brief, &Net::of(&brief));
    assert_eq!(proof.layered, [Layered { layers: 3, share: 1000 }]);
    // With flaps of 1½ the face flaps lap by 1, half of the base, and the gusset flaps leave 1 in the middle bare.
    let brief = Brief { base: BaseHabit::Custom { depth: Length::eighths(12) }, ..brief };
    let layered = prove(&brief, &Net::of(&brief)).layered;
    let shares: Vec<(usize, u32)> = layered.iter().map(|part| (part.layers, part.share)).collect();
    assert_eq!(shares, [(1, 125), (2, 500), (3, 375)]);
}

/// Common practice: the front closes last, and the seam goes to a back corner, so that no raw edge shows in front.
#[rstest]
#[case(RoundStart::Gusset, 0)]
#[case(RoundStart::HalfGusset, 0)]
#[case(RoundStart::Face, 1)]
fn raw_edges_in_front(#[case] start: RoundStart, #[case] edges: usize) {
    let mut brief = brief();
    brief.round.start = start;
    assert_eq!(prove(&brief, &Net::of(&brief)).front_edges.len(), edges);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// A bag in sixty-fourths, whose halves are no whole nanometres, is out by what a hand could set, or not at all; up to the
    /// largest there may be.
    #[test]
    fn no_bag_fails_by_rounding(
        (width, height, gusset) in (16_i64..3840, 16_i64..3840, 16_i64..700), build in 0_usize..5, crease in 0_usize..4,
        start in 0_usize..3, half: bool,
    ) {
        let lap = Length::eighths(4);
        let mut brief = Brief::new(Length::sixty_fourths(width), Length::sixty_fourths(height), Length::sixty_fourths(gusset));
        let flare = Build::PleatedFlare { pleats: 3, pleat: Length::sixty_fourths(71) };
        let squares = Squares::SlitUp;
        brief.build = [Build::Wrap, Build::CornerPair, Build::CradlePair { squares }, Build::FoldedBase { lap }, flare][build];
        let across = Across::Back;
        brief.gusset_crease = [GussetCrease::Centre, GussetCrease::FoldFlat { across }, GussetCrease::FoldFlat { across: Across::BothFaces }, GussetCrease::None][crease];
        brief.round.start = [RoundStart::Gusset, RoundStart::HalfGusset, RoundStart::Face][start];
        if half {
            brief.base = BaseHabit::HalfAndLap { lap };
        }
        for item in prove(&brief, &Net::of(&brief)).items.iter().filter(|item| !item.passed()) {
            let counts = matches!(item.check, Check::Kawasaki { .. } | Check::Maekawa { .. } | Check::LayerOrder { .. });
            // Half of the finest step is a hundred and twenty-eighth of an inch.
            prop_assert!(counts || length_apart(item.measured, item.wanted) > 0.19, "{item:?}");
            prop_assert!(!item.says(Unit::Inch).contains("≈0"), "{}", item.says(Unit::Inch));
        }
    }
}

#[test]
fn a_result_is_told_with_its_figures() {
    let item = |check, wanted: &str, measured: &str| {
        let [wanted, measured] = [wanted, measured].map(|text| text.parse::<Length>().unwrap());
        Item { check, wanted, measured }.says(Unit::Inch)
    };
    assert_eq!(item(Check::Height, "6 1/2", "6 1/2"), "Measured 6½, as asked");
    assert_eq!(item(Check::Height, "6 1/2", "6 1/4"), "Measured 6¼, asked 6½");
    assert_eq!(item(Check::Seam, "0", "0"), "Checked on the folded bag");
    assert_eq!(item(Check::Seam, "0", "1/8"), "Out by ⅛");
    // Less than a ruler shows is still said as a figure.
    assert_eq!(item(Check::Seam, "0", "0.1 mm"), "Out by 0.1 mm");
    let lost = Item { check: Check::Seam, wanted: Length::ZERO, measured: Length::MAX };
    assert!(lost.says(Unit::Inch).contains("parts are missing") && !lost.passed());
    let vertices = |failing| Item {
        check: Check::Kawasaki { vertices: 8, failing },
        wanted: Length::ZERO,
        measured: Length::ZERO,
    };
    assert!(vertices(0).passed() && vertices(0).says(Unit::Inch).starts_with("At all 8"));
    assert!(!vertices(2).passed() && vertices(2).says(Unit::Inch).contains("2 of 8"));
    let order =
        |found| Item { check: Check::LayerOrder { found }, wanted: Length::ZERO, measured: Length::ZERO };
    assert!(order(true).passed() && !order(false).passed());
    assert_ne!(order(true).says(Unit::Inch), order(false).says(Unit::Inch));
}
