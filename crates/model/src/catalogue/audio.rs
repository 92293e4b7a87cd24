//! Sound at a port: how loud it may be, how noisy it is, what it feeds and what it needs. Figures are
//! the makers'; levels in dBu (0 dBu = 0.7746 V) or against full scale.

use serde::{Deserialize, Serialize};
use std::fmt;
use units::quantity::{Length, Span};
use utoipa::ToSchema;

/// What a port is for sound.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AudioPort {
    /// Channels on it.
    #[serde(default = "one_channel", skip_serializing_if = "is_one")]
    pub channels: usize,
    /// For a microphone: how it hears.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub microphone: Option<Microphone>,
    /// For an input: what it can be switched to, the usual one first.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub takes: Vec<InputLevel>,
    /// For an output: what it can be switched to, the usual one first.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gives: Vec<OutputLevel>,
    /// Whether one side of the signal is ground: what hums into the cable stays in it. Balanced where not said.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub unbalanced: bool,
    /// Whether it has a limiter.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub limiter: bool,
    /// Whether the gain can follow the level by itself.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub auto_gain: bool,
    /// A pad of its own, in decibels.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pad_db: Option<f64>,
    /// Whether what is behind it is written as floating point: no ceiling of the converter.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub float: bool,
    /// Whether it is for headphones.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub headphones: bool,
    /// A passive way through: nothing is amplified, and 48 V pass in the other direction.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub passive: bool,
    /// What it loses, in decibels, where it is passive.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub loss_db: f64,
    /// Whether it stops 48 V: a transformer or a capacitor stands in the way.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub stops_phantom: bool,
}

fn one_channel() -> usize {
    1
}

fn is_one(channels: &usize) -> bool {
    *channels == 1
}

fn is_zero(figure: &f64) -> bool {
    *figure == 0.0
}

/// How a microphone hears.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Microphone {
    /// What it gives at 94 dB SPL (1 Pa) and 1 kHz, in millivolts, with its own gain at 0 dB.
    pub sensitivity_mv: f64,
    /// Its own noise, as the sound that would make as much: dB SPL, A-weighted.
    pub self_noise_db: f64,
    /// The loudest that it takes, in dB SPL.
    pub most_spl_db: f64,
    /// The source impedance, in ohms.
    pub impedance_ohm: f64,
    /// What it needs to work.
    #[serde(default)]
    pub power: MicrophonePower,
    /// Whether 48 V harm it.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub phantom_harms: bool,
    /// The steps of its own gain, in decibels; none where there is one setting.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gain_steps_db: Vec<f64>,
    /// Its second channel: the same, so much softer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub safety_db: Option<f64>,
    /// How long a battery of its own lasts.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub battery: Option<Span>,
    /// Where it usually is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub usual_distance: Option<Length>,
}

/// What a microphone works on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MicrophonePower {
    /// Nothing.
    #[default]
    None,
    /// 48 V from the input.
    Phantom,
    /// 2 to 5 V on the signal of a small jack.
    PlugIn,
    /// A battery of its own.
    Battery,
    /// 48 V, or a battery of its own.
    Either,
}

/// What an input can be switched to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct InputLevel {
    /// What it is for.
    pub kind: LevelKind,
    /// The least and the most gain, in decibels.
    pub gain_db: [f64; 2],
    /// What gives 0 dBFS behind it at 0 dB of gain, in dBu.
    pub full_scale_dbu: f64,
    /// The most that it takes whatever the gain, in dBu.
    pub most_dbu: f64,
    /// Its noise as it would be at the input (EIN), in dBu.
    pub ein_dbu: f64,
    /// The converter's own noise, against full scale.
    #[serde(default = "usual_converter")]
    pub floor_dbfs: f64,
    /// What it loads the source with, in ohms.
    pub impedance_ohm: f64,
    /// Whether it gives 48 V.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub phantom: bool,
    /// Whether it gives plug-in power.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub plug_in_power: bool,
}

/// A converter of today, where an entry doesn't say.
fn usual_converter() -> f64 {
    -112.0
}

/// What an output can be switched to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OutputLevel {
    /// What it is for.
    pub kind: LevelKind,
    /// What it gives at 0 dBFS before it, in dBu: the most that it gives.
    pub full_scale_dbu: f64,
    /// Its own noise, in dBu.
    pub noise_dbu: f64,
    /// The source impedance, in ohms.
    pub impedance_ohm: f64,
    /// The least and the most gain, in decibels.
    #[serde(default)]
    pub gain_db: [f64; 2],
}

/// What a level is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum LevelKind {
    /// A microphone's: −60 to −20 dBu.
    Mic,
    /// Line: +4 dBu, or −10 dBV.
    Line,
    /// An instrument's.
    Instrument,
}

impl fmt::Display for LevelKind {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Mic => "mic",
            Self::Line => "line",
            Self::Instrument => "instrument",
        })
    }
}

/// What a microphone hears.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SoundSource {
    /// A whisper.
    Whisper,
    /// A voice that speaks low.
    QuietTalk,
    /// A voice as it speaks.
    #[default]
    Talk,
    /// A voice that is raised.
    LoudTalk,
    /// A shout.
    Shout,
    /// Singing in front of an audience.
    Song,
    /// Many people.
    Crowd,
    /// Traffic.
    Street,
    /// Machines.
    Workshop,
    /// A foundry, a press, a furnace that is tapped.
    Foundry,
}

/// One kind of sound: its level at a metre, and how far its peaks stand above, in decibels.
struct Loudness {
    source: SoundSource,
    word: &'static str,
    spl_db: f64,
    peaks_db: f64,
}

/// Speech after ISO 9921's vocal efforts (relaxed 54, normal 60, raised 66, loud 72, very loud 78 dBA at
/// one metre) and what crews measure: 60 to 65 normal, 75 loud; peaks 12 to 18 dB above. The rest are
/// guides: measure on the day.
const LOUDNESS: [Loudness; 10] = [
    loudness(SoundSource::Whisper, "a whisper", 40.0, 12.0),
    loudness(SoundSource::QuietTalk, "quiet talk", 54.0, 14.0),
    loudness(SoundSource::Talk, "talk", 62.0, 15.0),
    loudness(SoundSource::LoudTalk, "loud talk", 75.0, 15.0),
    loudness(SoundSource::Shout, "a shout", 88.0, 15.0),
    loudness(SoundSource::Song, "song", 85.0, 16.0),
    loudness(SoundSource::Crowd, "a crowd", 85.0, 14.0),
    loudness(SoundSource::Street, "traffic", 75.0, 15.0),
    loudness(SoundSource::Workshop, "a workshop", 92.0, 18.0),
    loudness(SoundSource::Foundry, "a foundry", 105.0, 20.0),
];

const fn loudness(source: SoundSource, word: &'static str, spl_db: f64, peaks_db: f64) -> Loudness {
    Loudness {
        source,
        word,
        spl_db,
        peaks_db,
    }
}

impl SoundSource {
    /// All of them, in their order.
    pub fn all() -> impl Iterator<Item = Self> {
        LOUDNESS.iter().map(|row| row.source)
    }

    fn row(self) -> &'static Loudness {
        &LOUDNESS[self as usize]
    }

    /// Its average level at one metre, in dB SPL: a guide.
    pub fn spl_db(self) -> f64 {
        self.row().spl_db
    }

    /// How far its peaks stand above the average, in decibels.
    pub fn peaks_db(self) -> f64 {
        self.row().peaks_db
    }
}

impl fmt::Display for SoundSource {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.row().word)
    }
}

impl AudioPort {
    /// Figures that can be computed with: finite, ranges in order, impedances above zero.
    pub fn check(&self) -> Result<(), &'static str> {
        let finite = |figures: &[f64]| figures.iter().all(|figure| figure.abs() <= 100_000.0);
        let takes = self.takes.iter().all(|level| {
            finite(&[
                level.full_scale_dbu,
                level.most_dbu,
                level.ein_dbu,
                level.floor_dbfs,
            ]) && ordered(level.gain_db)
                && level.impedance_ohm > 0.0
        });
        let gives = self.gives.iter().all(|level| {
            finite(&[level.full_scale_dbu, level.noise_dbu])
                && ordered(level.gain_db)
                && level.impedance_ohm > 0.0
        });
        let microphone = self.microphone.as_ref().is_none_or(|microphone| {
            finite(&[
                microphone.self_noise_db,
                microphone.most_spl_db,
                microphone.sensitivity_mv,
            ]) && microphone.sensitivity_mv > 0.0
                && microphone.impedance_ohm > 0.0
                && finite(&microphone.gain_steps_db)
        });
        let count = (1..=64).contains(&self.channels) && self.loss_db >= 0.0;
        (takes && gives && microphone && count && finite(&[self.loss_db]))
            .then_some(())
            .ok_or("sensitivity and impedances are above zero, gains go from the least to the most, and a port has 1 to 64 channels")
    }
}

fn ordered([least, most]: [f64; 2]) -> bool {
    least <= most && least.abs() <= 200.0 && most.abs() <= 200.0
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_kind_of_sound_has_its_own_row() {
        for row in &LOUDNESS {
            assert_eq!(row.source.row().source, row.source);
        }
        assert!((60.0..=65.0).contains(&SoundSource::Talk.spl_db()));
        assert!((12.0..=18.0).contains(&SoundSource::Talk.peaks_db()));
    }
}
