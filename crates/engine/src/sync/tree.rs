//! Who gets the time from whom.

use crate::path::{Floor, PortIx, Resolved, fed_by_cable, fed_over, reference_at};
use model::catalogue::{Clock, DeviceKind};
use model::document::{ClockWay, TimecodeSchool};
use std::collections::BTreeMap;
use transport::wire::Wire;
use units::quantity::Ppm;
use units::timecode::TimecodeRate;

/// Boxes that feed boxes: nobody hangs so many behind each other.
const DEEPEST: usize = 64;

/// How a device gets its time.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TimecodeSource {
    /// The others follow it.
    Master,
    /// Fed all the time by a cable, into this port.
    Cable(PortIx),
    /// Fed all the time, and an audio track is spent on it: into this port.
    Track(PortIx),
    /// Follows by radio all the time.
    Radio,
    /// Set once by the one that it follows, then on its own.
    Jammed,
    /// On its own from the start.
    Free,
    /// Counting only while it records.
    RecordRun,
}

impl TimecodeSource {
    /// Whether it is fed all the time, and doesn't run apart from what feeds it.
    pub fn is_fed(self) -> bool {
        matches!(self, Self::Cable(_) | Self::Track(_) | Self::Radio)
    }
}

/// One clock of a floor. Placements are those of the floor.
#[derive(Debug, Clone, PartialEq)]
pub struct ClockAt {
    /// The device.
    pub placement: usize,
    /// What it counts.
    pub counts: TimecodeRate,
    /// How it gets its time.
    pub way: TimecodeSource,
    /// Whose time it has; none where it has its own.
    pub from: Option<usize>,
    /// Whose reference its frames are locked to: its labels then count as fast as that clock runs.
    pub locked_to: Option<usize>,
    /// Whose clock it runs on in the end: its own where it is neither fed nor locked.
    pub runs_on: usize,
    /// How far its own clock is off.
    pub ppm: Ppm,
    /// Whether that was measured: then with its sign.
    pub measured: bool,
}

impl ClockAt {
    /// What keeps it in step all the time: what feeds it, else the reference that its frames are locked to.
    pub fn driven_by(&self) -> Option<usize> {
        self.from.filter(|_| self.way.is_fed()).or(self.locked_to)
    }
}

/// Whether a device without timecode of its own records it as sound.
fn on_track(floor: &Floor, resolved: &Resolved, placement: usize) -> bool {
    floor.devices[placement].is_some_and(|device| device.records.is_some())
        && fed_by_cable(floor, resolved, placement)
            .is_some_and(|(port, _)| floor.ports[port].port.wire == Wire::Analogue)
}

/// Every device that keeps time, in the order of the build.
pub fn clocks(floor: &Floor, resolved: &Resolved) -> Vec<ClockAt> {
    let keeps: Vec<usize> = floor
        .devices
        .iter()
        .enumerate()
        .filter(|(placement, device)| {
            device.is_some_and(|device| device.keeps_timecode)
                || on_track(floor, resolved, *placement)
        })
        .map(|(placement, _)| placement)
        .collect();
    let master = leader(floor, &keeps);
    let mut families: BTreeMap<&str, usize> = BTreeMap::new();
    for placement in &keeps {
        if let Some(family) = radio(floor, *placement) {
            families.entry(family).or_insert(*placement);
        }
    }
    // The master leads where it is one of them, else the first.
    if let Some(master) = master
        && let Some(family) = radio(floor, master)
    {
        families.insert(family, master);
    }
    let mut all: Vec<ClockAt> = keeps
        .iter()
        .map(|placement| clock(floor, resolved, *placement, master, &families))
        .collect();
    // Along the cables to the clock that everything behind it runs on; a circle ends where it began.
    for at in 0..all.len() {
        let mut runs_on = at;
        for _ in 0..DEEPEST {
            let Some(from) = all[runs_on].driven_by() else {
                break;
            };
            let Ok(next) = all.binary_search_by_key(&from, |clock| clock.placement) else {
                break;
            };
            runs_on = next;
        }
        all[at].runs_on = all[runs_on].placement;
    }
    all
}

/// The one that the others are set by: the master where one is named, else the one made to lead, else the
/// first box.
fn leader(floor: &Floor, keeps: &[usize]) -> Option<usize> {
    let named = floor.build.timecode_master.as_deref();
    let named = named.and_then(|handle| floor.placement(handle));
    let device = |placement: &usize| floor.devices[*placement];
    let leads = |placement: &&usize| {
        let clock = device(placement).and_then(|device| device.clock.as_ref());
        clock.is_some_and(|clock| clock.leads)
    };
    let is_box = |placement: &&usize| {
        device(placement).is_some_and(|device| device.kind == DeviceKind::TimecodeBox)
    };
    named
        .or_else(|| keeps.iter().find(leads).copied())
        .or_else(|| keeps.iter().find(is_box).copied())
}

/// The radio by which a device follows others of its kind.
fn radio<'f>(floor: &Floor<'f>, placement: usize) -> Option<&'f str> {
    let clock = floor.devices[placement]?.clock.as_ref()?;
    clock.radio.as_deref()
}

/// Whether the house unplugs a box once it has jammed a device.
pub(super) fn unplugs(floor: &Floor) -> bool {
    floor.production.house_rules.timecode == TimecodeSchool::JamAndUnplug
}

fn clock(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    master: Option<usize>,
    families: &BTreeMap<&str, usize>,
) -> ClockAt {
    let setting = &floor.build.placements[placement].settings.clock;
    let described = floor.devices[placement].and_then(|device| device.clock.as_ref());
    let by_radio = || {
        let leads = families.get(radio(floor, placement)?).copied();
        leads.filter(|leads| *leads != placement)
    };
    // What records a picture, and makes none, takes what comes beside it.
    let records = floor.devices[placement].and_then(|device| device.records.as_ref());
    let beside = || {
        records.filter(|ability| !ability.sensor)?;
        let by = |wire| fed_over(floor, resolved, placement, wire);
        by(Wire::Sdi).or_else(|| by(Wire::Hdmi))
    };
    let cable = || fed_by_cable(floor, resolved, placement).or_else(beside);
    let (way, from) = match setting.way {
        _ if master == Some(placement) => (TimecodeSource::Master, None),
        Some(ClockWay::RecordRun) => (TimecodeSource::RecordRun, None),
        Some(ClockWay::FreeRun) => (TimecodeSource::Free, None),
        Some(ClockWay::Jammed) => {
            let by = cable().map(|(_, from)| from).or(master);
            (
                by.map_or(TimecodeSource::Free, |_| TimecodeSource::Jammed),
                by,
            )
        }
        None => match (cable(), by_radio()) {
            (Some((port, from)), _) => {
                let from_box = floor.devices[from]
                    .is_some_and(|device| device.kind == DeviceKind::TimecodeBox);
                let way = match floor.ports[port].port.wire {
                    Wire::Analogue => TimecodeSource::Track(port),
                    _ if from_box && unplugs(floor) => TimecodeSource::Jammed,
                    _ => TimecodeSource::Cable(port),
                };
                (way, Some(from))
            }
            (None, Some(from)) => (TimecodeSource::Radio, Some(from)),
            (None, None) => (
                master.map_or(TimecodeSource::Free, |_| TimecodeSource::Jammed),
                master,
            ),
        },
    };
    let counts = floor.counts(placement);
    let reference = reference_at(floor, resolved, placement)
        .filter(|reference| reference.rate.in_pairs() == counts.in_pairs());
    let measured = setting.measured.as_ref().map(|measured| measured.ppm);
    ClockAt {
        placement,
        counts,
        way,
        from,
        locked_to: reference.map(|reference| reference.origin),
        runs_on: placement,
        ppm: measured
            .or_else(|| described.map(|clock| clock.accuracy))
            .unwrap_or(Clock::ORDINARY),
        measured: measured.is_some(),
    }
}
