//! What can be wrong with a wire, a port or a device, with the figures that show it.

use super::load::RunLength;
use super::{ConnectionIx, PortIx};
use crate::carriage::hdmi::Generation;
use crate::carriage::sdi::{Level, Sdi, SdiClass};
use crate::format::PictureFormat;
use crate::timecode::TimecodeRate;

/// Something that propagation has met. Indices are those of the floor.
#[derive(Debug, Clone, PartialEq)]
pub enum Problem {
    /// A placement's device isn't in the catalogue.
    UnknownDevice { placement: usize },
    /// A connection names a port that isn't there, or runs the wrong way.
    NoSuchPort { connection: ConnectionIx },
    /// A second lead in one socket.
    SecondLead { connection: ConnectionIx },
    /// A connection's lead isn't in the catalogue.
    UnknownLead { connection: ConnectionIx },
    /// Output and input speak different wires: SDI into HDMI.
    OtherWire { connection: ConnectionIx },
    /// The lead's plugs don't fit the sockets, or it isn't made for the wire.
    WrongLead { connection: ConnectionIx },
    /// The input doesn't take the format.
    NotTaken {
        connection: ConnectionIx,
        format: PictureFormat,
    },
    /// SDI or HDMI defines no such picture.
    NoCarriage {
        connection: ConnectionIx,
        why: String,
    },
    /// More than an SDI port carries.
    OverSdiPort {
        connection: ConnectionIx,
        port: PortIx,
        sdi: Sdi,
        class: SdiClass,
        format: PictureFormat,
    },
    /// More than an HDMI port carries.
    OverHdmiPort {
        connection: ConnectionIx,
        port: PortIx,
        needs: Generation,
        has: Generation,
        format: PictureFormat,
    },
    /// More than a coaxial lead is made for.
    OverSdiLead {
        connection: ConnectionIx,
        sdi: Sdi,
        class: SdiClass,
    },
    /// More than an HDMI lead is made for.
    OverHdmiLead {
        connection: ConnectionIx,
        needs: Generation,
        has: Generation,
    },
    /// The levels of 3G differ.
    OtherLevel {
        connection: ConnectionIx,
        sent: Level,
    },
    /// The run is near or beyond its reach.
    LongRun {
        connection: ConnectionIx,
        run: RunLength,
    },
    /// An output is set to what it doesn't give, or gives nothing at the project's rate.
    CannotGive { port: PortIx, wanted: PictureFormat },
    /// Ports that feed each other in a circle.
    Loop { ports: Vec<PortIx> },
    /// A destination gets no picture, and nothing upstream explains it.
    NothingArrives { placement: usize },
    /// A device counts another rate or drop mode than it must agree with.
    OtherTimecode {
        placement: usize,
        counts: TimecodeRate,
        expected: TimecodeRate,
        from: usize,
    },
}
