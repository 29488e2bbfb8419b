//! Ways, sizes close by, leftovers, batches and taking paper, over HTTP.

use super::{Service, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

fn platter() -> Value {
    json!({
        "finished": { "width": "11 1/2 in", "height": "6 in", "gusset": "5 7/8 in" },
        "build": {
            "kind": "joined",
            "cuts": ["left_back_corner", "right_back_corner", "left_front_corner", "right_front_corner"],
        },
        "sheet": { "width": "12 in", "height": "12 in", "weight": "180 g/m²" },
    })
}

#[rstest]
#[tokio::test]
async fn ways_come_from_the_shelf_or_from_papers_sent_along(service: Service) {
    let ways = service.post("/api/ways", &json!({ "brief": platter() })).await;
    assert_eq!(ways.status, StatusCode::OK);
    let ways = ways.json();
    let of = |paper: &str| ways.as_array().unwrap().iter().filter(|way| way["paper"] == paper).count();
    assert!(of("Speckled stoneware pad") > 0 && of("Throwing-rings wrap") > 0, "{ways}");
    let pad = ways.as_array().unwrap().iter().find(|way| way["paper"] == "Speckled stoneware pad").unwrap();
    // Four sheets at 0.65 each.
    assert_eq!((&pad["takes"], &pad["cost"]), (&json!("4 sheets of 12×12"), &json!("2.60")));
    // A way is a bag that can be planned as it is.
    assert_eq!(service.post("/api/plan", &pad["brief"]).await.json()["ready"], true);
    let papers = json!([{ "name": "one large sheet", "width": "40", "height": "20", "count": 1 }]);
    let ways = service.post("/api/ways", &json!({ "brief": platter(), "papers": papers })).await.json();
    assert!(
        ways.as_array().unwrap().iter().any(|way| way["build"] == "Wrap" && way["sheets"] == 1),
        "{ways}"
    );
    let bad = json!({ "brief": platter(), "papers": [{ "name": "x", "width": "nought", "height": "1" }] });
    let bad = service.post("/api/ways", &bad).await;
    assert_eq!((bad.status, &bad.json()["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("width")));
}

#[rstest]
#[tokio::test]
async fn a_size_close_by_saves_a_sheet(service: Service) {
    let near = service.post("/api/nearby", &json!({ "brief": platter() })).await.json();
    assert_eq!(near["says"], Value::Null);
    let near = &near["sizes"];
    // Its run is cut elsewhere too, and that is said.
    assert_eq!(
        near[0]["change"],
        "gusset 5¾ instead of 5⅞, cut at both front corners and the inside of the back"
    );
    assert_eq!(near[0]["saves"][0], "saves one sheet: 3 instead of 4");
    assert_eq!(service.post("/api/plan", &near[0]["brief"]).await.json()["ready"], true);
    for range in ["5 in", "0", "a bit"] {
        let refused = service.post("/api/nearby", &json!({ "brief": platter(), "range": range })).await;
        assert_eq!(
            (refused.status, &refused.json()["field"]),
            (StatusCode::UNPROCESSABLE_ENTITY, &json!("range"))
        );
    }
}

#[rstest]
#[tokio::test]
async fn the_places_of_the_joins_are_ranked_by_ones_own_weights(service: Service) {
    let joins = service.post("/api/joins", &platter()).await.json();
    assert_eq!(joins[0]["chosen"], true);
    assert_eq!(joins[0]["says"], "4 sheets, 4 joins; together they show 6");
    let mut other = json!({ "finished": { "width": "3 3/4", "height": "6 1/2", "gusset": "2" } });
    let best = async |brief: &Value| service.post("/api/joins", brief).await.json()[0]["places"].clone();
    assert_eq!(best(&other).await, "left back corner");
    other["weights"] = json!({ "back_corner": 50, "front_corner": 2, "gusset_centre": 1, "inside_back": 4,
        "inside_front": 12, "separate_base": 1, "all_round": 6 });
    assert_eq!(best(&other).await, "centre of the left gusset");
    other["weights"]["back_corner"] = json!(300);
    assert_eq!(service.post("/api/joins", &other).await.status, StatusCode::UNPROCESSABLE_ENTITY);
}

#[rstest]
#[tokio::test]
async fn what_is_left_over_can_be_kept(service: Service) {
    let bag = json!({ "finished": { "width": "3 3/4", "height": "6 1/2", "gusset": "2" } });
    let left = service.post("/api/leftovers", &bag).await.json();
    assert_eq!(left[0]["space"]["size"], "12 × 3½");
    assert!(left[0]["uses"].as_array().unwrap().contains(&json!("2 handle strips, 12 × 1¾")), "{left}");
    let kept = service.post("/api/shelf", &left[0]["paper"]).await;
    assert_eq!((kept.status, &kept.json()["size"]), (StatusCode::CREATED, &json!("12 × 3½")));
}

#[rstest]
#[tokio::test]
async fn many_bags_share_the_sheets_of_one_paper(service: Service) {
    let small = json!({ "finished": { "width": "3", "height": "4", "gusset": "1 1/2" }, "build": { "kind": "corner_pair" } });
    let bags = json!({ "bags": [
        { "name": "Tea bowl", "brief": small, "copies": 4 },
        { "name": "Platter", "brief": platter(), "copies": 2 },
    ] });
    let laid = service.post("/api/layout", &bags).await.json();
    // Eight pieces of 5 × 5½: four on a 12×12.
    assert_eq!((&laid[0]["sheets"], &laid[0]["at_least"]), (&json!(2), &json!(2)));
    assert_eq!(laid[1]["sheets"], 8);
    let names = laid[0]["cuts"][0]["placed"].as_array().unwrap();
    assert!(names.iter().all(|part| part["small"] == "Tea bowl: face and gusset"), "{names:?}");
    // Common practice: a 3¾ × 6½ × 2 bag and its two rolled handles are one 12×12, so a dozen are a dozen sheets cut alike.
    let vase = json!({ "finished": { "width": "3 3/4", "height": "6 1/2", "gusset": "2" }, "extras": ["handle_strips"],
        "fittings": { "handle": { "kind": "tube" } } });
    let dozen = json!({ "bags": [{ "name": "Bud vase", "brief": vase, "copies": 12 }] });
    let laid = service.post("/api/layout", &dozen).await.json();
    assert_eq!((&laid[0]["sheets"], laid[0]["cuts"].as_array().unwrap().len()), (&json!(12), 1), "{laid}");
    assert_eq!(laid[0]["cuts"][0]["times"], 12);
    let many = json!({ "bags": [{ "name": "Tea bowl", "brief": small, "copies": 501 }] });
    assert_eq!(service.post("/api/layout", &many).await.status, StatusCode::UNPROCESSABLE_ENTITY);
    let none = service.post("/api/layout", &json!({ "bags": [] })).await;
    assert_eq!((none.status, none.json()), (StatusCode::OK, json!([])));
}

#[rstest]
#[tokio::test]
async fn gussets_of_another_paper_have_sheets_of_their_own(service: Service) {
    let mut bag = platter();
    bag["side_sheet"] = json!({ "width": "14 in", "height": "12 in", "weight": "160 g/m²" });
    let plan = service.post("/api/plan", &bag).await.json();
    assert_eq!(plan["ready"], true, "{}", plan["verdicts"]);
    // Two gussets of 5⅞ with their tabs, 12¾, on one 14×12.
    let sheets = plan["layout"]["sheets"].as_array().unwrap();
    let side: Vec<&Value> = sheets.iter().filter(|sheet| sheet["side"] == true).collect();
    assert_eq!((side.len(), side[0]["placed"].as_array().unwrap().len()), (1, 2));
    let bags = json!({ "bags": [{ "name": "Platter", "brief": bag, "copies": 3 }] });
    let laid = service.post("/api/layout", &bags).await.json();
    let of = |paper: usize| (laid[paper]["sheet"].clone(), laid[paper]["sheets"].clone());
    assert_eq!(of(0), (json!("12×12, 180 g/m²"), json!(6)));
    assert_eq!(of(1), (json!("14 × 12, 160 g/m²"), json!(3)));
    // A wrap has no gussets of its own: it says so, and what would mend it.
    bag["build"] = json!({ "kind": "wrap" });
    bag["finished"] = json!({ "width": "3 in", "height": "6 in", "gusset": "2 in" });
    let wrap = service.post("/api/plan", &bag).await.json();
    assert_eq!(wrap["verdicts"][0]["code"], "build.two-papers");
    assert_eq!(wrap["verdicts"][0]["remedies"].as_array().unwrap().len(), 2);
}

#[rstest]
#[tokio::test]
async fn paper_is_taken_for_a_bag_and_given_back(service: Service) {
    let bag = service.post("/api/bags", &json!({ "name": "Platter", "brief": platter() })).await.json();
    let path = format!("/api/bags/{}/paper", bag["id"]);
    let left = async || {
        let shelf = service.send(Method::GET, "/api/shelf", &[], "").await.json()["papers"].clone();
        shelf[0]["paper"]["count"].clone()
    };
    assert_eq!(service.send(Method::GET, &path, &[], "").await.json(), Value::Null);
    let taken = service.post(&path, &json!({ "paper": 1 })).await;
    assert_eq!(
        (taken.status, &taken.json()["says"]),
        (StatusCode::OK, &json!("4 sheets of Speckled stoneware pad"))
    );
    assert_eq!(left().await, 20);
    // Not twice, not from a paper that is too small or too few, not from one that is not there.
    assert_eq!(service.post(&path, &json!({ "paper": 1 })).await.status, StatusCode::CONFLICT);
    assert_eq!(left().await, 20);
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NO_CONTENT);
    assert_eq!(left().await, 24);
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NOT_FOUND);
    let small = service.post(&path, &json!({ "paper": 2 })).await;
    assert_eq!(small.status, StatusCode::CONFLICT);
    assert!(small.json()["detail"].as_str().unwrap().contains("smaller than the sheet"));
    assert_eq!(service.post(&path, &json!({ "paper": 99 })).await.status, StatusCode::NOT_FOUND);
    let few = json!({ "name": "Three sheets", "width": "12", "height": "12", "count": 3 });
    let few = service.post("/api/shelf", &few).await.json();
    let short = service.post(&path, &json!({ "paper": few["id"] })).await;
    assert_eq!(short.json()["detail"], "The bag takes 4 sheets of Three sheets, and there are 3.");
    // Of a roll, only the length is cut off.
    let roll = json!({ "name": "Wrap", "brief": {
        "finished": { "width": "10", "height": "10", "gusset": "4" },
        "sheet": { "width": "30 in", "height": "14 in" } } });
    let roll = service.post("/api/bags", &roll).await.json();
    let path = format!("/api/bags/{}/paper", roll["id"]);
    assert_eq!(
        service.post(&path, &json!({ "paper": 5 })).await.json()["says"],
        "14 in of Throwing-rings wrap"
    );
    let shelf = service.send(Method::GET, "/api/shelf", &[], "").await.json()["papers"].clone();
    assert_eq!(shelf[4]["paper"]["height"], "106 in");
}

#[rstest]
#[tokio::test]
async fn both_papers_of_a_bag_are_taken(service: Service) {
    let mut brief = platter();
    brief["side_sheet"] = json!({ "width": "30 in", "height": "14 in" });
    let bag = service.post("/api/bags", &json!({ "name": "Platter", "brief": brief })).await.json();
    let path = format!("/api/bags/{}/paper", bag["id"]);
    // Which paper the gussets come from has to be said; refused, nothing is taken.
    assert_eq!(service.post(&path, &json!({ "paper": 1 })).await.status, StatusCode::CONFLICT);
    let missing = service.post(&path, &json!({ "paper": 1, "side_paper": 99 })).await;
    assert_eq!(missing.status, StatusCode::NOT_FOUND);
    let taken = service.post(&path, &json!({ "paper": 1, "side_paper": 5 })).await.json();
    assert_eq!(taken["says"], "2 sheets of Speckled stoneware pad and 14 in of Throwing-rings wrap");
    assert_eq!(taken["papers"], json!([1, 5]));
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NO_CONTENT);
    let shelf = service.send(Method::GET, "/api/shelf", &[], "").await.json()["papers"].clone();
    assert_eq!((&shelf[0]["paper"]["count"], &shelf[4]["paper"]["height"]), (&json!(24), &json!("120 in")));
}
