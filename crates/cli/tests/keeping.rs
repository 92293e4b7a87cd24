//! Files that people keep, and what the program may do to them.

mod common;

use common::{answer, run};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use store::Store;
use tempfile::TempDir;

struct DataFolder(TempDir);

impl DataFolder {
    fn new() -> Self {
        Self(tempfile::tempdir().unwrap())
    }

    fn path(&self, name: &str) -> PathBuf {
        self.0.path().join(name)
    }

    fn text(&self, name: &str) -> String {
        self.path(name).display().to_string()
    }

    fn names(&self) -> Vec<String> {
        let entries = std::fs::read_dir(self.0.path()).unwrap();
        let mut names: Vec<String> = entries
            .map(|entry| entry.unwrap().file_name().into_string().unwrap())
            .collect();
        names.sort_unstable();
        names
    }
}

/// A server that has said where it is; it ends with this.
struct Served(Child);

impl Served {
    fn start(data: &Path, more: &[&str]) -> Self {
        use std::io::{BufRead, BufReader};
        let mut child = Command::new(assert_cmd::cargo::cargo_bin!("west-rail"))
            .args(["demo", "--port", "0", "--data"])
            .arg(data)
            .args(more)
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .spawn()
            .unwrap();
        let mut line = String::new();
        BufReader::new(child.stdout.take().unwrap())
            .read_line(&mut line)
            .unwrap();
        assert!(line.contains("http://"), "{line}");
        Self(child)
    }
}

impl Drop for Served {
    fn drop(&mut self) {
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

fn ids(data: &Path) -> Vec<String> {
    let listed = Store::open(data).unwrap().list().unwrap();
    listed.into_iter().map(|entry| entry.id).collect()
}

#[test]
fn the_demo_starts_over_and_touches_nothing_else() {
    let place = DataFolder::new();
    let data = place.path("demo.sqlite");
    drop(Served::start(&data, &[]));
    let own = place.text("own.json");
    let folder = place.text("files");
    assert_eq!(run(&["demo", "--write", &folder, "--floor", "3"]).0, 0);
    std::fs::rename(place.path("files/floor-3.west-rail.json"), &own).unwrap();
    let data_text = place.text("demo.sqlite");
    let kept = answer(&["import", &own, "--data", &data_text]);
    assert_eq!(kept["id"], "floor-of-3");
    drop(Served::start(&data, &["--fresh"]));
    assert_eq!(ids(&data), ["first-light", "floor-of-3", "the-night-pour"]);
    assert!(place.names().contains(&"demo.sqlite.before-fresh".into()));

    // A photo, another program's database, a newer file: refused, and left as they are.
    std::fs::write(place.path("photo.jpg"), [0xff, 0xd8].repeat(4_000)).unwrap();
    let other = rusqlite::Connection::open(place.path("other.sqlite")).unwrap();
    other
        .execute_batch("CREATE TABLE account (id INTEGER);")
        .unwrap();
    drop(other);
    std::fs::copy(&data, place.path("newer.sqlite")).unwrap();
    let newer = rusqlite::Connection::open(place.path("newer.sqlite")).unwrap();
    newer.pragma_update(None, "user_version", 99).unwrap();
    drop(newer);
    let names = place.names();
    for name in ["photo.jpg", "other.sqlite", "newer.sqlite"] {
        let before = std::fs::read(place.path(name)).unwrap();
        let (status, _, said) = run(&[
            "demo",
            "--fresh",
            "--port",
            "0",
            "--data",
            &place.text(name),
        ]);
        assert_eq!(status, 2, "{name}: {said}");
        assert_eq!(std::fs::read(place.path(name)).unwrap(), before, "{name}");
    }
    assert_eq!(place.names(), names);
}

#[test]
fn nothing_is_written_over_unless_that_is_asked_for() {
    let place = DataFolder::new();
    let (data, folder) = (place.text("demo.sqlite"), place.text("files"));
    drop(Served::start(&place.path("demo.sqlite"), &[]));
    assert_eq!(run(&["demo", "--write", &folder]).0, 0);
    let file = place.path("files/first-light.west-rail.json");
    std::fs::write(&file, "mine").unwrap();
    let (status, _, said) = run(&["demo", "--write", &folder]);
    assert_eq!(status, 2);
    assert!(said.contains("--force"), "{said}");
    assert_eq!(std::fs::read_to_string(&file).unwrap(), "mine");
    let to = file.display().to_string();
    let export = ["export", "first-light", "--data", &data, "--to", &to];
    assert_eq!(run(&export).0, 2);
    assert_eq!(std::fs::read_to_string(&file).unwrap(), "mine");
    assert_eq!(run(&[&export[..], &["--force"]].concat()).0, 0);
    assert!(
        std::fs::read_to_string(&file)
            .unwrap()
            .contains("First Light")
    );
    assert_eq!(run(&["demo", "--write", &folder, "--force"]).0, 0);
}

#[test]
fn a_served_file_is_served_once_and_backed_up_whole() {
    let place = DataFolder::new();
    let data = place.path("demo.sqlite");
    let server = Served::start(&data, &[]);
    // The file alone, as somebody puts it on a stick.
    std::fs::copy(&data, place.path("stick.sqlite")).unwrap();
    assert_eq!(ids(&place.path("stick.sqlite")).len(), 2);
    std::os::unix::fs::symlink(&data, place.path("soft.sqlite")).unwrap();
    std::fs::hard_link(&data, place.path("hard.sqlite")).unwrap();
    for name in ["demo.sqlite", "soft.sqlite", "hard.sqlite"] {
        let (status, _, said) = run(&["serve", "--port", "0", "--data", &place.text(name)]);
        assert_eq!(status, 2);
        assert!(said.contains("another West Rail serves"), "{name}: {said}");
    }
    std::fs::remove_file(place.path("hard.sqlite")).unwrap();
    let backup =
        |from: &str, to: &str| run(&["backup", &place.text(to), "--data", &place.text(from)]);
    assert_eq!(backup("demo.sqlite", "friday.sqlite").0, 0);
    // Never onto what is served, nor onto what isn't ours.
    let (status, _, said) = backup("friday.sqlite", "demo.sqlite");
    assert_eq!(status, 2, "{said}");
    std::fs::write(place.path("photo.jpg"), [0xff, 0xd8].repeat(4_000)).unwrap();
    assert_eq!(backup("demo.sqlite", "photo.jpg").0, 2);
    assert_eq!(std::fs::read(place.path("photo.jpg")).unwrap().len(), 8_000);
    drop(server);
    // A damaged backup is refused before anything is touched.
    let before = std::fs::read(&data).unwrap();
    let mut bytes = std::fs::read(place.path("friday.sqlite")).unwrap();
    bytes.truncate(bytes.len() / 2);
    std::fs::write(place.path("half.sqlite"), bytes).unwrap();
    let names = place.names();
    let restore = |name: &str| {
        run(&[
            "restore",
            &place.text(name),
            "--data",
            &place.text("demo.sqlite"),
        ])
    };
    let (status, _, said) = restore("half.sqlite");
    assert_eq!(status, 2, "{said}");
    assert!(said.contains("damaged"), "{said}");
    assert_eq!(std::fs::read(&data).unwrap(), before);
    assert_eq!(place.names(), names);
    let (status, said, _) = restore("friday.sqlite");
    assert_eq!(status, 0);
    assert!(said.contains("is restored: 2 productions"), "{said}");
}

#[test]
fn a_check_of_what_has_no_end_ends() {
    let (status, _, said) = run(&["check", "/dev/zero"]);
    assert_eq!(status, 2);
    assert!(said.contains("are read up to 20 MB"), "{said}");
}
