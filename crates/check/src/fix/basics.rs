//! What fixes are made of: something put there, taken out, connected.

use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use model::catalogue::Device;
use model::document::{Command, Handle, PortRef};
use model::kit;

/// At most so many fixes of one kind are offered: a list to choose from, not to search.
pub(in crate::fix) const MOST: usize = 2;

/// What is said of something that must be hired, in the title of a fix.
pub(in crate::fix) fn hired_words(hired: bool) -> &'static str {
    if hired {
        " (to hire: none is left in the kit)"
    } else {
        ""
    }
}

/// Puts a device on the floor under a handle: of the kit, or hired where none is left.
pub(in crate::fix) fn put_there(
    facts: &Facts,
    (device, hired): (&Device, bool),
    unit: &str,
    (handle, name): (&str, Option<String>),
) -> Vec<Command> {
    let hire = hired.then(|| Command::SetKit {
        line: kit::hired(facts.floor.production, &device.id, None, 1),
    });
    let add = Command::AddDevice {
        build: build(facts),
        device: device.id.as_str().into(),
        unit: unit.into(),
        name,
        handle: Some(handle.into()),
    };
    hire.into_iter().chain([add]).collect()
}

/// Whether the kit has one that the build doesn't use.
pub(in crate::fix) fn is_left(facts: &Facts, device: &Device) -> bool {
    facts.floor.production.owned(&device.id, None) > facts.floor.build.devices_used(&device.id)
}

pub(in crate::fix) fn build(facts: &Facts) -> Handle {
    facts.floor.build.id.clone()
}

pub fn remove_device(facts: &Facts, placement: usize) -> Fix {
    let device = facts.floor.build.placements[placement].id.clone();
    Fix::new(
        format!("Remove {}", facts.device(placement)),
        vec![Command::RemoveDevice {
            build: build(facts),
            device,
        }],
    )
}

pub fn remove_need(facts: &Facts, number: usize) -> Fix {
    let need = facts.floor.build.needs[number].id.clone();
    Fix::new(
        "Remove the need",
        vec![Command::RemoveNeed {
            build: build(facts),
            need,
        }],
    )
}

pub fn disconnect(facts: &Facts, connection: ConnectionIx) -> Fix {
    let run = &facts.floor.build.connections[connection];
    let commands = vec![Command::Disconnect {
        build: build(facts),
        connection: run.id.clone(),
    }];
    // A port that isn't there has no name but the one that was typed.
    let named = |at: &PortRef| {
        let port = facts.floor.find(at);
        port.map_or_else(|| at.to_string(), |port| facts.floor.spoken(port))
    };
    Fix::new(
        format!(
            "Remove the cable from {} to {}",
            named(&run.from),
            named(&run.to)
        ),
        commands,
    )
}

/// Opens a circle at the cable that was run last.
pub fn open_loop(facts: &Facts, ports: &[PortIx]) -> Option<Fix> {
    let last = ports
        .iter()
        .filter_map(|port| facts.floor.into[*port])
        .max()?;
    Some(disconnect(facts, last))
}

pub(in crate::fix) fn connect(facts: &Facts, output: PortIx, input: PortIx) -> Fix {
    let (from, to) = (facts.floor.name(output), facts.floor.name(input));
    Fix::new(
        format!("Connect {} to {}", facts.port(output), facts.port(input)),
        vec![Command::Connect {
            build: build(facts),
            from,
            to,
            cable: None,
            length: None,
        }],
    )
}
