//! Whatever can be asked for can be written down and read again, exactly.
use proptest::prelude::*;
use serde_json::Value;
use wide_fold_core::brief::{
    Across, AllRound, BackingKind, BaseName, Board, Build, BuildName, ClosingOrder, ClosureKind, CreaseName,
    Cuts, Direction, Edge, EdgeBy, EdgeLine, FaceSide, HandleKind, Insert, Joins, Knot, Places, Round,
    RoundStart, ScoreFace, Squares, Stands, Stops, TopName,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::gift::{Gift, Lie, Lies, Thing, Together};
use wide_fold_core::mass::Mass;
use wide_fold_core::sheet::Printed;
use wide_fold_core::{Brief, Guide, Length, Plan, Sheet, Unit};
use wide_fold_formats::brief_json::renewed;
use wide_fold_formats::{BriefText, read_brief, sheet_svg};

prop_compose! {
    /// Any brief, lengths in hundredths of a millimetre: most of them no fraction of an inch.
    fn brief()(
        w in 700_i64..30_000, h in 700_i64..30_000, d in 700_i64..15_000, tab in 200_i64..3_000, notch in 0_i64..2_000,
        other in 700_i64..5_000, base in 0_usize..BaseName::ALL.len(), top in 0_usize..TopName::ALL.len(), build in 0_usize..BuildName::ALL.len(), crease in 0_usize..CreaseName::ALL.len(), start in 0_usize..3,
        flags in prop::array::uniform8(any::<bool>()), kind in 0_usize..HandleKind::ALL.len(), closure in 0_usize..ClosureKind::ALL.len(), load in prop::option::of(1_i64..40),
    ) -> Brief {
        let n = |n| Length::from_nm(n * 10_000);
        let mut brief = Brief::new(n(w), n(h), n(d));
        (brief.tab, brief.notch) = (n(tab), n(notch));
        brief.base = BaseName::ALL[base].of(n(other));
        let depth = n(other);
        let corner = n(other / 4);
        brief.top = TopName::ALL[top].of(FaceSide::Front, depth, corner);
        let squares = if flags[6] { Squares::SlitLevel } else { Squares::SlitUp };
        // A run of pieces is cut at one place at least.
        let at = Places::every().nth(w as usize % 255).unwrap();
        brief.build = BuildName::ALL[build].of(Cuts { at, ..Cuts::default() }, squares, 1 + crease as u8, n(other));
        brief.hem_slit = flags[7];
        brief.edge = Edge {
            line: EdgeLine::ALL[kind % 4],
            by: if flags[3] { EdgeBy::Punched } else { EdgeBy::Drawn },
            repeat: flags[2].then(|| n(other)),
            rise: flags[1].then(|| n(other / 2)),
        };
        let start = RoundStart::ALL[start];
        brief.round = Round { start, direction: if flags[0] { Direction::Left } else { Direction::Right } };
        let across = [Across::Back, Across::BothFaces, Across::Unscored][base % 3];
        brief.gusset_crease = CreaseName::ALL[crease].of(across);
        if flags[1] {
            brief.joins = Joins::Strips { width: n(other) };
        }
        brief.closing = if flags[2] { ClosingOrder::GussetsFirst } else { ClosingOrder::BackFirst };
        brief.score_face = if flags[3] { ScoreFace::InsideThroughout } else { ScoreFace::OutsideOfFold };
        brief.sheet.printed = if flags[4] { Printed::Both } else { Printed::One };
        (brief.sheet.directional, brief.sheet.turned) = (flags[5], flags[6]);
        if flags[4] && flags[5] {
            brief.side_sheet = Some(Sheet { width: n(w + 3_000), turned: false, ..brief.sheet.clone() });
            brief.extras = Extras::of([Extra::Tag, Extra::Insert]);
            brief.weights.all_round = 9;
            let cuts = Cuts { at: Places::every().nth(254).unwrap(), back_part: (w > 2_000).then(|| brief.finished.width.half()), all_round: None };
            brief.build = Build::Joined { cuts };
        }
        brief.unit = if flags[7] { Unit::Metric } else { Unit::Inch };
        let fittings = &mut brief.fittings;
        (fittings.handle.kind, fittings.closure.kind) = (HandleKind::ALL[kind], ClosureKind::ALL[closure]);
        fittings.handle.stands = match (flags[1], flags[2]) {
            (false, _) => Stands::Customary,
            (true, false) => Stands::High(n(other)),
            (true, true) => Stands::Long(n(other)),
        };
        fittings.handle.knot = if flags[2] { Knot::Triple } else { Knot::Double };
        fittings.backing.kind = BackingKind::ALL[base % 3];
        fittings.backing.depth = flags[3].then(|| n(tab));
        fittings.insert = [Insert::None, Insert::Single, Insert::Double][top % 3];
        let decoration = &mut fittings.decoration;
        (decoration.faces, decoration.gussets, decoration.flap) = (flags[4], flags[5], flags[6]);
        (decoration.medallion, decoration.medallion_across) = (flags[3], flags[4].then(|| n(other)));
        (decoration.band, decoration.pocket, decoration.clear_of_folds) = (flags[7], flags[0], flags[1]);
        (decoration.holds_width, decoration.holds_height) = (flags[5].then(|| n(700 + w)), flags[6].then(|| n(700 + h)));
        decoration.margin = flags[2].then(|| n(notch));
        fittings.load = load.map(Mass::half_pounds);
        fittings.punch.reach = n(tab + other);
        let stops = [Stops::Left, Stops::Right, Stops::Both][usize::from(flags[3]) + usize::from(flags[4])];
        brief.board = Board { groove: n(500), reach: n(30_000), stops, hangs_over: flags[3] };
        let guide = Guide {
            name: "Any guide".to_owned(),
            gusset: brief.finished.gusset,
            flap: n(700 + other / 2),
            widths: vec![n(700), brief.finished.width],
            reach: n(20_000),
            taper: n(notch / 24),
            way: wide_fold_core::GuideWay { base_on_board: flags[3], left_handed: flags[4] },
        };
        brief.guide = flags[6].then(|| guide.in_order());
        let thing = match kind % 6 {
            0 => Thing::Box { width: n(w), depth: n(d), height: n(h) },
            1 => Thing::Cylinder { across: n(w), height: n(h) },
            2 => Thing::Bottle { across: n(d), height: n(h) },
            3 => Thing::Ball { across: n(w) },
            4 => Thing::Flat { width: n(w), height: n(h), thick: n(tab) },
            _ => Thing::Odd { widest: n(w), deepest: n(d), tallest: n(h) },
        };
        let together = [Together::Stacked, Together::SideBySide, Together::TwoRows][kind % 3];
        let gift = Gift {
            things: vec![thing; 1 + crease],
            together,
            lies: if flags[1] { Lies::NONE.with(crease, Lie::ALL[kind % 3]).with(0, Lie::ALL[w as usize % 3]) } else { Lies::all(crease) },
            turned: flags[2],
            room: flags[3].then(|| n(notch)),
            headroom: flags[4].then(|| n(tab)),
        };
        brief.gift = flags[5].then_some(gift);
        brief.heard = flags[2].then(|| "12 × 8½, score at 2,\nturn".to_owned());
        brief
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    #[test]
    fn written_then_read_is_the_same(brief in brief()) {
        let json = serde_json::to_value(BriefText::from(&brief)).unwrap();
        prop_assert_eq!(read_brief(&json), Ok(brief));
    }

    #[test]
    fn every_plan_can_be_drawn(brief in brief()) {
        let plan = Plan::new(&brief).unwrap();
        // A hole may lie over the edge of the paper, which is said and drawn as it is.
        let off = ["handle.hole-over-line", "handle.hole-off-face", "handle.hem-edge"];
        prop_assume!(plan.verdicts.iter().all(|verdict| !off.contains(&verdict.code)));
        for index in 0..plan.layout.sheets.len() {
            let svg = sheet_svg(&plan, "any bag", index).unwrap();
            let tree = usvg::Tree::from_str(&svg, &usvg::Options::default()).unwrap();
            // The first cut is the outline: as large as the piece, in px at 96 to the inch.
            let cut = tree.node_by_id("cut").unwrap().abs_bounding_box();
            let piece = &plan.pieces[plan.layout.sheets[index].piece().unwrap()];
            let mm = |px: f32| f64::from(px) / 96.0 * 25.4;
            prop_assert!((mm(cut.width()) - piece.width.mm()).abs() < 1e-2);
            prop_assert!((mm(cut.height()) - piece.height.mm()).abs() < 1e-2, "{} {}: {:?}", mm(cut.height()), piece.height.mm(), piece.blank.shaped);
        }
    }
}

/// A brief whose sheets are spelled as they were before papers were spelled once.
fn sheets_before(now: &Value) -> Value {
    let mut brief = now.clone();
    for name in ["sheet", "side_sheet"] {
        let Some(sheet) = brief.get_mut(name).and_then(Value::as_object_mut) else { continue };
        let up = sheet.remove("pattern").unwrap() == "up";
        sheet.insert("directional".to_owned(), up.into());
        if let Some(weight) = sheet.remove("weight") {
            let figure: u32 = weight.as_str().unwrap().trim_end_matches(" g/m²").parse().unwrap();
            sheet.insert("grammage".to_owned(), figure.into());
        }
        if let Some(thickness) = sheet.remove("thickness") {
            sheet.insert("caliper".to_owned(), thickness);
        }
    }
    brief
}

/// A brief in the spelling before: one flat list of what all builds together may need, as the program wrote it then.
fn flat(now: &Value) -> Value {
    let mut fields = now.as_object().unwrap().clone();
    let Some(Value::Object(mut build)) = fields.remove("build") else { panic!("{now}") };
    let Some(Value::Object(mut joins)) = fields.remove("joins") else { panic!("{now}") };
    let mut put = |name: &str, value: Option<Value>| value.map(|value| fields.insert(name.to_owned(), value));
    put("build", build.remove("kind"));
    // It wrote the squares of every bag, and the level as a length of its own.
    put("squares", Some(build.remove("squares").unwrap_or("slit_up".into())));
    put(
        "level",
        build
            .remove("all_round")
            .map(|own| if own["kind"] == "above" { own["rise"].clone() } else { "0 in".into() }),
    );
    for (name, before) in [
        ("cuts", "cuts"),
        ("back_part", "back_part"),
        ("lap", "base_lap"),
        ("pleats", "pleats"),
        ("pleat", "pleat"),
    ] {
        put(before, build.remove(name));
    }
    put("joins", joins.remove("kind"));
    put("strip", joins.remove("width"));
    put("strips_at", joins.remove("at"));
    assert!(build.is_empty() && joins.is_empty(), "{build:?} {joins:?}");
    Value::Object(fields)
}

proptest! {
    /// Whatever bag was written before is renewed to what is written of it now, and what is written now is left alone.
    #[test]
    fn any_brief_of_the_spelling_before_is_renewed(brief in any_build()) {
        let now = serde_json::to_value(BriefText::from(&brief)).unwrap();
        // The first spelling, the second, and one of neither alone.
        for before in [flat(&sheets_before(&now)), sheets_before(&now), flat(&now)] {
            prop_assert!(read_brief(&before).is_err(), "{before}");
            let today = renewed(&before).unwrap();
            prop_assert_eq!(read_brief(&today).unwrap(), brief.clone());
            prop_assert_eq!(renewed(&today), None);
        }
        prop_assert_eq!(renewed(&now), None);
    }
}

/// Bags of every build and every way to join them.
fn any_build() -> impl Strategy<Value = Brief> {
    let rise = prop::option::of(0_i64..20);
    (0_usize..BuildName::ALL.len(), 0_usize..3, 1_usize..255, 0_usize..255, rise, 5_i64..12, any::<bool>())
        .prop_map(|(build, joins, cuts, at, rise, n, flag)| {
            let places = |nth: usize| Places::every().nth(nth).unwrap();
            let length = Length::eighths(n);
            let mut brief = Brief::new(Length::inches(6), Length::inches(9), Length::inches(3));
            let cuts = Cuts {
                at: places(cuts - 1),
                back_part: flag.then_some(length),
                all_round: rise.map(Length::eighths).map(AllRound::at),
            };
            let (squares, pleats) = if flag { (Squares::SlitLevel, 2) } else { (Squares::SlitUp, 3) };
            brief.build = BuildName::ALL[build].of(cuts, squares, pleats, length);
            brief.joins = [
                Joins::Tabs,
                Joins::Strips { width: length },
                Joins::Mixed { width: length, at: places(at) },
            ][joins];
            brief
        })
}
