//! Descriptions of what gear can do, as data: devices with their ports and internal paths, cables,
//! codecs, media. No device is special-cased in code.

mod abilities;
mod adapter;
mod air;
mod audio;
mod body;
mod cable;
pub mod cells;
mod clock;
mod codec;
mod device;
mod fastening;
mod files;
mod inside;
mod medium;
mod mode;
mod port;
mod power;
mod search;
mod shelf;

pub use abilities::{Abilities, FormatSet, nearest_of};
pub use adapter::{Adapter, AdapterKind};
pub use air::{Radio, Tuning};
pub use audio::{
    AudioPort, InputLevel, LevelKind, Microphone, MicrophonePower, OutputLevel, SoundSource,
};
pub use body::{
    Axis, Block, Body, Facing, Fastening, Grip, GripKind, Lens, LensGear, Matte, Side, Socket,
    Zone, ZoneKind,
};
pub use cable::Cable;
pub use clock::Clock;
pub use codec::{BandRate, Codec, RateModel};
pub use device::{Device, DeviceKind, Drive, RecordingAbility, SignalKind};
pub use fastening::{FasteningFacts, FasteningKind, Tool};
pub use files::{CatalogueError, Files};
pub use inside::{Cap, InternalPath, PathDelay, Via};
pub use medium::{FileSystem, Medium, MediumKind};
pub use mode::{Condition, Leaves, Makes, Mode};
pub use port::{Direction, HdmiPort, LinkGroup, Origin, Port, RawCarriage, SdiPort, takes};
pub use power::{
    Battery, Charger, DevicePower, Gauge, Gives, Joins, OwnBattery, PowerCable, PowerMode,
    PowerPort,
};
pub use search::{Hit, NotUnderstood};
pub use shelf::{Entry, Shelf};

use difference::Difference;
use serde::{Deserialize, Serialize};
use std::borrow::Cow;
use std::collections::HashSet;
use utoipa::ToSchema;

/// Everything that items of a kit can be made from: a shelf for each kind.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Catalogue {
    /// Devices, in the order of the files.
    #[schema(value_type = Vec<Device>)]
    pub devices: Shelf<Device>,
    /// Cables.
    #[schema(value_type = Vec<Cable>)]
    pub cables: Shelf<Cable>,
    /// Adapters, barrels and clamps.
    #[schema(value_type = Vec<Adapter>)]
    pub adapters: Shelf<Adapter>,
    /// Codecs.
    #[schema(value_type = Vec<Codec>)]
    pub codecs: Shelf<Codec>,
    /// Cards and drives.
    #[schema(value_type = Vec<Medium>)]
    pub media: Shelf<Medium>,
    /// Groups of formats that descriptions can be made from.
    pub groups: Vec<FormatGroup>,
}

/// A crew's custom devices and codecs.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields, default)]
pub struct Custom {
    /// Devices.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[difference(by(id))]
    pub devices: Vec<Device>,
    /// Codecs, with the crew's figures or measured.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[difference(by(id))]
    pub codecs: Vec<Codec>,
}

impl Custom {
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

impl Catalogue {
    /// A catalogue of these entries, each under an id that no other has.
    pub fn of(
        devices: Vec<Device>,
        cables: Vec<Cable>,
        adapters: Vec<Adapter>,
        codecs: Vec<Codec>,
        media: Vec<Medium>,
    ) -> Result<Self, CatalogueError> {
        let ids = ids(&devices)
            .chain(ids(&cables))
            .chain(ids(&adapters))
            .chain(ids(&codecs))
            .chain(ids(&media));
        let mut seen = HashSet::new();
        for id in ids {
            if !seen.insert(id) {
                return Err(CatalogueError::Twice(id.into()));
            }
        }
        let catalogue = Self {
            devices: devices.into(),
            cables: cables.into(),
            adapters: adapters.into(),
            codecs: codecs.into(),
            media: media.into(),
            groups: Vec::new(),
        };
        catalogue.check_recorders()?;
        Ok(catalogue)
    }

    /// This catalogue with a crew's custom entries, which stand in the place of shipped ones of the
    /// same id. An id of another kind stays what it is.
    pub fn with<'c>(&'c self, custom: &Custom) -> Cow<'c, Self> {
        if custom.is_empty() {
            return Cow::Borrowed(self);
        }
        let mut catalogue = self.clone();
        for codec in &custom.codecs {
            if catalogue.codec(&codec.id).is_some() || catalogue.item_name(&codec.id).is_none() {
                catalogue.codecs.put(codec.clone());
            }
        }
        for device in &custom.devices {
            let free =
                catalogue.item_name(&device.id).is_none() && catalogue.codec(&device.id).is_none();
            if free || catalogue.device(&device.id).is_some() {
                catalogue.devices.put(device.clone());
            }
        }
        Cow::Owned(catalogue)
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
        self.devices.get(id)
    }

    /// The cable with this id.
    pub fn cable(&self, id: &str) -> Option<&Cable> {
        self.cables.get(id)
    }

    /// The adapter with this id.
    pub fn adapter(&self, id: &str) -> Option<&Adapter> {
        self.adapters.get(id)
    }

    /// The codec with this id.
    pub fn codec(&self, id: &str) -> Option<&Codec> {
        self.codecs.get(id)
    }

    /// The card or drive with this id.
    pub fn medium(&self, id: &str) -> Option<&Medium> {
        self.media.get(id)
    }

    /// The name of any entry that a kit can hold.
    pub fn item_name(&self, id: &str) -> Option<&str> {
        let device = self.device(id).map(Entry::name);
        device
            .or_else(|| self.cable(id).map(Entry::name))
            .or_else(|| self.adapter(id).map(Entry::name))
            .or_else(|| self.medium(id).map(Entry::name))
    }
}

fn ids<T: Entry>(entries: &[T]) -> impl Iterator<Item = &str> {
    entries.iter().map(Entry::id)
}
