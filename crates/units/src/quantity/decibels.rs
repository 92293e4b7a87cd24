use super::Unreadable;
use std::{fmt, str::FromStr};

/// A level difference, or a level against a reference that its place names, in tenths of a decibel.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Decibels(pub i32);

impl Decibels {
    /// The furthest from nothing that is taken, either way: beyond any sound.
    pub const MOST: Self = Self(2_000);

    /// In whole decibels.
    pub const fn whole(decibels: i32) -> Self {
        Self(decibels * 10)
    }

    /// The nearest tenth.
    pub fn of(decibels: f64) -> Self {
        Self((decibels * 10.0).round().clamp(-2_000.0, 2_000.0) as i32)
    }

    /// For formulas.
    pub fn db(self) -> f64 {
        f64::from(self.0) / 10.0
    }
}

impl fmt::Display for Decibels {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let (whole, tenth) = (self.0.abs() / 10, self.0.abs() % 10);
        let sign = if self.0 < 0 { "−" } else { "" };
        match tenth {
            0 => write!(f, "{sign}{whole} dB"),
            tenth => write!(f, "{sign}{whole}.{tenth} dB"),
        }
    }
}

impl FromStr for Decibels {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it like −20 dB, 12 dB or +4.5, from −200 to 200";
            Unreadable::new(text, "a level in decibels", expected)
        };
        // Who takes dBu, dBV or dBFS says so beside the field: the unit may be typed along.
        let number = text.trim().to_lowercase();
        let number = ["dbfs", "dbu", "db spl", "db"]
            .iter()
            .find_map(|unit| number.strip_suffix(unit))
            .unwrap_or(&number)
            .trim();
        let (negative, digits) = match number.strip_prefix(['-', '−', '–']) {
            Some(rest) => (true, rest.trim()),
            None => (false, number.strip_prefix('+').unwrap_or(number).trim()),
        };
        let tenths = super::number::Decimal::read(digits)
            .and_then(|number| number.times(10, 1))
            .and_then(|tenths| i32::try_from(tenths).ok())
            .filter(|tenths| *tenths <= Self::MOST.0)
            .ok_or_else(refuse)?;
        Ok(Self(if negative { -tenths } else { tenths }))
    }
}

/// A figure in decibels to so many places, with a minus that is one: *−20.5*.
pub fn signed(figure: f64, places: usize) -> String {
    // What rounds to nothing has no sign.
    let text = format!("{:.places$}", figure.abs());
    let nothing = text.bytes().all(|byte| matches!(byte, b'0' | b'.'));
    let sign = if figure < 0.0 && !nothing { "−" } else { "" };
    format!("{sign}{text}")
}

crate::written_as_text!(Decibels, "Decibels", "−20 dB");

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn reads_what_people_type() {
        for (typed, tenths) in [
            ("-20 dB", -200),
            ("−20", -200),
            ("+4 dBu", 40),
            ("12.5db", 125),
            ("-128dBu", -1280),
            ("0", 0),
            ("94 dB SPL", 940),
        ] {
            assert_eq!(
                typed.parse::<Decibels>().unwrap(),
                Decibels(tenths),
                "{typed}"
            );
        }
        for typed in ["", "loud", "--3", "201", "1e3"] {
            assert!(typed.parse::<Decibels>().is_err(), "{typed}");
        }
    }

    proptest! {
        #[test]
        fn what_is_printed_can_be_read_again(tenths in -2_000i32..=2_000) {
            prop_assert_eq!(Decibels(tenths).to_string().parse::<Decibels>().unwrap(), Decibels(tenths));
        }
    }
}
