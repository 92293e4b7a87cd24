//! Where devices stand on the map: in columns, by their distance from the lens.

use engine::path::Floor;
use model::catalogue::SignalKind;
use std::collections::VecDeque;
use transport::wire::Wire;

/// The column of each placement. Cameras stand in column 1; what their picture passes stands
/// further right, each behind the last of what feeds it; what feeds them sound or timecode, and
/// chains of such devices, begin at column 0.
pub(super) fn columns(floor: &Floor) -> Vec<usize> {
    let count = floor.devices.len();
    let pictures = pictures(floor);
    let mut columns: Vec<usize> = pictures
        .iter()
        .map(|picture| usize::from(*picture))
        .collect();
    let (mut feeds, mut waiting) = (vec![Vec::new(); count], vec![0usize; count]);
    for link in floor.links.iter().flatten() {
        let (from, to) = (
            floor.ports[link.from].placement,
            floor.ports[link.to].placement,
        );
        if floor.ports[link.from].port.wire == Wire::Power {
            continue;
        }
        // Lines between the two worlds don't push anything to the right.
        if pictures[from] == pictures[to] && from != to {
            feeds[from].push(to);
            waiting[to] += 1;
        }
    }
    let mut ready: VecDeque<usize> = (0..count)
        .filter(|placement| waiting[*placement] == 0)
        .collect();
    while let Some(placement) = ready.pop_front() {
        for &next in &feeds[placement] {
            columns[next] = columns[next].max(columns[placement] + 1);
            waiting[next] -= 1;
            if waiting[next] == 0 {
                ready.push_back(next);
            }
        }
    }
    // What hands sound or timecode to a picture device of its unit stands right before it.
    for link in floor.links.iter().flatten() {
        let (from, to) = (
            floor.ports[link.from].placement,
            floor.ports[link.to].placement,
        );
        let together = floor.build.placements[from].unit == floor.build.placements[to].unit;
        if !pictures[from] && pictures[to] && together {
            columns[from] = columns[to] - 1;
        }
    }
    columns
}

/// Which devices have to do with a picture.
pub(super) fn pictures(floor: &Floor) -> Vec<bool> {
    let devices = floor.devices.iter();
    devices
        .map(|device| device.is_some_and(handles_picture))
        .collect()
}

fn handles_picture(device: &model::catalogue::Device) -> bool {
    let begins = device
        .ports
        .iter()
        .filter_map(|port| port.origin.as_ref())
        .any(|origin| origin.signal == SignalKind::Picture);
    let passes = device
        .paths
        .iter()
        .any(|path| path.carries.contains(&SignalKind::Picture));
    begins || passes || device.is_destination()
}
