//! What is wrong with a supply.

use crate::path::{ConnectionIx, Floor, PortIx};
use units::quantity::{VoltRange, Volts, Watts};

/// What is wrong, with its figures.
#[derive(Debug, Clone, PartialEq)]
pub enum PowerProblem {
    /// More volts than the input takes: it is destroyed.
    TooHigh {
        /// The cable.
        connection: ConnectionIx,
        /// What comes.
        comes: VoltRange,
        /// What it takes.
        takes: VoltRange,
    },
    /// Plus on minus, or another contact than is meant.
    OtherPins {
        /// The cable.
        connection: ConnectionIx,
        /// What comes.
        comes: String,
        /// What is wanted.
        wanted: String,
    },
    /// Too few volts before the pack is empty.
    TooLow {
        /// The cable.
        connection: ConnectionIx,
        /// Volts at the load at the end.
        least: f64,
        /// What of that the cable loses.
        lost: f64,
        /// What it needs.
        needs: Volts,
        /// The share of the charge at which it stops, where cells stand behind it: 1 where it never runs.
        charge: Option<f64>,
        /// Whether only its peak pulls it down so far.
        peak: bool,
    },
    /// Packs of different voltages on one plate.
    Mixed {
        /// The plate.
        placement: usize,
        /// The cables of the two.
        connections: [ConnectionIx; 2],
        /// What each gives.
        volts: [VoltRange; 2],
    },
    /// More than a joint carries.
    Over {
        /// Which.
        over: Over,
        /// What goes through it while everything works.
        typical: Watts,
        /// At the most.
        peak: Watts,
        /// What it is made for.
        limit: Watts,
    },
    /// USB that gives less than is needed.
    UsbShort {
        /// The cable.
        connection: ConnectionIx,
        /// The step that both ends settle on.
        step: Volts,
        /// What can be drawn at it.
        gives: Watts,
        /// What is needed.
        needs: Watts,
        /// What comes of it.
        so: UsbShort,
        /// Whether a marked cable would do.
        cable: bool,
    },
    /// An input that must have a battery on it.
    MustHold {
        /// The device.
        placement: usize,
        /// The input.
        input: PortIx,
    },
    /// Outlets that go to sleep: less is drawn than keeps them awake.
    Sleeps {
        /// The battery.
        placement: usize,
        /// What is drawn while everything works.
        typical: Watts,
        /// While everything waits.
        standby: Watts,
        /// What keeps it awake.
        least: Watts,
    },
    /// What feeds itself in a circle.
    Circle {
        /// The devices.
        placements: Vec<usize>,
    },
}

impl PowerProblem {
    /// The device at which it stands.
    pub fn placement(&self, floor: &Floor) -> usize {
        let end = |connection: ConnectionIx| floor.ports[floor.link(connection).to].placement;
        match self {
            Self::TooHigh { connection, .. }
            | Self::OtherPins { connection, .. }
            | Self::TooLow { connection, .. }
            | Self::UsbShort { connection, .. } => end(*connection),
            Self::MustHold { placement, .. }
            | Self::Mixed { placement, .. }
            | Self::Sleeps { placement, .. } => *placement,
            Self::Circle { placements } => placements[0],
            Self::Over { over, .. } => match over {
                Over::Outlet(port) => floor.ports[*port].placement,
                Over::Cable(connection) => end(*connection),
                Over::Device(placement) | Over::Usb(placement) | Over::Breaker(placement) => {
                    *placement
                }
            },
        }
    }
}

/// What carries too much.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Over {
    /// An outlet.
    Outlet(PortIx),
    /// A cable.
    Cable(ConnectionIx),
    /// All outlets of a device together.
    Device(usize),
    /// Its USB outlets together.
    Usb(usize),
    /// The breaker that wall sockets hang behind.
    Breaker(usize),
}

/// What comes of USB that gives too little.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum UsbShort {
    /// It doesn't start.
    StaysOff,
    /// It runs, and its own battery empties meanwhile.
    RunsDown,
    /// It runs, and its own battery isn't filled.
    DoesNotFill,
}
