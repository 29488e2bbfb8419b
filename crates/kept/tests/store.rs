//! The store of bags, on a database of its own.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use jiff::Timestamp;
use rstest::{fixture, rstest};
use rusqlite::Transaction;
use tempfile::TempDir;
use wide_fold_kept::bags::{self, Bag, Change, Content, Summary};
use wide_fold_kept::{Expected, Store, StoreError};

struct Kept {
    store: Store,
    folder: TempDir,
}

#[fixture]
fn kept() -> Kept {
    let folder = tempfile::tempdir().unwrap();
    Kept { store: Store::open(&folder.path().join("bags.db")).unwrap(), folder }
}

fn at(second: i64) -> Timestamp {
    Timestamp::from_second(second).unwrap()
}

fn content(name: &str) -> Content {
    let summary = Summary { json: "{}".to_owned(), rules: "today".to_owned() };
    Content { name: name.to_owned(), brief: "{}".to_owned(), summary }
}

fn only(revision: i64) -> Expected {
    Box::new(move |kept| kept == revision)
}

fn changed(name: &str) -> Change {
    Change::Content(content(name))
}

fn numbers(db: &rusqlite::Connection) -> Result<Vec<i64>, StoreError> {
    Ok(bags::page(db, None, 100)?.0.iter().map(|listed| listed.bag.id).collect())
}

#[rstest]
fn revisions_count_every_change(kept: Kept) {
    kept.store
        .write_now(|db| {
            let bag = bags::create(db, &content("vase"), at(1))?;
            assert_eq!((bag.id, bag.revision, bag.created_at, bag.updated_at), (1, 1, at(1), at(1)));
            let bag = bags::change(db, 1, Some(&only(1)), &changed("tall vase"), at(2))?;
            assert_eq!(
                (bag.revision, bag.name.as_str(), bag.created_at, bag.updated_at),
                (2, "tall vase", at(1), at(2))
            );
            Ok(())
        })
        .unwrap();
}

#[rstest]
fn a_stale_change_changes_nothing(kept: Kept) {
    let write = |work: fn(&Transaction<'_>) -> Result<Bag, StoreError>| kept.store.write_now(work);
    write(|db| bags::create(db, &content("vase"), at(1))).unwrap();
    write(|db| bags::change(db, 1, Some(&only(1)), &changed("mine"), at(2))).unwrap();
    let error = write(|db| bags::change(db, 1, Some(&only(1)), &changed("theirs"), at(3))).unwrap_err();
    let StoreError::Stale(bag, _) = error else { panic!("{error}") };
    assert_eq!((bag.name.as_str(), bag.revision), ("mine", 2));
    let now = kept.store.read_now(|db| bags::find(db, 1)).unwrap();
    assert_eq!(now, *bag);
}

#[rstest]
fn a_deleted_bag_is_out_of_the_list_until_it_is_brought_back(kept: Kept) {
    kept.store
        .write_now(|db| {
            bags::create(db, &content("vase"), at(1))?;
            bags::create(db, &content("bowl"), at(2))?;
            bags::change(db, 1, None, &Change::Delete, at(3))?;
            assert_eq!(numbers(db)?, [2]);
            assert!(matches!(bags::change(db, 1, None, &changed("x"), at(4)), Err(StoreError::NoBag)));
            assert!(matches!(bags::change(db, 1, None, &Change::Delete, at(4)), Err(StoreError::NoBag)));
            let back = bags::change(db, 1, None, &Change::Restore, at(5))?;
            // It comes back where it was: deleting and bringing back is no work on the bag.
            assert_eq!((back.name.as_str(), back.updated_at), ("vase", at(1)));
            assert_eq!(numbers(db)?, [2, 1]);
            Ok(())
        })
        .unwrap();
}

#[rstest]
fn the_last_changed_comes_first(kept: Kept) {
    let ids = kept.store.write_now(|db| {
        for second in 1..=3 {
            bags::create(db, &content("bag"), at(second))?;
        }
        bags::change(db, 2, None, &changed("changed"), at(9))?;
        numbers(db)
    });
    assert_eq!(ids.unwrap(), [2, 3, 1]);
}

#[rstest]
fn numbers_are_never_used_again(kept: Kept) {
    let second = kept.store.write_now(|db| {
        bags::create(db, &content("one"), at(1))?;
        db.execute("DELETE FROM bag", [])?;
        bags::create(db, &content("two"), at(2))
    });
    assert_eq!(second.unwrap().id, 2);
}

#[rstest]
fn a_database_is_opened_again_as_it_was(kept: Kept) {
    let Kept { store, folder } = kept;
    let saved = store.write_now(|db| bags::create(db, &content("vase"), at(1))).unwrap();
    drop(store);
    let again = Store::open(&folder.path().join("bags.db")).unwrap();
    assert_eq!(again.read_now(|db| bags::find(db, 1)).unwrap(), saved);
    // Write-ahead log, and every commit on the disk before it is acknowledged.
    let modes = again.read_now(|db| {
        let journal: String = db.query_row("PRAGMA journal_mode", [], |row| row.get(0))?;
        let synchronous: i64 = db.query_row("PRAGMA synchronous", [], |row| row.get(0))?;
        Ok((journal, synchronous))
    });
    assert_eq!(modes.unwrap(), ("wal".to_owned(), 2));
}

#[rstest]
fn a_file_that_is_no_database_is_refused() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("letter.txt");
    std::fs::write(&path, "Dear potters, ".repeat(500)).unwrap();
    assert!(Store::open(&path).is_err());
    assert!(std::fs::read_to_string(&path).unwrap().starts_with("Dear potters"));
}

#[rstest]
fn what_fails_half_way_is_not_done(kept: Kept) {
    let failed = kept.store.write_now(|db| {
        bags::create(db, &content("vase"), at(1))?;
        Err::<(), _>(StoreError::NoSuch("paper"))
    });
    assert!(matches!(failed, Err(StoreError::NoSuch("paper"))));
    assert_eq!(kept.store.read_now(bags::count).unwrap(), 0);
}

#[rstest]
fn a_full_disk_is_told_from_other_faults(kept: Kept) {
    let full = kept.store.write_now(|db| {
        // As many pages as there are: the next one is one too many.
        let pages: i64 = db.query_row("PRAGMA page_count", [], |row| row.get(0))?;
        db.query_row(&format!("PRAGMA max_page_count = {pages}"), [], |_| Ok(()))?;
        for n in 0..200 {
            bags::create(db, &content(&"vase ".repeat(20)), at(n))?;
        }
        Ok(())
    });
    assert!(full.as_ref().is_err_and(StoreError::is_full), "{full:?}");
    assert!(!StoreError::NoBag.is_full());
    assert_eq!(kept.store.read_now(bags::count).unwrap(), 0);
}

#[rstest]
fn a_closed_store_refuses_and_its_file_is_whole(kept: Kept) {
    kept.store.write_now(|db| bags::create(db, &content("vase"), at(1))).unwrap();
    kept.store.close().unwrap();
    assert!(matches!(kept.store.read_now(bags::count), Err(StoreError::Stopped)));
    assert!(matches!(
        kept.store.write_now(|db| bags::create(db, &content("bowl"), at(2))),
        Err(StoreError::Stopped)
    ));
    assert_eq!(std::fs::read_dir(kept.folder.path()).unwrap().count(), 1);
}
