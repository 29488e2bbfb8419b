//! Many bags by a date: planned, cut, ticked, spoiled and undone, and the shelf with it.

use super::{Answer, Service, brief, service};
use axum::http::{Method, StatusCode};
use proptest::prelude::*;
use rstest::rstest;
use serde_json::{Value, json};
use std::collections::BTreeMap;

/// A day that is never past.
const DAY: &str = "2999-12-05";

async fn bag(service: &Service, name: &str, brief: Value) -> i64 {
    let made = service.post("/api/bags", &json!({ "name": name, "brief": brief })).await;
    assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
    made.json()["id"].as_i64().unwrap()
}

fn draft(lines: &[Value]) -> Value {
    json!({ "name": "Kiln opening", "date": DAY, "lines": lines, "evenings": [{ "date": "2999-12-03", "minutes": 60 }] })
}

async fn run(service: &Service, lines: &[Value]) -> Value {
    let made = service.post("/api/runs", &draft(lines)).await;
    assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
    made.json()
}

/// Six bud vases (3¾ × 6½ × 2: one 12 × 8½ of a 12 × 12 each) from a pad of 24.
async fn vases(service: &Service, copies: u32) -> Value {
    let vase = bag(service, "Bud vase", brief("3 3/4 in", "6 1/2 in", "2 in")).await;
    run(service, &[json!({ "bag": vase, "copies": copies })]).await
}

async fn sheets_of(service: &Service, paper: &Value) -> i64 {
    let shelf = service.get("/api/shelf").await.json();
    let papers = shelf["papers"].as_array().unwrap();
    papers.iter().find(|own| own["id"] == *paper).unwrap()["paper"]["count"].as_i64().unwrap()
}

async fn cut(service: &Service, done: u32) -> Answer {
    service.put("/api/runs/1/cuts", "*", &json!({ "list": 0, "lot": 0, "done": done })).await
}

async fn tick(service: &Service, batch: &Value, done: u32) -> Answer {
    let task = &batch["tasks"][0];
    service
        .put("/api/runs/1/ticks", "*", &json!({ "line": task["line"], "key": task["key"], "done": done }))
        .await
}

/// Two windows on one run, each with what it saw last: every count that is taken counts, none is lost or made twice, and the shelf is
/// less by just as much. A window that saw another count is told, and looks again.
#[rstest]
#[case(1)]
#[case(7)]
#[case(40)]
#[tokio::test]
async fn two_windows_lose_no_count(service: Service, #[case] seed: u64) {
    let run = vases(&service, 6).await;
    let paper = run["lines"][0]["paper"].clone();
    let before = sheets_of(&service, &paper).await;
    let (mut dice, mut taken) = (seed, 0_i64);
    let look = async |service: &Service| service.get("/api/runs/1").await.json();
    let mut windows = [look(&service).await, look(&service).await];
    for _ in 0..24 {
        dice = dice.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        let window = &mut windows[(dice >> 33) as usize % 2];
        let seen = window["lists"][0]["lots"][0]["done"].as_u64().unwrap();
        let by: i64 = if dice >> 40 & 3 == 0 { -1 } else { 1 };
        let done = u64::try_from(i64::try_from(seen).unwrap() + by).unwrap_or(0).min(6);
        let body = json!({ "list": 0, "lot": 0, "done": done, "seen": seen, "laid": window["laid"] });
        let answer = service.put("/api/runs/1/cuts", "*", &body).await;
        let now = look(&service).await;
        let is = now["lists"][0]["lots"][0]["done"].as_u64().unwrap();
        match answer.status {
            StatusCode::OK => {
                taken += i64::try_from(done).unwrap() - i64::try_from(seen).unwrap();
                assert_eq!(is, done);
            }
            StatusCode::CONFLICT => {
                // Somebody else has counted: what was kept stands.
                assert_ne!(is, seen, "{}", answer.text);
                assert!(answer.text.contains("somebody else has counted too"), "{}", answer.text);
            }
            other => panic!("{other}: {}", answer.text),
        }
        assert_eq!(i64::try_from(is).unwrap(), taken);
        assert_eq!(sheets_of(&service, &paper).await, before - taken);
        // Told or not, a window looks again only now and then.
        if dice >> 45 & 1 == 0 || answer.status == StatusCode::CONFLICT {
            *window = now;
        }
    }
    // Another laying out is another sheet, whatever its place.
    let body = json!({ "list": 0, "lot": 0, "done": 0, "laid": -1 });
    let answer = service.put("/api/runs/1/cuts", "*", &body).await;
    assert!(
        answer.status == StatusCode::CONFLICT && answer.text.contains("laid out anew"),
        "{}",
        answer.text
    );
}

#[rstest]
#[tokio::test]
async fn a_run_is_cut_ticked_spoiled_and_undone_and_the_shelf_follows(service: Service) {
    let run = vases(&service, 6).await;
    let paper = run["lines"][0]["paper"].clone();
    assert_eq!(run["papers"][0]["takes"], "6 sheets");
    let before = sheets_of(&service, &paper).await;
    let scores = run["work"][0].clone();
    // Nothing is scored before it is cut.
    let early = tick(&service, &scores, 1).await;
    assert_eq!(
        (early.status, early.json()["type"].clone()),
        (StatusCode::CONFLICT, json!("/problems/not-cut-yet"))
    );
    assert_eq!(cut(&service, 4).await.json(), json!({ "done": 4, "of": 6 }));
    assert_eq!(sheets_of(&service, &paper).await, before - 4);
    assert_eq!(tick(&service, &scores, 4).await.status, StatusCode::OK);
    assert_eq!(tick(&service, &scores, 5).await.status, StatusCode::CONFLICT);
    assert_eq!(tick(&service, &scores, 7).await.status, StatusCode::CONFLICT);
    // One is spoiled at the fold: a sheet more, and everything scored on it once more.
    let now = service.get("/api/runs/1").await.json();
    let work = now["work"].as_array().unwrap();
    let fold = work.iter().find(|batch| batch["title"] == "Fold and burnish").unwrap();
    let spoiled = json!({ "line": 1, "part": 0, "key": fold["tasks"][0]["key"] });
    assert_eq!(service.post("/api/runs/1/spoils", &spoiled).await.status, StatusCode::NO_CONTENT);
    let now = service.get("/api/runs/1").await.json();
    assert_eq!(
        (&now["papers"][0]["takes"], &now["papers"][0]["taken"]),
        (&json!("3 sheets"), &json!("4 sheets"))
    );
    assert_eq!((&now["work"][0]["done"], &now["work"][0]["of"]), (&json!(4), &json!(7)));
    assert_eq!(
        (&now["lines"][0]["parts"][0]["there"], &now["lines"][0]["parts"][0]["wanted"]),
        (&json!(3), &json!(3))
    );
    assert_eq!(now["last"], "one piece of Bud vase spoiled");
    // Undone, step by step, everything is as it was.
    for says in ["one piece of Bud vase spoiled", "4 × Bud vase ticked", "4 sheets cut"] {
        let undone = service.send(Method::POST, "/api/runs/1/undo", &[], "").await;
        assert_eq!(undone.json()["says"], says);
    }
    assert_eq!(service.send(Method::POST, "/api/runs/1/undo", &[], "").await.status, StatusCode::CONFLICT);
    assert_eq!(sheets_of(&service, &paper).await, before);
    assert_eq!(service.get("/api/runs/1").await.json(), run);
}

#[rstest]
#[tokio::test]
async fn what_is_missing_is_to_be_bought_and_nothing_is_cut_without_it(service: Service) {
    let run = vases(&service, 30).await;
    assert_eq!(run["papers"][0]["short"], "6 more sheets");
    assert_eq!(run["buy"], json!(["6 more sheets of Speckled stoneware pad"]));
    let refused = cut(&service, 25).await;
    assert_eq!(refused.status, StatusCode::CONFLICT);
    assert!(refused.json()["detail"].as_str().unwrap().contains("takes 25 sheets"), "{}", refused.text);
    assert_eq!(cut(&service, 24).await.status, StatusCode::OK);
    let now = service.get("/api/runs/1").await.json();
    assert_eq!(
        (&now["papers"][0]["short"], &now["papers"][0]["there"]),
        (&json!("6 more sheets"), &json!("nothing"))
    );
}

#[rstest]
#[tokio::test]
async fn what_an_earlier_run_holds_is_not_there_for_a_later_one(service: Service) {
    vases(&service, 20).await;
    let line = json!({ "bag": 1, "copies": 10 });
    let mut later = draft(std::slice::from_ref(&line));
    later["date"] = json!("2999-12-31");
    let second = service.post("/api/runs", &later).await.json();
    assert_eq!(
        (&second["papers"][0]["held"], &second["papers"][0]["short"]),
        (&json!("20 sheets for “Kiln opening”"), &json!("6 more sheets"))
    );
    // The one that comes first knows nothing of it.
    assert_eq!(service.get("/api/runs/1").await.json()["papers"][0]["held"], Value::Null);
    // Put away, it holds nothing any more.
    let mut away = draft(&[json!({ "line": 1, "bag": 1, "copies": 20 })]);
    away["archived"] = json!(true);
    assert_eq!(service.put("/api/runs/1", "\"1\"", &away).await.status, StatusCode::OK);
    assert_eq!(service.get("/api/runs/2").await.json()["papers"][0]["held"], Value::Null);
}

#[rstest]
#[tokio::test]
async fn a_change_of_a_bag_changes_no_run_until_it_is_taken_over(service: Service) {
    let run = vases(&service, 2).await;
    assert_eq!(run["lines"][0]["changed"], false);
    let other = json!({ "name": "Bud vase", "brief": brief("3 1/2 in", "6 1/2 in", "2 in") });
    assert_eq!(service.put("/api/bags/1", "\"1\"", &other).await.status, StatusCode::OK);
    let now = service.get("/api/runs/1").await.json();
    assert_eq!(
        (&now["lines"][0]["changed"], &now["lines"][0]["size"]),
        (&json!(true), &run["lines"][0]["size"])
    );
    let paper = run["lines"][0]["paper"].clone();
    let renewed = draft(&[json!({ "line": 1, "bag": 1, "copies": 2, "paper": paper, "renew": true })]);
    let now = service.put("/api/runs/1", "\"1\"", &renewed).await.json();
    assert_eq!((&now["lines"][0]["changed"], &now["lines"][0]["line"]), (&json!(false), &json!(1)));
    assert_eq!(now["lines"][0]["size"], "3½ × 6½ × 2");
}

#[rstest]
#[case(json!({ "name": "", "date": DAY }), "name")]
#[case(json!({ "name": "a", "date": "2020-01-01" }), "date")]
#[case(json!({ "name": "a", "date": "soon" }), "date")]
#[case(json!({ "name": "a", "date": "2999-02-30" }), "date")]
#[case(json!({ "name": "a", "date": DAY, "lines": [{ "bag": 99, "copies": 1 }] }), "lines.0.bag")]
#[case(json!({ "name": "a", "date": DAY, "lines": [{ "bag": 1, "copies": 0 }] }), "lines.0.copies")]
#[case(json!({ "name": "a", "date": DAY, "lines": [{ "bag": 1, "copies": 501 }] }), "lines")]
#[case(json!({ "name": "a", "date": DAY, "lines": [{ "bag": 1, "copies": 4_294_967_295_u32 }, { "bag": 1, "copies": 9 }] }), "lines")]
#[case(json!({ "name": "a", "date": DAY, "lines": [{ "bag": 1, "copies": 1, "paper": 99 }] }), "lines.0.paper")]
#[case(json!({ "name": "a", "date": DAY, "lines": vec![json!({ "bag": 1, "copies": 1 }); 51] }), "lines")]
#[case(json!({ "name": "a", "date": DAY, "evenings": [{ "date": "2020-01-01", "minutes": 60 }] }), "evenings.0.date")]
#[case(json!({ "name": "a", "date": DAY, "evenings": [{ "date": "2999-12-06", "minutes": 60 }] }), "evenings.0.date")]
#[case(json!({ "name": "a", "date": DAY, "evenings": [{ "date": DAY, "minutes": 0 }] }), "evenings.0.minutes")]
#[case(json!({ "name": "a", "date": DAY, "evenings": [{ "date": DAY, "minutes": 60 }, { "date": DAY, "minutes": 60 }] }), "evenings.1.date")]
#[tokio::test]
async fn what_cannot_be_planned_is_said_with_its_field(
    service: Service,
    #[case] draft: Value,
    #[case] field: &str,
) {
    bag(&service, "Bud vase", brief("3 3/4 in", "6 1/2 in", "2 in")).await;
    let refused = service.post("/api/runs", &draft).await;
    assert_eq!(
        (refused.status, &refused.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)),
        "{}",
        refused.text
    );
    assert!(refused.json()["detail"].as_str().unwrap().ends_with('.'));
    assert_eq!(service.get("/api/runs").await.json()["runs"], json!([]));
}

#[rstest]
#[tokio::test]
async fn a_thousand_lines_are_a_sentence_and_nothing_is_lost(service: Service) {
    let run = vases(&service, 2).await;
    let many = draft(&vec![json!({ "bag": 1, "copies": 1 }); 1000]);
    let refused = service.put("/api/runs/1", "\"1\"", &many).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", refused.text);
    assert_eq!(service.get("/api/runs/1").await.json(), run);
    let zero = json!({ "name": "Kiln opening", "date": DAY, "lines": [{ "line": 1, "bag": 1, "copies": 2, "paper": run["lines"][0]["paper"] }] });
    // No evening at all is a plan in which everything is late, and what would mend it.
    let now = service.put("/api/runs/1", "\"1\"", &zero).await.json();
    assert_eq!(now["evenings"]["late_takes"], now["evenings"]["takes"]);
    let mended = now["evenings"]["remedies"][0]["evenings"].clone();
    let mut draft = zero;
    draft["evenings"] = mended;
    let now = service.put("/api/runs/1", "\"2\"", &draft).await.json();
    assert_eq!(now["evenings"]["late"], json!([]));
}

#[rstest]
#[tokio::test]
async fn costs_add_up_and_are_said_in_the_crafters_currency(service: Service) {
    let costs = json!({ "currency": "£", "glue": "0.05", "insert": "0.10", "hour": "12", "times": "2.5", "step": "0.50" });
    assert_eq!(service.put("/api/costs", "*", &costs).await.status, StatusCode::OK);
    let run = vases(&service, 6).await;
    // Six sheets of 0.65.
    assert_eq!(run["costs"]["kinds"][0], json!({ "name": "Paper", "amount": "£3.90" }));
    let amount = |text: &Value| -> i64 {
        text.as_str().unwrap().trim_start_matches('£').replace('.', "").parse().unwrap()
    };
    let kinds: i64 =
        run["costs"]["kinds"].as_array().unwrap().iter().map(|kind| amount(&kind["amount"])).sum();
    assert_eq!(
        (kinds, amount(&run["lines"][0]["cost"])),
        (amount(&run["costs"]["total"]), amount(&run["costs"]["total"]))
    );
    assert!(amount(&run["costs"]["sold"]) * 2 >= kinds * 5);
    for (spoiled, field) in [
        (json!({ "glue": "much" }), "glue"),
        (json!({ "ribbon": "3.20" }), "ribbon_length"),
        (json!({ "times": "0.5" }), "times"),
        (json!({ "step": "0" }), "step"),
        (json!({ "currency": "doubloons" }), "currency"),
    ] {
        let refused = service.put("/api/costs", "*", &spoiled).await;
        assert_eq!(
            (refused.status, &refused.json()["field"]),
            (StatusCode::UNPROCESSABLE_ENTITY, &json!(field))
        );
    }
    assert_eq!(service.get("/api/costs").await.json(), costs);
}

/// Something a crafter does while working; numbers pick among what there is.
#[derive(Clone, Debug)]
enum Deed {
    Cut(usize, u32),
    Tick(usize, u32),
    Spoil(usize, usize, bool),
    Undo,
    Ask(usize, u32),
    Hold(bool),
    Buy(i64),
    Remove(usize),
}

fn any_deed() -> impl Strategy<Value = Deed> {
    prop_oneof![
        6 => (0_usize..9, 0_u32..7).prop_map(|(lot, done)| Deed::Cut(lot, done)),
        5 => (0_usize..60, 0_u32..9).prop_map(|(task, done)| Deed::Tick(task, done)),
        3 => (0_usize..60, 0_usize..4, any::<bool>()).prop_map(|(task, part, whole)| Deed::Spoil(task, part, whole)),
        5 => Just(Deed::Undo),
        1 => (0_usize..3, 1_u32..8).prop_map(|(line, copies)| Deed::Ask(line, copies)),
        1 => any::<bool>().prop_map(Deed::Hold),
        1 => (1_i64..6).prop_map(Deed::Buy),
        1 => (0_usize..6).prop_map(Deed::Remove),
    ]
}

/// What is on the shelf and off it, and what was cut for runs: sheets, and lengths in nanometres.
fn all(service: &Service) -> (i64, i64) {
    service
        .store
        .read_now(|db| {
            let mut papers = db.prepare("SELECT paper FROM paper")?;
            let papers =
                papers.query_map([], |row| row.get::<_, String>(0))?.collect::<Result<Vec<_>, _>>()?;
            let mut all = (0, 0);
            for text in papers {
                let paper: Value = serde_json::from_str(&text).unwrap();
                let count = paper["count"].as_i64().unwrap();
                if paper["kind"] == "roll" {
                    let length: wide_fold_core::Length = paper["height"].as_str().unwrap().parse().unwrap();
                    all.1 += length.nm() * count;
                } else {
                    all.0 += count;
                }
            }
            let events = wide_fold_kept::runs::events(db, 1)?;
            let taken = wide_fold_answers::planned::taken(&events);
            Ok(taken.values().fold(all, |all, (sheets, length)| (all.0 + sheets, all.1 + length)))
        })
        .unwrap()
}

/// The parts on sheets that are still to be cut, by line's place and name.
fn on_sheets(run: &Value) -> BTreeMap<(u64, String), u64> {
    let mut found = BTreeMap::new();
    let lists = run["lists"].as_array().unwrap();
    for lot in lists.iter().flat_map(|list| list["lots"].as_array().unwrap()) {
        let open = lot["of"].as_u64().unwrap() - lot["done"].as_u64().unwrap();
        for placed in lot["sheet"]["placed"].as_array().unwrap() {
            let part = (placed["bag"].as_u64().unwrap(), placed["small"].as_str().unwrap().to_owned());
            *found.entry(part).or_default() += open;
        }
    }
    found.retain(|_, count| *count > 0);
    found
}

/// What a run says of itself hangs together.
fn hangs_together(run: &Value) {
    let mut wanted: BTreeMap<(u64, String), u64> = BTreeMap::new();
    for (n, line) in (0_u64..).zip(run["lines"].as_array().unwrap()) {
        for part in line["parts"].as_array().unwrap() {
            let of = |field: &str| part[field].as_u64().unwrap();
            let asked = of("each") * line["copies"].as_u64().unwrap();
            // What is there and what is wanted is what was asked for, unless fewer are asked for than were cut.
            assert!(
                of("there") + of("wanted") == asked || of("wanted") == 0 && of("there") > asked,
                "{part}"
            );
            if of("wanted") > 0 {
                *wanted.entry((n, part["name"].as_str().unwrap().to_owned())).or_default() += of("wanted");
            }
        }
        assert!(line["made"].as_u64().unwrap() <= line["copies"].as_u64().unwrap());
    }
    assert_eq!(on_sheets(run), wanted);
    for task in run["work"].as_array().unwrap().iter().flat_map(|batch| batch["tasks"].as_array().unwrap()) {
        let of = |field: &str| task[field].as_u64().unwrap();
        assert!(of("ready") <= of("of"), "{task}");
        // Nothing is ready to be worked on that is not there: what was done for nothing apart.
        let lines = run["lines"].as_array().unwrap();
        let line = lines.iter().find(|line| line["line"] == task["line"]).unwrap();
        if let Some(part) = task["part"].as_u64() {
            let part = &line["parts"][part as usize];
            let asked = part["each"].as_u64().unwrap() * line["copies"].as_u64().unwrap();
            assert!(of("ready") <= part["there"].as_u64().unwrap() + of("of") - asked, "{task} of {part}");
        }
    }
}

async fn done(service: &Service, deed: &Deed) -> (i64, i64) {
    let run = service.get("/api/runs/1").await.json();
    let tasks: Vec<&Value> =
        run["work"].as_array().unwrap().iter().flat_map(|batch| batch["tasks"].as_array().unwrap()).collect();
    let lots: Vec<(usize, usize)> = run["lists"]
        .as_array()
        .unwrap()
        .iter()
        .enumerate()
        .flat_map(|(list, own)| (0..own["lots"].as_array().unwrap().len()).map(move |n| (list, n)))
        .collect();
    let mut more = (0, 0);
    let asked = |change: &dyn Fn(&mut Value)| {
        let lines: Vec<Value> = run["lines"]
            .as_array()
            .unwrap()
            .iter()
            .map(|line| json!({ "line": line["line"], "bag": line["bag"], "copies": line["copies"], "paper": line["paper"] }))
            .collect();
        let mut draft = draft(&lines);
        change(&mut draft);
        draft
    };
    let tag = format!("\"{}\"", run["revision"]);
    let answer = match deed {
        Deed::Cut(n, done) => {
            let Some((list, lot)) = lots.get(*n) else { return more };
            let body = json!({ "list": list, "lot": lot, "done": done });
            service.put("/api/runs/1/cuts", "*", &body).await
        }
        Deed::Tick(n, done) => {
            let task = tasks[n % tasks.len()];
            let body = json!({ "line": task["line"], "key": task["key"], "done": done });
            service.put("/api/runs/1/ticks", "*", &body).await
        }
        Deed::Spoil(n, part, whole) => {
            let task = tasks[n % tasks.len()];
            let part = if *whole { Value::Null } else { json!(part) };
            let body = json!({ "line": task["line"], "part": part, "key": task["key"] });
            service.post("/api/runs/1/spoils", &body).await
        }
        Deed::Undo => service.send(Method::POST, "/api/runs/1/undo", &[], "").await,
        Deed::Ask(line, copies) => {
            let draft = asked(&|draft| draft["lines"][line]["copies"] = json!(copies));
            service.put("/api/runs/1", &tag, &draft).await
        }
        Deed::Hold(holds) => {
            let draft = asked(&|draft| draft["holds"] = json!(holds));
            service.put("/api/runs/1", &tag, &draft).await
        }
        Deed::Buy(count) => {
            more.0 = *count;
            service
                .post(
                    "/api/shelf",
                    &json!({ "name": "Slip card", "width": "12 in", "height": "12 in", "count": count }),
                )
                .await
        }
        Deed::Remove(n) => {
            let shelf = service.get("/api/shelf").await.json();
            let papers = shelf["papers"].as_array().unwrap();
            let Some(paper) = papers.get(*n) else { return more };
            service.send(Method::DELETE, &format!("/api/shelf/{}", paper["id"]), &[], "").await
        }
    };
    assert!(answer.status.as_u16() < 500, "{deed:?}: {}", answer.text);
    if answer.status.is_success() { more } else { (0, 0) }
}

async fn worked(deeds: &[Deed]) {
    let service = service();
    let vase = bag(&service, "Bud vase", brief("3 3/4 in", "6 1/2 in", "2 in")).await;
    let mut pair = brief("6 in", "5 1/2 in", "2 1/4 in");
    pair["build"] = json!({ "kind": "corner_pair" });
    pair["extras"] = json!(["tag"]);
    let bowl = bag(&service, "Tea bowl", pair).await;
    let mut wrapped = brief("7 in", "9 in", "3 in");
    wrapped["sheet"] = json!({ "width": "30 in", "height": "20 in" });
    let tumblers = bag(&service, "Pair of tumblers", wrapped).await;
    let lines = [
        json!({ "bag": vase, "copies": 4 }),
        json!({ "bag": bowl, "copies": 3 }),
        json!({ "bag": tumblers, "copies": 2 }),
    ];
    run(&service, &lines).await;
    let mut there = all(&service);
    for (step, deed) in deeds.iter().enumerate() {
        let more = done(&service, deed).await;
        there = (there.0 + more.0, there.1 + more.1);
        assert_eq!(all(&service), there, "after {step}: {deed:?}");
        let run = service.get("/api/runs/1").await;
        assert_eq!(run.status, StatusCode::OK, "after {step}: {deed:?}: {}", run.text);
        hangs_together(&run.json());
    }
    // All of it can be undone, or says why not, and then the shelf is what it was.
    while service.send(Method::POST, "/api/runs/1/undo", &[], "").await.status.is_success() {}
    assert_eq!(all(&service), there);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]
    #[test]
    fn paper_and_pieces_are_neither_made_nor_lost(deeds in prop::collection::vec(any_deed(), 1..30)) {
        tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap().block_on(worked(&deeds));
    }
}

/// Inches and millimetres in one run: every size says which it is in; in a run of one unit none does.
#[rstest]
#[tokio::test]
async fn units_are_said_where_they_mix(service: Service) {
    let vase = bag(&service, "Bud vase", brief("3 3/4 in", "6 1/2 in", "2 in")).await;
    let mut bowl = brief("100 mm", "160 mm", "60 mm");
    bowl["unit"] = json!("metric");
    let bowl = bag(&service, "Tea bowl", bowl).await;
    let line = |bag: i64| json!({ "bag": bag, "copies": 2 });
    let one = run(&service, &[line(vase)]).await;
    assert_eq!(
        (&one["lines"][0]["size"], &one["lines"][0]["parts"][0]["size"]),
        (&json!("3¾ × 6½ × 2"), &json!("12 × 8½"))
    );
    let both = run(&service, &[line(vase), line(bowl)]).await;
    for (place, unit) in [(0, " in"), (1, " mm")] {
        let own = &both["lines"][place];
        let sizes = own["parts"].as_array().unwrap().iter().map(|part| &part["size"]).chain([&own["size"]]);
        for size in sizes {
            assert!(size.as_str().unwrap().ends_with(unit), "{size}");
        }
    }
}
