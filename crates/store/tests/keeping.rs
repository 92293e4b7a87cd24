//! The store on real files: edits, undo across restarts, stale edits, damage.

use model::catalogue::Catalogue;
use model::document::{Command, Production};
use std::panic::AssertUnwindSafe;
use std::path::PathBuf;
use store::{Change, KEPT_STEPS, Store, StoreError, StoredProduction};
use tempfile::TempDir;

struct Bench {
    folder: TempDir,
}

impl Bench {
    fn new() -> Self {
        Self {
            folder: tempfile::tempdir().unwrap(),
        }
    }

    fn path(&self) -> PathBuf {
        self.folder.path().join("west-rail.sqlite")
    }

    fn open(&self) -> Store {
        Store::open(&self.path()).unwrap()
    }
}

fn night_pour() -> Production {
    demo::productions().remove(0).1
}

fn rename(name: &str) -> Vec<Command> {
    vec![Command::RenameProduction { name: name.into() }]
}

fn catalogue() -> &'static Catalogue {
    Catalogue::shipped()
}

#[test]
fn an_edit_is_there_after_a_restart_and_can_still_be_undone_and_redone() {
    let bench = Bench::new();
    let before = bench.open().create(&night_pour()).unwrap();
    let after = bench
        .open()
        .make(
            catalogue(),
            (&before.id, 1),
            Change::Edit(&rename("The Second Pour")),
        )
        .unwrap();
    assert_eq!(
        (
            after.revision,
            after.history.undo.as_deref(),
            after.history.redo.as_deref()
        ),
        (2, Some("Rename production"), None)
    );

    let undone = bench
        .open()
        .make(catalogue(), (&before.id, 2), Change::Undo)
        .unwrap();
    assert_eq!(undone.production, before.production);
    assert_eq!(
        (
            undone.revision,
            undone.history.undo,
            undone.history.redo.as_deref()
        ),
        (3, None, Some("Rename production"))
    );

    let redone = bench
        .open()
        .make(catalogue(), (&before.id, 3), Change::Redo)
        .unwrap();
    assert_eq!(redone.production, after.production);
    assert_eq!(bench.open().get(&before.id).unwrap(), redone);
}

#[test]
fn an_edit_on_an_old_revision_changes_nothing_and_brings_the_current_document() {
    let bench = Bench::new();
    let store = bench.open();
    let kept = store.create(&night_pour()).unwrap();
    store
        .make(catalogue(), (&kept.id, 1), Change::Edit(&rename("Theirs")))
        .unwrap();
    let StoreError::Stale(current) = store
        .make(catalogue(), (&kept.id, 1), Change::Edit(&rename("Ours")))
        .unwrap_err()
    else {
        panic!("a stale edit went through")
    };
    assert_eq!(
        (current.revision, current.production.name.as_str()),
        (2, "Theirs")
    );
    assert_eq!(store.get(&kept.id).unwrap(), *current);
}

#[test]
fn a_refused_command_takes_the_whole_edit_with_it() {
    let bench = Bench::new();
    let store = bench.open();
    let kept = store.create(&night_pour()).unwrap();
    let commands = [
        rename("Half done"),
        vec![Command::RemoveDevice {
            build: "night".into(),
            device: "nobody".into(),
        }],
    ]
    .concat();
    let error = store
        .make(catalogue(), (&kept.id, 1), Change::Edit(&commands))
        .unwrap_err();
    assert_eq!(error.to_string(), "there is no device “nobody” here");
    assert_eq!(store.get(&kept.id).unwrap(), kept);
}

#[test]
fn a_change_is_seen_before_it_is_kept_and_one_that_is_refused_then_leaves_nothing() {
    let bench = Bench::new();
    let store = bench.open();
    let kept = store.create(&night_pour()).unwrap();
    let commands = rename("Seen");
    let at = (kept.id.as_str(), 1);
    let change = Change::Edit(&commands);
    let refuse = |before: &StoredProduction, after: &Production| -> Result<(), StoreError> {
        assert_eq!((before, after.name.as_str()), (&kept, "Seen"));
        Err(StoreError::Nothing("see"))
    };
    let never = |_: &StoredProduction, ()| panic!("it was refused");
    let refused = store.make_seen(catalogue(), at, (change, None), (100, refuse, never));
    assert!(matches!(refused, Err(StoreError::Nothing("see"))));
    assert_eq!(store.get(&kept.id).unwrap(), kept);
    assert_eq!(bench.open().get(&kept.id).unwrap(), kept);

    // Whoever looks and fails takes only the change with them.
    let fail =
        |_: &StoredProduction, _: &Production| -> Result<(), StoreError> { panic!("on purpose") };
    let panicked = std::panic::catch_unwind(AssertUnwindSafe(|| {
        store.make_seen(
            catalogue(),
            at,
            (change, None),
            (100, fail, |_: &StoredProduction, ()| ()),
        )
    }));
    assert!(panicked.is_err());
    assert_eq!(store.get(&kept.id).unwrap(), kept);

    let seen = |_: &StoredProduction, after: &Production| Ok::<_, StoreError>(after.name.clone());
    let then = |now: &StoredProduction, seen: String| (now.clone(), seen);
    let made = store.make_seen(catalogue(), at, (change, None), (100, seen, then));
    let (now, (then_now, name)) = made.unwrap();
    assert_eq!((now.revision, name.as_str()), (2, "Seen"));
    assert_eq!((&then_now, &store.get(&kept.id).unwrap()), (&now, &now));
    let undo = (kept.id.as_str(), 2);
    let undone = store.make_seen(catalogue(), undo, (Change::Undo, None), (3, seen, then));
    let (_, (_, name)) = undone.unwrap();
    assert_eq!(name, kept.production.name);
}

#[test]
fn a_new_edit_after_an_undo_ends_the_redo() {
    let bench = Bench::new();
    let store = bench.open();
    let id = store.create(&night_pour()).unwrap().id;
    store
        .make(catalogue(), (&id, 1), Change::Edit(&rename("One")))
        .unwrap();
    store.make(catalogue(), (&id, 2), Change::Undo).unwrap();
    store
        .make(catalogue(), (&id, 3), Change::Edit(&rename("Two")))
        .unwrap();
    assert!(matches!(
        store.make(catalogue(), (&id, 4), Change::Redo),
        Err(StoreError::Nothing("redo"))
    ));
    store.make(catalogue(), (&id, 4), Change::Undo).unwrap();
    assert!(matches!(
        store.make(catalogue(), (&id, 5), Change::Undo),
        Err(StoreError::Nothing("undo"))
    ));
}

#[test]
fn a_deleted_production_can_be_put_back_with_its_history() {
    let bench = Bench::new();
    let store = bench.open();
    let id = store.create(&night_pour()).unwrap().id;
    let edited = store
        .make(
            catalogue(),
            (&id, 1),
            Change::Edit(&rename("StoredProduction")),
        )
        .unwrap();
    store.delete(&id).unwrap();
    assert!(store.list().unwrap().is_empty());
    assert!(matches!(store.get(&id), Err(StoreError::Missing(_))));
    assert_eq!(store.restore(&id).unwrap(), edited);
}

#[test]
fn copies_have_ids_of_their_own() {
    let bench = Bench::new();
    let store = bench.open();
    let first = store.create(&night_pour()).unwrap();
    let second = store.create(&night_pour()).unwrap();
    let copy = store.duplicate(&first.id).unwrap();
    assert_eq!(
        (first.id.as_str(), second.id.as_str(), copy.id.as_str()),
        ("the-night-pour", "the-night-pour-2", "the-night-pour-copy")
    );
    assert_eq!(copy.production.name, "The Night Pour (copy)");
    assert_eq!(store.list().unwrap().len(), 3);
}

/// What version 1 of West Rail left behind: its tables, a document and a journal in its words.
fn as_version_1_left_it(path: &std::path::Path) {
    let old = rusqlite::Connection::open(path).unwrap();
    old.execute_batch(
        "CREATE TABLE production (
             id TEXT PRIMARY KEY, name TEXT NOT NULL, revision INTEGER NOT NULL,
             document TEXT NOT NULL, deleted INTEGER NOT NULL DEFAULT 0
         ) STRICT;
         CREATE TABLE journal (
             production TEXT NOT NULL REFERENCES production (id) ON DELETE CASCADE,
             number INTEGER NOT NULL, title TEXT NOT NULL, commands TEXT NOT NULL, inverse TEXT NOT NULL,
             undone INTEGER NOT NULL DEFAULT 0, PRIMARY KEY (production, number)
         ) STRICT, WITHOUT ROWID;
         PRAGMA user_version = 1;",
    )
    .unwrap();
    let file = include_str!("../../model/tests/files/the-night-pour.v1.json");
    let file: serde_json::Value = serde_json::from_str(file).unwrap();
    let set = |length: &str| {
        serde_json::json!([{
            "do": "set-lead", "build": "night", "connection": "l7", "lead": "coax-mini", "length": length,
        }])
    };
    old.execute(
        "INSERT INTO production (id, name, revision, document) VALUES ('pour', 'The Night Pour', 2, ?1)",
        [file["production"].to_string()],
    )
    .unwrap();
    old.execute(
        "INSERT INTO journal (production, number, title, commands, inverse) VALUES ('pour', 1, 'Change lead', ?1, ?2)",
        [set("70 m").to_string(), set("60 m").to_string()],
    )
    .unwrap();
}

#[test]
fn a_data_file_of_version_1_opens_with_its_history() {
    let bench = Bench::new();
    as_version_1_left_it(&bench.path());
    let store = bench.open();
    let list = store.list().unwrap();
    assert_eq!(
        (
            list[0].name.as_str(),
            list[0].format.as_str(),
            list[0].builds.len()
        ),
        ("The Night Pour", "3840×2160p25 4:2:2 10-bit", 3)
    );
    let length = |production: &Production| {
        let cable = production.builds[0].connection("l7").unwrap();
        (cable.cable.clone(), cable.length.to_string())
    };
    let kept = store.get("pour").unwrap();
    assert_eq!(
        length(&kept.production),
        ("coax-mini".into(), "70 m".into())
    );
    let undone = store.make(catalogue(), ("pour", 2), Change::Undo).unwrap();
    assert_eq!(
        length(&undone.production),
        ("coax-mini".into(), "60 m".into())
    );
    let redone = store.make(catalogue(), ("pour", 3), Change::Redo).unwrap();
    assert_eq!(redone.production, kept.production);
}

#[test]
fn the_journal_has_an_end() {
    let bench = Bench::new();
    let store = bench.open();
    let id = store.create(&night_pour()).unwrap().id;
    let steps = KEPT_STEPS + 5;
    for step in 0..steps {
        store
            .make(
                catalogue(),
                (&id, step + 1),
                Change::Edit(&rename(&format!("Name {step}"))),
            )
            .unwrap();
    }
    let mut revision = steps + 1;
    for _ in 0..KEPT_STEPS {
        revision = store
            .make(catalogue(), (&id, revision), Change::Undo)
            .unwrap()
            .revision;
    }
    let oldest = store.get(&id).unwrap();
    assert_eq!(
        (oldest.production.name.as_str(), oldest.history.undo),
        ("Name 4", None)
    );
}

#[test]
fn a_file_that_is_no_database_is_refused_and_left_alone() {
    let bench = Bench::new();
    std::fs::write(bench.path(), "not a database, but a letter to the producer").unwrap();
    assert!(Store::open(&bench.path()).is_err());
    assert!(
        std::fs::read_to_string(bench.path())
            .unwrap()
            .starts_with("not a database")
    );
}

/// The process dies in the middle of a transaction: what was acknowledged stays, the rest is gone.
#[test]
fn a_crash_loses_only_what_was_not_acknowledged() {
    let bench = Bench::new();
    let store = bench.open();
    let kept = store.create(&night_pour()).unwrap();
    store
        .make(
            catalogue(),
            (&kept.id, 1),
            Change::Edit(&rename("Acknowledged")),
        )
        .unwrap();
    let crashed = tempfile::tempdir().unwrap();
    {
        let rival = rusqlite::Connection::open(bench.path()).unwrap();
        rival
            .execute_batch("BEGIN IMMEDIATE; UPDATE production SET name = 'lost', document = '{}';")
            .unwrap();
        // The files as a power cut would leave them, taken while the transaction is open.
        for file in std::fs::read_dir(bench.folder.path()).unwrap() {
            let file = file.unwrap();
            std::fs::copy(file.path(), crashed.path().join(file.file_name())).unwrap();
        }
    }
    let after = Store::open(&crashed.path().join("west-rail.sqlite"))
        .unwrap()
        .get(&kept.id)
        .unwrap();
    assert_eq!(
        (after.production.name.as_str(), after.revision),
        ("Acknowledged", 2)
    );
}
