//! The API's description and the file format's schema, as they are committed. `UPDATE=1` rewrites
//! them; the front end's types are made from the description.

use std::path::{Path, PathBuf};

fn committed(path: &str, text: &str) {
    let path: PathBuf = Path::new(env!("CARGO_MANIFEST_DIR"))
        .join("../..")
        .join(path);
    if std::env::var_os("UPDATE").is_some() {
        std::fs::write(&path, text).unwrap();
    }
    let found = std::fs::read_to_string(&path).unwrap_or_default();
    assert!(found == text, "{} is stale: run make types", path.display());
}

#[test]
fn the_committed_description_is_current() {
    let text = west_rail_server::openapi().to_pretty_json().unwrap() + "\n";
    committed("web/openapi.json", &text);
}

/// A production file's schema: the description's own schemas, with the references moved.
#[test]
fn the_committed_schema_of_production_files_is_current() {
    let api = serde_json::to_value(west_rail_server::openapi()).unwrap();
    let all = api["components"]["schemas"].as_object().unwrap();
    let (mut wanted, mut definitions) =
        (vec!["ProductionFile".to_string()], serde_json::Map::new());
    while let Some(name) = wanted.pop() {
        let schema = &all[&name];
        let text = schema.to_string();
        for (_, rest) in text
            .match_indices("#/components/schemas/")
            .map(|(at, found)| text.split_at(at + found.len()))
        {
            let next = rest.split('"').next().unwrap().to_string();
            if !definitions.contains_key(&next) && next != name && !wanted.contains(&next) {
                wanted.push(next);
            }
        }
        definitions.insert(name, schema.clone());
    }
    let schema = serde_json::json!({
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A West Rail production file",
        "$ref": "#/$defs/ProductionFile",
        "$defs": definitions,
    });
    let text = serde_json::to_string_pretty(&schema)
        .unwrap()
        .replace("#/components/schemas/", "#/$defs/")
        + "\n";
    committed("docs/production.schema.json", &text);
}
