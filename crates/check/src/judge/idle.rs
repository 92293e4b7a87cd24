//! What stands on the floor and does nothing: empty is not good.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, fix};
use engine::path::PortIx;
use engine::sound::Apart;
use model::catalogue::{Device, DeviceKind, Direction};
use model::document::Purpose;
use std::collections::{BTreeMap, BTreeSet};
use transport::wire::Wire;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let heard = heard(facts);
    let recorded = cameras_recorded(facts);
    let microphones = Microphones::of(facts);
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let Some(device) = device else { continue };
        let finding = match device.kind {
            DeviceKind::Camera => unrecorded(facts, placement, device, &recorded),
            DeviceKind::Mixer => unfed_mixer(facts, placement, device),
            DeviceKind::Microphone if !reaches(facts, placement, device, &heard) => {
                unheard(facts, placement, device, &microphones)
            }
            DeviceKind::Transmitter
            | DeviceKind::Receiver
            | DeviceKind::Converter
            | DeviceKind::Distribution
            | DeviceKind::Switcher
            | DeviceKind::Isolator
            | DeviceKind::SoundBox
            | DeviceKind::Headphones
            | DeviceKind::Extender => unfed(facts, placement, device),
            _ => None,
        };
        found.extend(finding);
    }
}

/// Ports of a device that face one way, as ports of the floor.
fn ports<'f>(
    facts: &'f Facts,
    (placement, device): (usize, &'f Device),
    direction: Direction,
) -> impl Iterator<Item = PortIx> + 'f {
    device
        .ports_facing(direction)
        .filter_map(move |port| facts.floor.port_of(placement, &port.id))
}

/// Cameras that are recorded, or that a need asks to record: a need that nobody meets says more, and
/// so does what keeps a recorder's picture away.
fn cameras_recorded(facts: &Facts) -> BTreeSet<usize> {
    let floor = facts.floor;
    let mut found: BTreeSet<usize> = facts.cameras_recorded_outside().collect();
    found.extend(facts.recordings.iter().map(|recording| recording.placement));
    let asked = floor.build.needs.iter();
    let asked = asked.filter(|need| need.purpose == Purpose::Record);
    found.extend(
        asked
            .flat_map(|need| [Some(&need.at), need.of.as_ref()])
            .flatten()
            .filter_map(|handle| floor.placement(handle)),
    );
    found
}

/// A body that could record, where nothing records its picture and no need asks for it.
fn unrecorded(
    facts: &Facts,
    placement: usize,
    device: &Device,
    recorded: &BTreeSet<usize>,
) -> Option<Finding> {
    let floor = facts.floor;
    device.records.as_ref()?;
    let set = floor.build.placements[placement]
        .settings
        .recording
        .is_some();
    if set || recorded.contains(&placement) {
        return None;
    }
    let text = format!(
        "Nothing records the picture of {}.",
        facts.device(placement)
    );
    let reason = "Neither the body nor a recorder behind it is set to.";
    let finding = facts.note(Code::NotRecorded, At::Device(placement), text, reason);
    Some(finding.with(facts, || fix::start_recording(facts, placement)))
}

/// A mixer that nothing is connected to.
fn unfed_mixer(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    let fed = ports(facts, (placement, device), Direction::In)
        .filter(|input| !is_time(floor.ports[*input].port.wire))
        .any(|input| floor.into[input].is_some());
    (!fed).then(|| {
        let text = format!(
            "Nothing is connected to the inputs of {}.",
            facts.device(placement)
        );
        let reason = "What it mixes, and the tracks that it records, are silent.";
        facts
            .caution(Code::NoSound, At::Device(placement), text, reason)
            .with(facts, || fix::bring_sound(facts, placement, None))
    })
}

/// Microphones that are written on a track somewhere, or heard beside a picture.
fn heard(facts: &Facts) -> BTreeSet<PortIx> {
    let resolved = facts.resolved;
    let written = facts.recordings.iter();
    let written = written.flat_map(|recording| &recording.feed.channels[..recording.written]);
    let arrivals = resolved.arrivals.iter().filter_map(|arrival| arrival.input);
    let shown = arrivals.flat_map(|input| &resolved.signals[input].sound);
    let origins: BTreeSet<PortIx> = written.chain(shown).map(|sound| sound.origin).collect();
    let mut apart = Apart::default();
    origins
        .into_iter()
        .flat_map(|origin| apart.made_of(resolved, origin))
        .collect()
}

/// Whether a microphone is written or heard somewhere.
fn reaches(facts: &Facts, placement: usize, device: &Device, heard: &BTreeSet<PortIx>) -> bool {
    ports(facts, (placement, device), Direction::Out).any(|output| heard.contains(&output))
}

/// Where microphones end that nobody hears, by their outputs.
struct Microphones {
    /// Those that something stops on their way: that is said there.
    stopped: BTreeSet<PortIx>,
    /// The first recording that each reaches, by its number.
    reach: BTreeMap<PortIx, usize>,
}

impl Microphones {
    fn of(facts: &Facts) -> Self {
        let resolved = facts.resolved;
        let links = facts.floor.links.iter().flatten();
        let stopped = links.filter(|link| resolved.signals[link.to].stopped_by.is_some());
        let carried = stopped.flat_map(|link| &resolved.signals[link.from].sound);
        let mut reach = BTreeMap::new();
        let mut apart = Apart::default();
        for (number, recording) in facts.recordings.iter().enumerate() {
            for channel in &recording.feed.channels {
                let made_of = apart.made_of(resolved, channel.origin).into_iter();
                reach.extend(made_of.map(|microphone| (microphone, number)));
            }
        }
        let mut apart = Apart::default();
        Self {
            stopped: carried
                .flat_map(|channel| apart.made_of(resolved, channel.origin))
                .collect(),
            reach,
        }
    }
}

/// A microphone that nobody records or hears.
fn unheard(
    facts: &Facts,
    placement: usize,
    device: &Device,
    microphones: &Microphones,
) -> Option<Finding> {
    let floor = facts.floor;
    let outputs: Vec<PortIx> = ports(facts, (placement, device), Direction::Out).collect();
    if outputs
        .iter()
        .any(|output| microphones.stopped.contains(output))
    {
        return None;
    }
    let connected = outputs
        .iter()
        .any(|output| !floor.out_of[*output].is_empty());
    let reached = outputs
        .iter()
        .filter_map(|output| microphones.reach.get(output));
    let silent = reached.min().map(|number| &facts.recordings[*number]);
    let name = facts.device(placement);
    let (text, reason) = match silent {
        Some(recording) => (
            format!(
                "{name} reaches {}, on no track that it writes.",
                facts.device(recording.placement)
            ),
            "What is written counts: sound that arrives at no track is gone.",
        ),
        None if connected => (
            format!("{name} reaches no recorder, and no screen that is heard."),
            "It is connected, and its sound ends on the way.",
        ),
        None => (
            format!("{name} isn’t connected to anything."),
            "Its sound goes nowhere.",
        ),
    };
    let finding = facts.caution(Code::SoundUnused, At::Device(placement), text, reason);
    Some(finding.with(facts, || match silent {
        Some(recording) => fix::record_arriving(facts, recording, recording.feed.channels.len()),
        None => fix::use_sound(facts, &outputs),
    }))
}

/// Whether nothing but time runs on a wire.
fn is_time(wire: Wire) -> bool {
    matches!(wire, Wire::Ltc | Wire::Reference)
}

/// A box that is there to pass something on, and gets nothing from anywhere.
fn unfed(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    let mut ports: Vec<PortIx> = ports(facts, (placement, device), Direction::In).collect();
    // What passes pictures on isn't fed by a reference; what passes time on is.
    if !ports
        .iter()
        .all(|port| is_time(floor.ports[*port].port.wire))
    {
        ports.retain(|port| !is_time(floor.ports[*port].port.wire));
    }
    if ports.iter().any(|input| floor.into[*input].is_some()) {
        return unheard_transmitter(facts, placement, device);
    }
    let name = facts.device(placement);
    let (text, reason) = match device.kind {
        DeviceKind::Transmitter => (
            format!("Nothing feeds {name}."),
            "It sends nothing to whoever listens.",
        ),
        DeviceKind::Receiver => (
            format!("{name} is paired with nothing."),
            "It receives from the transmitter that it is paired with.",
        ),
        _ => (
            format!("Nothing comes into {name}."),
            "It has nothing to pass on.",
        ),
    };
    let finding = facts.caution(Code::Unfed, At::Device(placement), text, reason);
    Some(finding.with(facts, || fix::feed_box(facts, &ports)))
}

/// A transmitter that is fed and that nobody listens to.
fn unheard_transmitter(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    let outputs = device.ports_facing(Direction::Out);
    let mut air = outputs.filter(|port| port.wire.is_air());
    let listened = air.any(|port| {
        let port = floor.port_of(placement, &port.id);
        port.is_some_and(|port| !floor.out_of[port].is_empty())
    });
    (device.kind == DeviceKind::Transmitter && !listened).then(|| {
        let text = format!("Nobody listens to {}.", facts.device(placement));
        let reason = "No receiver is paired with it.";
        facts.caution(Code::Unfed, At::Device(placement), text, reason)
    })
}
