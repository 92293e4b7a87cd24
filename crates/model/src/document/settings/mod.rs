//! What is set on a device where it isn't as usual, a file a subject.

mod clock;
mod input;
mod output;
mod power;
mod recording;
mod sound;

pub use clock::{ClockSetting, ClockWay, MeasuredClock};
pub use input::InputSetting;
pub use output::OutputSetting;
pub use power::{MeasuredDraw, MeasuredRun, PowerSetting};
pub use recording::{RecordingSetting, SlotUse};
pub use sound::{MeasuredLevel, Position, SoundSetting, TrackKind, TrackSetting, TrackSource};

use crate::document::Handle;
use difference::Difference;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use units::format::Squeeze;
use units::timecode::TimecodeRate;
use utoipa::ToSchema;

/// What is set on a device; whatever isn't said follows the project or the device.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Settings {
    /// The input that it shows, passes on or records, where it has several.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub input: Option<Handle>,
    /// Inputs by port id: what the sink behind them says of itself.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    #[difference(within)]
    pub inputs: BTreeMap<Handle, InputSetting>,
    /// Outputs by port id.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    #[difference(within)]
    pub outputs: BTreeMap<Handle, OutputSetting>,
    /// Ports that carry sound, by id.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    #[difference(within)]
    pub sound: BTreeMap<Handle, SoundSetting>,
    /// For a microphone: what it hears, and from how far; as usual where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub position: Option<Position>,
    /// For a recorder: what is on which track; what arrives, in its order, where not said.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub tracks: Vec<TrackSetting>,
    /// The timecode it counts; the project's where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub timecode: Option<TimecodeRate>,
    /// For a device that keeps time: how it gets it, and what was measured.
    #[serde(default, skip_serializing_if = "ClockSetting::is_usual")]
    #[difference(within)]
    pub clock: ClockSetting,
    /// For a battery: its number, its health, how full it is.
    #[serde(default, skip_serializing_if = "PowerSetting::is_usual")]
    #[difference(within)]
    pub power: PowerSetting,
    /// How it records; it doesn't where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[difference(within)]
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
