//! What can be wrong with a wire, a port or a device, with the figures that show it.

use super::load::RunLength;
use super::{ConnectionIx, Leg, PortIx};
use crate::carriage::hdmi::{Generation, Hdmi};
use crate::carriage::sdi::{Level, Sdi, SdiClass};
use crate::format::PictureFormat;
use crate::quantity::Length;
use crate::timecode::TimecodeRate;

/// Something that propagation has met, by its subject. Indices are those of the floor.
#[derive(Debug, Clone, PartialEq)]
pub enum Problem {
    /// What is plugged where it can’t be, or isn’t there.
    Wiring(WiringProblem),
    /// What a wire, its ends and its cable make of the picture sent over it.
    Carriage(CarriageProblem),
    /// What an output gives other than it should.
    Output(OutputProblem),
    /// A picture spread over several SDI links.
    Links(LinksProblem),
    /// What goes wrong over the air.
    Air(AirProblem),
    /// Where no picture begins, or none ends.
    Flow(FlowProblem),
    /// Clocks that disagree.
    Timecode(TimecodeProblem),
}

/// What is plugged where it can’t be, or isn’t there.
#[derive(Debug, Clone, PartialEq)]
pub enum WiringProblem {
    /// A placement's device isn't in the catalogue.
    UnknownDevice { placement: usize },
    /// A connection names a port that isn't there, or runs the wrong way.
    NoSuchPort { connection: ConnectionIx },
    /// A second cable in one socket.
    SecondCable { connection: ConnectionIx },
    /// A connection's cable isn't in the catalogue.
    UnknownCable { connection: ConnectionIx },
    /// Output and input speak different wires: SDI into HDMI.
    OtherWire { connection: ConnectionIx },
    /// The cable's plugs don't fit the sockets, or it isn't made for the wire.
    WrongCable { connection: ConnectionIx },
    /// A plug in a small HDMI socket without a clamp.
    Strain { connection: ConnectionIx },
}

/// What a wire, its ends and its cable make of the picture sent over it.
#[derive(Debug, Clone, PartialEq)]
pub enum CarriageProblem {
    /// The input doesn't take the format.
    NotTaken {
        connection: ConnectionIx,
        format: PictureFormat,
    },
    /// Raw comes to an input that doesn't name its carriage.
    RawNotTaken { connection: ConnectionIx },
    /// An HDMI source gave way to what its sink takes.
    FellBack {
        connection: ConnectionIx,
        wanted: PictureFormat,
        given: PictureFormat,
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
        needs: Hdmi,
        has: (Generation, u8),
        format: PictureFormat,
    },
    /// More than a coaxial cable is made for.
    OverSdiCable {
        connection: ConnectionIx,
        sdi: Sdi,
        class: SdiClass,
    },
    /// More than an HDMI cable is made for.
    OverHdmiCable {
        connection: ConnectionIx,
        needs: Hdmi,
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
        /// How much of what it may be is used up.
        share: f64,
    },
}

/// What an output gives other than it should.
#[derive(Debug, Clone, PartialEq)]
pub enum OutputProblem {
    /// An output is set to what it doesn't give, or gives nothing at the project's rate.
    CannotGive { port: PortIx, wanted: PictureFormat },
    /// An output is off, or gives less, because of what else its device does.
    SwitchedOff { port: PortIx, mode: usize },
    /// A scaler is asked for another frame rate.
    KeepsRate {
        port: PortIx,
        wanted: PictureFormat,
        comes: PictureFormat,
    },
    /// Fields become frames on the way, unasked.
    Deinterlaced {
        port: PortIx,
        comes: PictureFormat,
        given: PictureFormat,
    },
}

/// A picture spread over several SDI links.
#[derive(Debug, Clone, PartialEq)]
pub enum LinksProblem {
    /// One link of several comes to an input that takes a whole picture.
    LoneLeg { connection: ConnectionIx, leg: Leg },
    /// Links of a picture are missing at their inputs, by number from 0.
    LegsMissing {
        connection: ConnectionIx,
        of: u8,
        missing: Vec<u8>,
    },
    /// The links don't come in their order: which one is at each input, from 0.
    LegsOutOfOrder {
        connection: ConnectionIx,
        found: Vec<u8>,
    },
    /// The picture is spread in a way that the input doesn't know.
    LegMapping { connection: ConnectionIx, leg: Leg },
    /// The links' cables differ in length.
    LegLengths {
        connection: ConnectionIx,
        shortest: Length,
        longest: Length,
    },
}

/// What goes wrong over the air.
#[derive(Debug, Clone, PartialEq)]
pub enum AirProblem {
    /// Transmitter and receiver aren't of one system.
    OtherSystem { connection: ConnectionIx },
    /// More listen than the transmitter serves.
    TooManyListeners {
        connection: ConnectionIx,
        most: usize,
        count: usize,
    },
    /// Little, or nothing, is left above what the receiver needs.
    WeakRadio {
        connection: ConnectionIx,
        margin_db: f64,
        reach: Length,
    },
    /// Two transmitters of one band on one channel.
    SameChannel {
        placement: usize,
        other: usize,
        channel: u8,
    },
    /// No channel of the band is left for a transmitter.
    NoChannel { placement: usize },
}

/// Where no picture begins, or none ends.
#[derive(Debug, Clone, PartialEq)]
pub enum FlowProblem {
    /// Ports that feed each other in a circle.
    Loop { ports: Vec<PortIx> },
    /// A destination gets no picture, and nothing upstream explains it.
    NothingArrives { placement: usize },
}

/// Clocks that disagree.
#[derive(Debug, Clone, PartialEq)]
pub enum TimecodeProblem {
    /// A device counts another rate or drop mode than it must agree with.
    OtherTimecode {
        placement: usize,
        counts: TimecodeRate,
        expected: TimecodeRate,
        from: usize,
    },
}

impl Problem {
    /// Whether the picture doesn't come through at all. A run beyond its reach, or a radio link
    /// beyond its own, may still show one: it is followed, so that what else is wrong behind it is
    /// said too.
    pub fn stops_picture(&self) -> bool {
        !matches!(
            self,
            Self::Carriage(CarriageProblem::LongRun { .. } | CarriageProblem::FellBack { .. })
                | Self::Links(LinksProblem::LegLengths { .. })
                | Self::Air(AirProblem::WeakRadio { .. })
                | Self::Wiring(WiringProblem::Strain { .. })
                | Self::Output(OutputProblem::Deinterlaced { .. })
        )
    }
}
