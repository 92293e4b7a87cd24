//! Commands from version 2 to 3: those that carried a whole setting now carry what changes of it. The
//! document stayed as it was.

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

/// Changes what commands carry.
pub fn commands_to_v3(commands: &mut Value) {
    let commands = commands.as_array_mut().into_iter().flatten();
    for command in commands.filter_map(Value::as_object_mut) {
        let does = command.get("do").and_then(Value::as_str);
        let Some((_, held, usual)) = WHOLE.iter().find(|(name, ..)| Some(*name) == does) else {
            continue;
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
            _ => json!(null),
        };
        command.insert("change".into(), change);
    }
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
        commands_to_v3(&mut commands);
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
        assert_eq!(change.made(&before).unwrap().0, after);
        assert!(matches!(
            stopped,
            Command::SetRecording { change: None, .. }
        ));
    }
}
