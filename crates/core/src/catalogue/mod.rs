//! Descriptions of what gear can do, as data: devices with their ports and internal paths, leads,
//! codecs, media. No device is special-cased in code.

mod abilities;
mod codec;
mod device;
mod lead;
mod medium;

pub use abilities::{Abilities, FormatSet, nearest_of};
pub use codec::{BandRate, Codec, RateModel};
pub use device::{
    Cap, Device, DeviceKind, Direction, InternalPath, Origin, PathDelay, Port, RecordingAbility,
    SdiPort, SignalKind, Via,
};
pub use lead::Lead;
pub use medium::{Medium, MediumKind};

use serde::{Deserialize, Serialize};
use std::collections::HashMap;
use std::sync::OnceLock;
use utoipa::ToSchema;

/// Everything that items of a kit can be made from.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Catalogue {
    /// Devices, in the order of the files.
    pub devices: Vec<Device>,
    /// Leads.
    pub leads: Vec<Lead>,
    /// Codecs.
    pub codecs: Vec<Codec>,
    /// Cards and drives.
    pub media: Vec<Medium>,
    #[serde(skip)]
    index: HashMap<String, Entry>,
}

#[derive(Debug, Clone, Copy, PartialEq)]
enum Entry {
    Device(usize),
    Lead(usize),
    Codec(usize),
    Medium(usize),
}

/// A catalogue file doesn't say what it should.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum CatalogueError {
    /// The file isn't TOML of the right shape.
    #[error("{file}: {reason}")]
    Unreadable { file: &'static str, reason: String },
    /// Two entries share an id.
    #[error("two entries are called “{0}”")]
    Twice(String),
    /// An entry names something that isn't there.
    #[error("“{entry}” names {what} “{name}”, which isn’t there")]
    Missing {
        entry: String,
        what: &'static str,
        name: String,
    },
}

/// The text of the catalogue's files.
#[derive(Debug, Clone, Copy)]
pub struct Files<'t> {
    /// Sets of formats, and groups of them, that devices name.
    pub formats: &'t str,
    /// Devices, a file a kind: the file's name and its text.
    pub devices: &'t [(&'static str, &'t str)],
    /// Leads.
    pub leads: &'t str,
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

impl FormatFile {
    /// The sets behind a name: of a group, or the one set.
    fn named(&self, name: &str) -> Option<Vec<FormatSet>> {
        match self.groups.get(name) {
            Some(sets) => sets
                .iter()
                .map(|set| self.formats.get(set).cloned())
                .collect(),
            None => self.formats.get(name).cloned().map(|set| vec![set]),
        }
    }
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DeviceFile {
    device: Vec<device::DeviceEntry>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct LeadFile {
    lead: Vec<Lead>,
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
        &[$(($name, include_str!(concat!("../../../../catalogue/devices/", $name))),)*]
    };
}

/// The shipped device files, in the order in which people look for things.
const DEVICE_FILES: &[(&str, &str)] = device_files![
    "cameras.toml",
    "monitors.toml",
    "recorders.toml",
    "wireless.toml",
    "converters.toml",
    "sound.toml",
    "timecode.toml",
];

impl Catalogue {
    /// The catalogue that ships with West Rail.
    pub fn shipped() -> &'static Self {
        static SHIPPED: OnceLock<Catalogue> = OnceLock::new();
        SHIPPED.get_or_init(|| {
            let read = Self::read(Files {
                formats: include_str!("../../../../catalogue/formats.toml"),
                devices: DEVICE_FILES,
                leads: include_str!("../../../../catalogue/leads.toml"),
                codecs: include_str!("../../../../catalogue/codecs.toml"),
                media: include_str!("../../../../catalogue/media.toml"),
            });
            // The files are part of the build and a test reads them.
            read.expect("the shipped catalogue is whole")
        })
    }

    /// Reads the files, as TOML text.
    pub fn read(files: Files) -> Result<Self, CatalogueError> {
        let formats: FormatFile = parse("formats.toml", files.formats)?;
        let mut devices = Vec::new();
        for (name, text) in files.devices {
            let file: DeviceFile = parse(name, text)?;
            for entry in file.device {
                devices.push(entry.resolve(|name| formats.named(name))?);
            }
        }
        let leads: LeadFile = parse("leads.toml", files.leads)?;
        let codecs: CodecFile = parse("codecs.toml", files.codecs)?;
        let media: MediumFile = parse("media.toml", files.media)?;
        let mut catalogue = Self {
            devices,
            leads: leads.lead,
            codecs: codecs.codec,
            media: media.medium,
            index: HashMap::new(),
        };
        catalogue.build_index()?;
        catalogue.check_recorders()?;
        Ok(catalogue)
    }

    fn build_index(&mut self) -> Result<(), CatalogueError> {
        let devices = self
            .devices
            .iter()
            .enumerate()
            .map(|(i, entry)| (&entry.id, Entry::Device(i)));
        let leads = self
            .leads
            .iter()
            .enumerate()
            .map(|(i, entry)| (&entry.id, Entry::Lead(i)));
        let codecs = self
            .codecs
            .iter()
            .enumerate()
            .map(|(i, entry)| (&entry.id, Entry::Codec(i)));
        let media = self
            .media
            .iter()
            .enumerate()
            .map(|(i, entry)| (&entry.id, Entry::Medium(i)));
        for (id, entry) in devices.chain(leads).chain(codecs).chain(media) {
            if self.index.insert(id.clone(), entry).is_some() {
                return Err(CatalogueError::Twice(id.clone()));
            }
        }
        Ok(())
    }

    fn check_recorders(&self) -> Result<(), CatalogueError> {
        for device in &self.devices {
            let codecs = device.records.iter().flat_map(|ability| &ability.codecs);
            if let Some(name) = codecs.into_iter().find(|id| self.codec(id).is_none()) {
                let (entry, name) = (device.id.clone(), name.clone());
                return Err(CatalogueError::Missing {
                    entry,
                    what: "the codec",
                    name,
                });
            }
        }
        Ok(())
    }

    /// The device with this id.
    pub fn device(&self, id: &str) -> Option<&Device> {
        match self.index.get(id) {
            Some(Entry::Device(i)) => self.devices.get(*i),
            _ => None,
        }
    }

    /// The lead with this id.
    pub fn lead(&self, id: &str) -> Option<&Lead> {
        match self.index.get(id) {
            Some(Entry::Lead(i)) => self.leads.get(*i),
            _ => None,
        }
    }

    /// The codec with this id.
    pub fn codec(&self, id: &str) -> Option<&Codec> {
        match self.index.get(id) {
            Some(Entry::Codec(i)) => self.codecs.get(*i),
            _ => None,
        }
    }

    /// The card or drive with this id.
    pub fn medium(&self, id: &str) -> Option<&Medium> {
        match self.index.get(id) {
            Some(Entry::Medium(i)) => self.media.get(*i),
            _ => None,
        }
    }

    /// The name of any entry that a kit can hold.
    pub fn item_name(&self, id: &str) -> Option<&str> {
        match self.index.get(id)? {
            Entry::Device(i) => Some(&self.devices[*i].name),
            Entry::Lead(i) => Some(&self.leads[*i].name),
            Entry::Medium(i) => Some(&self.media[*i].name),
            Entry::Codec(_) => None,
        }
    }
}

fn parse<T: serde::de::DeserializeOwned>(
    file: &'static str,
    text: &str,
) -> Result<T, CatalogueError> {
    toml::from_str(text).map_err(|error| CatalogueError::Unreadable {
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
        assert!(catalogue.device("orrell-c4").is_some() && catalogue.lead("orrell-c4").is_none());
    }

    #[test]
    fn a_broken_entry_is_named() {
        let why = |devices: &str| {
            Catalogue::read(Files {
                formats: "[formats]",
                devices: &[("devices.toml", devices)],
                leads: "lead = []",
                codecs: "codec = []",
                media: "medium = []",
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
