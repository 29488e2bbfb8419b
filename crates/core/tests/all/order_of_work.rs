//! The steps and verdicts of any bag, read as a crafter reads them: in the order of the work, in whole sentences.

use crate::bags::any::any_brief;
use proptest::prelude::*;
use std::collections::HashSet;
use wide_fold_core::folded::Turned;
use wide_fold_core::folded::motion::{at, legs};
use wide_fold_core::net::Zone;
use wide_fold_core::plane::Point;
use wide_fold_core::steps::{Counsel, Job, Scene, Stage};
use wide_fold_core::{Brief, Length, Plan, Unit};

/// When a stage comes (handbook, the order of the work; common practice).
fn turn(stage: Stage) -> u8 {
    match stage {
        Stage::Trim => 0,
        Stage::Score => 1,
        Stage::Cut => 2,
        Stage::Glue => 3,
    }
}

/// What is wrong with a text as a text, if anything is.
fn slip(text: &str) -> Option<String> {
    let words: Vec<&str> = text.split(|c: char| c.is_whitespace() || ".,;:()".contains(c)).collect();
    let of_one = words.windows(2).find(|pair| {
        let many = [
            "holes", "layers", "pieces", "strips", "sheets", "pleats", "lines", "mats", "handles", "corners",
        ];
        pair[0] == "1" && many.contains(&pair[1])
    });
    if let Some(pair) = of_one {
        return Some(format!("“{}” of one", pair.join(" ")));
    }
    // Words of the program, not of the trade.
    let ours = ["zone", "zones", "blank", "blanks", "facet", "facets", "tier", "tiers", "hinge"];
    if let Some(word) = words.iter().find(|word| ours.contains(&word.to_lowercase().as_str())) {
        return Some(format!("“{word}”"));
    }
    let bad = ["  ", " ,", " .", "..", "{", "}", "NaN", "inf ", "Some(", " and and ", " the the ", ", ."];
    bad.iter().find(|bad| text.contains(**bad)).map(|bad| format!("“{bad}”"))
}

/// True if a text names a measure below nothing, which can neither be marked nor cut.
fn below_nothing(text: &str) -> bool {
    let minus = |at: usize| {
        let (before, after) = (text[..at].chars().next_back(), text[at..].chars().nth(1));
        !before.is_some_and(char::is_alphanumeric) && after.is_some_and(char::is_numeric)
    };
    text.char_indices().any(|(at, c)| "-−".contains(c) && minus(at))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// Nothing is trimmed once scoring has begun, nothing scored once it is cut and folded, nothing of that once glue is out.
    #[test]
    fn the_work_never_runs_back(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for pair in plan.steps.windows(2) {
            prop_assert!(
                turn(pair[0].stage) <= turn(pair[1].stage),
                "“{}” comes after “{}”", pair[1].title, pair[0].title
            );
        }
        for stage in [Stage::Trim, Stage::Score, Stage::Cut, Stage::Glue] {
            prop_assert!(plan.steps.iter().any(|step| step.stage == stage), "nothing is done at {:?}", stage);
        }
    }

    /// Every step has a heading and whole sentences under it.
    #[test]
    fn steps_are_said_in_whole_sentences(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for step in &plan.steps {
            prop_assert!(!step.title.is_empty() && !step.title.ends_with('.'), "{}", step.title);
            prop_assert_eq!(slip(&step.title), None, "{}", step.title);
            prop_assert!(!step.says.is_empty(), "“{}” says nothing", step.title);
            prop_assert!(step.says.last().is_some_and(|last| !last.ends_with(':')), "“{}” breaks off", step.title);
            let all = step.says.iter().map(String::as_str).chain(step.caution);
            for says in all {
                // A colon leads to the marks that are listed after it.
                prop_assert!(says.ends_with(['.', '!', ':']), "{}: {}", step.title, says);
                prop_assert_eq!(slip(says), None, "{}: {}", step.title, says);
                // A bag that cannot be made so is told what is in the way; its steps wait for that.
                prop_assert!(!(plan.is_ready() && below_nothing(says)), "{}: {}", step.title, says);
            }
        }
    }

    /// Beside every step stands why, what to check, what goes wrong and what helps, each in whole sentences of its own.
    #[test]
    fn every_step_has_its_counsel(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for step in &plan.steps {
            let Counsel { why, check, wrong, rescue } = &step.counsel;
            let own: HashSet<&String> = [why, check, wrong, rescue].into_iter().collect();
            prop_assert_eq!(own.len(), 4, "{}", step.title);
            for says in own {
                prop_assert!(says.ends_with('.') && says.len() > 12, "{}: {}", step.title, says);
                prop_assert!(says.starts_with(|first: char| first.is_uppercase() || first.is_numeric()), "{}: {}", step.title, says);
                prop_assert_eq!(slip(says), None, "{}: {}", step.title, says);
                prop_assert!(!step.says.contains(says), "{} says it twice: {}", step.title, says);
            }
        }
    }

    /// The bag beside a step is as far folded as the steps before have brought it: flat until the hem is turned, a tube with open
    /// flaps until the base is closed, and finished from then on.
    #[test]
    fn the_bag_is_as_far_as_the_steps_have_brought_it(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let way = legs(brief.build);
        prop_assert!(plan.steps.is_sorted_by_key(|step| step.reached));
        prop_assert_eq!(plan.steps.last().map(|step| step.reached), Some(way.len()));
        for step in &plan.steps {
            let t = step.reached.checked_sub(1).map_or(0.0, |last| way[last].to);
            let bag = at(&brief, &plan.net, &plan.folded, t);
            // A joining strip is turned with the hem of the panel it is glued to.
            let level = |zone: Zone| bag.facets.iter().filter(|facet| facet.part.1 == zone && !facet.part.0.is_join()).map(|facet| facet.pose.z_axis).collect::<Vec<_>>();
            let hangs = |facet: &Turned| {
                let body = bag.facets.iter().find(|other| other.blank == facet.blank && other.part == (facet.part.0, Zone::Body));
                body.is_none_or(|body| body.pose.z_axis.dot(facet.pose.z_axis) > 1.0 - 1e-9)
            };
            match step.job {
                Job::Trim | Job::Score | Job::Fold | Job::Cut => {
                    for facet in &bag.facets { prop_assert!(facet.pose.z_axis.z > 1.0 - 1e-9, "{} is folded", step.title); }
                }
                // Paper that would tear cannot be shown: it blocks, and says so.
                Job::Hem if bag.torn < 1e-6 => {
                    for normal in level(Zone::Hem) { prop_assert!(normal.z < -1.0 + 1e-9, "the hem is not turned"); }
                    for normal in level(Zone::Body) { prop_assert!(normal.z > 1.0 - 1e-9); }
                }
                Job::Seam if bag.torn < 1e-6 => {
                    let open = bag.facets.iter().filter(|facet| facet.part.1 == Zone::Base).all(hangs);
                    prop_assert!(open, "the base is closed before its step");
                    let turned = level(Zone::Body).iter().any(|normal| normal.z < -1.0 + 1e-9);
                    prop_assert!(turned, "the tube is not closed");
                }
                _ => {}
            }
        }
    }

    /// A verdict is a heading, a reason and what can be done, each thing offered once.
    #[test]
    fn verdicts_are_said_in_whole_sentences(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for verdict in &plan.verdicts {
            prop_assert!(!verdict.title.ends_with('.') && verdict.why.ends_with('.'), "{:?}", verdict);
            prop_assert_eq!(slip(&verdict.title).or(slip(&verdict.why)), None, "{}: {}", verdict.title, verdict.why);
            prop_assert!(![&verdict.title, &verdict.why].iter().any(|text| below_nothing(text)), "{}: {}", verdict.title, verdict.why);
            let titles: HashSet<&str> = verdict.remedies.iter().map(|remedy| remedy.title.as_str()).collect();
            prop_assert_eq!(titles.len(), verdict.remedies.len(), "{} offers one thing twice", verdict.title);
            for remedy in &verdict.remedies {
                prop_assert!(!remedy.title.ends_with('.') && remedy.then.ends_with('.'), "{}: {}", remedy.title, remedy.then);
                prop_assert_ne!(&remedy.brief, &brief, "“{}” changes nothing", remedy.title);
            }
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// What is shown of the bag only grows: no step shows a seam before it is glued, or a handle before it is on.
    #[test]
    fn no_step_shows_more_than_is_there_yet(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let built = |scene| match scene {
            Scene::Sheets => 0,
            Scene::Board => 1,
            Scene::Flat | Scene::Glued => 2,
            Scene::Bag => 3,
            Scene::Finished => 4,
        };
        prop_assert!(plan.steps.is_sorted_by_key(|step| built(step.scene)), "{:?}", plan.steps);
        // Where a piece lies on the board or in the guide there is a pass or a feed to be drawn, and nowhere else.
        prop_assert!(plan.steps.iter().all(|step| (step.scene == Scene::Board) == (step.pass.is_some() || step.feed.is_some())));
        prop_assert!(plan.steps.iter().all(|step| (step.job == Job::Guide) == step.feed.is_some() && (step.pass.is_none() || step.feed.is_none())));
        let place = |title: &str| plan.steps.iter().position(|step| step.title == title);
        if let Some(base) = place("Close the base") {
            prop_assert!(plan.steps[..base].iter().all(|step| built(step.scene) < 3));
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Every cut and every hole lies in one of the places that are shown from close by, and every place has one of its kind shown.
    #[test]
    fn what_is_cut_and_punched_is_shown_from_close_by(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        for step in plan.steps.iter().filter(|step| !step.spots.is_empty()) {
            let within = |piece: usize, at: Point| {
                let spots = step.spots.iter().filter(|spot| spot.piece == piece);
                spots.filter(|spot| spot.x.touches(at.x) && spot.y.touches(at.y)).count() == 1
            };
            if step.job == Job::Cut {
                let piece = step.spots[0].piece;
                for cut in &plan.pieces[piece].blank.cuts {
                    prop_assert!(within(piece, cut.from) && within(piece, cut.to), "{cut:?}");
                }
            } else {
                for (index, piece) in plan.pieces.iter().enumerate() {
                    prop_assert!(piece.blank.holes.iter().all(|hole| within(index, hole.centre)));
                }
            }
            prop_assert!(step.spots[0].first);
            for spot in step.spots.iter().filter(|spot| !spot.first) {
                let size = (spot.x.length(), spot.y.length());
                prop_assert!(step.spots.iter().any(|other| other.first && (other.x.length(), other.y.length()) == size));
            }
        }
        let has_holes = plan.pieces.iter().any(|piece| !piece.blank.holes.is_empty());
        let punched = plan.steps.iter().filter(|step| step.job == Job::Holes);
        prop_assert!(punched.into_iter().all(|step| step.spots.is_empty() != has_holes));
    }
}

/// A bag of one piece: slits with tapers at three corners, a taper at the free edge, and the corner below the tab.
#[test]
fn three_corners_are_cut_alike() {
    let plan = Plan::new(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))).unwrap();
    let cut = plan.steps.iter().find(|step| step.job == Job::Cut).unwrap();
    let at: Vec<(String, bool)> =
        cut.spots.iter().map(|spot| (spot.x.from.figure(Unit::Inch), spot.first)).collect();
    let told: Vec<(&str, bool)> = at.iter().map(|(at, first)| (at.as_str(), *first)).collect();
    // The second gusset tapers at both of its sides; the tab has its two ends.
    assert_eq!(told, [("0", true), ("1¾", true), ("5¾", true), ("7½", false), ("11½", true), ("11½", true)]);
}
