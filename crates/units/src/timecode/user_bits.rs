//! User bits of a timecode label, and the date that they may hold (ST 309).

use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// The 32 bits that users may set as they like: eight groups, written with the eighth first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Hash)]
pub struct UserBits(pub u32);

impl UserBits {
    /// A date (ST 309): day, month and year, two digits each, in groups 1 to 6.
    pub fn of_date(date: Day) -> Self {
        let Day { year, month, day } = date;
        let two = |number: u16| u32::from(number % 10) | u32::from(number / 10 % 10) << 4;
        Self(two(day.into()) | two(month.into()) << 8 | two(year % 100) << 16)
    }
}

impl fmt::Display for UserBits {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:08X}", self.0)
    }
}

impl FromStr for UserBits {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let expected = "write eight hexadecimal digits, like 00A1B2C3";
        let digits: String = text.chars().filter(|at| !matches!(at, ' ' | ':')).collect();
        let taken = digits.len() == 8 && digits.bytes().all(|at| at.is_ascii_hexdigit());
        let bits = taken
            .then(|| u32::from_str_radix(&digits, 16).ok())
            .flatten();
        bits.map(Self)
            .ok_or_else(|| Unreadable::new(text, "user bits", expected))
    }
}

crate::written_as_text!(UserBits, "UserBits", "00A1B2C3");

/// A day of the calendar, as user bits hold it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Day {
    /// The year, 1900 to 2999.
    pub year: u16,
    /// 1 to 12.
    pub month: u8,
    /// From 1 on.
    pub day: u8,
}

impl fmt::Display for Day {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:04}-{:02}-{:02}", self.year, self.month, self.day)
    }
}

impl FromStr for Day {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, "a date", "write it like 2031-05-04");
        let parts: Vec<&str> = text.trim().split('-').collect();
        let [year, month, day] = parts[..] else {
            return Err(refuse());
        };
        let number = |part: &str| part.parse::<u16>().map_err(|_| refuse());
        let (year, month, day) = (number(year)?, number(month)?, number(day)?);
        let leap =
            year.is_multiple_of(4) && (!year.is_multiple_of(100) || year.is_multiple_of(400));
        let days = match month {
            2 => 28 + u16::from(leap),
            4 | 6 | 9 | 11 => 30,
            1..=12 => 31,
            _ => return Err(refuse()),
        };
        if !(1900..3000).contains(&year) || !(1..=days).contains(&day) {
            return Err(refuse());
        }
        Ok(Self {
            year,
            month: month as u8,
            day: day as u8,
        })
    }
}

crate::written_as_text!(Day, "Day", "2031-05-04");
