//! Data rates of picture and sound.

use super::Samples;
use model::catalogue::{BandRate, Codec, RateModel};
use std::{fmt, str::FromStr};
use units::format::FrameRate;
use units::quantity::Unreadable;

/// The video rate of a codec for so many samples at so many recorded frames a second, in bits a second;
/// both ends of a band where the model has one, else the same figure three times.
pub fn video_rate(codec: &Codec, samples: impl Into<Samples>, rate: FrameRate) -> BandRate {
    let samples = samples.into();
    let bits = samples.bits.unwrap_or(codec.bits);
    let a_second = |over: u128, under: u128| {
        let (over, under) = (
            over * u128::from(rate.numerator()),
            under * u128::from(rate.denominator()),
        );
        u64::try_from((over + under / 2) / under).unwrap_or(u64::MAX)
    };
    let pixels = u128::from(samples.raster.pixels());
    let by_pixel = |centibits: u64| a_second(u128::from(centibits) * pixels, 100);
    let one = |bps: u64| BandRate {
        low_bps: bps,
        typical_bps: bps,
        high_bps: bps,
    };
    match codec.model {
        RateModel::ByPixel { centibits } => one(by_pixel(centibits)),
        RateModel::Constant { rate } => one(rate.0),
        RateModel::Measured { file, length } => {
            let bits = u128::from(file.0) * 8;
            let seconds = u128::from(length.0.max(1));
            one(u64::try_from((bits + seconds / 2) / seconds).unwrap_or(u64::MAX))
        }
        // One sample a photosite: raw isn't sampled for chroma.
        RateModel::Ratio { centiratio } => one(a_second(
            pixels * u128::from(bits.bits()) * 100,
            u128::from(centiratio.max(1)),
        )),
        RateModel::Uncompressed {
            bytes,
            pixels: group,
        } => one(a_second(
            pixels * u128::from(bytes) * 8,
            u128::from(group.max(1)),
        )),
        RateModel::ConstantQuality { low, typical, high } => BandRate {
            low_bps: by_pixel(low),
            typical_bps: by_pixel(typical),
            high_bps: by_pixel(high),
        },
        RateModel::SoundOnly => one(0),
    }
}

/// Sound tracks of one kind: 4 × 48 kHz × 24 bits.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct AudioTracks {
    /// How many.
    pub channels: u64,
    /// Samples a second.
    pub sample_rate: u64,
    /// Bits a sample: 16, 24, or 32 for floating point.
    pub bits: u64,
}

impl AudioTracks {
    /// So many tracks at 48 kHz and 24 bits, as cameras and recorders write them.
    pub fn usual(channels: usize) -> Self {
        Self {
            channels: channels as u64,
            sample_rate: 48_000,
            bits: 24,
        }
    }

    /// Their rate in bits a second.
    pub fn bps(self) -> u64 {
        self.channels
            .saturating_mul(self.sample_rate)
            .saturating_mul(self.bits)
    }
}

impl fmt::Display for AudioTracks {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}x{}x{}", self.channels, self.sample_rate, self.bits)
    }
}

impl FromStr for AudioTracks {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it as channels x sample rate x bits, like 4x48000x24: up to 128 channels, 8,000 to 192,000 Hz, 16, 24 or 32 bits";
            Unreadable::new(text, "a set of sound tracks", expected)
        };
        let lower = text.trim().to_lowercase();
        let parts: Vec<u64> = lower
            .split(['x', '×'])
            .map(|part| part.trim().parse())
            .collect::<Result<_, _>>()
            .map_err(|_| refuse())?;
        let [channels, sample_rate, bits] = parts[..] else {
            return Err(refuse());
        };
        let possible = channels <= 128
            && (8_000..=192_000).contains(&sample_rate)
            && [16, 24, 32].contains(&bits);
        if possible {
            Ok(Self {
                channels,
                sample_rate,
                bits,
            })
        } else {
            Err(refuse())
        }
    }
}

units::written_as_text!(AudioTracks, "AudioTracks", "4x48000x24");
