//! The server as a process: how it ends, who else may serve its file, and what a kill leaves.

use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};

struct Server {
    child: Child,
    address: String,
}

fn west_rail(task: &str, data: &Path) -> Command {
    let mut command = Command::new(assert_cmd::cargo::cargo_bin!("west-rail"));
    command.args([task, "--port", "0", "--data"]).arg(data);
    command.stdout(Stdio::piped()).stderr(Stdio::piped());
    command
}

impl Server {
    fn start(data: &Path) -> Self {
        let mut child = west_rail("demo", data).spawn().unwrap();
        let mut line = String::new();
        let out = child.stdout.take().unwrap();
        BufReader::new(out).read_line(&mut line).unwrap();
        let address = line.trim().rsplit("http://").next().unwrap().to_string();
        assert!(address.contains(':'), "it says where it is: {line:?}");
        Self { child, address }
    }

    /// Sends a request and gives the status and the body; `None` where the server went away.
    fn ask(&self, method: &str, path: &str, revision: u64, body: &str) -> Option<(u16, Value)> {
        let mut stream = TcpStream::connect(&self.address).ok()?;
        let head = format!(
            "{method} {path} HTTP/1.1\r\nHost: {}\r\nConnection: close\r\nIf-Match: \"{revision}\"\r\n\
             Content-Type: application/json\r\nContent-Length: {}\r\n\r\n{body}",
            self.address,
            body.len()
        );
        stream.write_all(head.as_bytes()).ok()?;
        let mut answer = String::new();
        stream.read_to_string(&mut answer).ok()?;
        let (head, text) = answer.split_once("\r\n\r\n")?;
        let status = head.split(' ').nth(1)?.parse().ok()?;
        // A large answer comes in chunks: their sizes stand on lines of their own.
        let text: String = if head.to_ascii_lowercase().contains("chunked") {
            text.split("\r\n").skip(1).step_by(2).collect()
        } else {
            text.into()
        };
        Some((status, serde_json::from_str(&text).ok()?))
    }

    fn signal(&self, name: &str) {
        // The shell's own: not every machine has the program.
        let kill = format!("kill {name} {}", self.child.id());
        let sent = Command::new("sh").args(["-c", &kill]).status().unwrap();
        assert!(sent.success());
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

#[test]
fn it_ends_within_two_seconds_whatever_clients_do() {
    let folder = tempfile::tempdir().unwrap();
    let mut server = Server::start(&folder.path().join("data.sqlite"));
    // A head that never ends, a body that never comes, a stream that is followed.
    let mut clients: Vec<TcpStream> = Vec::new();
    for text in [
        "GET /api/productions HTTP/1.1\r\nHost: local".to_string(),
        format!(
            "POST /api/edid HTTP/1.1\r\nHost: {}\r\nContent-Length: 100\r\n\r\n00",
            server.address
        ),
        format!(
            "GET /api/productions/first-light/events HTTP/1.1\r\nHost: {}\r\n\r\n",
            server.address
        ),
    ] {
        let mut stream = TcpStream::connect(&server.address).unwrap();
        stream.write_all(text.as_bytes()).unwrap();
        clients.push(stream);
    }
    std::thread::sleep(Duration::from_millis(200));
    let asked = Instant::now();
    server.signal("-TERM");
    let ended = loop {
        if let Some(status) = server.child.try_wait().unwrap() {
            break status;
        }
        assert!(asked.elapsed() < Duration::from_secs(5), "it doesn’t end");
        std::thread::sleep(Duration::from_millis(20));
    };
    assert!(ended.success(), "{ended}");
    drop(clients);
}

#[test]
fn a_second_server_on_one_file_says_so_and_ends() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("data.sqlite");
    let server = Server::start(&data);
    let second = west_rail("serve", &data).output().unwrap();
    let said = String::from_utf8(second.stderr).unwrap();
    assert_eq!(second.status.code(), Some(2));
    assert!(
        said.contains("another West Rail serves this data file"),
        "{said}"
    );
    assert_eq!(server.ask("GET", "/api/productions", 0, "").unwrap().0, 200);
    // A kill leaves no lock behind.
    server.signal("-KILL");
    drop(server);
    Server::start(&data);
}

/// How often kills are tried: a few times here, many in `make soak`.
fn rounds(usual: u64) -> u64 {
    let asked = std::env::var("SOAK_ROUNDS").ok();
    asked
        .and_then(|rounds| rounds.parse().ok())
        .unwrap_or(usual)
}

#[test]
fn a_first_start_that_is_cut_short_is_made_good_by_the_next() {
    for round in 0..rounds(8) {
        let folder = tempfile::tempdir().unwrap();
        let data = folder.path().join("data.sqlite");
        let mut child = west_rail("demo", &data).spawn().unwrap();
        std::thread::sleep(Duration::from_millis(5 + 9 * (round % 12)));
        child.kill().unwrap();
        child.wait().unwrap();
        let server = Server::start(&data);
        let (_, listed) = server.ask("GET", "/api/productions", 0, "").unwrap();
        let listed: Vec<&Value> = listed.as_array().unwrap().iter().collect();
        let ids: Vec<&Value> = listed.iter().map(|entry| &entry["id"]).collect();
        assert_eq!(ids, ["first-light", "the-night-pour"], "round {round}");
    }
}

#[test]
fn what_was_acknowledged_outlives_a_kill() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("data.sqlite");
    let mut acknowledged = 1;
    for round in 0..rounds(6) {
        let server = Server::start(&data);
        let seen = server.ask("GET", "/api/productions/first-light", 0, "");
        let (_, seen) = seen.unwrap();
        // One that was made and not acknowledged may be there: no more than that.
        let there = seen["revision"].as_u64().unwrap();
        assert!(
            (acknowledged..=acknowledged + 1).contains(&there),
            "{there} after {acknowledged}"
        );
        acknowledged = there;
        let build = seen["production"]["builds"][0]["id"].clone();
        std::thread::scope(|scope| {
            scope.spawn(|| {
                std::thread::sleep(Duration::from_millis(60 + 35 * (round % 20)));
                server.signal("-KILL");
            });
            for number in 0.. {
                let name = format!("Round {round}, edit {number}");
                let commands = [json!({ "do": "rename-production", "name": name })];
                let edit = json!({ "build": build, "commands": commands }).to_string();
                let path = "/api/productions/first-light/commands";
                match server.ask("POST", path, acknowledged, &edit) {
                    Some((200, answer)) => acknowledged = answer["revision"].as_u64().unwrap(),
                    Some((status, answer)) => panic!("{status}: {answer}"),
                    None => break,
                }
            }
        });
    }
    assert!(acknowledged > 6, "some edits went through: {acknowledged}");
}

/// A large production as a file, and a data file that holds it beside the demo.
fn large_file(folder: &Path) -> std::path::PathBuf {
    let written = Command::new(assert_cmd::cargo::cargo_bin!("west-rail"))
        .args(["demo", "--floor", "1500", "--write"])
        .arg(folder)
        .status()
        .unwrap();
    assert!(written.success());
    folder.join("floor-1500.west-rail.json")
}

/// Kills a program after so long, whether it has ended or not.
fn cut_short(command: &mut Command, after: Duration) {
    let mut child = command.spawn().unwrap();
    std::thread::sleep(after);
    child.kill().unwrap();
    child.wait().unwrap();
}

#[test]
fn an_import_that_is_cut_short_is_there_as_a_whole_or_not_at_all() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("data.sqlite");
    let file = large_file(folder.path());
    drop(Server::start(&data));
    for round in 0..rounds(8) {
        let mut import = Command::new(assert_cmd::cargo::cargo_bin!("west-rail"));
        import.arg("import").arg(&file).arg("--data").arg(&data);
        import.stdout(Stdio::null()).stderr(Stdio::null());
        cut_short(&mut import, Duration::from_millis(20 + 40 * (round % 12)));
    }
    let server = Server::start(&data);
    let (_, listed) = server.ask("GET", "/api/productions", 0, "").unwrap();
    let listed = listed.as_array().unwrap();
    assert!(listed.len() >= 2);
    for entry in listed {
        assert_eq!(entry["damaged"], false, "{entry}");
        let path = format!("/api/productions/{}", entry["id"].as_str().unwrap());
        let (status, whole) = server.ask("GET", &path, 0, "").unwrap();
        assert_eq!(status, 200);
        let placements = &whole["production"]["builds"][0]["placements"];
        let large = entry["id"].as_str().unwrap().starts_with("floor");
        assert!(!large || placements.as_array().unwrap().len() == 1_500);
    }
}

#[test]
fn a_migration_that_is_cut_short_is_made_good_by_the_next_start() {
    let folder = tempfile::tempdir().unwrap();
    let old = folder.path().join("old.sqlite");
    drop(Server::start(&old));
    let connection = rusqlite::Connection::open(&old).unwrap();
    // As the first version kept it, with enough in it that bringing it up to date takes its time.
    let back = "
        ALTER TABLE production DROP COLUMN version;
        ALTER TABLE production DROP COLUMN format;
        ALTER TABLE production DROP COLUMN builds;
        ALTER TABLE production DROP COLUMN damaged;
        ALTER TABLE production DROP COLUMN changed;
        ALTER TABLE journal DROP COLUMN version;
        DROP INDEX undone;
        DROP TABLE touched;
        ALTER TABLE journal DROP COLUMN done_by;
        ALTER TABLE journal DROP COLUMN done_at;
        DROP TABLE shipped;
        DROP TABLE state;
        WITH RECURSIVE number(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM number WHERE n < 40)
        INSERT INTO production (id, name, revision, document, deleted)
        SELECT 'copy-' || n, name, 1, document, 0 FROM production, number
        WHERE id = 'the-night-pour';
        UPDATE production SET document = ?1;
        PRAGMA user_version = 1;
        PRAGMA wal_checkpoint(TRUNCATE);";
    let first = include_str!("../../model/tests/files/the-night-pour.v1.json");
    let first: Value = serde_json::from_str(first).unwrap();
    let document = first["production"].to_string().replace('\'', "''");
    connection
        .execute_batch(&back.replace("?1", &format!("'{document}'")))
        .unwrap();
    drop(connection);
    for round in 0..rounds(8) {
        let data = folder.path().join(format!("data-{round}.sqlite"));
        std::fs::copy(&old, &data).unwrap();
        let after = Duration::from_millis(4 + 7 * (round % 12));
        cut_short(&mut west_rail("serve", &data), after);
        let server = Server::start(&data);
        let (_, listed) = server.ask("GET", "/api/productions", 0, "").unwrap();
        let listed = listed.as_array().unwrap();
        // And today's demo beside what was the demo once.
        assert_eq!(listed.len(), 42 + 2, "round {round}");
        assert!(listed.iter().all(|entry| entry["damaged"] == false));
        let (status, whole) = server
            .ask("GET", "/api/productions/copy-40", 0, "")
            .unwrap();
        assert_eq!((status, &whole["revision"]), (200, &json!(1)));
        let kept = format!("data-{round}.sqlite.before-version-8");
        let kept = rusqlite::Connection::open(folder.path().join(kept)).unwrap();
        let of_before: i64 = kept
            .query_row("SELECT count(*) FROM production", [], |row| row.get(0))
            .unwrap();
        assert_eq!(of_before, 42);
    }
}
