//! Volts, amperes, watts and watt-hours, each in thousandths.

use super::number::{Decimal, in_unit};
use super::{Unreadable, split_unit};
use std::{fmt, str::FromStr};

/// A quantity in thousandths of its unit, read with or without the unit.
macro_rules! electric {
    ($(#[$doc:meta])* $name:ident, $unit:literal, $what:literal, $most:literal, $expected:literal, $example:literal) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
        pub struct $name(pub u32);

        impl $name {
            /// The most that is taken.
            pub const MOST: Self = Self($most * 1_000);

            /// The nearest thousandth, from nothing to the most.
            pub fn of(value: f64) -> Self {
                Self((value * 1_000.0).round().clamp(0.0, f64::from(Self::MOST.0)) as u32)
            }

            /// For formulas.
            pub fn value(self) -> f64 {
                f64::from(self.0) / 1_000.0
            }
        }

        impl fmt::Display for $name {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                write!(f, "{} {}", in_unit(self.0.into(), 1_000), $unit)
            }
        }

        impl FromStr for $name {
            type Err = Unreadable;

            fn from_str(text: &str) -> Result<Self, Unreadable> {
                let refuse = || Unreadable::new(text, $what, $expected);
                let (number, unit): (Decimal, &str) = split_unit(text).ok_or_else(refuse)?;
                if !unit.is_empty() && !unit.eq_ignore_ascii_case($unit) {
                    return Err(refuse());
                }
                number
                    .times(1_000, 1)
                    .and_then(|number| u32::try_from(number).ok())
                    .map(Self)
                    .filter(|number| *number <= Self::MOST)
                    .ok_or_else(refuse)
            }
        }

        crate::written_as_text!($name, stringify!($name), $example);
    };
}

electric!(
    /// An electric tension.
    Volts, "V", "a voltage", 1_000, "write it like 14.4 V, up to 1,000 V", "14.4 V"
);
electric!(
    /// An electric current.
    Amps, "A", "a current", 1_000, "write it like 5 A, up to 1,000 A", "5 A"
);
electric!(
    /// Power.
    Watts, "W", "a power", 100_000, "write it like 22 W, up to 100,000 W", "22 W"
);
electric!(
    /// Energy.
    WattHours, "Wh", "an energy", 100_000, "write it like 98 Wh, up to 100,000 Wh", "98 Wh"
);

/// From the least to the most: *11 V to 17 V*.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct VoltRange {
    /// The least.
    pub least: Volts,
    /// The most.
    pub most: Volts,
}

impl VoltRange {
    /// One voltage.
    pub const fn just(volts: Volts) -> Self {
        Self {
            least: volts,
            most: volts,
        }
    }
}

impl fmt::Display for VoltRange {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if self.least == self.most {
            write!(f, "{}", self.most)
        } else {
            write!(
                f,
                "{} to {}",
                in_unit(self.least.0.into(), 1_000),
                self.most
            )
        }
    }
}

impl FromStr for VoltRange {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it like 11 to 17 V, or 12 V";
            Unreadable::new(text, "a range of voltages", expected)
        };
        let (least, most) = text.split_once(" to ").unwrap_or((text, text));
        let read = |part: &str| part.trim().parse::<Volts>().map_err(|_| refuse());
        let range = Self {
            least: read(least)?,
            most: read(most)?,
        };
        (range.least <= range.most)
            .then_some(range)
            .ok_or_else(refuse)
    }
}

crate::written_as_text!(VoltRange, "VoltRange", "11 to 17 V");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn they_are_read_as_they_are_written() {
        assert_eq!("98Wh".parse(), Ok(WattHours(98_000)));
        assert_eq!("98".parse(), Ok(WattHours(98_000)));
        assert_eq!(" 14.4 v ".parse(), Ok(Volts(14_400)));
        assert_eq!(Watts::of(35.333_3).to_string(), "35.333 W");
        assert_eq!(Amps::of(-1.0), Amps(0));
        for wrong in ["", "12 A", "-3", "1e9", "x"] {
            assert!(wrong.parse::<Volts>().is_err(), "{wrong}");
        }
        let range: VoltRange = "11 to 17 V".parse().unwrap();
        assert_eq!((range.least, range.most), (Volts(11_000), Volts(17_000)));
        assert_eq!(range.to_string().parse(), Ok(range));
        assert_eq!("12 V".parse(), Ok(VoltRange::just(Volts(12_000))));
        assert!("17 to 11 V".parse::<VoltRange>().is_err());
    }
}
