//! Runs that are made otherwise half way, held against a count of our own of every piece that was cut: none is forgotten, and none
//! counts for a piece of another size or another paper.

use super::{Service, brief, service};
use axum::http::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};
use std::collections::BTreeMap;

const DAY: &str = "2999-12-05";

/// Pieces by paper and size.
type Count = BTreeMap<(i64, String), i64>;

async fn paper(service: &Service, name: &str, width: &str, height: &str) -> i64 {
    let text = json!({ "name": name, "kind": "sheets", "width": width, "height": height, "count": 300 });
    let made = service.post("/api/shelf", &text).await;
    assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
    made.json()["id"].as_i64().unwrap()
}

/// What is asked for now, as a client sends it.
fn draft(run: &Value) -> Value {
    let lines: Vec<Value> = run["lines"]
        .as_array()
        .unwrap()
        .iter()
        .map(|line| {
            json!({ "line": line["line"], "bag": line["bag"], "copies": line["copies"], "paper": line["paper"], "side_paper": line["side_paper"] })
        })
        .collect();
    json!({ "name": "Kiln opening", "date": DAY, "lines": lines })
}

async fn put(service: &Service, run: &Value, draft: &Value) -> Value {
    let kept = service.put("/api/runs/1", &format!("\"{}\"", run["revision"]), draft).await;
    assert_eq!(kept.status, StatusCode::OK, "{}", kept.text);
    kept.json()
}

async fn told(service: &Service, draft: &Value) -> Vec<Value> {
    let told = service.post("/api/runs/1/changing", draft).await;
    assert_eq!(told.status, StatusCode::OK, "{}", told.text);
    told.json().as_array().unwrap().clone()
}

/// What the run says is there of every piece.
fn there(run: &Value) -> Count {
    let mut all = Count::new();
    for line in run["lines"].as_array().unwrap() {
        let paper = line["paper"].as_i64().unwrap_or(0);
        for part in line["parts"].as_array().unwrap() {
            let size = part["size"].as_str().unwrap().to_owned();
            *all.entry((paper, size)).or_default() += part["there"].as_i64().unwrap();
        }
    }
    all.retain(|_, count| *count > 0);
    all
}

/// Cuts one sheet more of the first lot that is not done, and counts what lies on it: by the size it says it has.
async fn cut(service: &Service, run: &Value, all: &mut Count) {
    let lists = run["lists"].as_array().unwrap();
    for (n, list) in lists.iter().enumerate() {
        let open = |lot: &&Value| lot["done"].as_u64() < lot["of"].as_u64();
        let Some(k) = list["lots"].as_array().unwrap().iter().position(|lot| open(&lot)) else {
            continue;
        };
        let lot = &list["lots"][k];
        let done = lot["done"].as_u64().unwrap() + 1;
        let body = json!({ "list": n, "lot": k, "done": done, "laid": run["laid"] });
        let answer = service.put("/api/runs/1/cuts", "*", &body).await;
        assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
        let lines = run["lines"].as_array().unwrap();
        for placed in lot["sheet"]["placed"].as_array().unwrap() {
            let line = &lines[placed["bag"].as_u64().unwrap() as usize];
            let part = line["parts"]
                .as_array()
                .unwrap()
                .iter()
                .find(|part| part["name"] == placed["small"])
                .unwrap();
            let size = part["size"].as_str().unwrap().to_owned();
            *all.entry((list["paper"].as_i64().unwrap(), size)).or_default() += 1;
        }
        return;
    }
}

#[rstest]
#[case(3)]
#[case(11)]
#[case(29)]
#[case(71)]
#[tokio::test]
async fn nothing_cut_is_forgotten_or_counts_for_what_it_is_not(service: Service, #[case] seed: u64) {
    let papers = [
        paper(&service, "Square", "12 in", "12 in").await,
        paper(&service, "Low", "12 in", "8 in").await,
        paper(&service, "Same again", "12 in", "12 in").await,
    ];
    let sizes = [("3 3/4 in", "6 1/2 in"), ("3 1/2 in", "6 1/2 in"), ("3 3/4 in", "6 in")];
    let own = brief(sizes[0].0, sizes[0].1, "2 in");
    service.post("/api/bags", &json!({ "name": "Bud vase", "brief": own })).await;
    let asked = json!({ "name": "Kiln opening", "date": DAY, "lines": [{ "bag": 1, "copies": 9, "paper": papers[0] }] });
    assert_eq!(service.post("/api/runs", &asked).await.status, StatusCode::CREATED);
    let mut dice = seed;
    let mut roll = |of: u64| {
        dice = dice.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (dice >> 33) % of
    };
    let (mut all, mut put_aside, mut bag) = (Count::new(), false, 1_u64);
    for _ in 0..26 {
        let run = service.get("/api/runs/1").await.json();
        let lines = run["lines"].as_array().unwrap().len() as u64;
        let begun: u64 =
            run["lines"].as_array().unwrap().iter().map(|line| line["begun"].as_u64().unwrap()).sum();
        let mut next = draft(&run);
        let line = roll(lines) as usize;
        let copies: u64 =
            run["lines"].as_array().unwrap().iter().map(|line| line["copies"].as_u64().unwrap()).sum();
        match roll(8) {
            0..4 => cut(&service, &run, &mut all).await,
            // Another paper.
            4 | 5 => {
                next["lines"][line]["paper"] = json!(papers[roll(3) as usize]);
                let tell = told(&service, &next).await;
                let aside = roll(4) == 0 && !tell.is_empty();
                if aside {
                    put_aside = true;
                    next["lines"][line]["aside"] = json!(true);
                }
                let was = &run["lines"][line];
                let is_other =
                    next["lines"][line]["paper"] != was["paper"] && was["begun"].as_u64().unwrap() > 0;
                assert_eq!(!tell.is_empty(), is_other, "{tell:?}");
                let now = put(&service, &run, &next).await;
                let after: u64 = now["lines"]
                    .as_array()
                    .unwrap()
                    .iter()
                    .map(|line| line["copies"].as_u64().unwrap())
                    .sum();
                assert_eq!(after, copies, "as many bags as before");
                if is_other && !aside {
                    // What is begun stays as it is, under its own number.
                    let stays = now["lines"]
                        .as_array()
                        .unwrap()
                        .iter()
                        .find(|line| line["line"] == was["line"])
                        .unwrap();
                    assert_eq!(
                        (&stays["paper"], &stays["parts"][0]["there"]),
                        (&was["paper"], &was["parts"][0]["there"])
                    );
                }
            }
            // As it is now.
            6 => {
                bag += 1;
                let (wide, tall) = sizes[roll(3) as usize];
                let other = json!({ "name": "Bud vase", "brief": brief(wide, tall, "2 in") });
                let kept = service.put("/api/bags/1", &format!("\"{}\"", bag - 1), &other).await;
                assert!(kept.status == StatusCode::OK, "{}", kept.text);
                bag = kept.json()["revision"].as_u64().unwrap();
                next["lines"][line]["renew"] = json!(true);
                let now = put(&service, &run, &next).await;
                assert!(now["lines"].as_array().unwrap().iter().any(|line| line["changed"] == false));
            }
            // Fewer or more than there are.
            _ => {
                next["lines"][line]["copies"] = json!(1 + roll(12));
                let now = put(&service, &run, &next).await;
                for line in now["lines"].as_array().unwrap() {
                    let over = line["begun"].as_u64() > line["copies"].as_u64();
                    assert_eq!(line["over"].is_string(), over, "{line}");
                }
            }
        }
        let now = service.get("/api/runs/1").await.json();
        let counted = there(&now);
        for (piece, count) in &counted {
            assert!(count <= all.get(piece).unwrap_or(&0), "{piece:?}: {count} of {:?}", all.get(piece));
        }
        if !put_aside {
            assert_eq!(counted, all, "begun before: {begun}");
        }
        for batch in now["work"].as_array().unwrap() {
            for task in batch["tasks"].as_array().unwrap() {
                assert!(task["done"].as_u64() <= task["of"].as_u64(), "{task}");
            }
        }
    }
}

/// Said before, done as it was said, and undone.
#[rstest]
#[tokio::test]
async fn another_paper_takes_what_is_left_to_make(service: Service) {
    let (square, other) =
        (paper(&service, "Square", "12 in", "12 in").await, paper(&service, "Other", "12 in", "12 in").await);
    service
        .post("/api/bags", &json!({ "name": "Bud vase", "brief": brief("3 3/4 in", "6 1/2 in", "2 in") }))
        .await;
    let asked = json!({ "name": "Kiln opening", "date": DAY, "lines": [{ "bag": 1, "copies": 13, "paper": square }] });
    let run = service.post("/api/runs", &asked).await.json();
    let body = json!({ "list": 0, "lot": 0, "done": 5 });
    assert_eq!(service.put("/api/runs/1/cuts", "*", &body).await.status, StatusCode::OK);
    let mut next = draft(&run);
    next["lines"][0]["paper"] = json!(other);
    let tell = told(&service, &next).await;
    assert_eq!(
        tell[0]["says"],
        "5 of 13 Bud vase are begun and stay as they are; the other 8 are made otherwise, on a line of their own."
    );
    assert_eq!(tell[0]["aside"], "All 13 are made anew, and what is cut for 5 is put aside.");
    let now = put(&service, &run, &next).await;
    let copies: Vec<(&Value, &Value)> =
        now["lines"].as_array().unwrap().iter().map(|line| (&line["copies"], &line["paper"])).collect();
    assert_eq!(copies, [(&json!(5), &json!(square)), (&json!(8), &json!(other))]);
    // Changed back, all of it is as it was.
    let back = put(&service, &now, &draft(&run)).await;
    assert_eq!((&back["lines"][0]["copies"], &back["lines"][0]["begun"]), (&json!(13), &json!(5)));
    // All anew: the five are put aside, and taking the line off says so too.
    next["lines"][0]["aside"] = json!(true);
    let now = put(&service, &back, &next).await;
    assert_eq!((now["lines"].as_array().unwrap().len(), &now["lines"][0]["begun"]), (1, &json!(0)));
    let back = put(&service, &now, &draft(&run)).await;
    assert_eq!(back["lines"][0]["begun"], 5);
    let tell = told(&service, &json!({ "name": "Kiln opening", "date": DAY, "lines": [] })).await;
    assert!(tell[0]["says"].as_str().unwrap().contains("pieces of 5 bags"), "{tell:?}");
}

/// A new run that comes first takes what a later one holds: both say so, until it no longer holds anything.
#[rstest]
#[tokio::test]
async fn an_earlier_run_that_takes_held_paper_says_so_in_both(service: Service) {
    let text =
        json!({ "name": "Square", "kind": "sheets", "width": "12 in", "height": "12 in", "count": 12 });
    let paper = service.post("/api/shelf", &text).await.json()["id"].clone();
    service
        .post("/api/bags", &json!({ "name": "Bud vase", "brief": brief("3 3/4 in", "6 1/2 in", "2 in") }))
        .await;
    let asked = |name: &str, date: &str, copies: u32, holds: bool| json!({ "name": name, "date": date, "holds": holds, "lines": [{ "bag": 1, "copies": copies, "paper": paper }] });
    service.post("/api/runs", &asked("Late", "2999-12-05", 8, true)).await;
    let first = service.post("/api/runs", &asked("Early", "2999-11-01", 7, true)).await.json();
    // 12 are there: with 7 gone, 5 of the 8 are left.
    assert_eq!(
        first["papers"][0]["takes_held"],
        "This run comes first and takes what is held for a later one: 3 sheets of “Late” (2999-12-05)."
    );
    let late = service.get("/api/runs/1").await.json();
    assert_eq!(
        (&late["papers"][0]["held"], &late["papers"][0]["short"], &late["papers"][0]["takes_held"]),
        (&json!("7 sheets for “Early”"), &json!("3 more sheets"), &Value::Null)
    );
    let now = service.put("/api/runs/2", "\"1\"", &asked("Early", "2999-11-01", 7, false)).await.json();
    assert_eq!(now["papers"][0]["takes_held"], Value::Null);
    assert_eq!(service.get("/api/runs/1").await.json()["papers"][0]["held"], Value::Null);
}
