//! The data file itself: another program's, a newer one, a damaged document, copies.

use model::catalogue::Catalogue;
use model::document::{Command, Production};
use rusqlite::Connection;
use std::path::{Path, PathBuf};
use store::{Change, Store, StoreError, backup, hold, restore_backup, visit};
use tempfile::TempDir;

/// A data file with both demo productions in it, closed.
fn demo_file(folder: &TempDir) -> PathBuf {
    let path = folder.path().join("west-rail.sqlite");
    let store = Store::open(&path).unwrap();
    let productions = demo::productions();
    store.ship(&productions).unwrap();
    path
}

fn sql(path: &Path, text: &str) {
    Connection::open(path).unwrap().execute_batch(text).unwrap();
}

#[test]
fn another_programs_file_is_refused_and_left_as_it_is() {
    let folder = tempfile::tempdir().unwrap();
    for (name, text) in [
        (
            "accounts",
            "CREATE TABLE account (id INTEGER); INSERT INTO account VALUES (1);",
        ),
        (
            "marked",
            "PRAGMA application_id = 77; CREATE TABLE production (id); CREATE TABLE journal (id);",
        ),
    ] {
        let path = folder.path().join(name);
        sql(&path, text);
        let before = std::fs::read(&path).unwrap();
        let refused = Store::open(&path).err().unwrap();
        assert!(matches!(refused, StoreError::Foreign), "{refused}");
        assert!(refused.to_string().contains("another program’s file"));
        assert_eq!(std::fs::read(&path).unwrap(), before);
        assert_eq!(std::fs::read_dir(folder.path()).unwrap().count(), 1);
        std::fs::remove_file(path).unwrap();
    }
    let empty = folder.path().join("empty");
    std::fs::write(&empty, "").unwrap();
    assert!(Store::open(&empty).unwrap().list().unwrap().is_empty());
}

#[test]
fn a_first_write_that_was_cut_off_is_taken_back() {
    let folder = tempfile::tempdir().unwrap();
    let path = |name: &str| folder.path().join(name);
    let writing = Connection::open(path("writing")).unwrap();
    // With little memory, pages reach the file before their transaction ends.
    let write = "PRAGMA cache_size = 1; BEGIN; CREATE TABLE half (text);
        WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n LIMIT 5000)
        INSERT INTO half SELECT hex(randomblob(50)) FROM n";
    writing.execute_batch(write).unwrap();
    // What a loss of power leaves.
    std::fs::copy(path("writing"), path("left")).unwrap();
    std::fs::copy(path("writing-journal"), path("left-journal")).unwrap();
    assert!(std::fs::metadata(path("left")).unwrap().len() > 4096);
    let store = Store::open(&path("left")).unwrap();
    assert!(store.list().unwrap().is_empty());
}

#[test]
fn a_newer_data_file_is_named_as_such() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    sql(&path, "PRAGMA user_version = 99;");
    let refused = Store::open(&path).err().unwrap().to_string();
    assert!(
        refused.contains("of a newer West Rail (its tables are of version 99"),
        "{refused}"
    );
}

#[test]
fn one_damaged_document_is_shown_as_such_and_the_rest_goes_on() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    sql(
        &path,
        "UPDATE production SET document = substr(document, 1, 90) WHERE id = 'first-light';",
    );
    let store = Store::open(&path).unwrap();
    let listed = store.list().unwrap();
    assert!(matches!(
        store.get("first-light"),
        Err(StoreError::Document(_))
    ));
    let damaged: Vec<(&str, bool)> = listed
        .iter()
        .map(|entry| (entry.id.as_str(), entry.damaged))
        .collect();
    assert_eq!(damaged, [("first-light", true), ("the-night-pour", false)]);
    assert!(
        store
            .document("first-light")
            .unwrap()
            .starts_with("{\"name\":\"First Light\"")
    );
    assert_eq!(store.get("the-night-pour").unwrap().revision, 1);
    // One that is JSON, and no production, is known when it is opened.
    drop(store);
    sql(
        &path,
        "UPDATE production SET document = '{}' WHERE id = 'the-night-pour';",
    );
    let store = Store::open(&path).unwrap();
    assert!(store.get("the-night-pour").is_err());
    assert!(store.list().unwrap().iter().all(|entry| entry.damaged));
    // Also where the list itself has to be written anew.
    drop(store);
    sql(&path, "UPDATE production SET builds = NULL, damaged = 0;");
    let listed = Store::open(&path).unwrap().list().unwrap();
    assert!(listed[0].damaged && listed[1].damaged, "{listed:?}");
}

#[test]
fn a_backup_is_put_back_and_what_was_there_is_kept() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let copy = folder.path().join("backup.sqlite");
    // While it is open, as it is when it is served.
    let store = Store::open(&path).unwrap();
    backup(&path, &copy).unwrap();
    store.delete("first-light").unwrap();
    assert_eq!(store.list().unwrap().len(), 1);
    drop(store);
    let kept = restore_backup(&copy, &path).unwrap().kept.unwrap();
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
    assert_eq!(Store::open(&kept).unwrap().list().unwrap().len(), 1);
    // What is no data file is neither copied nor restored, nor written over; the file is named.
    let other = folder.path().join("other");
    sql(&other, "CREATE TABLE account (id INTEGER);");
    assert!(backup(&other, &copy).is_err());
    let before = std::fs::read(&other).unwrap();
    let refused = backup(&path, &other).unwrap_err().to_string();
    assert!(
        refused.starts_with(&other.display().to_string()),
        "{refused}"
    );
    assert_eq!(std::fs::read(&other).unwrap(), before);
    let refused = backup(&path, &path).unwrap_err().to_string();
    assert!(
        refused.ends_with("can’t be copied onto itself: name another"),
        "{refused}"
    );
    let nowhere = folder.path().join("no/such/folder/backup");
    let refused = backup(&path, &nowhere).unwrap_err().to_string();
    assert!(
        refused.starts_with(&nowhere.display().to_string()),
        "{refused}"
    );
    assert!(restore_backup(&other, &path).is_err());
    assert!(restore_backup(&folder.path().join("gone"), &path).is_err());
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
}

#[test]
fn a_backup_takes_the_place_of_a_file_that_can_not_be_read() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let copy = folder.path().join("backup.sqlite");
    backup(&path, &copy).unwrap();
    let rubbish = vec![7; 20_000];
    std::fs::write(&path, &rubbish).unwrap();
    std::fs::write(folder.path().join("west-rail.sqlite-wal"), &rubbish).unwrap();
    assert!(Store::open(&path).is_err());
    let kept = restore_backup(&copy, &path).unwrap().kept.unwrap();
    assert_eq!(std::fs::read(kept).unwrap(), rubbish);
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
}

#[test]
fn a_data_file_of_an_older_version_is_copied_before_it_is_changed() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    sql(
        &path,
        "DROP INDEX undone; ALTER TABLE production DROP COLUMN damaged; ALTER TABLE production DROP COLUMN changed; DROP TABLE touched; ALTER TABLE journal DROP COLUMN done_by; ALTER TABLE journal DROP COLUMN done_at; DROP TABLE state; DROP TABLE shipped; PRAGMA user_version = 2;",
    );
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
    let kept = folder.path().join("west-rail.sqlite.before-version-8");
    let version: i64 = Connection::open(kept)
        .unwrap()
        .pragma_query_value(None, "user_version", |row| row.get(0))
        .unwrap();
    assert_eq!(version, 2);
}

/// A copy of the data file itself, without what stands beside it.
fn copied_alone(path: &Path) -> PathBuf {
    let copy = path.with_file_name("stick.sqlite");
    std::fs::copy(path, &copy).unwrap();
    copy
}

fn rename(store: &Store, id: &str, name: &str) -> Result<(), StoreError> {
    let at = (id, store.get(id)?.revision);
    let name = name.into();
    let rename = [Command::RenameProduction { name }];
    store.make(Catalogue::shipped(), at, Change::Edit(&rename))?;
    Ok(())
}

/// Waits until a thread of the store has done something.
fn until(so: impl Fn() -> bool) {
    let begun = std::time::Instant::now();
    while !so() {
        assert!(begun.elapsed().as_secs() < 20, "it doesn’t come");
        std::thread::sleep(std::time::Duration::from_millis(5));
    }
}

#[test]
fn a_served_file_is_whole_by_itself_once_nobody_writes() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("west-rail.sqlite");
    let store = Store::open(&path).unwrap();
    store.ship(&demo::productions()).unwrap();
    // Seeded, and still open.
    let copy = copied_alone(&path);
    assert_eq!(Store::open(&copy).unwrap().list().unwrap().len(), 2);
    std::fs::remove_file(copy).unwrap();
    rename(&store, "first-light", "Dawn").unwrap();
    until(|| {
        let copy = copied_alone(&path);
        let named = Store::open(&copy).map(|copy| copy.get("first-light").unwrap());
        std::fs::remove_file(copy).unwrap();
        named.is_ok_and(|kept| kept.production.name == "Dawn")
    });
}

#[test]
fn a_copy_without_the_file_beside_it_says_so() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let store = Store::open(&path).unwrap();
    // Written all the time: what is newest stands beside the file, and the file says so.
    let copy = path.with_file_name("stick.sqlite");
    let mut number = 0;
    let refused = loop {
        number += 1;
        rename(&store, "first-light", &format!("Take {number}")).unwrap();
        std::fs::copy(&path, &copy).unwrap();
        if let Err(refused) = Store::open(&copy) {
            break refused.to_string();
        }
        assert!(number < 2_000, "it is never said");
    };
    assert!(
        refused.contains("stick.sqlite-wal”, which stood beside it"),
        "{refused}"
    );
    // What is in it can be had all the same, and it is said that it isn't all.
    let new = path.with_file_name("new.sqlite");
    let restored = restore_backup(&copy, &new).unwrap();
    assert_eq!(restored.productions, 2);
    assert!(restored.missing.is_some());
    assert_eq!(Store::open(&new).unwrap().list().unwrap().len(), 2);
    // As an older West Rail left it while it served: not even the tables are in it.
    let old = path.with_file_name("old.sqlite");
    sql(&old, "PRAGMA journal_mode = WAL;");
    let refused = Store::open(&old).err().unwrap();
    assert!(matches!(refused, StoreError::Incomplete(_)), "{refused}");
}

#[test]
fn a_lock_holds_for_the_file_under_every_name() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let held = hold(&path).unwrap();
    let (soft, hard) = (folder.path().join("soft"), folder.path().join("hard"));
    std::os::unix::fs::symlink(&path, &soft).unwrap();
    for name in [&path, &soft] {
        assert!(hold(name).is_err());
        assert!(visit(name).unwrap().is_none());
    }
    std::fs::hard_link(&path, &hard).unwrap();
    assert!(hold(&hard).is_err());
    // What is written beside the file goes by the name that it was opened under.
    let refused = visit(&hard).unwrap_err().to_string();
    assert!(refused.contains("several names (hard links)"), "{refused}");
    let other = folder.path().join("backup.sqlite");
    assert!(backup(&hard, &other).is_err());
    assert!(backup(&path, &hard).is_err());
    assert!(!other.exists());
    drop(held);
    assert!(hold(&soft).is_ok());
    // What has no end is no data file.
    assert!(hold(Path::new("/dev/null")).is_err());
    assert!(hold(folder.path()).is_err());
}

#[test]
fn a_backup_is_never_written_onto_a_file_that_is_served() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let other = folder.path().join("other.sqlite");
    let store = Store::open(&other).unwrap();
    store.create(&Production::named("Friday")).unwrap();
    drop(store);
    let held = hold(&other).unwrap();
    let refused = backup(&path, &other).unwrap_err().to_string();
    assert!(refused.contains("another West Rail serves"), "{refused}");
    drop(held);
    assert_eq!(
        Store::open(&other).unwrap().list().unwrap()[0].name,
        "Friday"
    );
    let photo = folder.path().join("photo.jpg");
    std::fs::write(&photo, [0xff, 0xd8, 0xff, 0xe0].repeat(900)).unwrap();
    assert!(backup(&path, &photo).is_err());
    assert_eq!(std::fs::read(&photo).unwrap().len(), 3_600);
}

#[test]
fn a_damaged_backup_is_refused_before_anything_is_touched() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let copy = folder.path().join("backup.sqlite");
    let before = std::fs::read(&path).unwrap();
    let restored = || restore_backup(&copy, &path).unwrap_err().to_string();
    backup(&path, &copy).unwrap();
    sql(
        &copy,
        "UPDATE production SET document = '{' WHERE id = 'first-light';",
    );
    let refused = restored();
    assert!(
        refused.contains("these can’t be read: “First Light”"),
        "{refused}"
    );
    backup(&path, &copy).unwrap();
    // A page in the middle, as a bad stick loses one.
    let mut bytes = std::fs::read(&copy).unwrap();
    let middle = bytes.len() / 2 / 4096 * 4096;
    bytes[middle..middle + 4096].fill(0x55);
    std::fs::write(&copy, bytes).unwrap();
    let refused = restored();
    assert!(refused.contains("damaged"), "{refused}");
    assert_eq!(std::fs::read(&path).unwrap(), before);
    let names = std::fs::read_dir(folder.path()).unwrap();
    assert_eq!(names.count(), 2, "nothing is kept beside it");
}

#[test]
fn a_file_that_went_under_the_store_is_noticed_at_the_next_edit() {
    for replaced in [false, true] {
        let folder = tempfile::tempdir().unwrap();
        let path = demo_file(&folder);
        let store = Store::open(&path).unwrap();
        rename(&store, "first-light", "Before").unwrap();
        let moved = folder.path().join("moved.sqlite");
        std::fs::rename(&path, &moved).unwrap();
        if replaced {
            drop(Store::open(&folder.path().join("new")).unwrap());
            std::fs::rename(folder.path().join("new"), &path).unwrap();
        }
        let refused = rename(&store, "first-light", "After").unwrap_err();
        let said = refused.to_string();
        let how = if replaced {
            "replaced by another"
        } else {
            "deleted or moved"
        };
        assert!(
            said.contains(how) && said.contains("Save a backup"),
            "{said}"
        );
        assert!(store.delete("first-light").is_err());
        // What it knows is still there to be saved.
        let copy = folder.path().join("saved.sqlite");
        store.save_backup(&copy).unwrap();
        let saved = Store::open(&copy).unwrap();
        assert_eq!(saved.get("first-light").unwrap().production.name, "Before");
    }
}

#[test]
fn what_ships_is_put_back_and_what_people_made_stays() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let store = Store::open(&path).unwrap();
    let shipped = demo::productions();
    let own = store.create(&Production::named("Friday")).unwrap();
    rename(&store, "first-light", "Mine").unwrap();
    store.delete("the-night-pour").unwrap();
    let kept = store.ship_anew(&shipped).unwrap();
    for (id, production) in &shipped {
        let put_back = store.get(id).unwrap();
        assert_eq!(*put_back.production, *production);
        assert_eq!(put_back.history.undo, None);
        // A window that shows it as it was sees that it isn't any more.
        assert!(put_back.revision > 1);
    }
    assert_eq!(store.get(&own.id).unwrap(), own);
    let kept = Store::open(&kept).unwrap();
    assert_eq!(kept.get("first-light").unwrap().production.name, "Mine");
    // Once more, and the first copy stays.
    assert!(
        store
            .ship_anew(&shipped)
            .unwrap()
            .to_string_lossy()
            .ends_with("before-fresh-2")
    );
}

#[test]
fn a_new_demo_comes_beside_the_old_one() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let mut newer = demo::productions();
    let ids = |store: &Store| -> Vec<String> {
        store
            .list()
            .unwrap()
            .into_iter()
            .map(|entry| entry.id)
            .collect()
    };
    {
        let store = Store::open(&path).unwrap();
        assert!(store.ship(&newer).unwrap().is_empty());
        rename(&store, "first-light", "Mine").unwrap();
        newer[0].1.drop_frame = !newer[0].1.drop_frame;
        assert_eq!(store.ship(&newer).unwrap(), ["The Night Pour (2)"]);
        assert!(store.ship(&newer).unwrap().is_empty(), "it comes once");
        assert_eq!(
            ids(&store),
            ["first-light", "the-night-pour", "the-night-pour-2"]
        );
    }
    // Of before it was noted: what nobody changed is known for what it is.
    sql(
        &path,
        "DELETE FROM shipped; DELETE FROM production WHERE id = 'the-night-pour-2';",
    );
    let store = Store::open(&path).unwrap();
    assert_eq!(store.ship(&demo::productions()).unwrap(), ["First Light"]);
    assert_eq!(store.get("first-light").unwrap().production.name, "Mine");
    // A file of somebody's own gets none.
    let own = Store::open(&folder.path().join("own.sqlite")).unwrap();
    own.create(&Production::named("Friday")).unwrap();
    assert!(own.ship(&newer).unwrap().is_empty());
}

#[test]
fn a_backup_takes_the_place_of_what_is_served_and_back() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let store = Store::open(&path).unwrap();
    let copy = |name: &str| folder.path().join(name);
    store.save_backup(&copy("friday")).unwrap();
    rename(&store, "first-light", "Saturday").unwrap();
    let stale = store.get("first-light").unwrap();
    let restored = store.restore_copy(&copy("friday")).unwrap();
    assert_eq!(restored.productions, 2);
    let now = store.get("first-light").unwrap();
    assert_eq!(now.production.name, "First Light");
    assert!(now.revision > stale.revision);
    // An edit on what was there isn't taken for one on what is.
    let commands = [Command::RenameProduction {
        name: "Sunday".into(),
    }];
    let made = store.make(
        Catalogue::shipped(),
        ("first-light", stale.revision),
        Change::Edit(&commands),
    );
    assert!(matches!(made, Err(StoreError::Stale(_))));
    store.undo_restore(&copy("back")).unwrap();
    let back = store.get("first-light").unwrap();
    assert_eq!(back.production.name, "Saturday");
    assert!(back.revision > now.revision);
    // A damaged one changes nothing.
    std::fs::write(copy("rubbish"), [7; 9_000]).unwrap();
    assert!(store.restore_copy(&copy("rubbish")).is_err());
    assert_eq!(
        store.get("first-light").unwrap().production.name,
        "Saturday"
    );
}

#[test]
fn a_full_disk_is_told_from_other_errors() {
    let full = Path::new("/dev/full");
    let error = StoreError::from(std::fs::write(full, "x").unwrap_err());
    assert!(error.is_full() && error.to_string().contains("the disk is full"));
    let full = StoreError::from(rusqlite::Error::SqliteFailure(
        rusqlite::ffi::Error::new(rusqlite::ffi::SQLITE_FULL),
        None,
    ));
    assert!(full.is_full());
    let damaged = rusqlite::ffi::Error::new(rusqlite::ffi::SQLITE_CORRUPT);
    assert!(!StoreError::from(rusqlite::Error::SqliteFailure(damaged, None)).is_full());
}
