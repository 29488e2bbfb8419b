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
    let blocked = !listed["cannot_be_made"].is_null();
    assert_eq!(blocked, service.post("/api/plan", &brief).await.json()["ready"] == false);
    let listed = listed["files"].as_array().unwrap();
    let of_kind =
        |part: &str| listed.iter().filter(|file| file["href"].as_str().unwrap().contains(part)).count();
    let drawn = |file: &&Value| {
        let href = file["href"].as_str().unwrap();
        href.contains("/taken/sheet-") && href.ends_with(".svg")
    };
    assert_eq!(listed.iter().filter(drawn).count(), sheets);
    assert_eq!(of_kind("sheets.zip"), usize::from(sheets > 1));
    assert_eq!(of_kind("hole-template."), 2);
    // Every sheet as SVG and as DXF; none that a piece reaches past.
    let fitting = service.post("/api/plan", &brief).await.json()["layout"]["sheets"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|sheet| sheet["overhang_mm"] == json!([0.0, 0.0]))
        .count();
    assert_eq!(of_kind("/machine-"), fitting * 2);
    let mut names = BTreeSet::new();
    for file in listed {
        let mut href = file["href"].as_str().unwrap().to_owned();
        if blocked && file["taken_for"] == "machine" {
            // A machine would cut it: only after a yes.
            assert_eq!(service.get(&href).await.status, StatusCode::CONFLICT, "{file}");
            href += "?anyway=true";
        }
        let answer = service.get(&href).await;
        assert_eq!(answer.status, StatusCode::OK, "{file}");
        assert!(!answer.text.is_empty(), "{file}");
        let name = answer.header("content-disposition").to_owned();
        let begins: &[u8] = match file["media"].as_str().unwrap() {
            "pdf" => b"%PDF-",
            "zip" => b"PK",
            "svg" => b"<svg",
            "dxf" => b"  0\r\nSECTION",
            "fold" | "json" => b"{",
            "csv" => b"\xef\xbb\xbf",
            "png" => &[0xef, 0xbf, 0xbd],
            other => panic!("{other}"),
        };
        assert!(answer.text.as_bytes().starts_with(begins), "{file}");
        assert!(name.ends_with(&format!(".{}", file["media"].as_str().unwrap())), "{name}");
        assert_eq!(name.contains("cannot-be-made-"), blocked, "{name}");
        assert!(names.insert(name), "two files of one name");
    }
}

#[rstest]
#[case("sheets.pdf?paper=a4", 200, "")]
#[case("sheets.pdf?paper=whole&square=1%2015%2F16%20in", 200, "")]
#[case("sheets.pdf?square=", 200, "")]
#[case("sheets.pdf?paper=napkin", 422, "paper")]
#[case("sheets.pdf?square=9%20in", 422, "square")]
#[case("sheets.pdf?square=many", 422, "square")]
#[case("hole-template.pdf", 404, "")]
#[case("machine-sheet-1-a.svg?scoring=perforated", 200, "")]
#[case("machine-sheet-1-a.svg?scoring=perforated&dash=0", 422, "dash")]
#[case("machine-sheet-1-a.svg?scoring=perforated&dash=3%20mm&gap=1%20m", 422, "dash")]
#[case("machine-sheet-1-a.svg?scoring=bitten", 422, "scoring")]
#[case("machine-sheet-1-a.svg?up=down", 422, "up")]
#[case("machine-sheet-9-z.svg", 404, "")]
#[case("booklet.pdf?hat=1", 422, "query")]
#[tokio::test]
async fn how_a_file_is_wanted(
    service: Service,
    #[case] file: &str,
    #[case] status: u16,
    #[case] field: &str,
) {
    let bag = saved(&service, &brief("3 3/4", "6 1/2", "2")).await;
    let answer = service.get(&format!("{bag}/taken/{file}")).await;
    assert_eq!(answer.status.as_u16(), status, "{}", answer.text);
    if status == 422 {
        assert_eq!(answer.json()["field"], field, "{}", answer.text);
    }
}

/// A bag of a roll as long as a street does not fill a printer: it says how many pages that would be.
#[rstest]
#[tokio::test]
async fn too_many_pages_are_refused_with_their_number(service: Service) {
    let big = json!({ "finished": { "width": "60 in", "height": "60 in", "gusset": "60 in" },
        "extras": ["mats", "gusset_mats", "flap_mat", "band"], "sheet": { "width": "400 in", "height": "400 in" } });
    let bag = saved(&service, &big).await;
    let answer = service.get(&format!("{bag}/taken/sheets.pdf?paper=letter&square=1%201%2F2%20in")).await;
    assert_eq!(answer.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", answer.text);
    assert!(
        answer.json()["detail"].as_str().unwrap().contains(" pages. Take larger paper"),
        "{}",
        answer.text
    );
    assert_eq!(service.get(&format!("{bag}/taken/sheets.pdf?paper=whole")).await.status, StatusCode::OK);
    assert_eq!(service.get(&format!("{bag}/taken/everything.zip")).await.status, StatusCode::OK);
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

/// Every sheet of a bag of several pieces, downloaded: each piece that the layout places on it is cut there, at its place and size.
#[rstest]
#[case(json!({ "kind": "joined", "cuts": ["left_back_corner", "right_back_corner", "left_front_corner", "right_front_corner"] }))]
#[case(json!({ "kind": "corner_pair" }))]
#[tokio::test]
async fn every_sheet_that_is_downloaded_is_the_layouts(service: Service, #[case] build: Value) {
    let brief =
        json!({ "finished": { "width": "8 in", "height": "6 in", "gusset": "3 in" }, "build": build });
    let bag = saved(&service, &brief).await;
    let plan = service.post("/api/plan", &brief).await.json();
    let sheets = plan["layout"]["sheets"].as_array().unwrap();
    let number = |value: &Value| value.as_f64().unwrap();
    let mut pieces = 0;
    let listed = service.get(&format!("{bag}/taken")).await.json();
    let files = listed["files"].as_array().unwrap().iter().filter_map(|file| file["href"].as_str());
    let drawn: Vec<&str> =
        files.filter(|href| href.contains("/taken/sheet-") && href.ends_with(".svg")).collect();
    for (index, sheet) in sheets.iter().enumerate() {
        let answer = service.get(drawn[index]).await;
        assert_eq!(answer.status, StatusCode::OK);
        let tree = usvg::Tree::from_str(&answer.text, &usvg::Options::default()).unwrap();
        let mut edges = Vec::new();
        largest_cuts(tree.root(), &mut edges);
        // The drawing has a margin of 10 mm; its y runs down.
        let top = 10.0 + number(&sheet["height_mm"]);
        for placed in sheet["placed"].as_array().unwrap().iter().filter(|placed| placed["piece"].is_u64()) {
            let [x, y, wide, tall] =
                ["x_mm", "y_mm", "width_mm", "height_mm"].map(|side| number(&placed["space"][side]));
            let wanted = [10.0 + x, top - y - tall, wide, tall];
            let found =
                edges.iter().any(|own: &[f64; 4]| own.iter().zip(wanted).all(|(a, b)| (a - b).abs() < 0.01));
            assert!(found, "{wanted:?} is not among {edges:?}");
            pieces += sheet["times"].as_u64().unwrap();
        }
    }
    let asked: u64 =
        plan["pieces"].as_array().unwrap().iter().map(|piece| piece["count"].as_u64().unwrap()).sum();
    assert_eq!(pieces, asked);
}

/// The box of the first path of every group of cuts: left, top, width, height in millimetres.
fn largest_cuts(group: &usvg::Group, found: &mut Vec<[f64; 4]>) {
    for node in group.children() {
        let usvg::Node::Group(inner) = node else { continue };
        if inner.id() == "cut" || inner.id().starts_with("cut-") {
            let first = inner.children().iter().find_map(|node| match node {
                usvg::Node::Path(path) => Some(path.abs_bounding_box()),
                _ => None,
            });
            found.extend(first.map(|own| {
                [own.left(), own.top(), own.width(), own.height()].map(|px| f64::from(px) * 25.4 / 96.0)
            }));
        } else {
            largest_cuts(inner, found);
        }
    }
}
