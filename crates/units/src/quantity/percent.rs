use super::{Unreadable, in_unit, split_unit};
use std::{fmt, str::FromStr};

/// A share from 0 to 100 %, in thousandths of a percent.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Percent(u32);

impl Percent {
    /// A share of `millis` thousandths of a percent, where it is at most 100 %.
    pub fn from_millis(millis: u32) -> Option<Self> {
        (millis <= 100_000).then_some(Self(millis))
    }

    /// A share in whole percent; above 100 it is 100.
    pub const fn whole(percent: u32) -> Self {
        Self(if percent > 100 {
            100_000
        } else {
            percent * 1000
        })
    }

    /// This share of `value`, rounded down.
    pub fn of(self, value: u64) -> u64 {
        (u128::from(value) * u128::from(self.0) / 100_000) as u64
    }

    /// `value` less this share of it, rounded down.
    pub fn off(self, value: u64) -> u64 {
        (u128::from(value) * u128::from(100_000 - self.0) / 100_000) as u64
    }

    /// This share of `value`, to the nearest whole.
    pub fn of_nearest(self, value: u64) -> u64 {
        ((u128::from(value) * u128::from(self.0) + 50_000) / 100_000) as u64
    }
}

impl fmt::Display for Percent {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} %", in_unit(self.0.into(), 1000))
    }
}

impl FromStr for Percent {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a share",
                "write it from 0 % to 100 %, like 3 % or 0.5 %",
            )
        };
        let (number, unit) = split_unit(text).ok_or_else(refuse)?;
        if !matches!(unit, "" | "%") {
            return Err(refuse());
        }
        let millis = number
            .times(1000, 1)
            .and_then(|millis| u32::try_from(millis).ok());
        millis.and_then(Self::from_millis).ok_or_else(refuse)
    }
}

crate::written_as_text!(Percent, "Percent", "3 %");
