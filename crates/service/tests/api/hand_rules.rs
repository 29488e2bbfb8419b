//! Hand rules: offered when the journal is sure, taken into new plans, left out again.

use super::{Service, brief, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

async fn new_bag(service: &Service, brief: &Value) -> Value {
    let made = service.post("/api/bags", &json!({ "name": "Bud vase", "brief": brief })).await;
    assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
    made.json()
}

fn vase() -> Value {
    brief("3 3/4 in", "6 1/2 in", "2 in")
}

fn scored_on(groove: &str) -> Value {
    let mut vase = vase();
    vase["board"] = json!({ "groove": groove });
    vase
}

/// Bags measured, each so much off on its panels and its height.
async fn measured(service: &Service, bag: &Value, off: &[(&str, &str)]) {
    for (panel, height) in off {
        let text = json!({ "bag": bag["id"], "made": "2026-11-20", "width": panel, "gusset": panel, "height": height });
        let kept = service.post("/api/journal", &text).await;
        assert_eq!(kept.status, StatusCode::CREATED, "{}", kept.text);
    }
}

async fn offers(service: &Service) -> Vec<Value> {
    let journal = service.get("/api/journal").await.json();
    let drifts = journal["drifts"].as_array().unwrap().clone();
    drifts.into_iter().map(|drift| drift["hand_rule"].clone()).filter(|offer| !offer.is_null()).collect()
}

async fn take(service: &Service, id: &str) -> StatusCode {
    service.send(Method::PUT, &format!("/api/hand-rules/{id}"), &[], "").await.status
}

async fn leave(service: &Service, id: &str) -> StatusCode {
    service.send(Method::DELETE, &format!("/api/hand-rules/{id}"), &[], "").await.status
}

const MORE: [(&str, &str); 8] = [
    ("+1/16", "6 1/2"),
    ("+1/8", "6 1/2"),
    ("+1/16", "6 7/16"),
    ("+1/16", "6 9/16"),
    ("+1/16", "6 1/2"),
    ("+1/16", "6 1/2"),
    ("+1/16", "6 1/2"),
    ("+1/16", "6 1/2"),
];

#[rstest]
#[tokio::test]
async fn a_hand_rule_is_taken_into_new_plans_and_left_out_again(service: Service) {
    let before = new_bag(&service, &vase()).await;
    measured(&service, &before, &MORE[..7]).await;
    // Seven bags are not enough, whatever they say.
    assert_eq!(offers(&service).await, Vec::<Value>::new());
    assert_eq!(take(&service, "panels").await, StatusCode::CONFLICT);
    assert_eq!(
        service.get("/api/hand-rules/hand?groove=1/8%20in").await.json(),
        json!({ "hand": {}, "says": null })
    );
    measured(&service, &before, &MORE[7..]).await;
    let offered = offers(&service).await;
    assert_eq!(
        offered,
        [
            json!({ "id": "panels", "taken": false, "says": "In new plans, score each corner 1⁄16 in nearer than the last: by 8 bags of the journal." })
        ]
    );
    assert_eq!(take(&service, "panels").await, StatusCode::NO_CONTENT);
    let journal = service.get("/api/journal").await.json();
    assert_eq!(journal["hand_rules"][0]["id"], "panels");
    assert_eq!(offers(&service).await[0]["taken"], true);
    // New bags take it, and it is seen; what there was stays as it is.
    let after = new_bag(&service, &vase()).await;
    assert_eq!(after["brief"]["hand"], json!({ "panel": "1/16 in" }));
    let plan = service.post("/api/plan", &after["brief"]).await.json();
    let line = &plan["passes"][0]["lines"][1];
    assert_eq!((&line["at"], &line["less"]), (&json!("5¾"), &json!("less ⅛")));
    let said = plan["verdicts"].as_array().unwrap().iter().find(|said| said["code"] == "hand.rule").unwrap();
    assert_eq!(said["remedies"][0]["brief"].get("hand"), None);
    assert_eq!(service.get("/api/bags/1").await.json()["brief"].get("hand"), None);
    // A brief that says something of hands is kept as it is.
    let mut bare = vase();
    bare["hand"] = json!({});
    assert_eq!(new_bag(&service, &bare).await["brief"].get("hand"), None);
    // A tab too narrow to be told so little takes none, and is saved all the same.
    let mut narrow = vase();
    narrow["tab"] = json!("3/32 in");
    assert_eq!(new_bag(&service, &narrow).await["brief"].get("hand"), None);
    // Bags made with it come out as planned: the hands are the same, and what is offered stays.
    let planned = ("3 3/4", "6 1/2");
    for _ in 0..9 {
        let (width, height) = planned;
        let text = json!({ "bag": after["id"], "made": "2026-11-21", "width": width, "gusset": "2", "height": height });
        assert_eq!(service.post("/api/journal", &text).await.status, StatusCode::CREATED);
    }
    let journal = service.get("/api/journal").await.json();
    let panels = &journal["drifts"][0];
    let says = panels["says"].as_str().unwrap();
    assert!(says.starts_with("Panels come out 1⁄16 in more by the median of 17 bags"), "{says}");
    assert!(says.ends_with("What was taken off for 9 of them is counted in."), "{says}");
    assert_eq!(offers(&service).await[0]["taken"], true);
    // Left out: new bags are told as they lie, what was planned with it keeps it.
    assert_eq!(leave(&service, "panels").await, StatusCode::NO_CONTENT);
    assert_eq!(leave(&service, "panels").await, StatusCode::NOT_FOUND);
    assert_eq!(new_bag(&service, &vase()).await["brief"].get("hand"), None);
    assert_eq!(
        service.get(&format!("/api/bags/{}", after["id"])).await.json()["brief"]["hand"]["panel"],
        "1/16 in"
    );
}

#[rstest]
#[tokio::test]
async fn a_board_of_its_own_goes_before_all_boards(service: Service) {
    let fine = new_bag(&service, &scored_on("1/16 in")).await;
    let coarse = new_bag(&service, &vase()).await;
    measured(&service, &fine, &[("+1/32", "6 5/8"); 9]).await;
    measured(&service, &coarse, &[("-1/16", "6 1/2"); 12]).await;
    let ids: Vec<String> =
        offers(&service).await.iter().map(|offer| offer["id"].as_str().unwrap().to_owned()).collect();
    assert!(
        ids.contains(&"panels-1587500".to_owned()) && ids.contains(&"panels-3175000".to_owned()),
        "{ids:?}"
    );
    assert!(
        ids.contains(&"height-1587500".to_owned()) && !ids.contains(&"height-3175000".to_owned()),
        "{ids:?}"
    );
    assert_eq!(take(&service, "panels-1587500").await, StatusCode::NO_CONTENT);
    let hand = async |groove: &str| new_bag(&service, &scored_on(groove)).await["brief"]["hand"].clone();
    assert_eq!(hand("1/16 in").await, json!({ "panel": "1/32 in" }));
    assert_eq!(hand("1/8 in").await, Value::Null);
    assert_eq!(take(&service, "height-1587500").await, StatusCode::NO_CONTENT);
    assert_eq!(hand("1/16 in").await, json!({ "panel": "1/32 in", "height": "1/8 in" }));
    let told = service.get("/api/hand-rules/hand?groove=1/16%20in").await.json();
    assert_eq!(told["says"], "a panel 1⁄32 in more and the height ⅛ in more");
    // All boards together, where they are sure of it: only a board without its own takes it.
    if take(&service, "panels").await == StatusCode::NO_CONTENT {
        assert_eq!(hand("1/16 in").await["panel"], "1/32 in");
        assert_ne!(hand("1/4 in").await, Value::Null);
    }
}

#[rstest]
#[case(Method::PUT, "/api/hand-rules/tabs", StatusCode::NOT_FOUND)]
#[case(Method::PUT, "/api/hand-rules/panels-wide", StatusCode::NOT_FOUND)]
#[case(Method::PUT, "/api/hand-rules/panels-1", StatusCode::CONFLICT)]
#[case(Method::DELETE, "/api/hand-rules/height", StatusCode::NOT_FOUND)]
#[case(Method::GET, "/api/hand-rules/hand", StatusCode::UNPROCESSABLE_ENTITY)]
#[case(Method::GET, "/api/hand-rules/hand?groove=wide", StatusCode::UNPROCESSABLE_ENTITY)]
#[tokio::test]
async fn what_there_is_not_is_a_sentence(
    service: Service,
    #[case] method: Method,
    #[case] address: &str,
    #[case] status: StatusCode,
) {
    let refused = service.send(method, address, &[], "").await;
    assert_eq!(refused.status, status, "{}", refused.text);
    assert!(refused.json()["detail"].as_str().unwrap().ends_with('.'), "{}", refused.text);
}

#[rstest]
#[case(json!({ "panel": "1 in" }), "brief.hand.panel")]
#[case(json!({ "panel": "0.01 mm" }), "brief.hand.panel")]
#[case(json!({ "height": "a bit" }), "brief.hand.height")]
#[tokio::test]
async fn hands_that_cannot_be_are_named(service: Service, #[case] hand: Value, #[case] field: &str) {
    let mut wrong = vase();
    wrong["hand"] = hand;
    let refused = service.post("/api/bags", &json!({ "name": "Bud vase", "brief": wrong })).await;
    assert_eq!((refused.status, &refused.json()["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)));
}
