//! Connectors: what a plug is called, and which are broken by a pull.

use serde::{Deserialize, Serialize};
use std::fmt;
use utoipa::ToSchema;

/// A socket, and the plug that fits it. The sizes of HDMI look alike in a bag and don't fit each
/// other.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Connector {
    /// BNC, 75 Ω.
    Bnc,
    /// HDMI type A, full size.
    HdmiA,
    /// HDMI type C, mini.
    HdmiC,
    /// HDMI type D, micro.
    HdmiD,
    /// XLR with three pins.
    #[serde(rename = "xlr-3")]
    Xlr3,
    /// XLR with five pins: two channels.
    #[serde(rename = "xlr-5")]
    Xlr5,
    /// Mini-XLR with three pins.
    #[serde(rename = "mini-xlr-3")]
    MiniXlr3,
    /// Mini-XLR with five pins.
    #[serde(rename = "mini-xlr-5")]
    MiniXlr5,
    /// 3.5 mm jack with three contacts, TRS.
    Jack35,
    /// 3.5 mm jack with four contacts, TRRS: telephones. It looks like the other.
    Jack35Trrs,
    /// 1/4" jack, TRS.
    Jack635,
    /// The hot shoe of a body, with contacts for sound.
    HotShoe,
    /// RCA, for composite video.
    Rca,
    /// USB type C.
    UsbC,
    /// Timecode and control on a small five-pin screw connector.
    #[serde(rename = "pin-5")]
    Pin5,
    /// The socket of a body for a flash, which some take timecode by.
    FlashSync,
    /// Optical fibre, LC duplex.
    Fibre,
    /// The V-shaped wedge of large batteries.
    #[serde(rename = "v-mount")]
    VMount,
    /// Three studs: the other plate of large batteries.
    #[serde(rename = "three-stud")]
    ThreeStud,
    /// The foot of a 7.2 V camcorder battery.
    #[serde(rename = "camcorder")]
    Camcorder,
    /// The slot of a cinema body’s own battery.
    #[serde(rename = "cell-a")]
    CellA,
    /// The slot of a mirrorless body’s own battery.
    #[serde(rename = "cell-b")]
    CellB,
    /// D-tap: 12 V class, as the battery gives it.
    #[serde(rename = "d-tap")]
    DTap,
    /// A small round plug with two pins, with a lock.
    #[serde(rename = "dc-2")]
    Dc2,
    /// XLR with four pins: 12 V class.
    #[serde(rename = "dc-4")]
    Dc4,
    /// A round plug with eight pins, of a body.
    #[serde(rename = "dc-8")]
    Dc8,
    /// A barrel plug, 5.5 × 2.1 mm.
    #[serde(rename = "barrel-21")]
    Barrel21,
    /// A barrel plug, 5.5 × 2.5 mm. It goes over the other’s pin, and wobbles.
    #[serde(rename = "barrel-25")]
    Barrel25,
    /// USB type A.
    #[serde(rename = "usb-a")]
    UsbA,
    /// The wall.
    #[serde(rename = "mains")]
    Mains,
    /// The air: an antenna, not a plug.
    Air,
    /// Built in: nothing is plugged there.
    BuiltIn,
}

impl Connector {
    /// Whether a plug goes into a socket by hand. Three and four contacts of a small jack do, and
    /// don't work: that is another question.
    pub fn goes_into(self, socket: Self) -> bool {
        const JACKS: [Connector; 2] = [Connector::Jack35, Connector::Jack35Trrs];
        self == socket || (JACKS.contains(&self) && JACKS.contains(&socket))
    }

    /// The small HDMI sockets, which a pull on the cable breaks sooner than the cable.
    pub fn is_delicate(self) -> bool {
        matches!(self, Self::HdmiC | Self::HdmiD)
    }
}

impl fmt::Display for Connector {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Bnc => "BNC",
            Self::HdmiA => "full-size HDMI, type A",
            Self::HdmiC => "mini HDMI, type C",
            Self::HdmiD => "micro HDMI, type D",
            Self::Xlr3 => "XLR-3",
            Self::Xlr5 => "XLR-5",
            Self::MiniXlr3 => "mini-XLR-3",
            Self::MiniXlr5 => "mini-XLR-5",
            Self::Jack35 => "3.5 mm jack",
            Self::Jack35Trrs => "3.5 mm TRRS jack",
            Self::Jack635 => "1/4\" jack",
            Self::HotShoe => "hot shoe",
            Self::Rca => "RCA",
            Self::UsbC => "USB-C",
            Self::Pin5 => "5-pin",
            Self::FlashSync => "flash sync",
            Self::Fibre => "fibre, LC duplex",
            Self::VMount => "V-mount",
            Self::ThreeStud => "three-stud plate",
            Self::Camcorder => "7.2 V camcorder battery",
            Self::CellA => "cinema body’s battery slot",
            Self::CellB => "mirrorless body’s battery slot",
            Self::DTap => "D-tap",
            Self::Dc2 => "2-pin",
            Self::Dc4 => "4-pin XLR",
            Self::Dc8 => "8-pin",
            Self::Barrel21 => "barrel 5.5 × 2.1 mm",
            Self::Barrel25 => "barrel 5.5 × 2.5 mm",
            Self::UsbA => "USB-A",
            Self::Mains => "mains",
            Self::Air => "radio",
            Self::BuiltIn => "built in",
        })
    }
}
