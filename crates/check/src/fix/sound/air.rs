//! Transmitters tuned to a set that is free.

use super::setting;
use crate::words::list;
use crate::{Facts, Fix};
use engine::path::PortIx;
use transport::intermodulation::free_set;

/// Transmitters that somebody has tuned by hand: their antennas and where they are, in kilohertz.
pub fn tuned(facts: &Facts) -> Vec<(PortIx, u32)> {
    let floor = facts.floor;
    let placements = floor.build.placements.iter().enumerate();
    let all = placements.flat_map(|(placement, placed)| {
        let set = placed.settings.sound.iter();
        set.filter_map(move |(id, setting)| {
            Some((floor.port_of(placement, id)?, setting.frequency_khz?))
        })
    });
    all.collect()
}

/// Tunes all of them to a set that is free of each other.
pub fn retune(facts: &Facts, tuned: &[(PortIx, u32)]) -> Option<Fix> {
    let floor = facts.floor;
    let range = |(port, _): &(PortIx, u32)| {
        let device = floor.devices[floor.ports[*port].placement]?;
        let tuning = device.radio.as_ref()?.tuning?;
        Some((tuning.from_khz, tuning.to_khz, tuning.step_khz))
    };
    let ranges: Option<Vec<_>> = tuned.iter().map(range).collect();
    let now: Vec<u32> = tuned.iter().map(|(_, khz)| *khz).collect();
    let free = free_set(&ranges?, &now)?;
    let moved = tuned
        .iter()
        .zip(&free)
        .filter(|((_, now), free)| now != *free);
    let commands = moved.map(|((port, _), khz)| {
        setting(facts, *port, |setting| {
            setting.frequency_khz = Some(*khz);
        })
    });
    let mhz: Vec<String> = free
        .iter()
        .map(|khz| format!("{:.3}", f64::from(*khz) / 1_000.0))
        .collect();
    let title = format!("Tune them to {} MHz", list(&mhz));
    Some(Fix::new(title, commands.collect()))
}
