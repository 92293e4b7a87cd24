//! Picture and sound over the air: path loss over distance, and the margin that is left.

use serde::{Deserialize, Serialize};
use std::fmt;
use utoipa::ToSchema;

use units::quantity::Length;

/// What stands between two antennas.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Hash,
    Default,
    Serialize,
    Deserialize,
    ToSchema,
)]
#[serde(rename_all = "lowercase")]
pub enum Surroundings {
    /// Open air, in sight of each other.
    #[default]
    Open,
    /// People standing between them.
    Crowd,
    /// Walls between them.
    Walls,
    /// Metal all around: halls, ships, furnaces.
    Metal,
}

impl Surroundings {
    /// All of them, easiest first.
    pub const ALL: [Self; 4] = [Self::Open, Self::Crowd, Self::Walls, Self::Metal];

    /// The exponent with which power falls with distance, and what is lost besides, in decibels.
    /// Free space falls with the square (ITU-R P.525); indoors and through obstacles the exponent
    /// is 2.8 to 3.5 (ITU-R P.1238 gives 28 to 33 times the logarithm). A guide: try it on the day.
    pub fn loss_law(self) -> (f64, f64) {
        match self {
            Self::Open => (2.0, 0.0),
            Self::Crowd => (2.6, 5.0),
            Self::Walls => (3.0, 0.0),
            Self::Metal => (3.3, 8.0),
        }
    }
}

impl fmt::Display for Surroundings {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Open => "open air",
            Self::Crowd => "a crowd",
            Self::Walls => "walls",
            Self::Metal => "metal all around",
        })
    }
}

/// A link that works in the lab ends on a set: this much is kept for fading, in decibels.
pub const FADE_DB: f64 = 10.0;

/// One end's part in a link.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Budget {
    /// The middle of its band, in megahertz.
    pub frequency_mhz: f64,
    /// What the transmitter radiates, antenna included, in dBm.
    pub radiated_dbm: f64,
    /// The weakest signal that the receiver works with, in dBm.
    pub sensitivity_dbm: f64,
}

impl Budget {
    /// Loss over a distance, in decibels: free space over the first metre, then the law of the
    /// surroundings.
    pub fn loss_db(self, distance: Length, surroundings: Surroundings) -> f64 {
        let (exponent, besides) = surroundings.loss_law();
        // ITU-R P.525: 20·log f (MHz) + 20·log d (km) + 32.45, at one metre.
        let first_metre = 20.0 * self.frequency_mhz.max(1.0).log10() - 27.55;
        first_metre + 10.0 * exponent * distance.metres().max(1.0).log10() + besides
    }

    /// What is left above the weakest signal that works, in decibels.
    pub fn margin_db(self, distance: Length, surroundings: Surroundings) -> f64 {
        self.radiated_dbm - self.loss_db(distance, surroundings) - self.sensitivity_dbm
    }

    /// How far it reaches with the allowance for fading, to the metre below.
    pub fn reach(self, surroundings: Surroundings) -> Length {
        let (exponent, _) = surroundings.loss_law();
        let spare = self.margin_db(Length(1_000), surroundings) - FADE_DB;
        let metres = 10f64.powf(spare / (10.0 * exponent)).floor();
        Length((metres.clamp(0.0, 100_000.0) as u64) * 1_000)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    const LINK: Budget = Budget {
        frequency_mhz: 5500.0,
        radiated_dbm: 20.0,
        sensitivity_dbm: -88.0,
    };

    #[test]
    fn free_space_loses_what_the_recommendation_says() {
        // 5.5 GHz over 100 m: 20·log 5500 + 20·log 0.1 + 32.45 = 87.26 dB.
        let loss = LINK.loss_db(Length(100_000), Surroundings::Open);
        assert!((loss - 87.26).abs() < 0.02, "{loss}");
    }

    #[test]
    fn harder_surroundings_reach_less_far() {
        let reach = Surroundings::ALL.map(|around| LINK.reach(around).metres());
        assert_eq!(reach, [344.0, 57.0, 49.0, 19.0]);
    }

    proptest! {
        #[test]
        fn further_away_is_never_better(near in 1u64..500_000, more in 0u64..500_000) {
            for around in Surroundings::ALL {
                prop_assert!(LINK.margin_db(Length(near + more), around) <= LINK.margin_db(Length(near), around));
            }
        }
    }
}
