//! A route as commands.

use super::{Asked, Route};
use crate::path::Floor;
use model::catalogue::Direction;
use model::document::{Change, Command, Handle, OutputSetting, PortRef, able_part, handle_from};
use model::kit;
use std::collections::HashSet;
use units::format::PictureFormat;
use units::quantity::Length;

/// How far apart antennas are taken to stand until somebody says.
pub const USUAL_DISTANCE: Length = Length(20_000);

/// The commands that make a route, in an order in which each can be carried out.
pub(super) fn of(floor: &Floor, asked: &Asked, route: &Route) -> Vec<Command> {
    let out = |number: usize| Command::Disconnect {
        build: floor.build.id.clone(),
        connection: floor.build.connections[number].id.clone(),
    };
    let mut commands: Vec<Command> = route.replaces.map(out).into_iter().collect();
    let split = route.splits.filter(|split| Some(*split) != route.replaces);
    commands.extend(split.map(out));
    commands.extend(hired(floor, route));
    commands.extend(route.set.map(|format| set_tap(floor, route, format)));
    place_boxes(floor, route, split, &mut commands);
    commands.extend(choose_input(floor, asked, route));
    commands
}

/// What the route takes that the kit doesn't hold.
fn hired(floor: &Floor, route: &Route) -> Vec<Command> {
    let mut hired: Vec<(&str, u32)> = Vec::new();
    for placed in route.boxes.iter().filter(|placed| placed.hired) {
        match hired.iter_mut().find(|(id, _)| *id == placed.device) {
            Some((_, count)) => *count += 1,
            None => hired.push((&placed.device, 1)),
        }
    }
    let lines = hired.into_iter().map(|(id, count)| Command::SetKit {
        line: kit::hired(floor.production, id, None, count),
    });
    lines.collect()
}

/// The output that the route begins at, set to a format.
fn set_tap(floor: &Floor, route: &Route, format: PictureFormat) -> Command {
    let at = floor.name(route.tap);
    let current = floor.output_setting(route.tap).cloned().unwrap_or_default();
    let setting = OutputSetting {
        format: Some(format),
        ..current.clone()
    };
    let port = floor.ports[route.tap].port;
    let device = floor.devices[floor.ports[route.tap].placement];
    let setting = device.map_or(setting.clone(), |device| {
        able_part(device, &at, port, setting)
    });
    Command::SetOutput {
        build: floor.build.id.clone(),
        at,
        change: Change::between(&current, &setting),
    }
}

/// Every box of the route with the cable to it, then the cable to the destination.
fn place_boxes(floor: &Floor, route: &Route, split: Option<usize>, commands: &mut Vec<Command>) {
    let build = || floor.build.id.clone();
    let units = [route.tap, route.input].map(|port| floor.placement_of(port).unit.clone());
    let mut handles: HashSet<Handle> = HashSet::new();
    let mut from = floor.name(route.tap);
    let mut air = floor.ports[route.tap].port.wire.is_air();
    let mut arrived = false;
    for (number, placed) in route.boxes.iter().enumerate() {
        let Some(device) = floor.catalogue.device(&placed.device) else {
            continue;
        };
        let standing = placed.standing.map(|at| &floor.build.placements[at]);
        let taken =
            |handle: &str| floor.build.placement(handle).is_some() || handles.contains(handle);
        let handle = match standing {
            Some(placement) => placement.id.clone(),
            None => handle_from(&placed.device, taken),
        };
        handles.insert(handle.clone());
        // What stands before the radio hop travels with the source, the rest with the destination.
        let on_air = device
            .port(&placed.exit)
            .is_some_and(|port| port.wire.is_air());
        let before_air = on_air || number == 0 && route.splits.is_some();
        arrived |= air;
        let unit = if before_air && !arrived {
            &units[0]
        } else {
            &units[1]
        };
        if standing.is_none() {
            commands.push(Command::AddDevice {
                build: build(),
                device: placed.device.as_str().into(),
                unit: unit.clone(),
                name: None,
                handle: Some(handle.clone()),
            });
        }
        let entry = PortRef::new(&handle, &placed.entry);
        let exit = PortRef::new(&handle, &placed.exit);
        commands.extend(join(floor, from, entry, air));
        if placed.format.is_some() {
            let setting = OutputSetting {
                format: placed.format,
                ..OutputSetting::default()
            };
            commands.push(Command::SetOutput {
                build: build(),
                at: exit.clone(),
                change: Change::between(&OutputSetting::default(), &setting),
            });
        }
        from = exit;
        air = on_air;
        // The cable that was in the split output goes on from another exit.
        if let (0, Some(split)) = (number, split) {
            let connection = &floor.build.connections[split];
            let mut exits = device.ports_facing(Direction::Out);
            if let Some(exit) = exits.find(|port| port.id != placed.exit) {
                commands.push(Command::Connect {
                    build: build(),
                    from: PortRef::new(&handle, &exit.id),
                    to: connection.to.clone(),
                    cable: Some(connection.cable.clone()),
                    length: Some(connection.length),
                });
            }
        }
    }
    commands.push(connect(floor, from, floor.name(route.input), air));
}

/// A cable or pairing to a box. An idle receiver may be paired already: to this transmitter, or to
/// another one that it leaves.
fn join(floor: &Floor, from: PortRef, entry: PortRef, air: bool) -> Vec<Command> {
    let there = floor.find(&entry).and_then(|port| floor.into[port]);
    let there = there.map(|number| &floor.build.connections[number]);
    match there {
        Some(connection) if connection.from == from => Vec::new(),
        other => {
            let leave = other.map(|connection| Command::Disconnect {
                build: floor.build.id.clone(),
                connection: connection.id.clone(),
            });
            let new = connect(floor, from, entry, air);
            leave.into_iter().chain([new]).collect()
        }
    }
}

/// The destination looks at the first input that has a cable, unless told.
fn choose_input(floor: &Floor, asked: &Asked, route: &Route) -> Option<Command> {
    let device = floor.devices[asked.target];
    let shown = device.map_or(&[][..], |device| device.destination_inputs());
    let input = &floor.ports[route.input].port.id;
    let other = shown.iter().any(|id| {
        id != input
            && floor
                .port_of(asked.target, id)
                .is_some_and(|port| floor.into[port].is_some())
    });
    let placement = &floor.build.placements[asked.target];
    let chosen = placement.settings.input.as_ref();
    let elsewhere = other || chosen.is_some_and(|chosen| chosen != input);
    (shown.contains(input) && elsewhere).then(|| Command::ChooseInput {
        build: floor.build.id.clone(),
        device: placement.id.clone(),
        input: Some(input.as_str().into()),
    })
}

fn connect(floor: &Floor, from: PortRef, to: PortRef, air: bool) -> Command {
    Command::Connect {
        build: floor.build.id.clone(),
        from,
        to,
        cable: None,
        length: air.then_some(USUAL_DISTANCE),
    }
}
