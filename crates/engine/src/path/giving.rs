//! What an output gives, with all that its device does at the same time.

use super::{Floor, PortIx};
use model::catalogue::{Abilities, Cap, Condition, Mode, nearest_of};
use transport::wire::Wire;
use units::format::{FrameRate, PictureFormat};

/// What an output can be set to now.
pub struct Giving<'a> {
    formats: &'a Abilities,
    /// The modes that apply and leave it less, by their place in the device's list.
    pub narrowed: Vec<(usize, Option<&'a Abilities>)>,
    wire: Wire,
}

/// What `port` gives with what its device does.
pub fn giving<'a>(floor: &Floor<'a>, port: PortIx) -> Giving<'a> {
    let node = floor.ports[port];
    let modes = floor.devices[node.placement].map_or(&[][..], |device| device.modes.as_slice());
    let mut narrowed = Vec::new();
    for (number, mode) in modes.iter().enumerate() {
        let leaves = mode
            .leaves
            .iter()
            .find(|leaves| leaves.ports.contains(&node.port.id));
        if let Some(leaves) = leaves.filter(|_| applies(floor, node.placement, mode)) {
            narrowed.push((number, leaves.formats.as_ref()));
        }
    }
    Giving {
        formats: &node.port.formats,
        narrowed,
        wire: node.port.wire,
    }
}

/// What an output's processing makes of the picture now, and the mode that lowers it to that.
pub fn made_as(floor: &Floor, port: PortIx) -> (Cap, Option<usize>) {
    let node = floor.ports[port];
    let usual = node
        .port
        .origin
        .as_ref()
        .map_or_else(Cap::default, |origin| origin.made_as);
    let modes = floor.devices[node.placement].map_or(&[][..], |device| device.modes.as_slice());
    let lower = modes.iter().enumerate().filter_map(|(number, mode)| {
        let makes = mode
            .makes
            .iter()
            .find(|makes| makes.ports.contains(&node.port.id))?;
        applies(floor, node.placement, mode).then_some((makes.cap, number))
    });
    lower.fold((usual, None), |(cap, _), (lower, mode)| {
        (cap.and(lower), Some(mode))
    })
}

/// Whether a device does now what a mode names.
pub fn applies(floor: &Floor, placement: usize, mode: &Mode) -> bool {
    mode.when
        .iter()
        .all(|condition| holds(floor, placement, condition))
}

/// Whether a device does now what a condition names.
pub fn holds(floor: &Floor, placement: usize, condition: &Condition) -> bool {
    let settings = &floor.build.placements[placement].settings;
    let records = settings.recording.as_ref();
    match condition {
        Condition::Faster { than } => shooting_rate(floor, placement) > *than,
        Condition::RecordingInside => records.is_some_and(|recording| !recording.to_drive),
        Condition::RecordingToDrive => records.is_some_and(|recording| recording.to_drive),
        Condition::RawOut => settings.outputs.values().any(|output| output.raw.is_some()),
        Condition::Playback => settings.playback,
        Condition::InUse { port } => floor
            .port_of(placement, port)
            .is_some_and(|port| floor.occupied[port]),
    }
}

/// The fastest rate that a body records or sends: the project's unless it is set otherwise.
fn shooting_rate(floor: &Floor, placement: usize) -> FrameRate {
    let settings = &floor.build.placements[placement].settings;
    let recorded = settings
        .recording
        .as_ref()
        .and_then(|recording| recording.format);
    let recorded = recorded.map_or(floor.production.format.rate, |format| format.rate);
    // Off speed, the sensor's rate is what the outputs have to live with.
    let sensor = settings
        .recording
        .as_ref()
        .and_then(|recording| recording.sensor_rate);
    let recorded = sensor.map_or(recorded, |sensor| sensor.max(recorded));
    let sent = settings.outputs.values().filter_map(|output| output.format);
    sent.map(|format| format.rate)
        .fold(recorded, FrameRate::max)
}

impl Giving<'_> {
    /// The mode that switches it off.
    pub fn off(&self) -> Option<usize> {
        let off = self.narrowed.iter().find(|(_, formats)| formats.is_none());
        off.map(|(mode, _)| *mode)
    }

    /// The mode that keeps it from a format which it gives otherwise.
    pub fn kept_from(&self, format: PictureFormat) -> Option<usize> {
        if !self.formats.hold(format) {
            return None;
        }
        let narrower = |(_, formats): &&(usize, Option<&Abilities>)| {
            formats.is_none_or(|formats| !formats.hold(format))
        };
        self.narrowed.iter().find(narrower).map(|(mode, _)| *mode)
    }

    /// Whether it passes on whatever comes.
    pub fn is_open(&self) -> bool {
        self.formats.is_open() && self.narrowed.is_empty()
    }

    /// Whether it gives a format.
    pub fn hold(&self, format: PictureFormat) -> bool {
        self.formats.hold(format) && self.leaves(format)
    }

    fn leaves(&self, format: PictureFormat) -> bool {
        let mut narrowed = self.narrowed.iter();
        narrowed.all(|(_, formats)| formats.is_some_and(|formats| formats.hold(format)))
    }

    /// Every format at one frame rate.
    pub fn formats_at(&self, rate: FrameRate) -> Vec<PictureFormat> {
        let mut formats = self.formats.formats_at(rate);
        formats.retain(|format| self.leaves(*format));
        formats
    }

    /// The format nearest to `wanted` at its frame rate. Composite video knows one rate: it is
    /// given whatever is wanted.
    pub fn nearest(&self, wanted: PictureFormat) -> Option<PictureFormat> {
        if self.hold(wanted) {
            return Some(wanted);
        }
        let found = nearest_of(self.formats_at(wanted.rate).into_iter(), wanted);
        if found.is_none() && self.wire == Wire::Composite {
            return self.nearest_rate(wanted);
        }
        found
    }

    /// The format nearest to `wanted` at the nearest frame rate that there is.
    pub fn nearest_rate(&self, wanted: PictureFormat) -> Option<PictureFormat> {
        let off = |rate: &FrameRate| (rate.as_f64() - wanted.rate.as_f64()).abs();
        let mut rates = FrameRate::STANDARD.to_vec();
        rates.sort_by(|a, b| off(a).total_cmp(&off(b)));
        let mut found = rates.into_iter().map(|rate| self.formats_at(rate));
        let formats = found.find(|formats| !formats.is_empty())?;
        nearest_of(formats.into_iter(), wanted)
    }

    /// What it amounts to, for a sentence.
    pub fn in_words(&self) -> String {
        if self.off().is_some() {
            return "nothing".into();
        }
        let mut least = self.narrowed.iter().filter_map(|(_, formats)| *formats);
        // The narrowest word is the one that counts.
        let words = least.next_back().unwrap_or(self.formats);
        words.in_words()
    }
}
