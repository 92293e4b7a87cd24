//! Production, builds, units, placements, connections, needs, house rules.

use super::PortRef;
use super::day::{JobLine, ScheduleEntry, Station};
use super::rules::HouseRules;
use crate::carriage::edid::Edid;
use crate::carriage::hdmi::Generation;
use crate::carriage::radio::Surroundings;
use crate::carriage::sdi::{Level, Mapping};
use crate::catalogue::{Abilities, Custom};
use crate::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Squeeze};
use crate::quantity::{Delay, Length, Span};
use crate::timecode::TimecodeRate;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// A short name that people type: small letters, digits and hyphens.
pub type Handle = String;

/// The project: its format, its house rules, its kit and its builds.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Production {
    /// Its name.
    pub name: String,
    /// What outputs and recorders follow unless told otherwise.
    pub format: PictureFormat,
    /// Whether timecode drops frames (at 29.97 and 59.94 only).
    #[serde(default)]
    pub drop_frame: bool,
    /// Choices between the schools of practice, and the usual limits.
    #[serde(default)]
    pub house_rules: HouseRules,
    /// What is owned or hired.
    #[serde(default)]
    pub kit: Vec<KitLine>,
    /// The crew's custom devices of devices; they stand in the place of shipped ones of the
    /// same id.
    #[serde(default, skip_serializing_if = "Custom::is_empty")]
    pub custom: Custom,
    /// Where cards are offloaded.
    #[serde(default)]
    pub station: Station,
    /// How many days of which build the job is.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub job: Vec<JobLine>,
    /// Complete wirings of the floor.
    pub builds: Vec<Build>,
}

/// A line of the kit: so many of one thing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitLine {
    /// The catalogue's id of a device, cable or medium.
    pub item: String,
    /// For cables: how long.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<Length>,
    /// How many are owned.
    pub quantity: u32,
    /// How many are hired.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub hired: u32,
}

fn is_zero(count: &u32) -> bool {
    *count == 0
}

impl KitLine {
    /// How many there are, owned and hired.
    pub fn there(&self) -> u32 {
        self.quantity.saturating_add(self.hired)
    }
}

/// One complete wiring and configuration of the floor.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Build {
    /// Short id.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// Groups that travel together, in the order of the map's bands.
    pub units: Vec<Unit>,
    /// Devices in it.
    pub placements: Vec<Placement>,
    /// Cables and radio pairings between ports.
    pub connections: Vec<Connection>,
    /// What destinations must get.
    pub needs: Vec<Need>,
    /// The device whose timecode the others follow.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub timecode_master: Option<Handle>,
    /// What is shot in its day.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub schedule: Vec<ScheduleEntry>,
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
            schedule: Vec::new(),
        }
    }
}

/// A group within a build that travels together: a camera rig, the village, the sound cart.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Unit {
    /// Short id.
    pub id: Handle,
    /// Its name.
    pub name: String,
}

/// A device put to use in a build.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Placement {
    /// Its handle: `a`.
    pub id: Handle,
    /// Its name on this floor: *A camera*.
    pub name: String,
    /// The catalogue's id of the device.
    pub device: String,
    /// The unit it travels with.
    pub unit: Handle,
    /// What is set on it.
    #[serde(default)]
    pub settings: Settings,
}

/// What is set on a device; whatever isn't said follows the project or the device.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Settings {
    /// The input that it shows, passes on or records, where it has several.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub input: Option<String>,
    /// Inputs by port id: what the sink behind them says of itself.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    pub inputs: BTreeMap<String, InputSetting>,
    /// Outputs by port id.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    pub outputs: BTreeMap<String, OutputSetting>,
    /// The timecode it counts; the project's where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub timecode: Option<TimecodeRate>,
    /// How it records; it doesn't where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub recording: Option<RecordingSetting>,
    /// For a camera: whether it plays back what it has recorded.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub playback: bool,
    /// For a camera: the squeeze of its lens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub squeeze: Option<Squeeze>,
    /// For a screen: whether it takes the squeeze out.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub desqueeze: bool,
    /// For a screen: whether it applies a look.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub look: bool,
}

/// What the sink behind an input says of itself, in the place of the catalogue's word.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct InputSetting {
    /// Where it comes from: *EDID of Bench 17*.
    pub from: String,
    /// What it takes.
    pub takes: Abilities,
    /// Its HDMI generation.
    pub hdmi: Generation,
    /// Its fastest fixed-rate link, in Gb/s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frl_gbps: Option<u8>,
    /// PCM channels.
    pub audio: usize,
}

impl From<&Edid> for InputSetting {
    fn from(edid: &Edid) -> Self {
        let name = if edid.name.is_empty() {
            "a sink without a name"
        } else {
            &edid.name
        };
        Self {
            from: format!("EDID of {name}"),
            takes: edid.into(),
            hdmi: edid.generation,
            frl_gbps: edid.frl_gbps,
            audio: edid.audio,
        }
    }
}

/// What is set on an output.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OutputSetting {
    /// The format it gives; the project's, or the nearest to it, where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub format: Option<PictureFormat>,
    /// With overlays: menus, frame lines, figures.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub overlay: bool,
    /// With a look applied.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub look: bool,
    /// The 3G level it sends; the device's first where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub level: Option<Level>,
    /// Sensor raw, by the carriage's name, in the place of a picture.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub raw: Option<String>,
    /// With the squeeze of the lens taken out.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub desqueeze: bool,
    /// Over how many SDI links, from this output on; one where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub links: Option<u8>,
    /// How it is spread over them; the device's first way where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mapping: Option<Mapping>,
    /// On a router: the input that goes to this output.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub source: Option<String>,
    /// On a transmitter: its channel; a free one where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channel: Option<u8>,
}

/// How a device records.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RecordingSetting {
    /// The codec's id.
    pub codec: String,
    /// Cards or drives in its slots, by id, recorded one after the other.
    pub media: Vec<String>,
    /// For a body's own recording: its format; the project's, or the nearest to it, where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub format: Option<PictureFormat>,
    /// Sound tracks recorded.
    #[serde(default)]
    pub tracks: usize,
    /// To the drive on its data port, in the place of cards.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub to_drive: bool,
    /// Off speed: the sensor's frames a second; the project's where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sensor_rate: Option<FrameRate>,
    /// Bits a sample of sound: 16, 24, or 32 for floating point; 24 where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sound_bits: Option<u8>,
    /// How several slots are used.
    #[serde(default, skip_serializing_if = "SlotUse::is_relay")]
    pub slots: SlotUse,
    /// A proxy alongside, by its codec's id.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub proxy: Option<String>,
    /// What is kept of the time before the button was pressed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pre_record: Option<Span>,
    /// Its screen stands away from the body: heat leaves it sooner.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub screen_flipped_out: bool,
    /// A dummy battery (coupler) feeds it in the place of the inner battery: less heat inside.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub dummy_battery: bool,
}

/// How the slots of a recorder are used.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum SlotUse {
    /// One after the other: the times add.
    #[default]
    Relay,
    /// The same on both: the smaller counts.
    Mirror,
    /// The picture of record on the first, the proxy on the second: each for itself.
    Proxy,
}

impl SlotUse {
    /// Whether it is the usual one.
    pub fn is_relay(&self) -> bool {
        *self == Self::Relay
    }
}

/// A cable (or a radio pairing) from an output to an input.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Connection {
    /// Short id.
    pub id: Handle,
    /// The output.
    pub from: PortRef,
    /// The input.
    pub to: PortRef,
    /// The catalogue's id of the cable.
    pub cable: String,
    /// How long it is; for a radio pairing, the distance.
    pub length: Length,
    /// For a radio pairing: what stands between the antennas.
    #[serde(default, skip_serializing_if = "is_open")]
    pub surroundings: Surroundings,
    /// Adapters, barrels, elbows and clamps on it, by id.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub adapters: Vec<String>,
}

fn is_open(surroundings: &Surroundings) -> bool {
    *surroundings == Surroundings::Open
}

/// Why somebody must get a picture: it decides how late it may be.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Purpose {
    /// To operate the camera.
    Operating,
    /// To pull focus.
    Focus,
    /// To direct.
    Directing,
    /// To follow, as a client or guest.
    Client,
    /// Live, in sight of the stage.
    Stage,
    /// To record.
    Record,
}

/// What a destination must get.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Need {
    /// Short id.
    pub id: Handle,
    /// The screen or recorder.
    pub at: Handle,
    /// What for.
    pub purpose: Purpose,
    /// The camera it must be; any where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub of: Option<Handle>,
    /// At least this raster.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub raster: Option<Raster>,
    /// At least this sampling.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sampling: Option<Sampling>,
    /// At least this depth.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bits: Option<Depth>,
    /// Without overlays.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub clean: bool,
    /// With the look, or without it; as it comes where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub look: Option<bool>,
    /// Within this delay; the house rule's for the purpose where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub within: Option<Delay>,
    /// Sound channels that must come along.
    #[serde(default)]
    pub sound: usize,
    /// For a recorder: how long it must run without a change.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<Span>,
}

impl Production {
    /// An empty production at 1080p25 with one build and one unit.
    pub fn named(name: &str) -> Self {
        let build = Build::empty("main", "Main");
        Self {
            name: name.into(),
            format: PictureFormat {
                raster: Raster::HD,
                rate: FrameRate::whole(25),
                scan: crate::format::Scan::Progressive,
                sampling: Sampling::Yuv422,
                bits: Depth::TEN,
            },
            drop_frame: false,
            house_rules: HouseRules::default(),
            kit: Vec::new(),
            custom: Custom::default(),
            station: Station::default(),
            job: Vec::new(),
            builds: vec![build],
        }
    }

    /// The build with this id.
    pub fn build(&self, id: &str) -> Option<&Build> {
        self.builds.iter().find(|build| build.id == id)
    }

    /// The project's timecode: its frame rate, or pairs of frames above 30 (ST 12-1 counts no
    /// higher on a wire).
    pub fn timecode(&self) -> TimecodeRate {
        let rate = self.format.rate.time_base();
        let drop_frame = TimecodeRate::new(rate, self.drop_frame);
        drop_frame.unwrap_or_else(|| {
            TimecodeRate::new(rate, false)
                .unwrap_or_else(|| unreachable!("non-drop exists at every rate"))
        })
    }

    /// How many of an item (a cable: of this length) the kit holds, owned and hired.
    pub fn owned(&self, item: &str, length: Option<Length>) -> u32 {
        let lines = self
            .kit
            .iter()
            .filter(|line| line.item == item && line.length == length);
        lines.map(KitLine::there).fold(0, u32::saturating_add)
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
        let used = self.connections.iter().flat_map(|known| &known.adapters);
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

impl Connection {
    /// A plain cable, with nothing on it.
    pub fn between(id: &str, from: PortRef, to: PortRef, cable: &str, length: Length) -> Self {
        Self {
            id: id.into(),
            from,
            to,
            cable: cable.into(),
            length,
            surroundings: Surroundings::Open,
            adapters: Vec::new(),
        }
    }
}

impl Need {
    /// A need that asks for nothing but a picture in time.
    pub fn at(id: &str, at: &str, purpose: Purpose) -> Self {
        Self {
            id: id.into(),
            at: at.into(),
            purpose,
            of: None,
            raster: None,
            sampling: None,
            bits: None,
            clean: false,
            look: None,
            within: None,
            sound: 0,
            length: None,
        }
    }
}
