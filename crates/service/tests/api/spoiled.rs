//! One row is spoiled, wherever: every view still stands, and shows what lies beside it.

use super::{Service, brief, service};
use axum::http::StatusCode;
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
const VIEWS: [&str; 9] = [
    "/api/bags",
    "/api/shelf",
    "/api/guides",
    "/api/runs",
    "/api/journal",
    "/api/project",
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
