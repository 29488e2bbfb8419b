use super::*;
use crate::brief::{BaseHabit, Direction, GussetCrease, Hem, RunStart};
use crate::net::{Crease, CreaseRole, Fold};
use rstest::rstest;

fn brief() -> Brief {
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
    brief.hem = Hem::In { depth: Length::INCH };
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
    #[values(RunStart::Gusset, RunStart::Face, RunStart::HalfGusset)] start: RunStart,
    #[values(Direction::Right, Direction::Left)] direction: Direction,
    #[values(Hem::None, Hem::In { depth: Length::INCH }, Hem::Out { depth: Length::INCH })] hem: Hem,
    #[values(GussetCrease::None, GussetCrease::Centre)] gusset_crease: GussetCrease,
) {
    let mut brief = Brief { hem, gusset_crease, ..brief() };
    brief.run = crate::brief::Run { start, direction };
    let proof = prove(&brief, &Net::new(&brief));
    assert_eq!(failed(&proof), [], "{:#?}", proof.items);
}

#[test]
fn base_layers_are_counted() {
    // Handbook (common practice): full flaps make four layers on a base as deep as it is wide.
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(4));
    brief.notch = Length::ZERO;
    assert_eq!(prove(&brief, &Net::new(&brief)).base_layers, (4, 4));
    brief.base = BaseHabit::HalfAndLap { lap: Length::eighths(4) };
    assert_eq!(prove(&brief, &Net::new(&brief)).base_layers, (2, 4));
}

/// Moves every point of the first strip's lines at `x` by `by`, as a hand that set the wrong groove would.
fn move_score(net: &mut Net, x: Length, by: Length) {
    let shift = |place: &mut Length| {
        if *place == x {
            *place += by;
        }
    };
    let strip = &mut net.strips[0];
    for crease in &mut strip.creases {
        shift(&mut crease.from.x);
        shift(&mut crease.to.x);
    }
    for cut in &mut strip.cuts {
        shift(&mut cut.from.x);
        shift(&mut cut.to.x);
    }
    strip.outline.iter_mut().for_each(|point| shift(&mut point.x));
    for column in &mut strip.columns {
        shift(&mut column.x.from);
        shift(&mut column.x.to);
    }
}

fn change_folds(net: &mut Net, pick: impl Fn(&Crease) -> bool) {
    for crease in net.strips[0].creases.iter_mut().filter(|crease| pick(crease)) {
        crease.fold = crease.fold.turned_over();
    }
}

#[rstest]
#[case::front_right(Length::inches(6), &[Check::Width { front: true }, Check::Gusset(Side::Right), Check::Seam])]
#[case::back_left(Length::inches(8), &[Check::Width { front: false }, Check::Gusset(Side::Right), Check::Seam])]
#[case::gusset_left(Length::inches(2), &[Check::Width { front: true }, Check::Gusset(Side::Left), Check::Seam])]
fn a_score_moved_a_sixteenth_fails(#[case] x: Length, #[case] expected: &[Check]) {
    let brief = brief();
    let mut net = Net::new(&brief);
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
    let proof = prove(&brief, &Net::new(&brief));
    assert_eq!(failed(&proof), [Check::TabCovered]);
    let tab = proof.items.iter().find(|item| item.check == Check::TabCovered).unwrap();
    assert_eq!(tab.measured, Length::eighths(4));
}

#[test]
fn short_flaps_leave_the_base_open() {
    let brief = Brief { base: BaseHabit::Custom { depth: Length::eighths(7) }, ..brief() };
    let proof = prove(&brief, &Net::new(&brief));
    assert_eq!(failed(&proof), [Check::BaseClosed]);
    assert_eq!(proof.base_layers.0, 0);
}

#[test]
fn long_flaps_stick_out() {
    let brief = Brief { base: BaseHabit::Custom { depth: Length::eighths(17) }, ..brief() };
    let proof = prove(&brief, &Net::new(&brief));
    assert_eq!(failed(&proof), [Check::NothingSticksOut]);
    let out = proof.items.iter().find(|item| item.check == Check::NothingSticksOut).unwrap();
    assert_eq!(out.measured, Length::eighths(1));
}

#[test]
fn a_hem_taller_than_the_body_fails() {
    let brief = Brief { hem: Hem::In { depth: Length::inches(7) }, ..brief() };
    assert!(failed(&prove(&brief, &Net::new(&brief))).contains(&Check::HemFlat));
}

#[test]
fn a_corner_folded_the_wrong_way_fails() {
    let brief = brief();
    let mut net = Net::new(&brief);
    change_folds(&mut net, |crease| crease.role == CreaseRole::Corner && crease.from.x == Length::inches(6));
    assert!(failed(&prove(&brief, &net)).contains(&Check::Seam));
}

#[test]
fn a_base_flap_folded_outwards_fails() {
    let brief = brief();
    let mut net = Net::new(&brief);
    change_folds(&mut net, |crease| {
        crease.role == CreaseRole::BaseLine && crease.from.x == Length::inches(2)
    });
    assert!(failed(&prove(&brief, &net)).contains(&Check::NothingSticksOut));
}

#[test]
fn a_hem_corner_scored_the_wrong_way_tears() {
    let brief = brief();
    let mut net = Net::new(&brief);
    change_folds(&mut net, |crease| crease.role == CreaseRole::Corner && crease.from.y == Length::inches(8));
    assert!(failed(&prove(&brief, &net)).contains(&Check::Whole));
    assert!(net.strips[0].creases.iter().any(|crease| crease.fold == Fold::Mountain));
}

#[test]
fn a_base_line_out_of_level_fails() {
    let brief = brief();
    let mut net = Net::new(&brief);
    let strip = &mut net.strips[0];
    // The back's base line alone is scored a sixteenth high.
    for crease in &mut strip.creases {
        if crease.role == CreaseRole::BaseLine && crease.from.x == Length::inches(8) {
            crease.from.y += Length::sixty_fourths(4);
            crease.to.y += Length::sixty_fourths(4);
        }
    }
    for cut in strip.cuts.iter_mut().filter(|cut| cut.to.x >= Length::inches(8)) {
        if cut.to.y == Length::inches(2) {
            cut.to.y += Length::sixty_fourths(4);
        }
    }
    assert!(!failed(&prove(&brief, &net)).is_empty());
}
