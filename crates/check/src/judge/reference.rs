//! The start of frames: cameras that a switcher cuts between, and references that nothing can lock to.

use super::time::cuts;
use crate::codes::Code;
use crate::finding::At;
use crate::words::{list, list_of_many};
use crate::{Facts, Finding, fix};
use engine::path::{PortIx, reference_at};
use model::catalogue::Direction;
use std::collections::BTreeSet;

/// So many cameras are named.
const NAMED: usize = 8;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        found.extend(other_rate(facts, placement));
        if device.is_some_and(cuts) {
            found.extend(unlocked(facts, placement));
        }
    }
}

/// Cameras of one rate that meet at a switcher and don't begin their frames together.
fn unlocked(facts: &Facts, switcher: usize) -> Option<Finding> {
    let floor = facts.floor;
    let device = floor.devices[switcher]?;
    let inputs = device.ports_facing(Direction::In);
    let pictures = inputs
        .filter_map(|port| floor.port_of(switcher, &port.id))
        .filter_map(|input: PortIx| facts.resolved.signals[input].picture);
    let mut cameras = BTreeSet::new();
    let mut rates = BTreeSet::new();
    for picture in pictures {
        cameras.insert(floor.ports[picture.origin].placement);
        rates.insert(picture.format.rate.time_base());
    }
    // Of rates that differ the judge of rates has said enough.
    if cameras.len() < 2 || rates.len() > 1 {
        return None;
    }
    let locked = |placement: usize| {
        let reference = reference_at(floor, facts.resolved, placement);
        reference.map(|reference| reference.origin)
    };
    let together: BTreeSet<Option<usize>> = cameras.iter().map(|camera| locked(*camera)).collect();
    let free: Vec<usize> = if together.len() == 1 && !together.contains(&None) {
        // A switcher that has none of its own takes its cameras' frames as they come.
        let input = engine::path::reference_input(floor, switcher);
        if input.is_none() || together.contains(&locked(switcher)) {
            return None;
        }
        vec![switcher]
    } else {
        let some = cameras.iter().copied();
        some.filter(|camera| locked(*camera).is_none()).collect()
    };
    let name = facts.device(switcher);
    let names: Vec<String> = cameras
        .iter()
        .map(|camera| facts.device(*camera).to_string())
        .collect();
    let text = format!(
        "{} meet at {name}, and don’t begin their frames together.",
        list_of_many(names, NAMED)
    );
    let alone: Vec<String> = free
        .iter()
        .take(NAMED)
        .map(|placement| facts.device(*placement).to_string())
        .collect();
    let whose = match alone.as_slice() {
        [] => "They are locked to references that aren’t one".to_string(),
        [one] => format!("{one} isn’t locked with the others"),
        _ => format!("{} aren’t locked to a reference", list(&alone)),
    };
    let reason = format!(
        "{whose}: the switcher holds each picture up to a frame so that a cut falls between two. Hold the sound as long, or lock them all to one reference."
    );
    let finding = facts.note(Code::Unlocked, At::Device(switcher), text, reason);
    Some(finding.with(facts, || {
        let all: Vec<usize> = cameras.into_iter().chain([switcher]).collect();
        fix::lock_to_one(facts, &all)
    }))
}

/// A reference at another rate than what it comes to: nothing locks to it.
fn other_rate(facts: &Facts, placement: usize) -> Option<Finding> {
    let reference = reference_at(facts.floor, facts.resolved, placement)?;
    let counts = facts.floor.counts(placement);
    (reference.rate.in_pairs() != counts.in_pairs()).then(|| {
        let name = facts.device(placement);
        let from = facts.device(reference.origin);
        let text = format!(
            "{name} gets a reference of {} from {from}, and runs at {counts}.",
            reference.rate
        );
        let reason = "It can’t lock to it: it runs free, or its picture tears.";
        facts
            .caution(Code::ReferenceRate, At::Device(placement), text, reason)
            .with(facts, || fix::timecode(facts, placement, reference.origin))
    })
}
