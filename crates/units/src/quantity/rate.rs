use super::{Unreadable, in_unit, split_unit, thousandths};
use std::{fmt, str::FromStr};

/// A data rate in bits a second. 1 MB/s = 8 Mb/s; prefixes are decimal.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct BitRate(pub u64);

impl BitRate {
    /// The rate in both ways, for people: `92.79 MB/s · 742 Mb/s`.
    pub fn label(self) -> String {
        let (unit, decimals, name) = if self.0 >= 10_000_000_000 {
            (1_000_000_000, 2, "Gb/s")
        } else if self.0 >= 10_000_000 {
            (1_000_000, 0, "Mb/s")
        } else {
            (1_000_000, 2, "Mb/s")
        };
        let bytes = thousandths(self.0, 8_000_000, 2);
        format!(
            "{bytes} MB/s · {} {name}",
            thousandths(self.0, unit, decimals)
        )
    }

    /// The rate of a wire, in Gb/s to three decimals: `5.940 Gb/s`.
    pub fn wire_label(self) -> String {
        format!("{} Gb/s", thousandths(self.0, 1_000_000_000, 3))
    }
}

impl fmt::Display for BitRate {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let units = [
            ("Gb/s", 1_000_000_000),
            ("Mb/s", 1_000_000),
            ("kb/s", 1_000),
        ];
        match units.into_iter().find(|(_, unit)| self.0 >= *unit) {
            Some((name, unit)) => write!(f, "{} {name}", in_unit(self.0, unit)),
            None => write!(f, "{} b/s", self.0),
        }
    }
}

impl FromStr for BitRate {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a data rate",
                "write it like 100 Mb/s, 12.5 MB/s or 1.5 Gb/s",
            )
        };
        let (number, unit) = split_unit(text).ok_or_else(refuse)?;
        let unit = unit.trim_end_matches("/s").trim_end_matches("ps");
        // The one place where case matters: b is a bit, B is a byte.
        let (prefix, each) = if let Some(prefix) = unit.strip_suffix('B') {
            (prefix, 8)
        } else {
            (
                unit.strip_suffix("bit")
                    .or(unit.strip_suffix('b'))
                    .ok_or_else(refuse)?,
                1,
            )
        };
        let scale = match prefix {
            "" => 1,
            "k" | "K" => 1_000,
            "M" | "m" => 1_000_000,
            "G" | "g" => 1_000_000_000,
            _ => return Err(refuse()),
        };
        number.times(scale * each, 1).map(Self).ok_or_else(refuse)
    }
}

crate::written_as_text!(BitRate, "BitRate", "100 Mb/s");
