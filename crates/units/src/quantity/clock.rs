use super::Unreadable;
use std::{fmt, str::FromStr};

/// A time of the shooting day, in minutes since its midnight; after midnight it goes on: 25:30.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct ClockTime(pub u32);

impl ClockTime {
    /// The latest that is taken: noon of the second day after.
    pub const LATEST: Self = Self(60 * 60);

    /// Seconds since midnight.
    pub fn seconds(self) -> u64 {
        u64::from(self.0) * 60
    }

    /// The time so many seconds after midnight, rounded down to the minute, as a clock shows it.
    pub fn label_of(seconds: u64) -> String {
        let minutes = seconds / 60;
        let (day, minutes) = (minutes / 1440, minutes % 1440);
        let after = match day {
            0 => String::new(),
            1 => " next day".into(),
            n => format!(" {n} days on"),
        };
        format!("{:02}:{:02}{after}", minutes / 60, minutes % 60)
    }
}

impl fmt::Display for ClockTime {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:02}:{:02}", self.0 / 60, self.0 % 60)
    }
}

impl FromStr for ClockTime {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a time of day",
                "write it like 20:30; after midnight the day goes on, like 25:15",
            )
        };
        let (hours, minutes) = text.trim().split_once([':', '.']).ok_or_else(refuse)?;
        let digits = |part: &str| {
            (part.len() <= 2 && part.bytes().all(|byte| byte.is_ascii_digit()))
                .then(|| part.parse::<u32>().ok())
                .flatten()
        };
        let (hours, minutes) = (
            digits(hours).ok_or_else(refuse)?,
            digits(minutes).ok_or_else(refuse)?,
        );
        let time = Self(hours * 60 + minutes);
        if minutes < 60 && time <= Self::LATEST {
            Ok(time)
        } else {
            Err(refuse())
        }
    }
}

crate::written_as_text!(ClockTime, "ClockTime", "20:30");
