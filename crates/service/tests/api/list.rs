//! The list of bags, page by page, and what it shows of every bag.

use super::{Service, brief, service};
use axum::http::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};
use std::collections::BTreeSet;

async fn save(service: &Service, count: usize) {
    for n in 0..count {
        let width = format!("{}/8 in", 20 + n % 12);
        let bag = json!({ "name": format!("bag {n}"), "brief": brief(&width, "5", "2") });
        assert_eq!(service.post("/api/bags", &bag).await.status, StatusCode::CREATED);
    }
}

async fn followed(service: &Service, most: u32) -> Vec<Value> {
    let (mut bags, mut next) = (Vec::new(), String::new());
    loop {
        let page = service.get(&format!("/api/bags?most={most}{next}")).await.json();
        let own = page["bags"].as_array().unwrap();
        assert!(own.len() <= most as usize);
        bags.extend(own.iter().cloned());
        match page["next"].as_str() {
            Some(place) => next = format!("&after={}", place.replace('+', "%2B")),
            None => return bags,
        }
    }
}

#[rstest]
#[case(1)]
#[case(7)]
#[case(23)]
#[case(200)]
#[tokio::test]
async fn every_bag_is_on_one_page(service: Service, #[case] most: u32) {
    save(&service, 23).await;
    let bags = followed(&service, most).await;
    let numbers: BTreeSet<i64> = bags.iter().map(|bag| bag["id"].as_i64().unwrap()).collect();
    assert_eq!((bags.len(), numbers.len()), (23, 23));
    assert_eq!(bags[0]["name"], "bag 22");
}

#[rstest]
#[case("most=0")]
#[case("most=201")]
#[case("most=many")]
#[case("after=yesterday")]
#[case("before=1")]
#[tokio::test]
async fn there_is_no_such_page(service: Service, #[case] query: &str) {
    let answer = service.get(&format!("/api/bags?{query}")).await;
    assert_eq!((answer.status, &answer.json()["type"]), (StatusCode::BAD_REQUEST, &json!("/problems/page")));
}

/// What the list shows is what the plan says, also when it was kept by other rules.
#[rstest]
#[tokio::test]
async fn slips_are_made_anew_when_the_rules_change(service: Service) {
    save(&service, 5).await;
    let before = service.get("/api/bags").await.json();
    for sql in
        ["UPDATE bag SET rules = 'yesterday', summary = '{\"ready\":false}'", "UPDATE bag SET rules = NULL"]
    {
        service.store.write_now(|db| Ok(db.execute(sql, [])?)).unwrap();
        assert_eq!(service.get("/api/bags").await.json(), before);
        // And kept so.
        let old: i64 = service
            .store
            .read_now(|db| {
                let sql = "SELECT count(*) FROM bag WHERE rules IS NULL OR rules = 'yesterday'";
                Ok(db.query_row(sql, [], |row| row.get(0))?)
            })
            .unwrap();
        assert_eq!(old, 0);
    }
    for bag in before["bags"].as_array().unwrap() {
        let kept = service.get(&format!("/api/bags/{}", bag["id"])).await.json();
        let plan = service.post("/api/plan", &kept["brief"]).await.json();
        assert_eq!(bag["slip"]["ready"], plan["ready"]);
        assert_eq!(bag["slip"]["pieces"], plan["pieces"]);
    }
}

#[rstest]
#[tokio::test]
async fn a_bag_that_cannot_be_read_stands_apart_and_hides_nothing(service: Service) {
    save(&service, 2).await;
    service
        .store
        .write_now(
            |db| Ok(db.execute("UPDATE bag SET brief = '{\"shape\":9}', rules = '' WHERE id = 1", [])?),
        )
        .unwrap();
    let list = service.get("/api/bags").await.json();
    let readable: Vec<&Value> =
        list["bags"].as_array().unwrap().iter().map(|bag| &bag["slip"]["readable"]).collect();
    assert_eq!(readable, [&json!(true), &json!(false)]);
    // What is kept of it can be taken along, and it can be deleted.
    let kept = service.get("/api/bags/1/kept").await;
    assert_eq!((kept.status, kept.text.as_str()), (StatusCode::OK, "{\"shape\":9}"));
    assert!(kept.header("content-disposition").contains("attachment"));
    let open = service.get("/api/bags/1").await;
    assert_eq!((open.status, &open.json()["type"]), (StatusCode::CONFLICT, &json!("/problems/unreadable")));
    let gone = service.send(axum::http::Method::DELETE, "/api/bags/1", &[], "").await;
    assert_eq!(gone.status, StatusCode::NO_CONTENT);
    assert_eq!(service.get("/api/bags").await.json()["total"], 1);
}
