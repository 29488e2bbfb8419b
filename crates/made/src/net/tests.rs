use super::*;
use crate::brief::{
    AllRound, BaseHabit, Build, Cuts, Direction, GussetCrease, Place, Places, RoundStart, Squares, Top,
};
use rstest::rstest;

/// The handbook's one-piece bag (common practice): 3¾ × 6½ × 2, tab ½, flaps 2, out of 12 × 8½.
fn worked(start: RoundStart, direction: Direction) -> Blank {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.round = crate::brief::Round { start, direction };
    Net::of(&brief).blanks.remove(0)
}

fn scores(blank: &Blank) -> Vec<String> {
    let mut at: Vec<Length> =
        blank.creases.iter().filter(|crease| crease.is_vertical()).map(|crease| crease.from.x).collect();
    at.sort();
    at.dedup();
    at.iter().map(|x| x.figure(crate::Unit::Inch)).collect()
}

#[rstest]
#[case(RoundStart::Gusset, Direction::Right, &["2", "5¾", "7¾", "11½"])]
#[case(RoundStart::Gusset, Direction::Left, &["½", "4¼", "6¼", "10"])]
#[case(RoundStart::Face, Direction::Right, &["3¾", "5¾", "9½", "11½"])]
#[case(RoundStart::Face, Direction::Left, &["½", "2½", "6¼", "8¼"])]
#[case(RoundStart::HalfGusset, Direction::Right, &["1", "4¾", "6¾", "10½", "11½"])]
#[case(RoundStart::HalfGusset, Direction::Left, &["½", "1½", "5¼", "7¼", "11"])]
fn the_worked_bag_from_every_start(
    #[case] start: RoundStart,
    #[case] direction: Direction,
    #[case] expected: &[&str],
) {
    let blank = worked(start, direction);
    assert_eq!(scores(&blank), expected);
    assert_eq!((blank.width(), blank.height()), (Length::inches(12), Length::eighths(68)));
    let base = blank.creases.iter().find(|crease| crease.role == CreaseRole::BaseLine).unwrap();
    assert_eq!(base.from.y, Length::inches(2));
}

#[test]
fn gussets_are_named_as_seen_from_the_front() {
    for direction in [Direction::Right, Direction::Left] {
        let blank = worked(RoundStart::Gusset, direction);
        let front = blank.columns.iter().position(|column| column.panel == Panel::Front).unwrap();
        let gusset = |side| Panel::Gusset { side, part: GussetPart::Whole };
        assert_eq!(blank.columns[front - 1].panel, gusset(Side::Left));
        assert_eq!(blank.columns[front + 1].panel, gusset(Side::Right));
    }
}

#[test]
fn the_tabs_corner_and_the_tapers_fall_away() {
    let blank = worked(RoundStart::Gusset, Direction::Right);
    let eighths: Vec<(i64, i64)> = blank
        .outline
        .iter()
        .map(|point| {
            (point.x.units() / Length::eighths(1).units(), point.y.units() / Length::eighths(1).units())
        })
        .collect();
    // Customary taper ¼ on each side of a gusset flap; the ½ tab ends at the base line.
    let expected = [
        (0, 16),
        (2, 0),
        (14, 0),
        (16, 16),
        (16, 0),
        (46, 0),
        (46, 16),
        (48, 0),
        (60, 0),
        (62, 16),
        (62, 0),
        (92, 0),
        (92, 16),
        // The tab's ends slant at 45°.
        (96, 18),
        (96, 66),
        (92, 68),
        (0, 68),
    ];
    assert_eq!(eighths, expected);
}

#[test]
fn plain_slits_leave_a_plain_edge() {
    let brief =
        Brief { notch: Length::ZERO, ..Brief::new(Length::inches(4), Length::inches(7), Length::inches(2)) };
    let blank = Net::of(&brief).blanks.remove(0);
    assert!(blank.cuts.iter().all(|cut| cut.role != CutRole::Notch));
    assert_eq!(blank.cuts.iter().filter(|cut| cut.role == CutRole::Slit).count(), 3);
    // Slits have no width: the bottom edge is one line up to the tab.
    let bottom: Vec<Length> =
        blank.outline.iter().filter(|point| point.y == Length::ZERO).map(|point| point.x).collect();
    assert_eq!(bottom, [Length::ZERO, Length::inches(12)]);
}

#[rstest]
#[case(Top::HemIn { depth: Length::INCH }, Fold::Mountain, PaperFace::Inside)]
#[case(Top::HemOut { depth: Length::INCH }, Fold::Valley, PaperFace::Outside)]
fn a_hem_turns_over_and_its_corners_with_it(#[case] top: Top, #[case] turn: Fold, #[case] glued: PaperFace) {
    let brief = Brief { top, ..Brief::new(Length::inches(4), Length::inches(7), Length::inches(2)) };
    let blank = Net::of(&brief).blanks.remove(0);
    let line = blank.creases.iter().find(|crease| crease.role == CreaseRole::HemLine).unwrap();
    assert_eq!((line.fold, line.from.y), (turn, Length::inches(9)));
    let corners: Vec<Fold> = blank
        .creases
        .iter()
        .filter(|c| c.role == CreaseRole::Corner && c.from.x == Length::inches(2))
        .map(|c| c.fold)
        .collect();
    assert_eq!(corners, [Fold::Mountain, Fold::Valley]);
    assert!(blank.glue.iter().filter(|glue| glue.role == GlueRole::Hem).all(|glue| glue.face == glued));
}

#[test]
fn a_pinched_gusset_is_creased_down_to_its_apex_only() {
    let brief = Brief {
        gusset_crease: GussetCrease::Centre,
        base: BaseHabit::Fixed { depth: Length::eighths(10) },
        ..Brief::new(Length::inches(4), Length::inches(7), Length::inches(2))
    };
    let blank = Net::of(&brief).blanks.remove(0);
    let centres: Vec<&Crease> =
        blank.creases.iter().filter(|crease| crease.role == CreaseRole::GussetCentre).collect();
    assert_eq!(centres.len(), 2);
    // 1¼ flap and half of a 2 gusset.
    assert!(centres.iter().all(|crease| crease.from.y == Length::eighths(18) && crease.fold == Fold::Valley));
}

fn levels(blank: &Blank) -> Vec<String> {
    let mut at: Vec<Length> =
        blank.creases.iter().filter(|crease| !crease.is_vertical()).map(|crease| crease.from.y).collect();
    at.sort();
    at.dedup();
    at.iter().map(|y| y.figure(crate::Unit::Inch)).collect()
}

#[test]
fn the_worked_corner_pair() {
    // Handbook (common practice): 6 × 6 × 2¼, tab ½, flaps 2¼: two 8¾ × 8¼, scored at 6, 8¼; 2¼ from the bottom.
    let mut brief = Brief::new(Length::inches(6), Length::inches(6), Length::eighths(18));
    brief.build = Build::CornerPair;
    let net = Net::of(&brief);
    assert_eq!(net.blanks.len(), 2);
    for blank in &net.blanks {
        assert_eq!((blank.width(), blank.height()), (Length::eighths(70), Length::eighths(66)));
        assert_eq!(scores(blank), ["6", "8¼"]);
        assert_eq!(levels(blank), ["2¼"]);
    }
    assert_eq!(crate::pieces::divide(&net).iter().map(|piece| piece.count).collect::<Vec<_>>(), [2]);
}

#[test]
fn the_worked_corner_pair_with_a_hem_out() {
    // Handbook (common practice): 6 × 5½ × 5½, hem out 1: two 12 × 12, scored at 6, 11½; centre 8¾; 5½, 11.
    let mut brief = Brief::new(Length::inches(6), Length::eighths(44), Length::eighths(44));
    (brief.build, brief.top) = (Build::CornerPair, Top::HemOut { depth: Length::INCH });
    brief.gusset_crease = GussetCrease::Centre;
    let blank = Net::of(&brief).blanks.remove(0);
    assert_eq!((blank.width(), blank.height()), (Length::inches(12), Length::inches(12)));
    assert_eq!(scores(&blank), ["6", "8¾", "11½"]);
    assert_eq!(levels(&blank), ["5½", "11"]);
}

#[rstest]
#[case(Squares::SlitUp)]
#[case(Squares::SlitLevel)]
fn the_worked_cradle_pair(#[case] squares: Squares) {
    // Handbook (common practice): 6 × 7½ × 3, flaps 3, hem out 1½: two 12 × 12, scored at 3, 9; 3, 10½.
    let mut brief = Brief::new(Length::inches(6), Length::eighths(60), Length::inches(3));
    (brief.build, brief.top) = (Build::CradlePair { squares }, Top::HemOut { depth: Length::eighths(12) });
    let net = Net::of(&brief);
    for blank in &net.blanks {
        assert_eq!((blank.width(), blank.height()), (Length::inches(12), Length::inches(12)));
        assert_eq!(scores(blank), ["3", "9"]);
        assert_eq!(levels(blank), ["3", "10½"]);
    }
    let [front, back] = &net.blanks[..] else { panic!("two pieces") };
    // The two base corner squares, D × b, are cut out of one piece and stay on the other.
    let corner = Point::new(Length::ZERO, Length::ZERO);
    assert!(!front.outline.contains(&corner));
    let squares_cut =
        front.cuts.iter().filter(|cut| cut.role == CutRole::CornerSquare && cut.from.y == cut.to.y);
    assert!(squares_cut.map(|cut| cut.to.x - cut.from.x).eq([Length::inches(3); 2]));
    assert_eq!(back.outline.contains(&corner), squares == Squares::SlitLevel);
    assert_eq!(crate::pieces::divide(&net).len(), 2);
}

#[test]
fn a_body_joined_all_round_stands_in_two_tiers() {
    let mut brief = Brief::new(Length::inches(6), Length::inches(9), Length::inches(3));
    assert_eq!(Net::of(&brief).tiers(), 1);
    let cuts = Cuts {
        all_round: Some(AllRound::Above(Length::inches(4))),
        ..Cuts::from(Places::of(Place::CORNERS))
    };
    brief.build = Build::Joined { cuts };
    let net = Net::of(&brief);
    assert_eq!((net.tiers(), net.blanks.len(), net.laps.len()), (2, 8, 4));
    // Both tiers together are as tall as flap and body, and the lap besides.
    let (lower, upper) = (&net.blanks[net.laps[0].under], &net.blanks[net.laps[0].over]);
    assert_eq!(lower.height() + upper.height(), Length::inches(3 + 9) + brief.tab);
}

#[rstest]
#[case(Panel::Front, Zone::Base, "base flap of the front", "front")]
#[case(Panel::JoinHalf(Side::Left), Zone::Body, "joining strip, left half", "joining strip")]
#[case(Panel::Back, Zone::BackHem, "hem of the back", "back")]
#[case(Panel::Gusset { side: Side::Right, part: GussetPart::BackHalf }, Zone::Ear, "ear below the right gusset, back half", "gusset")]
#[case(Panel::Front, Zone::Flap, "closing flap", "front")]
fn parts_have_names(#[case] panel: Panel, #[case] zone: Zone, #[case] long: &str, #[case] short: &str) {
    assert_eq!((part_name(panel, zone).as_str(), panel.short_name()), (long, short));
}

#[rstest]
#[case(Direction::Right)]
#[case(Direction::Left)]
fn the_free_hem_corner_is_eased_and_tab_ends_slant(#[case] direction: Direction) {
    // 4 × 6 × 2 with a hem of 1: tapered by ¼, the hem corner at the free edge is eased by half of that.
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
    brief.top = Top::HemIn { depth: Length::INCH };
    brief.round.direction = direction;
    let net = Net::of(&brief);
    let blank = &net.blanks[0];
    let (hem, wide, eased) = (blank.row(Zone::Hem).unwrap().y, blank.width(), Length::eighths(1));
    let corners: Vec<(Point, Point)> = blank
        .cuts
        .iter()
        .filter(|cut| cut.role == CutRole::HemCorner)
        .map(|cut| (cut.from, cut.to))
        .collect();
    let (x, side) = match direction {
        Direction::Right => (eased, Length::ZERO),
        Direction::Left => (wide - eased, wide),
    };
    let (from, to) = (Point::new(x, hem.to), Point::new(side, hem.from));
    assert_eq!(corners, [(from, to)]);
    // The edge of the paper runs along it.
    let runs_along = |(a, b): (Point, Point)| (a, b) == (from, to) || (b, a) == (from, to);
    assert!(crate::exact::sides(&blank.outline).any(runs_along), "{:?}", blank.outline);
    // A tab as wide as the apex carries the creases of the gusset over it, and stays square; a narrower one slants.
    let tab_ends = |brief: &Brief| {
        let blank = Net::of(brief).blanks.remove(0);
        blank.cuts.iter().filter(|cut| cut.role == CutRole::TabEnd && cut.from.y != cut.to.y).count()
    };
    brief.top = Top::Raw;
    brief.gusset_crease = GussetCrease::Centre;
    assert!(tab_ends(&brief) > 0);
    brief.tab = brief.apex();
    assert_eq!(tab_ends(&brief), 0);
}

#[test]
fn a_lower_piece_is_marked_where_the_upper_one_ends_unless_a_fold_is_there() {
    let lap_lines = |all_round: AllRound, crease: GussetCrease| {
        let mut brief = Brief::new(Length::inches(6), Length::inches(9), Length::inches(4));
        let cuts = Cuts { all_round: Some(all_round), ..Cuts::from(Places::of(Place::CORNERS)) };
        (brief.build, brief.gusset_crease) = (Build::Joined { cuts }, crease);
        let net = Net::of(&brief);
        let lines: Vec<Crease> = net
            .blanks
            .iter()
            .flat_map(|blank| &blank.creases)
            .filter(|crease| crease.role == CreaseRole::LapLine)
            .copied()
            .collect();
        assert!(lines.iter().all(|line| line.fold == Fold::Flat && line.from.y == line.to.y));
        lines.len()
    };
    // Once on every face and gusset; at the base line the fold itself shows it.
    assert_eq!(lap_lines(AllRound::Above(Length::inches(3)), GussetCrease::None), 4);
    assert_eq!(lap_lines(AllRound::AtBaseLine, GussetCrease::None), 0);
    // So does the fold-flat line, which runs across back and gussets at half the gusset: only the front is marked.
    let flat = GussetCrease::FoldFlat { across: crate::brief::Across::Back };
    assert_eq!(lap_lines(AllRound::Above(Length::inches(2)), flat), 1);
}

#[test]
fn the_pleats_of_a_flare_fold_in_turn_and_mirror_each_other() {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(2));
    brief.build = Build::PleatedFlare { pleats: 3, pleat: Length::INCH };
    let net = Net::of(&brief);
    let blank = &net.blanks[0];
    let mut lines: Vec<(Length, Fold)> = blank
        .creases
        .iter()
        .filter(|crease| {
            crease.role == CreaseRole::PleatLine && crease.from.y < blank.row(Zone::Body).unwrap().y.to
        })
        .filter(|crease| blank.row(Zone::Body).unwrap().y.touches(crease.from.y))
        .map(|crease| (crease.from.x, crease.fold))
        .collect();
    lines.sort_by_key(|(x, _)| *x);
    lines.dedup();
    let wide = blank.width();
    let at: Vec<Length> = lines.iter().map(|(x, _)| *x).collect();
    let mirrored: Vec<Length> = at.iter().rev().map(|x| wide - *x).collect();
    assert_eq!(at, mirrored);
    assert_eq!(lines.len(), 6);
    let folds: Vec<Fold> = lines.iter().map(|(_, fold)| *fold).collect();
    assert!(folds[..3].windows(2).all(|pair| pair[0] != pair[1]), "{folds:?}");
    assert!(folds.iter().eq(folds.iter().rev()), "{folds:?}");
}

/// Front and back are glued where they meet between them: on the face of the outermost pleat that looks at the back once all
/// pleats are folded.
#[rstest]
fn the_outermost_pleat_is_glued_on_the_face_that_looks_at_the_back(#[values(1, 2, 3, 4, 5, 6)] pleats: u8) {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(2));
    brief.build = Build::PleatedFlare { pleats, pleat: Length::INCH };
    let net = Net::of(&brief);
    let folded = crate::folded::Folded::new(&net);
    let mut sides = 0;
    for glue in net.blanks[0].glue.iter().filter(|glue| glue.role == GlueRole::Pleat) {
        let lies = |panel: Panel| {
            let facet = folded
                .facets
                .iter()
                .find(|facet| facet.blank == 0 && facet.part == (panel, Zone::Body))
                .unwrap();
            facet.pose.matrix3.z_axis.z
        };
        // Outside up like the front, it turns its inside to the back.
        let face =
            if lies(glue.panel) * lies(Panel::Front) > 0.0 { PaperFace::Inside } else { PaperFace::Outside };
        assert_eq!(glue.face, face, "{:?}", glue.panel);
        sides += 1;
    }
    assert_eq!(sides, 2);
}

/// A flap's corners are rounded where it has any, on the face it hangs from alone, and no more than it has room for.
#[rstest]
#[case(0, &[])]
#[case(4, &["½", "½"])]
#[case(40, &["1½", "1½"])]
fn the_corners_of_a_closing_flap(#[case] corner: i64, #[case] radii: &[&str]) {
    let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
    brief.top = Top::Flap {
        on: crate::brief::FaceSide::Front,
        depth: Length::eighths(12),
        corner: Length::eighths(corner),
    };
    let blank = Net::of(&brief).blanks.remove(0);
    let found: Vec<String> =
        blank.round_corners.iter().map(|round| round.radius.figure(crate::Unit::Inch)).collect();
    assert_eq!(found, radii);
    let front = blank.columns.iter().find(|column| column.panel == Panel::Front).unwrap();
    assert!(blank.round_corners.iter().all(|round| [front.x.from, front.x.to].contains(&round.at.x)));
}

/// A folded base has lines on its faces too; its mid-gusset guide is the gusset's centre from the apex up, where it is pinched.
#[test]
fn the_lines_of_a_squashed_end() {
    let mut brief = Brief::new(Length::inches(6), Length::inches(8), Length::inches(2));
    brief.build = Build::FoldedBase { lap: Length::eighths(4) };
    brief.round.start = RoundStart::HalfGusset;
    let roles = |brief: &Brief, role| {
        let blank = Net::of(brief).blanks.remove(0);
        blank.creases.into_iter().filter(|crease| crease.role == role).collect::<Vec<_>>()
    };
    let across = roles(&brief, CreaseRole::TubeCrease);
    let on_faces = across.iter().filter(|crease| crease.panel.is_face());
    assert_eq!(on_faces.count(), 2, "the squash bends front and back at the apex");
    assert!(across.iter().all(|crease| crease.from.y == across[0].from.y));
    brief.gusset_crease = GussetCrease::Centre;
    let centres = roles(&brief, CreaseRole::GussetCentre);
    assert!(!centres.is_empty() && centres.iter().all(|crease| crease.fold == Fold::Valley), "{centres:?}");
}
