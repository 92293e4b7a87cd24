//! The catalogue's files, with sets of formats named: TOML as people write them, JSON as the build
//! makes of it (`build.rs`).

use super::{Abilities, Adapter, Cable, Catalogue, Codec, Device, FormatGroup, FormatSet, Medium};
use serde::Deserialize;
use serde_json::{Map, Value};
use std::collections::HashMap;
use std::sync::OnceLock;

/// A catalogue file doesn't say what it should.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum CatalogueError {
    /// The file isn't of the right shape.
    #[error("{file}: {reason}")]
    Unreadable {
        /// The file’s name.
        file: &'static str,
        /// What was wrong, and where.
        reason: String,
    },
    /// Two entries share an id.
    #[error("two entries are called “{0}”")]
    Twice(String),
    /// What an entry is as an object can't be.
    #[error("“{entry}” has {what}")]
    Body {
        /// The entry’s id.
        entry: String,
        /// What was wrong.
        what: String,
    },
    /// An entry names something that isn't there.
    #[error("“{entry}” names {what} “{name}”, which isn’t there")]
    Missing {
        /// The entry’s id.
        entry: String,
        /// What kind of thing.
        what: &'static str,
        /// The name that isn’t there.
        name: String,
    },
}

/// The text of the catalogue's files, as JSON.
#[derive(Debug, Clone, Copy)]
pub struct Files<'t> {
    /// Sets of formats, and groups of them, that devices name.
    pub formats: &'t str,
    /// What ports of one kind have for sound, that devices name.
    pub audio: &'t str,
    /// Devices, a file a kind: the file's name and its text.
    pub devices: &'t [(&'static str, &'t str)],
    /// What devices are as objects, by their ids.
    pub bodies: &'t str,
    /// Cables.
    pub cables: &'t str,
    /// Adapters, barrels and clamps.
    pub adapters: &'t str,
    /// Codecs.
    pub codecs: &'t str,
    /// Cards and drives.
    pub media: &'t str,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct FormatFile {
    #[serde(default)]
    groups: HashMap<String, Vec<String>>,
    formats: HashMap<String, FormatSet>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct AudioFile {
    audio: HashMap<String, Value>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DeviceFile {
    device: Vec<Map<String, Value>>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CableFile {
    cable: Vec<Cable>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct AdapterFile {
    adapter: Vec<Adapter>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CodecFile {
    codec: Vec<Codec>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct MediumFile {
    medium: Vec<Medium>,
}

macro_rules! device_files {
    ($($name:literal),* $(,)?) => {
        &[$((concat!($name, ".toml"), include_str!(concat!(env!("OUT_DIR"), "/devices/", $name, ".json"))),)*]
    };
}

/// The shipped device files, in the order in which people look for things.
const DEVICE_FILES: &[(&str, &str)] = device_files![
    "cameras",
    "monitors",
    "recorders",
    "wireless",
    "converters",
    "distribution",
    "sound",
    "timecode",
    "power",
    "rig",
    "lenses",
];

impl Catalogue {
    /// The catalogue that ships with West Rail.
    pub fn shipped() -> &'static Self {
        static SHIPPED: OnceLock<Catalogue> = OnceLock::new();
        SHIPPED.get_or_init(|| {
            let read = Self::read(Files {
                formats: include_str!(concat!(env!("OUT_DIR"), "/formats.json")),
                audio: include_str!(concat!(env!("OUT_DIR"), "/audio.json")),
                devices: DEVICE_FILES,
                bodies: include_str!(concat!(env!("OUT_DIR"), "/bodies.json")),
                cables: include_str!(concat!(env!("OUT_DIR"), "/cables.json")),
                adapters: include_str!(concat!(env!("OUT_DIR"), "/adapters.json")),
                codecs: include_str!(concat!(env!("OUT_DIR"), "/codecs.json")),
                media: include_str!(concat!(env!("OUT_DIR"), "/media.json")),
            });
            // The files are part of the build and a test reads them.
            read.expect("the shipped catalogue is whole")
        })
    }

    /// Reads the files.
    pub fn read(files: Files) -> Result<Self, CatalogueError> {
        let formats: FormatFile = parse("formats.toml", files.formats)?;
        let audio: AudioFile = parse("audio.toml", files.audio)?;
        let mut bodies: HashMap<String, Value> = parse("bodies.toml", files.bodies)?;
        let mut devices = Vec::new();
        for (name, text) in files.devices {
            let file: DeviceFile = parse(name, text)?;
            for mut entry in file.device {
                let id = entry.get("id").and_then(Value::as_str).unwrap_or_default();
                if let Some(body) = bodies.remove(id) {
                    entry.insert("body".into(), body);
                }
                devices.push(formats.device(&audio, name, entry)?);
            }
        }
        if let Some(id) = bodies.into_keys().min() {
            return Err(CatalogueError::Missing {
                entry: "bodies.toml".into(),
                what: "the device",
                name: id,
            });
        }
        let cables: CableFile = parse("cables.toml", files.cables)?;
        let adapters: AdapterFile = parse("adapters.toml", files.adapters)?;
        let codecs: CodecFile = parse("codecs.toml", files.codecs)?;
        let media: MediumFile = parse("media.toml", files.media)?;
        let groups = formats.groups();
        let catalogue = Self::of(
            devices,
            cables.cable,
            adapters.adapter,
            codecs.codec,
            media.medium,
        )?;
        Ok(Self {
            groups,
            ..catalogue
        })
    }
}

impl AudioFile {
    /// Puts what ports have for sound in the place of names.
    fn expand(&self, id: &str, entry: &mut Map<String, Value>) -> Result<(), CatalogueError> {
        let ports = entry.get_mut("ports").and_then(Value::as_array_mut);
        for port in ports.into_iter().flatten() {
            let Some(audio) = port.get_mut("audio") else {
                continue;
            };
            if let Some(name) = audio.as_str() {
                let named = self.audio.get(name).cloned();
                *audio = named.ok_or_else(|| CatalogueError::Missing {
                    entry: id.into(),
                    what: "the sound of ports",
                    name: name.into(),
                })?;
            }
        }
        Ok(())
    }
}

impl FormatFile {
    /// Every group, by name.
    fn groups(&self) -> Vec<FormatGroup> {
        let mut names: Vec<&String> = self.groups.keys().collect();
        names.sort();
        let group = |id: &String| {
            let sets = self.groups[id]
                .iter()
                .filter_map(|set| self.formats.get(set).cloned());
            let formats = Abilities(sets.collect());
            FormatGroup {
                id: id.clone(),
                words: formats.in_words(),
                formats,
            }
        };
        names.into_iter().map(group).collect()
    }

    /// An entry with the sets that it names put in their place.
    fn device(
        &self,
        audio: &AudioFile,
        file: &'static str,
        mut entry: Map<String, Value>,
    ) -> Result<Device, CatalogueError> {
        let id = entry
            .get("id")
            .and_then(Value::as_str)
            .unwrap_or("?")
            .to_string();
        audio.expand(&id, &mut entry)?;
        self.expand(&id, &mut entry)?;
        // By way of its text, as everything is read.
        let device = serde_json::from_str(&Value::Object(entry).to_string());
        let device: Device = device.map_err(|error| CatalogueError::Unreadable {
            file,
            reason: format!("“{id}”: {error}"),
        })?;
        device.check()?;
        Ok(device)
    }

    /// Puts sets in the place of names, wherever `formats` is said.
    fn expand(&self, id: &str, table: &mut Map<String, Value>) -> Result<(), CatalogueError> {
        for (key, value) in table.iter_mut() {
            match value {
                Value::Array(names) if key == "formats" => {
                    let mut sets = Vec::new();
                    for name in names.iter() {
                        match name.as_str() {
                            Some(name) => sets.extend(self.named(id, name)?),
                            None => sets.push(name.clone()),
                        }
                    }
                    *names = sets;
                }
                Value::Array(items) => {
                    for item in items.iter_mut().filter_map(Value::as_object_mut) {
                        self.expand(id, item)?;
                    }
                }
                Value::Object(table) => self.expand(id, table)?,
                _ => {}
            }
        }
        Ok(())
    }

    /// The sets behind a name: of a group, or the one set.
    fn named(&self, id: &str, name: &str) -> Result<Vec<Value>, CatalogueError> {
        let one = [name.to_string()];
        let names = self.groups.get(name).map_or(&one[..], Vec::as_slice);
        let value = |name: &String| {
            let set = self.formats.get(name)?;
            serde_json::to_value(set).ok()
        };
        let found: Option<Vec<Value>> = names.iter().map(value).collect();
        found.ok_or_else(|| CatalogueError::Missing {
            entry: id.into(),
            what: "the format set",
            name: name.into(),
        })
    }
}

fn parse<T: serde::de::DeserializeOwned>(
    file: &'static str,
    text: &str,
) -> Result<T, CatalogueError> {
    serde_json::from_str(text).map_err(|error| CatalogueError::Unreadable {
        file,
        reason: error.to_string(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_shipped_catalogue_is_whole() {
        let catalogue = Catalogue::shipped();
        assert!(catalogue.devices.len() >= 15 && catalogue.media.len() >= 6);
        assert!(catalogue.device("orrell-c4").is_some() && catalogue.cable("orrell-c4").is_none());
    }

    #[test]
    fn a_broken_entry_is_named() {
        let why = |devices: &str| {
            let devices: toml::Table = devices.parse().unwrap();
            let devices = serde_json::to_string(&devices).unwrap();
            Catalogue::read(Files {
                formats: r#"{ "formats": {} }"#,
                audio: r#"{ "audio": {} }"#,
                devices: &[("devices.toml", &devices)],
                bodies: "{}",
                cables: r#"{ "cable": [] }"#,
                adapters: r#"{ "adapter": [] }"#,
                codecs: r#"{ "codec": [] }"#,
                media: r#"{ "medium": [] }"#,
            })
            .unwrap_err()
            .to_string()
        };
        let device = "[[device]]\nid = 'x'\nname = 'X'\nmaker = 'Orrell'\nkind = 'camera'\n";
        insta::assert_snapshot!(why(&format!("{device}records = {{ sensor = true, codecs = ['none'], media = ['sd'] }}")), @"“x” names the codec “none”, which isn’t there");
        insta::assert_snapshot!(why(&format!("{device}paths = [{{ from = ['in'], to = ['out'], via = 'loop' }}]")), @"“x” names the port “in”, which isn’t there");
        insta::assert_snapshot!(why(&format!("{device}ports = [{{ id = 'a', name = 'A', direction = 'out', connector = 'bnc', wire = 'sdi', formats = ['hd'] }}]")), @"“x” names the format set “hd”, which isn’t there");
    }
}
