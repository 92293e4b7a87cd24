//! The air that transmitters share: which channel each is on.

use super::{AirProblem, Floor, Problem};
use model::catalogue::Direction;
use std::collections::BTreeMap;

/// A transmitter that somebody listens to: its place, its band's channels, the one it is set to.
type Sender = (usize, u8, Option<u8>);

/// The channel of each transmitter that somebody listens to: the one it is set to, else one that is free in its
/// band. `None` where the band has none left.
pub fn channels(floor: &Floor) -> BTreeMap<usize, Option<u8>> {
    let mut bands: BTreeMap<&str, Vec<Sender>> = BTreeMap::new();
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some((device, radio)) =
            device.and_then(|device| Some((device, device.radio.as_ref()?)))
        else {
            continue;
        };
        let antennas = device
            .ports_facing(Direction::Out)
            .filter(|port| port.wire.is_air());
        let ports = antennas.filter_map(|port| floor.port_of(placement, &port.id));
        let heard: Vec<_> = ports
            .filter(|port| !floor.out_of[*port].is_empty())
            .collect();
        if heard.is_empty() {
            continue;
        }
        let set = heard
            .iter()
            .find_map(|port| floor.output_setting(*port)?.channel);
        bands
            .entry(&radio.band)
            .or_default()
            .push((placement, radio.channels, set));
    }
    let mut found = BTreeMap::new();
    for transmitters in bands.values() {
        let mut taken = [false; 256];
        for channel in transmitters.iter().filter_map(|(.., set)| *set) {
            taken[usize::from(channel)] = true;
        }
        // Handed out together: who has few to choose from first, so that all find one who can, in whichever order
        // they were added.
        let mut transmitters: Vec<&Sender> = transmitters.iter().collect();
        transmitters.sort_by_key(|(_, channels, _)| *channels);
        for &(placement, channels, set) in transmitters {
            let channel = set.or_else(|| (1..=channels).find(|free| !taken[usize::from(*free)]));
            taken[usize::from(channel.unwrap_or(0))] = true;
            found.insert(placement, channel);
        }
    }
    found
}

/// Transmitters that are in each other's way.
pub(super) fn judge(floor: &Floor) -> Vec<Problem> {
    let all = channels(floor);
    let band = |placement: &usize| {
        let radio = floor.devices[*placement].and_then(|device| device.radio.as_ref());
        radio.map(|radio| radio.band.as_str())
    };
    let mut problems = Vec::new();
    let mut first_on = BTreeMap::new();
    for (placement, channel) in &all {
        let Some(channel) = *channel else {
            problems.push(Problem::Air(AirProblem::NoChannel {
                placement: *placement,
            }));
            continue;
        };
        let first = *first_on
            .entry((band(placement), channel))
            .or_insert(*placement);
        if first != *placement {
            problems.push(Problem::Air(AirProblem::SameChannel {
                placement: *placement,
                other: first,
                channel,
            }));
        }
    }
    problems
}
