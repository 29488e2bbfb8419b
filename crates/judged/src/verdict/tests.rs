use super::*;
use crate::brief::Side;
use crate::brief::{
    BaseHabit, Build, Cuts, Direction, FaceSide, GussetCrease, Joins, Place, Places, RoundStart, ScoreFace,
    Squares, Top,
};
use crate::proof::Check;
use crate::sheet::{Grammage, Printed};
use crate::{Length, Plan, Sheet};
use rstest::rstest;

mod edges;
mod handles;
mod limits;

fn brief(width: &str, height: &str, gusset: &str) -> Brief {
    let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
    Brief::new(width, height, gusset)
}

fn verdict(brief: &Brief, code: &str) -> Verdict {
    let plan = Plan::new(brief).unwrap();
    let found = plan.verdicts.iter().find(|verdict| verdict.code == code);
    found.unwrap_or_else(|| panic!("{code} among {:#?}", plan.verdicts)).clone()
}

fn offers(verdict: &Verdict) -> Vec<&str> {
    verdict.remedies.iter().map(|remedy| remedy.title.as_str()).collect()
}

#[test]
fn half_an_inch_too_wide_offers_gusset_one_and_three_quarters() {
    // Handbook arithmetic (common practice): 2·4 + 2·2 + ½ = 12½; with gusset 1¾ exactly 12.
    let verdict = verdict(&brief("4", "7", "2"), "sheet.too-small");
    assert_eq!(verdict.level, Level::Blocks);
    assert_eq!(verdict.title, "½ too wide for the 12×12 sheet");
    assert!(verdict.why.contains("make 12½; the sheet is 12 wide"), "{}", verdict.why);
    let place = |title: &str| offers(&verdict).iter().position(|offer| *offer == title).unwrap();
    let gusset = &verdict.remedies[place("Gusset 1¾")];
    assert_eq!(gusset.brief.finished.gusset, Length::eighths(14));
    assert!(Plan::new(&gusset.brief).unwrap().is_ready());
    // A width that is a sixteenth less departs by less than a gusset that is an eighth less.
    assert!(place("Width 3¾") < place("Gusset 1¾"), "{:?}", offers(&verdict));
}

/// The same bag of two pieces departs less from what was asked for than one whose gusset is a quarter as deep; one that is an eighth of
/// an inch narrower departs less still.
#[test]
fn what_departs_least_is_offered_first() {
    let verdict = verdict(&brief("5", "8", "3"), "sheet.too-small");
    let offers = offers(&verdict);
    let place = |title: &str| offers.iter().position(|offer| *offer == title);
    let pair = place("Two pieces, a corner pair").unwrap();
    assert!(place("Gusset ¾").is_none_or(|gusset| pair < gusset), "{offers:?}");
    let near = self::verdict(&brief("4 1/8", "7", "1 3/4"), "sheet.too-small");
    let first = &near.remedies[0].brief;
    assert_eq!(first.finished.gusset, Length::eighths(14), "{:?}", self::offers(&near));
}

#[test]
fn a_narrower_tab_is_offered_when_that_is_enough() {
    let verdict = verdict(&brief("3 7/8", "7", "2"), "sheet.too-small");
    assert!(offers(&verdict).contains(&"Tab ¼"), "{:?}", offers(&verdict));
}

#[test]
fn too_tall_offers_other_flaps_and_height() {
    let verdict = verdict(&brief("3 1/2", "10 1/4", "2"), "sheet.too-small");
    assert_eq!(verdict.title, "¼ too tall for the 12×12 sheet");
    let offers = offers(&verdict);
    assert!(offers.contains(&"Height 10") && offers.contains(&"Half-and-lap base flaps, 1¼"), "{offers:?}");
}

#[test]
fn a_sheet_without_direction_may_be_turned() {
    let mut brief = brief("3 1/4", "5", "1 1/2");
    brief.sheet = Sheet { width: Length::eighths(68), height: Length::inches(11), ..Sheet::default() };
    assert!(!offers(&verdict(&brief, "sheet.too-small")).contains(&"Turn the sheet"));
    brief.sheet.directional = false;
    let verdict = verdict(&brief, "sheet.too-small");
    assert_eq!(verdict.remedies[0].title, "Turn the sheet");
    assert!(Plan::new(&verdict.remedies[0].brief).unwrap().is_ready());
}

#[test]
fn far_too_large_still_offers_something() {
    let verdict = verdict(&brief("20", "20", "9"), "sheet.too-small");
    assert!(
        offers(&verdict).iter().any(|offer| offer.starts_with("Smaller in proportion")),
        "{:?}",
        offers(&verdict)
    );
}

#[rstest]
#[case::open(BaseHabit::Fixed { depth: Length::eighths(10) }, "3", "base.open", "The base stays open by ½")]
#[case::touching(BaseHabit::Fixed { depth: Length::eighths(10) }, "2 1/2", "base.open", "The base flaps only just touch")]
#[case::thin(BaseHabit::Fixed { depth: Length::eighths(10) }, "2 3/8", "base.thin-lap", "The base flaps lap by only ⅛")]
#[case::out(BaseHabit::Fixed { depth: Length::eighths(10) }, "1", "base.face-flap-sticks-out", "The face flaps stick out by ¼")]
fn base_flaps(#[case] base: BaseHabit, #[case] gusset: &str, #[case] code: &str, #[case] title: &str) {
    let brief = Brief { base, ..brief("2 1/2", "5", gusset) };
    let verdict = verdict(&brief, code);
    assert_eq!(verdict.title, title);
    assert!(!verdict.remedies.is_empty());
}

#[test]
fn a_gusset_flap_longer_than_the_width_sticks_out() {
    let verdict = verdict(&brief("2", "5", "2 1/2"), "base.gusset-flap-sticks-out");
    assert_eq!(verdict.title, "The gusset flaps stick out by ½");
    assert_eq!(offers(&verdict), ["Half-and-lap flaps, 1½", "Flaps 2 deep"]);
}

#[test]
fn a_wrap_too_wide_may_become_a_corner_pair() {
    // Handbook (common practice): "use two 12×12 as a corner pair".
    let verdict = verdict(&brief("6", "6", "2 1/4"), "sheet.too-small");
    let pair = verdict.remedies.iter().find(|remedy| remedy.title.starts_with("Two pieces")).unwrap();
    assert_eq!(pair.then, "Two sheets, two seams at opposite corners. Each piece is then 8¾ × 8¼.");
    assert_eq!(Plan::new(&pair.brief).unwrap().layout.sheet_count(), 2);
}

#[test]
fn a_cradle_pair_with_other_flaps_is_refused_with_the_nearest_that_works() {
    let build = crate::brief::Build::CradlePair { squares: crate::brief::Squares::SlitUp };
    let base = BaseHabit::HalfAndLap { lap: Length::eighths(4) };
    let verdict = verdict(&Brief { build, base, ..brief("4", "6", "2") }, "build.cradle-flaps");
    assert_eq!(offers(&verdict), ["Full base flaps", "A corner pair instead"]);
}

#[test]
fn tabs() {
    let narrow = verdict(&Brief { tab: Length::eighths(1), ..brief("3", "5", "1") }, "tab.narrow");
    assert_eq!(offers(&narrow), ["Tab ½", "Tab ¼"]);
    let mut wide = brief("3", "5", "3/4");
    wide.round.start = RoundStart::HalfGusset;
    let wide = verdict(&wide, "tab.wide");
    assert_eq!(wide.title, "The tab is ⅛ wider than the panel over it");
    assert_eq!(offers(&wide), ["Tab ¼"]);
}

#[test]
fn grooves_name_the_setting_and_the_nearest_size() {
    let verdict = verdict(&brief("3 1/16", "5", "2"), "groove.off");
    // 2, 5 1/16, 7 1/16, 10⅛: two of the four are off a ⅛ groove.
    assert_eq!(verdict.title, "2 scores fall between grooves");
    assert!(
        verdict.why.contains("the corner at 5\u{a0}1⁄16 from the left edge (1⁄16 short of 5⅛)"),
        "{}",
        verdict.why
    );
    assert!(verdict.remedies[0].brief.finished.width.is_on(Length::eighths(1)));
}

#[test]
fn a_half_gusset_start_needs_half_the_gusset_on_a_groove() {
    let mut brief = brief("3", "5", "1 1/8");
    brief.round.start = RoundStart::HalfGusset;
    let verdict = verdict(&brief, "groove.off");
    assert!(verdict.remedies[0].brief.finished.gusset.is_on(Length::eighths(2)));
}

#[test]
fn hems_and_patterns() {
    let hem = |depth| Brief { top: Top::HemOut { depth }, ..brief("3", "5", "2") };
    assert_eq!(verdict(&hem(Length::inches(6)), "hem.taller-than-body").level, Level::Blocks);
    assert_eq!(verdict(&hem(Length::eighths(2)), "hem.shallow").level, Level::Warns);
    let mut out = hem(Length::INCH);
    assert!(verdict(&out, "pattern.hem-reverse").title.ends_with("plain reverse"));
    out.sheet.printed = Printed::Both;
    assert!(verdict(&out, "pattern.hem-reverse").title.ends_with("upside down"));
    out.sheet.turned = true;
    let sideways = verdict(&out, "pattern.sideways");
    assert_eq!(offers(&sideways), ["Lay the sheet upright", "It is an all-over pattern"]);
}

#[test]
fn a_body_too_low_to_pinch() {
    let brief = Brief { gusset_crease: GussetCrease::Centre, ..brief("3", "1", "2") };
    assert_eq!(offers(&verdict(&brief, "gusset.too-deep-to-pinch")), ["Leave the gussets plain"]);
}

fn card(grammage: u32, build: Build) -> Brief {
    let mut brief = Brief { build, ..brief("4", "6", "2") };
    brief.sheet.grammage = Some(Grammage(grammage));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief
}

#[test]
fn a_cradle_of_stiff_card_needs_room_for_two_layers() {
    // 300 g/m² is about 0.375 mm thick (a bulk of 1.25 cm³/g, from memory): two layers, to the next 1/16 in of a trimmer.
    let cradle = card(300, Build::CradlePair { squares: Squares::SlitUp });
    let found = verdict(&cradle, "paper.cradle-room");
    assert!(found.why.contains("0.38 mm (estimated from its weight)"), "{}", found.why);
    let remedy = &found.remedies[0];
    assert_eq!(remedy.brief.allowance, Length::sixty_fourths(4));
    let plan = Plan::new(&remedy.brief).unwrap();
    let width = |piece: usize| plan.pieces[piece].width;
    assert_eq!(width(0) - width(1), Length::sixty_fourths(4), "only the front piece is wider");
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
}

#[test]
fn the_room_is_measured_on_the_folded_bag() {
    let mut cradle = card(300, Build::CradlePair { squares: Squares::SlitUp });
    cradle.allowance = Length::sixty_fourths(2);
    let proof = Plan::new(&cradle).unwrap().proof;
    let seam = proof.items.iter().find(|item| item.check == Check::Seam).unwrap();
    assert_eq!((seam.wanted, seam.measured), (Length::sixty_fourths(2), Length::sixty_fourths(2)));
}

#[rstest]
#[case(80, None, false)]
#[case(180, None, false)]
#[case(220, None, true)]
#[case(80, Some(300_000), true)]
fn only_stiff_card_takes_room(#[case] grammage: u32, #[case] caliper_nm: Option<i64>, #[case] noted: bool) {
    let mut brief = card(grammage, Build::Wrap);
    brief.sheet.caliper = caliper_nm.map(Length::from_nm);
    let plan = Plan::new(&brief).unwrap();
    let note = plan.verdicts.iter().find(|verdict| verdict.code == "paper.thickness");
    assert_eq!(note.is_some(), noted);
    if let (Some(note), Some(_)) = (note, caliper_nm) {
        assert!(note.why.contains("0.30 mm (measured)"), "{}", note.why);
    }
}

#[test]
fn room_for_the_paper_keeps_the_inside_as_asked() {
    let brief = card(300, Build::Wrap);
    let note = verdict(&brief, "paper.thickness");
    let roomier = note.remedies[0].brief.finished;
    let caliper = brief.sheet.thickness().caliper;
    assert!(roomier.width - caliper * 2 >= brief.finished.width);
    assert!(roomier.height - caliper * 3 >= brief.finished.height);
}

#[rstest]
#[case::ears("build.ears-stiffen", |b: &mut Brief| { b.build = Build::CradlePair { squares: Squares::SlitLevel }; b.gusset_crease = GussetCrease::Pair; })]
#[case::triangles("build.triangles-collide", |b: &mut Brief| { b.build = Build::FoldedBase { lap: Length::eighths(4) }; b.finished.gusset = Length::eighths(30); })]
#[case::pleats("build.pleats-collide", |b: &mut Brief| b.build = Build::PleatedFlare { pleats: 2, pleat: Length::eighths(20) })]
#[case::flare_flap("build.flare-flap", |b: &mut Brief| {
    b.build = Build::PleatedFlare { pleats: 2, pleat: Length::INCH };
    b.top = Top::Flap { on: FaceSide::Back, depth: Length::INCH, corner: Length::ZERO };
})]
#[case::flare_gussets("build.flare-gussets", |b: &mut Brief| {
    b.build = Build::PleatedFlare { pleats: 2, pleat: Length::INCH };
    b.gusset_crease = GussetCrease::Centre;
})]
#[case::no_tabs("build.no-tabs", |b: &mut Brief| {
    b.build = Build::CradlePair { squares: Squares::SlitUp };
    b.joins = Joins::Strips { width: Length::INCH };
})]
#[case::wide_strip("strip.wide", |b: &mut Brief| b.joins = Joins::Strips { width: Length::inches(5) })]
#[case::strips_collide("strip.collide", |b: &mut Brief| {
    let places = [Place::RightFrontCorner, Place::RightGussetCentre];
    b.build = Build::Joined { cuts: Places::of(places).into() };
    b.joins = Joins::Strips { width: Length::eighths(9) };
})]
#[case::tab_and_strip_collide("strip.collide", |b: &mut Brief| {
    let sides = [Side::Left, Side::Right].map(Place::back_corner);
    let centre = Place::LeftGussetCentre;
    b.build = Build::Joined { cuts: Places::of(sides.into_iter().chain([centre])).into() };
    b.joins = Joins::Mixed { width: Length::eighths(9), at: Places::of([centre]) };
})]
#[case::short_flap("flap.short", |b: &mut Brief| b.top = Top::Flap { on: FaceSide::Front, depth: Length::INCH, corner: Length::ZERO })]
#[case::low_body("build.too-low-to-squash", |b: &mut Brief| {
    b.build = Build::FoldedBase { lap: Length::eighths(4) };
    b.finished.height = Length::eighths(7);
})]
fn what_makes_no_sense_is_refused_with_the_nearest_that_does(
    #[case] code: &str,
    #[case] change: fn(&mut Brief),
) {
    let mut brief = card(80, Build::Wrap);
    change(&mut brief);
    let found = verdict(&brief, code);
    assert_eq!(found.level, Level::Blocks);
    let nearest = found.remedies.first().unwrap_or_else(|| panic!("{code} offers nothing"));
    let after = Plan::new(&nearest.brief).unwrap();
    assert!(after.is_ready() && after.proof.passed(), "{} leaves {:#?}", nearest.title, after.verdicts);
}

mod any_brief {
    use super::*;
    use crate::brief::{Across, ClosingOrder, Round};
    use proptest::prelude::*;

    prop_compose! {
        pub(crate) fn any_brief()(
            size in (4_i64..160, 4_i64..200, 4_i64..100), start in 0_usize..3, left: bool, tab in 4_i64..20,
            base in 0_usize..4, depth in 4_i64..60, top in 0_usize..5, top_depth in 2_i64..60, build in 0_usize..10, crease in 0_usize..5,
            (cuts, back_part, level) in (0_usize..255, prop::option::of(1_i64..16), prop::option::weighted(0.3, 0_i64..80)),
            (joins, strips_at) in (0_i64..24, prop::option::of(0_usize..255)), grammage in prop::option::of(60_u32..400),
            notch in 0_i64..8, (sheet, other) in (0_usize..6, prop::option::weighted(0.3, 0_usize..6)), directional: bool, turned: bool, inside: bool, gussets_first: bool,
        ) -> Brief {
            let sixteenths = |n| Length::sixty_fourths(n * 4);
            let mut brief = Brief::new(sixteenths(size.0), sixteenths(size.1), sixteenths(size.2));
            brief.round = Round {
                start: [RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset][start],
                direction: if left { Direction::Left } else { Direction::Right },
            };
            brief.build = match build {
                0 | 1 => Build::CornerPair,
                2 => Build::CradlePair { squares: Squares::SlitUp },
                3 => Build::CradlePair { squares: Squares::SlitLevel },
                4 => Build::FoldedBase { lap: sixteenths(depth.min(24)) },
                5 => Build::PleatedFlare { pleats: 3, pleat: sixteenths(depth) },
                6 | 7 => {
                    // Mostly at the corners, where people cut, and anywhere else too.
                    let at = Places::every().nth(if build == 6 { cuts % 63 } else { cuts }).unwrap();
                    let back_part = back_part.map(|share| sixteenths((size.0 * share / 16).max(1)));
                    Build::Joined { cuts: Cuts { at, back_part, all_round: level.map(sixteenths).map(crate::brief::AllRound::at) } }
                }
                _ => Build::Wrap,
            };
            brief.tab = sixteenths(tab);
            let depth = sixteenths(depth);
            brief.base = [
                BaseHabit::Full,
                BaseHabit::HalfAndLap { lap: depth },
                BaseHabit::Fixed { depth },
                BaseHabit::Custom { depth },
            ][base];
            let (depth, corner) = (sixteenths(top_depth), sixteenths(1));
            brief.top = [
                Top::Raw,
                Top::HemIn { depth },
                Top::HemOut { depth },
                Top::Flap { on: FaceSide::Back, depth, corner },
                Top::Flap { on: FaceSide::Front, depth, corner },
            ][top];
            brief.gusset_crease = [
                GussetCrease::None,
                GussetCrease::Centre,
                GussetCrease::Pair,
                GussetCrease::FoldFlat { across: Across::Back },
                GussetCrease::FoldFlat { across: Across::BothFaces },
            ][crease];
            if joins > 7 {
                let width = sixteenths(joins);
                let at = strips_at.and_then(|at| Places::every().nth(at));
                brief.joins = at.map_or(Joins::Strips { width }, |at| Joins::Mixed { width, at });
            }
            brief.sheet.grammage = grammage.map(Grammage);
            brief.notch = sixteenths(notch);
            let size_of = |sheet: usize| {
                let known = crate::sheet::COMMON_SIZES.get(sheet).map(|size| (size.width, size.height));
                known.unwrap_or((Length::inches(30), Length::inches(40)))
            };
            (brief.sheet.width, brief.sheet.height) = size_of(sheet);
            brief.side_sheet = other.map(|other| {
                let (width, height) = size_of(other);
                Sheet { width, height, ..Sheet::default() }
            });
            (brief.sheet.directional, brief.sheet.turned) = (directional, turned);
            brief.score_face = if inside { ScoreFace::InsideThroughout } else { ScoreFace::OutsideOfFold };
            brief.closing = if gussets_first { ClosingOrder::GussetsFirst } else { ClosingOrder::BackFirst };
            brief
        }
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(2_000))]

        #[test]
        fn a_plan_without_a_blocking_verdict_is_proved(brief in any_brief()) {
            if let Ok(plan) = Plan::new(&brief) {
                let failed: Vec<_> = plan.proof.items.iter().filter(|item| !item.passed()).collect();
                prop_assert!(plan.verdicts.iter().all(|verdict| verdict.code != "proof.failed"), "{:?}", failed);
                prop_assert!(!plan.is_ready() || (plan.proof.passed() && plan.layout.fits()));
            }
        }

    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(500))]

        #[test]
        fn every_remedy_clears_its_verdict(brief in any_brief()) {
            if let Ok(plan) = Plan::new(&brief) {
                let blocked: Vec<&str> = plan.verdicts.iter().filter(|v| v.level == Level::Blocks).map(|v| v.code).collect();
                for verdict in &plan.verdicts {
                    for remedy in &verdict.remedies {
                        let after = Plan::new(&remedy.brief).unwrap();
                        prop_assert!(after.verdicts.iter().all(|other| other.code != verdict.code), "{}", remedy.title);
                        let new = after.verdicts.iter().find(|v| v.level == Level::Blocks && !blocked.contains(&v.code));
                        prop_assert!(new.is_none(), "{} brings {:?}", remedy.title, new);
                    }
                }
            }
        }
    }
}
