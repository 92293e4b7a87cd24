use super::{Unreadable, in_unit, split_unit, thousandths, thousandths_at_most};
use std::{fmt, str::FromStr};

/// A size of storage in bytes. Prefixes are decimal (1 GB = 10^9 bytes); GiB and its kin are read,
/// and shown only where a computer would show them.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Bytes(pub u64);

const UNITS: [(&str, u64); 5] = [
    ("TB", 1_000_000_000_000),
    ("GB", 1_000_000_000),
    ("MB", 1_000_000),
    ("kB", 1_000),
    ("B", 1),
];

impl Bytes {
    /// The size in its largest decimal unit with at most two decimals: `496.64 GB`.
    pub fn label(self) -> String {
        let (name, unit) = UNITS
            .into_iter()
            .find(|(_, unit)| self.0 >= *unit)
            .unwrap_or(("B", 1));
        format!("{} {name}", thousandths_at_most(self.0, unit, 2))
    }
}

impl Bytes {
    /// The size as a computer may show it, in powers of 1024: `462.53 GiB`.
    pub fn binary_label(self) -> String {
        const BINARY: [(&str, u64); 4] = [
            ("TiB", 1 << 40),
            ("GiB", 1 << 30),
            ("MiB", 1 << 20),
            ("KiB", 1 << 10),
        ];
        match BINARY.into_iter().find(|(_, unit)| self.0 >= *unit) {
            Some((name, unit)) => format!("{} {name}", thousandths(self.0, unit, 2)),
            None => format!("{} B", self.0),
        }
    }
}

impl fmt::Display for Bytes {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let (name, unit) = UNITS
            .into_iter()
            .find(|(_, unit)| self.0 >= *unit)
            .unwrap_or(("B", 1));
        write!(f, "{} {name}", in_unit(self.0, unit))
    }
}

impl FromStr for Bytes {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, "a size", "write it like 512 GB, 1.5 TB or 4 GiB");
        let (number, unit) = split_unit(text).ok_or_else(refuse)?;
        let scale = match unit.to_ascii_lowercase().as_str() {
            "" | "b" => 1,
            "kb" | "k" => 1_000,
            "mb" | "m" => 1_000_000,
            "gb" | "g" => 1_000_000_000,
            "tb" | "t" => 1_000_000_000_000,
            "kib" => 1 << 10,
            "mib" => 1 << 20,
            "gib" => 1 << 30,
            "tib" => 1 << 40,
            _ => return Err(refuse()),
        };
        number.times(scale, 1).map(Self).ok_or_else(refuse)
    }
}

crate::written_as_text!(Bytes, "Bytes", "512 GB");
