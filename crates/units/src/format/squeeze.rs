use crate::quantity::{Unreadable, in_unit};
use std::{fmt, str::FromStr};

/// How much an anamorphic lens squeezes the picture sideways: 2×, 1.33×. 1× is no squeeze.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Squeeze {
    hundredths: u16,
}

impl Squeeze {
    /// A spherical lens, or a picture whose squeeze is taken out.
    pub const NONE: Self = Self { hundredths: 100 };

    /// Whether there is any.
    pub fn is_squeezed(self) -> bool {
        self != Self::NONE
    }
}

impl Default for Squeeze {
    fn default() -> Self {
        Self::NONE
    }
}

impl fmt::Display for Squeeze {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}×", in_unit(self.hundredths.into(), 100))
    }
}

impl FromStr for Squeeze {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "an anamorphic squeeze",
                "write it like 2x, 1.5x or 1.33x; 1x is a spherical lens; 2.5x is the most",
            )
        };
        let number = text.trim().trim_end_matches(['x', 'X', '×']).trim();
        let value: f64 = number.parse().map_err(|_| refuse())?;
        if !(1.0..=2.5).contains(&value) {
            return Err(refuse());
        }
        Ok(Self {
            hundredths: (value * 100.0).round() as u16,
        })
    }
}

crate::written_as_text!(Squeeze, "Squeeze", "2×");
