//! One row is spoiled, wherever: every view still stands, and shows what lies beside it.

use super::{Service, brief, service};
use axum::http::{Method, StatusCode};
use rstest::rstest;
use rusqlite::types::Value as Cell;
use serde_json::{Value, json};

/// Every column that holds what a crafter has written, and the row that is spoiled in it.
const CELLS: [(&str, &str, &str); 13] = [
    ("bag", "name", "id = 1"),
    ("bag", "brief", "id = 1"),
    ("bag", "summary", "id = 1"),
    ("bag", "created_at", "id = 1"),
    ("bag", "updated_at", "id = 1"),
    ("bag_version", "brief", "bag = 1"),
    ("paper", "paper", "id = 1"),
    ("guide", "guide", "id = 1"),
    ("run", "run", "id = 1"),
    ("run", "lists", "id = 2"),
    ("run_event", "event", "run = 2"),
    ("entry", "entry", "id = 1"),
    ("tick", "step", "bag = 2"),
];

/// Everything that shows more than one thing.
const VIEWS: [&str; 10] = [
    "/api/bags",
    "/api/shelf",
    "/api/guides",
    "/api/runs",
    "/api/journal",
    "/api/project",
    "/api/unread",
    "/api/shelf.csv",
    "/api/bags/2/versions",
    "/api/runs/2",
];

async fn furnished(service: &Service) {
    for (n, width) in ["3", "3 1/2", "4"].iter().enumerate() {
        let bag = json!({ "name": format!("Bag {n}"), "brief": brief(width, "5", "2") });
        assert_eq!(service.post("/api/bags", &bag).await.status, StatusCode::CREATED);
    }
    for bag in [1, 2] {
        let changed = json!({ "name": "Tea bowl", "brief": brief("3 1/4", "5", "2") });
        assert_eq!(service.put(&format!("/api/bags/{bag}"), "\"1\"", &changed).await.status, StatusCode::OK);
        let run = json!({ "name": "Kiln opening", "date": "2999-12-05", "evenings": [], "lines": [{ "bag": 3, "copies": 2 }] });
        assert_eq!(service.post("/api/runs", &run).await.status, StatusCode::CREATED);
    }
    let cut = json!({ "list": 0, "lot": 0, "done": 1 });
    assert_eq!(service.put("/api/runs/2/cuts", "*", &cut).await.status, StatusCode::OK);
    let step = service.get("/api/bags/2/ticks").await;
    assert_eq!(step.status, StatusCode::OK);
    service.store.write_now(|db| Ok(db.execute("INSERT INTO tick VALUES (2, 'trim-1')", [])?)).unwrap();
}

#[rstest]
#[tokio::test]
async fn one_bad_byte_takes_no_view_down(service: Service) {
    furnished(&service).await;
    let mut down = Vec::new();
    for (table, column, row) in CELLS {
        let before: Vec<u8> = service
            .store
            .read_now(|db| {
                let sql = format!("SELECT CAST({column} AS BLOB) FROM {table} WHERE {row}");
                Ok(db.query_row(&sql, [], |row| row.get(0)).unwrap_or_default())
            })
            .unwrap();
        let middle = before.len() / 2;
        let mut byte = before.clone();
        if let Some(own) = byte.get_mut(middle) {
            *own = 0xff;
        }
        for spoiled in [byte, before[..middle].to_vec(), b"{}".to_vec(), b"7".to_vec(), Vec::new()] {
            put(&service, (table, column, row), &spoiled);
            for view in VIEWS {
                let answer = service.get(view).await;
                if answer.status != StatusCode::OK {
                    let said = answer.text.chars().take(90).collect::<String>();
                    down.push(format!("{table}.{column}: {view}: {} {said}", answer.status));
                }
            }
        }
        put(&service, (table, column, row), &before);
    }
    down.dedup();
    assert!(down.is_empty(), "{}", down.join("\n"));
}

/// Writes bytes as text, as a failing disk does: no check looks at them.
fn put(service: &Service, (table, column, row): (&str, &str, &str), bytes: &[u8]) {
    let sql = format!("UPDATE {table} SET {column} = CAST(?1 AS TEXT) WHERE {row}");
    service
        .store
        .write_now(|db| {
            db.pragma_update(None, "ignore_check_constraints", true)?;
            Ok(db.execute(&sql, [Cell::Blob(bytes.to_vec())])?)
        })
        .unwrap();
}

/// The names of what a list shows.
fn names(list: &Value) -> Vec<String> {
    list.as_array()
        .into_iter()
        .flatten()
        .map(|own| own["name"].as_str().unwrap_or_default().to_owned())
        .collect()
}

/// What cannot be read is shown as such beside its fellows, and none of those is missing.
#[rstest]
#[tokio::test]
async fn a_spoiled_row_is_shown_beside_its_fellows(service: Service) {
    furnished(&service).await;
    put(&service, ("bag", "brief", "id = 1"), b"{\xff");
    let bags = service.get("/api/bags").await.json();
    assert_eq!((bags["total"].clone(), names(&bags["bags"]).len()), (json!(3), 3), "{bags}");
    let project = service.get("/api/project").await.text;
    assert!(project.contains("Bag 2"), "{project}");
}

/// What a view leaves out is in the one list of what cannot be read, with what follows; put away, it is in no list, and the rest is as
/// it was.
#[rstest]
#[case::bag(("bag", "brief", "id = 1"), "bag", "1", true)]
#[case::paper(("paper", "paper", "id = 1"), "paper", "1", true)]
#[case::guide(("guide", "guide", "id = 1"), "guide", "1", true)]
#[case::run(("run", "run", "id = 1"), "run", "1", true)]
#[case::work(("run_event", "event", "run = 2"), "work", "1", false)]
#[case::entry(("entry", "entry", "id = 1"), "entry", "1", true)]
#[case::costs(("setting", "setting", "name = 'costs'"), "setting", "costs", false)]
#[case::hand_rules(("setting", "setting", "name = 'hand_rules'"), "setting", "hand_rules", false)]
#[tokio::test]
async fn what_is_left_out_is_told_and_can_be_put_away(
    service: Service,
    #[case] cell: (&str, &str, &str),
    #[case] kind: &str,
    #[case] key: &str,
    #[case] comes_back: bool,
    #[values("7", "{\"name\":\"Ash card\"}", "no text of ours")] text: &str,
) {
    furnished(&service).await;
    let guide =
        json!({ "name": "Small guide", "gusset": "2", "flap": "1 1/4", "widths": ["3 1/2"], "reach": "6" });
    assert_eq!(service.post("/api/guides", &guide).await.status, StatusCode::CREATED);
    let entry = json!({ "bag": 1, "made": "2026-11-20" });
    assert_eq!(service.post("/api/journal", &entry).await.status, StatusCode::CREATED);
    let set = "INSERT INTO setting VALUES ('costs', '{}'), ('hand_rules', '[]')";
    service.store.write_now(|db| Ok(db.execute(set, [])?)).unwrap();
    assert_eq!(service.get("/api/unread").await.json()["unread"], json!([]));
    let nothing = service.send(Method::DELETE, &format!("/api/unread/{kind}/{key}"), &[], "").await;
    assert_eq!(nothing.status, StatusCode::NOT_FOUND, "what can be read is not put away");
    put(&service, cell, text.as_bytes());
    let unread = service.get("/api/unread").await.json()["unread"].clone();
    assert_eq!(unread.as_array().unwrap().len(), 1, "{unread}");
    let own = &unread[0];
    assert_eq!((own["kind"].as_str(), own["key"].as_str()), (Some(kind), Some(key)));
    assert_eq!((own["comes_back"].as_bool(), own["text"].as_str()), (Some(comes_back), Some(text)));
    assert!(own["sentence"].as_str().unwrap().len() > 9 && own["means"].as_str().unwrap().len() > 9);
    let away = service.send(Method::DELETE, &format!("/api/unread/{kind}/{key}"), &[], "").await;
    assert_eq!(away.status, StatusCode::NO_CONTENT, "{}", away.text);
    assert_eq!(service.get("/api/unread").await.json()["unread"], json!([]));
    for view in VIEWS {
        assert_eq!(service.get(view).await.status, StatusCode::OK, "{view}");
    }
    let back = service.send(Method::POST, &format!("/api/unread/{kind}/{key}/restore"), &[], "").await;
    let (answered, there) = if comes_back { (StatusCode::NO_CONTENT, 1) } else { (StatusCode::NOT_FOUND, 0) };
    assert_eq!(back.status, answered, "{}", back.text);
    let again = service.get("/api/unread").await.json()["unread"].clone();
    assert_eq!(again.as_array().unwrap().len(), there);
    assert!(there == 0 || again[0]["text"] == *text);
}
