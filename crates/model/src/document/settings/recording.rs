//! How a device records.

use crate::document::Handle;
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::format::{FrameRate, PictureFormat};
use units::quantity::Span;
use utoipa::ToSchema;

/// How a device records.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct RecordingSetting {
    /// The codec's id.
    pub codec: Handle,
    /// Cards or drives in its slots, by id, recorded one after the other.
    pub media: Vec<Handle>,
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
    /// Samples of sound a second; 48,000 where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sample_rate: Option<u32>,
    /// How several slots are used.
    #[serde(default, skip_serializing_if = "SlotUse::is_relay")]
    pub slots: SlotUse,
    /// A proxy alongside, by its codec's id.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub proxy: Option<Handle>,
    /// What is kept of the time before the button was pressed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pre_record: Option<Span>,
    /// Its screen stands away from the body: heat leaves it sooner.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub screen_flipped_out: bool,
    /// A dummy battery (coupler) feeds it in the place of the inner battery: less heat inside.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub dummy_battery: bool,
    /// Starts and stops by the record trigger that comes beside its picture; by hand where not said.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub on_trigger: bool,
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
