//! Handles and what goes with them, over HTTP.

use crate::{Service, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

fn bag(fittings: Value) -> Value {
    json!({
        "finished": { "width": "8 in", "height": "9 in", "gusset": "3 in" },
        "sheet": { "width": "30 in", "height": "20 in" },
        "fittings": fittings,
    })
}

#[rstest]
#[tokio::test]
async fn a_handle_is_worked_out_and_drawn(service: Service) {
    let plan = service.post("/api/plan", &bag(json!({ "handle": { "kind": "holed_ribbon" } }))).await.json();
    let figures = plan["fittings"]["figures"].as_array().unwrap();
    let figure =
        |field: &str| figures.iter().find(|figure| figure["field"] == field).unwrap()["figure"].clone();
    // Common practice: 1½ either side of the centre of an 8 face, 1 below the top, 18 of ribbon.
    let own = ["handle.from_centre", "handle.from_edge", "handle.down", "handle.length"].map(figure);
    assert_eq!(own, ["1½", "2½", "1", "18"].map(Value::from));
    assert_eq!(plan["fittings"]["face"]["holes"].as_array().unwrap().len(), 2);
    let parts = plan["fittings"]["parts"].as_array().unwrap();
    assert!(
        parts.iter().any(|part| part["name"] == "reinforcement strip" && part["size"] == "4 × 2"),
        "{parts:?}"
    );
    // The holes are in the piece, and in the folded bag's facets.
    assert_eq!(plan["pieces"][0]["holes"].as_array().unwrap().len(), 4);
    let fold = service.post("/api/fold", &plan["brief"]).await.json();
    let holed =
        fold["facets"].as_array().unwrap().iter().filter(|facet| facet["holes"][0].is_array()).count();
    assert_eq!(holed, 2);
    assert!(!fold["fittings"]["facets"].as_array().unwrap().is_empty());
}

#[rstest]
#[tokio::test]
async fn every_kind_is_offered_on_this_bag(service: Service) {
    let brief = bag(json!({ "handle": { "kind": "tube" }, "insert": "double" }));
    let choices = service.post("/api/handles", &brief).await.json();
    let choices = choices.as_array().unwrap();
    assert_eq!(choices.len(), 9);
    assert_eq!(choices.iter().filter(|choice| choice["chosen"] == true).count(), 1);
    let strap = choices.iter().find(|choice| choice["kind"] == "strap").unwrap();
    assert_eq!(strap["verdict"]["code"], "handle.strap-hem");
    // Choosing one leaves everything else as it is.
    assert!(choices.iter().all(|choice| choice["brief"]["fittings"]["insert"] == "double"));
    let remedy = &strap["verdict"]["remedies"][0]["brief"];
    let mended = service.post("/api/plan", remedy).await.json();
    assert_eq!(mended["ready"], true);
}

#[rstest]
#[case(json!({ "handle": { "down": "deep" } }), "handle.down")]
#[case(json!({ "handle": { "kind": "tube", "width": "0" } }), "handle.width")]
#[case(json!({ "handle": { "kind": "wheel" } }), "fittings.handle.kind")]
#[case(json!({ "backing": { "depth": "-1 in" } }), "backing.depth")]
#[case(json!({ "load": "a lot" }), "load")]
#[case(json!({ "punch": { "reach": "0 mm" } }), "punch.reach")]
#[tokio::test]
async fn a_figure_that_cannot_be_used_is_named(
    service: Service,
    #[case] fittings: Value,
    #[case] field: &str,
) {
    let refused = service.post("/api/plan", &bag(fittings)).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(refused.json()["field"], field);
}

#[rstest]
#[tokio::test]
async fn the_template_marks_both_faces(service: Service) {
    let kept =
        |kind: &str| json!({ "name": "Tea bowl", "brief": bag(json!({ "handle": { "kind": kind } })) });
    let bag = service.post("/api/bags", &kept("holed_ribbon")).await.json();
    let path = format!("/api/bags/{}/taken/hole-template.svg", bag["id"]);
    let template = service.send(Method::GET, &path, &[], "").await;
    assert_eq!(template.status, StatusCode::OK);
    assert_eq!(template.headers["content-type"], "image/svg+xml");
    let without = service.post("/api/bags", &kept("tube")).await.json();
    let path = format!("/api/bags/{}/taken/hole-template.svg", without["id"]);
    assert_eq!(service.send(Method::GET, &path, &[], "").await.status, StatusCode::NOT_FOUND);
}
