//! What joins inputs to outputs inside a device: how, what goes along, what it costs in time and
//! quality.

use super::SignalKind;
use serde::{Deserialize, Serialize};
use std::{fmt, str::FromStr};
use units::format::{Depth, PictureFormat, Quality, Raster, Sampling};
use units::quantity::{Delay, Unreadable};
use utoipa::ToSchema;

/// A ceiling on quality.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Cap {
    /// At most this raster.
    #[serde(default)]
    pub raster: Option<Raster>,
    /// At most this sampling.
    #[serde(default)]
    pub sampling: Option<Sampling>,
    /// At most this depth.
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
    /// Another raster, scan or sampling at the same rate, chosen at the output.
    Scale,
    /// Another frame rate as well: frames are repeated, dropped or made.
    #[serde(rename = "frame-rate")]
    FrameRate,
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
    /// Whether a look can be burnt in on the way, as the output is set.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub look: bool,
    /// What sound takes longer than the picture.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sound_delay: Option<PathDelay>,
    /// Whether a record trigger goes along where the picture is made anew; a loop and a relay pass it anyway.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub trigger: bool,
    /// The most sound channels that go along.
    #[serde(default)]
    pub sound_channels: Option<usize>,
}

impl InternalPath {
    /// Whether a picture comes through it.
    pub fn carries_picture(&self) -> bool {
        self.carries.contains(&SignalKind::Picture)
    }

    /// Whether a record trigger beside the picture comes through it.
    pub fn passes_trigger(&self) -> bool {
        self.trigger || matches!(self.via, Via::Loop | Via::Relay)
    }
}

fn everything() -> Vec<SignalKind> {
    vec![SignalKind::Picture, SignalKind::Sound, SignalKind::Timecode]
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

units::written_as_text!(PathDelay, "PathDelay", "1 frame");

impl Cap {
    /// The lower of both ceilings, part by part.
    pub fn and(self, other: Self) -> Self {
        Self {
            raster: match (self.raster, other.raster) {
                (Some(one), Some(other)) => Some(one.smaller(other)),
                (one, other) => one.or(other),
            },
            sampling: [self.sampling, other.sampling].into_iter().flatten().min(),
            bits: [self.bits, other.bits].into_iter().flatten().min(),
        }
    }

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
