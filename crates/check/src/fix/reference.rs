//! Devices locked to one reference.

use crate::fix::basics::{build, hired_words, is_left, put_there};
use crate::{Facts, Fix};
use engine::path::{PortIx, reference_at, reference_input};
use model::catalogue::{Device, DeviceKind, Direction};
use model::document::{Command, PortRef, handle_from};
use transport::wire::Wire;

/// Every one of these locked to one reference: what gives one on the floor already, else one of the kit, else
/// one to hire. None where one of them takes no reference, or nothing gives enough.
pub fn lock_to_one(facts: &Facts, devices: &[usize]) -> Option<Fix> {
    let floor = facts.floor;
    let mut inputs = Vec::new();
    for placement in devices {
        match reference_input(floor, *placement) {
            Some(input) => inputs.push(input),
            // A switcher without one takes the cameras as they come.
            None if floor.devices[*placement]?.kind == DeviceKind::Switcher => {}
            None => return None,
        }
    }
    on_the_floor(facts, &inputs).or_else(|| brought(facts, &inputs))
}

fn gives(device: &Device) -> Vec<&str> {
    let out = device.ports_facing(Direction::Out);
    out.filter(|port| port.wire == Wire::Reference)
        .map(|port| port.id.as_str())
        .collect()
}

/// Takes what is in an input out of it, and connects an output to it.
fn run(facts: &Facts, from: PortRef, input: PortIx) -> Vec<Command> {
    let floor = facts.floor;
    let there = floor.into[input].map(|there| Command::Disconnect {
        build: build(facts),
        connection: floor.build.connections[there].id.clone(),
    });
    let connect = Command::Connect {
        build: build(facts),
        from,
        to: floor.name(input),
        cable: None,
        length: None,
    };
    there.into_iter().chain([connect]).collect()
}

/// A reference that stands on the floor, with as many free outputs as inputs hang on another or none.
fn on_the_floor(facts: &Facts, inputs: &[PortIx]) -> Option<Fix> {
    let floor = facts.floor;
    (0..floor.devices.len()).find_map(|origin| {
        let follows = |input: &&PortIx| {
            let placement = floor.ports[**input].placement;
            reference_at(floor, facts.resolved, placement)
                .is_some_and(|reference| reference.origin == origin)
        };
        let free = floor.ports.iter().enumerate().filter(|(port, node)| {
            let begins = facts.resolved.signals[*port].timecode;
            node.port.direction == Direction::Out
                && node.port.wire == Wire::Reference
                && floor.out_of[*port].is_empty()
                && begins.is_some_and(|begins| begins.origin == origin)
        });
        let wanted: Vec<PortIx> = inputs
            .iter()
            .filter(|input| !follows(input))
            .copied()
            .collect();
        let free: Vec<PortIx> = free.map(|(port, _)| port).take(wanted.len()).collect();
        if wanted.is_empty() || free.len() < wanted.len() {
            return None;
        }
        let pairs = free.iter().zip(&wanted);
        let commands = pairs.flat_map(|(output, input)| run(facts, floor.name(*output), *input));
        Some(Fix::new(
            format!("Lock them to the reference of {}", facts.device(origin)),
            commands.collect(),
        ))
    })
}

/// A reference put beside the first of them: the kit's own before one that is hired.
fn brought(facts: &Facts, inputs: &[PortIx]) -> Option<Fix> {
    let floor = facts.floor;
    let fits = |device: &&Device| {
        device.kind == DeviceKind::TimecodeBox && gives(device).len() >= inputs.len()
    };
    let devices = || floor.catalogue.devices.iter();
    let owned = devices().filter(fits).find(|device| is_left(facts, device));
    let device = owned.or_else(|| devices().find(fits))?;
    let handle = handle_from("reference", |handle| floor.placement(handle).is_some());
    let first = floor.ports[*inputs.first()?].placement;
    let hired = owned.is_none();
    let unit = &floor.build.placements[first].unit;
    let named = (handle.as_str(), Some("Reference".into()));
    let mut commands = put_there(facts, (device, hired), unit, named);
    for (output, input) in gives(device).into_iter().zip(inputs) {
        commands.extend(run(facts, PortRef::new(&handle, output), *input));
    }
    let words = hired_words(hired);
    Some(Fix::new(
        format!("Lock them to one reference, {}{words}", device.name),
        commands,
    ))
}
