//! What somebody asks for as linear timecode, within what is made.

use super::codeword::UserBits;
use super::encode::Signal;
use super::runs::{Run, TapeDirection};
use crate::quantity::{Decibels, Span, Unreadable};
use crate::timecode::{Label, NoSuchFrame, TimecodeRate};
use std::str::FromStr;

/// The first label.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Start {
    /// A label.
    At(Label),
    /// The time of day.
    Now,
}

impl FromStr for Start {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        if text.trim().eq_ignore_ascii_case("now") {
            return Ok(Self::Now);
        }
        text.parse().map(Self::At)
    }
}

/// What is asked for.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Making {
    /// What is counted; above 30 it is sent in pairs of frames.
    pub rate: TimecodeRate,
    /// The first label, counted at that rate.
    pub start: Start,
    /// How long.
    pub length: Span,
    /// Samples a second.
    pub sample_rate: u32,
    /// The peak, against full scale.
    pub level: Decibels,
    /// What every frame carries besides.
    pub user_bits: Option<UserBits>,
    /// Year, month and day, in the user bits.
    pub date: Option<(u16, u8, u8)>,
}

/// Why it can't be made.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NotMade {
    /// A label that isn't there.
    #[error(transparent)]
    Label(#[from] NoSuchFrame),
    /// A rate that linear timecode doesn't have.
    #[error("linear timecode at {0} isn’t made: 23.976, 24, 25, 29.97, 30 and pairs of those are")]
    Rate(TimecodeRate),
    /// Something beyond what is made.
    #[error(
        "timecode is made from 1 s to 24 h, at 8,000 to 192,000 samples a second, from −60 to 0 dBFS"
    )]
    Beyond,
}

impl Making {
    /// The signal, so many seconds after midnight.
    pub fn signal(&self, seconds_after_midnight: f64) -> Result<Signal, NotMade> {
        let taken = (1..=86_400).contains(&self.length.0)
            && (8_000..=192_000).contains(&self.sample_rate)
            && (-60.0..=0.0).contains(&self.level.db());
        if !taken {
            return Err(NotMade::Beyond);
        }
        let rate = self.rate.in_pairs();
        let made = matches!(rate.rate().nominal(), 24 | 25 | 30);
        if !made || (rate.rate().nominal() == 25 && rate.rate().is_per_1001()) {
            return Err(NotMade::Rate(self.rate));
        }
        let pair = u64::from(self.rate.rate().nominal() / rate.rate().nominal());
        let first = match self.start {
            Start::At(label) => self.rate.frame_of(label)? / pair,
            Start::Now => (seconds_after_midnight * rate.rate().as_f64()) as u64,
        };
        let date = self
            .date
            .map(|(year, month, day)| UserBits::of_date(year, month, day));
        let frames = self.length.0 as f64 * rate.rate().as_f64();
        Ok(Signal {
            rate,
            first: first % rate.labels_in_a_day(),
            // To the nearest: 10 s at 29.97 are 300 frames.
            frames: (frames.round() as u64).max(1),
            sample_rate: self.sample_rate,
            peak: 10f64.powf(self.level.db() / 20.0) as f32,
            user_bits: self.user_bits.or(date).unwrap_or_default(),
            date: date.is_some(),
        })
    }
}

impl Signal {
    /// Samples from midnight to its first, as its labels say.
    pub fn samples_from_midnight(&self) -> u64 {
        (self.rate.seconds_of(self.first) * f64::from(self.sample_rate)).round() as u64
    }
}

/// Samples from midnight to the first of a recording, as the first run in it that runs forwards says; none
/// where none does.
pub fn samples_from_midnight(runs: &[Run], sample_rate: u32) -> Option<u64> {
    let run = runs
        .iter()
        .find(|run| run.direction == TapeDirection::Forward)?;
    let frame = run.rate.frame_of(run.first).ok()?;
    let samples = f64::from(sample_rate);
    let day = run.rate.seconds_of(run.rate.labels_in_a_day()) * samples;
    let begins = run.rate.seconds_of(frame) * samples - run.first_sample;
    Some(begins.rem_euclid(day).round() as u64)
}
