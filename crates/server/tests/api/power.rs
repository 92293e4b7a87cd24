//! Power over the API: ways to power a unit, and what the report then says.

use super::{NIGHT, Server};
use axum::http::StatusCode;
use serde_json::json;

const OF_NIGHT: &str = "/api/productions/the-night-pour";

#[tokio::test]
async fn a_unit_is_powered_and_its_report_follows() {
    let server = Server::new();
    let ask = async |query: &str| server.get(&format!("{OF_NIGHT}/power-unit?{query}")).await;
    let ways = ask("build=night&unit=yard&length=10+h").await.json();
    // Three ways, and what stands to compare them with.
    assert_eq!(ways.as_array().unwrap().len(), 4);
    assert_eq!(ways[3]["commands"], json!([]));
    let before = server.get(NIGHT).await.json();
    let lasts = |report: &serde_json::Value, name: &str| {
        let sources = report["report"]["power"]["sources"].as_array().unwrap();
        let found = sources.iter().find(|source| source["name"] == name);
        found.map(|source| source["runtime"].clone())
    };
    assert_eq!(lasts(&before, "Yard battery"), Some(json!("7 h 54 min")));
    let after = server.edits(1, ways[1]["commands"].clone()).await.json();
    assert_eq!(
        lasts(&after, "Yard battery and Yard battery 2"),
        Some(json!("10 h 21 min"))
    );
    for (query, status, says) in [
        (
            "build=night&unit=nowhere&length=10+h",
            StatusCode::UNPROCESSABLE_ENTITY,
            "nowhere",
        ),
        (
            "build=none&unit=yard&length=10+h",
            StatusCode::NOT_FOUND,
            "none",
        ),
        (
            "build=night&unit=yard&length=long",
            StatusCode::BAD_REQUEST,
            "long",
        ),
    ] {
        let refused = ask(query).await;
        let text = refused.json()["detail"].as_str().unwrap().to_string();
        assert!(
            refused.status == status && text.contains(says),
            "{query}: {} {text}",
            refused.status
        );
    }
}
