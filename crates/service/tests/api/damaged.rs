//! Backups that were damaged, or made to do harm: whatever is accepted is whole.

use super::keeping::{bytes, exported, filled, send_file};
use super::{Service, service};
use axum::http::StatusCode;
use proptest::prelude::*;
use proptest::sample::Index;
use proptest::test_runner::{Config, TestRunner};
use rstest::rstest;
use rusqlite::Connection;

/// One bit is turned, anywhere: either it is refused in a sentence, or everything is as it was.
#[test]
fn a_flipped_bit_is_found_or_does_no_harm() {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
    let (good, wanted, other) = runtime.block_on(async {
        let service = service();
        filled(&service).await;
        (bytes(&service, "/api/backup").await, exported(&service).await, super::service())
    });
    let (mut refused, mut taken) = (0, 0);
    let mut runner = TestRunner::new(Config { cases: 160, failure_persistence: None, ..Config::default() });
    let flips = (any::<Index>(), 0_u8..8);
    let (refused_now, taken_now) =
        (std::cell::RefCell::new(&mut refused), std::cell::RefCell::new(&mut taken));
    runner
        .run(&flips, |(place, bit)| {
            let mut file = good.clone();
            let place = place.index(file.len());
            file[place] ^= 1 << bit;
            runtime.block_on(async {
                let look = send_file(&other, "/api/backup/preview", &file).await;
                if look.status == StatusCode::UNPROCESSABLE_ENTITY {
                    **refused_now.borrow_mut() += 1;
                    return Ok(());
                }
                prop_assert_eq!(look.status, StatusCode::OK, "byte {}: {}", place, look.text);
                let back = send_file(&other, "/api/backup/restore", &file).await;
                prop_assert_eq!(back.status, StatusCode::NO_CONTENT, "byte {}: {}", place, back.text);
                prop_assert_eq!(exported(&other).await, wanted.clone(), "byte {}", place);
                **taken_now.borrow_mut() += 1;
                Ok(())
            })
        })
        .unwrap();
    assert!(refused > 0 && taken > 0, "{refused} refused, {taken} taken: one of both was never tried");
}

/// What would never end, or leave something behind, is not even begun.
#[rstest]
#[case::a_view_without_end(
    "ALTER TABLE paper RENAME TO p; CREATE VIEW paper AS WITH RECURSIVE n(id) AS (SELECT 1 UNION ALL SELECT id + 1 FROM n)
     SELECT id, 1 AS revision, '{}' AS paper, NULL AS deleted_at FROM n",
    "built otherwise"
)]
#[case::a_trigger("CREATE TRIGGER t AFTER INSERT ON bag BEGIN DELETE FROM paper; END", "built otherwise")]
#[case::a_table_more("CREATE TABLE more (a)", "built otherwise")]
#[case::a_table_less("DROP TABLE tick", "built otherwise")]
#[case::a_table_of_other_columns("DROP TABLE tick; CREATE TABLE tick (bag, step)", "built otherwise")]
#[case::numbers_run_out(
    "DELETE FROM tick; UPDATE paper SET id = 9000000000000000000 WHERE id = 1",
    "higher than any"
)]
#[case::revisions_run_out(
    "DELETE FROM seal; UPDATE bag SET revision = 9000000000000000000 WHERE id = 1",
    "higher than any"
)]
#[case::numbers_below_nothing(
    "DELETE FROM tick; UPDATE bag SET id = -9000000000000000000 WHERE id = 2",
    "higher than any"
)]
#[case::the_next_number_runs_out(
    "UPDATE sqlite_sequence SET seq = 9223372036854775807 WHERE name = 'bag'",
    "higher than any"
)]
#[case::a_tick_of_no_bag("INSERT INTO tick VALUES (99, 'trim-1')", "does not fit together")]
#[case::changed_by_hand("UPDATE bag SET name = 'Another' WHERE id = 1", "damaged")]
#[case::no_seal_but_its_table("DELETE FROM seal", "")]
#[tokio::test]
async fn what_is_built_to_do_harm_is_refused(service: Service, #[case] sql: &str, #[case] says: &str) {
    filled(&service).await;
    let before = exported(&service).await;
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("hostile.db");
    std::fs::write(&path, bytes(&service, "/api/backup").await).unwrap();
    let hostile = Connection::open(&path).unwrap();
    hostile.pragma_update(None, "foreign_keys", false).unwrap();
    hostile.execute_batch(sql).unwrap();
    hostile.close().unwrap();
    let file = std::fs::read(&path).unwrap();
    for at in ["/api/backup/preview", "/api/backup/restore"] {
        let refused = send_file(&service, at, &file).await;
        assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY, "{}", refused.text);
        assert!(refused.text.contains(says), "{}", refused.text);
    }
    let one = send_file(&service, "/api/backup/preview", b"S").await;
    assert_eq!(one.status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(exported(&service).await, before);
}

/// A backup of before there were seals is taken, and one that somebody has worked in since is a file like any other.
#[rstest]
#[tokio::test]
async fn an_unsealed_backup_is_taken(service: Service) {
    filled(&service).await;
    let wanted = exported(&service).await;
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("worked.db");
    std::fs::write(&path, bytes(&service, "/api/backup").await).unwrap();
    wide_fold_kept::Store::open(&path).unwrap().close().unwrap();
    let other = super::service();
    let back = send_file(&other, "/api/backup/restore", &std::fs::read(&path).unwrap()).await;
    assert_eq!(back.status, StatusCode::NO_CONTENT, "{}", back.text);
    assert_eq!(exported(&other).await, wanted);
}

/// What the service gives it takes back, however large it is.
#[rstest]
#[tokio::test]
async fn a_large_backup_goes_out_and_comes_back(service: Service) {
    filled(&service).await;
    service
        .store
        .write_now(|db| {
            for id in 1..=34 {
                db.execute("INSERT INTO entry (id, revision, entry) VALUES (?1, 1, '{}')", [id])?;
                db.execute("INSERT INTO picture VALUES (?1, randomblob(2097152))", [id])?;
            }
            Ok(())
        })
        .unwrap();
    let file = bytes(&service, "/api/backup").await;
    assert!(file.len() > 64 << 20);
    let other = super::service();
    let back = send_file(&other, "/api/backup/restore", &file).await;
    assert_eq!(back.status, StatusCode::NO_CONTENT, "{}", back.text);
    let picture = |service: &Service| {
        let sql = "SELECT jpeg FROM picture WHERE entry = 34";
        service.store.read_now(|db| Ok(db.query_row(sql, [], |row| row.get::<_, Vec<u8>>(0))?)).unwrap()
    };
    assert!(picture(&service) == picture(&other));
}

/// What was left in the middle goes; backups and what others have put there stay.
#[rstest]
#[tokio::test]
async fn what_was_left_in_the_middle_is_swept(service: Service) {
    filled(&service).await;
    let name =
        service.store.back_up(wide_fold_kept::backup::Made::ByHand, 1, jiff::Timestamp::now()).unwrap();
    let folder = service.store.backups();
    for left in ["2026-01-01T00-00-00Z.backup.db.part", "notes.txt"] {
        std::fs::write(folder.join(left), "").unwrap();
    }
    service.store.sweep();
    let mut there: Vec<String> = std::fs::read_dir(folder)
        .unwrap()
        .map(|file| file.unwrap().file_name().into_string().unwrap())
        .collect();
    there.sort();
    assert_eq!(there, [name, "notes.txt".to_owned()]);
}
