//! Timecode: rates, drop frame, labels (SMPTE ST 12-1), and what a disagreement costs.

mod drift;
mod label;
mod user_bits;

pub use drift::{Drift, TOLERANCE_FRAMES, drift};
pub use label::{Label, NoSuchFrame};
pub use user_bits::{Day, UserBits};

use crate::format::FrameRate;
use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// A timecode rate: what every device that carries time must agree on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct TimecodeRate {
    rate: FrameRate,
    drop_frame: bool,
}

impl TimecodeRate {
    /// Timecode at `rate`. Drop frame exists at 29.97 and 59.94 only: elsewhere it is `None`.
    pub fn new(rate: FrameRate, drop_frame: bool) -> Option<Self> {
        let drops = rate.is_per_1001() && matches!(rate.nominal(), 30 | 60);
        (!drop_frame || drops).then_some(Self { rate, drop_frame })
    }

    /// Timecode at `rate` that drops nothing.
    pub fn non_drop(rate: FrameRate) -> Self {
        Self {
            rate,
            drop_frame: false,
        }
    }

    /// Frames a second.
    pub fn rate(self) -> FrameRate {
        self.rate
    }

    /// Whether labels are dropped to follow the clock.
    pub fn is_drop_frame(self) -> bool {
        self.drop_frame
    }

    /// Labels skipped in each minute but the tenth: 2 at 29.97 drop, 4 at 59.94 drop.
    fn dropped(self) -> u64 {
        if self.drop_frame {
            u64::from(self.rate.nominal()) / 15
        } else {
            0
        }
    }

    /// Labels in ten minutes.
    fn labels_in_ten_minutes(self) -> u64 {
        u64::from(self.rate.nominal()) * 600 - 9 * self.dropped()
    }

    /// Labels in a day, after which they start over.
    pub fn labels_in_a_day(self) -> u64 {
        self.labels_in_ten_minutes() * 144
    }

    /// The label of the frame that comes `frame` frames after 00:00:00:00, as text.
    pub fn label(self, frame: u64) -> String {
        self.label_at(frame).to_string()
    }

    /// Frames by which two counts run apart while the slower one counts an hour. Labels of a
    /// drop-frame count follow the clock; the others count whole seconds of their nominal rate.
    /// At one rate, drop frame and non-drop count the same frames and call them otherwise.
    ///
    /// ```
    /// use units::timecode::TimecodeRate;
    /// let count = |text: &str| text.parse::<TimecodeRate>().unwrap();
    /// assert_eq!(format!("{:.1}", count("30").frames_apart_an_hour(count("29.97 drop"))), "107.9");
    /// assert_eq!(format!("{:.1}", count("23.976").frames_apart_an_hour(count("24"))), "86.4");
    /// ```
    pub fn frames_apart_an_hour(self, other: Self) -> f64 {
        let label_seconds_a_second = |count: Self| {
            if count.drop_frame {
                1.0
            } else {
                count.rate.as_f64() / f64::from(count.rate.nominal())
            }
        };
        if self.rate == other.rate {
            let (ours, theirs) = (label_seconds_a_second(self), label_seconds_a_second(other));
            return 3600.0 * (ours - theirs).abs() / ours.min(theirs)
                * f64::from(self.rate.nominal());
        }
        let slower = if self.rate < other.rate { self } else { other };
        let hour = 3600.0 / label_seconds_a_second(slower);
        hour * (self.rate.as_f64() - other.rate.as_f64()).abs()
    }

    /// Whether two counts show the same hours, minutes and seconds, of frames of different length: 24 beside 25, 23.976
    /// beside 29.97. A count that drops labels follows another clock.
    ///
    /// ```
    /// use units::timecode::TimecodeRate;
    /// let count = |text: &str| text.parse::<TimecodeRate>().unwrap();
    /// assert!(count("24").agrees_in_seconds(count("25")));
    /// assert!(count("23.976").agrees_in_seconds(count("29.97")));
    /// assert!(!count("23.976").agrees_in_seconds(count("24")));
    /// assert!(!count("29.97 drop").agrees_in_seconds(count("25")));
    /// ```
    pub fn agrees_in_seconds(self, other: Self) -> bool {
        let alike = self.rate.is_per_1001() == other.rate.is_per_1001();
        !self.drop_frame && !other.drop_frame && alike && self.in_pairs() != other.in_pairs()
    }

    /// What it counts in step with, at or below 30: timecode on a wire counts pairs of frames above
    /// that (ST 12-3).
    pub fn in_pairs(self) -> Self {
        Self {
            rate: self.rate.time_base(),
            ..self
        }
    }
}

impl fmt::Display for TimecodeRate {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let mode = match (
            self.drop_frame,
            self.rate.is_per_1001() && matches!(self.rate.nominal(), 30 | 60),
        ) {
            (true, _) => " drop",
            (false, true) => " non-drop",
            (false, false) => "",
        };
        write!(f, "{}{mode}", self.rate)
    }
}

impl FromStr for TimecodeRate {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let expected = "write it like 25, 23.98, 29.97 drop or 29.97 non-drop; only 29.97 and 59.94 drop frames";
        let refuse = || Unreadable::new(text, "a timecode rate", expected);
        let lower = text.trim().to_lowercase();
        let end = lower
            .find(|c: char| c.is_alphabetic() || c.is_whitespace())
            .unwrap_or(lower.len());
        let drop_frame = match lower[end..].trim() {
            "" | "ndf" | "nd" | "non-drop" | "nondrop" | "non drop" => false,
            "df" | "drop" | "drop frame" => true,
            _ => return Err(refuse()),
        };
        let rate = lower[..end].parse().map_err(|_| refuse())?;
        Self::new(rate, drop_frame).ok_or_else(refuse)
    }
}

crate::written_as_text!(TimecodeRate, "TimecodeRate", "25");

#[cfg(test)]
mod tests {
    use super::*;

    fn count(text: &str) -> TimecodeRate {
        text.parse().unwrap()
    }

    #[test]
    fn labels_follow_st_12_1() {
        let drop = count("29.97 drop");
        assert_eq!(drop.label(17_982), "00:10:00;00");
        assert_eq!(drop.label(1_800), "00:01:00;02");
        assert_eq!(drop.label(1_799), "00:00:59;29");
        assert_eq!(drop.labels_in_a_day(), 2_589_408);
        assert_eq!(drop.label(2_589_408), "00:00:00;00");
        assert_eq!(count("25").label(90_000), "01:00:00:00");
        assert_eq!(count("59.94 df").label(3_600), "00:01:00;04");
    }

    #[test]
    fn a_disagreement_has_a_cost_in_frames_an_hour() {
        let apart =
            |a: &str, b: &str| (count(a).frames_apart_an_hour(count(b)) * 10.0).round() / 10.0;
        assert_eq!(apart("23.976", "24"), 86.4);
        assert_eq!(apart("25", "25"), 0.0);
        assert_eq!(apart("24", "25"), 3600.0);
        assert_eq!(apart("30", "29.97"), 108.0);
        assert_eq!(apart("30", "29.97 drop"), 107.9);
        assert_eq!(apart("29.97 drop", "30"), 107.9);
        assert_eq!(apart("23.976", "25"), 3690.0);
        // Non-drop falls behind drop by 3.6 s an hour.
        assert_eq!(apart("29.97", "29.97 drop"), 108.0);
    }

    #[test]
    fn drop_frame_exists_at_two_rates_only() {
        assert_eq!(count("29.97 drop").to_string(), "29.97 drop");
        assert_eq!(count("29.97").to_string(), "29.97 non-drop");
        assert_eq!(count("29.97 non-drop"), count("29.97"));
        assert!("25 drop".parse::<TimecodeRate>().is_err());
        assert!("30 drop".parse::<TimecodeRate>().is_err());
    }
}
