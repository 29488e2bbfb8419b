//! From what goes into a bag to the bag, over HTTP.

use super::{Service, service};
use axum::http::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};

fn jar() -> Value {
    json!({ "things": [{ "kind": "cylinder", "across": "3 1/2", "height": "5" }] })
}

#[rstest]
#[tokio::test]
async fn every_way_a_jar_may_lie_has_its_bag(service: Service) {
    let fits = service.post("/api/fit", &json!({ "gift": jar(), "weight": "1 lb" })).await.json();
    let sizes: Vec<Value> = fits.as_array().unwrap().iter().map(|fit| fit["size"].clone()).collect();
    // Standing, on its side along the width, on its side along the depth.
    assert_eq!(sizes.len(), 3);
    assert!(
        sizes.contains(&json!(["4¼", "6½", "4¼"])) && sizes.contains(&json!(["5¾", "5", "4¼"])),
        "{sizes:?}"
    );
    for fit in fits.as_array().unwrap() {
        let plan = service.post("/api/plan", &fit["brief"]).await.json();
        assert_eq!(
            (&plan["ready"], &plan["brief"]["fittings"]["load"]),
            (&json!(true), &json!("453.59237 g"))
        );
        assert!(plan["gift"]["says"].as_str().unwrap().starts_with("a jar or tumbler: "));
        // The gift stands in the open bag that is drawn.
        let facets = fit["standing"]["facets"].as_array().unwrap();
        assert!(facets.iter().any(|facet| facet["what"] == "gift"));
        assert!(fit["way"]["takes"].as_str().is_some());
    }
    // Kept with the bag; made smaller, the bag says that it no longer fits.
    let saved =
        service.post("/api/bags", &json!({ "name": "For a jar", "brief": fits[0]["brief"] })).await.json();
    let mut kept = service.get(&format!("/api/bags/{}", saved["id"])).await.json()["brief"].clone();
    assert_eq!(kept["gift"]["things"][0]["kind"], "cylinder");
    kept["finished"]["width"] = json!("3 in");
    let plan = service.post("/api/plan", &kept).await.json();
    let said = plan["verdicts"]
        .as_array()
        .unwrap()
        .iter()
        .find(|verdict| verdict["code"] == "gift.too-large")
        .unwrap();
    assert!(said["why"].as_str().unwrap().contains("the width is ½ short"), "{}", said["why"]);
}

#[rstest]
#[tokio::test]
async fn once_round_is_as_good_as_across(service: Service) {
    // 11 once round is 3½ across, and a hair.
    let round = json!({ "things": [{ "kind": "bottle", "round": "11", "height": "8" }] });
    let fits = service.post("/api/fit", &json!({ "gift": round })).await.json();
    assert_eq!(fits.as_array().unwrap().len(), 1, "a bottle only stands");
    assert_eq!(fits[0]["size"], json!(["4⅜", "9½", "4½"]));
}

#[rstest]
#[case(json!({ "things": [] }), "gift.things")]
#[case(json!({ "things": [{ "kind": "ball" }] }), "gift.things[0].across")]
#[case(json!({ "things": [{ "kind": "ball", "across": "3", "round": "9" }] }), "gift.things[0].across")]
#[case(json!({ "things": [{ "kind": "ball", "across": "3" }, { "kind": "ball", "across": "wide" }] }), "gift.things[1].across")]
#[case(json!({ "things": [{ "kind": "box", "width": "0", "depth": "1", "height": "1" }] }), "gift.things[0].width")]
#[case(json!({ "things": [{ "kind": "box", "width": "NaN", "depth": "1", "height": "1" }] }), "gift.things[0].width")]
#[case(json!({ "things": [{ "kind": "ball", "across": "300" }] }), "gift.things[0].across")]
#[case(json!({ "things": vec![json!({ "kind": "ball", "across": "3" }); 1000] }), "gift.things")]
#[case(json!({ "things": [{ "kind": "ball", "across": "3" }], "room": "-1" }), "gift.room")]
#[tokio::test]
async fn what_is_no_gift_is_refused_by_its_field(service: Service, #[case] gift: Value, #[case] field: &str) {
    let answer = service.post("/api/fit", &json!({ "gift": gift })).await;
    let said = answer.json();
    assert_eq!((answer.status, &said["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)));
    assert!(said["detail"].as_str().unwrap().ends_with('.'), "{said}");
}

#[rstest]
#[tokio::test]
async fn a_weight_that_is_none_is_refused(service: Service) {
    let answer = service.post("/api/fit", &json!({ "gift": jar(), "weight": "heavy" })).await;
    assert_eq!(
        (answer.status, &answer.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!("weight"))
    );
}

/// Whoever measures in millimetres gets a size that a metric ruler has.
#[rstest]
#[tokio::test]
async fn a_metric_size_can_be_set_on_a_metric_ruler(service: Service) {
    let tiles = json!({ "things": [{ "kind": "flat", "width": "113", "height": "110.5", "thick": "41" }] });
    let fits = service.post("/api/fit", &json!({ "gift": tiles, "unit": "metric" })).await.json();
    assert!(!fits.as_array().unwrap().is_empty());
    for fit in fits.as_array().unwrap() {
        for figure in fit["size"].as_array().unwrap() {
            let figure: u32 = figure.as_str().unwrap().parse().unwrap();
            assert_eq!(figure % 5, 0, "{fit}");
        }
    }
}

#[rstest]
#[tokio::test]
async fn some_things_may_lie_and_others_stand(service: Service) {
    // A tall vase stands; the roll beside it stands or is laid upon its side.
    let vase = json!({ "kind": "bottle", "across": "2", "height": "6" });
    let roll = json!({ "kind": "cylinder", "across": "1 1/2", "height": "4" });
    let gift = json!({ "things": [vase, roll], "together": "stacked" });
    let fits = service.post("/api/fit", &json!({ "gift": gift })).await.json();
    let laid = fits
        .as_array()
        .unwrap()
        .iter()
        .find(|fit| fit["brief"]["gift"]["lies"] == json!([false, true]))
        .unwrap();
    assert!(
        laid["says"][0].as_str().unwrap().starts_with("With a jar or tumbler on its side"),
        "{}",
        laid["says"]
    );
    // The vase never lies.
    assert!(fits.as_array().unwrap().iter().all(|fit| fit["brief"]["gift"]["lying"] == false));
    // It is kept so.
    let saved = service.post("/api/bags", &json!({ "name": "Two", "brief": laid["brief"] })).await.json();
    assert_eq!(saved["brief"]["gift"]["lies"], json!([false, true]));
    let plan = service.post("/api/plan", &saved["brief"]).await.json();
    assert_eq!(plan["ready"], true);
    let wrong = json!({ "gift": { "things": [vase, roll], "lies": [true] } });
    let refused = service.post("/api/fit", &wrong).await;
    assert_eq!(
        (refused.status, &refused.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!("gift.lies"))
    );
}

#[rstest]
#[tokio::test]
async fn the_room_that_is_left_is_a_setting(service: Service) {
    let before = service.get("/api/rooms").await.json();
    assert_eq!(before["set"], json!({ "flat": null, "round": null, "odd": null, "above": null }));
    assert_eq!(before["customary"], json!({ "flat": "¼", "round": "⅜", "odd": "½", "above": "1½" }));
    let sizes = |fits: Value| -> Vec<Value> {
        fits.as_array().unwrap().iter().map(|fit| fit["size"].clone()).collect()
    };
    let asked = json!({ "gift": jar() });
    let usual = sizes(service.post("/api/fit", &asked).await.json());
    // An eighth more round what is round, and half an inch more above.
    let set = service.put("/api/rooms", "*", &json!({ "round": "1/2", "above": "2" })).await.json();
    assert_eq!((&set["set"]["round"], &set["set"]["above"]), (&json!("1/2 in"), &json!("2 in")));
    let roomier = service.post("/api/fit", &asked).await.json();
    assert!(usual.contains(&json!(["4¼", "6½", "4¼"])));
    assert!(sizes(roomier.clone()).contains(&json!(["4½", "7", "4½"])), "{roomier}");
    // What a gift asks for itself comes first, and a bag keeps what it was made with.
    let mut own = jar();
    own["room"] = json!("3/8");
    own["headroom"] = json!("1 1/2");
    assert_eq!(sizes(service.post("/api/fit", &json!({ "gift": own })).await.json()), usual);
    assert_eq!(roomier[0]["brief"]["gift"]["room"], "1/2 in");
    // Left out, it is customary again.
    service.put("/api/rooms", "*", &json!({})).await;
    assert_eq!(sizes(service.post("/api/fit", &asked).await.json()), usual);
    for (field, text) in [("odd", "wide"), ("above", "9"), ("flat", "-1/4")] {
        let refused = service.put("/api/rooms", "*", &json!({ (field): text })).await;
        assert_eq!(
            (refused.status, &refused.json()["field"]),
            (StatusCode::UNPROCESSABLE_ENTITY, &json!(field))
        );
    }
}

#[rstest]
#[tokio::test]
async fn what_has_to_stand_is_never_laid(service: Service) {
    let gift = json!({ "things": [{ "kind": "box", "width": "3", "depth": "2", "height": "6" }] });
    let all = service.post("/api/fit", &json!({ "gift": gift })).await.json();
    let standing = service.post("/api/fit", &json!({ "gift": gift, "stand": [true] })).await.json();
    let lie = |fits: &Value| {
        fits.as_array().unwrap().iter().filter(|fit| fit["brief"]["gift"]["lying"] == true).count()
    };
    assert!(lie(&all) > 0 && !standing.as_array().unwrap().is_empty());
    assert_eq!(lie(&standing), 0);
    let refused = service.post("/api/fit", &json!({ "gift": gift, "stand": [true, false] })).await;
    assert_eq!(
        (refused.status, &refused.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!("stand"))
    );
}

#[rstest]
#[case(json!({ "kind": "cylinder", "across": "85", "height": "120" }))]
#[case(json!({ "kind": "box", "width": "100", "depth": "60", "height": "150" }))]
#[case(json!({ "kind": "odd", "widest": "100", "deepest": "60", "tallest": "150" }))]
#[tokio::test]
async fn in_millimetres_every_figure_is_one_a_metric_ruler_shows(service: Service, #[case] thing: Value) {
    let asked = json!({ "gift": { "things": [thing] }, "unit": "metric", "sheet": { "width": "210", "height": "297" } });
    let fits = service.post("/api/fit", &asked).await.json();
    assert!(!fits.as_array().unwrap().is_empty());
    for fit in fits.as_array().unwrap() {
        let why = fit["says"].as_array().unwrap().iter().take(4);
        let says = why.chain([&fit["saves"]["says"]]).chain(fit["size"].as_array().unwrap());
        for says in says.filter_map(Value::as_str) {
            assert!(!says.contains('≈'), "{says}");
        }
    }
}
