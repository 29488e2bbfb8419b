//! The HTTP interface, without a network: requests go straight into the router.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod changing;
mod conserved;
mod cutter;
mod damaged;
mod fit;
mod from_paper;
mod garbled;
mod guides;
mod hand_rules;
mod handle;
mod heard;
mod house;
mod journal;
mod keeping;
mod keyed;
mod list;
mod printing;
mod project;
mod run_papers;
mod runs;
mod shelf;
mod spoiled;
mod table;
mod taking;
mod versions;
mod views;
mod ways;

use axum::Router;
use axum::body::{Body, to_bytes};
use axum::http::{Method, Request, Response, StatusCode, header};
use rstest::{fixture, rstest};
use serde_json::{Value, json};
use tempfile::TempDir;
use tower::ServiceExt;
use wide_fold_kept::Store;

/// An application over a database without bags, the demo's papers on its shelf, which is thrown away with it.
struct Service {
    app: Router,
    store: Store,
    _folder: TempDir,
}

#[fixture]
fn service() -> Service {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("bags.db")).unwrap();
    wide_fold::demo::stock_up(&store).unwrap();
    Service { app: wide_fold::app(store.clone()), store, _folder: folder }
}

struct Answer {
    status: StatusCode,
    headers: axum::http::HeaderMap,
    text: String,
}

impl Answer {
    fn json(&self) -> Value {
        serde_json::from_str(&self.text).unwrap_or_else(|_| panic!("{}", self.text))
    }

    fn header(&self, name: &str) -> &str {
        self.headers.get(name).map_or("", |value| value.to_str().unwrap())
    }
}

impl Service {
    async fn send(
        &self,
        method: Method,
        path: &str,
        headers: &[(&str, &str)],
        body: impl Into<Vec<u8>>,
    ) -> Answer {
        let body: Vec<u8> = body.into();
        let mut request = Request::builder().method(method).uri(path);
        if !headers.iter().any(|(name, _)| *name == "host") {
            request = request.header(header::HOST, "127.0.0.1:7390");
        }
        if !body.is_empty() && !headers.iter().any(|(name, _)| *name == "content-type") {
            request = request.header(header::CONTENT_TYPE, "application/json");
        }
        for (name, value) in headers {
            request = request.header(*name, *value);
        }
        let response: Response<Body> =
            self.app.clone().oneshot(request.body(Body::from(body)).unwrap()).await.unwrap();
        let (parts, body) = response.into_parts();
        let bytes = to_bytes(body, usize::MAX).await.unwrap();
        Answer {
            status: parts.status,
            headers: parts.headers,
            text: String::from_utf8_lossy(&bytes).into_owned(),
        }
    }

    async fn post(&self, path: &str, body: &Value) -> Answer {
        self.send(Method::POST, path, &[], body.to_string()).await
    }

    async fn get(&self, path: &str) -> Answer {
        self.send(Method::GET, path, &[], "").await
    }

    async fn put(&self, path: &str, revision: &str, body: &Value) -> Answer {
        self.send(Method::PUT, path, &[("if-match", revision)], body.to_string()).await
    }
}

fn brief(width: &str, height: &str, gusset: &str) -> Value {
    json!({ "finished": { "width": width, "height": height, "gusset": gusset } })
}

#[rstest]
#[tokio::test]
async fn the_worked_bag_planned(service: Service) {
    let full = json!({
        "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" }, "build": { "kind": "wrap" },
        "round": { "start": "gusset", "direction": "right" }, "tab": "1/2 in", "base": { "habit": "full" },
        "top": { "kind": "raw" }, "gusset_crease": "none",
        "sheet": { "width": "12 in", "height": "12 in", "pattern": "up" }
    });
    let answer = service.post("/api/plan", &full).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let plan = answer.json();
    let piece = &plan["pieces"][0];
    // Handbook (common practice): 12 × 8½, scored at 2, 5¾, 7¾, 11½ and 2 from the bottom.
    assert_eq!((piece["width_mm"].as_f64(), piece["height_mm"].as_f64()), (Some(304.8), Some(215.9)));
    let at = |pass: usize| -> Vec<String> {
        plan["passes"][pass]["lines"]
            .as_array()
            .unwrap()
            .iter()
            .map(|line| line["at"].as_str().unwrap().to_owned())
            .collect()
    };
    assert_eq!(at(0), ["2", "5¾", "7¾", "11½"]);
    assert_eq!(at(1), ["2"]);
    assert_eq!(plan["proof"]["passed"], true);
    assert_eq!(plan["ready"], true);
    assert_eq!(plan["layout"]["sheets"][0]["offcuts"][0]["size"], "12 × 3½");
    // The same with everything but the size left out.
    let short = service.post("/api/plan", &brief("3¾", "6½", "2")).await;
    assert_eq!(short.json(), plan);
}

#[rstest]
#[tokio::test]
async fn a_remedy_can_be_sent_back_as_it_is(service: Service) {
    let plan = service.post("/api/plan", &brief("4", "7", "2")).await.json();
    assert_eq!(plan["verdicts"][0]["title"], "½ too wide for the 12×12 sheet");
    let remedies = plan["verdicts"][0]["remedies"].as_array().unwrap();
    let remedy = remedies.iter().find(|remedy| remedy["title"] == "Gusset 1¾").unwrap();
    let mended = service.post("/api/plan", &remedy["brief"]).await.json();
    assert_eq!(mended["ready"], true);
    assert_eq!(mended["pieces"][0]["width"], "12");
}

#[rstest]
#[tokio::test]
async fn every_build_is_offered_with_its_pieces(service: Service) {
    let ways = service.post("/api/builds", &brief("6", "6", "2 1/4")).await.json();
    let ways = ways.as_array().unwrap();
    assert_eq!(ways.len(), 7);
    assert_eq!((&ways[0]["chosen"], ways[0]["obstacle"]["title"].is_string()), (&json!(true), true));
    // Handbook (common practice): the corner pair of 6 × 6 × 2¼ is two 8¾ × 8¼.
    assert_eq!((&ways[1]["size"], &ways[1]["sheets"]), (&json!("two 8¾ × 8¼"), &json!(2)));
    let pair = service.post("/api/plan", &ways[1]["brief"]).await.json();
    assert_eq!((&pair["ready"], &pair["pieces"][0]["count"]), (&json!(true), &json!(2)));
}

#[rstest]
#[tokio::test]
async fn the_fold_starts_flat_and_ends_open(service: Service) {
    let fold = service.post("/api/fold", &brief("4", "6", "2")).await.json();
    let poses = fold["poses"].as_array().unwrap();
    let depth = |pose: &Value| {
        let corners = pose["facets"].as_array().unwrap().iter().flat_map(|facet| facet.as_array().unwrap());
        let zs: Vec<f64> = corners.map(|corner| corner[2].as_f64().unwrap()).collect();
        zs.iter().copied().fold(f64::MIN, f64::max) - zs.iter().copied().fold(f64::MAX, f64::min)
    };
    assert!(depth(&poses[0]).abs() < 1e-9);
    assert!((depth(poses.last().unwrap()) - 50.8).abs() < 1e-6);
    assert_eq!(fold["facets"].as_array().unwrap().len(), poses[0]["facets"].as_array().unwrap().len());
}

#[rstest]
#[case(r#"{"finished":{"width":"0","height":"7","gusset":"2"}}"#, 422, "finished.width", "more than nothing")]
#[case(
    r#"{"finished":{"width":"-4","height":"7","gusset":"2"}}"#,
    422,
    "finished.width",
    "more than nothing"
)]
#[case(r#"{"finished":{"width":"4","height":"9999 m","gusset":"2"}}"#, 422, "finished.height", "kilometre")]
#[case(
    r#"{"finished":{"width":"4","height":"900","gusset":"2"}}"#,
    422,
    "finished.height",
    "nobody can fold"
)]
#[case(
    r#"{"finished":{"width":"four","height":"7","gusset":"2"}}"#,
    422,
    "finished.width",
    "“four” is not a length"
)]
#[case(r#"{"finished":{"width":"4","height":"7"}}"#, 422, "finished", "gusset")]
#[case(r#"{"finished":{"width":"4","height":"7","gusset":"2"},"tab":7}"#, 422, "tab", "text belongs")]
#[case(r#"{"finished":"#, 400, "finished", "not JSON")]
#[case("[]", 422, "", "A list stands where a group of fields belongs.")]
#[case("\u{0}", 400, "", "not JSON")]
#[tokio::test]
async fn bad_input_is_refused_with_the_field(
    service: Service,
    #[case] body: &str,
    #[case] status: u16,
    #[case] field: &str,
    #[case] words: &str,
) {
    let answer = service.send(Method::POST, "/api/plan", &[], body).await;
    assert_eq!(answer.status.as_u16(), status, "{}", answer.text);
    assert_eq!(answer.header("content-type"), "application/problem+json");
    let problem = answer.json();
    assert!(problem["field"].as_str().unwrap_or("").starts_with(field), "{problem}");
    assert!(problem["detail"].as_str().unwrap().contains(words), "{problem}");
}

#[rstest]
#[tokio::test]
async fn bodies_are_bounded_and_must_be_json(service: Service) {
    let long = service.send(Method::POST, "/api/plan", &[], " ".repeat(200_000)).await;
    assert_eq!(long.status, StatusCode::PAYLOAD_TOO_LARGE);
    let plain = service.send(Method::POST, "/api/plan", &[("content-type", "text/plain")], "{}").await;
    assert_eq!(plain.status, StatusCode::UNSUPPORTED_MEDIA_TYPE);
}

#[rstest]
#[tokio::test]
async fn a_bags_life(service: Service) {
    assert_eq!(service.get("/api/bags").await.json(), json!({ "bags": [], "next": null, "total": 0 }));
    let created =
        service.post("/api/bags", &json!({ "name": " Tea bowl ", "brief": brief("3", "5", "2") })).await;
    assert_eq!(created.status, StatusCode::CREATED, "{}", created.text);
    assert_eq!((created.header("etag"), created.header("location")), ("\"1\"", "/api/bags/1"));
    assert_eq!(created.json()["name"], "Tea bowl");
    assert_eq!(created.json()["brief"]["tab"], "1/2 in");

    let changed = service
        .put("/api/bags/1", "\"1\"", &json!({ "name": "Tea bowl", "brief": brief("3 1/4", "5", "2") }))
        .await;
    assert_eq!((changed.status, changed.header("etag")), (StatusCode::OK, "\"2\""));

    let copy = service.post("/api/bags/1/duplicate", &json!({})).await;
    assert_eq!(copy.status, StatusCode::CREATED);
    assert_eq!(
        (&copy.json()["name"], &copy.json()["brief"]),
        (&json!("Copy of Tea bowl"), &changed.json()["brief"])
    );
    assert_eq!(service.get("/api/bags").await.json()["total"], 2);

    assert_eq!(service.send(Method::DELETE, "/api/bags/1", &[], "").await.status, StatusCode::NO_CONTENT);
    assert_eq!(service.get("/api/bags/1").await.status, StatusCode::NOT_FOUND);
    assert_eq!(service.send(Method::DELETE, "/api/bags/1", &[], "").await.status, StatusCode::NOT_FOUND);
    let back = service.post("/api/bags/1/restore", &json!({})).await;
    assert_eq!(back.status, StatusCode::NO_CONTENT);
    let back = service.get("/api/bags/1").await;
    assert_eq!(back.json()["brief"], changed.json()["brief"]);
    let listed = service.get("/api/bags").await.json();
    let sizes: Vec<&Value> =
        listed["bags"].as_array().unwrap().iter().map(|bag| &bag["slip"]["size"][0]).collect();
    assert_eq!(sizes, ["3¼", "3¼"]);
}

#[rstest]
#[tokio::test]
async fn a_stale_write_is_refused_with_the_kept_version(service: Service) {
    let draft = |width| json!({ "name": "Vase", "brief": brief(width, "6", "2") });
    service.post("/api/bags", &draft("3")).await;
    assert_eq!(service.put("/api/bags/1", "\"1\"", &draft("3 1/4")).await.status, StatusCode::OK);
    let stale = service.put("/api/bags/1", "\"1\"", &draft("3 1/2")).await;
    assert_eq!(stale.status, StatusCode::PRECONDITION_FAILED);
    assert_eq!(stale.json()["stored"]["brief"]["finished"]["width"], "3 1/4 in");
    assert_eq!(stale.json()["stored"]["revision"], 2);
    let missing = service.send(Method::PUT, "/api/bags/1", &[], draft("4").to_string()).await;
    assert_eq!(missing.status, StatusCode::PRECONDITION_REQUIRED);
    assert_eq!(service.put("/api/bags/1", "two", &draft("3")).await.status, StatusCode::BAD_REQUEST);
    assert_eq!(service.get("/api/bags/1").await.json()["brief"]["finished"]["width"], "3 1/4 in");
}

/// `If-Match` as the standard has it (RFC 9110, 13.1.1): a tag, several of them, or any.
#[rstest]
#[case("\"1\"", StatusCode::OK)]
#[case("\"7\", \"1\"", StatusCode::OK)]
#[case("*", StatusCode::OK)]
#[case("\"2\"", StatusCode::PRECONDITION_FAILED)]
// A tag that this service never gave is that of another revision.
#[case("\"one\"", StatusCode::PRECONDITION_FAILED)]
// A weak tag never matches for a change.
#[case("W/\"1\"", StatusCode::PRECONDITION_FAILED)]
#[case("1", StatusCode::BAD_REQUEST)]
#[case("\"1", StatusCode::BAD_REQUEST)]
#[tokio::test]
async fn a_change_is_for_the_revisions_it_names(
    service: Service,
    #[case] tag: &str,
    #[case] status: StatusCode,
) {
    let bag = json!({ "name": "Vase", "brief": brief("4", "6", "2") });
    let made = service.post("/api/bags", &bag).await;
    assert_eq!(made.header("etag"), "\"1\"");
    let answer = service.put("/api/bags/1", tag, &bag).await;
    assert_eq!(answer.status, status, "{}", answer.text);
    let kept = service.get("/api/bags/1").await;
    assert_eq!(kept.header("etag"), if status == StatusCode::OK { "\"2\"" } else { "\"1\"" });
}

/// Many writers, one revision: exactly one of them wins, and what it wrote is what is kept.
#[rstest]
#[tokio::test(flavor = "multi_thread", worker_threads = 4)]
async fn of_many_writers_at_one_revision_one_wins(service: Service) {
    service.post("/api/bags", &json!({ "name": "Vase", "brief": brief("3", "6", "2") })).await;
    let service = std::sync::Arc::new(service);
    let writers = (0..16).map(|n| {
        let service = std::sync::Arc::clone(&service);
        tokio::spawn(async move {
            let draft = json!({ "name": format!("writer {n}"), "brief": brief("3", "6", "2") });
            (n, service.put("/api/bags/1", "\"1\"", &draft).await.status)
        })
    });
    let mut winners = Vec::new();
    for writer in writers.collect::<Vec<_>>() {
        match writer.await.unwrap() {
            (n, StatusCode::OK) => winners.push(n),
            (_, status) => assert_eq!(status, StatusCode::PRECONDITION_FAILED),
        }
    }
    assert_eq!(winners.len(), 1);
    let kept = service.get("/api/bags/1").await.json();
    assert_eq!((&kept["name"], &kept["revision"]), (&json!(format!("writer {}", winners[0])), &json!(2)));
}

#[rstest]
#[tokio::test]
async fn what_cannot_be_planned_cannot_be_saved(service: Service) {
    let answer = service.post("/api/bags", &json!({ "name": "x", "brief": brief("3", "5", "zero") })).await;
    assert_eq!((answer.status.as_u16(), &answer.json()["field"]), (422, &json!("brief.finished.gusset")));
    let long = json!({ "name": "x".repeat(500), "brief": brief("3", "5", "2") });
    assert_eq!(service.post("/api/bags", &long).await.json()["field"], "name");
    assert_eq!(service.get("/api/bags").await.json(), json!({ "bags": [], "next": null, "total": 0 }));
}

#[rstest]
#[case("/api/bags/99")]
#[case("/api/bags/vase")]
#[case("/api/bags/99999999999999999999999")]
#[case("/api/bags/99/taken/sheet-1-a.svg")]
#[case("/api/nothing")]
#[tokio::test]
async fn what_is_not_there_is_a_problem(service: Service, #[case] path: &str) {
    let answer = service.get(path).await;
    assert_eq!(
        (answer.status, answer.header("content-type")),
        (StatusCode::NOT_FOUND, "application/problem+json")
    );
}

#[rstest]
#[tokio::test]
async fn the_sheet_is_downloaded_in_millimetres(service: Service) {
    service.post("/api/bags", &json!({ "name": "Bud vase ½ \"x\"", "brief": brief("3¾", "6½", "2") })).await;
    let answer = service.get("/api/bags/1/taken/sheet-1-a.svg").await;
    assert_eq!((answer.status, answer.header("content-type")), (StatusCode::OK, "image/svg+xml"));
    // Its own letters, and plain ones for whoever does not read those (RFC 6266, RFC 8187).
    let named = "attachment; filename=\"bud-vase-_-x-sheet-1-a.svg\"; filename*=UTF-8''bud-vase-%C2%BD-x-sheet-1-a.svg";
    assert_eq!(answer.header("content-disposition"), named);
    assert!(usvg::Tree::from_str(&answer.text, &usvg::Options::default()).is_ok());
    for other in ["sheet-5-a.svg", "sheet-0-a.svg", "sheet-1-b.svg", "sheet.svg"] {
        let path = format!("/api/bags/1/taken/{other}");
        assert_eq!(service.get(&path).await.status, StatusCode::NOT_FOUND);
    }
}

#[rstest]
#[case("evil.example", "", 403)]
#[case("evil.example:7390", "", 403)]
#[case("", "", 403)]
#[case("localhost:7390", "http://evil.example", 403)]
#[case("localhost:7390", "http://localhost:9999", 403)]
#[case("localhost:7390", "null", 403)]
#[case("localhost:7390", "http://localhost:7390", 200)]
#[case("127.0.0.1", "", 200)]
#[case("[::1]:80", "", 200)]
#[tokio::test]
async fn only_this_machines_own_pages_may_talk(
    service: Service,
    #[case] host: &str,
    #[case] origin: &str,
    #[case] status: u16,
) {
    let mut headers = vec![("host", host)];
    if !origin.is_empty() {
        headers.push(("origin", origin));
    }
    let answer = service.send(Method::GET, "/api/bags", &headers, "").await;
    assert_eq!(answer.status.as_u16(), status);
    assert!(answer.header("content-security-policy").starts_with("default-src 'none'"));
    assert_eq!(answer.header("x-content-type-options"), "nosniff");
}

#[rstest]
#[tokio::test]
async fn the_description_names_every_address(service: Service) {
    let document = service.get("/api/openapi.json").await.json();
    let paths = document["paths"].as_object().unwrap();
    // Every address it names is there, with every method it names; the interface uses no other.
    for (path, methods) in paths {
        for method in methods.as_object().unwrap().keys().filter(|key| *key != "parameters") {
            let method = Method::from_bytes(method.to_uppercase().as_bytes()).unwrap();
            let answer = service.send(method.clone(), &path.replace("{id}", "1"), &[], "").await;
            let no_such = answer.status == 404
                && answer.json()["title"].as_str().is_some_and(|title| title.contains("address"));
            assert!(answer.status != 405 && !no_such, "{method} {path}: {}", answer.status);
        }
    }
    let client = include_str!("../../../../web/src/api/client.ts");
    let used = client.split('"').filter(|text| text.starts_with("/api/"));
    let unnamed: Vec<&str> = used.filter(|text| !paths.contains_key(*text)).collect();
    assert!(unnamed.is_empty(), "{unnamed:?}");
    assert!(paths.len() >= 20, "{}", paths.len());
}
