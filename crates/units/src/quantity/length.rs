use super::{Unreadable, in_unit, split_unit, thousandths};
use std::{fmt, str::FromStr};

/// A length in millimetres: of a cable, of a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Length(pub u64);

impl Length {
    /// The longest that is taken: 100 km, beyond any floor.
    pub const LONGEST: Self = Self(100_000_000);

    /// The length in metres, for formulas that take it so.
    pub fn metres(self) -> f64 {
        self.0 as f64 / 1000.0
    }

    /// A reach as people say it: whole metres, tenths where those matter: `47 m`, `2.5 m`.
    pub fn reach_label(self) -> String {
        let places = if self.0 < 20_000 && !self.0.is_multiple_of(1000) {
            1
        } else {
            0
        };
        format!("{} m", thousandths(self.0, 1000, places))
    }
}

impl fmt::Display for Length {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} m", in_unit(self.0, 1000))
    }
}

impl FromStr for Length {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, "a length", "write it like 35 m, 45 cm or 115 ft");
        let (number, unit) = split_unit(text).ok_or_else(refuse)?;
        // One foot is 304.8 mm, one inch 25.4 mm, exactly (the international yard, 1959).
        let (numerator, denominator) = match unit.to_lowercase().as_str() {
            "" | "m" | "metre" | "metres" | "meter" | "meters" => (1000, 1),
            "cm" => (10, 1),
            "mm" => (1, 1),
            "ft" | "foot" | "feet" | "'" | "′" => (3048, 10),
            "in" | "inch" | "inches" | "\"" | "″" => (254, 10),
            _ => return Err(refuse()),
        };
        let length = number
            .times(numerator, denominator)
            .map(Self)
            .ok_or_else(refuse)?;
        if length > Self::LONGEST {
            return Err(Unreadable::new(
                text,
                "a length for a cable",
                "the longest taken is 100 km",
            ));
        }
        Ok(length)
    }
}

crate::written_as_text!(Length, "Length", "35 m");
