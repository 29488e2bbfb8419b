//! The simulated cutting machine: what the program writes for it is worked, and a fault comes with a machine on which it is gone.

use super::*;

async fn machine_file(service: &Service, query: &str) -> String {
    let bag = json!({ "name": "Bud vase", "brief": brief("3 3/4", "6 1/2", "2") });
    let id = service.post("/api/bags", &bag).await.json()["id"].clone();
    let file = service.get(&format!("/api/bags/{id}/taken/machine-sheet-1-a.svg{query}")).await;
    assert_eq!(file.status, StatusCode::OK, "{}", file.text);
    file.text
}

fn asked(text: &str, mat: Value) -> Value {
    json!({ "kind": "svg", "text": text, "mat": mat })
}

#[rstest]
#[tokio::test]
async fn a_bag_is_worked_and_its_piece_comes_loose(service: Service) {
    let text = machine_file(&service, "").await;
    let job = service
        .post("/api/cutter", &asked(&text, json!({ "width": "12 in", "height": "12 in" })))
        .await
        .json();
    assert_eq!(job["faults"], json!([]));
    assert_eq!(job["left_out"], json!([]));
    let folded = job["pieces"].as_array().unwrap().iter().filter(|piece| piece["is_folded"] == true).count();
    assert_eq!(folded, 1);
    let perforated = machine_file(&service, "?scoring=perforated&dash=4%20mm&gap=2%20mm&up=inside").await;
    let job = service
        .post("/api/cutter", &asked(&perforated, json!({ "width": "12 in", "height": "12 in" })))
        .await
        .json();
    let strokes = job["strokes"].as_array().unwrap();
    assert!(strokes.iter().any(|stroke| stroke["tool"] == "perforate"));
    assert!(strokes.iter().all(|stroke| stroke["tool"] != "score"));
}

/// Whatever is offered clears its fault and brings no other.
#[rstest]
#[case("8 in", "12 in", "", "2 mm")]
#[case("12 in", "12 in", "8 mm", "2 mm")]
#[case("6 in", "6 in", "1/2 in", "1/4 in")]
#[tokio::test]
async fn a_remedy_clears_its_fault(
    service: Service,
    #[case] width: &str,
    #[case] height: &str,
    #[case] margin: &str,
    #[case] smallest: &str,
) {
    let text = machine_file(&service, "").await;
    let small = text
        .replace("</g></svg>", "<path d=\"M 30 30 h 1 v 1 h -1 Z\"/></g></svg>")
        .replace("\n</g>\n</svg>", "\n<path d=\"M 30 30 h 1 v 1 h -1 Z\"/>\n</g>\n</svg>");
    for text in [text, small] {
        let mat = json!({ "width": width, "height": height, "margin": margin, "smallest": smallest });
        let job = service.post("/api/cutter", &asked(&text, mat)).await.json();
        let titles = |job: &Value| -> Vec<String> {
            let title = |fault: &Value| {
                fault["title"]
                    .as_str()
                    .unwrap()
                    .split_once(' ')
                    .unwrap()
                    .1
                    .replace("line ", "")
                    .replace("lines ", "")
            };
            job["faults"].as_array().unwrap().iter().map(title).collect()
        };
        assert!(!titles(&job).is_empty());
        for fault in job["faults"].as_array().unwrap() {
            assert!(fault["why"].as_str().unwrap().contains("mm"), "{fault}");
            let Some(mat) = fault["remedy"].get("mat") else { continue };
            let mended = service.post("/api/cutter", &asked(&text, mat.clone())).await.json();
            assert!(
                mended["faults"].as_array().unwrap().len() < job["faults"].as_array().unwrap().len(),
                "{mended}"
            );
            assert!(
                titles(&mended).iter().all(|title| titles(&job).contains(title)),
                "{:?} {:?}",
                titles(&mended),
                titles(&job)
            );
        }
    }
}

#[rstest]
#[case(json!({ "kind": "svg", "text": "hello", "mat": { "width": "12 in", "height": "12 in" } }), "text")]
#[case(json!({ "kind": "dxf", "text": "hello", "mat": { "width": "12 in", "height": "12 in" } }), "text")]
#[case(json!({ "kind": "svg", "text": "<svg/>", "mat": { "width": "wide", "height": "12 in" } }), "mat.width")]
#[case(json!({ "kind": "svg", "text": "<svg/>", "mat": { "width": "12 in", "height": "900 in" } }), "mat.height")]
#[case(json!({ "kind": "svg", "text": "<svg/>", "mat": { "width": "12 in", "height": "9 in", "margin": "-1" } }), "mat.margin")]
#[case(json!({ "kind": "svg", "text": "<svg/>", "mat": { "width": "12 in", "height": "9 in", "smallest": "2 in" } }), "mat.smallest")]
#[case(json!({ "kind": "pdf", "text": "", "mat": { "width": "12 in", "height": "9 in" } }), "kind")]
#[tokio::test]
async fn what_no_machine_takes_is_said(service: Service, #[case] asked: Value, #[case] field: &str) {
    let answer = service.post("/api/cutter", &asked).await;
    assert_eq!(answer.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", answer.text);
    assert_eq!(answer.json()["field"], field, "{}", answer.text);
}
