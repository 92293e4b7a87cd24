//! Wires: what runs on each, as a table.

use serde::{Deserialize, Serialize};
use std::fmt;
use utoipa::ToSchema;

/// What runs on a wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Wire {
    /// Serial digital picture with embedded sound and ancillary timecode.
    Sdi,
    /// HDMI picture with sound.
    Hdmi,
    /// Analogue sound.
    Analogue,
    /// Linear timecode.
    Ltc,
    /// A radio link that carries picture and sound.
    RadioPicture,
    /// A radio link that carries sound.
    RadioSound,
    /// A stream to the app on a phone or tablet.
    RadioApp,
    /// Composite video: SD, picture only.
    Composite,
    /// SDI on optical fibre.
    OpticalSdi,
    /// USB data: a file path, not a picture.
    UsbData,
    /// Digital sound over the contacts of a hot shoe.
    ShoeSound,
    /// Digital sound on a balanced cable (AES3): two channels.
    Aes3,
    /// A reference (black or tri-level sync): when each frame begins, for cameras and switchers to lock to.
    Reference,
    /// Power: a battery’s contacts, a low voltage, USB, the mains.
    Power,
}

/// What a wire carries.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Carries {
    /// A picture.
    pub picture: bool,
    /// Sound channels at most.
    pub sound: usize,
    /// Time that is counted on, labels or the start of frames: over HDMI it is each maker's own.
    pub timecode: bool,
    /// Files, to a drive.
    pub data: bool,
}

/// One wire's row.
struct Row {
    wire: Wire,
    name: &'static str,
    air: bool,
    carries: Carries,
}

const fn row(
    wire: Wire,
    name: &'static str,
    (picture, sound, timecode, data): (bool, usize, bool, bool),
) -> Row {
    Row {
        wire,
        name,
        air: matches!(wire, Wire::RadioPicture | Wire::RadioSound | Wire::RadioApp),
        carries: Carries {
            picture,
            sound,
            timecode,
            data,
        },
    }
}

/// As many channels as come.
const ALL: usize = usize::MAX;

/// Every wire, in the order of the enum. SDI embeds four groups of four channels at HD and above
/// (ST 299-1); HDMI up to eight of PCM.
const TABLE: [Row; 14] = [
    row(Wire::Sdi, "SDI", (true, 16, true, false)),
    row(Wire::Hdmi, "HDMI", (true, 8, false, false)),
    row(Wire::Analogue, "analogue sound", (false, ALL, true, false)),
    row(Wire::Ltc, "linear timecode", (false, 0, true, false)),
    row(
        Wire::RadioPicture,
        "a picture radio link",
        (true, ALL, true, false),
    ),
    row(
        Wire::RadioSound,
        "a sound radio link",
        (false, ALL, false, false),
    ),
    row(
        Wire::RadioApp,
        "a stream to an app",
        (true, ALL, true, false),
    ),
    row(Wire::Composite, "composite video", (true, 0, false, false)),
    row(Wire::OpticalSdi, "SDI on fibre", (true, 16, true, false)),
    row(Wire::UsbData, "USB data", (false, 0, false, true)),
    row(
        Wire::ShoeSound,
        "digital sound over a hot shoe",
        (false, 4, false, false),
    ),
    row(Wire::Aes3, "AES3 digital sound", (false, 2, false, false)),
    row(Wire::Reference, "a reference", (false, 0, true, false)),
    row(Wire::Power, "power", (false, 0, false, false)),
];

impl Wire {
    fn row(self) -> &'static Row {
        let row = &TABLE[self as usize];
        debug_assert_eq!(row.wire, self, "the rows stand in the order of the enum");
        row
    }

    /// What it carries.
    pub fn carries(self) -> Carries {
        self.row().carries
    }

    /// Whether it goes over the air.
    pub fn is_air(self) -> bool {
        self.row().air
    }
}

impl fmt::Display for Wire {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.row().name)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_wire_has_its_own_row() {
        for row in &TABLE {
            assert_eq!(row.wire.row().wire, row.wire);
        }
    }

    #[test]
    fn what_runs_on_each() {
        let runs = |wire: Wire| {
            let carries = wire.carries();
            (
                carries.picture,
                carries.sound,
                carries.timecode,
                carries.data,
            )
        };
        assert_eq!(runs(Wire::Sdi), (true, 16, true, false));
        assert_eq!(runs(Wire::Hdmi), (true, 8, false, false));
        assert_eq!(runs(Wire::Ltc), (false, 0, true, false));
        assert_eq!(runs(Wire::Composite), (true, 0, false, false));
        assert_eq!(runs(Wire::UsbData), (false, 0, false, true));
        assert!(Wire::RadioSound.is_air() && !Wire::Analogue.is_air());
    }
}
