//! Sockets and antennas: what each takes or gives.

use super::{Abilities, AudioPort, Cap, PathDelay, PowerPort, SignalKind};
use serde::{Deserialize, Serialize};
use transport::connector::Connector;
use transport::hdmi::{DEPTHS_OF_422, Generation};
use transport::sdi::{Level, Mapping, SdiClass};
use transport::wire::Wire;
use units::format::{Depth, PictureFormat, Raster, Sampling};
use units::quantity::BitRate;
use utoipa::ToSchema;

/// Which way a port faces.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Direction {
    /// Takes.
    In,
    /// Gives.
    Out,
}

/// A socket or an antenna.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
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
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sdi: Option<SdiPort>,
    /// For HDMI: generation, fastest link, sound.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hdmi: Option<HdmiPort>,
    /// For USB data: what it keeps up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub data: Option<DataPort>,
    /// For sound by itself: levels, noise, what it needs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub audio: Option<Box<AudioPort>>,
    /// For power: what it gives or takes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub power: Option<Box<PowerPort>>,
    /// Sensor raw that it gives or takes, by the carriage's name.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub raw: Vec<RawCarriage>,
    /// Another port of the device in the same socket: only one of them is plugged in at a time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shares: Option<String>,
    /// Record triggers beside the picture, by the names that their makers give them: an output sends them, an input
    /// obeys them. There is no standard for it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub triggers: Vec<String>,
    /// For HDMI: timecode beside the picture, by the names that its makers give it. On SDI it is a standard's own
    /// (ST 12-2), and nothing needs saying.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub timecodes: Vec<String>,
    /// Formats that it takes (an input) or gives (an output); empty: any, or for an output
    /// whatever its path brings.
    #[serde(default)]
    pub formats: Abilities,
    /// For an output where a signal begins.
    #[serde(default, skip_serializing_if = "Option::is_none")]
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

/// What an HDMI port takes or sends.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HdmiPort {
    /// Its generation.
    pub generation: Generation,
    /// From 2.1 on: its fastest fixed-rate link, in Gb/s; 48 where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frl_gbps: Option<u8>,
    /// PCM channels; 8 where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub audio: Option<usize>,
}

impl HdmiPort {
    /// Its generation, and its fastest fixed-rate link in Gb/s.
    pub fn link(&self) -> (Generation, u8) {
        (
            self.generation,
            self.frl_gbps.unwrap_or(Generation::FASTEST_FRL),
        )
    }
}

/// What a USB port for data does.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DataPort {
    /// The rate that it keeps up.
    pub keeps_up: BitRate,
}

fn both_levels() -> Vec<Level> {
    vec![Level::A, Level::B]
}

/// Sensor raw over a standard wire: a private protocol that both ends must name alike.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RawCarriage {
    /// Its name at both ends: *Orrell raw*.
    pub name: String,
    /// The sensor's raster, for an output.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub raster: Option<Raster>,
    /// Bits a sample, for an output.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bits: Option<Depth>,
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
    /// For picture: whether it is never without overlays.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub never_clean: bool,
    /// For picture: whether a look can be applied.
    #[serde(default)]
    pub look: bool,
    /// For picture: whether it can take an anamorphic squeeze out.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub desqueezes: bool,
}

/// Ports that together carry one picture over several SDI links, in the order of the links.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LinkGroup {
    /// Two or four ports, all inputs or all outputs; the first is where the picture is.
    pub ports: Vec<String>,
    /// How the picture may be spread; the first is what outputs send unless told otherwise.
    pub mappings: Vec<Mapping>,
}

/// Whether these abilities take a format on a wire: on HDMI, 4:2:2 is taken at 8, 10 and 12 bits or
/// not at all.
pub fn takes(wire: Wire, abilities: &Abilities, format: PictureFormat) -> bool {
    if abilities.hold(format) {
        return true;
    }
    let alike = wire == Wire::Hdmi
        && format.sampling == Sampling::Yuv422
        && DEPTHS_OF_422.contains(&format.bits);
    alike
        && DEPTHS_OF_422
            .into_iter()
            .any(|bits| abilities.hold(PictureFormat { bits, ..format }))
}

impl Port {
    /// Whether it takes or gives a format, by what is said of it. A rate that its socket doesn't
    /// carry is another question.
    pub fn takes(&self, format: PictureFormat) -> bool {
        takes(self.wire, &self.formats, format)
    }

    /// PCM channels that its wire carries here.
    pub fn hdmi_audio(&self) -> usize {
        let named = self.hdmi.as_ref().and_then(|hdmi| hdmi.audio);
        named.unwrap_or(transport::hdmi::AUDIO_CHANNELS)
    }

    /// Whether it gives or takes a raw carriage.
    pub fn raw_named(&self, name: &str) -> Option<&RawCarriage> {
        self.raw.iter().find(|raw| raw.name == name)
    }
}
