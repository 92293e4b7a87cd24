//! What arrives at each screen and recorder.

use super::{Floor, FlowProblem, PortIx, Problem, Resolved};

/// What arrives at one destination.
#[derive(Debug, Clone, PartialEq)]
pub struct Arrival {
    /// The destination.
    pub placement: usize,
    /// The input that it shows or records, where one has a cable.
    pub input: Option<PortIx>,
    /// The problem that keeps the picture away, where one does.
    pub stopped_by: Option<usize>,
}

/// Adds an arrival for every destination; one that gets nothing, with nothing upstream to explain
/// it, is a problem of its own.
pub(super) fn collect(floor: &Floor, resolved: &mut Resolved) {
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|device| device.is_destination()) else {
            continue;
        };
        let input = floor.chosen_input(placement, device.destination_inputs());
        let signal = input.map(|input| &resolved.signals[input]);
        let mut stopped_by = signal.and_then(|signal| signal.stopped_by);
        if signal.is_none_or(|signal| signal.picture.is_none()) && stopped_by.is_none() {
            stopped_by = Some(resolved.problems.len());
            resolved
                .problems
                .push(Problem::Flow(FlowProblem::NothingArrives { placement }));
        }
        resolved.arrivals.push(Arrival {
            placement,
            input,
            stopped_by,
        });
    }
}

/// So many ports of a path are listed at most: a longer one is cut at its beginning.
const LISTED_HOPS: usize = 24;

/// The last ports that a picture came through to `port`, `port` last: 24 at most.
pub fn last_hops(resolved: &Resolved, port: PortIx) -> Vec<PortIx> {
    let back = std::iter::successors(Some(port), |port| resolved.picture_from[*port]);
    let mut hops: Vec<PortIx> = back.take(LISTED_HOPS).collect();
    hops.reverse();
    hops
}

/// The ports that a picture came through to `port`, from the lens on, `port` last.
pub fn hops_to(resolved: &Resolved, port: PortIx) -> Vec<PortIx> {
    let mut hops = vec![port];
    while let Some(before) = resolved.picture_from[hops[hops.len() - 1]] {
        hops.push(before);
    }
    hops.reverse();
    hops
}
