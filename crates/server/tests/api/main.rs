//! The API on a real data file: what a person's browser, or a stranger's script, may send.

mod asks;
mod losing;
mod power;
mod rig;
mod setup;
mod sound;
mod time;

use axum::Router;
use axum::body::Body;
use axum::http::{Method, Request, StatusCode, header};
use http_body_util::BodyExt;
use model::document::ProductionFile;
use serde_json::{Value, json};
use server::{App, router};
use std::sync::Arc;
use store::Store;
use tempfile::TempDir;
use tokio::sync::watch;
use tower::ServiceExt;

struct Server {
    routes: Router,
    folder: TempDir,
    _stopping: watch::Sender<bool>,
}

struct Answer {
    status: StatusCode,
    headers: axum::http::HeaderMap,
    text: String,
    bytes: Vec<u8>,
}

impl Answer {
    fn json(&self) -> Value {
        serde_json::from_str(&self.text).unwrap_or_else(|error| panic!("{error}: {}", self.text))
    }

    /// The sentence of a problem, which must be one.
    fn problem(&self, status: StatusCode) -> String {
        assert_eq!(self.status, status, "{}", self.text);
        assert_eq!(
            self.headers[header::CONTENT_TYPE],
            "application/problem+json"
        );
        self.json()["detail"].as_str().unwrap().to_string()
    }
}

const NIGHT: &str = "/api/productions/the-night-pour";

impl Server {
    fn new() -> Self {
        let folder = tempfile::tempdir().unwrap();
        let store = Store::open(&folder.path().join("test.sqlite")).unwrap();
        store.create(&demo::productions().remove(0).1).unwrap();
        let (stopping, watched) = watch::channel(false);
        Self {
            routes: router(App::new(store, watched)),
            folder,
            _stopping: stopping,
        }
    }

    async fn ask(&self, request: Request<Body>) -> Answer {
        let response = self.routes.clone().oneshot(request).await.unwrap();
        let (parts, body) = response.into_parts();
        let bytes = body.collect().await.unwrap().to_bytes();
        Answer {
            status: parts.status,
            headers: parts.headers,
            text: String::from_utf8_lossy(&bytes).into(),
            bytes: bytes.to_vec(),
        }
    }

    async fn send(
        &self,
        method: Method,
        path: &str,
        revision: Option<&str>,
        body: impl Into<Body>,
    ) -> Answer {
        let mut request = Request::builder()
            .method(method)
            .uri(path)
            .header(header::HOST, "127.0.0.1:4870");
        if let Some(revision) = revision {
            request = request.header(header::IF_MATCH, revision);
        }
        self.ask(request.body(body.into()).unwrap()).await
    }

    async fn get(&self, path: &str) -> Answer {
        self.send(Method::GET, path, None, Body::empty()).await
    }

    async fn post(&self, path: &str, body: &Value) -> Answer {
        self.send(Method::POST, path, None, body.to_string()).await
    }

    /// A recording, sent as bytes.
    async fn post_bytes(&self, path: &str, bytes: Vec<u8>) -> Answer {
        let request = Request::builder()
            .method(Method::POST)
            .uri(path)
            .header(header::HOST, "127.0.0.1:4870")
            .header(header::CONTENT_TYPE, "application/octet-stream")
            .body(Body::from(bytes));
        self.ask(request.unwrap()).await
    }

    async fn edit(&self, revision: u64, command: Value) -> Answer {
        self.edits(revision, json!([command])).await
    }

    async fn edits(&self, revision: u64, commands: Value) -> Answer {
        let body = json!({ "build": "night", "commands": commands }).to_string();
        self.send(
            Method::POST,
            &format!("{NIGHT}/commands"),
            Some(&format!("\"{revision}\"")),
            body,
        )
        .await
    }
}

#[tokio::test]
async fn an_edit_is_answered_with_the_new_report() {
    let server = Server::new();
    let before = server.get(NIGHT).await.json();
    assert_eq!(
        (&before["revision"], &before["report"]["verdict"]["stops"]),
        (&json!(1), &json!(10))
    );
    // A cable, not the stop before all: that is power.
    let finding = "V-108@l7";
    let fixes = server
        .get(&format!("{NIGHT}/fixes?build=night&finding={finding}"))
        .await
        .json();
    assert_eq!(fixes[0]["effort"], "cable");
    let fix = &fixes[0]["commands"][0];
    let after = server.edit(1, fix.clone()).await.json();
    assert_eq!(
        (&after["revision"], &after["report"]["verdict"]["stops"]),
        (&json!(2), &json!(9))
    );
    let undone = server
        .send(
            Method::POST,
            &format!("{NIGHT}/undo"),
            Some("\"2\""),
            r#"{"build":"night"}"#,
        )
        .await
        .json();
    assert_eq!(undone["report"], before["report"]);
    assert_eq!(
        (&undone["redo"], &undone["undo"]),
        (&json!("Change cable"), &json!(null))
    );
}

#[tokio::test]
async fn a_stale_edit_is_refused_with_the_current_document() {
    let server = Server::new();
    server
        .edit(1, json!({ "do": "rename-production", "name": "Theirs" }))
        .await;
    let stale = server
        .edit(1, json!({ "do": "rename-production", "name": "Ours" }))
        .await;
    stale.problem(StatusCode::PRECONDITION_FAILED);
    let current = &stale.json()["current"];
    assert_eq!(
        (&current["revision"], &current["production"]["name"]),
        (&json!(2), &json!("Theirs"))
    );
    assert!(current["report"]["findings"].is_array());
}

#[tokio::test]
async fn what_comes_in_wrong_is_answered_with_a_sentence_and_changes_nothing() {
    let server = Server::new();
    let before = server.get(NIGHT).await.text;
    let commands = format!("{NIGHT}/commands");
    let post = async |path: &str, revision: Option<&str>, body: String| {
        server.send(Method::POST, path, revision, body).await
    };
    let command = |command: Value| json!({ "build": "night", "commands": [command] }).to_string();
    let deep = "[".repeat(100_000);
    let mut sentences = Vec::new();
    for (path, revision, body, status) in [
        (&commands, None, command(json!({ "do": "rename-production", "name": "X" })), 428),
        (&commands, Some("tuesday"), command(json!({ "do": "rename-production", "name": "X" })), 428),
        (&commands, Some("\"1\""), "{".into(), 400),
        (&commands, Some("\"1\""), deep.clone(), 422),
        (&commands, Some("\"1\""), "{}".into(), 422),
        (&commands, Some("\"1\""), command(json!({ "do": "dance" })), 422),
        (&commands, Some("\"1\""), command(json!({ "do": "set-project-format", "format": "purple" })), 422),
        (&commands, Some("\"1\""), command(json!({ "do": "set-project-format", "format": 25 })), 422),
        (&commands, Some("\"1\""), command(json!({ "do": "set-cable", "build": "night", "connection": "l1", "cable": "coax-thin", "length": "-3 m" })), 422),
        (&commands, Some("\"1\""), command(json!({ "do": "remove-device", "build": "night", "device": "nobody" })), 422),
        (&commands, Some("\"1\""), json!({ "build": "nowhere", "commands": [] }).to_string(), 404),
        (&format!("{NIGHT}/line"), None, json!({ "build": "night" }).to_string(), 422),
        (&"/api/record-time".into(), None, json!({ "codec": "mezzanine-high", "raster": "UHD", "rate": "25", "audio": "4x48000x24", "media": "0 GB", "reserve": "3%" }).to_string(), 422),
        (&"/api/productions".into(), None, json!({ "name": "  " }).to_string(), 422),
        (&"/api/productions/import".into(), None, "not a production".into(), 422),
    ] {
        let answer = post(path, revision, body).await;
        sentences.push(answer.problem(StatusCode::from_u16(status).unwrap()));
    }
    for (path, status) in [
        ("/api/productions/nobody", StatusCode::NOT_FOUND),
        (
            "/api/productions/the-night-pour?build=nowhere",
            StatusCode::NOT_FOUND,
        ),
        (
            "/api/productions/the-night-pour/inputs?build=night&from=a",
            StatusCode::UNPROCESSABLE_ENTITY,
        ),
        ("/api/nothing", StatusCode::NOT_FOUND),
    ] {
        sentences.push(server.get(path).await.problem(status));
    }
    assert!(
        sentences.iter().all(|sentence| sentence.len() > 12),
        "{sentences:#?}"
    );
    assert_eq!(server.get(NIGHT).await.text, before);
}

#[tokio::test]
async fn a_body_beyond_the_limit_is_refused_by_its_size() {
    let server = Server::new();
    let large = server
        .send(
            Method::POST,
            "/api/productions/import",
            None,
            vec![b' '; server::FILE_BYTES + 1],
        )
        .await;
    assert!(
        large
            .problem(StatusCode::PAYLOAD_TOO_LARGE)
            .contains("20 MB")
    );
    let edit = server
        .send(
            Method::POST,
            &format!("{NIGHT}/commands"),
            Some("\"1\""),
            vec![b' '; server::EDIT_BYTES + 1],
        )
        .await;
    edit.problem(StatusCode::PAYLOAD_TOO_LARGE);
}

#[tokio::test]
async fn a_production_goes_out_as_a_file_and_comes_back_the_same() {
    let server = Server::new();
    let file = server.get(&format!("{NIGHT}/file")).await;
    assert_eq!(
        file.headers[header::CONTENT_DISPOSITION],
        "attachment; filename=\"the-night-pour.west-rail.json\""
    );
    let made = server
        .send(
            Method::POST,
            "/api/productions/import",
            None,
            file.text.clone(),
        )
        .await;
    assert_eq!(
        (made.status, &made.json()["id"]),
        (StatusCode::CREATED, &json!("the-night-pour-2"))
    );
    assert_eq!(
        server
            .get("/api/productions/the-night-pour-2/file")
            .await
            .text,
        file.text
    );
    assert!(ProductionFile::read(&file.text).is_ok());
}

#[tokio::test]
async fn productions_are_made_copied_deleted_and_put_back() {
    let server = Server::new();
    let made = server
        .send(
            Method::POST,
            "/api/productions",
            None,
            r#"{"name":"Évening at the “Mill”"}"#,
        )
        .await;
    assert_eq!(
        (made.status, &made.json()["id"]),
        (StatusCode::CREATED, &json!("evening-at-the-mill"))
    );
    let copy = server
        .send(
            Method::POST,
            &format!("{NIGHT}/duplicate"),
            None,
            Body::empty(),
        )
        .await;
    assert_eq!(copy.json()["production"]["name"], "The Night Pour (copy)");
    assert_eq!(
        server
            .send(Method::DELETE, NIGHT, None, Body::empty())
            .await
            .status,
        StatusCode::NO_CONTENT
    );
    server.get(NIGHT).await.problem(StatusCode::NOT_FOUND);
    assert_eq!(
        server
            .send(
                Method::POST,
                &format!("{NIGHT}/restore"),
                None,
                Body::empty()
            )
            .await
            .status,
        StatusCode::OK
    );
    assert_eq!(
        server
            .get("/api/productions")
            .await
            .json()
            .as_array()
            .unwrap()
            .len(),
        3
    );
}

#[tokio::test]
async fn questions_change_nothing() {
    let server = Server::new();
    let before = server.get(NIGHT).await.text;
    let line = json!({ "build": "night", "line": "v-rx.sdi2 > foc" }).to_string();
    let answer = server
        .send(Method::POST, &format!("{NIGHT}/line"), None, line)
        .await
        .json();
    assert_eq!(answer["completions"][0]["line"], "v-rx.sdi2 > focus.sdi");
    let inputs = server
        .get(&format!("{NIGHT}/inputs?build=night&from=v-rx.hdmi"))
        .await
        .json();
    assert_eq!(
        (&inputs[0]["at"], &inputs[0]["fits"]),
        (&json!("dir.hdmi"), &json!(true))
    );
    let formats = server
        .get(&format!("{NIGHT}/formats?build=night&at=a.sdi2"))
        .await
        .json();
    assert_eq!(formats["words"], "up to 1920×1080p60 4:2:2 10-bit");
    let ahead = json!({ "build": "night", "commands": [{ "do": "remove-device", "build": "night", "device": "client" }] });
    let ahead = server
        .send(
            Method::POST,
            &format!("{NIGHT}/outlook"),
            None,
            ahead.to_string(),
        )
        .await
        .json();
    // The client's need stays, and nobody meets it.
    assert_eq!(
        (
            &ahead["after"]["stops"],
            &ahead["gone"][0]["code"],
            &ahead["come"][0]["code"]
        ),
        (&json!(10), &json!("V-102"), &json!("K-105"))
    );
    assert_eq!(server.get(NIGHT).await.text, before);
}

#[tokio::test]
async fn only_pages_of_this_server_may_speak_to_it() {
    let server = Server::new();
    let from = async |host: &str, origin: Option<&str>| {
        let mut request = Request::get("/api/productions").header(header::HOST, host);
        if let Some(origin) = origin {
            request = request.header(header::ORIGIN, origin);
        }
        server
            .ask(request.body(Body::empty()).unwrap())
            .await
            .status
    };
    assert_eq!(from("localhost:4870", None).await, StatusCode::OK);
    assert_eq!(
        from("[::1]:4870", Some("http://[::1]:4870")).await,
        StatusCode::OK
    );
    assert_eq!(
        from("127.0.0.1:4870", Some("http://127.0.0.1:4870")).await,
        StatusCode::OK
    );
    assert_eq!(from("evil.example", None).await, StatusCode::FORBIDDEN);
    assert_eq!(
        from("127.0.0.1.evil.example:4870", None).await,
        StatusCode::FORBIDDEN
    );
    assert_eq!(
        from("127.0.0.1:4870", Some("http://evil.example")).await,
        StatusCode::FORBIDDEN
    );
    assert_eq!(
        from("127.0.0.1:4870", Some("null")).await,
        StatusCode::FORBIDDEN
    );
    for host in [
        "[::1].evil",
        "127.0.0.1:evil",
        "127.0.0.1:",
        "127.0.0.1:99999",
        "localhost:+80",
    ] {
        assert_eq!(from(host, None).await, StatusCode::FORBIDDEN, "{host}");
    }
    for host in ["LocalHost", "127.0.0.1", "[::1]"] {
        assert_eq!(from(host, None).await, StatusCode::OK, "{host}");
    }
}

#[tokio::test]
async fn another_sites_page_may_open_the_application_and_read_nothing() {
    let server = Server::new();
    let from = async |path: &str, site: &str, mode: &str| {
        let request = Request::get(path)
            .header(header::HOST, "127.0.0.1:4870")
            .header("sec-fetch-site", site)
            .header("sec-fetch-mode", mode);
        let answer = server.ask(request.body(Body::empty()).unwrap()).await;
        answer.status != StatusCode::FORBIDDEN
    };
    assert!(from("/api/productions", "same-origin", "cors").await);
    assert!(from("/api/productions", "none", "navigate").await);
    assert!(from("/", "cross-site", "navigate").await);
    for site in ["cross-site", "same-site"] {
        assert!(!from("/api/productions", site, "no-cors").await);
        assert!(!from(&format!("{NIGHT}/file"), site, "navigate").await);
        assert!(!from("/", site, "no-cors").await);
    }
}

#[tokio::test]
async fn a_spreadsheet_runs_nothing_of_a_saved_table() {
    let server = Server::new();
    let renamed = json!({ "do": "rename-device", "build": "night", "device": "a", "name": "=1+1" });
    assert_eq!(server.edit(1, renamed).await.status, StatusCode::OK);
    let table = server
        .get(&format!("{NIGHT}/media-plan.csv?build=night"))
        .await;
    assert!(table.text.contains(",'=1+1,"), "{}", table.text);
    assert!(!table.text.contains(",=1+1,"));
}

#[tokio::test]
async fn every_answer_carries_the_policy() {
    let server = Server::new();
    let answer = server.get("/api/productions").await;
    let policy = answer.headers[header::CONTENT_SECURITY_POLICY]
        .to_str()
        .unwrap();
    assert!(
        policy.starts_with("default-src 'none'; script-src 'self'"),
        "{policy}"
    );
    assert_eq!(answer.headers[header::X_CONTENT_TYPE_OPTIONS], "nosniff");
}

#[tokio::test]
async fn a_change_is_told_to_those_who_follow() {
    let server = Server::new();
    let request = Request::get(format!("{NIGHT}/events"))
        .header(header::HOST, "localhost")
        .body(Body::empty())
        .unwrap();
    let mut events = server
        .routes
        .clone()
        .oneshot(request)
        .await
        .unwrap()
        .into_body();
    server
        .edit(
            1,
            json!({ "do": "rename-production", "name": "WorkspaceAnswer" }),
        )
        .await;
    let frame = events.frame().await.unwrap().unwrap().into_data().unwrap();
    assert_eq!(&frame[..], b"event: revision\ndata: 2\n\n");
}

#[tokio::test(flavor = "multi_thread")]
async fn edits_that_race_leave_one_through_and_the_others_with_the_current_document() {
    let server = Arc::new(Server::new());
    let mut hands = tokio::task::JoinSet::new();
    for hand in 0..6 {
        let server = server.clone();
        hands.spawn(async move {
            server
                .edit(
                    1,
                    json!({ "do": "rename-production", "name": format!("Hand {hand}") }),
                )
                .await
        });
    }
    let mut through = 0;
    for answer in hands.join_all().await {
        match answer.status {
            StatusCode::OK => through += 1,
            StatusCode::PRECONDITION_FAILED => assert_eq!(answer.json()["current"]["revision"], 2),
            other => panic!("{other}: {}", answer.text),
        }
    }
    assert_eq!(through, 1);
}

#[tokio::test]
async fn the_calculator_reads_what_people_type() {
    let server = Server::new();
    let ask = async |body: Value| {
        server
            .send(Method::POST, "/api/record-time", None, body.to_string())
            .await
    };
    let typed = json!({ "codec": "mezzanine-high", "raster": "uhd", "rate": "25p", "audio": "4x48000x24", "media": "512gb", "reserve": "3" });
    let sum = ask(typed.clone()).await.json();
    assert_eq!(
        (&sum["label"], &sum["seconds"], &sum["frames"]),
        (&json!("1 h 29 min"), &json!(5352), &json!(133_801))
    );
    let mut both = typed.clone();
    both["bit_rate"] = json!("100 Mb/s");
    assert_eq!(
        ask(both).await.problem(StatusCode::UNPROCESSABLE_ENTITY),
        "give either a codec or a data rate"
    );
    let mut unknown = typed.clone();
    unknown["codec"] = json!("nothing");
    assert!(
        ask(unknown)
            .await
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("“nothing”")
    );
    let mut band = typed;
    band["codec"] = json!("hevc-quality-high");
    let band = ask(band).await.json();
    assert!(band["band"]["low_bps"].as_u64() < band["band"]["high_bps"].as_u64());
}

#[tokio::test]
async fn every_finding_in_the_reference_has_its_page() {
    let server = Server::new();
    let reference = server.get("/api/catalogue").await.json();
    let pages = reference["findings"].as_array().unwrap();
    let demo = server.get(NIGHT).await.json();
    for finding in demo["report"]["findings"].as_array().unwrap() {
        let page = pages
            .iter()
            .find(|page| page["code"] == finding["code"])
            .unwrap();
        assert!(
            page["means"].as_str().unwrap().ends_with('.')
                && page["todo"].as_str().unwrap().ends_with('.')
        );
    }
    assert_eq!(reference["file_bytes"], server::FILE_BYTES);
}

#[tokio::test]
async fn undo_and_redo_that_have_nothing_to_do_say_so() {
    let server = Server::new();
    let step = async |name: &str, revision: &str| {
        server
            .send(
                Method::POST,
                &format!("{NIGHT}/{name}"),
                Some(revision),
                r#"{"build":"night"}"#,
            )
            .await
    };
    assert_eq!(
        step("undo", "\"1\"")
            .await
            .problem(StatusCode::UNPROCESSABLE_ENTITY),
        "there is nothing to undo"
    );
    assert_eq!(
        step("redo", "\"1\"")
            .await
            .problem(StatusCode::UNPROCESSABLE_ENTITY),
        "there is nothing to redo"
    );
    step("undo", "\"9\"")
        .await
        .problem(StatusCode::PRECONDITION_FAILED);
}

#[tokio::test]
async fn routes_paths_and_comparisons_are_answered() {
    let server = Server::new();
    let routes = server
        .get(&format!("{NIGHT}/routes?build=night&from=c&to=client"))
        .await
        .json();
    assert!(routes["routes"].as_array().unwrap().len() >= 3);
    let way = &routes["routes"][0]["commands"];
    let edited = server
        .send(
            Method::POST,
            &format!("{NIGHT}/commands"),
            Some("\"1\""),
            json!({ "build": "night", "commands": way }).to_string(),
        )
        .await
        .json();
    let rows = edited["report"]["arrivals"].as_array().unwrap();
    let client = rows.iter().find(|row| row["device"] == "client").unwrap();
    assert_eq!(client["source"], "C camera");

    let hops = server
        .get(&format!("{NIGHT}/follow?build=night&at=dir"))
        .await
        .json();
    assert_eq!(hops[0]["device"], "A camera");
    let compared = server
        .get(&format!("{NIGHT}/compare?before=night&after=day"))
        .await
        .json();
    assert!(compared["removed"].as_array().unwrap().len() > 10);

    for (path, status, sentence) in [
        (
            "routes?build=night&from=nobody&to=client",
            StatusCode::UNPROCESSABLE_ENTITY,
            "there is no device “nobody” here",
        ),
        (
            "routes?build=gone&from=c&to=client",
            StatusCode::NOT_FOUND,
            "there is no build “gone” in this production",
        ),
        (
            "follow?build=night&at=nobody",
            StatusCode::NOT_FOUND,
            "there is no device “nobody” in build “night”",
        ),
        (
            "compare?before=night&after=gone",
            StatusCode::NOT_FOUND,
            "there is no build “gone” in this production",
        ),
        (
            "kit?build=gone",
            StatusCode::NOT_FOUND,
            "there is no build “gone” in this production",
        ),
        (
            "entries?ids=gone",
            StatusCode::NOT_FOUND,
            "there is no device or codec “gone” in the catalogue",
        ),
    ] {
        assert_eq!(
            server.get(&format!("{NIGHT}/{path}")).await.problem(status),
            sentence,
            "{path}"
        );
    }
}

#[tokio::test]
async fn a_build_that_goes_is_answered_with_one_that_stays() {
    let server = Server::new();
    let gone = server
        .edit(1, json!({ "do": "remove-build", "build": "night" }))
        .await
        .json();
    assert_eq!(gone["report"]["build"], "day");
    let back = server
        .send(
            Method::POST,
            &format!("{NIGHT}/undo"),
            Some("\"2\""),
            json!({ "build": "day" }).to_string(),
        )
        .await
        .json();
    assert_eq!(back["production"]["builds"][0]["id"], "night");
}

#[tokio::test]
async fn descriptions_are_read_or_refused_with_a_sentence() {
    let server = Server::new();
    let file = server
        .get(&format!("{NIGHT}/entries?ids=orrell-c4,merrin-d4"))
        .await;
    assert_eq!(file.json()["entries"].as_array().unwrap().len(), 2);
    let read = server
        .send(
            Method::POST,
            &format!("{NIGHT}/entries"),
            None,
            file.text.clone(),
        )
        .await;
    assert_eq!(read.json()["entries"][1]["id"], "merrin-d4");
    for text in [
        "",
        "rubbish",
        "{}",
        &file.text[..200],
        &file.text.replace("\"12G\"", "\"99G\""),
    ] {
        let refused = server
            .send(
                Method::POST,
                &format!("{NIGHT}/entries"),
                None,
                text.to_string(),
            )
            .await;
        assert!(!refused.problem(StatusCode::UNPROCESSABLE_ENTITY).is_empty());
    }

    // What a changed description would do to the builds that use it.
    let mut entry = file.json()["entries"][0].clone();
    entry["ports"]
        .as_array_mut()
        .unwrap()
        .retain(|port| port["id"] != "sdi2");
    entry["paths"] = json!([]);
    let asked = server
        .send(
            Method::POST,
            &format!("{NIGHT}/entry"),
            None,
            json!({ "entry": entry }).to_string(),
        )
        .await
        .json();
    assert_eq!(asked["refusal"], Value::Null, "{asked}");
    assert_eq!(asked["builds"].as_array().unwrap().len(), 4);
    entry["ports"][0]["id"] = json!("No handle");
    let asked = server
        .send(
            Method::POST,
            &format!("{NIGHT}/entry"),
            None,
            json!({ "entry": entry }).to_string(),
        )
        .await
        .json();
    assert!(
        asked["refusal"]
            .as_str()
            .unwrap()
            .contains("a handle is 1 to 40"),
        "{asked}"
    );
}

#[tokio::test]
async fn an_edid_and_a_search_are_read_or_refused_with_a_sentence() {
    let server = Server::new();
    for (bytes, sentence) in [
        (
            vec![],
            "the dump ends at byte 0; 128 bytes are needed: read it again",
        ),
        (
            vec![0; 128],
            "byte 1 is 0x00, not 0xff: an EDID begins 00 ff ff ff ff ff ff 00",
        ),
        (
            b"hello".to_vec(),
            "character 1 is “h”: a dump as text is hexadecimal digits, two a byte, with spaces or lines between",
        ),
        (
            vec![b'0'; 500_000],
            "an EDID is at most 32 kB, some times that as text; this is larger",
        ),
    ] {
        let refused = server.send(Method::POST, "/api/edid", None, bytes).await;
        assert_eq!(refused.problem(StatusCode::UNPROCESSABLE_ENTITY), sentence);
    }
    let found = server
        .get(&format!(
            "{NIGHT}/search?q=takes%20HDMI%202160p50%2C%20gives%20SDI"
        ))
        .await
        .json();
    assert!(
        found
            .as_array()
            .unwrap()
            .iter()
            .any(|hit| hit["device"] == "merrin-hs")
    );
    let refused = server
        .get(&format!("{NIGHT}/search?q=takes%20purple"))
        .await;
    assert!(
        refused
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("write it like")
    );
}

#[tokio::test]
async fn the_day_is_planned_over_the_api() {
    let server = Server::new();
    let day = server.get(&format!("{NIGHT}/day?build=night")).await.json();
    assert_eq!(day["day"]["cards_needed"], 8);
    assert_eq!(day["job"]["days"], 5);
    let missing = server.get(&format!("{NIGHT}/day?build=moon")).await;
    assert!(missing.problem(StatusCode::NOT_FOUND).contains("moon"));

    let csv = server
        .get(&format!("{NIGHT}/media-plan.csv?build=night"))
        .await;
    assert_eq!(csv.headers[header::CONTENT_TYPE], "text/csv; charset=utf-8");
    let mut lines = csv.text.lines();
    assert_eq!(lines.next(), Some("time,recorder,card in"));
    assert_eq!(
        lines.next(),
        Some("20:45,B recorder,\"SSD caddy 240 GB, 2\"")
    );

    let choice = |codec: &str| json!({ "codec": codec, "media": ["cfx-b-512"] });
    let ask = |choices: Vec<Value>| json!({ "build": "night", "device": "a", "choices": choices });
    let address = format!("{NIGHT}/choices");
    let two = ask(vec![choice("mezzanine-high"), choice("mezzanine-light")]);
    let found = server.post(&address, &two).await.json();
    assert_eq!(found[1]["codec"], "Mezzanine Light");
    let five = ask(vec![choice("mezzanine-high"); 5]);
    let refused = server.post(&address, &five).await;
    assert_eq!(
        refused.problem(StatusCode::UNPROCESSABLE_ENTITY),
        "up to four choices are compared at once"
    );
}

#[tokio::test]
async fn the_calculator_is_turned_around() {
    let server = Server::new();
    let basis = |more: Value| {
        let mut asked = json!({ "raster": "3840x2160", "rate": "25", "audio": "4x48000x24", "reserve": "3 %", "length": "1h29" });
        asked
            .as_object_mut()
            .unwrap()
            .extend(more.as_object().unwrap().clone());
        asked
    };
    let media = server
        .post(
            "/api/calculator",
            &basis(json!({ "codec": "mezzanine-high" })),
        )
        .await
        .json();
    // 92.79 MB/s × 5,340 s ÷ 0.97.
    let bytes = media["bytes"].as_u64().unwrap();
    assert!(
        (510_000_000_000..512_000_000_000).contains(&bytes),
        "{bytes}"
    );
    let codec = server
        .post("/api/calculator", &basis(json!({ "media": "512 GB" })))
        .await
        .json();
    assert!(
        codec["label"].as_str().unwrap().contains("largest"),
        "{codec}"
    );
    let neither = server.post("/api/calculator", &basis(json!({}))).await;
    assert!(
        neither
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("either a codec or a card")
    );
    let nothing = server
        .post("/api/calculator", &basis(json!({ "media": "0 GB" })))
        .await;
    nothing.problem(StatusCode::UNPROCESSABLE_ENTITY);

    let asked = json!({ "family": "Mezzanine", "raster": "3840x2160", "rate": "25", "audio": "4x48000x24", "reserve": "3 %" });
    let glance = server.post("/api/time-table", &asked).await.json();
    assert_eq!(glance["rows"][3]["times"][3], "1 h 29 min");
}

#[tokio::test]
async fn a_day_that_cannot_be_is_refused_and_changes_nothing() {
    let server = Server::new();
    let part = |id: &str, start: &str, length: &str| {
        json!({ "do": "put-schedule-entry", "build": "night", "entry":
            { "id": id, "name": "Rain", "start": start, "length": length, "rolls": { "kind": "continuous" } } })
    };
    let station = |change: Value| json!({ "do": "set-station", "change": change });
    let codec = |model: Value| {
        json!({ "do": "put-codec", "codec":
            { "id": "own-clip", "name": "Clip", "model": model, "sampling": "4:2:2", "bits": "10-bit", "custom": true } })
    };
    for (command, expected) in [
        (
            part("rain", "21:00", "1 h"),
            "overlap for the same recorder",
        ),
        (part("rain", "soon", "1 h"), "isn’t a time of day"),
        (part("rain", "02:00", "-1 h"), "isn’t a length of time"),
        (
            part("rain", "02:00", "1000000000000000000000000 h"),
            "isn’t a length of time",
        ),
        (part("Rain!", "02:00", "1 h"), "a handle is 1 to 40"),
        (station(json!({ "readers": 0 })), "1 to 32 readers"),
        (station(json!({ "readers": -1 })), "invalid value"),
        (station(json!({ "drives": [] })), "1 to 12 drives"),
        (station(json!({ "bus_rate": "0 MB/s" })), "more than 0 MB/s"),
        (station(json!({ "bus_rate": "fast" })), "isn’t a data rate"),
        (station(json!({ "margin": "200 %" })), "from 0 % to 100 %"),
        (
            codec(json!({ "kind": "measured", "file": "0 GB", "length": "1 min" })),
            "a measured clip has a size",
        ),
        (
            codec(json!({ "kind": "constant", "rate": "2000 Gb/s" })),
            "at most 100 bits a pixel or 1 Tb/s",
        ),
        (
            codec(json!({ "kind": "by-pixel", "centibits": 1_000_000 })),
            "at most 100 bits a pixel",
        ),
        (codec(json!({ "kind": "magic" })), "unknown variant"),
        (
            json!({ "do": "set-job", "job": [{ "build": "moon", "days": 1 }] }),
            "there is no build “moon”",
        ),
    ] {
        let refused = server.edit(1, command.clone()).await;
        let sentence = refused.problem(StatusCode::UNPROCESSABLE_ENTITY);
        assert!(sentence.contains(expected), "{command}: {sentence}");
        assert!(!sentence.contains(" at line "), "{sentence}");
    }
    assert_eq!(server.get(NIGHT).await.json()["revision"], 1);
}

#[tokio::test]
async fn own_codecs_are_used_and_travel() {
    let server = Server::new();
    let codec = json!({
        "id": "own-clip", "name": "Clip of Tuesday", "family": "Own", "sampling": "4:2:2", "bits": "10-bit", "custom": true,
        "model": { "kind": "measured", "file": "3 GB", "length": "1 min" }
    });
    let put = json!({ "do": "put-codec", "codec": codec });
    let edited = server.edit(1, put.clone()).await;
    assert_eq!(edited.status, StatusCode::OK);
    let listed = |list: &Value| {
        let ids = list.as_array().unwrap().iter();
        ids.filter(|id| **id == "own-clip" || id["id"] == "own-clip")
            .count()
    };
    let seen = server.get(&format!("{NIGHT}/catalogue")).await.json();
    let shipped = server.get("/api/catalogue").await.json();
    let codecs = |reference: &Value| listed(&reference["catalogue"]["codecs"]);
    assert_eq!((codecs(&seen), codecs(&shipped)), (1, 0));
    let body = &seen["choosable"]["orrell-c4"];
    assert_eq!(listed(&body["codecs"]), 1, "{body}");
    let recording = json!({ "codec": "own-clip", "media": ["cfx-b-512"] });
    let set =
        json!({ "do": "set-recording", "build": "night", "device": "a", "change": recording });
    let edited = server.edit(2, set).await.json();
    let rows = edited["report"]["recordings"].as_array().unwrap();
    let row = rows.iter().find(|row| row["device"] == "a").unwrap();
    assert_eq!(
        (&row["codec"], &row["time"]["video_bps"]),
        (&json!("Clip of Tuesday"), &json!(400_000_000))
    );

    let file = server.get(&format!("{NIGHT}/entries?ids=own-clip")).await;
    let written = file.json();
    assert_eq!(written["format"], "west-rail-entries");
    assert_eq!(written["codecs"][0]["model"], codec["model"]);
    let read = server
        .send(Method::POST, &format!("{NIGHT}/entries"), None, file.text)
        .await
        .json();
    assert_eq!(read["codecs"][0]["name"], "Clip of Tuesday");
    let missing = server.get(&format!("{NIGHT}/entries?ids=own-none")).await;
    assert!(
        missing
            .problem(StatusCode::NOT_FOUND)
            .contains("no device or codec “own-none”")
    );
}

#[tokio::test]
async fn the_table_and_the_sums_say_what_they_cannot_read() {
    let server = Server::new();
    let with = |path: &str, name: &str, typed: Value| {
        let mut asked =
            json!({ "raster": "3840x2160", "rate": "25", "audio": "4x48000x24", "reserve": "3 %" });
        if path == "/api/calculator" {
            asked["codec"] = json!("mezzanine-high");
            asked["length"] = json!("1 h");
        }
        asked[name] = typed;
        asked
    };
    for (path, name, typed, expected) in [
        ("/api/time-table", "raster", json!("big"), "isn’t a raster"),
        ("/api/time-table", "rate", json!("0"), "isn’t a frame rate"),
        ("/api/time-table", "reserve", json!("-3 %"), "isn’t a share"),
        (
            "/api/calculator",
            "length",
            json!("-1 h"),
            "isn’t a length of time",
        ),
        ("/api/calculator", "length", json!("0 min"), "above zero"),
        (
            "/api/calculator",
            "codec",
            json!("no-such"),
            "there is no codec “no-such”",
        ),
        (
            "/api/calculator",
            "reserve",
            json!("100 %"),
            "keeps everything back",
        ),
        (
            "/api/calculator",
            "media",
            json!("1 TB"),
            "either a codec or a card",
        ),
    ] {
        let refused = server.post(path, &with(path, name, typed)).await;
        let sentence = refused.problem(StatusCode::UNPROCESSABLE_ENTITY);
        assert!(sentence.contains(expected), "{path} {name}: {sentence}");
    }
    let unknown = server
        .post(
            "/api/time-table",
            &with("/api/time-table", "family", json!("None such")),
        )
        .await;
    assert_eq!(unknown.json()["rows"], json!([]));
}

#[tokio::test]
async fn an_address_that_asks_for_too_little_is_answered_with_a_sentence() {
    let server = Server::new();
    let answer = server.get(&format!("{NIGHT}/follow?build=camera-a")).await;
    let detail = answer.problem(StatusCode::BAD_REQUEST);
    assert!(detail.contains("missing field `at`"), "{detail}");
}

#[tokio::test]
async fn a_long_answer_is_sent_compressed_to_who_can_read_it() {
    let server = Server::new();
    let request = Request::get(NIGHT)
        .header(header::HOST, "localhost")
        .header(header::ACCEPT_ENCODING, "gzip")
        .body(Body::empty())
        .unwrap();
    let answer = server.routes.clone().oneshot(request).await.unwrap();
    assert_eq!(answer.headers()[header::CONTENT_ENCODING], "gzip");
}

/// What a window has after an answer of changes to what it had.
fn patched(had: &Value, answer: &Answer) -> Value {
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    assert_eq!(
        answer.headers[header::CONTENT_TYPE],
        "application/json-patch+json"
    );
    let mut has = had.clone();
    let steps: json_patch::Patch = serde_json::from_str(&answer.text).unwrap();
    json_patch::patch(&mut has, &steps).unwrap();
    has
}

/// Without what is said once, after the edit.
fn still(mut workspace: Value) -> Value {
    workspace.as_object_mut().unwrap().remove("said");
    workspace
}

#[tokio::test]
async fn changes_to_what_a_window_has_are_the_same_as_reading_it_all_again() {
    let server = Server::new();
    let edits = [
        json!([{ "do": "rename-device", "build": "night", "device": "a", "name": "First camera" }]),
        json!([{ "do": "remove-device", "build": "night", "device": "a" }]),
        json!([{ "do": "add-device", "build": "night", "device": "ashgill-7", "unit": "a" }]),
        json!([{ "do": "rename-production", "name": "The day pour" }]),
        json!([{ "do": "set-timecode-master", "build": "night", "device": null }]),
        json!([{ "do": "rename-unit", "build": "day", "unit": "a", "name": "First unit" },
               { "do": "set-house-rules", "change": { "air_celsius": 30 } }]),
        json!([{ "do": "add-unit", "build": "night", "name": "Crane" },
               { "do": "move-device", "build": "night", "device": "b", "unit": "crane" }]),
        json!([{ "do": "remove-build", "build": "day" }]),
    ];
    let mut has = server.get(NIGHT).await.json();
    let ask = async |path: &str, body: Value, revision: u64| {
        let request = Request::post(format!("{NIGHT}/{path}"))
            .header(header::HOST, "localhost")
            .header(header::IF_MATCH, format!("\"{revision}\""))
            .header(
                header::ACCEPT,
                "application/json-patch+json, application/json",
            );
        server
            .ask(request.body(Body::from(body.to_string())).unwrap())
            .await
    };
    for commands in edits {
        let revision = has["revision"].as_u64().unwrap();
        let body = json!({ "build": "night", "commands": commands });
        let answer = ask("commands", body, revision).await;
        has = patched(&has, &answer);
        assert_eq!(still(has.clone()), server.get(NIGHT).await.json());
    }
    while has["undo"].is_string() {
        let revision = has["revision"].as_u64().unwrap();
        let answer = ask("undo", json!({ "build": "night" }), revision).await;
        has = patched(&has, &answer);
        assert_eq!(still(has.clone()), server.get(NIGHT).await.json());
    }
}

#[tokio::test]
async fn the_whole_is_answered_where_changes_are_not_asked_for_or_not_known() {
    let server = Server::new();
    let ask = async |path: &str, accept: &str| {
        let request = Request::get(path)
            .header(header::HOST, "localhost")
            .header(header::ACCEPT, accept);
        server.ask(request.body(Body::empty()).unwrap()).await
    };
    let changes = "application/json-patch+json, application/json";
    let first = server.get(NIGHT).await.json();
    let rename = json!({ "do": "rename-production", "name": "Other" });
    server.edit(1, rename).await;
    let since = format!("{NIGHT}?build=night&since=1");
    let told = ask(&since, changes).await;
    let has = patched(&first, &told);
    assert_eq!(still(has), server.get(NIGHT).await.json());
    assert!(told.text.len() < 1_000, "{}", told.text);
    for (path, accept) in [
        (since.as_str(), "application/json"),
        (&format!("{NIGHT}?build=night&since=9"), changes),
        (&format!("{NIGHT}?build=day&since=1"), changes),
        (NIGHT, changes),
    ] {
        let answer = ask(path, accept).await;
        assert_eq!(answer.headers[header::CONTENT_TYPE], "application/json");
        assert_eq!(answer.json()["production"]["name"], "Other", "{path}");
    }
}

#[tokio::test]
async fn an_edit_that_changes_nearly_everything_is_answered_whole() {
    let server = Server::new();
    let large = ProductionFile::of(demo::floor(300)).to_text();
    let kept = server
        .send(Method::POST, "/api/productions/import", None, large)
        .await
        .json();
    let path = format!("/api/productions/{}", kept["id"].as_str().unwrap());
    let commands = [json!({ "do": "set-project-format", "format": "1080p50" })];
    let request = Request::post(format!("{path}/commands"))
        .header(header::HOST, "localhost")
        .header(header::IF_MATCH, "\"1\"")
        .header(header::ACCEPT, "application/json-patch+json");
    let body = json!({ "build": "main", "commands": commands }).to_string();
    let answer = server.ask(request.body(Body::from(body)).unwrap()).await;
    assert_eq!(answer.headers[header::CONTENT_TYPE], "application/json");
    assert_eq!(answer.json()["revision"], 2);
}

#[tokio::test]
async fn a_search_on_what_is_not_there_is_told_so() {
    let server = Server::new();
    for path in [
        format!("{NIGHT}/fixes?build=night&finding=V-999@x"),
        format!("{NIGHT}/fixes?build=gone&finding=V-108@l7"),
        "/api/productions/gone/fixes?build=night&finding=V-108@l7".to_string(),
    ] {
        server.get(&path).await.problem(StatusCode::NOT_FOUND);
    }
    let routes = format!("{NIGHT}/routes?build=night&from=gone&to=client");
    let refused = server.get(&routes).await;
    refused.problem(StatusCode::UNPROCESSABLE_ENTITY);
}
