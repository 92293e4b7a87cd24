//! Devices: what each is for, its ports, what joins them inside, how it records.

use super::{
    Battery, Body, CatalogueError, Clock, DevicePower, Direction, InternalPath, LinkGroup,
    MediumKind, Mode, Port, Radio,
};
use crate::catalogue::Abilities;
use serde::{Deserialize, Serialize};
use std::fmt;
use transport::wire::Wire;
use units::format::Raster;
use units::quantity::{BitRate, Bytes, Span};
use utoipa::ToSchema;

/// What a device is for, as the trade sorts it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeviceKind {
    /// A camera body.
    Camera,
    /// A screen without a recorder.
    Monitor,
    /// A screen for one eye.
    Viewfinder,
    /// Throws the picture on a screen.
    Projector,
    /// A screen that records.
    RecorderMonitor,
    /// Records, and shows nothing.
    Recorder,
    /// Makes a stream of the picture.
    Encoder,
    /// Is written over a data cable.
    Drive,
    /// Sends over the air.
    Transmitter,
    /// Takes from the air.
    Receiver,
    /// A telephone or tablet that follows by radio.
    Viewer,
    /// Makes one wire or format of another.
    Converter,
    /// Gives one input on several outputs.
    Distribution,
    /// Chooses among inputs, for each output.
    Switcher,
    /// Parts the grounds of two ends.
    Isolator,
    /// Carries one wire further, by fibre or network cable.
    Extender,
    /// Ports of a body brought out by one plug.
    PortBox,
    /// Makes sound.
    Microphone,
    /// Mixes sound, and may record it.
    Mixer,
    /// Splits, adds or adapts sound, and mixes nothing.
    SoundBox,
    /// For one pair of ears.
    Headphones,
    /// Gives timecode.
    TimecodeBox,
    /// Holds power.
    Battery,
    /// Brings power from one to others: a plate, a splitter, a regulator, a coupler, an adapter for the wall.
    PowerBox,
    /// Fills batteries.
    Charger,
    /// Draws power, and has to do with neither picture nor sound: a motor, a light.
    Accessory,
    /// Holds others, or stands before the sensor: a plate, a rod, a handle, a lens.
    Part,
}

/// What a port, a cable or a path carries. Power joins when its work does.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "lowercase")]
pub enum SignalKind {
    /// Picture, with what travels in it.
    Picture,
    /// Sound alone.
    Sound,
    /// Timecode alone.
    Timecode,
    /// Files as they are written.
    Data,
    /// Power.
    Power,
}

impl DeviceKind {
    /// Whether it is usually fed from a battery of its own on the rig: what it passes on goes dark
    /// with that battery.
    pub fn has_a_battery(self) -> bool {
        matches!(
            self,
            Self::Monitor | Self::Viewfinder | Self::RecorderMonitor
        )
    }

    /// Whether it does nothing but pass a picture on, in another form or to more places.
    pub fn stands_between(self) -> bool {
        matches!(
            self,
            Self::Converter
                | Self::Distribution
                | Self::Switcher
                | Self::Isolator
                | Self::Extender
                | Self::PortBox
        )
    }
}

impl fmt::Display for DeviceKind {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Camera => "camera",
            Self::Monitor => "monitor",
            Self::Viewfinder => "viewfinder",
            Self::Projector => "projector or wall",
            Self::RecorderMonitor => "recorder-monitor",
            Self::Recorder => "recorder",
            Self::Encoder => "capture or stream encoder",
            Self::Drive => "drive",
            Self::Transmitter => "transmitter",
            Self::Receiver => "receiver",
            Self::Viewer => "app viewer",
            Self::Converter => "converter",
            Self::Distribution => "distribution amplifier",
            Self::Switcher => "router or switcher",
            Self::Isolator => "isolator",
            Self::Extender => "optical extender",
            Self::PortBox => "port box",
            Self::Microphone => "microphone",
            Self::Mixer => "mixer",
            Self::SoundBox => "sound adapter or splitter",
            Self::Headphones => "headphones",
            Self::TimecodeBox => "timecode box",
            Self::Battery => "battery",
            Self::PowerBox => "power plate, splitter or adapter",
            Self::Charger => "charger",
            Self::Accessory => "motor or light",
            Self::Part => "part of a rig",
        })
    }
}

/// A device as the catalogue, or a crew, describes it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Device {
    /// The catalogue's id: `orrell-c4`.
    pub id: String,
    /// Its name in full: *Orrell C4 cinema body*.
    pub name: String,
    /// The maker.
    pub maker: String,
    /// What it is for.
    pub kind: DeviceKind,
    /// Its sockets and antennas, in the order in which they are listed on the device.
    #[serde(default)]
    pub ports: Vec<Port>,
    /// What joins inputs to outputs inside it.
    #[serde(default)]
    pub paths: Vec<InternalPath>,
    /// Inputs whose picture its screen shows.
    #[serde(default)]
    pub screen: Vec<String>,
    /// The size of its screen across the diagonal, in inches.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub screen_inches: Option<u32>,
    /// Whether its screen can apply a look.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub screen_look: bool,
    /// Whether its screen can take an anamorphic squeeze out.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub desqueezes: bool,
    /// How it records, if it does.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub records: Option<RecordingAbility>,
    /// Whether it keeps a count of its own that must agree with the others.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub keeps_timecode: bool,
    /// How true that count runs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clock: Option<Clock>,
    /// What it does at the same time, and what that leaves of its outputs.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub modes: Vec<Mode>,
    /// Ports that carry one picture over several SDI links.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub links: Vec<LinkGroup>,
    /// For radio: its part of the system.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub radio: Option<Radio>,
    /// What it draws, and how it passes power on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub power: Option<Box<DevicePower>>,
    /// For a battery: what it holds and gives.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub battery: Option<Battery>,
    /// As an object: boxes, mass, fastenings.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub body: Option<Box<Body>>,
    /// For a drive: what it holds and keeps up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub drive: Option<Drive>,
}

/// A drive that a body records to over its data port.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Drive {
    /// Nominal capacity, decimal.
    pub capacity: Bytes,
    /// What it keeps up when written.
    pub sustained_write: BitRate,
}

/// How a device records.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RecordingAbility {
    /// Whether it records its own sensor.
    #[serde(default)]
    pub sensor: bool,
    /// Raster of the sensor that raw codecs record, where it is larger than the picture's.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sensor_raster: Option<Raster>,
    /// Inputs whose picture it records.
    #[serde(default)]
    pub inputs: Vec<String>,
    /// Inputs whose sound it records, beside what is embedded in the picture's wire.
    #[serde(default)]
    pub sound_inputs: Vec<String>,
    /// The port of a drive that it can record to in place of cards.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub drive_port: Option<String>,
    /// Formats that it records; empty: any.
    #[serde(default)]
    pub formats: Abilities,
    /// Codecs, by id.
    pub codecs: Vec<String>,
    /// Kinds of card and drive that fit.
    pub media: Vec<MediumKind>,
    /// Slots, recorded one after the other.
    #[serde(default = "one")]
    pub slots: usize,
    /// Sound tracks at most.
    #[serde(default)]
    pub tracks: usize,
    /// The longest single clip.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clip_limit: Option<Span>,
    /// Until it stops for heat, at 20 °C in the open.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heat_limit: Option<Span>,
    /// Whether it has no limit for heat where a dummy battery (coupler) feeds it in the place of its own.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub cool_outside: bool,
}

fn one() -> usize {
    1
}

impl Device {
    /// What it weighs as an object, in grams; where nobody has measured that, what its power says.
    pub fn grams(&self) -> Option<u32> {
        let body = self.body.as_deref().map(|body| body.grams);
        let power = self.power.as_ref().and_then(|power| power.grams);
        body.filter(|grams| *grams > 0).or(power)
    }

    /// The group of links that a port belongs to, and its place in it.
    pub fn link_group(&self, port: &str) -> Option<(&LinkGroup, usize)> {
        let mut groups = self.links.iter();
        groups.find_map(|group| {
            let place = group.ports.iter().position(|id| id == port)?;
            Some((group, place))
        })
    }

    /// The port with this id.
    pub fn port(&self, id: &str) -> Option<&Port> {
        self.ports.iter().find(|port| port.id == id)
    }

    /// Its outputs, or its inputs, of all that is a signal.
    pub fn ports_facing(&self, direction: Direction) -> impl Iterator<Item = &Port> {
        self.ports
            .iter()
            .filter(move |port| port.direction == direction && port.wire != Wire::Power)
    }

    /// Its outlets, or its inputs, for power.
    pub fn power_ports(&self, direction: Direction) -> impl Iterator<Item = &Port> {
        self.ports
            .iter()
            .filter(move |port| port.direction == direction && port.wire == Wire::Power)
    }

    /// What a battery is put on with: its plate, its foot, or a maker’s own; none where it only feeds cables.
    pub fn contacts(&self) -> Option<&Port> {
        self.battery.as_ref()?;
        let mut outlets = self.power_ports(Direction::Out);
        outlets.find(|port| port.connector.facts().seat.is_some() || port.connector.is_own())
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

    /// Whether it hears, and its figures are known.
    pub fn is_microphone(&self) -> bool {
        let mut audio = self.ports.iter().filter_map(|port| port.audio.as_ref());
        audio.any(|audio| audio.microphone.is_some())
    }

    /// Whether it has to do with power alone: it stands in the Power view, and not on the map of lines.
    pub fn is_power_only(&self) -> bool {
        !self.ports.is_empty() && self.ports.iter().all(|port| port.wire == Wire::Power)
    }

    /// Whether no line of the map has to do with it: it stands in the Power or the Build view.
    pub fn is_off_the_map(&self) -> bool {
        self.kind == DeviceKind::Part || self.is_power_only()
    }

    /// Whether its screen is too large to be carried on a rig: it stands where people watch.
    pub fn stands(&self) -> bool {
        /// Across the diagonal: the next size down is an on-board monitor's.
        const STANDS_INCHES: u32 = 15;
        self.screen_inches.unwrap_or(0) >= STANDS_INCHES
    }

    /// Every port that something else in the entry names is there, and faces as it must.
    pub fn check(&self) -> Result<(), CatalogueError> {
        let missing = |what: &'static str, name: &str| CatalogueError::Missing {
            entry: self.id.clone(),
            what,
            name: name.into(),
        };
        let records = self.records.iter();
        let inputs = records.flat_map(|ability| {
            let drive = ability.drive_port.iter();
            let inputs = ability.inputs.iter().chain(&ability.sound_inputs);
            inputs
                .map(|id| (id, Direction::In))
                .chain(drive.map(|id| (id, Direction::Out)))
        });
        let paths = self.paths.iter().flat_map(|path| {
            let from = path.from.iter().map(|id| (id, Direction::In));
            from.chain(path.to.iter().map(|id| (id, Direction::Out)))
        });
        let left = self.modes.iter().flat_map(|mode| {
            let leaves = mode.leaves.iter().map(|leaves| &leaves.ports);
            leaves.chain(mode.makes.iter().map(|makes| &makes.ports))
        });
        let left = left.flat_map(|ports| ports.iter().map(|id| (id, Direction::Out)));
        let screen = self.screen.iter().map(|id| (id, Direction::In));
        for (id, facing) in inputs.chain(paths).chain(left).chain(screen) {
            match self.port(id) {
                None => return Err(missing("the port", id)),
                Some(port) if port.direction != facing => {
                    let what = match facing {
                        Direction::In => "an input called",
                        Direction::Out => "an output called",
                    };
                    return Err(missing(what, id));
                }
                Some(_) => {}
            }
        }
        let shared = self.ports.iter().filter_map(|port| port.shares.as_ref());
        for id in shared {
            self.port(id).ok_or_else(|| missing("the port", id))?;
        }
        if let Some(body) = &self.body {
            body.check(&self.id)?;
        }
        for id in self.links.iter().flat_map(|group| &group.ports) {
            self.port(id).ok_or_else(|| missing("the port", id))?;
        }
        Ok(())
    }
}
