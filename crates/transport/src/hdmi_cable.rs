//! HDMI cables: how far each kind reaches, as a guide.

use super::hdmi::{Generation, Hdmi};
use serde::{Deserialize, Serialize};
use units::quantity::Length;
use utoipa::ToSchema;

/// How an HDMI cable is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum HdmiMake {
    /// Ordinary passive copper.
    Copper,
    /// Thin or coiled copper: half the reach.
    Thin,
    /// Active optical: one direction only.
    Optical,
}

/// The reach of a cable for a format: passive copper 10 m to 340 MHz, 5 m to 600 MHz, 3 m on the
/// fixed-rate link; half that when thin or coiled; active optical 30 m.
pub fn reach(make: HdmiMake, hdmi: &Hdmi) -> Length {
    let copper = if hdmi.frl_gbps.is_some() {
        3_000
    } else if hdmi.tmds_character_rate_hz > Generation::V1_4.tmds_limit_hz() {
        5_000
    } else {
        10_000
    };
    Length(match make {
        HdmiMake::Copper => copper,
        HdmiMake::Thin => copper / 2,
        HdmiMake::Optical => 30_000,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::hdmi::carry;

    #[test]
    fn reach_falls_as_the_wire_gets_faster() {
        for (format, copper, thin) in [
            ("1080p60", 10.0, 5.0),
            ("2160p25", 10.0, 5.0),
            ("2160p50", 5.0, 2.5),
            ("2160p120", 3.0, 1.5),
        ] {
            let hdmi = carry(format.parse().unwrap()).unwrap();
            let metres = |make| reach(make, &hdmi).metres();
            assert_eq!(
                (metres(HdmiMake::Copper), metres(HdmiMake::Thin)),
                (copper, thin),
                "{format}"
            );
            assert_eq!(metres(HdmiMake::Optical), 30.0);
        }
    }
}
