//! Every acknowledged save survives the process being killed.

use super::wire::{BINARY, bag, get, request, serve};
use serde_json::json;
use std::path::Path;
use wide_fold_browser::Service;

#[test]
fn acknowledged_saves_survive_kill_9() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let mut acknowledged = 0;
    for round in 0..5 {
        let service = serve(&db);
        let host = service.host().to_owned();
        // A writer that keeps saving, and is killed in the middle of it.
        let writer = std::thread::spawn(move || {
            let bodies = (0..10_000).map(|n| bag(&format!("bag {round}-{n}")).to_string());
            let answers = bodies.map(|body| request(&host, "POST /api/bags", "", &body));
            answers.take_while(|answer| answer.as_ref().is_some_and(|answer| answer.status == 201)).count()
        });
        std::thread::sleep(std::time::Duration::from_millis(150));
        drop(service); // SIGKILL
        acknowledged += writer.join().unwrap();
    }
    assert!(acknowledged > 0);
    let service = serve(&db);
    let kept = get(service.host(), "/api/bags?most=1")["total"].as_u64().unwrap() as usize;
    // Saved but killed before the answer went out: at most one a round.
    assert!(kept >= acknowledged && kept <= acknowledged + 5, "{kept} kept, {acknowledged} acknowledged");
}

#[test]
fn the_demo_is_filled_once() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    for _ in 0..2 {
        let service = Service::start(Path::new(BINARY), &db, &["--demo"]).unwrap();
        assert_eq!(get(service.host(), "/api/bags")["total"], wide_fold::demo::bags().len());
    }
}

#[test]
fn acknowledged_ticks_survive_kill_9() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let mut bags: Vec<(i64, usize)> = Vec::new();
    for round in 0..3 {
        let service = serve(&db);
        let host = service.host().to_owned();
        let body = bag(&format!("bag {round}"));
        let id =
            request(&host, "POST /api/bags", "", &body.to_string()).unwrap().json()["id"].as_i64().unwrap();
        let plan = request(&host, "POST /api/plan", "", &body["brief"].to_string()).unwrap().json();
        let steps: Vec<String> = plan["steps"]
            .as_array()
            .unwrap()
            .iter()
            .map(|step| step["id"].as_str().unwrap().to_owned())
            .collect();
        // Someone ticks one step after the other, and the program is killed in the middle of it.
        let writer = std::thread::spawn(move || {
            let answers = steps.iter().map(|step| {
                std::thread::sleep(std::time::Duration::from_millis(15));
                request(&host, &format!("PUT /api/bags/{id}/ticks/{step}"), "", r#"{"done":true}"#)
            });
            answers.take_while(|answer| answer.as_ref().is_some_and(|answer| answer.status == 200)).count()
        });
        std::thread::sleep(std::time::Duration::from_millis(60 + round * 20));
        drop(service); // SIGKILL
        bags.push((id, writer.join().unwrap()));
    }
    assert!(bags.iter().any(|(_, acknowledged)| *acknowledged > 0));
    let service = serve(&db);
    for (id, acknowledged) in bags {
        let kept = get(service.host(), &format!("/api/bags/{id}/ticks"))["done"].as_array().unwrap().len();
        assert!(kept == acknowledged || kept == acknowledged + 1, "{kept} kept, {acknowledged} acknowledged");
    }
}

/// A project file comes in whole or not at all, whenever the program is killed.
#[test]
fn an_import_is_whole_after_kill_9() {
    const BAGS: usize = 30;
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("bags.db");
    let mut acknowledged = 0;
    for round in 0..4 {
        let service = serve(&db);
        let host = service.host().to_owned();
        let writer = std::thread::spawn(move || {
            let file = |n: usize| {
                let bags: Vec<_> = (0..BAGS).map(|own| bag(&format!("{round} {n} {own}"))).collect();
                let file = json!({ "format": "wide-fold-project", "version": 1, "bags": bags });
                json!({ "text": file.to_string() }).to_string()
            };
            let answers = (0..1000).map(|n| request(&host, "POST /api/project/import", "", &file(n)));
            answers.take_while(|answer| answer.as_ref().is_some_and(|answer| answer.status == 200)).count()
        });
        std::thread::sleep(std::time::Duration::from_millis(130 + round * 35));
        drop(service); // SIGKILL
        acknowledged += writer.join().unwrap();
    }
    assert!(acknowledged > 0);
    let service = serve(&db);
    let kept = get(service.host(), "/api/bags?most=1")["total"].as_u64().unwrap() as usize;
    assert_eq!(kept % BAGS, 0, "{kept} bags of files of {BAGS}");
    let files = kept / BAGS;
    assert!(
        files >= acknowledged && files <= acknowledged + 4,
        "{files} files kept, {acknowledged} acknowledged"
    );
}
