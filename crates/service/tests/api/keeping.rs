//! Everything as one file, and back again; backups made by themselves.

use super::{Answer, Service, brief, service};
use axum::http::{Method, StatusCode};
use jiff::{SignedDuration, Timestamp};
use rstest::rstest;
use rusqlite::Connection;
use serde_json::json;
use wide_fold::back_up_if_due;
use wide_fold_kept::backup::Made;

pub async fn filled(service: &Service) {
    for name in ["Bud vase", "Tea bowl"] {
        let made =
            service.post("/api/bags", &json!({ "name": name, "brief": brief("3 in", "5 in", "2 in") })).await;
        assert_eq!(made.status, StatusCode::CREATED);
    }
    service.post("/api/guides", &json!({ "name": "Guide", "gusset": "2 in", "flap": "1 in", "widths": ["3 in"], "reach": "6 in" })).await;
    service.put("/api/costs", "*", &json!({ "glue": "0.04" })).await;
    let run = json!({ "name": "Kiln opening", "date": "2999-12-05", "lines": [{ "bag": 1, "copies": 3 }] });
    assert_eq!(service.post("/api/runs", &run).await.status, StatusCode::CREATED);
    let cut = json!({ "list": 0, "lot": 0, "done": 1 });
    assert_eq!(service.put("/api/runs/1/cuts", "*", &cut).await.status, StatusCode::OK);
    let plan = service.post("/api/plan", &brief("3 in", "5 in", "2 in")).await.json();
    let step = plan["steps"][0]["id"].as_str().unwrap().to_owned();
    let ticked = service.put(&format!("/api/bags/2/ticks/{step}"), "*", &json!({ "done": true })).await;
    assert_eq!(ticked.status, StatusCode::OK);
}

/// Everything that can be exported or read, revisions and times left out.
pub async fn exported(service: &Service) -> Vec<String> {
    let mut all = vec![service.get("/api/project").await.text, service.get("/api/shelf.csv").await.text];
    for path in ["/api/costs", "/api/rooms", "/api/bags/1/ticks", "/api/bags/2/ticks", "/api/bags/1/paper"] {
        all.push(service.get(path).await.text);
    }
    for file in ["made.csv", "paper.csv", "cuts.csv", "work.csv", "evenings.csv", "costs.csv"] {
        all.push(service.get(&format!("/api/runs/1/taken/{file}")).await.text);
    }
    all
}

pub async fn bytes(service: &Service, path: &str) -> Vec<u8> {
    let request = axum::http::Request::builder()
        .uri(path)
        .header("host", "127.0.0.1:7390")
        .body(axum::body::Body::empty())
        .unwrap();
    let response = tower::ServiceExt::oneshot(service.app.clone(), request).await.unwrap();
    assert_eq!(response.status(), StatusCode::OK);
    axum::body::to_bytes(response.into_body(), usize::MAX).await.unwrap().to_vec()
}

pub async fn send_file(service: &Service, path: &str, file: &[u8]) -> Answer {
    service.send(Method::POST, path, &[("content-type", "application/octet-stream")], file.to_vec()).await
}

#[rstest]
#[tokio::test]
async fn a_backup_restored_into_an_empty_place_is_the_same(service: Service) {
    filled(&service).await;
    let file = bytes(&service, "/api/backup").await;
    let other = super::service();
    let look = send_file(&other, "/api/backup/preview", &file).await.json();
    assert_eq!(look["holds"]["says"], "2 bags, 5 papers, one guide, one run, nothing in the journal");
    let titles: Vec<_> = look["differs"].as_array().unwrap().iter().map(|part| &part["title"]).collect();
    assert_eq!(titles, ["Bags", "Papers", "Guides", "Runs", "What is set"]);
    assert_eq!(look["differs"][0]["comes_back"], json!(["Bud vase", "Tea bowl"]));
    assert!(look["differs"].as_array().unwrap().iter().all(|part| part["gone"] == json!([])));
    // Against itself nothing differs.
    assert_eq!(send_file(&service, "/api/backup/preview", &file).await.json()["differs"], json!([]));
    // Only looking changes nothing.
    assert_eq!(other.get("/api/bags").await.json()["total"], 0);
    assert_eq!(send_file(&other, "/api/backup/restore", &file).await.status, StatusCode::NO_CONTENT);
    assert_eq!(exported(&other).await, exported(&service).await);
    // What comes next gets the number it would have got.
    let next = json!({ "name": "Platter", "brief": brief("3 in", "5 in", "2 in") });
    let made = [service.post("/api/bags", &next).await.json(), other.post("/api/bags", &next).await.json()];
    assert_eq!(made[0]["id"], made[1]["id"]);
}

#[rstest]
#[tokio::test]
async fn what_was_there_before_a_restore_comes_back_and_no_open_window_saves_over_it(service: Service) {
    filled(&service).await;
    let early = bytes(&service, "/api/backup").await;
    let window = service.get("/api/bags/1").await.json();
    let change = json!({ "name": "Bud vase, taller", "brief": brief("3 in", "6 in", "2 in") });
    assert_eq!(service.put("/api/bags/1", "\"1\"", &change).await.status, StatusCode::OK);
    service.send(Method::DELETE, "/api/bags/2", &[], "").await;
    let late = exported(&service).await;
    let look = send_file(&service, "/api/backup/preview", &early).await.json();
    let bags = json!([{ "title": "Bags", "comes_back": ["Bud vase", "Tea bowl"], "gone": ["Bud vase, taller"], "otherwise": [] }]);
    assert_eq!(look["differs"], bags);
    assert_eq!(send_file(&service, "/api/backup/restore", &early).await.status, StatusCode::NO_CONTENT);
    assert_eq!(service.get("/api/bags/1").await.json()["name"], "Bud vase");
    // Windows that were open before, at either revision, are told.
    for revision in [window["revision"].as_i64().unwrap(), 2] {
        let stale = service.put("/api/bags/1", &format!("\"{revision}\""), &change).await;
        assert_eq!(stale.status, StatusCode::PRECONDITION_FAILED);
    }
    let kept = service.get("/api/backups").await.json();
    let name = kept["kept"][0]["name"].as_str().unwrap().to_owned();
    assert!(std::path::Path::new(kept["folder"].as_str().unwrap()).join(&name).exists());
    let look = service.send(Method::POST, &format!("/api/backups/{name}/preview"), &[], "").await.json();
    assert_eq!(look["differs"][0]["comes_back"], json!(["Bud vase, taller"]));
    assert_eq!(look["differs"][0]["gone"], json!(["Bud vase", "Tea bowl"]));
    let back = service.send(Method::POST, &format!("/api/backups/{name}/restore"), &[], "").await;
    assert_eq!(back.status, StatusCode::NO_CONTENT);
    assert_eq!(exported(&service).await, late);
}

#[rstest]
#[tokio::test]
async fn what_is_no_backup_is_a_sentence_and_changes_nothing(service: Service) {
    filled(&service).await;
    let before = exported(&service).await;
    let good = bytes(&service, "/api/backup").await;
    let folder = tempfile::tempdir().unwrap();
    let spoiled_by = |sql: &str| {
        let file = folder.path().join("spoiled.db");
        std::fs::write(&file, &good).unwrap();
        Connection::open(&file).unwrap().execute_batch(sql).unwrap();
        std::fs::read(&file).unwrap()
    };
    let mut torn = good.clone();
    // A page in the middle is no page any more.
    for byte in torn.iter_mut().skip(8192).take(4096) {
        *byte = 0xA5;
    }
    for (file, says) in [
        (Vec::new(), "empty"),
        (b"This is a letter, and no backup at all.".repeat(40), "not a database"),
        (spoiled_by("PRAGMA user_version = 77"), "newer version"),
        (spoiled_by("PRAGMA application_id = 99"), "another program"),
        (good[..good.len() / 2].to_vec(), ""),
        (torn, "spoiled"),
    ] {
        for path in ["/api/backup/preview", "/api/backup/restore"] {
            let refused = send_file(&service, path, &file).await;
            assert_eq!(
                (refused.status, &refused.json()["field"]),
                (StatusCode::UNPROCESSABLE_ENTITY, &json!("file")),
                "{}",
                refused.text
            );
            let detail = refused.json()["detail"].as_str().unwrap().to_owned();
            assert!(detail.contains(says) && !detail.contains("/tmp"), "{detail}");
        }
    }
    for name in ["none", "..%2F..%2Fbags.db", "2026-01-01T00-00-00Z.backup.db"] {
        let gone = service.send(Method::POST, &format!("/api/backups/{name}/restore"), &[], "").await;
        assert_eq!(gone.status, StatusCode::NOT_FOUND);
    }
    assert_eq!(exported(&service).await, before);
}

#[rstest]
#[tokio::test]
async fn backups_are_made_by_themselves_when_something_has_changed_and_the_oldest_go(service: Service) {
    filled(&service).await;
    service.put("/api/backups", "*", &json!({ "keep": 3 })).await;
    let now = Timestamp::now();
    let later = |hours: i64| now + SignedDuration::from_hours(hours);
    assert!(back_up_if_due(&service.store, now).unwrap());
    // Not again so soon, nor when nothing has changed since.
    assert!(!back_up_if_due(&service.store, later(1)).unwrap());
    let file = service.store.backups().join(&service.store.kept_backups()[0].name);
    let hold = |name: &str| std::fs::rename(&file, service.store.backups().join(name)).unwrap();
    hold(&format!("{}.backup.db", later(30).strftime("%Y-%m-%dT%H-%M-%SZ")));
    assert!(!back_up_if_due(&service.store, later(60)).unwrap());
    for path in std::fs::read_dir(service.store.backups()).unwrap() {
        std::fs::remove_file(path.unwrap().path()).unwrap();
    }
    let mut names: Vec<String> = Vec::new();
    for day in 0..5 {
        names.push(service.store.back_up(Made::ByItself, 3, later(day * 24)).unwrap());
    }
    let kept = service.get("/api/backups").await.json();
    let kept: Vec<&str> =
        kept["kept"].as_array().unwrap().iter().map(|kept| kept["name"].as_str().unwrap()).collect();
    assert_eq!(kept, [&names[4], &names[3], &names[2]]);
    // None are wanted: none are made.
    service.put("/api/backups", "*", &json!({ "keep": 0 })).await;
    assert!(!back_up_if_due(&service.store, later(400)).unwrap());
    let refused = service.put("/api/backups", "*", &json!({ "keep": 61 })).await;
    assert_eq!(
        (refused.status, &refused.json()["field"]),
        (StatusCode::UNPROCESSABLE_ENTITY, &json!("keep"))
    );
}

/// Made by hand, before another is put back, and by themselves are three kinds, and none pushes out another; whatever is dated ahead, the
/// one just made stays.
#[rstest]
#[tokio::test]
async fn no_kind_of_backup_pushes_out_another(service: Service) {
    filled(&service).await;
    let now = Timestamp::now();
    let later = |hours: i64| now + SignedDuration::from_hours(hours);
    let ahead = service.store.back_up(Made::ByItself, 7, later(24 * 400)).unwrap();
    for day in 0..7 {
        service.store.back_up(Made::ByItself, 7, later(day * 24 - 200)).unwrap();
    }
    for second in 0..9 {
        let own =
            service.store.back_up(Made::ByHand, 3, later(-9) + SignedDuration::from_secs(second)).unwrap();
        assert!(service.store.backup_named(&own).is_some());
    }
    service.store.back_up(Made::BeforeRestore, 2, later(-8)).unwrap();
    let count = |made: Made| service.store.kept_backups().iter().filter(|kept| kept.made == made).count();
    assert_eq!(Made::ALL.map(count), [7, 3, 1]);
    assert_eq!(service.store.backup_named(&ahead), None, "a day that has not come is no newer than today");
    // A clock that was wrong once stops none either.
    service.store.back_up(Made::ByItself, 7, later(24 * 400)).unwrap();
    service.store.write_now(|db| Ok(db.execute("UPDATE bag SET revision = revision + 1", [])?)).unwrap();
    assert!(back_up_if_due(&service.store, later(1)).unwrap());
    let kinds = service.get("/api/backups").await.json();
    assert_eq!(kinds["kept"][1]["made"], "before_restore", "{kinds}");
    // A folder, and what leads elsewhere, is no backup.
    let lies = |name: &str| service.store.backups().join(format!("2026-01-0{name}T00-00-00Z.backup.db"));
    std::fs::create_dir(lies("1")).unwrap();
    #[cfg(unix)]
    std::os::unix::fs::symlink("/dev/zero", lies("2")).unwrap();
    assert!(service.store.kept_backups().iter().all(|kept| !kept.name.starts_with("2026-01-0")));
}

/// A file that was emptied pushes out no backup that holds something, and is said to be empty.
#[rstest]
#[tokio::test]
async fn an_emptied_file_pushes_out_no_backup(service: Service) {
    filled(&service).await;
    let now = Timestamp::now();
    let full = service.store.back_up(Made::ByHand, 1, now).unwrap();
    let emptied = "DELETE FROM tick; DELETE FROM bag_paper; DELETE FROM bag_version; DELETE FROM run_event; DELETE FROM run;
        DELETE FROM picture; DELETE FROM entry; DELETE FROM bag; DELETE FROM paper; DELETE FROM guide;";
    service.store.write_now(|db| Ok(db.execute_batch(emptied)?)).unwrap();
    let later = now + SignedDuration::from_hours(100);
    assert!(!back_up_if_due(&service.store, later).unwrap());
    service.store.back_up(Made::ByHand, 1, later).unwrap();
    assert!(service.store.backup_named(&full).is_some());
    assert_eq!(service.get("/api/backups").await.json()["emptied"], true);
}

/// What is written to a file that was taken away is lost: it is refused, and said. Put back, it goes on.
#[rstest]
#[tokio::test]
async fn a_file_that_was_taken_away_is_not_written_to(service: Service) {
    filled(&service).await;
    let path = service._folder.path().join("bags.db");
    let away = service._folder.path().join("away.db");
    let bag = json!({ "name": "Tile box", "brief": brief("4", "5", "2") });
    let before = service.get("/api/bags").await.json()["total"].clone();
    std::fs::rename(&path, &away).unwrap();
    for replaced in [false, true] {
        if replaced {
            std::fs::write(&path, "").unwrap();
        }
        let refused = service.post("/api/bags", &bag).await;
        assert_eq!(refused.status, StatusCode::SERVICE_UNAVAILABLE, "{}", refused.text);
        assert!(refused.text.contains("moved, deleted or replaced"), "{}", refused.text);
        assert_eq!(
            service.send(Method::POST, "/api/backups", &[], "").await.status,
            StatusCode::SERVICE_UNAVAILABLE
        );
        // What is there can still be looked at.
        assert_eq!(service.get("/api/bags").await.json()["total"], before);
    }
    std::fs::rename(&away, &path).unwrap();
    assert_eq!(service.post("/api/bags", &bag).await.status, StatusCode::CREATED);
}

/// File, log and backups are their owner's alone.
#[cfg(unix)]
#[rstest]
#[tokio::test]
async fn nobody_else_reads_what_is_kept(service: Service) {
    use std::os::unix::fs::PermissionsExt;
    filled(&service).await;
    service.store.back_up(Made::ByHand, 1, Timestamp::now()).unwrap();
    let mut seen = 0;
    for folder in [service._folder.path().to_owned(), service.store.backups()] {
        for entry in std::fs::read_dir(folder).unwrap().flatten() {
            let mode = entry.metadata().unwrap().permissions().mode() & 0o777;
            let wanted = if entry.path().is_dir() { 0o700 } else { 0o600 };
            assert_eq!(mode, wanted, "{:?}", entry.path());
            seen += 1;
        }
    }
    assert!(seen >= 4, "the file, its log, its folder of backups and a backup");
}
