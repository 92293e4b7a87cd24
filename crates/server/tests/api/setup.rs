//! Edits that the core plans, packages to start from, productions at a glance.

use super::{NIGHT, Server};
use axum::body::Body;
use axum::http::{Method, StatusCode};
use serde_json::{Value, json};

impl Server {
    /// What is planned, made as an edit; the workspace after it.
    async fn carry_out(&self, id: &str, build: &str, revision: u64, plan: &Value) -> Value {
        let body = json!({ "build": build, "commands": plan["commands"] }).to_string();
        let path = format!("/api/productions/{id}/commands");
        let answer = self
            .send(Method::POST, &path, Some(&format!("\"{revision}\"")), body)
            .await;
        assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
        answer.json()
    }
}

#[tokio::test]
async fn a_floor_is_set_up_joined_and_started_by_plans() {
    let server = Server::new();
    let new = json!({ "name": "Plans", "format": "2160p25" });
    let made = server.post("/api/productions", &new).await;
    assert_eq!(made.status, StatusCode::CREATED);
    assert_eq!(made.json()["report"]["format"], "3840×2160p25 4:2:2 10-bit");
    let wanted = json!({ "build": "main", "connect": true, "devices": [
        { "device": "orrell-c4", "count": 2 }, { "device": "ashgill-r1", "count": 1 },
    ] });
    let plan = server
        .post("/api/productions/plans/setup", &wanted)
        .await
        .json();
    assert_eq!(plan["placed"], json!(["a", "b", "recorder"]));
    assert!(
        plan["says"]
            .to_string()
            .contains("connect the one that it is to get")
    );
    // A plan changes nothing by itself.
    let now = server.get("/api/productions/plans").await.json();
    assert_eq!(now["report"]["devices"], json!([]));
    let now = server.carry_out("plans", "main", 1, &plan).await;
    assert_eq!(now["report"]["devices"].as_array().unwrap().len(), 3);

    let two = json!({ "build": "main", "from": "b", "to": "recorder" });
    let plan = server
        .post("/api/productions/plans/join", &two)
        .await
        .json();
    server.carry_out("plans", "main", 2, &plan).await;
    let one = json!({ "build": "main", "device": "recorder" });
    let plan = server
        .post("/api/productions/plans/start", &one)
        .await
        .json();
    let now = server.carry_out("plans", "main", 3, &plan).await;
    let recording = |device: &str| {
        let rows = now["report"]["recordings"].as_array().unwrap().clone();
        rows.into_iter().find(|row| row["device"] == device)
    };
    assert!(recording("recorder").unwrap()["lasts"]["seconds"].as_u64() >= Some(7200));
    let alike = server
        .post(
            "/api/productions/plans/alike",
            &json!({ "build": "main", "device": "a" }),
        )
        .await;
    assert_eq!(alike.status, StatusCode::OK);

    let none = json!({ "build": "main", "devices": [] });
    let refused = server.post("/api/productions/plans/setup", &none).await;
    assert_eq!(
        refused.problem(StatusCode::UNPROCESSABLE_ENTITY),
        "nothing is chosen to add"
    );
    let back = json!({ "build": "main", "from": "recorder", "to": "a" });
    let refused = server.post("/api/productions/plans/join", &back).await;
    assert!(
        refused
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("a route may")
    );
    let nobody = json!({ "build": "main", "device": "nobody" });
    let refused = server.post("/api/productions/plans/start", &nobody).await;
    assert!(
        refused
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("nobody")
    );
}

#[tokio::test]
async fn safe_fixes_and_sources_are_answered() {
    let server = Server::new();
    let found = server
        .get(&format!("{NIGHT}/safe-fixes?build=night"))
        .await
        .json();
    assert!(!found["titles"].as_array().unwrap().is_empty());
    let before = server.get(NIGHT).await.json();
    let after = server.carry_out("the-night-pour", "night", 1, &found).await;
    let stops = |workspace: &Value| workspace["report"]["verdict"]["stops"].as_u64().unwrap();
    assert!(stops(&after) < stops(&before));
    let missing = server
        .get(&format!("{NIGHT}/safe-fixes?build=nowhere"))
        .await;
    assert!(missing.problem(StatusCode::NOT_FOUND).contains("nowhere"));

    let sources = server
        .get(&format!("{NIGHT}/sources?build=night&to=dir.sdi"))
        .await
        .json();
    let all = sources.as_array().unwrap();
    assert!(
        all.iter()
            .any(|one| one["at"] == "v-rx.sdi1" || one["at"] == "v-rx.sdi2")
    );
    assert!(
        all.iter()
            .all(|one| one["name"].as_str().unwrap().contains(" of "))
    );
    let missing = server
        .get(&format!("{NIGHT}/sources?build=night&to=dir.nowhere"))
        .await;
    assert!(
        missing
            .problem(StatusCode::NOT_FOUND)
            .contains("dir.nowhere")
    );
}

#[tokio::test]
async fn every_package_can_be_started_from() {
    let server = Server::new();
    let packages = server.get("/api/packages").await.json();
    let packages = packages.as_array().unwrap();
    assert_eq!(packages.len(), 4);
    for package in packages {
        let new = json!({ "name": format!("From {}", package["name"]), "package": package["id"] });
        let made = server.post("/api/productions", &new).await;
        assert_eq!(made.status, StatusCode::CREATED, "{}", made.text);
        assert_eq!(made.json()["report"]["verdict"]["stops"], 0);
    }
    let unknown = json!({ "name": "From nothing", "package": "feature-film" });
    let refused = server.post("/api/productions", &unknown).await;
    let sentence = refused.problem(StatusCode::UNPROCESSABLE_ENTITY);
    assert!(
        sentence.contains("feature-film") && sentence.contains("two-camera-interview"),
        "{sentence}"
    );
}

#[tokio::test]
async fn a_production_is_told_at_a_glance() {
    let server = Server::new();
    let glance = server.get(&format!("{NIGHT}/glance")).await.json();
    assert_eq!(glance["last"], Value::Null);
    let night = &glance["builds"][0];
    assert_eq!(night["verdict"]["text"], "10 stops, 15 cautions, 6 notes");
    assert_eq!(night["shortest"], "B camera, 30 min");
    assert_eq!(night["cards_needed"], 8);
    assert_eq!(night["devices"], 41);
    let rows = night["rows"].as_array().unwrap();
    assert!(rows.iter().any(|row| row["worst"] == "stop"));
    assert_eq!(rows.iter().filter(|row| row["begins"] == true).count(), 4);
    server
        .edit(1, json!({ "do": "rename-device", "build": "night", "device": "dir", "name": "Directress" }))
        .await;
    let glance = server.get(&format!("{NIGHT}/glance")).await.json();
    assert_eq!(glance["last"], "Rename device");
    let listed = server.get("/api/productions").await.json();
    assert!(listed[0]["changed"].as_i64().unwrap() > 1_700_000_000);
    let gone = server
        .send(
            Method::GET,
            "/api/productions/nobody/glance",
            None,
            Body::empty(),
        )
        .await;
    gone.problem(StatusCode::NOT_FOUND);
}
