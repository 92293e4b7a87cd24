//! Batteries and plates, put on what they feed.

use super::Bench;
use super::wire::look;
use engine::path::Floor;
use engine::power::{PowerProblem, mounts, supply};
use model::catalogue::{Device, DeviceKind, Direction};
use model::document::{Command, Handle, PortRef, Refusal};
use transport::connector::{ConnectorFacts, Seat};
use units::quantity::Length;

/// Whether a box goes straight on something, or something straight on it: a plate, a housing, a coupler.
pub(super) fn is_put_on(device: &Device) -> bool {
    device
        .ports
        .iter()
        .any(|port| matches!(port.connector.facts().seat, Some(Seat::Plate | Seat::Slot)))
}

/// What a box that gives power is called on a floor.
pub(super) fn role(device: &Device) -> &'static str {
    let socket = |direction: Direction, is: fn(&ConnectorFacts) -> bool| {
        let mut ports = device.power_ports(direction);
        ports.any(|port| is(port.connector.facts()))
    };
    if socket(Direction::In, |facts| facts.seat == Some(Seat::Plate)) {
        "plate"
    } else if socket(Direction::In, |facts| facts.mains) {
        "adapter"
    } else if socket(Direction::Out, |facts| facts.mains) {
        "sockets"
    } else if socket(Direction::Out, |facts| facts.seat == Some(Seat::Slot)) {
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

/// What a supply destroys: more than that is never planned, through however many plates.
fn destroyed(floor: &Floor) -> usize {
    let problems = supply(floor).problems;
    let destroys = problems.iter().filter(|problem| {
        matches!(
            problem,
            PowerProblem::TooHigh { .. } | PowerProblem::OtherPins { .. }
        )
    });
    destroys.count()
}

/// Puts what was added last on the first thing of its unit that it goes on and does no harm to, where there is one.
pub(super) fn put_on(bench: &mut Bench, device: &Device, unit: &str) -> Result<(), Refusal> {
    let Some(handle) = bench.placed.last().cloned() else {
        return Ok(());
    };
    let build = bench.build.clone();
    let (before, ways): (usize, Vec<Command>) = look(bench, |floor, _| {
        let mounts = mounts(floor, device).into_iter().filter(|mount| {
            let on = floor.placement_of(mount.input);
            on.unit == unit && on.id != handle
        });
        let ways = mounts.map(|mount| Command::Connect {
            build: build.clone(),
            from: PortRef::new(&handle, &mount.contacts.id),
            to: floor.name(mount.input),
            cable: Some(mount.by.id.as_str().into()),
            length: Some(Length(0)),
        });
        (destroyed(floor), ways.collect())
    });
    for command in ways {
        let tried = bench
            .production
            .edited(bench.catalogue, std::slice::from_ref(&command))?;
        let catalogue = bench.catalogue.with(&tried.production.custom);
        let after = tried.production.build(&bench.build);
        let after = after.map(|build| destroyed(&Floor::new(&tried.production, build, &catalogue)));
        if after.is_some_and(|after| after <= before) {
            bench.run(&[command])?;
            bench.cables += 1;
            return Ok(());
        }
    }
    Ok(())
}
