//! Rigs over the API: drawn, previewed while a part is dragged, in steps, from one build to another.

use super::{NIGHT, Server};
use axum::http::StatusCode;
use serde_json::{Value, json};

const OF_NIGHT: &str = "/api/productions/the-night-pour";

async fn ask(server: &Server, query: &str) -> Value {
    server.get(&format!("{OF_NIGHT}/{query}")).await.json()
}

fn rig<'r>(rigs: &'r Value, name: &str) -> &'r Value {
    let mut all = rigs["rigs"].as_array().unwrap().iter();
    all.find(|rig| rig["name"] == name).unwrap()
}

fn lean(rigs: &Value) -> f64 {
    handle_of(rig(rigs, "A camera"))
}

fn handle_of(rig: &Value) -> f64 {
    let holds = rig["holds"].as_array().unwrap();
    let handle = holds.iter().find(|hold| hold["by"] == "a-handle").unwrap();
    handle["lean_degrees"].as_f64().unwrap()
}

#[tokio::test]
async fn a_rig_is_drawn_and_a_part_is_looked_at_elsewhere_before_it_is_moved() {
    let server = Server::new();
    let rigs = ask(&server, "rigs?build=night").await;
    assert_eq!(rigs["rigs"].as_array().unwrap().len(), 3);
    let a = rig(&rigs, "A camera");
    for part in a["parts"].as_array().unwrap() {
        for drawn in part["boxes"].as_array().unwrap() {
            for view in ["side", "front", "top"] {
                assert!(drawn[view].as_array().unwrap().len() >= 4, "{part}");
            }
        }
    }
    assert!((lean(&rigs) - -3.5).abs() < 1e-9);
    let moved = "rig-slid?build=night&part=a-handle.foot&onto=a-top.rail&slide=4";
    let slid = ask(&server, moved).await;
    assert!((handle_of(&slid) - -0.1).abs() < 1e-9);
    // Only what follows: no steps, and the findings of its build as they would be.
    assert!(slid.get("steps").is_none() && slid.get("workings").is_none());
    assert!(
        slid["findings"]
            .as_array()
            .is_some_and(|found| found.len() > 1)
    );
    // Nothing was kept of that.
    assert!((lean(&ask(&server, "rigs?build=night").await) - -3.5).abs() < 1e-9);
    let before = server.get(NIGHT).await.json();
    let edit = json!([{ "do": "put-joint", "build": "night", "joint": {
        "part": "a-handle.foot", "onto": "a-top.rail", "slide": 4 } }]);
    let after = server
        .edits(before["revision"].as_u64().unwrap(), edit)
        .await;
    assert_eq!(after.status, StatusCode::OK);
    assert!((lean(&ask(&server, "rigs?build=night").await) - -0.1).abs() < 1e-9);
}

#[tokio::test]
async fn what_cannot_be_mounted_or_is_not_there_is_said() {
    let server = Server::new();
    for (query, status, says) in [
        ("rigs?build=none", StatusCode::NOT_FOUND, "none"),
        (
            "rig-slid?build=none&part=a-handle.foot&onto=a-top.rail",
            StatusCode::NOT_FOUND,
            "none",
        ),
        ("rig-slid?build=night", StatusCode::BAD_REQUEST, "part"),
        (
            "rig-slid?build=night&part=a-handle.foot&onto=a-top.rail&slide=900",
            StatusCode::UNPROCESSABLE_ENTITY,
            "it slides from -40 to 40 mm there, not to 900 mm",
        ),
        (
            "rig-slid?build=night&part=a-handle.foot&onto=a.mount",
            StatusCode::UNPROCESSABLE_ENTITY,
            "accessory rail",
        ),
        (
            "rig-slid?build=night&part=a-handle.foot&onto=a-top.rail&slide=far",
            StatusCode::BAD_REQUEST,
            "slide",
        ),
        (
            "rig-change?from=night&to=none",
            StatusCode::NOT_FOUND,
            "none",
        ),
        ("line-check?build=none", StatusCode::NOT_FOUND, "none"),
    ] {
        let answer = server.get(&format!("{OF_NIGHT}/{query}")).await;
        assert_eq!(answer.status, status, "{query}");
        let problem = answer.json();
        let detail = problem["detail"].as_str().unwrap_or_default();
        assert!(detail.contains(says), "{query}: {problem}");
    }
}

#[tokio::test]
async fn builds_change_and_the_line_is_checked() {
    let server = Server::new();
    let change = ask(&server, "rig-change?from=night&to=day").await;
    assert!(change["steps"].as_array().unwrap().len() > 10);
    let items = ask(&server, "line-check?build=night").await;
    let texts: Vec<&str> = items
        .as_array()
        .unwrap()
        .iter()
        .map(|item| item["text"].as_str().unwrap())
        .collect();
    assert!(
        texts
            .iter()
            .any(|text| text.starts_with("Director shows A camera, "))
    );
    assert!(
        texts
            .iter()
            .any(|text| text.contains("formatted, and the card before it is copied"))
    );
    assert!(texts.contains(&"What hangs above people has a second fixing."));
    // Where nothing is mounted, no joint is shaken.
    let plain = ask(&server, "line-check?build=interview").await;
    let rig = plain
        .as_array()
        .unwrap()
        .iter()
        .filter(|item| item["group"] == "Rig");
    assert_eq!(rig.count(), 0);
}

#[tokio::test]
async fn a_part_is_proposed_a_place_and_a_build_its_cases() {
    let server = Server::new();
    let loose = ask(&server, "rigs?build=night").await["loose"].clone();
    let splitter = loose
        .as_array()
        .unwrap()
        .iter()
        .find(|part| part["id"] == "a-split")
        .unwrap();
    let seats = ask(&server, "seats?build=night&part=a-split").await;
    let takes = seats["takes"].as_array().unwrap().len();
    assert!(takes > 3);
    assert_eq!(splitter["places"], takes);
    let ways = ask(&server, "mount?build=night&part=a-split").await;
    let best = &ways[0];
    assert!(best["reasons"].is_array() && best["troubles"].is_array());
    let before = server.get(NIGHT).await.json();
    let after = server
        .edits(
            before["revision"].as_u64().unwrap(),
            best["commands"].clone(),
        )
        .await;
    assert_eq!(after.status, StatusCode::OK);
    let again = server
        .get(&format!("{OF_NIGHT}/mount?build=night&part=a-split"))
        .await;
    let says = again.problem(StatusCode::UNPROCESSABLE_ENTITY);
    assert!(says.contains("it is mounted already"), "{says}");
    let bags = ask(&server, "bags?build=night").await;
    assert!(bags["cases"].as_array().unwrap().len() >= 2);
    assert!(!bags["by_hand"].as_array().unwrap().is_empty());
    for query in ["bags?build=none", "mount?build=none&part=a"] {
        let missing = server.get(&format!("{OF_NIGHT}/{query}")).await;
        assert_eq!(missing.status, StatusCode::NOT_FOUND, "{query}");
    }
}
