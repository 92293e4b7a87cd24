//! The data file itself: another program's, a newer one, a damaged document, copies.

use rusqlite::Connection;
use std::path::{Path, PathBuf};
use tempfile::TempDir;
use west_rail_core::demo;
use west_rail_store::{Store, StoreError};

/// A data file with both demo productions in it, closed.
fn demo_file(folder: &TempDir) -> PathBuf {
    let path = folder.path().join("west-rail.sqlite");
    let store = Store::open(&path).unwrap();
    let productions = demo::productions();
    store
        .create_all(productions.iter().map(|(_, production)| production))
        .unwrap();
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
    assert!(Store::open(&empty).unwrap().is_untouched().unwrap());
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
    assert!(store.is_untouched().unwrap());
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
    let backup = folder.path().join("backup.sqlite");
    // While it is open, as it is when it is served.
    let store = Store::open(&path).unwrap();
    Store::backup(&path, &backup).unwrap();
    store.delete("first-light").unwrap();
    assert_eq!(store.list().unwrap().len(), 1);
    drop(store);
    let kept = Store::restore_backup(&backup, &path).unwrap().unwrap();
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
    assert_eq!(Store::open(&kept).unwrap().list().unwrap().len(), 1);
    // What is no data file is neither copied nor restored, nor written over; the file is named.
    let other = folder.path().join("other");
    sql(&other, "CREATE TABLE account (id INTEGER);");
    assert!(Store::backup(&other, &backup).is_err());
    let before = std::fs::read(&other).unwrap();
    let refused = Store::backup(&path, &other).unwrap_err().to_string();
    assert!(
        refused.starts_with(&other.display().to_string()),
        "{refused}"
    );
    assert_eq!(std::fs::read(&other).unwrap(), before);
    let refused = Store::backup(&path, &path).unwrap_err().to_string();
    assert!(
        refused.ends_with("can’t be copied onto itself: name another"),
        "{refused}"
    );
    let nowhere = folder.path().join("no/such/folder/backup");
    let refused = Store::backup(&path, &nowhere).unwrap_err().to_string();
    assert!(
        refused.starts_with(&nowhere.display().to_string()),
        "{refused}"
    );
    assert!(Store::restore_backup(&other, &path).is_err());
    assert!(Store::restore_backup(&folder.path().join("gone"), &path).is_err());
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
}

#[test]
fn a_backup_takes_the_place_of_a_file_that_can_not_be_read() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    let backup = folder.path().join("backup.sqlite");
    Store::backup(&path, &backup).unwrap();
    let rubbish = vec![7; 20_000];
    std::fs::write(&path, &rubbish).unwrap();
    std::fs::write(folder.path().join("west-rail.sqlite-wal"), &rubbish).unwrap();
    assert!(Store::open(&path).is_err());
    let kept = Store::restore_backup(&backup, &path).unwrap().unwrap();
    assert_eq!(std::fs::read(kept).unwrap(), rubbish);
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
}

#[test]
fn a_data_file_of_an_older_version_is_copied_before_it_is_changed() {
    let folder = tempfile::tempdir().unwrap();
    let path = demo_file(&folder);
    sql(
        &path,
        "DROP INDEX undone; ALTER TABLE production DROP COLUMN damaged; ALTER TABLE production DROP COLUMN changed; DROP TABLE touched; PRAGMA user_version = 2;",
    );
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 2);
    let kept = folder.path().join("west-rail.sqlite.before-version-6");
    let version: i64 = Connection::open(kept)
        .unwrap()
        .pragma_query_value(None, "user_version", |row| row.get(0))
        .unwrap();
    assert_eq!(version, 2);
}
