//! Headphones where nobody listens.

use super::input::joining;
use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::PortIx;
use model::catalogue::{DeviceKind, Direction};
use model::document::{Command, PortRef, handle_from};
use units::quantity::Length;

/// The free socket for headphones of a device.
pub fn headphone_socket(facts: &Facts, placement: usize) -> Option<PortIx> {
    let floor = facts.floor;
    floor.ports_of(placement).find(|port| {
        let port_is = floor.ports[*port].port;
        let audio = port_is.audio.as_deref();
        port_is.direction == Direction::Out
            && audio.is_some_and(|audio| audio.headphones)
            && !floor.occupied[*port]
    })
}

/// Puts headphones of the kit, or hired ones, where a recorder has a socket for them.
pub fn listen(facts: &Facts, placement: usize) -> Option<Fix> {
    let floor = facts.floor;
    let socket = headphone_socket(facts, placement)?;
    let connector = floor.ports[socket].port.connector;
    let mut all = floor.catalogue.devices.iter();
    let device = all.find(|device| {
        let mut ports = device.ports.iter();
        device.kind == DeviceKind::Headphones && ports.any(|port| port.connector == connector)
    })?;
    let unit = &floor.build.placements[placement];
    let handle = handle_from("headphones", |handle| floor.placement(handle).is_some());
    let input = device.ports.first()?;
    let cable = joining(facts, connector, input.connector, None)?;
    let title = format!("Connect headphones to {}", facts.port(socket));
    Some(Fix::new(
        title,
        vec![
            Command::AddDevice {
                build: build(facts),
                device: device.id.as_str().into(),
                unit: unit.unit.clone(),
                name: Some("Headphones".into()),
                handle: Some(handle.clone()),
            },
            Command::Connect {
                build: build(facts),
                from: floor.name(socket),
                to: PortRef::new(&handle, &input.id),
                cable: Some(cable.id.as_str().into()),
                length: Some(Length(1_000)),
            },
        ],
    ))
}
