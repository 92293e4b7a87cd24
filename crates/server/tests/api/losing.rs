//! What could lose somebody's work: answers that are lost, windows that are behind, a data file that goes.

use super::{NIGHT, Server};
use axum::body::Body;
use axum::http::{Method, Request, StatusCode, header};
use serde_json::{Value, json};
use store::Store;

const CHANGES: &str = "application/json-patch+json, application/json";

fn rename(name: &str) -> String {
    let command = json!({ "do": "rename-device", "build": "night", "device": "dir", "name": name });
    json!({ "build": "night", "commands": [command] }).to_string()
}

fn edit(revision: u64, key: &str, body: String) -> Request<Body> {
    Request::post(format!("{NIGHT}/commands"))
        .header(header::HOST, "localhost")
        .header(header::IF_MATCH, format!("\"{revision}\""))
        .header(header::ACCEPT, CHANGES)
        .header("idempotency-key", key)
        .body(body.into())
        .unwrap()
}

/// What a window that is at a revision is told.
fn since(revision: u64) -> Request<Body> {
    Request::get(format!("{NIGHT}?build=night&since={revision}"))
        .header(header::HOST, "localhost")
        .header(header::ACCEPT, CHANGES)
        .body(Body::empty())
        .unwrap()
}

#[tokio::test]
async fn an_edit_that_is_sent_again_is_made_once() {
    let server = Server::new();
    let first = server.ask(edit(1, "one", rename("Directress"))).await;
    assert_eq!(first.status, StatusCode::OK);
    let again = server
        .ask(edit(1, "one", rename("Directress")))
        .await
        .json();
    assert_eq!(again["revision"], 2);
    // Another that does the same to what it knew is refused as ever.
    let other = server.ask(edit(1, "two", rename("Directress"))).await;
    other.problem(StatusCode::PRECONDITION_FAILED);
}

#[tokio::test]
async fn a_window_that_is_far_behind_is_told_what_changed() {
    let server = Server::new();
    let mut whole = server.ask(since(0)).await.json();
    assert_eq!(whole["revision"], 1);
    let edits = 40;
    for revision in 1..=edits {
        // What the editor has is the newest, or a little older.
        let made = server
            .ask(edit(
                revision,
                &format!("{revision}"),
                rename(&format!("Director {revision}")),
            ))
            .await;
        assert_eq!(made.status, StatusCode::OK);
        assert!(made.json().is_array(), "{}", made.text);
    }
    let told = server.ask(since(1)).await;
    assert_eq!(
        told.headers[header::CONTENT_TYPE],
        "application/json-patch+json"
    );
    let all = serde_json::to_vec(&whole).unwrap().len();
    assert!(told.bytes.len() < all / 4, "{} of {all}", told.bytes.len());
    let patch: json_patch::Patch = serde_json::from_value(told.json()).unwrap();
    json_patch::patch(&mut whole, &patch).unwrap();
    let mut now = server.ask(since(0)).await.json();
    // What was said after an edit is its own window's.
    whole.as_object_mut().unwrap().remove("said");
    now.as_object_mut().unwrap().remove("said");
    assert_eq!(whole, now);
}

#[tokio::test]
async fn a_backup_is_saved_restored_and_taken_back() {
    let server = Server::new();
    let saved = server.get("/api/backup").await;
    assert_eq!(saved.headers[header::CONTENT_DISPOSITION], "attachment");
    server.ask(edit(1, "one", rename("Directress"))).await;
    let stale = server.ask(since(2)).await.json();
    assert!(stale.is_array());
    let restored = server
        .post_bytes("/api/backup/restore", saved.bytes.clone())
        .await
        .json();
    assert_eq!(restored["productions"], 1);
    assert_eq!(restored["kept"], "test.sqlite.before-restore");
    let name = |workspace: &Value| -> String {
        let build = &workspace["production"]["builds"][0];
        let mut placed = build["placements"].as_array().unwrap().iter();
        let director = placed.find(|placed| placed["id"] == "dir").unwrap();
        director["name"].as_str().unwrap().into()
    };
    // A window that was there before is told the whole.
    let now = server.ask(since(2)).await.json();
    assert_eq!(name(&now), "Director");
    assert!(now["revision"].as_u64().unwrap() > 2);
    server
        .ask(edit(2, "two", rename("Late")))
        .await
        .problem(StatusCode::PRECONDITION_FAILED);
    server
        .send(Method::POST, "/api/backup/undo", None, Body::empty())
        .await;
    assert_eq!(name(&server.ask(since(0)).await.json()), "Directress");
    // What is no backup, or a damaged one, changes nothing.
    for rubbish in [vec![7; 9_000], Vec::new(), saved.bytes[..20_000].to_vec()] {
        let refused = server.post_bytes("/api/backup/restore", rubbish).await;
        assert!(refused.status.is_client_error(), "{}", refused.text);
        assert!(!refused.json()["detail"].as_str().unwrap().is_empty());
    }
    assert_eq!(name(&server.ask(since(0)).await.json()), "Directress");
}

#[tokio::test]
async fn a_data_file_that_went_is_said_and_what_is_known_can_be_saved() {
    let server = Server::new();
    std::fs::remove_file(server.folder.path().join("test.sqlite")).unwrap();
    let refused = server.ask(edit(1, "one", rename("Directress"))).await;
    let said = refused.problem(StatusCode::CONFLICT);
    assert!(
        said.contains("was deleted or moved") && said.contains("Save a backup"),
        "{said}"
    );
    let saved = server.get("/api/backup").await;
    let copy = server.folder.path().join("saved.sqlite");
    std::fs::write(&copy, saved.bytes).unwrap();
    assert_eq!(Store::open(&copy).unwrap().list().unwrap().len(), 1);
}

#[tokio::test]
async fn streams_have_an_end_and_leave_their_places() {
    let server = Server::new();
    let follow = || async {
        let request = Request::get("/api/events").header(header::HOST, "localhost");
        let request = request.body(Body::empty()).unwrap();
        tower::ServiceExt::oneshot(server.routes.clone(), request)
            .await
            .unwrap()
    };
    let mut streams = Vec::new();
    for _ in 0..200 {
        let stream = follow().await;
        assert_eq!(stream.status(), StatusCode::OK);
        streams.push(stream);
    }
    assert_eq!(follow().await.status(), StatusCode::SERVICE_UNAVAILABLE);
    streams.pop();
    assert_eq!(follow().await.status(), StatusCode::OK);
}

#[tokio::test]
async fn an_edit_of_what_is_very_large_is_answered_with_what_changed() {
    let server = Server::new();
    let floor = demo::floor(1_100);
    let file = model::document::ProductionFile::of(floor).to_text();
    let import = "/api/productions/import";
    let made = server.send(Method::POST, import, None, file).await.json();
    let id = made["id"].as_str().unwrap();
    let command = json!({ "do": "rename-production", "name": "Large" });
    let request = Request::post(format!("/api/productions/{id}/commands"))
        .header(header::HOST, "localhost")
        .header(header::IF_MATCH, "\"1\"")
        .header(header::ACCEPT, CHANGES)
        .body(
            json!({ "build": "main", "commands": [command] })
                .to_string()
                .into(),
        );
    let told = server.ask(request.unwrap()).await;
    assert!(
        told.json().is_array() && told.bytes.len() < 10_000,
        "{}",
        told.bytes.len()
    );
}

/// Whoever asks and asks and reads nothing has no claim on the memory of the house.
#[tokio::test(flavor = "multi_thread")]
async fn who_never_reads_is_closed() {
    let server = Server::new();
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.unwrap();
    let address = listener.local_addr().unwrap();
    let store = Store::open(&server.folder.path().join("other.sqlite")).unwrap();
    tokio::spawn(server::serve(listener, store, std::future::pending()));
    let asked = 400;
    let answered = tokio::task::spawn_blocking(move || {
        use std::io::{Read, Write};
        let mut stream = std::net::TcpStream::connect(address).unwrap();
        let ask = "GET /api/catalogue HTTP/1.1\r\nHost: localhost\r\n\r\n";
        stream.write_all(ask.repeat(asked).as_bytes()).unwrap();
        std::thread::sleep(std::time::Duration::from_secs(14));
        stream
            .set_read_timeout(Some(std::time::Duration::from_secs(5)))
            .unwrap();
        // How it ends is the system's choice; that it ends early is ours.
        let mut read = Vec::new();
        let _ = stream.read_to_end(&mut read);
        read.windows(12).filter(|at| at == b"HTTP/1.1 200").count()
    });
    let answered = answered.await.unwrap();
    assert!(0 < answered && answered < asked / 2, "{answered} answers");
}
