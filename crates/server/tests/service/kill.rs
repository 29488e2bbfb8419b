//! Every acknowledged save survives the process being killed.

use super::wire::{BINARY, bag, get, request, serve};
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
