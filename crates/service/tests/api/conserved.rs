//! Paper is neither made nor lost: whatever is done to bags and shelf, what stands on the shelf, what was taken off it and what
//! was taken for bags together is what was put there.

use super::{Service, brief, service};
use axum::http::Method;
use proptest::prelude::*;
use serde_json::{Value, json};
use wide_fold_core::Length;

/// Something a crafter does. Numbers pick a bag or a paper among those there are or were.
#[derive(Clone, Debug)]
enum Deed {
    Add(Value),
    Edit(i64, Value),
    Import(Vec<Value>),
    Remove { paper: i64, stale: bool },
    Bring(i64),
    Cut { bag: i64, paper: i64, side: Option<i64> },
    GiveBack(i64),
    Delete { bag: i64, stale: bool },
    Restore(i64),
    Duplicate(i64),
}

fn any_paper() -> impl Strategy<Value = Value> {
    let size = prop::sample::select(vec!["12 in", "30 in", "6 in", "210 mm"]);
    // Of a roll anything may be left, nothing too.
    let left = prop::sample::select(vec!["0 in", "1/2 in", "24 in", "121/4 in", "390 in", "12 in"]);
    let sheets = (size.clone(), size.clone(), 0..9, any::<bool>()).prop_map(|(width, height, count, pad)| {
        json!({ "name": "Slip card", "kind": if pad { "pad" } else { "sheets" }, "width": width, "height": height, "count": count })
    });
    let roll = (size, left, 0..2).prop_map(|(width, left, count)| {
        json!({ "name": "Shop wrap", "kind": "roll", "width": width, "height": left, "count": count })
    });
    prop_oneof![sheets, roll]
}

fn any_deed() -> impl Strategy<Value = Deed> {
    let (bag, paper) = (1_i64..7, 1_i64..9);
    prop_oneof![
        1 => any_paper().prop_map(Deed::Add),
        3 => (paper.clone(), any_paper()).prop_map(|(paper, text)| Deed::Edit(paper, text)),
        1 => prop::collection::vec(any_paper(), 1..4).prop_map(Deed::Import),
        2 => (paper.clone(), any::<bool>()).prop_map(|(paper, stale)| Deed::Remove { paper, stale }),
        1 => paper.clone().prop_map(Deed::Bring),
        6 => (bag.clone(), paper.clone(), prop::option::of(paper))
            .prop_map(|(bag, paper, side)| Deed::Cut { bag, paper, side }),
        5 => bag.clone().prop_map(Deed::GiveBack),
        1 => (bag.clone(), any::<bool>()).prop_map(|(bag, stale)| Deed::Delete { bag, stale }),
        2 => bag.clone().prop_map(Deed::Restore),
        1 => bag.prop_map(Deed::Duplicate),
    ]
}

/// Sheets, and length of rolls in nanometres.
type Amount = (i64, i64);

fn amount(paper: &Value) -> Amount {
    let count = paper["count"].as_i64().unwrap();
    if paper["kind"] == "roll" {
        let length: Length = paper["height"].as_str().unwrap().parse().unwrap();
        (0, length.nm() * count)
    } else {
        (count, 0)
    }
}

fn plus(one: Amount, other: Amount) -> Amount {
    (one.0 + other.0, one.1 + other.1)
}

/// A paper as it is kept, and whether it is off the shelf.
fn kept(service: &Service, id: i64) -> Option<(Value, bool, i64)> {
    service
        .store
        .read_now(|db| Ok(wide_fold_kept::thing::Kind::Paper.find(db, id).ok()))
        .unwrap()
        .map(|kept| (serde_json::from_str(&kept.text).unwrap(), kept.deleted, kept.revision))
}

/// All the paper there is: on the shelf, off it, and taken for bags.
fn all(service: &Service) -> Amount {
    service
        .store
        .read_now(|db| {
            let mut papers = db.prepare("SELECT paper FROM paper")?;
            let papers =
                papers.query_map([], |row| row.get::<_, String>(0))?.collect::<Result<Vec<_>, _>>()?;
            let cuts: Amount = db.query_row(
                "SELECT coalesce(sum(sheets), 0), coalesce(sum(length_nm), 0) FROM bag_paper",
                [],
                |row| Ok((row.get(0)?, row.get(1)?)),
            )?;
            Ok(papers.iter().map(|text| amount(&serde_json::from_str(text).unwrap())).fold(cuts, plus))
        })
        .unwrap()
}

fn as_csv(papers: &[Value]) -> String {
    let cell = |paper: &Value, name: &str| {
        paper[name].as_str().map_or_else(|| paper[name].to_string(), str::to_owned)
    };
    let rows = papers
        .iter()
        .map(|paper| ["name", "kind", "width", "height", "count"].map(|name| cell(paper, name)).join(","));
    std::iter::once("name,kind,width,height,count".to_owned()).chain(rows).collect::<Vec<_>>().join("\n")
}

/// Does it, and says by how much there is more paper in the world for it. `Err` if it was refused.
async fn done(service: &Service, deed: &Deed) -> Result<Amount, u16> {
    let none: Amount = (0, 0);
    let tag = |revision: i64, stale: bool| format!("\"{}\"", if stale { revision + 1 } else { revision });
    let (answer, more) = match deed {
        Deed::Add(text) => (service.post("/api/shelf", text).await, amount(text)),
        Deed::Import(texts) => {
            let answer = service.post("/api/shelf/import", &json!({ "csv": as_csv(texts) })).await;
            assert_eq!(answer.json()["kept"], texts.len(), "{}", answer.text);
            (answer, texts.iter().map(amount).fold(none, plus))
        }
        Deed::Edit(id, text) => {
            let before = kept(service, *id);
            let revision = before.as_ref().map_or(1, |(_, _, revision)| *revision);
            let answer = service.put(&format!("/api/shelf/{id}"), &tag(revision, false), text).await;
            let (now, before) = (amount(text), before.map_or(none, |(paper, ..)| amount(&paper)));
            (answer, (now.0 - before.0, now.1 - before.1))
        }
        Deed::Remove { paper, stale } => {
            let before = kept(service, *paper);
            let tag = tag(before.as_ref().map_or(1, |(_, _, revision)| *revision), *stale);
            let path = format!("/api/shelf/{paper}");
            let answer = service.send(Method::DELETE, &path, &[("if-match", &tag)], "").await;
            assert!(!*stale || !answer.status.is_success(), "a stale revision removed a paper");
            (answer, none)
        }
        Deed::Bring(id) => {
            (service.send(Method::POST, &format!("/api/shelf/{id}/restore"), &[], "").await, none)
        }
        Deed::Cut { bag, paper, side } => {
            let body = json!({ "paper": paper, "side_paper": side });
            let before = service.get(&format!("/api/bags/{bag}")).await;
            let answer = service.post(&format!("/api/bags/{bag}/paper"), &body).await;
            assert!(!answer.status.is_success() || before.status.is_success(), "cut for a deleted bag");
            (answer, none)
        }
        Deed::GiveBack(bag) => {
            let cut = service.get(&format!("/api/bags/{bag}/paper")).await;
            let had = cut.status.is_success() && !cut.json().is_null();
            let answer = service.send(Method::DELETE, &format!("/api/bags/{bag}/paper"), &[], "").await;
            // Whatever has become of the paper, it is never stuck.
            assert_eq!(answer.status.is_success(), had, "{}", answer.text);
            (answer, none)
        }
        Deed::Delete { bag, stale } => {
            let before = service.get(&format!("/api/bags/{bag}")).await;
            let revision =
                if before.status.is_success() { before.json()["revision"].as_i64().unwrap() } else { 1 };
            let path = format!("/api/bags/{bag}");
            let answer =
                service.send(Method::DELETE, &path, &[("if-match", &tag(revision, *stale))], "").await;
            assert!(!*stale || !answer.status.is_success(), "a stale revision deleted a bag");
            (answer, none)
        }
        Deed::Restore(bag) => {
            (service.send(Method::POST, &format!("/api/bags/{bag}/restore"), &[], "").await, none)
        }
        Deed::Duplicate(bag) => {
            (service.send(Method::POST, &format!("/api/bags/{bag}/duplicate"), &[], "").await, none)
        }
    };
    assert!(answer.status.as_u16() < 500, "{deed:?}: {}", answer.text);
    if answer.status.is_success() { Ok(more) } else { Err(answer.status.as_u16()) }
}

async fn worked(deeds: &[Deed]) {
    let service = service();
    let roll = json!({ "width": "30 in", "height": "121/4 in", "pattern": "up" });
    let two = json!({ "width": "12 in", "height": "12 in", "pattern": "up" });
    for (sheet, side) in [(None, None), (Some(roll), None), (None, Some(two))] {
        let mut own = brief("3 in", "5 in", "2 in");
        if let Some(sheet) = sheet {
            own["sheet"] = sheet;
        }
        if let Some(side) = side {
            own["side_sheet"] = side;
            let corners =
                ["left_back_corner", "right_back_corner", "left_front_corner", "right_front_corner"];
            own["build"] = json!({ "kind": "joined", "cuts": corners });
        }
        let answer = service.post("/api/bags", &json!({ "name": "Tea bowl", "brief": own })).await;
        assert!(answer.status.is_success(), "{}", answer.text);
    }
    let mut there = all(&service);
    for (step, deed) in deeds.iter().enumerate() {
        if let Ok(more) = done(&service, deed).await {
            there = plus(there, more);
        }
        assert_eq!(all(&service), there, "after {step}: {deed:?}");
        // What was written can be read.
        let shelf = service.get("/api/shelf").await.json();
        assert_eq!(shelf["unreadable"], json!([]), "after {step}: {deed:?}");
    }
    for path in ["/api/shelf.csv", "/api/bags"] {
        assert!(service.get(path).await.status.is_success());
    }
    let ways = service.post("/api/ways", &json!({ "brief": brief("3 in", "5 in", "2 in") })).await;
    assert!(ways.status.is_success(), "{}", ways.text);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 48, ..ProptestConfig::default() })]
    #[test]
    fn paper_is_neither_made_nor_lost(deeds in prop::collection::vec(any_deed(), 1..40)) {
        tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap().block_on(worked(&deeds));
    }
}
