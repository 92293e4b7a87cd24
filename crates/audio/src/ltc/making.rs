//! What somebody asks for as linear timecode, within what is made.

use super::encode::Signal;
use super::runs::{Run, TapeDirection};
use std::str::FromStr;
use units::quantity::{Decibels, Span, Unreadable};
use units::timecode::{Day, Label, NoSuchFrame, TimecodeRate, UserBits};

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
    /// The day, in the user bits.
    pub date: Option<Day>,
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
            Start::Now => rate.frame_by_clock(seconds_after_midnight),
        };
        let date = self.date.map(UserBits::of_date);
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

#[cfg(test)]
mod tests {
    use super::*;

    fn making(rate: &str, start: &str) -> Making {
        Making {
            rate: rate.parse().unwrap(),
            start: start.parse().unwrap(),
            length: Span(10),
            sample_rate: 48_000,
            level: Decibels::whole(-12),
            user_bits: None,
            date: None,
        }
    }

    #[test]
    fn what_is_asked_for_becomes_a_signal() {
        let signal = making("29.97 drop", "00:10:00;00").signal(0.0).unwrap();
        assert_eq!((signal.first, signal.frames), (17_982, 300));
        assert!((signal.peak - 0.2512).abs() < 1e-4);
        // Ten minutes of drop frame are 599.9994 s.
        assert_eq!(signal.samples_from_midnight(), 28_799_971);
        let now = making("25", " Now ").signal(3_661.5).unwrap();
        assert_eq!(now.rate.label(now.first), "01:01:01:12");
        // Above 30 it counts pairs: frame 31 of a second of 50 is in the sixteenth pair.
        let pairs = making("50", "10:00:00:31").signal(0.0).unwrap();
        assert_eq!(pairs.rate.label(pairs.first), "10:00:00:15");
        assert_eq!(pairs.frames, 250);
    }

    #[test]
    fn a_day_stands_in_the_user_bits_and_must_be_one() {
        let dated = Making {
            date: Some("2032-02-29".parse().unwrap()),
            ..making("25", "now")
        };
        let signal = dated.signal(0.0).unwrap();
        assert!(signal.date);
        assert_eq!(signal.user_bits.to_string(), "00320229");
        for wrong in [
            "2031-02-29",
            "2031-13-01",
            "2031-04-31",
            "31-04-01",
            "2031-04",
            "tomorrow",
            "2031-00-01",
            "2031-04-0",
        ] {
            assert!(wrong.parse::<Day>().is_err(), "{wrong}");
        }
    }

    #[test]
    fn beyond_what_is_made_is_refused() {
        let beyond = |change: fn(&mut Making)| {
            let mut making = making("25", "10:00:00:00");
            change(&mut making);
            making.signal(0.0).unwrap_err()
        };
        assert_eq!(beyond(|making| making.length = Span(0)), NotMade::Beyond);
        assert_eq!(
            beyond(|making| making.length = Span(86_401)),
            NotMade::Beyond
        );
        assert_eq!(beyond(|making| making.sample_rate = 7_999), NotMade::Beyond);
        assert_eq!(
            beyond(|making| making.level = Decibels::whole(1)),
            NotMade::Beyond
        );
        let odd = beyond(|making| making.rate = "23".parse().unwrap());
        assert!(odd.to_string().contains("isn’t made"));
        let late = beyond(|making| making.start = "10:00:00:25".parse().unwrap());
        assert!(matches!(late, NotMade::Label(_)));
    }
}
