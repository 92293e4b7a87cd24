//! What an output gives depends on what else a body does: modes, and what each excludes.

use super::{Abilities, Cap};
use serde::{Deserialize, Serialize};
use std::fmt;
use units::format::FrameRate;
use utoipa::ToSchema;

/// Something that a device does at the same time, with what it leaves of the outputs.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Mode {
    /// Its name, as it is said: *Recording to a drive*.
    pub name: String,
    /// When it applies: all of these.
    pub when: Vec<Condition>,
    /// What it leaves.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub leaves: Vec<Leaves>,
    /// What its processing makes of the picture then, whatever the wire could hold.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub makes: Vec<Makes>,
}

/// What a mode's processing makes of the picture at some outputs.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Makes {
    /// Which outputs.
    pub ports: Vec<String>,
    /// No more than this.
    #[serde(rename = "as")]
    pub cap: Cap,
}

/// What a mode leaves of some outputs.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Leaves {
    /// Which outputs.
    pub ports: Vec<String>,
    /// What they still give; none: they are off.
    #[serde(default)]
    pub formats: Option<Abilities>,
}

/// What a device does.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "is", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Condition {
    /// It records or sends more frames a second than this.
    Faster {
        /// Frames a second.
        than: FrameRate,
    },
    /// It records on its own cards.
    RecordingInside,
    /// It records to a drive on its data port.
    RecordingToDrive,
    /// One of its outputs sends raw.
    RawOut,
    /// It plays back.
    Playback,
    /// A cable is in this port.
    InUse {
        /// The port’s id.
        port: String,
    },
}

impl fmt::Display for Condition {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Faster { than } => write!(f, "above {than} frames a second"),
            Self::RecordingInside => f.write_str("recording inside"),
            Self::RecordingToDrive => f.write_str("recording to a drive"),
            Self::RawOut => f.write_str("raw out"),
            Self::Playback => f.write_str("playback"),
            Self::InUse { port } => write!(f, "a cable in {port}"),
        }
    }
}
