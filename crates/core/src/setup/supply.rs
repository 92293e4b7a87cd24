//! Batteries and plates, put on what they feed.

use super::Bench;
use super::wire::look;
use crate::carriage::connector::Connector;
use crate::catalogue::{Device, DeviceKind, Direction};
use crate::document::{Command, Handle, PortRef, Refusal};
use crate::power::mounts;
use crate::quantity::Length;

/// Whether a box goes straight on something, or something straight on it: a plate, a housing, a coupler.
pub(super) fn is_put_on(device: &Device) -> bool {
    device.ports.iter().any(|port| {
        matches!(
            port.connector,
            Connector::VMount | Connector::ThreeStud | Connector::CellA | Connector::CellB
        )
    })
}

/// What a box that gives power is called on a floor.
pub(super) fn role(device: &Device) -> &'static str {
    let socket = |direction: Direction, connector: Connector| {
        let mut ports = device.power_ports(direction);
        ports.any(|port| port.connector == connector)
    };
    let plate = |connector| socket(Direction::In, connector);
    if plate(Connector::VMount) || plate(Connector::ThreeStud) {
        "plate"
    } else if socket(Direction::In, Connector::Mains) {
        "adapter"
    } else if socket(Direction::Out, Connector::Mains) {
        "sockets"
    } else if socket(Direction::Out, Connector::CellA) || socket(Direction::Out, Connector::CellB) {
        "coupler"
    } else if device.power_ports(Direction::Out).count() > 1 {
        "power splitter"
    } else {
        "regulator"
    }
}

/// The unit of the first thing that it goes on: a plate, else something on a camera’s rig, else anything.
pub(super) fn unit_of_its_load(bench: &Bench, device: &Device) -> Option<Handle> {
    look(bench, |floor, _| {
        let has_camera = |unit: &str| {
            let mut all = floor.devices.iter().zip(&floor.build.placements);
            all.any(|(device, placed)| {
                placed.unit == unit
                    && device.is_some_and(|device| device.kind == DeviceKind::Camera)
            })
        };
        let units = mounts(floor, device).into_iter().map(|mount| {
            let plate = floor.devices[floor.ports[mount.input].placement]
                .is_some_and(|device| device.kind == DeviceKind::PowerBox);
            let unit = &floor.placement_of(mount.input).unit;
            (!plate && !has_camera(unit), unit.clone())
        });
        let first = units.min_by_key(|(elsewhere, _)| *elsewhere);
        first.map(|(_, unit)| unit)
    })
}

/// Puts what was added last on the first thing of its unit that it goes on, where there is one.
pub(super) fn put_on(bench: &mut Bench, device: &Device, unit: &str) -> Result<(), Refusal> {
    let Some(handle) = bench.placed.last().cloned() else {
        return Ok(());
    };
    let build = bench.build.clone();
    let command = look(bench, |floor, _| {
        let mounts = mounts(floor, device);
        let mount = mounts.into_iter().find(|mount| {
            let on = floor.placement_of(mount.input);
            on.unit == unit && on.id != handle
        })?;
        Some(Command::Connect {
            build,
            from: PortRef::new(&handle, &mount.contacts.id),
            to: floor.name(mount.input),
            cable: Some(mount.by.id.clone()),
            length: Some(Length(0)),
        })
    });
    if let Some(command) = command {
        bench.run(&[command])?;
        bench.cables += 1;
    }
    Ok(())
}
