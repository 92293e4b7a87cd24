//! Timecode on the way: what a device counts, and whether those that must agree do.

use super::{Floor, PortIx, Problem, Resolved, Timecode, TimecodeProblem};
use model::catalogue::Direction;
use transport::wire::Wire;

/// What a device counts itself.
pub(super) fn counted(floor: &Floor, placement: usize) -> Timecode {
    Timecode {
        origin: placement,
        rate: floor.counts(placement),
    }
}

/// Where a device gets timecode by a cable of its own: its port, and whose it is.
pub fn fed_by_cable(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
) -> Option<(PortIx, usize)> {
    let by = |wire| fed_over(floor, resolved, placement, wire);
    by(Wire::Ltc).or_else(|| by(Wire::Analogue))
}

/// Where timecode comes into a device over a wire: its port, and whose it is.
pub fn fed_over(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    wire: Wire,
) -> Option<(PortIx, usize)> {
    let mut ports = floor.ports_of(placement).filter(|port| {
        let port = floor.ports[*port].port;
        port.direction == Direction::In && port.wire == wire
    });
    ports.find_map(|port| {
        let timecode = resolved.signals[port].timecode?;
        (timecode.origin != placement).then_some((port, timecode.origin))
    })
}

/// Everything that carries time must agree: with the master where one is named, else with
/// what is fed to it.
pub(super) fn check(floor: &Floor, resolved: &mut Resolved) {
    let master = floor
        .build
        .timecode_master
        .as_deref()
        .and_then(|handle| floor.placement(handle));
    if let Some((master, other)) = master.and_then(|master| odd_leader(floor, master)) {
        resolved
            .problems
            .push(Problem::Timecode(TimecodeProblem::OtherTimecode {
                placement: master,
                counts: floor.counts(master),
                expected: floor.counts(other),
                from: other,
            }));
        return;
    }
    for (placement, device) in floor.devices.iter().enumerate() {
        if !device.is_some_and(|device| device.keeps_timecode) {
            continue;
        }
        let counts = floor.counts(placement);
        let leader = match master {
            Some(master) => Some((floor.counts(master), master)),
            None => fed_by_cable(floor, resolved, placement).and_then(|(port, from)| {
                let timecode = resolved.signals[port].timecode?;
                Some((timecode.rate, from))
            }),
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

/// A leader that is the odd one out: all the others agree with each other, and it is not with the project. The first of
/// the others.
fn odd_leader(floor: &Floor, master: usize) -> Option<(usize, usize)> {
    let odd = floor.counts(master).in_pairs();
    let keeps = floor
        .devices
        .iter()
        .enumerate()
        .filter(|(placement, device)| {
            *placement != master && device.is_some_and(|device| device.keeps_timecode)
        });
    let mut others = keeps.map(|(placement, _)| placement);
    let first = others.next()?;
    let counted = floor.counts(first).in_pairs();
    let agree = others.all(|other| floor.counts(other).in_pairs() == counted);
    let project = floor.production.timecode().in_pairs();
    (agree && counted == project && odd != project).then_some((master, first))
}
