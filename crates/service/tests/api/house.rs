//! The rules of the house: who is let in, how files are handed out, what every answer says of itself.

use super::{Service, brief, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

#[rstest]
#[case("same-origin", StatusCode::CREATED)]
#[case("none", StatusCode::CREATED)]
#[case("same-site", StatusCode::FORBIDDEN)]
#[case("cross-site", StatusCode::FORBIDDEN)]
#[tokio::test]
async fn a_write_from_another_site_is_refused_without_an_origin_too(
    service: Service,
    #[case] from: &str,
    #[case] status: StatusCode,
) {
    let body = json!({ "name": "Tea bowl", "brief": brief("3", "5", "2") }).to_string();
    let answer = service.send(Method::POST, "/api/bags", &[("sec-fetch-site", from)], body).await;
    assert_eq!(answer.status, status);
    // Looking is free.
    let look = service.send(Method::GET, "/", &[("sec-fetch-site", from)], "").await;
    assert_eq!(look.status, StatusCode::OK);
}

#[rstest]
#[case(Method::PATCH, "/api/bags/1")]
#[case(Method::PUT, "/api/plan")]
#[case(Method::DELETE, "/api/openapi.json")]
#[case(Method::POST, "/")]
#[tokio::test]
async fn what_an_address_cannot_be_asked_is_said(
    service: Service,
    #[case] method: Method,
    #[case] path: &str,
) {
    let answer = service.send(method, path, &[], "").await;
    assert_eq!(
        (answer.status, &answer.json()["type"]),
        (StatusCode::METHOD_NOT_ALLOWED, &json!("/problems/method"))
    );
}

#[rstest]
#[case(r#"{"finished":{"width":"3","height":"5","gusset":"2"}} x"#, StatusCode::BAD_REQUEST)]
#[case(r#"{"finished":{"width":"3","height":"5","gusset":"2"}}{}"#, StatusCode::BAD_REQUEST)]
#[case("[]", StatusCode::UNPROCESSABLE_ENTITY)]
#[case(r#"[["3","5","2"]]"#, StatusCode::UNPROCESSABLE_ENTITY)]
#[case(r#"{"finished":["3","5","2"]}"#, StatusCode::UNPROCESSABLE_ENTITY)]
#[case(
    r#"{"finished":{"width":"3","height":"5","gusset":"2"},"board":["1/8","12"]}"#,
    StatusCode::UNPROCESSABLE_ENTITY
)]
#[case(r#"{"finished":{"width":"3","height":"5","gusset":"2"},"sheet":{"width":"12","height":"12","thickness":"-5 mm"}}"#, StatusCode::UNPROCESSABLE_ENTITY)]
#[case(r#"{"finished":{"width":"3","height":"5","gusset":"2"},"weights":{"back_corner":100,"front_corner":1,"gusset_centre":1,"inside_back":1,"inside_front":1,"separate_base":1,"all_round":1}}"#, StatusCode::UNPROCESSABLE_ENTITY)]
#[tokio::test]
async fn what_was_accepted_and_should_not_be(
    service: Service,
    #[case] body: &str,
    #[case] status: StatusCode,
) {
    let answer = service.send(Method::POST, "/api/plan", &[], body).await;
    assert_eq!(answer.status, status, "{}", answer.text);
}

#[rstest]
#[case("a\u{0}b", StatusCode::UNPROCESSABLE_ENTITY)]
#[case("a\u{FFFE}b", StatusCode::UNPROCESSABLE_ENTITY)]
#[case("a\tb\nc", StatusCode::CREATED)]
#[tokio::test]
async fn a_name_is_one_that_can_be_written(service: Service, #[case] name: &str, #[case] status: StatusCode) {
    let made = service.post("/api/bags", &json!({ "name": name, "brief": brief("3", "5", "2") })).await;
    assert_eq!(made.status, status, "{}", made.text);
    if made.status.is_success() {
        assert_eq!(made.json()["name"], "a b c");
    }
    let paper = service.post("/api/shelf", &json!({ "name": name, "width": "12", "height": "12" })).await;
    assert_eq!(paper.status, status, "{}", paper.text);
}

/// A drawing of a bag whose name was kept before names were looked at is still a drawing.
#[rstest]
#[tokio::test]
async fn an_odd_name_spoils_no_drawing(service: Service) {
    service.post("/api/bags", &json!({ "name": "Tea bowl", "brief": brief("3", "5", "2") })).await;
    service.store.write_now(|db| Ok(db.execute("UPDATE bag SET name = 'a\u{FFFE}<b>\u{1}&'", [])?)).unwrap();
    let svg = service.get("/api/bags/1/taken/sheet-1-a.svg").await;
    assert_eq!(svg.status, StatusCode::OK);
    assert!(svg.text.chars().all(can_stand_in_xml), "a character that XML leaves out");
    usvg::Tree::from_str(&svg.text, &usvg::Options::default()).unwrap();
}

/// XML 1.0, section 2.2.
fn can_stand_in_xml(letter: char) -> bool {
    matches!(letter, '\t' | '\n' | '\r' | ' '..='\u{D7FF}' | '\u{E000}'..='\u{FFFD}' | '\u{10000}'..)
}

#[rstest]
#[tokio::test]
async fn answers_are_kept_by_nobody_and_files_for_good(service: Service) {
    assert_eq!(service.get("/api/shelf").await.header("cache-control"), "no-store");
    assert_eq!(service.get("/api/nothing").await.header("cache-control"), "no-store");
    let page = service.get("/").await;
    assert_eq!(page.header("cache-control"), "no-cache");
    let again = service.send(Method::GET, "/", &[("if-none-match", page.header("etag"))], "").await;
    assert_eq!((again.status, again.text.as_str()), (StatusCode::NOT_MODIFIED, ""));
    // The scripts that the page names.
    let script = page.text.split('"').find(|part| part.starts_with("/assets/") && part.ends_with(".js"));
    let Some(script) = script else { panic!("the web client is not built: {}", page.text) };
    let plain = service.get(script).await;
    assert!(
        plain.header("cache-control").contains("immutable") && plain.header("content-encoding").is_empty()
    );
    let mut sizes = vec![plain.header("etag").to_owned()];
    for (accepts, encoding) in
        [("gzip, br", "br"), ("gzip", "gzip"), ("br;q=0, gzip", "gzip"), ("deflate", "")]
    {
        let copy = service.send(Method::GET, script, &[("accept-encoding", accepts)], "").await;
        assert_eq!((copy.status, copy.header("content-encoding")), (StatusCode::OK, encoding), "{accepts}");
        assert_eq!(
            (copy.header("vary"), copy.header("content-type")),
            ("accept-encoding", plain.header("content-type"))
        );
        sizes.push(copy.header("etag").to_owned());
    }
    // Every copy has a tag of its own.
    sizes.sort();
    sizes.dedup();
    assert_eq!(sizes.len(), 3);
    assert_eq!(service.get(&format!("{script}.br")).await.status, StatusCode::NOT_FOUND);
}

#[rstest]
#[tokio::test]
async fn a_full_shelf_says_so_and_can_be_written_out_and_read_in_again(service: Service) {
    let there = service.get("/api/shelf").await.json()["papers"].as_array().unwrap().len();
    let long = "é".repeat(120);
    let rows: Vec<String> = (there..500).map(|_| format!("{long},12,12")).collect();
    let csv = format!("name,width,height\n{}\n", rows.join("\n"));
    let full = service.post("/api/shelf/import", &json!({ "csv": csv })).await;
    assert_eq!((full.status, &full.json()["kept"]), (StatusCode::OK, &json!(500 - there)), "{}", full.text);
    let one_more = service.post("/api/shelf", &json!({ "name": "One", "width": "12", "height": "12" })).await;
    assert_eq!(
        (one_more.status, &one_more.json()["type"]),
        (StatusCode::CONFLICT, &json!("/problems/full-up"))
    );
    let out = service.get("/api/shelf.csv").await.text;
    let other = super::service();
    let papers = other.get("/api/shelf").await.json();
    for paper in papers["papers"].as_array().unwrap() {
        other.send(Method::DELETE, &format!("/api/shelf/{}", paper["id"]), &[], "").await;
    }
    let back = other.post("/api/shelf/import", &json!({ "csv": out })).await;
    assert_eq!(back.json()["kept"], 500, "{}", back.text);
    let both = [service.get("/api/shelf").await.json(), other.get("/api/shelf").await.json()].map(|shelf| {
        shelf["papers"].as_array().unwrap().iter().map(|one| one["paper"].clone()).collect::<Vec<Value>>()
    });
    assert_eq!(both[0], both[1]);
}

/// The description knows types by their names alone: two of one name would be one.
#[test]
fn every_type_that_is_described_has_a_name_of_its_own() {
    fn files(folder: &std::path::Path, found: &mut Vec<std::path::PathBuf>) {
        for entry in std::fs::read_dir(folder).unwrap() {
            let path = entry.unwrap().path();
            if path.is_dir() { files(&path, found) } else { found.push(path) }
        }
    }
    let mut all = Vec::new();
    let here = std::path::Path::new(env!("CARGO_MANIFEST_DIR"));
    files(&here.join("src"), &mut all);
    for room in ["formats", "kept", "answers"] {
        files(&here.join("..").join(room).join("src"), &mut all);
    }
    let mut names: Vec<String> = Vec::new();
    for file in all {
        let text = std::fs::read_to_string(&file).unwrap();
        let mut described = false;
        for line in text.lines() {
            described |= line.starts_with("#[derive") && line.contains("ToSchema");
            let Some(rest) = line.strip_prefix("pub struct ").or_else(|| line.strip_prefix("pub enum "))
            else {
                continue;
            };
            if std::mem::take(&mut described) {
                names.push(rest.split(|letter: char| !letter.is_alphanumeric()).next().unwrap().to_owned());
            }
        }
    }
    let count = names.len();
    assert!(count > 100, "only {count} types were found");
    names.sort();
    let twice: Vec<&String> =
        names.windows(2).filter(|pair| pair[0] == pair[1]).map(|pair| &pair[0]).collect();
    assert_eq!(twice, [] as [&String; 0]);
}
