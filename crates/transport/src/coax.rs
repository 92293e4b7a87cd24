//! Coaxial cables: loss, and how far each class of SDI reaches.

use super::{Margin, sdi::SdiClass};
use serde::{Deserialize, Serialize};
use std::str::FromStr;
use units::quantity::{Length, Unreadable};
use utoipa::ToSchema;

/// The loss of a class of 75 Ω cable: 100 m lose `a`·√f + `b`·f decibels, f in GHz. The cable's
/// own data sheet wins: a catalogue entry holds its own coefficients.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Coax {
    /// The share that grows with the root of the frequency (skin effect).
    pub a: f64,
    /// The share that grows with the frequency (dielectric).
    pub b: f64,
}

/// The classes of cable that the calculator knows by name.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum CoaxClass {
    /// RG-6 class, low loss.
    Rg6,
    /// RG-59 class.
    Rg59,
    /// Miniature.
    Miniature,
    /// Thin rig cable.
    Thin,
}

impl CoaxClass {
    /// The guide coefficients of the class.
    pub fn loss(self) -> Coax {
        let (a, b) = match self {
            Self::Rg6 => (17.6, 1.5),
            Self::Rg59 => (22.0, 1.7),
            Self::Miniature => (29.6, 2.1),
            Self::Thin => (76.0, 3.0),
        };
        Coax { a, b }
    }
}

impl FromStr for CoaxClass {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        match text.trim().to_lowercase().as_str() {
            "rg6" | "rg-6" => Ok(Self::Rg6),
            "rg59" | "rg-59" => Ok(Self::Rg59),
            "mini" | "miniature" => Ok(Self::Miniature),
            "thin" => Ok(Self::Thin),
            _ => Err(Unreadable::new(
                text,
                "a class of coaxial cable",
                "it is rg6, rg59, mini or thin",
            )),
        }
    }
}

/// The frequency at which loss is judged, half the clock, in GHz.
pub fn half_clock_ghz(class: SdiClass) -> f64 {
    class.line_rate_bps() as f64 / 2e9
}

/// The loss that a receiver's equalizer covers, in decibels at half the clock (ST 292-1 and
/// ST 425-1: 20 dB; ST 2081 and ST 2082: 40 dB; ST 259: 30 dB at 135 MHz).
pub fn budget_db(class: SdiClass) -> f64 {
    match class {
        SdiClass::Sd => 30.0,
        SdiClass::Hd | SdiClass::G3 => 20.0,
        SdiClass::G6 | SdiClass::G12 => 40.0,
    }
}

impl Coax {
    /// Loss of `length` at half the clock of `class`, in decibels.
    pub fn loss_db(self, class: SdiClass, length: Length) -> f64 {
        let f = half_clock_ghz(class);
        (self.a * f.sqrt() + self.b * f) * length.metres() / 100.0
    }

    /// The length whose loss uses up the equalizer, to the millimetre.
    pub fn reach(self, class: SdiClass) -> Length {
        let hundred_metres = self.loss_db(class, Length(100_000));
        if hundred_metres <= 0.0 {
            return Length::LONGEST;
        }
        Length(
            (budget_db(class) / hundred_metres * 100_000.0)
                .round()
                .min(Length::LONGEST.0 as f64) as u64,
        )
    }

    /// The length whose loss uses up the equalizer where some of it is used up already, in decibels.
    pub fn reach_after(self, class: SdiClass, used_db: f64) -> Length {
        let share = (1.0 - used_db / budget_db(class)).clamp(0.0, 1.0);
        Length((self.reach(class).0 as f64 * share).round() as u64)
    }

    /// How near `length` is to the reach of `class`.
    pub fn margin(self, class: SdiClass, length: Length) -> Margin {
        Margin::of(length.0, self.reach(class).0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn reference_reach() {
        use SdiClass::{G3, G6, G12, Hd};
        for (class, reaches) in [
            (CoaxClass::Rg6, [123, 84, 115, 77]),
            (CoaxClass::Rg59, [99, 68, 93, 63]),
            (CoaxClass::Miniature, [74, 51, 70, 47]),
            (CoaxClass::Thin, [29, 21, 29, 20]),
        ] {
            for (sdi, reach) in [Hd, G3, G6, G12].into_iter().zip(reaches) {
                // The page prints whole metres, some rounded and some cut.
                let off = (class.loss().reach(sdi).metres() - f64::from(reach)).abs();
                assert!(off < 0.6, "{class:?} at {sdi}: {off} m from the page");
            }
        }
    }

    #[test]
    fn caution_begins_at_nine_tenths_of_the_reach() {
        let margin = |metres: u64| {
            CoaxClass::Rg6
                .loss()
                .margin(SdiClass::G12, Length(metres * 1000))
        };
        assert_eq!(
            [60, 69, 70, 76, 78].map(margin),
            [
                Margin::Ok,
                Margin::Ok,
                Margin::Caution,
                Margin::Caution,
                Margin::Stop,
            ]
        );
    }

    proptest! {
        #[test]
        fn a_longer_cable_never_loses_less(short in 0u64..200_000, more in 0u64..200_000) {
            for class in SdiClass::ALL {
                let coax = CoaxClass::Rg59.loss();
                prop_assert!(coax.loss_db(class, Length(short + more)) >= coax.loss_db(class, Length(short)));
                prop_assert!(coax.margin(class, Length(short + more)) >= coax.margin(class, Length(short)));
            }
        }
    }
}
