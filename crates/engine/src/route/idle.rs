//! What stands on the floor with nothing in its sockets: a route may use it before anything else.

use crate::path::{Floor, PortIx};
use model::catalogue::{Device, DeviceKind};
use rustc_hash::FxHashMap;

/// Whether something can be put in the middle of a route.
pub(super) fn goes_between(device: &Device) -> bool {
    device.kind.stands_between()
        || matches!(device.kind, DeviceKind::Transmitter | DeviceKind::Receiver)
}

/// The placements of each device type that stand idle: no cable in any socket. A pairing alone carries
/// nothing, as long as the other side is idle too.
pub(super) fn idle<'a>(floor: &Floor<'a>) -> FxHashMap<&'a str, Vec<usize>> {
    let mut cabled = vec![false; floor.devices.len()];
    let mut pairs: Vec<(usize, usize)> = Vec::new();
    let at = |port: PortIx| floor.ports[port].placement;
    for link in floor.links.iter().flatten() {
        if floor.ports[link.from].port.wire.is_air() {
            pairs.push((at(link.from), at(link.to)));
        } else {
            cabled[at(link.from)] = true;
            cabled[at(link.to)] = true;
        }
    }
    // Whoever hears a working transmitter, or is heard by a cabled receiver, is in use.
    let mut changed = true;
    while changed {
        changed = false;
        for (sender, receiver) in &pairs {
            if cabled[*sender] != cabled[*receiver] {
                cabled[*sender] = true;
                cabled[*receiver] = true;
                changed = true;
            }
        }
    }
    let mut found: FxHashMap<&str, Vec<usize>> = FxHashMap::default();
    for (placement, device) in floor.devices.iter().enumerate() {
        if let Some(device) = device.filter(|device| goes_between(device) && !cabled[placement]) {
            found.entry(&device.id).or_default().push(placement);
        }
    }
    found
}
