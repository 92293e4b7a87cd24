//! A build: units, devices in them, cables between them, and what people need of it.

use super::day::ScheduleEntry;
use super::{Connection, Handle, Joint, Need, Settings};
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{Decibels, Length};
use utoipa::ToSchema;

/// One complete wiring and configuration of the floor.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Build {
    /// Short id.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// Groups that travel together, in the order of the map's bands.
    #[difference(by(id), within)]
    pub units: Vec<Unit>,
    /// Devices in it.
    #[difference(by(id), within)]
    pub placements: Vec<Placement>,
    /// Cables and radio pairings between ports.
    #[difference(by(id), within)]
    pub connections: Vec<Connection>,
    /// What destinations must get.
    #[difference(by(id), within)]
    pub needs: Vec<Need>,
    /// The device whose timecode the others follow.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub timecode_master: Option<Handle>,
    /// The room's own noise, in dB SPL, A-weighted; a quiet room's where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub room_noise: Option<Decibels>,
    /// What is shot in its day.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[difference(by(id), within)]
    pub schedule: Vec<ScheduleEntry>,
    /// What sits on what.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[difference(by(part))]
    pub joints: Vec<Joint>,
}

impl Build {
    /// A build without anything in it but one unit.
    pub fn empty(id: &str, name: &str) -> Self {
        Self {
            id: id.into(),
            name: name.into(),
            units: vec![Unit {
                id: "a".into(),
                name: "A camera".into(),
            }],
            placements: Vec::new(),
            connections: Vec::new(),
            needs: Vec::new(),
            timecode_master: None,
            room_noise: None,
            schedule: Vec::new(),
            joints: Vec::new(),
        }
    }
}

impl Build {
    /// The placement with this handle.
    pub fn placement(&self, id: &str) -> Option<&Placement> {
        self.placements.iter().find(|placement| placement.id == id)
    }

    /// The connection with this id.
    pub fn connection(&self, id: &str) -> Option<&Connection> {
        self.connections
            .iter()
            .find(|connection| connection.id == id)
    }

    /// How many of a device the build uses.
    pub fn devices_used(&self, device: &str) -> u32 {
        self.placements
            .iter()
            .filter(|placement| placement.device == device)
            .count() as u32
    }

    /// How many of a cable at a length the build uses.
    pub fn cables_used(&self, cable: &str, length: Length) -> u32 {
        let used = self
            .connections
            .iter()
            .filter(|connection| connection.cable == cable && connection.length == length);
        used.count() as u32
    }

    /// How many of an adapter or clamp the build uses.
    pub fn adapters_used(&self, adapter: &str) -> u32 {
        let used = self
            .connections
            .iter()
            .flat_map(|connection| &connection.adapters);
        used.filter(|id| *id == adapter).count() as u32
    }

    /// How many of a medium the build has in its slots.
    pub fn media_used(&self, medium: &str) -> u32 {
        let slots = self
            .placements
            .iter()
            .filter_map(|placement| placement.settings.recording.as_ref());
        slots
            .flat_map(|recording| &recording.media)
            .filter(|id| *id == medium)
            .count() as u32
    }
}

/// A group within a build that travels together: a camera rig, the village, the sound cart.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Unit {
    /// Short id.
    pub id: Handle,
    /// Its name.
    pub name: String,
}

/// A device put to use in a build.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Placement {
    /// Its handle: `a`.
    pub id: Handle,
    /// Its name on this floor: *A camera*.
    pub name: String,
    /// The catalogue's id of the device.
    pub device: Handle,
    /// The unit it travels with.
    pub unit: Handle,
    /// What is set on it.
    #[serde(default)]
    #[difference(within)]
    pub settings: Settings,
}
