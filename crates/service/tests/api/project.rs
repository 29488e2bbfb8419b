//! Project files: out of one Wide Fold, into another, and the same plans there; or refused, and nothing touched.

use super::*;

const NAMES: [&str; 2] = ["Bud vase", "Tea bowl"];

async fn filled(service: &Service) -> String {
    for (name, height) in NAMES.into_iter().zip(["6 1/2", "5"]) {
        let saved = json!({ "name": name, "brief": brief("3 3/4", height, "2") });
        assert_eq!(service.post("/api/bags", &saved).await.status, StatusCode::CREATED);
    }
    let paper = json!({ "name": "Speckled clay", "width": "12 in", "height": "12 in", "count": 8 });
    assert_eq!(service.post("/api/shelf", &paper).await.status, StatusCode::CREATED);
    let guide = json!({ "name": "Bench guide", "gusset": "2 in", "flap": "1 1/4 in", "widths": ["3 3/4 in"], "reach": "6 in" });
    assert_eq!(service.post("/api/guides", &guide).await.status, StatusCode::CREATED);
    let file = service.get("/api/project").await;
    assert_eq!(file.status, StatusCode::OK);
    file.text
}

async fn bags(service: &Service) -> Vec<Value> {
    service.get("/api/bags").await.json()["bags"].as_array().unwrap().clone()
}

fn parts(view: &Value, kind: &str) -> Vec<(String, String)> {
    let text = |part: &Value, field: &str| part[field].as_str().unwrap().to_owned();
    view[kind].as_array().unwrap().iter().map(|part| (text(part, "name"), text(part, "becomes"))).collect()
}

#[rstest]
#[tokio::test]
async fn a_project_in_an_empty_program_gives_the_same_plans(service: Service) {
    let text = filled(&service).await;
    let other = super::service();
    let asked = json!({ "text": text });
    let preview = other.post("/api/project/preview", &asked).await.json();
    assert_eq!(preview["added"], 4);
    assert_eq!(parts(&preview, "guides"), [("Bench guide".to_owned(), "added".to_owned())]);
    assert!(bags(&other).await.is_empty(), "a look changes nothing");
    let done = other.post("/api/project/import", &asked).await;
    assert_eq!((done.status, done.json()), (StatusCode::OK, preview), "it does what it said");
    for bag in bags(&service).await {
        let twin = bags(&other).await.into_iter().find(|twin| twin["name"] == bag["name"]).unwrap();
        let of = |id: &Value| format!("/api/bags/{id}");
        let (one, two) =
            (service.get(&of(&bag["id"])).await.json(), other.get(&of(&twin["id"])).await.json());
        assert_eq!(one["brief"], two["brief"]);
        let (one, two) =
            (service.post("/api/plan", &one["brief"]).await, other.post("/api/plan", &two["brief"]).await);
        assert_eq!(one.text, two.text);
    }
    // And out again it is the same file.
    assert_eq!(other.get("/api/project").await.text, text);
}

#[rstest]
#[tokio::test]
async fn what_is_there_is_never_touched(service: Service) {
    let text = filled(&service).await;
    let before = bags(&service).await;
    let again = service.post("/api/project/import", &json!({ "text": text })).await.json();
    assert_eq!(again["added"], 0);
    assert_eq!(bags(&service).await, before);
    // A bag of a name that is there, with another size, comes under a name of its own; twice in the file, it comes once.
    let mut file: Value = serde_json::from_str(&text).unwrap();
    file["bags"][0]["brief"]["finished"]["height"] = json!("7 in");
    let twin = file["bags"][0].clone();
    file["bags"].as_array_mut().unwrap().push(twin);
    let asked = json!({ "text": file.to_string() });
    let view = service.post("/api/project/import", &asked).await.json();
    let expected = [("Bud vase (2)", "renamed"), ("Tea bowl", "there"), ("Bud vase", "there")];
    assert_eq!(parts(&view, "bags"), expected.map(|(name, becomes)| (name.to_owned(), becomes.to_owned())));
    let after = bags(&service).await;
    assert_eq!(after.len(), before.len() + 1);
    assert!(before.iter().all(|bag| after.contains(bag)));
    assert_eq!(
        service.post("/api/project/import", &asked).await.json()["added"],
        1,
        "its new name is not in the file"
    );
}

#[rstest]
#[case("", "file", "empty")]
#[case("{", "file", "breaks off")]
#[case("[1]", "format", "no project file")]
#[case("{}", "format", "does not say")]
#[case(r#"{"format":"wide-fold-project"}"#, "version", "which version")]
#[case(r#"{"format":"wide-fold-project","version":3,"bags":[]}"#, "version", "newer")]
#[case(r#"{"format":"wide-fold-project","version":2,"bags":[{"name":"A"}]}"#, "bags[0]", "missing")]
#[case(r#"{"format":"wide-fold-project","version":2,"bags":[{"name":"","brief":{"finished":{"width":"3 in","height":"4 in","gusset":"2 in"}}}]}"#, "bags[0].name", "name")]
#[case(r#"{"format":"wide-fold-project","version":2,"bags":[{"name":"A","brief":{"finished":{"width":"NaN","height":"4 in","gusset":"2 in"}}}]}"#, "bags[0].brief.finished.width", "“A”")]
#[case(
    r#"{"format":"wide-fold-project","version":2,"papers":[{"name":"P","width":"0","height":"4 in"}]}"#,
    "papers[0].width",
    ""
)]
#[case(r#"{"format":"wide-fold-project","version":2,"bags":[]} more"#, "file", "")]
#[case(r#"{"format":"wide-fold-project","version":2,"hats":[]}"#, "hats", "no “hats”")]
#[tokio::test]
async fn a_broken_file_is_refused_and_nothing_is_touched(
    service: Service,
    #[case] text: &str,
    #[case] field: &str,
    #[case] says: &str,
) {
    filled(&service).await;
    let before = (bags(&service).await, service.get("/api/shelf").await.text);
    for path in ["preview", "import"] {
        let answer = service.post(&format!("/api/project/{path}"), &json!({ "text": text })).await;
        assert_eq!(answer.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", answer.text);
        assert_eq!(answer.json()["field"], field, "{}", answer.text);
        assert!(answer.json()["detail"].as_str().unwrap().contains(says), "{}", answer.text);
    }
    assert_eq!((bags(&service).await, service.get("/api/shelf").await.text), before);
}

#[rstest]
#[tokio::test]
async fn a_file_with_one_fault_adds_none_of_its_bags(service: Service) {
    let text = filled(&service).await;
    let mut file: Value = serde_json::from_str(&text).unwrap();
    file["bags"][0]["name"] = json!("Another");
    file["papers"] = json!([{ "name": "P", "width": "12 in", "height": "nothing" }]);
    let before = bags(&service).await;
    let answer = service.post("/api/project/import", &json!({ "text": file.to_string() })).await;
    assert_eq!(answer.status, StatusCode::UNPROCESSABLE_ENTITY);
    // Nor does one for whose papers the shelf has no room.
    let many: Vec<Value> =
        (0..500).map(|n| json!({ "name": format!("P{n}"), "width": "12 in", "height": "12 in" })).collect();
    file["papers"] = json!(many);
    let answer = service.post("/api/project/import", &json!({ "text": file.to_string() })).await;
    assert_eq!(answer.status, StatusCode::CONFLICT, "{}", answer.text);
    assert_eq!(bags(&service).await, before);
}
