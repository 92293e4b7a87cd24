//! Headphones: whether anybody listens, and how late.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, fix};
use engine::sound::RecorderTracks;
use model::catalogue::DeviceKind;

/// Headphones later than this are heard as an echo, in microseconds.
const LATE_HEADPHONES_US: u64 = 15_000;

/// Headphones: whether anybody listens, and how late.
pub fn headphones(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let mut listened = false;
    for (placement, device) in floor.devices.iter().enumerate() {
        if device.is_none_or(|device| device.kind != DeviceKind::Headphones) {
            continue;
        }
        for port in floor.ports_of(placement) {
            let sound = &facts.resolved.signals[port].sound;
            listened |= !sound.is_empty();
            let late = sound.iter().map(|channel| channel.delay.0).max();
            if let Some(late) = late.filter(|late| *late > LATE_HEADPHONES_US) {
                let text = format!(
                    "{} hear everything {:.0} ms late.",
                    facts.device(placement),
                    late as f64 / 1_000.0
                );
                let reason = format!(
                    "Above {} ms who wears them hears the voice twice.",
                    LATE_HEADPHONES_US / 1_000
                );
                found.push(facts.caution(
                    Code::LateMonitoring,
                    At::Device(placement),
                    text,
                    reason,
                ));
            }
        }
    }
    if listened {
        return;
    }
    // A recorder with a socket for them, that writes what a microphone hears.
    let mut able = facts.heard.recorders.iter().filter(|recorder| {
        let mut written = recorder.tracks.iter();
        let heard = written.any(|track| !track.channel.parts.is_empty());
        heard && fix::headphone_socket(facts, recorder.placement).is_some()
    });
    let mixer = |recorder: &&RecorderTracks| {
        let device = floor.devices[recorder.placement];
        device.is_some_and(|device| device.kind == DeviceKind::Mixer)
    };
    let first = able.clone().find(mixer).or_else(|| able.next());
    let Some(recorder) = first else { return };
    let text = format!(
        "Nobody listens to what {} records.",
        facts.device(recorder.placement)
    );
    let reason =
        "Headphones find in a second what the meters don’t show. Begin soft: they can harm ears.";
    let finding = facts.note(
        Code::NoHeadphones,
        At::Device(recorder.placement),
        text,
        reason,
    );
    found.push(finding.with(facts, || fix::listen(facts, recorder.placement)));
}
