//! Labels: hours, minutes, seconds and frames, and which frame of a day each is.

use super::TimecodeRate;
use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// A label, as it stands on a wire or a slate: which frame it is follows from a rate.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub struct Label {
    /// 0 to 23.
    pub hours: u8,
    /// 0 to 59.
    pub minutes: u8,
    /// 0 to 59.
    pub seconds: u8,
    /// From 0 to below the nominal rate.
    pub frames: u16,
    /// Whether it is written with a semicolon: of a drop-frame count.
    pub drop_frame: bool,
}

/// Why a label names no frame.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NoSuchFrame {
    /// The frames of a second end before it.
    #[error("{label} can’t be at {rate}: the frames of a second are 00 to {last:02}")]
    Frames {
        /// The label.
        label: Label,
        /// The rate.
        rate: TimecodeRate,
        /// The last frame of a second.
        last: u32,
    },
    /// A label that drop frame leaves out.
    #[error("{label} is left out at {rate}: the minute {minute:02} begins with frame {first:02}")]
    Dropped {
        /// The label.
        label: Label,
        /// The rate.
        rate: TimecodeRate,
        /// The minute.
        minute: u8,
        /// The first frame that it has.
        first: u64,
    },
}

impl TimecodeRate {
    /// The label of the frame that comes `frame` frames after 00:00:00:00.
    pub fn label_at(self, frame: u64) -> Label {
        let frame = frame % self.labels_in_a_day();
        let (ten, rest) = (
            frame / self.labels_in_ten_minutes(),
            frame % self.labels_in_ten_minutes(),
        );
        let nominal = u64::from(self.rate().nominal());
        let drop = self.dropped();
        // In each ten minutes the first minute is whole, the other nine start `drop` labels late.
        let skipped = if rest < nominal * 60 {
            0
        } else {
            drop * (1 + (rest - nominal * 60) / (nominal * 60 - drop))
        };
        let number = ten * nominal * 600 + rest + skipped;
        let (frames, seconds) = (number % nominal, number / nominal);
        Label {
            hours: (seconds / 3600) as u8,
            minutes: (seconds / 60 % 60) as u8,
            seconds: (seconds % 60) as u8,
            frames: frames as u16,
            drop_frame: self.is_drop_frame(),
        }
    }

    /// How many frames after 00:00:00:00 a label stands.
    ///
    /// ```
    /// use units::timecode::TimecodeRate;
    /// let drop: TimecodeRate = "29.97 drop".parse().unwrap();
    /// assert_eq!(drop.frame_of("00:10:00;00".parse().unwrap()), Ok(17_982));
    /// assert!(drop.frame_of("00:01:00;00".parse().unwrap()).is_err());
    /// ```
    pub fn frame_of(self, label: Label) -> Result<u64, NoSuchFrame> {
        let nominal = self.rate().nominal();
        if u32::from(label.frames) >= nominal {
            return Err(NoSuchFrame::Frames {
                label,
                rate: self,
                last: nominal - 1,
            });
        }
        let drop = self.dropped();
        let late = label.seconds == 0 && !label.minutes.is_multiple_of(10);
        if late && u64::from(label.frames) < drop {
            return Err(NoSuchFrame::Dropped {
                label,
                rate: self,
                minute: label.minutes,
                first: drop,
            });
        }
        let minutes = u64::from(label.hours) * 60 + u64::from(label.minutes);
        let seconds = minutes * 60 + u64::from(label.seconds);
        let number = seconds * u64::from(nominal) + u64::from(label.frames);
        Ok(number - drop * (minutes - minutes / 10))
    }

    /// The frame whose label shows the clock's hours, minutes and seconds: as a box is jammed to the time of day. From
    /// there it runs at its rate; at 23.976 and 29.97 non-drop it falls 3.6 s an hour behind the clock.
    ///
    /// ```
    /// use units::timecode::TimecodeRate;
    /// let count = |text: &str| text.parse::<TimecodeRate>().unwrap();
    /// let noon = 43_200.5;
    /// for (rate, label) in [
    ///     ("23.976", "12:00:00:12"),
    ///     ("25", "12:00:00:12"),
    ///     ("29.97", "12:00:00:15"),
    ///     ("29.97 drop", "12:00:00;15"),
    /// ] {
    ///     assert_eq!(count(rate).label(count(rate).frame_by_clock(noon)), label);
    /// }
    /// // What is dropped has no frame: the next one that has.
    /// assert_eq!(count("29.97 drop").label(count("29.97 drop").frame_by_clock(60.0)), "00:01:00;02");
    /// ```
    pub fn frame_by_clock(self, seconds_after_midnight: f64) -> u64 {
        let seconds = seconds_after_midnight.rem_euclid(86_400.0);
        let (whole, nominal) = (seconds as u64, u64::from(self.rate().nominal()));
        let minutes = whole / 60;
        let late = whole.is_multiple_of(60) && !minutes.is_multiple_of(10);
        let frames = (seconds.fract() * nominal as f64) as u64;
        let frames = frames.max(if late { self.dropped() } else { 0 });
        whole * nominal + frames - self.dropped() * (minutes - minutes / 10)
    }

    /// When a frame begins, in seconds after frame 0.
    pub fn seconds_of(self, frame: u64) -> f64 {
        let rate = self.rate();
        frame as f64 * rate.denominator() as f64 / rate.numerator() as f64
    }
}

impl fmt::Display for Label {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let mark = if self.drop_frame { ';' } else { ':' };
        let Self {
            hours,
            minutes,
            seconds,
            frames,
            ..
        } = self;
        write!(f, "{hours:02}:{minutes:02}:{seconds:02}{mark}{frames:02}")
    }
}

impl FromStr for Label {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let expected = "write it like 10:00:00:00, with a semicolon before the frames of drop frame: 00:10:00;00";
        let refuse = || Unreadable::new(text, "a timecode label", expected);
        let trimmed = text.trim();
        let drop_frame = trimmed.contains(';') || trimmed.contains(',');
        let parts: Vec<&str> = trimmed.split([':', ';', '.', ',']).collect();
        let [hours, minutes, seconds, frames] = parts[..] else {
            return Err(refuse());
        };
        let number = |part: &str, below: u16| {
            let digits =
                (1..=3).contains(&part.len()) && part.bytes().all(|at| at.is_ascii_digit());
            let number = digits.then(|| part.parse::<u16>().ok()).flatten();
            number.filter(|number| *number < below).ok_or_else(refuse)
        };
        Ok(Self {
            hours: number(hours, 24)? as u8,
            minutes: number(minutes, 60)? as u8,
            seconds: number(seconds, 60)? as u8,
            frames: number(frames, 300)?,
            drop_frame,
        })
    }
}

crate::written_as_text!(Label, "Label", "10:00:00:00");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_frame_of_a_day_has_a_label_that_names_it_at_every_rate() {
        let rates = [
            "23.976",
            "24",
            "25",
            "29.97",
            "29.97 drop",
            "30",
            "47.952",
            "48",
            "50",
            "59.94",
            "59.94 drop",
            "60",
        ];
        for rate in rates {
            let rate: TimecodeRate = rate.parse().unwrap();
            let mut before = None;
            for frame in 0..rate.labels_in_a_day() {
                let label = rate.label_at(frame);
                assert_eq!(rate.frame_of(label), Ok(frame), "{rate} {label}");
                assert!(before < Some(label), "{rate} {label}");
                before = Some(label);
            }
            let last = rate.label_at(rate.labels_in_a_day() - 1);
            assert_eq!((last.hours, last.minutes, last.seconds), (23, 59, 59));
        }
    }

    #[test]
    fn labels_that_name_no_frame_say_why() {
        let why = |rate: &str, label: &str| {
            let rate: TimecodeRate = rate.parse().unwrap();
            rate.frame_of(label.parse().unwrap())
                .unwrap_err()
                .to_string()
        };
        assert_eq!(
            why("25", "10:00:00:25"),
            "10:00:00:25 can’t be at 25: the frames of a second are 00 to 24"
        );
        assert_eq!(
            why("29.97 drop", "10:01:00;01"),
            "10:01:00;01 is left out at 29.97 drop: the minute 01 begins with frame 02"
        );
        for bad in [
            "10:00:00",
            "25:00:00:00",
            "10:60:00:00",
            "a:b:c:d",
            "",
            "1:2:3:4:5",
        ] {
            assert!(bad.parse::<Label>().is_err(), "{bad}");
        }
        assert_eq!(
            "1:2:3;4".parse::<Label>().unwrap().to_string(),
            "01:02:03;04"
        );
    }
}
