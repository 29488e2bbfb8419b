//! More limits, worked by hand like those beside this file: base, tab, hem, folding flat, and what is put on.

use super::edges::{GROOVE, begins, changed, eighths, flap, plain};
use super::handles::bag;
use super::*;
use crate::brief::{Across, Edge, EdgeBy, EdgeLine, HandleKind, Lined};
use crate::fittings::Fitted;
use crate::gift::{Gift, Thing};

/// A bag 8 wide, 9 high and 3 deep with flaps of that depth, in sixteenths.
fn flaps(sixteenths: i64) -> Brief {
    changed(&plain(), |own| own.base = BaseHabit::Custom { depth: Length::sixty_fourths(sixteenths * 4) })
}

#[test]
fn flaps_have_to_lap_by_a_quarter() {
    // Twice the flap less the gusset of 3: 1⅝ laps by ¼, 1 9/16 by ⅛, 1½ by nothing, 1 7/16 lacks ⅛.
    let title = "The base flaps lap by only ⅛";
    begins("base.thin-lap", &flaps(26), &flaps(25), Level::Warns, title);
    begins("base.open", &flaps(25), &flaps(24), Level::Blocks, "The base flaps only just touch");
    begins("base.open", &flaps(25), &flaps(23), Level::Blocks, "The base stays open by ⅛");
    // Full flaps of the smallest gusset lap by a quarter.
    let low = changed(&plain(), |own| own.finished.gusset = eighths(2));
    begins("base.thin-lap", &low, &flaps(25), Level::Warns, title);
}

#[test]
fn a_flap_may_be_as_deep_as_the_base_and_as_the_bag_is_wide() {
    let title = "The face flaps stick out by ⅛";
    begins("base.face-flap-sticks-out", &flaps(48), &flaps(50), Level::Blocks, title);
    let wide = |width| changed(&plain(), |own| own.finished.width = width);
    let (at, past) = (wide(Length::inches(3)), wide(Length::inches(3) - GROOVE));
    begins("base.gusset-flap-sticks-out", &at, &past, Level::Blocks, "The gusset flaps stick out by ⅛");
}

#[test]
fn a_tab_is_a_quarter_wide_at_least_and_hidden_by_what_lies_over_it() {
    let tab = |tab| changed(&plain(), |own| own.tab = tab);
    let title = "A tab of 3\u{2044}16 is narrow";
    begins("tab.narrow", &tab(eighths(2)), &tab(Length::sixty_fourths(12)), Level::Warns, title);
    // Half the gusset of 3 lies over it.
    let mid = |tab| {
        changed(&plain(), |own| {
            own.round.start = RoundStart::HalfGusset;
            own.tab = tab;
        })
    };
    let title = "The tab is ⅛ wider than the panel over it";
    begins("tab.wide", &mid(eighths(12)), &mid(eighths(13)), Level::Blocks, title);
    // Half a strip goes behind the gusset of 3.
    let strip = |width| changed(&plain(), |own| own.joins = Joins::Strips { width });
    let title = "The joining strip is ⅛ wider than the panel over it";
    begins("strip.wide", &strip(eighths(48)), &strip(eighths(50)), Level::Blocks, title);
}

#[test]
fn a_score_needs_a_sixteenth_of_paper_beside_it() {
    // The tab lies under a gusset whose centre is 1½ from its corner.
    let past_centre = |by| {
        changed(&plain(), |own| {
            own.gusset_crease = GussetCrease::Centre;
            own.tab = eighths(12) + by;
        })
    };
    let (at, past) = (past_centre(Length::sixty_fourths(4)), past_centre(Length::sixty_fourths(2)));
    let title = "A score lies 1\u{2044}32 from the edge of the tab";
    begins("tab.line-at-edge", &at, &past, Level::Warns, title);
    // A tab that ends at the line has none on it.
    let at = past_centre(Length::ZERO);
    begins("tab.line-at-edge", &at, &past, Level::Warns, title);
}

#[test]
fn a_hem_is_three_eighths_deep_at_least_and_ends_on_the_body() {
    let hem = |depth| changed(&plain(), |own| own.top = Top::HemIn { depth });
    begins(
        "hem.shallow",
        &hem(eighths(3)),
        &hem(eighths(2)),
        Level::Warns,
        "A hem of ¼ is hard to turn straight",
    );
    let (at, past) = (hem(Length::inches(9)), hem(Length::inches(9) + GROOVE));
    begins("hem.taller-than-body", &at, &past, Level::Blocks, "The hem reaches ⅛ past the base");
}

#[test]
fn a_closing_flap_spans_a_square_mouth() {
    let top = |depth| changed(&plain(), |own| own.top = flap(depth));
    let (at, past) = (top(Length::inches(3)), top(Length::inches(3) - GROOVE));
    let title = "The closing flap is ⅛ too short for a square mouth";
    begins("flap.short", &at, &past, Level::Blocks, title);
    // Pinched, the mouth is flat and any flap reaches.
    let pinched = changed(&past, |own| own.gusset_crease = GussetCrease::Pair);
    begins("flap.short", &pinched, &past, Level::Blocks, title);
}

/// The bag, so creased, of that width and height.
fn creased(crease: GussetCrease, width: Length, height: Length) -> Brief {
    changed(&plain(), |own| {
        own.gusset_crease = crease;
        (own.finished.width, own.finished.height) = (width, height);
    })
}

#[test]
fn gussets_fold_in_above_the_apex_and_lie_flat_within_the_face() {
    let (inches, eight) = (Length::inches, Length::inches(8));
    // The apex lies at half the gusset, 1½.
    let [at, past] = [13, 12].map(|height| creased(GussetCrease::Centre, eight, eighths(height)));
    begins("gusset.too-deep-to-pinch", &at, &past, Level::Warns, "The body is too low to pinch");
    let flat = GussetCrease::FoldFlat { across: Across::Back };
    let [at, past] = [inches(3), inches(3) - GROOVE].map(|width| creased(flat, width, eight));
    let title = "Folded flat, the gussets collide by ⅛";
    begins("flat.gussets-collide", &at, &past, Level::Blocks, title);
    let [at, past] = [inches(3), inches(3) - GROOVE].map(|height| creased(flat, eight, height));
    let title = "Folded flat, the base sticks out of the mouth by ⅛";
    begins("flat.base-out-of-mouth", &at, &past, Level::Blocks, title);
}

#[test]
fn a_folded_base_needs_room_for_its_triangles() {
    let folded = |width, height| {
        changed(&plain(), |own| {
            own.build = Build::FoldedBase { lap: eighths(4) };
            (own.finished.width, own.finished.height) = (width, height);
        })
    };
    // A gusset of 3 and a lap of ½.
    let [at, past] = [28, 27].map(|width| folded(eighths(width), Length::inches(9)));
    begins("build.triangles-collide", &at, &past, Level::Blocks, "The end triangles collide by ⅛");
    let [at, past] = [13, 12].map(|height| folded(Length::inches(8), eighths(height)));
    begins("build.too-low-to-squash", &at, &past, Level::Blocks, "The body is too low to squash its ends");
}

#[test]
fn pleats_may_meet_behind_the_face() {
    let pleat = |pleat| changed(&plain(), |own| own.build = Build::PleatedFlare { pleats: 2, pleat });
    let (at, past) = (pleat(Length::inches(4)), pleat(Length::inches(4) + GROOVE));
    begins("build.pleats-collide", &at, &past, Level::Blocks, "The pleats collide by ¼");
}

#[test]
fn a_gusset_has_as_much_paper_on_either_side_of_a_hole_as_the_hole_is_wide() {
    let deep = |gusset| {
        changed(&bag(HandleKind::GussetRibbon), |own| {
            own.fittings.punch.hole = eighths(2);
            own.finished.gusset = gusset;
        })
    };
    let title = "A gusset of ⅝ is too narrow for a hole of ¼";
    begins("handle.gusset-narrow", &deep(eighths(6)), &deep(eighths(5)), Level::Blocks, title);
    let flare =
        changed(&deep(eighths(6)), |own| own.build = Build::PleatedFlare { pleats: 2, pleat: eighths(8) });
    assert_eq!(verdict(&flare, "handle.gusset-narrow").title, "There are no gussets for the ribbon’s holes");
}

#[test]
fn paper_of_more_than_130_grams_is_not_lifted_against_a_ruler() {
    let weighs = |grammage| {
        changed(&plain(), |own| {
            own.lined = Lined::Hand;
            own.sheet.grammage = Some(Grammage(grammage));
        })
    };
    let title = "Paper of 131 g/m² cracks where it is creased by hand";
    begins("lined.heavy", &weighs(130), &weighs(131), Level::Warns, title);
    let scored = changed(&weighs(131), |own| own.lined = Lined::Board);
    begins("lined.heavy", &scored, &weighs(131), Level::Warns, title);
}

#[test]
fn a_medallion_is_no_larger_than_the_free_front() {
    let round = |across| {
        changed(&plain(), |own| {
            own.fittings.decoration.medallion = true;
            own.fittings.decoration.medallion_across = Some(across);
        })
    };
    let (wide, up) = Fitted::of(&round(Length::INCH)).free_on_front;
    let most = wide.min(up.to - up.from).floor_to(eighths(1));
    assert!(most > Length::inches(4) && most < Length::inches(8), "{most:?}");
    begins(
        "medallion.no-room",
        &round(most),
        &round(most + GROOVE),
        Level::Warns,
        "The medallion has no room",
    );
}

#[test]
fn a_punch_that_fills_every_panel_leaves_nothing_straight() {
    let punched = |repeat| {
        changed(&plain(), |own| {
            own.top = Top::HemOut { depth: Length::inches(1) };
            own.edge =
                Edge { line: EdgeLine::Scalloped, by: EdgeBy::Punched, repeat: Some(repeat), rise: None };
        })
    };
    // Faces of 8 and gussets of 3: whole inches fill both, ¾ leaves ½ of the faces.
    let title = "Whole scallops do not reach from corner to corner";
    begins("edge.left-straight", &punched(Length::INCH), &punched(eighths(6)), Level::Notes, title);
    let found = verdict(&punched(eighths(6)), "edge.left-straight");
    assert!(
        found.why.contains("10 scallops of ¾ take 7½ of 8: ¼ stays straight at either corner."),
        "{}",
        found.why
    );
    let offers = offers(&found);
    assert_eq!(offers, ["Draw them instead", "A punch of ½", "Leave the edge straight"]);
}

#[test]
fn what_goes_in_passes_the_mouth_past_the_hem() {
    // Paper of half a millimetre: two layers of hem on either side take 2 mm of the 8 in.
    let holds = |top, width| {
        changed(&plain(), |own| {
            own.top = top;
            own.sheet.caliper = Some(Length::from_nm(500_000));
            let thing = Thing::Box { width, depth: Length::inches(2), height: Length::inches(5) };
            own.gift =
                Some(Gift { room: Some(Length::ZERO), headroom: Some(Length::ZERO), ..Gift::one(thing) });
        })
    };
    let hem = Top::HemIn { depth: Length::inches(1) };
    let most = Length::inches(8) - Length::millimetres(2);
    let (at, past) = (holds(hem, most), holds(hem, most + Length::from_nm(1_000)));
    let title = "What goes into it does not pass the mouth";
    begins("gift.mouth", &at, &past, Level::Warns, title);
    // A raw edge takes nothing.
    begins("gift.mouth", &holds(Top::Raw, Length::inches(8)), &past, Level::Warns, title);
    let title = "What goes into it no longer fits";
    let (at, past) = (holds(Top::Raw, Length::inches(8)), holds(Top::Raw, Length::inches(8) + GROOVE));
    begins("gift.too-large", &at, &past, Level::Warns, title);
}

#[test]
fn a_band_ends_below_the_holes() {
    // Round the middle of 9, a band of 2 begins 3½ below the top; a hole of ¼ reaches ⅛ below its middle.
    let holes = |down| {
        changed(&bag(HandleKind::HoledRibbon), |own| {
            own.fittings.punch.hole = eighths(2);
            own.fittings.handle.down = Some(down);
            own.fittings.decoration.band = true;
            own.fittings.decoration.band_width = Some(Length::inches(2));
        })
    };
    let title = "The band covers the holes";
    begins("band.over-handle", &holes(eighths(27)), &holes(eighths(28)), Level::Warns, title);
}

#[test]
fn the_widest_tab_a_narrow_panel_hides_is_offered() {
    // Half of a gusset of ⅜ is all that lies over the tab: 3⁄16.
    let narrow = changed(&brief("3", "5", "3/8"), |own| own.round.start = RoundStart::HalfGusset);
    let wide = verdict(&narrow, "tab.wide");
    let tabs: Vec<Length> = wide.remedies.iter().map(|remedy| remedy.brief.tab).collect();
    assert!(tabs.contains(&Length::sixty_fourths(12)), "{:?}", offers(&wide));
}

#[test]
fn on_grooves_the_hem_lies_on_one_too() {
    let hemmed = |depth| changed(&brief("3 1/16", "5", "2"), |own| own.top = Top::HemIn { depth });
    let off = verdict(&hemmed(Length::sixty_fourths(60)), "groove.off");
    assert!(!off.remedies.is_empty());
    for remedy in &off.remedies {
        assert!(remedy.brief.top.depth().is_on(GROOVE), "{}", remedy.title);
    }
}

#[test]
fn ears_are_let_fold_by_slitting_up_or_by_plain_gussets() {
    let ears = changed(&brief("4", "5", "2"), |own| {
        own.build = Build::CradlePair { squares: Squares::SlitLevel };
        own.gusset_crease = GussetCrease::Centre;
    });
    let stiff = verdict(&ears, "build.ears-stiffen");
    let offered = |is: fn(&Brief) -> bool| stiff.remedies.iter().any(|remedy| is(&remedy.brief));
    assert!(offered(|brief| brief.gusset_crease == GussetCrease::None), "{:?}", offers(&stiff));
    assert!(offered(|brief| matches!(brief.build, Build::CradlePair { squares: Squares::SlitUp })));
}
