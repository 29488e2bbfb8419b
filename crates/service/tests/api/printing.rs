//! The simulated printer: what its check square measures, and that what it says to type puts the next print right.

use super::*;

async fn printed(service: &Service, unit: &str, query: &str) -> Answer {
    let bag =
        json!({ "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" }, "unit": unit });
    let id = service.post("/api/bags", &json!({ "name": "Bud vase <&>", "brief": bag })).await.json()["id"]
        .clone();
    service.get(&format!("/api/bags/{id}/printed{query}")).await
}

#[rstest]
#[tokio::test]
async fn what_it_says_to_type_puts_the_next_print_right(
    service: Service,
    #[values("inch", "metric")] unit: &str,
    #[values("letter", "a4", "a3", "whole")] paper: &str,
) {
    let first = printed(&service, unit, &format!("?paper={paper}&printer=fit")).await.json();
    let side = if unit == "inch" { 50.8 } else { 50.0 };
    let measured = first["square_mm"][2].as_f64().unwrap();
    assert_eq!(first["right"], false);
    assert!((measured - side * 0.97).abs() < 1e-6, "{measured}");
    let typed = first["correction"].as_str().unwrap().replace(' ', "%20").replace('/', "%2F");
    let next = printed(&service, unit, &format!("?paper={paper}&printer=fit&line={typed}")).await.json();
    assert_eq!((&next["right"], &next["correction"]), (&json!(true), &Value::Null), "{next}");
    // Typed although the printer is right, it is off the other way, and says so.
    let wrong = printed(&service, unit, &format!("?paper={paper}&line={typed}")).await.json();
    assert!(wrong["why"].as_str().unwrap().contains("wider"), "{wrong}");
    // The line tells four times as exactly as the square: read a sixty-fourth of an inch wrong it is off by no more than that on 8.
    let by_line = if unit == "inch" { "7 49/64 in" } else { "194.4 mm" };
    let by_line = by_line.replace(' ', "%20").replace('/', "%2F");
    let near = printed(&service, unit, &format!("?paper={paper}&printer=fit&line={by_line}")).await.json();
    assert!((near["square_mm"][2].as_f64().unwrap() - side).abs() < 0.12, "{}", near["square_mm"]);
    let plain = printed(&service, unit, &format!("?paper={paper}")).await.json();
    assert_eq!((&plain["right"], &plain["measures"]), (&json!(true), &plain["should"]));
}

#[rstest]
#[tokio::test]
async fn every_page_is_a_picture_with_the_square_where_it_is_said(service: Service) {
    let view = printed(&service, "inch", "?paper=a4&printer=fit").await.json();
    for page in view["pages"].as_array().unwrap() {
        let answer = service.get(page["href"].as_str().unwrap()).await;
        assert_eq!((answer.status, answer.header("content-type")), (StatusCode::OK, "image/svg+xml"));
        let tree = usvg::Tree::from_str(&answer.text, &usvg::Options::default()).unwrap();
        assert!((f64::from(tree.size().width()) - page["width_mm"].as_f64().unwrap()).abs() < 1e-3);
    }
    // Among the shapes of the first page one is the square.
    let first = service.get(view["pages"][0]["href"].as_str().unwrap()).await.text;
    let tree = usvg::Tree::from_str(&first, &usvg::Options::default()).unwrap();
    let square: Vec<f64> =
        view["square_mm"].as_array().unwrap().iter().map(|n| n.as_f64().unwrap()).collect();
    fn boxes(group: &usvg::Group, found: &mut Vec<[f64; 3]>) {
        for node in group.children() {
            match node {
                usvg::Node::Group(inner) => boxes(inner, found),
                usvg::Node::Path(path) => {
                    let own = path.abs_bounding_box();
                    found.push([own.left(), own.top(), own.width()].map(f64::from));
                }
                _ => {}
            }
        }
    }
    let mut found = Vec::new();
    boxes(tree.root(), &mut found);
    assert!(
        found.iter().any(|own| own.iter().zip(&square).all(|(a, b)| (a - b).abs() < 0.01)),
        "{square:?} {found:?}"
    );
}

#[rstest]
#[case("?printer=potato", "printer")]
#[case("?paper=napkin", "paper")]
#[case("?square=wide", "square")]
#[case("?colour=red", "query")]
#[tokio::test]
async fn how_it_cannot_be_printed_is_said(service: Service, #[case] query: &str, #[case] field: &str) {
    let answer = printed(&service, "inch", query).await;
    assert_eq!(answer.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", answer.text);
    assert_eq!(answer.json()["field"], field);
}

#[rstest]
#[case("/0")]
#[case("/99")]
#[case("/one")]
#[tokio::test]
async fn a_page_that_is_not_there(service: Service, #[case] page: &str) {
    assert_eq!(printed(&service, "inch", page).await.status, StatusCode::NOT_FOUND);
}
