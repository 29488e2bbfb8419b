//! From somebody's figures to the bag, over HTTP.

use super::{Service, service};
use axum::http::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};

async fn read(service: &Service, words: &str) -> Value {
    service.post("/api/heard", &json!({ "words": words })).await.json()
}

#[rstest]
#[tokio::test]
async fn a_reading_opens_as_a_bag_and_keeps_its_words(service: Service) {
    let words = "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2";
    let found = read(&service, words).await;
    let first = &found["readings"][0];
    assert_eq!((&first["build"], &first["usual"]), (&json!("Wrap"), &json!(true)));
    assert_eq!(first["slip"]["size"], json!(["3¾", "6½", "2"]));
    assert!(found["corrections"].as_array().unwrap().is_empty() && found["question"].is_null());
    let draft = json!({ "name": "", "brief": first["brief"] });
    let saved = service.post("/api/bags", &draft).await.json();
    let kept = service.get(&format!("/api/bags/{}", saved["id"])).await.json();
    assert_eq!(kept["brief"]["heard"], words);
    let plan = service.post("/api/plan", &kept["brief"]).await.json();
    assert_eq!((&plan["ready"], &plan["brief"]["heard"]), (&json!(true), &json!(words)));
}

#[rstest]
#[tokio::test]
async fn phrases_stand_where_they_say(service: Service) {
    // Letters of two UTF-16 units before and between.
    let words = "𝄞 two 8¾ × 8¼ 𝄞, score at 6 and 8¼, turn, 2¼ from the bottom";
    let found = read(&service, words).await;
    let units: Vec<u16> = words.encode_utf16().collect();
    let at = |place: &Value| {
        let [from, to] = ["from", "to"].map(|end| place[end].as_u64().unwrap() as usize);
        String::from_utf16(&units[from..to]).unwrap()
    };
    let phrases = found["phrases"].as_array().unwrap();
    let said: Vec<String> = phrases.iter().map(|phrase| at(&phrase["place"])).collect();
    assert_eq!(said, ["two", "8¾ × 8¼", "6", "8¼", "turn", "2¼", "from the bottom"]);
    for line in found["drawn"]["lines"].as_array().unwrap() {
        assert_eq!(line["figure"], at(&line["place"]));
    }
    assert_eq!(at(&found["drawn"]["sheet"]), "8¾ × 8¼");
    assert_eq!(found["drawn"]["lines"][2]["axis"], "level");
}

#[rstest]
#[tokio::test]
async fn a_correction_and_an_answer_are_words(service: Service) {
    let found = read(&service, "12 × 8½, score at 2, 5½, 7¾ and 11½, turn, score at 2 and 6").await;
    assert!(found["readings"].as_array().unwrap().is_empty());
    let mended = &found["corrections"][0];
    assert_eq!(mended["says"], "5¾ in place of 5½");
    assert!(found["drawn"]["lines"].as_array().unwrap().iter().any(|line| line["amiss"] == true));
    let again = read(&service, mended["words"].as_str().unwrap()).await;
    assert_eq!(again["readings"][0]["brief"]["finished"], mended["reading"]["brief"]["finished"]);
    let question = &again["question"];
    assert_eq!(question["asks"], "What becomes of the band at the top?");
    for answer in question["answers"].as_array().unwrap() {
        let answered = read(&service, answer["words"].as_str().unwrap()).await;
        assert!(answered["question"].is_null(), "{answer}");
        let meant = answer["readings"][0].as_u64().unwrap() as usize;
        assert_eq!(answered["readings"][0]["brief"]["top"], again["readings"][meant]["brief"]["top"]);
    }
}

#[rstest]
#[case("score at ٣", "“٣”")]
#[case("12 × 12, 6 × 6", "“6 × 6”")]
#[case("score at 2, but never at 3", "“never”")]
#[tokio::test]
async fn words_that_cannot_be_read_are_refused_with_the_word(
    service: Service,
    #[case] words: &str,
    #[case] at: &str,
) {
    let refused = service.post("/api/heard", &json!({ "words": words })).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
    let problem = refused.json();
    assert_eq!(problem["field"], "words");
    assert!(problem["detail"].as_str().unwrap().contains(at), "{problem}");
}

#[rstest]
#[tokio::test]
async fn what_is_no_bag_says_what_is_wanted(service: Service) {
    for (words, wants) in [
        ("", "No figure of a score was understood"),
        ("score at 2, 5¾, 7¾ and 11½", "The size of the sheet was not said"),
    ] {
        let found = read(&service, words).await;
        assert!(found["wants"].as_str().unwrap().starts_with(wants), "{found}");
        assert!(found["readings"].as_array().unwrap().is_empty());
    }
}

#[rstest]
#[tokio::test]
async fn words_kept_with_a_bag_are_bounded(service: Service) {
    let brief =
        |heard: &str| json!({ "finished": { "width": "4", "height": "6", "gusset": "2" }, "heard": heard });
    let refused = service.post("/api/plan", &brief(&"score ".repeat(400))).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(refused.json()["field"], "heard");
    assert_eq!(service.post("/api/plan", &brief("score at 2,\nturn")).await.status, StatusCode::OK);
}
