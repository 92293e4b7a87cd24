//! Codecs and how their data rate follows from the picture.

use serde::{Deserialize, Serialize};
use units::format::{Depth, FrameRate, Raster, Sampling};
use units::quantity::{BitRate, Bytes, Percent, Span};
use utoipa::ToSchema;

/// A codec at one quality.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Codec {
    /// The catalogue's id: `mezzanine-high`.
    pub id: String,
    /// Its name in full.
    pub name: String,
    /// Codecs that belong together: *Mezzanine*.
    #[serde(default = "custom_family")]
    pub family: String,
    /// The containers that it is written in.
    #[serde(default)]
    pub containers: Vec<String>,
    /// How its rate follows from the picture.
    pub model: RateModel,
    /// The sampling of its files.
    pub sampling: Sampling,
    /// The bit depth of its files.
    pub bits: Depth,
    /// Whether it records the sensor's samples, before any sampling of chroma.
    #[serde(default)]
    pub raw: bool,
    /// The largest raster that it is made for; any where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub largest: Option<Raster>,
    /// The fastest frame rate that it is made for; any where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fastest: Option<FrameRate>,
    /// Whether it is the crew's own: whatever they say records it does.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub custom: bool,
    /// What the container adds.
    #[serde(default = "half_a_percent")]
    pub container: Percent,
}

fn custom_family() -> String {
    "Custom".into()
}

impl Codec {
    /// Whether it is made for a raster at a frame rate.
    pub fn takes(&self, raster: Raster, rate: FrameRate) -> bool {
        self.largest.is_none_or(|largest| largest.holds(raster))
            && self.fastest.is_none_or(|fastest| rate <= fastest)
    }

    /// Whether its rate holds everything already: a measured clip has its sound and container.
    pub fn is_measured(&self) -> bool {
        matches!(self.model, RateModel::Measured { .. })
    }
}

fn half_a_percent() -> Percent {
    // 0.5 %
    Percent::from_millis(500).unwrap_or_default()
}

/// How a video rate follows from the picture. Figures that aren't whole are in hundredths, so
/// that rates come out exact.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", tag = "kind", deny_unknown_fields)]
pub enum RateModel {
    /// Hundredths of a bit per pixel per frame × pixels × frames a second.
    ByPixel {
        /// Hundredths of a bit a pixel.
        centibits: u64,
    },
    /// A figure, whatever the picture.
    Constant {
        /// The rate.
        rate: BitRate,
    },
    /// What a test clip came to: a file of this size over this length, whatever the picture. Sound
    /// and container are in it.
    Measured {
        /// The clip’s size.
        file: Bytes,
        /// The clip’s length.
        length: Span,
    },
    /// Sensor samples × bits ÷ ratio × frames a second; the ratio to one, in hundredths.
    Ratio {
        /// Hundredths: 500 is 5 to 1.
        centiratio: u64,
    },
    /// Bytes for a group of pixels, as the format packs them.
    Uncompressed {
        /// So many bytes …
        bytes: u64,
        /// … for so many pixels.
        pixels: u64,
    },
    /// A band of hundredths of a bit per pixel per frame: planned on its high end.
    ConstantQuality {
        /// Hundredths of a bit a pixel where little moves.
        low: u64,
        /// Hundredths of a bit a pixel as a rule.
        typical: u64,
        /// Hundredths of a bit a pixel where much moves.
        high: u64,
    },
    /// No picture: sound files alone.
    SoundOnly,
}

/// Both ends of a band, in bits a second.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct BandRate {
    /// Where little moves, in bits a second.
    pub low_bps: u64,
    /// As a rule, in bits a second.
    pub typical_bps: u64,
    /// Where much moves, in bits a second.
    pub high_bps: u64,
}
