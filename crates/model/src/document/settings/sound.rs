//! What is set for sound: at inputs and outputs, on microphones, on the tracks of a recorder.

use crate::catalogue::{LevelKind, SoundSource};
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{Decibels, Length};
use utoipa::ToSchema;

/// What is set on a port that carries sound. What isn't said is planned: the gain that brings the
/// source to the reference, 48 V where the microphone needs them.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[difference(absent)]
#[serde(deny_unknown_fields)]
pub struct SoundSetting {
    /// Microphone or line: what the input is switched to, or what the output gives.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub level: Option<LevelKind>,
    /// The gain.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gain: Option<Decibels>,
    /// Whether the input's own pad is in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pad: Option<bool>,
    /// Whether 48 V are on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub phantom: Option<bool>,
    /// Whether the limiter is in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub limiter: Option<bool>,
    /// Whether the gain follows the level by itself.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub auto_gain: bool,
    /// On a transmitter's antenna: what it is tuned to, in kilohertz.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frequency_khz: Option<u32>,
    /// What was measured at this input, in the place of what is computed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<MeasuredLevel>,
}

/// A level that was read from a recording of this input.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeasuredLevel {
    /// What it was, against full scale.
    pub level: Decibels,
    /// The noise below it, against full scale.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub noise: Option<Decibels>,
    /// The gain that was set when it was measured: with another, it is so much louder or softer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gain: Option<Decibels>,
    /// Where it is from: the file and the channel.
    pub from: String,
}

/// What a microphone hears, and from how far.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Position {
    /// What it hears.
    pub source: SoundSource,
    /// From the mouth, or from what makes the noise.
    pub distance: Length,
}

/// One track of a recorder.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrackSetting {
    /// Its name in the recording.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// What is recorded on it; several are mixed; nothing where none.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub from: Vec<TrackSource>,
    /// What it is for.
    #[serde(default, skip_serializing_if = "TrackKind::is_iso")]
    pub kind: TrackKind,
    /// How much louder or softer than its source it is written.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub trim: Option<Decibels>,
}

/// A channel that comes into a recorder.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrackSource {
    /// The input's id.
    pub input: String,
    /// Which of its channels, from 1.
    #[serde(default = "first")]
    pub channel: u8,
}

fn first() -> u8 {
    1
}

/// What a track is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum TrackKind {
    /// One source by itself.
    #[default]
    Iso,
    /// Several together, as a mix.
    Mix,
    /// To find the place by; not to be used.
    Scratch,
    /// A copy at a lower level, for what clips the other.
    Safety,
    /// The middle of a mid-side pair.
    Mid,
    /// The side of a mid-side pair.
    Side,
}

impl TrackKind {
    /// All of them, the usual one first.
    pub const ALL: [Self; 6] = [
        Self::Iso,
        Self::Mix,
        Self::Scratch,
        Self::Safety,
        Self::Mid,
        Self::Side,
    ];

    /// Whether it is the usual one.
    pub fn is_iso(&self) -> bool {
        *self == Self::Iso
    }

    /// In words.
    pub fn word(self) -> &'static str {
        match self {
            Self::Iso => "iso",
            Self::Mix => "mix",
            Self::Scratch => "scratch",
            Self::Safety => "safety",
            Self::Mid => "mid",
            Self::Side => "side",
        }
    }
}
