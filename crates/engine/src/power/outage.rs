//! What is lost with a source: which devices go off, which go on from a battery of their own.

use super::supply::Supply;
use crate::path::{Floor, PortIx, Resolved, hops_to};
use crate::record::Recording;
use crate::sync::clocks;
use model::catalogue::{Direction, Joins, Via};
use transport::wire::Wire;

/// What becomes of the devices of a floor without some of its sources.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Lost {
    /// Devices that go off.
    pub off: Vec<usize>,
    /// Devices that go on from a battery of their own, or from another source that was waiting.
    pub on_reserve: Vec<usize>,
    /// Of those, the ones that start anew on it: there is a break.
    pub restarts: Vec<usize>,
}

impl Lost {
    /// Whether a device goes off.
    pub fn is_off(&self, placement: usize) -> bool {
        self.off.binary_search(&placement).is_ok()
    }
}

/// Follows the supply down without these sources. Devices that nothing feeds in the first place stay as they
/// are: what they hang on isn't known.
pub fn lost_with(floor: &Floor, supply: &Supply, without: &[usize]) -> Lost {
    let mut lost = Lost::default();
    if supply.is_empty() {
        return lost;
    }
    let mut live = vec![true; floor.devices.len()];
    for &placement in &supply.order {
        if without.contains(&placement) {
            live[placement] = false;
            continue;
        }
        let in_charge = &supply.in_charge[placement];
        if in_charge.is_empty() {
            continue;
        }
        let fed = |input: &PortIx| feeder(floor, *input).is_some_and(|from| live[from]);
        if in_charge.iter().all(fed) {
            continue;
        }
        // One of several that share, or the next in rank.
        let others =
            in_charge.iter().any(fed) || waiting(floor, supply, placement).any(|input| fed(&input));
        let power = floor.devices[placement].and_then(|device| device.power.as_deref());
        let own = power.is_some_and(|power| power.own.is_some());
        if others || own {
            lost.on_reserve.push(placement);
            let without_break = in_charge.iter().any(fed)
                || power.is_none_or(|power| power.takes_over || power.own.is_some())
                || power.is_some_and(|power| power.joins != Joins::Single);
            if !without_break {
                lost.restarts.push(placement);
            }
        } else {
            live[placement] = false;
            lost.off.push(placement);
        }
    }
    lost.off.sort_unstable();
    lost
}

/// The device that feeds an input.
pub(super) fn feeder(floor: &Floor, input: PortIx) -> Option<usize> {
    let link = floor.links[floor.into[input]?]?;
    Some(floor.ports[link.from].placement)
}

/// Inputs of a device that have power, and aren't in charge.
pub(super) fn waiting<'a>(
    floor: &'a Floor,
    supply: &'a Supply,
    placement: usize,
) -> impl Iterator<Item = PortIx> + 'a {
    floor.ports_of(placement).filter(move |port| {
        let node = floor.ports[*port].port;
        let fills = node.power.as_ref().is_some_and(|power| power.fills_only);
        node.direction == Direction::In
            && !fills
            && node.wire == Wire::Power
            && supply.feeds[*port].is_some()
            && !supply.in_charge[placement].contains(port)
    })
}

/// What a crew loses with sources, along the paths of picture, sound and time. Placements, in the order of
/// the build.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Consequences {
    /// What becomes of each device.
    pub lost: Lost,
    /// Screens and recorders that get no picture any more.
    pub dark: Vec<usize>,
    /// Recorders whose tracks lose sound.
    pub silent: Vec<usize>,
    /// Clocks that nothing feeds any more.
    pub unlocked: Vec<usize>,
    /// Recordings that end.
    pub stops: Vec<usize>,
    /// Recordings that go on.
    pub still: Vec<usize>,
}

/// The ways of a floor that are asked again for every source: reckoned once.
pub struct Ways {
    /// Each destination that gets a picture, with the devices that bring it there.
    pictures: Vec<(usize, Vec<usize>)>,
    /// Each recording with sound: the devices that its sound begins at, and all that something comes from.
    sounds: Vec<(usize, Vec<usize>, Vec<usize>)>,
    /// Each clock that is fed, with what feeds it.
    clocks: Vec<(usize, usize)>,
    /// Each recording: the device, and those that bring its picture.
    recordings: Vec<(usize, Vec<usize>)>,
    /// Who brings something to each device, power aside.
    upstream: Vec<Vec<usize>>,
    /// Devices that pass something on without power.
    passive: Vec<bool>,
}

impl Ways {
    /// The ways of a floor.
    pub fn of(floor: &Floor, resolved: &Resolved, recordings: &[Recording]) -> Self {
        // A passive loop is alive without its device.
        let needs_power = |hops: &[PortIx], at: usize| {
            let (placement, port) = (floor.ports[hops[at]].placement, floor.ports[hops[at]].port);
            let leaves = match port.direction {
                Direction::Out => Some(hops[at]),
                Direction::In => hops.get(at + 1).copied(),
            };
            let comes = at > 0 || port.direction == Direction::In;
            !leaves.is_some_and(|leaves| {
                comes && floor.ports[leaves].placement == placement && is_loop(floor, leaves)
            })
        };
        let through = |input: PortIx| {
            let hops = hops_to(resolved, input);
            let powered = (0..hops.len()).filter(|at| needs_power(&hops, *at));
            let mut devices: Vec<usize> =
                powered.map(|at| floor.ports[hops[at]].placement).collect();
            devices.dedup();
            devices
        };
        let shown = resolved.arrivals.iter().filter_map(|arrival| {
            let input = arrival.input?;
            resolved.signals[input].picture?;
            Some((arrival.placement, through(input)))
        });
        let clocks = clocks(floor, resolved);
        let driven = clocks
            .iter()
            .filter_map(|clock| Some((clock.placement, clock.driven_by()?)));
        let mut upstream = vec![Vec::new(); floor.devices.len()];
        for link in floor.links.iter().flatten() {
            if floor.ports[link.from].port.wire != Wire::Power {
                let to = floor.ports[link.to].placement;
                upstream[to].push(floor.ports[link.from].placement);
            }
        }
        let passive: Vec<bool> = (0..floor.devices.len())
            .map(|placement| {
                let mut ports = floor.ports_of(placement);
                ports.any(|port| is_loop(floor, port))
            })
            .collect();
        let sounds = recordings.iter().filter(|recording| recording.written > 0);
        let sounds = sounds.map(|recording| {
            let channels = recording.feed.channels.iter().take(recording.written);
            let mut begins: Vec<usize> = channels
                .map(|channel| floor.ports[channel.origin].placement)
                .collect();
            begins.sort_unstable();
            begins.dedup();
            let above = above(&upstream, &passive, recording.placement, &Lost::default());
            let above = (0..above.len()).filter(|placement| above[*placement]);
            (recording.placement, begins, above.collect())
        });
        Self {
            pictures: shown.collect(),
            sounds: sounds.collect::<Vec<_>>(),
            clocks: driven.collect(),
            recordings: recordings
                .iter()
                .map(|recording| {
                    let brought = recording.input.map_or_else(Vec::new, through);
                    (recording.placement, brought)
                })
                .collect(),
            upstream,
            passive,
        }
    }

    /// What is lost with these sources.
    pub fn without(&self, floor: &Floor, supply: &Supply, sources: &[usize]) -> Consequences {
        let lost = lost_with(floor, supply, sources);
        let off = |placement: &usize| lost.is_off(*placement);
        let mut found = Consequences::default();
        if lost.off.is_empty() {
            found.still = self.recordings.iter().map(|(at, _)| *at).collect();
            found.lost = lost;
            return found;
        }
        for (at, through) in &self.pictures {
            if off(at) || through.iter().any(off) {
                found.dark.push(*at);
            }
        }
        for (at, through) in &self.recordings {
            let ends = off(at) || through.iter().any(off);
            if ends {
                &mut found.stops
            } else {
                &mut found.still
            }
            .push(*at);
        }
        for (at, begins, above_it) in &self.sounds {
            let concerned = lost
                .off
                .iter()
                .any(|off| above_it.binary_search(off).is_ok());
            if !begins.is_empty() && concerned && !off(at) {
                let reached = above(&self.upstream, &self.passive, *at, &lost);
                if begins.iter().any(|begin| !reached[*begin]) {
                    found.silent.push(*at);
                }
            }
        }
        for (at, from) in &self.clocks {
            if off(from) && !off(at) {
                found.unlocked.push(*at);
            }
        }
        found.lost = lost;
        found
    }
}

/// Whether an output passes on what comes without power.
fn is_loop(floor: &Floor, output: PortIx) -> bool {
    floor.paths_to(output).any(|path| path.via == Via::Loop)
}

/// Which devices something still comes from to a recorder, itself among them: past what is off where it has a
/// passive loop.
fn above(upstream: &[Vec<usize>], passive: &[bool], at: usize, lost: &Lost) -> Vec<bool> {
    let mut reached = vec![false; upstream.len()];
    let mut seen = vec![false; upstream.len()];
    let mut next = vec![at];
    while let Some(placement) = next.pop() {
        let off = lost.is_off(placement);
        if !seen[placement] && (!off || passive[placement]) {
            seen[placement] = true;
            reached[placement] = !off;
            next.extend(&upstream[placement]);
        }
    }
    reached
}
