//! From the paper to its bags, over HTTP.

use super::{Service, service};
use axum::http::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};

fn sheet(width: &str, height: &str) -> Value {
    json!({ "width": width, "height": height })
}

#[rstest]
#[case::one(json!({ "sheet": sheet("12", "12") }), 1)]
#[case::two(json!({ "sheet": sheet("6", "6"), "sheets": 2, "top": { "kind": "hem_in", "depth": "1/2" } }), 2)]
#[case::metric(json!({ "sheet": { "width": "210", "height": "297", "pattern": "all_over" }, "unit": "metric" }), 1)]
#[tokio::test]
async fn what_stands_out_is_ready_as_it_is_sent(service: Service, #[case] asked: Value, #[case] sheets: u64) {
    let found = service.post("/api/from-paper", &asked).await.json();
    let families = found["families"].as_array().unwrap();
    assert!(!families.is_empty());
    for family in families {
        for best in family["best"].as_array().unwrap() {
            let member = &family["members"][best["member"].as_u64().unwrap() as usize];
            let mut brief = family["brief"].clone();
            brief["finished"] = member["finished"].clone();
            if let Some(pleat) = member["pleat"].as_str() {
                brief["build"]["pleat"] = json!(pleat);
            }
            let plan = service.post("/api/plan", &brief).await.json();
            assert_eq!(plan["ready"], true, "{} {}", family["build"], member["size"]);
            let count: u64 = plan["layout"]["sheets"]
                .as_array()
                .unwrap()
                .iter()
                .map(|own| own["times"].as_u64().unwrap_or(1))
                .sum();
            assert!(count <= sheets, "{} takes {count}", family["build"]);
            // The drawing's lines are those of the plan's first piece.
            let columns = plan["pieces"][0]["columns"].as_array().unwrap();
            let ends: Vec<f64> = columns.iter().map(|column| column["to_mm"].as_f64().unwrap()).collect();
            let drawn: Vec<f64> =
                member["columns_mm"].as_array().unwrap().iter().map(|mm| mm.as_f64().unwrap()).collect();
            assert_eq!(drawn, ends);
        }
    }
    for part in found["parted"].as_array().unwrap().iter().filter(|part| !part["brief"].is_null()) {
        assert_eq!(service.post("/api/plan", &part["brief"]).await.json()["ready"], true, "{part}");
    }
}

#[rstest]
#[case(json!({ "sheet": sheet("wide", "12") }), "sheet.width")]
#[case(json!({ "sheet": sheet("12", "-1") }), "sheet.height")]
#[case(json!({ "sheet": sheet("12", "12"), "sheets": 3 }), "sheets")]
#[case(json!({ "sheet": sheet("12", "12"), "top": { "kind": "hem_in", "depth": "0" } }), "top.depth")]
#[tokio::test]
async fn what_cannot_be_read_is_refused_with_its_field(
    service: Service,
    #[case] asked: Value,
    #[case] field: &str,
) {
    let refused = service.post("/api/from-paper", &asked).await;
    assert_eq!((refused.status, &refused.json()["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)));
}

#[rstest]
#[tokio::test]
async fn the_shelf_is_counted_paper_by_paper(service: Service) {
    let brief = json!({ "finished": { "width": "3 3/4", "height": "6 1/2", "gusset": "2" } });
    let before = service.post("/api/yields", &brief).await.json();
    let (bags, papers) = (before["bags"].as_u64().unwrap(), before["papers"].as_array().unwrap().len());
    for (name, width, count) in [("Clay pad", "12", 4), ("Slip sheets", "24", 3), ("Stamps", "2", 9)] {
        let paper = json!({ "name": name, "width": width, "height": "12", "count": count });
        service.post("/api/shelf", &paper).await;
    }
    let found = service.post("/api/yields", &brief).await.json();
    // One of a 12 × 12, two of a 24 × 12.
    assert_eq!(found["bags"].as_u64(), Some(bags + 10));
    let own = found["papers"].as_array().unwrap();
    assert_eq!(own.len(), papers + 3);
    let clay = own.iter().find(|own| own["paper"] == "Clay pad").unwrap()["says"].as_str().unwrap();
    assert!(clay.starts_with("4 bags, ") && clay.ends_with("no more are possible."), "{clay}");
    for own in found["papers"].as_array().unwrap().iter().filter(|own| !own["brief"].is_null()) {
        assert_eq!(service.post("/api/plan", &own["brief"]).await.json()["ready"], true, "{own}");
    }
}

#[rstest]
#[tokio::test]
async fn a_gift_is_fitted_to_the_sheet_that_is_named(service: Service) {
    let gift = json!({ "things": [{ "kind": "box", "width": "3", "depth": "2", "height": "5" }] });
    let asked = |sheet: Value| json!({ "gift": gift, "sheet": sheet });
    let fits = service.post("/api/fit", &asked(sheet("12", "12"))).await.json();
    let way = &fits[0]["way"];
    assert_eq!(way["paper"], "12×12");
    assert!(way["enough"] == true && fits[0]["brief"]["sheet"]["width"] == "12 in", "{way}");
    let refused = service.post("/api/fit", &asked(sheet("12", "high"))).await;
    assert_eq!(
        (refused.status, &refused.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!("sheet.height"))
    );
}

#[rstest]
#[tokio::test]
async fn sizes_that_use_the_shelf_up_can_be_made(service: Service) {
    let found =
        service.post("/api/mixes", &json!({ "top": { "kind": "hem_in", "depth": "1" } })).await.json();
    let papers = found["papers"].as_array().unwrap();
    assert!(!papers.is_empty() && found["left_out"] == 0);
    for paper in papers {
        for own in paper["sizes"].as_array().unwrap() {
            let plan = service.post("/api/plan", &own["brief"]).await.json();
            assert_eq!(
                (&plan["ready"], &plan["brief"]["top"]["kind"]),
                (&json!(true), &json!("hem_in")),
                "{own}"
            );
            let bags = own["bags"].as_u64().unwrap();
            assert!(bags > 0 && own["says"].as_str().unwrap().starts_with(&bags.to_string()), "{own}");
        }
    }
}
