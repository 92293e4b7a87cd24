//! What can be wrong with a wire, a port or a device, with the figures that show it.

use super::load::RunLength;
use super::{ConnectionIx, Leg, PortIx};
use transport::NotCarried;
use transport::hdmi::{Generation, Hdmi};
use transport::sdi::{Level, Sdi, SdiClass};
use units::format::PictureFormat;
use units::quantity::Length;
use units::timecode::TimecodeRate;

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
    UnknownDevice {
        /// The device.
        placement: usize,
    },
    /// A connection names a port that isn't there, or runs the wrong way.
    NoSuchPort {
        /// The connection.
        connection: ConnectionIx,
    },
    /// A cable in a socket that another port of the device uses.
    SharedSocket {
        /// The connection.
        connection: ConnectionIx,
    },
    /// A second cable in a socket, or a second pairing of a receiver.
    SecondCable {
        /// The connection.
        connection: ConnectionIx,
    },
    /// A connection's cable isn't in the catalogue.
    UnknownCable {
        /// The connection.
        connection: ConnectionIx,
    },
    /// Output and input speak different wires: SDI into HDMI.
    OtherWire {
        /// The connection.
        connection: ConnectionIx,
    },
    /// The cable's plugs don't fit the sockets, or it isn't made for the wire.
    WrongCable {
        /// The connection.
        connection: ConnectionIx,
    },
    /// A plug in a small HDMI socket without a clamp.
    Strain {
        /// The connection.
        connection: ConnectionIx,
        /// The small socket.
        port: PortIx,
    },
}

/// What a wire, its ends and its cable make of the picture sent over it.
#[derive(Debug, Clone, PartialEq)]
pub enum CarriageProblem {
    /// The input doesn't take the format.
    NotTaken {
        /// The connection.
        connection: ConnectionIx,
        /// The picture that is sent.
        format: PictureFormat,
    },
    /// Raw comes to an input that doesn't name its carriage.
    RawNotTaken {
        /// The connection.
        connection: ConnectionIx,
    },
    /// An HDMI source gave way to what its sink takes.
    FellBack {
        /// The connection.
        connection: ConnectionIx,
        /// What was to be given.
        wanted: PictureFormat,
        /// What is given.
        given: PictureFormat,
    },
    /// SDI or HDMI defines no such picture.
    NoCarriage {
        /// The connection.
        connection: ConnectionIx,
        /// What there is in its place.
        why: NotCarried,
    },
    /// More than an SDI port carries.
    OverSdiPort {
        /// The connection.
        connection: ConnectionIx,
        /// The port.
        port: PortIx,
        /// Rates and class of the picture.
        sdi: Sdi,
        /// The class that it is made for.
        class: SdiClass,
        /// The picture that is sent.
        format: PictureFormat,
    },
    /// More than an HDMI port carries.
    OverHdmiPort {
        /// The connection.
        connection: ConnectionIx,
        /// The port.
        port: PortIx,
        /// Rates and generation of the picture.
        needs: Hdmi,
        /// What it has.
        has: (Generation, u8),
        /// The picture that is sent.
        format: PictureFormat,
    },
    /// More than a coaxial cable is made for.
    OverSdiCable {
        /// The connection.
        connection: ConnectionIx,
        /// Rates and class of the picture.
        sdi: Sdi,
        /// The class that it is made for.
        class: SdiClass,
    },
    /// More than an HDMI cable is made for.
    OverHdmiCable {
        /// The connection.
        connection: ConnectionIx,
        /// Rates and generation of the picture.
        needs: Hdmi,
        /// What it has.
        has: Generation,
    },
    /// The levels of 3G differ.
    OtherLevel {
        /// The connection.
        connection: ConnectionIx,
        /// The level that comes.
        sent: Level,
    },
    /// The run is near or beyond its reach.
    LongRun {
        /// The connection.
        connection: ConnectionIx,
        /// The run against its reach.
        run: RunLength,
        /// How much of what it may be is used up.
        share: f64,
    },
}

/// What an output gives other than it should.
#[derive(Debug, Clone, PartialEq)]
pub enum OutputProblem {
    /// An output is set to what it doesn't give, or gives nothing at the project's rate.
    CannotGive {
        /// The port.
        port: PortIx,
        /// What was to be given.
        wanted: PictureFormat,
    },
    /// An output is off, or gives less, because of what else its device does.
    SwitchedOff {
        /// The port.
        port: PortIx,
        /// The mode, by its number among the device’s.
        mode: usize,
    },
    /// A scaler is asked for another frame rate.
    KeepsRate {
        /// The port.
        port: PortIx,
        /// What was to be given.
        wanted: PictureFormat,
        /// The picture that comes.
        comes: PictureFormat,
    },
    /// Fields become frames on the way, unasked.
    Deinterlaced {
        /// The port.
        port: PortIx,
        /// The picture that comes.
        comes: PictureFormat,
        /// What is given.
        given: PictureFormat,
    },
}

/// A picture spread over several SDI links.
#[derive(Debug, Clone, PartialEq)]
pub enum LinksProblem {
    /// One link of several comes to an input that takes a whole picture.
    LoneLeg {
        /// The connection.
        connection: ConnectionIx,
        /// Which link of which picture.
        leg: Leg,
    },
    /// Links of a picture are missing at their inputs, by number from 0.
    LegsMissing {
        /// The connection.
        connection: ConnectionIx,
        /// Links of the picture.
        of: u8,
        /// Their numbers.
        missing: Vec<u8>,
    },
    /// The links don't come in their order: which one is at each input, from 0.
    LegsOutOfOrder {
        /// The connection.
        connection: ConnectionIx,
        /// By input, the link that comes.
        found: Vec<u8>,
    },
    /// The picture is spread in a way that the input doesn't know.
    LegMapping {
        /// The connection.
        connection: ConnectionIx,
        /// Which link of which picture.
        leg: Leg,
    },
    /// The links' cables differ in length.
    LegLengths {
        /// The connection.
        connection: ConnectionIx,
        /// The shortest.
        shortest: Length,
        /// The longest.
        longest: Length,
    },
}

/// What goes wrong over the air.
#[derive(Debug, Clone, PartialEq)]
pub enum AirProblem {
    /// Transmitter and receiver aren't of one system.
    OtherSystem {
        /// The connection.
        connection: ConnectionIx,
    },
    /// More listen than the transmitter serves.
    TooManyListeners {
        /// The connection.
        connection: ConnectionIx,
        /// As many as it serves.
        most: usize,
        /// As many as listen.
        count: usize,
    },
    /// Little, or nothing, is left above what the receiver needs.
    WeakRadio {
        /// The connection.
        connection: ConnectionIx,
        /// What is left, in decibels.
        margin_db: f64,
        /// How far it would carry.
        reach: Length,
    },
    /// Two transmitters of one band on one channel.
    SameChannel {
        /// The device.
        placement: usize,
        /// The other device.
        other: usize,
        /// The channel.
        channel: u8,
    },
    /// No channel of the band is left for a transmitter.
    NoChannel {
        /// The device.
        placement: usize,
    },
}

/// Where no picture begins, or none ends.
#[derive(Debug, Clone, PartialEq)]
pub enum FlowProblem {
    /// Ports that feed each other in a circle.
    Loop {
        /// In their order.
        ports: Vec<PortIx>,
    },
    /// A destination gets no picture, and nothing upstream explains it.
    NothingArrives {
        /// The device.
        placement: usize,
    },
}

/// Clocks that disagree.
#[derive(Debug, Clone, PartialEq)]
pub enum TimecodeProblem {
    /// A device counts another rate or drop mode than it must agree with.
    OtherTimecode {
        /// The device.
        placement: usize,
        /// What it counts.
        counts: TimecodeRate,
        /// What it must agree with.
        expected: TimecodeRate,
        /// Whose clock that is.
        from: usize,
    },
}

impl Problem {
    /// Whether the picture doesn't come through at all. A run beyond its reach, or a radio link
    /// beyond its own, may still show one: it is followed, so that what else is wrong behind it is
    /// said too.
    pub fn stops_picture(&self) -> bool {
        !self.lets_through()
    }

    /// Whether it is only that the device at an input doesn’t take what comes: the wire itself brings it.
    pub(super) fn is_of_the_sink(&self, input: PortIx) -> bool {
        match self {
            Self::Carriage(
                CarriageProblem::NotTaken { .. }
                | CarriageProblem::RawNotTaken { .. }
                | CarriageProblem::OtherLevel { .. },
            ) => true,
            Self::Carriage(CarriageProblem::OverSdiPort { port, .. }) => *port == input,
            _ => false,
        }
    }

    fn lets_through(&self) -> bool {
        matches!(
            self,
            Self::Carriage(CarriageProblem::LongRun { .. } | CarriageProblem::FellBack { .. })
                | Self::Links(LinksProblem::LegLengths { .. })
                | Self::Air(AirProblem::WeakRadio { .. })
                | Self::Wiring(WiringProblem::Strain { .. })
                | Self::Output(OutputProblem::Deinterlaced { .. })
        )
    }
}
