//! The store of bags, on a database of its own.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use jiff::Timestamp;
use rstest::{fixture, rstest};
use tempfile::TempDir;
use wide_fold::store::{self, Change, Store, StoreError};

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

fn content(name: &str) -> Change {
    Change::Content { name: name.to_owned(), brief: "{}".to_owned() }
}

#[rstest]
fn revisions_count_every_change(kept: Kept) {
    kept.store
        .now(|db| {
            let bag = store::create(db, "vase", "{}", at(1))?;
            assert_eq!((bag.id, bag.revision, bag.created_at, bag.updated_at), (1, 1, at(1), at(1)));
            let bag = store::change(db, 1, Some(1), &content("tall vase"), at(2))?;
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
    let error = kept
        .store
        .now(|db| {
            store::create(db, "vase", "{}", at(1))?;
            store::change(db, 1, Some(1), &content("mine"), at(2))?;
            store::change(db, 1, Some(1), &content("theirs"), at(3))
        })
        .unwrap_err();
    let StoreError::Stale(bag) = error else { panic!("{error}") };
    assert_eq!((bag.name.as_str(), bag.revision), ("mine", 2));
    let now = kept.store.now(|db| store::find(db, 1)).unwrap();
    assert_eq!(now, *bag);
}

#[rstest]
fn a_deleted_bag_is_out_of_the_list_until_it_is_brought_back(kept: Kept) {
    kept.store
        .now(|db| {
            store::create(db, "vase", "{}", at(1))?;
            store::create(db, "bowl", "{}", at(2))?;
            store::change(db, 1, None, &Change::Delete, at(3))?;
            assert_eq!(store::list(db)?.iter().map(|bag| bag.id).collect::<Vec<_>>(), [2]);
            assert!(matches!(store::change(db, 1, None, &content("x"), at(4)), Err(StoreError::NoBag)));
            assert!(matches!(store::change(db, 1, None, &Change::Delete, at(4)), Err(StoreError::NoBag)));
            let back = store::change(db, 1, None, &Change::Restore, at(5))?;
            // It comes back where it was: deleting and bringing back is no work on the bag.
            assert_eq!((back.name.as_str(), back.updated_at), ("vase", at(1)));
            assert_eq!(store::list(db)?.iter().map(|bag| bag.id).collect::<Vec<_>>(), [2, 1]);
            Ok(())
        })
        .unwrap();
}

#[rstest]
fn the_last_changed_comes_first(kept: Kept) {
    let ids = kept.store.now(|db| {
        for second in 1..=3 {
            store::create(db, "bag", "{}", at(second))?;
        }
        store::change(db, 2, None, &content("changed"), at(9))?;
        Ok(store::list(db)?.iter().map(|bag| bag.id).collect::<Vec<_>>())
    });
    assert_eq!(ids.unwrap(), [2, 3, 1]);
}

#[rstest]
fn numbers_are_never_used_again(kept: Kept) {
    let second = kept.store.now(|db| {
        store::create(db, "one", "{}", at(1))?;
        db.execute("DELETE FROM bag", [])?;
        store::create(db, "two", "{}", at(2))
    });
    assert_eq!(second.unwrap().id, 2);
}

#[rstest]
fn a_database_is_opened_again_as_it_was(kept: Kept) {
    let Kept { store, folder } = kept;
    let saved = store.now(|db| store::create(db, "vase", "{}", at(1))).unwrap();
    drop(store);
    let again = Store::open(&folder.path().join("bags.db")).unwrap();
    assert_eq!(again.now(|db| store::find(db, 1)).unwrap(), saved);
    // Write-ahead log, and every commit on the disk before it is acknowledged.
    let modes = again.now(|db| {
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
