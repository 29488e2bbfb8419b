//! The paper shelf over HTTP.

use super::{Service, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

fn paper(name: &str, width: &str) -> Value {
    json!({ "name": name, "width": width, "height": "12 in", "count": 3, "weight": "80 lb cover" })
}

async fn names(service: &Service) -> Vec<String> {
    let list = service.send(Method::GET, "/api/shelf", &[], "").await.json();
    list["papers"]
        .as_array()
        .unwrap()
        .iter()
        .map(|one| one["paper"]["name"].as_str().unwrap().to_owned())
        .collect()
}

#[rstest]
#[tokio::test]
async fn a_new_shelf_has_sample_papers(service: Service) {
    let list = service.send(Method::GET, "/api/shelf", &[], "").await.json()["papers"].clone();
    assert_eq!(list.as_array().unwrap().len(), 5);
    assert!(list.as_array().unwrap().iter().any(|one| one["paper"]["kind"] == "roll"));
    // 80 lb cover is about 216 g/m² (definition of basis weight, from memory).
    assert!(list.as_array().unwrap().iter().any(|one| one["says"].as_str().unwrap().contains("216 g/m²")));
}

#[rstest]
#[tokio::test]
async fn papers_are_added_changed_taken_off_and_brought_back(service: Service) {
    let added = service.post("/api/shelf", &paper("Shino card", "12 in")).await;
    assert_eq!(added.status, StatusCode::CREATED);
    let path = format!("/api/shelf/{}", added.json()["id"]);
    let change = |revision: &'static str| {
        let (path, body) = (path.clone(), paper("Shino card, thick", "10 in").to_string());
        let service = &service;
        async move { service.send(Method::PUT, &path, &[("if-match", revision)], body).await }
    };
    let changed = change("\"1\"").await;
    assert_eq!((changed.status, &changed.json()["size"]), (StatusCode::OK, &json!("10 × 12")));
    assert_eq!(change("\"1\"").await.status, StatusCode::PRECONDITION_FAILED);
    let unmarked = service.send(Method::PUT, &path, &[], paper("x", "9 in").to_string()).await;
    assert_eq!(unmarked.status, StatusCode::PRECONDITION_REQUIRED);
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NO_CONTENT);
    assert!(!names(&service).await.contains(&"Shino card, thick".to_owned()));
    let back = service.send(Method::POST, &format!("{path}/restore"), &[], "").await;
    assert_eq!(back.status, StatusCode::NO_CONTENT);
    assert!(names(&service).await.contains(&"Shino card, thick".to_owned()));
    assert_eq!(service.send(Method::DELETE, "/api/shelf/4711", &[], "").await.status, StatusCode::NOT_FOUND);
}

#[rstest]
#[case(json!({ "name": " ", "width": "12", "height": "12" }), "name")]
#[case(json!({ "name": "A", "width": "0", "height": "12" }), "width")]
#[case(json!({ "name": "A", "width": "12", "height": "12", "weight": "heavy" }), "weight")]
#[case(json!({ "name": "A", "width": "12", "height": "12", "colour": "red" }), "colour")]
#[tokio::test]
async fn what_is_no_paper_is_refused_by_its_field(
    service: Service,
    #[case] body: Value,
    #[case] field: &str,
) {
    let answer = service.post("/api/shelf", &body).await;
    assert_eq!((answer.status, &answer.json()["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)));
}

#[rstest]
#[tokio::test]
async fn bad_rows_keep_everything_out_until_the_good_ones_are_asked_for(service: Service) {
    let before = names(&service).await.len();
    let csv = "name,width,height\nOne,12,12\nTwo,wide,12\nThree,6,6\n";
    let answer = service.post("/api/shelf/import", &json!({ "csv": csv })).await.json();
    assert_eq!((&answer["kept"], &answer["good"]), (&json!(0), &json!(2)));
    assert_eq!((&answer["faults"][0]["line"], &answer["faults"][0]["field"]), (&json!(3), &json!("width")));
    assert_eq!(names(&service).await.len(), before);
    let answer = service.post("/api/shelf/import", &json!({ "csv": csv, "keep_good": true })).await.json();
    assert_eq!(answer["kept"], 2);
    assert_eq!(names(&service).await.len(), before + 2);
}

#[rstest]
#[tokio::test]
async fn what_is_written_out_can_be_read_in_again(service: Service) {
    let csv = service.send(Method::GET, "/api/shelf.csv", &[], "").await;
    assert!(csv.header("content-type").starts_with("text/csv"));
    let answer = service.post("/api/shelf/import", &json!({ "csv": csv.text })).await.json();
    assert_eq!((&answer["kept"], &answer["faults"]), (&json!(5), &json!([])));
    let all = names(&service).await;
    assert_eq!(all[..5], all[5..]);
}

#[rstest]
#[tokio::test]
async fn what_cannot_be_read_stands_apart_and_hides_nothing(service: Service) {
    let before = names(&service).await.len();
    service
        .store
        .write_now(|db| {
            db.execute("INSERT INTO paper (revision, paper) VALUES (4, '{\"name\":\"Odd card\",\"width\":\"0 in\",\"height\":\"9\"}')", [])?;
            Ok(())
        })
        .unwrap();
    assert_eq!(names(&service).await.len(), before);
    let shelf = service.get("/api/shelf").await.json();
    let odd = &shelf["unreadable"][0];
    assert_eq!((&odd["name"], &odd["revision"]), (&json!("Odd card"), &json!(4)));
    assert!(
        odd["sentence"].as_str().unwrap().contains("no paper")
            && odd["text"].as_str().unwrap().contains("0 in")
    );
    assert!(service.get("/api/shelf.csv").await.status.is_success());
    let ways = service.post("/api/ways", &json!({ "brief": super::brief("3", "5", "2") })).await;
    assert!(ways.status.is_success());
    // It can be written anew, or taken off.
    let path = format!("/api/shelf/{}", odd["id"]);
    let mended = service.put(&path, "\"4\"", &paper("Odd card", "12 in")).await;
    assert_eq!(mended.status, StatusCode::OK);
    assert_eq!(names(&service).await.len(), before + 1);
}
