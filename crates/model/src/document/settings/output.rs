//! What is set on an output.

use difference::Difference;
use serde::{Deserialize, Serialize};
use transport::sdi::{Level, Mapping};
use units::format::PictureFormat;
use utoipa::ToSchema;

/// What is set on an output.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[difference(absent)]
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
    /// Without the record trigger that it can send.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub trigger_off: bool,
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
