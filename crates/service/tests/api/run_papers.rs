//! Papers of a run: a second one for the gussets, what is bought, and evenings that bring everything in.

use super::{Service, brief, service};
use axum::http::StatusCode;
use proptest::prelude::*;
use rstest::rstest;
use serde_json::{Value, json};

const DAY: &str = "2999-12-05";

/// A platter's bag, its gussets of another paper.
fn platter() -> Value {
    let mut platter = brief("11 1/2 in", "6 in", "5 7/8 in");
    platter["build"] = json!({
        "kind": "joined", "cuts": ["left_front_corner", "right_front_corner", "left_back_corner", "right_back_corner"]
    });
    platter["side_sheet"] = json!({ "width": "14 in", "height": "12 in", "weight": "160 g/m²" });
    platter
}

async fn run(service: &Service, lines: &Value) -> Value {
    let made =
        service.post("/api/runs", &json!({ "name": "Kiln opening", "date": DAY, "lines": lines })).await;
    assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
    made.json()
}

/// The run with a field of its first line changed.
async fn changed(service: &Service, run: &Value, field: &str, value: Value) -> (StatusCode, Value) {
    let line = &run["lines"][0];
    let mut draft = json!({
        "line": line["line"], "bag": line["bag"], "copies": line["copies"], "paper": line["paper"],
        "side_paper": line["side_paper"],
    });
    draft[field] = value;
    let tag = run["revision"].to_string();
    let answer = service
        .put(
            "/api/runs/1",
            &format!("\"{tag}\""),
            &json!({ "name": "Kiln opening", "date": DAY, "lines": [draft] }),
        )
        .await;
    (answer.status, answer.json())
}

fn need(run: &Value, paper: i64) -> Option<&Value> {
    run["papers"].as_array().unwrap().iter().find(|need| need["paper"] == paper)
}

#[rstest]
#[tokio::test]
async fn gussets_come_from_the_paper_that_is_chosen(service: Service) {
    service.post("/api/bags", &json!({ "name": "Platter", "brief": platter() })).await;
    let made = run(&service, &json!([{ "bag": 1, "copies": 3, "paper": 1 }])).await;
    // Nothing of the drafted size lies on the shelf.
    let line = &made["lines"][0];
    assert_eq!(
        (&line["side_paper"], &line["side_name"]),
        (&Value::Null, &json!("14 × 12, not on the shelf"))
    );
    let (status, now) = changed(&service, &made, "side_paper", json!(3)).await;
    assert_eq!(status, StatusCode::OK, "{now}");
    assert_eq!(
        (&now["lines"][0]["side_paper"], &now["lines"][0]["side_name"]),
        (&json!(3), &json!("Iron-spot card"))
    );
    // Said again with what it is now, nothing changes; without it it stays as it was.
    let (_, same) = changed(&service, &now, "copies", json!(3)).await;
    assert_eq!((&same["lines"], &same["papers"]), (&now["lines"], &now["papers"]));
    let (_, same) = changed(&service, &same, "side_paper", Value::Null).await;
    assert_eq!(same["lines"][0]["side_paper"], 3);
    // From the roll, in lengths of it.
    let (status, rolled) = changed(&service, &same, "side_paper", json!(5)).await;
    assert_eq!((status, &rolled["lines"][0]["blocked"]), (StatusCode::OK, &Value::Null), "{rolled}");
    // It is cut where it was drafted to be: that is nothing to tell.
    assert_eq!(rolled["lines"][0]["differs"], json!([]));
    let takes = need(&rolled, 5).unwrap()["takes"].as_str().unwrap();
    assert!(
        takes.ends_with("of the roll") && need(&rolled, 1).is_some() && need(&rolled, 3).is_none(),
        "{rolled}"
    );
    let (status, refused) = changed(&service, &rolled, "side_paper", json!(99)).await;
    assert_eq!((status, &refused["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("lines.0.side_paper")));
}

#[rstest]
#[case("3 3/4 in", "6 1/2 in", "2 in", 1, 30)]
#[case("3 3/4 in", "6 1/2 in", "2 in", 5, 60)]
#[case("1 1/2 in", "3 in", "1 in", 2, 90)]
#[tokio::test]
async fn once_what_is_missing_is_bought_nothing_is_missing(
    service: Service,
    #[case] width: &str,
    #[case] height: &str,
    #[case] gusset: &str,
    #[case] paper: i64,
    #[case] copies: u32,
) {
    service.post("/api/bags", &json!({ "name": "Bud vase", "brief": brief(width, height, gusset) })).await;
    let made = run(&service, &json!([{ "bag": 1, "copies": copies, "paper": paper }])).await;
    let short = need(&made, paper).unwrap();
    assert!(
        short["short"].as_str().unwrap().ends_with(if paper == 5 { " in more" } else { " sheets" }),
        "{short}"
    );
    let shelf = service.get("/api/shelf").await.json();
    let kept = shelf["papers"].as_array().unwrap().iter().find(|own| own["id"] == paper).unwrap().clone();
    let bought = service
        .put(&format!("/api/shelf/{paper}"), &format!("\"{}\"", kept["revision"]), &short["bought"])
        .await;
    assert_eq!(bought.status, StatusCode::OK, "{}", bought.text);
    let now = service.get("/api/runs/1").await.json();
    let need = need(&now, paper).unwrap();
    assert_eq!(
        (&need["short"], &need["bought"], &now["buy"]),
        (&Value::Null, &Value::Null, &json!([])),
        "{now}"
    );
    assert_eq!(need["takes"], short["takes"]);
}

/// Whatever the evenings are: each remedy that is offered for what is late brings all of it in.
async fn brought_in(copies: &[u32], evenings: &[(u32, u32)]) {
    let service = super::service();
    for size in [["3 3/4 in", "6 1/2 in", "2 in"], ["2 1/2 in", "5 in", "1 1/2 in"]] {
        service
            .post("/api/bags", &json!({ "name": "Bud vase", "brief": brief(size[0], size[1], size[2]) }))
            .await;
    }
    let lines: Vec<Value> =
        copies.iter().enumerate().map(|(n, copies)| json!({ "bag": n + 1, "copies": copies })).collect();
    let mut told: Vec<(u32, u32)> = evenings.to_vec();
    told.sort_unstable();
    told.dedup_by_key(|(day, _)| *day);
    let evenings: Vec<Value> = told
        .iter()
        .map(|(day, minutes)| json!({ "date": format!("2999-11-{day:02}"), "minutes": minutes }))
        .collect();
    let mut draft = json!({ "name": "Kiln opening", "date": DAY, "lines": lines, "evenings": evenings });
    let mut now = service.post("/api/runs", &draft).await.json();
    let is_late = |run: &Value| !run["evenings"]["late"].as_array().unwrap().is_empty();
    let offered = now["evenings"]["remedies"].as_array().unwrap().clone();
    assert_eq!(is_late(&now), now["evenings"]["late_takes"].is_string());
    assert!(!is_late(&now) || !offered.is_empty() || evenings.len() > 50, "{now}");
    for (line, own) in draft["lines"].as_array_mut().unwrap().iter_mut().zip(now["lines"].as_array().unwrap())
    {
        (line["line"], line["paper"]) = (own["line"].clone(), own["paper"].clone());
    }
    for remedy in offered {
        draft["evenings"] = remedy["evenings"].clone();
        let answer = service.put("/api/runs/1", &format!("\"{}\"", now["revision"]), &draft).await;
        assert_eq!(answer.status, StatusCode::OK, "{}: {}", remedy["label"], answer.text);
        now = answer.json();
        assert!(!is_late(&now), "{}: {}", remedy["label"], now["evenings"]);
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 20, ..ProptestConfig::default() })]
    #[test]
    fn every_remedy_for_late_evenings_brings_everything_in(
        copies in prop::collection::vec(1_u32..30, 1..3), evenings in prop::collection::vec((1_u32..29, 10_u32..601), 0..7),
    ) {
        let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
        runtime.block_on(brought_in(&copies, &evenings));
    }
}
