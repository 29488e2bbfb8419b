//! What the answers promise one another, over random bags: every id, place and number that one part of an answer gives is there
//! in the other, and what is read back says the same.

use super::{Service, service};
use axum::http::StatusCode;
use proptest::prelude::*;
use proptest::sample::{select, subsequence};
use proptest::test_runner::{Config, TestRunner};
use serde_json::{Value, json};
use std::collections::BTreeSet;

const PLACES: [&str; 8] = [
    "left_back_corner",
    "right_back_corner",
    "left_front_corner",
    "right_front_corner",
    "left_gusset_centre",
    "right_gusset_centre",
    "inside_back",
    "inside_front",
];

fn eighths(range: std::ops::Range<i64>) -> impl Strategy<Value = String> {
    range.prop_map(|n| format!("{n}/8 in"))
}

fn places() -> impl Strategy<Value = Vec<&'static str>> {
    subsequence(PLACES.to_vec(), 1..5)
}

fn build() -> impl Strategy<Value = Value> {
    let all_round = prop_oneof![
        2 => Just(Value::Null),
        1 => Just(json!({ "kind": "at_base_line" })),
        1 => Just(json!({ "kind": "above" })),
    ];
    prop_oneof![
        Just(json!({ "kind": "wrap" })),
        Just(json!({ "kind": "corner_pair" })),
        select(vec!["slit_up", "slit_level"])
            .prop_map(|squares| json!({ "kind": "cradle_pair", "squares": squares })),
        (places(), all_round)
            .prop_map(|(cuts, all_round)| json!({ "kind": "joined", "cuts": cuts, "all_round": all_round })),
        eighths(3..8).prop_map(|lap| json!({ "kind": "folded_base", "lap": lap })),
        (1_u8..5, eighths(5..12))
            .prop_map(|(pleats, pleat)| json!({ "kind": "pleated_flare", "pleats": pleats, "pleat": pleat })),
    ]
}

fn joins() -> impl Strategy<Value = Value> {
    prop_oneof![
        2 => Just(json!({ "kind": "tabs" })),
        1 => Just(json!({ "kind": "strips" })),
        1 => places().prop_map(|at| json!({ "kind": "mixed", "at": at })),
    ]
}

fn brief() -> impl Strategy<Value = Value> {
    let handles =
        select(vec!["none", "holed_ribbon", "glued_ribbon", "strap", "tube", "hangers", "hand_hole"]);
    let tops = select(vec!["raw", "hem_in", "hem_out", "flap"]);
    let creases = select(vec!["none", "centre", "pair", "fold_flat_back", "fold_flat_both"]);
    let extras = subsequence(vec!["insert", "tag", "reinforcement", "handle_strips", "mats"], 0..3);
    let sheets = select(vec![("12 in", "12 in"), ("6 in", "6 in"), ("30 in", "40 in"), ("210 mm", "297 mm")]);
    let size = (eighths(16..70), eighths(24..90), eighths(8..40));
    (size, build(), joins(), handles, tops, creases, extras, sheets, any::<bool>()).prop_map(
        |((width, height, gusset), build, joins, handle, top, crease, extras, (wide, tall), metric)| {
            json!({
                "finished": { "width": width, "height": height, "gusset": gusset },
                "build": build, "joins": joins, "extras": extras, "gusset_crease": crease,
                "top": { "kind": top }, "fittings": { "handle": { "kind": handle } },
                "sheet": { "width": wide, "height": tall },
                "unit": if metric { "metric" } else { "inch" },
            })
        },
    )
}

/// Runs a check over random briefs that can be planned.
fn over_briefs(cases: u32, check: impl Fn(&Service, &Value, &Value)) {
    let runtime = tokio::runtime::Builder::new_multi_thread().enable_all().build().unwrap();
    let service = service();
    let mut runner = TestRunner::new(Config { cases, failure_persistence: None, ..Config::default() });
    let test = |brief: Value| {
        let answer = runtime.block_on(service.post("/api/plan", &brief));
        prop_assume!(answer.status == StatusCode::OK);
        let plan = answer.json();
        let checked = std::panic::catch_unwind(std::panic::AssertUnwindSafe(|| {
            runtime.block_on(async { check(&service, &brief, &plan) });
        }));
        prop_assert!(checked.is_ok(), "{brief}");
        Ok(())
    };
    runner.run(&brief(), test).unwrap();
}

fn list<'a>(value: &'a Value, name: &str) -> &'a Vec<Value> {
    value[name].as_array().unwrap_or_else(|| panic!("no list {name} in {value}"))
}

fn place(value: &Value) -> usize {
    usize::try_from(value.as_u64().unwrap_or_else(|| panic!("no number: {value}"))).unwrap()
}

fn ids(piece: &Value, of: &str) -> BTreeSet<String> {
    let all: Vec<String> = list(piece, of).iter().map(|one| one["id"].as_str().unwrap().to_owned()).collect();
    let once: BTreeSet<String> = all.iter().cloned().collect();
    assert_eq!(once.len(), all.len(), "{of} named twice");
    once
}

/// Every line, piece and sheet that a plan speaks of is one that it draws.
#[test]
fn what_a_plan_speaks_of_is_there() {
    over_briefs(200, |_, _, plan| {
        let pieces = list(plan, "pieces");
        for pass in list(plan, "passes") {
            let creases = ids(&pieces[place(&pass["piece"])], "creases");
            for line in list(pass, "lines") {
                for crease in list(line, "creases") {
                    assert!(creases.contains(crease.as_str().unwrap()), "{pass}");
                }
            }
            for slant in list(pass, "slants") {
                assert!(creases.contains(slant["crease"].as_str().unwrap()), "{pass}");
            }
            // As it lies on the board the piece is as large as it is, and what is scored lies on it.
            let laid = [0, 1].map(|side: usize| pass["laid_mm"][side].as_f64().unwrap());
            let piece = &pieces[place(&pass["piece"])];
            let own = ["width_mm", "height_mm"].map(|side| piece[side].as_f64().unwrap());
            assert!(laid == own || laid == [own[1], own[0]], "{pass}");
            let mut on_it = list(pass, "lines").iter().map(|line| (&line["at_mm"], &line["to_mm"]));
            assert!(
                on_it.all(|(x, y)| x.as_f64().unwrap() < laid[0] && y.as_f64().unwrap() <= laid[1]),
                "{pass}"
            );
        }
        for about in list(plan, "verdicts").iter().flat_map(|verdict| list(verdict, "about")) {
            if about["what"] == "crease" {
                let creases = ids(&pieces[place(&about["piece"])], "creases");
                assert!(creases.contains(about["id"].as_str().unwrap()), "{about}");
            }
        }
        let mut laid = vec![0; pieces.len()];
        for sheet in list(&plan["layout"], "sheets") {
            for placed in list(sheet, "placed") {
                match placed["piece"].as_u64() {
                    Some(piece) => laid[piece as usize] += sheet["times"].as_u64().unwrap(),
                    None => assert!(placed["small"].is_string(), "{placed}"),
                }
            }
        }
        let wanted: Vec<u64> = pieces.iter().map(|piece| piece["count"].as_u64().unwrap()).collect();
        assert_eq!(laid, wanted, "pieces on sheets");
        for step in list(plan, "steps") {
            assert!(step["pass"].is_null() || place(&step["pass"]) < list(plan, "passes").len(), "{step}");
        }
    });
}

/// Everything that is drawn of a piece lies on it.
#[test]
fn what_is_drawn_lies_on_its_piece() {
    over_briefs(200, |_, _, plan| {
        for piece in list(plan, "pieces") {
            let (wide, tall) = (piece["width_mm"].as_f64().unwrap(), piece["height_mm"].as_f64().unwrap());
            let inside = |x: &Value, y: &Value| {
                let (x, y) = (x.as_f64().unwrap(), y.as_f64().unwrap());
                assert!((-1e-6..=wide + 1e-6).contains(&x), "{x} of {wide}");
                assert!((-1e-6..=tall + 1e-6).contains(&y), "{y} of {tall}");
            };
            for line in list(piece, "creases").iter().chain(list(piece, "cuts")) {
                inside(&line["x1"], &line["y1"]);
                inside(&line["x2"], &line["y2"]);
            }
            for corner in list(piece, "outline")
                .iter()
                .chain(list(piece, "glue").iter().flat_map(|glue| list(glue, "corners")))
            {
                inside(&corner[0], &corner[1]);
            }
            let ends = |of: &str| -> Vec<(f64, f64)> {
                list(piece, of)
                    .iter()
                    .map(|one| (one["from_mm"].as_f64().unwrap(), one["to_mm"].as_f64().unwrap()))
                    .collect()
            };
            // Columns and rows share their edges and make up the piece.
            for (spans, whole) in [(ends("columns"), wide), (ends("rows"), tall)] {
                assert!(
                    spans.first().unwrap().0.abs() < 1e-6 && (spans.last().unwrap().1 - whole).abs() < 1e-6
                );
                assert!(spans.windows(2).all(|pair| (pair[0].1 - pair[1].0).abs() < 1e-6), "{spans:?}");
            }
        }
        for sheet in list(&plan["layout"], "sheets") {
            let over = list(sheet, "overhang_mm").iter().any(|by| by.as_f64().unwrap() > 0.0);
            for space in
                list(sheet, "placed").iter().map(|placed| &placed["space"]).chain(list(sheet, "offcuts"))
            {
                let end = |at: &str, size: &str| space[at].as_f64().unwrap() + space[size].as_f64().unwrap();
                let fits = end("x_mm", "width_mm") <= sheet["width_mm"].as_f64().unwrap() + 1e-6
                    && end("y_mm", "height_mm") <= sheet["height_mm"].as_f64().unwrap() + 1e-6;
                assert!(fits || over, "{space}");
            }
        }
    });
}

/// A plan's brief says the same bag: planned again it is the same to the letter, and ready is what nothing blocks.
#[test]
fn a_brief_that_is_written_out_is_the_same_bag() {
    over_briefs(120, |service, _, plan| {
        let again = tokio::task::block_in_place(|| {
            tokio::runtime::Handle::current().block_on(service.post("/api/plan", &plan["brief"]))
        });
        assert_eq!(&again.json(), plan);
        let blocked = list(plan, "verdicts").iter().any(|verdict| verdict["level"] == "blocks");
        assert_eq!(plan["ready"].as_bool().unwrap(), !blocked);
        let passed = list(&plan["proof"], "items").iter().all(|item| item["passed"].as_bool().unwrap());
        assert_eq!(plan["proof"]["passed"].as_bool().unwrap(), passed);
        assert!(blocked || passed, "a ready bag whose proof fails");
    });
}

/// Every facet of the folded bag belongs to a piece that is drawn, every pose places every facet, and what is measured is
/// measured on facets that are there.
#[test]
fn the_fold_speaks_of_the_same_paper() {
    over_briefs(60, |service, brief, plan| {
        let fold = tokio::task::block_in_place(|| {
            tokio::runtime::Handle::current().block_on(service.post("/api/fold", brief))
        });
        let fold = fold.json();
        let facets = list(&fold, "facets");
        for facet in facets {
            assert!(place(&facet["piece"]) < list(plan, "pieces").len(), "{facet}");
            assert!(list(facet, "flat").len() >= 3, "{facet}");
        }
        let poses = list(&fold, "poses");
        for pose in poses
            .iter()
            .map(|pose| &pose["facets"])
            .chain(fold["flat"]["pose"].is_array().then(|| &fold["flat"]["pose"]))
        {
            let corners: Vec<usize> =
                pose.as_array().unwrap().iter().map(|corners| corners.as_array().unwrap().len()).collect();
            let wanted: Vec<usize> = facets.iter().map(|facet| list(facet, "flat").len()).collect();
            assert_eq!(corners, wanted);
        }
        assert_eq!(poses[0]["t"], 0.0);
        assert_eq!(poses[poses.len() - 1]["t"], 1.0);
        let checks = list(&fold, "checks");
        assert_eq!(checks.len(), list(&plan["proof"], "items").len());
        for facet in checks.iter().flat_map(|check| check.as_array().unwrap()) {
            assert!(place(facet) < facets.len(), "{facet}");
        }
        // What is put on the bag stands beside the facets, each with a name of its own.
        let standing = &fold["fittings"];
        assert_eq!(list(standing, "facets").len(), list(standing, "pose").len());
        assert!(list(standing, "facets").iter().all(|facet| facet["what"].is_string()));
    });
}

/// A measurement of the drawing says what the brief says in its field, in its unit.
#[test]
fn measurements_are_those_of_the_brief() {
    over_briefs(200, |_, _, plan| {
        for dimension in list(plan, "dimensions") {
            let field = dimension["field"].as_str().unwrap();
            let own = field.split('.').fold(&plan["brief"], |value, name| &value[name]);
            let editable = dimension["editable"].as_str().unwrap();
            assert!(place(&dimension["piece"]) < list(plan, "pieces").len());
            assert!(
                dimension["from_mm"].as_f64().unwrap() < dimension["to_mm"].as_f64().unwrap(),
                "{dimension}"
            );
            // Flaps that are full or lap follow the gusset: they have no depth of their own.
            let Some(own) = own.as_str() else {
                assert_eq!(field, "base.depth", "{dimension}");
                continue;
            };
            let mm = |text: &str| -> f64 {
                let unit = if plan["unit"] == "in" {
                    wide_fold_core::Unit::Inch
                } else {
                    wide_fold_core::Unit::Metric
                };
                wide_fold_core::Length::parse(text, unit).unwrap().mm()
            };
            assert!((mm(own) - mm(editable)).abs() < 1e-6, "{field}: {own} and {editable}");
            assert!((mm(own) - dimension["mm"].as_f64().unwrap()).abs() < 1e-6, "{dimension}");
        }
    });
}

/// Parts of several bags are handed back to the bags they belong to, every one as often as it is wanted.
#[test]
fn parts_of_several_bags_go_back_to_their_bags() {
    over_briefs(60, |service, brief, plan| {
        let small = json!({ "finished": { "width": "3", "height": "4", "gusset": "1 1/2" } });
        // A name may look like another bag's part.
        let bags = json!({ "bags": [
            { "name": "Vase", "brief": brief, "copies": 2 },
            { "name": "Vase: front", "brief": small, "copies": 3 },
        ] });
        let layout = tokio::task::block_in_place(|| {
            tokio::runtime::Handle::current().block_on(service.post("/api/layout", &bags))
        });
        let batches = layout.json();
        let mut taken = [0, 0];
        let mut too_large = 0;
        for batch in batches.as_array().unwrap() {
            let names = list(batch, "bags");
            too_large += list(batch, "too_large").len();
            for sheet in list(batch, "cuts") {
                for placed in list(sheet, "placed") {
                    let bag = &names[place(&placed["bag"])];
                    assert!(
                        placed["small"]
                            .as_str()
                            .unwrap()
                            .starts_with(&format!("{}: ", bag.as_str().unwrap()))
                    );
                    taken[usize::from(bag == "Vase: front")] += sheet["times"].as_u64().unwrap();
                }
            }
        }
        if too_large == 0 {
            let pieces: u64 = list(plan, "pieces").iter().map(|piece| piece["count"].as_u64().unwrap()).sum();
            assert!(taken[0] >= pieces * 2, "{taken:?} of {pieces}");
            assert_eq!(taken[1], 3);
        }
    });
}
