//! Guides over HTTP: kept, changed, taken away, and what one makes of a sheet.

use super::{Service, brief, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

fn guide(name: &str, gusset: &str) -> Value {
    json!({ "name": name, "gusset": gusset, "flap": "1 1/4 in", "widths": ["5", "3 3/4 in"], "reach": "6" })
}

async fn names(service: &Service) -> Vec<String> {
    let list = service.get("/api/guides").await.json();
    let name = |one: &Value| one["guide"]["name"].as_str().unwrap().to_owned();
    list["guides"].as_array().unwrap().iter().map(name).collect()
}

#[rstest]
#[tokio::test]
async fn guides_are_added_changed_taken_away_and_brought_back(service: Service) {
    assert_eq!(names(&service).await, [] as [String; 0]);
    let added = service.post("/api/guides", &guide("Bench guide", "2")).await;
    assert_eq!(added.status, StatusCode::CREATED);
    assert_eq!(added.json()["says"], "Gusset 2, base flaps 1¼, faces of 3¾ and 5");
    assert_eq!(added.json()["guide"]["widths"], json!(["3 3/4 in", "5 in"]));
    service.post("/api/guides", &guide("Second guide", "1")).await;
    let path = format!("/api/guides/{}", added.json()["id"]);
    let change = |revision: &'static str| {
        let (path, body) = (path.clone(), guide("Bench guide, wide", "2 1/4").to_string());
        let service = &service;
        async move { service.send(Method::PUT, &path, &[("if-match", revision)], body).await }
    };
    let changed = change("\"1\"").await;
    assert_eq!((changed.status, &changed.json()["revision"]), (StatusCode::OK, &json!(2)));
    assert_eq!(change("\"1\"").await.status, StatusCode::PRECONDITION_FAILED);
    let unmarked = service.send(Method::PUT, &path, &[], guide("x", "2").to_string()).await;
    assert_eq!(unmarked.status, StatusCode::PRECONDITION_REQUIRED);
    let stale = service.send(Method::DELETE, &path, &[("if-match", "\"1\"")], "").await;
    assert_eq!(stale.status, StatusCode::PRECONDITION_FAILED);
    assert!(stale.json()["detail"].as_str().unwrap().starts_with("This guide was changed"));
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NO_CONTENT);
    assert_eq!(names(&service).await, ["Second guide"]);
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NOT_FOUND);
    let back = service.send(Method::POST, &format!("{path}/restore"), &[], "").await;
    assert_eq!(back.status, StatusCode::NO_CONTENT);
    assert_eq!(names(&service).await, ["Bench guide, wide", "Second guide"]);
    assert_eq!(service.send(Method::DELETE, "/api/guides/4711", &[], "").await.status, StatusCode::NOT_FOUND);
    assert_eq!(service.send(Method::DELETE, "/api/guides/one", &[], "").await.status, StatusCode::NOT_FOUND);
}

#[rstest]
#[case("name", json!(" "))]
#[case("gusset", json!("wide"))]
#[case("gusset", json!("0"))]
#[case("flap", json!("NaN"))]
#[case("widths", json!([]))]
#[case("widths", json!(["3", "a thousand"]))]
#[case("reach", json!("1"))]
#[case("taper", json!("1"))]
#[case("colour", json!("red"))]
#[tokio::test]
async fn what_is_no_guide_is_refused_by_its_field(
    service: Service,
    #[case] field: &str,
    #[case] value: Value,
) {
    let mut body = guide("Odd guide", "2");
    body[field] = value;
    let answer = service.post("/api/guides", &body).await;
    let said = answer.json();
    assert_eq!((answer.status, &said["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)));
    assert!(said["detail"].as_str().unwrap().ends_with('.'), "{said}");
    assert_eq!(names(&service).await, [] as [String; 0]);
    // In a brief it is the same field, of the guide.
    let mut bag = brief("4", "7", "2");
    bag["guide"] = body;
    let answer = service.post("/api/plan", &bag).await;
    assert_eq!(
        (answer.status, &answer.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!(format!("guide.{field}")))
    );
}

#[rstest]
#[tokio::test]
async fn no_more_are_kept_than_can_be_looked_through(service: Service) {
    for n in 0..40 {
        assert_eq!(
            service.post("/api/guides", &guide(&format!("Guide {n}"), "2")).await.status,
            StatusCode::CREATED
        );
    }
    let answer = service.post("/api/guides", &guide("One more", "2")).await;
    assert_eq!(answer.status, StatusCode::CONFLICT);
    assert!(answer.json()["detail"].as_str().unwrap().contains("40 guides can be kept"));
}

#[rstest]
#[tokio::test]
async fn what_cannot_be_read_stands_apart_and_can_be_taken_away(service: Service) {
    service
        .store
        .write_now(|db| {
            db.execute(
                "INSERT INTO guide (revision, guide) VALUES (4, '{\"name\":\"Odd\",\"gusset\":\"0 in\"}')",
                [],
            )?;
            Ok(())
        })
        .unwrap();
    let list = service.get("/api/guides").await.json();
    assert_eq!((&list["unreadable"][0]["name"], &list["guides"]), (&json!("Odd"), &json!([])));
    let path = format!("/api/guides/{}", list["unreadable"][0]["id"]);
    assert_eq!(service.send(Method::DELETE, &path, &[], "").await.status, StatusCode::NO_CONTENT);
    assert_eq!(service.get("/api/guides").await.json()["unreadable"], json!([]));
}

/// What it makes can be planned as it is, and goes through the guide.
#[rstest]
#[tokio::test]
async fn what_a_guide_makes_of_the_sheet(service: Service) {
    let mut bag = brief("3 3/4", "6 1/2", "3");
    assert_eq!(service.post("/api/guided", &bag).await.json(), Value::Null);
    bag["guide"] = guide("Bench guide", "2");
    let plan = service.post("/api/plan", &bag).await.json();
    assert_eq!(plan["feeds"], json!([]));
    assert!(plan["verdicts"].as_array().unwrap().iter().any(|verdict| verdict["code"] == "guide.misfit"));
    let told = service.post("/api/guided", &bag).await.json();
    let widths: Vec<&str> =
        told["makes"].as_array().unwrap().iter().map(|one| one["width"].as_str().unwrap()).collect();
    // 12 × 12: two faces of 3¾ and all else on one sheet; 5 and 9½ of a pair.
    assert_eq!(widths, ["3¾", "5", "9½"]);
    assert_eq!(told["makes"][0]["says"], "one sheet, up to 10¾ tall");
    assert_eq!(
        told["makes"][2]["says"],
        "2 sheets, a pair of pieces, the face ticked with a ruler, up to 10¾ tall"
    );
    for one in told["makes"].as_array().unwrap() {
        let plan = service.post("/api/plan", &one["brief"]).await.json();
        assert_eq!((&plan["ready"], plan["feeds"].as_array().unwrap().len()), (&json!(true), 1), "{one}");
        let step = plan["steps"].as_array().unwrap().iter().find(|step| step["feed"] == 0).unwrap();
        assert_eq!(
            (&step["stage"], &step["scene"], &step["pass"]),
            (&json!("score"), &json!("board"), &Value::Null)
        );
    }
    // The bag keeps its guide when it is saved.
    let saved = service
        .post("/api/bags", &json!({ "name": "Guided", "brief": told["makes"][0]["brief"] }))
        .await
        .json();
    let kept = service.get(&format!("/api/bags/{}", saved["id"])).await.json();
    assert_eq!(kept["brief"]["guide"]["name"], "Bench guide");
}
