//! From version 2 to 3: commands that carried a whole setting carry what changes of it, and what is
//! said of HDMI and data stands in a part of its own at each port.

use serde_json::{Map, Value, json};

/// The commands that carried a whole, the field that held it, and what the whole could leave out to
/// mean *as usual*: named now, so that it is set back.
const WHOLE: &[(&str, &str, &[&str])] = &[
    ("set-house-rules", "rules", &[]),
    ("set-station", "station", &[]),
    (
        "set-output",
        "setting",
        &[
            "format",
            "overlay",
            "look",
            "level",
            "raw",
            "desqueeze",
            "links",
            "mapping",
            "source",
            "channel",
        ],
    ),
    (
        "set-recording",
        "recording",
        &[
            "format",
            "tracks",
            "to_drive",
            "sensor_rate",
            "sound_bits",
            "slots",
            "proxy",
            "pre_record",
            "screen_flipped_out",
            "dummy_battery",
        ],
    ),
];

/// Changes ports in a document or in commands, and what commands carry.
pub fn to_v3(value: &mut Value) {
    match value {
        Value::Array(items) => items.iter_mut().for_each(to_v3),
        Value::Object(fields) => {
            fields.values_mut().for_each(to_v3);
            if fields.contains_key("do") {
                carry_changes(fields);
            } else if fields.contains_key("wire") && fields.contains_key("connector") {
                nest_parts(fields);
            }
        }
        _ => {}
    }
}

fn nest_parts(port: &mut Map<String, Value>) {
    let parts = ["frl_gbps", "audio"].map(|name| (name, port.remove(name)));
    let rate = port.remove("data_rate");
    if let Some(generation) = port.remove("hdmi") {
        let named = parts.into_iter();
        let mut part: Map<String, Value> = named
            .filter_map(|(name, value)| Some((name.into(), value?)))
            .collect();
        part.insert("generation".into(), generation);
        port.insert("hdmi".into(), Value::Object(part));
    }
    if let Some(rate) = rate {
        port.insert("data".into(), json!({ "keeps_up": rate }));
    }
}

fn carry_changes(command: &mut Map<String, Value>) {
    let does = command.get("do").and_then(Value::as_str);
    let Some((_, held, usual)) = WHOLE.iter().find(|(name, ..)| Some(*name) == does) else {
        return;
    };
    let change = match command.remove(*held) {
        Some(Value::Object(named)) => {
            let mut change: Map<String, Value> = usual
                .iter()
                .map(|name| ((*name).into(), Value::Null))
                .collect();
            change.extend(named);
            Value::Object(change)
        }
        _ => Value::Null,
    };
    command.insert("change".into(), change);
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::document::{Command, OutputSetting};

    #[test]
    fn what_a_whole_left_out_is_set_back() {
        let mut commands = json!([
            { "do": "set-output", "build": "b", "at": "a.sdi1", "setting": { "look": true } },
            { "do": "set-recording", "build": "b", "device": "a", "recording": null },
            { "do": "rename-production", "name": "setting" },
        ]);
        to_v3(&mut commands);
        let commands: Vec<Command> = serde_json::from_value(commands).unwrap();
        let [Command::SetOutput { change, .. }, stopped, _] = &commands[..] else {
            panic!("three commands, not {commands:?}");
        };
        let before = OutputSetting {
            overlay: true,
            channel: Some(3),
            ..OutputSetting::default()
        };
        let after = OutputSetting {
            look: true,
            ..OutputSetting::default()
        };
        assert_eq!(change.made(&before).unwrap(), after);
        assert!(matches!(
            stopped,
            Command::SetRecording { change: None, .. }
        ));
    }
}
