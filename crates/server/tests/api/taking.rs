//! What is taken along: every file that is listed is there, under a name of its own.

use super::*;
use std::collections::BTreeSet;

async fn saved(service: &Service, brief: &Value) -> String {
    let bag = service.post("/api/bags", &json!({ "name": "Platter", "brief": brief })).await;
    assert_eq!(bag.status, StatusCode::CREATED, "{}", bag.text);
    format!("/api/bags/{}", bag.json()["id"])
}

#[rstest]
#[case(json!({ "kind": "wrap" }), "3 3/4 in")]
#[case(json!({ "kind": "corner_pair" }), "8 in")]
#[case(json!({ "kind": "joined", "cuts": ["left_back_corner", "right_back_corner"] }), "11 in")]
#[tokio::test]
async fn every_file_that_is_listed_is_there(service: Service, #[case] build: Value, #[case] width: &str) {
    let brief = json!({ "finished": { "width": width, "height": "6 in", "gusset": "2 in" }, "build": build,
        "fittings": { "handle": { "kind": "holed_ribbon" } } });
    let bag = saved(&service, &brief).await;
    let sheets = service.post("/api/plan", &brief).await.json()["layout"]["sheets"].as_array().unwrap().len();
    let listed = service.get(&format!("{bag}/taken")).await.json();
    let listed = listed.as_array().unwrap();
    let of_kind =
        |part: &str| listed.iter().filter(|file| file["href"].as_str().unwrap().contains(part)).count();
    assert_eq!(of_kind("sheet.svg"), sheets);
    assert_eq!(of_kind("sheets.zip"), usize::from(sheets > 1));
    assert_eq!(of_kind("template.svg"), 1);
    let mut names = BTreeSet::new();
    for file in listed {
        let answer = service.get(file["href"].as_str().unwrap()).await;
        assert_eq!(answer.status, StatusCode::OK, "{file}");
        assert!(!answer.text.is_empty(), "{file}");
        let name = answer.header("content-disposition").to_owned();
        assert!(
            name.to_lowercase().ends_with(&format!("{}\"", file["kind"].as_str().unwrap().to_lowercase())),
            "{name}"
        );
        assert!(names.insert(name), "two files of one name");
    }
}

#[rstest]
#[case("taken/nothing.zip")]
#[case("taken/..%2Fbag.fold")]
#[case("taken/%00")]
#[tokio::test]
async fn another_file_is_a_problem(service: Service, #[case] path: &str) {
    let bag = saved(&service, &brief("3 3/4", "6 1/2", "2")).await;
    assert_eq!(service.get(&format!("{bag}/{path}")).await.status, StatusCode::NOT_FOUND);
    assert_eq!(service.get("/api/bags/99/taken").await.status, StatusCode::NOT_FOUND);
    service.send(Method::DELETE, &bag, &[], "").await;
    assert_eq!(service.get(&format!("{bag}/taken/bag.fold")).await.status, StatusCode::NOT_FOUND);
}
