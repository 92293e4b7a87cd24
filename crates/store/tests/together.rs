//! Several hands at one data file.

use model::catalogue::Catalogue;
use model::document::{Command, Production};
use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};
use store::{Change, Store, StoreError};

fn rename(name: String) -> Vec<Command> {
    vec![Command::RenameProduction { name }]
}

#[test]
fn of_edits_on_one_revision_exactly_one_goes_through() {
    let folder = tempfile::tempdir().unwrap();
    let store = Arc::new(Store::open(&folder.path().join("data.sqlite")).unwrap());
    let id = store.create(&demo::productions().remove(1).1).unwrap().id;
    let through = AtomicUsize::new(0);
    std::thread::scope(|scope| {
        for hand in 0..8 {
            let (store, id, through) = (&store, &id, &through);
            scope.spawn(move || {
                match store.make(
                    Catalogue::shipped(),
                    (id, 1),
                    Change::Edit(&rename(format!("Hand {hand}"))),
                ) {
                    Ok(_) => {
                        through.fetch_add(1, Ordering::Relaxed);
                    }
                    Err(StoreError::Stale(current)) => assert_eq!(current.revision, 2),
                    Err(other) => panic!("{other}"),
                }
            });
        }
    });
    assert_eq!(through.into_inner(), 1);
    assert_eq!(store.get(&id).unwrap().revision, 2);
}

#[test]
fn edits_of_different_things_are_merged_and_a_true_conflict_is_not() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("data.sqlite")).unwrap();
    let id = store.create(&demo::productions().remove(0).1).unwrap().id;
    let name = |device: &str, name: &str| {
        vec![Command::RenameDevice {
            build: "night".into(),
            device: device.into(),
            name: name.into(),
        }]
    };
    let edit = |revision, commands: &[Command]| {
        store.make(
            Catalogue::shipped(),
            (&id, revision),
            Change::Edit(commands),
        )
    };
    assert_eq!(edit(1, &name("dir", "First row")).unwrap().revision, 2);
    // Made on the revision before, about another device.
    assert_eq!(edit(1, &name("client", "Guests")).unwrap().revision, 3);
    // About the same: whose word counts is for a person to say.
    assert!(matches!(
        edit(1, &name("dir", "Second row")),
        Err(StoreError::Stale(_))
    ));
    let remove = Command::RemoveDevice {
        build: "night".into(),
        device: "client".into(),
    };
    assert!(matches!(edit(2, &[remove]), Err(StoreError::Stale(_))));
    // What was undone was touched too.
    store
        .make(Catalogue::shipped(), (&id, 3), Change::Undo)
        .unwrap();
    assert!(matches!(
        edit(3, &name("client", "Visitors")),
        Err(StoreError::Stale(_))
    ));
    assert_eq!(edit(3, &name("focus", "Focus")).unwrap().revision, 5);
    // A revision that never was, or isn't yet.
    assert!(matches!(
        edit(99, &name("mix", "Mix")),
        Err(StoreError::Stale(_))
    ));
    let night = store.get(&id).unwrap().production.builds[0].clone();
    let names = ["dir", "client", "focus"].map(|id| night.placement(id).unwrap().name.clone());
    assert_eq!(names, ["First row", "Client", "Focus"]);
}

#[test]
fn two_programs_at_one_file_wait_for_each_other() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("data.sqlite");
    let (one, other) = (Store::open(&path).unwrap(), Store::open(&path).unwrap());
    let id = one.create(&Production::named("Shared")).unwrap().id;
    std::thread::scope(|scope| {
        for (store, name) in [(&one, "one"), (&other, "other")] {
            let id = &id;
            scope.spawn(move || {
                for number in 0..20 {
                    // Tries again on what the other has made of it, as a person would.
                    loop {
                        let revision = store.get(id).unwrap().revision;
                        match store.make(
                            Catalogue::shipped(),
                            (id, revision),
                            Change::Edit(&rename(format!("{name} {number}"))),
                        ) {
                            Ok(_) => break,
                            Err(StoreError::Stale(_)) => {}
                            Err(error) => panic!("{error}"),
                        }
                    }
                }
            });
        }
    });
    assert_eq!(one.get(&id).unwrap().revision, 41);
    assert_eq!(one.get(&id).unwrap(), other.get(&id).unwrap());
}

#[test]
fn a_long_history_is_walked_back_and_forth_step_by_step() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("data.sqlite")).unwrap();
    let first = store.create(&demo::productions().remove(0).1).unwrap();
    let (id, mut revision) = (first.id.clone(), 1);
    let mut seen = vec![first.production];
    for device in ["client", "dir", "a", "c-rec", "mix", "b"] {
        let remove = Command::RemoveDevice {
            build: "night".into(),
            device: device.into(),
        };
        let kept = store
            .make(
                Catalogue::shipped(),
                (&id, revision),
                Change::Edit(&[remove]),
            )
            .unwrap();
        revision = kept.revision;
        seen.push(kept.production);
    }
    for expected in seen.iter().rev().skip(1) {
        let kept = store
            .make(Catalogue::shipped(), (&id, revision), Change::Undo)
            .unwrap();
        revision = kept.revision;
        assert_eq!(kept.production, *expected);
    }
    for expected in seen.iter().skip(1) {
        let kept = store
            .make(Catalogue::shipped(), (&id, revision), Change::Redo)
            .unwrap();
        revision = kept.revision;
        assert_eq!(kept.production, *expected);
    }
}

#[test]
fn a_document_that_can_not_be_read_is_an_error_and_not_a_loss() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("data.sqlite");
    let store = Store::open(&path).unwrap();
    let (good, bad) = (
        store.create(&Production::named("Good")).unwrap(),
        store.create(&Production::named("Bad")).unwrap(),
    );
    let rival = rusqlite::Connection::open(&path).unwrap();
    rival
        .execute(
            "UPDATE production SET document = 'half a docu' WHERE id = ?1",
            [&bad.id],
        )
        .unwrap();
    assert!(matches!(store.get(&bad.id), Err(StoreError::Document(_))));
    assert!(
        store
            .make(
                Catalogue::shipped(),
                (&bad.id, 1),
                Change::Edit(&rename("X".into()))
            )
            .is_err()
    );
    let left: String = rival
        .query_row(
            "SELECT document FROM production WHERE id = ?1",
            [&bad.id],
            |row| row.get(0),
        )
        .unwrap();
    assert_eq!(left, "half a docu");
    assert_eq!(store.get(&good.id).unwrap(), good);
}

#[test]
fn reads_go_on_while_something_large_is_written() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("west-rail.sqlite");
    let store = Store::open(&path).unwrap();
    let id = store.create(&demo::productions().remove(0).1).unwrap().id;
    let writer = rusqlite::Connection::open(&path).unwrap();
    writer
        .execute_batch("BEGIN IMMEDIATE; UPDATE production SET name = 'Half written';")
        .unwrap();
    // What was committed last is read, whole.
    assert_eq!(store.list().unwrap()[0].name, "The Night Pour");
    assert_eq!(store.get(&id).unwrap().production.name, "The Night Pour");
    assert!(store.document(&id).unwrap().contains("The Night Pour"));
    writer.execute_batch("COMMIT").unwrap();
    assert_eq!(store.list().unwrap()[0].name, "Half written");
}
