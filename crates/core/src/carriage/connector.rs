//! Connectors: what a plug is called, and what runs on the wire behind it.

use serde::{Deserialize, Serialize};
use std::fmt;
use utoipa::ToSchema;

/// A socket, and the plug that fits it. The sizes of HDMI look alike in a bag and don't fit each
/// other.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Connector {
    /// BNC, 75 Ω.
    Bnc,
    /// HDMI type A, full size.
    HdmiA,
    /// HDMI type C, mini.
    HdmiC,
    /// HDMI type D, micro.
    HdmiD,
    /// XLR with three pins.
    #[serde(rename = "xlr-3")]
    Xlr3,
    /// 3.5 mm jack.
    Jack35,
    /// The air: an aerial, not a plug.
    Air,
}

/// What runs on a wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Wire {
    /// Serial digital picture with embedded sound and ancillary timecode.
    Sdi,
    /// HDMI picture with sound.
    Hdmi,
    /// Analogue sound.
    Analogue,
    /// Linear timecode.
    Ltc,
    /// A radio link that carries picture and sound.
    RadioPicture,
    /// A radio link that carries sound.
    RadioSound,
}

impl fmt::Display for Connector {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Bnc => "BNC",
            Self::HdmiA => "full-size HDMI, type A",
            Self::HdmiC => "mini HDMI, type C",
            Self::HdmiD => "micro HDMI, type D",
            Self::Xlr3 => "XLR-3",
            Self::Jack35 => "3.5 mm jack",
            Self::Air => "radio",
        })
    }
}

impl fmt::Display for Wire {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Sdi => "SDI",
            Self::Hdmi => "HDMI",
            Self::Analogue => "analogue sound",
            Self::Ltc => "linear timecode",
            Self::RadioPicture => "a picture radio link",
            Self::RadioSound => "a sound radio link",
        })
    }
}
