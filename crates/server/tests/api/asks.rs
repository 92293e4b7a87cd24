//! Edits that ask first: what would switch an output off isn't made until somebody says so.

use super::Server;
use axum::http::{Method, StatusCode};
use model::document::{Production, ProductionFile};
use serde_json::{Value, json};

/// A floor that is kept: its address.
async fn kept(server: &Server, production: Production) -> String {
    let text = ProductionFile::of(production).to_text();
    let made = server.send(Method::POST, "/api/productions/import", None, text);
    let id = made.await.json()["id"].as_str().unwrap().to_string();
    format!("/api/productions/{id}")
}

#[tokio::test]
async fn what_would_switch_an_output_off_asks_first_on_floors_of_any_size() {
    let server = Server::new();
    // Small, shared out among the cores, large, and so large that nobody waits for it.
    for devices in [10, 100, 600, 1_010] {
        let mut floor = demo::floor(devices);
        // A body that has its second output off while it plays back; what follows hangs on that.
        floor.builds[0].placements[0].device = "orrell-c6".into();
        let floor = kept(&server, floor).await;
        let edit = async |revision: u64, ask, command: Value| {
            let edit = json!({ "build": "main", "ask": ask, "commands": [command] }).to_string();
            let path = format!("{floor}/commands");
            let revision = format!("\"{revision}\"");
            server
                .send(Method::POST, &path, Some(&revision), edit)
                .await
        };
        let plays =
            json!({ "do": "set-playback", "build": "main", "device": "d1", "playback": true });
        let asked = edit(1, true, plays.clone()).await;
        let said = "this would switch an output off; it was not made";
        assert_eq!(asked.problem(StatusCode::CONFLICT), said);
        let off = &asked.json()["outlook"]["switched_off"];
        assert_eq!(off.as_array().map(Vec::len), Some(1), "{off}");
        assert_eq!(server.get(&floor).await.json()["revision"], 1);

        // What switches nothing off is made at once, and the answer is what a fresh reader gets.
        let renamed =
            json!({ "do": "rename-device", "build": "main", "device": "d1", "name": "Crane" });
        let made = edit(1, true, renamed).await.json();
        assert_eq!(made["revision"], 2);
        assert_eq!(server.get(&floor).await.json()["report"], made["report"]);

        // Made on the revision before, about something else: merged, and asked about all the same.
        let asked = edit(1, true, plays.clone()).await;
        assert_eq!(asked.problem(StatusCode::CONFLICT), said);
        let made = edit(1, false, plays).await;
        assert_eq!(made.json()["revision"], 3);
    }
}
