//! Descriptions of what gear can do, as data: devices with their ports and internal paths, leads,
//! codecs, media. No device is special-cased in code.

mod abilities;
mod adapter;
mod air;
mod codec;
mod device;
mod files;
mod inside;
mod lead;
mod medium;
mod mode;
mod port;
mod search;

pub use abilities::{Abilities, FormatSet, nearest_of};
pub use adapter::{Adapter, AdapterKind};
pub use air::Radio;
pub use codec::{BandRate, Codec, RateModel};
pub use device::{Device, DeviceKind, Drive, RecordingAbility, SignalKind};
pub use files::{CatalogueError, Files};
pub use inside::{Cap, InternalPath, PathDelay, Via};
pub use lead::Lead;
pub use medium::{FileSystem, Medium, MediumKind};
pub use mode::{Condition, Leaves, Makes, Mode};
pub use port::{Direction, LinkGroup, Origin, Port, RawCarriage, SdiPort, takes};
pub use search::{Hit, NotUnderstood};

use serde::{Deserialize, Serialize};
use std::borrow::Cow;
use std::collections::HashMap;
use utoipa::ToSchema;

/// Everything that items of a kit can be made from.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Catalogue {
    /// Devices, in the order of the files.
    pub devices: Vec<Device>,
    /// Leads.
    pub leads: Vec<Lead>,
    /// Adapters, barrels and clamps.
    pub adapters: Vec<Adapter>,
    /// Codecs.
    pub codecs: Vec<Codec>,
    /// Cards and drives.
    pub media: Vec<Medium>,
    /// Groups of formats that descriptions can be made from.
    pub groups: Vec<FormatGroup>,
    #[serde(skip)]
    index: HashMap<String, Entry>,
}

/// A crew's own descriptions.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct Own {
    /// Devices.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub devices: Vec<Device>,
    /// Codecs, with the crew's figures or measured.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub codecs: Vec<Codec>,
}

impl Own {
    /// Whether there are none.
    pub fn is_empty(&self) -> bool {
        self.devices.is_empty() && self.codecs.is_empty()
    }
}

/// Formats that belong together: what an ordinary 12G input takes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FormatGroup {
    /// Its id.
    pub id: String,
    /// What they amount to.
    pub words: String,
    /// The formats.
    pub formats: Abilities,
}

#[derive(Debug, Clone, Copy, PartialEq)]
enum Entry {
    Device(usize),
    Lead(usize),
    Adapter(usize),
    Codec(usize),
    Medium(usize),
}

impl Catalogue {
    /// A catalogue of these entries, each under an id of its own.
    pub fn of(
        devices: Vec<Device>,
        leads: Vec<Lead>,
        adapters: Vec<Adapter>,
        codecs: Vec<Codec>,
        media: Vec<Medium>,
    ) -> Result<Self, CatalogueError> {
        let mut catalogue = Self {
            devices,
            leads,
            adapters,
            codecs,
            media,
            groups: Vec::new(),
            index: HashMap::new(),
        };
        catalogue.build_index()?;
        catalogue.check_recorders()?;
        Ok(catalogue)
    }

    /// This catalogue with a crew's own entries, which stand in the place of shipped ones of the
    /// same id.
    pub fn with<'c>(&'c self, own: &Own) -> Cow<'c, Self> {
        if own.devices.is_empty() && own.codecs.is_empty() {
            return Cow::Borrowed(self);
        }
        let mut catalogue = self.clone();
        for codec in &own.codecs {
            match catalogue.index.get(&codec.id) {
                Some(Entry::Codec(at)) => catalogue.codecs[*at] = codec.clone(),
                Some(_) => {}
                None => {
                    let at = Entry::Codec(catalogue.codecs.len());
                    catalogue.index.insert(codec.id.clone(), at);
                    catalogue.codecs.push(codec.clone());
                }
            }
        }
        for device in &own.devices {
            match catalogue.index.get(&device.id) {
                Some(Entry::Device(at)) => catalogue.devices[*at] = device.clone(),
                // An id of a lead or codec stays what it is.
                Some(_) => {}
                None => {
                    let at = Entry::Device(catalogue.devices.len());
                    catalogue.index.insert(device.id.clone(), at);
                    catalogue.devices.push(device.clone());
                }
            }
        }
        Cow::Owned(catalogue)
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
        let adapters = self
            .adapters
            .iter()
            .enumerate()
            .map(|(i, entry)| (&entry.id, Entry::Adapter(i)));
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
        for (id, entry) in devices
            .chain(leads)
            .chain(adapters)
            .chain(codecs)
            .chain(media)
        {
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

    /// The adapter with this id.
    pub fn adapter(&self, id: &str) -> Option<&Adapter> {
        match self.index.get(id) {
            Some(Entry::Adapter(i)) => self.adapters.get(*i),
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
            Entry::Adapter(i) => Some(&self.adapters[*i].name),
            Entry::Medium(i) => Some(&self.media[*i].name),
            Entry::Codec(_) => None,
        }
    }
}
