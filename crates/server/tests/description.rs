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
    let text = server::openapi().to_pretty_json().unwrap() + "\n";
    committed("web/openapi.json", &text);
}

/// A production file's schema: the description's own schemas, with the references moved.
#[test]
fn the_committed_schema_of_production_files_is_current() {
    let api = serde_json::to_value(server::openapi()).unwrap();
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

#[test]
fn every_operation_says_its_parameters_and_its_problems() {
    let api = serde_json::to_value(server::openapi()).unwrap();
    let mut operations = 0;
    for (path, item) in api["paths"].as_object().unwrap() {
        for (method, operation) in item.as_object().unwrap() {
            operations += 1;
            let name = format!("{method} {path}");
            let parameters = operation["parameters"].as_array();
            let named = |wanted: &str| {
                let mut all = parameters.into_iter().flatten();
                all.any(|parameter| parameter["in"] == "path" && parameter["name"] == wanted)
            };
            let wanted = path.split('/').filter_map(|part| part.strip_prefix('{'));
            for wanted in wanted {
                assert!(named(wanted.trim_end_matches('}')), "{name}: {wanted}");
            }
            let responses = operation["responses"].as_object().unwrap();
            assert!(responses.contains_key("default"), "{name}");
            for (status, response) in responses {
                let error = status == "default" || status.starts_with(['4', '5']);
                let content = response["content"].as_object();
                let kinds: Vec<&String> =
                    content.iter().flat_map(|content| content.keys()).collect();
                if error {
                    assert_eq!(kinds, ["application/problem+json"], "{name} {status}");
                }
            }
        }
    }
    assert!(operations > 35, "{operations}");
}
