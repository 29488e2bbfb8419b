//! How a bag was before: versions at the end of every spell of work, those that were made, and going back to any.

use super::{Service, brief, service};
use axum::http::{Method, StatusCode};
use jiff::{SignedDuration, Timestamp};
use rstest::rstest;
use serde_json::{Value, json};
use wide_fold_kept::bags::{self, Change, Content, Summary};

async fn versions(service: &Service) -> Vec<Value> {
    service.get("/api/bags/1/versions").await.json().as_array().unwrap().clone()
}

/// Saves the first bag in another size, so many minutes from now.
fn saved(service: &Service, width: &str, minutes: i64) {
    let mut text = brief(width, "6 in", "2 in");
    text["tab"] = json!("1/2 in");
    let summary = Summary { json: "{}".to_owned(), rules: String::new() };
    let content = Content { name: "Bud vase".to_owned(), brief: text.to_string(), summary };
    let at = Timestamp::now() + SignedDuration::from_mins(minutes);
    service.store.write_now(|db| bags::change(db, 1, None, &Change::Content(content), at)).unwrap();
}

#[rstest]
#[tokio::test]
async fn a_spell_of_work_is_one_version_and_any_can_be_gone_back_to(service: Service) {
    let draft = json!({ "name": "Bud vase", "brief": brief("3 in", "6 in", "2 in") });
    service.post("/api/bags", &draft).await;
    assert_eq!(versions(&service).await.len(), 1);
    // Three saves in one spell, and two in another, an hour later.
    for (width, minutes) in
        [("3 1/8 in", 1), ("3 1/4 in", 2), ("3 1/2 in", 3), ("3 3/4 in", 63), ("4 in", 64)]
    {
        saved(&service, width, minutes);
    }
    let found = versions(&service).await;
    let sizes: Vec<&str> = found.iter().map(|version| version["size"].as_str().unwrap()).collect();
    assert_eq!(sizes, ["4 × 6 × 2", "3½ × 6 × 2", "3 × 6 × 2"]);
    assert_eq!((&found[0]["now"], &found[1]["differs"][0]), (&json!(true), &json!("width 3½ instead of 4")));
    // Back to the first, and from there to where it was.
    let first = found[2]["revision"].as_i64().unwrap();
    let stale = service
        .send(Method::POST, &format!("/api/bags/1/versions/{first}/restore"), &[("if-match", "\"1\"")], "")
        .await;
    assert_eq!(stale.status, StatusCode::PRECONDITION_FAILED);
    let back = service.send(Method::POST, &format!("/api/bags/1/versions/{first}/restore"), &[], "").await;
    assert_eq!(back.json()["brief"]["finished"]["width"], "3 in");
    let now = versions(&service).await;
    assert_eq!((&now[0]["size"], &now[1]["size"]), (&json!("3 × 6 × 2"), &json!("4 × 6 × 2")));
    let last = now[1]["revision"].as_i64().unwrap();
    let forth = service.send(Method::POST, &format!("/api/bags/1/versions/{last}/restore"), &[], "").await;
    assert_eq!(forth.json()["brief"]["finished"]["width"], "4 in");
    let none = service.send(Method::POST, "/api/bags/1/versions/99/restore", &[], "").await;
    assert_eq!(none.status, StatusCode::NOT_FOUND);
}

#[rstest]
#[tokio::test]
async fn what_was_made_is_a_version_and_says_so(service: Service) {
    let draft = json!({ "name": "Bud vase", "brief": brief("3 in", "6 in", "2 in") });
    service.post("/api/bags", &draft).await;
    saved(&service, "3 1/4 in", 1);
    for _ in 0..2 {
        let entry = json!({ "bag": 1, "made": "2026-11-20", "width": "+1/16" });
        assert_eq!(service.post("/api/journal", &entry).await.status, StatusCode::CREATED);
    }
    // In the same spell it goes on: what was made is kept all the same.
    saved(&service, "3 1/2 in", 2);
    let found = versions(&service).await;
    let made: Vec<(&str, u64)> = found
        .iter()
        .map(|version| (version["size"].as_str().unwrap(), version["made"].as_u64().unwrap()))
        .collect();
    assert_eq!(made, [("3½ × 6 × 2", 0), ("3¼ × 6 × 2", 2), ("3 × 6 × 2", 0)]);
}

#[rstest]
#[tokio::test]
async fn no_more_than_sixty_are_kept_and_the_oldest_go(service: Service) {
    let draft = json!({ "name": "Bud vase", "brief": brief("3 in", "6 in", "2 in") });
    service.post("/api/bags", &draft).await;
    for n in 0..70 {
        saved(&service, &format!("{}/8 in", 24 + n), 20 * (n + 1));
    }
    let found = versions(&service).await;
    assert_eq!(found.len(), 61);
    assert_eq!(found[0]["size"], "11⅝ × 6 × 2");
}
