use super::Unreadable;
use super::number::{Decimal, in_unit};
use std::{fmt, str::FromStr};

/// How far a clock is off, in thousandths of a part in a million: above zero it is fast.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Ppm(pub i32);

impl Ppm {
    /// The furthest that is taken, either way: a clock that is off by a hundredth is no clock.
    pub const MOST: Self = Self(10_000_000);

    /// The nearest thousandth.
    pub fn of(ppm: f64) -> Self {
        let most = f64::from(Self::MOST.0);
        Self((ppm * 1_000.0).round().clamp(-most, most) as i32)
    }

    /// For formulas.
    pub fn ppm(self) -> f64 {
        f64::from(self.0) / 1_000.0
    }
}

impl fmt::Display for Ppm {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let sign = if self.0 < 0 { "−" } else { "" };
        write!(
            f,
            "{sign}{} ppm",
            in_unit(self.0.unsigned_abs().into(), 1_000)
        )
    }
}

impl FromStr for Ppm {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it like 25 ppm, 0.5 or −3.2, up to 10,000";
            Unreadable::new(text, "parts in a million", expected)
        };
        let number = text.trim().to_lowercase();
        let number = number.strip_suffix("ppm").unwrap_or(&number).trim();
        let (negative, digits) = match number.strip_prefix(['-', '−', '–']) {
            Some(rest) => (true, rest.trim()),
            None => (false, number.strip_prefix('+').unwrap_or(number).trim()),
        };
        let thousandths = Decimal::read(digits)
            .and_then(|number| number.times(1_000, 1))
            .and_then(|number| i32::try_from(number).ok())
            .filter(|number| *number <= Self::MOST.0)
            .ok_or_else(refuse)?;
        Ok(Self(if negative { -thousandths } else { thousandths }))
    }
}

crate::written_as_text!(Ppm, "Ppm", "25 ppm");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn it_is_read_as_it_is_written() {
        for (text, thousandths) in [
            ("25 ppm", 25_000),
            ("0.5", 500),
            ("−3.2 ppm", -3_200),
            ("+1", 1_000),
        ] {
            let ppm: Ppm = text.parse().unwrap();
            assert_eq!(ppm, Ppm(thousandths));
            assert_eq!(ppm.to_string().parse::<Ppm>(), Ok(ppm));
        }
        assert!("20,000".parse::<Ppm>().is_err() && "fast".parse::<Ppm>().is_err());
        assert_eq!(Ppm::of(-0.0404).to_string(), "−0.04 ppm");
    }
}
