//! What is set on an input: what the sink behind it says of itself.

use crate::catalogue::Abilities;
use difference::Difference;
use serde::{Deserialize, Serialize};
use transport::edid::Edid;
use transport::hdmi::Generation;
use utoipa::ToSchema;

/// What the sink behind an input says of itself, in the place of the catalogue's word.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
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
