//! Tones and noise to line gear up with, as WAV files.

use std::io::Cursor;
use units::quantity::Decibels;

/// What is made.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum ToneKind {
    /// A sine of some frequency, in hertz.
    Sine(f64),
    /// Pink noise: as much in every octave.
    Pink,
}

/// A tone.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Tone {
    /// What it is.
    pub kind: ToneKind,
    /// How loud, against full scale: of a sine its average (RMS) as a sine at full scale has −3.01 dBFS,
    /// so −20 is −20 dBFS RMS.
    pub level: Decibels,
    /// How long, in seconds: 1 to 3,600.
    pub seconds: u32,
    /// Samples a second: 44,100 to 192,000.
    pub sample_rate: u32,
    /// Channels: 1 to 16.
    pub channels: u16,
}

/// Why a tone can't be made.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum ToneError {
    /// Something is beyond what is made.
    #[error(
        "a tone lasts from 1 s to an hour, at 44,100 to 192,000 samples a second, on 1 to 16 channels, from −80 to −3.1 dBFS (pink noise: to −12); a sine from 20 Hz to a third of the sample rate"
    )]
    Beyond,
}

/// The tone as a WAV file of 24 bits.
pub fn tone(tone: Tone) -> Result<Vec<u8>, ToneError> {
    let level = tone.level.db();
    let (most, sound) = match tone.kind {
        ToneKind::Sine(hertz) => (
            -3.05,
            (20.0..=f64::from(tone.sample_rate) / 3.0).contains(&hertz),
        ),
        ToneKind::Pink => (-12.0, true),
    };
    let taken = (1..=3_600).contains(&tone.seconds)
        && (44_100..=192_000).contains(&tone.sample_rate)
        && (1..=16).contains(&tone.channels)
        && (-80.0..=most).contains(&level)
        && sound;
    if !taken {
        return Err(ToneError::Beyond);
    }
    let spec = hound::WavSpec {
        channels: tone.channels,
        sample_rate: tone.sample_rate,
        bits_per_sample: 24,
        sample_format: hound::SampleFormat::Int,
    };
    let frames = u64::from(tone.seconds) * u64::from(tone.sample_rate);
    let mut bytes = Cursor::new(Vec::new());
    let written = write(tone, spec, frames, &mut bytes);
    // A file in memory doesn't fail to be written; one of more than 4 GB isn't begun.
    written.map_err(|_| ToneError::Beyond)?;
    Ok(bytes.into_inner())
}

fn write(
    tone: Tone,
    spec: hound::WavSpec,
    frames: u64,
    bytes: &mut Cursor<Vec<u8>>,
) -> Result<(), hound::Error> {
    const FULL_SCALE: f64 = 8_388_607.0;
    let rms = 10f64.powf(tone.level.db() / 20.0);
    let mut noise = Pink::new();
    let mut writer = hound::WavWriter::new(bytes, spec)?;
    for frame in 0..frames {
        let sample = match tone.kind {
            ToneKind::Sine(hertz) => {
                let turns = hertz * frame as f64 / f64::from(tone.sample_rate);
                (turns.fract() * std::f64::consts::TAU).sin() * rms * std::f64::consts::SQRT_2
            }
            ToneKind::Pink => noise.next() * rms,
        };
        let sample = (sample * FULL_SCALE).round().clamp(-FULL_SCALE, FULL_SCALE) as i32;
        for _ in 0..tone.channels {
            writer.write_sample(sample)?;
        }
    }
    writer.finalize()
}

/// Pink noise: white noise in octaves (the Voss–McCartney way), at an RMS of 1.
struct Pink {
    rows: [f64; ROWS],
    sum: f64,
    count: u32,
    state: u64,
}

const ROWS: usize = 16;

impl Pink {
    fn new() -> Self {
        Self {
            rows: [0.0; ROWS],
            sum: 0.0,
            count: 0,
            state: 0x9E37_79B9_7F4A_7C15,
        }
    }

    /// From −1 to 1, evenly (xorshift).
    fn white(&mut self) -> f64 {
        self.state ^= self.state << 13;
        self.state ^= self.state >> 7;
        self.state ^= self.state << 17;
        (self.state >> 11) as f64 / (1u64 << 52) as f64 - 1.0
    }

    fn next(&mut self) -> f64 {
        self.count = self.count.wrapping_add(1);
        let row = (self.count.trailing_zeros() as usize).min(ROWS - 1);
        let white = self.white();
        self.sum += white - self.rows[row];
        self.rows[row] = white;
        let white = self.white();
        // Each row, and the white on top, has a mean square of a third.
        (self.sum + white) / ((ROWS as f64 + 1.0) / 3.0).sqrt()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::wav::{WavReader, WavReport};

    fn measured(kind: ToneKind, level: i32) -> WavReport {
        let bytes = tone(Tone {
            kind,
            level: Decibels::whole(level),
            seconds: 4,
            sample_rate: 48_000,
            channels: 2,
        });
        let mut reader = WavReader::default();
        reader.feed(&bytes.unwrap()).unwrap();
        reader.finish().unwrap()
    }

    #[test]
    fn a_tone_is_as_loud_as_it_says() {
        let report = measured(ToneKind::Sine(1_000.0), -20);
        let channel = &report.channels[0];
        assert!((channel.rms_dbfs + 20.0).abs() < 0.02, "{channel:?}");
        assert!((channel.peak_dbfs + 16.99).abs() < 0.02, "{channel:?}");
        // BS.1770: 997 Hz at 0 dBFS peak on one channel is −3.01 LUFS; this one is 17 dB softer.
        assert!((channel.lufs.unwrap() + 20.0).abs() < 0.1, "{channel:?}");
        assert_eq!((report.frames, report.bits), (192_000, 24));
    }

    #[test]
    fn pink_noise_is_about_as_loud_as_it_says() {
        let report = measured(ToneKind::Pink, -20);
        assert!(
            (report.channels[0].rms_dbfs + 20.0).abs() < 1.5,
            "{:?}",
            report.channels[0]
        );
    }

    #[test]
    fn what_cant_be_made_is_refused() {
        let made = |seconds, level| {
            tone(Tone {
                kind: ToneKind::Sine(1_000.0),
                level: Decibels::whole(level),
                seconds,
                sample_rate: 48_000,
                channels: 1,
            })
        };
        assert!(made(0, -20).is_err() && made(1, 0).is_err() && made(1, -20).is_ok());
    }
}
