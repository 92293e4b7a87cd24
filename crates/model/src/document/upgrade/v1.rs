//! From version 1 to 2: the trade's words in the place of our own. *Lead* became *cable*, *unsqueeze*
//! *desqueeze*, *own* *custom*; nothing changed its meaning.

use serde_json::{Map, Value};

const NAMES: &[(&str, &str)] = &[
    ("lead", "cable"),
    ("own", "custom"),
    ("unsqueeze", "desqueeze"),
    ("unsqueezes", "desqueezes"),
    ("screen_away", "screen_flipped_out"),
    ("coupler", "dummy_battery"),
    ("media_change", "media_swap"),
    ("change_level", "swap_level"),
];

/// Maps whose keys are a crew's own ids, not names of ours.
const KEYED_BY_IDS: &[&str] = &["inputs", "outputs"];

/// Changes the names in a document or in commands.
pub fn to_v2(value: &mut Value) {
    match value {
        Value::Array(items) => items.iter_mut().for_each(to_v2),
        Value::Object(fields) => {
            if fields.get("do").and_then(Value::as_str) == Some("set-lead") {
                fields.insert("do".into(), "set-cable".into());
            }
            let old = std::mem::take(fields);
            *fields = old.into_iter().map(renamed).collect::<Map<_, _>>();
        }
        _ => {}
    }
}

fn renamed((name, mut value): (String, Value)) -> (String, Value) {
    match &mut value {
        Value::Object(ids) if KEYED_BY_IDS.contains(&name.as_str()) => {
            ids.values_mut().for_each(to_v2);
        }
        value => to_v2(value),
    }
    let new = NAMES.iter().find(|(old, _)| *old == name);
    (new.map_or(name, |(_, new)| (*new).into()), value)
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::json;

    #[test]
    fn names_change_and_ids_stay() {
        let mut value = json!([
            { "do": "set-lead", "build": "b", "connection": "l1", "lead": "xlr", "length": "1 m" },
            { "settings": { "outputs": { "own": { "unsqueeze": true }, "lead": {} }, "unsqueeze": true } },
        ]);
        to_v2(&mut value);
        assert_eq!(
            value,
            json!([
                { "do": "set-cable", "build": "b", "connection": "l1", "cable": "xlr", "length": "1 m" },
                { "settings": { "outputs": { "own": { "desqueeze": true }, "lead": {} }, "desqueeze": true } },
            ])
        );
    }
}
