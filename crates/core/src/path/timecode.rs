//! Timecode on the way: what a device counts, and whether those that must agree do.

use super::{Floor, Problem, Resolved, Timecode, TimecodeProblem};
use crate::carriage::wire::Wire;
use crate::catalogue::Direction;

/// What a device counts itself.
pub(super) fn counted(floor: &Floor, placement: usize) -> Timecode {
    Timecode {
        origin: placement,
        rate: floor.counts(placement),
    }
}

/// Everything that carries time must agree: with the master where one is named, else with
/// what is fed to it.
pub(super) fn check(floor: &Floor, resolved: &mut Resolved) {
    let master = floor
        .build
        .timecode_master
        .as_deref()
        .and_then(|handle| floor.placement(handle));
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|device| device.keeps_timecode) else {
            continue;
        };
        let counts = floor.counts(placement);
        let leader = match master {
            Some(master) => Some((floor.counts(master), master)),
            None => {
                let inputs = device
                    .ports_facing(Direction::In)
                    .filter(|port| port.wire == Wire::Ltc);
                let mut fed = inputs.filter_map(|port| {
                    resolved.signals[floor.port_of(placement, &port.id)?].timecode
                });
                fed.next().map(|timecode| (timecode.rate, timecode.origin))
            }
        };
        if let Some((expected, from)) = leader.filter(|(expected, from)| {
            *from != placement && expected.in_pairs() != counts.in_pairs()
        }) {
            resolved
                .problems
                .push(Problem::Timecode(TimecodeProblem::OtherTimecode {
                    placement,
                    counts,
                    expected,
                    from,
                }));
        }
    }
}
