//! What stands on the floor and does nothing: empty is not good.

use crate::carriage::wire::Wire;
use crate::catalogue::{Device, DeviceKind, Direction};
use crate::document::Purpose;
use crate::finding::codes::Code;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::PortIx;
use crate::sound::made_of;
use std::collections::BTreeSet;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let heard = heard(facts);
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let Some(device) = device else { continue };
        let finding = match device.kind {
            DeviceKind::Camera => unrecorded(facts, placement, device),
            DeviceKind::Mixer => unfed_mixer(facts, placement, device),
            DeviceKind::Microphone => unheard(facts, placement, device, &heard),
            DeviceKind::Transmitter
            | DeviceKind::Receiver
            | DeviceKind::Converter
            | DeviceKind::Distribution
            | DeviceKind::Switcher
            | DeviceKind::Isolator
            | DeviceKind::Extender => unfed(facts, placement, device),
            _ => None,
        };
        found.extend(finding);
    }
}

/// Inputs of a device, as ports of the floor.
fn inputs<'f>(
    facts: &'f Facts,
    placement: usize,
    device: &'f Device,
) -> impl Iterator<Item = PortIx> + 'f {
    device
        .ports_facing(Direction::In)
        .filter_map(move |port| facts.floor.port_of(placement, &port.id))
}

/// A body that could record, where nothing records its picture and no need asks for it.
fn unrecorded(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    device.records.as_ref()?;
    let handle = &floor.build.placements[placement].id;
    let recorded = facts.recordings.iter().any(|recording| {
        let picture = recording
            .input
            .and_then(|input| facts.resolved.signals[input].picture);
        recording.placement == placement
            || picture.is_some_and(|picture| floor.ports[picture.origin].placement == placement)
    });
    // A need that nobody meets says more, and so does what keeps a recorder's picture away.
    let asked = floor.build.needs.iter().any(|need| {
        need.purpose == Purpose::Record && (need.at == *handle || need.of.as_ref() == Some(handle))
    });
    let set = floor.build.placements[placement]
        .settings
        .recording
        .is_some();
    if recorded || asked || set {
        return None;
    }
    let text = format!(
        "Nothing records the picture of {}.",
        facts.device(placement)
    );
    let reason = "Neither the body nor a recorder behind it is set to.";
    let finding = Finding::on_device(
        facts,
        Code::NotRecorded,
        Severity::Note,
        placement,
        text,
        reason,
    );
    Some(finding.with(facts, || fix::start_recording(facts, placement)))
}

/// A mixer that nothing is connected to.
fn unfed_mixer(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    let fed = inputs(facts, placement, device)
        .filter(|input| floor.ports[*input].port.wire != Wire::Ltc)
        .any(|input| floor.into[input].is_some());
    (!fed).then(|| {
        let text = format!(
            "Nothing is connected to the inputs of {}.",
            facts.device(placement)
        );
        let reason = "What it mixes, and the tracks that it records, are silent.";
        Finding::on_device(
            facts,
            Code::NoSound,
            Severity::Caution,
            placement,
            text,
            reason,
        )
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
    origins
        .into_iter()
        .flat_map(|origin| made_of(resolved, origin))
        .collect()
}

/// A microphone that nobody records or hears.
fn unheard(
    facts: &Facts,
    placement: usize,
    device: &Device,
    heard: &BTreeSet<PortIx>,
) -> Option<Finding> {
    let floor = facts.floor;
    let outputs = device.ports_facing(Direction::Out);
    let outputs: Vec<PortIx> = outputs
        .filter_map(|port| floor.port_of(placement, &port.id))
        .collect();
    if outputs.iter().any(|output| heard.contains(output)) {
        return None;
    }
    // Where something stops it on its way, that is said there.
    let resolved = facts.resolved;
    let carries = |port: PortIx| {
        let sound = &resolved.signals[port].sound;
        sound.iter().any(|channel| {
            made_of(resolved, channel.origin)
                .iter()
                .any(|mic| outputs.contains(mic))
        })
    };
    let mut links = floor.links.iter().flatten();
    if links.any(|link| resolved.signals[link.to].stopped_by.is_some() && carries(link.from)) {
        return None;
    }
    let connected = outputs
        .iter()
        .any(|output| !floor.out_of[*output].is_empty());
    let silent = facts.recordings.iter().find(|recording| {
        let fed = recording.feed.channels.iter().map(|channel| channel.origin);
        let mut mics = fed.flat_map(|origin| made_of(facts.resolved, origin));
        mics.any(|mic| outputs.contains(&mic))
    });
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
    let finding = Finding::on_device(
        facts,
        Code::SoundUnused,
        Severity::Caution,
        placement,
        text,
        reason,
    );
    Some(finding.with(facts, || match silent {
        Some(recording) => fix::record_arriving(facts, recording, recording.feed.channels.len()),
        None => fix::use_sound(facts, &outputs),
    }))
}

/// A box that is there to pass something on, and gets nothing from anywhere.
fn unfed(facts: &Facts, placement: usize, device: &Device) -> Option<Finding> {
    let floor = facts.floor;
    let ports: Vec<PortIx> = inputs(facts, placement, device).collect();
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
    let finding = Finding::on_device(
        facts,
        Code::Unfed,
        Severity::Caution,
        placement,
        text,
        reason,
    );
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
        Finding::on_device(
            facts,
            Code::Unfed,
            Severity::Caution,
            placement,
            text,
            reason,
        )
    })
}
