//! What a sheet can become: every bag that is offered can be made of it, and none is smaller than it has to be.
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::{Across, BaseHabit, Board, Build, Finished, GussetCrease, Top, half_inch};
use wide_fold_core::budget::Budget;
use wide_fold_core::from_paper::{Best, Family, Member, families, parted};
use wide_fold_core::{Brief, Length, Plan, Sheet, Unit};

fn habits(width: Length, height: Length) -> Brief {
    let one = Length::INCH;
    let sheet = Sheet { width, height, ..Sheet::default() };
    Brief { sheet, ..Brief::new(one, one, one) }
}

fn all(habits: &Brief, sheets: u32) -> Vec<Family> {
    families(habits, sheets, &Budget::of(Budget::USUAL))
}

fn length(text: &str) -> Length {
    text.parse().unwrap()
}

/// The worked bags of the trade (common practice) are among what their sheets can become.
#[rstest]
#[case::wrap("12", "8 1/2", 1, Top::Raw, "Wrap", ["3 3/4", "6 1/2", "2"])]
#[case::pair("8 3/4", "8 1/4", 2, Top::Raw, "Corner pair", ["6", "6", "2 1/4"])]
#[case::deep_pair("12", "12", 2, Top::HemOut { depth: Length::INCH }, "Corner pair", ["6", "5 1/2", "5 1/2"])]
#[case::cradle("12", "12", 2, Top::HemOut { depth: Length::eighths(12) }, "Cradle pair, squares in the base", ["6", "7 1/2", "3"])]
#[case::folded("22 1/2", "12", 1, Top::HemOut { depth: Length::inches(2) }, "Folded base", ["7 1/4", "7 7/8", "3 3/4"])]
fn a_worked_bag_is_one_of_the_family(
    #[case] width: &str,
    #[case] height: &str,
    #[case] sheets: u32,
    #[case] top: Top,
    #[case] build: &str,
    #[case] size: [&str; 3],
) {
    let habits = Brief { top, ..habits(length(width), length(height)) };
    let families = all(&habits, sheets);
    let size = size.map(length);
    let is_one =
        families.iter().filter(|family| family.build == build).flat_map(|family| &family.members).any(
            |bag| {
                let own = bag.brief.finished;
                [own.width, own.height, own.gusset] == size
            },
        );
    assert!(
        is_one,
        "{:?}",
        families.iter().map(|family| (family.build, family.members.len())).collect::<Vec<_>>()
    );
}

#[test]
fn a_flare_follows_its_pleats() {
    // W = S − 2·n·p, H = L/2 − h (common practice): 18 × 30, three pleats of 1¼, hem 1⅛ make 10½ × 13⅞.
    let habits = Brief {
        top: Top::HemIn { depth: length("1 1/8") },
        ..habits(Length::inches(18), Length::inches(30))
    };
    let families = all(&habits, 1);
    let flare = families.iter().find(|family| family.build == "Pleated flare").unwrap();
    let pleat = length("1 1/4");
    let own = flare
        .members
        .iter()
        .find(|bag| matches!(bag.brief.build, Build::PleatedFlare { pleat: own, .. } if own == pleat));
    let size = own.unwrap().brief.finished;
    assert_eq!((size.width, size.height), (length("10 1/2"), length("13 7/8")));
}

#[test]
fn of_a_roll_a_length_is_cut_off() {
    let families = all(&habits(Length::inches(30), Length::inches(360)), 1);
    let wrap = families.iter().find(|family| family.build == "Wrap").unwrap();
    for bag in &wrap.members {
        assert!(is_made(&bag.brief, 1), "{:?}", bag.brief.finished);
        // 24 of its length: body and flap.
        assert_eq!(bag.brief.finished.height + bag.brief.finished.gusset, Length::inches(24));
        assert_eq!(bag.brief.finished.width + bag.brief.finished.gusset, length("14 3/4"));
    }
}

fn asked() -> impl Strategy<Value = (Brief, u32)> {
    (40_i64..240, 40_i64..240, any::<bool>(), any::<bool>(), 0_usize..3, 1_u32..3, any::<bool>()).prop_map(
        |(width, height, metric, lapped, top, sheets, directional)| {
            let n = |n: i64| if metric { Length::millimetres(n * 3) } else { Length::eighths(n) };
            let mut habits = habits(n(width), n(height));
            if metric {
                habits.unit = Unit::Metric;
                habits.board = Board { groove: Length::millimetres(5), ..habits.board };
                habits.tab = Length::millimetres(12);
            }
            habits.sheet.directional = directional;
            let lap = half_inch(habits.unit);
            habits.base = if lapped { BaseHabit::HalfAndLap { lap } } else { BaseHabit::Full };
            habits.top = [Top::Raw, Top::HemIn { depth: n(8) }, Top::HemOut { depth: n(12) }][top];
            (habits, sheets)
        },
    )
}

/// True if the bag can be made of so many sheets.
fn is_made(brief: &Brief, sheets: u32) -> bool {
    Plan::new(brief).is_ok_and(|plan| plan.is_ready() && plan.layout.sheet_count() <= sheets)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// Every bag is ready, takes no more sheets than were asked for, lies on a groove in its gusset, and a ruler's step more of
    /// width or height no longer goes on its pieces' room.
    #[test]
    fn what_is_offered_is_made_and_uses_the_sheet((habits, sheets) in asked(), pick in any::<prop::sample::Index>()) {
        let step = if habits.unit == Unit::Inch { Length::sixty_fourths(4) } else { Length::from_nm(500_000) };
        for family in all(&habits, sheets) {
            let bag = &family.members[pick.index(family.members.len())];
            let brief = &bag.brief;
            prop_assert!(is_made(brief, sheets), "{} {:?}: {:?}", family.build, family.lies, brief.finished);
            prop_assert!(brief.finished.gusset.is_on(habits.board.groove) || !brief.build.has_gussets());
            // The extent of a piece, and the room it has: the whole sheet, or half of it.
            let plan = Plan::new(brief).unwrap();
            let laid = brief.sheet.as_laid();
            let shares = family.lies.unwrap_or("");
            let room = (
                if shares.contains("side by side") { laid.width.half() } else { laid.width },
                if shares.contains("above") { laid.height.half() } else { laid.height },
            );
            for piece in &plan.pieces {
                prop_assert!(piece.width <= room.0 && piece.height <= room.1);
            }
            let widest = plan.pieces.iter().map(|piece| piece.width).max().unwrap();
            let tallest = plan.pieces.iter().map(|piece| piece.height).max().unwrap();
            prop_assert!(room.0 - widest < step * 2, "{} wide of {}", widest, room.0);
            prop_assert!(room.1 - tallest < step * 2, "{} high of {}", tallest, room.1);
            // A hand can set every line of it on a ruler of its unit.
            let shown = if habits.unit == Unit::Inch { Length::sixty_fourths(2) } else { Length::from_nm(500_000) };
            for piece in &plan.pieces {
                let lines = piece.blank.creases.iter().filter(|crease| !crease.role.is_made_by_hand());
                for crease in lines {
                    let at = if crease.is_vertical() { crease.from.x } else { crease.from.y };
                    prop_assert!(at.is_on(shown), "{:?} at {at}", crease.role);
                }
            }
            // Its lines are those of its pieces.
            prop_assert_eq!(bag.columns.last(), Some(&plan.pieces[0].width));
        }
    }

    /// Those that stand out do: no other of their family does so more.
    #[test]
    fn the_best_are_the_best((habits, sheets) in asked()) {
        for family in all(&habits, sheets) {
            let sizes: Vec<_> = family.members.iter().map(|bag| bag.brief.finished).collect();
            // A tray stands out by nothing.
            let bag = |size: &Finished| size.height >= Length::INCH && size.height * 2 >= size.width.min(size.gusset);
            for (best, at) in &family.best {
                let own = sizes[*at];
                prop_assert!(bag(&own), "{best:?} {own:?}");
                let outdone = sizes.iter().filter(|size| bag(size)).any(|other| match best {
                    Best::Tall => other.height > own.height && other.gusset * 3 >= other.width,
                    Best::Square => (other.width - other.height).abs() < (own.width - own.height).abs(),
                    // Folded to see, below.
                    Best::Deep => false,
                    Best::Roomy => {
                        let room = |size: &Finished| size.width.mm() * size.height.mm() * size.gusset.mm();
                        room(other) > room(&own) * 1.000_001
                    }
                });
                prop_assert!(!outdone, "{best:?} {own:?}");
                if *best == Best::Tall {
                    prop_assert!(own.gusset * 3 >= own.width);
                }
            }
            // The deepest that folds flat does, planned with its fold-flat lines; none that is deeper does.
            let flat = |member: &Member| {
                let lines = GussetCrease::FoldFlat { across: Across::Back };
                let scored = Brief { gusset_crease: lines, ..member.brief.clone() };
                Plan::new(&scored).is_ok_and(|plan| plan.is_ready() && plan.proof.flat.is_some())
            };
            let deep = family.best.iter().find(|(best, _)| *best == Best::Deep).map(|(_, at)| *at);
            if let Some(deep) = deep {
                prop_assert!(flat(&family.members[deep]), "{} {:?}", family.build, sizes[deep]);
            }
            let deeper = sizes.iter().enumerate().filter(|(_, size)| bag(size) && deep.is_none_or(|deep| size.gusset > sizes[deep].gusset));
            for (at, _) in deeper.step_by(7).take(6).filter(|_| family.brief.build.has_gussets()) {
                prop_assert!(!flat(&family.members[at]), "{} {:?} folds flat too", family.build, sizes[at]);
            }
        }
    }

    /// A sheet that is parted makes as many bags as it has parts, each of its own part.
    #[test]
    fn a_parted_sheet_makes_a_bag_of_every_part((habits, _) in asked()) {
        let whole = habits.sheet.as_laid();
        for part in parted(&habits, &Budget::of(Budget::USUAL)) {
            let across = if part.size.width == whole.width { 1 } else { 2 };
            let up = if part.size.height == whole.height { 1 } else { 2 };
            prop_assert_eq!(part.parts, across * up);
            prop_assert!(part.size.width * i64::from(across) <= whole.width && part.size.height * i64::from(up) <= whole.height);
            if let Some(brief) = &part.brief {
                prop_assert!(is_made(brief, 1), "{} {:?}", part.name, brief.finished);
                prop_assert_eq!(brief.sheet.width, part.size.width);
            }
        }
    }
}
