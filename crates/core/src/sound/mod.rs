//! Sound: which channels reach a recorder's tracks, and where they get lost on the way.

use std::collections::BTreeSet;

use crate::path::{Floor, PortIx, Resolved, Sound};

/// The sound that reaches a recorder.
#[derive(Debug, Clone, PartialEq)]
pub struct TrackFeed {
    /// Channels in the order of the tracks: beside the picture first, then at its own inputs.
    pub channels: Vec<Sound>,
    /// Where the picture's wire lost channels, and how many were left: the first such port.
    pub lost_at: Option<(PortIx, usize)>,
}

/// The outputs where a channel began, mixes taken apart: the microphones that are heard on it.
pub fn made_of(resolved: &Resolved, origin: PortIx) -> Vec<PortIx> {
    if !resolved.mixes.contains_key(&origin) {
        return vec![origin];
    }
    let mut found = Vec::new();
    let mut open = vec![origin];
    let mut seen = BTreeSet::new();
    while let Some(port) = open.pop() {
        if !seen.insert(port) {
            continue;
        }
        match resolved.mixes.get(&port) {
            Some(parts) => open.extend(parts),
            None => found.push(port),
        }
    }
    found.sort_unstable();
    found
}

/// The channels that reach a recorder at `placement`, whose picture comes in at `input`.
pub fn track_feed(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    input: Option<PortIx>,
) -> TrackFeed {
    let mut channels: Vec<Sound> = input
        .map(|input| resolved.signals[input].sound.clone())
        .unwrap_or_default();
    let ability = floor.devices[placement].and_then(|device| device.records.as_ref());
    for id in ability.iter().flat_map(|ability| &ability.sound_inputs) {
        if let Some(port) = floor.port_of(placement, id) {
            channels.extend(&resolved.signals[port].sound);
        }
    }
    let lost_at = input.and_then(|input| resolved.sound_lost[input]);
    let lost_at = lost_at.map(|port| (port, resolved.signals[port].sound.len()));
    TrackFeed { channels, lost_at }
}
