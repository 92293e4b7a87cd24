//! What flows: a picture with all it has been through, sound channels, timecode.

use super::PortIx;
use transport::sdi::{Level, Mapping};
use transport::wire::Carries;
use units::format::{PictureFormat, Quality, Squeeze};
use units::quantity::Delay;
use units::timecode::TimecodeRate;

/// Everything that runs through one port.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Signal {
    /// The picture, if one is there.
    pub picture: Option<Picture>,
    /// Sound channels in order.
    pub sound: Vec<Sound>,
    /// Timecode.
    pub timecode: Option<Timecode>,
    /// The output that sends a record trigger beside the picture.
    pub trigger: Option<PortIx>,
    /// Whether data runs there: to a drive.
    pub data: bool,
    /// Where no picture is there because it was stopped upstream: the problem that stopped it.
    pub stopped_by: Option<usize>,
}

impl Signal {
    /// Nothing, since a problem stopped it.
    pub(super) fn stopped(problem: usize) -> Self {
        Self {
            stopped_by: Some(problem),
            ..Self::default()
        }
    }

    /// What of it a wire carries.
    pub(super) fn on(&self, carries: Carries) -> Self {
        let sound = self.sound.iter().take(carries.sound);
        Self {
            picture: self.picture.filter(|_| carries.picture),
            sound: sound.copied().collect(),
            timecode: self.timecode.filter(|_| carries.timecode),
            trigger: self.trigger.filter(|_| carries.picture),
            data: self.data && carries.data,
            stopped_by: self.stopped_by,
        }
    }
}

/// A picture at one point of its path.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Picture {
    /// The output where it began.
    pub origin: PortIx,
    /// How it travels here.
    pub format: PictureFormat,
    /// What is left of it, whatever the format could hold.
    pub effective: Quality,
    /// The 3G level it travels as, where it has one.
    pub level: Option<Level>,
    /// How often it was scaled.
    pub scales: u32,
    /// How often it was compressed with loss.
    pub lossy_hops: u32,
    /// Whether overlays are burnt in.
    pub overlay: bool,
    /// How many looks are burnt in: more than one is a mistake.
    pub looks: u32,
    /// Whether it is sensor raw, which only who names its carriage can read.
    pub raw: bool,
    /// How it is squeezed.
    pub squeeze: Squeeze,
    /// Whether an output on the way has taken a squeeze out.
    pub desqueezed: bool,
    /// Which part of a picture over several links this is; `None`: all of it.
    pub leg: Option<Leg>,
    /// What the coaxial run has lost since it was last made anew, in decibels.
    pub run_loss_db: f64,
    /// What share of its reach an HDMI picture has used up since it was last made anew.
    pub run_share: f64,
    /// Since the lens.
    pub delay: Delay,
}

/// One link of a picture that is spread over several.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Leg {
    /// Which one, from 0.
    pub number: u8,
    /// How many there are.
    pub of: u8,
    /// How the picture is spread.
    pub mapping: Mapping,
}

/// One channel of sound.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sound {
    /// The output where it began: a microphone's, or a mixer's for a mix.
    pub origin: PortIx,
    /// Which channel of that output, from 0.
    pub channel: u8,
    /// Since it began.
    pub delay: Delay,
    /// The port before this one, and its channel there; none where it begins.
    pub came: Option<(PortIx, u8)>,
}

/// Timecode on a wire.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Timecode {
    /// The device that counts, by its place in the build.
    pub origin: usize,
    /// What it counts.
    pub rate: TimecodeRate,
}
