//! What is claimed of a guide: the moves score the bag's own lines, sizes it is said to make can be made, and none is taller.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::{Build, FaceSide, Joins, ScoreFace, Top};
use wide_fold_core::feeds::Set;
use wide_fold_core::guided::guided;
use wide_fold_core::net::{Fold, PaperFace};
use wide_fold_core::steps::Job;
use wide_fold_core::verdict::Level;
use wide_fold_core::{Brief, Guide, GuideWay, Length, Plan, Sheet, Unit};

fn small() -> Guide {
    Guide {
        name: "Small guide".to_owned(),
        gusset: Length::inches(2),
        flap: Length::eighths(10),
        widths: vec![Length::eighths(28), Length::inches(5)],
        reach: Length::inches(6),
        taper: Length::ZERO,
        way: Default::default(),
    }
}

fn bag() -> Brief {
    Brief::new(Length::eighths(28), Length::inches(7), Length::inches(2))
}

/// Common practice: flaps of 1¼ whatever the gusset; front, gusset, back, gusset, tab; lines carried on past the guide's end.
#[rstest]
#[case(ScoreFace::OutsideOfFold, PaperFace::Outside)]
#[case(ScoreFace::InsideThroughout, PaperFace::Inside)]
fn the_moves_of_a_bag_of_one_piece(#[case] school: ScoreFace, #[case] up: PaperFace) {
    let brief = Brief { score_face: school, ..bag() };
    let plan = Plan::new(&small().fitted(&brief, Build::Wrap, Length::eighths(28))).unwrap();
    assert!(plan.is_ready());
    let feed = &plan.feeds[0];
    assert_eq!(feed.face_up, up);
    let at: Vec<String> = feed.moves.iter().map(|made| made.across.to.figure(Unit::Inch)).collect();
    assert_eq!(at, ["3½", "5½", "9", "11", "11½"]);
    let set: Vec<Set> = feed.moves.iter().map(|made| made.set).collect();
    let mark = Set::AtWidth(Length::eighths(28));
    assert_eq!(set, [mark, Set::AtGusset, mark, Set::AtGusset, Set::Left(Length::eighths(4))]);
    // 8¼ high on lines of 6.
    assert_eq!(feed.carry_on, Some(Length::inches(6)));
    // Nothing is left for the board.
    assert!(plan.passes.is_empty());
    let says = plan.steps.iter().find(|step| step.job == Job::Guide).unwrap().says.join(" ");
    for words in [
        "1. Front: the free edge at the mark 3½; score, notch, score the base line.",
        "4. Gusset: the last score at the gusset’s mark, 2; score, notch, score the base line.",
        "5. Tab: what is left, ½; nothing is scored.",
        "The foot of the pattern goes in first.",
        "end 6 from the bottom edge: carry each on",
    ] {
        assert!(says.contains(words), "{words}: {says}");
    }
}

#[test]
fn a_pair_stretches_it_past_its_marks() {
    let made = guided(&bag(), &small());
    let widest = made.makes.last().unwrap();
    // 12 − 2 − ½ of each of two sheets.
    assert_eq!(
        (widest.width, widest.pair, widest.marked, widest.sheets),
        (Length::eighths(76), true, false, 2)
    );
    let plan = Plan::new(&widest.brief).unwrap();
    let feed = &plan.feeds[0];
    assert_eq!(feed.moves[0].set, Set::Ticked(Length::eighths(76)));
    // The base line is scored as far as the widest mark, and carried on from there.
    assert_eq!(
        feed.moves.iter().map(|made| made.base_on).collect::<Vec<_>>(),
        [Some(Length::inches(5)), None, None]
    );
    let says = plan.steps.iter().find(|step| step.job == Job::Guide).unwrap().says.join(" ");
    for words in [
        "Do each setting with both pieces before the next.",
        "on every sheet: one fed top first is lost",
        "Tick 9½ from the free edge",
        "a base line 5 long: under the front carry it on",
    ] {
        assert!(says.contains(words), "{words}: {says}");
    }
}

/// Without a tab, half an inch more goes into the face; a closing flap takes its height from one of the two sheets.
#[test]
fn strips_and_a_closing_flap_are_counted() {
    let strips = Brief { joins: Joins::Strips { width: Length::INCH }, ..bag() };
    assert_eq!(guided(&strips, &small()).makes.last().unwrap().width, Length::inches(10));
    let top = Top::Flap { on: FaceSide::Back, depth: Length::inches(3), corner: Length::ZERO };
    // 12 − 1¼ − 3.
    assert_eq!(guided(&Brief { top, ..bag() }, &small()).makes.last().unwrap().tallest, Length::eighths(62));
}

#[test]
fn flaps_that_do_not_meet_make_nothing() {
    let made = guided(&bag(), &Guide { gusset: Length::eighths(20), ..small() });
    assert_eq!((made.makes.len(), made.not.len()), (0, 2));
    assert!(made.says.contains("no base of it closes"), "{}", made.says);
}

#[test]
fn a_bag_it_does_not_fold_says_why_and_can_be_changed() {
    let brief =
        Brief { guide: Some(small()), ..Brief::new(Length::inches(4), Length::inches(7), Length::inches(3)) };
    let plan = Plan::new(&brief).unwrap();
    assert!(plan.feeds.is_empty() && !plan.passes.is_empty());
    let verdict = plan.verdicts.iter().find(|verdict| verdict.code == "guide.misfit").unwrap();
    for words in
        ["its gusset is 2 and this one 3", "1¼ deep and these 3", "marks for 3½ and 5 and the face is 4 wide"]
    {
        assert!(verdict.why.contains(words), "{words}: {}", verdict.why);
    }
    let offers: Vec<&str> = verdict.remedies.iter().map(|remedy| remedy.title.as_str()).collect();
    assert_eq!(
        offers,
        ["3½ × 7 × 2, flaps 1¼, in one piece", "4 × 7 × 2, flaps 1¼, as a corner pair", "Without the guide"]
    );
    assert_eq!(Plan::new(&verdict.remedies[0].brief).unwrap().feeds.len(), 1);
}

prop_compose! {
    fn any_guide()(
        gusset in 4_i64..40, flap in 4_i64..40, widths in prop::collection::vec(4_i64..80, 1..5), reach in 1_i64..60, taper in 0_i64..3, way in 0_u8..4,
    ) -> Guide {
        Guide {
            name: "Any guide".to_owned(),
            gusset: Length::eighths(gusset),
            flap: Length::eighths(flap),
            widths: widths.into_iter().map(Length::eighths).collect(),
            reach: Length::eighths(flap + reach),
            taper: Length::sixty_fourths((taper * 4).min(gusset)),
            way: GuideWay { base_on_board: way & 1 == 1, left_handed: way & 2 == 2 },
        }
        .in_order()
    }
}

/// Every scored line of a piece lies either on a move's far side, on the base line under a move, or in a pass: never in two, and
/// nothing is scored that is no line of the net.
fn scores_the_net(plan: &Plan) {
    for feed in &plan.feeds {
        let piece = &plan.pieces[feed.piece];
        // Seen with the face up that is scored, from the side on which the feed begins.
        let as_drawn = (feed.face_up == PaperFace::Outside) != feed.from_right;
        let from_free = |x: Length| if as_drawn { x } else { piece.width - x };
        let base = plan.brief.flap();
        let on_board: Vec<usize> = plan
            .passes
            .iter()
            .filter(|pass| pass.piece == feed.piece)
            .flat_map(|pass| {
                let lines = pass.lines.iter().flat_map(|line| line.creases.clone());
                lines.chain(pass.slants.iter().map(|slant| slant.crease)).collect::<Vec<_>>()
            })
            .collect();
        let mut scored = vec![false; feed.moves.len()];
        for (index, crease) in piece.blank.creases.iter().enumerate() {
            let (a, b) = (from_free(crease.from.x), from_free(crease.to.x));
            let far =
                feed.moves.iter().position(|made| made.scores && crease.is_vertical() && made.across.to == a);
            let below = crease.is_level() && crease.from.y == base;
            let under = below
                && feed
                    .moves
                    .iter()
                    .any(|made| made.base && made.across.from <= a.min(b) && a.max(b) <= made.across.to);
            if let Some(far) = far {
                scored[far] = true;
            }
            let in_guide = far.is_some() || under;
            assert_eq!(in_guide, !on_board.contains(&index) && !crease.role.is_made_by_hand(), "{crease:?}");
            // Only what folds away from the face that is up in its school is scored in one go.
            assert!(!in_guide || crease.fold != Fold::Valley || crease.from.y > base, "{crease:?}");
        }
        for (made, scored) in feed.moves.iter().zip(scored) {
            assert_eq!(made.scores, scored, "{made:?}");
        }
        // They follow one another without a gap, from edge to edge.
        assert_eq!(feed.moves[0].across.from, Length::ZERO);
        assert!(feed.moves.windows(2).all(|pair| pair[0].across.to == pair[1].across.from));
        assert_eq!(feed.moves.last().unwrap().across.to, piece.width);
        let tall = piece
            .blank
            .creases
            .iter()
            .filter(|crease| crease.is_vertical() && !on_board.contains(&0))
            .map(|crease| crease.to.y);
        let reach = plan.brief.guide.as_ref().unwrap().reach;
        assert!(feed.carry_on.is_some() || tall.max().is_none_or(|top| top <= reach.max(piece.height)));
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, max_global_rejects: 100_000, ..ProptestConfig::default() })]

    /// Whatever it is said to make is made: it goes through the guide, fits so many sheets, and can be no taller.
    #[test]
    fn what_it_is_said_to_make_can_be_made(
        brief in any_brief(), guide in any_guide(),
    ) {
        let brief = Brief { guide: None, ..brief };
        prop_assume!(Plan::new(&brief).is_ok());
        let told = guided(&brief, &guide);
        let blocked: Vec<&str> = Plan::new(&brief).unwrap().verdicts.iter().filter(|verdict| verdict.level == Level::Blocks).map(|verdict| verdict.code).collect();
        for makes in &told.makes {
            let plan = Plan::new(&makes.brief).unwrap();
            prop_assert!(!plan.feeds.is_empty() && plan.layout.fits());
            prop_assert_eq!(plan.layout.sheet_count(), makes.sheets);
            prop_assert_eq!(makes.marked, guide.widths.contains(&makes.width));
            prop_assert!(plan.verdicts.iter().all(|verdict| verdict.level != Level::Blocks || blocked.contains(&verdict.code)));
            scores_the_net(&plan);
            // As tall as that it is made from so many sheets; taller by a groove it is not, whichever way the sheet may lie.
            let at = |height: Length, turned: bool| {
                let mut taller = makes.brief.clone();
                taller.finished.height = height;
                taller.sheet.turned ^= turned;
                Plan::new(&taller).is_ok_and(|plan| {
                    let new = |verdict: &&wide_fold_core::verdict::Verdict| {
                        verdict.level == Level::Blocks && !blocked.contains(&verdict.code)
                    };
                    plan.layout.fits() && plan.layout.sheet_count() <= makes.sheets && !plan.verdicts.iter().any(|verdict| new(&verdict))
                })
            };
            prop_assert!(at(makes.tallest, false));
            let ways = if brief.sheet.directional { 1 } else { 2 };
            prop_assert!((0..ways).all(|turned| !at(makes.tallest + brief.board.groove, turned == 1)));
        }
        // The widest pair can be no wider.
        if let Some(widest) = told.makes.iter().rfind(|makes| !makes.marked) {
            let mut wider = widest.brief.clone();
            wider.finished.width += brief.board.groove;
            let turned = Brief { sheet: Sheet { turned: !wider.sheet.turned, ..wider.sheet.clone() }, ..wider.clone() };
            prop_assert!(!Plan::new(&wider).is_ok_and(|plan| plan.layout.fits()));
            prop_assert!(brief.sheet.directional || !Plan::new(&turned).is_ok_and(|plan| plan.layout.fits()));
        }
    }

    /// Any bag whose guide folds it: the moves and what is left for the board score the net.
    #[test]
    fn moves_and_passes_score_every_line_once(brief in any_brief()) {
        prop_assume!(brief.guide.is_some());
        let plan = Plan::new(&brief);
        prop_assume!(plan.is_ok());
        let plan = plan.unwrap();
        let fits = brief.guide.as_ref().unwrap().misfits(&brief).is_empty();
        prop_assert_eq!(fits, plan.verdicts.iter().all(|verdict| verdict.code != "guide.misfit"));
        prop_assert_eq!(fits, !plan.feeds.is_empty());
        scores_the_net(&plan);
    }
}

/// Common practice: the base line is scored in one go on the board first, and the guide only notches panel by panel; a left-handed
/// crafter feeds the piece the other way.
#[test]
fn the_base_line_first_and_a_left_handed_feed() {
    let guide = Guide { way: GuideWay { base_on_board: true, left_handed: false }, ..small() };
    let plan = Plan::new(&guide.fitted(&bag(), Build::Wrap, Length::eighths(28))).unwrap();
    assert!(plan.is_ready());
    let jobs: Vec<Job> = plan.steps.iter().map(|step| step.job).collect();
    let place = |job: Job| jobs.iter().position(|own| *own == job).unwrap();
    assert!(place(Job::Score) < place(Job::Guide), "{jobs:?}");
    // One pass, the base line from edge to edge.
    assert_eq!(plan.passes.len(), 1);
    assert_eq!(
        plan.passes[0].lines.iter().map(|line| line.at.figure(Unit::Inch)).collect::<Vec<_>>(),
        ["1¼"]
    );
    let says = plan.steps[place(Job::Guide)].says.join(" ");
    for words in [
        "The base line is scored already",
        "1. Front: the free edge at the mark 3½; score, notch.",
        "free edge of the front on the left",
    ] {
        assert!(says.contains(words), "{words}: {says}");
    }
    let left = Guide { way: GuideWay { base_on_board: false, left_handed: true }, ..small() };
    let plan = Plan::new(&left.fitted(&bag(), Build::Wrap, Length::eighths(28))).unwrap();
    assert!(plan.is_ready());
    let feed = &plan.feeds[0];
    assert!(feed.from_right && feed.face_up == PaperFace::Outside);
    let at: Vec<String> = feed.moves.iter().map(|made| made.across.to.figure(Unit::Inch)).collect();
    assert_eq!(at, ["3½", "5½", "9", "11", "11½"]);
    // Its tab lies on the left of the piece then.
    let tab = plan.pieces[0]
        .blank
        .columns
        .iter()
        .find(|column| column.panel == wide_fold_core::net::Panel::Tab)
        .unwrap();
    assert_eq!(tab.x.from, Length::ZERO);
    let says = plan.steps.iter().find(|step| step.job == Job::Guide).unwrap().says.join(" ");
    assert!(says.contains("free edge of the front on the right"), "{says}");
}
