//! From a gift to its bag: the folded bag, asked point by point, has it inside, with the room it was promised and no groove more.
use proptest::prelude::*;
use rstest::rstest;
use std::collections::BTreeSet;
use wide_fold_core::brief::{BaseHabit, Build, GussetCrease, Top};
use wide_fold_core::budget::Budget;
use wide_fold_core::fit::{headroom, poses, sized};
use wide_fold_core::folded::solids::gift_in_space;
use wide_fold_core::from_gift::from_gift;
use wide_fold_core::gift::{Block, Gift, Lie, Lies, Thing, Together, across_of_round};
use wide_fold_core::net::Zone;
use wide_fold_core::paper::{Paper, Stock};
use wide_fold_core::{Brief, Length, Plan, Sheet};

fn any_thing() -> impl Strategy<Value = Thing> {
    (0_usize..6, 4_i64..60, 4_i64..60, 4_i64..80).prop_map(|(kind, a, b, c)| {
        let [a, b, c] = [a, b, c].map(|n| Length::sixty_fourths(n * 8 - 3));
        match kind {
            0 => Thing::Box { width: a, depth: b, height: c },
            1 => Thing::Cylinder { across: a, height: c },
            2 => Thing::Bottle { across: a, height: c },
            3 => Thing::Ball { across: a },
            4 => Thing::Flat { width: a, height: c, thick: b.half() },
            _ => Thing::Odd { widest: a, deepest: b, tallest: c },
        }
    })
}

prop_compose! {
    fn any_gift()(
        things in prop::collection::vec(any_thing(), 1..6), put in 0_usize..3, lying in 0_usize..729, turned: bool,
        room in prop::option::weighted(0.3, 0_i64..16), headroom in prop::option::weighted(0.3, 0_i64..24),
    ) -> Gift {
        let lie = |all: Lies, (number, thing): (usize, &Thing)| {
            let own = Lie::ALL[lying / 3_usize.pow(number as u32) % 3];
            if thing.may_lie() { all.with(number, own) } else { all }
        };
        let lies = things.iter().enumerate().fold(Lies::NONE, lie);
        Gift {
            things,
            together: [Together::SideBySide, Together::Stacked, Together::TwoRows][put],
            lies,
            turned,
            room: room.map(Length::eighths),
            headroom: headroom.map(Length::eighths),
        }
    }
}

prop_compose! {
    fn habits()(groove in 0_usize..3, top in 0_usize..4, crease: bool, build in 0_usize..3) -> Brief {
        let size = Length::inches(4);
        let mut brief = Brief::new(size, size, size);
        brief.board.groove = [Length::eighths(1), Length::eighths(2), Length::millimetres(5)][groove];
        let depth = Length::INCH;
        brief.top = [Top::Raw, Top::HemIn { depth }, Top::HemOut { depth }, Top::Raw][top];
        if crease {
            brief.gusset_crease = GussetCrease::Centre;
        }
        brief.build = [Build::Wrap, Build::CornerPair, Build::Joined { cuts: Default::default() }][build];
        if build == 2 {
            brief.build = Build::Wrap;
            brief.base = BaseHabit::HalfAndLap { lap: Length::eighths(4) };
        }
        brief
    }
}

/// How far every corner of the gift is from the nearest side of the folded bag, and from its base: all of them inside, or below
/// nothing.
fn room_inside(plan: &Plan) -> (f64, f64, f64) {
    let body = || plan.folded.facets.iter().filter(|facet| facet.part.1 == Zone::Body);
    let top = body().flat_map(|facet| facet.corners()).map(|corner| corner.y).fold(f64::MIN, f64::max);
    let base = body().flat_map(|facet| facet.corners()).map(|corner| corner.y).fold(f64::MAX, f64::min);
    let mut aside = f64::MAX;
    let (mut above, mut below) = (f64::MAX, f64::MAX);
    for corner in gift_in_space(&plan.brief, &plan.net, &plan.folded).iter().flat_map(|solid| &solid.corners)
    {
        for facet in body() {
            // Its outside looks along z: what is inside lies behind it.
            let origin = facet.corners()[0];
            aside = aside.min((origin - *corner).dot(facet.pose.z_axis));
        }
        above = above.min(top - corner.y);
        below = below.min(corner.y - base);
    }
    (aside, above, below)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    #[test]
    fn the_folded_bag_has_it_inside(gift in any_gift(), habits in habits()) {
        // Some of them: of six things there are hundreds.
        let all = poses(&gift);
        for gift in all.iter().step_by(all.len().div_ceil(6)) {
            let gift = gift.clone();
            let brief = Brief { finished: sized(&habits, &gift), gift: Some(gift.clone()), ..habits.clone() };
            let Ok(plan) = Plan::new(&brief) else { continue };
            let (aside, above, below) = room_inside(&plan);
            let near = 1e-6;
            prop_assert!(aside >= gift.side_room().mm() - near, "{aside} aside, {} promised", gift.side_room().mm());
            prop_assert!(above >= gift.headroom.unwrap_or(headroom(&brief)).mm() - near && below >= -near);
            prop_assert!(plan.verdicts.iter().all(|verdict| !["gift.too-large", "gift.tight"].contains(&verdict.code)));
            // A groove less on any side, and the room is no longer there.
            let groove = habits.board.groove;
            let wants = gift.wants(headroom(&brief));
            let size = brief.finished;
            prop_assert!(size.width - groove < wants.width && size.gusset - groove * 2 < wants.depth && size.height - groove < wants.height);
            // Taken below the gift itself, it says at once that it no longer fits, and what would mend it.
            let mut small = brief.clone();
            small.finished.width = gift.block().width - groove;
            if let Ok(plan) = Plan::new(&small) {
                let verdict = plan.verdicts.iter().find(|verdict| verdict.code == "gift.too-large").unwrap();
                for remedy in verdict.remedies.iter().filter(|remedy| remedy.brief.gift == small.gift) {
                    let after = Plan::new(&remedy.brief).unwrap();
                    prop_assert!(room_inside(&after).0 >= gift.side_room().mm() - near, "{}", remedy.title);
                }
                prop_assert!(!verdict.remedies.is_empty());
            }
        }
    }

    /// Every way it may lie takes another space, and none lies that has to stand.
    #[test]
    fn every_pose_is_another(gift in any_gift()) {
        let all = poses(&gift);
        for (index, pose) in all.iter().enumerate() {
            prop_assert!(pose.things.iter().enumerate().all(|(number, thing)| pose.lies.of(number) == Lie::Stands || thing.may_lie()));
            prop_assert!(all[..index].iter().all(|other| other.block() != pose.block()));
            let sorted = |block: Block| { let mut all = [block.width, block.depth, block.height]; all.sort(); all };
            // Turned about, one thing keeps its measures.
            prop_assert!(pose.things.len() > 1 || sorted(pose.block()) == sorted(gift.block()));
        }
    }
}

/// A box may stand on any of its sides, either way round; four jars may stand two by two.
#[test]
fn every_side_of_a_box_and_two_by_two() {
    let [a, b, c] = [2, 3, 5].map(Length::inches);
    let of = |gift: &Gift| -> BTreeSet<[Length; 3]> {
        poses(gift).iter().map(Gift::block).map(|block| [block.width, block.depth, block.height]).collect()
    };
    let all = [[a, b, c], [a, c, b], [b, a, c], [b, c, a], [c, a, b], [c, b, a]];
    assert_eq!(of(&Gift::one(Thing::Box { width: a, depth: b, height: c })), BTreeSet::from(all));
    let jar = Thing::Cylinder { across: b, height: c };
    let square = [b * 2, b * 2, c];
    assert!(of(&Gift { things: vec![jar; 4], ..Gift::one(jar) }).contains(&square));
    let six = of(&Gift { things: vec![jar; 6], ..Gift::one(jar) });
    assert!(six.contains(&[b * 3, b * 2, c]) && six.contains(&[b * 2, b * 3, c]));
}

/// A roll is one piece of paper whatever is cut off it: the bag that takes fewest feet of it comes first.
#[test]
fn a_roll_is_judged_by_its_length() {
    let size = Length::inches(4);
    let sheet = Sheet {
        width: Length::inches(20),
        height: Length::inches(300),
        directional: false,
        rolled: true,
        ..Sheet::default()
    };
    let roll =
        Paper { name: "Roll".to_owned(), kind: Stock::Roll, sheet, count: 1, grain: None, price: None };
    let block = Thing::Box { width: Length::inches(3), depth: Length::inches(2), height: Length::inches(9) };
    let fits = from_gift(
        &Gift::one(block),
        Lies::NONE,
        &Brief::new(size, size, size),
        &[roll],
        &Budget::of(Budget::USUAL),
    );
    let lengths: Vec<Length> =
        fits.iter().filter_map(|fit| fit.way.as_ref()).map(|way| way.brief.sheet.height).collect();
    assert!(lengths.len() > 2 && lengths.is_sorted(), "{lengths:?}");
}

fn pad(side: i64, count: u32) -> Paper {
    let side = Length::inches(side);
    let sheet = Sheet { width: side, height: side, ..Sheet::default() };
    Paper { name: format!("{side}"), kind: Stock::Pad, sheet, count, grain: None, price: None }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// What is offered for a gift can be made, has it inside, and takes the sheets that are said.
    #[test]
    fn what_is_offered_holds_it(gift in any_gift()) {
        let size = Length::inches(4);
        let papers = [pad(12, 20), pad(6, 2)];
        let fits = from_gift(&gift, Lies::NONE, &Brief::new(size, size, size), &papers, &Budget::of(Budget::USUAL));
        for fit in &fits {
            let plan = Plan::new(&fit.brief).unwrap();
            prop_assert!(room_inside(&plan).0 >= plan.brief.gift.as_ref().unwrap().side_room().mm() - 1e-6);
            prop_assert!(fit.says.iter().all(|says| says.ends_with('.')));
            if let Some(way) = &fit.way {
                prop_assert!(plan.is_ready() && plan.layout.fits());
                prop_assert_eq!(plan.layout.sheet_count(), way.sheets);
                prop_assert_eq!(way.enough, way.sheets <= papers[way.paper].count);
            }
            // A size close by that saves sheets saves them, and what goes in still has room.
            if let Some(saves) = &fit.saves {
                let closer = Plan::new(&saves.brief).unwrap();
                // An eighth is left on every side, or what was asked for if that is less.
                let least = gift.side_room().min(Length::eighths(1));
                prop_assert!(closer.is_ready() && room_inside(&closer).0 >= least.mm() - 1e-6);
                let now = fit.way.as_ref().filter(|way| way.enough).map_or(u32::MAX, |way| way.sheets);
                prop_assert!(closer.layout.sheet_count() < now, "{}", saves.says);
                prop_assert!(closer.layout.sheet_count() <= 20);
            }
        }
        // What none of the papers makes some paper would; what no paper makes none does.
        let ample = |brief: &Brief| {
            let one = Gift { ..brief.gift.clone().unwrap() };
            let found = from_gift(&one, Lies::NONE, &Brief::new(size, size, size), &[pad(400, 20)], &Budget::of(Budget::USUAL));
            found.iter().any(|fit| fit.way.is_some() && fit.brief.finished == brief.finished)
        };
        for fit in fits.iter().filter(|fit| fit.way.is_none()) {
            let says = fit.says.last().unwrap();
            if says == "None of your papers makes it." {
                prop_assert!(ample(&fit.brief), "{:?}", fit.brief.finished);
            } else {
                prop_assert!(says.starts_with("No paper at all makes it: ") && fits.len() == 1, "{says}");
                prop_assert!(!ample(&fit.brief));
            }
        }
        // Those for which there is paper come first, and of those the ones that take fewer sheets.
        let rank: Vec<(bool, u32)> = fits.iter().map(|fit| (!fit.way.as_ref().is_some_and(|way| way.enough), fit.way.as_ref().map_or(u32::MAX, |way| way.sheets))).collect();
        prop_assert!(rank.is_sorted(), "{rank:?}");
    }

    /// A circle's girth is π across: measured once round it is never taken for thinner, and for no more than a sixty-fourth and a
    /// hair thicker.
    #[test]
    fn once_round_is_pi_across(round in 64_i64..4000) {
        let round = Length::sixty_fourths(round);
        let (across, exactly) = (across_of_round(round).mm(), round.mm() / std::f64::consts::PI);
        prop_assert!(across >= exactly && across <= exactly * 1.0001 + 25.4 / 64.0);
    }
}

/// Common practice: a tall narrow thing wants depth, a box wants the gusset of its depth and clearance.
#[rstest]
#[case(Thing::Box { width: Length::inches(4), depth: Length::inches(3), height: Length::inches(5) }, ["4½", "6½", "3½"])]
#[case(Thing::Cylinder { across: Length::inches(3), height: Length::inches(7) }, ["3¾", "8½", "3¾"])]
#[case(Thing::Flat { width: Length::inches(4), height: Length::inches(4), thick: Length::INCH }, ["4½", "5½", "1½"])]
fn the_size_for_a_thing(#[case] thing: Thing, #[case] size: [&str; 3]) {
    let any = Length::inches(4);
    let mut brief = Brief::new(any, any, any);
    brief.finished = sized(&brief, &Gift::one(thing));
    assert_eq!(brief.finished_figures(), size);
}

/// 3⅜ × 5 × 1⅞ and ¼ of room on every side make 3⅞ and 2⅜, a run of 12½ without a tab; with an eighth less it is 3⅝ and 2¼, and 11¾
/// goes on one 12 × 12.
#[test]
fn a_little_less_room_saves_a_sheet() {
    let size = Length::inches(4);
    let block =
        Thing::Box { width: Length::eighths(27), depth: Length::eighths(15), height: Length::inches(5) };
    let fits = from_gift(
        &Gift::one(block),
        Lies::all(1),
        &Brief::new(size, size, size),
        &[pad(12, 4)],
        &Budget::of(Budget::USUAL),
    );
    let upright =
        fits.iter().find(|fit| fit.way.as_ref().is_some_and(|way| way.sheets == 2) && fit.saves.is_some());
    let saves = upright.unwrap().saves.as_ref().unwrap();
    assert!(saves.says.starts_with("With ⅛ less on every side"), "{}", saves.says);
    assert!(saves.says.ends_with("takes one sheet: one sheet is saved."), "{}", saves.says);
}

/// The rule of thumb beside the girth.
#[test]
fn the_rule_of_thumb_is_told_with_what_it_misses() {
    let size = Length::inches(4);
    let jar = Gift::one(Thing::Cylinder { across: Length::eighths(28), height: Length::inches(5) });
    let fits =
        from_gift(&jar, Lies::NONE, &Brief::new(size, size, size), &[pad(12, 4)], &Budget::of(Budget::USUAL));
    let says = fits[0].says.join(" ");
    // Three times 3½ is 10½; the girth is a little over 11.
    for words in [
        "gives 10½ and the tab",
        "its own girth is 11, a circle’s 3\u{a0}1⁄7 times across",
        "goes round in 17.",
    ] {
        assert!(says.contains(words), "{words}: {says}");
    }
}
