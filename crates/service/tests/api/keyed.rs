//! A save carries a key: whoever lost its answer can tell whether it was kept, and what counts is counted once.

use super::{Answer, Service, brief, service};
use axum::http::{Method, StatusCode};
use proptest::prelude::*;
use proptest::test_runner::{Config, TestRunner};
use rstest::rstest;
use serde_json::{Value, json};

async fn keyed(service: &Service, method: Method, path: &str, seen: &str, key: &str, body: &Value) -> Answer {
    let headers = [("content-type", "application/json"), ("if-match", seen), ("save-key", key)];
    service.send(method, path, &headers, body.to_string()).await
}

async fn furnished() -> Service {
    let service = service();
    let vase = json!({ "name": "Bud vase", "brief": brief("3 3/4 in", "6 1/2 in", "2 in") });
    assert_eq!(service.post("/api/bags", &vase).await.status, StatusCode::CREATED);
    let run = json!({ "name": "Kiln opening", "date": "2999-12-05", "evenings": [], "lines": [{ "bag": 1, "copies": 6 }] });
    assert_eq!(service.post("/api/runs", &run).await.status, StatusCode::CREATED);
    let guide = json!({ "name": "Own guide", "units": "in" });
    drop(service.post("/api/guides", &guide).await);
    service
}

#[rstest]
#[case("/api/bags/1")]
#[case("/api/runs/1")]
#[case("/api/shelf/1")]
#[tokio::test]
async fn a_save_whose_answer_was_lost_is_known_by_its_key(#[case] path: &str) {
    let service = furnished().await;
    let draft = |name: &str| match path {
        "/api/bags/1" => json!({ "name": name, "brief": brief("3 1/2 in", "6 1/2 in", "2 in") }),
        "/api/runs/1" => {
            json!({ "name": name, "date": "2999-12-05", "evenings": [], "lines": [{ "line": 0, "bag": 1, "copies": 6 }] })
        }
        _ => json!({ "name": name, "kind": "pad", "width": "12 in", "height": "12 in", "count": 20 }),
    };
    let first = keyed(&service, Method::PUT, path, "\"1\"", "one-1", &draft("One")).await;
    assert_eq!(first.status, StatusCode::OK, "{}", first.text);
    // Lost, it is sent again, or what came after it.
    let again = keyed(&service, Method::PUT, path, "\"1\"", "two-2", &draft("Two")).await;
    let told = again.json();
    assert_eq!(again.status, StatusCode::PRECONDITION_FAILED);
    assert_eq!(
        (&told["stored_as"]["revision"], &told["stored_as"]["key"]),
        (&json!(2), &json!("one-1")),
        "{told}"
    );
    // Somebody else's save has no key of ours.
    let other = service.put(path, "\"2\"", &draft("Three")).await;
    assert_eq!(other.status, StatusCode::OK, "{}", other.text);
    let told = keyed(&service, Method::PUT, path, "\"2\"", "two-3", &draft("Two")).await.json();
    assert_eq!(
        (&told["stored_as"]["revision"], &told["stored_as"]["key"]),
        (&json!(3), &Value::Null),
        "{told}"
    );
    for bad in ["", "a b", "a/b", "k".repeat(65).as_str()] {
        let refused = keyed(&service, Method::PUT, path, "\"3\"", bad, &draft("Four")).await;
        assert_eq!(
            (refused.status, &refused.json()["type"]),
            (StatusCode::BAD_REQUEST, &json!("/problems/save-key"))
        );
    }
}

/// Something that is done on a run: which, and how often it is sent.
type Deed = (u8, u8);

async fn state(service: &Service) -> (Value, Value, Value) {
    let run = service.get("/api/runs/1").await.json();
    let shelf = service.get("/api/shelf").await.json();
    let counts =
        shelf["papers"].as_array().unwrap().iter().map(|own| own["paper"]["count"].clone()).collect();
    let done = run["work"].as_array().into_iter().flatten().map(|batch| batch["tasks"][0]["done"].clone());
    (run["lists"].clone(), done.collect(), counts)
}

/// Does one thing on the run as it is; the same whenever it is sent.
async fn body(service: &Service, which: u8) -> (Method, &'static str, Value) {
    let run = service.get("/api/runs/1").await.json();
    let cut = run["lists"][0]["lots"][0]["done"].as_u64().unwrap_or(0);
    match which {
        0 | 1 => {
            (Method::PUT, "/api/runs/1/cuts", json!({ "list": 0, "lot": 0, "done": cut + 1, "seen": cut }))
        }
        2 => {
            let task = &run["work"][0]["tasks"][0];
            let done = task["done"].as_u64().unwrap_or(0);
            let told = json!({ "line": task["line"], "key": task["key"], "done": done + 1, "seen": done });
            (Method::PUT, "/api/runs/1/ticks", told)
        }
        3 => (Method::POST, "/api/runs/1/spoils", json!({ "line": 0, "part": 0 })),
        _ => (Method::POST, "/api/runs/1/undo", json!({})),
    }
}

/// However often the same is sent, and however late, it is done once.
#[test]
fn what_counts_is_counted_once() {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
    let deeds = prop::collection::vec((0_u8..5, 1_u8..4), 1..10);
    let mut runner = TestRunner::new(Config { cases: 12, failure_persistence: None, ..Config::default() });
    runner
        .run(&deeds, |deeds: Vec<Deed>| {
            runtime.block_on(async {
                let (own, once) = (furnished().await, furnished().await);
                let mut sent: Vec<(Method, &str, Value, String, StatusCode)> = Vec::new();
                for (n, (which, times)) in deeds.iter().enumerate() {
                    let (method, path, told) = body(&once, *which).await;
                    let alone =
                        keyed(&once, method.clone(), path, "*", &format!("once-{n}"), &told).await.status;
                    let key = format!("own-{n}");
                    for time in 0..*times {
                        let status = keyed(&own, method.clone(), path, "*", &key, &told).await.status;
                        if time == 0 || alone.is_success() {
                            prop_assert_eq!(status, alone);
                        }
                    }
                    sent.push((method, path, told, key, alone));
                    // One of before arrives once more.
                    let (method, path, told, key, before) = &sent[n / 2];
                    if before.is_success() {
                        let late = keyed(&own, method.clone(), path, "*", key, told).await;
                        prop_assert!(late.status.is_success(), "{}", late.text);
                    }
                    prop_assert_eq!(state(&own).await, state(&once).await);
                }
                Ok(())
            })
        })
        .unwrap();
}

/// What a window means that looked at the run before it was changed or worked on elsewhere is not done to what it is now.
#[tokio::test]
async fn a_stale_window_is_told() {
    let service = furnished().await;
    let cut = json!({ "list": 0, "lot": 0, "done": 1 });
    assert_eq!(service.put("/api/runs/1/cuts", "*", &cut).await.status, StatusCode::OK);
    let seen = service.get("/api/runs/1").await.json();
    let (revision, last) = (seen["revision"].clone(), seen["last_number"].clone());
    assert!(last.is_i64());
    // Elsewhere the run is changed, and something is done on it.
    let line = &seen["lines"][0];
    let draft = json!({ "name": "Kiln", "date": "2999-12-05", "evenings": [], "lines": [{ "line": line["line"], "bag": 1, "copies": 7 }] });
    assert_eq!(service.put("/api/runs/1", &format!("\"{revision}\""), &draft).await.status, StatusCode::OK);
    let cut = json!({ "list": 0, "lot": 0, "done": 1 });
    assert_eq!(service.put("/api/runs/1/cuts", "*", &cut).await.status, StatusCode::OK);
    let before = state(&service).await;
    let spoil = json!({ "line": line["line"], "part": 0, "revision": revision });
    let undo = format!("/api/runs/1/undo?of={last}");
    for (path, body) in [("/api/runs/1/spoils", &spoil), (undo.as_str(), &Value::Null)] {
        let told = service.post(path, body).await;
        assert_eq!(told.status, StatusCode::CONFLICT, "{path}: {}", told.text);
        assert!(told.json()["type"].as_str().unwrap().ends_with("/looked-at-before"), "{}", told.text);
    }
    assert_eq!(state(&service).await, before);
    // Looked at again it is done.
    let now = service.get("/api/runs/1").await.json();
    let undo = format!("/api/runs/1/undo?of={}", now["last_number"]);
    let done = service.post(&undo, &Value::Null).await;
    assert_eq!(done.status, StatusCode::OK, "{}", done.text);
    let bad = service.post("/api/runs/1/undo?of=last", &Value::Null).await;
    assert_eq!((bad.status, bad.json()["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("of")));
}
