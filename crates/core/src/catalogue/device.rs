//! Devices: ports, what each takes or gives, internal paths, recording.

use super::{Abilities, CatalogueError, FormatSet, MediumKind};
use crate::carriage::connector::{Connector, Wire};
use crate::carriage::hdmi::Generation;
use crate::carriage::sdi::{Level, SdiClass};
use crate::format::{Depth, PictureFormat, Quality, Raster, Sampling};
use crate::quantity::{Delay, Span, Unreadable};
use serde::{Deserialize, Serialize};
use std::{fmt, str::FromStr};
use utoipa::ToSchema;

/// What a device is for, as the trade sorts it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeviceKind {
    Camera,
    Monitor,
    RecorderMonitor,
    Recorder,
    Transmitter,
    Receiver,
    Converter,
    Microphone,
    Mixer,
    TimecodeBox,
}

/// What a port, a lead or a path carries. Data and power join when their work does.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "lowercase")]
pub enum SignalKind {
    Picture,
    Sound,
    Timecode,
}

/// Which way a port faces.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Direction {
    In,
    Out,
}

/// A device as the catalogue describes it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Device {
    /// The catalogue's id: `orrell-c4`.
    pub id: String,
    /// Its name in full: *Orrell C4 cinema body*.
    pub name: String,
    /// The maker.
    pub maker: String,
    /// What it is for.
    pub kind: DeviceKind,
    /// Its sockets and aerials, in the order in which they are listed on the device.
    pub ports: Vec<Port>,
    /// What joins inputs to outputs inside it.
    pub paths: Vec<InternalPath>,
    /// Inputs whose picture its screen shows.
    pub screen: Vec<String>,
    /// How it records, if it does.
    pub records: Option<RecordingAbility>,
    /// Whether it keeps a count of its own that must agree with the others.
    pub keeps_timecode: bool,
}

/// A socket or an aerial.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Port {
    /// Short id, as typed: `sdi1`.
    pub id: String,
    /// Name as printed beside the socket: *SDI 1*.
    pub name: String,
    /// Which way it faces.
    pub direction: Direction,
    /// The socket.
    pub connector: Connector,
    /// What runs on it.
    pub wire: Wire,
    /// For SDI: class and levels.
    pub sdi: Option<SdiPort>,
    /// For HDMI: its generation.
    pub hdmi: Option<Generation>,
    /// Formats that it takes (an input) or gives (an output); empty: any, or for an output
    /// whatever its path brings.
    pub formats: Abilities,
    /// For an output where a signal begins.
    pub origin: Option<Origin>,
}

/// What an SDI port takes or sends.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SdiPort {
    /// The fastest class.
    pub class: SdiClass,
    /// 3G levels; the first is what an output sends unless told otherwise.
    #[serde(default = "both_levels")]
    pub levels: Vec<Level>,
}

fn both_levels() -> Vec<Level> {
    vec![Level::A, Level::B]
}

/// A signal that begins at an output.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Origin {
    /// Which kind of signal.
    pub signal: SignalKind,
    /// For picture: what its processing leaves of it, whatever the wire could hold.
    #[serde(default)]
    pub made_as: Cap,
    /// For picture: from the lens to this output.
    #[serde(default)]
    pub delay: PathDelay,
    /// For picture: whether it can be set with overlays (menus, frame lines, figures).
    #[serde(default)]
    pub overlay: bool,
    /// For picture: whether a look can be applied.
    #[serde(default)]
    pub look: bool,
}

/// A ceiling on quality.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Cap {
    #[serde(default)]
    pub raster: Option<Raster>,
    #[serde(default)]
    pub sampling: Option<Sampling>,
    #[serde(default)]
    pub bits: Option<Depth>,
}

/// How an internal path handles the signal.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Via {
    /// A passive loop: alive without power, restores nothing.
    Loop,
    /// Reclocked: dies with its device.
    Relay,
    /// Another wire, the same format.
    Convert,
    /// Another format, chosen at the output.
    Scale,
    /// Over the air.
    Radio,
    /// Sound or timecode added to a picture's wire, or mixed.
    Embed,
}

/// A way through a device.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct InternalPath {
    /// Inputs; where several, the picture comes from the one that is chosen, sound from all.
    pub from: Vec<String>,
    /// Outputs.
    pub to: Vec<String>,
    /// How.
    pub via: Via,
    /// What goes along.
    #[serde(default = "everything")]
    pub carries: Vec<SignalKind>,
    /// What it adds in time.
    #[serde(default)]
    pub delay: PathDelay,
    /// What it leaves of the quality.
    #[serde(default)]
    pub keeps: Cap,
    /// Whether the picture is compressed with loss on the way.
    #[serde(default)]
    pub lossy: bool,
    /// Whether overlays are burnt in on the way.
    #[serde(default)]
    pub overlay: bool,
    /// The most sound channels that go along.
    #[serde(default)]
    pub sound_channels: Option<usize>,
}

fn everything() -> Vec<SignalKind> {
    vec![SignalKind::Picture, SignalKind::Sound, SignalKind::Timecode]
}

/// How a device records.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RecordingAbility {
    /// Whether it records its own sensor.
    pub sensor: bool,
    /// Raster of the sensor that raw codecs record, where it is larger than the picture's.
    pub sensor_raster: Option<Raster>,
    /// Inputs whose picture it records.
    pub inputs: Vec<String>,
    /// Inputs whose sound it records, beside what is embedded in the picture's wire.
    pub sound_inputs: Vec<String>,
    /// Formats that it records; empty: any.
    pub formats: Abilities,
    /// Codecs, by id.
    pub codecs: Vec<String>,
    /// Kinds of card and drive that fit.
    pub media: Vec<MediumKind>,
    /// Slots, recorded one after the other.
    pub slots: usize,
    /// Sound tracks at most.
    pub tracks: usize,
    /// The longest single clip.
    pub clip_limit: Option<Span>,
    /// Until it stops for heat, at 20 °C in the open.
    pub heat_limit: Option<Span>,
}

/// What a device adds in time. Frames and lines follow the picture's own rate.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum PathDelay {
    /// Whole frames.
    Frames(u32),
    /// Lines of the total raster.
    Lines(u32),
    /// A fixed time.
    Fixed(Delay),
}

impl Default for PathDelay {
    fn default() -> Self {
        Self::Fixed(Delay(0))
    }
}

impl PathDelay {
    /// The delay in microseconds for a picture of this format.
    pub fn at(self, format: PictureFormat) -> Delay {
        match self {
            Self::Frames(frames) => Delay(format.rate.microseconds(frames.into())),
            Self::Lines(lines) => {
                // Blanking adds about a twenty-fourth: 1125 lines in all for 1080.
                let total = u64::from(format.raster.height) * 25 / 24;
                Delay(format.rate.microseconds(lines.into()) / total.max(1))
            }
            Self::Fixed(delay) => delay,
        }
    }
}

impl fmt::Display for PathDelay {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Frames(1) => f.write_str("1 frame"),
            Self::Frames(n) => write!(f, "{n} frames"),
            Self::Lines(n) => write!(f, "{n} lines"),
            Self::Fixed(delay) => delay.fmt(f),
        }
    }
}

impl FromStr for PathDelay {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a device’s delay",
                "write it like 2 frames, 16 lines or 5 ms",
            )
        };
        if let Some(number) = text.strip_suffix("frames").or(text.strip_suffix("frame")) {
            let frames: u32 = number.trim().parse().map_err(|_| refuse())?;
            return if frames <= 1000 {
                Ok(Self::Frames(frames))
            } else {
                Err(refuse())
            };
        }
        if let Some(number) = text.strip_suffix("lines") {
            let lines: u32 = number.trim().parse().map_err(|_| refuse())?;
            return if lines <= 100_000 {
                Ok(Self::Lines(lines))
            } else {
                Err(refuse())
            };
        }
        text.parse().map(Self::Fixed).map_err(|_| refuse())
    }
}

crate::written_as_text!(PathDelay, "PathDelay", "1 frame");

impl Cap {
    /// What is left of `quality` under this ceiling.
    pub fn limit(self, quality: Quality) -> Quality {
        Quality {
            raster: self
                .raster
                .map_or(quality.raster, |cap| cap.smaller(quality.raster)),
            sampling: self
                .sampling
                .map_or(quality.sampling, |cap| cap.min(quality.sampling)),
            bits: self.bits.map_or(quality.bits, |cap| cap.min(quality.bits)),
        }
    }
}

impl Device {
    /// The port with this id.
    pub fn port(&self, id: &str) -> Option<&Port> {
        self.ports.iter().find(|port| port.id == id)
    }

    /// Its outputs, or its inputs.
    pub fn ports_facing(&self, direction: Direction) -> impl Iterator<Item = &Port> {
        self.ports
            .iter()
            .filter(move |port| port.direction == direction)
    }

    /// Whether it shows or records a picture that comes in: a destination.
    pub fn is_destination(&self) -> bool {
        !self.screen.is_empty()
            || self
                .records
                .as_ref()
                .is_some_and(|ability| !ability.inputs.is_empty())
    }

    /// Inputs whose picture it shows or records.
    pub fn destination_inputs(&self) -> &[String] {
        match &self.records {
            Some(ability) if !ability.inputs.is_empty() => &ability.inputs,
            _ => &self.screen,
        }
    }
}

/// A device as it stands in the file: format sets are named there.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub(super) struct DeviceEntry {
    id: String,
    name: String,
    maker: String,
    kind: DeviceKind,
    #[serde(default)]
    ports: Vec<PortEntry>,
    #[serde(default)]
    paths: Vec<InternalPath>,
    #[serde(default)]
    screen: Vec<String>,
    records: Option<RecordingEntry>,
    #[serde(default)]
    keeps_timecode: bool,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct PortEntry {
    id: String,
    name: String,
    direction: Direction,
    connector: Connector,
    wire: Wire,
    sdi: Option<SdiPort>,
    hdmi: Option<Generation>,
    #[serde(default)]
    formats: Vec<String>,
    origin: Option<Origin>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct RecordingEntry {
    #[serde(default)]
    sensor: bool,
    sensor_raster: Option<Raster>,
    #[serde(default)]
    inputs: Vec<String>,
    #[serde(default)]
    sound_inputs: Vec<String>,
    #[serde(default)]
    formats: Vec<String>,
    codecs: Vec<String>,
    media: Vec<MediumKind>,
    #[serde(default = "one")]
    slots: usize,
    #[serde(default)]
    tracks: usize,
    clip_limit: Option<Span>,
    heat_limit: Option<Span>,
}

fn one() -> usize {
    1
}

impl DeviceEntry {
    /// Puts the named sets of formats in place and checks that every named port is there.
    pub fn resolve(
        self,
        named: impl Fn(&str) -> Option<Vec<FormatSet>>,
    ) -> Result<Device, CatalogueError> {
        let id = self.id;
        let missing = |what: &'static str, name: &str| CatalogueError::Missing {
            entry: id.clone(),
            what,
            name: name.into(),
        };
        let abilities = |names: &[String]| -> Result<Abilities, CatalogueError> {
            let mut sets = Vec::new();
            for name in names {
                sets.extend(named(name).ok_or_else(|| missing("the format set", name))?);
            }
            Ok(Abilities(sets))
        };
        let mut ports = Vec::new();
        for entry in self.ports {
            ports.push(Port {
                formats: abilities(&entry.formats)?,
                id: entry.id,
                name: entry.name,
                direction: entry.direction,
                connector: entry.connector,
                wire: entry.wire,
                sdi: entry.sdi,
                hdmi: entry.hdmi,
                origin: entry.origin,
            });
        }
        let records = self.records.map(|entry| -> Result<_, CatalogueError> {
            Ok(RecordingAbility {
                formats: abilities(&entry.formats)?,
                sensor: entry.sensor,
                sensor_raster: entry.sensor_raster,
                inputs: entry.inputs,
                sound_inputs: entry.sound_inputs,
                codecs: entry.codecs,
                media: entry.media,
                slots: entry.slots,
                tracks: entry.tracks,
                clip_limit: entry.clip_limit,
                heat_limit: entry.heat_limit,
            })
        });
        let records = records.transpose()?;
        let paths = self
            .paths
            .iter()
            .flat_map(|path| path.from.iter().chain(&path.to));
        let recorded = records.iter().flat_map(|ability: &RecordingAbility| {
            ability.inputs.iter().chain(&ability.sound_inputs)
        });
        for name in paths.chain(recorded).chain(&self.screen) {
            if !ports.iter().any(|port| port.id == *name) {
                return Err(missing("the port", name));
            }
        }
        Ok(Device {
            name: self.name,
            maker: self.maker,
            kind: self.kind,
            ports,
            paths: self.paths,
            screen: self.screen,
            records,
            keeps_timecode: self.keeps_timecode,
            id,
        })
    }
}
